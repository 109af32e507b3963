"""Changes to which tables a study holds and which of them a question asks about."""

from __future__ import annotations

from collections.abc import Callable, Mapping

import msgspec
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.adjustments import FactorOnGroup, MinusBlank, RelativeToControl
from decimus.study.edits.kinds import QuestionEdit, SheetEdit
from decimus.study.edits.moves import moved_columns, moved_question
from decimus.study.edits.question_list import AskAnother, AsksOf, about
from decimus.study.edits.written_parts import with_levels_of
from decimus.study.questions import Asked, PairOfGroups, Question
from decimus.study.readings import Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Table
from decimus.study.targets import (
    AnyTarget,
    Levels,
    OfGroup,
    OfLevel,
    PairAt,
)


class AddTable(QuestionEdit, frozen=True, kw_only=True):
    """Another table comes in beside those at hand.

    Args:
        table: its cells.
        source: where they came from.
        reading: how they are read.
        asks: what is asked about it: by the question at hand, by another one, or nothing yet.
    """

    table: Table
    source: Source = Source()
    reading: Reading = Reading()
    asks: AsksOf = AsksOf.INSTEAD

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"add {self.table.title}"

    def apply(self, study: Study) -> Study:
        """The study with the table."""
        sheet = Sheet(self.table, self.reading, self.source)
        added = replace(study, sheets=(*study.sheets, sheet))
        match self.asks:
            case AsksOf.NOTHING:
                return added
            case AsksOf.ANOTHER:
                asked = Asked(sheet=len(study.sheets))
                return AskAnother(question=self.question, asked=asked).apply(added)
            case AsksOf.INSTEAD:
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


class LevelRename(msgspec.Struct, frozen=True):
    """A level that is called otherwise in the new table; `new` is "" where it is gone."""

    variable: int
    old: str
    new: str


class ReplaceTable(SheetEdit, frozen=True, kw_only=True):
    """New data in the same place: question, figure, comparisons and words stay.

    A note on a value that is no longer there becomes part of that on the study.

    Args:
        table: the new cells.
        source: where they came from.
        columns: for every column of the old table the one of the same name, or −1.
        renames: levels that are called otherwise.
        is_again: whether it is the same file, read again.
    """

    table: Table
    source: Source = Source()
    columns: tuple[int, ...] = ()
    renames: tuple[LevelRename, ...] = ()
    is_again: bool = False

    @property
    def title(self) -> str:
        """The change in plain words."""
        name = self.source.name or self.table.title
        return f"read {name} again" if self.is_again else f"use {name} instead"

    def apply(self, study: Study) -> Study:
        """The study with the new table."""
        old = study.sheets[self.sheet]
        # A column without a heading keeps its place, where there still is one.
        width = self.table.column_count
        places = {old: new if new < width else -1 for old, new in enumerate(self.columns)}
        # Computed columns come after those of the table, of which there may be others now.
        places |= {
            old.table.column_count + number: self.table.column_count + number
            for number in range(len(old.reading.computed))
        }
        gone = frozenset(column for column, new in places.items() if new < 0)

        def moved(variable: int) -> int:
            return places.get(variable, variable)

        reading = self._kept(old)
        reading = renamed_reading(moved_columns(reading, moved, gone), self.renames)
        sheet = Sheet(self.table, reading, self.source)
        study = study.with_sheet(self.sheet, sheet)
        for number, question in enumerate(study.questions):
            if question.asked.sheet == self.sheet:
                at_new_places = moved_question(question, moved, gone)
                renamed = renamed_question(at_new_places, self.renames)
                study = study.with_question(number, renamed)
        lost = [n for n in old.reading.cell_notes if not self._is_same_cell(old, n.row, n.column)]
        said = [
            f"On “{old.table.cell(n.row, n.column)}” in the data before: {n.text}" for n in lost
        ]
        return replace(study, note="\n".join([study.note, *said] if study.note else said))

    def _is_same_cell(self, old: Sheet, row: int, column: int) -> bool:
        return old.table.cell(row, column) == self.table.cell(row, column)

    def _kept(self, old: Sheet) -> Reading:
        """What was said of single cells and rows, where they hold the same as before."""

        def same_row(row: int) -> bool:
            width = max(old.table.column_count, self.table.column_count)
            return old.table.block(row, 0, 1, width) == self.table.block(row, 0, 1, width)

        def same_cell(row: int, column: int) -> bool:
            return self._is_same_cell(old, row, column)

        reading = old.reading
        return replace(
            reading,
            asides=tuple(
                a
                for a in reading.asides
                if a.row is None
                or (same_row(a.row) if a.column is None else same_cell(a.row, a.column))
            ),
            missing_reasons=tuple(r for r in reading.missing_reasons if same_cell(r.row, r.column)),
            cell_notes=tuple(n for n in reading.cell_notes if same_cell(n.row, n.column)),
        )


