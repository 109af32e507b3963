"""Which way round a table is: what its rows and columns hold, found out from the cells."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import combinations

from decimus.measurements.blocks import TableBlock, forward_filled, table_block, unit_of
from decimus.measurements.layouts import WideParts, layout_of, reading_columns, wide_parts
from decimus.measurements.numbers import (
    CellKind,
    decimal_sign,
    doubtful_number,
    name_and_unit,
    read_cell,
)
from decimus.measurements.profiles import (
    UNIT_WORDS,
    ColumnProfile,
    column_profile,
    filled_down,
    fills_down,
    numbered_stem,
)
from decimus.measurements.summarised import SummaryShape, statistic_in, summary_shape
from decimus.measurements.summary_lines import computed_lines, is_row_label, is_summary_label
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_SAMPLE_ROWS = 1000
"""Rows looked at to find the layout; more would not change the verdict."""
_TAIL_ROWS = 80
_MOST_TURNED = 200_000
"""Cells of a table that is looked at on its side; summaries are small."""


@dataclass(frozen=True)
class TableShape:
    """How a table is laid out.

    Args:
        layout: which way round.
        decimal: its decimal sign.
        block: its rows by what they are for.
        columns: a profile of every column that holds anything, in order.
        row_names: the column that names rows, None when there is none.
        side_factors: columns beside a block of measurements that tell groups apart.
        measured: the columns of that block; in a long table those that can be the outcome.
        readings: columns that are readings of one unit, averaged for each row.
        summary_rows: rows of means and the like, left out.
        summary_columns: columns of means and the like, left out.
        summary: how it is summarised, None for raw measurements.
        is_turned: whether rows and columns are exchanged before it is read.
        doubtful_number: a number that could be read in two ways, "" where there is none.
    """

    layout: Layout
    decimal: str
    block: TableBlock
    columns: tuple[ColumnProfile, ...]
    row_names: int | None
    side_factors: tuple[int, ...]
    measured: tuple[int, ...]
    readings: tuple[int, ...]
    summary_rows: tuple[int, ...]
    summary_columns: tuple[int, ...]
    summary: SummaryShape | None
    is_turned: bool
    doubtful_number: str

    def column(self, index: int) -> ColumnProfile:
        """The profile of a column."""
        return self._by_index[index]

    @cached_property
    def _by_index(self) -> dict[int, ColumnProfile]:
        return {profile.index: profile for profile in self.columns}

    def name(self, index: int) -> str:
        """What a column is called: its heading, else "column 3"."""
        return self.column(index).heading or f"column {index + 1}"

    @property
    def header_row(self) -> int | None:
        """The row of names nearest to the measurements, None when there is none."""
        return self.block.header_rows[-1] if self.block.header_rows else None

    @property
    def first_row(self) -> int:
        """The first row of measurements."""
        return self.block.first_row

    @property
    def has_two_headers(self) -> bool:
        """True when a second factor stands above the headings."""
        return len(self.block.header_rows) > 1

    @property
    def value_columns(self) -> tuple[int, ...]:
        """Columns that hold measurements (long) or a group's replicates (columns)."""
        return self.measured

    @property
    def factor_candidates(self) -> tuple[int, ...]:
        """Columns that can name groups at all."""
        if self.layout is Layout.LONG:
            return tuple(p.index for p in self.columns if len(p.counts) > 1)
        return tuple(
            p.index
            for p in self.columns
            if len(p.counts) > 1 and p.index not in (*self.measured, *self.summary_columns)
        )

    @property
    def filled_down(self) -> tuple[int, ...]:
        """Columns whose blanks repeat the cell above."""
        return tuple(p.index for p in self.columns if p.is_filled_down)

    @cached_property
    def likely_factors(self) -> tuple[int, ...]:
        """The columns that most likely name the groups, at most three."""
        if self.layout is not Layout.LONG:
            return self.side_factors
        return likely_long_factors(self.columns)


