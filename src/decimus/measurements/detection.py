"""Which way round a table is: what its rows and columns hold, found out from the cells."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations, pairwise

from decimus.measurements.numbers import (
    CellKind,
    decimal_sign,
    doubtful_number,
    name_and_unit,
    read_cell,
)
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

_SAMPLE_ROWS = 5000
"""Rows looked at to find the layout; more would not change the verdict."""

UNIT_WORDS = frozenset(
    # One string of words is easier to keep in order than a list of strings.
    """
    animal day dish flask id individual jar observer participant person plant plate plot pond
    pot quadrat replicate sample seedling site subject tank trial tube visitor well
    """.split()  # noqa: SIM905
)
"""Words that name what a replicate is, when they head or number the rows."""

SUBJECT_WORDS = frozenset(
    {"donor", "id", "individual", "mouse", "participant", "patient", "person", "rat", "student"}
    | {"subject", "visitor", "volunteer"}
)
"""Words that name a subject even where it recurs."""

_ROW_NAME_HEADINGS = UNIT_WORDS | {"", "no", "no.", "nr", "nr.", "#", "row", "rep", "index"}
_DATE = re.compile(r"\d{4}-\d{1,2}-\d{1,2}|\d{1,2}[./-]\d{1,2}[./-]\d{2,4}")
_SUMMARY_LABEL = re.compile(
    r"(the )?(means?|averages?|avg\.?|s\.?d\.?|st\.? ?dev\.?|std\.?|stdev"
    r"|standard (deviation|error)|s\.?e\.?(m\.?)?|totals?|sum|n|count|medians?|variance|var"
    r"|min(imum)?|max(imum)?|cv|range)"
    r"( \(.*\))?:?",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class ColumnProfile:
    """What one column's cells are like, its heading aside."""

    index: int
    heading: str
    texts: tuple[str, ...]
    """The cells that hold something."""
    numbers: int
    """How many of them are numbers."""
    texts_only: int
    """How many are text that is no mark for missing."""

    @property
    def is_numeric(self) -> bool:
        """True when numbers prevail over text."""
        return self.numbers > 0 and self.numbers >= 2 * self.texts_only

    @property
    def is_text(self) -> bool:
        """True when words prevail; a column of nothing but marks for missing holds none."""
        return self.texts_only > 0 and not self.is_numeric

    @property
    def is_dates(self) -> bool:
        """True when every text is a date."""
        return bool(self.texts) and all(_DATE.fullmatch(text) for text in self.texts)

    @property
    def is_blocked(self) -> bool:
        """True when equal texts stand together in runs, as groups do in a long table."""
        runs = 1 + sum(a != b for a, b in pairwise(self.texts))
        return len(self.counts) > 1 and runs == len(self.counts)

    @property
    def numbers_units(self) -> bool:
        """True for names that differ by a number only: S1, S2, S3."""
        stems = {re.sub(r"\d+$", "", text) for text in self.texts}
        return len(stems) == 1 and all(text[-1].isdigit() for text in self.texts)

    @cached_property
    def counts(self) -> Counter[str]:
        """How often each text occurs."""
        return Counter(self.texts)

    @property
    def is_numbering(self) -> bool:
        """True for 1, 2, 3 … down the column, perhaps starting again in every group.

        Words such as "mean" may stand below, in place of a number.
        """
        steps = [int(text) for text in self.texts if text.isdecimal()]
        if not steps or len(steps) < self.numbers:
            return False
        restarts = all(b in (a + 1, steps[0]) for a, b in pairwise(steps))
        return steps[0] in (0, 1) and restarts and len(set(steps)) > 1

    @property
    def names_rows(self) -> bool:
        """True when the heading or the cells say that this column only names rows."""
        heading = self.heading.strip().lower()
        if heading in SUBJECT_WORDS and not self.is_numeric:
            return True
        if heading in _ROW_NAME_HEADINGS:
            return self.is_numbering or not (self.is_numeric or self.repeats)
        return self.is_numbering and self.texts_only > 0

    @property
    def repeats(self) -> bool:
        """True when every text occurs again, so that it can name groups."""
        counts = self.counts
        return bool(counts) and len(counts) * 2 <= len(self.texts) and max(counts.values()) > 1


