"""The working behind a difference row, and behind the statistic of the whole test."""

from __future__ import annotations

import math
from typing import assert_never

from decimus.analysis.comparison_results import Comparison, PairResult, Term
from decimus.analysis.results import Results
from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.method_kinds import ErrorOf
from decimus.kinds.methods import FACTORIAL, METHOD_NAMES, METHODS, OF_TWO, SHARE_METHODS
from decimus.study.number_styles import Numerals
from decimus.terms import Alternative, IntervalKind, PairSet
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.method_names import follow_up_name
from decimus.wording.comparisons.pair_facts import equivalence_step, ratio_step
from decimus.wording.comparisons.sentences import STATISTIC_LETTERS, effect_words
from decimus.wording.comparisons.tables import square_decimals
from decimus.wording.groups.working import Working
from decimus.wording.numbers import (
    degrees_of_freedom,
    full_number,
    number,
    p_words,
    percent,
    statistic,
)
from decimus.wording.phrases import group_words, quantity
from decimus.wording.spans import Style, Text


def pair_working(results: Results, pair: PairResult) -> Working:
    """The working of a difference row."""
    if required(results).method in SHARE_METHODS:
        return _share_working(results, pair)
    if pair.standard_error is None:
        return _rank_working(results, pair)
    groups, numerals = results.groups, results.numerals
    comparison = required(results)
    decimals = groups.decimals
    unit = groups.measurements.outcome.unit
    df = degrees_of_freedom(pair.df or 0, numerals)
    error = number(pair.standard_error, decimals + 1, numerals)
    low, high = (number(end, decimals, numerals) for end in (pair.ci_lower, pair.ci_upper))
    interval = f"{low} to {high}"
    if pair.statistic == "q":
        formula = (Text("difference ± "), Text("q", Style.ITALIC), Text(" ÷ √2 × SE"))
        critical = f"{number(pair.critical, 3, numerals)} ÷ √2"
    else:
        letter = ADJUSTMENTS[comparison.family_of(pair)[1]].letter or "t"
        formula = (Text("difference ± "), Text(letter, Style.ITALIC), Text(" × SE"))
        critical = number(pair.critical, 3, numerals)
    return Working(
        _title(results, pair),
        formula,
        f"{number(pair.mean_difference, decimals, numerals)} ± {critical} × {error}",
        quantity(interval, unit, numerals),
        f"{_direction(comparison, pair)}; its SE of {error} comes from "
        f"{_spread(comparison, pair)} ({METHOD_NAMES[comparison.method]}, {df} df). "
        f"{pair.statistic} = {statistic(pair.value, numerals)}, {_p_words(results, pair)} "
        f"{_kind_words(comparison, pair, numerals)}",
        f"In full: difference {full_number(pair.mean_difference, numerals)}, "
        f"SE {full_number(pair.standard_error, numerals)}, "
        f"{full_number(pair.ci_lower, numerals)} to {full_number(pair.ci_upper, numerals)}, "
        f"p {full_number(pair.p_value, numerals)}"
        + (f", adjusted {full_number(pair.p_adjusted, numerals)}" if pair.p_adjusted else ""),
        steps=(
            *(effect_words(effect, numerals) for effect in pair.effects),
            *filter(None, [ratio_step(results, pair), equivalence_step(results, pair)]),
        ),
        section=METHODS[comparison.method].section,
    )


def _title(results: Results, pair: PairResult) -> str:
    b = group_words(results.groups, pair.b) or "the reference value"
    return f"Working: {group_words(results.groups, pair.a)} against {b}"


def _direction(comparison: Comparison, pair: PairResult) -> str:
    if not pair.b.levels:
        return "The difference is the mean minus the reference value"
    if comparison.pair_set is PairSet.CONTROL:
        return "The difference is the group minus the control"
    if METHODS[comparison.method].error in (ErrorOf.DIFFERENCES, ErrorOf.CROSSED_DIFFERENCES):
        rule = "the later minus the earlier"
    else:
        rule = "the first mean minus the second"
    beside = "; a control is always taken off" if comparison.design.has_control else ""
    return f"The difference is {rule}{beside}"


def _spread(comparison: Comparison, pair: PairResult) -> str:
    n = f"n = {pair.n[0]}"
    if comparison.design.is_single and comparison.method in FACTORIAL:
        return "the interaction, which stands for the error of single values"
    match METHODS[comparison.method].error:
        case ErrorOf.POOLED:
            return "the spread pooled over all groups"
        case ErrorOf.CROSSED_DIFFERENCES if pair.cells is None:
            return f"the differences of each unit’s means over the other factor, {n}"
        case ErrorOf.DIFFERENCES | ErrorOf.CROSSED_DIFFERENCES:
            return f"the differences within units, {n}"
        case ErrorOf.ONE_GROUP:
            return f"the group’s own spread, {n}"
        case ErrorOf.BETWEEN_AND_WITHIN if pair.cells is None:
            return "the means, or differences, of units, pooled over groups"
        case ErrorOf.BETWEEN_AND_WITHIN:
            return "these two columns alone"
        case ErrorOf.EACH_GROUP:
            return "each group’s own spread"
        case ErrorOf.NOTHING:
            return "ranks or counts"
        case never:
            assert_never(never)


