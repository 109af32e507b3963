"""Lanes: every replicate as a dot on a shared axis, beside its group's numbers."""

from __future__ import annotations

from PySide6.QtCore import (
    QEvent,
    QPoint,
    QRect,
    QSize,
    Qt,
    Signal,
)
from PySide6.QtGui import (
    QColor,
    QFontMetrics,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import (
    QAbstractItemView,
    QToolTip,
    QWidget,
)

from decimus.study.edits import ReorderLevels
from decimus.terms import Statistic
from decimus.window.groups.lane_delegate import LaneDelegate, Replicate
from decimus.window.groups.lane_dots import lane_dots
from decimus.window.groups.lane_headings import (
    ERROR_BARS,
    GRIP,
    HEADING_HEIGHT,
    LaneHeadings,
)
from decimus.window.groups.lane_painting import paint_ground
from decimus.window.groups.lanes_model import (
    AxisRow,
    Column,
    Fixed,
    Lane,
    LanesModel,
    SectionRow,
    TotalRow,
)
from decimus.window.groups.mean_drag import MeanDrag
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.strips import AXIS_HEIGHT, Index, StripView, strip_scale
from decimus.window.widgets.theme import TEAL, TEAL_SOFT, colour, sans
from decimus.wording.groups.lane_choices import lane_choice
from decimus.wording.measurements.replicate_words import replicate_words

_SECTION_HEIGHT = 30
_TOTAL_HEIGHT = 26
_NAME_WIDTHS = (84, 150)
"""The narrowest and widest a column of names gets."""
_NARROWEST_DOTS = 150
_HEIGHTS = (18, 62)
_MANY = 40
"""Lanes from which on they are as low as they can be read."""
_ZOOM_STEP = 0.8


class LanesView(StripView):
    """The lanes.

    Signals:
        edited: a rename, a new order, other error bars.
        opened: a row and the statistic whose working is wanted.
        picked: a replicate whose dot was clicked, None where there is none.
        listed: a group whose replicates are wanted as a list.
        joined: two groups whose comparison is wanted.
    """

    edited = Signal(object)
    opened = Signal(int, object)
    picked = Signal(object)
    listed = Signal(object)
    joined = Signal(object, object)

    def __init__(self, model: LanesModel, parent: QWidget | None = None) -> None:
        super().__init__(model, "lanes", parent)
        self.lanes = model
        self._dragged: int | None = None
        self._drop: int | None = None
        self._zoom_from: int | None = None
        self.means = MeanDrag(self, model)
        self._fitted: tuple[tuple[Column, ...], int] = ((), 0)
        self._widest: dict[int, tuple[str, ...]] = {}
        self._size = QSize()
        self.setAccessibleName("Groups with their replicates and summaries")
        self.headings = LaneHeadings(model, self)
        self.take_headings(self.headings)
        self.headings.chosen.connect(self.edited)
        self.cells = LaneDelegate(model, self)
        self.cells.edited.connect(self.edited)
        self.setItemDelegate(self.cells)
        self.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
        )
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAsNeeded)
        self.setMouseTracking(True)
        self.clicked.connect(self._open)
        self.setContextMenuPolicy(Qt.ContextMenuPolicy.CustomContextMenu)
        self.customContextMenuRequested.connect(self._ask)
        model.headerDataChanged.connect(self.fit)

    # --- sizes -------------------------------------------------------------------

    def fit(self) -> None:
        """Share out widths and heights: lanes are as tall as their number allows."""
        columns = self.lanes.columns
        if self._still_fits():
            return
        if self._fitted != (columns, len(self.lanes.rows)):
            self._fitted = (columns, len(self.lanes.rows))
            self._widest = {}
        widths = {
            number: self._needed_width(number, column)
            for number, column in enumerate(columns)
            if column is not Fixed.DOTS
        }
        for number, width in widths.items():
            self.setColumnWidth(number, width)
        rest = self.viewport().width() - sum(widths.values())
        self.setColumnWidth(Fixed.DOTS.value, max(_NARROWEST_DOTS, rest))
        heights = self._heights()
        for number, height in enumerate(heights):
            if self.rowHeight(number) != height:
                self.setRowHeight(number, height)

    def _still_fits(self) -> bool:
        """True when a change to some lanes needs no more room than there is."""
        changed, size = self.lanes.changed, self.viewport().size()
        is_same = self._fitted == (self.lanes.columns, len(self.lanes.rows)) and size == self._size
        self._size = size
        if changed is None or not is_same:
            return False
        return all(
            len(self.lanes.text(row, number)) <= max(map(len, self._widest.get(number, ("",))))
            for row in changed
            for number, column in enumerate(self.lanes.columns)
            if column is not Fixed.DOTS
        )

    def _heights(self) -> list[int]:
        """How tall every row is."""
        rows = self.lanes.rows
        lanes = max(1, sum(isinstance(row, Lane) for row in rows))
        others = {SectionRow: _SECTION_HEIGHT, AxisRow: AXIS_HEIGHT, TotalRow: _TOTAL_HEIGHT}
        room = self.viewport().height() - sum(others.get(type(row), 0) for row in rows)
        least = _HEIGHTS[0] if lanes > _MANY else 28
        height = max(least, min(_HEIGHTS[1], room // lanes))
        return [others.get(type(row), height) for row in rows]

    def _needed_width(self, number: int, column: Column) -> int:
        """As wide as the heading and the longest text of a column need."""
        rows = [row for row, shown in enumerate(self.lanes.rows) if isinstance(shown, Lane)]
        if len(rows) > _MANY and number in self._widest:
            # Of many lanes only those in view are looked at again; columns get no narrower.
            top, end = self.rowAt(0), self.rowAt(self.viewport().height() - 1)
            in_view = range(max(0, top), (end if end >= 0 else len(self.lanes.rows)) + 1)
            looked_at = in_view if self.lanes.changed is None else self.lanes.changed
            rows = [row for row in looked_at if self.lanes.lane(row) is not None]
        found = {self.lanes.text(row, number) for row in rows}
        texts = set(sorted({*found, *self._widest.get(number, ())}, key=len)[-12:])
        self._widest[number] = tuple(texts)  # the widest is among the longest
        heading = QFontMetrics(sans(14, strong=True)).horizontalAdvance(self.lanes.heading(column))
        if column is Fixed.NAME:
            metrics = QFontMetrics(sans(16, strong=True))
            widest = max((metrics.horizontalAdvance(text) for text in texts), default=0)
            totals = {
                self.lanes.text(row, number)
                for row, shown in enumerate(self.lanes.rows)
                if isinstance(shown, TotalRow)
            }
            italics = QFontMetrics(sans(14, italic=True))
            total = max((italics.horizontalAdvance(text) + 8 for text in totals), default=0)
            least, most = _NAME_WIDTHS
            wanted = max(widest + GRIP + 26, heading + GRIP + 8, total + GRIP)
            return max(least, min(most, wanted))
        metrics = QFontMetrics(sans(15))
        widest = max((metrics.horizontalAdvance(text) for text in texts), default=0)
        glyph = 22 if column in ERROR_BARS else 0
        return max(widest, heading + glyph) + 20

    def wanted_height(self) -> int:
        """The height that shows all lanes in comfort."""
        rows = self.lanes.rows
        others = {SectionRow: _SECTION_HEIGHT, AxisRow: AXIS_HEIGHT, TotalRow: _TOTAL_HEIGHT}
        return sum(others.get(type(row), _HEIGHTS[1]) for row in rows) + HEADING_HEIGHT + 2

    def show_matching(self, text: str) -> None:
        """Show only lanes whose name holds a text."""
        wanted = text.strip().casefold()
        for number, row in enumerate(self.lanes.rows):
            is_out = isinstance(row, Lane) and wanted not in row.group.name.casefold()
            is_out |= bool(wanted) and isinstance(row, SectionRow | TotalRow)
            self.setRowHidden(number, is_out)

    # --- working -----------------------------------------------------------------

    def _open(self, index: Index) -> None:
        column = self.lanes.columns[index.column()]
        lane = self.lanes.lane(index.row())
        if isinstance(column, Statistic) and self.lanes.summed(index.row()) is not None:
            self.opened.emit(index.row(), column)
        elif column is Fixed.NAME and lane is not None:
            self.listed.emit(lane.group)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Alt with an arrow moves a lane; Return opens; plus, minus and 0 zoom the axis."""
        index = self.currentIndex()
        moves = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}
        zooms = {Qt.Key.Key_Plus: _ZOOM_STEP, Qt.Key.Key_Minus: 1 / _ZOOM_STEP}
        with_alt = bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
        if with_alt and event.key() in moves and index.isValid():
            self._move_lane(index.row(), index.row() + moves[Qt.Key(event.key())])
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and index.isValid():
            self._open(index)
        elif event.key() in zooms:
            axis = self.lanes.axis
            self._zoom_about((axis.low + axis.high) / 2, zooms[Qt.Key(event.key())])
        elif event.key() == Qt.Key.Key_0:
            self.lanes.zoom(None, None)
        elif event.key() == Qt.Key.Key_Menu and index.isValid():
            self._ask(self.visualRect(index).center())
        else:
            super().keyPressEvent(event)

    def _ask(self, at: QPoint) -> None:
        lane = self.lanes.lane(self.indexAt(at).row())
        if lane is not None:
            self.open_menu(lane, at)

    def open_menu(self, lane: Lane, at: QPoint) -> ChoiceMenu | None:
        """Show what can be done to a group."""
        results = self.lanes.results
        if results is None:
            return None
        menu = choice_menu(lane_choice(results, lane.group), self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self.edited)
        menu.popup(self.viewport().mapToGlobal(at))
        return menu

    # --- replicates -----------------------------------------------------------------

    def choose_replicate(self, replicate: Replicate | None) -> None:
        """Mark a replicate as selected."""
        self.cells.replicate = replicate
        self.viewport().update()

    def replicate_at(self, position: QPoint) -> Replicate | None:
        """The replicate whose dot is at a place of the view."""
        index = self.indexAt(position)
        lane, results = self.lanes.lane(index.row()), self.lanes.results
        if lane is None or results is None or index.column() != Fixed.DOTS.value:
            return None
        rect = self.visualRect(index)
        dots = lane_dots(lane.group, results.groups, self.lanes.axis, rect)
        found = dots.at(position.x() - rect.left(), position.y() - rect.top())
        return None if found is None else (lane.group, found)

    def viewportEvent(self, event: QEvent) -> bool:
        """Say what a dot is where the pointer rests on one."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            found, results = self.replicate_at(event.pos()), self.lanes.results
            if found is not None and results is not None:
                QToolTip.showText(event.globalPos(), replicate_words(results, *found), self)
                return True
            if self.means.mean_at(event.pos()) is not None:
                words = "Drag to the mean of another group to compare the two"
                QToolTip.showText(event.globalPos(), words, self)
                return True
        return super().viewportEvent(event)

    # --- the shared axis ---------------------------------------------------------------

    def wheelEvent(self, event: QWheelEvent) -> None:
        """With Ctrl the axis is zoomed about the pointer."""
        if not event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            super().wheelEvent(event)
            return
        value = self._value_at(event.position().toPoint().x())
        self._zoom_about(value, _ZOOM_STEP if event.angleDelta().y() > 0 else 1 / _ZOOM_STEP)
        event.accept()

    def _value_at(self, x: int) -> float:
        left = self.columnViewportPosition(Fixed.DOTS.value)
        rect = QRect(left, 0, self.columnWidth(Fixed.DOTS.value), 10)
        scale, axis = strip_scale(self.lanes.axis, rect), self.lanes.axis
        share = (x - scale.start) / (scale.end - scale.start)
        return axis.low + share * (axis.high - axis.low)

    def _zoom_about(self, value: float, factor: float) -> None:
        axis = self.lanes.axis
        low, high = value - (value - axis.low) * factor, value + (axis.high - value) * factor
        self.lanes.zoom(low, high)

    # --- the mouse -----------------------------------------------------------------------

    def _is_on_grip(self, position: QPoint) -> bool:
        index = self.indexAt(position)
        if not index.isValid() or index.column() != Fixed.NAME.value:
            return False
        left = self.visualRect(index).left()
        row = self.lanes.rows[index.row()]
        return isinstance(row, Lane | SectionRow) and position.x() - left < GRIP

    def _is_on_axis(self, position: QPoint) -> bool:
        index = self.indexAt(position)
        is_dots = index.isValid() and index.column() == Fixed.DOTS.value
        return is_dots and isinstance(self.lanes.rows[index.row()], AxisRow)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A press on the grip takes the lane, on the axis begins a stretch, on a dot picks it."""
        position = event.position().toPoint()
        if event.button() is Qt.MouseButton.LeftButton:
            if self._is_on_grip(position):
                self._dragged = self.indexAt(position).row()
                self.setCurrentIndex(self.indexAt(position))
                return
            if self._is_on_axis(position):
                self._zoom_from = position.x()
                return
            if self.means.start(position):
                return
            found = self.replicate_at(position)
            if found is not None:
                self.choose_replicate(found)
                self.picked.emit(found)
        super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """A taken lane shows where it would go; the pointer tells what a grip is for."""
        position = event.position().toPoint()
        if self.means.is_on:
            self.means.move(position)
            self.viewport().update()
            return
        if self._dragged is not None:
            self._drop = self._row_at(position.y())
            self.viewport().update()
            return
        if self._is_on_grip(position):
            shape = Qt.CursorShape.SizeVerCursor
        elif self._is_on_axis(position) or self._zoom_from is not None:
            shape = Qt.CursorShape.SizeHorCursor
        elif self.means.mean_at(position) is not None:
            shape = Qt.CursorShape.CrossCursor
        elif self.replicate_at(position) is not None:
            shape = Qt.CursorShape.PointingHandCursor
        else:
            shape = Qt.CursorShape.ArrowCursor
        self.viewport().setCursor(shape)
        super().mouseMoveEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """The lane goes where it was let go; a stretch of the axis is zoomed to."""
        position = event.position().toPoint()
        if self.means.is_on:
            both = self.means.end(position)
            self.viewport().update()
            if both is not None:
                self.joined.emit(*both)
            return
        if self._zoom_from is not None:
            ends = sorted((self._value_at(self._zoom_from), self._value_at(position.x())))
            is_drag, self._zoom_from = abs(position.x() - self._zoom_from) > 8, None
            if is_drag:
                self.lanes.zoom(*ends)
            return
        if self._dragged is None:
            super().mouseReleaseEvent(event)
            return
        dragged, drop = self._dragged, self._row_at(position.y())
        self._dragged = self._drop = None
        self.viewport().update()
        self._move_lane(dragged, drop)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """Twice on the axis shows all of it."""
        if self._is_on_axis(event.position().toPoint()):
            self.lanes.zoom(None, None)
            return
        super().mouseDoubleClickEvent(event)

    # --- reordering ---------------------------------------------------------------------

    def _row_at(self, y: int) -> int:
        row = self.rowAt(y)
        return self.lanes.rowCount() - 1 if row < 0 else row

    def _move_lane(self, row: int, to: int) -> None:
        """Put the level of a lane (or of a whole section) in the place of another."""
        results = self.lanes.results
        rows = self.lanes.rows
        if results is None or not 0 <= row < len(rows):
            return
        is_section = isinstance(rows[row], SectionRow)
        position = 0 if is_section else -1
        factor = results.groups.factors[position]
        levels = [level.level.text for level in factor.levels]
        moved, target = self._level_of(row, position), self._level_of(to, position)
        if moved is None or moved == target:
            return
        goal = levels.index(target) if target is not None else (0 if to < row else len(levels) - 1)
        levels.remove(moved)
        levels.insert(goal, moved)
        edit = ReorderLevels(
            question=results.number, variable=factor.factor.variable, levels=tuple(levels)
        )
        self.edited.emit(edit)

    def _level_of(self, row: int, position: int) -> str | None:
        rows = self.lanes.rows
        shown = rows[max(0, min(row, len(rows) - 1))]
        if isinstance(shown, Lane):
            return shown.group.levels[position]
        return shown.level if isinstance(shown, SectionRow) and position == 0 else None

    def paint_ground(self, painter: QPainter) -> None:
        """Rules and the grid of the axis under the lanes in view."""
        end = self.rowAt(self.viewport().height() - 1)
        last = end if end >= 0 else len(self.lanes.rows) - 1
        width, rows = self.viewport().width(), []
        for number in range(max(0, self.rowAt(0)), last + 1):
            if isinstance(self.lanes.rows[number], Lane | TotalRow) and self.rowHeight(number):
                top = self.rowViewportPosition(number)
                rows.append(QRect(0, top, width, self.rowHeight(number)))
        left = self.columnViewportPosition(Fixed.DOTS.value)
        dots = (left, left + self.columnWidth(Fixed.DOTS.value) - 1)
        paint_ground(painter, rows, dots, self.lanes)

    def paintEvent(self, event: QPaintEvent) -> None:
        """The lanes, and the place a taken lane would go to."""
        current = self.currentIndex()
        self.cells.current = (current.row(), current.column()) if current.isValid() else None
        super().paintEvent(event)
        if self.means.is_on:
            self.means.paint(QPainter(self.viewport()))
        if self._dragged is None or self._drop is None:
            return
        painter = QPainter(self.viewport())
        rect = self.visualRect(self.lanes.index(self._drop, 0))
        y = rect.top() if self._drop < self._dragged else rect.bottom()
        painter.fillRect(QRect(0, y - 1, self.viewport().width(), 3), colour(TEAL))
        taken = self.visualRect(self.lanes.index(self._dragged, 0))
        ground = QColor(colour(TEAL_SOFT))
        ground.setAlpha(120)
        painter.fillRect(QRect(0, taken.top(), self.viewport().width(), taken.height()), ground)
