"""Changes to what counts as a replicate, a summary, a limit or a level."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.kinds import SheetEdit, check_level
from decimus.study.limits import HeaderRows, Index
from decimus.study.readings import HEADINGS, NOBODY, LevelJoin, SummaryColumns
from decimus.study.studies import Sheet
from decimus.terms import Layout, LimitRule, Meaning, Quantile


class ChooseHeaderRows(SheetEdit, frozen=True, kw_only=True):
    """Say how many rows of headings there are."""

    count: HeaderRows

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {0: "no row of headings", 1: "one row of headings", 2: "two rows of headings"}
        words[3] = "three rows of headings"
        return words[self.count]

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        reading = replace(sheet.reading, header_rows=self.count, has_header=None)
        return replace(sheet, reading=reading)


class ChooseSameUnits(SheetEdit, frozen=True, kw_only=True):
    """Say whether a name that recurs in another group is the same unit again.

    `subject` is the column of the names where it is not the one that was found, `names_within`
    the column in every part of which they are those of others.
    """

    is_same: bool
    subject: int | None = None
    is_block: bool = False
    names_within: int | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        if self.is_block:
            return "the same block in every group"
        return "the same one in every group" if self.is_same else "another one in every group"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        reading = replace(
            sheet.reading,
            same_units=self.is_same,
            subject=self.subject if self.is_same else None,
            names_within=self.names_within if self.is_same else None,
            is_block=self.is_block,
        )
        return replace(sheet, reading=reading)


class ChoosePairsByRow(SheetEdit, frozen=True, kw_only=True):
    """Say whether the values of one row, or column, belong to one unit that has no name."""

    is_paired: bool
    is_column: bool = False

    @property
    def title(self) -> str:
        """The change in plain words."""
        line = "column" if self.is_column else "row"
        return f"one {line} is one subject" if self.is_paired else f"{line}s are different units"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        reading = replace(sheet.reading, pair_by_row=self.is_paired, same_units=None)
        return replace(sheet, reading=reading)


class ChooseAveraging(SheetEdit, frozen=True, kw_only=True):
    """Average the readings of one unit first, or count every reading.

    `column` names the units; None counts every reading.
    """

    column: int | None
    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        if self.column is None:
            return "count every reading"
        return f"average the readings of one {self.name or 'unit'} first"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        within = NOBODY if self.column is None else self.column
        return replace(sheet, reading=replace(sheet.reading, within=within))


class ChooseReadingsAcross(SheetEdit, frozen=True, kw_only=True):
    """Say whether columns beside each other are readings of one unit."""

    are_readings: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "average the readings of a row" if self.are_readings else "one column is the outcome"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, readings_across=self.are_readings))


class CountSummaries(SheetEdit, frozen=True, kw_only=True):
    """Count rows and columns of means as measurements, or leave them out."""

    are_counted: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "count rows of means too" if self.are_counted else "leave rows of means out"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, counts_summaries=self.are_counted))


class LeaveColumnOut(SheetEdit, frozen=True, kw_only=True):
    """Leave a column out of what is measured, or take it in again."""

    column: Index
    name: str
    is_left_out: bool = True

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"leave {self.name} out" if self.is_left_out else f"count {self.name} too"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        others = tuple(c for c in sheet.reading.left_out if c != self.column)
        left_out = (*others, self.column) if self.is_left_out else others
        return replace(sheet, reading=replace(sheet.reading, left_out=left_out))


class CountFrequencies(SheetEdit, frozen=True, kw_only=True):
    """Take numbers for how often values were found; `frequencies` as in a reading, or None."""

    frequencies: int | None

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "count numbers as " + (
            "measurements" if self.frequencies is None else "frequencies of values"
        )

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        layout = sheet.reading.layout
        if self.frequencies is not None:
            layout = Layout.ROWS if self.frequencies == HEADINGS else Layout.LONG
        reading = replace(sheet.reading, frequencies=self.frequencies, layout=layout)
        return replace(sheet, reading=reading)


class ChooseCode(SheetEdit, frozen=True, kw_only=True):
    """Say whether a number that recurs far from the others stands for missing ones."""

    text: str
    is_missing: bool = True

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{self.text} counts as missing" if self.is_missing else f"{self.text} was measured"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        reading = sheet.reading
        missing = tuple(text for text in reading.missing_codes if text != self.text)
        true = tuple(text for text in reading.true_codes if text != self.text)
        if self.is_missing:
            missing = (*missing, self.text)
        else:
            true = (*true, self.text)
        return replace(sheet, reading=replace(reading, missing_codes=missing, true_codes=true))


class ChooseLimits(SheetEdit, frozen=True, kw_only=True):
    """Say what a cell such as "<0.1" counts as."""

    rule: LimitRule

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            LimitRule.MISSING: "limits count as missing",
            LimitRule.LIMIT: "limits count as the limit",
            LimitRule.HALF: "limits count as half the limit",
            LimitRule.ZERO: "limits count as zero",
        }
        return words[self.rule]

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, limits=self.rule))


class JoinLevels(SheetEdit, frozen=True, kw_only=True):
    """Count one spelling of a level as another; the cells stay as typed."""

    variable: int
    text: str
    into: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"join “{self.text}” with “{self.into}”"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the spellings joined."""
        kept = [
            replace(join, into=self.into) if join.into == self.text else join
            for join in sheet.reading.joins
            if (join.variable, join.text) != (self.variable, self.text)
        ]
        joins = (*kept, LevelJoin(self.variable, self.text, self.into))
        return replace(sheet, reading=replace(sheet.reading, joins=joins))


class ChooseMeaning(SheetEdit, frozen=True, kw_only=True):
    """Say what stands beside the means of a summarised table."""

    meaning: Meaning
    level: float | None = None
    quantile: Quantile | None = None

    def __post_init__(self) -> None:
        if self.level is not None:
            check_level(self.level)

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"the spread beside the means: {self.meaning.value}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        said = sheet.reading.summary
        summary = replace(
            said,
            meaning=self.meaning,
            level=self.level or said.level,
            quantile=self.quantile or said.quantile,
        )
        return replace(sheet, reading=replace(sheet.reading, summary=summary))


class ChooseSameN(SheetEdit, frozen=True, kw_only=True):
    """Say how many replicates every mean of a summarised table is of; None: unknown."""

    n: int | None

    def __post_init__(self) -> None:
        if self.n is not None and not 1 <= self.n <= 1_000_000:
            raise ChoiceError(f"{self.n} is no number of replicates", remedy="Type a whole number")

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "n is not known" if self.n is None else f"every mean is of {self.n}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        summary = replace(sheet.reading.summary, same_n=self.n)
        return replace(sheet, reading=replace(sheet.reading, summary=summary))


class ChooseSummaryColumns(SheetEdit, frozen=True, kw_only=True):
    """Say which columns hold means, spreads and n."""

    columns: SummaryColumns

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "name the columns of a summary"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, summary=self.columns))
