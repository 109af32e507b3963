"""How a table is laid out, as found out or said."""

from __future__ import annotations

import re
from functools import cached_property

from msgspec.structs import replace

from decimus.measurements.facts.retold import Retold
from decimus.measurements.families import Family, family_of
from decimus.measurements.headings import name_and_unit
from decimus.measurements.heads import Heads
from decimus.measurements.layouts import Verdict
from decimus.measurements.lettered import Lettered
from decimus.measurements.lexicon import Sense, is_identifier, senses
from decimus.measurements.profiles import ColumnProfile, numbered_stem
from decimus.measurements.roles import LongRoles
from decimus.measurements.rows.blocks import TableBlock
from decimus.measurements.summaries.lines import is_summary_label
from decimus.measurements.summaries.shapes import SummaryShape
from decimus.study.readings import HEADINGS, HEADINGS_ABOVE
from decimus.terms import Layout
from decimus.values import Value


class TableShape(Value, frozen=True):
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
        summary_columns: columns of means and the like, or computed from others, left out.
        summary: how it is summarised, None for raw measurements.
        is_turned: whether rows and columns are exchanged before it is read.
        doubtful_number: a number that could be read in two ways, "" where there is none.
        other_signs: cells with the other decimal sign, clear by themselves.
        beside: columns of numbers that are something else known of a row.
        roles: what the columns of a long table are for, where nothing more is said.
        verdict: the evidence for the layout, None where it was said.
        longer_rows: rows that reach beyond the headings, whose cells there are left out.
        ratios: columns of the block that are the ratio of two others.
        doubtful_rows: the last rows, where they could follow from those above.
        pairs_by_row: whether the values of one row belong to one subject without a name; with
            groups in rows those of one column.
        heads: what headings in several rows stand for, where they do more than cross two factors.
        retold: the columns of a long table that tell the same as another, left out as well
            unless one is asked about.
        lettered: where letters of what differs stand behind all numbers.
        title: the title line above a block where it is a quantity with its unit.
        is_kept: whether it was found out before, and kept.
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
    other_signs: tuple[str, ...] = ()
    beside: tuple[int, ...] = ()
    roles: LongRoles | None = None
    verdict: Verdict | None = None
    pairs_by_row: bool = False
    longer_rows: tuple[int, ...] = ()
    ratios: tuple[int, ...] = ()
    doubtful_rows: tuple[int, ...] = ()
    heads: Heads = Heads()
    retold: tuple[Retold, ...] = ()
    lettered: Lettered = Lettered()
    title: str = ""
    is_kept: bool = False

    def column(self, index: int) -> ColumnProfile:
        """The profile of a column."""
        return self._by_index[index]

    def counting(self, outcome: int | None) -> TableShape:
        """The shape where one column is asked about, which then is not left out."""
        if outcome not in self.summary_columns:
            return self
        return replace(self, summary_columns=tuple(c for c in self.summary_columns if c != outcome))

    @cached_property
    def _by_index(self) -> dict[int, ColumnProfile]:
        return {profile.index: profile for profile in self.columns}

    def name(self, index: int) -> str:
        """What a column is called: its heading, else "column 3"; of a quantity its own name."""
        if index in self.quantities and self.heads.quantity is not None:
            return self.heading_of(self.heads.quantity, index)
        profile = self._by_index.get(index)
        return (profile.heading if profile is not None else "") or f"column {index + 1}"

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

    def heading_of(self, level: int, column: int) -> str:
        """The heading over a column in one of several rows of headings."""
        profile = self.column(column)
        if level == HEADINGS:
            return profile.heading
        if level == HEADINGS_ABOVE:
            return self.heads.stem(column) or profile.above
        return self.heads.top(column)

    @property
    def quantities(self) -> tuple[int, ...]:
        """Of a block of several quantities the first column of each; else none."""
        if self.heads.quantity is None:
            return ()
        level = self.heads.quantity
        first: dict[str, int] = {}
        for c in self.measured:
            first.setdefault(self.heading_of(level, c), c)
        return tuple(first.values())

    @property
    def factor_candidates(self) -> tuple[int, ...]:
        """Columns that can name groups at all."""
        if self.layout is Layout.LONG:
            return tuple(p.index for p in self.columns if len(p.counts) > 1)
        taken = {*self.measured, *self.summary_columns}
        return tuple(p.index for p in self.columns if len(p.counts) > 1 and p.index not in taken)

    @property
    def filled_down(self) -> tuple[int, ...]:
        """Columns whose blanks repeat the cell above."""
        return tuple(p.index for p in self.columns if p.is_filled_down)

    @cached_property
    def family(self) -> Family:
        """What the headings of the block of measurements have in common."""
        return family_of([self.column(c).heading for c in self.measured])


def row_noun(shape: TableShape) -> str | None:
    """What the row names say a replicate is: "flask" for "flask 1", "flask 2"."""
    if shape.layout is Layout.ROWS:
        stem = numbered_stem(tuple(shape.column(c).heading or " " for c in shape.measured))
        return stem if stem and is_unit_noun(stem) else None
    if shape.row_names is None:
        return None
    profile = shape.column(shape.row_names)
    heading = name_and_unit(profile.heading)[0].lower()
    if is_unit_noun(heading):
        return heading
    stem = numbered_stem(tuple(text for text in profile.texts if not is_summary_label(text)))
    if stem is not None and re.fullmatch(r"[^\W\d_]{2,}( [^\W\d_]+)*", stem):
        return stem
    return None


def is_unit_noun(word: str) -> bool:
    """True for one word that names what a replicate is: "flask", "mouse", "trial"."""
    if len(word) < 3 or " " in word or is_identifier(word):
        return False
    found = senses(word)
    if not found and re.fullmatch(r"[a-z]{3,20}", word):
        return True  # what names the rows is called by the word over the names
    if found & {Sense.UNIT, Sense.SUBJECT}:
        return Sense.ROW not in found
    return word in ("trial", "day")
