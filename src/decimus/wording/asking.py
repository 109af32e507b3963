"""The questions of a study: what they are called, and what could be asked besides."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.measurements.observations import Measurements
from decimus.study.edits import AskAnother, RepeatQuestion
from decimus.study.questions import Asked
from decimus.terms import Layout
from decimus.wording.numbers import NBSP
from decimus.wording.phrases import lower_first, outcome_words
from decimus.wording.questions import (
    free_factors,
    is_undivided,
    outcome_columns,
    variable_name,
)
from decimus.wording.spans import Option

_ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth")
_MOST_OFFERED = 12


def question_title(results: Results) -> str:
    """What a question is called: its name, or what it asks: "frond area by road salt"."""
    if results.question.name:
        return results.question.name
    if results.problem is not None:
        return f"table {results.question.asked.sheet + 1}, which cannot be read"
    return _asked_words(results.measurements)


def _asked_words(measurements: Measurements) -> str:
    outcome = outcome_words(measurements)
    if is_undivided(measurements):
        return outcome
    return f"{outcome} by {' and '.join(lower_first(f.name) for f in measurements.factors)}"


def question_titles(results: Results) -> tuple[str, ...]:
    """What every question of the study is called; those of one name are told apart."""
    titles = [
        question_title(results.of_question(number))
        for number in range(len(results.study.questions))
    ]
    return tuple(
        f"{title} (Figure{NBSP}{question.figure.figure_number})"
        if titles.count(title) > 1
        else title
        for title, question in zip(titles, results.study.questions, strict=True)
    )


def place_among(number: int, count: int) -> str:
    """Where a question stands among the others: "second of 2 questions"."""
    ordinal = _ORDINALS[number] if number < len(_ORDINALS) else f"{number + 1}th"
    return f"{ordinal} of {count} questions"


def another_options(results: Results) -> tuple[Option, ...]:
    """What else could be asked: other outcomes, other factors, other tables, the same again."""
    same = Option("the same data, another figure", RepeatQuestion(question=results.number))
    of_table = () if results.problem is not None else _of_this_table(results)
    return (*of_table, *_of_other_tables(results), same)


def _of_this_table(results: Results) -> tuple[Option, ...]:
    measurements, sheet = results.measurements, results.question.asked.sheet
    if measurements.shape.layout is not Layout.LONG:
        return ()
    outcome = measurements.outcome.variable
    factors = tuple(factor.variable for factor in measurements.factors)
    others = [c for c in outcome_columns(measurements) if c != outcome and not _numbers(c, results)]
    found = [(Asked(sheet, column, factors), False) for column in others[:_MOST_OFFERED]]
    divided = not is_undivided(measurements)
    free = free_factors(measurements)[:_MOST_OFFERED]
    if divided and len(factors) > 1:
        found += [(Asked(sheet, outcome, (factor,)), True) for factor in factors]
    if divided and len(factors) < 3:
        found += [(Asked(sheet, outcome, (*factors, factor)), True) for factor in free]
    found += [(Asked(sheet, outcome, (factor,)), True) for factor in free]
    return tuple(_option(results, asked, is_same=is_same) for asked, is_same in found)


def _numbers(column: int, results: Results) -> bool:
    """Whether a column only numbers the rows, or holds the readings of the outcome."""
    shape = results.measurements.shape
    numberings = {p.index for p in shape.columns if p.is_numbering}
    return column in numberings or column in shape.readings


def _option(results: Results, asked: Asked, *, is_same: bool) -> Option:
    measurements = results.measurements
    outcome = (
        outcome_words(measurements)
        if is_same
        else variable_name(measurements, asked.outcome if asked.outcome is not None else 0)
    )
    by = " and ".join(variable_name(measurements, factor) for factor in asked.factors or ())
    words = outcome if is_undivided(measurements) and not is_same else f"{outcome} by {by}"
    return Option(words, AskAnother(asked=asked, words=words, question=results.number))


def _of_other_tables(results: Results) -> tuple[Option, ...]:
    found = []
    for number, sheet in enumerate(results.study.sheets):
        if number == results.question.asked.sheet or sheet.table.is_empty:
            continue
        title = sheet.table.title or f"table {number + 1}"
        read = Results(
            results.study.with_question(
                results.number, replace(results.question, asked=Asked(sheet=number))
            ),
            results.number,
        )
        words = (
            title
            if read.problem is not None
            else f"{_asked_words(read.measurements)}, from {title}"
        )
        edit = AskAnother(asked=Asked(sheet=number), words=words, question=results.number)
        found.append(Option(words, edit))
    return tuple(found)
