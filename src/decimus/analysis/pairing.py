"""Two conditions measured on the same units: who is complete, and the differences."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

import numpy as np

from decimus.analysis.groups import Group, Groups
from decimus.statistics.rank_tests import without_rounding
from decimus.statistics.summaries import Summary
from decimus.terms import LevelKind
from decimus.values import Value


class Pairing(Value, frozen=True):
    """Differences of two groups, unit by unit.

    Args:
        later: the group that comes second in reading order.
        earlier: the first.
        units: units with a value in both, in reading order.
        incomplete: units with a value in one of them only.
        differences: later − earlier for each of `units`.
    """

    later: Group
    earlier: Group
    units: tuple[str, ...]
    incomplete: tuple[str, ...]
    differences: Summary


def has_same_units(groups: Groups) -> bool:
    """True when the groups were measured on the same units."""
    units = groups.measurements.units
    return units.is_same and all(group.cells.units for group in groups.shown if group.n)


def in_time(groups: Groups, pair: Sequence[Group]) -> tuple[Group, Group]:
    """The earlier of two groups first: by amount or known order, else as read."""
    first, second = pair
    factors = [factor.factor for factor in groups.factors]
    for factor, a, b in zip(factors, first.levels, second.levels, strict=True):
        if a != b and factor.kind is not LevelKind.NAMES:
            order = factor.level_texts_in_order
            return (first, second) if order.index(a) < order.index(b) else (second, first)
    return first, second


def pairing_of(earlier: Group, later: Group) -> Pairing:
    """The differences of two groups with the same units."""
    first = dict(zip(earlier.cells.units, earlier.cells.exact, strict=True))
    second = dict(zip(later.cells.units, later.cells.exact, strict=True))
    both = tuple(unit for unit in first if unit in second)
    either = (*first, *(unit for unit in second if unit not in first))
    return Pairing(
        later,
        earlier,
        both,
        tuple(unit for unit in either if (unit in first) != (unit in second)),
        Summary(tuple(less(second[unit], first[unit]) for unit in both)),
    )


_MOST_EXACT = 16
"""Significant digits up to which a number is what was typed and no result of arithmetic."""


def less(later: float, earlier: float) -> float:
    """The difference of two numbers as they were typed.

    0.4 − 0.3 and 0.8 − 0.7 differ in binary, in the fifteenth decimal; as typed both are 0.1.
    Results of arithmetic, such as means of readings, are freed of what it left in them.
    """
    a, b = Decimal(repr(later)), Decimal(repr(earlier))
    if max(len(a.as_tuple().digits), len(b.as_tuple().digits)) > _MOST_EXACT:
        largest = max(abs(later), abs(earlier))
        return float(without_rounding(np.array([later - earlier]), largest)[0])
    return float(a - b)
