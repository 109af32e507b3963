"""Comparisons in words: the sentence of choices, why, and what came out."""

from __future__ import annotations

from decimus.analysis.comparisons import (
    ADJUSTMENTS,
    METHOD_NAMES,
    Comparison,
    Design,
    PairResult,
    refusal,
    suggested_method,
)
from decimus.analysis.groups import Groups, names_of
from decimus.analysis.results import Results
from decimus.study.edits import (
    ChooseAdjustment,
    ChooseComparisonLevel,
    ChooseDrawnComparisons,
    ChooseMethod,
    Edit,
)
from decimus.study.questions import PairOfGroups
from decimus.terms import Adjustment, Method
from decimus.wording.numbers import (
    NBSP,
    count_word,
    degrees_of_freedom,
    number,
    percent,
    rounded,
    statistic,
)
from decimus.wording.p_values import p_spans
from decimus.wording.phrases import (
    LEVELS_OFFERED,
    at_group,
    factor_words,
    group_words,
    outcome_words,
    quantity,
    typed_number,
    upper_first,
)
from decimus.wording.spans import Choice, Entry, Option, Sentence, Span, Style, Text

ADJUSTMENT_NAMES = {
    Adjustment.TUKEY: "Tukey–Kramer test",
    Adjustment.NONE: "pairs unadjusted",
}


def method_name(comparison: Comparison) -> str:
    """The method in full, as it stands in a sentence."""
    name = METHOD_NAMES[comparison.method]
    return f"{name} over the cells" if _is_over_cells(comparison) else name


def _is_over_cells(comparison: Comparison) -> bool:
    return comparison.method is Method.ANOVA and len(comparison.groups[0].levels) > 1


def method_choice(results: Results, comparison: Comparison) -> Choice:
    """The test; those that do not fit the groups say why."""
    suggested = suggested_method(comparison.design)
    options = []
    for method, name in METHOD_NAMES.items():
        problem = refusal(method, results.groups)
        edit = ChooseMethod(method=method, name=name) if problem is None else None
        note = "suggested for this design" if method is suggested else ""
        why = problem.what if problem is not None else note
        options.append(Option(name, edit, method is comparison.method, why))
    text = method_name(comparison)
    return Choice("method", text, "the test", tuple(options))


def adjustment_choice(comparison: Comparison) -> Choice | None:
    """The follow-up; None where there is only one pair and nothing to adjust."""
    if len(comparison.pairs) < 2:
        return None
    now = comparison.adjustment
    options = tuple(
        Option(
            ADJUSTMENT_NAMES[a], ChooseAdjustment(adjustment=a, name=ADJUSTMENT_NAMES[a]), a is now
        )
        for a in ADJUSTMENTS[comparison.method]
    )
    return Choice("adjustment", ADJUSTMENT_NAMES[now], "the follow-up", options)


def level_choice(key: str, level: float, name: str, edit_of: type, decimal_sign: str) -> Choice:
    """A confidence level: usual ones to pick, any other to type."""

    def typed(text: str) -> Edit:
        edit: Edit = edit_of(level=typed_number(text, "a level"))
        return edit

    options = tuple(
        Option(percent(at, decimal_sign), edit_of(level=at), at == level)
        for at in sorted({*LEVELS_OFFERED, level})
    )
    entry = Entry("another level, %", f"{level:g}", typed)
    return Choice(key, percent(level, decimal_sign), name, options, (entry,))


def comparison_sentence(results: Results) -> Sentence:
    """What is compared and how, as choices; needs a comparison."""
    comparison = _required(results)
    sign = results.decimal_sign
    pairs = "the two groups" if len(comparison.pairs) == 1 else "all pairs"
    spans: list[Span] = [Text(f"Compare {pairs} by "), method_choice(results, comparison)]
    if (adjustment := adjustment_choice(comparison)) is not None:
        spans += [Text(", then "), adjustment]
    level = level_choice(
        "comparison_level",
        comparison.level,
        "the level of intervals of differences",
        ChooseComparisonLevel,
        sign,
    )
    return (*spans, Text(", two-sided, at "), level, Text("."))


