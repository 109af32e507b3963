"""Which comparisons stand on the figure, and in which form."""

from __future__ import annotations

from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.families import control_factor
from decimus.analysis.groups import Groups
from decimus.statistics.letters import letters_of
from decimus.study.questions import FigureChoices
from decimus.study.targets import Levels
from decimus.terms import ComparisonMarks, PairSet
from decimus.values import Value

MOST_LINES = 60
"""Comparisons that a figure can hold; more could not be told apart on any page."""


class Annotations(Value, frozen=True):
    """What of a comparison stands on the figure.

    Args:
        marks: its form.
        pairs: the comparisons drawn one by one, in reading order.
        letters: the letters of every group, the largest mean first; none for other forms.
        not_made: comparisons asked for that the test in force does not make.
    """

    marks: ComparisonMarks = ComparisonMarks.LINES
    pairs: tuple[PairResult, ...] = ()
    letters: tuple[tuple[Levels, str], ...] = ()
    not_made: int = 0

    @property
    def has_any(self) -> bool:
        """True when anything of it stands there."""
        return bool(self.pairs or self.letters)


def annotations_of(
    comparison: Comparison | None, groups: Groups, figure: FigureChoices, *, is_of_outcome: bool
) -> Annotations:
    """What of a comparison stands on the figure.

    Args:
        comparison: it, None where there is none.
        groups: what it compares.
        figure: what was chosen to stand there.
        is_of_outcome: whether what stands for a group is in the unit of the outcome; lines of
            means over counts or shares would compare something else.
    """
    if comparison is None:
        return Annotations(not_made=len(figure.drawn_pairs))
    marks = marks_of(comparison, groups, figure)
    not_made = _not_made(comparison, figure)
    if not is_of_outcome:
        return Annotations(marks, not_made=not_made)
    if marks is ComparisonMarks.LETTERS:
        return Annotations(marks, letters=_letters(comparison), not_made=not_made)
    return Annotations(marks, pairs=_drawn(comparison, figure), not_made=not_made)


def why_not(comparison: Comparison, groups: Groups, marks: ComparisonMarks) -> str:
    """Why comparisons cannot be drawn in a form; "" where they can."""
    if marks is ComparisonMarks.LETTERS:
        if comparison.untested:
            return "letters need a test of every pair"
        if comparison.pair_set is not PairSet.ALL or len(comparison.pairs) < 2:
            return "letters need all pairs of three groups or more"
    elif marks is ComparisonMarks.OVER_GROUPS and (
        comparison.pair_set is not PairSet.CONTROL or control_factor(groups) is None
    ):
        return "texts over single groups need a control to compare with"
    return ""


def marks_of(comparison: Comparison, groups: Groups, figure: FigureChoices) -> ComparisonMarks:
    """The form chosen, or lines where it does not fit the comparison."""
    wanted = figure.comparison_marks
    return ComparisonMarks.LINES if why_not(comparison, groups, wanted) else wanted


def _drawn(comparison: Comparison, figure: FigureChoices) -> tuple[PairResult, ...]:
    wanted = {frozenset((pair.first, pair.second)) for pair in figure.drawn_pairs}
    if not wanted:
        return ()
    found = []
    for pair in comparison.pairs:
        both = pair.cells
        if both is None or frozenset(both) not in wanted or set(both) & set(figure.hidden):
            continue
        if figure.hides_not_significant and not comparison.shows(pair):
            continue
        found.append(pair)
    return tuple(found[:MOST_LINES])


def _not_made(comparison: Comparison, figure: FigureChoices) -> int:
    if not figure.drawn_pairs:
        return 0
    made = {frozenset(both) for pair in comparison.pairs if (both := pair.cells) is not None}
    return sum(frozenset((pair.first, pair.second)) not in made for pair in figure.drawn_pairs)


def _letters(comparison: Comparison) -> tuple[tuple[Levels, str], ...]:
    groups = sorted(comparison.groups, key=lambda group: -(group.summary.mean or 0.0))
    place = {group.levels: i for i, group in enumerate(groups)}
    different = []
    for pair in comparison.pairs:
        both = pair.cells
        if both is not None and comparison.shows(pair):
            different.append((place[both[0]], place[both[1]]))
    letters = letters_of(len(groups), different)
    return tuple((group.levels, letters[i]) for i, group in enumerate(groups))
