"""Where the replicates of a lane stand on the screen, and which of them is at a place."""

from __future__ import annotations

import math
from functools import lru_cache

from PySide6.QtCore import QPointF, QRect

from decimus.analysis.groups import Group, ShownGroups, taken_back
from decimus.figure.strips import StripAxis
from decimus.figure.swarms import drawn_replicates, swarm
from decimus.statistics.summaries import Summary
from decimus.values import Value
from decimus.window.widgets.strips import strip_scale

TALL = 40
"""Pixels of height from which on a lane has room for two lines."""
DENSE = 24
"""Pixels of height below which replicates are drawn as ticks."""
_REACH = 7.0


class LaneDots(Value, frozen=True):
    """The dots of one lane, relative to the left top of its cell.

    Args:
        replicates: which replicate each dot is.
        xs: their places across.
        ys: their places down.
        radius: of a dot, in pixels; 0 where they are ticks.
        asides: places across of what is set aside.
        middle: the line of the dots.
        bar: the line of the error bar.
    """

    replicates: tuple[int, ...]
    xs: tuple[float, ...]
    ys: tuple[float, ...]
    radius: float
    asides: tuple[float, ...]
    middle: float
    bar: float

    def at(self, x: float, y: float) -> int | None:
        """The replicate whose dot is at a place, None where there is none."""
        best, nearest = None, max(_REACH, self.radius)
        for replicate, dot_x, dot_y in zip(self.replicates, self.xs, self.ys, strict=True):
            distance = math.hypot(dot_x - x, 0.0 if not self.radius else dot_y - y)
            if distance < nearest:
                best, nearest = replicate, distance
        return best

    def place(self, replicate: int) -> QPointF | None:
        """Where a replicate stands, None for one that is not drawn."""
        if replicate not in self.replicates:
            return None
        number = self.replicates.index(replicate)
        return QPointF(self.xs[number], self.ys[number])


@lru_cache(maxsize=2048)
def _dots(
    summary: Summary,
    asides: tuple[float, ...],
    most: int,
    axis: StripAxis,
    size: tuple[int, int],
    base: float | None,
) -> LaneDots:
    width, height = size
    scale = strip_scale(axis, QRect(0, 0, width, height))
    is_tall = height >= TALL
    radius = 4.0 if is_tall else 3.0
    bar = height - (15 if is_tall else height * 0.24)
    room = (bar - 6) / 2
    middle = room + 1
    chosen = drawn_replicates(summary, most)
    values = taken_back(summary.array[list(chosen)].tolist(), base)
    inside = [(i, v) for i, v in zip(chosen, values, strict=True) if axis.low <= v <= axis.high]
    xs = [scale.at(value) for _, value in inside]
    if height < DENSE:
        radius, middle, bar = 0.0, height / 2, height / 2
        ys = [middle] * len(xs)
    else:
        offsets = swarm(xs, radius * 2.05, max(0.0, room - radius - 2))
        ys = [middle + offset for offset in offsets]
    return LaneDots(
        tuple(i for i, _ in inside),
        tuple(xs),
        tuple(ys),
        radius,
        tuple(scale.at(v) for v in taken_back(asides, base) if axis.low <= v <= axis.high),
        middle,
        bar,
    )


def lane_dots(group: Group, groups: ShownGroups, axis: StripAxis, rect: QRect) -> LaneDots:
    """The dots of a lane in a cell; kept, as painting asks again and again."""
    asides = tuple(aside.value for aside in group.cells.asides)
    size = (rect.width(), rect.height())
    return _dots(group.summary, asides, groups.most_dots, axis, size, groups.axis_base)
