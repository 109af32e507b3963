"""What dragging a part of the figure changes: from a place on the page to an edit."""

from __future__ import annotations

import math
from enum import Enum

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.charts.styles import style_of
from decimus.errors import ChoiceError
from decimus.figure.marks import Page
from decimus.figure.places import PlotPlace
from decimus.figure.scales import LogScale
from decimus.study.edits import ChooseLook, ChooseSetting, Edit, PutNote
from decimus.study.questions import Note
from decimus.study.targets import (
    AnyTarget,
    Axis,
    AxisEnd,
    GroupAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    NoteAt,
    PairAt,
    PanelAt,
    Tick,
)
from decimus.terms import ChartKind, NoteKind
from decimus.values import Value
from decimus.wording.figure.actions import MOVABLE, end_edit, moved_edit, moved_level
from decimus.wording.figure.parts import note_of

Point = tuple[float, float]
_REACH_MM = 2.5
"""So near to the end of an arrow, the end is meant and not the whole."""
_STEPS = (1.0, 2.0, 2.5, 5.0, 10.0)
_FINE = 50
"""Ends of an axis are dragged in round steps of about that part of it, as keys move them."""


class Drag(Value, frozen=True):
    """A part that was taken.

    Args:
        target: it.
        start: where, in mm of the page.
        page: as it was then.
        results: likewise.
    """

    target: AnyTarget
    start: Point
    page: Page
    results: Results

    def edit_at(self, point: Point) -> Edit | None:
        """The edit for dragging it to a point; None where nothing would change."""
        right, up = point[0] - self.start[0], point[1] - self.start[1]
        target, results = self.target, self.results
        match target:
            case AxisEnd():
                return self._end(target, point)
            case Tick():
                return self._step(target, point)
            case LevelName() | GroupAt():
                return self._order(target, point)
            case NoteAt():
                return note_moved(results, self.page, target, right, up, taken=self.start)
            case PanelAt():
                return self._gap(target, right, up)
            case KeyEntryAt() | KeyAt():
                return moved_on_page(results, self.page, KeyAt(), right, up)
            case PairAt() if results.chart.kind is ChartKind.DIFFERENCES:
                return None
            case _ if isinstance(target, MOVABLE):
                return moved_on_page(results, self.page, target, right, up)
            case _:
                return None

    def _end(self, target: AxisEnd, point: Point) -> Edit | None:
        plot = _plot(self.page, target.outcome)
        if plot is None:
            return None
        # The pointer may have taken it a little off its end.
        side = 0 if plot.is_sideways else 1
        place = plot.scale.end if target.is_upper else plot.scale.start
        wanted = plot.scale.value_at(place + point[side] - self.start[side])
        size = wanted if isinstance(plot.scale, LogScale) else plot.scale.high - plot.scale.low
        step = nice_step(size / _FINE)
        value = round(wanted / step) * step
        try:
            return end_edit(self.results, target, float(f"{value:.12g}"))
        except ChoiceError:
            return None

    def _step(self, target: Tick, point: Point) -> Edit | None:
        """A tick dragged away from the first one makes the steps of the axis larger or smaller."""
        plot = _plot(self.page, target.outcome)
        is_log = plot is not None and isinstance(plot.scale, LogScale)
        if plot is None or is_log or target.axis is not Axis.VALUE or target.outcome is not None:
            return None
        values = sorted(
            {
                mark.target.value
                for mark in self.page.of(Tick)
                if isinstance(mark.target, Tick)
                and (mark.target.axis, mark.target.outcome) == (Axis.VALUE, target.outcome)
            }
        )
        if target.value not in values or target.value == values[0]:
            return None
        steps = values.index(target.value)
        wanted = (plot.value_at(*point) - values[0]) / steps
        if wanted <= 0:
            return None
        step = nice_step(wanted)
        return ChooseSetting(name="value_step", value=step, question=self.results.number)

    def _gap(self, target: PanelAt, right: float, up: float) -> Edit | None:
        """The title of a panel dragged away from the one before makes the gap between wider."""
        results = self.results
        before = self._columns_before(target)
        if not before:
            return moved_on_page(results, self.page, target, right, up)
        now = style_of(results.question.figure).style.panel_gap_mm
        gap = round(max(0.0, now + right / before), 1)
        return ChooseLook(name="panel_gap_mm", value=gap, question=results.number)

    def _columns_before(self, target: PanelAt) -> int:
        """How many panels stand to the left of one, in its row."""
        marks = [mark for mark in self.page.of(PanelAt) if mark.target == target]
        if not marks:
            return 0
        left = min(mark.bounds.left for mark in marks)
        lefts = sorted({round(plot.left, 2) for plot in self.page.plots})
        return sum(each < left - 1.0 for each in lefts)

    def _order(self, target: LevelName | GroupAt, point: Point) -> Edit | None:
        """A group dragged over its neighbours stands in their place."""
        factor = self.results.groups.factors[0]
        level = target.level if isinstance(target, LevelName) else target.levels[0]
        if isinstance(target, LevelName) and target.variable != factor.factor.variable:
            return None
        plot = _plot(self.page, None)
        texts = [each.level.text for each in factor.levels]
        if plot is None or level not in texts:
            return None
        by = round(plot.along_at(*point) - plot.along_at(*self.start))
        return moved_level(self.results, factor, level, by)


