"""Every experiment that a long table can be of: what was set, what n counts, what was read again.

Each explains the same rows; `weighing` says by how many bits one explains them better.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations

import numpy as np

from decimus.measurements.experiments.labels import (
    Codes,
    Label,
    are_crossed,
    has_support,
    is_nested,
    joint,
)
from decimus.values import Value

MOST_FACTORS = 3
_MOST_LABELS = 6
_ONCE = 0.95
"""Share of rows that stand alone in their cell where each does, slips aside."""


class Experiment(Value, frozen=True):
    """One way in which the rows can have come about.

    Args:
        factors: what was set: the columns that make the groups.
        unit: the column that names what n counts; None where every row is one.
        within: the factor in each level of which the names of units are others; None for none.
        reading: the column that numbers the readings of one unit.
        is_same: whether a name in another group is the same unit again.
        is_averaged: whether a unit has several rows in a group.
        nested_in: the factors within one level of which every unit stands.
        has_support: whether that is no chance.
        is_explained: whether unit and reading tell every row of a group apart.
        recurs: whether most names of units stand in several groups.
        rows_each: how many rows a unit has in a group.
        is_told_apart: whether all names together stand in one row each.
        has_replicates: whether groups hold more than one unit.
        unread: columns of names that the experiment has no use for.
        facts: what tells one experiment's results from another's.
    """

    factors: tuple[Label, ...]
    unit: Label | None = None
    within: Label | None = None
    reading: Label | None = None
    is_same: bool = False
    is_averaged: bool = False
    nested_in: tuple[Label, ...] = ()
    has_support: bool = False
    is_explained: bool = False
    recurs: bool = False
    rows_each: float = 1.0
    is_told_apart: bool = True
    has_replicates: bool = False
    unread: tuple[Label, ...] = ()
    facts: tuple[object, ...] = ()

    @property
    def columns(self) -> tuple[int, ...]:
        """The columns of the factors."""
        return tuple(sorted(f.index for f in self.factors))


def experiments(
    labels: Sequence[Label], factors: Sequence[int] = (), unit: int | None = None
) -> Iterator[Experiment]:
    """The experiments that these names can be of.

    Args:
        labels: the columns of names, all of which cross or nest somehow.
        factors: what was set, as said.
        unit: what n counts, as said.
    """
    if not labels or not len(labels[0].codes):
        return
    said = [label for label in labels if label.index in factors]
    free = list(labels)[:_MOST_LABELS] if not said else list(labels)
    chosen = [tuple(said)] if said else list(_sets_of_factors(free, unit))
    for of_factors in chosen:
        others = [label for label in labels if label not in of_factors]
        units = [None, *others] if unit is None else [x for x in others if x.index == unit]
        for of_units in units:
            yield from _with(of_factors, of_units, others)


def _sets_of_factors(labels: Sequence[Label], unit: int | None) -> Iterator[tuple[Label, ...]]:
    free = [label for label in labels if label.index != unit and not label.is_unique]
    for size in range(1, MOST_FACTORS + 1):
        for chosen in combinations(free, size):
            if are_crossed(chosen):
                yield chosen


def _with(
    factors: tuple[Label, ...], unit: Label | None, others: Sequence[Label]
) -> Iterator[Experiment]:
    """The experiments with these factors and units."""
    rows = len(factors[0].codes)
    cells = joint(factors, rows)
    sizes = np.bincount(cells)
    if unit is None:
        several = bool((sizes > 1).mean() > 0.5)
        rest = tuple(others)
        key = (_columns(factors), None, None)
        yield Experiment(
            factors,
            has_replicates=several,
            unread=rest,
            facts=key,
            is_told_apart=is_told_apart(factors, others),
        )
        return
    in_cell = joint((*factors, unit), rows)
    units = int(in_cell.max()) + 1
    is_once = units >= _ONCE * rows
    several = bool((_distinct(cells, in_cell) > 1).mean() > 0.5)
    free = [label for label in others if label is not unit]
    readings: list[Label | None] = [None]
    if not is_once:
        readings += [x for x in free if _reads(x, factors, unit, rows)]
    nested = tuple(f for f in factors if is_nested(unit, f))
    support = any(has_support(unit, f) for f in nested) or unit.is_unique
    recurs = _recurs(unit, cells)
    apart = is_told_apart(factors, others)
    for reading in readings:
        rest = tuple(label for label in free if label is not reading)
        explained = is_once or reading is not None or _count(free, factors, unit, rows)
        part = _canonical(in_cell) if not is_once else None
        variants: list[tuple[bool, Label | None]] = [(False, None)]
        if recurs and not unit.is_unique:
            variants.append((True, None))
            if len(factors) > 1 and not nested:
                variants += [(True, f) for f in factors]
        for is_same, within in variants:
            pairs = (unit.index, within.index if within is not None else None) if is_same else None
            yield Experiment(
                factors,
                unit=unit,
                within=within,
                reading=reading,
                is_same=is_same,
                is_averaged=not is_once,
                nested_in=nested,
                has_support=support,
                is_explained=explained,
                recurs=recurs,
                rows_each=rows / units,
                is_told_apart=apart,
                has_replicates=several,
                unread=rest,
                facts=(_columns(factors), part, pairs),
            )


def is_told_apart(factors: Sequence[Label], others: Sequence[Label]) -> bool:
    """Whether all names together stand in one row each."""
    rows = len(factors[0].codes)
    return int(joint((*factors, *others), rows).max()) + 1 >= _ONCE * rows


def _count(free: Sequence[Label], factors: Sequence[Label], unit: Label, rows: int) -> bool:
    """Whether counters within counters tell the rows of a unit apart: classes, pupils in them."""
    counters = [label for label in free if label.kind.counts]
    if len(counters) < 2:
        return False
    found = int(joint((*factors, unit, *counters), rows).max()) + 1
    return found >= _ONCE * rows


def _columns(factors: Sequence[Label]) -> tuple[int, ...]:
    return tuple(sorted(f.index for f in factors))


def _distinct(cells: Codes, in_cell: Codes) -> Codes:
    """How many units each cell holds."""
    first = np.unique(in_cell, return_index=True)[1]
    return np.bincount(cells[first])


def _reads(reading: Label, factors: Sequence[Label], unit: Label, rows: int) -> bool:
    """Whether a column tells the rows of one unit in one group apart, in the same way in each."""
    if reading.is_unique or is_nested(unit, reading):
        return False
    found = int(joint((*factors, unit, reading), rows).max()) + 1
    return found >= _ONCE * rows


def _recurs(unit: Label, cells: Codes) -> bool:
    """Whether most names stand in more than one group; of a sample of those that recur in it."""
    pairs = np.unique(unit.codes * (int(cells.max()) + 1) + cells)
    groups = np.bincount(pairs // (int(cells.max()) + 1), minlength=unit.count)
    if unit.is_sample:
        groups = groups[np.bincount(unit.codes, minlength=unit.count) > 1]
    return bool(len(groups)) and bool((groups > 1).mean() > 0.5)


def _canonical(codes: Codes) -> bytes:
    """A partition of rows, the same whatever its parts are called."""
    return codes.tobytes()
