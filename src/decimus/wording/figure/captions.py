"""The caption: what the figure shows, in words that can be changed to change it."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.results import Results
from decimus.charts.registry import CHARTS
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseKind,
    ShowReplicates,
)
from decimus.study.questions import FigureChoices
from decimus.terms import ErrorBar, Height, LimitRule
from decimus.wording.figure.drawn_comparisons import comparison_spans
from decimus.wording.figure.error_bars import error_bar_spans, height_choice
from decimus.wording.measurements.adjustments import adjusted_caption
from decimus.wording.numbers import NBSP
from decimus.wording.phrases import (
    LIMIT_WORDS,
    group_words,
    levels_phrase,
    n_words,
    outcome_words,
    preposition,
    upper_first,
)
from decimus.wording.spans import Choice, Option, Sentence, Span, Style, Text


def caption(results: Results) -> Sentence:
    """The caption of the figure. Raises InputError where there is no figure."""
    question = results.question
    causes = (
        results.groups,
        results.comparison,
        results.annotations,
        question.comparison,
        _as_said(question.figure),
        results.decimal_sign,
    )
    return results.kept("caption", causes, lambda: _caption(results))


def _as_said(figure: FigureChoices) -> FigureChoices:
    """The choices about the figure without those that no word of the caption tells of."""
    usual = FigureChoices()
    return replace(
        figure,
        look=usual.look,
        group_looks=(),
        group_title=None,
        value_title=None,
        value_from=None,
        value_to=None,
        spacing=None,
        moved=(),
        orientation=usual.orientation,
        level_colours=(),
    )


def _caption(results: Results) -> Sentence:
    groups, figure = results.groups, results.question.figure
    spans: list[Span] = [Text("Figure" + NBSP + "1. ", Style.STRONG), *_subject(groups)]
    spans += [kind_choice(figure), Text(f" {CHARTS[figure.kind].words.shows} ")]
    spans += [height_choice(groups, results.decimal_sign)]
    spans += error_bar_spans(groups, results.decimal_sign)
    spans += _replicates(groups, figure)
    spans.append(Text("."))
    spans += _without_bars(groups)
    shown_as = "filled circles" if figure.show_replicates else ""
    if adjusted := adjusted_caption(groups.measurements, shown_as):
        spans.append(Text(adjusted))
    if hidden := [group for group in groups.shown if group.levels in groups.hidden]:
        spans.append(Text(f" Not shown, but in every test: {_named(groups, hidden)}."))
    if groups.measurements.limits and groups.measurements.limit_rule is not LimitRule.MISSING:
        spans.append(Text(_limits(groups.measurements)))
    if results.comparison is not None:
        spans += comparison_spans(results, results.comparison)
    return tuple(spans)


def _without_bars(groups: ShownGroups) -> list[Span]:
    """Groups whose error bar cannot be, or has no length, and why."""
    choices = groups.heights.choices
    if choices.error_bar is ErrorBar.NONE or not choices.height.is_of_outcome:
        return []
    filled = [group for group in groups.on_figure if not group.is_empty]
    single = [g for g in filled if g.n == 1 and groups.error_bar(g) is None]
    equal = [g for g in filled if g.n > 1 and g.summary.sum_of_squares == 0]
    spans: list[Span] = []
    if single:
        spans.append(Text(f" No error bar {_at(groups, single)}: one value only."))
    if equal:
        spans.append(Text(f" No spread {_at(groups, equal)}: all values are equal."))
    return spans


def _at(groups: ShownGroups, members: list[Group]) -> str:
    return f"{preposition(groups)} {_named(groups, members)}"


def _named(groups: ShownGroups, members: list[Group]) -> str:
    return "; ".join(group_words(groups, group) for group in members)


def _limits(measurements: Measurements) -> str:
    """What was put in the place of limits such as "<0.1"."""
    count = len(measurements.limits)
    words = LIMIT_WORDS[measurements.limit_rule]
    stand = "stands" if count == 1 else "stand"
    noun = plural("value", count)
    return f" {count} {noun} beyond a limit of detection {stand} at {words}."


def _subject(groups: ShownGroups) -> list[Span]:
    """What was measured, on what, when and at which levels."""
    measurements = groups.measurements
    spans: list[Span] = [Text(upper_first(outcome_words(measurements)))]
    if measurements.material:
        spans += [Text(" of "), Text(measurements.material, Style.ITALIC)]
    if measurements.condition:
        spans.append(Text(f" {measurements.condition}"))
    if groups.factors:
        spans.append(Text(f" {levels_phrase(groups)}"))
    return [*spans, Text(". ")]


def kind_choice(figure: FigureChoices) -> Choice:
    """What stands for a mean."""
    now = figure.kind
    options = tuple(
        Option(chart.words.noun, ChooseKind(kind=kind), kind is now)
        for kind, chart in CHARTS.items()
    )
    return Choice("kind", upper_first(CHARTS[now].words.noun), "what shows the mean", options)


def replicates_choice(figure: FigureChoices, unit: str) -> Choice:
    """Whether replicates are drawn."""
    shown = figure.show_replicates
    options = (
        Option(f"circles for single {unit}", ShowReplicates(is_shown=True), shown),
        Option("no circles", ShowReplicates(is_shown=False), not shown),
    )
    text = "circles" if shown else "no circles"
    return Choice("replicates", text, "whether replicates are drawn", options, is_printed=shown)


def _replicates(groups: ShownGroups, figure: FigureChoices) -> list[Span]:
    unit = plural(groups.measurements.unit_name, 2)
    if groups.measurements.is_summarised:
        known = all(group.is_n_known for group in groups.shown)
        n = f"{NBSP}={NBSP}{n_words(groups)} {unit}" if known else " is not given"
        return [Text("; "), Text("n", Style.ITALIC), Text(n)]
    choice = replicates_choice(figure, unit)
    count = [Text("n", Style.ITALIC), Text(f"{NBSP}={NBSP}{n_words(groups)}")]
    if groups.heights.height is Height.COUNT:
        return [Text(f" of {unit}")]
    if groups.heights.height is Height.SHARE:
        return [Text("; "), *count, Text(f" {unit}")]
    if figure.show_replicates:
        said = _about_circles(groups)
        return [Text("; "), choice, Text(f" are single {unit}{said}, "), *count]
    return [Text("; "), *count, Text(f" {unit}"), Text(", ", is_printed=False), choice]


def _about_circles(groups: ShownGroups) -> str:
    """What else has to be said of circles: averages, a choice of many, what is set aside."""
    measurements = groups.measurements
    said = []
    low, high = measurements.units.readings
    if measurements.units.is_averaged and high > 1:
        count = str(high) if low == high else f"{low}–{high}"
        said.append(f"means of {count} readings")
    if any(group.n > groups.most_dots for group in groups.shown):
        said.append(f"at most {groups.most_dots} of a group, evenly by rank")
    if measurements.aside_count:
        said.append("pale ones set aside and not counted")
    return f" ({'; '.join(said)})" if said else ""
