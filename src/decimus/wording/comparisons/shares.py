"""Shares beside each other, where the figure shows shares: exact tests of the cases."""

from __future__ import annotations

from decimus.analysis.groups import Group
from decimus.analysis.methods.share_comparisons import shares_beyond
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.statistics.shares import Share
from decimus.terms import Height
from decimus.wording.numbers import degrees_of_freedom, number, p_words, percent, statistic
from decimus.wording.phrases import group_words

_MOST_NAMED = 3
_MOST_GROUPS = 40


def shares_sentence(results: Results) -> str:
    """The comparison that belongs to shares; "" where the figure shows none.

    Of two groups their difference with Newcombe's interval and Fisher's exact test; of more the
    exact test over all, and pairs after Holm.
    """
    groups = results.groups
    there = groups.with_values
    if groups.heights.choices.height is not Height.SHARE or not 1 < len(there) <= _MOST_GROUPS:
        return ""
    shares = [share for group in there if (share := groups.share(group)) is not None]
    if len(shares) != len(there):
        return ""
    return _of_two(results, there, shares) if len(there) == 2 else _of_more(results, there, shares)


def _of_two(results: Results, there: tuple[Group, ...], shares: list[Share]) -> str:
    groups, numerals = results.groups, results.numerals
    level = results.question.comparison.level
    found = shares_beyond(shares, level).between
    if found is None:
        return ""
    points, low, high = (
        number(100 * value, 1, numerals)
        for value in (found.difference, found.ci_lower, found.ci_upper)
    )
    first, second = (group_words(groups, group) for group in there)
    return (
        f"The share in {first} less that in {second} is {points} percentage points "
        f"({percent(level, numerals)} CI {low} to {high}, Newcombe); Fisher’s exact test: "
        f"{p_words(found.p_value, 1 - level / 100, numerals)}."
    )


def _of_more(results: Results, there: tuple[Group, ...], shares: list[Share]) -> str:
    groups, numerals = results.groups, results.numerals
    alpha = round(1 - results.question.comparison.level / 100, 12)
    found = shares_beyond(shares, results.question.comparison.level)
    whole, pairs = found.whole, found.pairs
    verdict = "differ" if whole.p_value < alpha else "are not shown to differ"
    df = degrees_of_freedom(whole.df, numerals)
    said = (
        f"Shares {verdict} between the groups: χ²({df}){numerals.equals}"
        f"{statistic(whole.statistic, numerals)}, {'exact ' if whole.is_exact else ''}"
        f"{p_words(whole.p_value, alpha, numerals)}"
    )
    shown = sorted((pair for pair in pairs if pair[2] < alpha), key=lambda pair: pair[2])
    if not shown:
        return f"{said}; of {len(pairs)} pairs none is shown to (Fisher’s exact tests, Holm)."
    named = "; ".join(
        f"{group_words(groups, there[a])} and {group_words(groups, there[b])}, "
        f"{p_words(p, alpha, numerals)}"
        for a, b, p in shown[:_MOST_NAMED]
    )
    more = " …" if len(shown) > _MOST_NAMED else ""
    verb = "differs" if len(shown) == 1 else "differ"
    return (
        f"{said}; {len(shown)} of {len(pairs)} {plural('pair', len(pairs))} {verb} (Fisher’s exact "
        f"tests, Holm): {named}{more}."
    )
