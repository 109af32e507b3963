"""Which error bars the groups of a question can have."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.groups import Groups
from decimus.study.edits.groups import fitting
from decimus.study.questions import Question
from decimus.terms import ErrorBar, Meaning

_BY_WORTH = (
    ErrorBar.CONFIDENCE_INTERVAL,
    ErrorBar.STANDARD_DEVIATION,
    ErrorBar.STANDARD_ERROR,
    ErrorBar.GIVEN,
)


def possible_error_bars(groups: Groups) -> tuple[ErrorBar, ...]:
    """Error bars that every group can have on the chosen height, the most telling first."""
    shown = [group for group in groups.shown if not group.is_empty]
    bars = fitting(groups.question.heights.height)
    ordered = [*(bar for bar in _BY_WORTH if bar in bars), *bars]
    return tuple(
        bar
        for bar in dict.fromkeys(ordered)
        if bar is not ErrorBar.NONE
        and all(groups.heights.ends(group.levels, bar) is not None for group in shown)
    )


def fitting_error_bar(groups: Groups) -> Question:
    """The question with error bars that a summarised table allows.

    An interval given at its own level is shown at that level. Raw measurements keep the
    question as it is.
    """
    question, summary = groups.question, groups.measurements.shape.summary
    if summary is None:
        return question
    if summary.meaning in (Meaning.MARGIN, Meaning.INTERVAL) and summary.level is not None:
        question = replace(question, heights=replace(question.heights, level=summary.level))
        groups = replace_question(groups, question)
    possible = possible_error_bars(groups)
    if question.heights.error_bar in (*possible, ErrorBar.NONE):
        return question
    return replace(
        question,
        heights=replace(question.heights, error_bar=possible[0] if possible else ErrorBar.NONE),
    )


def replace_question(groups: Groups, question: Question) -> Groups:
    """The groups with other choices about how they are shown."""
    return Groups(groups.measurements, groups.factors, groups.shown, question)
