"""Which error bars the groups of a question can have."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.analysis.groups import Groups, heights_of
from decimus.analysis.heights import Heights
from decimus.study.edits.groups import fitting
from decimus.study.questions import HeightChoices
from decimus.terms import ErrorBar, Meaning

_BY_WORTH = (
    ErrorBar.CONFIDENCE_INTERVAL,
    ErrorBar.STANDARD_DEVIATION,
    ErrorBar.STANDARD_ERROR,
    ErrorBar.GIVEN,
)


def possible_error_bars(groups: Groups, heights: Heights) -> tuple[ErrorBar, ...]:
    """Error bars that every group can have on the chosen height, the most telling first."""
    shown = [group for group in groups.shown if not group.is_empty]
    bars = fitting(heights.height)
    ordered = [*(bar for bar in _BY_WORTH if bar in bars), *bars]
    return tuple(
        bar
        for bar in dict.fromkeys(ordered)
        if bar is not ErrorBar.NONE
        and all(heights.ends(group.levels, bar) is not None for group in shown)
    )


def fitting_error_bar(groups: Groups, choices: HeightChoices) -> HeightChoices:
    """The choices with error bars that a summarised table allows.

    An interval given at its own level is shown at that level. Raw measurements keep the
    choices as they are.
    """
    summary = groups.measurements.shape.summary
    if summary is None:
        return choices
    if summary.meaning in (Meaning.MARGIN, Meaning.INTERVAL) and summary.level is not None:
        choices = replace(choices, level=summary.level)
    possible = possible_error_bars(groups, heights_of(groups, choices))
    if choices.error_bar in (*possible, ErrorBar.NONE):
        return choices
    return replace(choices, error_bar=possible[0] if possible else ErrorBar.NONE)
