"""From a table and its reading to measurements: which number belongs to which group."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from decimal import Decimal
from itertools import product

from decimus.errors import ChoiceError, TableError
from decimus.measurements.detection import TableShape, row_noun, table_shape
from decimus.measurements.numbers import CellKind, exact_number, name_and_unit, read_cell
from decimus.measurements.variables import Factor, Outcome, levels_of
from decimus.study.questions import Levels
from decimus.study.readings import CELLS, HEADINGS, Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_LARGEST, _SMALLEST = 1e50, 1e-50
"""Beyond these the square of a variance leaves the range of a double, to ∞ or to 0."""
_ALIKE = 1e-3
"""Values that differ by less than this share of themselves have constant leading digits."""


@dataclass(frozen=True)
class CellReference:
    """A cell and what stands in it, for remarks; rows and columns from 0."""

    row: int
    column: int
    text: str


@dataclass(frozen=True)
class GroupCells:
    """One group's replicates and where they stand.

    Args:
        levels: the group's levels as typed, one per factor.
        values: the numbers that count, in reading order.
        shifted: the values less the measurements' origin, exactly; the same as `values`
            where the origin is 0.
        places: (row, column) of each of them.
        missing: (row, column) of measurements that are not there.
    """

    levels: Levels
    values: tuple[float, ...]
    shifted: tuple[float, ...]
    places: tuple[tuple[int, int], ...]
    missing: tuple[tuple[int, int], ...]


@dataclass(frozen=True)
class Measurements:
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
        unused_factors: names of columns that could name groups but do not.
        recurring_names: heading of a column whose every name stands once in every group,
            as subjects measured again do; "" where there is none.
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
    unused_factors: tuple[str, ...]
    recurring_names: str

    @property
    def count(self) -> int:
        """How many numbers count."""
        return sum(len(group.values) for group in self.groups)

    @property
    def missing_count(self) -> int:
        """How many measurements are missing."""
        return sum(len(group.missing) for group in self.groups)


def read_measurements(
    table: Table,
    reading: Reading,
    outcome: int | None = None,
    factors: tuple[int, ...] | None = None,
) -> Measurements:
    """Read a table.

    Args:
        table: the cells.
        reading: what the user said about them.
        outcome: the outcome's column in a long table, None as detected.
        factors: the factors' columns in a long table, None as detected.

    Raises:
        TableError: the table is empty or holds no measurements.
        ChoiceError: `outcome` or `factors` name columns that cannot serve.
    """
    if table.is_empty:
        raise TableError("The table is empty", remedy="Paste or open a table with measurements")
    shape = table_shape(table, reading)
    if not any(profile.numbers for profile in shape.columns):
        raise _no_numbers(shape)
    if shape.layout is Layout.COLUMNS:
        return _from_columns(table, reading, shape)
    return _from_long(table, reading, shape, outcome, factors)


def _from_columns(table: Table, reading: Reading, shape: TableShape) -> Measurements:
    columns = [
        p
        for p in (shape.column(c) for c in shape.value_columns)
        if p.numbers or p.heading or not p.texts_only
    ]
    if not any(p.numbers for p in columns):
        raise _no_numbers(shape)
    headings = _distinct_headings([p.heading for p in columns], [p.index for p in columns])
    kind, unit, levels = levels_of(headings, reading.facts(HEADINGS).kind)
    skipped = frozenset(shape.summary_rows)
    groups: list[GroupCells] = []
    collector = _Collector(shape.decimal)
    row_named = _row_is_named(table, shape)
    for level, profile in zip(levels, columns, strict=True):
        rows = _measured_rows(table, shape, profile.index, row_named, skipped)
        cells = [(r, profile.index, table.cell(r, profile.index)) for r in rows]
        groups.append(collector.group((level.text,), cells))
    corner_name, corner_unit = _corner(shape)
    facts, outcome_facts = reading.facts(HEADINGS), reading.facts(CELLS)
    factor = Factor(
        HEADINGS,
        facts.name or corner_name or "group",
        facts.unit if facts.unit is not None else (unit or corner_unit),
        kind,
        tuple(levels),
        is_named=bool(facts.name or corner_name),
    )
    # The heading of an only column says what was measured.
    heading = columns[0].heading if len(columns) == 1 else ""
    name, unit = name_and_unit(heading)
    outcome = Outcome(
        CELLS,
        outcome_facts.name or name or "measurement",
        outcome_facts.unit if outcome_facts.unit is not None else unit,
        is_named=bool(outcome_facts.name or name),
    )
    return collector.measurements(table, shape, outcome, (factor,), tuple(groups), reading, ())


def _no_numbers(shape: TableShape) -> TableError:
    return TableError(
        "There are no numbers to summarise in the table",
        remedy="Measurements must be numbers, such as 12.5"
        + (" or 12,5" if shape.decimal == "," else ""),
    )


def _distinct_headings(headings: list[str], columns: list[int]) -> tuple[str, ...]:
    """Headings as level names: blanks are numbered by column, repeats counted."""
    seen: set[str] = set()
    named: list[str] = []
    for heading, column in zip(headings, columns, strict=True):
        base = heading or f"column {column + 1}"
        text, number = base, 2
        while text in seen:
            text, number = f"{base} ({number})", number + 1
        seen.add(text)
        named.append(text)
    return tuple(named)


def _corner(shape: TableShape) -> tuple[str, str]:
    """The factor's name and unit from the heading over the row names, if it is that."""
    if shape.row_names is None:
        return "", ""
    name, unit = name_and_unit(shape.column(shape.row_names).heading)
    return ("", "") if shape.column(shape.row_names).names_rows or not name else (name, unit)


