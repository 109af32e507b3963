"""Remarks on spread, far-out values, ends below zero and weak error bars, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks_on_spread as facts
from decimus.analysis.designs import suggested_method
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.kinds.checks import CHECK_LIMIT
from decimus.kinds.heights import HEIGHTS
from decimus.kinds.methods import METHOD_NAMES, METHODS
from decimus.plurals import plural
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    Adjust,
    ChooseDirection,
    ChooseDrawnComparisons,
    ChooseErrorBar,
    ChooseHeight,
    ChooseMethod,
    Edit,
)
from decimus.terms import Direction, ErrorBar, Height, Method
from decimus.wording.measurements.replicate_words import replicate_words
from decimus.wording.numbers import number, p_words
from decimus.wording.phrases import at_group, bar_name, group_words, quantity
from decimus.wording.remarks.words import RemarkWords, listed


def spread_remark(results: Results, remark: facts.SpreadRemark) -> RemarkWords:
    """The remark in words."""
    match remark:
        case facts.UnequalSpread(widest, narrowest, p):
            return _unequal(results, widest, narrowest, p)
        case facts.FarOut():
            return _far_out(results, remark)
        case facts.SameValues(first, second):
            pair = f"{group_words(results.groups, first)} and {group_words(results.groups, second)}"
            return RemarkWords(
                "groups",
                f"{pair} hold exactly the same values.",
                "A column may have been pasted twice.",
            )
        case facts.BelowZero():
            return _below_zero(results, remark)
        case facts.WeakErrorBars():
            return _weak_bars(results, remark)
        case facts.HeightAndTest(height):
            return _height_and_test(results, height)
        case never:
            assert_never(never)


def _sd(results: Results, group: Group) -> str:
    value = group.summary.standard_deviation
    text = number(value, results.groups.decimals, results.numerals)
    return quantity(text, results.measurements.outcome.unit, results.numerals)


def _unequal(results: Results, widest: Group, narrowest: Group, p: float | None) -> RemarkWords:
    groups = results.groups
    said = f" (Brown–Forsythe {p_words(p, CHECK_LIMIT, results.numerals)})" if p is not None else ""
    return RemarkWords(
        "groups",
        f"Groups do not spread alike: SD {_sd(results, widest)} "
        f"{at_group(groups, widest)} but {_sd(results, narrowest)} "
        f"{at_group(groups, narrowest)}{said}.",
        "Tests that pool the spread can then mislead; Welch’s do not pool it.",
        _welch(results),
    )


def _welch(results: Results) -> tuple[tuple[str, Edit], ...]:
    """Welch's form of the test in force, where that pools the spread."""
    # Which test it is follows from the design; of many groups it takes long to make.
    now = results.question.comparison.method
    now = suggested_method(results.design) if now is Method.AUTO else now
    method = METHODS[now].unpooled
    if method is None or results.why_not(method) is not None:
        return ()
    name = METHOD_NAMES[method]
    return ((f"use {name}", ChooseMethod(question=results.number, method=method, name=name)),)


def _far_out(results: Results, remark: facts.FarOut) -> RemarkWords:
    more = f" {remark.others} more {'lies' if remark.others == 1 else 'lie'} as far out."
    why = (
        "Ten times it, or a tenth, would lie among the others: a slip in typing?"
        if remark.is_slip
        else "Look it up; a value is only set aside for a reason that lies outside the numbers."
    )
    where = replicate_words(results, remark.group, remark.replicate)
    p = p_words(remark.p_value, 0.05, results.numerals)
    return RemarkWords(
        "groups",
        f"{where} lies far from the others (studentised residual, {p} for the furthest of all)."
        f"{more if remark.others else ''}",
        why,
    )


def _logarithms(results: Results) -> Edit:
    return Adjust(
        adjustment=Logarithm(10), words="log₁₀ of every value", sheet=results.question.asked.sheet
    )


def _below_zero(results: Results, remark: facts.BelowZero) -> RemarkWords:
    groups, asked = results.groups, results.number
    names = listed(tuple(group_words(groups, group) for group in remark.groups))
    all_fixes: list[tuple[str, Edit]] = [
        ("draw them upwards only", ChooseDirection(direction=Direction.UP, question=asked))
    ]
    if remark.is_geometric_possible:
        height = ChooseHeight(height=Height.GEOMETRIC_MEAN, question=asked)
        logs = _logarithms(results)
        all_fixes += [("show geometric means", height), ("work on logarithms", logs)]
    return RemarkWords(
        "groups",
        f"Error bars reach below zero for {names}, but no value does.",
        "A symmetric bar does not suit amounts that cannot be negative.",
        tuple(all_fixes),
    )


def _weak_bars(results: Results, remark: facts.WeakErrorBars) -> RemarkWords:
    asked = results.number
    interval = ChooseErrorBar(error_bar=ErrorBar.CONFIDENCE_INTERVAL, question=asked)
    units = plural(results.measurements.unit_name, 2)
    what = (
        "No error bars are drawn"
        if remark.error_bar is ErrorBar.NONE
        else f"The {bar_name(results.question.heights)} is drawn"
    )
    return RemarkWords(
        "figure",
        f"{what}, with as few as {remark.fewest} {units}.",
        "The interval says what so few can tell of the mean; the SE looks far surer.",
        (("show the confidence interval", interval),),
    )


def _height_and_test(results: Results, height: Height) -> RemarkWords:
    asked = results.number
    words = HEIGHTS[height].plural
    fixes: list[tuple[str, Edit]] = [
        ("show means", ChooseHeight(height=Height.MEAN, question=asked)),
        ("take the lines off", ChooseDrawnComparisons(pairs=(), words="none", question=asked)),
    ]
    if height is Height.GEOMETRIC_MEAN:
        logs = _logarithms(results)
        fixes.insert(0, ("test logarithms", logs))
    return RemarkWords(
        "figure",
        f"The figure shows {words}, but its comparison lines compare means.",
        "What is drawn and what is tested should be the same.",
        tuple(fixes),
    )
