"""Dragging from one mean mark to another, which asks for that comparison."""

from __future__ import annotations

from PySide6.QtCore import QModelIndex, QPoint, QPointF, QRect
from PySide6.QtGui import QPainter, QPen
from PySide6.QtWidgets import QTableView

from decimus.analysis.groups import Group
from decimus.window.groups.lane_dots import lane_dots
from decimus.window.groups.lanes_model import Fixed, LanesModel
from decimus.window.widgets.strips import strip_scale
from decimus.window.widgets.theme import TEAL, colour

_REACH = 8
"""How near the pointer has to be to a mean mark, in pixels."""
_LEAST = 6
_DOT = 4.0


class MeanDrag:
    """A line pulled from a mean; over another mean it joins the two.

    Args:
        view: the lanes.
        lanes: its model.
    """

    def __init__(self, view: QTableView, lanes: LanesModel) -> None:
        self._view, self._lanes = view, lanes
        self._from: Group | None = None
        self._start = QPoint()
        self._end = QPoint()

    @property
    def is_on(self) -> bool:
        """True while a line is pulled."""
        return self._from is not None

    def mean_at(self, position: QPoint) -> Group | None:
        """The group whose mean mark is at a place of the view."""
        index = self._view.indexAt(position)
        found = self.mark(index)
        lane = self._lanes.lane(index.row())
        if found is None or lane is None:
            return None
        near = abs(found.x() - position.x()) <= _REACH and abs(found.y() - position.y()) <= _REACH
        return lane.group if near else None

    def mark(self, index: QModelIndex) -> QPoint | None:
        """Where the mean mark of a lane is; None where there is none."""
        lane, results = self._lanes.lane(index.row()), self._lanes.results
        if lane is None or results is None or index.column() != Fixed.DOTS.value:
            return None
        height = results.groups.height(lane.group)
        if height is None or not results.question.heights.height.is_of_outcome:
            return None
        rect: QRect = self._view.visualRect(index)
        dots = lane_dots(lane.group, results.groups, self._lanes.axis, rect)
        x = strip_scale(self._lanes.axis, rect).at(height)
        return QPoint(round(x), round(rect.top() + dots.bar))

    def start(self, position: QPoint) -> bool:
        """Take the mean at a place; False where there is none."""
        self._from = self.mean_at(position)
        self._start = self._end = position
        return self._from is not None

    def move(self, position: QPoint) -> None:
        """Pull the line on."""
        self._end = position

    def end(self, position: QPoint) -> tuple[Group, Group] | None:
        """The two groups that were joined; None where the line ends on no other lane."""
        first, self._from = self._from, None
        lane = self._lanes.lane(self._view.indexAt(position).row())
        if first is None or lane is None or lane.group.levels == first.levels:
            return None
        if (position - self._start).manhattanLength() < _LEAST or lane.group.is_empty:
            return None
        return first, lane.group

    def paint(self, painter: QPainter) -> None:
        """The line, with a dot at its start and another over a mean it would join."""
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(colour(TEAL), 2))
        end = self._end
        lane = self._lanes.lane(self._view.indexAt(self._end).row())
        if lane is not None and self._from is not None and lane.group.levels != self._from.levels:
            place = self._view.indexAt(self._end).siblingAtColumn(Fixed.DOTS.value)
            end = self.mark(place) or end
        painter.drawLine(self._start, end)
        painter.setBrush(colour(TEAL))
        for place_of in (self._start, end):
            painter.drawEllipse(QPointF(place_of), _DOT, _DOT)
