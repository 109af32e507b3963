"""What a page is made of: flat shapes and text in mm from its lower left corner."""

from __future__ import annotations

import math
from collections.abc import Callable
from enum import Enum
from itertools import pairwise

from msgspec.structs import force_setattr, replace

from decimus.errors import drawable
from decimus.figure.places import PlotPlace
from decimus.study.targets import AnyTarget
from decimus.values import Value

INK = "#000000"


class Face(Enum):
    """A cut of the figure's typeface."""

    REGULAR = "regular"
    ITALIC = "italic"
    STRONG = "strong"
    STRONG_ITALIC = "strong italic"
    SERIF = "serif"
    SERIF_ITALIC = "serif italic"
    SERIF_STRONG = "serif strong"
    SERIF_STRONG_ITALIC = "serif strong italic"

    @property
    def is_italic(self) -> bool:
        """Whether its letters lean."""
        return "italic" in self.value

    @property
    def is_strong(self) -> bool:
        """Whether its letters are heavier than those of running words."""
        return "strong" in self.value

    @property
    def is_serif(self) -> bool:
        """Whether it is of the family with serifs."""
        return "serif" in self.value


class Extent(Value, frozen=True):
    """The room a text takes, in mm; `ascent` and `descent` from its baseline."""

    width: float
    ascent: float
    descent: float

    @property
    def height(self) -> float:
        """From the lowest to the highest point of the typeface."""
        return self.ascent + self.descent


Measure = Callable[[str, Face, float], Extent]
"""The room that a text takes in a face at a size in points."""


class Shape(Enum):
    """The outline of a small sign."""

    CIRCLE = "circle"
    SQUARE = "square"
    TRIANGLE = "triangle"
    DIAMOND = "diamond"
    CROSS = "cross"
    TIP_DOWN = "triangle on its tip"
    TIP_UP = "triangle at the end of an axis"
    TIP_LEFT = "triangle that points left"
    TIP_RIGHT = "triangle that points right"


class Box(Value, frozen=True):
    """A filled rectangle, without outline unless one is wanted.

    Args:
        x: its left side.
        y: its lower side.
        width: to the right.
        height: upwards.
        colour: of its fill, as #rrggbb.
        target: what it belongs to.
        outline_pt: thickness of its outline, 0 for none.
        outline: colour of the outline.
        hatch: which way thin lines run across it in ink, "" for none.
    """

    x: float
    y: float
    width: float
    height: float
    colour: str
    target: AnyTarget | None = None
    outline_pt: float = 0.0
    outline: str = INK
    hatch: str = ""

    @property
    def bounds(self) -> Bounds:
        """The room it takes."""
        return Bounds(self.x, self.y, self.x + self.width, self.y + self.height)

    def distance(self, x: float, y: float) -> float:
        """How far a point is from it; 0 inside."""
        return self.bounds.distance(x, y)


class Stroke(Value, frozen=True):
    """A straight line from one point to another; `dash` are mm of line and gap in turn."""

    x1: float
    y1: float
    x2: float
    y2: float
    line_pt: float
    colour: str = INK
    target: AnyTarget | None = None
    dash: tuple[float, ...] = ()

    @property
    def bounds(self) -> Bounds:
        """The room it takes, its thickness included."""
        half = self.line_pt * MM_PER_POINT / 2
        return Bounds(
            min(self.x1, self.x2) - half,
            min(self.y1, self.y2) - half,
            max(self.x1, self.x2) + half,
            max(self.y1, self.y2) + half,
        )

    def distance(self, x: float, y: float) -> float:
        """How far a point is from it; 0 on it."""
        ends = ((self.x1, self.y1), (self.x2, self.y2))
        return max(0.0, _from_segment(x, y, *ends) - self.line_pt * MM_PER_POINT / 2)


class Line(Value, frozen=True):
    """A line through two points or more."""

    points: tuple[tuple[float, float], ...]
    line_pt: float
    colour: str = INK
    target: AnyTarget | None = None
    dash: tuple[float, ...] = ()

    @property
    def bounds(self) -> Bounds:
        """The room it takes, its thickness included."""
        half = self.line_pt * MM_PER_POINT / 2
        xs, ys = [x for x, _ in self.points], [y for _, y in self.points]
        return Bounds(min(xs), min(ys), max(xs), max(ys)).grown(half)

    def distance(self, x: float, y: float) -> float:
        """How far a point is from it; 0 on it."""
        nearest = min(_from_segment(x, y, a, b) for a, b in pairwise(self.points))
        return max(0.0, nearest - self.line_pt * MM_PER_POINT / 2)


