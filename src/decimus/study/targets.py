"""What one can point at on a figure, and what was moved there by hand: records that files keep."""

from __future__ import annotations

from collections.abc import Callable
from enum import StrEnum

import msgspec

from decimus.study.limits import Index, Move

Levels = tuple[str, ...]
"""The levels that make one group, one per factor, as typed in the table."""


class Axis(StrEnum):
    """One of the two axes of a figure."""

    VALUE = "value"
    """What is measured stands along it."""
    GROUP = "group"
    """Groups stand along it."""


class Target(msgspec.Struct, frozen=True, tag=True):
    """Something on a figure that can be pointed at."""

    @property
    def groups(self) -> tuple[Levels, ...]:
        """The groups it belongs to, if it belongs to any."""
        return ()


class OfGroup(Target, frozen=True, tag=True):
    """Something that belongs to one group."""

    levels: Levels

    @property
    def groups(self) -> tuple[Levels, ...]:
        """The group."""
        return (self.levels,)


class GroupAt(OfGroup, frozen=True, tag=True):
    """What stands for a group: its bar, point, box or line, with its error bar."""


class ReplicatesAt(OfGroup, frozen=True, tag=True):
    """All replicates of a group."""


class ReplicateAt(OfGroup, frozen=True, tag=True):
    """One replicate; `number` is its place among the values that count."""

    number: Index


class AsideAt(OfGroup, frozen=True, tag=True):
    """One value that is set aside; `number` is its place among those of its group."""

    number: Index


class GroupTextAt(OfGroup, frozen=True, tag=True):
    """The letters or stars over a group."""


class ValueLabelAt(OfGroup, frozen=True, tag=True):
    """The number written at a group."""


class OfLevel(Target, frozen=True, tag=True):
    """Something that belongs to one level of a factor."""

    variable: int
    level: str


class LevelName(OfLevel, frozen=True, tag=True):
    """The name of a level under the group axis."""


class PanelAt(OfLevel, frozen=True, tag=True):
    """A panel, by the level it is for; its title."""


class AxisAt(Target, frozen=True, tag=True):
    """The line of an axis; `outcome` where it is that of another outcome than the one asked for."""

    axis: Axis
    outcome: int | None = None


class AxisEnd(Target, frozen=True, tag=True):
    """An end of a value axis."""

    is_upper: bool
    outcome: int | None = None


class Tick(Target, frozen=True, tag=True):
    """A tick of an axis with its number."""

    axis: Axis
    value: float
    outcome: int | None = None


class AxisTitle(Target, frozen=True, tag=True):
    """The title of an axis."""

    axis: Axis
    outcome: int | None = None


class KeyAt(Target, frozen=True, tag=True):
    """The key as a whole, and its title."""


class KeyEntryAt(OfLevel, frozen=True, tag=True):
    """A level's sign and name in the key."""


class PairAt(Target, frozen=True, tag=True):
    """The comparison of two groups."""

    first: Levels
    second: Levels

    @property
    def groups(self) -> tuple[Levels, ...]:
        """The two groups."""
        return (self.first, self.second)

    def joins(self, a: Levels, b: Levels) -> bool:
        """True for the same two groups, whichever comes first."""
        return (a, b) in {(self.first, self.second), (self.second, self.first)}


class ReferenceAt(Target, frozen=True, tag=True):
    """A line at a value: zero, a threshold, the control's mean."""

    value: float


class TitleAt(Target, frozen=True, tag=True):
    """The title over the figure, or what stands below it."""

    is_subtitle: bool = False


class NoteAt(Target, frozen=True, tag=True):
    """Something put on the figure by hand."""

    number: Index


class FitAt(Target, frozen=True, tag=True):
    """A line fitted to the groups, and its equation."""

    series: str = ""


AnyTarget = (
    GroupAt
    | ReplicatesAt
    | ReplicateAt
    | AsideAt
    | GroupTextAt
    | ValueLabelAt
    | LevelName
    | PanelAt
    | AxisAt
    | AxisEnd
    | Tick
    | AxisTitle
    | KeyAt
    | KeyEntryAt
    | PairAt
    | ReferenceAt
    | FitAt
    | TitleAt
    | NoteAt
)


_SIGN = "\u2192 "


def tagged(levels: Levels, outcome: int) -> Levels:
    """A group as it is named on the figure where it is one of another outcome."""
    return (*levels, f"{_SIGN}{outcome}")


def untagged(levels: Levels) -> tuple[Levels, int | None]:
    """The group in the table, and of which other outcome it is; None for the one asked about."""
    if len(levels) > 1 and levels[-1].startswith(_SIGN) and levels[-1][2:].isdecimal():
        return levels[:-1], int(levels[-1][2:])
    return levels, None


def with_outcome(target: AnyTarget, outcome: int) -> AnyTarget:
    """The target as part of what is drawn of another outcome."""
    match target:
        case OfGroup():
            return msgspec.structs.replace(target, levels=tagged(target.levels, outcome))
        case PairAt():
            return PairAt(tagged(target.first, outcome), tagged(target.second, outcome))
        case AxisAt() | Tick() | AxisTitle() if target.axis is Axis.GROUP:
            return target
        case AxisAt() | AxisEnd() | Tick() | AxisTitle():
            return msgspec.structs.replace(target, outcome=outcome)
        case _:
            return target


def without_outcome(target: AnyTarget) -> tuple[AnyTarget, int | None]:
    """The target without the outcome that it is part of, and that."""
    match target:
        case OfGroup():
            levels, outcome = untagged(target.levels)
            return msgspec.structs.replace(target, levels=levels), outcome
        case PairAt():
            (first, outcome), (second, _) = untagged(target.first), untagged(target.second)
            return PairAt(first, second), outcome
        case AxisAt() | AxisEnd() | Tick() | AxisTitle():
            return msgspec.structs.replace(target, outcome=None), target.outcome
        case _:
            return target, None


def with_levels(target: AnyTarget, change: Callable[[Levels], Levels]) -> AnyTarget:
    """The target with its groups named otherwise; the same where it belongs to none."""

    def changed(levels: Levels) -> Levels:
        bare, outcome = untagged(levels)
        found = change(bare)
        return found if outcome is None else tagged(found, outcome)

    match target:
        case OfGroup():
            return msgspec.structs.replace(target, levels=changed(target.levels))
        case PairAt():
            return PairAt(changed(target.first), changed(target.second))
        case _:
            return target


class Moved(msgspec.Struct, frozen=True):
    """How far something was moved by hand from where it would stand, in mm.

    Along the axes and not across the page, so that it stays where it belongs when the figure
    is turned.

    Args:
        what: it.
        along_mm: in the direction of the group axis.
        value_mm: in the direction of the value axis.
    """

    what: AnyTarget
    along_mm: Move = 0.0
    value_mm: Move = 0.0


def same_thing(a: AnyTarget, b: AnyTarget) -> bool:
    """Whether two targets are the same thing; a pair is so either way round."""
    if isinstance(a, PairAt) and isinstance(b, PairAt):
        return a.joins(b.first, b.second)
    return a == b
