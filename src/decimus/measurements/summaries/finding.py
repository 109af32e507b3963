"""Which rows and columns of a table are summaries of the others, or computed from them."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence

import numpy as np

from decimus.measurements.cells import coded_column
from decimus.measurements.facts.retold import NumberColumns, Retold, retold_columns
from decimus.measurements.facts.sums import (
    ASKED_BITS,
    FORMULAS,
    LEFT_OUT_BITS,
    Computed,
    bits_of_line,
    computed_columns,
    computed_run,
    hints_of,
    likeliest_run,
)
from decimus.measurements.layouts import WideParts
from decimus.measurements.lexicon import statistic_named
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.rows.blocks import TableBlock
from decimus.measurements.rows.bodies import Body
from decimus.measurements.summaries.lines import (
    computed_lines,
    is_row_label,
    is_summary_label,
    summary_places,
)
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_MOST_TEXTS = 20_000
"""Different texts of a column that are all looked at."""
_MOST_COMPUTED = 2000
"""Rows of a table whose numbers are compared with what they could be computed from."""


class ComputedLines:
    """Finds rows and columns that are no measurements because they follow from the others."""

    def __init__(
        self,
        table: Table,
        block: TableBlock,
        looked_at: Body,
        profiles: Sequence[ColumnProfile],
        decimal: str,
        reading: Reading,
    ) -> None:
        self._table = table
        self.block = block
        self._body, self._head = looked_at.rows, looked_at.head
        self.profiles = profiles
        self.decimal = decimal
        self._reading = reading
        self.ratios: tuple[int, ...] = ()
        self.doubtful_rows: tuple[int, ...] = ()

    def columns(self) -> tuple[int, ...]:
        """Columns that are named as summaries, or computed from the columns before them."""
        if self._reading.counts_summaries:
            return ()
        numeric = [p for p in self.profiles if p.is_numeric and not p.is_numbering]
        columns = [p.index for p in numeric]
        if len(numeric) < 3:
            return ()
        lines, decimals = self._numbers(columns)
        turned = [list(line) for line in zip(*lines, strict=True)]
        digits = [list(line) for line in zip(*decimals, strict=True)]

        def fits(at: int) -> bool:
            if not turned or len(self._body) > _MOST_COMPUTED:
                return False
            return computed_lines(turned[: at + 1], digits[: at + 1], are_named=True) > 0

        headings = [p.heading for p in numeric]
        found = set(summary_places(headings, fits=fits))
        if turned and len(self._body) <= _MOST_COMPUTED:
            found |= _computed_at_the_right(turned, digits, headings, found)
            rest = [i for i in range(len(numeric)) if i not in found]
            changes = self._changes([numeric[i] for i in rest])
            sure = [one for one in changes if one.is_sure and not one.is_ratio]
            found |= {rest[one.column] for one in sure}
            self.ratios = tuple(columns[rest[o.column]] for o in changes if o not in sure)
        if len(numeric) - len(found) < 2:
            return ()
        return tuple(columns[i] for i in sorted(found))

    def _changes(self, profiles: Sequence[ColumnProfile]) -> tuple[Computed, ...]:
        """Of columns of numbers those that are a difference, a ratio or a change of two others."""
        if len(profiles) < 3:
            return ()
        lines, decimals = self._numbers([p.index for p in profiles])
        values = np.array([[math.nan if v is None else v for v in line] for line in lines], float)
        percents = [_is_percent(p) for p in profiles]
        return computed_columns(values, np.array(decimals, np.int64), percents)

    def retold(self, measured: Sequence[ColumnProfile]) -> tuple[Retold, ...]:
        """Of columns of numbers those that tell the same as another."""
        if self._reading.counts_summaries or len(measured) < 2:
            return ()
        columns = [p.index for p in measured]
        lines, decimals = self._numbers(columns, every=True)
        numbers = NumberColumns(
            np.array([[math.nan if v is None else v for v in line] for line in lines], float),
            0.5 * 10.0 ** -np.array(decimals, float),
            tuple(map(_is_percent, measured)),
            tuple(p.heading for p in measured),
        )
        names = [p for p in self.profiles if p.is_text and p.repeats]
        groups = [np.unique(p.cells, return_inverse=True)[1].astype(np.int64) for p in names]
        return tuple(
            Retold(columns[one.column], columns[one.of]) for one in retold_columns(numbers, groups)
        )

    def _numbers(
        self,
        columns: list[int],
        rows: Sequence[Sequence[str]] | None = None,
        *,
        every: bool = False,
    ) -> tuple[list[list[float | None]], list[list[int]]]:
        """The numbers of some columns and their decimals; without blank rows unless `every`."""
        lines, decimals = [], []
        for row in self._body if rows is None else rows:
            if not every and not any(row[c].strip() for c in columns):
                continue
            cells = [read_cell(row[c], self.decimal) for c in columns]
            lines.append([c.value if c.kind is CellKind.NUMBER else None for c in cells])
            decimals.append([c.decimals for c in cells])
        return lines, decimals

    def rows(
        self,
        parts: WideParts,
        layout: Layout,
        *,
        has_groups: bool,
    ) -> tuple[int, ...]:
        """Rows whose name says that they hold means and the like, or that are computed.

        Those of a long table may stand below every one of its groups.
        """
        if self._reading.counts_summaries:
            return ()
        found = self._named_rows(parts, layout, has_groups=has_groups)
        if has_groups and self._head is None:
            found |= self._rows_of_groups(parts, found)
        if len(found) >= max(2, self.block.end_row - self.block.first_row):
            return ()
        if not has_groups and self._head is None:
            found |= self._computed_rows(parts, layout, found)
        return tuple(sorted(found))

    def _named_rows(self, parts: WideParts, layout: Layout, *, has_groups: bool) -> set[int]:
        """Rows whose name says it."""
        first, end = self.block.first_row, self.block.end_row
        naming = [p.index for p in self.profiles if p.is_text] if layout is Layout.LONG else []
        once = [p.index for p in self.profiles[:1] if p.is_unique and p.texts_only]
        if layout is Layout.LONG and not has_groups:
            naming = once
        elif has_groups and not all(c in naming for c in once):
            naming += once
        if layout is Layout.ROWS:
            naming = list(parts.side_factors)
        if parts.row_names is not None:
            naming.append(parts.row_names)
        found: set[int] = set()
        for c in naming:
            cells = [row[c].strip() for row in self._body]
            if (has_groups and c not in once) or self._head is not None:
                is_label = is_row_label if has_groups else is_summary_label
                counts = self._counts(c)
                labels = [text for text in counts if is_label(text)]
                others = [counts[text] for text in counts if text not in labels]
                # What stands as often as the groups do is a group.
                if not any(counts[text] < max(others, default=0) for text in labels):
                    continue
                column = tuple(self._table.column(c))
                found |= {r for r in range(first, end) if is_label(column[r])}
            else:
                named = [r for r, cell in enumerate(cells) if cell]
                places = summary_places(
                    [cells[r] for r in named], fits=self._row_fits(parts, named)
                )
                found |= {first + named[i] for i in places}
        return found

    def _rows_of_groups(self, parts: WideParts, found: set[int]) -> set[int]:
        """Rows named after one group each that follow from its rows: "mean A" below A, A, A."""
        first = self.block.first_row
        for profile in (p for p in self.profiles if p.is_text):
            groups = [text for text, count in profile.counts.items() if count >= _FEWEST_OF_GROUP]
            singles = {
                r: group
                for r, row in enumerate(self._body)
                for group in groups
                if profile.counts[row[profile.index].strip()] == 1
                and _is_named_after(row[profile.index].strip(), group)
            }
            if not singles or len(singles) > len(groups) * _MOST_OF_GROUP:
                continue
            tried = math.log2(len(FORMULAS))
            bits = -tried
            for r, group in singles.items():
                rows = [row for row in self._body if row[profile.index].strip() == group]
                lines, decimals = self._numbers(list(parts.measured), [*rows, self._body[r]])
                own = bits_of_line(lines[-1], decimals[-1], lines[:-1]) if lines else -math.inf
                is_said = statistic_named(self._body[r][profile.index]) is not None
                bits += own + tried + _AFTER_GROUP + _SAID * is_said
            if bits >= LEFT_OUT_BITS:
                return {first + r for r in singles} - found
        return set()

    def _computed_rows(self, parts: WideParts, layout: Layout, found: set[int]) -> set[int]:
        """Rows at the foot that follow from the others, beside those found by name."""
        first = self.block.first_row
        sides = parts.side_factors if layout is Layout.ROWS else ()
        names_at = next(iter(sides), parts.row_names)
        rows = [
            r
            for r, row in enumerate(self._body)
            if first + r not in found and any(row[c].strip() for c in parts.measured)
        ]
        lines, decimals = self._numbers(list(parts.measured), [self._body[r] for r in rows])
        are_full = len(lines) == len(rows)
        if names_at is not None:
            names = [self._body[r][names_at].strip() for r in rows]
            count, bits = likeliest_run(lines, decimals, hints_of(names)) if are_full else (0, 0.0)
            if ASKED_BITS <= bits < LEFT_OUT_BITS:
                self.doubtful_rows = tuple(first + r for r in rows[len(rows) - count :])
            count = count if bits >= LEFT_OUT_BITS else 0
        else:
            is_open = are_full and not found
            count = computed_lines(lines, decimals, are_named=False) if is_open else 0
        return {first + r for r in rows[len(rows) - count :]}

    def _counts(self, column: int) -> Mapping[str, int]:
        """How often each text of a column occurs, in the whole table where they are not many."""
        profile = next(p for p in self.profiles if p.index == column)
        if self._head is None or profile.is_unique:
            return profile.counts
        cells = coded_column(self._table.columns[column])
        if len(cells.texts) > _MOST_TEXTS:
            return profile.counts
        counts = np.bincount(cells.codes, minlength=len(cells.texts)).tolist()
        return {text: n for text, n in zip(cells.texts, counts, strict=True) if text}

    def _row_fits(self, parts: WideParts, named: Sequence[int]) -> Callable[[int], bool]:
        """Whether the numbers in one of the named rows are computed from those above."""

        def fits(at: int) -> bool:
            rows = [self._body[r] for r in named[: at + 1]]
            cells = [[read_cell(row[c], self.decimal) for c in parts.measured] for row in rows]
            lines = [
                [cell.value if cell.kind is CellKind.NUMBER else None for cell in line]
                for line in cells
            ]
            decimals = [[cell.decimals for cell in line] for line in cells]
            return computed_lines(lines, decimals, are_named=True) > 0

        return fits


def _is_percent(profile: ColumnProfile) -> bool:
    """Whether the heading of a column says that it is in percent."""
    return profile.unit_in_heading == "%" or "%" in profile.heading


def _is_named_after(text: str, group: str) -> bool:
    """Whether a name holds that of a group, and more."""
    words, own = text.split(), group.split()
    spans = [words[i : i + len(own)] for i in range(len(words) - len(own) + 1)]
    return len(words) > len(own) and own in spans


_AFTER_GROUP, _SAID = 4.0, 4.0
"""Bits for a name made of that of a group, and for one that says a statistic."""
_FEWEST_OF_GROUP = 3
_MOST_OF_GROUP = 4
"""Rows of statistics that a group may have below it."""


def _computed_at_the_right(
    lines: Sequence[Sequence[float | None]],
    decimals: Sequence[Sequence[int]],
    headings: Sequence[str],
    found: set[int],
) -> set[int]:
    """Columns computed from those to their left, the first of which may be levels of something."""
    rest = [i for i in range(len(lines)) if i not in found]
    for start in (0, 1):
        of = rest[start:]
        count = computed_run(
            [lines[i] for i in of], [decimals[i] for i in of], hints_of([headings[i] for i in of])
        )
        if count:
            return set(of[len(of) - count :])
    return set()
