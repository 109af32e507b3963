"""What surrounds the plots, measured: titles, numbers, names and the key; and where plots stand."""

from __future__ import annotations

import math

from msgspec.structs import replace

from decimus.charts.data import Panel
from decimus.charts.styles import Origin
from decimus.figure.axes import with_factor
from decimus.figure.bands import Bands, bands
from decimus.figure.content import Content
from decimus.figure.frames import Frame, Turn
from decimus.figure.furniture import BESIDE_TICK, EDGE, GAP, TICK
from decimus.figure.grid import Grid, columns_for
from decimus.figure.keys import Key, key_of
from decimus.figure.names import (
    Names,
    names_below,
    names_beside,
    names_of_amounts,
    wrapped_beside,
)
from decimus.figure.text import Typesetter
from decimus.terms import KeyPlace
from decimus.values import Value
from decimus.wording.numbers import NBSP

_AIR = 1.05
_TRIES = 4
_BETWEEN_NUMBERS = 1.6
_LEAST_PLOT = 12.0
"""No plot is lower or narrower than so many mm: the page grows instead."""


class Sheet(Value, frozen=True):
    """What is known of a page before its plots are placed.

    Args:
        width: of the page, in mm.
        height: likewise.
        is_sideways: whether values run to the right.
        numbers: how wide the numbers of the value axis are, in mm.
        least: the mm at the left, below and above that plots keep free, so that they stand in line
            with those of another page.
    """

    width: float
    height: float
    is_sideways: bool
    numbers: float
    least: tuple[float, float, float] = (0.0, 0.0, 0.0)

    @property
    def turn(self) -> Turn:
        """How plots stand on it."""
        return Turn(self.is_sideways, self.height)


class Titles(Value, frozen=True):
    """The titles at the left of the plots and below them, in lines."""

    left: tuple[str, ...]
    bottom: tuple[str, ...]


class Surroundings(Value, frozen=True):
    """What surrounds the plots.

    Args:
        grid: where the plots are.
        names: of groups, below or beside the plots.
        key: what colours stand for, placed; None where there is none.
        titles: of the axes.
        lacking: the mm of width and of height that names need beyond what there is.
    """

    grid: Grid
    names: Names
    key: Key | None
    titles: Titles
    lacking: tuple[float, float]


def surroundings(content: Content, sheet: Sheet, type_: Typesetter) -> Surroundings:
    """Measure what surrounds the plots, and see where that leaves them.

    Args:
        content: what the figure shows.
        sheet: the page.
        type_: sets all texts.
    """
    key = key_of(content, type_, sheet.width - 2 * EDGE)
    line = type_.extent("x").height
    left, bottom, right, top = EDGE, EDGE, sheet.width - EDGE, sheet.height - EDGE
    if key is not None:
        match key.place:
            case KeyPlace.ABOVE:
                key = key.at(EDGE, top)
                top -= key.height + 1.8 * GAP
            case KeyPlace.BELOW:
                key = key.at(EDGE, bottom + key.height)
                bottom += key.height + GAP
            case KeyPlace.RIGHT:
                key = key.at(right - key.width, top)
                right -= key.width + 2 * GAP
            case KeyPlace.LEFT:
                key = key.at(EDGE, top)
                left += key.width + 2 * GAP
            case KeyPlace.INSIDE:
                pass
    titles = titles_of(content, sheet, key, type_)
    for text, is_left in ((titles.left, True), (titles.bottom, False)):
        room = (len(text) - 1) * type_.line_height + line + GAP if text else 0.0
        left, bottom = (left + room, bottom) if is_left else (left, bottom + room)
    top -= type_.extent("0").ascent / 2
    place = _sideways if sheet.is_sideways else _upright
    above = 0.0
    for _ in range(2):
        # Titles of panels and equations have as many lines as plots leave them room for.
        grid, names = place(content, sheet, (left, bottom, right, top - above), above, type_)
        above = room_above(content, grid, type_)
    highest = min(top - above, sheet.height - sheet.least[2])
    grid, names = place(content, sheet, (left, bottom, right, highest), above, type_)
    return Surroundings(grid, names, key, titles, _lacking(content, sheet, grid, names, type_))


def room_above(content: Content, grid: Grid, type_: Typesetter) -> float:
    """The mm above plots that titles of panels and equations need."""
    titles = [panel_lines(panel.label, grid, type_) for panel in content.panels]
    lines = max((len(each) for each in titles), default=0)
    lines += len(equations_in_lines(content, grid, type_))
    return lines * type_.line_height + GAP if lines else 0.0


def panel_lines(label: str, grid: Grid, type_: Typesetter) -> tuple[str, ...]:
    """The title of a panel in lines as wide as its plot."""
    return type_.wrapped(label, grid.plot_width) if label else ()


def equations_in_lines(content: Content, grid: Grid, type_: Typesetter) -> tuple[str, ...]:
    """The equations of fitted lines, each in as many lines as it needs over the plots."""
    width = grid.right - grid.left
    return tuple(line for text in content.equations for line in type_.wrapped(text, width))


Box = tuple[float, float, float, float]
"""Left, bottom, right and top in mm of the page."""


