"""How the cells of lanes are painted: grip, swatch and name; dots and error bar; numbers."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QLineF, QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QBrush, QFontMetrics, QPainter, QPen

from decimus.analysis.lane_statistics import statistic_of_total
from decimus.analysis.results import Results
from decimus.figure.intervals import interval_marks
from decimus.figure.marks import Mark, Shape
from decimus.terms import ErrorBar, Height, Statistic
from decimus.window.groups.lane_dots import TALL, LaneDots, lane_dots
from decimus.window.groups.lane_headings import GRIP
from decimus.window.groups.lanes_model import Fixed, Lane, LanesModel, SectionRow, TotalRow
from decimus.window.widgets.mark_pen import ROWS, paint_marks
from decimus.window.widgets.strips import strip_scale
from decimus.window.widgets.theme import AMBER, INK, QUIET, RULE, TEAL, colour, sans, serif

_CAP = 4.0
"""Half the short end of an error bar, and the radius of a mark, in pixels."""
_RULE = QPen(colour(RULE), 1)
_GRID = QPen(colour("#e6e1d4"), 1)
_GRIP_PEN = QPen(colour("#b5af9f"), 1.3)
_V_CENTRE = Qt.AlignmentFlag.AlignVCenter
_TO_THE_RIGHT = Qt.AlignmentFlag.AlignRight | _V_CENTRE


def paint_grip(painter: QPainter, x: int, y: int) -> None:
    """Three short lines: what can be taken and moved."""
    painter.setPen(_GRIP_PEN)
    painter.drawLines([QLineF(x, y + step, x + 9, y + step) for step in (-4, 0, 4)])


def paint_number(painter: QPainter, rect: QRect, text: str, *, is_total: bool = False) -> None:
    """A number of a lane; totals in italics."""
    painter.setFont(sans(15, italic=is_total))
    painter.setPen(colour(INK))
    painter.drawText(rect.adjusted(2, 0, -8, 0), _TO_THE_RIGHT, text)


def paint_section(painter: QPainter, rect: QRect, row: SectionRow, column: object) -> None:
    """The heading of a section."""
    painter.setPen(QPen(colour(QUIET), 1))
    painter.drawLine(rect.bottomLeft(), rect.bottomRight())
    if column is Fixed.NAME:
        paint_grip(painter, rect.left() + 5, rect.center().y() + 2)
        painter.setFont(serif(17))
        painter.setPen(colour(INK))
        painter.drawText(rect.adjusted(GRIP, 4, 0, 0), _V_CENTRE, row.label)


def paint_total_name(painter: QPainter, rect: QRect, text: str) -> None:
    """What a total is, set back a little."""
    painter.setFont(sans(14, italic=True))
    painter.setPen(colour(QUIET))
    room = rect.adjusted(GRIP, 0, -2, 0)
    shown = QFontMetrics(painter.font()).elidedText(text, Qt.TextElideMode.ElideRight, room.width())
    painter.drawText(room, _V_CENTRE, shown)


def paint_name(painter: QPainter, rect: QRect, lane: Lane, text: str) -> None:
    """Grip, swatch, name, and what there is to note of the group."""
    middle = rect.center().y()
    if rect.height() >= 18:
        paint_grip(painter, rect.left() + 5, middle)
    tall = min(rect.height() - (12 if rect.height() > 24 else 3), 34)
    swatch = QRectF(rect.left() + GRIP, middle - tall / 2, 11, tall)
    if lane.is_hidden:
        painter.setPen(QPen(colour(lane.colour), 1.4))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(swatch.adjusted(0.7, 0.7, -0.7, -0.7))
    else:
        painter.fillRect(swatch, colour(lane.colour))
    room = rect.adjusted(GRIP + 20, 0, -4, 0)
    notes = _notes(lane)
    has_note = bool(notes) and rect.height() >= TALL
    painter.setFont(sans(16 if rect.height() > 20 else 12, strong=True))
    painter.setPen(colour(QUIET if lane.is_hidden else INK))
    name = QFontMetrics(painter.font()).elidedText(text, Qt.TextElideMode.ElideRight, room.width())
    shift = 9 if has_note else 0
    painter.drawText(room.translated(0, -shift), _V_CENTRE, name)
    if has_note:
        painter.setFont(sans(13))
        words, shade = notes[0] if len(notes) == 1 else (", ".join(n for n, _ in notes), AMBER)
        painter.setPen(colour(shade))
        shown = QFontMetrics(painter.font()).elidedText(
            words, Qt.TextElideMode.ElideRight, room.width()
        )
        painter.drawText(room.translated(0, shift + 1), _V_CENTRE, shown)


def _notes(lane: Lane) -> list[tuple[str, str]]:
    notes = [("control", TEAL)] if lane.is_control else []
    if lane.group.missing:
        notes.append((f"{lane.group.missing} missing", AMBER))
    if lane.group.cells.asides:
        notes.append((f"{len(lane.group.cells.asides)} set aside", AMBER))
    if lane.is_hidden:
        notes.append(("not on the figure", QUIET))
    return notes


def paint_dots(
    painter: QPainter, rect: QRect, model: LanesModel, lane: Lane, chosen: int | None
) -> None:
    """Replicates in the upper part, height and error bar on a line of their own below.

    `chosen` is the replicate that is selected.
    """
    results = model.results
    if results is None:
        return
    painter.setClipRect(rect)
    if lane.group.is_empty:
        painter.setPen(colour(QUIET))
        painter.setFont(sans(14))
        painter.drawText(rect.adjusted(14, 0, 0, 0), _V_CENTRE, "no data")
        return
    dots = lane_dots(lane.group, results.groups, model.axis, rect)
    painter.translate(rect.topLeft())
    if dots.radius:
        _paint_circles(painter, results, lane, dots)
    else:
        painter.setPen(QPen(colour(lane.colour), 1.2))
        reach = rect.height() / 2 - 3
        painter.drawLines([QLineF(x, dots.middle - reach, x, dots.middle + reach) for x in dots.xs])
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(colour(QUIET), 1.1, Qt.PenStyle.DotLine))
    for x in dots.asides:
        painter.drawEllipse(QPointF(x, dots.middle), max(3.0, dots.radius), max(3.0, dots.radius))
    if chosen is not None and (place := dots.place(chosen)) is not None:
        painter.setPen(QPen(colour(AMBER), 2))
        painter.drawEllipse(place, dots.radius + 3.5, dots.radius + 3.5)
    painter.translate(-rect.topLeft())
    _paint_bar(painter, rect, model, lane, rect.top() + dots.bar)


def paint_ground(
    painter: QPainter, rows: Sequence[QRect], dots: tuple[int, int], model: LanesModel
) -> None:
    """What lies under all lanes in view: rules, the grid of the axis, the threshold of shares.

    Args:
        painter: of the view.
        rows: the lanes and totals in view, over the whole width.
        dots: where the column of dots starts and ends.
        model: with the axis.
    """
    results = model.results
    if results is None:
        return
    painter.setPen(_RULE)
    painter.drawLines([QLineF(r.left(), r.bottom(), r.right(), r.bottom()) for r in rows])
    scale = strip_scale(model.axis, QRect(dots[0], 0, dots[1] - dots[0] + 1, 1))
    places = [scale.at(tick) for tick in model.axis.ticks]
    painter.setPen(_GRID)
    painter.drawLines([QLineF(x, r.top(), x, r.bottom() - 1) for r in rows for x in places])
    threshold = results.groups.threshold_on_axis
    if threshold is not None and results.question.heights.height is Height.SHARE:
        x = scale.at(threshold)
        painter.setPen(QPen(colour(TEAL), 1.4, Qt.PenStyle.DashLine))
        painter.drawLines([QLineF(x, r.top(), x, r.bottom()) for r in rows])


def _paint_circles(painter: QPainter, results: Results, lane: Lane, dots: LaneDots) -> None:
    painter.setPen(QPen(colour(INK), 0.9))
    is_adjusted = results.measurements.is_adjusted(lane.group.cells)
    pattern = Qt.BrushStyle.Dense5Pattern if is_adjusted else Qt.BrushStyle.SolidPattern
    painter.setBrush(QBrush(colour(lane.colour), pattern))
    for x, y in zip(dots.xs, dots.ys, strict=True):
        painter.drawEllipse(QPointF(x, y), dots.radius, dots.radius)


def _paint_bar(painter: QPainter, rect: QRect, model: LanesModel, lane: Lane, bar_y: float) -> None:
    results = model.results
    if results is None or not results.question.heights.height.is_of_outcome:
        return
    height = results.groups.height(lane.group)
    if height is None:
        return
    scale = strip_scale(model.axis, rect)
    x = scale.at(height)
    half = 6 if rect.height() >= 24 else max(3.0, rect.height() / 2 - 2)
    painter.setPen(QPen(colour(INK), 1.6))
    painter.drawLine(QPointF(x, bar_y - half), QPointF(x, bar_y + half))
    ends = results.groups.error_bar(lane.group)
    if ends is None:
        if results.question.heights.error_bar is not ErrorBar.NONE and rect.height() >= TALL:
            painter.setFont(sans(12))
            painter.setPen(colour(QUIET))
            words = "one value, no bar" if lane.group.n == 1 else "no bar"
            room = QFontMetrics(painter.font()).horizontalAdvance(words)
            left = x + 10 if x + 10 + room < rect.right() else x - 10 - room
            painter.drawText(QPointF(left, bar_y + 4), words)
        return
    reached = [scale.at(end) for end in (ends.lower, ends.upper) if end is not None]
    reach = (min([x, *reached]), max([x, *reached]))
    paint_marks(painter, interval_marks(ROWS, bar_y, reach, reached, _CAP, 1.6, INK))


def paint_total_dots(painter: QPainter, rect: QRect, model: LanesModel, row: TotalRow) -> None:
    """The mean of a total with its interval, as a diamond on the shared axis."""
    results, total = model.results, row.total
    if results is None or results.question.heights.height is not Height.MEAN:
        return
    mean = statistic_of_total(results.groups, total, Statistic.MEAN).numbers
    ends = statistic_of_total(results.groups, total, Statistic.CONFIDENCE_INTERVAL).numbers
    if not mean:
        return
    scale, y = strip_scale(model.axis, rect), rect.center().y()
    x = scale.at(mean[0])
    marks: list[Mark] = []
    if ends:
        reach = (scale.at(ends[0]), scale.at(ends[1]))
        marks = interval_marks(ROWS, y, reach, (), _CAP, 1.4, QUIET)
    sign = ROWS.dots([(y, x)], _CAP, QUIET, 0.0, QUIET, shape=Shape.DIAMOND)
    paint_marks(painter, [*marks, sign])
