"""Where comparison lines go: above everything they span, clear of each other.

All places are along the group axis and along values; "above" is towards higher values, which is
to the right where the figure stands sideways.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from itertools import pairwise

from msgspec.structs import replace

from decimus.figure.frames import Turn
from decimus.figure.ground import Ground
from decimus.figure.marks import Bounds, Extent
from decimus.study.targets import Levels
from decimus.values import Value

DOT_RADIUS = 0.48
"""Radius of the dot at each compared group, in mm."""
TEXT_GAP = 0.5
"""Air between a line and the text in or over it, in mm."""
CLEARANCE = 1.1
"""Air between a line and what is below it, in mm."""
_SHORTEST_STUB = 1.5
_MOST_TRIED = 60
"""Lines up to which several orders of placing them are tried."""
_SAME_LEVEL = 0.3
"""Lines whose heights differ by less stand on one level, in mm."""


class TextRoom(Value, frozen=True):
    """The room that a text takes in or over a line, in mm.

    Args:
        along: in the direction of the line.
        below: from the line towards lower values, when set into it.
        above: from the line towards higher values, when set into it.
        over: all of it in that direction, when set above the line.
    """

    along: float
    below: float
    above: float
    over: float


def text_room(extent: Extent, drop: float, turn: Turn) -> TextRoom:
    """The room of a level text; `drop` is how far it is set lower than its typeface has it."""
    if turn.is_sideways:
        half = extent.width / 2
        return TextRoom(extent.height, half, half, extent.width)
    below = x_height(extent) / 2 + extent.descent * 0.6 + drop
    above = extent.ascent - x_height(extent) / 2 - drop
    return TextRoom(extent.width, below, above, extent.height)


class WantedLine(Value, frozen=True):
    """A comparison to draw: the groups at places start < end, the room its text takes, and where.

    `ends` are those of the plot, between which texts stay.
    """

    groups: tuple[Levels, Levels]
    start: float
    end: float
    text: TextRoom
    ends: tuple[float, float] = (-math.inf, math.inf)

    @property
    def middle(self) -> float:
        """Where the middle of its text stands along the group axis: over the line, in the plot."""
        half = self.text.along / 2
        middle = (self.start + self.end) / 2
        return min(max(middle, self.ends[0] + half), max(self.ends[1] - half, self.ends[0] + half))


class PlacedLine(Value, frozen=True):
    """A comparison line at a place along values; its text is set into it or stands above it.

    Args:
        wanted: what was to be placed.
        at: where the line is.
        is_text_inside: whether the text is set into it.
        bounds: the room it takes: left and right along the group axis, bottom and top along
            values.
        hangs_on: the value of what it stands over, in the end.
    """

    wanted: WantedLine
    at: float
    is_text_inside: bool
    bounds: Bounds
    hangs_on: float


class Blocked(Value, frozen=True):
    """Room that is taken by something else, and the value that it hangs on."""

    bounds: Bounds
    hangs_on: float


def x_height(extent: Extent) -> float:
    """The height of small letters and figures' middle, about which text sits on a line."""
    return extent.ascent * 0.62


def placed_lines(
    wanted: Sequence[WantedLine], ground: Ground, fixed: Sequence[Blocked] = ()
) -> tuple[PlacedLine, ...]:
    """A place for every line, each as low as it can be, on as few levels as we find.

    Lines go shortest first, so that long ones arch over short ones; from left to right, which
    is the fewest levels over a flat ground (Golumbic 2004, Algorithmic Graph Theory, ch. 8);
    and from right to left. The lowest of the three is taken, of equals the first.

    Args:
        wanted: the lines.
        ground: what they stand over.
        fixed: what else is there.
    """
    grounded = [_grounded(line, ground) for line in wanted]
    orders: list[Callable[[PlacedLine], tuple[float, float]]] = [
        lambda line: (line.wanted.end - line.wanted.start, line.wanted.start),
        lambda line: (line.wanted.start, line.wanted.end),
        lambda line: (-line.wanted.end, -line.wanted.start),
    ]
    if len(wanted) > _MOST_TRIED or len(wanted) < 2:
        orders = orders[:1]
    trials = [_placed_in_order(sorted(grounded, key=order), fixed) for order in orders]
    return min(trials, key=_untidiness)


def _untidiness(lines: Sequence[PlacedLine]) -> tuple[float, int]:
    """How high the highest line is, and how many levels there are."""
    heights = sorted(line.at for line in lines)
    steps = sum(b - a > _SAME_LEVEL for a, b in pairwise(heights))
    return round(max((line.bounds.top for line in lines), default=0.0), 1), steps


def _placed_in_order(
    lines: Sequence[PlacedLine], fixed: Sequence[Blocked]
) -> tuple[PlacedLine, ...]:
    """Each line as low as those before it let it be."""
    placed: list[PlacedLine] = []
    for line in lines:
        room = line.bounds
        lift, height, hangs_on = 0.0, room.top - room.bottom, line.hangs_on
        others: list[PlacedLine | Blocked] = [*placed, *fixed]
        across = [
            other
            for other in others
            if other.bounds.left < room.right and room.left < other.bounds.right
        ]
        # From the lowest up: what a lift has cleared it never meets again.
        for other in sorted(across, key=lambda other: other.bounds.bottom):
            bottom = room.bottom + lift
            if other.bounds.bottom >= bottom + height:
                break
            if other.bounds.top > bottom:
                lift, hangs_on = other.bounds.top - room.bottom + 1e-6, other.hangs_on
        placed.append(replace(nudged(line, lift), hangs_on=hangs_on))
    return tuple(placed)


def nudged(line: PlacedLine, up_mm: float) -> PlacedLine:
    """The line moved towards higher values, with its room."""
    bounds = line.bounds
    moved = replace(bounds, bottom=bounds.bottom + up_mm, top=bounds.top + up_mm)
    return replace(line, at=line.at + up_mm, bounds=moved)


def _fits_inside(line: WantedLine) -> bool:
    needed = line.text.along + 2 * (TEXT_GAP + _SHORTEST_STUB + DOT_RADIUS)
    return line.end - line.start >= needed and abs(line.middle - (line.start + line.end) / 2) < 1e-9


def _sides(line: WantedLine) -> tuple[float, float]:
    """How far the line and its text reach along the group axis."""
    half = line.text.along / 2
    return (
        min(line.start - DOT_RADIUS, line.middle - half),
        max(line.end + DOT_RADIUS, line.middle + half),
    )


def _grounded(line: WantedLine, ground: Ground) -> PlacedLine:
    """The line right above what it spans, with the room it takes there and a little air."""
    inside = _fits_inside(line)
    left, right = _sides(line)
    top, hangs_on = ground.highest(left, right)
    at = top + CLEARANCE
    below = above = DOT_RADIUS
    if inside:
        below, above = max(below, line.text.below), max(above, line.text.above)
        # The line is lifted by what reaches below it.
        at += below - DOT_RADIUS
    else:
        above = DOT_RADIUS + TEXT_GAP + line.text.over
    air = CLEARANCE / 4
    bounds = Bounds(left - air, at - below - air, right + air, at + above)
    return PlacedLine(line, at, inside, bounds, hangs_on)
