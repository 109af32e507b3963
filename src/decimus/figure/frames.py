"""The one place that turns (along, value) into x and y: upright, or sideways with level text.

Layout works in mm along the group axis and along the value axis. Upright these are x and y.
Sideways the value axis runs to the right and groups stand from the top downwards.
"""

from __future__ import annotations

from collections.abc import Sequence

from decimus.figure.marks import INK, Box, Dots, Extent, Line, Shape, Stroke
from decimus.study.targets import AnyTarget
from decimus.values import Value


class Turn(Value, frozen=True):
    """How a figure stands on its page.

    Args:
        is_sideways: whether values run to the right.
        page_height: of the page in mm, from whose top groups are counted sideways.
    """

    is_sideways: bool
    page_height: float

    def xy(self, along: float, value: float) -> tuple[float, float]:
        """The place on the page of a place in the plot."""
        return (value, self.page_height - along) if self.is_sideways else (along, value)

    def box(
        self,
        along: float,
        value: float,
        width: float,
        length: float,
        colour: str,
        target: AnyTarget | None = None,
    ) -> Box:
        """A rectangle from its start: `width` along the group axis, `length` along values."""
        if self.is_sideways:
            y = self.page_height - along - width
            return Box(value, y, length, width, colour, target)
        return Box(along, value, width, length, colour, target)

    def stroke(
        self,
        start: tuple[float, float],
        end: tuple[float, float],
        line_pt: float,
        colour: str = INK,
        target: AnyTarget | None = None,
        dash: tuple[float, ...] = (),
    ) -> Stroke:
        """A straight line between two places of the plot."""
        return Stroke(*self.xy(*start), *self.xy(*end), line_pt, colour, target, dash)

    def line(
        self,
        places: Sequence[tuple[float, float]],
        line_pt: float,
        colour: str,
        target: AnyTarget | None = None,
        dash: tuple[float, ...] = (),
    ) -> Line:
        """A line through places of the plot."""
        return Line(tuple(self.xy(*place) for place in places), line_pt, colour, target, dash)

    def dots(
        self,
        places: Sequence[tuple[float, float]],
        radius: float,
        fill: str,
        line_pt: float,
        colour: str = INK,
        target: AnyTarget | None = None,
        targets: tuple[AnyTarget, ...] = (),
        shape: Shape = Shape.CIRCLE,
    ) -> Dots:
        """Signs at places of the plot."""
        turned = [self.xy(*place) for place in places]
        xs, ys = tuple(x for x, _ in turned), tuple(y for _, y in turned)
        return Dots(xs, ys, radius, fill, line_pt, colour, target, targets, shape)

    def room(self, extent: Extent) -> tuple[float, float]:
        """How much a level line of text takes along the group axis and along values."""
        if self.is_sideways:
            return extent.height, extent.width
        return extent.width, extent.height


class Frame(Value, frozen=True):
    """The plot area of a panel: its ends along the group axis and along values, in mm."""

    start: float
    end: float
    low: float
    high: float
    turn: Turn

    @property
    def width(self) -> float:
        """Along the group axis."""
        return self.end - self.start

    @property
    def height(self) -> float:
        """Along values."""
        return self.high - self.low


def frame_on_page(left: float, bottom: float, right: float, top: float, turn: Turn) -> Frame:
    """The plot area that fills a rectangle of the page."""
    if turn.is_sideways:
        return Frame(turn.page_height - top, turn.page_height - bottom, left, right, turn)
    return Frame(left, right, bottom, top, turn)
