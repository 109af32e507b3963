"""Bars: from zero to the height of each group."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, nothing
from decimus.charts.marks import BarMark, SceneMark
from decimus.charts.parts import error_bars, placed_members, replicates
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    bars = [
        BarMark(member.levels, spot, 0.0, member.height)
        for spot, member in placed_members(panel)
        if member.height is not None
    ]
    return (*bars, *replicates(panel, figure), *error_bars(panel))


BARS = Chart(
    kind=ChartKind.BARS,
    draws=_draws,
    needs=nothing,
    has_zero_base=True,
    spacing=Spacing.EVEN,
    slots=SlotRule(alone=0.64, together=0.8, of_its_place=0.94),
    are_small=False,
    shows_means=True,
    words=KindWords(
        noun="bars",
        shows="show the {height}{error_bars}",
        marked="",
        about="amounts with a true zero: lengths can be compared",
    ),
)
