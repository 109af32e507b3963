"""From a page to ink, by the plotting library's renderers.

One routine draws every mark with a renderer's own primitives. Pictures call it on a
bare bitmap renderer, files through a figure that holds nothing but this page; so what
the screen shows is what a file holds, and no axes, artists or layout engine are in
between. Pictures get text as outlines, vector files real text in the bundled font.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import groupby
from typing import TYPE_CHECKING, TypeVar

import numpy as np
from numpy.typing import NDArray

from decimus.figure.marks import (
    MM_PER_POINT,
    Box,
    Dots,
    Label,
    Line,
    Mark,
    Page,
    Run,
    Shape,
    Stroke,
)
from decimus.figure.outlines import font, measure, outline

if TYPE_CHECKING:
    from matplotlib.backend_bases import GraphicsContextBase, RendererBase
    from matplotlib.path import Path as Outline
    from matplotlib.transforms import Affine2D

MM_PER_INCH = 25.4
PAPER = "#ffffff"
INK = (0.0, 0.0, 0.0, 1.0)
_HATCH_PT = 0.5

Colour = tuple[float, float, float, float]


def load_renderer() -> None:
    """Read the plotting library now, so that the first picture does not wait for it."""
    import matplotlib.backends.backend_agg
    import matplotlib.path
    import matplotlib.transforms  # noqa: F401


def picture(page: Page, pixels_per_mm: float, *, is_transparent: bool = False) -> NDArray[np.uint8]:
    """The page as pixels: rows from the top, four channels (RGBA)."""
    from matplotlib.backends.backend_agg import RendererAgg

    width = round(page.width_mm * pixels_per_mm)
    height = round(page.height_mm * pixels_per_mm)
    renderer = RendererAgg(width, height, pixels_per_mm * MM_PER_INCH)  # type: ignore[no-untyped-call]
    paper = Box(0, 0, page.width_mm, page.height_mm, PAPER)
    marks = page.marks if is_transparent else (paper, *page.marks)
    Pen(renderer, pixels_per_mm, page.height_mm, has_real_text=False).draw(marks)
    return np.asarray(renderer.buffer_rgba())  # type: ignore[no-untyped-call]


Alike = TypeVar("Alike", Box, Dots)


class Pen:
    """Draws marks with one renderer at one scale."""

    def __init__(
        self, renderer: RendererBase, pixels_per_mm: float, height_mm: float, *, has_real_text: bool
    ) -> None:
        from matplotlib.transforms import Affine2D

        self._renderer = renderer
        self._scale = pixels_per_mm
        self._height = height_mm
        self._has_real_text = has_real_text
        self._to_pixels: Affine2D = Affine2D().scale(pixels_per_mm)

    def draw(self, marks: tuple[Mark, ...]) -> None:
        """Draw marks from the lowest to the topmost, neighbours of one kind together."""
        for _, group in groupby(marks, key=_look):
            alike = list(group)
            first = alike[0]
            if isinstance(first, Box):
                boxes = [mark for mark in alike if isinstance(mark, Box)]
                for part in self._parts(boxes):
                    self._boxes(part)
            elif isinstance(first, Stroke | Line):
                self._lines([mark for mark in alike if isinstance(mark, Stroke | Line)])
            elif isinstance(first, Dots):
                dots = [mark for mark in alike if isinstance(mark, Dots)]
                for clouds in self._parts(dots):
                    self._dots(clouds)
            else:
                labels = [mark for mark in alike if isinstance(mark, Label)]
                if self._has_real_text:
                    self._texts(labels)
                else:
                    self._outlines(labels)

    def _context(self, line_pt: float, colour: Colour) -> GraphicsContextBase:
        context = self._renderer.new_gc()
        context.set_foreground(colour, isRGBA=True)
        context.set_linewidth(line_pt)
        context.set_snap(False)
        return context

    def _parts(self, alike: list[Alike]) -> list[list[Alike]]:
        """What is drawn in one piece: all of it in a picture, each mark by itself in a file."""
        return [[mark] for mark in alike] if self._has_real_text else [alike]

    def _boxes(self, boxes: list[Box]) -> None:
        from matplotlib.path import Path

        corners = [
            (x, y)
            for box in boxes
            for right, top in ((box.x + box.width, box.y + box.height),)
            for x, y in ((box.x, box.y), (right, box.y), (right, top), (box.x, top), (box.x, box.y))
        ]
        shape = (Path.MOVETO, Path.LINETO, Path.LINETO, Path.LINETO, Path.CLOSEPOLY)
        first = boxes[0]
        colour = rgba(first.colour)
        context = self._context(
            first.outline_pt, rgba(first.outline) if first.outline_pt else colour
        )
        context.set_joinstyle("miter")
        if first.hatch:
            context.set_hatch(first.hatch)
            context.set_hatch_color(INK)
            context.set_hatch_linewidth(_HATCH_PT)
        path = Path(corners, shape * len(boxes))
        self._renderer.draw_path(context, path, self._to_pixels, colour)
        context.restore()

    def _lines(self, lines: list[Stroke | Line]) -> None:
        from matplotlib.path import Path

        places = [
            ((mark.x1, mark.y1), (mark.x2, mark.y2)) if isinstance(mark, Stroke) else mark.points
            for mark in lines
        ]
        points = [point for through in places for point in through]
        codes = [
            Path.LINETO if number else Path.MOVETO
            for through in places
            for number in range(len(through))
        ]
        first = lines[0]
        context = self._context(first.line_pt, rgba(first.colour))
        context.set_capstyle("butt" if first.dash else "projecting")
        if first.dash:
            context.set_dashes(0, [mm / MM_PER_POINT for mm in first.dash])
        self._renderer.draw_path(context, Path(points, codes), self._to_pixels)
        context.restore()

    def _dots(self, alike: list[Dots]) -> None:
        from matplotlib.path import Path
        from matplotlib.transforms import Affine2D

        dots = alike[0]
        xs = np.concatenate([mark.xs for mark in alike])
        ys = np.concatenate([mark.ys for mark in alike])
        places = Path(np.column_stack((xs, ys)))
        context = self._context(dots.line_pt, rgba(dots.colour))
        size = Affine2D().scale(dots.radius * self._scale)
        shape = _shape(dots.shape)
        self._renderer.draw_markers(context, shape, size, places, self._to_pixels, rgba(dots.fill))
        context.restore()

    def _outlines(self, labels: list[Label]) -> None:
        """The text of neighbouring labels as one filled shape."""
        from matplotlib.path import Path
        from matplotlib.transforms import Affine2D

        shapes = []
        for label in labels:
            for run, start in _placed_runs(label):
                place = Affine2D().scale(label.size_pt * run.size * MM_PER_POINT)
                if label.angle:
                    place = place.rotate_deg(label.angle)
                shapes.append(outline(run.text, run.face).transformed(place.translate(*start)))
        colour = rgba(labels[0].colour)
        context = self._context(0.0, colour)
        shape = Path.make_compound_path(*shapes)
        self._renderer.draw_path(context, shape, self._to_pixels, colour)
        context.restore()

    def _texts(self, labels: list[Label]) -> None:
        """Every run as real text; renderers that count from the top get it so."""
        context = self._context(0.0, rgba(labels[0].colour))
        for label in labels:
            for run, (x, y) in _placed_runs(label):
                up = self._height - y if self._renderer.flipy() else y
                self._renderer.draw_text(
                    context,
                    x * self._scale,
                    up * self._scale,
                    run.text,
                    font(run.face, label.size_pt * run.size),
                    label.angle,
                    ismath=False,
                )
        context.restore()


def _shape(shape: Shape) -> Outline:
    """A sign of radius 1; those with corners reach further, so that all look equally large."""
    from matplotlib.path import Path

    corners = _CORNERS[shape]
    if not corners:
        return Path.unit_circle()
    codes = [Path.MOVETO, *[Path.LINETO] * (len(corners) - 1), Path.CLOSEPOLY]
    return Path([*corners, corners[0]], codes)


_SQUARE, _DIAMOND, _ARM = 0.886, 1.25, 0.36
_CORNERS: dict[Shape, list[tuple[float, float]]] = {
    Shape.CIRCLE: [],
    Shape.SQUARE: [
        (-_SQUARE, -_SQUARE),
        (_SQUARE, -_SQUARE),
        (_SQUARE, _SQUARE),
        (-_SQUARE, _SQUARE),
    ],
    Shape.TRIANGLE: [(-1.17, -0.72), (1.17, -0.72), (0.0, 1.3)],
    Shape.TIP_DOWN: [(-1.17, 0.72), (0.0, -1.3), (1.17, 0.72)],
    Shape.TIP_UP: [(-1.17, -0.72), (1.17, -0.72), (0.0, 1.3)],
    Shape.TIP_LEFT: [(0.72, -1.17), (0.72, 1.17), (-1.3, 0.0)],
    Shape.TIP_RIGHT: [(-0.72, 1.17), (-0.72, -1.17), (1.3, 0.0)],
    Shape.DIAMOND: [(0.0, -_DIAMOND), (_DIAMOND, 0.0), (0.0, _DIAMOND), (-_DIAMOND, 0.0)],
    Shape.CROSS: [
        (-_ARM, -1.1),
        (_ARM, -1.1),
        (_ARM, -_ARM),
        (1.1, -_ARM),
        (1.1, _ARM),
        (_ARM, _ARM),
        (_ARM, 1.1),
        (-_ARM, 1.1),
        (-_ARM, _ARM),
        (-1.1, _ARM),
        (-1.1, -_ARM),
        (-_ARM, -_ARM),
    ],
}
"""The corners of each sign, its area about that of the circle."""


def _look(mark: Mark) -> tuple[object, ...]:
    """Marks of one look can be drawn together."""
    if isinstance(mark, Stroke | Line):
        return (Stroke, mark.line_pt, mark.colour, mark.dash)
    if isinstance(mark, Box):
        return (Box, mark.colour, mark.outline_pt, mark.outline, mark.hatch)
    if isinstance(mark, Dots):
        return (Dots, mark.radius, mark.line_pt, mark.colour, mark.fill, mark.shape)
    return (type(mark), mark.colour)


def _placed_runs(label: Label) -> Iterator[tuple[Run, tuple[float, float]]]:
    """Every run of a label with the place its baseline starts at."""
    along = 0.0
    turn = math.radians(label.angle)
    cosine, sine = (0.0, 1.0) if label.is_upright else (math.cos(turn), math.sin(turn))
    for run in label.runs:
        up = run.rise * label.size_pt * MM_PER_POINT
        yield run, (label.x + along * cosine - up * sine, label.y + along * sine + up * cosine)
        along += measure(run.text, run.face, label.size_pt * run.size).width


def rgba(colour: str) -> Colour:
    """A colour of the form #rrggbb as shares of red, green and blue, and full cover."""
    red, green, blue = (int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5))
    return (red, green, blue, 1.0)
