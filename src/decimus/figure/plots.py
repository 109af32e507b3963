"""A panel's plot: its frame, its scales, and its marks turned from data into mm."""

from __future__ import annotations

from typing import assert_never

from decimus.charts.marks import BarMark, DotsMark, IntervalMark, PointMark, SceneMark
from decimus.figure.bands import Bands, Slot
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.ground import Obstacle
from decimus.figure.marks import LINE_PT, Mark
from decimus.figure.scales import Scale
from decimus.figure.swarms import swarm
from decimus.study.targets import AsideAt, GroupAt, Levels, ReplicateAt, ReplicatesAt
from decimus.values import Value

_CAP_SHARE = 0.16
_LONGEST_CAP = 1.0
_REPLICATE_RADIUS = 0.52
_POINT_RADIUS = 1.1
_PAPER = "#ffffff"
_ADJUSTED = "#b9b4a8"
_ASIDE = "#aaa396"
_BESIDE = 0.33
"""Replicates stand beside the error bar, so far from its middle as a share of their slot."""


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
        return {mark.levels: self.bands.slot(mark.spot).middle for mark in self.marks}

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
        slot = self.bands.slot(mark.spot)
        match mark:
            case BarMark():
                return self._bar(mark, slot)
            case IntervalMark():
                return self._interval(mark, slot)
            case PointMark():
                return self._point(mark, slot)
            case DotsMark():
                return self._dots(mark, slot)
            case _ as other:
                assert_never(other)

    def _obstacles(self, mark: SceneMark) -> list[Obstacle]:
        slot = self.bands.slot(mark.spot)
        match mark:
            case BarMark():
                reached = [(mark.start, 0.0), (mark.end, 0.0)]
            case IntervalMark():
                reached = [] if mark.upper is None else [(mark.upper, 0.0)]
            case PointMark():
                reached = [(mark.value, _POINT_RADIUS)]
            case DotsMark():
                seen = [value for value in mark.values if self.scale.covers(value)]
                reached = [(max(seen), _REPLICATE_RADIUS)] if seen else []
            case _ as other:
                assert_never(other)
        return [Obstacle(slot.start, slot.end, value, over) for value, over in reached]

    def _bar(self, mark: BarMark, slot: Slot) -> list[Mark]:
        ends = sorted((self.scale.clamped(mark.start), self.scale.clamped(mark.end)))
        colour, target = self.content.colours[mark.levels], GroupAt(mark.levels)
        turn, length = self.frame.turn, ends[1] - ends[0]
        return [turn.box(slot.start, ends[0], slot.width, length, colour, target)]

    def _point(self, mark: PointMark, slot: Slot) -> list[Mark]:
        if not self.scale.covers(mark.value):
            return []
        colour, radius = self.content.colours[mark.levels], min(_POINT_RADIUS, slot.width / 3)
        place = (slot.middle, self.scale.at(mark.value))
        target = GroupAt(mark.levels)
        return [self.frame.turn.dots([place], radius, colour, 0.0, colour, target)]

    def _interval(self, mark: IntervalMark, slot: Slot) -> list[Mark]:
        """An error bar in ink with short ends, centred on its mark, never past the axis."""
        turn, scale, target = self.frame.turn, self.scale, GroupAt(mark.levels)
        half = min(slot.width * _CAP_SHARE, _LONGEST_CAP)
        low = mark.middle if mark.lower is None else mark.lower
        high = mark.middle if mark.upper is None else mark.upper
        first, last = scale.clamped(low), scale.clamped(high)
        marks: list[Mark] = []
        if first != last:
            ends = ((slot.middle, first), (slot.middle, last))
            marks.append(turn.stroke(*ends, LINE_PT, target=target))
        for end in (mark.lower, mark.upper):
            if end is not None and scale.covers(end):
                at = scale.at(end)
                ends = ((slot.middle - half, at), (slot.middle + half, at))
                marks.append(turn.stroke(*ends, LINE_PT, target=target))
        return marks

    def _dots(self, mark: DotsMark, slot: Slot) -> list[Mark]:
        """Small open circles beside the error bar; what is set aside as pale rings below them."""
        turn, scale, levels = self.frame.turn, self.scale, mark.levels
        radius = min(_REPLICATE_RADIUS, slot.width / 9)
        middle = slot.middle + slot.width * _BESIDE
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
            offsets = swarm(heights, radius * 2.15, slot.width * 0.17 - radius)
            places = [(middle + o, at) for o, at in zip(offsets, heights, strict=True)]
            each = tuple(ReplicateAt(levels, number) for number, _ in shown)
            fill = _ADJUSTED if mark.is_adjusted else _PAPER
            marks.append(turn.dots(places, radius, fill, LINE_PT, target=whole, targets=each))
        return marks
