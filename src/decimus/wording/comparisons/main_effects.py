"""Main effects in words: what each factor does averaged over the others, and by how much."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison, MainEffect, PairResult
from decimus.analysis.results import Results
from decimus.terms import PairSet
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.sentences import difference_words, pair_statistic
from decimus.wording.numbers import number, p_value, p_words, percent
from decimus.wording.phrases import factor_or_levels, factor_words, group_words, upper_first

Rows = tuple[tuple[str, ...], ...]


def main_effects_sentence(results: Results) -> str:
    """How far the levels of each factor lie apart; "" where there is one factor only."""
    comparison = required(results)
    said = [_effect_words(results, effect) for effect in _others(comparison)]
    if said and _interacts(comparison):
        said.append(
            "As one factor’s effect depends on the other, these are averages of unlike differences."
        )
    return " ".join(said)


def _others(comparison: Comparison) -> tuple[MainEffect, ...]:
    """Main effects that the family of pairs does not say already."""
    is_said = comparison.pair_set is PairSet.MARGINAL
    return tuple(
        effect
        for effect in comparison.main_effects
        if not (is_said and effect.factor == comparison.marginal)
    )


def _interacts(comparison: Comparison) -> bool:
    return any(len(t.factors) > 1 and comparison.shows(t) for t in comparison.terms)


def _effect_words(results: Results, effect: MainEffect) -> str:
    comparison, groups = required(results), results.groups
    factors = sorted({i for term in comparison.terms for i in term.factors})
    over = " and ".join(factor_or_levels(groups.factors[i]) for i in factors if i != effect.factor)
    furthest = max(effect.pairs, key=lambda pair: abs(pair.mean_difference))
    p = p_words(furthest.p_shown, comparison.alpha, results.numerals)
    size = difference_words(results, furthest)
    pair = pair_words(results, furthest)
    if len(effect.pairs) == 1:
        return f"Averaged over {over}, {pair} is {size}, {p}."
    factor = groups.factors[effect.factor]
    of = f" between levels of {factor_words(factor)}" if factor.factor.is_named else ""
    return f"Averaged over {over}, the largest difference{of} is {pair}: {size}, {p}."


def pair_words(results: Results, pair: PairResult) -> str:
    """What is subtracted from what: "0 g/L − 4 g/L"."""
    return f"{group_words(results.groups, pair.a)} − {group_words(results.groups, pair.b)}"


def main_effects_table(results: Results) -> Rows:
    """Every difference of two levels, averaged over the others; empty for one factor."""
    comparison = required(results)
    if not comparison.main_effects:
        return ()
    groups, numerals, decimals = results.groups, results.numerals, results.groups.decimals
    level = percent(comparison.level, numerals)
    rows = [("averaged over the others", "difference", f"{level} CI", "statistic", "p")]
    for effect in comparison.main_effects:
        for pair in effect.pairs:
            low, high = (number(end, decimals, numerals) for end in (pair.ci_lower, pair.ci_upper))
            factor = upper_first(factor_or_levels(groups.factors[effect.factor]))
            rows.append(
                (
                    f"{factor}: {pair_words(results, pair)}",
                    number(pair.mean_difference, decimals, numerals),
                    f"{low} to {high}",
                    f"{pair.statistic}{numerals.equals}{pair_statistic(pair, numerals)}",
                    p_value(pair.p_shown, comparison.alpha, numerals),
                )
            )
    return tuple(rows)
