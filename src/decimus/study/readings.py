"""What the user has said about how a table is to be read.

Everything left at None is found out from the cells, again after every change, unless it was
decided before and that is kept (`decided`).
"""

from __future__ import annotations

import msgspec

from decimus.study.adjustments import AnyAdjustment, ComputedColumn
from decimus.study.decisions import Decided
from decimus.study.limits import DecimalSign, HeaderRows, Index
from decimus.study.marks import MarkKind
from decimus.terms import Layout, LevelKind, LimitRule, Meaning, Quantile

CELLS = -1
"""The variable that fills the cells of a columns or rows layout: the outcome."""
HEADINGS = -2
"""The variable whose levels head the columns of a columns layout: the factor."""
HEADINGS_ABOVE = -3
"""The variable in the upper of two rows of headings."""
HEADINGS_TOP = -5
"""The variable in the upmost of three rows of headings."""
ROW_NUMBERS = -4
"""In place of a column of names: the rows, each of which is one unit."""
NOBODY = -9
"""In place of a column: there is none."""


class VariableFacts(msgspec.Struct, frozen=True):
    """What was said about one variable.

    `variable` is a column by its index, or CELLS, HEADINGS or HEADINGS_ABOVE.
    """

    variable: int
    name: str | None = None
    unit: str | None = None
    kind: LevelKind | None = None


class SummaryColumns(msgspec.Struct, frozen=True):
    """What was said about a table that is already summarised.

    Args:
        mean: the column of means.
        spread: the column beside it, or the lower of two.
        upper: the upper of two columns; NOBODY for one.
        n: the column of replicates counted; NOBODY for none.
        meaning: what the spread is.
        level: the level of an interval or a margin, in percent.
        quantile: what it was made with; None: t.
        same_n: replicates of every mean, where no column says.
        in_rows: whether means, spreads and n stand in rows, of which the numbers above are.
    """

    mean: int | None = None
    spread: int | None = None
    upper: int | None = None
    n: int | None = None
    meaning: Meaning | None = None
    level: float | None = None
    same_n: int | None = None
    quantile: Quantile | None = None
    in_rows: bool = False


class LevelJoin(msgspec.Struct, frozen=True):
    """Two spellings of one level: `text` counts as `into`."""

    variable: int
    text: str
    into: str


class SetAside(msgspec.Struct, frozen=True):
    """What is kept in view but not counted, and why.

    Args:
        reason: in the user's words.
        row: a row of the table; with `column` one cell of it.
        column: the cell's column.
        variable: the factor of a level that is set aside, or the variable of a unit.
        text: that level or unit, as typed.
    """

    reason: str
    row: Index | None = None
    column: Index | None = None
    variable: int | None = None
    text: str = ""


class MissingReason(msgspec.Struct, frozen=True):
    """Why the measurement in a cell is missing."""

    row: Index
    column: Index
    reason: str


class CellNote(msgspec.Struct, frozen=True):
    """A free note on the value in a cell."""

    row: Index
    column: Index
    text: str


class NumberInCell(msgspec.Struct, frozen=True):
    """The number in a cell that holds the sign of a note as well."""

    row: Index
    column: Index
    number: str


class Reading(msgspec.Struct, frozen=True):
    """Corrections to the detected reading, and facts no table can hold.

    Args:
        layout: which way round the table is.
        has_header: whether the first row holds names.
        has_row_names: whether the first column of a columns layout names the rows.
        decimal: the decimal sign, "." or ",".
        likely_decimal: the one that the file suggests where its cells leave it open.
        variables: names, units and kinds of levels.
        unit_name: what one replicate is, in the singular: "flask".
        material: what was measured: "Lemna minor".
        condition: when or under what: "after 7 days".
        header_rows: how many rows of headings there are, 0 to 3.
        subject: the column that says whose measurement it is; NOBODY for none.
        within: the column of the unit whose readings are averaged; NOBODY for none.
        names_within: the column in every part of which the names of units are those of others.
        same_units: whether a name that recurs in another group is the same unit again.
        pair_by_row: whether the values of one row belong to one unit that has no name; with
            groups in rows those of one column.
        is_block: whether that name is a block (a bench, a day) rather than a subject.
        readings_across: whether columns beside each other are readings of one unit.
        missing_codes: numbers that stand for missing measurements, as typed: "-9999".
        true_codes: numbers that look so and were measured.
        counts_marked: ways in which a workbook marks cells that count all the same.
        left_out: columns that count as nothing.
        frequencies: the column that says how often each value was found; HEADINGS where the
            headings are the values and each cell says how often.
        counts_summaries: whether rows and columns of means count as measurements.
        limits: what "<0.1" counts as; None: missing.
        summary: the columns of a table that is already summarised.
        joins: spellings that are one level.
        asides: what is set aside.
        missing_reasons: why measurements are missing.
        adjustments: documented changes to the values.
        computed: columns computed from others.
        cell_notes: free notes on values.
        decided: what the program has decided about all that is not said.
    """

    layout: Layout | None = None
    has_header: bool | None = None
    has_row_names: bool | None = None
    decimal: DecimalSign | None = None
    likely_decimal: DecimalSign | None = None
    variables: tuple[VariableFacts, ...] = ()
    unit_name: str | None = None
    material: str | None = None
    condition: str | None = None
    header_rows: HeaderRows | None = None
    subject: int | None = None
    within: int | None = None
    names_within: Index | None = None
    same_units: bool | None = None
    pair_by_row: bool | None = None
    is_block: bool = False
    readings_across: bool | None = None
    counts_summaries: bool = False
    left_out: tuple[Index, ...] = ()
    frequencies: int | None = None
    missing_codes: tuple[str, ...] = ()
    true_codes: tuple[str, ...] = ()
    counts_marked: tuple[MarkKind, ...] = ()
    limits: LimitRule | None = None
    summary: SummaryColumns = SummaryColumns()
    joins: tuple[LevelJoin, ...] = ()
    asides: tuple[SetAside, ...] = ()
    missing_reasons: tuple[MissingReason, ...] = ()
    adjustments: tuple[AnyAdjustment, ...] = ()
    computed: tuple[ComputedColumn, ...] = ()
    cell_notes: tuple[CellNote, ...] = ()
    decided: Decided | None = None

    def facts(self, variable: int) -> VariableFacts:
        """What was said about `variable`; nothing when it was never mentioned."""
        for facts in self.variables:
            if facts.variable == variable:
                return facts
        return VariableFacts(variable)

    def with_facts(self, facts: VariableFacts) -> Reading:
        """This reading with one variable's facts replaced."""
        others = tuple(f for f in self.variables if f.variable != facts.variable)
        return msgspec.structs.replace(self, variables=(*others, facts))
