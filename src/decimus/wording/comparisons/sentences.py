"""What a comparison came to, in words: the result, its size, its statistic."""

from __future__ import annotations

from decimus.analysis.annotations import MOST_LINES
from decimus.analysis.comparison_results import SUPERIORITY, Comparison, Order, PairResult, Term
from decimus.analysis.groups import ShownGroups
from decimus.analysis.ratios import pair_ratio
from decimus.analysis.results import Results
from decimus.kinds.intervals import INTERVALS
from decimus.kinds.methods import RANK_METHODS, SHARE_METHODS
from decimus.plurals import plural
from decimus.statistics.effect_sizes import EffectSize
from decimus.study.edits import ChooseDrawnComparisons
from decimus.study.number_styles import PLAIN, Numerals
from decimus.study.questions import PairOfGroups
from decimus.study.targets import Levels
from decimus.terms import Alternative, IntervalKind, Method
from decimus.values import Value
from decimus.wording.comparisons.choices import required
from decimus.wording.numbers import (
    NBSP,
    degrees_of_freedom,
    full_number,
    number,
    p_limit,
    percent,
    rounded,
    statistic,
)
from decimus.wording.p_values import p_spans
from decimus.wording.phrases import (
    agreeing,
    at_group,
    factor_or_levels,
    factor_words,
    group_words,
    lower_first,
    outcome_words,
    quantity,
    upper_first,
)
from decimus.wording.spans import Choice, Option, Sentence, Span, Style, Text, plain_text

STATISTIC_LETTERS = {"chi2": "χ²"}
"""Statistics that are not written as they are stored."""


_MANY = 1000
"""Comparisons from which on nobody would want each on a figure."""


def drawn_choice(results: Results) -> Choice:
    """Which comparisons stand on the figure, all at once."""
    drawn = results.question.figure.drawn_pairs
    causes = (results.groups, results.comparison, drawn, results.numerals)
    return results.kept("choice of drawn pairs", causes, lambda: _drawn_choice(results))


def _drawn_choice(results: Results) -> Choice:
    comparison = required(results)
    drawable = [(pair, both) for pair in comparison.pairs if (both := pair.cells) is not None]

    def option(label: str, cells: list[tuple[Levels, Levels]]) -> Option:
        chosen = tuple(PairOfGroups(*both) for both in cells)
        return Option(label, ChooseDrawnComparisons(pairs=chosen, words=label))

    if len(drawable) > _MANY:
        surest = sorted(drawable, key=lambda found: found[0].p_shown)[:MOST_LINES]
        few = [both for _, both in surest]
        options = [option("no comparison", []), option(f"the {MOST_LINES} smallest p", few)]
        text = f"{len(results.question.figure.drawn_pairs)} of {len(comparison.pairs)}"
        return Choice("drawn", text, "comparisons on the figure", tuple(options))
    shown = [both for pair, both in drawable if comparison.shows(pair)]
    bound = f"those with p < {p_limit(comparison.alpha, results.numerals)}"
    options = [option("no comparison", []), option(bound, shown)]
    for group in (comparison.groups[0], comparison.groups[-1]):
        with_it = [both for _, both in drawable if group.levels in both]
        if 0 < len(with_it) < len(drawable):
            options.append(option(f"all with {group_words(results.groups, group)}", with_it))
    options.append(option("every comparison", [both for _, both in drawable]))
    wanted = {frozenset((pair.first, pair.second)) for pair in results.question.figure.drawn_pairs}
    drawn = sum(frozenset(both) in wanted for _, both in drawable)
    text = f"{drawn} of {len(comparison.pairs)}"
    return Choice("drawn", text, "comparisons on the figure", tuple(options))


def term_spans(
    term: Term, alpha: float, numerals: Numerals = PLAIN, p: float | None = None
) -> Sentence:
    """A statistic with its df and p: F(4, 34) = 9.12, p < 0.001."""
    letter = STATISTIC_LETTERS.get(term.statistic, term.statistic)
    df = f",{NBSP}".join(degrees_of_freedom(df, numerals) for df in term.df)
    in_brackets = f"({df})" if df else ""
    return (
        Text(letter, Style.ITALIC),
        Text(f"{in_brackets}{numerals.equals}{_value(term, numerals)}, "),
        *p_spans(term.p_value if p is None else p, alpha, numerals),
    )


