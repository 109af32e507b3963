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
_LEAST_PLOT = 12.0
"""No plot is lower or narrower than so many mm: the page grows instead."""


class Sheet(Value, frozen=True):
    """What is known of a page before its plots are placed.

    Args:
        width: of the page, in mm.
        height: likewise.
        is_sideways: whether values run to the right.
        numbers: how wide the numbers of the value axis are, in mm.
        exponent: the power of ten that they leave to the title.
    """

    width: float
    height: float
    is_sideways: bool
    numbers: float
    exponent: int

    @property
    def turn(self) -> Turn:
        """How plots stand on it."""
        return Turn(self.is_sideways, self.height)


class Surroundings(Value, frozen=True):
    """What surrounds the plots.

    Args:
        grid: where the plots are.
        names: of groups, below or beside the plots.
        key: what colours stand for, placed; None where there is none.
        lacking: the mm of width and of height that names need beyond what there is.
    """

    grid: Grid
    names: Names
    key: Key | None
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
    at_left, at_bottom = side_titles(content, sheet)
    left += line + GAP if at_left else 0.0
    bottom += line + GAP if at_bottom else 0.0
    lines_above = max(int(content.panels[0].variable is not None), len(content.equations))
    above = lines_above * type_.line_height + GAP if lines_above else 0.0
    top -= type_.extent("0").ascent / 2
    top -= above
    box = (left, bottom, right, top)
    if sheet.is_sideways:
        grid, names = _sideways(content, sheet, box, above, type_)
    else:
        grid, names = _upright(content, sheet, box, above, type_)
    return Surroundings(grid, names, key, _lacking(content, sheet, grid, names, type_))


Box = tuple[float, float, float, float]
"""Left, bottom, right and top in mm of the page."""


def _upright(
    content: Content, sheet: Sheet, box: Box, above: float, type_: Typesetter
) -> tuple[Grid, Names]:
    """Numbers at the left of plots, names below them."""
    left, bottom, right, top = box
    count = len(content.panels)
    left += sheet.numbers
    left += BESIDE_TICK + TICK
    for _ in range(2):
        grid = Grid(count, columns_for(count, right - left), left, bottom, right, top, above)
        frame = grid.frames(sheet.turn)[0]
        names = _names(content, sheet, frame, type_)
        out = names.before - (left - EDGE)
        if out <= 0:
            break
        # The first name reaches out over the edge of the page: plots begin later.
        left += out
    return replace(grid, bottom=bottom + names.room + GAP), names


def _sideways(
    content: Content, sheet: Sheet, box: Box, above: float, type_: Typesetter
) -> tuple[Grid, Names]:
    """Names at the left of plots, numbers below them."""
    left, bottom, right, top = box
    count = len(content.panels)
    bottom += TICK + BESIDE_TICK + type_.extent("x").height
    right -= sheet.numbers / 2
    lines = wrapped_beside(content.panels[0].places, notes_of(content), sheet.width, type_)
    widest = max((type_.extent(line).width for each in lines for line in each), default=0.0)
    left += widest + GAP
    grid = Grid(count, columns_for(count, right - left), left, bottom, right, top, above)
    return grid, _names(content, sheet, grid.frames(sheet.turn)[0], type_)


def _names(content: Content, sheet: Sheet, frame: Frame, type_: Typesetter) -> Names:
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
            decimal_sign=content.decimal_sign,
            type_=type_,
        )
    if sheet.is_sideways:
        return names_beside(places, notes, standing, start, sheet.width, type_)
    height = content.look.style.height_mm
    return names_below(places, notes, standing, start, height, type_)


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
        same = len(set(counts)) == 1
        said = str(counts[0]) if same else ", ".join(map(str, counts))
        found.append(f"n{NBSP}={NBSP}{said}" if counts else "")
    return found


def side_titles(content: Content, sheet: Sheet) -> tuple[str, str]:
    """The title at the left of the plots, and that below them."""
    both = (with_factor(content.value_title, sheet.exponent), content.group_title)
    return (both[1], both[0]) if sheet.is_sideways else both


def _lacking(
    content: Content, sheet: Sheet, grid: Grid, names: Names, type_: Typesetter
) -> tuple[float, float]:
    """The mm of width and height that names need beyond what there is."""
    count = len(content.panels[0].places)
    across = max(0.0, _LEAST_PLOT - grid.plot_width)
    up = max(0.0, _LEAST_PLOT - grid.plot_height)
    if sheet.is_sideways:
        if names.names and not content.is_by_amount:
            deepest = max(len(name.lines) for name in names.names)
            needed = count * deepest * type_.line_height
            up = max(up, (needed - grid.plot_height) * grid.rows)
        return across, up
    if names.angle:
        room = grid.plot_width / count
        least = type_.extent("x").height * _AIR / math.sin(math.radians(names.angle))
        across = max(across, (least - room) * count * grid.columns)
    return across, up
