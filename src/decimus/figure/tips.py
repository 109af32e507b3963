"""Small tips at the end of an axis that something goes beyond: what is cut is seen to be."""

from __future__ import annotations

from decimus.figure.bands import Slot
from decimus.figure.frames import Frame
from decimus.figure.marks import INK, Mark, Shape
from decimus.figure.scales import Scale
from decimus.study.targets import AnyTarget

_RADIUS = 0.62


HEIGHT = 2.6 * _RADIUS
"""How far a tip reaches from the end of the axis."""


def tips(
    frame: Frame,
    scale: Scale,
    slot: Slot,
    ends: tuple[float | None, float | None],
    target: AnyTarget,
) -> list[Mark]:
    """The tips of a mark at the ends of the axis.

    Args:
        frame: the plot area.
        scale: along values.
        slot: where the mark stands.
        ends: how far up and how far down it reaches; None where that is no matter.
        target: what it is.
    """
    high, low = ends
    is_sideways = frame.turn.is_sideways
    found = []
    if high is not None and high > scale.low and not scale.covers(high):
        shape = Shape.TIP_RIGHT if is_sideways else Shape.TIP_UP
        found.append((scale.end - _RADIUS * 1.3, shape))
    if low is not None and low < scale.high and not scale.covers(low):
        shape = Shape.TIP_LEFT if is_sideways else Shape.TIP_DOWN
        found.append((scale.start + _RADIUS * 1.3, shape))
    return [
        frame.turn.dots([(slot.middle, at)], _RADIUS, INK, 0.0, INK, target, (), shape)
        for at, shape in found
    ]
