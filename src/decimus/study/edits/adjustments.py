"""Changes to the adjustments and computed columns of a table."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.adjustments import AnyAdjustment, ComputedColumn, FactorOnGroup, Logarithm
from decimus.study.edits.groups import ChooseHeight
from decimus.study.edits.kinds import SheetEdit
from decimus.study.edits.moves import variable_count, with_columns_moved
from decimus.study.readings import HEADINGS
from decimus.study.studies import Sheet, Study
from decimus.terms import Height, Layout


class Adjust(SheetEdit, frozen=True, kw_only=True):
    """Adjust the measurements; one of the same kind on the same level is replaced."""

    adjustment: AnyAdjustment
    words: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return self.words

    def apply(self, study: Study) -> Study:
        """The study with the adjustment; logarithms are summarised by geometric means."""
        study = super().apply(study)
        if not isinstance(self.adjustment, Logarithm):
            return study
        return _with_height(study, self.sheet, Height.GEOMETRIC_MEAN)

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the adjustment."""
        kept = tuple(a for a in sheet.reading.adjustments if _slot(a) != _slot(self.adjustment))
        adjustments = (*kept, self.adjustment)
        return replace(sheet, reading=replace(sheet.reading, adjustments=adjustments))


def _slot(adjustment: AnyAdjustment) -> tuple[object, ...]:
    """What there can be one of."""
    if isinstance(adjustment, FactorOnGroup):
        return FactorOnGroup, adjustment.variable, adjustment.level
    return (type(adjustment),)


class TakeBackAdjustment(SheetEdit, frozen=True, kw_only=True):
    """Take an adjustment back."""

    adjustment: AnyAdjustment
    words: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"take back: {self.words}"

    def apply(self, study: Study) -> Study:
        """The study without the adjustment."""
        study = super().apply(study)
        if not isinstance(self.adjustment, Logarithm):
            return study
        return _with_height(study, self.sheet, Height.MEAN)

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet without the adjustment."""
        kept = tuple(a for a in sheet.reading.adjustments if a != self.adjustment)
        return replace(sheet, reading=replace(sheet.reading, adjustments=kept))


def _with_height(study: Study, sheet: int, height: Height) -> Study:
    """The study with questions about a table showing another height."""
    for number, question in enumerate(study.questions):
        if question.asked.sheet == sheet:
            changed = ChooseHeight(height=height).changed(question)
            study = study.with_question(number, changed)
    return study


class ComputeColumn(SheetEdit, frozen=True, kw_only=True):
    """Compute a new outcome from other columns; the question asks about it.

    Each row is then one measurement.
    """

    computed: ComputedColumn
    question: int = 0

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"compute {self.computed.name}"

    def apply(self, study: Study) -> Study:
        """The study with the column, as the outcome."""
        sheet = study.sheets[self.sheet]
        names = [c.name for c in sheet.reading.computed]
        # One of the same name is computed anew where it stands, so that the others stay too.
        at = names.index(self.computed.name) if self.computed.name in names else len(names)
        before, after = sheet.reading.computed[:at], sheet.reading.computed[at + 1 :]
        computed = (*before, self.computed, *after)
        reading = replace(sheet.reading, computed=computed, layout=Layout.LONG)
        column = sheet.table.column_count + at
        question = replace(
            study.questions[self.question],
            asked=replace(study.questions[self.question].asked, outcome=column),
        )
        study = study.with_sheet(self.sheet, replace(sheet, reading=reading))
        return study.with_question(self.question, question)


class SplitNames(SheetEdit, frozen=True, kw_only=True):
    """Take the groups of a table from the names of its units: WT and KO from WT_1 and KO_3.

    Args:
        column: what the column of names is called.
        name: what the groups are called.
        is_across: whether what is compared stands across, too, so that units have several values.
    """

    column: str
    name: str = "group"
    is_across: bool = False
    question: int = 0

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"groups from the names of {self.column}"

    def apply(self, study: Study) -> Study:
        """The study with a column of groups, by which the question divides."""
        sheet = study.sheets[self.sheet]
        computed = ComputedColumn(self.name, "", stem_of=self.column)
        at = sheet.table.column_count + len(sheet.reading.computed)
        reading = replace(
            sheet.reading,
            computed=(*sheet.reading.computed, computed),
            layout=Layout.COLUMNS if self.is_across else Layout.LONG,
        )
        factors = (HEADINGS, at) if self.is_across else (at,)
        question = study.questions[self.question]
        question = replace(question, asked=replace(question.asked, factors=factors))
        study = study.with_sheet(self.sheet, replace(sheet, reading=reading))
        return study.with_question(self.question, question)


class RemoveComputed(SheetEdit, frozen=True, kw_only=True):
    """Take a computed column out; questions about it ask about what is found."""

    name: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"take out {self.name}"

    def apply(self, study: Study) -> Study:
        """The study without the column."""
        sheet = study.sheets[self.sheet]
        names = [c.name for c in sheet.reading.computed]
        if self.name not in names:
            return study
        gone = sheet.table.column_count + names.index(self.name)
        moves = {c: c - 1 for c in range(gone + 1, variable_count(sheet))}
        study = with_columns_moved(study, self.sheet, sheet.table, moves, frozenset((gone,)))
        changed = study.sheets[self.sheet]
        kept = tuple(c for c in changed.reading.computed if c.name != self.name)
        reading = replace(changed.reading, computed=kept)
        return study.with_sheet(self.sheet, replace(changed, reading=reading))
