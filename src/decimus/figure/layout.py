"""The layout of the page: what surrounds the plots is measured, then plots are placed and filled.

Measure → margins → grid of panels → place. Two things are known only in the end: how wide the
numbers of the axis are, and how much room comparison lines take. The first is taken from the axis
of the data and set right once if lines made the axis longer; for the second the end of the axis
follows from the value that each line hangs on and the mm it stands above it.
"""

from __future__ import annotations

from functools import lru_cache

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.charts.registry import CHARTS
from decimus.figure.annotations import line_marks
from decimus.figure.axes import ValueAxis, data_range, value_axis
from decimus.figure.bands import Bands, bands
from decimus.figure.content import Content, content_of
from decimus.figure.fitting import FittedPlot, fitted
from decimus.figure.frames import Frame, Turn
from decimus.figure.furniture import (
    BESIDE_TICK,
    EDGE,
    GAP,
    TICK,
    amount_ticks,
    axis_lines,
    bottom_title,
    group_names,
    left_title,
    panel_title,
    value_ticks,
)
from decimus.figure.grid import Grid, columns_for
from decimus.figure.keys import key_above
from decimus.figure.marks import Label, Mark, Measure, Page
from decimus.figure.names import Names, names_below, names_beside
from decimus.figure.text import Typesetter
from decimus.study.targets import Axis
from decimus.terms import Orientation
from decimus.values import Value

_TALLEST = 400.0
_SMALL = 0.9
"""Letters of comparison lines, beside those of the axes."""
_TRIES = 3
_MOST_FOR_NAMES = 0.4
"""Share of the page that names below the plots take at most."""


@lru_cache(maxsize=2)
def page_of(results: Results, measure: Measure) -> Page:
    """The figure of these results as a page. Raises InputError where there are none.

    Kept as long as what it shows is the same: screen, file and clipboard show the same page.

    Args:
        results: what to show.
        measure: how much room a text takes.
    """
    content = content_of(results)
    return results.kept("page", (content, measure), lambda: laid_out(content, measure))


def laid_out(content: Content, measure: Measure) -> Page:
    """The page for a content; taller than asked for only when comparison lines need it."""
    height = content.look.style.height_mm
    page, missing = _at_height(content, measure, height)
    while missing > 0.01 and height < _TALLEST:
        height = min(_TALLEST, height + missing + 0.1)
        page, missing = _at_height(content, measure, height)
    return page


class _Surroundings(Value, frozen=True):
    """What surrounds the plots: the grid they stand in, names of groups, the key.

    Args:
        grid: where the plots are.
        names: of the groups, below or beside the plots.
        key: its marks.
    """

    grid: Grid
    names: Names
    key: tuple[Mark, ...]


def _at_height(content: Content, measure: Measure, height: float) -> tuple[Page, float]:
    """The page at a height, and the mm of height that it lacks."""
    type_ = Typesetter(measure, content.look.style.text_pt)
    low, high = data_range(content)
    room = _room(value_axis(content, low, high, 0.0, height), type_)
    for _ in range(_TRIES):
        page, missing, used = _laid_out(content, type_, height, room)
        if abs(used - room) <= 1e-6:
            break
        room = used
    return page, missing


def _room(axis: ValueAxis, type_: Typesetter) -> float:
    """How wide the numbers of the axis are."""
    return max((type_.extent(label).width for label in axis.labels), default=0.0)


def _laid_out(
    content: Content, type_: Typesetter, height: float, room: float
) -> tuple[Page, float, float]:
    """The page at a height, given the width of the numbers of the value axis.

    Returns:
        The page, the mm of height it lacks, and the width that the numbers have.
    """
    small = Typesetter(type_.measure, type_.size_pt * _SMALL)
    turn = Turn(is_sideways=_is_sideways(content), page_height=height)
    around = _surroundings(content, type_, turn, room)
    grid = around.grid
    frames = grid.frames(turn)
    fit = fitted(content, frames, [_bands(content, n, f) for n, f in enumerate(frames)], small)
    marks: list[Mark] = []
    for number, each in enumerate(fit.plots):
        marks += each.plot.drawn
        marks += axis_lines(each.axis, each.plot.frame)
        marks += _beside(content, each, number, around, type_)
        marks += line_marks(each.placed, each.plot, small)
    marks += _titles(content, grid, turn, type_)
    marks += around.key
    page = Page(content.look.style.width_mm, height, tuple(marks))
    return page, fit.missing, _room(fit.plots[0].axis, type_)


