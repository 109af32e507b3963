"""The working behind a difference row."""

from __future__ import annotations

from decimus.analysis.comparisons import METHOD_NAMES, PairResult
from decimus.analysis.results import Results
from decimus.terms import IntervalKind, Method
from decimus.wording.numbers import (
    degrees_of_freedom,
    full_number,
    number,
    p_number,
    percent,
    statistic,
)
from decimus.wording.phrases import group_words, quantity
from decimus.wording.spans import Style, Text
from decimus.wording.working import Working


def pair_working(results: Results, pair: PairResult) -> Working:
    """The working of a difference row."""
    groups, sign = results.groups, results.decimal_sign
    comparison = results.comparison
    if comparison is None:
        raise ValueError("no comparison")
    decimals = groups.decimals
    unit = groups.measurements.outcome.unit
    df = degrees_of_freedom(pair.test.df, sign)
    error = number(pair.test.standard_error, decimals + 1, sign)
    interval = f"{number(pair.ci_lower, decimals, sign)} to {number(pair.ci_upper, decimals, sign)}"
    level = percent(comparison.level, sign)
    if pair.ci_kind is IntervalKind.SIMULTANEOUS:
        formula = (Text("difference ± "), Text("q", Style.ITALIC), Text(" ÷ √2 × SE"))
        critical = f"{number(pair.critical, 3, sign)} ÷ √2"
        kind = f"All {len(comparison.pairs)} intervals hold together at {level}."
        p = "adjusted p " + p_number(pair.p_shown, comparison.alpha, sign)
    else:
        formula = (Text("difference ± "), Text("t", Style.ITALIC), Text(" × SE"))
        critical = number(pair.critical, 3, sign)
        kind = f"This one interval holds at {level}."
        p = f"p {p_number(pair.p_shown, comparison.alpha, sign)}"
    spread = (
        "the spread pooled over all groups"
        if comparison.method is not Method.WELCH_T
        else "each group’s own spread"
    )
    return Working(
        f"Working: {group_words(groups, pair.a)} against {group_words(groups, pair.b)}",
        formula,
        f"{number(pair.test.mean_difference, decimals, sign)} ± {critical} × {error}",
        quantity(interval, unit),
        f"The difference is the first mean minus the second; its SE of {error} comes from {spread} "
        f"({METHOD_NAMES[comparison.method]}, {df} df). "
        f"{pair.statistic} = {statistic(pair.value, sign)}, {p}. {kind}",
        f"In full: {full_number(pair.ci_lower, sign)} to {full_number(pair.ci_upper, sign)}",
        section="Two groups" if len(comparison.groups) == 2 else "Three groups or more",
    )
