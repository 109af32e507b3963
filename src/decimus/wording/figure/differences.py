"""Differences drawn in place of the groups or beside them, in words."""

from __future__ import annotations

from decimus.analysis.outcomes import results_beside
from decimus.analysis.results import Results
from decimus.kinds.intervals import INTERVALS
from decimus.terms import AxisScale
from decimus.wording.comparisons.choices import adjustment_choice, method_choice
from decimus.wording.comparisons.method_names import has_follow_up
from decimus.wording.numbers import percent
from decimus.wording.spans import Span, Text


def why_no_differences(results: Results) -> str:
    """Why differences cannot stand beside the groups; "" where they can."""
    if not results.chart.shows_means:
        return "this kind of chart shows no means"
    if results_beside(results):
        return "several outcomes are shown"
    if not results.chart_facts.has_differences:
        return "no groups are compared"
    if not results.groups.heights.height.is_of_outcome:
        return "differences are in the unit of the outcome, counts and shares are not"
    if results.groups.axis_base is not None:
        return "differences of logarithms are ratios on this axis"
    if results.question.figure.value_scale is AxisScale.LOG:
        return "a logarithmic axis has no differences"
    return ""


def differences_beside(results: Results) -> bool:
    """Whether differences stand beside the groups: asked for, and possible."""
    return results.question.figure.shows_differences and not why_no_differences(results)


def beside_spans(results: Results) -> list[Span]:
    """What the caption says of differences beside the groups."""
    if not differences_beside(results):
        return []
    spans: list[Span] = [
        Text(" Black points beside them are differences between means, on the same ")
    ]
    spans.append(Text("scale, with "))
    return [*spans, *intervals_of_differences(results), Text(".")]


def interval_words(results: Results) -> str:
    """What the intervals of differences are: "simultaneous 95 % confidence intervals"."""
    comparison = results.comparison
    if comparison is None:
        return ""
    kinds = {pair.ci_kind for pair in comparison.pairs if pair.ci_kind is not None}
    levels = {comparison.level_of(pair) for pair in comparison.pairs}
    kind = INTERVALS[next(iter(kinds))].before if len(kinds) == 1 else ""
    level = percent(next(iter(levels)), results.numerals) if len(levels) == 1 else ""
    return f"{kind}{level} confidence intervals"


def intervals_of_differences(results: Results) -> list[Span]:
    """What the intervals of differences are, and what they are made by, as choices."""
    comparison = results.comparison
    if comparison is None:
        return []
    spans: list[Span] = [Text(f"{interval_words(results)} by "), method_choice(results)]
    adjustment = adjustment_choice(results, comparison) if has_follow_up(comparison) else None
    return [*spans, Text(", "), adjustment] if adjustment is not None else spans
