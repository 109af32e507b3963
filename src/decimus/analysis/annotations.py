"""Which comparisons stand on the figure, and in which form."""

from __future__ import annotations

from typing import TYPE_CHECKING

from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.families import control_factor
from decimus.statistics.letters import letters_of
from decimus.study.questions import Levels
from decimus.terms import ComparisonMarks, PairSet

if TYPE_CHECKING:
    from decimus.analysis.results import Results


MOST_LINES = 60
"""Comparisons that a figure can hold; more could not be told apart on any page."""


def drawn_pairs(results: Results) -> tuple[PairResult, ...]:
    """The comparisons that stand on the figure, in reading order."""
    question, comparison = results.question, results.comparison
    if comparison is None or not question.figure.drawn_pairs:
        return ()
    if not question.heights.height.is_of_outcome:
        return ()  # lines of means over counts or shares would compare something else
    if marks_of(results, comparison) is ComparisonMarks.LETTERS:
        return ()
    wanted = {frozenset((pair.first, pair.second)) for pair in question.figure.drawn_pairs}
    found = []
    for pair in comparison.pairs:
        both = pair.cells
        if both is None or frozenset(both) not in wanted or set(both) & set(question.figure.hidden):
            continue
        if question.figure.hides_not_significant and pair.p_shown >= comparison.alpha:
            continue
        found.append(pair)
    return tuple(found[:MOST_LINES])


def lines_not_drawn(results: Results) -> int:
    """Comparisons asked for on the figure that the test in force does not make."""
    question, comparison = results.question, results.comparison
    if comparison is None or not question.figure.drawn_pairs:
        return len(question.figure.drawn_pairs)
    made = {frozenset(both) for pair in comparison.pairs if (both := pair.cells) is not None}
    return sum(
        frozenset((pair.first, pair.second)) not in made for pair in question.figure.drawn_pairs
    )


def why_not(results: Results, comparison: Comparison, marks: ComparisonMarks) -> str:
    """Why comparisons cannot be drawn in a form; "" where they can."""
    if marks is ComparisonMarks.LETTERS:
        if comparison.pair_set is not PairSet.ALL or len(comparison.pairs) < 2:
            return "letters need all pairs of three groups or more"
    elif marks is ComparisonMarks.OVER_GROUPS and (
        comparison.pair_set is not PairSet.CONTROL or control_factor(results.groups) is None
    ):
        return "texts over single groups need a control to compare with"
    return ""


def marks_of(results: Results, comparison: Comparison) -> ComparisonMarks:
    """The form chosen, or lines where it does not fit the comparison."""
    wanted = results.question.figure.comparison_marks
    return ComparisonMarks.LINES if why_not(results, comparison, wanted) else wanted


def group_letters(results: Results) -> dict[Levels, str]:
    """Letters for every group, the largest mean first; none where letters are not chosen."""
    comparison = results.comparison
    if comparison is None or not results.question.heights.height.is_of_outcome:
        return {}
    if marks_of(results, comparison) is not ComparisonMarks.LETTERS:
        return {}
    groups = sorted(comparison.groups, key=lambda group: -(group.summary.mean or 0.0))
    place = {group.levels: i for i, group in enumerate(groups)}
    different = []
    for pair in comparison.pairs:
        both = pair.cells
        if both is not None and pair.p_shown < comparison.alpha:
            different.append((place[both[0]], place[both[1]]))
    letters = letters_of(len(groups), different)
    return {group.levels: letters[i] for i, group in enumerate(groups)}