def _bands(content: Content, number: int, frame: Frame) -> Bands:
    """Where the sections of a panel stand."""
    chart, wanted = CHARTS[content.choices.kind], content.choices.spacing
    return bands(content.panels[number].sections, chart, wanted, frame)


def _surroundings(content: Content, type_: Typesetter, turn: Turn, room: float) -> _Surroundings:
    """Measure what surrounds the plots, and see where that leaves them."""
    width, height = content.look.style.width_mm, turn.page_height
    key = key_above(content, type_, width, height - EDGE)
    key_bottom = min((mark.bounds.bottom for mark in key), default=height - EDGE)
    titles = type_.extent("x").height
    count, has_titles = len(content.panels), content.panels[0].variable is not None
    above = titles + GAP if has_titles else 0.0
    top = key_bottom - (1.8 * GAP if key else 0.0) - type_.extent("0").ascent / 2 - above
    at_left, at_bottom = _side_titles(content, turn)
    left = EDGE + (titles + GAP if at_left else 0.0)
    bottom = EDGE + (titles + GAP if at_bottom else 0.0)
    right = width - EDGE
    sections = content.panels[0].sections
    if turn.is_sideways:
        names = names_beside(sections, width, type_)
        left += names.room + GAP
        bottom += TICK + BESIDE_TICK + titles
        right -= room / 2
        grid = Grid(count, columns_for(count, right - left), left, bottom, right, top, above)
        return _Surroundings(grid, names, tuple(key))
    left += room
    left += BESIDE_TICK + TICK
    # Names need to know how much room there is along the axis, which does not depend on them.
    grid = Grid(count, columns_for(count, right - left), left, bottom, right, top, above)
    standing = _bands(content, 0, grid.frames(turn)[0])
    names = names_below(sections, standing.room, height * _MOST_FOR_NAMES, type_)
    grid = replace(grid, bottom=bottom + names.room + GAP)
    return _Surroundings(grid, names, tuple(key))


def _is_sideways(content: Content) -> bool:
    return content.choices.orientation is Orientation.SIDEWAYS


def _side_titles(content: Content, turn: Turn) -> tuple[str, str]:
    """The title at the left of the plots, and that below them."""
    both = (content.value_title, content.group_title)
    return (both[1], both[0]) if turn.is_sideways else both


def _beside(
    content: Content,
    each: FittedPlot,
    number: int,
    around: _Surroundings,
    type_: Typesetter,
) -> list[Mark]:
    """What stands around one plot: ticks, numbers and names where no other panel has them."""
    plot, grid, panel = each.plot, around.grid, content.panels[number]
    turn = plot.frame.turn
    is_first, is_lowest = grid.place(number)[1] == 0, grid.is_lowest(number)
    has_numbers, has_names = (is_lowest, is_first) if turn.is_sideways else (is_first, is_lowest)
    marks = value_ticks(each.axis, plot.frame, type_, has_numbers=has_numbers)
    marks += amount_ticks(plot.bands, each.axis, turn)
    if has_names:
        marks += group_names(panel.sections, around.names, plot.bands, plot.frame, type_)
    left, bottom = grid.corner(number)
    marks += panel_title(panel, left, bottom + grid.plot_height + GAP, type_)
    return marks


def _titles(content: Content, grid: Grid, turn: Turn, type_: Typesetter) -> list[Label]:
    """The titles of both axes, each in the middle of all plots."""
    at_left, at_bottom = _side_titles(content, turn)
    axes = (Axis.VALUE, Axis.GROUP)
    left_axis, bottom_axis = reversed(axes) if turn.is_sideways else axes
    found = []
    if at_bottom:
        ends = (grid.left, grid.right, EDGE)
        found.append(bottom_title(at_bottom, bottom_axis, *ends, type_))
    if at_left:
        ends = (grid.bottom, grid.top, turn.page_height)
        found.append(left_title(at_left, left_axis, *ends, type_))
    return found
