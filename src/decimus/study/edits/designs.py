"""What was set, what n counts and whose readings are averaged, said at once."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.edits.questions import ChooseFactors
from decimus.study.readings import NOBODY, Reading
from decimus.study.studies import Study


class ChooseDesign(ChooseFactors, frozen=True, kw_only=True):
    """Say which experiment the names in a long table are of.

    Args:
        unit: the column that names what n counts; None where every row is one.
        names_within: the column in every part of which its names are those of others.
        is_same: whether a name in another group is the same unit again.
        is_averaged: whether the rows of one unit in one group are averaged.
        words: the design in plain words.
    """

    unit: int | None = None
    names_within: int | None = None
    is_same: bool = False
    is_averaged: bool = False
    words: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return self.words

    def apply(self, study: Study) -> Study:
        """The study with the question by those factors, its table read for those units."""
        asked = study.questions[self.question].asked
        if (asked.factors or self.before) != self.factors:
            study = super().apply(study)
        sheet = study.sheets[asked.sheet]
        read = replace(sheet, reading=self._read(sheet.reading))
        return study.with_sheet(asked.sheet, read)

    def _read(self, reading: Reading) -> Reading:
        if self.unit is None:
            return replace(
                reading, subject=NOBODY, within=NOBODY, same_units=None, names_within=None
            )
        return replace(
            reading,
            subject=self.unit if self.is_same else None,
            # Whose readings are averaged says as well that they are not compared.
            same_units=True if self.is_same else (None if self.is_averaged else False),
            names_within=self.names_within,
            within=self.unit if self.is_averaged else None,
        )
