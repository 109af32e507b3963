"""What one reads off the figure by pointing at it."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.study.questions import Levels
from decimus.wording.comparisons import pair_sentence
from decimus.wording.numbers import NBSP, number
from decimus.wording.phrases import error_bar_name, group_words, quantity
from decimus.wording.spans import plain_text


def target_reading(results: Results, part: str, groups: tuple[Levels, ...]) -> str:
    """The numbers behind a part of the figure; empty when there is nothing to read."""
    if part == "comparison" and results.comparison is not None:
        pair = results.comparison.pair(*groups)
        return plain_text(pair_sentence(results, pair)) if pair is not None else ""
    if not groups:
        return "Double-click to write it yourself" if part.endswith("title") else ""
    return _group_reading(results, groups[0])


def _group_reading(results: Results, levels: Levels) -> str:
    shown, sign = results.groups, results.decimal_sign
    group = shown.find(levels)
    if group is None:
        return ""
    unit, decimals = shown.measurements.outcome.unit, shown.decimals
    mean = quantity(number(group.summary.mean, decimals, sign), unit)
    text = f"{group_words(shown, group)}: mean {mean}, n{NBSP}={NBSP}{group.n}"
    ends = shown.error_bar(group)
    if ends is None:
        return text
    name = error_bar_name(shown.question.error_bar, shown.question.error_bar_level, sign)
    reached = [number(e, decimals, sign) for e in (ends.lower, ends.upper) if e is not None]
    return f"{text}\nerror bar ({name}) to {' and '.join(reached)}"
