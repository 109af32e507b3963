"""What is said of every statistic of a group: its words, what it is made of, in which unit."""

from __future__ import annotations

from enum import Enum

from decimus.terms import ErrorBar
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


class Shelf(Enum):
    """Where a statistic is chosen among others."""

    MEANS = "means and spreads"
    ORDER = "sorted values"
    CASES = "factors, shares, counts"
    ALWAYS = "none: it is always there"


class StatisticKind(Value, frozen=True):
    """What a statistic is.

    Args:
        name: in full.
        heading: short, with its `{level}` or what it is a `{share}` of.
        definition: what it is, in a sentence or two.
        behind: what stands behind ± of a mean; "" for all others.
        shelf: where it is chosen.
        family: what it is made of.
        shape: how many numbers it has.
        unit: in which unit they are.
        error_bar: the error bar that shows it; None for none.
        is_place: whether its first number, or both ends, stand on the axis of the outcome, and
            move with its origin.
        needs_error: whether it needs the standard error of the mean.
    """

    name: str
    heading: str
    definition: str
    behind: str
    shelf: Shelf
    family: Family
    shape: Shape
    unit: Unit
    error_bar: ErrorBar | None
    is_place: bool
    needs_error: bool

    @property
    def depends_on_others(self) -> bool:
        """True where other groups have a part in it."""
        return self.family in (Family.WITHIN, Family.RANK)

    @property
    def is_of_one_group(self) -> bool:
        """True where a total over several groups has none of it."""
        return self.family in (Family.SHARE, Family.WITHIN, Family.RANK)
