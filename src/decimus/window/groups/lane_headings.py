"""The headings of the lanes; those with a glyph make their quantity the error bars."""

from __future__ import annotations

from PySide6.QtCore import QPoint, QPointF, QRect, Qt, Signal
from PySide6.QtGui import QFontMetrics, QPainter, QPen
from PySide6.QtWidgets import QHeaderView, QWidget

from decimus.kinds.statistics import STATISTICS
from decimus.study.edits import ChooseErrorBar
from decimus.terms import ErrorBar, Statistic
from decimus.window.groups.lanes_model import Column, Fixed, LanesModel
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.theme import QUIET, TEAL, colour, sans
from decimus.wording.groups.lane_choices import column_choice, factor_choice

GRIP = 26
"""Width of the grip at the left edge of a lane, in pixels."""
HEADING_HEIGHT = 34
ERROR_BARS: dict[Column, ErrorBar] = {
    statistic: kind.error_bar
    for statistic, kind in STATISTICS.items()
    if kind.error_bar is not None
}
"""Columns whose quantity can be the error bars."""


def draw_error_glyph(painter: QPainter, x: float, y: float, height: float) -> None:
    """A small upright error bar: what its column can become on the figure."""
    painter.drawLine(QPointF(x, y - height / 2), QPointF(x, y + height / 2))
    for end in (y - height / 2, y + height / 2):
        painter.drawLine(QPointF(x - 3, end), QPointF(x + 3, end))


class LaneHeadings(QHeaderView):
    """Headings; those with a glyph make their quantity the error bars.

    Signals:
        chosen: the edit that changes the error bars or the columns.
    """

    chosen = Signal(object)

    def __init__(self, model: LanesModel, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self._lanes = model
        self.setSectionsClickable(True)
        self.setFixedHeight(HEADING_HEIGHT)
        self.setMinimumSectionSize(30)
        self.sectionClicked.connect(self.choose)
        self.sectionDoubleClicked.connect(self._rename)
        self.setContextMenuPolicy(Qt.ContextMenuPolicy.CustomContextMenu)
        self.customContextMenuRequested.connect(self._ask)

    def choose(self, section: int) -> None:
        """Make the quantity of a column the error bars."""
        error_bar = ERROR_BARS.get(self._lanes.columns[section])
        results = self._lanes.results
        if error_bar is not None and results is not None:
            self.chosen.emit(ChooseErrorBar(question=results.number, error_bar=error_bar))

    def _rename(self, section: int) -> None:
        if self._lanes.columns[section] is Fixed.NAME:
            self.open_menu(section, QPoint(self.sectionViewportPosition(section), self.height()))

    def _ask(self, at: QPoint) -> None:
        section = self.logicalIndexAt(at)
        if 0 <= section < len(self._lanes.columns):
            self.open_menu(section, at)

    def open_menu(self, section: int, at: QPoint) -> ChoiceMenu | None:
        """Show what can be done to a column; None for the dots, which always are there."""
        column, results = self._lanes.columns[section], self._lanes.results
        if column is Fixed.DOTS or results is None:
            return None
        if isinstance(column, Statistic):
            menu = choice_menu(column_choice(results, column), self)
        else:
            menu = choice_menu(factor_choice(results), self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self.chosen)
        menu.popup(self.mapToGlobal(at))
        return menu

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        """The heading; the one that is the error bars in strong teal with a rule."""
        if section >= len(self._lanes.columns):
            return
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        column = self._lanes.columns[section]
        results = self._lanes.results
        error_bar = ERROR_BARS.get(column)
        is_chosen = error_bar is not None and (
            results is not None and error_bar is results.question.heights.error_bar
        )
        font = sans(14, strong=is_chosen)
        painter.setFont(font)
        painter.setPen(colour(TEAL if error_bar is not None else QUIET))
        text = self._lanes.heading(column)
        metrics = QFontMetrics(font)
        room = rect.adjusted(GRIP if column is Fixed.NAME else 4, 0, -8, 0)
        if isinstance(column, Fixed):
            if column is Fixed.DOTS:
                room = rect.adjusted(6, 0, -6, 0)
            text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, room.width())
            side = Qt.AlignmentFlag.AlignLeft
        else:
            side = Qt.AlignmentFlag.AlignRight
        painter.drawText(room, side | Qt.AlignmentFlag.AlignVCenter, text)
        if error_bar is not None:
            x = room.right() - metrics.horizontalAdvance(text) - 10.0
            painter.setPen(QPen(colour(TEAL if is_chosen else QUIET), 1.6 if is_chosen else 1.2))
            draw_error_glyph(painter, x, rect.center().y(), 13)
            if is_chosen:
                y = rect.bottom() - 2
                painter.setPen(QPen(colour(TEAL), 2))
                painter.drawLine(QPointF(x - 5, y), QPointF(room.right(), y))
        painter.restore()
