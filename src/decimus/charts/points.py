"""Points: one at the height of each group."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, nothing
from decimus.charts.marks import SceneMark
from decimus.charts.parts import error_bars, errors_across, points, replicates
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Spacing

POINT_SLOTS = SlotRule(alone=0.95, together=0.95, of_its_place=0.94, most_mm=8.0)
"""Points need no air between them but what their replicates leave, which stay close by."""


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    # Points stand in front of their error bars.
    return (*errors_across(panel), *replicates(panel, figure), *error_bars(panel), *points(panel))


POINTS = Chart(
    kind=ChartKind.POINTS,
    draws=_draws,
    needs=nothing,
    has_zero_base=False,
    spacing=Spacing.BY_AMOUNT,
    slots=POINT_SLOTS,
    are_small=True,
    shows_means=True,
    words=KindWords(
        noun="points",
        shows="show the {height}{error_bars}",
        marked="",
        about="the axis need not begin at zero; amounts stand at their true distance",
    ),
    shows_across=True,
)