def _upright(
    content: Content, sheet: Sheet, box: Box, above: float, type_: Typesetter
) -> tuple[Grid, Names]:
    """Numbers at the left of plots, names below them."""
    left, bottom, right, top = box
    count = len(content.panels)
    left += sheet.numbers
    left = max(left + BESIDE_TICK + TICK, sheet.least[0])
    for _ in range(_TRIES):
        between = content.look.style.panel_gap_mm
        columns = columns_for(count, right - left, between)
        grid = Grid(count, columns, left, bottom, right, top, above, between)
        frame = grid.frames(sheet.turn)[0]
        # Tilted names reach to the left, where another row of panels may be.
        is_full = grid.rows == 1 or count % grid.columns == 0
        names = _names(content, sheet, frame, type_, may_tilt=is_full)
        out = names.before - (left - EDGE)
        if out <= 0:
            break
        if left + out > right - _LEAST_PLOT:
            names = _names(content, sheet, frame, type_, may_tilt=False)
            break
        # The first name reaches out over the edge of the page: plots begin later.
        left += out
    return replace(grid, bottom=max(bottom + names.room + GAP, sheet.least[1])), names


def _sideways(
    content: Content, sheet: Sheet, box: Box, above: float, type_: Typesetter
) -> tuple[Grid, Names]:
    """Names at the left of plots, numbers below them."""
    left, bottom, right, top = box
    count = len(content.panels)
    bottom = max(bottom + TICK + BESIDE_TICK + type_.extent("x").height, sheet.least[1])
    right -= sheet.numbers / 2
    lines = wrapped_beside(content.panels[0].places, notes_of(content), sheet.width, type_)
    widest = max((type_.extent(line).width for each in lines for line in each), default=0.0)
    left = max(left + widest + GAP, EDGE + sheet.numbers / 2, sheet.least[0])
    between = max(content.look.style.panel_gap_mm, sheet.numbers + _BETWEEN_NUMBERS)
    columns = columns_for(count, right - left, between)
    grid = Grid(count, columns, left, bottom, right, top, above, between)
    return grid, _names(content, sheet, grid.frames(sheet.turn)[0], type_)


def _names(
    content: Content, sheet: Sheet, frame: Frame, type_: Typesetter, *, may_tilt: bool = True
) -> Names:
    """The names of the first panel's places; those of others are the same."""
    panel, standing = content.panels[0], bands_of(content, content.panels[0], frame)
    places, notes, start = panel.places, notes_of(content), frame.start
    if standing.is_by_amount:
        return names_of_amounts(
            places,
            notes,
            standing,
            start,
            is_sideways=sheet.is_sideways,
            numerals=content.numerals,
            type_=type_,
        )
    if sheet.is_sideways:
        return names_beside(places, notes, standing, start, sheet.width, type_)
    height = content.look.style.height_mm
    return names_below(places, notes, standing, start, height, type_, may_tilt=may_tilt)


def bands_of(content: Content, panel: Panel, frame: Frame) -> Bands:
    """Where the places of a panel stand."""
    count = max(1, len(panel.places))
    by_rule = content.look.origin("bar_width") is Origin.RULE
    share = None if by_rule else content.look.style.bar_width
    return bands(panel.sections, count, content.chart, content.choices, frame, share)


def notes_of(content: Content) -> list[str]:
    """What stands below each name: n, where it is asked for."""
    panel = content.panels[0]
    if not content.choices.counts_below or panel.differences:
        return [""] * len(panel.places)
    found = []
    for number in range(len(panel.sections)):
        counts = [
            member.count
            for each in content.panels
            for member in each.sections[number].members
            if member is not None
        ]
        ends = (min(counts, default=0), max(counts, default=0))
        said = str(ends[0]) if ends[0] == ends[1] else f"{ends[0]}–{ends[1]}"
        found.append(f"*n*{NBSP}={NBSP}{said}" if counts else "")
    return found


def titles_of(content: Content, sheet: Sheet, key: Key | None, type_: Typesetter) -> Titles:
    """The titles of both axes, in as many lines as the page gives them room for."""
    value, group = with_factor(content.value_title, content.exponent), content.group_title
    at_left, at_bottom = (group, value) if sheet.is_sideways else (value, group)
    height, width = sheet.height - 2 * EDGE, sheet.width - 2 * EDGE
    if key is not None and key.place in (KeyPlace.ABOVE, KeyPlace.BELOW):
        height -= key.height + 2 * GAP
    return Titles(
        type_.wrapped(at_left, height) if at_left else (),
        type_.wrapped(at_bottom, width) if at_bottom else (),
    )


def _lacking(
    content: Content, sheet: Sheet, grid: Grid, names: Names, type_: Typesetter
) -> tuple[float, float]:
    """The mm of width and height that names and equations need beyond what there is."""
    count = len(content.panels[0].places)
    across = max(0.0, _LEAST_PLOT - grid.plot_width) * grid.columns
    lines = equations_in_lines(content, grid, type_)
    widest = max((type_.extent(line).width for line in lines), default=0.0)
    across = max(across, widest - (grid.right - grid.left))
    up = max(0.0, _LEAST_PLOT - grid.plot_height) * grid.rows
    if sheet.is_sideways:
        standing = bands_of(content, content.panels[0], grid.frames(sheet.turn)[0])
        if names.names and not standing.is_by_amount:
            deepest = max(len(name.lines) for name in names.names)
            needed = count * deepest * type_.line_height
            up = max(up, (needed - grid.plot_height) * grid.rows)
        return across, up
    if names.angle:
        room = grid.plot_width / count
        least = type_.extent("x").height * _AIR / math.sin(math.radians(names.angle))
        across = max(across, (least - room) * count * grid.columns)
    return across, up