def _p_words(results: Results, pair: PairResult) -> str:
    comparison = required(results)
    numerals, alpha = results.numerals, comparison.alpha
    words = f"{p_words(pair.p_value, alpha, numerals)}"
    if pair.p_adjusted is not None:
        name = follow_up_name(comparison.method, comparison.family_of(pair)[1])
        words += f", adjusted {p_words(pair.p_adjusted, alpha, numerals)} ({name})"
    if pair.p_directional is not None:
        words += f"; one-sided {p_words(pair.p_directional, alpha, numerals)}"
    if pair.p_directional_adjusted is not None:
        words += f", adjusted one-sided {p_words(pair.p_directional_adjusted, alpha, numerals)}"
    return f"{words}."


def _kind_words(comparison: Comparison, pair: PairResult, numerals: Numerals) -> str:
    level = percent(comparison.interval_level, numerals)
    count, _ = comparison.family_of(pair)
    sided = _bound_words(comparison, numerals) if pair.p_directional is not None else ""
    each = " at each level" if comparison.per_level else ""
    if pair.ci_kind is IntervalKind.SIMULTANEOUS:
        return f"All {count} intervals{each} hold together at {level}.{sided}"
    if pair.ci_kind is IntervalKind.BONFERRONI:
        return (
            f"All {count} intervals{each} are Bonferroni’s and hold together at {level}; Holm’s p "
            f"values have none of their own.{sided}"
        )
    return f"This one interval holds at {level}.{sided}"


def _bound_words(comparison: Comparison, numerals: Numerals) -> str:
    """Why the interval of a one-sided test is narrower, and which end of it counts."""
    end = "lower" if comparison.alternative is Alternative.GREATER else "upper"
    level = percent(comparison.level, numerals)
    return f" Its {end} end is the {level} bound that goes with the one-sided p."


def _share_working(results: Results, pair: PairResult) -> Working:
    """The working of two shares, or of one beside a stated one."""
    comparison, numerals = required(results), results.numerals
    if comparison.reference is None:
        how = (
            "Of all tables with the same margins, those no likelier than the one seen (Fisher); "
            "the interval is Newcombe’s."
        )
    else:
        how = (
            "Of all numbers of cases, those no likelier than the one seen (binomial); the interval "
            "is Wilson’s, less the stated share."
        )
    value, low, high = (
        full_number(end, numerals) if end is not None else "–"
        for end in (pair.mean_difference, pair.ci_lower, pair.ci_upper)
    )
    level = percent(comparison.interval_level, numerals)
    return Working(
        _title(results, pair),
        (Text("share a − share b"),),
        "",
        f"{number(100 * pair.mean_difference, 1, numerals)} percentage points",
        f"{_p_words(results, pair)} {how}",
        f"In full: difference {value}, {level} CI {low} to {high}, "
        f"p {full_number(pair.p_value, numerals)}",
        steps=tuple(effect_words(effect, numerals) for effect in pair.effects),
        section=METHODS[comparison.method].section,
    )


def _rank_working(results: Results, pair: PairResult) -> Working:
    """The working of a pair that was compared on ranks."""
    comparison = required(results)
    groups, numerals = results.groups, results.numerals
    decimals, unit = groups.decimals, groups.measurements.outcome.unit
    shift = quantity(number(pair.estimate, decimals, numerals), unit, numerals)
    value = full_number(pair.value, numerals) if pair.rank else statistic(pair.value, numerals)
    p = f"{_p_words(results, pair)}"
    title = _title(results, pair)
    section = METHODS[comparison.method].section
    if pair.rank is None:
        return Working(
            title,
            (Text("z = (mean rank a − mean rank b) ÷ SE"),),
            "",
            value,
            f"Ranks are those among the values of all groups. {p} The median of all differences "
            f"between the two groups is {shift}.",
            f"In full: z {full_number(pair.value, numerals)}, "
            f"p {full_number(pair.p_value, numerals)}",
            section=section,
        )
    is_signed = METHODS[comparison.method].is_by_signed_ranks
    formula = (
        "W = sum of the ranks of positive differences"
        if is_signed
        else ("U = pairs of values with the larger one in the first group, ties half")
    )
    how = (
        "exact, by permutation of the ranks"
        if pair.rank.is_exact
        else ("from the normal distribution, corrected for ties and continuity")
    )
    level = percent(comparison.interval_level, numerals)
    ends = f" (so few values have no interval at {level})"
    if pair.ci_lower is not None and pair.ci_upper is not None:
        low, high = (number(end, decimals, numerals) for end in (pair.ci_lower, pair.ci_upper))
        ends = f", {level} CI {low} to {high}"
    what = "means of two differences" if is_signed else "differences between the groups"
    zeros = f" {pair.rank.zeros} zero differences were dropped." if pair.rank.zeros else ""
    return Working(
        title,
        (Text(formula),),
        "",
        value,
        f"{p} p is {how}.{zeros} The shift, {shift}{ends}, is the median of all {what}.",
        f"In full: shift {full_number(pair.estimate, numerals)}, "
        f"p {full_number(pair.p_value, numerals)}",
        steps=tuple(effect_words(effect, numerals) for effect in pair.effects),
        section=section,
    )