class Dots(Value, frozen=True):
    """Signs of one size, shape and colour; `fill` is the paper's for open ones.

    Args:
        xs: their middles.
        ys: likewise.
        radius: of a circle; other shapes are as large.
        fill: colour inside.
        line_pt: thickness of the outline, 0 for none.
        colour: of the outline.
        target: what they belong to together.
        targets: what each is, where they differ.
        shape: their outline.
    """

    xs: tuple[float, ...]
    ys: tuple[float, ...]
    radius: float
    fill: str
    line_pt: float
    colour: str = INK
    target: AnyTarget | None = None
    targets: tuple[AnyTarget, ...] = ()
    shape: Shape = Shape.CIRCLE

    @property
    def bounds(self) -> Bounds:
        """The room they take."""
        r = self.radius + self.line_pt * MM_PER_POINT / 2
        return Bounds(min(self.xs) - r, min(self.ys) - r, max(self.xs) + r, max(self.ys) + r)

    def distance(self, x: float, y: float) -> float:
        """How far a point is from the nearest; 0 inside."""
        return self.nearest(x, y)[0]

    def nearest(self, x: float, y: float) -> tuple[float, int]:
        """How far a point is from the nearest sign, and which that is; the last of equals."""
        squared = [(x - a) ** 2 + (y - b) ** 2 for a, b in zip(self.xs, self.ys, strict=True)]
        least = min(squared)
        number = len(squared) - 1 - squared[::-1].index(least)
        r = self.radius + self.line_pt * MM_PER_POINT / 2
        return max(0.0, math.sqrt(least) - r), number


class Run(Value, frozen=True):
    """A piece of text in one face.

    Args:
        text: it.
        face: of its letters.
        size: of its letters, as a share of those of its line.
        rise: how far its baseline stands above that of the line, as a share of the size.
    """

    text: str
    face: Face = Face.REGULAR
    size: float = 1.0
    rise: float = 0.0

    def __post_init__(self) -> None:
        if not self.text.isprintable():
            force_setattr(self, "text", drawable(self.text))


class Label(Value, frozen=True):
    """One line of text; (x, y) is the start of its baseline, turned about it when upright.

    Args:
        runs: the pieces of text.
        x: where the baseline starts.
        y: likewise.
        size_pt: size of the letters.
        extent: the room they take along and across the baseline.
        is_upright: True for text that runs upwards.
        target: what it belongs to.
        tilt: degrees by which the baseline rises, for text that is neither level nor upright.
        colour: of the letters.
    """

    runs: tuple[Run, ...]
    x: float
    y: float
    size_pt: float
    extent: Extent
    is_upright: bool = False
    target: AnyTarget | None = None
    tilt: float = 0.0
    colour: str = INK

    @property
    def text(self) -> str:
        """The words."""
        return "".join(run.text for run in self.runs)

    @property
    def angle(self) -> float:
        """Degrees by which the baseline rises."""
        return 90.0 if self.is_upright else self.tilt

    @property
    def bounds(self) -> Bounds:
        """The room it takes on the page."""
        e = self.extent
        if self.tilt:
            xs, ys = zip(*self.corners, strict=True)
            return Bounds(min(xs), min(ys), max(xs), max(ys))
        if self.is_upright:
            return Bounds(self.x - e.ascent, self.y, self.x + e.descent, self.y + e.width)
        return Bounds(self.x, self.y - e.descent, self.x + e.width, self.y + e.ascent)

    @property
    def corners(self) -> tuple[tuple[float, float], ...]:
        """The corners of its room, from the lower left one on."""
        e, turn = self.extent, math.radians(self.angle)
        cos, sin = math.cos(turn), math.sin(turn)
        along_across = ((0, -e.descent), (e.width, -e.descent), (e.width, e.ascent), (0, e.ascent))
        return tuple(
            (self.x + a * cos - b * sin, self.y + a * sin + b * cos) for a, b in along_across
        )

    def distance(self, x: float, y: float) -> float:
        """How far a point is from its room; 0 inside."""
        turn = math.radians(self.angle)
        cos, sin = math.cos(turn), math.sin(turn)
        along = (x - self.x) * cos + (y - self.y) * sin
        across = (y - self.y) * cos - (x - self.x) * sin
        room = Bounds(0.0, -self.extent.descent, self.extent.width, self.extent.ascent)
        return room.distance(along, across)


