"""What is said of every test: what it compares, from what, and how it is told of."""

from __future__ import annotations

from enum import Enum

from decimus.terms import Method
from decimus.values import Value


class Compares(Enum):
    """How many groups a test compares."""

    ONE = "one group with a reference value"
    TWO = "two groups"
    SEVERAL = "two groups or more"


class ErrorOf(Enum):
    """From what the spread of a difference of means comes."""

    POOLED = "the spread of all groups together"
    EACH_GROUP = "each group's own spread"
    ONE_GROUP = "the spread of the only group"
    DIFFERENCES = "the differences within units"
    CROSSED_DIFFERENCES = "the differences within units, over or at the levels of the other factor"
    BETWEEN_AND_WITHIN = "units for one factor, differences within them for the other"
    NOTHING = "none: no means are compared"


class MethodKind(Value, frozen=True):
    """What a test is.

    Args:
        name: its full name.
        compares: how many groups.
        pair_test: what single pairs are compared by.
        for_several: what to take instead for three groups or more; "" where it takes them.
        is_by_ranks: whether it works on ranks, so that it needs single values.
        is_by_signed_ranks: whether on those of differences within units.
        is_within_units: whether it needs the same units in several groups.
        ignores_units: whether it takes the same units in several groups for different ones.
        factors: how many crossed factors it takes; None where it takes groups as they are.
        takes_one: whether it can compare one group with a reference value.
        is_of_shares: whether it counts cases, so that values have to be 0 or 1.
        takes_cells: whether it takes combinations of levels as groups.
        error: from what the spread of a difference comes.
        left_over: what its table calls the variation that is left.
        unpooled: the test to take where spread is not alike; None where it needs none.
        by_ranks: the test by ranks in its place; None for none.
        assumes: what it takes for granted.
        section: where the methods define it.
        help: what it means, and when it is right.
    """

    name: str
    compares: Compares
    pair_test: str
    for_several: str
    is_by_ranks: bool
    is_by_signed_ranks: bool
    is_within_units: bool
    ignores_units: bool
    factors: int | None
    takes_one: bool
    is_of_shares: bool
    takes_cells: bool
    error: ErrorOf
    left_over: str
    unpooled: Method | None
    by_ranks: Method | None
    assumes: str
    section: str
    help: str