def _value(term: Term, numerals: Numerals) -> str:
    if term.statistic in ("U", "W"):
        return full_number(term.value, numerals)
    return statistic(term.value, numerals)


def statistic_spans(comparison: Comparison, numerals: Numerals = PLAIN) -> Sentence:
    """The statistic of the first term; the p in the direction of the sentence."""
    spans = term_spans(comparison.terms[0], comparison.alpha, numerals, comparison.p_value)
    if comparison.alternative is None or not comparison.is_of_two:
        return spans
    return (*spans[:2], Text("one-sided "), *spans[2:])


def pair_statistic(pair: PairResult, numerals: Numerals) -> str:
    """The statistic of a pair as it is written."""
    if pair.statistic in ("U", "W"):
        return full_number(pair.value, numerals)
    return statistic(pair.value, numerals)


def result_sentence(results: Results) -> Sentence:
    """What came out, with direction, size and interval where there are two groups."""
    comparison = required(results)
    note = alpha_note(comparison, results.numerals)
    if comparison.is_of_two:
        *spans, end = _two_group_result(results, comparison)
        return (*spans, *([Text(note)] if note else []), end)
    spans = []
    for place, term in enumerate(comparison.terms):
        spans += [Text(" ")] if place else []
        found = _term_result(results, comparison, term)
        spans += [*found[:-1], *([Text(note)] if note and not place else []), found[-1]]
    return tuple(spans)


def alpha_note(comparison: Comparison, numerals: Numerals) -> str:
    """What counts as shown, where it is not what readers take for granted: " (α = 0.01)"."""
    if comparison.has_usual_alpha:
        return ""
    return f" (α{numerals.equals}{p_limit(comparison.alpha, numerals)})"


def compared_words(results: Results) -> str:
    """What is compared: the outcome, or the share of its cases."""
    words = outcome_words(results.measurements)
    if required(results).method in SHARE_METHODS:
        return f"the share with {words} = 1"
    return f"the {words}" if words.startswith("number of ") else words


def _term_result(results: Results, comparison: Comparison, term: Term) -> list[Span]:
    groups = results.groups
    outcome = compared_words(results)
    statistics = term_spans(term, comparison.alpha, results.numerals)
    is_shown = comparison.shows(term)
    is_joint = len(term.factors) > 1 and len(comparison.terms) > 1
    if is_joint:
        names = [factor_or_levels(groups.factors[i]) for i in term.factors]
        first, *others = names
        said = f"How it differs by {first} depends on {' and '.join(others)}: "
        if not is_shown:
            joined = " and ".join((", ".join(names[:-1]), names[-1]))
            said = f"An interaction of {joined} is not shown: "
        return [Text(said), *statistics, Text(".")]
    among = _among(groups, term, is_only=len(comparison.terms) == 1)
    if is_shown:
        verb = agreeing(outcome, "differs", "differ")
        if comparison.method in RANK_METHODS:
            verb = agreeing(outcome, "tends to differ", "tend to differ")
        return [Text(f"{upper_first(outcome)} {verb} between {among}: "), *statistics, Text(".")]
    said = f"A difference in {outcome} between {among} is not shown: "
    return [Text(said), *statistics, Text(".")]


def _among(groups: ShownGroups, term: Term, *, is_only: bool) -> str:
    """What is compared: "levels of road salt", "groups"."""
    if len(term.factors) == 1:
        factor = groups.factors[term.factors[0]]
        if factor.factor.is_named:
            return f"levels of {factor_words(factor)}"
        if not is_only:
            *most, last = factor_or_levels(factor).split("/")
            return f"{', '.join(most)} and {last}" if most else last
        return "the conditions" if groups.measurements.units.is_same else "the groups"
    return "cells of " + " and ".join(factor_words(groups.factors[i]) for i in term.factors)


