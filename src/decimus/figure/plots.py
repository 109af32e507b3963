"""A panel's plot: its frame, its scales, and its marks turned from data into mm."""

from __future__ import annotations

from itertools import pairwise
from typing import assert_never

from decimus.charts.marks import (
    BarMark,
    BoxMark,
    DifferenceMark,
    DotsMark,
    IntervalMark,
    LevelMark,
    PathMark,
    PathRole,
    PointMark,
    SceneMark,
)
from decimus.figure.bands import Bands, Slot
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.ground import Obstacle
from decimus.figure.marks import INK, LINE_PT, Mark, Shape
from decimus.figure.palettes import blended
from decimus.figure.scales import Scale
from decimus.figure.swarms import swarm
from decimus.study.targets import (
    AnyTarget,
    AsideAt,
    GroupAt,
    Levels,
    PairAt,
    ReplicateAt,
    ReplicatesAt,
)
from decimus.terms import ReplicatePlace
from decimus.values import Value

_CAP_SHARE = 0.16
_LONGEST_CAP = 1.0
_REPLICATE_RADIUS = 0.52
_SMALLEST_REPLICATE = 0.34
_POINT_RADIUS = 1.1
_SMALLEST_POINT = 0.7
"""Marks of places close together stay large enough to be seen, even where they touch."""
_STRONG_PT = 1.75
_JOIN_PT = 1.0
_SUBJECT_PT = 0.5
_PAPER = "#ffffff"
_ADJUSTED = "#b9b4a8"
_ASIDE = "#aaa396"
_SUBJECT = "#98938a"
_BESIDE, _BESIDE_ROOM = 0.33, 0.17
"""Replicates beside: their middle and half of their room, as shares of their group's place."""
_OVER_ROOM = 0.46
_LEVEL_SHARE = 0.36
"""Half of a short line across a group's place."""
_BOX_SHARE = 1.0
_PIECES = 8
"""Of a line between two places, as comparison lines see it."""


