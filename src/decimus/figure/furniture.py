"""What stands around a plot: axes with their ticks and numbers, names of groups, titles."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.charts.data import Panel
from decimus.charts.styles import Style
from decimus.figure.axes import ValueAxis
from decimus.figure.bands import Bands
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.marks import Label, Mark
from decimus.figure.names import Names
from decimus.figure.scales import Scale
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import AnyTarget, Axis, AxisAt, AxisEnd, AxisTitle, FitAt, PanelAt, Tick
from decimus.terms import GridLines, TickSide

EDGE = 1.2
"""Air at the page's edges, in mm."""
TICK = 1.1
GAP = 1.0
_END = 2.0
"""How much of the axis counts as its end, in mm."""
_GRID = "#d9d5cc"
_GRID_PT = 0.5
_REFERENCE_DASH = (1.4, 0.9)
BESIDE_TICK = GAP * 0.8
"""Between a tick and its number."""


def axis_lines(axis: ValueAxis, frame: Frame, look: Style) -> list[Mark]:
    """The line of the value axis, that which groups stand on, and the frame where one is wanted."""
    turn, scale, weight = frame.turn, axis.scale, look.line_pt
    side, other = (frame.end, frame.start) if turn.is_sideways else (frame.start, frame.end)
    group_ends = ((frame.start, scale.base), (frame.end, scale.base))
    marks: list[Mark] = [
        turn.stroke((side, first), (side, last), weight, target=target)
        for first, last, target in _pieces(scale)
    ]
    marks.append(turn.stroke(*group_ends, weight, target=AxisAt(Axis.GROUP)))
    if look.has_frame:
        corners = (frame.start, frame.end)
        rest = [((other, frame.low), (other, frame.high))]
        rest += [((corners[0], at), (corners[1], at)) for at in (frame.low, frame.high)]
        if scale.end < frame.high - 1e-6:
            rest.append(((side, scale.end), (side, frame.high)))
        marks += [turn.stroke(*ends, weight) for ends in rest if ends != group_ends]
    return marks


def _pieces(scale: Scale) -> tuple[tuple[float, float, AnyTarget], ...]:
    """The line of the value axis: its two ends, which can be taken by themselves, and the rest."""
    reach = min(_END, (scale.end - scale.start) / 4)
    low, high = scale.start + reach, scale.end - reach
    return (
        (scale.start, low, AxisEnd(is_upper=False)),
        (low, high, AxisAt(Axis.VALUE)),
        (high, scale.end, AxisEnd(is_upper=True)),
    )


def grid_lines(axis: ValueAxis, frame: Frame, look: Style) -> list[Mark]:
    """Pale lines across the plot, behind everything."""
    if look.grid is GridLines.NONE:
        return []
    values = axis.ticks if look.grid is GridLines.MAJOR else (*axis.minor, *axis.ticks)
    turn = frame.turn
    places = dict.fromkeys(axis.scale.at(value) for value in values)
    return [
        turn.stroke((frame.start, at), (frame.end, at), _GRID_PT, _GRID)
        for at in places
        if abs(at - axis.scale.base) > 1e-6
    ]


def reference_lines(content: Content, axis: ValueAxis, frame: Frame) -> list[Mark]:
    """Dashed lines across the plot at values."""
    weight = content.look.style.line_pt
    return [
        frame.turn.stroke(
            (frame.start, axis.scale.at(value)),
            (frame.end, axis.scale.at(value)),
            weight,
            target=target,
            dash=_REFERENCE_DASH,
        )
        for value, target in content.references
        if axis.scale.covers(value)
    ]


def value_ticks(
    axis: ValueAxis, frame: Frame, look: Style, type_: Typesetter, *, has_numbers: bool
) -> list[Mark]:
    """The ticks of the value axis, with their numbers unless another panel has them."""
    turn, extent = frame.turn, type_.extent("0")
    marks: list[Mark] = []
    side = frame.end if turn.is_sideways else frame.start
    out = (1 if turn.is_sideways else -1) * (-1 if look.ticks is TickSide.INSIDE else 1)
    if look.ticks is not TickSide.NONE:
        small = [v for v in axis.minor if v not in axis.ticks] if look.has_minor_ticks else []
        for values, length in ((axis.ticks, TICK), (small, TICK * 0.6)):
            for value in values:
                at = axis.scale.at(value)
                ends = ((side + out * length, at), (side, at))
                target = Tick(Axis.VALUE, value)
                marks.append(turn.stroke(*ends, look.line_pt, target=target))
    if not has_numbers:
        return marks
    for value, label in zip(axis.ticks, axis.labels, strict=True):
        at, target = axis.scale.at(value), Tick(Axis.VALUE, value)
        if turn.is_sideways:
            x, y = turn.xy(side + TICK + BESIDE_TICK, at)
            marks.append(type_.line(label, x, y - extent.ascent, Align.MIDDLE, target))
        else:
            x, y = turn.xy(side - TICK - BESIDE_TICK, at)
            middle = y - (extent.ascent - extent.descent) / 2 * 0.8
            marks.append(type_.line(label, x, middle, Align.END, target))
    return marks


