"""What was read from a table: which number belongs to which group, and where it stands."""

from __future__ import annotations

from decimal import Decimal
from functools import cached_property
from itertools import product

import numpy as np
from msgspec import field

from decimus.measurements.cells import Floats, Integers
from decimus.measurements.numbers import CellKind
from decimus.measurements.replicates import Units
from decimus.measurements.shapes import TableShape
from decimus.measurements.variables import Factor, Outcome
from decimus.statistics.summaries import GivenSummary
from decimus.study.adjustments import AnyAdjustment, FactorOnGroup
from decimus.study.targets import Levels
from decimus.terms import Layout, LimitRule
from decimus.values import Value

Place = tuple[int, int]
"""Row and column of a cell, from 0."""


class CellReference(Value, frozen=True):
    """A cell and what stands in it, for remarks; rows and columns from 0."""

    row: int
    column: int
    text: str
    kind: CellKind = CellKind.TEXT


class AsideValue(Value, frozen=True):
    """A measurement that is kept in view but not counted: where, what, and why.

    Its value is NaN where adjustments give it none, as logarithms of zero.
    """

    place: Place
    value: float
    reason: str


class GroupCells(Value, frozen=True, eq=False):
    """One group's replicates and where they stand.

    Args:
        levels: the group's levels as typed, one per factor.
        replicates: the numbers that count, in reading order; averages where units have
            several readings.
        shifted: the same less the measurements' origin, exactly; None where that is 0.
        rows: the rows of the cells that count, value by value.
        columns: their columns.
        missing: (row, column) of measurements that are not there.
        units: for each value the name of its unit; empty where nothing names them.
        asides: what is set aside, in reading order.
        excluded: units of which nothing counts because it is set aside.
        starts: where the cells of each value start, where readings are averaged; None where
            every value is one cell.
        given: the summary, where the table gives that and no single value.
    """

    levels: Levels
    replicates: Floats
    shifted: Floats | None
    rows: Integers
    columns: Integers
    missing: tuple[Place, ...]
    units: tuple[str, ...] = ()
    asides: tuple[AsideValue, ...] = ()
    excluded: int = 0
    starts: tuple[int, ...] | None = None
    given: GivenSummary | None = None

    @property
    def n(self) -> int:
        """How many replicates count; 0 where a summary was given."""
        return len(self.replicates)

    @cached_property
    def values(self) -> tuple[float, ...]:
        """The replicates as numbers."""
        return tuple(self.replicates.tolist())

    @property
    def exact(self) -> tuple[float, ...]:
        """The replicates less the measurements' origin, for differences of them."""
        return self.values if self.shifted is None else tuple(self.shifted.tolist())

    @property
    def places(self) -> tuple[Place, ...]:
        """(row, column) of every cell that counts."""
        return tuple(zip(self.rows.tolist(), self.columns.tolist(), strict=True))

    def places_of(self, value: int) -> tuple[Place, ...]:
        """(row, column) of the cells that one value comes from."""
        start, end = value, value + 1
        if self.starts is not None:
            start = self.starts[value]
            end = self.starts[value + 1] if value + 1 < len(self.starts) else len(self.rows)
        rows, columns = self.rows[start:end].tolist(), self.columns[start:end].tolist()
        return tuple(zip(rows, columns, strict=True))

    @property
    def is_empty(self) -> bool:
        """True when there is no value and no mean."""
        return not self.n and self.given is None


class Measurements(Value, frozen=True):
    """All that was read from one table for one question.

    Args:
        shape: how the table is laid out.
        outcome: what was measured.
        factors: what groups differ in; none in a table of one column.
        groups: every group that exists, in reading order.
        origin: what numbers of many constant leading digits are shifted by, exactly, before
            they become binary; 0 for all others.
        decimals: digits after the decimal sign, as in nine tenths of the cells at least.
        unit_name: what a replicate is, "replicate" when nobody said.
        material: what was measured, may be empty.
        condition: when or under what, may be empty.
        unreadable: cells among the measurements that are neither number nor missing.
        limits: cells such as "<0.1".
        limit_rule: what they count as.
        unused_factors: names of columns that could name groups but do not.
        units: what a replicate is and whether it recurs.
        reading_count: cells that count; more than values where readings are averaged.
        adjustments: documented changes to the values.
        marks: what stands in cells that are marked as missing: "NA", "n/a", "#DIV/0!".
        without_group: rows that hold a measurement and name no group.
        longer_rows: rows that reach beyond the headings.
        counts_cases: whether every row is one case that is counted, and nothing was measured.
        error_columns: columns of the known error of every single value.
        errors: these by row, as distances downwards and upwards.
    """

    shape: TableShape
    outcome: Outcome
    factors: tuple[Factor, ...]
    groups: tuple[GroupCells, ...]
    origin: Decimal
    decimals: int
    unit_name: str
    material: str
    condition: str
    unreadable: tuple[CellReference, ...]
    limits: tuple[CellReference, ...]
    limit_rule: LimitRule
    unused_factors: tuple[str, ...]
    units: Units
    reading_count: int
    marks: dict[Place, str] = field(default_factory=dict)
    adjustments: tuple[AnyAdjustment, ...] = ()
    without_group: tuple[int, ...] = ()
    longer_rows: tuple[int, ...] = ()
    counts_cases: bool = False
    error_columns: tuple[int, ...] = ()
    errors: dict[int, tuple[float, float]] = field(default_factory=dict)

    @cached_property
    def count(self) -> int:
        """How many values count: numbers, or averages of readings; means where given."""
        return sum(group.n or (group.given is not None) for group in self.groups)

    @property
    def missing_count(self) -> int:
        """How many measurements are missing."""
        return sum(len(group.missing) for group in self.groups)

    @property
    def aside_count(self) -> int:
        """How many measurements are set aside."""
        return sum(len(group.asides) for group in self.groups)

    def is_adjusted(self, group: GroupCells) -> bool:
        """True when the group's values are not those typed."""
        variables = [factor.variable for factor in self.factors]
        for adjustment in self.adjustments:
            if not isinstance(adjustment, FactorOnGroup):
                return True
            if (adjustment.variable, adjustment.level) in zip(variables, group.levels, strict=True):
                return True
        return False

    @property
    def is_summarised(self) -> bool:
        """True when means were given instead of measurements."""
        return self.shape.layout is Layout.SUMMARISED


def empty_cells(measurements: Measurements) -> tuple[Levels, ...]:
    """Combinations of levels for which there is no group at all."""
    existing = {group.levels for group in measurements.groups}
    levels = ([level.text for level in factor.levels] for factor in measurements.factors)
    return tuple(cell for cell in product(*levels) if cell not in existing)


def typical_decimals(counts: Integers) -> int:
    """The decimals that nine tenths of the cells do not exceed."""
    total = int(counts.sum())
    if not total:
        return 0
    reached = np.cumsum(counts)
    return int(np.searchsorted(reached, -(-9 * total // 10)))
