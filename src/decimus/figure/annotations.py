"""What stands above the groups: comparison lines, and texts over single groups."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from msgspec.structs import replace

from decimus.figure.comparison_lines import (
    CLEARANCE,
    DOT_RADIUS,
    TEXT_GAP,
    PlacedLine,
    WantedLine,
    nudged,
    placed_lines,
)
from decimus.figure.content import Content
from decimus.figure.marks import (
    INK,
    LINE_PT,
    Bounds,
    Dots,
    Extent,
    Label,
    Mark,
    Stroke,
    Target,
)
from decimus.figure.places import Slot
from decimus.figure.text import Align, Typesetter
from decimus.study.questions import Levels
from decimus.terms import FigurePart
from decimus.values import Value

_STAR_DROP = 0.33
"""Stars hang at the top of their line of text; by this share of it they are lowered."""
_LIFT = 0.7 * CLEARANCE
"""Air between a group and the text over it."""


class PlacedText(Value, frozen=True):
    """A text over one group: its middle, its baseline, and the room it takes."""

    levels: Levels
    x: float
    baseline: float
    bounds: Bounds


class Placed(Value, frozen=True):
    """All that stands above the groups."""

    lines: tuple[PlacedLine, ...]
    texts: tuple[PlacedText, ...]

    @property
    def top(self) -> float:
        """The height of the highest; 0 where there is nothing."""
        bounds = [line.bounds for line in self.lines] + [text.bounds for text in self.texts]
        return max((each.top for each in bounds), default=0.0)


def wanted_lines(
    content: Content, slots: Sequence[Slot], type_: Typesetter
) -> tuple[WantedLine, ...]:
    """The comparison lines of a content, with the room that their texts take."""
    places: dict[Levels, float] = {slot.member.levels: slot.x for slot in slots}
    wanted = []
    for comparison in content.comparisons:
        groups = (comparison.first, comparison.second)
        if all(levels in places for levels in groups):
            x1, x2 = sorted(places[levels] for levels in groups)
            extent = type_.extent(comparison.runs)
            text = "".join(run.text for run in comparison.runs)
            wanted.append(WantedLine(groups, x1, x2, extent, _drop(text, extent)))
    return tuple(wanted)


def placed_annotations(
    content: Content,
    wanted: Sequence[WantedLine],
    slots: Sequence[Slot],
    type_: Typesetter,
    top_over: Callable[[float, float], float],
) -> Placed:
    """A place for everything above the groups; lines stay clear of texts over groups."""
    texts = _placed_texts(content, slots, type_, top_over)

    def top(left: float, right: float) -> float:
        tops = (t.bounds.top for t in texts if t.bounds.left < right and left < t.bounds.right)
        return max((top_over(left, right), *tops))

    lines = placed_lines(wanted, top if texts else top_over)
    by_hand = {
        frozenset((nudge.pair.first, nudge.pair.second)): nudge.up_mm
        for nudge in content.choices.nudges
    }
    moved = tuple(
        nudged(line, by_hand.get(frozenset(line.wanted.groups), 0.0)) if by_hand else line
        for line in lines
    )
    return Placed(moved, texts)


def _placed_texts(
    content: Content,
    slots: Sequence[Slot],
    type_: Typesetter,
    top_over: Callable[[float, float], float],
) -> tuple[PlacedText, ...]:
    """Each text over its group, above what it reaches over and clear of the others."""
    runs = {text.levels: text.runs for text in content.group_texts}
    placed: list[PlacedText] = []
    for slot in slots:
        if slot.member.levels not in runs:
            continue
        extent = type_.extent(runs[slot.member.levels])
        half = extent.width / 2
        bottom = top_over(slot.x - half, slot.x + half) + _LIFT
        bounds = Bounds(slot.x - half, bottom, slot.x + half, bottom + extent.height)
        while blockers := [other for other in placed if other.bounds.overlaps(bounds)]:
            lift = max(other.bounds.top for other in blockers) - bounds.bottom + 1e-6
            bounds = replace(bounds, bottom=bounds.bottom + lift, top=bounds.top + lift)
        baseline = bounds.bottom + extent.descent
        placed.append(PlacedText(slot.member.levels, slot.x, baseline, bounds))
    return tuple(placed)


def line_marks(placed: Placed, content: Content, type_: Typesetter) -> list[Mark]:
    """Lines with a dot at each compared group and the text set into them; texts over groups."""
    runs = {(c.first, c.second): c.runs for c in content.comparisons}
    marks: list[Mark] = []
    for line in placed.lines:
        target = Target(FigurePart.COMPARISON, line.wanted.groups)
        x1, x2, y = line.wanted.x1, line.wanted.x2, line.y
        text = type_.line(runs[line.wanted.groups], line.text_x, line.baseline, Align.START, target)
        if line.is_text_inside:
            left, right = text.x - TEXT_GAP, text.x + text.extent.width + TEXT_GAP
            marks.append(Stroke(x1, y, left, y, LINE_PT, target=target))
            marks.append(Stroke(right, y, x2, y, LINE_PT, target=target))
        else:
            marks.append(Stroke(x1, y, x2, y, LINE_PT, target=target))
        marks.append(Dots((x1, x2), (y, y), DOT_RADIUS, INK, 0.0, INK, target))
        marks.append(text)
    over = {text.levels: text.runs for text in content.group_texts}
    for text_place in placed.texts:
        target = Target(FigurePart.GROUP_TEXT, (text_place.levels,))
        x, baseline = text_place.x, text_place.baseline
        found = type_.line(over[text_place.levels], x, baseline, Align.MIDDLE, target)
        marks.append(_lowered(found))
    return marks


def _lowered(text: Label) -> Label:
    """Stars set to the middle of their line."""
    return replace(text, y=text.y - _drop(text.text, text.extent))


def _drop(text: str, extent: Extent) -> float:
    return 0.0 if text.strip("*") else _STAR_DROP * extent.ascent