@dataclass(frozen=True)
class TableShape:
    """How a table is laid out.

    Args:
        layout: which way round.
        decimal: its decimal sign.
        header_row: the row of names, None when there is none.
        first_row: the first row of measurements.
        row_names: the column that names rows, None when there is none.
        columns: a profile of every column that holds anything, in order.
        summary_rows: rows of means and the like, left out.
        doubtful_number: a number that could be read in two ways, "" where there is none.
    """

    layout: Layout
    decimal: str
    header_row: int | None
    first_row: int
    row_names: int | None
    columns: tuple[ColumnProfile, ...]
    summary_rows: tuple[int, ...]
    doubtful_number: str

    def column(self, index: int) -> ColumnProfile:
        """The profile of a column."""
        return next(profile for profile in self.columns if profile.index == index)

    @property
    def value_columns(self) -> tuple[int, ...]:
        """Columns that hold measurements (long) or a group's replicates (columns)."""
        if self.layout is Layout.COLUMNS:
            return tuple(p.index for p in self.columns if p.index != self.row_names)
        taken = set(self.likely_factors)
        free = [p for p in self.columns if p.is_numeric and p.index not in taken]
        measured = [p.index for p in free if not (p.names_rows or p.is_numbering)]
        return tuple(measured or (p.index for p in free))

    @property
    def factor_candidates(self) -> tuple[int, ...]:
        """Columns of a long table that can name groups at all."""
        return tuple(p.index for p in self.columns if len(p.counts) > 1)

    @cached_property
    def likely_factors(self) -> tuple[int, ...]:
        """The columns of a long table that most likely name the groups, at most two."""
        named = [p for p in self.columns if p.is_text and p.repeats and not p.names_rows]
        named = [p for p in named if not p.is_dates] or named
        numeric = [p for p in self.columns if p.is_numeric and _looks_like_levels(p)]
        if sum(p.is_numeric for p in self.columns) <= len(numeric):
            numeric = numeric[:-1]  # something has to be the outcome
        if not named and not numeric:
            named = [p for p in self.columns if p.is_text and len(p.counts) > 1]
        found = sorted([*named, *numeric], key=lambda profile: profile.index)
        for first, second in combinations(found, 2):
            if _are_crossed(first, second):
                return (first.index, second.index)
        # One factor: the first, unless it is so fine beside another that it names subjects.
        coarsest = min((len(profile.counts) for profile in found), default=0)
        return tuple(p.index for p in found if len(p.counts) < 3 * coarsest)[:1]


def _looks_like_levels(profile: ColumnProfile) -> bool:
    """True for a numeric column of few amounts that all recur."""
    counts = profile.counts
    if profile.is_numbering or profile.names_rows or profile.texts_only:
        return False
    few = 2 <= len(counts) <= 12 and len(counts) * 3 <= len(profile.texts)
    return few and min(counts.values()) >= 2


def _are_crossed(first: ColumnProfile, second: ColumnProfile) -> bool:
    """True when most combinations of two columns exist, most of them more than once."""
    if len(first.texts) != len(second.texts):
        return False
    cells = Counter(zip(first.texts, second.texts, strict=True))
    recur = sum(count > 1 for count in cells.values()) * 2 >= len(cells)
    return recur and len(cells) >= 0.6 * len(first.counts) * len(second.counts)


def table_shape(table: Table, reading: Reading) -> TableShape:
    """Find out how a table is laid out; what `reading` says is taken as said."""
    rows = table.block(0, 0, min(table.row_count, _SAMPLE_ROWS), table.column_count)
    decimal = reading.decimal or decimal_sign(cell for row in rows for cell in row)
    top = next((r for r, row in enumerate(rows) if any(c.strip() for c in row)), 0)
    has_header = reading.has_header
    if has_header is None:
        has_header = _has_header(rows[top:], decimal)
    first = top + 1 if has_header else top
    profiles = tuple(
        profile
        for c in range(table.column_count)
        if (profile := _profile(rows, c, top if has_header else None, first, decimal)) is not None
    )
    layout = reading.layout or _layout(profiles, has_header=has_header)
    names = _row_names(profiles, layout, reading)
    return TableShape(
        layout=layout,
        decimal=decimal,
        header_row=top if has_header else None,
        first_row=first,
        row_names=names,
        columns=profiles,
        summary_rows=_summary_rows(table, first, names) if layout is Layout.COLUMNS else (),
        doubtful_number=doubtful_number(cell for row in rows for cell in row)
        if reading.decimal is None and decimal == "."
        else "",
    )


def _profile(
    rows: tuple[tuple[str, ...], ...], c: int, header: int | None, first: int, decimal: str
) -> ColumnProfile | None:
    texts = tuple(text for row in rows[first:] if (text := row[c].strip()))
    heading = rows[header][c].strip() if header is not None else ""
    if not texts and not heading:
        return None
    kinds = Counter(read_cell(text, decimal).kind for text in texts)
    return ColumnProfile(c, heading, texts, kinds[CellKind.NUMBER], kinds[CellKind.TEXT])


