"""How a table is laid out: as it was decided and kept, else as it is found out now."""

from __future__ import annotations

import weakref
from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache
from typing import Literal, NamedTuple

import msgspec
from msgspec.structs import replace

from decimus.errors import InputError
from decimus.measurements.asked import roles_of
from decimus.measurements.detection import detected_shape
from decimus.measurements.kept_decisions import decoded
from decimus.measurements.lettered import has_letters, lettered, without_letters
from decimus.measurements.observations import Measurements
from decimus.measurements.profiles import ColumnProfile, column_profile
from decimus.measurements.rows.blocks import TableBlock
from decimus.measurements.rows.bodies import Body, body_of, cells_below, filled_cells
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.foot import foot_below
from decimus.study.decisions import Decided, QuestionDecided
from decimus.study.readings import HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP, Reading
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.values import Value

_MOST_HASHED = 4_000
"""Cells of a table that is known again by what they hold; some such tables are remembered."""

Asked = tuple[int | None, tuple[int, ...] | None]
"""The outcome and the factors that a question asks about, None for those found."""


class _Column(Value, frozen=True):
    """What was found out about a column, its cells aside."""

    index: int
    heading: str
    above: str
    unit: str
    is_filled_down: bool


class _Kept(Value, frozen=True):
    """A shape without the cells of its columns."""

    shape: TableShape
    columns: tuple[_Column, ...]


def table_shape(table: Table, reading: Reading, computed: int = 0) -> TableShape:
    """How a table is laid out: as it was decided where that still holds, else as found out.

    What `reading` says is taken as said; so many columns at the end of the table are computed.
    """
    kept = kept_shape(table, reading)
    return _detected(table, reading, computed) if kept is None else kept


def _detected(table: Table, reading: Reading, computed: int = 0) -> TableShape:
    """How a table is laid out as found out now, or a moment ago.

    One table is asked about several times while it comes in. What it holds tells a small one, as
    to hash a large one takes as long as to look at it.
    """
    asked = replace(reading, **_ANEW)
    if table.row_count * table.column_count <= _MOST_HASHED:
        return _of_small(replace(table, title=""), asked, computed)
    last = _LAST.get("table")
    if last is not None and last.table() is table and last.asked == (asked, computed):
        return last.shape
    shape = _found_out(table, asked, computed)
    _LAST["table"] = _Last(weakref.ref(table), (asked, computed), shape)
    return shape


@lru_cache(maxsize=64)
def _of_small(table: Table, reading: Reading, computed: int) -> TableShape:
    return _found_out(table, reading, computed)


class _Last(NamedTuple):
    table: weakref.ref[Table]
    asked: tuple[Reading, int]
    shape: TableShape


_LAST: dict[Literal["table"], _Last] = {}
"""The large table that was looked at last."""


def _found_out(table: Table, reading: Reading, computed: int) -> TableShape:
    marked = lettered(table)
    bare = without_letters(table, marked)
    shape = detected_shape(bare, reading, computed)
    if not marked:
        return shape
    rows_out = set(shape.summary_rows)
    if not (reading.counts_summaries or shape.is_turned) and marked.columns:
        rows = table.block(0, 0, shape.block.end_row, table.column_count)
        full = [any(has_letters(row[c]) for c in marked.columns) for row in rows]
        rows_out |= {*foot_below(bare.rows()[: len(full)], marked.columns, full, shape.decimal)}
    return replace(shape, lettered=marked, summary_rows=tuple(sorted(rows_out)))


def holds(table: Table, reading: Reading) -> bool:
    """Whether what was decided about a table holds for it as it is now."""
    decided = reading.decided
    if decided is None or decided.said != _said(reading):
        return False
    if table.column_count not in (decided.columns, decided.columns + len(reading.computed)):
        return False
    kept = _kept(decided.shape, decided.rows, decided.columns + len(reading.computed))
    if kept is None:
        return False
    if table.row_count == decided.rows:
        return True
    shape, block = kept.shape, kept.shape.block
    # Rows may come and go below headings, where nothing else stands.
    is_plain = not (shape.is_turned or shape.summary_rows or shape.longer_rows)
    return (
        is_plain
        and block.end_row == decided.rows
        and table.row_count > block.first_row
        and _headings(table, block) == decided.headings
    )


def kept_shape(table: Table, reading: Reading) -> TableShape | None:
    """The shape that was decided, None where none was or it holds no longer."""
    decided = reading.decided
    if decided is None or not holds(table, reading):
        return None
    kept = _kept(decided.shape, decided.rows, decided.columns + len(reading.computed))
    if kept is None:
        return None
    shape = kept.shape
    table = without_letters(table, shape.lettered)
    seen = table.turned() if shape.is_turned else table
    if seen.row_count != decided.rows and not shape.is_turned:
        shape = replace(shape, block=replace(shape.block, end_row=seen.row_count))
    body = body_of(seen, shape.block)
    typed = dict(zip(_places(table, kept.shape.block), decided.headings, strict=False))
    columns = tuple(
        _profile(column, seen, shape, body, typed)
        for column in kept.columns
        if column.index < seen.column_count
    )
    return replace(shape, columns=columns, is_kept=True)