def _row_is_named(table: Table, shape: TableShape) -> tuple[bool, ...]:
    if shape.row_names is None:
        return (False,) * table.row_count
    return tuple(bool(text.strip()) for text in table.column(shape.row_names))


def _measured_rows(
    table: Table,
    shape: TableShape,
    column: int,
    row_named: tuple[bool, ...],
    skipped: frozenset[int],
) -> list[int]:
    """The rows in which this column holds a measurement or misses one.

    A blank is missing when its row is named or a later cell of the column is filled;
    a blank tail of a column is no measurement.
    """
    cells = [text.strip() for text in table.column(column)]
    last = max((r for r, text in enumerate(cells) if text and r not in skipped), default=-1)
    return [
        r
        for r in range(shape.first_row, table.row_count)
        if r not in skipped
        and (cells[r] or (_row_is_used(table, shape, r) and (row_named[r] or r < last)))
    ]


def _row_is_used(table: Table, shape: TableShape, row: int) -> bool:
    """True when the row holds something besides its name: a note below a table does not."""
    return any(
        table.cell(row, profile.index).strip()
        for profile in shape.columns
        if profile.index != shape.row_names
    )


def _from_long(
    table: Table,
    reading: Reading,
    shape: TableShape,
    outcome_column: int | None,
    factor_columns: tuple[int, ...] | None,
) -> Measurements:
    chosen = _chosen_factors(shape, outcome_column, factor_columns)
    outcome_index = _chosen_outcome(shape, outcome_column, chosen)
    cells_by_factor = [[text.strip() for text in table.column(c)] for c in chosen]
    values = list(table.column(outcome_index))
    skipped = frozenset(shape.summary_rows)
    by_levels: dict[Levels, list[tuple[int, int, str]]] = {}
    for r in range(shape.first_row, table.row_count):
        levels = tuple(cells[r] for cells in cells_by_factor)
        if all(levels) and r not in skipped:
            by_levels.setdefault(levels, []).append((r, outcome_index, values[r]))
    collector = _Collector(shape.decimal)
    groups = tuple(collector.group(levels, cells) for levels, cells in by_levels.items())
    if not any(group.values for group in groups):
        raise _no_numbers(shape)
    factors = tuple(
        _long_factor(shape, reading, c, tuple(dict.fromkeys(levels[i] for levels in by_levels)))
        for i, c in enumerate(chosen)
    )
    facts = reading.facts(outcome_index)
    name, unit = name_and_unit(shape.column(outcome_index).heading)
    outcome = Outcome(
        outcome_index,
        facts.name or name or "measurement",
        facts.unit if facts.unit is not None else unit,
        is_named=bool(facts.name or name),
    )
    unused = tuple(
        shape.column(c).heading or f"column {c + 1}"
        for c in shape.factor_candidates
        if c not in chosen and not shape.column(c).is_numeric and c != shape.row_names
    )
    return collector.measurements(table, shape, outcome, factors, groups, reading, unused)


def _chosen_factors(
    shape: TableShape, outcome: int | None, chosen: tuple[int, ...] | None
) -> tuple[int, ...]:
    known = {profile.index for profile in shape.columns}
    if chosen is not None:
        usable = tuple(c for c in chosen if c in known and c != outcome)
        if usable:
            return usable
    likely = tuple(c for c in shape.likely_factors if c != outcome)
    if not likely:
        likely = tuple(c for c in shape.factor_candidates if c != outcome)[:1]
    if not likely:
        raise TableError(
            "No column says which group a measurement belongs to",
            remedy="Add a column with the group of every row, or read it as one group per column",
        )
    return likely


def _chosen_outcome(shape: TableShape, outcome: int | None, factors: tuple[int, ...]) -> int:
    known = {profile.index for profile in shape.columns}
    if outcome is not None and outcome in known:
        if shape.column(outcome).numbers == 0:
            heading = shape.column(outcome).heading or f"column {outcome + 1}"
            raise ChoiceError(
                f"Column “{heading}” holds no numbers", remedy="Choose another column as outcome"
            )
        return outcome
    free = [c for c in shape.value_columns if c not in factors]
    if not free:
        free = [p.index for p in shape.columns if p.numbers and p.index not in factors]
    if not free:
        raise _no_numbers(shape)
    return free[0]


