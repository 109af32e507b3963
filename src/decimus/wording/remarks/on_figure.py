"""Remarks about how the figure shows the groups, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks_on_figure as facts
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.study.edits import (
    ChooseKind,
    ChooseSetting,
    ChooseSpacing,
    ChooseValueRange,
    Edit,
    ShowOutcome,
)
from decimus.terms import AxisScale, ChartKind, FitLine, Spacing
from decimus.wording.figure.kind_names import KIND_NAMES
from decimus.wording.numbers import full_number
from decimus.wording.phrases import factor_words, group_words, upper_first
from decimus.wording.questions import variable_name
from decimus.wording.remarks.words import RemarkWords, listed


def figure_remark(  # noqa: PLR0911 - a case per kind
    results: Results, remark: facts.FigureRemark
) -> RemarkWords:
    """The remark in words."""
    at = results.number
    if isinstance(remark, facts.PartRemark):
        return _on_parts(results, remark)
    match remark:
        case facts.KindNotPossible(kind, why):
            fallback = ChooseKind(kind=ChartKind.POINTS, question=at)
            return _on_figure(
                f"{upper_first(KIND_NAMES[kind])} cannot be drawn of these data.",
                f"{upper_first(why)}. Points are drawn instead.",
                ("keep points", fallback),
            )
        case facts.FitNotPossible(why):
            none = ChooseSetting(name="fit", value=FitLine.NONE.value, question=at)
            return _on_figure(
                "No line is fitted.", f"{upper_first(why)}.", ("ask for no line", none)
            )
        case facts.BarsNotFromZero():
            high = results.question.figure.value_to
            return _on_figure(
                "Bars do not start at zero.",
                "Their lengths then exaggerate differences.",
                ("start at zero", ChooseValueRange(value_from=None, value_to=high, question=at)),
                ("draw points", ChooseKind(kind=ChartKind.POINTS, question=at)),
            )
        case facts.BarsOnLogarithms():
            return _on_figure(
                "Bars stand on a logarithmic axis.",
                "It has no zero, so that their lengths compare nothing.",
                ("draw points", ChooseKind(kind=ChartKind.POINTS, question=at)),
                ("use a plain axis", _plain(at)),
            )
        case facts.NotOnLogarithms(is_nothing_above=True):
            return _on_figure(
                "The axis stays plain: nothing lies above zero.",
                "Only what is above zero has a logarithm.",
                ("use a plain axis", _plain(at)),
            )
        case facts.NotOnLogarithms(groups):
            return _on_figure(
                f"A logarithmic axis has no place for all of {_names(results, groups)}.",
                "Values, means or ends of error bars at or below zero are not seen on it.",
                ("use a plain axis", _plain(at)),
            )
        case facts.CutByAxis(groups):
            free = ChooseValueRange(value_from=None, value_to=None, question=at)
            return _on_figure(
                f"The value axis cuts off part of {_names(results, groups)}.",
                "Small tips show where; what lies beyond its ends is not drawn.",
                ("let the ends follow the data", free),
            )
        case facts.LineOverNames():
            words = factor_words(results.groups.factors[0])
            return _on_figure(
                f"A line joins levels of {words}, which stand in no order.",
                "What lies between two names is nothing; a line suggests a course.",
                ("draw points", ChooseKind(kind=ChartKind.POINTS, question=at)),
            )
        case facts.EvenlySpacedAmounts():
            words = factor_words(results.groups.factors[0])
            return _on_figure(
                f"Amounts of {words} are spaced evenly.",
                "Their distances differ, so that slopes of lines and courses mislead.",
                ("at their true distance", ChooseSpacing(spacing=Spacing.BY_AMOUNT, question=at)),
            )
        case facts.CrowdedAmounts(lowest, highest):
            return _crowded(results, lowest, highest)
        case never:
            assert_never(never)


def _on_parts(results: Results, remark: facts.PartRemark) -> RemarkWords:
    """About single outcomes and words of the figure."""
    at = results.number
    match remark:
        case facts.OutcomeLeftOut(variable, why):
            name = variable_name(results.measurements, variable)
            off = ShowOutcome(variable=variable, is_shown=False, name=name, question=at)
            return _on_figure(f"{name} is not on the figure.", f"{why}.", (f"without {name}", off))
        case facts.TextsByHand(texts):
            said = listed(tuple(f"“{text}”" for text in texts))
            return _on_figure(
                f"{said} on the figure {'is' if len(texts) == 1 else 'are'} written by hand.",
                "Computed words stood there; these do not follow when the data change.",
            )
        case facts.AxisSaysNothing(title):
            return _on_figure(
                f"“{title}” on the axis says nothing of what was measured.",
                "Name quantity and unit: in the question, or by a double click on the title.",
            )
        case facts.OutcomesApart(why):
            rule = ChooseSetting(name="outcomes_together", value=None, question=at)
            return _on_figure(
                "Outcomes have an axis each.", f"{upper_first(why)}.", ("as the rule has it", rule)
            )
        case never:
            assert_never(never)


def _on_figure(head: str, why: str, *fixes: tuple[str, Edit]) -> RemarkWords:
    return RemarkWords("figure", head, why, fixes)


def _plain(at: int) -> Edit:
    return ChooseSetting(name="value_scale", value=AxisScale.LINEAR.value, question=at)


def _names(results: Results, groups: tuple[Group, ...]) -> str:
    return listed(tuple(group_words(results.groups, group) for group in groups))


def _crowded(results: Results, lowest: float, highest: float) -> RemarkWords:
    """Amounts far apart and close together; logarithms where all are above zero."""
    numerals, at = results.numerals, results.number
    words = factor_words(results.groups.factors[0])
    spaced = ChooseSpacing(spacing=Spacing.EVEN, question=at)
    fixes: list[tuple[str, Edit]] = [("space them evenly", spaced)]
    why = "At their true distance the closest stand close together"
    if lowest > 0:
        log = ChooseSetting(name="group_scale", value=AxisScale.LOG.value, question=at)
        fixes.insert(0, ("on a logarithmic axis", log))
        why += "; on a logarithmic axis equal ratios are equally far apart"
    return _on_figure(
        f"Amounts of {words} run from {full_number(lowest, numerals)} "
        f"to {full_number(highest, numerals)} "
        "in very unequal steps.",
        f"{why}.",
        *fixes,
    )
