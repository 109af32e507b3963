"""What stands above the groups: comparison lines, and texts over single groups."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.figure.comparison_lines import (
    CLEARANCE,
    DOT_RADIUS,
    TEXT_GAP,
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
from decimus.figure.marks import INK, LINE_PT, Bounds, Extent, Label, Mark, Run
from decimus.figure.plots import Plot
from decimus.figure.scales import Scale
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import GroupTextAt, Levels, PairAt, same_thing
from decimus.values import Value

_STAR_DROP = 0.33
"""Stars hang at the top of their line of text; by this share of it they are lowered."""
_LIFT = 0.7 * CLEARANCE
"""Air between a group and the text over it."""


class PlacedText(Value, frozen=True):
    """A text over one group: the room it takes along the axes, and the value it hangs on."""

    levels: Levels
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
        texts: texts over groups, each with the middle of its group and its room.
        obstacles: the marks below.
    """

    lines: tuple[WantedLine, ...]
    texts: tuple[tuple[Levels, float, tuple[float, float]], ...]
    obstacles: tuple[Obstacle, ...]


def wanted_annotations(plot: Plot, type_: Typesetter) -> Wanted:
    """What is to stand above the groups of a plot.

    Args:
        plot: it; only where groups stand matters, not yet where values are.
        type_: sets the texts.
    """
    content, turn = plot.content, plot.frame.turn
    places = plot.middles
    lines = []
    for comparison in content.comparisons:
        groups = (comparison.first, comparison.second)
        if all(levels in places for levels in groups):
            start, end = sorted(places[levels] for levels in groups)
            extent = type_.extent(comparison.runs)
            room = text_room(extent, _drop(comparison.runs, extent), turn)
            lines.append(WantedLine(groups, start, end, room))
    texts = [
        (text.levels, places[text.levels], turn.room(type_.extent(text.runs)))
        for text in content.group_texts
        if text.levels in places
    ]
    texts.sort(key=lambda each: each[1])
    return Wanted(tuple(lines), tuple(texts), plot.obstacles)


def placed_annotations(wanted: Wanted, scale: Scale, content: Content) -> Placed:
    """A place for everything above the groups; lines stay clear of texts over groups."""
    texts = _placed_texts(wanted, Ground(wanted.obstacles, scale))
    over = [_as_obstacle(text, scale) for text in texts]
    lines = placed_lines(wanted.lines, Ground((*wanted.obstacles, *over), scale))
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


def _as_obstacle(text: PlacedText, scale: Scale) -> Obstacle:
    room = text.bounds
    over = room.top - scale.clamped(text.hangs_on)
    return Obstacle(room.left, room.right, text.hangs_on, over)


def _placed_texts(wanted: Wanted, ground: Ground) -> tuple[PlacedText, ...]:
    """Each text over its group, above what it reaches over and clear of the others."""
    placed: list[PlacedText] = []
    for levels, middle, (along, high) in wanted.texts:
        half = along / 2
        top, hangs_on = ground.highest(middle - half, middle + half)
        bottom = top + _LIFT
        bounds = Bounds(middle - half, bottom, middle + half, bottom + high)
        while blockers := [other for other in placed if other.bounds.overlaps(bounds)]:
            highest = max(blockers, key=lambda other: other.bounds.top)
            lift, hangs_on = highest.bounds.top - bounds.bottom + 1e-6, highest.hangs_on
            bounds = replace(bounds, bottom=bounds.bottom + lift, top=bounds.top + lift)
        placed.append(PlacedText(levels, bounds, hangs_on))
    return tuple(placed)


def line_marks(placed: Placed, plot: Plot, type_: Typesetter) -> list[Mark]:
    """Lines with a dot at each compared group and the text set into them; texts over groups."""
    content, turn = plot.content, plot.frame.turn
    runs = {(c.first, c.second): c.runs for c in content.comparisons}
    marks: list[Mark] = []
    for line in placed.lines:
        target, wanted, at = PairAt(*line.wanted.groups), line.wanted, line.at
        text = _line_text(line, runs[wanted.groups], turn, type_)
        text = replace(text, target=target)
        if line.is_text_inside:
            half = wanted.text.along / 2 + TEXT_GAP
            ends = (
                ((wanted.start, at), (wanted.middle - half, at)),
                ((wanted.middle + half, at), (wanted.end, at)),
            )
            marks += [turn.stroke(*each, LINE_PT, target=target) for each in ends]
        else:
            whole = ((wanted.start, at), (wanted.end, at))
            marks.append(turn.stroke(*whole, LINE_PT, target=target))
        dots = [(wanted.start, at), (wanted.end, at)]
        marks.append(turn.dots(dots, DOT_RADIUS, INK, 0.0, INK, target))
        marks.append(text)
    over = {text.levels: text.runs for text in content.group_texts}
    marks += [_text_mark(text, over[text.levels], turn, type_) for text in placed.texts]
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
    start = (line.wanted.start + line.wanted.end - extent.width) / 2
    return type_.line(runs, start, baseline, Align.START)


def _text_mark(text: PlacedText, runs: tuple[Run, ...], turn: Turn, type_: Typesetter) -> Label:
    extent, target = type_.extent(runs), GroupTextAt(text.levels)
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
