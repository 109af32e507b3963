"""What every edit has in common, by what it changes; and the limits of typed numbers."""

from __future__ import annotations

import msgspec
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.limits import Index
from decimus.study.questions import (
    ComparisonChoices,
    FigureChoices,
    HeightChoices,
    LaneChoices,
    LevelChoices,
    NumberChoices,
    Question,
)
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


class StudyEdit(msgspec.Struct, frozen=True, tag=True, kw_only=True):
    """A change to the study as a whole."""

    @property
    def title(self) -> str:
        """The change in plain words."""
        raise NotImplementedError

    def apply(self, study: Study) -> Study:
        """The study after the change."""
        raise NotImplementedError


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


class LevelEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to how levels stand and are called."""

    def chosen(self, levels: LevelChoices) -> LevelChoices:
        """The choices about levels after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, levels=self.chosen(question.levels))


class HeightEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to what stands for a group."""

    def chosen(self, heights: HeightChoices) -> HeightChoices:
        """The choices about heights after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, heights=self.chosen(question.heights))


class LaneEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to what stands beside the lanes."""

    def chosen(self, lanes: LaneChoices) -> LaneChoices:
        """The choices about lanes after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, lanes=self.chosen(question.lanes))


class ComparisonEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to what is compared, and how."""

    def chosen(self, comparison: ComparisonChoices) -> ComparisonChoices:
        """The choices about comparisons after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, comparison=self.chosen(question.comparison))


class FigureEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to what is on the figure and how it looks."""

    def chosen(self, figure: FigureChoices) -> FigureChoices:
        """The choices about the figure after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, figure=self.chosen(question.figure))


class NumberEdit(QuestionEdit, frozen=True, kw_only=True):
    """A change to how numbers are written."""

    def chosen(self, numbers: NumberChoices) -> NumberChoices:
        """The choices about numbers after the change."""
        raise NotImplementedError

    def changed(self, question: Question) -> Question:
        """The question after the change."""
        return replace(question, numbers=self.chosen(question.numbers))


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
