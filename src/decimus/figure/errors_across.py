"""Errors of amounts on the page: lines along the group axis, or boxes with the error bars."""

from __future__ import annotations

from functools import cached_property

from decimus.charts.marks import AcrossMark
from decimus.figure.bands import Bands
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.ground import Obstacle
from decimus.figure.marks import INK, Mark
from decimus.figure.scales import LogScale, Scale
from decimus.study.targets import GroupAt, Levels
from decimus.terms import ErrorShape, LineDash
from decimus.values import Value

DASH_OF = {LineDash.SOLID: (), LineDash.DASHED: (1.2, 0.7), LineDash.DOTTED: (0.35, 0.55)}


class ErrorsAcross(Value, frozen=True):
    """The errors of amounts of a plot.

    Args:
        content: what the figure shows.
        frame: the plot area.
        scale: along values.
        bands: along the group axis.
        marks: the errors.
    """

    content: Content
    frame: Frame
    scale: Scale
    bands: Bands
    marks: tuple[AcrossMark, ...]

    def drawn(self, mark: AcrossMark) -> list[Mark]:
        """The error of an amount: a line along the group axis, or a box with the error bar."""
        ends = self._ends(mark)
        if ends is None:
            return []
        style, turn = self.content.look.of(mark.levels), self.frame.turn
        target = GroupAt(mark.levels)
        own = self.content.colours[mark.levels]
        colour = {"ink": INK, "mark": own}.get(style.error_bar_colour, style.error_bar_colour)
        dash, weight = DASH_OF[style.error_bar_dash], style.error_bar_pt
        (first, last), capped = ends
        if mark.levels in self.boxed and mark.lower is not None and mark.upper is not None:
            low, high = self.scale.clamped(mark.lower), self.scale.clamped(mark.upper)
            corners = [(first, low), (last, low), (last, high), (first, high), (first, low)]
            return [turn.line(corners, weight, colour, target, dash)]
        if not self.scale.covers(mark.value):
            return []
        at, half = self.scale.at(mark.value), style.cap_mm / 2
        marks: list[Mark] = [turn.stroke((first, at), (last, at), weight, colour, target, dash)]
        if style.has_caps:
            marks += [
                turn.stroke((end, at - half), (end, at + half), weight, colour, target)
                for end in capped
            ]
        return marks

    def _ends(self, mark: AcrossMark) -> tuple[tuple[float, float], tuple[float, ...]] | None:
        """Where the error of an amount ends on the page, and which of its ends are seen."""
        along = self.bands.scale
        if along is None:
            return None
        # As its group stands beside others, so does its error.
        shift = self.bands.slot(mark.spot).middle - self.bands.middles[mark.spot.section]
        start, end = self.frame.start, self.frame.end
        ends = []
        for value, beyond in ((mark.amount - mark.error, start), (mark.amount + mark.error, end)):
            is_possible = value > 0 or not isinstance(along, LogScale)
            ends.append(along.at(value) + shift if is_possible else beyond)
        seen = tuple(end for end in ends if start < end < self.frame.end)
        return (max(ends[0], start), min(ends[1], end)), seen

    def obstacles(self, mark: AcrossMark) -> list[Obstacle]:
        """What comparison lines keep clear of."""
        found = self._ends(mark)
        if found is None:
            return []
        is_boxed = mark.levels in self.boxed and mark.upper is not None
        value = mark.upper if is_boxed and mark.upper is not None else mark.value
        return [Obstacle(*found[0], value, self.content.look.of(mark.levels).cap_mm / 2)]

    @cached_property
    def crossed(self) -> frozenset[Levels]:
        """The groups that a line marks along the group axis."""
        if self.bands.scale is None:
            return frozenset()
        return frozenset(mark.levels for mark in self.marks) - self.boxed

    @cached_property
    def boxed(self) -> frozenset[Levels]:
        """The groups whose error bar is drawn as a box with the error of their amount."""
        if self.content.choices.across_as is not ErrorShape.BOX or self.bands.scale is None:
            return frozenset()
        return frozenset(mark.levels for mark in self.marks if None not in (mark.lower, mark.upper))