def amount_ticks(
    bands: Bands, names: Names, axis: ValueAxis, frame: Frame, look: Style
) -> list[Mark]:
    """Ticks under groups that stand at true distances, and at numbers: the axis is a scale."""
    if not bands.is_by_amount or look.ticks is TickSide.NONE:
        return []
    turn, base = frame.turn, axis.scale.base
    out = 1 if look.ticks is TickSide.INSIDE else -1
    numbers = [frame.start + name.place for name in names.names if name.is_tick]
    seen = [m for number, m in enumerate(bands.middles) if bands.has(number)]
    places = [(middle, TICK * 0.7) for middle in seen]
    places += [(at, TICK * 1.4) for at in numbers]
    return [
        turn.stroke((at, base), (at, base + out * length), look.line_pt) for at, length in places
    ]


def equation_lines(
    lines: Sequence[str], right: float, lowest: float, type_: Typesetter
) -> list[Label]:
    """Equations above the right end of the plots, one below the other.

    Args:
        lines: what they say.
        right: where they end, in mm.
        lowest: the lower side of the last.
        type_: sets them.
    """
    baseline = lowest + type_.extent("x").descent
    last = len(lines) - 1
    return [
        type_.line(text, right, baseline + (last - i) * type_.line_height, Align.END, FitAt(str(i)))
        for i, text in enumerate(lines)
    ]


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


def panel_title(
    panel: Panel, lines: Sequence[str], left: float, lowest: float, type_: Typesetter
) -> list[Label]:
    """The level that a panel is for, above its left end."""
    if panel.variable is None:
        return []
    target = PanelAt(panel.variable, panel.level)
    baseline = lowest + type_.extent("x").descent
    last = len(lines) - 1
    return [
        type_.line(text, left, baseline + (last - i) * type_.line_height, Align.START, target)
        for i, text in enumerate(lines)
    ]


def bottom_title(
    lines: Sequence[str],
    axis: Axis,
    ends: tuple[float, float],
    page: tuple[float, float],
    below: float,
    type_: Typesetter,
) -> list[Label]:
    """A title below all plots, in their middle as far as the page allows.

    Args:
        lines: what it says.
        axis: whose title it is.
        ends: where the plots begin and end, in mm.
        page: between what it has to stand.
        below: mm that something else takes below it.
        type_: sets it.
    """
    baseline = EDGE + below + type_.extent("x").descent
    last = len(lines) - 1
    return [
        type_.line(
            text,
            _within((ends[0] + ends[1]) / 2, type_.width_of(text) / 2, page),
            baseline + (last - i) * type_.line_height,
            Align.MIDDLE,
            AxisTitle(axis),
        )
        for i, text in enumerate(lines)
    ]


def left_title(
    lines: Sequence[str],
    axis: Axis,
    ends: tuple[float, float],
    page: tuple[float, float],
    before: float,
    type_: Typesetter,
) -> list[Label]:
    """A title that runs upwards at the left of all plots.

    Args:
        lines: what it says.
        axis: whose title it is.
        ends: where the plots begin and end, in mm from below.
        page: between what it has to stand.
        before: mm that something else takes to the left of it.
        type_: sets it.
    """
    x = EDGE + before + type_.extent("x").ascent
    return [
        type_.upright(
            text,
            x + i * type_.line_height,
            _within((ends[0] + ends[1]) / 2, type_.width_of(text) / 2, page),
            Align.MIDDLE,
            AxisTitle(axis),
        )
        for i, text in enumerate(lines)
    ]


def _within(middle: float, half: float, page: tuple[float, float]) -> float:
    """The middle of a text such that it stays between two ends."""
    return min(max(middle, page[0] + half), max(page[1] - half, page[0] + half))