def likely_long_factors(columns: Sequence[ColumnProfile]) -> tuple[int, ...]:
    """The columns of a long table that most likely name the groups, at most three."""
    named = [p for p in columns if p.is_text and p.repeats and not p.names_rows]
    named = [p for p in named if p.heading_word not in UNIT_WORDS] or named
    named = [p for p in named if not p.is_dates] or named
    numeric = [p for p in columns if p.is_numeric and p.looks_like_levels]
    if sum(p.is_numeric for p in columns) <= len(numeric):
        numeric = numeric[:-1]  # something has to be the outcome
    if not named and not numeric:
        named = [p for p in columns if p.is_text and len(p.counts) > 1]
    found = sorted([*named, *numeric], key=lambda profile: profile.index)
    for size in (3, 2):
        for chosen in combinations(found, size):
            if _are_crossed(chosen):
                return tuple(profile.index for profile in chosen)
    # One factor: the first, unless it is so fine beside another that it names subjects.
    coarsest = min((len(profile.counts) for profile in found), default=0)
    return tuple(p.index for p in found if len(p.counts) < 3 * coarsest)[:1]


def _are_crossed(chosen: Sequence[ColumnProfile]) -> bool:
    """True when most combinations of columns exist, most of them more than once."""
    if len({len(profile.texts) for profile in chosen}) > 1:
        return False
    cells = Counter(zip(*(profile.texts for profile in chosen), strict=True))
    possible = 1
    for profile in chosen:
        possible *= len(profile.counts)
    recur = sum(count > 1 for count in cells.values()) * 2 >= len(cells)
    return recur and len(cells) >= 0.6 * possible


def table_shape(table: Table, reading: Reading) -> TableShape:
    """Find out how a table is laid out; what `reading` says is taken as said."""
    straight = _Look(table, reading)
    if reading.layout is Layout.COLUMNS or reading.layout is Layout.LONG:
        return straight.shape(reading.layout)
    if reading.layout is Layout.ROWS:
        return straight.shape(Layout.ROWS)
    if straight.summary is not None:
        return straight.summarised()
    if table.row_count * table.column_count <= _MOST_TURNED and straight.may_be_turned:
        turned = _Look(table.turned(), reading)
        if turned.summary is not None:
            return turned.summarised(is_turned=True)
    if reading.layout is Layout.SUMMARISED:
        return straight.summarised()
    return straight.shape(None)