def _two_group_result(results: Results, comparison: Comparison) -> Sentence:
    groups, pair = results.groups, comparison.pairs[0]
    outcome = compared_words(results)
    statistics = statistic_spans(comparison, results.numerals)
    is_shown = comparison.shows(pair)
    other = group_words(groups, pair.b)
    if comparison.reference is not None:
        return _reference_result(results, comparison, pair, statistics)
    if is_shown:
        size = difference_words(results, pair)
        tends = f"{agreeing(outcome, 'tends', 'tend')} to " if pair.rank is not None else ""
        if pair.order is Order.NEITHER:
            differs = f"{tends}differ" if tends else agreeing(outcome, "differs", "differ")
            said = f"{differs} between {group_words(groups, pair.a)} and {other}"
        else:
            relation = _RELATIONS[pair.order]
            verb = (
                f"{tends}be {relation}" if tends else f"{agreeing(outcome, 'is', 'are')} {relation}"
            )
            said = f"{verb} {at_group(groups, pair.a)} than {at_group(groups, pair.b)}"
        text = f"{upper_first(outcome)} {said}: {_lead(results, pair)}{size}"
        return (Text(f"{text}; "), *statistics, Text("."))
    size = difference_words(results, pair)
    a = group_words(groups, pair.a)
    text = f"A difference in {outcome} between {a} and {other}"
    if comparison.alternative is not None:
        relation = "above" if comparison.alternative is Alternative.GREATER else "below"
        verb = agreeing(outcome, "lies", "lie")
        b = at_group(groups, pair.b)
        text = f"That {outcome} {at_group(groups, pair.a)} {verb} {relation} that {b}"
    return (Text(f"{text} is not shown: {size}; "), *statistics, Text("."))


_RELATIONS = {Order.FIRST_LARGER: "larger", Order.SECOND_LARGER: "smaller"}
_SIDES = {Order.FIRST_LARGER: "above", Order.SECOND_LARGER: "below"}


def _reference_result(
    results: Results, comparison: Comparison, pair: PairResult, statistics: Sentence
) -> Sentence:
    groups, numerals = results.groups, results.numerals
    unit = groups.measurements.outcome.unit
    value = quantity(full_number(comparison.reference, numerals), unit, numerals)
    name = compared_words(results)
    # A group that is only called what was measured goes without saying.
    is_named = lower_first(group_words(groups, pair.a).partition(" (")[0]) not in (
        name,
        "one group",
    )
    where = f" {at_group(groups, pair.a)}" if is_named else ""
    if comparison.shows(pair):
        size = difference_words(results, pair)
        verb = f"{agreeing(name, 'differs', 'differ')} from"
        if pair.order is not Order.NEITHER:
            verb = f"{agreeing(name, 'lies', 'lie')} {_SIDES[pair.order]}"
        lead = f"{upper_first(name)}{where} {verb} {value}"
        text = f"{lead}: {_lead(results, pair)}{size}; "
    else:
        size = difference_words(results, pair)
        verb = agreeing(name, "differs", "differ")
        text = f"That {name}{where} {verb} from {value} is not shown: {size}; "
    return (Text(text), *statistics, Text("."))


def _lead(results: Results, pair: PairResult) -> str:
    """What a size is: a difference, a shift of ranks, or a ratio, which says so itself."""
    if pair_ratio(results.groups, pair) is not None:
        return ""
    is_shift = pair.rank is not None or pair.samples is not None
    return "a shift of " if is_shift else "a difference of "


class Size(Value, frozen=True):
    """The difference of a pair as it is shown, with both ends of its interval."""

    value: float
    ends: tuple[float | None, float | None]
    decimals: int
    unit: str


def pair_size(results: Results, pair: PairResult) -> Size:
    """The difference in the unit of the outcome; of shares in percentage points."""
    unit = results.measurements.outcome.unit
    ends = (pair.ci_lower, pair.ci_upper)
    # What percentages differ by is no share of anything.
    points = "percentage points"
    if required(results).method in SHARE_METHODS:
        low, high = (None if end is None else 100 * end for end in ends)
        return Size(100 * pair.estimate, (low, high), 1, points)
    return Size(pair.estimate, ends, results.groups.decimals, points if unit == "%" else unit)