def _required(results: Results) -> Comparison:
    if results.comparison is None:
        raise results.refusal or ValueError("no comparison")
    return results.comparison


def reason(comparison: Comparison) -> str:
    """Why this method is suggested, from the design alone."""
    count = count_word(len(comparison.groups))
    match comparison.design:
        case Design.TWO_GROUPS:
            facts = "two independent groups, each with a spread of its own"
        case Design.SEVERAL_GROUPS:
            facts = f"{count} independent groups"
        case Design.SAME_TWICE | Design.SAME_OFTEN:
            facts = "the same units under both conditions"
        case Design.CELLS:
            facts = f"{count} independent cells of several factors, taken as {count} groups"
    left_out = (
        f" {names_of(comparison.left_out)} left out: no values." if comparison.left_out else ""
    )
    if comparison.method is comparison.suggested:
        return f"Suggested: {facts}.{left_out}"
    suggested = METHOD_NAMES[comparison.suggested]
    return f"Your choice; {suggested} is suggested for {facts}.{left_out}"


def drawn_choice(results: Results) -> Choice:
    """Which comparisons stand on the figure, all at once."""
    comparison = _required(results)

    def option(label: str, pairs: tuple[PairResult, ...]) -> Option:
        chosen = tuple(PairOfGroups(p.a.levels, p.b.levels) for p in pairs)
        return Option(label, ChooseDrawnComparisons(pairs=chosen, words=label))

    shown = tuple(p for p in comparison.pairs if p.p_shown < comparison.alpha)
    first = comparison.groups[0]
    against = tuple(p for p in comparison.pairs if p.a is first)
    bound = f"those with p < {comparison.alpha:g}".replace(".", results.decimal_sign)
    options = [
        option("no comparison", ()),
        option(bound, shown),
        option(f"all with {group_words(results.groups, first)}", against),
        option("every comparison", comparison.pairs),
    ]
    wanted = {frozenset((pair.first, pair.second)) for pair in results.question.drawn_pairs}
    drawn = sum(frozenset((p.a.levels, p.b.levels)) in wanted for p in comparison.pairs)
    text = f"{drawn} of {len(comparison.pairs)}"
    return Choice("drawn", text, "comparisons on the figure", tuple(options))


def statistic_spans(comparison: Comparison, decimal_sign: str = ".") -> tuple[Text, ...]:
    """The statistic with its df and p: F(4, 34) = 9.12, p < 0.001."""
    if comparison.anova is not None:
        anova = comparison.anova
        letter, value = "F", anova.statistic
        df = f"{anova.df_between},{NBSP}{anova.df_within}"
    else:
        test = comparison.pairs[0].test
        letter, value = "t", test.statistic
        df = degrees_of_freedom(test.df, decimal_sign)
    return (
        Text(letter, Style.ITALIC),
        Text(f"({df}){NBSP}={NBSP}{statistic(value, decimal_sign)}, "),
        *p_spans(comparison.p_value, comparison.alpha, decimal_sign),
    )


def result_sentence(results: Results) -> Sentence:
    """What came out, in one sentence with the statistic."""
    comparison = _required(results)
    if len(comparison.pairs) == 1 and comparison.anova is None:
        return _two_group_result(results, comparison)
    groups = results.groups
    outcome = upper_first(outcome_words(groups.measurements))
    among = _among(groups)
    spans = statistic_spans(comparison, results.decimal_sign)
    if comparison.p_value < comparison.alpha:
        return (Text(f"{outcome} differs between {among}: "), *spans, Text("."))
    return (
        Text(
            f"A difference in {outcome_words(groups.measurements)} between {among} is not shown: "
        ),
        *spans,
        Text("."),
    )


def _among(groups: Groups) -> str:
    """What is compared: "levels of road salt", "groups"."""
    if len(groups.factors) == 1 and groups.factors[0].factor.is_named:
        return f"levels of {factor_words(groups.factors[0])}"
    if len(groups.factors) > 1:
        return "cells of " + " and ".join(factor_words(factor) for factor in groups.factors)
    return "the groups"


