"""What a figure shows, taken from results: slots with groups, titles, wanted comparisons."""

from __future__ import annotations

from functools import cached_property

import numpy as np

from decimus.analysis.annotations import MOST_LINES
from decimus.analysis.chart_facts import chart_of
from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.groups import (
    FactorInOrder,
    Group,
    Groups,
    LevelInOrder,
    ShownGroups,
    with_unit,
)
from decimus.analysis.method_kinds import SHARE_METHODS
from decimus.analysis.results import Results
from decimus.charts.data import Difference, Ends, Member, Panel, Section
from decimus.charts.kinds import Chart, amounts_of
from decimus.charts.marks import SceneMark, reach
from decimus.charts.registry import CHARTS
from decimus.charts.styles import ResolvedStyle, style_of
from decimus.figure.marks import Run
from decimus.figure.palettes import colours
from decimus.figure.swarms import drawn_replicates
from decimus.figure.text import runs_of
from decimus.plurals import plural
from decimus.statistics.boxes import box_summary
from decimus.study.questions import FigureChoices
from decimus.study.targets import Levels
from decimus.terms import ChartKind, ComparisonMarks, Height, LevelKind
from decimus.values import Value
from decimus.wording.figure.error_bars import height_words
from decimus.wording.numbers import MINUS
from decimus.wording.p_values import figure_spans
from decimus.wording.phrases import outcome_words, upper_first


class KeyEntry(Value, frozen=True):
    """A level that is told by colour, and what it is called."""

    variable: int
    level: str
    colour: str
    label: str


class WantedComparison(Value, frozen=True):
    """Two groups to join by a line, and its text."""

    first: Levels
    second: Levels
    runs: tuple[Run, ...]


class GroupText(Value, frozen=True):
    """A text over one group: letters, or how it compares with the control."""

    levels: Levels
    runs: tuple[Run, ...]


class Content(Value, frozen=True):
    """Everything a figure shows.

    Args:
        panels: one, or one for each level of the third factor.
        chart: the kind of chart that is drawn.
        key_title: the second factor, "" without one.
        key: the colours of the second factor, none without one.
        value_title: title of the value axis.
        group_title: title of the group axis.
        comparisons: lines to draw.
        choices: what was chosen for the figure.
        look: how it looks.
        colours: of every group.
        decimal_sign: for tick labels.
        covering: values that the axis covers beside its own.
        group_texts: texts over single groups.
    """

    panels: tuple[Panel, ...]
    chart: Chart
    key_title: str
    key: tuple[KeyEntry, ...]
    value_title: str
    group_title: str
    comparisons: tuple[WantedComparison, ...]
    choices: FigureChoices
    look: ResolvedStyle
    colours: dict[Levels, str]
    decimal_sign: str
    covering: tuple[float, ...] = ()
    group_texts: tuple[GroupText, ...] = ()

    @property
    def members(self) -> tuple[Member, ...]:
        """All groups in the order of their places."""
        return tuple(member for panel in self.panels for member in panel.members)

    @cached_property
    def marks(self) -> tuple[tuple[SceneMark, ...], ...]:
        """What each panel draws of its groups, in terms of the data."""
        return tuple(self.chart.draws(panel, self.choices) for panel in self.panels)

    @property
    def is_by_amount(self) -> bool:
        """Whether groups are to stand at true distances, if there is room."""
        return bool(amounts_of(self.panels[0].sections, self.chart, self.choices.spacing))

    def values(self) -> tuple[float, ...]:
        """Every value the axis has to cover."""
        found: list[float] = [*self.covering]
        for marks in self.marks:
            for mark in marks:
                found += reach(mark)
        if self.chart.has_zero_base:
            found.append(0.0)
        return tuple(found)


def content_of(results: Results) -> Content:
    """What the figure of these results shows. Raises InputError where there are none."""
    question = results.question
    causes = (
        results.groups,
        question.figure,
        results.comparison,
        results.annotations,
        results.decimal_sign,
    )
    return results.kept("content", causes, lambda: _content(results))


def _content(results: Results) -> Content:
    groups, choices, chart = results.groups, results.question.figure, chart_of(results)
    is_of_pairs = chart.kind is ChartKind.DIFFERENCES
    second = None if is_of_pairs or len(groups.factors) < 2 else groups.factors[1]
    value_title, group_title = choices.value_title, choices.group_title
    if value_title is None:
        value_title = difference_title(results) if is_of_pairs else _value_title(results)
    if group_title is None:
        group_title = _all_titles(groups) if is_of_pairs else _group_titles(groups)
    return Content(
        panels=_differences(results) if is_of_pairs else _panels(groups, choices, chart),
        chart=chart,
        key_title=upper_first(second.title) if second else "",
        key=_key(groups, second, choices),
        value_title=value_title,
        group_title=group_title,
        comparisons=_comparisons(results) if chart.shows_means else (),
        choices=choices,
        look=style_of(choices),
        colours=group_colours(groups, choices),
        decimal_sign=results.decimal_sign,
        group_texts=_group_texts(results) if chart.shows_means else (),
    )