class Bounds(Value, frozen=True):
    """A rectangle by its sides."""

    left: float
    bottom: float
    right: float
    top: float

    def overlaps(self, other: Bounds) -> bool:
        """True when the two share more than an edge."""
        return (
            self.left < other.right
            and other.left < self.right
            and self.bottom < other.top
            and other.bottom < self.top
        )

    def contains(self, x: float, y: float) -> bool:
        """True for a point inside or on the edge."""
        return self.left <= x <= self.right and self.bottom <= y <= self.top

    def shared(self, other: Bounds) -> float:
        """The area that both take."""
        across = min(self.right, other.right) - max(self.left, other.left)
        up = min(self.top, other.top) - max(self.bottom, other.bottom)
        return across * up if across > 0 and up > 0 else 0.0

    def distance(self, x: float, y: float) -> float:
        """How far a point is from it; 0 inside."""
        across = max(self.left - x, 0.0, x - self.right)
        up = max(self.bottom - y, 0.0, y - self.top)
        return math.hypot(across, up)

    def grown(self, by: float) -> Bounds:
        """The same with `by` added on every side."""
        return Bounds(self.left - by, self.bottom - by, self.right + by, self.top + by)


MM_PER_POINT = 25.4 / 72

Mark = Box | Stroke | Line | Dots | Label


class PageNote(Enum):
    """What a page is otherwise than was asked for."""

    SIDEWAYS_FOR_NAMES = "sideways, as names are long"
    LARGER_FOR_NAMES = "larger to hold all names"
    LARGER_FOR_LINES = "larger to hold the comparison lines"
    EVENLY_SPACED = "amounts spaced evenly, too close together for their true distance"
    ERRORS_ACROSS = "without the errors of amounts, which need their true distance"
    BEYOND_ENDS = "without the groups beyond the ends of their axis"
    BETWEEN_PANELS = "without the lines of groups in different panels"
    SHORT_BARS = "some error bars are shorter than their points"
    LARGER_FOR_OUTCOMES = "larger, a row for each outcome"
    KEY_ABOVE = "the key above, as there is no room inside"


def shifted(mark: Mark, right: float, up: float) -> Mark:
    """The mark moved over the page, in mm."""
    match mark:
        case Box() | Label():
            return replace(mark, x=mark.x + right, y=mark.y + up)
        case Stroke():
            return replace(
                mark, x1=mark.x1 + right, y1=mark.y1 + up, x2=mark.x2 + right, y2=mark.y2 + up
            )
        case Line():
            return replace(mark, points=tuple((x + right, y + up) for x, y in mark.points))
        case Dots():
            xs, ys = tuple(x + right for x in mark.xs), tuple(y + up for y in mark.ys)
            return replace(mark, xs=xs, ys=ys)


class Page(Value, frozen=True):
    """The whole figure.

    Args:
        width_mm: its size.
        height_mm: likewise.
        marks: from the lowest to the topmost.
        notes: what is to say of it.
        plots: where on it the data are.
    """

    width_mm: float
    height_mm: float
    marks: tuple[Mark, ...]
    notes: tuple[PageNote, ...] = ()
    plots: tuple[PlotPlace, ...] = ()

    def target_at(self, x: float, y: float, reach: float = 0.6) -> AnyTarget | None:
        """What is at a point of the page, or nearest to it.

        Lines, signs and letters are found by their distance and come before areas, which have
        to be met; of equals the topmost is taken.

        Args:
            x: in mm from the left.
            y: in mm from below.
            reach: how far off a point may be, in mm.
        """
        best: tuple[bool, float] | None = None
        found: AnyTarget | None = None
        for mark in reversed(self.marks):
            if mark.target is None or not mark.bounds.grown(reach).contains(x, y):
                continue
            distance = mark.distance(x, y)
            order = (isinstance(mark, Box), round(distance, 6))
            if distance > (0.0 if order[0] else reach) or (best is not None and order >= best):
                continue
            best, found = order, _part_at(mark, x, y)
        return found

    def of(self, *kinds: type[AnyTarget]) -> tuple[Mark, ...]:
        """All marks that belong to things of some kinds."""
        return tuple(m for m in self.marks if isinstance(m.target, kinds))


def _part_at(mark: Mark, x: float, y: float) -> AnyTarget | None:
    """The very thing of a mark at a point: one dot of many."""
    if isinstance(mark, Dots) and mark.targets:
        return mark.targets[mark.nearest(x, y)[1]]
    return mark.target


def _from_segment(
    x: float, y: float, start: tuple[float, float], end: tuple[float, float]
) -> float:
    """How far a point is from a straight line between two others."""
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = dx * dx + dy * dy
    along = ((x - start[0]) * dx + (y - start[1]) * dy) / length if length else 0.0
    along = min(max(along, 0.0), 1.0)
    return math.hypot(x - start[0] - along * dx, y - start[1] - along * dy)
