"""Lanes: every replicate as a dot on a shared axis, beside its group's numbers."""

from __future__ import annotations

from PySide6.QtCore import QAbstractItemModel, QPoint, QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import (
    QBrush,
    QFontMetrics,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHeaderView,
    QLineEdit,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from decimus.figure.swarms import drawn_values, swarm
from decimus.study.edits import ChooseErrorBar, ReorderLevels
from decimus.terms import ErrorBar
from decimus.window.groups.lanes_model import (
    QUANTITIES,
    AxisRow,
    Column,
    Lane,
    LanesModel,
    SectionRow,
)
from decimus.window.strips import AXIS_HEIGHT, Index, StripView, paint_axis, strip_scale
from decimus.window.theme import (
    AMBER,
    INK,
    QUIET,
    RULE,
    TEAL,
    TEAL_SOFT,
    WHITE,
    colour,
    sans,
    serif,
)

GRIP = 26
"""Width of the grip at the left edge of a lane, in pixels."""
_HEADING_HEIGHT = 34
_SECTION_HEIGHT = 30
_ERROR_BARS = {
    Column.STANDARD_DEVIATION: ErrorBar.STANDARD_DEVIATION,
    Column.STANDARD_ERROR: ErrorBar.STANDARD_ERROR,
    Column.CONFIDENCE_INTERVAL: ErrorBar.CONFIDENCE_INTERVAL,
}
_NAME_WIDTHS = (84, 150)
"""The narrowest and widest a column of names gets."""
_NARROWEST_DOTS = 60


def draw_error_glyph(painter: QPainter, x: float, y: float, height: float) -> None:
    """A small upright error bar: what its column can become on the figure."""
    painter.drawLine(QPointF(x, y - height / 2), QPointF(x, y + height / 2))
    for end in (y - height / 2, y + height / 2):
        painter.drawLine(QPointF(x - 3, end), QPointF(x + 3, end))


def _paint_asides(painter: QPainter, xs: list[float], y: float, radius: float) -> None:
    """What is set aside: hollow, beside the dots that count."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(colour(QUIET), 1.1, Qt.PenStyle.DotLine))
    for x in xs:
        painter.drawEllipse(QPointF(x, y), radius, radius)


def _paint_grip(painter: QPainter, x: int, y: int) -> None:
    """Three short lines: what can be taken and moved."""
    painter.setPen(QPen(colour("#b5af9f"), 1.3))
    for step in (-4, 0, 4):
        painter.drawLine(QPointF(x, y + step), QPointF(x + 9, y + step))


class LaneHeadings(QHeaderView):
    """Headings; those with a glyph make their quantity the error bars.

    Signals:
        chosen: the edit that changes the error bars.
    """

    chosen = Signal(object)

    def __init__(self, model: LanesModel, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self._lanes = model
        self.setSectionsClickable(True)
        self.setFixedHeight(_HEADING_HEIGHT)
        self.setMinimumSectionSize(30)
        self.sectionClicked.connect(self.choose)

    def choose(self, section: int) -> None:
        """Make the quantity of a column the error bars."""
        error_bar = _ERROR_BARS.get(Column(section))
        results = self._lanes.results
        if error_bar is not None and results is not None:
            self.chosen.emit(ChooseErrorBar(question=results.number, error_bar=error_bar))

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        """The heading; the one that is the error bars in strong teal with a rule."""
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        column = Column(section)
        results = self._lanes.results
        error_bar = _ERROR_BARS.get(column)
        is_chosen = results is not None and error_bar is results.question.error_bar
        font = sans(14, strong=is_chosen)
        painter.setFont(font)
        painter.setPen(colour(TEAL if error_bar is not None else QUIET))
        text = self._lanes.heading(column)
        metrics = QFontMetrics(font)
        room = rect.adjusted(GRIP if column is Column.NAME else 4, 0, -8, 0)
        if column in (Column.NAME, Column.DOTS):
            if column is Column.DOTS:
                room = rect.adjusted(6, 0, -6, 0)
            text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, room.width())
            side = Qt.AlignmentFlag.AlignLeft
            painter.drawText(room, side | Qt.AlignmentFlag.AlignVCenter, text)
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


class LaneDelegate(QStyledItemDelegate):
    """Paints the cells of lanes."""

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """Grip, swatch and name; dots and error bar; numbers."""
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        rect: QRect = option.rect
        flags = option.state
        row, column = index.data(LanesModel.RowRole), Column(index.column())
        view = self.parent()
        if isinstance(view, LanesView):
            if isinstance(row, Lane):
                selected = bool(flags & flags.__class__.State_Selected)
                focused = bool(flags & flags.__class__.State_HasFocus)
                self._paint_lane(painter, rect, view, row, column, str(index.data() or ""))
                if selected and column in QUANTITIES:
                    painter.setPen(QPen(colour(TEAL), 1.4 if focused else 1.0))
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    height = min(rect.height() - 8, 30)
                    box = QRectF(rect.left() + 1, 0, rect.width() - 3, height)
                    box.moveCenter(QPointF(rect.center()))
                    painter.drawRoundedRect(box, 3, 3)
            elif isinstance(row, SectionRow):
                self._paint_section(painter, rect, row, column)
            elif column is Column.DOTS:
                paint_axis(painter, rect, view.lanes.axis)
        painter.restore()

    def _paint_lane(
        self,
        painter: QPainter,
        rect: QRect,
        view: LanesView,
        lane: Lane,
        column: Column,
        text: str,
    ) -> None:
        painter.setPen(QPen(colour(RULE), 1))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        if column is Column.NAME:
            self._paint_name(painter, rect, lane, text)
        elif column is Column.DOTS:
            self._paint_dots(painter, rect, view, lane)
        else:
            painter.setFont(sans(15))
            painter.setPen(colour(INK))
            room = rect.adjusted(2, 0, -8, 0)
            side = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
            painter.drawText(room, side, text)

    def _paint_name(self, painter: QPainter, rect: QRect, lane: Lane, text: str) -> None:
        middle = rect.center().y()
        _paint_grip(painter, rect.left() + 5, middle)
        tall = min(rect.height() - 12, 34)
        painter.fillRect(
            QRectF(rect.left() + GRIP, middle - tall / 2, 11, tall), colour(lane.colour)
        )
        room = rect.adjusted(GRIP + 20, 0, -4, 0)
        note = f"{lane.group.missing} missing" if lane.group.missing else ""
        has_note = bool(note) and rect.height() >= 40
        painter.setFont(sans(16, strong=True))
        painter.setPen(colour(INK))
        name = QFontMetrics(painter.font()).elidedText(
            text, Qt.TextElideMode.ElideRight, room.width()
        )
        shift = 9 if has_note else 0
        vertical = Qt.AlignmentFlag.AlignVCenter
        painter.drawText(room.translated(0, -shift), vertical, name)
        if has_note:
            painter.setFont(sans(13))
            painter.setPen(colour(AMBER))
            painter.drawText(room.translated(0, shift + 1), vertical, note)

    def _paint_dots(self, painter: QPainter, rect: QRect, view: LanesView, lane: Lane) -> None:
        """Replicates in the upper part, mean and error bar on a line of their own below."""
        model = view.lanes
        results = model.results
        if results is None:
            return
        scale = strip_scale(model.axis, rect)
        painter.setPen(QPen(colour("#e6e1d4"), 1))
        for tick in model.axis.ticks:
            x = scale.at(tick)
            painter.drawLine(QPointF(x, rect.top()), QPointF(x, rect.bottom() - 1))
        is_tall = rect.height() >= 40
        radius = 4.0 if is_tall else 3.0
        bar_y = rect.bottom() - (15 if is_tall else rect.height() * 0.24)
        room = (bar_y - 6 - rect.top()) / 2
        dots_y = rect.top() + room + 1
        shown = drawn_values(lane.group.summary, results.groups.most_dots)
        xs = [scale.at(value) for value in shown]
        offsets = swarm(xs, radius * 2.05, max(0.0, room - radius - 2))
        painter.setPen(QPen(colour(INK), 0.9))
        is_adjusted = results.measurements.is_adjusted(lane.group.cells)
        pattern = Qt.BrushStyle.Dense5Pattern if is_adjusted else Qt.BrushStyle.SolidPattern
        painter.setBrush(QBrush(colour(lane.colour), pattern))
        for x, offset in zip(xs, offsets, strict=True):
            painter.drawEllipse(QPointF(x, dots_y + offset), radius, radius)
        _paint_asides(painter, [scale.at(a.value) for a in lane.group.cells.asides], dots_y, radius)
        mean = lane.group.summary.mean
        if mean is None:
            painter.setPen(colour(QUIET))
            painter.setFont(sans(14))
            painter.drawText(rect.adjusted(14, 0, 0, 0), Qt.AlignmentFlag.AlignVCenter, "no data")
            return
        painter.setPen(QPen(colour(INK), 1.6))
        x = scale.at(mean)
        ends = results.groups.error_bar(lane.group)
        painter.drawLine(QPointF(x, bar_y - 6), QPointF(x, bar_y + 6))
        if ends is None:
            return
        reached = [scale.at(end) for end in (ends.lower, ends.upper) if end is not None]
        painter.drawLine(QPointF(min([x, *reached]), bar_y), QPointF(max([x, *reached]), bar_y))
        for end in reached:
            painter.drawLine(QPointF(end, bar_y - 4), QPointF(end, bar_y + 4))

    def _paint_section(
        self, painter: QPainter, rect: QRect, row: SectionRow, column: Column
    ) -> None:
        painter.setPen(QPen(colour(QUIET), 1))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        if column is Column.NAME:
            _paint_grip(painter, rect.left() + 5, rect.center().y() + 2)
            painter.setFont(serif(17))
            painter.setPen(colour(INK))
            room = rect.adjusted(GRIP, 4, 0, 0)
            painter.drawText(room, Qt.AlignmentFlag.AlignVCenter, row.label)

    def createEditor(self, parent: QWidget, option: QStyleOptionViewItem, index: Index) -> QWidget:
        """A plain field over the name."""
        editor = QLineEdit(parent)
        editor.setFont(sans(15))
        editor.setStyleSheet(f"border: 1.6px solid {TEAL}; padding: 0 6px; background: {WHITE};")
        return editor

    def updateEditorGeometry(
        self, editor: QWidget, option: QStyleOptionViewItem, index: Index
    ) -> None:
        """Beside the swatch."""
        rect: QRect = option.rect
        row = index.data(LanesModel.RowRole)
        left = rect.left() + (GRIP + 14 if isinstance(row, Lane) else 0)
        editor.setGeometry(left, rect.center().y() - 15, rect.right() - left, 30)

    def setModelData(self, editor: QWidget, model: QAbstractItemModel, index: Index) -> None:
        """One edit for a new name."""
        view = self.parent()
        if isinstance(editor, QLineEdit) and isinstance(view, LanesView):
            edit = view.lanes.rename_edit(index.row(), editor.text())
            if edit is not None:
                view.edited.emit(edit)


class LanesView(StripView):
    """The lanes.

    Signals:
        edited: a rename, a new order, other error bars.
        opened: a lane and the quantity whose working is wanted.
    """

    edited = Signal(object)
    opened = Signal(object, object)

    def __init__(self, model: LanesModel, parent: QWidget | None = None) -> None:
        super().__init__(model, "lanes", parent)
        self.lanes = model
        self._dragged: int | None = None
        self._drop: int | None = None
        self.setAccessibleName("Groups with their replicates and summaries")
        self.headings = LaneHeadings(model, self)
        self.take_headings(self.headings)
        self.headings.chosen.connect(self.edited)
        self.setItemDelegate(LaneDelegate(self))
        self.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
        )
        self.setMouseTracking(True)
        self.clicked.connect(self._open)
        model.headerDataChanged.connect(self.fit)

    # --- sizes -------------------------------------------------------------------

    def fit(self) -> None:
        """Share out widths and heights: lanes are as tall as their number allows."""
        widths = {
            column: self._needed_width(column) for column in Column if column is not Column.DOTS
        }
        for column, width in widths.items():
            self.setColumnWidth(column.value, width)
        rest = self.viewport().width() - sum(widths.values())
        self.setColumnWidth(Column.DOTS.value, max(_NARROWEST_DOTS, rest))
        rows = self.lanes.rows
        lanes = max(1, sum(isinstance(row, Lane) for row in rows))
        sections = sum(isinstance(row, SectionRow) for row in rows)
        room = self.viewport().height() - AXIS_HEIGHT - sections * _SECTION_HEIGHT
        height = max(28, min(62, room // lanes))
        for number, row in enumerate(rows):
            if isinstance(row, AxisRow):
                self.setRowHeight(number, AXIS_HEIGHT)
            elif isinstance(row, SectionRow):
                self.setRowHeight(number, _SECTION_HEIGHT)
            else:
                self.setRowHeight(number, height)

    def _needed_width(self, column: Column) -> int:
        """As wide as the heading and the longest text of a column need."""
        lanes = [row for row, shown in enumerate(self.lanes.rows) if isinstance(shown, Lane)]
        texts = [str(self.lanes.index(row, column.value).data() or "") for row in lanes]
        heading = QFontMetrics(sans(14, strong=True)).horizontalAdvance(self.lanes.heading(column))
        if column is Column.NAME:
            metrics = QFontMetrics(sans(16, strong=True))
            widest = max((metrics.horizontalAdvance(text) for text in texts), default=0)
            least, most = _NAME_WIDTHS
            return max(least, min(most, max(widest + GRIP + 26, heading + GRIP + 8)))
        metrics = QFontMetrics(sans(15))
        widest = max((metrics.horizontalAdvance(text) for text in texts), default=0)
        glyph = 22 if column in _ERROR_BARS else 0
        return max(widest, heading + glyph) + 20

    def wanted_height(self) -> int:
        """The height that shows all lanes in comfort."""
        rows = self.lanes.rows
        lanes = sum(isinstance(row, Lane) for row in rows)
        sections = sum(isinstance(row, SectionRow) for row in rows)
        return lanes * 62 + sections * _SECTION_HEIGHT + AXIS_HEIGHT + _HEADING_HEIGHT + 2

    # --- working -----------------------------------------------------------------

    def _open(self, index: Index) -> None:
        lane, quantity = self.lanes.lane(index.row()), QUANTITIES.get(Column(index.column()))
        if lane is not None and quantity is not None:
            self.opened.emit(lane, quantity)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Alt with an arrow moves a lane; Return opens the working of a number."""
        index = self.currentIndex()
        moves = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}
        with_alt = bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
        if with_alt and event.key() in moves and index.isValid():
            self._move_lane(index.row(), index.row() + moves[Qt.Key(event.key())])
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and index.isValid():
            self._open(index)
        else:
            super().keyPressEvent(event)

    # --- reordering by the grip -----------------------------------------------------

    def _is_on_grip(self, position: QPoint) -> bool:
        index = self.indexAt(position)
        if not index.isValid() or Column(index.column()) is not Column.NAME:
            return False
        left = self.visualRect(index).left()
        row = self.lanes.rows[index.row()]
        return isinstance(row, Lane | SectionRow) and position.x() - left < GRIP

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A press on the grip takes the lane."""
        position = event.position().toPoint()
        if event.button() is Qt.MouseButton.LeftButton and self._is_on_grip(position):
            self._dragged = self.indexAt(position).row()
            self.setCurrentIndex(self.indexAt(position))
            return
        super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """A taken lane shows where it would go; the pointer tells what a grip is for."""
        position = event.position().toPoint()
        if self._dragged is None:
            on_grip = self._is_on_grip(position)
            shape = Qt.CursorShape.SizeVerCursor if on_grip else Qt.CursorShape.ArrowCursor
            self.viewport().setCursor(shape)
            super().mouseMoveEvent(event)
            return
        self._drop = self._row_at(position.y())
        self.viewport().update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """The lane goes where it was let go."""
        if self._dragged is None:
            super().mouseReleaseEvent(event)
            return
        dragged, drop = self._dragged, self._row_at(event.position().toPoint().y())
        self._dragged = self._drop = None
        self.viewport().update()
        self._move_lane(dragged, drop)

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

    def paintEvent(self, event: QPaintEvent) -> None:
        """The lanes, and the place a taken lane would go to."""
        super().paintEvent(event)
        if self._dragged is None or self._drop is None:
            return
        painter = QPainter(self.viewport())
        rect = self.visualRect(self.lanes.index(self._drop, 0))
        y = rect.top() if self._drop < self._dragged else rect.bottom()
        painter.fillRect(QRect(0, y - 1, self.viewport().width(), 3), colour(TEAL))
        taken = self.visualRect(self.lanes.index(self._dragged, 0))
        ground = colour(TEAL_SOFT)
        ground.setAlpha(120)
        painter.fillRect(QRect(0, taken.top(), self.viewport().width(), taken.height()), ground)
