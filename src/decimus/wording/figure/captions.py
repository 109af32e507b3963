"""The caption: what the figure shows, in words that can be changed to change it."""

from __future__ import annotations

import re

from msgspec.structs import replace

from decimus.analysis.figure_fits import fits_of
from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.outcomes import are_together, results_beside
from decimus.analysis.results import Results
from decimus.charts.kinds import Chart
from decimus.charts.registry import CHARTS
from decimus.charts.styles import style_of
from decimus.kinds.limits import LIMITS
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.edits import (
    ChooseKind,
    ChooseSetting,
    ShowReplicates,
)
from decimus.study.live_parts import Fact, FactPart
from decimus.study.looks import Look
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ErrorBar, Height, LimitRule, Stacking, Whiskers
from decimus.wording.figure.differences import (
    beside_spans,
    differences_beside,
    interval_words,
    intervals_of_differences,
)
from decimus.wording.figure.drawn_comparisons import comparison_spans
from decimus.wording.figure.error_bars import error_bar_spans, height_choice, height_words
from decimus.wording.figure.errors_across import across_words
from decimus.wording.figure.kind_names import KIND_NAMES
from decimus.wording.figure.lines import fit_words, reference_words
from decimus.wording.figure.outcomes import n_spans, names_of_outcomes
from decimus.wording.figure.setting_choices import setting_choice
from decimus.wording.measurements.adjustments import adjusted_caption
from decimus.wording.numbers import NBSP
from decimus.wording.phrases import (
    group_words,
    levels_phrase,
    lower_first,
    n_words,
    outcome_words,
    preposition,
    upper_first,
)
from decimus.wording.spans import Choice, Option, Sentence, Span, Style, Text, plain_text


def suggested_caption(results: Results) -> Sentence:
    """The caption as it follows from the figure, its number first. Raises InputError."""
    question = results.question
    causes = (
        results.groups,
        results.comparison,
        results.annotations,
        question.comparison,
        _as_said(question.figure),
        results.numerals,
        *((each.groups, each.comparison, each.annotations) for each in results_beside(results)),
        are_together(results),
    )
    return results.kept("caption", causes, lambda: _caption(results))


_NOT_SAID = (
    *("group_looks", "group_title", "value_title", "value_from", "value_to"),
    *("value_scale", "value_step", "tick_decimals", "group_from", "group_to"),
    *("moved", "orientation", "level_colours", "counts_below", "value_labels"),
    *("leading_zero", "p_decimals"),
    *("title", "subtitle", "numbers_title", "title_align", "notes", "own_texts"),
    *("label_decimals", "shows_key", "key_title", "shows_equation"),
)


def _as_said(figure: FigureChoices) -> FigureChoices:
    """The choices about the figure without those that no word of the caption tells of."""
    usual = FigureChoices()
    said = Look(has_error_bars=figure.look.has_error_bars)
    return replace(figure, **{name: getattr(usual, name) for name in _NOT_SAID}, look=said)


def _caption(results: Results) -> Sentence:
    groups, number = results.groups, results.question.figure.figure_number
    spans: list[Span] = [Text(f"Figure{NBSP}{number}. ", Style.STRONG), *_subject(results)]
    chart = results.chart
    spans += [kind_choice(results), Text(" ")]
    spans += _shown(results, chart)
    spans += _replicates(results)
    spans.append(Text("."))
    spans += _of_groups(results)
    if across := across_words(results):
        spans.append(Text(across))
    if hidden := [group for group in groups.shown if group.levels in groups.hidden]:
        spans.append(Text(f" Not shown, but in every test: {_named(groups, hidden)}."))
    spans.append(Text(_fitted(results) + reference_words(results)))
    spans += _compared(results)
    spans += _differences(results)
    spans += _of_others(results)
    return tuple(spans)


