"""The cells of lanes: painted by what they hold, names typed over."""

from __future__ import annotations

from PySide6.QtCore import QAbstractItemModel, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QPainter, QPen
from PySide6.QtWidgets import QLineEdit, QStyledItemDelegate, QStyleOptionViewItem, QWidget

from decimus.analysis.groups import Group
from decimus.terms import Statistic
from decimus.window.groups.lane_headings import GRIP
from decimus.window.groups.lane_painting import (
    paint_dots,
    paint_name,
    paint_number,
    paint_section,
    paint_total_dots,
    paint_total_name,
)
from decimus.window.groups.lanes_model import (
    Column,
    Fixed,
    Lane,
    LanesModel,
    SectionRow,
    TotalRow,
)
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.strips import Index, paint_axis
from decimus.window.widgets.theme import TEAL, WHITE, colour, sans

Replicate = tuple[Group, int]
"""A group and which of its replicates."""


class LaneDelegate(QStyledItemDelegate):
    """Paints the cells of lanes.

    Signals:
        edited: a lane or section was given another name.
    """

    edited = Signal(object)

    def __init__(self, lanes: LanesModel, parent: QWidget) -> None:
        super().__init__(parent)
        self._lanes = lanes
        self.current: tuple[int, int] | None = None
        """Row and column of the cell that keys act on."""
        self.replicate: Replicate | None = None
        """The replicate that is selected."""

    def _chosen_of(self, group: Group) -> int | None:
        """Which replicate of a group is selected."""
        chosen = self.replicate
        return chosen[1] if chosen is not None and chosen[0].levels == group.levels else None

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """Grip, swatch and name; dots and error bar; numbers."""
        rect: QRect = option.rect
        number, place = index.row(), index.column()
        row, column = self._lanes.rows[number], self._lanes.columns[place]
        if (
            isinstance(column, Statistic)
            and isinstance(row, Lane)
            and self.current != (number, place)
        ):
            # By far the most cells are plain numbers; they leave nothing to put back.
            paint_number(painter, rect, self._lanes.text(number, place))
            return
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        flags = option.state
        if isinstance(row, Lane | TotalRow):
            self._paint_lane(painter, rect, row, column, self._lanes.text(number, place))
            if flags & flags.__class__.State_Selected and isinstance(column, Statistic):
                focused = bool(flags & flags.__class__.State_HasFocus)
                painter.setPen(QPen(colour(TEAL), 1.4 if focused else 1.0))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                box = QRectF(rect.left() + 1, 0, rect.width() - 3, min(rect.height() - 2, 30))
                box.moveCenter(rect.toRectF().center())
                painter.drawRoundedRect(box, 3, 3)
        elif isinstance(row, SectionRow):
            paint_section(painter, rect, row, column)
        elif column is Fixed.DOTS:
            paint_axis(painter, rect, self._lanes.axis)
        painter.restore()

    def _paint_lane(
        self,
        painter: QPainter,
        rect: QRect,
        row: Lane | TotalRow,
        column: Column,
        text: str,
    ) -> None:
        if isinstance(column, Statistic):
            paint_number(painter, rect, text, is_total=isinstance(row, TotalRow))
        elif isinstance(row, TotalRow):
            if column is Fixed.NAME:
                paint_total_name(painter, rect, text)
            else:
                paint_total_dots(painter, rect, self._lanes, row)
        elif column is Fixed.NAME:
            paint_name(painter, rect, row, text)
        else:
            paint_dots(painter, rect, self._lanes, row, self._chosen_of(row.group))

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

    def setEditorData(self, editor: QWidget, index: Index) -> None:
        """The name as it is; from then on it is known what is being typed."""
        super().setEditorData(editor, index)
        if isinstance(editor, QLineEdit):
            row = index.row()

            def keep() -> None:
                self.commitData.emit(editor)
                self.closeEditor.emit(editor)

            Drafts.watch(editor, lambda text: self._lanes.rename_edit(row, text), keep)

    def setModelData(self, editor: QWidget, model: QAbstractItemModel, index: Index) -> None:
        """One edit for a new name."""
        if isinstance(editor, QLineEdit):
            edit = self._lanes.rename_edit(index.row(), editor.text())
            if edit is not None:
                self.edited.emit(edit)
