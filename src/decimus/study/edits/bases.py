"""What every edit has in common, by what it changes; and the limits of typed numbers."""

from __future__ import annotations

import msgspec
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.limits import Index
from decimus.study.questions import FigureChoices, Question
from decimus.study.studies import Sheet, Study


class SheetEdit(msgspec.Struct, frozen=True, tag=True, kw_only=True):
    """A change to one sheet."""

    sheet: Index = 0

    @property
    def title(self) -> str:
        """The change in plain words."""
        raise NotImplementedError

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet after the change."""
        raise NotImplementedError

    def apply(self, study: Study) -> Study:
        """The study after the change."""
        return study.with_sheet(self.sheet, self.changed(study.sheets[self.sheet]))


class QuestionEdit(msgspec.Struct, frozen=True, tag=True, kw_only=True):
    """A change to one question."""

    question: Index = 0

    @property
    def title(self) -> str:
        """The change in plain words."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        raise NotImplementedError

    def apply(self, study: Study) -> Study:
        """The study after the change."""
        return study.with_question(self.question, self.changed(study.questions[self.question]))


class FigureEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to how the figure looks."""

    def restyled(self, figure: FigureChoices) -> FigureChoices:
        """The figure's choices after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question with the figure changed."""
        return replace(question, figure=self.restyled(question.figure))


def check_level(level: float) -> None:
    """Refuse a confidence level outside 50 to 99.9 %.

    Raises:
        ChoiceError: with the range that is possible.
    """
    if not 50 <= level <= 99.9:
        raise ChoiceError(
            f"{level:g} % is not a usable confidence level",
            remedy="Choose one from 50 to 99.9",
        )


def check_size(width_mm: float, height_mm: float) -> None:
    """Refuse a figure too small to hold its text or too large to draw.

    Raises:
        ChoiceError: with the range that is possible.
    """
    if not (30 <= width_mm <= 500 and 25 <= height_mm <= 500):
        raise ChoiceError(
            f"{width_mm:g} × {height_mm:g} mm is not a usable size",
            remedy="Choose a width from 30 to 500 mm and a height from 25 to 500 mm",
        )
