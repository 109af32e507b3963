"""What a page is made of: flat shapes and text in mm from its lower left corner."""

from __future__ import annotations

from collections.abc import Callable
from enum import Enum

from msgspec.structs import force_setattr

from decimus.errors import drawable
from decimus.study.questions import Levels
from decimus.terms import FigurePart
from decimus.values import Value

INK = "#000000"
LINE_PT = 0.75
"""The one thickness of axes, error bars and comparison lines."""


class Face(Enum):
    """A cut of the figure's typeface."""

    REGULAR = "regular"
    ITALIC = "italic"
    STRONG = "strong"


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


class Target(Value, frozen=True):
    """What one can point at: a part of the figure and the groups it belongs to."""

    part: FigurePart
    groups: tuple[Levels, ...] = ()


class Box(Value, frozen=True):
    """A filled rectangle without outline."""

    x: float
    y: float
    width: float
    height: float
    colour: str
    target: Target | None = None

    @property
    def bounds(self) -> Bounds:
        """The room it takes."""
        return Bounds(self.x, self.y, self.x + self.width, self.y + self.height)


class Stroke(Value, frozen=True):
    """A straight line from one point to another."""

    x1: float
    y1: float
    x2: float
    y2: float
    line_pt: float
    colour: str = INK
    target: Target | None = None

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


class Dots(Value, frozen=True):
    """Circles of one size and colour; `fill` is the paper's for open ones."""

    xs: tuple[float, ...]
    ys: tuple[float, ...]
    radius: float
    fill: str
    line_pt: float
    colour: str = INK
    target: Target | None = None

    @property
    def bounds(self) -> Bounds:
        """The room they take."""
        r = self.radius + self.line_pt * MM_PER_POINT / 2
        return Bounds(min(self.xs) - r, min(self.ys) - r, max(self.xs) + r, max(self.ys) + r)


class Run(Value, frozen=True):
    """A piece of text in one face."""

    text: str
    face: Face = Face.REGULAR

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
    """

    runs: tuple[Run, ...]
    x: float
    y: float
    size_pt: float
    extent: Extent
    is_upright: bool = False
    target: Target | None = None

    @property
    def text(self) -> str:
        """The words."""
        return "".join(run.text for run in self.runs)

    @property
    def bounds(self) -> Bounds:
        """The room it takes on the page."""
        e = self.extent
        if self.is_upright:
            return Bounds(self.x - e.ascent, self.y, self.x + e.descent, self.y + e.width)
        return Bounds(self.x, self.y - e.descent, self.x + e.width, self.y + e.ascent)


class Bounds(Value, frozen=True):
    """A rectangle by its sides."""

    left: float
    bottom: float
    right: float
    top: float

    def is_across(self, other: Bounds) -> bool:
        """True where they share some width, at whatever height."""
        return self.left < other.right and other.left < self.right

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

    def grown(self, by: float) -> Bounds:
        """The same with `by` added on every side."""
        return Bounds(self.left - by, self.bottom - by, self.right + by, self.top + by)


MM_PER_POINT = 25.4 / 72

Mark = Box | Stroke | Dots | Label


class Page(Value, frozen=True):
    """The whole figure: its size and its marks from the lowest to the topmost."""

    width_mm: float
    height_mm: float
    marks: tuple[Mark, ...]

    def target_at(self, x: float, y: float, reach: float = 0.6) -> Target | None:
        """What is at a point of the page, the topmost first; `reach` in mm."""
        for mark in reversed(self.marks):
            if mark.target is not None and mark.bounds.grown(reach).contains(x, y):
                return mark.target
        return None

    def of_part(self, part: FigurePart) -> tuple[Mark, ...]:
        """All marks of one part."""
        return tuple(m for m in self.marks if m.target is not None and m.target.part is part)
