"""The layout of the page: what surrounds the plots is measured, then plots are placed and filled.

Measure → margins → grid of panels → place. What is known only in the end is how wide the numbers of
the axis are and how much room comparison lines take. The first is taken from the axis of the data
and set right once if lines made the axis longer; for the second the end of the axis follows from
the value that each line hangs on and the mm it stands above it. Where names or lines find no room,
the figure turns or its page grows, and the page says so.
"""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from decimus.charts.marks import AcrossMark
from decimus.figure.annotations import line_marks
from decimus.figure.axes import ValueAxis, data_range, value_axis
from decimus.figure.content import Content
from decimus.figure.fitting import Fit, FittedPlot, fitted
from decimus.figure.furniture import (
    EDGE,
    GAP,
    amount_ticks,
    axis_lines,
    bottom_title,
    equation_lines,
    grid_lines,
    group_names,
    left_title,
    panel_title,
    reference_lines,
    value_ticks,
)
from decimus.figure.keys import Key
from decimus.figure.marks import Bounds, Label, Mark, Measure, Page, PageNote, shifted
from decimus.figure.notes import notes_on
from decimus.figure.places import PlotPlace
from decimus.figure.scales import Scale
from decimus.figure.surroundings import (
    Sheet,
    Surroundings,
    bands_of,
    equations_in_lines,
    panel_lines,
    surroundings,
)
from decimus.figure.text import Typesetter
from decimus.study.targets import Axis, KeyAt, KeyEntryAt, Moved, PairAt, same_thing
from decimus.terms import KeyPlace, Orientation
from decimus.values import Value

_LARGEST = 1200.0
"""No page grows beyond so many mm."""
_TRIES = 16
_SAME, _MARGIN = 0.01, 0.1


class Laid(Value, frozen=True):
    """A page with what another one beside it has to know.

    Args:
        page: it.
        scale: of the values of its plots.
        is_sideways: whether values run to the right.
        margins: the mm at the left of its plots, below and above them.
    """

    page: Page
    scale: Scale
    is_sideways: bool
    margins: tuple[float, float, float]


def laid(
    content: Content, measure: Measure, least: tuple[float, float, float] = (0.0, 0.0, 0.0)
) -> Laid:
    """The page for a content: of the size asked for, or as large as names and lines need.

    Args:
        content: what it shows.
        measure: how much room a text takes.
        least: the mm at the left, below and above that its plots keep free.
    """
    type_ = Typesetter(measure, content.look.style.text_pt)
    sheet = replace(_first_sheet(content, type_), least=least)
    notes: dict[PageNote, None] = {}
    fit: Fit | None = None
    for attempt in range(_TRIES):
        around = surroundings(content, sheet, type_)
        if _is_turned(content, sheet, around):
            sheet = replace(sheet, is_sideways=True)
            notes[PageNote.SIDEWAYS_FOR_NAMES] = None
            continue
        grown = _grown(sheet, *around.lacking)
        if grown != sheet:
            sheet = grown
            notes[PageNote.LARGER_FOR_NAMES] = None
            continue
        fit = _fit(content, sheet, around, type_)
        used = max(_room(each.axis, type_) for each in fit.plots)
        # Later on room is only added, so that this comes to an end.
        if used > sheet.numbers + _SAME or (attempt < 2 and used < sheet.numbers - _SAME):
            sheet = replace(sheet, numbers=used)
            continue
        grown = _grown(sheet, *_wanting(fit, around, is_sideways=sheet.is_sideways))
        if grown == sheet:
            break
        sheet = grown
        notes[PageNote.LARGER_FOR_LINES] = None
    fit = fit or _fit(content, sheet, around, type_)
    marks, key = _marks(content, sheet, around, fit, type_)
    if key is not None and key.place is KeyPlace.INSIDE and _is_covering(key, marks):
        above = laid(_with_key_above(content), measure, least)
        page = replace(above.page, notes=(*above.page.notes, PageNote.KEY_ABOVE))
        return replace(above, page=page)
    notes |= dict.fromkeys(_seen(content, fit))
    moved = _moved([*marks, *(key.marks if key is not None else ())], content, sheet)
    page = Page(sheet.width, sheet.height, moved, tuple(notes), _plot_places(fit, around))
    grid = around.grid
    margins = (grid.left, grid.bottom, sheet.height - grid.top)
    return Laid(page, fit.plots[0].axis.scale, sheet.is_sideways, margins)