class _Look:
    """One look at a table, the right way up or on its side."""

    def __init__(self, table: Table, reading: Reading) -> None:
        self._table = table
        self._reading = reading
        count = min(table.row_count, _SAMPLE_ROWS)
        rows = table.block(0, 0, count, table.column_count)
        tail_from = max(0, table.row_count - _TAIL_ROWS)
        tail = table.block(tail_from, 0, table.row_count - tail_from, table.column_count)
        self.decimal = reading.decimal or decimal_sign(cell for row in rows for cell in row)
        headers = reading.header_rows
        if headers is None and reading.has_header is not None:
            headers = int(reading.has_header)
        self.block = table_block(rows, tail, table.row_count, self.decimal, headers)
        self._rows = rows
        self._body = rows[self.block.first_row : self.block.end_row]
        self.doubtful = (
            doubtful_number(cell for row in rows for cell in row)
            if reading.decimal is None and self.decimal == "."
            else ""
        )
        self.profiles = self._profiles()

    def _profiles(self) -> tuple[ColumnProfile, ...]:
        block, rows = self.block, self._rows
        width = self._table.column_count
        headers = block.header_rows
        headings = [cell.strip() for cell in rows[headers[-1]]] if headers else []
        above = forward_filled(rows[headers[0]]) if len(headers) > 1 else []
        units = [] if block.unit_row is None else [cell.strip() for cell in rows[block.unit_row]]
        columns = [[row[c] for row in self._body] for c in range(width)]
        found = []
        for c, cells in enumerate(columns):
            unit = unit_of(units[c]) if units and units[c] else ""
            profile = column_profile(
                c,
                headings[c] if headings else "",
                cells,
                self.decimal,
                above[c] if above else "",
                unit,
            )
            if not profile.texts and not profile.heading:
                continue
            if c < 3 and c + 1 < width and not profile.is_numbering:
                used = [any(row[d].strip() for d in range(c + 1, width)) for row in self._body]
                if self._names_once(profile, cells, used):
                    filled = filled_down(cells, used)
                    again = column_profile(
                        c, profile.heading, filled, self.decimal, profile.above, unit
                    )
                    profile = replace(again, is_filled_down=True)
            found.append(profile)
        return tuple(found)

    def _names_once(self, profile: ColumnProfile, cells: list[str], used: list[bool]) -> bool:
        if any(read_cell(cell, self.decimal).kind is CellKind.MISSING for cell in cells[:200]):
            return False
        return (profile.is_text or not profile.texts_only) and fills_down(cells, used)

    @cached_property
    def summary(self) -> SummaryShape | None:
        """How the table is summarised."""
        texts = [
            cell
            for r in (*self.block.title_rows, *self.block.note_rows)
            if r < len(self._rows)
            for cell in self._rows[r]
            if cell.strip()
        ]
        is_said = self._reading.layout is Layout.SUMMARISED
        return summary_shape(
            self.profiles, self._reading.summary, self.decimal, texts, is_said=is_said
        )

    @property
    def may_be_turned(self) -> bool:
        """True when the first column names statistics and nothing else."""
        if not self.profiles or len(self._body) > 12:
            return False
        names = [text for text in self.profiles[0].texts if text]
        kinds = [statistic_in(text)[0] for text in names]
        return "mean" in kinds and all(kinds) and len(names) > 1

    def summarised(self, *, is_turned: bool = False) -> TableShape:
        """The shape of a summarised table."""
        summary = self.summary
        taken = summary.all_columns if summary is not None else frozenset()
        sides = tuple(p.index for p in self.profiles if p.index not in taken and p.texts)
        measured = tuple(c.mean for c in summary.columns) if summary is not None else ()
        return self._made(
            Layout.SUMMARISED,
            WideParts(None, sides[:3], measured, ()),
            is_turned=is_turned,
            summary=summary,
        )

    def shape(self, said: Layout | None) -> TableShape:
        """The shape of a table of raw measurements."""
        profiles, reading = self.profiles, self._reading
        has_header = bool(self.block.header_rows)
        columns_out = self._summary_columns()
        kept = tuple(p for p in profiles if p.index not in columns_out)
        layout = said or layout_of(
            kept, has_header=has_header, has_two_headers=len(self.block.header_rows) > 1
        )
        if layout is Layout.LONG:
            columns_out, kept = (), profiles
            parts = WideParts(_long_row_names(kept), (), (), self._readings_across(kept))
            measured = _long_outcomes(kept)
            parts = WideParts(parts.row_names, (), measured, parts.readings)
        else:
            parts = wide_parts(kept, layout, reading, has_header=has_header)
        return self._made(layout, parts, columns_out=columns_out)

    def _readings_across(self, profiles: tuple[ColumnProfile, ...]) -> tuple[int, ...]:
        if self._reading.readings_across is False:
            return ()
        return reading_columns(profiles, is_said=bool(self._reading.readings_across))

    def _made(
        self,
        layout: Layout,
        parts: WideParts,
        *,
        is_turned: bool = False,
        summary: SummaryShape | None = None,
        columns_out: tuple[int, ...] = (),
    ) -> TableShape:
        rows_out = () if summary is not None else self._summary_rows(layout, parts)
        return TableShape(
            layout=layout,
            decimal=self.decimal,
            block=self.block,
            columns=self.profiles,
            row_names=parts.row_names,
            side_factors=parts.side_factors,
            measured=parts.measured,
            readings=parts.readings,
            summary_rows=rows_out,
            summary_columns=columns_out,
            summary=summary,
            is_turned=is_turned,
            doubtful_number=self.doubtful,
        )

    def _summary_columns(self) -> tuple[int, ...]:
        """Columns that are named as summaries, or computed from the columns before them."""
        if self._reading.counts_summaries:
            return ()
        numeric = [p for p in self.profiles if p.is_numeric and not p.is_numbering]
        labelled = [p.index for p in numeric if p.heading and is_summary_label(p.heading)]
        if labelled and len(numeric) - len(labelled) >= 2:
            return tuple(labelled)
        if labelled or len(numeric) < 4 or len(self._body) > 2000:
            return ()
        lines, decimals = self._numbers([p.index for p in numeric])
        turned = list(zip(*lines, strict=True))
        count = computed_lines(turned, list(zip(*decimals, strict=True)))
        return tuple(p.index for p in numeric[len(numeric) - count :]) if count else ()

    def _numbers(self, columns: list[int]) -> tuple[list[list[float | None]], list[list[int]]]:
        lines, decimals = [], []
        for row in self._body:
            if not any(row[c].strip() for c in columns):
                continue
            cells = [read_cell(row[c], self.decimal) for c in columns]
            lines.append([c.value if c.kind is CellKind.NUMBER else None for c in cells])
            decimals.append([c.decimals for c in cells])
        return lines, decimals

    def _summary_rows(self, layout: Layout, parts: WideParts) -> tuple[int, ...]:
        """Rows whose name says that they hold means and the like, or that are computed."""
        if self._reading.counts_summaries:
            return ()
        first, end = self.block.first_row, self.block.end_row
        naming = [p.index for p in self.profiles if p.is_text] if layout is Layout.LONG else []
        if layout is Layout.ROWS:
            naming = list(parts.side_factors)
        if parts.row_names is not None:
            naming.append(parts.row_names)
        texts = {p.index: p for p in self.profiles}
        found: set[int] = set()
        for c in naming:
            is_label = is_row_label if layout is Layout.LONG else is_summary_label
            if not any(map(is_label, texts[c].counts)):
                continue
            found |= {
                row
                for row, text in enumerate(self._table.column(c))
                if first <= row < end and is_label(text)
            }
        if len(found) >= max(2, end - first):
            return ()
        if found or layout is not Layout.COLUMNS or end - first > 2000:
            return tuple(sorted(found))
        rows = [
            r for r, row in enumerate(self._body) if any(row[c].strip() for c in parts.measured)
        ]
        lines, decimals = self._numbers(list(parts.measured))
        count = computed_lines(lines, decimals) if len(lines) == len(rows) else 0
        return tuple(first + r for r in rows[len(rows) - count :]) if count else ()


