"""Which kinds of charts there can be of some groups, and which one is drawn."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.groups import FactorInOrder, LevelInOrder, ShownGroups
from decimus.charts.data import Facts
from decimus.charts.kinds import Chart
from decimus.charts.registry import CHARTS
from decimus.plurals import plural
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ErrorBar, LevelKind, Spacing


def chart_facts(groups: ShownGroups, comparison: Comparison | None) -> Facts:
    """What decides which kinds of charts there can be.

    Args:
        groups: the groups.
        comparison: of them, None where there is none.
    """
    measurements, heights = groups.measurements, groups.heights
    first = groups.factors[0] if groups.factors else None
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


def chart_for(kind: ChartKind, facts: Facts) -> Chart:
    """The kind of chart that is drawn: the one chosen, or points where it cannot be."""
    chosen = CHARTS[kind]
    return CHARTS[ChartKind.POINTS] if chosen.needs(facts) else chosen


def level_error(factor: FactorInOrder, level: LevelInOrder, figure: FigureChoices) -> float | None:
    """The error of an amount: as typed for the figure, else as its name says; None for none."""
    place = (factor.factor.variable, level.level.text)
    typed = (own.error for own in figure.level_errors if (own.variable, own.level) == place)
    return next(typed, level.level.error) or None


def has_errors_across(groups: ShownGroups, figure: FigureChoices, chart: Chart) -> bool:
    """Whether the figure shows errors of amounts, as far as amounts find their true distance."""
    factor = groups.factors[0] if groups.factors else None
    if factor is None or factor.factor.kind is not LevelKind.AMOUNTS or not chart.shows_across:
        return False
    is_by_amount = (figure.spacing or chart.spacing) is Spacing.BY_AMOUNT
    return is_by_amount and any(level_error(factor, each, figure) for each in factor.levels)


def why_no_fit(groups: ShownGroups, chart: Chart) -> str:
    """Why no line can be fitted to what a chart shows; "" where one can."""
    if not groups.factors or groups.factors[0].factor.kind is not LevelKind.AMOUNTS:
        return "the levels are no amounts"
    if not groups.heights.height.is_of_outcome:
        return "counts and shares have no replicates to fit a line to"
    return "" if chart.shows_means else "this kind of chart shows no means"
