"""Large letters make everything large: gaps, ticks and signs that nobody set grow with them.

A slide is laid out as a smaller page with letters of usual size, and that page is enlarged.
"""

from __future__ import annotations

from msgspec.structs import replace

from decimus.charts.styles import Origin, ResolvedStyle, Style
from decimus.figure.content import Content
from decimus.figure.marks import Box, Dots, Extent, Label, Line, Mark, Page, Stroke

_USUAL_PT = 12.0
"""Letters up to this size stand among gaps and signs of the usual size."""
_SIZES = (
    *("outline_pt", "point_mm", "join_pt", "cap_mm", "error_bar_pt", "replicate_mm", "line_pt"),
    *("text_pt", "comparison_pt", "width_mm", "height_mm", "panel_gap_mm"),
)
_FOLLOWS = {"error_bar_pt": "line_pt", "comparison_pt": "text_pt"}
"""Sizes that follow from others until they are set."""


def magnification(style: Style) -> float:
    """How many times larger than usual the figure is."""
    return max(1.0, style.text_pt / _USUAL_PT)


def reduced(content: Content, times: float) -> Content:
    """The content so many times smaller; what nobody set has its usual size."""
    if times == 1.0:
        return content
    choices = replace(
        content.choices,
        moved=tuple(
            replace(each, along_mm=each.along_mm / times, value_mm=each.value_mm / times)
            for each in content.choices.moved
        ),
    )
    beside = None if content.beside is None else reduced(content.beside, times)
    return replace(content, look=_reduced(content.look, times), choices=choices, beside=beside)


def _reduced(look: ResolvedStyle, times: float) -> ResolvedStyle:
    def smaller(style: Style) -> Style:
        found = {}
        for name in _SIZES:
            names = (name, _FOLLOWS.get(name, name))
            is_own = getattr(style, name) != getattr(look.style, name)
            if is_own or any(look.origins[each] is not Origin.RULE for each in names):
                found[name] = getattr(style, name) / times
        # The page is as large as it is, whoever said so.
        found |= {name: getattr(style, name) / times for name in ("width_mm", "height_mm")}
        return replace(style, **found)

    exceptions = {levels: smaller(style) for levels, style in look.exceptions.items()}
    return replace(look, style=smaller(look.style), exceptions=exceptions)


def enlarged(page: Page, times: float) -> Page:
    """The page so many times larger."""
    if times == 1.0:
        return page
    marks = tuple(_enlarged(mark, times) for mark in page.marks)
    size = (page.width_mm * times, page.height_mm * times)
    plots = tuple(plot.enlarged(times) for plot in page.plots)
    return Page(*size, marks, page.notes, plots)


def _enlarged(mark: Mark, k: float) -> Mark:
    match mark:
        case Box():
            return replace(
                mark,
                x=mark.x * k,
                y=mark.y * k,
                width=mark.width * k,
                height=mark.height * k,
                outline_pt=mark.outline_pt * k,
            )
        case Stroke():
            return replace(
                mark,
                x1=mark.x1 * k,
                y1=mark.y1 * k,
                x2=mark.x2 * k,
                y2=mark.y2 * k,
                line_pt=mark.line_pt * k,
                dash=tuple(part * k for part in mark.dash),
            )
        case Line():
            return replace(
                mark,
                points=tuple((x * k, y * k) for x, y in mark.points),
                line_pt=mark.line_pt * k,
                dash=tuple(part * k for part in mark.dash),
            )
        case Dots():
            return replace(
                mark,
                xs=tuple(x * k for x in mark.xs),
                ys=tuple(y * k for y in mark.ys),
                radius=mark.radius * k,
                line_pt=mark.line_pt * k,
            )
        case Label():
            e = mark.extent
            extent = Extent(e.width * k, e.ascent * k, e.descent * k)
            return replace(
                mark, x=mark.x * k, y=mark.y * k, size_pt=mark.size_pt * k, extent=extent
            )
