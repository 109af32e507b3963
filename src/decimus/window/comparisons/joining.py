"""Asking for the comparison of two groups, from wherever they are joined."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.study.edits import ChoosePairs, DrawComparison
from decimus.study.questions import PairOfGroups
from decimus.terms import PairSet
from decimus.wording.phrases import group_words


def one_by_one(comparison: Comparison | None) -> PairSet:
    """What a family becomes whose pairs are picked: a planned one stays one."""
    is_planned = comparison is not None and comparison.pair_set is PairSet.PLANNED
    return PairSet.PLANNED if is_planned else PairSet.CHOSEN


def asking_for(results: Results, first: Group, second: Group) -> ChoosePairs | DrawComparison:
    """The change that draws the comparison of two groups.

    One that is not made yet is added to those that are; planned pairs stay planned.
    """
    comparison = results.comparison
    new = PairOfGroups(first.levels, second.levels)
    if comparison is not None and comparison.pair(first.levels, second.levels) is not None:
        return DrawComparison(question=results.number, pair=new, is_drawn=True)
    pairs = () if comparison is None else comparison.pairs
    chosen = tuple(PairOfGroups(*both) for pair in pairs if (both := pair.cells) is not None)
    a, b = (group_words(results.groups, group) for group in (first, second))
    return ChoosePairs(
        question=results.number,
        pair_set=one_by_one(comparison),
        words=f"{a} with {b} as well",
        chosen=(*chosen, new),
        drawn=new,
    )
