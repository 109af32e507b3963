"""A page as lines of text to keep and compare: where every mark is, and what it looks like."""

from __future__ import annotations

from decimus.figure.marks import Box, Dots, Label, Line, Mark, Page, Stroke

_MOST_DOTS = 12


def page_as_text(page: Page) -> list[str]:
    """Size and marks of a page, to a thousandth of a millimetre, in the order of their places."""
    size = f"{page.width_mm:.3f} × {page.height_mm:.3f}"
    return [size, *sorted({_mark(mark) for mark in page.marks})]


def _mark(mark: Mark) -> str:
    match mark:
        case Box():
            return f"box {_at(mark.x, mark.y, mark.width, mark.height)} {mark.colour}"
        case Stroke():
            ends = _at(mark.x1, mark.y1, mark.x2, mark.y2)
            return f"stroke {ends} {mark.line_pt:g} {mark.colour}"
        case Line():
            places = " ".join(_at(*point) for point in mark.points)
            return f"line {places} {mark.line_pt:g} {mark.colour}"
        case Dots():
            dots = list(zip(mark.xs, mark.ys, strict=True))
            places = " ".join(_at(*dot) for dot in dots[:_MOST_DOTS])
            sums = _at(sum(mark.xs), sum(mark.ys))
            look = f"{mark.radius:.3f} {mark.fill} {mark.line_pt:g} {mark.colour}"
            return f"dots {len(dots)} {places} {sums} {look}"
        case Label():
            upright = " upright" if mark.is_upright else ""
            return f"text “{mark.text}” {_at(mark.x, mark.y)} {mark.size_pt:g}{upright}"


def _at(*numbers: float) -> str:
    return " ".join(f"{round(number, 3) + 0.0:.3f}" for number in numbers)
