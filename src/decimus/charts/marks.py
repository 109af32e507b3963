"""What a chart is made of, in terms of the data: which group, which value, and nothing of mm."""

from __future__ import annotations

import math
from enum import Enum

from decimus.charts.data import CurveMark, Ends
from decimus.statistics.boxes import BoxSummary
from decimus.study.targets import Levels
from decimus.terms import ReplicatePlace
from decimus.values import Value

BESIDE = 0.33
"""Replicates beside stand so far from the middle of their group, as a share of its place."""


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
    """A short line across the place of a group, at a value: a mean, a median.

    `is_narrow` where replicates stand beside it, which it would run over.
    """

    levels: Levels
    spot: Spot
    value: float
    is_narrow: bool = False


class AcrossMark(Value, frozen=True):
    """The error of an amount at what stands for a group, along the group axis.

    Args:
        levels: the group.
        spot: its place.
        value: what stands for it.
        amount: of its level.
        error: of that.
        lower: where its error bar ends, None for no such end.
        upper: likewise.
    """

    levels: Levels
    spot: Spot
    value: float
    amount: float
    error: float
    lower: float | None = None
    upper: float | None = None


class BoxMark(Value, frozen=True):
    """A box with its whiskers, and a sign at the mean where one is wanted."""

    levels: Levels
    spot: Spot
    box: BoxSummary
    mean: float | None = None


class DotsMark(Value, frozen=True):
    """Replicates and what is set aside, spread so that none hides another.

    Args:
        levels: whose they are.
        spot: the place of their group.
        values: of the replicates.
        numbers: which they are.
        asides: values set aside.
        is_adjusted: whether values were adjusted.
        place: where the kind has them; None for the rule of all kinds.
        is_alone: whether nothing else stands for the group.
        is_joined: whether lines join them to other groups, so that they are not spread.
        errors: where the known error of each replicate ends; empty for none.
    """

    levels: Levels
    spot: Spot
    values: tuple[float, ...]
    numbers: tuple[int, ...]
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False
    place: ReplicatePlace | None = None
    is_alone: bool = False
    is_joined: bool = False
    errors: tuple[Ends | None, ...] = ()


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
    BarMark
    | IntervalMark
    | AcrossMark
    | PointMark
    | LevelMark
    | BoxMark
    | DotsMark
    | PathMark
    | CurveMark
    | DifferenceMark
)


def reach(mark: SceneMark) -> tuple[float, ...]:
    """The values that an axis has to cover for a mark to be seen whole."""
    match mark:
        case BarMark():
            return (mark.start, mark.end)
        case IntervalMark():
            return _known(mark.middle, mark.lower, mark.upper)
        case PointMark() | LevelMark() | AcrossMark():
            return (mark.value,)
        case BoxMark():
            return _known(mark.box.lower_whisker, mark.box.upper_whisker, mark.mean)
        case DotsMark():
            ends = (end for own in mark.errors if own is not None for end in (own.lower, own.upper))
            asides = (value for value in mark.asides if not math.isnan(value))
            return (*mark.values, *asides, *_known(*ends))
        case PathMark() | CurveMark():
            return mark.values
        case DifferenceMark():
            return _known(0.0, mark.estimate, mark.lower, mark.upper)


def _known(*values: float | None) -> tuple[float, ...]:
    return tuple(value for value in values if value is not None)