def _profile(
    column: _Column,
    table: Table,
    shape: TableShape,
    body: Body,
    typed: Mapping[tuple[int, int], str],
) -> ColumnProfile:
    index, heading = column.index, column.heading
    if (row := shape.header_row) is not None and not shape.is_turned:
        now = table.cell(row, index).strip()
        if now != typed.get((row, index), now):
            heading = now  # it was renamed since
    cells: Sequence[str] = [row[index] for row in body.rows]
    if column.is_filled_down:
        cells = filled_cells(shape.block, body, *cells_below(table, shape.block, body, index))
    profile = column_profile(
        index, heading, cells, shape.decimal, column.above, column.unit, body.head
    )
    return replace(profile, is_filled_down=column.is_filled_down)


def decided(
    table: Table, reading: Reading, asked: Mapping[Asked, Measurements], version: str
) -> Decided | None:
    """What is to be kept of how a table is read; what was kept before stays.

    Args:
        table: the table.
        reading: what was said about it.
        asked: what was read for each question that asks about it.
        version: of this program.

    None for a table that cannot be read.
    """
    before = reading.decided if holds(table, reading) else None
    if before is not None:
        new = (key for key in asked if before.question(*key) is None)
        found = tuple(_question(key, reading, asked[key]) for key in new)
        return replace(before, questions=(*before.questions, *found)) if found else before
    try:
        shape = _detected(table, reading)
    except InputError:
        return None
    if asked:
        shape = next(iter(asked.values())).shape
    columns = tuple(
        _Column(p.index, p.heading, p.above, p.unit, p.is_filled_down) for p in shape.columns
    )
    kept = _Kept(replace(shape, columns=(), is_kept=False), columns)
    return Decided(
        version,
        _said(reading),
        table.row_count,
        table.column_count,
        _headings(table, shape.block),
        _text(kept),
        tuple(_question(key, reading, found) for key, found in asked.items()),
    )


def _question(key: Asked, reading: Reading, found: Measurements) -> QuestionDecided:
    is_long = found.shape.layout is Layout.LONG
    roles = _text(roles_of(found.shape, reading, *key)) if is_long else ""
    kinds = tuple((factor.variable, factor.kind) for factor in found.factors)
    return QuestionDecided(*key, roles, _text(found.units), kinds)


def _text(value: object) -> str:
    return msgspec.json.encode(value).decode()


_ANEW: dict[str, object] = {
    "decided": None,
    "variables": (),
    "unit_name": None,
    "material": None,
    "condition": None,
    "limits": None,
    "missing_codes": (),
    "true_codes": (),
    "counts_marked": (),
    "joins": (),
    "asides": (),
    "missing_reasons": (),
    "adjustments": (),
    "cell_notes": (),
}
"""What is said about a reading that no detection asks for."""


def _said(reading: Reading) -> str:
    return _text(replace(reading, **_ANEW))


def _places(table: Table, block: TableBlock) -> Iterator[tuple[int, int]]:
    return ((row, c) for row in block.header_rows for c in range(table.column_count))


def _headings(table: Table, block: TableBlock) -> tuple[str, ...]:
    return tuple(table.cell(row, column).strip() for row, column in _places(table, block))


@lru_cache(maxsize=64)
def _kept(text: str, rows: int, columns: int) -> _Kept | None:
    """A shape from its JSON; None where it points beyond the table, as one from anywhere may."""
    kept = decoded(text, _Kept)
    if kept is None:
        return None
    shape = kept.shape
    height, width = (columns, rows) if shape.is_turned else (rows, columns)
    block = shape.block
    at_columns = {c.index for c in kept.columns}
    named = [*shape.side_factors, *shape.measured, *shape.readings, *shape.summary_columns]
    named += [*shape.lettered.columns, *(c for r in shape.retold for c in (r.column, r.of))]
    named += [*shape.ratios, *shape.beside, *([] if shape.row_names is None else [shape.row_names])]
    if shape.roles is not None:
        roles = shape.roles
        more = (roles.unit, roles.reading, roles.other_unit, roles.doubtful_factor)
        named += [*roles.outcomes, *roles.factors, *roles.beside]
        named += [c for c in more if c is not None]
    if shape.summary is not None:
        named += sorted(shape.summary.all_columns)
    at_rows = [
        *shape.lettered.rows,
        *block.title_rows,
        *block.header_rows,
        *block.note_rows,
        *shape.summary_rows,
    ]
    at_rows += [
        *shape.doubtful_rows,
        *shape.longer_rows,
        *([] if block.unit_row is None else [block.unit_row]),
    ]
    over = {HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP}
    heads = shape.heads
    told = {*heads.levels, *(x for x in (heads.quantity, heads.naming) if x is not None)}
    fits = (
        shape.decimal in (".", ",")
        and at_columns <= set(range(width))
        and told <= over
        and all(c in at_columns or c < 0 for c in named)
        and all(0 <= row < height for row in at_rows)
        and 0 <= block.first_row <= block.end_row <= height
    )
    return kept if fits else None
