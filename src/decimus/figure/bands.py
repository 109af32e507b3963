"""Where groups stand along their axis: evenly, or at the true distances of their amounts."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from decimus.charts.data import Section
from decimus.charts.kinds import Chart
from decimus.charts.marks import Spot
from decimus.figure.frames import Frame
from decimus.terms import Spacing
from decimus.values import Value

_CLOSEST = 3.2
"""Amounts closer together than this (mm per group) are spaced evenly unless asked for."""


class Slot(Value, frozen=True):
    """A group's place: its middle and the width its bar has or would have, in mm."""

    middle: float
    width: float

    @property
    def start(self) -> float:
        """Where it begins."""
        return self.middle - self.width / 2

    @property
    def end(self) -> float:
        """Where it ends."""
        return self.middle + self.width / 2


class Bands(Value, frozen=True):
    """The middles of the sections and the room each has for its members and its name, in mm."""

    middles: tuple[float, ...]
    room: float
    is_by_amount: bool
    chart: Chart

    def slot(self, spot: Spot) -> Slot:
        """The room of a group."""
        rule, count = self.chart.slots, spot.of
        share, of_place = (rule.alone, 1.0) if count == 1 else (rule.together, rule.of_its_place)
        width = min(self.room * share / count, rule.widest_mm)
        middle = self.middles[spot.section] + (spot.member - (count - 1) / 2) * width
        return Slot(middle, min(width * of_place, rule.most_mm))


def bands(sections: Sequence[Section], chart: Chart, wanted: Spacing | None, frame: Frame) -> Bands:
    """Where the sections of a panel stand.

    Args:
        sections: along the axis.
        chart: what is drawn, which has a usual spacing.
        wanted: the spacing chosen, None for the usual one.
        frame: the plot area.
    """
    amounts = [section.amount for section in sections]
    known = [amount for amount in amounts if amount is not None]
    is_possible = len(known) == len(amounts) and len(set(known)) == len(known) > 1
    by_default = chart.spacing is Spacing.BY_AMOUNT
    if is_possible and (wanted is Spacing.BY_AMOUNT or (wanted is None and by_default)):
        found = _by_amount(known, chart, frame)
        members = max(len(section.members) for section in sections)
        if wanted is Spacing.BY_AMOUNT or found.room >= _CLOSEST * members:
            return found
    room = frame.width / len(amounts)
    middles = tuple(frame.start + (i + 0.5) * room for i in range(len(amounts)))
    return Bands(middles, room, is_by_amount=False, chart=chart)


def _by_amount(amounts: list[float], chart: Chart, frame: Frame) -> Bands:
    """True distances, with half a section of air at both ends."""
    low, high = min(amounts), max(amounts)
    ordered = sorted(amounts)
    share = min(b - a for a, b in pairwise(ordered)) / (high - low)
    # The air at the ends is half the closest distance: width = inner + share · inner.
    inner = frame.width / (1 + share)
    start = frame.start + (frame.width - inner) / 2
    middles = tuple(start + (amount - low) / (high - low) * inner for amount in amounts)
    return Bands(middles, share * inner, is_by_amount=True, chart=chart)
