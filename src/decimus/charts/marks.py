"""What a chart is made of, in terms of the data: which group, which value, and nothing of mm."""

from __future__ import annotations

from enum import Enum

from decimus.statistics.boxes import BoxSummary
from decimus.study.targets import Levels
from decimus.terms import ReplicatePlace
from decimus.values import Value


class Spot(Value, frozen=True):
    """A place along the group axis: the `member`-th of `of` places in a section.

    `aside` moves it out of the middle of its place, as a share of that.
    """

    section: int
    member: int = 0
    of: int = 1
    aside: float = 0.0


class BarMark(Value, frozen=True):
    """A bar from one value to another."""

    levels: Levels
    spot: Spot
    start: float
    end: float


class IntervalMark(Value, frozen=True):
    """An interval around a middle; None for an end that it does not have.

    `is_strong` where it stands for the group by itself, drawn in the group's colour.
    """

    levels: Levels
    spot: Spot
    middle: float
    lower: float | None
    upper: float | None
    is_strong: bool = False


class PointMark(Value, frozen=True):
    """A point at a value."""

    levels: Levels
    spot: Spot
    value: float


class LevelMark(Value, frozen=True):
    """A short line across the place of a group, at a value: a mean, a median."""

    levels: Levels
    spot: Spot
    value: float


class BoxMark(Value, frozen=True):
    """A box with its whiskers, and a sign at the mean where one is wanted."""

    levels: Levels
    spot: Spot
    box: BoxSummary
    mean: float | None = None


class DotsMark(Value, frozen=True):
    """Replicates and what is set aside, spread so that none hides another.

    `place` is where they stand by rule; None where nothing but the rule for all kinds says so.
    """

    levels: Levels
    spot: Spot
    values: tuple[float, ...]
    numbers: tuple[int, ...]
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False
    place: ReplicatePlace | None = None
    is_alone: bool = False


class PathRole(Enum):
    """What a line joins."""

    GROUPS = "what stands for groups of one level of the second factor"
    SUBJECT = "the values of one subject"


class PathMark(Value, frozen=True):
    """A line through values at several places.

    Args:
        levels: the group it begins at, whose colour it has.
        spots: the places.
        values: the value at each.
        role: what it joins.
        series: which of the lines beside each other it is, from 0.
        name: of the subject.
    """

    levels: Levels
    spots: tuple[Spot, ...]
    values: tuple[float, ...]
    role: PathRole
    series: int = 0
    name: str = ""


class DifferenceMark(Value, frozen=True):
    """A difference between two groups: a point with its interval."""

    first: Levels
    second: Levels
    spot: Spot
    estimate: float
    lower: float | None
    upper: float | None


SceneMark = (
    BarMark | IntervalMark | PointMark | LevelMark | BoxMark | DotsMark | PathMark | DifferenceMark
)


def reach(mark: SceneMark) -> tuple[float, ...]:
    """The values that an axis has to cover for a mark to be seen whole."""
    match mark:
        case BarMark():
            return (mark.start, mark.end)
        case IntervalMark():
            return _known(mark.middle, mark.lower, mark.upper)
        case PointMark() | LevelMark():
            return (mark.value,)
        case BoxMark():
            return _known(mark.box.lower_whisker, mark.box.upper_whisker, mark.mean)
        case DotsMark():
            return (*mark.values, *mark.asides)
        case PathMark():
            return mark.values
        case DifferenceMark():
            return _known(0.0, mark.estimate, mark.lower, mark.upper)


def _known(*values: float | None) -> tuple[float, ...]:
    return tuple(value for value in values if value is not None)