def _two_group_result(results: Results, comparison: Comparison) -> Sentence:
    groups, pair = results.groups, comparison.pairs[0]
    outcome = upper_first(outcome_words(groups.measurements))
    is_larger = pair.test.mean_difference > 0
    high, low = (pair.a, pair.b) if is_larger else (pair.b, pair.a)
    size = difference_words(results, pair, is_absolute=True)
    statistics = statistic_spans(comparison, results.decimal_sign)
    if comparison.p_value < comparison.alpha:
        text = (
            f"{outcome} is larger {at_group(groups, high)} than {at_group(groups, low)} by {size}; "
        )
        return (Text(text), *statistics, Text("."))
    text = (
        f"A difference in {outcome_words(groups.measurements)} between "
        f"{group_words(groups, pair.a)} and {group_words(groups, pair.b)} is not shown: "
        f"{difference_words(results, pair)}; "
    )
    return (Text(text), *statistics, Text("."))


def difference_words(results: Results, pair: PairResult, *, is_absolute: bool = False) -> str:
    """A difference with its interval: "12.31 mm² (95 % CI 5.12 to 19.50)"."""
    groups, sign = results.groups, results.decimal_sign
    decimals = groups.decimals
    flip = is_absolute and pair.test.mean_difference < 0
    low, high = (-pair.ci_upper, -pair.ci_lower) if flip else (pair.ci_lower, pair.ci_upper)
    value = -pair.test.mean_difference if flip else pair.test.mean_difference
    level = percent(_required(results).level, sign)
    interval = f"{level} CI {number(low, decimals, sign)} to {number(high, decimals, sign)}"
    text = quantity(number(value, decimals, sign), groups.measurements.outcome.unit)
    return f"{text} ({interval})"


def effect_sentence(results: Results) -> str:
    """The effect size in plain words."""
    comparison = _required(results)
    sign = results.decimal_sign
    if comparison.anova is not None:
        share = comparison.anova.eta_squared
        return (
            f"{rounded(100 * share, 0):f}{NBSP}% of the variation in this sample lies between "
            f"the groups (η² = {number(share, 2, sign)})."
        )
    g = comparison.pairs[0].effect
    if g is None:
        return ""
    if comparison.pairing is not None:
        return (
            f"The mean difference is {number(abs(g), 2, sign)} standard deviations of the "
            f"differences (d_z = {number(g, 2, sign)})."
        )
    return (
        f"The difference is {number(abs(g), 2, sign)} standard deviations "
        f"(Hedges’ g = {number(g, 2, sign)})."
    )


def pair_sentence(results: Results, pair: PairResult) -> Sentence:
    """One pair in a sentence: "0 g/L against 2 g/L: 32.60 mm² (…), p < 0.001"."""
    comparison = _required(results)
    groups = results.groups
    names = f"{group_words(groups, pair.a)} against {group_words(groups, pair.b)}: "
    p = p_spans(pair.p_shown, comparison.alpha, results.decimal_sign)
    return (Text(names + difference_words(results, pair) + ", "), *p)


def anova_table(results: Results) -> tuple[tuple[str, ...], ...]:
    """The ANOVA table as rows of text, headings first; empty for a t-test."""
    comparison = _required(results)
    anova = comparison.anova
    if anova is None:
        return ()
    sign, decimals = results.decimal_sign, results.groups.decimals

    def say(value: float) -> str:
        return number(value, decimals, sign)

    total = anova.sum_of_squares_between + anova.sum_of_squares_within
    p = "".join(span.text for span in p_spans(anova.p_value, comparison.alpha, sign)[1:])
    between = (
        "between groups",
        say(anova.sum_of_squares_between),
        str(anova.df_between),
        say(anova.mean_square_between),
        statistic(anova.statistic, sign),
        p.strip(NBSP).removeprefix(f"={NBSP}"),
    )
    within = (
        "within groups",
        say(anova.sum_of_squares_within),
        str(anova.df_within),
        say(anova.mean_square_within),
        "",
        "",
    )
    everything = ("in all", say(total), str(anova.df_between + anova.df_within), "", "", "")
    headings = ("variation", "sum of squares", "df", "mean square", "F", "p")
    return (headings, between, within, everything)
