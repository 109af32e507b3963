"""What intervals of differences promise, and how many of a family have to hold together."""

from __future__ import annotations

from enum import Enum

from decimus.kinds.totals import total
from decimus.terms import IntervalKind
from decimus.values import Value


class IntervalWords(Value, frozen=True):
    """How a kind of interval is told from others.

    Args:
        before: what stands before "95 % CI", with its blank.
        promised: what intervals of differences are said to be before "at 95 %", with its blank.
    """

    before: str
    promised: str


INTERVALS = total(
    IntervalKind,
    {
        IntervalKind.INDIVIDUAL: IntervalWords(before="", promised=""),
        IntervalKind.SIMULTANEOUS: IntervalWords(before="simultaneous ", promised="simultaneous, "),
        IntervalKind.BONFERRONI: IntervalWords(
            before="Bonferroni ", promised="adjusted after Bonferroni, "
        ),
    },
)


class IntervalRule(Enum):
    """From which distribution, at which level, each interval of a family is made."""

    EACH_AT_LEVEL = "each at the level by itself"
    SHARED_OUT = "α divided by the number of intervals"
    OF_INDEPENDENT = "the level's root, as for independent intervals"
    OWN_DISTRIBUTION = "that of the follow-up itself"
