"""From a page to ink: flat artists on an empty figure of the plotting library.

Pictures get text as outlines, vector files get real text in the bundled font.
"""

from __future__ import annotations

import io
from collections.abc import Iterator
from itertools import groupby
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from decimus.figure.marks import MM_PER_POINT, Box, Dots, Label, Mark, Page, Run, Stroke
from decimus.figure.outlines import font, measure, outline

if TYPE_CHECKING:
    from matplotlib.figure import Figure
    from matplotlib.transforms import Transform

MM_PER_INCH = 25.4
PAPER = "#ffffff"


def figure_of(page: Page, *, has_real_text: bool) -> Figure:
    """The page as a figure of the plotting library at true size.

    Args:
        page: what to draw.
        has_real_text: True for vector files, where text stays text.
    """
    from matplotlib.figure import Figure
    from matplotlib.transforms import Affine2D

    figure = Figure(figsize=(page.width_mm / MM_PER_INCH, page.height_mm / MM_PER_INCH))
    figure.patch.set_facecolor(PAPER)
    figure.patch.set_linewidth(0)
    to_page = Affine2D().scale(1 / MM_PER_INCH) + figure.dpi_scale_trans
    for kind, marks in groupby(page.marks, key=type):
        _draw(figure, kind, list(marks), to_page, has_real_text=has_real_text)
    return figure


def _draw(
    figure: Figure, kind: type, marks: list[Mark], to_page: Transform, *, has_real_text: bool
) -> None:
    """Draw neighbouring marks of one kind, in as few artists as their looks allow."""
    if kind is Box:
        _draw_boxes(figure, [m for m in marks if isinstance(m, Box)], to_page)
    elif kind is Stroke:
        _draw_strokes(figure, [m for m in marks if isinstance(m, Stroke)], to_page)
    elif kind is Dots:
        for dots in marks:
            if isinstance(dots, Dots):
                _draw_dots(figure, dots, to_page)
    else:
        labels = [m for m in marks if isinstance(m, Label)]
        draw = _draw_texts if has_real_text else _draw_outlines
        draw(figure, labels, to_page)


def _draw_boxes(figure: Figure, boxes: list[Box], to_page: Transform) -> None:
    from matplotlib.collections import PolyCollection

    corners = [
        [(b.x, b.y), (b.x + b.width, b.y), (b.x + b.width, b.y + b.height), (b.x, b.y + b.height)]
        for b in boxes
    ]
    colours = [box.colour for box in boxes]
    figure.add_artist(
        PolyCollection(corners, facecolors=colours, edgecolors="none", transform=to_page)
    )


def _draw_strokes(figure: Figure, strokes: list[Stroke], to_page: Transform) -> None:
    from matplotlib.collections import LineCollection

    figure.add_artist(
        LineCollection(
            [[(s.x1, s.y1), (s.x2, s.y2)] for s in strokes],
            linewidths=[s.line_pt for s in strokes],
            colors=[s.colour for s in strokes],
            capstyle="projecting",
            transform=to_page,
        )
    )


def _draw_dots(figure: Figure, dots: Dots, to_page: Transform) -> None:
    from matplotlib.lines import Line2D

    figure.add_artist(
        Line2D(
            dots.xs,
            dots.ys,
            linestyle="none",
            marker="o",
            markersize=2 * dots.radius / MM_PER_POINT,
            markerfacecolor=dots.fill,
            markeredgecolor=dots.colour,
            markeredgewidth=dots.line_pt,
            transform=to_page,
        )
    )


def _draw_outlines(figure: Figure, labels: list[Label], to_page: Transform) -> None:
    """All text of neighbouring labels as one filled shape."""
    from matplotlib.patches import PathPatch
    from matplotlib.path import Path
    from matplotlib.transforms import Affine2D

    shapes = []
    for label in labels:
        for run, start in _placed_runs(label):
            place = Affine2D().scale(label.size_pt * MM_PER_POINT)
            if label.is_upright:
                place = place.rotate_deg(90)
            shapes.append(outline(run.text, run.face).transformed(place.translate(*start)))
    shape = Path.make_compound_path(*shapes)
    figure.add_artist(
        PathPatch(shape, facecolor="#000000", linewidth=0, transform=to_page, snap=False)
    )


def _draw_texts(figure: Figure, labels: list[Label], to_page: Transform) -> None:
    from matplotlib.text import Text

    for label in labels:
        for run, (x, y) in _placed_runs(label):
            figure.add_artist(
                Text(
                    x,
                    y,
                    run.text,
                    color="#000000",
                    fontproperties=font(run.face),
                    fontsize=label.size_pt,
                    rotation=90 if label.is_upright else 0,
                    rotation_mode="anchor",
                    horizontalalignment="left",
                    verticalalignment="baseline",
                    parse_math=False,
                    transform=to_page,
                )
            )


def _placed_runs(label: Label) -> Iterator[tuple[Run, tuple[float, float]]]:
    """Every run of a label with the place its baseline starts at."""
    along = 0.0
    for run in label.runs:
        start = (label.x, label.y + along) if label.is_upright else (label.x + along, label.y)
        yield run, start
        along += measure(run.text, run.face, label.size_pt).width


def picture(page: Page, pixels_per_mm: float) -> NDArray[np.uint8]:
    """The page as pixels: rows from the top, four channels (RGBA)."""
    from matplotlib.backends.backend_agg import FigureCanvasAgg

    figure = figure_of(page, has_real_text=False)
    figure.set_dpi(pixels_per_mm * MM_PER_INCH)
    canvas = FigureCanvasAgg(figure)
    canvas.draw()  # type: ignore[no-untyped-call]
    return np.asarray(canvas.buffer_rgba())  # type: ignore[no-untyped-call]


def file_bytes(page: Page, file_format: str, dpi: float) -> bytes:
    """The page as the content of a file.

    Args:
        page: what to draw.
        file_format: "png", "svg" or "pdf".
        dpi: dots per inch of a bitmap at true size.
    """
    from matplotlib import rc_context
    from matplotlib.backends.backend_agg import FigureCanvasAgg

    is_vector = file_format in ("svg", "pdf")
    figure = figure_of(page, has_real_text=is_vector)
    settings: dict[Any, Any] = {
        "svg.fonttype": "none",
        "pdf.fonttype": 42,
        "svg.hashsalt": "decimus",
    }
    # No dates and no library versions: equal figures give equal files.
    metadata = {
        "png": {"Software": "Decimus"},
        "svg": {"Date": None, "Creator": "Decimus"},
        "pdf": {"CreationDate": None, "Creator": "Decimus", "Producer": None},
    }[file_format]
    out = io.BytesIO()
    with rc_context(settings):
        FigureCanvasAgg(figure).print_figure(
            out,
            format=file_format,
            dpi=dpi,
            metadata=metadata,
            facecolor=PAPER,
            edgecolor="none",
        )
    return out.getvalue()
