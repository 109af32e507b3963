"""What stands above the groups: comparison lines, and texts over single groups."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.figure.comparison_lines import (
    CLEARANCE,
    DOT_RADIUS,
    TEXT_GAP,
    Blocked,
    PlacedLine,
    WantedLine,
    nudged,
    placed_lines,
    text_room,
    x_height,
)
from decimus.figure.content import Content
from decimus.figure.frames import Turn
from decimus.figure.ground import Ground, Obstacle
from decimus.figure.marks import INK, Bounds, Extent, Label, Mark, Run
from decimus.figure.plots import Plot
from decimus.figure.scales import Scale
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import GroupTextAt, PairAt, ValueLabelAt, same_thing
from decimus.values import Value

_STAR_DROP = 0.33
"""Stars hang at the top of their line of text; by this share of it they are lowered."""
_THIN = 0.5
_LIFT = 0.7 * CLEARANCE
"""Air between a group and the text over it."""


class WantedText(Value, frozen=True):
    """A text to stand over one group: a number, letters or stars.

    Args:
        target: what it is.
        middle: of its group, along the group axis in mm.
        room: that it takes along the group axis and along values.
        runs: what it says.
    """

    target: ValueLabelAt | GroupTextAt
    middle: float
    room: tuple[float, float]
    runs: tuple[Run, ...]


class PlacedText(Value, frozen=True):
    """A text over one group: the room it takes along the axes, and the value it hangs on."""

    wanted: WantedText
    bounds: Bounds
    hangs_on: float


class Placed(Value, frozen=True):
    """All that stands above the groups of a panel."""

    lines: tuple[PlacedLine, ...]
    texts: tuple[PlacedText, ...]

    @property
    def tops(self) -> list[tuple[float, float]]:
        """How high each reaches, with the value it hangs on."""
        each: list[PlacedLine | PlacedText] = [*self.lines, *self.texts]
        return [(one.bounds.top, one.hangs_on) for one in each]

    @property
    def top(self) -> float:
        """The height of the highest; 0 where there is nothing."""
        return max((top for top, _ in self.tops), default=0.0)


class Wanted(Value, frozen=True):
    """What is to stand above the groups of a panel, and what there it has to keep clear of.

    Args:
        lines: comparison lines.
        texts: texts over groups, those closest to their groups first.
        obstacles: the marks below.
        ends: of the plot along the group axis, between which texts stay.
        lines_across: values that have a line across the plot, which texts keep clear of.
    """

    lines: tuple[WantedLine, ...]
    texts: tuple[WantedText, ...]
    obstacles: tuple[Obstacle, ...]
    ends: tuple[float, float]
    lines_across: tuple[float, ...]


def wanted_annotations(plot: Plot, type_: Typesetter) -> Wanted:
    """What is to stand above the groups of a plot.

    Args:
        plot: it; only where groups stand matters, not yet where values are.
        type_: sets the texts of the axes; smaller letters follow from the look.
    """
    content, turn = plot.content, plot.frame.turn
    small = small_type(content, type_)
    places = plot.middles
    ends = (plot.frame.start, plot.frame.end)
    lines = []
    for comparison in content.comparisons:
        groups = (comparison.first, comparison.second)
        if all(levels in places for levels in groups):
            start, end = sorted(places[levels] for levels in groups)
            extent = small.extent(comparison.runs)
            room = text_room(extent, _drop(comparison.runs, extent), turn)
            lines.append(WantedLine(groups, start, end, room, ends))
    order = sorted(places, key=lambda levels: places[levels])
    texts = []
    for said in (content.labels, content.group_texts):
        by_levels = {text.levels: text.runs for text in said}
        for levels in order:
            if levels in by_levels:
                runs = by_levels[levels]
                is_label = said is content.labels
                target = ValueLabelAt(levels) if is_label else GroupTextAt(levels)
                room_of_text = turn.room(small.extent(runs))
                texts.append(WantedText(target, places[levels], room_of_text, runs))
    across = tuple(value for value, _ in content.references)
    return Wanted(tuple(lines), tuple(texts), plot.obstacles, ends, across)


def small_type(content: Content, type_: Typesetter) -> Typesetter:
    """Sets what stands in comparison lines and over groups."""
    return Typesetter(type_.measure, content.look.style.comparison_pt)


def placed_annotations(wanted: Wanted, scale: Scale, content: Content) -> Placed:
    """A place for everything above the groups; lines stay clear of texts over groups."""
    fixed = [
        _across(value, wanted.ends, scale) for value in wanted.lines_across if scale.covers(value)
    ]
    texts = _placed_texts(wanted, Ground(wanted.obstacles, scale), fixed)
    over = [_as_obstacle(text, scale) for text in texts]
    lines = placed_lines(wanted.lines, Ground((*wanted.obstacles, *over), scale), fixed)
    by_hand = [moved for moved in content.choices.moved if isinstance(moved.what, PairAt)]
    if by_hand:
        lines = tuple(
            nudged(
                line,
                sum(m.value_mm for m in by_hand if same_thing(m.what, PairAt(*line.wanted.groups))),
            )
            for line in lines
        )
    return Placed(lines, texts)


def _across(value: float, ends: tuple[float, float], scale: Scale) -> Blocked:
    """The room of a line across the plot, with a little air."""
    at = scale.at(value)
    return Blocked(Bounds(ends[0], at - _THIN, ends[1], at + _THIN), value)


def _as_obstacle(text: PlacedText, scale: Scale) -> Obstacle:
    room = text.bounds
    over = room.top - scale.clamped(text.hangs_on)
    return Obstacle(room.left, room.right, text.hangs_on, over)


def _placed_texts(wanted: Wanted, ground: Ground, fixed: list[Blocked]) -> tuple[PlacedText, ...]:
    """Each text over its group, above what it reaches over and clear of the others."""
    placed: list[PlacedText] = []
    for text in wanted.texts:
        along, high = text.room
        half = along / 2
        # No text leaves the plot, where it would stand over the axis or beyond the page.
        first, last = wanted.ends[0] + half + _THIN, wanted.ends[1] - half
        middle = min(max(text.middle, first), max(last, first))
        top, hangs_on = ground.highest(middle - half, middle + half)
        bottom = top + _LIFT
        bounds = Bounds(middle - half, bottom, middle + half, bottom + high)
        others: list[PlacedText | Blocked] = [*placed, *fixed]
        while blockers := [other for other in others if other.bounds.overlaps(bounds)]:
            highest = max(blockers, key=lambda other: other.bounds.top)
            lift, hangs_on = highest.bounds.top - bounds.bottom + 1e-6, highest.hangs_on
            bounds = replace(bounds, bottom=bounds.bottom + lift, top=bounds.top + lift)
        placed.append(PlacedText(text, bounds, hangs_on))
    return tuple(placed)


def line_marks(placed: Placed, plot: Plot, type_: Typesetter) -> list[Mark]:
    """Lines with a dot at each compared group and the text set into them; texts over groups."""
    content, turn = plot.content, plot.frame.turn
    weight, small = content.look.style.line_pt, small_type(content, type_)
    runs = {(c.first, c.second): c.runs for c in content.comparisons}
    marks: list[Mark] = []
    for line in placed.lines:
        target, wanted, at = PairAt(*line.wanted.groups), line.wanted, line.at
        text = _line_text(line, runs[wanted.groups], turn, small)
        text = replace(text, target=target)
        if line.is_text_inside:
            half = wanted.text.along / 2 + TEXT_GAP
            ends = (
                ((wanted.start, at), (wanted.middle - half, at)),
                ((wanted.middle + half, at), (wanted.end, at)),
            )
            marks += [turn.stroke(*each, weight, target=target) for each in ends]
        else:
            whole = ((wanted.start, at), (wanted.end, at))
            marks.append(turn.stroke(*whole, weight, target=target))
        dots = [(wanted.start, at), (wanted.end, at)]
        marks.append(turn.dots(dots, DOT_RADIUS, INK, 0.0, INK, target))
        marks.append(text)
    marks += [_text_mark(text, turn, small) for text in placed.texts]
    return marks


def _line_text(line: PlacedLine, runs: tuple[Run, ...], turn: Turn, type_: Typesetter) -> Label:
    """The text of a line, level whichever way the figure stands."""
    extent, drop = type_.extent(runs), _drop(runs, type_.extent(runs))
    if turn.is_sideways:
        at = line.at if line.is_text_inside else line.at + DOT_RADIUS + TEXT_GAP
        align = Align.MIDDLE if line.is_text_inside else Align.START
        x, y = turn.xy(line.wanted.middle, at)
        return type_.line(runs, x, y - x_height(extent) / 2 - drop, align)
    if line.is_text_inside:
        baseline = line.at - x_height(extent) / 2 - drop
    else:
        baseline = line.at + DOT_RADIUS + TEXT_GAP + extent.descent * 0.6 - drop
    return type_.line(runs, line.wanted.middle - extent.width / 2, baseline, Align.START)


def _text_mark(text: PlacedText, turn: Turn, type_: Typesetter) -> Label:
    runs, target = text.wanted.runs, text.wanted.target
    extent = type_.extent(runs)
    middle = (text.bounds.left + text.bounds.right) / 2
    x, y = turn.xy(middle, text.bounds.bottom)
    drop = _drop(runs, extent)
    if turn.is_sideways:
        return type_.line(runs, x, y - x_height(extent) / 2 - drop, Align.START, target)
    return type_.line(runs, x, y + extent.descent - drop, Align.MIDDLE, target)


def _drop(runs: tuple[Run, ...], extent: Extent) -> float:
    """How far a text is lowered: stars are set to the middle of their line."""
    text = "".join(run.text for run in runs)
    return 0.0 if text.strip("*") else _STAR_DROP * extent.ascent