def _of_others(results: Results) -> list[Span]:
    """What has to be said of outcomes beside the one asked about, where it is something else."""
    others = results_beside(results)
    if not others:
        return []
    own = plain_text(_compared(results))
    spans: list[Span] = []
    for other in others:
        said = plain_text((*_of_groups(other), Text(_fitted(other))))
        compared = plain_text(_compared(other))
        said += compared if compared != own else ""
        if said:
            name = upper_first(outcome_words(other.measurements))
            spans.append(Text(f" {name}: {lower_first(said.strip())}"))
    if any(plain_text(_compared(each)) for each in (results, *others)):
        spans.append(Text(" Every outcome is compared by itself."))
    return spans


def _compared(results: Results) -> tuple[Span, ...]:
    """What the caption says of comparisons that are drawn."""
    if results.comparison is None or not results.chart.shows_means:
        return ()
    return tuple(comparison_spans(results, results.comparison))


def _fitted(results: Results) -> str:
    return fit_words(results, fits_of(results))


def _differences(results: Results) -> list[Span]:
    """Of differences beside the groups; the test is named by the lines already, where there are."""
    if not results.annotations.has_any:
        return beside_spans(results)
    if not differences_beside(results):
        return []
    said = interval_words(results)
    return [
        Text(f" Black points beside them are these differences with {said}, on the same scale.")
    ]


def _of_groups(results: Results) -> list[Span]:
    """What is true of single groups or values: no error bar, adjusted, beyond a limit."""
    groups, measurements = results.groups, results.measurements
    spans: list[Span] = []
    if "{error_bars}" in results.chart.words.shows:
        spans += _without_bars(groups)
    shown_as = "filled circles" if results.question.figure.show_replicates else ""
    if adjusted := adjusted_caption(measurements, shown_as, results.numerals):
        spans.append(Text(adjusted))
    if measurements.limits and measurements.limit_rule is not LimitRule.MISSING:
        spans.append(Text(_limits(measurements)))
    return spans


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
    bare = [g for g in filled if g.cells.given and g.n != 1 and groups.error_bar(g) is None]
    if 0 < len(bare) < len(filled):
        spans.append(Text(f" No error bar {_at(groups, bare)}: none follows from the table."))
    return spans


def _at(groups: ShownGroups, members: list[Group]) -> str:
    return f"{preposition(groups)} {_named(groups, members)}"


def _named(groups: ShownGroups, members: list[Group]) -> str:
    return "; ".join(group_words(groups, group) for group in members)


def _limits(measurements: Measurements) -> str:
    """What was put in the place of limits such as "<0.1"."""
    count = len(measurements.limits)
    words = LIMITS[measurements.limit_rule].noun
    stand = "stands" if count == 1 else "stand"
    noun = plural("value", count)
    return f" {count} {noun} beyond a limit of detection {stand} at {words}."


def _subject(results: Results) -> list[Span]:
    """What was measured, on what, when and at which levels."""
    groups, measurements = results.groups, results.measurements
    is_single = not results_beside(results)
    part = FactPart(Fact.OUTCOME) if is_single and measurements.outcome.is_named else None
    spans: list[Span] = [Text(upper_first(names_of_outcomes(results)), live=part)]
    if measurements.material:
        material = Text(measurements.material, Style.ITALIC, live=FactPart(Fact.MATERIAL))
        spans += [Text(" of "), material]
    if measurements.condition:
        condition = Text(measurements.condition, live=FactPart(Fact.CONDITION))
        spans += [Text(" "), condition]
    if groups.factors:
        spans.append(Text(f" {levels_phrase(groups)}"))
    return [*spans, Text(". ")]


def _shown(results: Results, chart: Chart) -> list[Span]:
    """What the kind says it shows, its choices in their places."""
    groups, figure, numerals = results.groups, results.question.figure, results.numerals
    wanted = chart.marks_mean if figure.marks_mean is None else figure.marks_mean
    words = chart.words.shows + (
        chart.words.marked if wanted and chart.marks_mean is not None else ""
    )
    has_bars = style_of(figure).style.has_error_bars
    unit = groups.measurements.unit_name
    words = words.replace("{units}", plural(unit, 2)).replace("{unit}", unit)
    words = words.replace("{name}", height_words(groups, numerals))
    spans: list[Span] = []
    for piece in re.split(r"(\{\w+\})", words):
        if piece == "{height}":
            spans.append(height_choice(groups, numerals))
        elif piece == "{error_bars}":
            spans += error_bar_spans(groups, numerals) if has_bars else []
        elif piece == "{whiskers}":
            spans += _whiskers(figure)
        elif piece == "{interval}":
            spans += intervals_of_differences(results)
        elif piece:
            spans.append(Text(piece))
    return spans


