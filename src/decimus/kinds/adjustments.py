"""Every follow-up and adjustment of p, described once."""

from __future__ import annotations

from enum import Enum

from decimus.kinds.explanations import Explanation
from decimus.kinds.intervals import IntervalRule
from decimus.kinds.totals import total
from decimus.terms import Adjustment, IntervalKind
from decimus.values import Value


class Needs(Enum):
    """What a follow-up is made from."""

    P_VALUES = "nothing but the p values of its family"
    RANGE_OF_MEANS = "all pairs of some means, by the range of these"
    ONE_CONTROL = "every group against one control"


class AdjustmentKind(Value, frozen=True):
    """What a follow-up is.

    Args:
        name: what it is called by itself, in a sentence.
        needs: what it is made from.
        adjusts: whether p are changed for there being several.
        interval_kind: what its intervals promise, of two pairs or more.
        interval_rule: how they are made.
        letter: of its critical value, where that is of a distribution of its own; "" for that of
            the tests of the pairs.
        in_full: with the test of single pairs in it: "Welch t-tests adjusted after Holm".
        in_text: the same with an article, as it stands in a text.
        not_offered: why it does not belong to a test or a family, where it does not.
        help: what it means.
    """

    name: str
    needs: Needs
    adjusts: bool
    interval_kind: IntervalKind
    interval_rule: IntervalRule
    letter: str
    in_full: str
    in_text: str
    not_offered: str
    help: Explanation


_SECTION = "Three groups or more"
_FOR_ANY = "for any pairs"

ADJUSTMENTS = total(
    Adjustment,
    {
        Adjustment.TUKEY: AdjustmentKind(
            name="Tukey–Kramer test",
            needs=Needs.RANGE_OF_MEANS,
            adjusts=True,
            interval_kind=IntervalKind.SIMULTANEOUS,
            interval_rule=IntervalRule.OWN_DISTRIBUTION,
            letter="q",
            in_full="Tukey–Kramer test",
            in_text="the Tukey–Kramer test",
            not_offered="for all pairs on one pooled error",
            help=Explanation(
                "Compares all pairs on one pooled spread, such that the chance of even one false "
                "alarm among them stays below α. Its intervals hold all together.",
                _SECTION,
            ),
        ),
        Adjustment.GAMES_HOWELL: AdjustmentKind(
            name="Games–Howell test",
            needs=Needs.RANGE_OF_MEANS,
            adjusts=True,
            interval_kind=IntervalKind.SIMULTANEOUS,
            interval_rule=IntervalRule.OWN_DISTRIBUTION,
            letter="q",
            in_full="Games–Howell test",
            in_text="the Games–Howell test",
            not_offered="belongs to Welch’s ANOVA",
            help=Explanation(
                "All pairs, each on the spreads of its own two groups. It belongs to Welch’s "
                "ANOVA, where groups do not vary alike.",
                _SECTION,
            ),
        ),
        Adjustment.DUNNETT: AdjustmentKind(
            name="Dunnett’s test",
            needs=Needs.ONE_CONTROL,
            adjusts=True,
            interval_kind=IntervalKind.SIMULTANEOUS,
            interval_rule=IntervalRule.OWN_DISTRIBUTION,
            letter="d",
            in_full="Dunnett’s test",
            in_text="Dunnett’s test",
            not_offered="for one-way ANOVA with every group against one control",
            help=Explanation(
                "Compares each group with one control only. Asking fewer questions, it sees "
                "smaller differences than a test of all pairs.",
                _SECTION,
            ),
        ),
        Adjustment.HOLM: AdjustmentKind(
            name="Holm",
            needs=Needs.P_VALUES,
            adjusts=True,
            interval_kind=IntervalKind.BONFERRONI,
            interval_rule=IntervalRule.SHARED_OUT,
            letter="",
            in_full="{test} adjusted after Holm",
            in_text="{test} adjusted after Holm",
            not_offered=_FOR_ANY,
            help=Explanation(
                "The smallest p counts as many times as there are pairs, the next one time less, "
                "and so on. It holds for any tests and is never worse than Bonferroni’s.",
                _SECTION,
            ),
        ),
        Adjustment.BONFERRONI: AdjustmentKind(
            name="Bonferroni",
            needs=Needs.P_VALUES,
            adjusts=True,
            interval_kind=IntervalKind.SIMULTANEOUS,
            interval_rule=IntervalRule.SHARED_OUT,
            letter="",
            in_full="{test} adjusted after Bonferroni",
            in_text="{test} adjusted after Bonferroni",
            not_offered=_FOR_ANY,
            help=Explanation(
                "Every p is multiplied by the number of pairs. Simple and always right, but it "
                "misses more than Holm’s.",
                _SECTION,
            ),
        ),
        Adjustment.SIDAK: AdjustmentKind(
            name="Šidák",
            needs=Needs.P_VALUES,
            adjusts=True,
            interval_kind=IntervalKind.SIMULTANEOUS,
            interval_rule=IntervalRule.OF_INDEPENDENT,
            letter="",
            in_full="{test} adjusted after Šidák",
            in_text="{test} adjusted after Šidák",
            not_offered=_FOR_ANY,
            help=Explanation(
                "As Bonferroni’s, but exact for independent tests and a little less strict. Its "
                "intervals hold all together.",
                _SECTION,
            ),
        ),
        Adjustment.BENJAMINI_HOCHBERG: AdjustmentKind(
            name="Benjamini and Hochberg",
            needs=Needs.P_VALUES,
            adjusts=True,
            interval_kind=IntervalKind.INDIVIDUAL,
            interval_rule=IntervalRule.EACH_AT_LEVEL,
            letter="",
            in_full="{test} adjusted after Benjamini and Hochberg",
            in_text="{test} adjusted after Benjamini and Hochberg",
            not_offered=_FOR_ANY,
            help=Explanation(
                "Keeps the share of false alarms among the differences shown below α, not the "
                "chance of any. For many comparisons that are looked into further.",
                _SECTION,
            ),
        ),
        Adjustment.NONE: AdjustmentKind(
            name="unadjusted",
            needs=Needs.P_VALUES,
            adjusts=False,
            interval_kind=IntervalKind.INDIVIDUAL,
            interval_rule=IntervalRule.EACH_AT_LEVEL,
            letter="",
            in_full="{test}, unadjusted",
            in_text="unadjusted {test}",
            not_offered=_FOR_ANY,
            help=Explanation(
                "Every pair at α by itself: among 20 pairs of equal groups one false alarm is to "
                "be expected. For few pairs planned beforehand.",
                _SECTION,
            ),
        ),
    },
)

BY_P = tuple(a for a, kind in ADJUSTMENTS.items() if kind.needs is Needs.P_VALUES)
"""Adjustments that need nothing but p values, the one to be suggested first."""

OF_RANGES = tuple(a for a, kind in ADJUSTMENTS.items() if kind.needs is Needs.RANGE_OF_MEANS)
"""Follow-ups by the range of all means, which have no one-sided form."""

OF_ONE_CONTROL = tuple(a for a, kind in ADJUSTMENTS.items() if kind.needs is Needs.ONE_CONTROL)
"""Follow-ups of every group against one control."""


def kind_of_interval(adjustment: Adjustment, count: int) -> IntervalKind:
    """What the intervals of a family of `count` pairs promise; one alone promises only itself."""
    return IntervalKind.INDIVIDUAL if count < 2 else ADJUSTMENTS[adjustment].interval_kind