def _long_factor(
    shape: TableShape, reading: Reading, column: int, texts: tuple[str, ...]
) -> Factor:
    facts = reading.facts(column)
    name, heading_unit = name_and_unit(shape.column(column).heading)
    kind, unit, levels = levels_of(texts, facts.kind)
    return Factor(
        column,
        facts.name or name or f"column {column + 1}",
        facts.unit if facts.unit is not None else (heading_unit or unit),
        kind,
        tuple(levels),
        is_named=bool(facts.name or name),
    )


class _Collector:
    """Gathers groups from cells and what there is to say about the cells."""

    def __init__(self, decimal: str) -> None:
        self._decimal = decimal
        self._decimals: list[int] = []
        self._unreadable: list[CellReference] = []

    def group(self, levels: Levels, cells: list[tuple[int, int, str]]) -> GroupCells:
        values: list[float] = []
        places: list[tuple[int, int]] = []
        missing: list[tuple[int, int]] = []
        for row, column, text in cells:
            cell = read_cell(text, self._decimal)
            if cell.kind is CellKind.NUMBER:
                _check_size(cell.value, text, row, column)
                values.append(cell.value)
                places.append((row, column))
                self._decimals.append(cell.decimals)
                continue
            missing.append((row, column))
            if cell.kind is CellKind.TEXT:
                self._unreadable.append(CellReference(row, column, text.strip()))
        shown = tuple(values)
        return GroupCells(levels, shown, shown, tuple(places), tuple(missing))

    def measurements(
        self,
        table: Table,
        shape: TableShape,
        outcome: Outcome,
        factors: tuple[Factor, ...],
        groups: tuple[GroupCells, ...],
        reading: Reading,
        unused: tuple[str, ...],
    ) -> Measurements:
        origin, shifted = _shifted(groups, table, self._decimal)
        return Measurements(
            shape=shape,
            outcome=outcome,
            factors=factors,
            groups=shifted,
            origin=origin,
            decimals=_typical_decimals(self._decimals),
            unit_name=reading.unit_name or row_noun(shape) or "replicate",
            material=reading.material or "",
            condition=reading.condition or "",
            unreadable=tuple(self._unreadable),
            unused_factors=unused,
            recurring_names=_recurring_names(shape, factors, len(groups)),
        )


def _check_size(value: float, text: str, row: int, column: int) -> None:
    """Refuse a number whose spread could not be computed, rather than get it wrong."""
    if value and not _SMALLEST <= abs(value) <= _LARGEST:
        size = "large" if abs(value) > 1 else "small"
        raise TableError(
            f"“{text.strip()}” (row {row + 1}, column {column + 1}) is too {size} to compute with",
            remedy="Correct it, or use another unit",
        )


def _recurring_names(shape: TableShape, factors: tuple[Factor, ...], groups: int) -> str:
    """The heading of a column of a long table that names the same units in every group."""
    used = {factor.variable for factor in factors}
    for profile in shape.columns if shape.layout is Layout.LONG and groups > 1 else ():
        counts = set(profile.counts.values())
        is_name = profile.index not in used and (profile.is_text or profile.names_rows)
        if is_name and counts == {groups} and len(profile.counts) > 1:
            return profile.heading or f"column {profile.index + 1}"
    return ""


def _shifted(
    groups: tuple[GroupCells, ...], table: Table, decimal: str
) -> tuple[Decimal, tuple[GroupCells, ...]]:
    """The groups with values less a common origin, where that keeps digits.

    Of 10000000.2 a double keeps nine decimals, of 0.2 sixteen: numbers that share their
    leading digits are shifted by the first of them in decimal arithmetic, exactly.
    """
    values = [value for group in groups for value in group.values]
    low, high = min(values, default=0.0), max(values, default=0.0)
    if not 0 < high - low < _ALIKE * min(abs(low), abs(high)):
        return Decimal(0), groups
    first = next(group for group in groups if group.places)
    origin = exact_number(table.cell(*first.places[0]), decimal)
    return origin, tuple(
        replace(
            group,
            shifted=tuple(
                float(exact_number(table.cell(*place), decimal) - origin) for place in group.places
            ),
        )
        for group in groups
    )


def _typical_decimals(decimals: list[int]) -> int:
    """The decimals that nine tenths of the cells do not exceed."""
    if not decimals:
        return 0
    ordered = sorted(decimals)
    return ordered[min(len(ordered) - 1, math.ceil(0.9 * len(ordered)) - 1)]


def empty_cells(measurements: Measurements) -> tuple[Levels, ...]:
    """Combinations of levels for which there is no group at all."""
    existing = {group.levels for group in measurements.groups}
    levels = ([level.text for level in factor.levels] for factor in measurements.factors)
    return tuple(cell for cell in product(*levels) if cell not in existing)
