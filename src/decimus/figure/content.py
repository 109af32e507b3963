"""What a figure shows, taken from results: slots with groups, titles, wanted comparisons."""

from __future__ import annotations

from functools import cached_property

from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.figure_fits import fits_of
from decimus.analysis.groups import (
    FactorInOrder,
    Groups,
    ShownGroups,
    with_unit,
)
from decimus.analysis.results import Results
from decimus.charts.data import Member, Panel
from decimus.charts.kinds import Chart, amounts_of
from decimus.charts.marks import (
    AcrossMark,
    DotsMark,
    IntervalMark,
    PathMark,
    PathRole,
    SceneMark,
    reach,
)
from decimus.charts.parts import beside, joined, lines_of_units
from decimus.charts.registry import CHARTS
from decimus.charts.styles import Origin, ResolvedStyle, style_of
from decimus.figure.marks import Run
from decimus.figure.palettes import colours
from decimus.figure.panels import panels_of, panels_of_differences
from decimus.figure.scales import power_of_thousand
from decimus.figure.text import runs_of, written_runs
from decimus.kinds.methods import SHARE_METHODS
from decimus.notation import escaped
from decimus.plurals import plural
from decimus.study.number_styles import Numerals
from decimus.study.questions import FigureChoices
from decimus.study.targets import (
    AnyTarget,
    GroupTextAt,
    Levels,
    PairAt,
    ReferenceAt,
    ValueLabelAt,
    same_thing,
)
from decimus.terms import (
    AxisScale,
    ChartKind,
    ComparisonMarks,
    Height,
    ReplicatePlace,
    Stacking,
    ValueLabels,
)
from decimus.values import Value
from decimus.wording.figure.differences import differences_beside
from decimus.wording.figure.error_bars import height_words
from decimus.wording.figure.lines import equations, references_of, value_label
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
        labels: numbers at single groups.
        references: values that a line marks, each with what it is.
        equations: of fitted lines, one below the other.
        series: which of the groups beside each other each is, from 0.
        beside: differences to be shown beside the groups, on the same scale.
        exact: ends of the value axis that follow from another plot; None for its own.
        is_whole: whether the value axis counts, so that nothing stands between whole numbers.
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
    numerals: Numerals
    covering: tuple[float, ...] = ()
    group_texts: tuple[GroupText, ...] = ()
    labels: tuple[GroupText, ...] = ()
    references: tuple[tuple[float, AnyTarget], ...] = ()
    equations: tuple[str, ...] = ()
    series: dict[Levels, int] = {}  # noqa: RUF012 - a new one for each
    beside: Content | None = None
    exact: tuple[float, float] | None = None
    is_whole: bool = False

    @property
    def members(self) -> tuple[Member, ...]:
        """All groups in the order of their places."""
        return tuple(member for panel in self.panels for member in panel.members)

    @cached_property
    def marks(self) -> tuple[tuple[SceneMark, ...], ...]:
        """What each panel draws of its groups, in terms of the data."""
        return tuple(self._drawn(panel) for panel in self.panels)

    def _drawn(self, panel: Panel) -> tuple[SceneMark, ...]:
        """The marks of a panel, lowest first, with what is left off or added by choice."""
        marks = self.chart.draws(panel, self.choices)
        style = self.look.style
        if style.joins_units and not self.chart.has_replicates and self.choices.show_replicates:
            own = next((mark.place for mark in marks if isinstance(mark, DotsMark)), None)
            if own is None or self.look.origin("replicates_at") is not Origin.RULE:
                own = style.replicates_at
            is_beside = own is ReplicatePlace.BESIDE
            lines = [beside(line) if is_beside else line for line in lines_of_units(panel)]
            marks = (*lines, *(joined(mark) for mark in marks))
        hidden = {levels for levels in self.colours if not self.look.of(levels).has_error_bars}
        return tuple(
            mark
            for mark in (*panel.curves, *marks)
            if not (isinstance(mark, IntervalMark | AcrossMark) and mark.levels in hidden)
            and not (isinstance(mark, PathMark) and _is_unjoined(mark, self.look))
        )

    @property
    def is_by_amount(self) -> bool:
        """Whether groups are to stand at true distances, if there is room."""
        return bool(amounts_of(self.panels[0].sections, self.chart, self.choices.spacing))

    @cached_property
    def exponent(self) -> int:
        """The power of ten that numbers on the figure are multiples of; 0 for none."""
        if self.choices.value_scale is AxisScale.LOG:
            return 0
        return power_of_thousand(self.values())

    def values(self) -> tuple[float, ...]:
        """Every value the axis has to cover."""
        found: list[float] = [*self.covering]
        for marks in self.marks:
            for mark in marks:
                found += reach(mark)
        found += [value for value, _ in self.references]
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
        results.numerals,
    )
    return results.kept("content", causes, lambda: _content(results))


