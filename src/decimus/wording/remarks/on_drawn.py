"""Remarks about comparisons on the figure, in words."""

from __future__ import annotations

from typing import assert_never

from decimus.analysis import remarks as facts
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.study.edits import ChooseDrawnComparisons
from decimus.study.questions import PairOfGroups
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.phrases import group_words
from decimus.wording.remarks.words import RemarkWords, listed

_MOST_DRAWN = 12
"""Comparisons that one click draws."""


def drawn_remark(results: Results, remark: facts.DrawnRemark) -> RemarkWords:
    """The remark in words."""
    match remark:
        case facts.UntestedPairs(pairs):
            groups = results.groups
            named = tuple(
                f"{group_words(groups, pair.a)} − {group_words(groups, pair.b)}" for pair in pairs
            )
            return RemarkWords(
                "comparisons",
                f"{listed(named)} {'has' if len(pairs) == 1 else 'have'} no test.",
                f"{pairs[0].why}. The other pairs stand, adjusted without "
                f"{'it' if len(pairs) == 1 else 'them'}.",
            )
        case facts.OutdatedComparisons(count, has_test):
            return _outdated(results, count, has_test=has_test)
        case facts.OverlapInvites():
            return _overlap(results)
        case never:
            assert_never(never)


def _outdated(results: Results, count: int, *, has_test: bool) -> RemarkWords:
    lines, are = plural("comparison line", count), "is" if count == 1 else "are"
    why = (
        "They are of pairs that the comparison no longer makes."
        if has_test
        else "There is no test any more that they could tell of."
    )
    off = ChooseDrawnComparisons(
        question=results.number, pairs=_still_made(results), words="what is compared"
    )
    return RemarkWords(
        "comparisons",
        f"{count} {lines} {are} out of date and not drawn.",
        why,
        (("forget them", off),),
    )


def _still_made(results: Results) -> tuple[PairOfGroups, ...]:
    """Pairs on the figure that the comparison makes."""
    comparison = results.comparison
    if comparison is None:
        return ()
    return tuple(
        pair
        for pair in results.question.figure.drawn_pairs
        if comparison.pair(pair.first, pair.second) is not None
    )


def _overlap(results: Results) -> RemarkWords:
    comparison = results.comparison
    made = () if comparison is None else comparison.pairs
    few = made if len(made) <= _MOST_DRAWN else ()
    pairs = tuple(PairOfGroups(*both) for pair in few if (both := pair.cells) is not None)
    draw = ChooseDrawnComparisons(question=results.number, pairs=pairs, words="the comparisons")
    return RemarkWords(
        "comparisons",
        "Error bars stand without a test.",
        overlap_note(results.groups),
        (("draw the comparisons", draw),) if pairs else (),
    )
