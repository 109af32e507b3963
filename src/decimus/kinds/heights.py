"""Everything that can stand for a group, described once."""

from __future__ import annotations

from decimus.kinds.explanations import Explanation
from decimus.kinds.totals import total
from decimus.terms import ErrorBar, Height, Statistic
from decimus.values import Value


class HeightKind(Value, frozen=True):
    """What stands for a group.

    Args:
        noun: in running text; a share says beyond what besides.
        plural: of all groups.
        option: where one chooses.
        statistic: the column of the lanes that holds it.
        fits: the error bars that belong to it, the usual one first.
        interval_basis: how its confidence interval is made, in the methods.
        help: what it means.
    """

    noun: str
    plural: str
    option: str
    statistic: Statistic
    fits: tuple[ErrorBar, ...]
    interval_basis: str
    help: Explanation


HEIGHTS = total(
    Height,
    {
        Height.MEAN: HeightKind(
            noun="mean",
            plural="means",
            option="mean",
            statistic=Statistic.MEAN,
            fits=(
                ErrorBar.CONFIDENCE_INTERVAL,
                ErrorBar.STANDARD_DEVIATION,
                ErrorBar.STANDARD_ERROR,
                ErrorBar.MULTIPLE_OF_SD,
                ErrorBar.MULTIPLE_OF_SE,
                ErrorBar.RANGE,
                ErrorBar.WITHIN_CI,
                ErrorBar.WITHIN_SE,
                ErrorBar.GIVEN,
                ErrorBar.NONE,
            ),
            interval_basis=" (t-based)",
            help=Explanation(
                "The sum of all values divided by n. It uses every value, and one that lies "
                "far out moves it. Tests of means compare these.",
                "Per group",
            ),
        ),
        Height.MEDIAN: HeightKind(
            noun="median",
            plural="medians",
            option="median",
            statistic=Statistic.MEDIAN,
            fits=(ErrorBar.QUARTILES, ErrorBar.RANGE, ErrorBar.NONE),
            interval_basis="",
            help=Explanation(
                "Half of the values lie below it. Values far out hardly move it, which suits "
                "skewed values and scores; its error bars are quartiles.",
                "Per group",
            ),
        ),
        Height.GEOMETRIC_MEAN: HeightKind(
            noun="geometric mean",
            plural="geometric means",
            option="geometric mean",
            statistic=Statistic.GEOMETRIC_MEAN,
            fits=(
                ErrorBar.CONFIDENCE_INTERVAL,
                ErrorBar.STANDARD_DEVIATION,
                ErrorBar.RANGE,
                ErrorBar.NONE,
            ),
            interval_basis=" (t-based on logarithms, taken back)",
            help=Explanation(
                "The mean of the logarithms, taken back. It suits values that multiply, such "
                "as titres or concentrations, and is never above the mean. All values must be "
                "positive.",
                "Per group",
            ),
        ),
        Height.COUNT: HeightKind(
            noun="count",
            plural="counts",
            option="count of cases",
            statistic=Statistic.N,
            fits=(ErrorBar.NONE,),
            interval_basis="",
            help=Explanation(
                ("How many cases there are in each group, whatever was measured of them."),
                "Per group",
            ),
        ),
        Height.SHARE: HeightKind(
            noun="share",
            plural="shares",
            option="share of cases",
            statistic=Statistic.SHARE,
            fits=(ErrorBar.CONFIDENCE_INTERVAL, ErrorBar.NONE),
            interval_basis="",
            help=Explanation(
                "How many of all cases lie beyond a threshold, in percent. Its interval is "
                "Wilson’s, which stays between 0 and 100 %. Exact tests compare shares.",
                "Shares",
            ),
        ),
    },
)
