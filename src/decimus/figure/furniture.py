"""What stands around a plot: axes with their ticks and numbers, names of groups, titles."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.figure.axes import ValueAxis
from decimus.figure.bands import Bands
from decimus.figure.frames import Frame
from decimus.figure.marks import LINE_PT, Label, Mark
from decimus.figure.names import Names
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import Axis, AxisAt, AxisTitle, PanelAt, Tick

EDGE = 1.2
"""Air at the page's edges, in mm."""
TICK = 1.1
GAP = 1.0
BESIDE_TICK = GAP * 0.8
"""Between a tick and its number."""


def axis_lines(axis: ValueAxis, frame: Frame) -> list[Mark]:
    """The line of the value axis, and that which groups stand on."""
    turn, scale = frame.turn, axis.scale
    side = frame.end if turn.is_sideways else frame.start
    value_ends = ((side, scale.start), (side, scale.end))
    group_ends = ((frame.start, scale.base), (frame.end, scale.base))
    return [
        turn.stroke(*value_ends, LINE_PT, target=AxisAt(Axis.VALUE)),
        turn.stroke(*group_ends, LINE_PT, target=AxisAt(Axis.GROUP)),
    ]


def value_ticks(
    axis: ValueAxis, frame: Frame, type_: Typesetter, *, has_numbers: bool
) -> list[Mark]:
    """The ticks of the value axis, with their numbers unless another panel has them."""
    turn, extent = frame.turn, type_.extent("0")
    marks: list[Mark] = []
    for value, label in zip(axis.ticks, axis.labels, strict=True):
        at, target = axis.scale.at(value), Tick(Axis.VALUE, value)
        ends = ((frame.start - TICK, at), (frame.start, at))
        if turn.is_sideways:
            ends = ((frame.end, at), (frame.end + TICK, at))
        marks.append(turn.stroke(*ends, LINE_PT, target=target))
        if not has_numbers:
            continue
        if turn.is_sideways:
            x, y = turn.xy(frame.end + TICK + BESIDE_TICK, at)
            marks.append(type_.line(label, x, y - extent.ascent, Align.MIDDLE, target))
        else:
            x, y = turn.xy(frame.start - TICK - BESIDE_TICK, at)
            middle = y - (extent.ascent - extent.descent) / 2 * 0.8
            marks.append(type_.line(label, x, middle, Align.END, target))
    return marks


def amount_ticks(bands: Bands, names: Names, axis: ValueAxis, frame: Frame) -> list[Mark]:
    """Ticks under groups that stand at true distances, and at numbers: the axis is a scale."""
    if not bands.is_by_amount:
        return []
    turn, base = frame.turn, axis.scale.base
    numbers = [frame.start + name.place for name in names.names if name.is_tick]
    length = TICK * 0.7
    marks: list[Mark] = [
        turn.stroke((middle, base), (middle, base - length), LINE_PT) for middle in bands.middles
    ]
    marks += [turn.stroke((at, base), (at, base - TICK * 1.4), LINE_PT) for at in numbers]
    return marks


def group_names(names: Names, frame: Frame, type_: Typesetter) -> list[Label]:
    """The names of groups or pairs, below or beside their places."""
    found: list[Label] = []
    turn, extent = frame.turn, type_.extent("x")
    for name in names.names:
        lines, target = name.lines, name.target
        x, y = turn.xy(frame.start + name.place, frame.low - GAP)
        if turn.is_sideways:
            y += ((len(lines) - 1) * type_.line_height - (extent.ascent - extent.descent) * 0.8) / 2
            align = Align.END
        elif names.angle == 90.0:
            baseline = x + (extent.ascent - extent.descent) / 2 * 0.8
            found.append(type_.upright(lines[0], baseline, y, Align.END, target))
            continue
        elif names.angle:
            found.append(type_.tilted(lines[0], x, y, names.angle, target))
            continue
        else:
            y -= extent.ascent
            align = Align.MIDDLE
        for line in lines:
            found.append(type_.line(line, x, y, align, target))
            y -= type_.line_height
    return found


def panel_title(panel: Panel, left: float, top: float, type_: Typesetter) -> list[Label]:
    """The level that a panel is for, above its left end."""
    if panel.variable is None:
        return []
    target = PanelAt(panel.variable, panel.level)
    baseline = top + type_.extent("x").descent
    return [type_.line(panel.label, left, baseline, Align.START, target)]


def bottom_title(
    text: str, axis: Axis, left: float, right: float, below: float, type_: Typesetter
) -> Label:
    """A title below all plots, in their middle as far as the page allows.

    Args:
        text: what it says.
        axis: whose title it is.
        left: where the plots begin, in mm.
        right: where they end.
        below: mm that something else takes below it.
        type_: sets it.
    """
    fitting = type_.shortened(text, right - EDGE)
    half = type_.extent(fitting).width / 2
    middle = (left + right) / 2
    middle = min(middle, right - half) if middle + half > right else middle
    baseline = EDGE + below + type_.extent("x").descent
    return type_.line(fitting, middle, baseline, Align.MIDDLE, AxisTitle(axis))


def left_title(
    text: str,
    axis: Axis,
    bottom: float,
    top: float,
    page_height: float,
    before: float,
    type_: Typesetter,
) -> Label:
    """A title that runs upwards at the left of all plots.

    Args:
        text: what it says.
        axis: whose title it is.
        bottom: where the plots begin, in mm.
        top: where they end.
        page_height: of the page.
        before: mm that something else takes to the left of it.
        type_: sets it.
    """
    fitting = type_.shortened(text, page_height - 2 * EDGE)
    half = type_.extent(fitting).width / 2
    middle = min(max((bottom + top) / 2, EDGE + half), page_height - EDGE - half)
    x = EDGE + before + type_.extent("x").ascent
    return type_.upright(fitting, x, middle, Align.MIDDLE, AxisTitle(axis))
