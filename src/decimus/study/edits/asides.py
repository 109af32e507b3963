"""Setting aside what should not count, with a reason, and taking it back."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.kinds import SheetEdit
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
