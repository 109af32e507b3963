"""Where comparison lines go: above everything they span, clear of each other."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise

from msgspec.structs import replace

from decimus.figure.marks import Bounds, Extent
from decimus.study.questions import Levels
from decimus.values import Value


class WantedLine(Value, frozen=True):
    """A comparison to draw: the groups at places x1 < x2, and the room its text takes.

    `drop` is how far the text is set lower than its typeface has it, in mm: stars stand high.
    """

    groups: tuple[Levels, Levels]
    x1: float
    x2: float
    extent: Extent
    drop: float = 0.0


class PlacedLine(Value, frozen=True):
    """A comparison line at height y; its text is set into the line or stands above it."""

    wanted: WantedLine
    y: float
    is_text_inside: bool
    bounds: Bounds

    @property
    def text_x(self) -> float:
        """Where the text's baseline starts."""
        return (self.wanted.x1 + self.wanted.x2 - self.wanted.extent.width) / 2

    @property
    def baseline(self) -> float:
        """The height of the text's baseline."""
        extent = self.wanted.extent
        if self.is_text_inside:
            return self.y - x_height(extent) / 2 - self.wanted.drop
        return self.y + DOT_RADIUS + TEXT_GAP + extent.descent * 0.6 - self.wanted.drop


DOT_RADIUS = 0.48
"""Radius of the dot at each compared group, in mm."""
TEXT_GAP = 0.5
"""Air between a line and the text in or over it, in mm."""
CLEARANCE = 1.1
"""Air between a line and what is below it, in mm."""
_SHORTEST_STUB = 1.5


def x_height(extent: Extent) -> float:
    """The height of small letters and figures' middle, about which text sits on a line."""
    return extent.ascent * 0.62


_MOST_TRIED = 60
"""Lines up to which several orders of placing them are tried."""
_SAME_LEVEL = 0.3
"""Lines whose heights differ by less stand on one level, in mm."""


def placed_lines(
    wanted: Sequence[WantedLine], top_over: Callable[[float, float], float]
) -> tuple[PlacedLine, ...]:
    """A place for every line, each as low as it can be, on as few levels as we find.

    Lines go shortest first, so that long ones arch over short ones; from left to right, which
    is the fewest levels over a flat ground (Golumbic 2004, Algorithmic Graph Theory, ch. 8);
    and from right to left. The lowest of the three is taken, of equals the first.

    Args:
        wanted: the lines.
        top_over: the highest mark between two places along the group axis, in mm.
    """
    orders: list[Callable[[WantedLine], tuple[float, float]]] = [
        lambda line: (line.x2 - line.x1, line.x1),
        lambda line: (line.x1, line.x2),
        lambda line: (-line.x2, -line.x1),
    ]
    if len(wanted) > _MOST_TRIED or len(wanted) < 2:
        orders = orders[:1]
    trials = [_placed_in_order(sorted(wanted, key=order), top_over) for order in orders]
    return min(trials, key=_untidiness)


def _untidiness(lines: Sequence[PlacedLine]) -> tuple[float, int]:
    """How high the highest line is, and how many levels there are."""
    heights = sorted(line.y for line in lines)
    steps = sum(b - a > _SAME_LEVEL for a, b in pairwise(heights))
    return round(max((line.bounds.top for line in lines), default=0.0), 1), steps


def _placed_in_order(
    wanted: Sequence[WantedLine], top_over: Callable[[float, float], float]
) -> tuple[PlacedLine, ...]:
    placed: list[PlacedLine] = []
    for line in wanted:
        trial = _at(line, top_over(*_sides(line)) + CLEARANCE)
        room = trial.bounds
        lift, height = 0.0, room.top - room.bottom
        across = (p.bounds for p in placed if p.bounds.is_across(room))
        # From the lowest up: what a lift has cleared it never meets again.
        for other in sorted(across, key=lambda bounds: bounds.bottom):
            bottom = room.bottom + lift
            if other.bottom >= bottom + height:
                break
            if other.top > bottom:
                lift = other.top - room.bottom + 1e-6
        placed.append(nudged(trial, lift))
    return tuple(placed)


def nudged(line: PlacedLine, up_mm: float) -> PlacedLine:
    """The line moved up, with its room."""
    bounds = line.bounds
    moved = replace(bounds, bottom=bounds.bottom + up_mm, top=bounds.top + up_mm)
    return replace(line, y=line.y + up_mm, bounds=moved)


def _fits_inside(line: WantedLine) -> bool:
    needed = line.extent.width + 2 * (TEXT_GAP + _SHORTEST_STUB + DOT_RADIUS)
    return line.x2 - line.x1 >= needed


def _sides(line: WantedLine) -> tuple[float, float]:
    """How far the line and its text reach to the left and right."""
    middle, half = (line.x1 + line.x2) / 2, line.extent.width / 2
    return min(line.x1 - DOT_RADIUS, middle - half), max(line.x2 + DOT_RADIUS, middle + half)


def _at(line: WantedLine, y: float) -> PlacedLine:
    """The line at height y, with the room it takes there and a little air."""
    inside = _fits_inside(line)
    left, right = _sides(line)
    below = DOT_RADIUS
    above = DOT_RADIUS
    if inside:
        below = max(below, x_height(line.extent) / 2 + line.extent.descent * 0.6 + line.drop)
        above = max(above, line.extent.ascent - x_height(line.extent) / 2 - line.drop)
    else:
        above = DOT_RADIUS + TEXT_GAP + line.extent.height
    air = CLEARANCE / 4
    # The line is lifted by what reaches below it, so that `y` may be a bare height.
    y = y + below - DOT_RADIUS if inside else y
    return PlacedLine(line, y, inside, Bounds(left - air, y - below - air, right + air, y + above))