def _long_row_names(profiles: tuple[ColumnProfile, ...]) -> int | None:
    """The column of a long table that names rows."""
    named = (p.index for p in profiles if p.names_rows and len(p.counts) > 1)
    return next(named, None)


def _long_outcomes(profiles: tuple[ColumnProfile, ...]) -> tuple[int, ...]:
    """Columns of a long table that can be the outcome, likely ones only."""
    taken = set(likely_long_factors(profiles))
    free = [p for p in profiles if p.is_numeric and p.index not in taken]
    measured = [p.index for p in free if not (p.names_rows or p.is_numbering)]
    return tuple(measured or (p.index for p in free))


def row_noun(shape: TableShape) -> str | None:
    """What the row names say a replicate is: "flask" for "flask 1", "flask 2"."""
    if shape.layout is Layout.ROWS:
        stem = numbered_stem(tuple(shape.column(c).heading or " " for c in shape.measured))
        return stem if stem and stem in UNIT_WORDS else None
    if shape.row_names is None:
        return None
    profile = shape.column(shape.row_names)
    heading = name_and_unit(profile.heading)[0].lower()
    if heading in UNIT_WORDS - {"id"}:
        return heading
    stem = numbered_stem(tuple(text for text in profile.texts if not is_summary_label(text)))
    if stem is not None and re.fullmatch(r"[^\W\d_]{2,}( [^\W\d_]+)*", stem):
        return stem
    return None
