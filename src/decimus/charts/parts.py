"""What several kinds of charts draw alike: error bars, replicates, lines from group to group."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TypeVar

from msgspec.structs import replace

from decimus.charts.data import Ends, Member, Panel
from decimus.charts.marks import (
    BESIDE,
    AcrossMark,
    DotsMark,
    IntervalMark,
    PathMark,
    PathRole,
    PointMark,
    Spot,
)
from decimus.study.questions import FigureChoices
from decimus.terms import ReplicatePlace


def placed_members(panel: Panel) -> Iterator[tuple[Spot, Member]]:
    """Every group of a panel with its place."""
    for number, section in enumerate(panel.sections):
        for j, member in enumerate(section.members):
            if member is not None:
                yield Spot(number, j, len(section.members)), member


def replicates(
    panel: Panel, figure: FigureChoices, place: ReplicatePlace | None = None
) -> list[DotsMark]:
    """The replicates of every group, where they are wanted; `place` by the kind's own rule."""
    return all_replicates(panel, place) if figure.show_replicates else []


def all_replicates(
    panel: Panel, place: ReplicatePlace | None = None, *, are_alone: bool = False
) -> list[DotsMark]:
    """The replicates of every group."""
    return [
        DotsMark(
            member.levels,
            spot,
            member.replicates,
            member.numbers,
            member.asides,
            member.is_adjusted,
            place,
            are_alone,
            errors=member.errors,
        )
        for spot, member in placed_members(panel)
        if member.replicates or member.asides
    ]


def error_bars(panel: Panel, *, are_strong: bool = False) -> list[IntervalMark]:
    """The error bar of every group that has one."""
    return [
        IntervalMark(
            member.levels,
            spot,
            member.height,
            member.error_bar.lower,
            member.error_bar.upper,
            are_strong,
        )
        for spot, member in placed_members(panel)
        if member.error_bar is not None and member.height is not None
    ]


def errors_across(panel: Panel) -> list[AcrossMark]:
    """The error of the amount of every group that has one."""
    found = []
    for spot, member in placed_members(panel):
        section = panel.sections[spot.section]
        if section.error and section.amount is not None and member.height is not None:
            ends = member.error_bar or Ends(None, None)
            own = (section.amount, section.error, ends.lower, ends.upper)
            found.append(AcrossMark(member.levels, spot, member.height, *own))
    return found


def points(panel: Panel) -> list[PointMark]:
    """A point for every group."""
    return [
        PointMark(member.levels, spot, member.height)
        for spot, member in placed_members(panel)
        if member.height is not None
    ]


Mark = TypeVar("Mark")


def joined(mark: Mark) -> Mark:
    """The mark; replicates so that lines can join them."""
    return replace(mark, is_joined=True) if isinstance(mark, DotsMark) else mark


def beside(line: PathMark) -> PathMark:
    """A line of a unit through replicates that stand beside their groups."""
    return replace(line, spots=tuple(replace(spot, aside=BESIDE) for spot in line.spots))


def lines_of_groups(panel: Panel) -> list[PathMark]:
    """A line along the heights of each level of the second factor, broken where one is missing."""
    found = []
    most = max((len(section.members) for section in panel.sections), default=0)
    for series in range(most):
        run: list[tuple[Spot, Member]] = []
        for number, section in enumerate(panel.sections):
            # Sections may have places of their own where levels of one do not stand in others.
            member = section.members[series] if series < len(section.members) else None
            if member is None or member.height is None:
                found += _joined(run, series)
                run = []
            else:
                run.append((Spot(number, series, len(section.members)), member))
        found += _joined(run, series)
    return found


def _joined(run: list[tuple[Spot, Member]], series: int) -> list[PathMark]:
    if len(run) < 2:
        return []
    values = tuple(member.height for _, member in run if member.height is not None)
    spots = tuple(spot for spot, _ in run)
    return [PathMark(run[0][1].levels, spots, values, PathRole.GROUPS, series)]


def lines_of_units(panel: Panel) -> list[PathMark]:
    """A line along the values of each unit, within each level of the second factor."""
    found = []
    most = max((len(section.members) for section in panel.sections), default=0)
    for series in range(most):
        by_unit: dict[str, list[tuple[Spot, float]]] = {}
        first: dict[str, Member] = {}
        for number, section in enumerate(panel.sections):
            member = section.members[series]
            if member is None:
                continue
            spot = Spot(number, series, len(section.members))
            for unit, value in zip(member.units, member.replicates, strict=False):
                by_unit.setdefault(unit, []).append((spot, value))
                first.setdefault(unit, member)
        found += [
            PathMark(
                first[unit].levels,
                tuple(spot for spot, _ in run),
                tuple(value for _, value in run),
                PathRole.SUBJECT,
                series,
                unit,
            )
            for unit, run in by_unit.items()
            if len(run) > 1
        ]
    return found
