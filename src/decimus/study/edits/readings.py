"""Changes to how a table is read."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.edits.kinds import SheetEdit
from decimus.study.limits import DecimalSign
from decimus.study.readings import Reading, VariableFacts
from decimus.study.studies import Sheet
from decimus.terms import Layout, LevelKind

_LAYOUT_WORDS = {
    Layout.COLUMNS: "one group per column",
    Layout.ROWS: "one group per row",
    Layout.LONG: "one measurement per row",
    Layout.SUMMARISED: "one summarised group per row",
}


class ChooseLayout(SheetEdit, frozen=True, kw_only=True):
    """Say which way round the table is."""

    layout: Layout

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"read as {_LAYOUT_WORDS[self.layout]}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, layout=self.layout))


class ChooseHeader(SheetEdit, frozen=True, kw_only=True):
    """Say whether the first row holds names."""

    has_header: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "first row holds names" if self.has_header else "first row holds measurements"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, has_header=self.has_header))


class ChooseRowNames(SheetEdit, frozen=True, kw_only=True):
    """Say whether the first column names the rows."""

    has_row_names: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "first column names the rows" if self.has_row_names else "first column is a group"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, has_row_names=self.has_row_names))


class ChooseDecimalSign(SheetEdit, frozen=True, kw_only=True):
    """Say whether numbers are written with a decimal point or a decimal comma."""

    decimal: DecimalSign

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "numbers have a decimal comma" if self.decimal == "," else "numbers have a point"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        return replace(sheet, reading=replace(sheet.reading, decimal=self.decimal))


class NameVariable(SheetEdit, frozen=True, kw_only=True):
    """Name an outcome or factor, and say its unit where one is given with the name."""

    variable: int
    name: str
    unit: str | None = None

    @property
    def title(self) -> str:
        """The change in plain words."""
        unit = f" ({self.unit})" if self.unit else ""
        return f"call it “{self.name}{unit}”"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the name."""
        facts = replace(sheet.reading.facts(self.variable), name=self.name)
        if self.unit is not None:
            facts = replace(facts, unit=self.unit)
        return replace(sheet, reading=sheet.reading.with_facts(facts))


class ChooseUnit(SheetEdit, frozen=True, kw_only=True):
    """Say in which unit a variable is; empty for none."""

    variable: int
    unit: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"unit {self.unit}" if self.unit else "no unit"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the unit."""
        facts = replace(sheet.reading.facts(self.variable), unit=self.unit)
        return replace(sheet, reading=sheet.reading.with_facts(facts))


class ChooseLevelKind(SheetEdit, frozen=True, kw_only=True):
    """Say what the levels of a factor are."""

    variable: int
    kind: LevelKind

    @property
    def title(self) -> str:
        """The change in plain words."""
        words = {
            LevelKind.AMOUNTS: "amounts on a scale",
            LevelKind.ORDERED: "names in an order",
            LevelKind.NAMES: "names",
        }
        return f"levels are {words[self.kind]}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the kind of levels."""
        facts: VariableFacts = replace(sheet.reading.facts(self.variable), kind=self.kind)
        return replace(sheet, reading=sheet.reading.with_facts(facts))


class DescribeReplicate(SheetEdit, frozen=True, kw_only=True):
    """Say what one replicate is: "flask"."""

    unit_name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"a replicate is a {self.unit_name}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the name."""
        return replace(sheet, reading=replace(sheet.reading, unit_name=self.unit_name))


class DescribeMaterial(SheetEdit, frozen=True, kw_only=True):
    """Say what was measured; empty for nothing to say."""

    material: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"measured on {self.material}" if self.material else "no material"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the material."""
        return replace(sheet, reading=replace(sheet.reading, material=self.material))


class DescribeCondition(SheetEdit, frozen=True, kw_only=True):
    """Say when or under what it was measured; empty for nothing to say."""

    condition: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"measured {self.condition}" if self.condition else "no condition"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the condition."""
        return replace(sheet, reading=replace(sheet.reading, condition=self.condition))


class ReadAs(SheetEdit, frozen=True, kw_only=True):
    """Take another reading as a whole; names and units that were said stay, and notes do."""

    reading: Reading
    words: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"read as {self.words}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet read that way."""
        notes = self.reading.cell_notes or sheet.reading.cell_notes
        return replace(sheet, reading=replace(self.reading, cell_notes=notes))


class ReadAnew(SheetEdit, frozen=True, kw_only=True):
    """Find out anew how the table is read, as this version of the program does."""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "read the table again as today"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet without what was decided before."""
        return replace(sheet, reading=replace(sheet.reading, decided=None))
