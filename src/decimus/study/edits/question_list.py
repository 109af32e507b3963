"""Changes to which questions a study asks, and in what order."""

from __future__ import annotations

from enum import StrEnum

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.groups import fitting
from decimus.study.edits.kinds import QuestionEdit
from decimus.study.edits.styles import in_style
from decimus.study.limits import Index
from decimus.study.questions import (
    Asked,
    FigureChoices,
    HeightChoices,
    LevelChoices,
    Question,
)
from decimus.study.studies import Study
from decimus.terms import Height


class AsksOf(StrEnum):
    """What is asked about a table that comes in beside others."""

    INSTEAD = "instead"
    """The question at hand asks about it from now on."""
    ANOTHER = "another"
    """A question of its own does."""
    NOTHING = "nothing"
    """Nothing does, yet."""


MOST_QUESTIONS = 100
_LONGEST_NAME = 200


class AskAnother(QuestionEdit, frozen=True, kw_only=True):
    """Ask another question, in the manner of the one it is asked from.

    Args:
        asked: what is asked.
        words: it in plain words.
    """

    asked: Asked
    words: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"ask about {self.words}" if self.words else "ask another question"

    def apply(self, study: Study) -> Study:
        """The study with one question more, the last."""
        if not 0 <= self.asked.sheet < len(study.sheets):
            raise ChoiceError(f"There is no table {self.asked.sheet + 1}")
        question = fresh(study.questions[self.question], self.asked)
        return _numbered(study, (*study.questions, _next_figure(study, question)))


class RepeatQuestion(QuestionEdit, frozen=True, kw_only=True):
    """The same data, another figure: the question once more, behind itself."""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "the same data, another figure"

    def apply(self, study: Study) -> Study:
        """The study with the question twice."""
        at = self.question + 1
        again = _next_figure(study, replace(study.questions[self.question], name=""))
        return _numbered(study, (*study.questions[:at], again, *study.questions[at:]))


class NameQuestion(QuestionEdit, frozen=True, kw_only=True):
    """Call a question something; "" goes by what it asks again."""

    name: str

    def __post_init__(self) -> None:
        if len(self.name) > _LONGEST_NAME:
            raise ChoiceError(
                f"A name has at most {_LONGEST_NAME} letters", remedy="Choose a shorter one"
            )

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"call the question “{self.name}”" if self.name else "no name for the question"

    def changed(self, question: Question) -> Question:
        """The question with the name."""
        return replace(question, name=self.name)


class MoveQuestion(QuestionEdit, frozen=True, kw_only=True):
    """Put a question at another place among the others."""

    to: Index

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "reorder the questions"

    def apply(self, study: Study) -> Study:
        """The study with its questions in the new order."""
        questions = list(study.questions)
        moved = questions.pop(self.question)
        questions.insert(min(self.to, len(questions)), moved)
        return _numbered(study, tuple(questions))


class RemoveQuestion(QuestionEdit, frozen=True, kw_only=True):
    """Take a question out of the study, with its figure and its words; the data stay."""

    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"remove {self.name}" if self.name else "remove a question"

    def apply(self, study: Study) -> Study:
        """The study without the question."""
        if len(study.questions) < 2:
            raise ChoiceError("The only question stays", remedy="Ask another first")
        questions = (*study.questions[: self.question], *study.questions[self.question + 1 :])
        return _numbered(study, questions)


def fresh(question: Question, asked: Asked) -> Question:
    """A new question in the manner of another: its house style, error bars and levels of doubt.

    Levels keep their names, order, control and colours where it is the same table; what was
    written on the other figure, or set for its values, is not taken along.
    """
    usual = Question()
    old = question.heights
    heights = HeightChoices()
    if old.height is Height.MEAN:
        heights = replace(old, threshold=None, side=usual.heights.side)
    elif old.kept_bar in fitting(Height.MEAN):
        heights = replace(heights, error_bar=old.kept_bar, level=old.level, factor=old.factor)
    found = Question(
        asked=asked,
        heights=heights,
        lanes=question.lanes,
        comparison=replace(usual.comparison, level=question.comparison.level),
        numbers=question.numbers,
    )
    figure = FigureChoices(
        comparison_text=question.figure.comparison_text,
        star_limits=question.figure.star_limits,
        leading_zero=question.figure.leading_zero,
        p_decimals=question.figure.p_decimals,
    )
    found = in_style(replace(found, figure=figure), question.figure.house)
    if asked.sheet != question.asked.sheet:
        return found
    return replace(
        found,
        levels=question.levels,
        figure=replace(found.figure, level_colours=question.figure.level_colours),
    )


def about(question: Question, sheet: int) -> Question:
    """The question asked of another table: it begins anew, under its number and name.

    What somebody has written and noted stays, and is watched as ever.
    """
    if question.asked.sheet == sheet:
        return question
    begun = fresh(question, Asked(sheet=sheet))
    figure = replace(begun.figure, figure_number=question.figure.figure_number)
    words = replace(question.words, tables=())
    return replace(begun, figure=figure, levels=LevelChoices(), name=question.name, words=words)


def _next_figure(study: Study, question: Question) -> Question:
    """The question with a figure number that no other has."""
    number = 1 + max(each.figure.figure_number for each in study.questions)
    return _with_number(question, number)


def _with_number(question: Question, number: int) -> Question:
    number = min(number, _LARGEST_NUMBER)
    return replace(question, figure=replace(question.figure, figure_number=number))


_LARGEST_NUMBER = 999
"""Of a figure; files refuse larger ones."""


def _numbered(study: Study, questions: tuple[Question, ...]) -> Study:
    """The study with these questions; figures that were numbered in order are so again."""
    if len(questions) > MOST_QUESTIONS:
        raise ChoiceError(
            f"A study asks at most {MOST_QUESTIONS} questions", remedy="Begin another study"
        )
    numbers = [each.figure.figure_number for each in study.questions]
    first = numbers[0]
    if numbers == list(range(first, first + len(numbers))):
        questions = tuple(_with_number(each, first + place) for place, each in enumerate(questions))
    return replace(study, questions=questions)