WHISKER_WORDS = {
    Whiskers.WITHIN_REACH: "the furthest value within 1.5 times the interquartile range",
    Whiskers.EXTREMES: "the smallest and the largest value",
    Whiskers.PERCENTILES: "the 5th and 95th percentile",
}


def whiskers_choice(figure: FigureChoices) -> Choice:
    """How far whiskers reach."""
    options = tuple(
        Option(words, ChooseSetting(name="whiskers", value=rule.value), rule is figure.whiskers)
        for rule, words in WHISKER_WORDS.items()
    )
    return Choice("whiskers", WHISKER_WORDS[figure.whiskers], "how far whiskers reach", options)


def _whiskers(figure: FigureChoices) -> list[Span]:
    spans: list[Span] = [Text("whiskers reach to "), whiskers_choice(figure)]
    if not figure.show_replicates and figure.whiskers is not Whiskers.EXTREMES:
        spans.append(Text(", values beyond are circles"))
    return spans


def kind_choice(results: Results) -> Choice:
    """What stands for a group, with the kinds that this data can be drawn in."""
    facts, now = results.chart_facts, results.chart
    options = []
    for kind, chart in CHARTS.items():
        lacking = chart.needs(facts)
        edit = None if lacking else ChooseKind(kind=kind)
        options.append(Option(KIND_NAMES[kind], edit, chart is now, lacking or chart.words.about))
    return Choice("kind", upper_first(now.words.noun), "what the figure draws", tuple(options))


def replicates_choice(figure: FigureChoices, unit: str) -> Choice:
    """Whether replicates are drawn."""
    shown = figure.show_replicates
    options = (
        Option(f"circles for single {unit}", ShowReplicates(is_shown=True), shown),
        Option("no circles", ShowReplicates(is_shown=False), not shown),
    )
    text = "circles" if shown else "no circles"
    return Choice("replicates", text, "whether replicates are drawn", options, is_printed=shown)


def _total(results: Results) -> list[Span]:
    """What stacked bars add up to; printed where that is not the count that was named."""
    if results.chart.kind is not ChartKind.STACKED:
        return []
    is_said = results.question.figure.stacked_as is Stacking.SHARES
    choice = replace(setting_choice(results, "stacked_as"), is_printed=is_said)
    return [Text(", ", is_printed=is_said), choice]


def _replicates(results: Results) -> list[Span]:
    groups, figure, chart = results.groups, results.question.figure, results.chart
    unit = plural(groups.measurements.unit_name, 2)
    if groups.measurements.is_summarised:
        known = all(group.is_n_known for group in groups.shown)
        n = f"{results.numerals.equals}{n_words(groups)} {unit}" if known else " is not given"
        return [Text("; "), Text("n", Style.ITALIC), Text(n)]
    choice = replicates_choice(figure, unit)
    count = n_spans(results)
    if groups.heights.height is Height.COUNT:
        return [Text(f" of {unit}"), *_total(results)]
    if groups.heights.height is Height.SHARE:
        return [Text("; "), *count, Text(f" {unit}")]
    if chart.has_replicates and (errors := _known_errors(groups)):
        return [Text(f"; {errors}; "), *count, Text(f" {unit}")]
    if chart.has_replicates or chart.kind is ChartKind.DIFFERENCES:
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
    if errors := _known_errors(groups):
        said.append(errors)
    return f" ({'; '.join(said)})" if said else ""


def _known_errors(groups: ShownGroups) -> str:
    """What lines through circles are; "" where there are none."""
    measurements = groups.measurements
    if not measurements.errors or groups.log_base is not None:
        return ""
    names = " and ".join(measurements.shape.name(c) for c in measurements.error_columns)
    return f"lines through circles are their known errors, {names}"
