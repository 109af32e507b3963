"""Differences between groups: a point with its interval for each comparison."""

from __future__ import annotations

from decimus.charts.data import Facts, Panel
from decimus.charts.kinds import Chart, KindWords
from decimus.charts.marks import DifferenceMark, SceneMark, Spot
from decimus.charts.points import POINT_SLOTS
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Orientation, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    del figure
    found: list[SceneMark] = []
    for number, difference in enumerate(panel.differences):
        ends = difference.ends
        found.append(
            DifferenceMark(
                difference.first,
                difference.second,
                Spot(number),
                difference.estimate,
                None if ends is None else ends.lower,
                None if ends is None else ends.upper,
            )
        )
    return tuple(found)


def _needs(facts: Facts) -> str:
    return "" if facts.has_differences else "no groups are compared"


DIFFERENCES = Chart(
    kind=ChartKind.DIFFERENCES,
    draws=_draws,
    needs=_needs,
    has_zero_base=False,
    spacing=Spacing.EVEN,
    slots=POINT_SLOTS,
    are_small=True,
    shows_means=False,
    words=KindWords(
        noun="points",
        shows="show differences between means, with {interval}",
        marked="",
        about="what a comparison found, with its uncertainty",
    ),
    orientation=Orientation.SIDEWAYS,
)