def _plot_places(fit: Fit, around: Surroundings) -> tuple[PlotPlace, ...]:
    """Where on the page the data are."""
    found = []
    for number, each in enumerate(fit.plots):
        left, bottom = around.grid.corner(number)
        frame, bands = each.plot.frame, each.plot.bands
        found.append(
            PlotPlace(
                number,
                left,
                bottom,
                left + around.grid.plot_width,
                bottom + around.grid.plot_height,
                frame.turn.is_sideways,
                each.axis.scale,
                tuple(middle - frame.start for middle in bands.middles),
            )
        )
    return tuple(found)


def _seen(content: Content, fit: Fit) -> Iterator[PageNote]:
    """What is otherwise than one would think, as seen on the plots."""
    plots = [each.plot for each in fit.plots]
    if content.is_by_amount and not all(plot.bands.is_by_amount for plot in plots):
        yield PageNote.EVENLY_SPACED
        if any(isinstance(mark, AcrossMark) for plot in plots for mark in plot.marks):
            yield PageNote.ERRORS_ACROSS
    if any(plot.bands.seen is not None for plot in plots):
        yield PageNote.BEYOND_ENDS
    together = [set(plot.middles) for plot in plots]
    if any(
        not any({line.first, line.second} <= groups for groups in together)
        for line in content.comparisons
    ):
        yield PageNote.BETWEEN_PANELS
    if any(plot.has_short_bars for plot in plots):
        yield PageNote.SHORT_BARS


def _wanting(fit: Fit, around: Surroundings, *, is_sideways: bool) -> tuple[float, float]:
    """The mm of width and of height that lines and texts need beyond what there is."""
    grid = around.grid
    in_rows, in_columns = (grid.columns, grid.rows) if is_sideways else (grid.rows, grid.columns)
    along_values = fit.missing * in_rows + _MARGIN if fit.missing > _SAME else 0.0
    along_groups = fit.narrow * in_columns + _MARGIN if fit.narrow > _SAME else 0.0
    return (along_values, along_groups) if is_sideways else (along_groups, along_values)


def _with_key_above(content: Content) -> Content:
    style = replace(content.look.style, key_place=KeyPlace.ABOVE)
    return replace(content, look=replace(content.look, style=style))


def _is_covering(key: Key, marks: list[Mark]) -> bool:
    """Whether a key inside the plot stands over something."""
    room = key.bounds
    return any(room.overlaps(mark.bounds) for mark in marks)


def _first_sheet(content: Content, type_: Typesetter) -> Sheet:
    """The page as asked for, with the axis of the data: most often the one it will have."""
    style = content.look.style
    low, high = data_range(content)
    is_sideways = (content.choices.orientation or content.chart.orientation) is Orientation.SIDEWAYS
    length = style.width_mm if is_sideways else style.height_mm
    width_of = type_.width_of if is_sideways else None
    axis = value_axis(content, low, high, 0.0, length, width_of)
    return Sheet(style.width_mm, style.height_mm, is_sideways, _room(axis, type_))


def _is_turned(content: Content, sheet: Sheet, around: Surroundings) -> bool:
    """Whether names make the figure stand sideways: they find no room below, and nobody chose."""
    return not sheet.is_sideways and not around.names.fits and content.choices.orientation is None


def _grown(sheet: Sheet, across: float, up: float) -> Sheet:
    """The page larger by so many mm; the same where that is no more than a hair."""
    if max(across, up) <= _SAME:
        return sheet
    width = min(_LARGEST, sheet.width + max(0.0, across))
    return replace(sheet, width=width, height=min(_LARGEST, sheet.height + max(0.0, up)))


def _room(axis: ValueAxis, type_: Typesetter) -> float:
    """How wide the numbers of the axis are."""
    return max((type_.extent(label).width for label in axis.labels), default=0.0)


def _fit(content: Content, sheet: Sheet, around: Surroundings, type_: Typesetter) -> Fit:
    """The plots with their axes and what stands above their groups."""
    frames = around.grid.frames(sheet.turn)
    standing = [
        bands_of(content, panel, frame) for panel, frame in zip(content.panels, frames, strict=True)
    ]
    return fitted(content, frames, standing, type_)


