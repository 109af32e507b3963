"""The panels of a figure, from results: every group with what can be drawn of it."""

from __future__ import annotations

import numpy as np

from decimus.analysis.annotations import MOST_LINES
from decimus.analysis.chart_facts import level_error
from decimus.analysis.figure_fits import Fit
from decimus.analysis.groups import FactorInOrder, Group, LevelInOrder, ShownGroups
from decimus.analysis.results import Results
from decimus.charts.data import CurveMark, Difference, Ends, Member, Panel, Section
from decimus.charts.kinds import Chart
from decimus.figure.swarms import drawn_replicates
from decimus.kinds.methods import SHARE_METHODS
from decimus.notation import escaped
from decimus.statistics.boxes import box_summary
from decimus.study.questions import FigureChoices
from decimus.study.targets import Levels, PairAt, same_thing
from decimus.terms import ChartKind, LevelKind
from decimus.wording.numbers import MINUS


def panels_of(
    groups: ShownGroups, figure: FigureChoices, chart: Chart, fits: tuple[Fit, ...]
) -> tuple[Panel, ...]:
    """A panel for every level of the third factor, or the only one."""
    count = len(groups.factors[1].levels) if len(groups.factors) > 1 else 1
    if len(groups.factors) < 3:
        return (Panel(_sections(groups, figure, chart, None), curves=_curves(fits, "", count)),)
    third = groups.factors[2]
    found = (
        Panel(
            _sections(groups, figure, chart, level.level.text),
            third.factor.variable,
            level.level.text,
            level.written,
            curves=_curves(fits, level.level.text, count),
        )
        for level in third.levels
    )
    return tuple(panel for panel in found if panel.members) or (
        Panel(_sections(groups, figure, chart, None)),
    )


def _curves(fits: tuple[Fit, ...], panel: str, count: int) -> tuple[CurveMark, ...]:
    """The fitted lines of a panel."""
    here = [fit for fit in fits if fit.panel == panel]
    return tuple(CurveMark(fit.levels, fit.amounts, fit.values, fit.series, count) for fit in here)


def _sections(
    groups: ShownGroups, figure: FigureChoices, chart: Chart, deep: str | None
) -> tuple[Section, ...]:
    """The levels of the first factor as places on the axis, those of the second side by side."""
    first = groups.factors[0]
    second = groups.factors[1] if len(groups.factors) > 1 else None

    def member(levels: Levels) -> Member | None:
        group = groups.find(levels)
        if group is None or levels in groups.hidden:
            return None
        return _member(groups, group, figure, chart)

    has_amounts = first.factor.kind is LevelKind.AMOUNTS
    return tuple(
        Section(
            first.factor.variable,
            level.level.text,
            level.written,
            level.level.amount if has_amounts else None,
            tuple(member(levels) for levels in _levels_in_section(level, second, deep)),
            level_error(first, level, figure) if has_amounts else None,
        )
        for level in first.levels
        if not groups.on_figure or not _is_left_out(groups, figure, level.level.text)
    )


def _is_left_out(groups: ShownGroups, figure: FigureChoices, first_level: str) -> bool:
    """True where a place of the axis has groups and all, in every panel, are not to be seen."""
    there = [group for group in groups.shown if group.levels[0] == first_level]
    return bool(there) and all(
        group.levels in groups.hidden or (figure.drops_empty and group.is_empty) for group in there
    )


def _levels_in_section(
    first: LevelInOrder, second: FactorInOrder | None, deep: str | None
) -> tuple[Levels, ...]:
    """The groups side by side at one place of the axis: the levels of the second factor."""
    start = first.level.text
    if second is None:
        return ((start,),)
    rest = () if deep is None else (deep,)
    return tuple((start, level.level.text, *rest) for level in second.levels)


def _member(groups: ShownGroups, group: Group, figure: FigureChoices, chart: Chart) -> Member:
    has_dots = groups.heights.choices.height.is_of_outcome
    numbers = drawn_replicates(group.summary, groups.most_dots) if has_dots else ()
    values = tuple(group.summary.array[list(numbers)].tolist()) if numbers else ()
    asides = tuple(aside.value for aside in group.cells.asides) if has_dots else ()
    ends = groups.error_bar(group)
    box, mean = None, group.summary.mean
    if chart.wants_boxes:
        every = np.array(groups.as_shown(group.summary.array.tolist()))
        box = box_summary(every, figure.whiskers)
    return Member(
        group.levels,
        groups.height(group),
        None if ends is None else Ends(ends.lower, ends.upper),
        groups.as_shown(values),
        numbers,
        groups.as_shown(asides),
        is_adjusted=groups.measurements.is_adjusted(group.cells),
        units=tuple(group.cells.units[number] for number in numbers) if group.cells.units else (),
        box=box,
        mean=None if mean is None else groups.as_shown((mean,))[0],
        count=group.n,
        errors=_errors(groups, group, numbers),
    )


def _errors(groups: ShownGroups, group: Group, numbers: tuple[int, ...]) -> tuple[Ends | None, ...]:
    """Where the known error of each value that is drawn ends."""
    known = groups.measurements.errors
    if not known or groups.log_base is not None:
        return ()
    found: list[Ends | None] = []
    for number in numbers:
        value, own = group.summary.array[number], known.get(group.cells.places_of(number)[0][0])
        found.append(None if own is None else Ends(float(value - own[0]), float(value + own[1])))
    return tuple(found)


def panels_of_differences(results: Results) -> tuple[Panel, ...]:
    """The pairs that are compared, in reading order, in the place of groups."""
    comparison, groups = results.comparison, results.groups
    if comparison is None:
        return (Panel(()),)
    times = 100.0 if comparison.method in SHARE_METHODS else 1.0
    found = []
    texts = results.question.figure.own_texts
    wanted = results.annotations.pairs or comparison.pairs
    for pair in wanted[:MOST_LINES]:
        both = pair.cells
        if both is None:
            continue
        names = [group.name for group in map(groups.find, both) if group]
        ends = None
        if pair.ci_lower is not None or pair.ci_upper is not None:
            lower, upper = pair.ci_lower, pair.ci_upper
            ends = Ends(
                None if lower is None else times * lower, None if upper is None else times * upper
            )
        label = escaped(f"{names[0]} {MINUS} {names[1]}")
        if results.chart.kind is ChartKind.DIFFERENCES:
            target = PairAt(*both)
            own = (each.text for each in texts if same_thing(each.what, target))
            label = next(own, label)
        found.append(Difference(both[0], both[1], label, times * pair.estimate, ends))
    return (Panel((), differences=tuple(found)),)
