"""Where groups stand along the group axis: evenly, or at the true distances of their amounts."""

from __future__ import annotations

from itertools import pairwise

from msgspec.structs import replace

from decimus.analysis.chart_kinds import CHARTS, MarkShape
from decimus.figure.content import Content, Member, Section
from decimus.terms import Spacing
from decimus.values import Value

_WIDEST_BAR = 16.0
_WIDEST_POINT = 8.0
_BAR_SHARE = 0.64
"""Share of a section that a single bar fills."""
_POINT_SHARE = 0.95
"""Points need no air between them but what their replicates leave."""
_SHARED = 0.8
"""Share of a section that several bars fill together, and of its place one of them."""
_OF_ITS_PLACE = 0.94
_CLOSEST = 3.2
"""Amounts closer together than this (mm per group) are spaced evenly unless asked for."""


class Frame(Value, frozen=True):
    """The plot area in mm."""

    left: float
    right: float
    bottom: float
    top: float

    @property
    def width(self) -> float:
        """From the value axis to the right end."""
        return self.right - self.left


class Slot(Value, frozen=True):
    """A group's place: its middle and the width its bar has or would have, in mm."""

    member: Member
    x: float
    width: float


class Places(Value, frozen=True):
    """The middles of the sections and the room each has for its members and its name, in mm."""

    middles: tuple[float, ...]
    room: float
    is_by_amount: bool

    def slots(self, content: Content) -> tuple[Slot, ...]:
        """Every group's slot, members of a section side by side."""
        is_points = CHARTS[content.choices.kind].mark is MarkShape.POINT
        found = []
        for middle, section in zip(self.middles, content.sections, strict=True):
            found += _slots_of_section(section, middle, self.room, is_points=is_points)
        if not is_points:
            return tuple(found)
        # No wider than points need: replicates stay close to their mean.
        return tuple(replace(slot, width=min(slot.width, _WIDEST_POINT)) for slot in found)


def _slots_of_section(
    section: Section, middle: float, room: float, *, is_points: bool
) -> list[Slot]:
    count = len(section.members)
    share, of_place = (_BAR_SHARE, 1.0) if count == 1 else (_SHARED, _OF_ITS_PLACE)
    share = _POINT_SHARE if is_points else share
    width = min(room * share / count, _WIDEST_BAR)
    return [
        Slot(member, middle + (j - (count - 1) / 2) * width, width * of_place)
        for j, member in enumerate(section.members)
        if member is not None
    ]


def places(content: Content, frame: Frame) -> Places:
    """Where the sections of a figure stand."""
    amounts = [section.amount for section in content.sections]
    wanted = content.choices.spacing
    by_default = CHARTS[content.choices.kind].spacing is Spacing.BY_AMOUNT
    known = [amount for amount in amounts if amount is not None]
    is_possible = len(known) == len(amounts) and len(set(known)) == len(known) > 1
    if is_possible and (wanted is Spacing.BY_AMOUNT or (wanted is None and by_default)):
        found = _by_amount(known, frame)
        members = max(len(section.members) for section in content.sections)
        if wanted is Spacing.BY_AMOUNT or found.room >= _CLOSEST * members:
            return found
    room = frame.width / len(amounts)
    middles = tuple(frame.left + (i + 0.5) * room for i in range(len(amounts)))
    return Places(middles, room, is_by_amount=False)


def _by_amount(amounts: list[float], frame: Frame) -> Places:
    """True distances, with half a section of air at both ends."""
    low, high = min(amounts), max(amounts)
    ordered = sorted(amounts)
    share = min(b - a for a, b in pairwise(ordered)) / (high - low)
    # The air at the ends is half the closest distance: width = inner + share · inner.
    inner = frame.width / (1 + share)
    start = frame.left + (frame.width - inner) / 2
    middles = tuple(start + (amount - low) / (high - low) * inner for amount in amounts)
    return Places(middles, share * inner, is_by_amount=True)