def statistic_working(results: Results, term: Term) -> Working:
    """The working of a line of the table; of the one pair of a test of two groups."""
    comparison = required(results)
    if comparison.method in OF_TWO:
        pair = comparison.pairs[0]
        return (
            pair_working(results, pair)
            if pair.standard_error is None
            else _t_working(results, pair)
        )
    numerals, decimals = results.numerals, square_decimals(results)
    letter = STATISTIC_LETTERS.get(term.statistic, term.statistic)
    p = f"{p_words(term.p_value, comparison.alpha, numerals)}"
    steps = [effect_words(effect, numerals) for effect in term.effects]
    filled = ""
    is_of_shares = comparison.method in SHARE_METHODS
    formula: tuple[Text, ...]
    if term.statistic == "F" and term.mean_square is not None:
        error = _error_square(comparison, term)
        formula = (Text(letter, Style.ITALIC), Text(" = mean square ÷ mean square of the error"))
        filled = (
            f"{number(term.mean_square, decimals, numerals)} ÷ {number(error, decimals, numerals)}"
        )
        reading = (
            f"How much more means differ than replicates alone would make them: {p} on "
            f"{_df_words(term, numerals)} df."
        )
        if term.sphericity is not None and term.df_uncorrected is not None:
            before = " and ".join(degrees_of_freedom(d, numerals) for d in term.df_uncorrected)
            reading += f" Without correction df are {before}."
            steps.append(f"ε (G–G) = {full_number(term.sphericity.greenhouse_geisser, numerals)}")
            steps.append(f"ε (H–F) = {full_number(term.sphericity.huynh_feldt, numerals)}")
    elif term.statistic == "F":
        formula = (Text("F", Style.ITALIC), Text(" = Σ w (mean − weighted mean)² ÷ (k − 1) ÷ c"))
        reading = (
            "Each group weighs w = n ÷ variance; c and the df of the error follow Welch 1951: "
            f"{p} on {_df_words(term, numerals)} df."
        )
    else:
        of = " = Σ (cases − expected)² ÷ expected" if is_of_shares else _FROM_RANKS
        formula = (Text(letter, Style.ITALIC), Text(of))
        df = degrees_of_freedom(term.df[0], numerals)
        reading = f"{p} from chi-square with {df} df, approximate."
        if term.p_approximate is not None:
            near = p_words(term.p_approximate, comparison.alpha, numerals)
            reading = (
                f"{p}, exact: {_TABLES if is_of_shares else _DEALT}. "
                f"Chi-square with {df} df would say {near}."
            )
    return Working(
        f"Working: {term.name}",
        formula,
        filled,
        statistic(term.value, numerals),
        reading,
        f"In full: {letter} {full_number(term.value, numerals)}, "
        f"p {full_number(term.p_value, numerals)}",
        steps=tuple(steps),
        section=METHODS[comparison.method].section,
    )


_FROM_RANKS = " from the ranks, corrected for ties"
_DEALT = "the share of all ways to deal the ranks that spread as much or more"
_TABLES = "the share of all tables with these margins that are no likelier"


def _df_words(term: Term, numerals: Numerals) -> str:
    return " and ".join(degrees_of_freedom(df, numerals) for df in term.df)


def _error_square(comparison: Comparison, term: Term) -> float | None:
    """The mean square that a term was tested on: that whose F it gives."""
    if term.mean_square is None or not term.value:
        return comparison.residual.mean_square
    return term.mean_square / term.value if math.isfinite(term.value) else 0.0


def _t_working(results: Results, pair: PairResult) -> Working:
    comparison, numerals = required(results), results.numerals
    decimals = results.groups.decimals
    df = degrees_of_freedom(pair.df or 0, numerals)
    difference = number(pair.mean_difference, decimals, numerals)
    error = number(pair.standard_error, decimals + 1, numerals)
    return Working(
        f"Working: {METHOD_NAMES[comparison.method]}",
        (Text("t", Style.ITALIC), Text(" = difference ÷ SE")),
        f"{difference} ÷ {error}",
        statistic(pair.value, numerals),
        f"How many standard errors the difference is away from 0: {_p_words(results, pair)} "
        f"t has {df} df.",
        f"In full: t {full_number(pair.value, numerals)}, df {full_number(pair.df, numerals)}, "
        f"p {full_number(pair.p_value, numerals)}",
        steps=(
            *(effect_words(effect, numerals) for effect in pair.effects),
            *filter(None, [ratio_step(results, pair), equivalence_step(results, pair)]),
        ),
        section=METHODS[comparison.method].section,
    )