class Plot(Value, frozen=True):
    """A panel with places for its values and groups.

    Args:
        content: what the figure shows.
        frame: the plot area.
        scale: along values.
        bands: along the group axis.
        marks: what is drawn there.
    """

    content: Content
    frame: Frame
    scale: Scale
    bands: Bands
    marks: tuple[SceneMark, ...]

    @property
    def middles(self) -> dict[Levels, float]:
        """Where the middle of each group that is drawn stands along the group axis."""
        return {
            mark.levels: self.bands.slot(mark.spot).middle
            for mark in self.marks
            if not isinstance(mark, PathMark | DifferenceMark)
        }

    @property
    def obstacles(self) -> tuple[Obstacle, ...]:
        """What comparison lines keep clear of."""
        return tuple(each for mark in self.marks for each in self._obstacles(mark))

    @property
    def drawn(self) -> list[Mark]:
        """All marks of its groups on the page, from the lowest to the topmost."""
        return [each for mark in self.marks for each in self._drawn(mark)]

    def _drawn(self, mark: SceneMark) -> list[Mark]:
        """The marks on the page for a mark of the scene."""
        match mark:
            case BarMark():
                return self._bar(mark)
            case IntervalMark():
                return self._interval(mark)
            case PointMark():
                return self._point(mark)
            case LevelMark():
                return self._level(mark)
            case BoxMark():
                return self._box(mark)
            case DotsMark():
                return self._dots(mark)
            case PathMark():
                return self._path(mark)
            case DifferenceMark():
                return self._difference(mark)
            case _ as other:
                assert_never(other)

    def _obstacles(self, mark: SceneMark) -> list[Obstacle]:
        match mark:
            case PathMark():
                return self._under_path(mark)
            case BarMark():
                reached = [(mark.start, 0.0), (mark.end, 0.0)]
            case IntervalMark():
                reached = [] if mark.upper is None else [(mark.upper, 0.0)]
            case PointMark():
                reached = [(mark.value, _POINT_RADIUS)]
            case LevelMark():
                reached = [(mark.value, 0.0)]
            case BoxMark():
                reached = [(mark.box.upper_whisker, 0.0)]
            case DotsMark():
                seen = [value for value in mark.values if self.scale.covers(value)]
                reached = [(max(seen), _REPLICATE_RADIUS)] if seen else []
            case DifferenceMark():
                reached = []
            case _ as other:
                assert_never(other)
        slot = self.bands.slot(mark.spot)
        return [Obstacle(slot.start, slot.end, value, over) for value, over in reached]

    def _under_path(self, mark: PathMark) -> list[Obstacle]:
        """A line from place to place, in pieces that are as high as their higher end."""
        middles = [self.bands.slot(spot).middle for spot in mark.spots]
        found = []
        for (a, start), (b, end) in pairwise(zip(middles, mark.values, strict=True)):
            for piece in range(_PIECES):
                first, last = piece / _PIECES, (piece + 1) / _PIECES
                sides = sorted((a + first * (b - a), a + last * (b - a)))
                value = max(start + first * (end - start), start + last * (end - start))
                found.append(Obstacle(sides[0], sides[1], value))
        return found

    def _bar(self, mark: BarMark) -> list[Mark]:
        slot = self.bands.slot(mark.spot)
        ends = sorted((self.scale.clamped(mark.start), self.scale.clamped(mark.end)))
        colour, target = self.content.colours[mark.levels], GroupAt(mark.levels)
        turn, length = self.frame.turn, ends[1] - ends[0]
        return [turn.box(slot.start, ends[0], slot.width, length, colour, target)]

    def _point(self, mark: PointMark) -> list[Mark]:
        colour = self.content.colours[mark.levels]
        return self._sign(self.bands.slot(mark.spot), mark.value, colour, GroupAt(mark.levels))

    def _sign(self, slot: Slot, value: float, colour: str, target: AnyTarget) -> list[Mark]:
        """A filled point."""
        if not self.scale.covers(value):
            return []
        radius = max(min(_POINT_RADIUS, slot.width / 3), _SMALLEST_POINT)
        place = (slot.middle, self.scale.at(value))
        return [self.frame.turn.dots([place], radius, colour, 0.0, colour, target)]

    def _interval(self, mark: IntervalMark) -> list[Mark]:
        colour = self.content.colours[mark.levels] if mark.is_strong else INK
        weight = _STRONG_PT if mark.is_strong else LINE_PT
        ends = (mark.middle, mark.lower, mark.upper)
        slot = self.bands.slot(mark.spot)
        return self._error_bar(slot, ends, GroupAt(mark.levels), weight, colour)

    def _error_bar(
        self,
        slot: Slot,
        ends: tuple[float, float | None, float | None],
        target: AnyTarget,
        weight: float = LINE_PT,
        colour: str = INK,
    ) -> list[Mark]:
        """An error bar with short ends, centred on its mark, never past the axis.

        Args:
            slot: where it stands.
            ends: its middle, and how far it reaches; None for no such end.
            target: what it belongs to.
            weight: in points.
            colour: of the lines.
        """
        turn, scale = self.frame.turn, self.scale
        middle, lower, upper = ends
        half = min(slot.width * _CAP_SHARE, _LONGEST_CAP)
        first = scale.clamped(middle if lower is None else lower)
        last = scale.clamped(middle if upper is None else upper)
        marks: list[Mark] = []
        if first != last:
            along = ((slot.middle, first), (slot.middle, last))
            marks.append(turn.stroke(*along, weight, colour, target))
        for end in (lower, upper):
            if end is not None and scale.covers(end):
                at = scale.at(end)
                across = ((slot.middle - half, at), (slot.middle + half, at))
                marks.append(turn.stroke(*across, weight, colour, target))
        return marks

    def _level(self, mark: LevelMark) -> list[Mark]:
        if not self.scale.covers(mark.value):
            return []
        slot, at = self.bands.slot(mark.spot), self.scale.at(mark.value)
        half = slot.width * _LEVEL_SHARE
        ends = ((slot.middle - half, at), (slot.middle + half, at))
        return [self.frame.turn.stroke(*ends, 2 * LINE_PT, target=GroupAt(mark.levels))]

    def _box(self, mark: BoxMark) -> list[Mark]:
        """Whiskers with short ends, the box over them, the median and the mean in it."""
        slot, scale, turn, box = self.bands.slot(mark.spot), self.scale, self.frame.turn, mark.box
        target = GroupAt(mark.levels)
        ends = (box.median, box.lower_whisker, box.upper_whisker)
        marks = self._error_bar(slot, ends, target)
        low, high = scale.clamped(box.lower_quartile), scale.clamped(box.upper_quartile)
        half = slot.width * _BOX_SHARE / 2
        colour = self.content.colours[mark.levels]
        marks.append(turn.box(slot.middle - half, low, 2 * half, high - low, colour, target))
        if scale.covers(box.median):
            at = scale.at(box.median)
            across = ((slot.middle - half, at), (slot.middle + half, at))
            marks.append(turn.stroke(*across, 2 * LINE_PT, target=target))
        if mark.mean is not None and scale.covers(mark.mean):
            place = [(slot.middle, scale.at(mark.mean))]
            radius = min(_POINT_RADIUS * 0.8, slot.width / 4)
            sign = turn.dots(place, radius, _PAPER, LINE_PT, INK, target, (), Shape.DIAMOND)
            marks.append(sign)
        return marks

    def _dots(self, mark: DotsMark) -> list[Mark]:
        """Small open circles; what is set aside as pale rings below them."""
        slot, turn, scale = self.bands.slot(mark.spot), self.frame.turn, self.scale
        levels = mark.levels
        radius = max(min(_REPLICATE_RADIUS, slot.width / 9), _SMALLEST_REPLICATE)
        middle, room = self._room_of_dots(mark, slot)
        whole = ReplicatesAt(levels)
        marks: list[Mark] = []
        pale = [(i, value) for i, value in enumerate(mark.asides) if scale.covers(value)]
        if pale:
            places = [(middle, scale.at(value)) for _, value in pale]
            those = tuple(AsideAt(levels, i) for i, _ in pale)
            marks.append(turn.dots(places, radius, _PAPER, LINE_PT, _ASIDE, whole, those))
        shown = [
            pair for pair in zip(mark.numbers, mark.values, strict=True) if scale.covers(pair[1])
        ]
        if shown:
            heights = [scale.at(value) for _, value in shown]
            offsets = swarm(heights, radius * 2.15, room - radius)
            places = [(middle + o, at) for o, at in zip(offsets, heights, strict=True)]
            each = tuple(ReplicateAt(levels, number) for number, _ in shown)
            fill = _ADJUSTED if mark.is_adjusted else _PAPER
            ink = blended(self.content.colours[levels], INK, 0.2) if mark.is_alone else INK
            weight = 1.4 * LINE_PT if mark.is_alone else LINE_PT
            marks.append(turn.dots(places, radius, fill, weight, ink, whole, each))
        return marks

    def _room_of_dots(self, mark: DotsMark, slot: Slot) -> tuple[float, float]:
        """The middle of a group's replicates and how far they may spread to either side."""
        match mark.place or ReplicatePlace.BESIDE:
            case ReplicatePlace.BESIDE:
                return slot.middle + slot.width * _BESIDE, slot.width * _BESIDE_ROOM
            case ReplicatePlace.OVER:
                return slot.middle, slot.width * _OVER_ROOM
            case ReplicatePlace.IN_LINE:
                return slot.middle, 0.0

    def _path(self, mark: PathMark) -> list[Mark]:
        """A line through the middles of places, as far as the axis covers it."""
        places = [
            (self.bands.slot(spot).middle, self.scale.clamped(value))
            for spot, value in zip(mark.spots, mark.values, strict=True)
        ]
        turn, target = self.frame.turn, GroupAt(mark.levels)
        if mark.role is PathRole.SUBJECT:
            has_colour = mark.spots[0].of > 1
            colour = self.content.colours[mark.levels] if has_colour else _SUBJECT
            return [turn.line(places, _SUBJECT_PT, colour, target)]
        colour = self.content.colours[mark.levels] if mark.spots[0].of > 1 else INK
        return [turn.line(places, _JOIN_PT, colour, target)]

    def _difference(self, mark: DifferenceMark) -> list[Mark]:
        slot, target = self.bands.slot(mark.spot), PairAt(mark.first, mark.second)
        bar = self._error_bar(slot, (mark.estimate, mark.lower, mark.upper), target)
        return [*bar, *self._sign(slot, mark.estimate, INK, target)]