def difference_words(results: Results, pair: PairResult) -> str:
    """The difference a − b with its interval: "−12.31 mm² (95 % CI −19.50 to −5.12)".

    It has the sign that its row, its statistic and its interval have. Of logarithms it is the
    ratio that they are differences of: "a ratio of 1.8 (…)".
    """
    groups, numerals = results.groups, results.numerals
    ratio = pair_ratio(groups, pair)
    if ratio is not None:
        text = f"a ratio of {_significant(ratio.value, numerals)}"
        ends = [
            None if end is None else _significant(end, numerals)
            for end in (ratio.lower, ratio.upper)
        ]
    else:
        size = pair_size(results, pair)
        text = quantity(number(size.value, size.decimals, numerals), size.unit, numerals)
        ends = [None if end is None else number(end, size.decimals, numerals) for end in size.ends]
    if ends[0] is None or ends[1] is None:
        return text
    level = percent(required(results).level_of(pair), numerals)
    kind = INTERVALS[pair.ci_kind or IntervalKind.INDIVIDUAL].before
    return f"{text} ({kind}{level} CI {ends[0]} to {ends[1]})"


def _significant(value: float, numerals: Numerals) -> str:
    """A ratio with three significant digits at least."""
    return number(value, 2 if value >= 1 else 3, numerals)


_EFFECT_NAMES = {
    "Hedges g": "Hedges’ g",
    "Cohen d_z": "d_z",
    "Cohen d_av": "d_av",
    "Glass delta": "Glass’s Δ",
    "eta squared": "η²",
    "partial eta squared": "partial η²",
    "omega squared": "ω²",
    "epsilon squared": "ε²",
    "Kendall W": "Kendall’s W",
    "odds ratio": "odds ratio",
    SUPERIORITY: "P(a > b)",
}


def effect_name(effect: EffectSize) -> str:
    """What an effect size is called in running text."""
    return _EFFECT_NAMES.get(effect.name, effect.name)


def effect_words(effect: EffectSize, numerals: Numerals) -> str:
    """An effect size with its interval: "Hedges’ g = 1.23, 95 % CI 0.40 to 2.04"."""
    text = f"{effect_name(effect)}{numerals.equals}{number(effect.value, 2, numerals)}"
    if effect.interval is None:
        return text
    low, high = (number(end, 2, numerals) for end in effect.interval)
    about = "about " if effect.is_approximate else ""
    # A share of variation is biased upwards, and can lie above the interval of the population's.
    is_beyond = effect.value > effect.interval[1]
    beyond = " in the population, which samples overstate" if is_beyond else ""
    return f"{text}, {about}{percent(effect.level, numerals)} CI {low} to {high}{beyond}"


def effect_sentence(results: Results) -> str:
    """The effect size in plain words."""
    comparison = required(results)
    numerals = results.numerals
    term = comparison.terms[0]
    effect = term.effect
    if effect is None:
        return ""
    words = effect_words(effect, numerals)
    if comparison.is_of_two:
        if effect.name == SUPERIORITY:
            return f"{_larger_words(results, comparison.pairs[0])} ({words})."
        if effect.name == "odds ratio":
            times = number(effect.value, 2, numerals)
            return f"The odds of the first are those of the second times {times}."
        of = {"Cohen d_z": " of the differences"}.get(effect.name, "")
        size = number(effect.value, 2, numerals)
        return f"The difference is {size} standard deviations{of} ({words})."
    if len(comparison.terms) > 1:
        parts = [
            f"{_term_name(results.groups, t)}: {effect_words(t.effect, numerals)}"
            for t in comparison.terms
            if t.effect
        ]
        return f"Effect sizes in this sample: {'; '.join(parts)}."
    if effect.name == "eta squared":
        share = percent(float(rounded(100 * effect.value, 0)), numerals)
        return f"{share} of the variation in this sample lies between the groups ({words})."
    return f"Effect size in this sample: {words}."


def _term_name(groups: ShownGroups, term: Term) -> str:
    """A term in running text: "road salt × light"."""
    return " × ".join(factor_or_levels(groups.factors[i]) for i in term.factors)


