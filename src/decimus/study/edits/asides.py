"""Setting aside what should not count, with a reason, and taking it back."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.kinds import SheetEdit
from decimus.study.marks import MarkKind
from decimus.study.readings import MissingReason, SetAside
from decimus.study.studies import Sheet


class SetValuesAside(SheetEdit, frozen=True, kw_only=True):
    """Keep a cell, a row, a level or a unit in view but do not count it."""

    asides: tuple[SetAside, ...]
    name: str = ""

    def __post_init__(self) -> None:
        if any(not aside.reason.strip() for aside in self.asides):
            raise ChoiceError(
                "Nothing is set aside without a reason", remedy="Say why, in a few words"
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"set {self.name or 'values'} aside"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with these set aside; what was before keeps its place, not its reason."""
        new = {replace(aside, reason="") for aside in self.asides}
        kept = tuple(a for a in sheet.reading.asides if replace(a, reason="") not in new)
        return replace(sheet, reading=replace(sheet.reading, asides=(*kept, *self.asides)))


class CountMarked(SheetEdit, frozen=True, kw_only=True):
    """Leave out what the workbook hides, strikes or notes, or say that it counts."""

    kind: MarkKind
    is_counted: bool

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"{'count' if self.is_counted else 'leave out'} {self.kind.value}"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with these set aside, or counted without a question."""
        reading, marks = sheet.reading, sheet.marks
        if self.is_counted:
            kinds = tuple(dict.fromkeys((*reading.counts_marked, self.kind)))
            return replace(sheet, reading=replace(reading, counts_marked=kinds))
        if self.kind is MarkKind.HIDDEN_COLUMNS:
            left_out = tuple(dict.fromkeys((*reading.left_out, *marks.hidden_columns)))
            return replace(sheet, reading=replace(reading, left_out=left_out))
        asides: dict[MarkKind, tuple[SetAside, ...]] = {
            MarkKind.HIDDEN_ROWS: tuple(
                SetAside("hidden in the workbook", row) for row in marks.hidden_rows
            ),
            MarkKind.STRUCK: tuple(
                SetAside("struck through in the workbook", *place) for place in marks.struck
            ),
            MarkKind.NOTED: tuple(SetAside(text, row, column) for row, column, text in marks.noted),
        }
        return SetValuesAside(asides=asides[self.kind], sheet=self.sheet).changed(sheet)


class CountAgain(SheetEdit, frozen=True, kw_only=True):
    """Count again what was set aside."""

    asides: tuple[SetAside, ...]
    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"count {self.name or 'values'} again"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet without these set aside."""
        kept = tuple(aside for aside in sheet.reading.asides if aside not in self.asides)
        return replace(sheet, reading=replace(sheet.reading, asides=kept))


class ExplainMissing(SheetEdit, frozen=True, kw_only=True):
    """Say why the measurement in a cell is missing; an empty reason takes it back."""

    row: int
    column: int
    reason: str

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "say why a measurement is missing"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the reason."""
        place = (self.row, self.column)
        kept = tuple(r for r in sheet.reading.missing_reasons if (r.row, r.column) != place)
        if self.reason.strip():
            kept = (*kept, MissingReason(self.row, self.column, self.reason.strip()))
        return replace(sheet, reading=replace(sheet.reading, missing_reasons=kept))
