"""Two shares beside each other, where the figure shows shares."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.statistics.shares import compare_shares
from decimus.terms import Height
from decimus.wording.numbers import NBSP, number, p_number, percent
from decimus.wording.phrases import group_words


def shares_sentence(results: Results) -> str:
    """The difference of the shares of two groups with Newcombe's interval and Fisher's test.

    Empty where the figure shows no shares, or groups are not two.
    """
    groups, sign = results.groups, results.decimal_sign
    there = groups.with_values
    if groups.heights.choices.height is not Height.SHARE or len(there) != 2:
        return ""
    a, b = (groups.share(group) for group in there)
    level = results.question.comparison.level
    found = None if a is None or b is None else compare_shares(a, b, level)
    if found is None:
        return ""
    points, low, high = (
        number(100 * value, 1, sign) for value in (found.difference, found.ci_lower, found.ci_upper)
    )
    first, second = (group_words(groups, group) for group in there)
    return (
        f"The share in {first} less that in {second} is {points} percentage points "
        f"({percent(level, sign)} CI {low} to {high}, Newcombe); Fisher’s exact test: "
        f"p{NBSP}{p_number(found.p_value, 1 - level / 100, sign)}."
    )
