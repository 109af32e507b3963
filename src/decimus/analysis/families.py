"""Which groups are compared with which, and which way round."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cached_property
from itertools import combinations

from decimus.analysis.groups import Group, Groups
from decimus.analysis.pairing import in_time
from decimus.errors import DesignError
from decimus.study.questions import PairOfGroups
from decimus.study.targets import Levels
from decimus.terms import PairSet
from decimus.values import Value

SideLevels = tuple[str | None, ...]
"""Levels as typed, one per factor; None for a factor averaged over."""


class Compared(Value, frozen=True):
    """One side of a comparison: a group, or a level averaged over other factors.

    Args:
        levels: as typed, one per factor; None for a factor averaged over.
        labels: the names they are shown under, "" for a factor averaged over.
    """

    levels: SideLevels
    labels: tuple[str, ...]

    @cached_property
    def cell(self) -> Levels | None:
        """The levels of the group that it is; None for a mean over other factors."""
        known = tuple(level for level in self.levels if level is not None)
        return known if known and len(known) == len(self.levels) else None


def side(group: Group) -> Compared:
    """A group as one side of a comparison."""
    return Compared(group.levels, group.labels)


def control_factor(groups: Groups) -> int | None:
    """The position of the first factor with a control, None without one."""
    for position, factor in enumerate(groups.factors):
        if groups.choices.control(factor.factor.variable) is not None:
            return position
    return None


def family(
    groups: Groups,
    there: Sequence[Group],
    pairs: PairSet,
    chosen: tuple[PairOfGroups, ...] = (),
    within: tuple[int, ...] = (),
    factor: int | None = None,
) -> list[tuple[int, int]]:
    """The pairs of a family as (a, b) by place in `there`: the difference is a − b.

    The control is always b; where groups differ in a factor `within` units it is later −
    earlier; else the first in reading order minus the second. `factor` is the position of the
    one whose levels are compared within those of the others, None for all in turn.

    Raises:
        DesignError: no control is marked, or nothing is chosen.
    """
    found = _pairs(groups, there, pairs, chosen, factor)
    return [_directed(groups, there, i, j, within) for i, j in found]


def _pairs(
    groups: Groups,
    there: Sequence[Group],
    pairs: PairSet,
    chosen: tuple[PairOfGroups, ...],
    factor: int | None,
) -> list[tuple[int, int]]:
    everything = list(combinations(range(len(there)), 2))
    match pairs:
        case PairSet.NONE:
            return []
        case PairSet.WITHIN:
            differ = ((i, j, differing(there[i], there[j])) for i, j in everything)
            return [
                (i, j)
                for i, j, by in differ
                if len(by) == 1 and (factor is None or by[0] == factor)
            ]
        case PairSet.CHOSEN | PairSet.PLANNED:
            return [
                (i, j) for i, j in everything if is_among(chosen, there[i].levels, there[j].levels)
            ]
        case PairSet.CONTROL:
            return list(_with_control(groups, there, everything))
        case PairSet.ALL | PairSet.MARGINAL:
            return everything


def is_among(chosen: Sequence[PairOfGroups], a: Levels, b: Levels) -> bool:
    """True for two groups that were picked, whichever first."""
    return any(pair.joins(a, b) for pair in chosen)


def _with_control(
    groups: Groups, there: Sequence[Group], everything: list[tuple[int, int]]
) -> Iterator[tuple[int, int]]:
    """Pairs that differ in the control's factor alone, one of them at the control."""
    position = control_factor(groups)
    if position is None:
        raise DesignError(
            "No group is marked as the control",
            remedy="Say which level is the control, or compare all pairs",
        )
    control = groups.choices.control(groups.factors[position].factor.variable)
    for i, j in everything:
        is_with = control in (there[i].levels[position], there[j].levels[position])
        if is_with and differing(there[i], there[j]) == (position,):
            yield i, j


def differing(a: Group, b: Group) -> tuple[int, ...]:
    """The factors, by position, in which two groups differ."""
    levels = enumerate(zip(a.levels, b.levels, strict=True))
    return tuple(i for i, (one, other) in levels if one != other)


def _directed(
    groups: Groups, there: Sequence[Group], i: int, j: int, within: tuple[int, ...]
) -> tuple[int, int]:
    for position in differing(there[i], there[j]):
        control = groups.choices.control(groups.factors[position].factor.variable)
        if control is not None and control == there[i].levels[position]:
            return j, i
        if control is not None and control == there[j].levels[position]:
            return i, j
    if set(differing(there[i], there[j])) <= set(within):
        earlier, _ = in_time(groups, (there[i], there[j]))
        return (j, i) if earlier is there[i] else (i, j)
    return i, j
