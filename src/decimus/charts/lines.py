"""Lines: points joined in the order of the groups, one line for each level of a second factor."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule
from decimus.charts.marks import SceneMark
from decimus.charts.parts import error_bars, errors_across, lines_of_groups, points, replicates
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    return (
        *lines_of_groups(panel),
        *errors_across(panel),
        *replicates(panel, figure),
        *error_bars(panel),
        *points(panel),
    )


LINE = Chart(
    kind=ChartKind.LINE,
    draws=_draws,
    needs=lambda facts: "" if facts.sections > 1 else "there is one level only",
    has_zero_base=False,
    spacing=Spacing.BY_AMOUNT,
    slots=SlotRule(alone=0.95, together=0.5, of_its_place=0.94, most_mm=8.0),
    are_small=True,
    shows_means=True,
    words=KindWords(
        noun="points joined by lines",
        shows="show the {height}{error_bars}",
        marked="",
        about="what changes along time or amounts",
    ),
    shows_across=True,
)
