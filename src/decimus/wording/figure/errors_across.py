"""Errors of amounts along the group axis: typed, chosen, and said in the caption."""

from __future__ import annotations

import re

from decimus.analysis.chart_facts import has_errors_across, level_error
from decimus.analysis.groups import FactorInOrder
from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import ChooseLevelErrors, Edit
from decimus.study.number_styles import Numerals
from decimus.study.questions import FigureChoices, LevelError
from decimus.terms import ErrorShape
from decimus.wording.numbers import NBSP, full_number
from decimus.wording.phrases import factor_words, quantity, typed_number
from decimus.wording.spans import Choice, Entry, Option

_MOST_NAMED = 6
_NONE = frozenset({"none", "no", "0"})


def typed_errors(text: str, factor: FactorInOrder) -> ChooseLevelErrors:
    """Errors as people type them: "0.5" for all, "5 %" of each, or "10: 0.2; 20: 0.4"; "none".

    Args:
        text: what was typed; nothing for those that names of levels give.
        factor: whose amounts they are of.

    Raises:
        ChoiceError: it says no error, or one of no level.
    """
    variable, levels = factor.factor.variable, factor.levels
    cleaned = text.strip().removeprefix("±").strip()
    if not cleaned:
        return ChooseLevelErrors(variable=variable)
    if cleaned.lower() in _NONE:
        cleaned = "0"
    if ":" not in cleaned:
        number = _error(cleaned)
        share = number / 100 if cleaned.endswith("%") else None
        errors = {
            level.level.text: number if share is None else share * abs(level.level.amount or 0.0)
            for level in levels
        }
    else:
        errors = {}
        for part in filter(str.strip, re.split(r";|\n", cleaned)):
            name, _, said = part.rpartition(":")
            found = [
                level.level.text
                for level in levels
                if name.strip() in (level.label, level.level.text)
            ]
            if not found:
                raise ChoiceError(
                    f"“{name.strip()}” is no level of {factor_words(factor)}",
                    remedy="Type a level, a colon and its error, such as "
                    f"{levels[0].label}: 0.2; {levels[-1].label}: 0.4",
                )
            errors[found[0]] = _error(said)
    return ChooseLevelErrors(
        variable=variable,
        errors=tuple(LevelError(variable, level, error) for level, error in errors.items()),
    )


def _error(text: str) -> float:
    number = typed_number(text.strip().removeprefix("±"), "an error")
    if number < 0:
        raise ChoiceError(f"An error of {text.strip()} cannot be", remedy="Type 0 or more")
    return number


def errors_choice(results: Results, factor: FactorInOrder) -> Choice:
    """What the amounts of a factor may be off by."""
    figure, numerals = results.question.figure, results.numerals
    said = _by_level(factor, figure, numerals)
    is_typed = any(own.variable == factor.factor.variable for own in figure.level_errors)
    has_named = any(level.level.error for level in factor.levels)
    by_rule = "as the levels’ names give them" if has_named else "no errors of amounts"

    def typed(text: str) -> Edit:
        return typed_errors(text, factor)

    entry = Entry(
        "one for all, or such as 5: 0.2; 10: 0.4", _typed_now(factor, figure, numerals), typed
    )
    text = f"errors {said}" if said else "no errors of amounts"
    rule = Option(by_rule, ChooseLevelErrors(variable=factor.factor.variable), not is_typed)
    return Choice("errors across", text, "errors of amounts", (rule,), (entry,))


def _by_level(factor: FactorInOrder, figure: FigureChoices, numerals: Numerals) -> str:
    """The errors in words: one for all, or level by level; "" for none."""
    unit = factor.factor.unit
    errors = [(level, level_error(factor, level, figure)) for level in factor.levels]
    known = [(level, error) for level, error in errors if error]
    if not known:
        return ""
    different = {error for _, error in errors}
    if len(different) == 1:
        return f"±{NBSP}{quantity(full_number(known[0][1], numerals), unit, numerals)}"
    if len(known) > _MOST_NAMED:
        sizes = sorted(error for _, error in known)
        first, last = (full_number(size, numerals) for size in (sizes[0], sizes[-1]))
        return f"±{NBSP}{first} to ±{NBSP}{quantity(last, unit, numerals)}"
    return ", ".join(
        f"±{NBSP}{quantity(full_number(error, numerals), unit, numerals)} "
        f"at {full_number(level.level.amount, numerals)}"
        for level, error in known
    )


def _typed_now(factor: FactorInOrder, figure: FigureChoices, numerals: Numerals) -> str:
    """The errors as they would be typed."""
    errors = [(level, level_error(factor, level, figure) or 0.0) for level in factor.levels]
    if len({error for _, error in errors}) == 1:
        return full_number(errors[0][1], numerals) if errors[0][1] else ""
    return "; ".join(f"{level.label}: {full_number(error, numerals)}" for level, error in errors)


def across_words(results: Results) -> str:
    """What the caption says of errors of amounts; "" where none are drawn."""
    groups, figure = results.groups, results.question.figure
    if not has_errors_across(groups, figure, results.chart):
        return ""
    factor = groups.factors[0]
    name, said = factor_words(factor), _by_level(factor, figure, results.numerals)
    if figure.across_as is ErrorShape.BOX:
        return f" Boxes reach as far as the error bars and, along {name}, as given: {said}."
    return f" Lines along the axis of {name} are its errors as given: {said}."