def _content(results: Results) -> Content:
    groups, choices, chart = results.groups, results.question.figure, results.chart
    is_of_pairs = chart.kind is ChartKind.DIFFERENCES
    second = None if is_of_pairs or len(groups.factors) < 2 else groups.factors[1]
    value_title, group_title = choices.value_title, choices.group_title
    if value_title is None:
        value_title = escaped(difference_title(results) if is_of_pairs else _value_title(results))
    if group_title is None:
        group_title = escaped(_all_titles(groups) if is_of_pairs else _group_titles(groups))
    keyed = _keyed(groups, second, choices)
    fits = fits_of(results)
    key_title = escaped(upper_first(keyed.title)) if keyed is not None else ""
    content = Content(
        panels=panels_of_differences(results)
        if is_of_pairs
        else panels_of(groups, choices, chart, fits),
        chart=chart,
        key_title=key_title if choices.key_title is None else choices.key_title,
        key=_key(groups, keyed, choices),
        value_title=value_title,
        group_title=group_title,
        comparisons=_comparisons(results) if chart.shows_means else (),
        choices=choices,
        look=style_of(choices),
        colours=group_colours(groups, choices),
        numerals=results.numerals,
        group_texts=_group_texts(results) if chart.shows_means else (),
        references=tuple((value, ReferenceAt(value)) for value, _ in references_of(results)),
        equations=tuple(map(escaped, equations(results, fits))) if choices.shows_equation else (),
        series=_series(groups),
        is_whole=groups.heights.height is Height.COUNT and not _is_of_shares(results),
    )
    labels = value_labels(results, chart, content.exponent)
    beside = _beside(results, content) if differences_beside(results) else None
    return _with_own_texts(replace(content, labels=labels, beside=beside))


def _with_own_texts(content: Content) -> Content:
    """The content with words that were written in the place of computed ones."""
    own = content.choices.own_texts
    if not own:
        return content

    def runs(what: AnyTarget, computed: tuple[Run, ...]) -> tuple[Run, ...]:
        written = next((each.text for each in own if same_thing(each.what, what)), None)
        return computed if written is None else written_runs(written) or (Run(""),)

    return replace(
        content,
        comparisons=tuple(
            replace(line, runs=runs(PairAt(line.first, line.second), line.runs))
            for line in content.comparisons
        ),
        group_texts=tuple(
            replace(text, runs=runs(GroupTextAt(text.levels), text.runs))
            for text in content.group_texts
        ),
        labels=tuple(
            replace(text, runs=runs(ValueLabelAt(text.levels), text.runs))
            for text in content.labels
        ),
    )


def _beside(results: Results, content: Content) -> Content:
    """The differences between the groups of a figure, to be drawn on its scale."""
    choices = replace(content.choices, value_from=None, value_to=None, moved=())
    return replace(
        content,
        panels=panels_of_differences(results),
        chart=CHARTS[ChartKind.DIFFERENCES],
        key=(),
        key_title="",
        value_title=escaped(difference_title(results)),
        comparisons=(),
        group_texts=(),
        references=(),
        equations=(),
        choices=replace(choices, show_replicates=False, counts_below=False),
    )


def _keyed(
    groups: ShownGroups, second: FactorInOrder | None, choices: FigureChoices
) -> FactorInOrder | None:
    """The factor that the key names: the second, or the first where a key is asked for."""
    if choices.shows_key is False or choices.kind is ChartKind.DIFFERENCES:
        return None
    if second is None and choices.shows_key and groups.factors:
        return groups.factors[0]
    return second


def _series(groups: ShownGroups) -> dict[Levels, int]:
    """Which of the groups beside each other each group is."""
    if len(groups.factors) < 2:
        return {}
    order = {level.level.text: i for i, level in enumerate(groups.factors[1].levels)}
    return {group.levels: order[group.levels[1]] for group in groups.shown}


def value_labels(results: Results, chart: Chart, exponent: int) -> tuple[GroupText, ...]:
    """The numbers to write at groups."""
    groups, wanted = results.groups, results.question.figure.value_labels
    if wanted is ValueLabels.NONE or not chart.shows_means:
        return ()
    return tuple(
        GroupText(group.levels, (Run(said),))
        for group in groups.on_figure
        if (said := value_label(results, group, exponent))
    )


def _is_of_shares(results: Results) -> bool:
    """Whether counts are stacked as shares of their sum."""
    is_stacked = results.chart.kind is ChartKind.STACKED
    return is_stacked and results.question.figure.stacked_as is Stacking.SHARES


def _value_title(results: Results) -> str:
    """What the axis measures: the outcome, by its height where that is not the mean."""
    groups = results.groups
    height = groups.heights.choices.height
    if height is Height.MEAN:
        return upper_first(groups.outcome_title)
    if height is Height.COUNT:
        units = plural(groups.measurements.unit_name, 2)
        return f"Share of {units} (%)" if _is_of_shares(results) else f"Number of {units}"
    words = upper_first(height_words(groups, results.numerals))
    if height is Height.SHARE:
        return f"{words} (%)"
    return with_unit(f"{words} {outcome_words(groups.measurements)}", groups.shown_unit)


def _group_title(factor: FactorInOrder) -> str:
    """What the levels are of; without a name the unit that their labels leave to the title."""
    return upper_first(factor.title) if factor.factor.is_named else factor.factor.unit


def _group_titles(groups: Groups) -> str:
    """The title of the group axis: the first factor."""
    return _group_title(groups.factors[0]) if groups.factors else ""


def _all_titles(groups: Groups) -> str:
    """The factors whose levels stand in names of pairs."""
    return ", ".join(title for factor in groups.factors if (title := _group_title(factor)))


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
        KeyEntry(variable, level.level.text, shades[level.level.text], level.written)
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
    look = style_of(figure)
    return {
        group.levels: own
        if (own := look.of(group.levels).mark_colour) != "palette"
        else shades[group.levels[position]]
        for group in groups.shown
    }


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
        results.numerals,
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


def _is_unjoined(mark: PathMark, look: ResolvedStyle) -> bool:
    """Whether a line from group to group is not wanted."""
    return mark.role is PathRole.GROUPS and not look.of(mark.levels).joins
