"""Every cell that holds a measurement or misses one, with its levels: one row each."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.asked import (
    chosen_factors,
    chosen_outcome,
    names_within,
    no_factor,
    no_numbers,
    roles_of,
    unit_column,
)
from decimus.measurements.cells import (
    Booleans,
    CodedCells,
    Integers,
    ParsedCells,
    coded,
    coded_column,
    coded_texts,
    parsed_column,
)
from decimus.measurements.headings import name_and_unit
from decimus.measurements.observing.frequencies import as_often_as_counted
from decimus.measurements.observing.observed import Observed
from decimus.measurements.profiles import filled_down
from decimus.measurements.shapes import TableShape
from decimus.study.readings import CELLS, HEADINGS, HEADINGS_ABOVE, LevelJoin, Reading
from decimus.study.slabs import Slab
from decimus.study.tables import Table
from decimus.terms import Layout

Scalar = TypeVar("Scalar", bound=np.generic)

_MOST_LOST = 50
"""Rows without a group that are named."""
_LARGE = 50_000
"""Rows from which on it pays to use all cores of the processor."""


class _Source:
    """The columns of a table, parsed when asked for."""

    def __init__(self, table: Table, shape: TableShape, reading: Reading) -> None:
        self.table = table
        self.shape = shape
        self._joins = reading.joins

    def parsed(self, column: int) -> ParsedCells:
        return parsed_column(self.table.columns[column], self.shape.decimal)

    def levels(self, column: int) -> CodedCells:
        """The texts of a column as levels: blanks filled down, spellings joined."""
        if column in self.shape.filled_down:
            cells = list(self.table.column(column))
            first, end = self.shape.first_row, self.shape.block.end_row
            used = [
                any(
                    self.table.cell(r, p.index).strip()
                    for p in self.shape.columns
                    if p.index != column
                )
                for r in range(first, end)
            ]
            body = filled_down(cells[first:end], used)
            found = coded_texts([*cells[:first], *body, *cells[end:]])
        else:
            found = coded_column(self.table.columns[column])
        return joined(found, self._joins, column)

    def one_level(self, heading: str) -> CodedCells:
        """The level of all rows where nothing tells groups apart."""
        name = name_and_unit(heading)[0] or heading
        return CodedCells((name,), np.zeros(self.table.row_count, np.int32))

    def parse_together(self, numbers: Sequence[int], texts: Sequence[int]) -> None:
        """Parse several columns of a large table side by side, ahead of their use."""
        if self.table.row_count < _LARGE:
            return
        from concurrent.futures import ThreadPoolExecutor

        columns = self.table.columns
        with ThreadPoolExecutor() as pool:
            for column in numbers:
                pool.submit(self.parsed, column)
            for column in texts:
                pool.submit(coded_column, columns[column])

    def is_counted(self) -> Booleans:
        """Which rows of the table can hold measurements."""
        counted = np.zeros(self.table.row_count, bool)
        counted[self.shape.first_row : self.shape.block.end_row] = True
        counted[list(self.shape.summary_rows)] = False
        return counted


def joined(cells: CodedCells, joins: Sequence[LevelJoin], variable: int) -> CodedCells:
    """Levels with the spellings that are one level joined."""
    spellings = {join.text: join.into for join in joins if join.variable == variable}
    if not spellings:
        return cells
    texts = tuple(spellings.get(text, text) for text in cells.texts)
    return coded([CodedCells(texts, cells.codes)])


def observe(
    table: Table,
    shape: TableShape,
    reading: Reading,
    outcome: int | None,
    factors: tuple[int, ...] | None,
) -> tuple[Observed, int]:
    """All measurements of a table, and the outcome's column (CELLS where it fills a block).

    Raises:
        TableError: nothing tells groups apart, or there are no numbers.
        ChoiceError: `outcome` names a column without numbers.
    """
    source = _Source(table, shape, reading)
    if shape.layout is Layout.LONG:
        observed, column = _from_long(source, reading, outcome, factors)
    else:
        observed, column = _from_block(source, reading, outcome, factors), CELLS
    if reading.frequencies is not None:
        observed = as_often_as_counted(observed, table, shape, reading.frequencies)
    return observed, column


# --- a block of measurements: groups in columns or rows -------------------------------


def quantity_asked(shape: TableShape, outcome: int | None) -> int | None:
    """Of a block of several quantities the first column of the one asked about; else None."""
    found = shape.quantities
    return outcome if outcome in found else next(iter(found), None)


def block_columns(shape: TableShape, outcome: int | None = None) -> tuple[int, ...]:
    """The columns of the block that are groups (or replicates): not those of stray text."""
    found = []
    first, level = quantity_asked(shape, outcome), shape.heads.quantity
    asked = "" if first is None or level is None else shape.heading_of(level, first)
    for c in shape.measured:
        if level is not None and shape.heading_of(level, c) != asked:
            continue
        profile = shape.column(c)
        if profile.numbers or profile.heading or not profile.texts_only:
            found.append(c)
    return tuple(found)


def distinct_headings(headings: Sequence[str], columns: Sequence[int]) -> tuple[str, ...]:
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


def block_factors(shape: TableShape, chosen: tuple[int, ...] | None) -> tuple[int, ...]:
    """The factors of a block of measurements, those chosen as far as they exist."""
    if shape.layout is Layout.COLUMNS:
        available: tuple[int, ...] = (HEADINGS, *shape.side_factors)
        if shape.heads.are_found:
            possible = (*shape.heads.levels, *shape.side_factors)
            kept = tuple(f for f in chosen or () if f in possible)
            return kept or (*shape.heads.factors, *shape.side_factors)
        if shape.has_two_headers:
            are_amounts = all(amount_and_unit(shape.column(c).heading) for c in shape.measured)
            headings = (HEADINGS, HEADINGS_ABOVE) if are_amounts else (HEADINGS_ABOVE, HEADINGS)
            available = (*headings, *shape.side_factors)
    else:
        available = shape.side_factors
    kept = tuple(f for f in chosen or () if f in available)
    return kept or available


def _from_block(
    source: _Source, reading: Reading, outcome: int | None, chosen: tuple[int, ...] | None
) -> Observed:
    shape = source.shape
    columns = block_columns(shape, outcome)
    if not any(shape.column(c).numbers for c in columns):
        raise no_numbers(shape)
    factors = block_factors(shape, chosen)
    if not factors:
        raise no_factor()
    by_row = shape.layout is Layout.ROWS
    parsed = {c: source.parsed(c) for c in columns}
    filled = np.column_stack([parsed[c].is_filled for c in columns])
    side = {f: source.levels(f) for f in factors if f >= 0}
    counted = source.is_counted()
    holds = counted & np.logical_or.reduce([parsed[c].is_number for c in columns])
    for levels in side.values():
        counted &= ~_is_blank(levels)
    lost = np.flatnonzero(holds & ~counted)[:_MOST_LOST]
    used = counted & filled.any(axis=1)
    if by_row:
        used = counted if side else used
        measured = _measured_in_rows(source, columns, filled, used)
    else:
        measured = _measured_in_columns(source, filled, used, counted)
    rows, positions = np.nonzero(measured)
    if not by_row:
        order = np.lexsort((rows, positions))
        rows, positions = rows[order], positions[order]
    numbers = np.array(columns, np.int32)[positions]
    table_kinds = np.column_stack([parsed[c].kinds for c in columns])
    values = np.column_stack([parsed[c].values for c in columns])
    decimals = np.column_stack([parsed[c].decimals for c in columns])
    headings = _heading_levels(shape, columns, reading)
    return Observed(
        rows=rows.astype(np.int32),
        columns=numbers,
        kinds=table_kinds[rows, positions],
        values=values[rows, positions],
        decimals=decimals[rows, positions],
        units={(r, c): unit for c in columns for r, unit in parsed[c].units.items()},
        variables=factors,
        levels=tuple(
            CodedCells(side[f].texts, side[f].codes[rows])
            if f >= 0
            else CodedCells(headings[f].texts, headings[f].codes[positions])
            for f in factors
        ),
        names=_block_names(source, columns, rows, positions),
        without_group=tuple(lost.tolist()),
    )


def _is_blank(cells: CodedCells) -> Booleans:
    if "" not in cells.texts:
        return np.zeros(len(cells.codes), bool)
    return np.equal(cells.codes, cells.texts.index(""))


def _heading_levels(
    shape: TableShape, columns: tuple[int, ...], reading: Reading
) -> dict[int, CodedCells]:
    headings = [shape.column(c).heading for c in columns]
    if shape.heads.are_found:
        return {
            level: joined(
                coded_texts([shape.heading_of(level, c) for c in columns]), reading.joins, level
            )
            for level in shape.heads.levels
        }
    if not shape.has_two_headers:
        return {
            HEADINGS: joined(
                coded_texts(distinct_headings(headings, columns)), reading.joins, HEADINGS
            )
        }
    above = [shape.column(c).above for c in columns]
    return {
        HEADINGS: joined(coded_texts(headings), reading.joins, HEADINGS),
        HEADINGS_ABOVE: joined(coded_texts(above), reading.joins, HEADINGS_ABOVE),
    }


def _measured_in_columns(
    source: _Source, filled: Booleans, used: Booleans, counted: Booleans
) -> Booleans:
    """Which cells of a block hold a measurement or miss one, groups in columns.

    A blank is missing when its row is named or a later cell of the column is filled; a
    blank tail of a column is no measurement.
    """
    names = source.shape.row_names
    named = (
        np.zeros(len(used), bool)
        if names is None
        else ~_is_blank(coded_column(source.table.columns[names]))
    )
    held = filled & counted[:, None]
    last = np.where(held.any(axis=0), len(used) - 1 - held[::-1].argmax(axis=0), -1)
    # Groups come from names: one without any cell is a group that misses all of them.
    last[last < 0] = len(used)
    before_last = np.arange(len(used))[:, None] < last[None, :]
    return held | (used[:, None] & (named[:, None] | before_last))


def _measured_in_rows(
    source: _Source, columns: tuple[int, ...], filled: Booleans, used: Booleans
) -> Booleans:
    """The same with groups in rows.

    A blank is missing when its column is named or a later cell of the row is filled.
    """
    named = np.array([bool(source.shape.column(c).heading) for c in columns])
    held = filled & used[:, None]
    width = filled.shape[1]
    last = np.where(held.any(axis=1), width - 1 - held[:, ::-1].argmax(axis=1), -1)
    before_last = np.arange(width)[None, :] < last[:, None]
    return held | (used[:, None] & (named[None, :] | before_last))


def _block_names(
    source: _Source, columns: tuple[int, ...], rows: Integers, positions: Integers
) -> CodedCells | None:
    shape = source.shape
    if shape.heads.naming is not None:
        names = coded_texts([shape.heading_of(shape.heads.naming, c) for c in columns])
        return CodedCells(names.texts, names.codes[positions])
    if shape.row_names is not None:
        names = coded_column(source.table.columns[shape.row_names])
        found = CodedCells(names.texts, names.codes[rows])
        if shape.side_factors and not shape.column(shape.row_names).is_unique:
            outer_names = [c for c in shape.beside if shape.column(c).repeats]
            for side in (*shape.side_factors, *outer_names):
                outer = coded_column(source.table.columns[side])
                found = _names_in_each(found, CodedCells(outer.texts, outer.codes[rows]))
        return found
    if shape.pairs_by_row and shape.layout is Layout.ROWS:
        names = coded_texts([f"column {c + 1}" for c in columns])
        return CodedCells(names.texts, names.codes[positions])
    if shape.pairs_by_row:
        count = source.table.row_count
        numbers = tuple(f"row {row + 1}" for row in range(count))
        return CodedCells(numbers, np.arange(count, dtype=np.int32)[rows])
    if shape.layout is Layout.ROWS:
        headings = [shape.column(c).heading for c in columns]
        if all(headings):
            names = coded_texts(headings)
            return CodedCells(names.texts, names.codes[positions])
    return None


# --- one measurement per row ------------------------------------------------------------


def _from_long(
    source: _Source, reading: Reading, outcome: int | None, factors: tuple[int, ...] | None
) -> tuple[Observed, int]:
    shape = source.shape
    roles = roles_of(shape, reading, outcome, factors)
    chosen = chosen_factors(shape, roles, outcome, factors)
    column = chosen_outcome(shape, roles, outcome, chosen)
    values_in = shape.readings if column in shape.readings else (column,)
    source.parse_together(values_in, [c for c in chosen if c >= 0])
    levels = [source.levels(c) if c >= 0 else source.one_level(shape.name(column)) for c in chosen]
    counted = source.is_counted()
    parts = [source.parsed(c) for c in values_in]
    holds = counted & np.logical_or.reduce([part.is_number for part in parts])
    levels = [_with_none(own, levels, holds) for own in levels]
    for cells in levels:
        counted &= ~_is_blank(cells)
    lost = np.flatnonzero(holds & ~counted)[:_MOST_LOST]
    rows = np.flatnonzero(counted).astype(np.int32)
    if len(values_in) > 1:
        # Blank readings are no measurement where the row has others.
        filled = np.column_stack([p.is_filled[rows] for p in parts])
        filled[~filled.any(axis=1), 0] = True
        at, positions = np.nonzero(filled)
        rows = rows[at]
        taken: Integers | slice = rows
    else:
        positions = np.zeros(len(rows), np.int8)
        taken = _stretch(rows)
    name_column = unit_column(shape, reading, roles, chosen, column)
    names = None
    if name_column is not None and not _is_all_unique(source.table, name_column):
        cells = coded_column(source.table.columns[name_column])
        names = CodedCells(cells.texts, cells.codes[taken])
        apart = names_within(reading, roles, name_column)
        if apart is not None and apart != name_column:
            outer = coded_column(source.table.columns[apart])
            names = _names_in_each(names, CodedCells(outer.texts, outer.codes[taken]))

    parsed = ParsedCells(
        _picked([p.kinds for p in parts], taken, positions),
        _picked([p.values for p in parts], taken, positions),
        _picked([p.decimals for p in parts], taken, positions),
        {},
    )
    observed = Observed(
        rows=rows,
        columns=np.array(values_in, np.int32)[positions],
        kinds=parsed.kinds,
        values=parsed.values,
        decimals=parsed.decimals,
        units={
            (r, c): unit
            for c, part in zip(values_in, parts, strict=True)
            for r, unit in part.units.items()
        },
        variables=chosen,
        levels=tuple(CodedCells(cells.texts, cells.codes[taken]) for cells in levels),
        names=names,
        without_group=tuple(lost.tolist()),
    )
    return observed, column


def _with_none(own: CodedCells, levels: Sequence[CodedCells], holds: Booleans) -> CodedCells:
    """A factor whose blanks are all of some levels of another: the vehicle has no dose.

    They are a level of their own then, and not rows that lack one. `holds` are the rows with
    measurements.
    """
    blank = _is_blank(own) & holds
    if not blank.any() or NO_LEVEL in own.texts or blank.sum() == holds.sum():
        return own
    for other in (cells for cells in levels if cells is not own):
        without = np.unique(other.codes[blank])
        if any(not other.texts[code] for code in without.tolist()):
            continue
        explained = np.isin(other.codes, without) & holds
        if np.array_equal(explained, blank) and len(without) < len(np.unique(other.codes[holds])):
            codes = np.where(blank, len(own.texts), own.codes)
            return CodedCells((*own.texts, NO_LEVEL), codes)
    return own


NO_LEVEL = "none"
"""What a level is called that a group does not have."""


def _names_in_each(names: CodedCells, outer: CodedCells) -> CodedCells:
    """Names that count anew in each part of the table, with the part: "M 3"."""
    pairs = outer.codes.astype(np.int64) * len(names.texts) + names.codes
    found, codes = np.unique(pairs, return_inverse=True)
    named = (
        (outer.texts[pair // len(names.texts)], names.texts[pair % len(names.texts)])
        for pair in found.tolist()
    )
    texts = [f"{part} {name}".strip() if name else "" for part, name in named]
    again = coded_texts(texts)
    return CodedCells(again.texts, again.codes[codes])


def _is_all_unique(table: Table, column: int) -> bool:
    """True for a large column of which no text occurs twice, which then groups nothing."""
    chunks = table.columns[column]
    if table.row_count < _LARGE or not all(isinstance(chunk, Slab) for chunk in chunks):
        return False
    import polars as pl

    pieces = {chunk.piece for chunk in chunks if isinstance(chunk, Slab)}
    if len(pieces) != 1:
        return False
    series = pieces.pop().series
    numbers = series[1:].cast(pl.Int64, strict=False)
    if not numbers.null_count() and bool((numbers.diff() > 0).all()):
        return True  # numbers that only rise, as most row numbers do
    return series.n_unique() >= table.row_count


def _stretch(rows: Integers) -> Integers | slice:
    """Rows that follow each other as a slice, which copies nothing."""
    if len(rows) and int(rows[-1]) - int(rows[0]) + 1 == len(rows):
        return slice(int(rows[0]), int(rows[-1]) + 1)
    return rows


def _picked(
    parts: list[NDArray[Scalar]], rows: Integers | slice, positions: Integers
) -> NDArray[Scalar]:
    """Of columns beside each other the cell at each row and position."""
    if len(parts) == 1:
        return parts[0][rows]
    return np.column_stack(parts)[rows, positions]
