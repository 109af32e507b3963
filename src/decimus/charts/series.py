"""Series: each unit's values along the amounts, and nothing in between."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, same_units
from decimus.charts.marks import SceneMark
from decimus.charts.parts import all_replicates, lines_of_units
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ReplicatePlace, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    del figure
    return (*lines_of_units(panel), *all_replicates(panel, ReplicatePlace.IN_LINE))


SERIES = Chart(
    kind=ChartKind.SERIES,
    draws=_draws,
    needs=same_units,
    has_zero_base=False,
    spacing=Spacing.BY_AMOUNT,
    slots=SlotRule(alone=0.95, together=0.1, of_its_place=0.94, most_mm=8.0),
    are_small=True,
    shows_means=False,
    words=KindWords(
        noun="lines",
        shows="are the values of single {units}",
        marked="",
        about="each run by itself, before anything is averaged",
    ),
    has_replicates=True,
)
