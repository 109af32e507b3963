"""What a chart is made of, in terms of the data: which group, which value, and nothing of mm."""

from __future__ import annotations

from decimus.charts.data import Section
from decimus.study.targets import Levels
from decimus.values import Value


class Spot(Value, frozen=True):
    """A place along the group axis: the `member`-th of `of` places in a section."""

    section: int
    member: int = 0
    of: int = 1


def spots(sections: tuple[Section, ...]) -> list[tuple[Spot, int]]:
    """Every place that has a group, with the number of its section."""
    return [
        (Spot(number, j, len(section.members)), number)
        for number, section in enumerate(sections)
        for j, member in enumerate(section.members)
        if member is not None
    ]


class BarMark(Value, frozen=True):
    """A bar from one value to another."""

    levels: Levels
    spot: Spot
    start: float
    end: float


class IntervalMark(Value, frozen=True):
    """An error bar around a middle; None for an end that it does not have."""

    levels: Levels
    spot: Spot
    middle: float
    lower: float | None
    upper: float | None


class PointMark(Value, frozen=True):
    """A point at a value."""

    levels: Levels
    spot: Spot
    value: float


class DotsMark(Value, frozen=True):
    """Replicates and what is set aside, spread so that none hides another."""

    levels: Levels
    spot: Spot
    values: tuple[float, ...]
    numbers: tuple[int, ...]
    asides: tuple[float, ...] = ()
    is_adjusted: bool = False


SceneMark = BarMark | IntervalMark | PointMark | DotsMark


def reach(mark: SceneMark) -> tuple[float, ...]:
    """The values that an axis has to cover for a mark to be seen whole."""
    match mark:
        case BarMark():
            return (mark.start, mark.end)
        case IntervalMark():
            ends = (mark.middle, mark.lower, mark.upper)
            return tuple(end for end in ends if end is not None)
        case PointMark():
            return (mark.value,)
        case DotsMark():
            return (*mark.values, *mark.asides)
