"""Single values on a plot: beside, over or in line with their group, none hiding another."""

from __future__ import annotations

from functools import cached_property

from decimus.charts.marks import BESIDE, DotsMark
from decimus.charts.styles import Origin, Style
from decimus.figure.bands import Bands, Slot
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.marks import INK, MM_PER_POINT, Mark
from decimus.figure.palettes import PAPER, blended
from decimus.figure.scales import Scale
from decimus.figure.swarms import overlap, swarm
from decimus.figure.tips import tips
from decimus.study.targets import AsideAt, GroupAt, Levels, ReplicateAt, ReplicatesAt
from decimus.terms import Fill, ReplicatePlace
from decimus.values import Value

_SMALLEST_REPLICATE = 0.34
_ADJUSTED = "#b9b4a8"
_ASIDE = "#aaa396"
_BESIDE_ROOM = 0.17
"""Half of the room of replicates beside, as a share of their group's place."""
_OVER_ROOM = 0.46
_TINT = 0.55
_SMALLER, _LEAST_SHRINKING = 0.85, 0.62
"""Step by which replicates shrink where they would overlap, and how far."""
_MANY = 150
"""Of more replicates in a group none is told from the others anyhow."""


class ReplicateDots(Value, frozen=True):
    """The single values of a plot.

    Args:
        content: what the figure shows.
        frame: the plot area.
        scale: along values.
        bands: along the group axis.
        marks: the values of every group.
    """

    content: Content
    frame: Frame
    scale: Scale
    bands: Bands
    marks: tuple[DotsMark, ...]

    def _style(self, levels: Levels) -> Style:
        return self.content.look.of(levels)

    def _is_by_rule(self, field: str, levels: Levels) -> bool:
        return self.content.look.origin(field, levels) is Origin.RULE

    def drawn(self, mark: DotsMark) -> list[Mark]:
        """Small open circles; what is set aside as pale rings below them."""
        slot, turn, scale = self.bands.slot(mark.spot), self.frame.turn, self.scale
        levels, style = mark.levels, self._style(mark.levels)
        middle, _ = self._room_of_dots(mark, slot)
        whole = ReplicatesAt(levels)
        marks: list[Mark] = []
        radius = self._replicate_radius(levels, slot)
        pale = [(i, value) for i, value in enumerate(mark.asides) if scale.covers(value)]
        if pale:
            places = [(middle, scale.at(value)) for _, value in pale]
            those = tuple(AsideAt(levels, i) for i, _ in pale)
            marks.append(turn.dots(places, radius, PAPER, style.line_pt, _ASIDE, whole, those))
        shown = [
            pair for pair in zip(mark.numbers, mark.values, strict=True) if scale.covers(pair[1])
        ]
        if shown:
            heights, offsets, _ = self._spread(mark, radius)
            places = [(middle + o, at) for o, at in zip(offsets, heights, strict=True)]
            each = tuple(ReplicateAt(levels, number) for number, _ in shown)
            fill, ink = self._replicate_colours(mark)
            marks += self._errors(mark, places, style, ink)
            weight = _ring(1.4 * style.line_pt if mark.is_alone else style.line_pt, radius)
            marks.append(turn.dots(places, radius, fill, weight, ink, whole, each))
        if mark.values:
            ends = (max(mark.values), min(mark.values))
            marks += tips(self.frame, scale, slot, ends, GroupAt(levels))
        return marks

    def _errors(
        self, mark: DotsMark, places: list[tuple[float, float]], style: Style, ink: str
    ) -> list[Mark]:
        """A thin line through every circle that has a known error, below it, within the axis."""
        pairs = zip(mark.values, mark.errors, strict=False)
        shown = [ends for value, ends in pairs if self.scale.covers(value)]
        scale, marks = self.scale, list[Mark]()
        for (across, at), ends in zip(places, shown, strict=False):
            if ends is None:
                continue
            low, high = (
                at if end is None else scale.clamped(end) for end in (ends.lower, ends.upper)
            )
            line = [(across, low), (across, high)]
            whole = ReplicatesAt(mark.levels)
            marks.append(self.frame.turn.line(line, style.line_pt, ink, whole))
        return marks

    def _spread(
        self, mark: DotsMark, radius: float
    ) -> tuple[list[float], tuple[float, ...], float]:
        """Replicates along values, their offsets from their middle, and how far apart they are."""
        slot = self.bands.slot(mark.spot)
        _, room = self._room_of_dots(mark, slot)
        line = _ring(self._style(mark.levels).line_pt, radius) * MM_PER_POINT
        heights = [self.scale.at(value) for value in mark.values if self.scale.covers(value)]
        # Neighbours may share a line. Beside an error bar, they keep close to it.
        apart, half = 2 * radius + line / 2, room - radius - line / 2
        wanted = -half if self._place(mark) is ReplicatePlace.BESIDE else 0.0
        if any(mark.errors) and half > 0:
            # Lines through circles in one column could not be told apart.
            steps = max(1, len(heights) - 1)
            offsets = tuple(-half + 2 * half * i / steps for i in range(len(heights)))
            return heights, offsets, apart
        return heights, swarm(heights, apart, half, wanted), apart

    @cached_property
    def _shrinking(self) -> float:
        """By how much replicates are smaller, all alike, so that none hides another.

        Where even that is not enough, they overlap rather than leave their group.
        """
        factor = 1.0
        marks = [mark for mark in self.marks if not mark.is_joined]
        while factor > _LEAST_SHRINKING and any(self._are_close(mark, factor) for mark in marks):
            factor *= _SMALLER
        return factor

    def _are_close(self, mark: DotsMark, factor: float) -> bool:
        """Whether replicates of a group overlap at a size, which they could help."""
        slot = self.bands.slot(mark.spot)
        if not self._is_by_rule("replicate_mm", mark.levels) or len(mark.values) > _MANY:
            return False
        if self._room_of_dots(mark, slot)[1] <= 0:
            return False
        heights, offsets, apart = self._spread(mark, self._full_radius(mark.levels, slot) * factor)
        return overlap(heights, offsets, apart)

    def _full_radius(self, levels: Levels, slot: Slot) -> float:
        radius = self._style(levels).replicate_mm / 2
        if self._is_by_rule("replicate_mm", levels):
            return max(
                min(radius, slot.width / 9), min(_SMALLEST_REPLICATE, slot.width * _BESIDE_ROOM)
            )
        return radius

    def _replicate_radius(self, levels: Levels, slot: Slot) -> float:
        radius = self._full_radius(levels, slot)
        return radius * self._shrinking if self._is_by_rule("replicate_mm", levels) else radius

    def _replicate_colours(self, mark: DotsMark) -> tuple[str, str]:
        """What is inside a replicate's circle and what around it."""
        own, style = self.content.colours[mark.levels], self._style(mark.levels)
        fills = {Fill.OPEN: PAPER, Fill.TINTED: blended(own, PAPER, _TINT), Fill.FILLED: own}
        fill = _ADJUSTED if mark.is_adjusted else fills[style.replicate_fill]
        ink = blended(own, INK, 0.2) if mark.is_alone else INK
        pale = 1 - style.replicate_opacity
        return blended(fill, PAPER, pale), blended(ink, PAPER, pale)

    def _room_of_dots(self, mark: DotsMark, slot: Slot) -> tuple[float, float]:
        """The middle of a group's replicates and how far they may spread to either side."""
        match self._place(mark):
            case ReplicatePlace.BESIDE:
                room = 0.0 if mark.is_joined else slot.width * _BESIDE_ROOM
                return slot.middle + slot.width * BESIDE, room
            case ReplicatePlace.OVER:
                return slot.middle, 0.0 if mark.is_joined else slot.width * _OVER_ROOM
            case ReplicatePlace.IN_LINE:
                return slot.middle, 0.0

    def _place(self, mark: DotsMark) -> ReplicatePlace:
        """Where replicates stand: as chosen, as the kind has them, or by the rule of all kinds."""
        if mark.place is None or not self._is_by_rule("replicates_at", mark.levels):
            return self._style(mark.levels).replicates_at
        return mark.place


def _ring(line_pt: float, radius: float) -> float:
    """The thickness of the line around a circle, in points: thin enough to leave it open."""
    return min(line_pt, radius / MM_PER_POINT * 0.6)
