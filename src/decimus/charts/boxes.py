"""Boxes: quartiles with the median, and whiskers by a rule that the caption names."""

from __future__ import annotations

from decimus.charts.data import Panel
from decimus.charts.kinds import Chart, KindWords, SlotRule, single_values
from decimus.charts.marks import BoxMark, DotsMark, SceneMark
from decimus.charts.parts import placed_members, replicates
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, ReplicatePlace, Spacing


def _draws(panel: Panel, figure: FigureChoices) -> tuple[SceneMark, ...]:
    boxes, beyond = [], []
    for spot, member in placed_members(panel):
        if member.box is None:
            continue
        mean = member.mean if figure.marks_mean else None
        boxes.append(BoxMark(member.levels, spot, member.box, mean))
        places = [i for i, number in enumerate(member.numbers) if number in member.box.beyond]
        if places:
            values = tuple(member.replicates[i] for i in places)
            numbers = tuple(member.numbers[i] for i in places)
            place = ReplicatePlace.IN_LINE
            beyond.append(DotsMark(member.levels, spot, values, numbers, place=place))
    shown = replicates(panel, figure, ReplicatePlace.OVER)
    return (*boxes, *(shown or beyond))


BOXES = Chart(
    kind=ChartKind.BOXES,
    draws=_draws,
    needs=single_values,
    has_zero_base=False,
    spacing=Spacing.EVEN,
    slots=SlotRule(alone=0.5, together=0.7, of_its_place=0.88, widest_mm=14.0),
    are_small=False,
    shows_means=True,
    words=KindWords(
        noun="boxes",
        shows="reach from lower to upper quartile, the line in them is the median; {whiskers}",
        marked="; diamonds show the mean",
        about="how values are spread, from about ten replicates on",
    ),
    marks_mean=False,
    wants_boxes=True,
)