def renamed_reading(reading: Reading, renames: tuple[LevelRename, ...]) -> Reading:
    """The reading with levels called as in the new table."""
    names = {(r.variable, r.old): r.new for r in renames if r.new}

    def new(variable: int | None, text: str) -> str:
        return text if variable is None else names.get((variable, text), text)

    return replace(
        reading,
        asides=tuple(replace(a, text=new(a.variable, a.text)) for a in reading.asides),
        joins=tuple(replace(j, into=new(j.variable, j.into)) for j in reading.joins),
        adjustments=tuple(
            replace(a, level=new(a.variable, a.level))
            if isinstance(a, MinusBlank | FactorOnGroup | RelativeToControl)
            else a
            for a in reading.adjustments
        ),
    )


def renamed_question(question: Question, renames: tuple[LevelRename, ...]) -> Question:
    """The question with levels called as in the new table."""
    names = {(r.variable, r.old): r.new for r in renames if r.new}
    texts = {r.old: r.new for r in renames if r.new}

    def levels(found: tuple[str, ...]) -> tuple[str, ...]:
        return tuple(texts.get(text, text) for text in found)

    def pairs(found: tuple[PairOfGroups, ...]) -> tuple[PairOfGroups, ...]:
        return tuple(replace(p, first=levels(p.first), second=levels(p.second)) for p in found)

    return replace(
        question,
        levels=replace(
            question.levels,
            orders=tuple(
                replace(
                    order,
                    levels=tuple(names.get((order.variable, t), t) for t in order.levels),
                )
                for order in question.levels.orders
            ),
            labels=tuple(
                replace(label, level=names.get((label.variable, label.level), label.level))
                for label in question.levels.labels
            ),
            controls=tuple(
                replace(c, level=names.get((c.variable, c.level), c.level))
                for c in question.levels.controls
            ),
        ),
        figure=replace(
            question.figure,
            moved=tuple(
                replace(moved, what=_renamed_target(moved.what, levels, names))
                for moved in question.figure.moved
            ),
            group_looks=tuple(
                replace(own, levels=levels(own.levels)) for own in question.figure.group_looks
            ),
            level_colours=tuple(
                replace(c, level=names.get((c.variable, c.level), c.level))
                for c in question.figure.level_colours
            ),
            hidden=tuple(levels(found) for found in question.figure.hidden),
            drawn_pairs=pairs(question.figure.drawn_pairs),
        ),
        comparison=replace(
            question.comparison, chosen_pairs=pairs(question.comparison.chosen_pairs)
        ),
        words=with_levels_of(
            question.words,
            lambda side: tuple(level and texts.get(level, level) for level in side),
        ),
    )


def _renamed_target(
    what: AnyTarget, levels: Callable[[Levels], Levels], names: Mapping[tuple[int, str], str]
) -> AnyTarget:
    """The same thing with its levels as they are now called in the table."""
    if isinstance(what, OfGroup):
        return replace(what, levels=levels(what.levels))
    if isinstance(what, PairAt):
        return replace(what, first=levels(what.first), second=levels(what.second))
    if isinstance(what, OfLevel):
        return replace(what, level=names.get((what.variable, what.level), what.level))
    return what


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
        if question.asked.sheet == self.sheet:
            return about(question, 0)
        after = question.asked.sheet > self.sheet
        return (
            replace(question, asked=replace(question.asked, sheet=question.asked.sheet - 1))
            if after
            else question
        )