def _panels(groups: ShownGroups, figure: FigureChoices, chart: Chart) -> tuple[Panel, ...]:
    """A panel for every level of the third factor, or the only one."""
    if len(groups.factors) < 3:
        return (Panel(_sections(groups, figure, chart, None)),)
    third = groups.factors[2]
    found = (
        Panel(
            _sections(groups, figure, chart, level.level.text),
            third.factor.variable,
            level.level.text,
            level.label,
        )
        for level in third.levels
    )
    return tuple(panel for panel in found if panel.members) or (
        Panel(_sections(groups, figure, chart, None)),
    )


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
            level.label,
            level.level.amount if has_amounts else None,
            tuple(member(levels) for levels in _levels_in_section(level, second, deep)),
        )
        for level in first.levels
        if not groups.on_figure or not _is_hidden(groups, first_level=level.level.text)
    )


def _is_hidden(groups: ShownGroups, first_level: str) -> bool:
    """True where a place of the axis has groups and all of them, in every panel, are hidden."""
    there = [group.levels for group in groups.shown if group.levels[0] == first_level]
    return bool(there) and all(levels in groups.hidden for levels in there)


def _value_title(results: Results) -> str:
    """What the axis measures: the outcome, by its height where that is not the mean."""
    groups = results.groups
    height = groups.heights.choices.height
    if height is Height.MEAN:
        return upper_first(groups.outcome_title)
    if height is Height.COUNT:
        return f"Number of {plural(groups.measurements.unit_name, 2)}"
    words = upper_first(height_words(groups, results.decimal_sign))
    if height is Height.SHARE:
        return f"{words} (%)"
    return with_unit(f"{words} {outcome_words(groups.measurements)}", groups.shown_unit)


def _group_title(factor: FactorInOrder) -> str:
    return upper_first(factor.title) if factor.factor.is_named else ""


def _group_titles(groups: Groups) -> str:
    """The title of the group axis: the first factor."""
    return _group_title(groups.factors[0]) if groups.factors else ""


def _all_titles(groups: Groups) -> str:
    """The factors whose levels stand in names of pairs."""
    return ", ".join(title for factor in groups.factors if (title := _group_title(factor)))


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
    )


def _differences(results: Results) -> tuple[Panel, ...]:
    """The pairs that are compared, in reading order, in the place of groups."""
    comparison, groups = results.comparison, results.groups
    if comparison is None:
        return (Panel(()),)
    times = 100.0 if comparison.method in SHARE_METHODS else 1.0
    found = []
    for pair in comparison.pairs[:MOST_LINES]:
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
        label = f"{names[0]} {MINUS} {names[1]}"
        found.append(Difference(both[0], both[1], label, times * pair.estimate, ends))
    return (Panel((), differences=tuple(found)),)


def difference_title(results: Results) -> str:
    """What the axis of differences measures."""
    comparison, measurements = results.comparison, results.measurements
    if comparison is not None and comparison.method in SHARE_METHODS:
        return "Difference between shares (percentage points)"
    return with_unit(f"Difference in {outcome_words(measurements)}", measurements.outcome.unit)


def _key(
    groups: Groups, second: FactorInOrder | None, figure: FigureChoices
) -> tuple[KeyEntry, ...]:
    if second is None:
        return ()
    shades = _level_colours(groups, second, figure)
    variable = second.factor.variable
    return tuple(
        KeyEntry(variable, level.level.text, shades[level.level.text], level.label)
        for level in second.levels
    )


def _level_colours(groups: Groups, factor: FactorInOrder, figure: FigureChoices) -> dict[str, str]:
    """A colour for every level, by reading order, so that reordering keeps colours."""
    texts = factor.factor.level_texts_in_order
    found = colours(
        style_of(figure).style.palette,
        len(texts),
        factor.factor.kind,
        must_differ=len(groups.factors) > 1,
        are_small=CHARTS[figure.kind].are_small,
    )
    own = {
        said.level: said.colour
        for said in figure.level_colours
        if said.variable == factor.factor.variable
    }
    return dict(zip(texts, found, strict=True)) | own


def group_colours(groups: Groups, figure: FigureChoices) -> dict[Levels, str]:
    """The colour of every group: by the second factor where there is one, else by the first."""
    position = 1 if len(groups.factors) > 1 else 0
    shades = _level_colours(groups, groups.factors[position], figure)
    return {group.levels: shades[group.levels[position]] for group in groups.shown}


def _comparisons(results: Results) -> tuple[WantedComparison, ...]:
    comparison = results.comparison
    if comparison is None or results.annotations.marks is not ComparisonMarks.LINES:
        return ()
    return tuple(
        WantedComparison(both[0], both[1], _said(results, comparison, pair))
        for pair in results.annotations.pairs
        if (both := pair.cells) is not None
    )


def _said(results: Results, comparison: Comparison, pair: PairResult) -> tuple[Run, ...]:
    """What the figure says of a pair."""
    figure = results.question.figure
    spans = figure_spans(
        pair.p_shown,
        comparison.alpha,
        figure.comparison_text,
        results.decimal_sign,
        figure.star_limits,
    )
    return runs_of(spans)


def _group_texts(results: Results) -> tuple[GroupText, ...]:
    """Letters of all groups, or over each group how it compares with the control."""
    comparison, hidden = results.comparison, results.question.figure.hidden
    if comparison is None:
        return ()
    if letters := results.annotations.letters:
        return tuple(
            GroupText(levels, (Run(text),)) for levels, text in letters if levels not in hidden
        )
    if results.annotations.marks is not ComparisonMarks.OVER_GROUPS:
        return ()
    return tuple(
        GroupText(both[0], _said(results, comparison, pair))
        for pair in results.annotations.pairs
        if (both := pair.cells) is not None
    )