def _larger_words(results: Results, pair: PairResult) -> str:
    """In how many pairs of values the first is the larger, ties told apart."""
    groups, rank = results.groups, pair.rank
    if rank is None:
        return ""
    a = group_words(groups, pair.a)
    b = group_words(groups, pair.b) or "the reference value"
    if _is_signed(required(results)):
        of, pairs = "difference", plural("difference", rank.of)
        if rank.above in (0, rank.of) and not rank.tied:
            return f"Every {of} is {'above' if rank.above else 'below'} 0"
        ties = f", {rank.tied} {'is' if rank.tied == 1 else 'are'} 0" if rank.tied else ""
        verb = "is" if rank.above == 1 else "are"
        return f"{rank.above} of {rank.of} {pairs} {verb} above 0{ties}"
    if rank.above in (0, rank.of) and not rank.tied:
        return f"In every pair of values that of {a if rank.above else b} is the larger"
    share = percent(float(rounded(100 * rank.above / rank.of, 0)), results.numerals)
    ties = ""
    if rank.tied:
        tied = percent(float(rounded(100 * rank.tied / rank.of, 0)), results.numerals)
        ties = f", in {tied} both are alike"
    return f"In {share} of pairs of values that of {a} is the larger{ties}"


def _is_signed(comparison: Comparison) -> bool:
    return comparison.method is Method.SIGNED_RANK


def pair_sentence(results: Results, pair: PairResult) -> Sentence:
    """One pair in a sentence: "0 g/L against 2 g/L: 32.60 mm² (…), p < 0.001"."""
    groups = results.groups
    names = f"{group_words(groups, pair.a)} against {group_words(groups, pair.b)}: "
    return (Text(f"{names}{difference_words(results, pair)}, "), *_shown_p(results, pair))


def _shown_p(results: Results, pair: PairResult) -> Sentence:
    """The p that counts, by what it is: "adjusted one-sided *p* = 0.012"."""
    is_sided = pair.p_directional is not None
    adjusted = pair.p_directional_adjusted if is_sided else pair.p_adjusted
    kind = ("adjusted " if adjusted is not None else "") + ("one-sided " if is_sided else "")
    spans = p_spans(pair.p_shown, required(results).alpha, results.numerals)
    return (Text(kind), *spans) if kind else spans


def pairs_summary(results: Results) -> str:
    """How many pairs of the family differ, and the largest difference among them."""
    causes = (results.groups, results.comparison, results.numerals)
    return results.kept("summary of pairs", causes, lambda: _pairs_summary(results))


def _pairs_summary(results: Results) -> str:
    said = [_tested_pairs(results), _untested_pairs(results)]
    return " ".join(filter(None, said))


def _untested_pairs(results: Results) -> str:
    """How many pairs there are besides that have no test; which ones, a remark says."""
    count = len(required(results).untested)
    if not count:
        return ""
    return f"{count} more {plural('pair', count)} cannot be tested: all differences are equal."


def _tested_pairs(results: Results) -> str:
    comparison = required(results)
    pairs = comparison.pairs
    if comparison.is_of_two or not pairs:
        return ""
    if len(pairs) == 1:
        a, b = (group_words(results.groups, side) for side in (pairs[0].a, pairs[0].b))
        size = f"{_lead(results, pairs[0])}{difference_words(results, pairs[0])}"
        p = plain_text(_shown_p(results, pairs[0]))
        return f"Between {a} and {b}: {size}, {p}."
    shown = [pair for pair in pairs if comparison.shows(pair)]
    if not shown:
        note = alpha_note(comparison, results.numerals)
        return f"None of {len(pairs)} pairs is shown to differ{note}."
    furthest = max(shown, key=lambda pair: abs(pair.estimate))
    groups = results.groups
    size = difference_words(results, furthest)
    a, b = group_words(groups, furthest.a), group_words(groups, furthest.b)
    differ = "differs" if len(shown) == 1 else "differ"
    note = alpha_note(comparison, results.numerals)
    lead = f"{len(shown)} of {len(pairs)} pairs {differ}{note}; furthest apart: " + a
    lies = "and" if furthest.order is Order.NEITHER else f"lies {_SIDES[furthest.order]}"
    said = f"{lead} {lies} {b}: {_lead(results, furthest)}{size}."
    is_wider = furthest.ci_lower is not None and furthest.ci_upper is not None
    if is_wider and (furthest.ci_lower or 0.0) <= 0 <= (furthest.ci_upper or 0.0):
        said += " Intervals of Bonferroni’s kind are wider than Holm’s p asks for."
    return said
