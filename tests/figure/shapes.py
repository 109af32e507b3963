"""Whether two marks of a page touch: by their true outlines, not by rectangles around them."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import pairwise

from decimus.figure.marks import MM_PER_POINT, Bounds, Box, Dots, Label, Line, Mark, Page, Stroke

Point = tuple[float, float]
Polygon = list[Point]


def outlines(mark: Mark, inset: float = 0.0) -> Iterator[Polygon]:
    """The convex pieces that a mark is made of, each smaller by `inset` mm on every side."""
    match mark:
        case Box():
            yield _rectangle(mark.bounds.grown(-inset))
        case Label():
            extent = mark.extent
            room = Bounds(0, -extent.descent, extent.width, extent.ascent).grown(-inset)
            turn = math.radians(mark.angle)
            cos, sin = math.cos(turn), math.sin(turn)
            yield [
                (mark.x + a * cos - b * sin, mark.y + a * sin + b * cos)
                for a, b in _rectangle(room)
            ]
        case Stroke():
            yield _bar((mark.x1, mark.y1), (mark.x2, mark.y2), mark.line_pt, inset)
        case Line():
            for start, end in pairwise(mark.points):
                yield _bar(start, end, mark.line_pt, inset)
        case Dots():
            radius = mark.radius + mark.line_pt * MM_PER_POINT / 2 - inset
            for x, y in zip(mark.xs, mark.ys, strict=True):
                turns = [2 * math.pi * k / 16 for k in range(16)]
                yield [(x + radius * math.cos(t), y + radius * math.sin(t)) for t in turns]


def _rectangle(room: Bounds) -> Polygon:
    return [
        (room.left, room.bottom),
        (room.right, room.bottom),
        (room.right, room.top),
        (room.left, room.top),
    ]


def _bar(start: Point, end: Point, line_pt: float, inset: float) -> Polygon:
    """A line as the thin rectangle that its ink fills."""
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = math.hypot(dx, dy) or 1.0
    half = max(line_pt * MM_PER_POINT / 2 - inset, 0.01)
    nx, ny = -dy / length * half, dx / length * half
    return [
        (start[0] + nx, start[1] + ny),
        (end[0] + nx, end[1] + ny),
        (end[0] - nx, end[1] - ny),
        (start[0] - nx, start[1] - ny),
    ]


def touch(one: Mark, other: Mark, inset: float = 0.0) -> bool:
    """Whether any piece of one mark meets any of the other."""
    a, b = one.bounds.grown(-inset), other.bounds.grown(-inset)
    if not a.overlaps(b):
        return False
    return any(_meet(p, q) for p in outlines(one, inset) for q in outlines(other, inset))


def _meet(one: Polygon, other: Polygon) -> bool:
    """Whether two convex polygons share more than an edge, by the separating axis theorem."""
    for polygon in (one, other):
        for (x1, y1), (x2, y2) in pairwise([*polygon, polygon[0]]):
            nx, ny = y1 - y2, x2 - x1
            a = [x * nx + y * ny for x, y in one]
            b = [x * nx + y * ny for x, y in other]
            slack = 1e-9 * (abs(nx) + abs(ny))
            if max(a) <= min(b) + slack or max(b) <= min(a) + slack:
                return False
    return True


def beyond_the_page(page: Page, slack: float = 0.02) -> list[Mark]:
    """The marks that leave the page."""
    found = []
    for mark in page.marks:
        for outline in outlines(mark):
            if any(
                not (-slack <= x <= page.width_mm + slack and -slack <= y <= page.height_mm + slack)
                for x, y in outline
            ):
                found.append(mark)
                break
    return found
