"""Intervals: error bars alone, with a mark at the mean unless it is not wanted."""

from __future__ import annotations

from decimus.charts.data import Facts, Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule
from decimus.charts.marks import LevelMark, SceneMark
from decimus.charts.parts import error_bars, errors_across, placed_members, replicates
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    means = [
        LevelMark(member.levels, spot, member.height, figure.show_replicates)
        for spot, member in placed_members(panel)
        if member.height is not None
    ]
    bars = error_bars(panel, are_strong=True)
    return (
        *errors_across(panel),
        *replicates(panel, figure),
        *bars,
        *(means if figure.marks_mean is not False else ()),
    )


def _needs(facts: Facts) -> str:
    return "" if facts.has_error_bars else "no group has the error bars chosen"


INTERVALS = Chart(
    kind=ChartKind.INTERVALS,
    draws=_draws,
    needs=_needs,
    has_zero_base=False,
    spacing=Spacing.BY_AMOUNT,
    slots=SlotRule(alone=0.8, together=0.8, of_its_place=0.94, most_mm=8.0),
    are_small=True,
    shows_means=True,
    words=KindWords(
        noun="intervals",
        shows="show the {height}{error_bars}",
        marked="; short lines mark the {name}",
        about="how well each mean is known, and nothing else",
    ),
    marks_mean=True,
    shows_across=True,
)
