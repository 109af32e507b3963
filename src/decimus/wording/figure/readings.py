"""What one reads off the figure by pointing at it."""

from __future__ import annotations

from decimus.analysis.outcomes import owner
from decimus.analysis.results import Results
from decimus.study.targets import (
    AnyTarget,
    AsideAt,
    AxisTitle,
    Levels,
    NoteAt,
    PairAt,
    ReplicateAt,
    untagged,
)
from decimus.terms import Height
from decimus.wording.comparisons.sentences import pair_sentence
from decimus.wording.figure.error_bars import height_words
from decimus.wording.measurements.replicate_words import replicate_words
from decimus.wording.numbers import full_number, number
from decimus.wording.phrases import bar_name, group_words, outcome_words, quantity, upper_first
from decimus.wording.spans import plain_text


def target_reading(results: Results, target: AnyTarget) -> str:
    """The numbers behind a part of the figure; empty when there is nothing to read."""
    if isinstance(target, PairAt):
        of, first = owner(results, target.first)
        second, _ = untagged(target.second)
        pair = None if of.comparison is None else of.comparison.pair(first, second)
        return _named(of, results, plain_text(pair_sentence(of, pair))) if pair is not None else ""
    if isinstance(target, NoteAt):
        return "Put there by hand, at a place of the data"
    if not target.groups:
        return "Double-click to write it yourself" if isinstance(target, AxisTitle) else ""
    of, levels = owner(results, target.groups[0])
    group = of.groups.find(levels)
    if isinstance(target, ReplicateAt) and group is not None and target.number < group.n:
        said = replicate_words(of, group, target.number)
        return _named(of, results, f"{said}\nA click goes to its cell")
    if isinstance(target, AsideAt) and group is not None:
        aside = group.cells.asides[target.number]
        row, column = aside.place
        value = full_number(aside.value, of.numerals)
        where = f"row {row + 1}, column {column + 1}"
        return _named(of, results, f"{value}, set aside: {aside.reason} ({where})")
    return _named(of, results, _group_reading(of, levels))


def _named(of: Results, results: Results, text: str) -> str:
    """What is said of one of several outcomes, with its name."""
    if not text or not results.question.figure.outcomes:
        return text
    return f"{upper_first(outcome_words(of.measurements))}: {text}"


def _group_reading(results: Results, levels: Levels) -> str:
    shown, numerals = results.groups, results.numerals
    group = shown.find(levels)
    if group is None:
        return ""
    unit, decimals = shown.shown_unit, shown.decimals
    height, is_counted = shown.height(group), not shown.heights.choices.height.is_of_outcome
    if is_counted:
        unit, decimals = ("%", 1) if shown.heights.choices.height is Height.SHARE else ("", 0)
    value = quantity(number(height, decimals, numerals), unit, numerals)
    words = height_words(shown, numerals)
    text = f"{group_words(shown, group)}: {words} {value}, n{numerals.equals}{group.n}"
    ends = shown.error_bar(group)
    if ends is None:
        return text
    name = bar_name(shown.heights.choices, numerals)
    reached = [number(e, decimals, numerals) for e in (ends.lower, ends.upper) if e is not None]
    return f"{text}\nerror bar ({name}) to {' and '.join(reached)}"
