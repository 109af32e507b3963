"""What several kinds of charts draw alike: error bars and replicates."""

from __future__ import annotations

from collections.abc import Iterator

from decimus.charts.data import Member, Panel
from decimus.charts.marks import DotsMark, IntervalMark, PointMark, Spot
from decimus.study.questions import FigureChoices


def placed_members(panel: Panel) -> Iterator[tuple[Spot, Member]]:
    """Every group of a panel with its place."""
    for number, section in enumerate(panel.sections):
        for j, member in enumerate(section.members):
            if member is not None:
                yield Spot(number, j, len(section.members)), member


def replicates(panel: Panel, figure: FigureChoices) -> list[DotsMark]:
    """The replicates of every group, where they are wanted."""
    if not figure.show_replicates:
        return []
    return [
        DotsMark(
            member.levels,
            spot,
            member.replicates,
            member.numbers,
            member.asides,
            member.is_adjusted,
        )
        for spot, member in placed_members(panel)
        if member.replicates or member.asides
    ]


def error_bars(panel: Panel) -> list[IntervalMark]:
    """The error bar of every group that has one."""
    return [
        IntervalMark(
            member.levels, spot, member.height, member.error_bar.lower, member.error_bar.upper
        )
        for spot, member in placed_members(panel)
        if member.error_bar is not None and member.height is not None
    ]


def points(panel: Panel) -> list[PointMark]:
    """A point for every group."""
    return [
        PointMark(member.levels, spot, member.height)
        for spot, member in placed_members(panel)
        if member.height is not None
    ]