def _marks(
    content: Content, sheet: Sheet, around: Surroundings, fit: Fit, type_: Typesetter
) -> tuple[list[Mark], Key | None]:
    """Every mark of the page, from the lowest to the topmost, and the key that stands over them."""
    marks: list[Mark] = []
    look = content.look.style
    for number, each in enumerate(fit.plots):
        marks += grid_lines(each.axis, each.plot.frame, look)
        marks += reference_lines(content, each.axis, each.plot.frame)
        marks += each.plot.drawn
        marks += axis_lines(each.axis, each.plot.frame, look)
        marks += _beside(content, each, number, around, type_)
        marks += line_marks(each.placed, each.plot, type_)
        plot = each.plot
        marks += notes_on(content, number, plot.frame, plot.scale, plot.bands, type_)
    marks += _titles(sheet, around, type_)
    key = None if around.key is None else _placed_key(around.key, marks, around)
    return marks, key


def _beside(
    content: Content, each: FittedPlot, number: int, around: Surroundings, type_: Typesetter
) -> list[Mark]:
    """What stands around one plot: ticks, numbers and names where no other panel has them."""
    plot, grid = each.plot, around.grid
    turn = plot.frame.turn
    is_first, is_lowest = grid.place(number)[1] == 0, grid.is_lowest(number)
    has_numbers, has_names = (is_lowest, is_first) if turn.is_sideways else (is_first, is_lowest)
    look = content.look.style
    marks = value_ticks(each.axis, plot.frame, look, type_, has_numbers=has_numbers)
    marks += amount_ticks(plot.bands, around.names, each.axis, plot.frame, look)
    if has_names:
        marks += group_names(around.names, plot.frame, type_)
    left, bottom = grid.corner(number)
    top = bottom + grid.plot_height + GAP
    panel = content.panels[number]
    lines = panel_lines(panel.label, grid, type_)
    marks += panel_title(panel, lines, left, top, type_)
    if number == 0:
        equations = equations_in_lines(content, grid, type_)
        lowest = top + max(len(panel_lines(p.label, grid, type_)) for p in content.panels) * (
            type_.line_height
        )
        marks += equation_lines(equations, grid.right, lowest, type_)
    return marks


def _titles(sheet: Sheet, around: Surroundings, type_: Typesetter) -> list[Label]:
    """The titles of both axes, each in the middle of all plots."""
    grid, key = around.grid, around.key
    axes = (Axis.VALUE, Axis.GROUP)
    left_axis, bottom_axis = reversed(axes) if sheet.is_sideways else axes
    below = before = 0.0
    low, high = EDGE, sheet.height - EDGE
    if key is not None and key.place is KeyPlace.BELOW:
        below = key.height + GAP
        low += below
    elif key is not None and key.place is KeyPlace.LEFT:
        before = key.width + 2 * GAP
    elif key is not None and key.place is KeyPlace.ABOVE:
        high -= key.height + GAP
    width = (EDGE, sheet.width - EDGE)
    ends = ((grid.left, grid.right), (grid.bottom, grid.top))
    titles = around.titles
    return [
        *bottom_title(titles.bottom, bottom_axis, ends[0], width, below, type_),
        *left_title(titles.left, left_axis, ends[1], (low, high), before, type_),
    ]


def _placed_key(key: Key, marks: list[Mark], around: Surroundings) -> Key:
    """A key inside stands in a corner of the first plot where it covers nothing."""
    if key.place is not KeyPlace.INSIDE:
        return key
    grid = around.grid
    left, bottom = grid.corner(0)
    right, top = left + grid.plot_width - GAP, bottom + grid.plot_height
    low, near = bottom + key.height + GAP, left + GAP
    others = [mark.bounds for mark in marks]
    corners = ((right - key.width, top), (near, top), (right - key.width, low), (near, low))
    tried = [key.at(*corner) for corner in corners]
    return min(tried, key=lambda each: _covered(each.bounds, others))


def _covered(room: Bounds, others: list[Bounds]) -> float:
    """How much of what else is there a room covers, in mm²."""
    return sum(room.shared(other) for other in others)


def _moved(marks: list[Mark], content: Content, sheet: Sheet) -> tuple[Mark, ...]:
    """The marks with what was moved by hand where it was moved to; lines are so already."""
    by_hand = [each for each in content.choices.moved if not isinstance(each.what, PairAt)]
    if not by_hand:
        return tuple(marks)
    return tuple(_where_moved(mark, by_hand, sheet) for mark in marks)


def _where_moved(mark: Mark, by_hand: list[Moved], sheet: Sheet) -> Mark:
    target = mark.target
    if target is None:
        return mark
    for each in by_hand:
        is_of_key = isinstance(each.what, KeyAt) and isinstance(target, KeyEntryAt)
        if same_thing(each.what, target) or is_of_key:
            if sheet.is_sideways:
                return shifted(mark, each.value_mm, -each.along_mm)
            return shifted(mark, each.along_mm, each.value_mm)
    return mark
