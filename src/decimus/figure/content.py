"""What a figure shows, taken from results: slots with groups, titles, wanted comparisons."""

from __future__ import annotations

from decimus.analysis.chart_kinds import CHARTS, MarkShape
from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.groups import (
    FactorInOrder,
    Group,
    Groups,
    LevelInOrder,
    ShownGroups,
    with_unit,
)
from decimus.analysis.heights import ErrorBarEnds
from decimus.analysis.results import Results
from decimus.figure.marks import Run
from decimus.figure.palettes import colours
from decimus.figure.swarms import drawn_values
from decimus.figure.text import runs_of
from decimus.plurals import plural
from decimus.study.questions import FigureChoices, Levels
from decimus.terms import ComparisonMarks, Height, LevelKind
from decimus.values import Value
from decimus.wording.figure.error_bars import height_words
from decimus.wording.p_values import figure_spans
from decimus.wording.phrases import outcome_words, upper_first


class Member(Value, frozen=True):
    """One group of the figure: its place in its section, its colour and what to draw."""

    levels: Levels
    colour: str
    height: float | None
    error_bar: ErrorBarEnds | None
    replicates: tuple[float, ...]
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False


class Section(Value, frozen=True):
    """A place on the group axis: its label and its groups side by side (None: no group).

    `amount` is where it stands on a scale, None for names.
    """

    label: str
    amount: float | None
    members: tuple[Member | None, ...]


class KeyEntry(Value, frozen=True):
    """A colour and what it stands for."""

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
        sections: along the group axis; more than one member each with a second factor.
        key_title: the second factor, "" without one.
        key: the colours of the second factor, none without one.
        value_title: title of the value axis.
        group_title: title of the group axis.
        comparisons: lines to draw.
        choices: how the figure looks.
        decimal_sign: for tick labels.
        covering: values that the axis covers beside its own.
        group_texts: texts over single groups.
    """

    sections: tuple[Section, ...]
    key_title: str
    key: tuple[KeyEntry, ...]
    value_title: str
    group_title: str
    comparisons: tuple[WantedComparison, ...]
    choices: FigureChoices
    decimal_sign: str
    covering: tuple[float, ...] = ()
    group_texts: tuple[GroupText, ...] = ()

    @property
    def members(self) -> tuple[Member, ...]:
        """All groups, from left to right."""
        return tuple(m for section in self.sections for m in section.members if m is not None)

    def values(self) -> tuple[float, ...]:
        """Every value the axis has to cover."""
        found: list[float] = [*self.covering]
        for member in self.members:
            found += [] if member.height is None else [member.height]
            if member.error_bar is not None:
                ends = (member.error_bar.lower, member.error_bar.upper)
                found += [end for end in ends if end is not None]
            if self.choices.show_replicates:
                found += (*member.replicates, *member.asides)
        if CHARTS[self.choices.kind].has_zero_base:
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
    groups = results.groups
    choices = results.question.figure
    by_levels = group_colours(groups, choices)
    first = groups.factors[0]
    second = groups.factors[1] if len(groups.factors) > 1 else None

    third = groups.factors[2] if len(groups.factors) > 2 else None

    def member(levels: Levels) -> Member | None:
        group = groups.find(levels)
        if group is None or levels in groups.hidden:
            return None
        return _member(groups, group, by_levels[levels])

    has_amounts = first.factor.kind is LevelKind.AMOUNTS and third is None
    sections = tuple(
        Section(
            level.label if deep is None else f"{level.label}, {deep.label}",
            level.level.amount if has_amounts else None,
            tuple(member(levels) for levels in _levels_in_section(level, second, deep)),
        )
        for level in first.levels
        for deep in (third.levels if third is not None else (None,))
        if not groups.on_figure or not _is_hidden(groups, _levels_in_section(level, second, deep))
    )
    value_title = choices.value_title
    group_title = choices.group_title
    return Content(
        sections=sections,
        key_title=upper_first(second.title) if second else "",
        key=_key(groups, second, choices),
        value_title=_value_title(results) if value_title is None else value_title,
        group_title=_group_titles(groups) if group_title is None else group_title,
        comparisons=_comparisons(results),
        choices=choices,
        decimal_sign=results.decimal_sign,
        group_texts=_group_texts(results),
    )


def _is_hidden(groups: ShownGroups, section: tuple[Levels, ...]) -> bool:
    """True where a place of the axis has groups and all of them are hidden."""
    there = [levels for levels in section if groups.find(levels) is not None]
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
    """The title of the group axis: the first factor, and the third where there is one."""
    across = [groups.factors[0], *groups.factors[2:]]
    return ", ".join(title for factor in across if (title := _group_title(factor)))


def _levels_in_section(
    first: LevelInOrder, second: FactorInOrder | None, third: LevelInOrder | None
) -> tuple[Levels, ...]:
    """The groups side by side at one place of the axis: the levels of the second factor."""
    start = first.level.text
    if second is None:
        return ((start,),)
    rest = () if third is None else (third.level.text,)
    return tuple((start, level.level.text, *rest) for level in second.levels)


def _member(groups: ShownGroups, group: Group, colour: str) -> Member:
    has_dots = groups.heights.choices.height.is_of_outcome
    dots = drawn_values(group.summary, groups.most_dots) if has_dots else ()
    asides = tuple(aside.value for aside in group.cells.asides) if has_dots else ()
    return Member(
        group.levels,
        colour,
        groups.height(group),
        groups.error_bar(group),
        groups.as_shown(dots),
        groups.as_shown(asides),
        is_adjusted=groups.measurements.is_adjusted(group.cells),
    )


def _key(
    groups: Groups, second: FactorInOrder | None, figure: FigureChoices
) -> tuple[KeyEntry, ...]:
    if second is None:
        return ()
    shades = _level_colours(groups, second, figure)
    return tuple(KeyEntry(shades[level.level.text], level.label) for level in second.levels)


def _level_colours(groups: Groups, factor: FactorInOrder, figure: FigureChoices) -> dict[str, str]:
    """A colour for every level, by reading order, so that reordering keeps colours."""
    texts = factor.factor.level_texts_in_order
    found = colours(
        figure.palette,
        len(texts),
        factor.factor.kind,
        must_differ=len(groups.factors) > 1,
        are_small=CHARTS[figure.kind].mark is MarkShape.POINT,
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
