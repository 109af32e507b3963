"""Which kinds of charts there can be of a question, and which one is drawn."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.charts.data import Facts
from decimus.charts.kinds import Chart
from decimus.charts.registry import CHARTS
from decimus.plurals import plural
from decimus.terms import ChartKind, ErrorBar, LevelKind


def facts_of(results: Results) -> Facts:
    """What decides which kinds of charts there can be. Raises InputError without groups."""
    causes = (results.groups, results.comparison)
    return results.kept("chart facts", causes, lambda: _facts(results))


def _facts(results: Results) -> Facts:
    groups = results.groups
    measurements = groups.measurements
    heights = groups.heights
    first = groups.factors[0] if groups.factors else None
    comparison = results.comparison
    has_pairs = comparison is not None and any(pair.cells for pair in comparison.pairs)
    wanted = heights.choices.error_bar
    return Facts(
        height=heights.height,
        has_values=not measurements.is_summarised,
        has_error_bars=wanted is not ErrorBar.NONE and heights.can_be(wanted),
        are_same_units=measurements.units.is_same,
        factors=len(groups.factors),
        sections=len(first.levels) if first is not None else 1,
        levels=first.factor.kind if first is not None else LevelKind.NAMES,
        has_differences=has_pairs,
        unit=plural(measurements.unit_name, 2),
    )


def chart_of(results: Results) -> Chart:
    """The kind of chart that is drawn: the one chosen, or points where it cannot be."""
    chosen = CHARTS[results.question.figure.kind]
    return CHARTS[ChartKind.POINTS] if chosen.needs(facts_of(results)) else chosen
