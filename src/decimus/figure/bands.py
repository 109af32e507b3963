"""Where groups stand along their axis: evenly, or at the true distances of their amounts."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from msgspec.structs import replace

from decimus.charts.data import CurveMark, Section
from decimus.charts.kinds import Chart, amounts_of
from decimus.charts.marks import PathMark, SceneMark, Spot
from decimus.figure.frames import Frame
from decimus.figure.scales import LogScale, Scale
from decimus.study.questions import FigureChoices
from decimus.terms import AxisScale, Spacing
from decimus.values import Value

_CLOSEST = 0.6
"""Amounts closer together than this (mm) are spaced evenly unless asked for."""
_NARROWEST = 0.9
"""So are they where groups with their replicates would have less room than this (mm) each."""
_ENOUGH = 6.3
"""Room that a sign with its replicates needs; beyond it all have the same."""
_HAIR = 1e-6
_LEAST_AIR = 2.4
"""Between the ends of the axis and the first and last amount."""


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
    """The places of sections along the group axis.

    Args:
        middles: of the sections, in mm.
        room: what every section has for its members and its name, in mm; the least there is.
        rooms: what each has.
        chart: what is drawn there.
        scale: of amounts that stand at their true distance; None for even spacing.
        share: of its section that a bar fills, where that was chosen.
        seen: which sections are on the axis; None for all.
    """

    middles: tuple[float, ...]
    room: float
    rooms: tuple[float, ...]
    chart: Chart
    scale: Scale | None = None
    share: float | None = None
    seen: tuple[bool, ...] | None = None

    @property
    def is_by_amount(self) -> bool:
        """Whether distances are true."""
        return self.scale is not None

    def has(self, section: int) -> bool:
        """Whether a section stands between ends of the axis that were chosen by hand."""
        return self.seen is None or self.seen[section]

    def within(self, mark: SceneMark) -> SceneMark | None:
        """The mark as far as its places are on the axis; None for nothing of it."""
        if self.seen is None or isinstance(mark, CurveMark):
            return mark
        if not isinstance(mark, PathMark):
            return mark if self.has(mark.spot.section) else None
        kept = [i for i, spot in enumerate(mark.spots) if self.has(spot.section)]
        if len(kept) < 2:
            return None
        spots, values = (tuple(each[i] for i in kept) for each in (mark.spots, mark.values))
        return replace(mark, spots=spots, values=values)

    def slot(self, spot: Spot) -> Slot:
        """The room of a group."""
        rule, count = self.chart.slots, spot.of
        share, of_place = (rule.alone, 1.0) if count == 1 else (rule.together, rule.of_its_place)
        widest = rule.widest_mm
        if self.share is not None and not self.chart.are_small:
            share, widest = self.share, math.inf
        # Groups beside each other stand equally far apart everywhere, and bars are as wide as the
        # narrowest; a sign that stands alone takes the room it has.
        room = self.room
        if count == 1 and self.chart.are_small:
            room = max(room, min(self.rooms[spot.section], _ENOUGH))
        width = min(room * share / count, widest)
        middle = self.middles[spot.section] + (spot.member - (count - 1) / 2) * width
        width = min(width * of_place, rule.most_mm if widest < math.inf else widest)
        return Slot(middle + spot.aside * width, width)


def bands(
    sections: Sequence[Section],
    count: int,
    chart: Chart,
    figure: FigureChoices,
    frame: Frame,
    share: float | None = None,
) -> Bands:
    """Where the sections of a panel stand.

    Args:
        sections: along the axis; none where it is not groups that stand there.
        count: how many places there are.
        chart: what is drawn, which has a usual spacing.
        figure: what was chosen.
        frame: the plot area.
        share: of its section that a bar fills; None for the usual one.
    """
    most = max((len(section.members) for section in sections), default=1)
    amounts = amounts_of(sections, chart, figure.spacing)
    if amounts:
        errors = [section.error or 0.0 for section in sections] if chart.shows_across else []
        found = _by_amount(amounts, chart, figure, frame, share, errors)
        if found is not None and (
            figure.spacing is Spacing.BY_AMOUNT or _has_room(found, figure, most)
        ):
            return found
    room = frame.width / count
    middles = tuple(frame.start + (i + 0.5) * room for i in range(count))
    return Bands(middles, room, (room,) * count, chart, share=share)


def _has_room(found: Bands, figure: FigureChoices, most: int) -> bool:
    """Whether groups at their true distance can be told apart.

    Args:
        found: where they would stand.
        figure: what is drawn of them.
        most: how many stand beside each other.
    """
    if found.room < _CLOSEST:
        return False
    if not figure.show_replicates and not found.chart.has_replicates:
        return True
    rule = found.chart.slots
    share = rule.alone if most == 1 else rule.together / most
    return found.room * share >= _NARROWEST


def _by_amount(
    amounts: tuple[float, ...],
    chart: Chart,
    figure: FigureChoices,
    frame: Frame,
    share: float | None,
    errors: Sequence[float] = (),
) -> Bands | None:
    """True distances, with half a section of air at both ends; None where logs are impossible.

    The axis covers the errors of amounts, but for those that reach zero on logarithms.
    """
    low, high = min(amounts), max(amounts)
    is_log = figure.group_scale is AxisScale.LOG
    if is_log and low <= 0:
        return None
    reached = [(a - e, a + e) for a, e in zip(amounts, errors, strict=False) if e]
    high = max([high, *(last for _, last in reached)])
    low = min([low, *(first for first, _ in reached if first > 0 or not is_log)])
    unit = LogScale(low, high, 0.0, 1.0) if is_log else Scale(low, high, 0.0, 1.0)
    places = sorted(unit.at(amount) for amount in amounts)
    closest = min(b - a for a, b in pairwise(places))
    # The air at the ends is half the closest distance: width = inner + closest · inner.
    inner = min(frame.width / (1 + closest), frame.width - 2 * _LEAST_AIR)
    start = frame.start + (frame.width - inner) / 2
    own = (figure.group_from, figure.group_to)
    if own == (None, None) or not _are_ends(own, low, high, is_log=is_log):
        scale = _scale(unit, low, high, start, start + inner)
    else:
        # Ends by hand leave as much air as marks at them need.
        first = low if own[0] is None else own[0]
        last = high if own[1] is None else own[1]
        ends = (
            frame.start + _LEAST_AIR if own[0] is not None else start,
            frame.end - _LEAST_AIR if own[1] is not None else start + inner,
        )
        scale = _scale(unit, first, last, *ends)
    middles = tuple(scale.at(amount) for amount in amounts)
    seen = tuple(scale.start - _HAIR <= middle <= scale.end + _HAIR for middle in middles)
    if not any(seen):
        return None
    rooms = _rooms(middles, frame)
    room = min(room for room, is_seen in zip(rooms, seen, strict=True) if is_seen)
    return Bands(middles, room, rooms, chart, scale, share, None if all(seen) else seen)


def _are_ends(
    own: tuple[float | None, float | None], low: float, high: float, *, is_log: bool
) -> bool:
    """Whether ends chosen by hand can be: the lower below the upper, above zero for logarithms."""
    first = low if own[0] is None else own[0]
    last = high if own[1] is None else own[1]
    return first < last and (not is_log or first > 0)


def _scale(like: Scale, low: float, high: float, start: float, end: float) -> Scale:
    return type(like)(low, high, start, end)


def _rooms(middles: tuple[float, ...], frame: Frame) -> tuple[float, ...]:
    """What each place has to itself: the distance to the nearer neighbour, twice that to an end."""
    ordered = sorted(middles)
    gaps = [b - a for a, b in pairwise(ordered)]
    by_place = {}
    for i, place in enumerate(ordered):
        to_ends = (2 * (place - frame.start), 2 * (frame.end - place))
        by_place[place] = max(min(*gaps[max(0, i - 1) : i + 1], *to_ends), 0.5)
    return tuple(by_place[middle] for middle in middles)