def _has_header(rows: tuple[tuple[str, ...], ...], decimal: str) -> bool:
    """Whether the first row holds names rather than measurements."""
    if len(rows) < 2:
        return False
    top = [cell.strip() for cell in rows[0]]
    kinds = [read_cell(cell, decimal).kind for cell in top]
    below = [
        [read_cell(row[c], decimal) for row in rows[1:60] if row[c].strip()]
        for c in range(len(top))
    ]
    for c, kind in enumerate(kinds):
        numeric_below = any(cell.kind is CellKind.NUMBER for cell in below[c])
        if kind is CellKind.TEXT and (numeric_below or c > 0):
            return True
        if kind in (CellKind.TEXT, CellKind.BLANK) and c == 0 and not numeric_below and below[c]:
            # Row names below an empty or named corner: numbers beside it are headings.
            return True
    # Only numbers on top: headings when they differ and are all written with fewer decimals
    # than the measurements under them, as amounts over their replicates are.
    numbers = [read_cell(cell, decimal) for cell in top if cell]
    if len(numbers) < 2 or any(cell.kind is not CellKind.NUMBER for cell in numbers):
        return False
    differ = len({cell.value for cell in numbers}) == len(numbers)
    finest = min((max(cell.decimals for cell in column) for column in below if column), default=0)
    return differ and max(cell.decimals for cell in numbers) < finest


def _layout(profiles: tuple[ColumnProfile, ...], *, has_header: bool) -> Layout:
    """Groups in columns, or one measurement per row."""
    if any(p.is_text for p in profiles[1:]):
        return Layout.LONG
    if len(profiles) < 2:
        return Layout.COLUMNS
    first, others = profiles[0], profiles[1:]
    if first.is_text:
        # Names that recur are groups; names that differ from row to row only name rows.
        # Beside a single column of numbers they are groups even when none recurs, unless
        # they count units: one value a group is then what the table says.
        names_groups = first.repeats or (
            len(others) == 1
            and has_header
            and bool(first.heading)
            and not (first.numbers_units and len(first.counts) == len(first.texts))
        )
        return Layout.LONG if names_groups and not first.names_rows else Layout.COLUMNS
    levels = [p for p in profiles if _looks_like_levels(p)]
    varied = [p for p in profiles if len(p.counts) * 3 > 2 * len(p.texts) and not p.is_numbering]
    is_long = has_header and 0 < len(levels) <= 2 and len(levels) < len(profiles)
    is_clear = bool(varied) or all(level.is_blocked for level in levels)
    only_text_headings = all(read_cell(p.heading).kind is not CellKind.NUMBER for p in profiles)
    return Layout.LONG if is_long and is_clear and only_text_headings else Layout.COLUMNS


def _row_names(profiles: tuple[ColumnProfile, ...], layout: Layout, reading: Reading) -> int | None:
    """The column that names rows."""
    if not profiles:
        return None
    if layout is Layout.LONG:
        named = (p.index for p in profiles if p.names_rows and len(p.counts) > 1)
        return next(named, None)
    first = profiles[0]
    if reading.has_row_names is not None:
        return first.index if reading.has_row_names else None
    if len(profiles) > 1 and (first.is_text or first.names_rows):
        return first.index
    return None


def _summary_rows(table: Table, first: int, names: int | None) -> tuple[int, ...]:
    """Rows whose name says that they hold means, SDs, totals and the like."""
    if names is None:
        return ()
    return tuple(
        row
        for row, text in enumerate(table.column(names))
        if row >= first and _SUMMARY_LABEL.fullmatch(text.strip())
    )


def row_noun(shape: TableShape) -> str | None:
    """What the row names say a replicate is: "flask" for "flask 1", "flask 2"."""
    if shape.row_names is None:
        return None
    profile = shape.column(shape.row_names)
    heading = name_and_unit(profile.heading)[0].lower()
    if heading in UNIT_WORDS - {"id"}:
        return heading
    stems = {re.sub(r"[\s_.#-]*\d+$", "", text).strip().lower() for text in profile.texts}
    if len(stems) == 1 and len(profile.counts) > 1:
        stem = stems.pop()
        return stem if re.fullmatch(r"[^\W\d_]{2,}( [^\W\d_]+)*", stem) else None
    return None
