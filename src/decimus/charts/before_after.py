"""Before and after: a line for each subject, and what stands for the groups beside it."""

from __future__ import annotations

from typing import TypeVar

from msgspec.structs import replace

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, same_units
from decimus.charts.marks import IntervalMark, PointMark, SceneMark
from decimus.charts.parts import all_replicates, error_bars, lines_of_units, points
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ReplicatePlace, Spacing

_OUTSIDE = 0.3
"""Means stand beside the subjects' lines, so far from their ends as a share of the place."""


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    dots = all_replicates(panel, ReplicatePlace.IN_LINE)
    last = len(panel.sections) - 1

    def aside(mark: Moved) -> Moved:
        shift = -_OUTSIDE if mark.spot.section < last else _OUTSIDE
        return replace(mark, spot=replace(mark.spot, aside=shift))

    means: list[SceneMark] = []
    if figure.marks_mean is not False:
        means = [*map(aside, error_bars(panel)), *map(aside, points(panel))]
    return (*lines_of_units(panel), *dots, *means)


Moved = TypeVar("Moved", IntervalMark, PointMark)

BEFORE_AFTER = Chart(
    kind=ChartKind.BEFORE_AFTER,
    draws=_draws,
    needs=same_units,
    has_zero_base=False,
    spacing=Spacing.EVEN,
    slots=SlotRule(alone=0.5, together=0.9, of_its_place=0.94),
    are_small=True,
    shows_means=True,
    words=KindWords(
        noun="lines",
        shows="join the values of one and the same {unit}",
        marked="; points beside them show the {height}{error_bars}",
        about="the same units measured again: every change can be seen",
    ),
    marks_mean=True,
    has_replicates=True,
)
