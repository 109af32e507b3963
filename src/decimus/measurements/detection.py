"""Which way round a table is: what its rows and columns hold, found out from the cells."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property

from msgspec.structs import replace

from decimus.errors import TableError
from decimus.measurements.decimals import DecimalVote, decimal_vote
from decimus.measurements.facts.retold import Retold
from decimus.measurements.facts.rows import reading_columns
from decimus.measurements.families import Family, family_of
from decimus.measurements.headings import name_and_unit
from decimus.measurements.heads import Heads, heads_of, heads_within
from decimus.measurements.layouts import (
    Verdict,
    WideParts,
    weighed,
    wide_parts,
)
from decimus.measurements.lexicon import Statistic, statistic_named
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.profiles import (
    ColumnProfile,
    column_profile,
    fills_down,
)
from decimus.measurements.roles import LongRoles, long_roles
from decimus.measurements.rows.blocks import table_block
from decimus.measurements.rows.bodies import SAMPLE_ROWS, body_of, cells_below, filled_cells
from decimus.measurements.rows.heading_rows import forward_filled, unit_of
from decimus.measurements.shapes import TableShape
from decimus.measurements.sides import sides_of
from decimus.measurements.summaries.finding import ComputedLines
from decimus.measurements.summaries.foot import foot_of_means
from decimus.measurements.summaries.lines import (
    above_summaries,
    is_summary_label,
    is_total,
)
from decimus.measurements.summaries.marks import are_marks
from decimus.measurements.summaries.shapes import SummaryShape, is_of_statistic, summary_shape
from decimus.measurements.units import is_unit
from decimus.measurements.variables import is_time_order
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_TAIL_ROWS = 80
_MOST_TURNED = 200_000
"""Cells of a table that is looked at on its side; summaries are small."""
_MOST_NAMED = 20
_MOST_TEXTS = 20_000
"""Different texts of a column that are all looked at."""
_MOST_COMPUTED = 2000
"""Rows of a table whose numbers are compared with what they could be computed from."""
_MOST_TIMES = 13
"""Steps in time that somebody may have measured without naming the subjects."""


def detected_shape(table: Table, reading: Reading, computed: int = 0) -> TableShape:
    """Find out how a table is laid out; what `reading` says is taken as said.

    So many columns at its end are computed.
    """
    straight = _Look(table, reading, computed)
    if reading.layout is Layout.COLUMNS or reading.layout is Layout.LONG:
        return straight.shape(reading.layout)
    if reading.layout is Layout.ROWS:
        return straight.shape(Layout.ROWS)
    if reading.summary.in_rows:
        return _Look(table.turned(), reading).summarised(is_turned=True)
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

    def __init__(self, table: Table, reading: Reading, computed: int = 0) -> None:
        self._table = table
        self._reading = reading
        self._typed = table.column_count - computed
        count = min(table.row_count, SAMPLE_ROWS)
        rows = table.block(0, 0, count, table.column_count)
        tail_from = max(0, table.row_count - _TAIL_ROWS)
        tail = table.block(tail_from, 0, table.row_count - tail_from, table.column_count)
        self.vote = _vote(rows, reading)
        self.decimal = self.vote.sign
        headers = reading.header_rows
        if headers is None and reading.has_header is not None:
            headers = int(reading.has_header)
        self.block = table_block(
            tuple(row[: self._typed] for row in rows) if computed else rows,
            tuple(row[: self._typed] for row in tail) if computed else tail,
            table.row_count,
            self.decimal,
            headers,
        )
        self._rows = rows
        self._looked_at = body_of(table, self.block)
        self._body, self._head = self._looked_at.rows, self._looked_at.head
        self.longer_rows: tuple[int, ...] = ()
        self.profiles = self._profiles()
        self._found = ComputedLines(
            table, self.block, self._looked_at, self.profiles, self.decimal, reading
        )

    def _profiles(self) -> tuple[ColumnProfile, ...]:
        block, rows = self.block, self._rows
        width = self._table.column_count
        headers = block.header_rows
        headings = [cell.strip() for cell in rows[headers[-1]]] if headers else []
        if block.spanner and headers and headers[-1]:
            # What heads the names at the left may stand beside the spanner.
            over = [cell.strip() for cell in rows[headers[-1] - 1]]
            headings = [
                head or (cell if cell != block.spanner else "")
                for head, cell in zip(headings, over, strict=True)
            ]
        above = forward_filled(rows[headers[-2]]) if len(headers) > 1 else []
        if block.has_unnamed:
            above = _over_unnamed(headings)
        units = [] if block.unit_row is None else [cell.strip() for cell in rows[block.unit_row]]
        columns = [[row[c] for row in self._body] for c in range(width)]
        if _lacks_corner(headings, columns, self.decimal):
            headings = ["", *headings[:-1]]
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
                self._head,
            )
            if not profile.texts and not profile.heading:
                continue
            may_fill = c < 3 and c + 1 < width and not profile.is_numbering
            filled = self._filled_down(c, profile) if may_fill else None
            if filled is not None:
                again = column_profile(
                    c, profile.heading, filled, self.decimal, profile.above, unit, self._head
                )
                profile = replace(again, is_filled_down=True)
            found.append(profile)
        return self._names_first(self._within_headings(found))

    def _names_first(self, profiles: tuple[ColumnProfile, ...]) -> tuple[ColumnProfile, ...]:
        """The columns; what names are called without their numbers stands where names stand.

        So do names of groups behind columns that are said to be compared.
        """
        names = {self._typed + at for at, one in enumerate(self._reading.computed) if one.stem_of}
        if self._reading.layout is Layout.COLUMNS:
            last = max((p.index for p in profiles if p.is_numeric), default=-1)
            names |= {p.index for p in profiles if p.index > last and p.is_text and p.repeats}
        return (
            *(p for p in profiles if p.index in names),
            *(p for p in profiles if p.index not in names),
        )

    def _filled_down(self, column: int, profile: ColumnProfile) -> list[str] | None:
        """The cells looked at, blanks filled; None where blanks do not repeat the cell above."""
        if self._head is not None and 2 * sum(map(bool, profile.texts)) > len(profile.cells):
            return None
        cells, used = cells_below(self._table, self.block, self._looked_at, column)
        if not self._names_once(profile, cells, used):
            return None
        return filled_cells(self.block, self._looked_at, cells, used)

    def _within_headings(self, profiles: list[ColumnProfile]) -> tuple[ColumnProfile, ...]:
        """The columns that stand under headings, or beside them in most rows.

        Raises:
            TableError: most rows reach beyond the headings, as numbers cut in two do.
        """
        block = self.block
        if not block.header_rows or len(block.header_rows) > 1 or block.has_unnamed:
            return tuple(profiles)
        last = max((i for i, p in enumerate(profiles) if p.heading), default=-1)
        named, beyond = profiles[: last + 1], profiles[last + 1 :]
        if not beyond or len(named) < 2 or self._reading.header_rows is not None:
            return tuple(profiles)
        head = self._body[: self._head]
        used = [r for r, row in enumerate(head) if any(cell.strip() for cell in row)]
        longer = [r for r in used if any(r < len(p.cells) and p.cells[r] for p in beyond)]
        if 2 * len(longer) <= len(used) or all(p.is_text for p in beyond):
            first = self.block.first_row
            self.longer_rows = tuple(
                first + r for r in longer if any(p.cells[r] for p in beyond if not p.is_text)
            )[:_MOST_NAMED]
            return tuple(named)
        if len(beyond) * 2 >= len(named) and any(p.numbers for p in beyond):
            raise TableError(
                f"Rows have {len(profiles)} cells under {len(named)} headings",
                remedy="If a comma both marks decimals and parts cells, save the table with "
                "semicolons or tabs; else give every column a heading",
            )
        return tuple(profiles)

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
        if len(set(names)) < len(names):
            return False
        kinds = [statistic_named(text) for text in names]
        means = [found for found in kinds if found and found.statistic is Statistic.MEAN]
        return bool(means) and all(kinds) and len(names) > 1

    def summarised(self, *, is_turned: bool = False) -> TableShape:
        """The shape of a summarised table."""
        summary = self.summary
        taken = summary.all_columns if summary is not None else frozenset()
        measured = tuple(c.mean for c in summary.columns) if summary is not None else ()
        first = min(measured, default=0)
        sides = tuple(
            p.index
            for p in self.profiles
            if p.index not in taken
            and p.texts
            and (p.is_text or p.index < first)
            and not (p.index > first and are_marks(p.counts))
            and not (p.is_numeric and is_of_statistic(p.heading) and p.index > 0)
        )
        return self._made(
            Layout.SUMMARISED,
            WideParts(None, sides[:3], measured, ()),
            is_turned=is_turned,
            summary=summary,
        )

    def _foot(self, summary: SummaryShape) -> tuple[int, ...]:
        """Rows below the means that are none."""
        if self._reading.counts_summaries or self._head is not None:
            return ()
        foot = foot_of_means(self._body, summary, self.decimal)
        return tuple(self.block.first_row + at for at in foot)

    def shape(self, said: Layout | None) -> TableShape:
        """The shape of a table of raw measurements."""
        profiles, reading = self.profiles, self._reading
        has_header = bool(self.block.header_rows)
        left_out = [*reading.left_out]
        if reading.frequencies is not None and reading.frequencies >= 0:
            left_out.append(reading.frequencies)
        retold = self._retold(said, left_out)
        left_out += [one.column for one in retold]
        columns_out = tuple(dict.fromkeys((*self._found.columns(), *left_out)))
        kept = tuple(p for p in profiles if p.index not in columns_out)
        verdict = None
        over = self._heads(kept) if said in (None, Layout.COLUMNS) else None
        if over is not None:
            return self._made(Layout.COLUMNS, over[1], columns_out=columns_out, heads=over[0])
        if said is None:
            verdict = weighed(
                kept,
                has_header=has_header,
                has_two_headers=len(self.block.header_rows) > 1,
                spanner=self.block.spanner,
                has_summary_columns=bool(columns_out),
                has_summary_rows=self._has_summary_rows(kept),
            )
        layout = said or (verdict.layout if verdict is not None else Layout.COLUMNS)
        roles = None
        if layout is Layout.LONG:
            columns_out, kept = self._summaries_in_long(columns_out), profiles
            columns_out = tuple(dict.fromkeys((*columns_out, *left_out)))
            kept = above_summaries(
                [p for p in profiles if p.index not in columns_out], self.decimal
            )
            roles = self._roles(kept)
            readings = self._readings_across(kept)
            measured = roles.outcomes or tuple(p.index for p in kept if p.is_numeric)
            apart = tuple(p for p in kept if p.index != roles.reading)
            names = roles.unit if roles.unit is not None else _long_row_names(apart)
            parts = WideParts(names, (), measured, readings, roles.beside)
        else:
            parts = wide_parts(kept, layout, reading)
        made = self._made(layout, parts, columns_out=columns_out, roles=roles, verdict=verdict)
        return replace(made, retold=retold) if retold else made

    def _retold(self, said: Layout | None, left_out: Sequence[int]) -> tuple[Retold, ...]:
        """Of measurements beside names that recur those that tell the same as another."""
        if said not in (None, Layout.LONG) or not any(map(_names_groups, self.profiles)):
            return ()
        free = [
            p
            for p in self.profiles
            if p.is_numeric and not p.is_numbering and p.index not in left_out
        ]
        return self._found.retold(free)

    def _title_of_block(self) -> str:
        """The line above the headings where it is a quantity with its unit; else ""."""
        titles, headers = self.block.title_rows, self.block.header_rows
        if not titles or not headers or titles[-1] != headers[0] - 1:
            return ""
        texts = [cell.strip() for cell in self._rows[titles[-1]] if cell.strip()]
        name, unit = name_and_unit(texts[0]) if len(texts) == 1 else ("", "")
        return texts[0] if name and is_unit(unit) else ""

    def _heads(self, profiles: tuple[ColumnProfile, ...]) -> tuple[Heads, WideParts] | None:
        """What several rows of headings stand for, where they do more than cross two factors."""
        headers = self.block.header_rows
        if len(headers) < 2 and not self.block.has_unnamed:
            return heads_within(profiles) if len(headers) == 1 else None
        tops = forward_filled(self._rows[headers[0]]) if len(headers) > 2 else ()
        return heads_of(profiles, tops, unnamed=self.block.has_unnamed)

    def _roles(self, profiles: tuple[ColumnProfile, ...]) -> LongRoles:
        said = next(
            (c for c in (self._reading.within, self._reading.subject) if c is not None and c >= 0),
            None,
        )
        return long_roles(profiles, unit=said)

    def _summaries_in_long(self, columns: tuple[int, ...]) -> tuple[int, ...]:
        """Of columns of summaries those that stand beside the readings they summarise."""
        across = self._readings_across(self.profiles)
        return columns if len(across) > 1 else ()

    def _has_summary_rows(self, profiles: tuple[ColumnProfile, ...]) -> bool:
        """True when names at the left are of units, and below them of summaries."""
        sides = sides_of(profiles)
        if not sides.names:
            return False
        labels = sides.names[0].texts
        totals = [i for i, text in enumerate(labels) if is_total(text)]
        named = list(map(is_summary_label, labels))
        return (any(named) and not all(named)) or (len(labels) > 1 and totals == [len(labels) - 1])

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
        roles: LongRoles | None = None,
        verdict: Verdict | None = None,
        heads: Heads | None = None,
    ) -> TableShape:
        has_groups = layout is Layout.LONG and (roles is None or bool(roles.factors))
        if summary is None:
            rows_out = self._found.rows(parts, layout, has_groups=has_groups)
        else:
            rows_out = () if is_turned else self._foot(summary)
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
            doubtful_number=self.vote.doubtful,
            other_signs=tuple(
                cell for cell in self.vote.others if read_cell(cell, self.decimal).has_other_sign
            ),
            beside=parts.beside,
            roles=roles,
            verdict=verdict,
            heads=heads or Heads(),
            title=self._title_of_block(),
            pairs_by_row=self._pairs_by_row(layout, parts),
            longer_rows=self.longer_rows,
            doubtful_rows=() if summary is not None else self._found.doubtful_rows,
            ratios=tuple(
                c for c in self._found.ratios if c in parts.measured and len(parts.measured) > 2
            ),
        )

    def _pairs_by_row(self, layout: Layout, parts: WideParts) -> bool:
        """Whether what stands in one line is of one subject without a name.

        As said; else rows of before and after.
        """
        said = self._reading.pair_by_row
        if layout is Layout.ROWS:
            columns = {p.index: p.heading for p in self.profiles}
            return bool(said) and not all(columns[c] for c in parts.measured)
        if layout is not Layout.COLUMNS or parts.row_names is not None:
            return False
        if said is not None:
            return said
        profiles = {p.index: p for p in self.profiles}
        block = [profiles[c] for c in parts.measured]
        family = family_of([p.heading for p in block])
        full = len({tuple(bool(cell) for cell in p.cells) for p in block}) == 1
        said_so = family is Family.TIMES and is_time_order(tuple(p.heading for p in block))
        counted = any(sign.isdigit() for p in block for sign in p.heading)
        return said_so and not counted and full and 1 < len(block) < _MOST_TIMES


def _vote(rows: Sequence[Sequence[str]], reading: Reading) -> DecimalVote:
    """The decimal sign as said, or by the vote of the cells."""
    columns = (tuple(column) for column in zip(*rows, strict=False))
    vote = decimal_vote(columns, reading.likely_decimal or ".")
    if reading.decimal is None:
        return vote
    return DecimalVote(reading.decimal, "", vote.others if vote.sign == reading.decimal else ())


def _lacks_corner(headings: Sequence[str], columns: Sequence[Sequence[str]], decimal: str) -> bool:
    """True when the names of rows have no heading, and so the others stand one to the left."""
    if len(headings) < 3 or headings[-1] or not all(headings[:-1]):
        return False
    if any(not cell.strip() for cell in columns[-1][:-1]) or len(columns[0]) < 2:
        return False
    first = column_profile(0, "", list(columns[0]), decimal)
    return first.is_unique and (first.is_text or first.is_numbering)


def _names_groups(profile: ColumnProfile) -> bool:
    """Whether what stands in a column recurs: names, or numbers that all do."""
    return profile.repeats and (profile.is_text or min(profile.counts.values()) > 1)


def _long_row_names(profiles: tuple[ColumnProfile, ...]) -> int | None:
    """The column of a long table that names rows."""
    named = (p.index for p in profiles if p.names_rows and len(p.counts) > 1)
    return next(named, None)


def _over_unnamed(headings: Sequence[str]) -> list[str]:
    """The name over each column where only the first under it has it; "" over those before."""
    start = next(c for c, cell in enumerate(headings) if not cell) - 1
    return [""] * start + forward_filled(headings[start:])
