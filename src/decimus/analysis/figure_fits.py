"""Lines fitted to the groups of a figure: one for each level of the second factor and panel."""

from __future__ import annotations

import math

from decimus.analysis.chart_facts import why_no_fit
from decimus.analysis.groups import Group, LevelInOrder, ShownGroups
from decimus.analysis.results import Results
from decimus.statistics.smooth_curves import smooth_curve
from decimus.statistics.trend import straight_line
from decimus.study.targets import Levels
from decimus.terms import AxisScale, FitLine
from decimus.values import Value

_PLACES = 60


class Fit(Value, frozen=True):
    """A line fitted to the groups of one series.

    Args:
        levels: its first group.
        series: which of the lines beside each other it is, from 0.
        label: the level of the second factor; "" without one.
        panel: the level of the third as typed; "" without one.
        amounts: where the curve goes along the group axis.
        values: and along the value axis.
        intercept: of a straight line, at amount 0, or at 1 where it is of logarithms.
        slope: per unit of the amounts, or per factor of ten.
        r_squared: what share of the variation of replicates it describes.
        is_of_logs: whether it is a line over log₁₀ of the amounts.
    """

    levels: Levels
    series: int
    label: str
    panel: str
    amounts: tuple[float, ...]
    values: tuple[float, ...]
    intercept: float | None = None
    slope: float | None = None
    r_squared: float | None = None
    is_of_logs: bool = False


def fits_of(results: Results) -> tuple[Fit, ...]:
    """The lines wanted, as far as there are groups enough. Raises InputError without groups."""
    figure = results.question.figure
    if figure.fit is FitLine.NONE or why_no_fit(results.groups, results.chart):
        return ()
    is_log = figure.group_scale is AxisScale.LOG
    causes = (results.groups, figure.fit, is_log)
    return results.kept("fits", causes, lambda: _fits(results.groups, figure.fit, is_log=is_log))


def _fits(groups: ShownGroups, wanted: FitLine, *, is_log: bool) -> tuple[Fit, ...]:
    factor = groups.factors[0].factor
    series: dict[Levels, list[tuple[float, Group]]] = {}
    for group in groups.on_figure:
        amount = factor.level(group.levels[0]).amount
        if amount is not None and not group.is_empty and not (is_log and amount <= 0):
            series.setdefault(group.levels[1:], []).append((amount, group))
    found = []
    order = {level.level.text: i for i, level in enumerate(_second(groups))}
    labels = {level.level.text: level.label for level in _second(groups)}
    for rest, members in series.items():
        members.sort(key=lambda each: each[0])
        second = rest[0] if rest else ""
        fit = (_straight if wanted is FitLine.STRAIGHT else _smooth)(groups, members, is_log)
        if fit is not None:
            panel = rest[1] if len(rest) > 1 else ""
            levels, number = members[0][1].levels, order.get(second, 0)
            found.append(Fit(levels, number, labels.get(second, ""), panel, *fit))
    return tuple(found)


def _second(groups: ShownGroups) -> tuple[LevelInOrder, ...]:
    return groups.factors[1].levels if len(groups.factors) > 1 else ()


Line = tuple[tuple[float, ...], tuple[float, ...], float | None, float | None, float | None, bool]


def _straight(groups: ShownGroups, members: list[tuple[float, Group]], is_log: bool) -> Line | None:
    """Least squares on every replicate, over amounts or their logarithms."""
    known = [(x, g) for x, g in members if g.summary.sum_of_squares is not None and g.is_n_known]
    total = sum(g.n for _, g in known)
    if len(known) < 2 or total < 3 or len(known) < len(members):
        return None
    if not any(g.summary.sum_of_squares for _, g in known) and len(known) < 3:
        return None
    xs = [math.log10(x) if is_log else x for x, _ in known]
    first = known[0][1].summary
    origin = float(first.origin) if first.shifted is not None else 0.0
    try:
        fit = straight_line(xs, [g.summary.moments for _, g in known], origin, 95.0)
    except ZeroDivisionError:
        return None
    slope, intercept = fit.slope.mean_difference, fit.intercept.mean_difference
    ends = (xs[0], xs[-1])
    places = [ends[0] + k / _PLACES * (ends[1] - ends[0]) for k in range(_PLACES + 1)]
    amounts = tuple(10**x if is_log else x for x in places)
    values = groups.as_shown([intercept + slope * x for x in places])
    return amounts, values, intercept, slope, fit.r_squared, is_log


def _smooth(groups: ShownGroups, members: list[tuple[float, Group]], is_log: bool) -> Line | None:
    """A curve through what stands for each group."""
    heights = [(x, groups.height(g)) for x, g in members]
    known = [(math.log10(x) if is_log else x, h) for x, h in heights if h is not None]
    if len(known) < 3:
        return None
    places, curve = smooth_curve([x for x, _ in known], [h for _, h in known])
    amounts = tuple(float(10**x) if is_log else float(x) for x in places)
    return amounts, tuple(curve.tolist()), None, None, None, is_log
