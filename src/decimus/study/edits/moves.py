"""What was said about rows and columns, moved along when some are inserted or deleted."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits.written_parts import with_variables
from decimus.study.questions import (
    ControlLevel,
    LevelColour,
    LevelError,
    LevelLabel,
    LevelOrder,
    OutcomeBeside,
    Question,
)
from decimus.study.readings import Reading
from decimus.study.studies import Sheet, Study
from decimus.study.tables import Table
from decimus.study.targets import AnyTarget, OfLevel, with_outcome, without_outcome


def moved_rows(reading: Reading, at: int, count: int) -> Reading:
    """The reading after `count` rows came before row `at`, or −`count` rows went from it on."""

    def moved(row: int | None) -> int | None:
        if row is None or row < at:
            return row
        return row + count

    def is_gone(row: int | None) -> bool:
        return row is not None and count < 0 and at <= row < at - count

    return replace(
        reading,
        asides=tuple(
            replace(aside, row=moved(aside.row))
            for aside in reading.asides
            if not is_gone(aside.row)
        ),
        missing_reasons=tuple(
            replace(reason, row=moved(reason.row) or 0)
            for reason in reading.missing_reasons
            if not is_gone(reason.row)
        ),
        cell_notes=tuple(
            replace(note, row=moved(note.row) or 0)
            for note in reading.cell_notes
            if not is_gone(note.row)
        ),
    )


def moved_columns(reading: Reading, moved: Callable[[int], int], gone: frozenset[int]) -> Reading:
    """The reading with every mention of a column pointing where it now is."""

    def at(column: int | None) -> int | None:
        return None if column is None or column in gone else moved(column)

    summary = reading.summary
    return replace(
        reading,
        variables=tuple(
            replace(facts, variable=moved(facts.variable))
            for facts in reading.variables
            if facts.variable not in gone
        ),
        subject=at(reading.subject),
        within=at(reading.within),
        names_within=at(reading.names_within),
        left_out=tuple(moved(column) for column in reading.left_out if column not in gone),
        summary=replace(
            summary,
            mean=at(summary.mean),
            spread=at(summary.spread),
            upper=at(summary.upper),
            n=at(summary.n),
        ),
        joins=tuple(
            replace(join, variable=moved(join.variable))
            for join in reading.joins
            if join.variable not in gone
        ),
        asides=tuple(
            replace(aside, column=at(aside.column), variable=at(aside.variable))
            for aside in reading.asides
            if aside.column not in gone and aside.variable not in gone
        ),
        adjustments=tuple(
            replace(adjustment, variable=at(adjustment.variable))
            if hasattr(adjustment, "variable") and adjustment.variable is not None
            else adjustment
            for adjustment in reading.adjustments
            if getattr(adjustment, "variable", None) not in gone
        ),
        missing_reasons=tuple(
            replace(reason, column=moved(reason.column))
            for reason in reading.missing_reasons
            if reason.column not in gone
        ),
        cell_notes=tuple(
            replace(note, column=moved(note.column))
            for note in reading.cell_notes
            if note.column not in gone
        ),
    )


def moved_question(
    question: Question, moved: Callable[[int], int], gone: frozenset[int]
) -> Question:
    """The question with every mention of a column pointing where it now is."""

    def at(column: int | None) -> int | None:
        return None if column is None or column in gone else moved(column)

    factors = question.asked.factors
    if factors is not None:
        factors = tuple(moved(f) for f in factors if f not in gone) or None
    return replace(
        question,
        asked=replace(question.asked, outcome=at(question.asked.outcome), factors=factors),
        kept=(),
        levels=replace(
            question.levels,
            orders=_moved_all(question.levels.orders, moved, gone),
            labels=_moved_all(question.levels.labels, moved, gone),
            controls=_moved_all(question.levels.controls, moved, gone),
        ),
        figure=replace(
            question.figure,
            level_colours=_moved_all(question.figure.level_colours, moved, gone),
            level_errors=_moved_all(question.figure.level_errors, moved, gone),
            outcomes=_moved_all(question.figure.outcomes, moved, gone),
            own_texts=tuple(
                replace(own, what=_moved_target(own.what, moved))
                for own in question.figure.own_texts
                if not _variables(own.what) & gone
            ),
            moved=tuple(
                replace(by_hand, what=_moved_target(by_hand.what, moved))
                for by_hand in question.figure.moved
                if not _variables(by_hand.what) & gone
            ),
        ),
        comparison=replace(
            question.comparison,
            marginal_variable=at(question.comparison.marginal_variable),
            within_variable=at(question.comparison.within_variable),
        ),
        words=with_variables(question.words, moved),
    )


def _variables(target: AnyTarget) -> frozenset[int]:
    """The columns that something on a figure depends on by their number."""
    if isinstance(target, OfLevel):
        return frozenset({target.variable})
    outcome = without_outcome(target)[1]
    return frozenset() if outcome is None else frozenset({outcome})


def _moved_target(target: AnyTarget, moved: Callable[[int], int]) -> AnyTarget:
    """The same thing, where its columns now are."""
    if isinstance(target, OfLevel):
        return replace(target, variable=moved(target.variable))
    bare, outcome = without_outcome(target)
    return target if outcome is None else with_outcome(bare, moved(outcome))


AboutLevels = TypeVar(
    "AboutLevels", LevelOrder, LevelLabel, LevelColour, LevelError, OutcomeBeside, ControlLevel
)


def _moved_all(
    said: tuple[AboutLevels, ...], moved: Callable[[int], int], gone: frozenset[int]
) -> tuple[AboutLevels, ...]:
    """What was said about levels, where their variables now are."""
    return tuple(replace(s, variable=moved(s.variable)) for s in said if s.variable not in gone)


def variable_count(sheet: Sheet) -> int:
    """How many variables columns are: computed ones come after those of the table."""
    return sheet.table.column_count + len(sheet.reading.computed)


def check_columns(study: Study, sheet: int, variables: tuple[int, ...]) -> None:
    """Refuse to ask about columns that a table does not have. Raises ChoiceError."""
    count = variable_count(study.sheets[sheet])
    for variable in variables:
        if variable >= count:
            raise ChoiceError(
                f"There is no column {variable + 1}", remedy="Choose one of the table as it is now"
            )


def with_columns_moved(
    study: Study, number: int, table: Table, moves: dict[int, int], gone: frozenset[int]
) -> Study:
    """The study with a new table and every mention of a column pointing where it now is."""

    def moved(variable: int) -> int:
        return moves.get(variable, variable)

    sheet = study.sheets[number]
    reading = moved_columns(sheet.reading, moved, gone)
    study = study.with_sheet(number, Sheet(table, reading, sheet.source))
    for index, question in enumerate(study.questions):
        if question.asked.sheet != number:
            continue
        study = study.with_question(index, moved_question(question, moved, gone))
    return study
