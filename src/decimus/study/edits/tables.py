"""Changes to which tables a study holds and which of them a question asks about."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.bases import QuestionEdit
from decimus.study.questions import Question
from decimus.study.readings import Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Table


class AddTable(QuestionEdit, frozen=True, kw_only=True):
    """Another table comes in beside those at hand, and the question asks about it."""

    table: Table
    source: Source = Source()
    reading: Reading = Reading()

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"add {self.table.title}"

    def apply(self, study: Study) -> Study:
        """The study with the table."""
        sheet = Sheet(self.table, self.reading, self.source)
        added = replace(study, sheets=(*study.sheets, sheet))
        question = about(study.questions[self.question], len(study.sheets))
        return added.with_question(self.question, question)


class ChooseTable(QuestionEdit, frozen=True, kw_only=True):
    """Ask about another table of the study."""

    sheet: int
    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"table {self.name or self.sheet + 1}"

    def apply(self, study: Study) -> Study:
        """The study with the question about that table."""
        if not 0 <= self.sheet < len(study.sheets):
            raise ChoiceError(f"There is no table {self.sheet + 1}")
        question = about(study.questions[self.question], self.sheet)
        return study.with_question(self.question, question)


class RemoveTable(QuestionEdit, frozen=True, kw_only=True):
    """Take a table out of the study; questions about it ask about the first."""

    sheet: int
    name: str = ""

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"take out {self.name or 'a table'}"

    def apply(self, study: Study) -> Study:
        """The study without the table."""
        if len(study.sheets) < 2:
            raise ChoiceError("The only table stays", remedy="Bring in another first")
        sheets = (*study.sheets[: self.sheet], *study.sheets[self.sheet + 1 :])
        questions = tuple(self._moved(question) for question in study.questions)
        return replace(study, sheets=sheets, questions=questions)

    def _moved(self, question: Question) -> Question:
        if question.sheet == self.sheet:
            return about(question, 0)
        after = question.sheet > self.sheet
        return replace(question, sheet=question.sheet - 1) if after else question


def about(question: Question, sheet: int) -> Question:
    """The question asked of another table: what named columns and levels goes."""
    if question.sheet == sheet:
        return question
    return replace(
        question,
        sheet=sheet,
        outcome=None,
        factors=None,
        level_orders=(),
        level_labels=(),
        drawn_pairs=(),
    )
