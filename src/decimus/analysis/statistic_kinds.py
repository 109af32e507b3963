"""What every statistic of a group is: what it is made of, how many numbers, in which unit."""

from __future__ import annotations

from enum import Enum

from decimus.terms import ErrorBar, Statistic
from decimus.values import Value


class Family(Enum):
    """What a statistic is made of."""

    COUNT = "how many replicates there are"
    MEAN = "the mean, the spread and the precision of the mean"
    SQUARES = "the sum of squares, beside the mean"
    VALUES = "the single values"
    GEOMETRIC = "the logarithms of the values"
    SHARE = "how many values lie beyond a threshold"
    WITHIN = "the values of the same subjects in other groups"
    RANK = "the means of all groups"


class Shape(Enum):
    """How many numbers a statistic has, and how they belong together."""

    ONE = "one number"
    ENDS = "both ends of an interval"
    MEAN_AND = "a mean with what is written behind ±"
    SHARE = "a share, how many cases, and of how many"
    SEVERAL = "as many as there are"


class Unit(Enum):
    """What a statistic is measured in."""

    COUNT = "a count"
    OUTCOME = "the unit of the outcome"
    PLAIN = "the unit of the outcome before logarithms"
    SQUARED = "that of the outcome, squared"
    PERCENT = "percent"
    FACTOR = "a factor"


class StatisticKind(Value, frozen=True):
    """What a statistic is.

    Args:
        family: what it is made of.
        shape: how many numbers it has.
        unit: in which unit they are.
        error_bar: the error bar that shows it; None for none.
        is_place: whether its first number, or both ends, stand on the axis of the outcome, and
            move with its origin.
        needs_error: whether it needs the standard error of the mean.
    """

    family: Family
    shape: Shape = Shape.ONE
    unit: Unit = Unit.OUTCOME
    error_bar: ErrorBar | None = None
    is_place: bool = False
    needs_error: bool = False

    @property
    def depends_on_others(self) -> bool:
        """True where other groups have a part in it."""
        return self.family in (Family.WITHIN, Family.RANK)

    @property
    def is_of_one_group(self) -> bool:
        """True where a total over several groups has none of it."""
        return self.family in (Family.SHARE, Family.WITHIN, Family.RANK)


STATISTICS: dict[Statistic, StatisticKind] = {
    Statistic.N: StatisticKind(Family.COUNT, unit=Unit.COUNT),
    Statistic.MISSING: StatisticKind(Family.COUNT, unit=Unit.COUNT),
    Statistic.EXCLUDED: StatisticKind(Family.COUNT, unit=Unit.COUNT),
    Statistic.MEAN: StatisticKind(Family.MEAN, is_place=True),
    Statistic.STANDARD_DEVIATION: StatisticKind(Family.MEAN, error_bar=ErrorBar.STANDARD_DEVIATION),
    Statistic.STANDARD_ERROR: StatisticKind(
        Family.MEAN, error_bar=ErrorBar.STANDARD_ERROR, needs_error=True
    ),
    Statistic.CONFIDENCE_INTERVAL: StatisticKind(
        Family.MEAN,
        Shape.ENDS,
        error_bar=ErrorBar.CONFIDENCE_INTERVAL,
        is_place=True,
        needs_error=True,
    ),
    Statistic.MARGIN: StatisticKind(Family.MEAN, needs_error=True),
    Statistic.MEAN_AND_SD: StatisticKind(Family.MEAN, Shape.MEAN_AND, is_place=True),
    Statistic.MEAN_AND_SE: StatisticKind(
        Family.MEAN, Shape.MEAN_AND, is_place=True, needs_error=True
    ),
    Statistic.MEAN_AND_MARGIN: StatisticKind(
        Family.MEAN, Shape.MEAN_AND, is_place=True, needs_error=True
    ),
    Statistic.MEDIAN: StatisticKind(Family.VALUES, is_place=True),
    Statistic.QUARTILES: StatisticKind(
        Family.VALUES, Shape.ENDS, error_bar=ErrorBar.QUARTILES, is_place=True
    ),
    Statistic.MINIMUM: StatisticKind(Family.VALUES, is_place=True),
    Statistic.MAXIMUM: StatisticKind(Family.VALUES, is_place=True),
    Statistic.RANGE: StatisticKind(Family.VALUES, error_bar=ErrorBar.RANGE),
    Statistic.VARIANCE: StatisticKind(Family.SQUARES, unit=Unit.SQUARED),
    Statistic.COEFFICIENT_OF_VARIATION: StatisticKind(Family.SQUARES, unit=Unit.PERCENT),
    Statistic.MODE: StatisticKind(Family.VALUES, Shape.SEVERAL, is_place=True),
    Statistic.SUM: StatisticKind(Family.VALUES),
    Statistic.POPULATION_SD: StatisticKind(Family.SQUARES),
    Statistic.GEOMETRIC_MEAN: StatisticKind(Family.GEOMETRIC, unit=Unit.PLAIN, is_place=True),
    Statistic.GEOMETRIC_SD: StatisticKind(Family.GEOMETRIC, unit=Unit.FACTOR),
    Statistic.GEOMETRIC_INTERVAL: StatisticKind(
        Family.GEOMETRIC, Shape.ENDS, Unit.PLAIN, is_place=True
    ),
    Statistic.SHARE: StatisticKind(Family.SHARE, Shape.SHARE, Unit.PERCENT),
    Statistic.SHARE_INTERVAL: StatisticKind(Family.SHARE, Shape.ENDS, Unit.PERCENT),
    Statistic.WITHIN_SE: StatisticKind(Family.WITHIN, error_bar=ErrorBar.WITHIN_SE),
    Statistic.WITHIN_CI: StatisticKind(
        Family.WITHIN, Shape.ENDS, error_bar=ErrorBar.WITHIN_CI, is_place=True
    ),
    Statistic.RANK: StatisticKind(Family.RANK, unit=Unit.COUNT),
}
"""Every statistic, described once; whoever shows or writes one asks here."""
