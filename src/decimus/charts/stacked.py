"""Stacked bars: counts of the second factor's levels upon each other, or what share each has."""

from __future__ import annotations

from decimus.charts.data import Facts, Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule
from decimus.charts.marks import BarMark, SceneMark, Spot
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Height, Spacing, Stacking


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    bars: list[SceneMark] = []
    for number, section in enumerate(panel.sections):
        there = [m for m in section.members if m is not None and m.height]
        total = sum(member.height or 0.0 for member in there)
        times = 100.0 if figure.stacked_as is Stacking.SHARES else total
        below = 0.0
        for member in there:
            # Divided last, so that the topmost ends at the whole exactly.
            start, below = below, below + (member.height or 0.0)
            ends = (start * times / total, below * times / total)
            bars.append(BarMark(member.levels, Spot(number), *ends))
    return tuple(bars)


def _needs(facts: Facts) -> str:
    if facts.height is not Height.COUNT:
        return "only counts can stand upon each other: show the number of values"
    return "" if facts.factors > 1 else "there is no second factor to stack"


STACKED = Chart(
    kind=ChartKind.STACKED,
    draws=_draws,
    needs=_needs,
    has_zero_base=True,
    spacing=Spacing.EVEN,
    slots=SlotRule(alone=0.64, together=0.8, of_its_place=0.94),
    are_small=False,
    shows_means=False,
    words=KindWords(
        noun="stacked bars",
        shows="show the {height}",
        marked="",
        about="counts that add up to a whole",
    ),
)
