"""The change in percent of a pair, and whether it differs by less than matters, in words."""

from __future__ import annotations

from decimus.analysis.comparison_results import PairResult
from decimus.analysis.pair_facts import equivalences, mean_ratio
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.statistics.equivalence import Equivalence
from decimus.statistics.mean_ratios import MeanRatio
from decimus.study.number_styles import Numerals
from decimus.wording.comparisons.choices import required
from decimus.wording.numbers import (
    full_number,
    number,
    p_words,
    percent,
    statistic,
    telling_decimals,
)
from decimus.wording.phrases import at_group, group_words, quantity

_MOST_NAMED = 3


def change_of(results: Results, pair: PairResult) -> MeanRatio | None:
    """The ratio behind a change in percent; None where it is not defined or would mislead."""
    if results.measurements.outcome.unit == "%":
        return None
    return mean_ratio(results.groups, required(results), pair)


def change_words(ratio: MeanRatio, numerals: Numerals) -> str:
    """A ratio as the change that it is: "−25.3 % (−37.2 to −12.4)"."""
    value, low, high = (100 * (part - 1) for part in (ratio.value, ratio.lower, ratio.upper))
    places = change_decimals(ratio)
    ends = f"{number(low, places, numerals)} to {number(high, places, numerals)}"
    return f"{number(value, places, numerals)}{numerals.percent} ({ends})"


def change_decimals(ratio: MeanRatio) -> int:
    """Decimals of a change in percent: one, or what tells how far its interval reaches."""
    reach = 50 * (ratio.upper - ratio.lower)
    if not 0 < reach < 1:
        return 1
    return max(1, telling_decimals(reach, 2))


def change_sentence(results: Results) -> str:
    """The difference of two groups in percent of the second; "" where that means nothing."""
    comparison = required(results)
    if not comparison.is_of_two or comparison.reference is not None:
        return ""
    pair, numerals = comparison.pairs[0], results.numerals
    ratio = change_of(results, pair)
    if ratio is None:
        return ""
    level = percent(ratio.level, numerals)
    words = change_words(ratio, numerals).replace("(", f"({level} CI ")
    return f"In percent of the mean {at_group(results.groups, pair.b)} that is {words}."


def ratio_step(results: Results, pair: PairResult) -> str:
    """The ratio of means as a step of the working; "" where there is none."""
    ratio = change_of(results, pair)
    if ratio is None:
        return ""
    numerals = results.numerals
    value, low, high = (
        number(part, 3, numerals) for part in (ratio.value, ratio.lower, ratio.upper)
    )
    return f"mean ÷ mean = {value}, {percent(ratio.level, numerals)} CI {low} to {high} (Fieller)"


def equivalence_step(results: Results, pair: PairResult) -> str:
    """The two one-sided tests as a step of the working; "" where no limit was stated."""
    within = results.question.comparison.relevant_difference
    error = pair.standard_error
    if within is None or not error or pair.df is None:
        return ""
    numerals = results.numerals
    above, below = (pair.mean_difference + within) / error, (within - pair.mean_difference) / error
    limit = full_number(within, numerals)
    return (
        f"within ±{limit}: (difference + {limit}) ÷ SE = {statistic(above, numerals)}, "
        f"({limit} − difference) ÷ SE = {statistic(below, numerals)}; p is that of the smaller t"
    )


def equivalence_sentence(results: Results) -> str:
    """Which pairs are shown to differ by less than matters; "" where nothing was stated."""
    comparison, groups = required(results), results.groups
    within = results.question.comparison.relevant_difference
    found = equivalences(groups, comparison, within)
    if not found or within is None:
        return ""
    numerals = results.numerals
    limit = quantity(full_number(within, numerals), groups.measurements.outcome.unit, numerals)
    shown = [(pair, test) for pair, test in found if test.p_shown < comparison.alpha]
    if len(found) == 1:
        pair, test = found[0]
        a, b = group_words(groups, pair.a), group_words(groups, pair.b) or "the reference value"
        verdict = f"is {'' if shown else 'not '}shown: {_test_words(results, test)}"
        return f"That {a} and {b} differ by less than {limit} {verdict}."
    count = f"{len(shown)} of {len(found)} {plural('pair', len(found))}"
    verb = "is" if len(shown) == 1 else "are"
    if not shown:
        return f"None of {len(found)} pairs is shown to differ by less than {limit}."
    names = ", ".join(
        f"{group_words(groups, pair.a)} and {group_words(groups, pair.b)}"
        for pair, _ in shown[:_MOST_NAMED]
    )
    more = " …" if len(shown) > _MOST_NAMED else ""
    return f"{count} {verb} shown to differ by less than {limit}: {names}{more}."


def _test_words(results: Results, test: Equivalence) -> str:
    numerals, decimals = results.numerals, results.groups.decimals
    low, high = (number(end, decimals, numerals) for end in (test.ci_lower, test.ci_upper))
    p = p_words(test.p_shown, required(results).alpha, numerals)
    return f"two one-sided tests, {p}; {percent(test.level, numerals)} CI {low} to {high}"
