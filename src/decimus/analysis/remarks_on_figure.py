"""What a researcher should know about how the figure shows the groups."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from msgspec import Struct

from decimus.analysis.chart_facts import chart_for, why_no_fit
from decimus.analysis.groups import Group, ShownGroups
from decimus.charts.data import Facts
from decimus.charts.kinds import Chart
from decimus.charts.registry import CHARTS
from decimus.charts.styles import style_of
from decimus.notation import plain
from decimus.study.questions import FigureChoices
from decimus.terms import (
    AxisScale,
    ChartKind,
    FitLine,
    LevelKind,
    Spacing,
)

_CROWDED = 8.0
"""Distances between amounts that differ by more leave little room to some of them."""


class KindNotPossible(Struct, frozen=True):
    """The kind of chart chosen cannot be drawn of these data; points are."""

    kind: ChartKind
    why: str


class FitNotPossible(Struct, frozen=True):
    """The fitted line that is asked for cannot be."""

    why: str


class BarsNotFromZero(Struct, frozen=True):
    """Bars that start elsewhere exaggerate differences."""

    start: float


class BarsOnLogarithms(Struct, frozen=True):
    """Bars on a logarithmic axis, whose lengths compare nothing."""


class NotOnLogarithms(Struct, frozen=True):
    """Groups with something at or below zero, which a logarithmic axis has no place for."""

    groups: tuple[Group, ...]
    is_nothing_above: bool = False
    """Whether nothing at all lies above zero, so that the axis stays plain."""


class CutByAxis(Struct, frozen=True):
    """Groups of which something lies beyond the ends chosen for the value axis."""

    groups: tuple[Group, ...]


class LineOverNames(Struct, frozen=True):
    """A line joins levels that are names in no order."""


class EvenlySpacedAmounts(Struct, frozen=True):
    """Points or lines over amounts that stand evenly although their distances differ."""


class CrowdedAmounts(Struct, frozen=True):
    """Amounts whose distances differ so much that logarithms would show them better."""

    lowest: float
    highest: float


class OutcomeLeftOut(Struct, frozen=True):
    """Another outcome that the figure is to show and cannot."""

    variable: int
    why: str


class OutcomesApart(Struct, frozen=True):
    """Outcomes that were to stand on one axis and cannot."""

    why: str


class TextsByHand(Struct, frozen=True):
    """Words that were written where computed ones stood, which follow no data."""

    texts: tuple[str, ...]


class AxisSaysNothing(Struct, frozen=True):
    """A title of the value axis that does not say what was measured."""

    title: str


OutcomeRemark = OutcomeLeftOut | OutcomesApart
PartRemark = OutcomeRemark | TextsByHand | AxisSaysNothing

FigureRemark = (
    KindNotPossible
    | FitNotPossible
    | BarsNotFromZero
    | BarsOnLogarithms
    | NotOnLogarithms
    | CutByAxis
    | LineOverNames
    | EvenlySpacedAmounts
    | CrowdedAmounts
    | PartRemark
)


_VAGUE = frozenset(
    {"y", "x", "value", "values", "data", "measurement", "measurements", "result", "results"}
    | {"mean", "means", "average", "amount", "outcome", "variable", "var", "val", "quantity"}
    | {"reading", "readings", "observation", "observations", "wert", "werte", "valeur", "valor"}
)
"""Titles that say nothing of what was measured."""


def vague_title(groups: ShownGroups, figure: FigureChoices) -> str:
    """The title of the value axis where it says nothing of what was measured; "" elsewhere.

    An outcome that has no name yet is asked for by another remark.
    """
    outcome = groups.measurements.outcome
    title = (
        (outcome.name if outcome.is_named else "")
        if figure.value_title is None
        else plain(figure.value_title)
    )
    bare = title.split("(")[0].strip().casefold()
    return title if bare in _VAGUE else ""


def remarks_on_figure(
    groups: ShownGroups, figure: FigureChoices, facts: Facts
) -> tuple[FigureRemark, ...]:
    """Remarks about the figure.

    Args:
        groups: what it shows.
        figure: what was chosen for it.
        facts: what decides which kinds there can be.
    """
    chart = chart_for(figure.kind, facts)
    found: list[FigureRemark] = []
    if lacking := CHARTS[figure.kind].needs(facts):
        found.append(KindNotPossible(figure.kind, lacking))
    if figure.fit is not FitLine.NONE and (why := why_no_fit(groups, chart)):
        found.append(FitNotPossible(why))
    if title := vague_title(groups, figure):
        found.append(AxisSaysNothing(title))
    if figure.own_texts:
        found.append(TextsByHand(tuple(plain(own.text) for own in figure.own_texts)))
    found += _on_axis(groups, figure, chart)
    found += _on_amounts(groups, figure, chart)
    return tuple(found)


def _on_axis(groups: ShownGroups, figure: FigureChoices, chart: Chart) -> Iterator[FigureRemark]:
    is_log = figure.value_scale is AxisScale.LOG
    start = figure.value_from
    if is_log and chart.has_zero_base:
        yield BarsOnLogarithms()
    elif chart.has_zero_base and start is not None and start != 0:
        yield BarsNotFromZero(start)
    if chart.kind is ChartKind.DIFFERENCES:
        return
    reached = [(group, _reached(groups, figure, group)) for group in groups.on_figure]
    if is_log and (below := tuple(g for g, values in reached if any(v <= 0 for v in values))):
        is_nothing_above = not any(v > 0 for _, values in reached for v in values)
        yield NotOnLogarithms(below, is_nothing_above)
    low, high = figure.value_from, figure.value_to
    cut = tuple(
        group
        for group, values in reached
        if any((low is not None and v < low) or (high is not None and v > high) for v in values)
    )
    if cut:
        yield CutByAxis(cut)


def _reached(groups: ShownGroups, figure: FigureChoices, group: Group) -> list[float]:
    """The values that the figure shows of a group."""
    ends = groups.error_bar(group)
    found = [groups.height(group)]
    if ends is not None and style_of(figure).of(group.levels).has_error_bars:
        found += [ends.lower, ends.upper]
    if figure.show_replicates and groups.heights.height.is_of_outcome and group.n:
        values = (group.summary.minimum, group.summary.maximum)
        found += groups.as_shown([value for value in values if value is not None])
    return [value for value in found if value is not None]


def _on_amounts(groups: ShownGroups, figure: FigureChoices, chart: Chart) -> Iterator[FigureRemark]:
    if not groups.factors or chart.kind is ChartKind.DIFFERENCES:
        return
    factor = groups.factors[0]
    if factor.factor.kind is LevelKind.NAMES and chart.kind is ChartKind.LINE:
        if style_of(figure).style.joins and len(factor.levels) > 2:
            yield LineOverNames()
        return
    amounts = sorted(
        level.level.amount for level in factor.levels if level.level.amount is not None
    )
    gaps = [b - a for a, b in pairwise(amounts)]
    if factor.factor.kind is not LevelKind.AMOUNTS or len(gaps) < 2 or min(gaps) <= 0:
        return
    spacing = figure.spacing or chart.spacing
    is_uneven = max(gaps) > min(gaps) * (1 + 1e-9)
    if chart.spacing is Spacing.BY_AMOUNT and spacing is Spacing.EVEN and is_uneven:
        yield EvenlySpacedAmounts()
    is_straight = figure.group_scale is AxisScale.LINEAR
    if spacing is Spacing.BY_AMOUNT and is_straight and max(gaps) > _CROWDED * min(gaps):
        yield CrowdedAmounts(amounts[0], amounts[-1])
