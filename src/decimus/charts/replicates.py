"""Replicates alone: every value, spread so that none hides another."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, single_values
from decimus.charts.marks import LevelMark, SceneMark
from decimus.charts.parts import all_replicates, placed_members
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ReplicatePlace, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    means = [
        LevelMark(member.levels, spot, member.height)
        for spot, member in placed_members(panel)
        if member.height is not None
    ]
    dots = all_replicates(panel, ReplicatePlace.OVER, are_alone=True)
    return (*dots, *(means if figure.marks_mean else ()))


REPLICATES = Chart(
    kind=ChartKind.REPLICATES,
    draws=_draws,
    needs=single_values,
    has_zero_base=False,
    spacing=Spacing.EVEN,
    slots=SlotRule(alone=0.7, together=0.85, of_its_place=0.9, widest_mm=14.0),
    are_small=True,
    shows_means=True,
    words=KindWords(
        noun="circles",
        shows="are single {units}",
        marked="; short lines show the {height}",
        about="all values as they are, best with few replicates",
    ),
    marks_mean=False,
    has_replicates=True,
)
