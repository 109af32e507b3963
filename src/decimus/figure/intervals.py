"""The one way an interval is drawn: on the page, in lanes and in rows of differences."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.figure.frames import Turn
from decimus.figure.marks import INK, Mark
from decimus.study.targets import AnyTarget


def interval_marks(
    turn: Turn,
    along: float,
    reach: tuple[float, float],
    ends: Sequence[float],
    half: float,
    line_pt: float,
    colour: str = INK,
    target: AnyTarget | None = None,
    dash: tuple[float, ...] = (),
) -> list[Mark]:
    """A line with a short one across each end; all lengths in mm, or in pixels on the screen.

    Args:
        turn: how values run.
        along: where it stands along the group axis.
        reach: from where to where the line goes along values.
        ends: the places that have a short line across.
        half: half the length of those.
        line_pt: thickness.
        colour: of all lines.
        target: what it belongs to.
        dash: of the long line.
    """
    marks: list[Mark] = []
    if reach[0] != reach[1]:
        line = ((along, reach[0]), (along, reach[1]))
        marks.append(turn.stroke(*line, line_pt, colour, target, dash))
    marks += [
        turn.stroke((along - half, at), (along + half, at), line_pt, colour, target) for at in ends
    ]
    return marks