def _plot(page: Page, outcome: int | None) -> PlotPlace | None:
    return next((plot for plot in page.plots if plot.outcome == outcome), None)


def moved_on_page(results: Results, page: Page, target: AnyTarget, right: float, up: float) -> Edit:
    """The edit that moves a part so many mm over the page; a comparison line up or down only."""
    is_sideways = bool(page.plots) and page.plots[0].is_sideways
    along, value = (-up, right) if is_sideways else (right, up)
    return moved_edit(results, target, 0.0 if isinstance(target, PairAt) else along, value)


def note_moved(
    results: Results,
    page: Page,
    target: NoteAt,
    right: float,
    up: float,
    *,
    taken: Point | None = None,
) -> Edit | None:
    """The edit that moves a note so many mm over the page, kept in terms of the data.

    A line or an arrow that was taken at one of its ends turns about the other.
    """
    note = note_of(results, target)
    if note is None:
        return None
    plot = next((p for p in page.plots if p.panel == note.panel and p.outcome is None), None)
    if plot is None:
        return None

    def there(along: float, value: float) -> Point:
        x, y = plot.xy(along, value)
        return plot.along_at(x + right, y + up), plot.value_at(x + right, y + up)

    end = _end_taken(note, plot, taken)
    if end is not _End.LAST:
        along, value = there(note.along, note.value)
        note = replace(note, along=along, value=value)
    if end is not _End.FIRST:
        to_along, to_value = there(note.to_along, note.to_value)
        note = replace(note, to_along=to_along, to_value=to_value)
    return PutNote(note=note, question=results.number)


class _End(Enum):
    FIRST = 0
    LAST = 1


def _end_taken(note: Note, plot: PlotPlace, taken: Point | None) -> _End | None:
    """Which end of a line or an arrow was taken; None for its middle, and for text."""
    if note.kind is NoteKind.TEXT or taken is None:
        return None
    first, last = plot.xy(note.along, note.value), plot.xy(note.to_along, note.to_value)
    reach = min(_REACH_MM, math.dist(first, last) / 3)
    if math.dist(taken, last) <= reach:
        return _End.LAST
    return _End.FIRST if math.dist(taken, first) <= reach else None


def nice_step(wanted: float) -> float:
    """The nearest of 1, 2, 2.5 and 5 times a power of ten."""
    power = 10.0 ** math.floor(math.log10(wanted))
    best = min(_STEPS, key=lambda factor: abs(math.log(factor * power / wanted)))
    return float(f"{best * power:.12g}")
