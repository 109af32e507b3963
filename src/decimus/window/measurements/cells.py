"""The cells of the sheet: painted by how they are read, typed into in place."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtCore import QAbstractItemModel, QPoint, QRect, Qt, Signal
from PySide6.QtGui import QFont, QFontMetrics, QKeyEvent, QPainter, QPen
from PySide6.QtWidgets import QLineEdit, QStyledItemDelegate, QStyleOptionViewItem, QWidget

from decimus.study.edits import Edit
from decimus.window.measurements.headings import SWATCH
from decimus.window.measurements.sheet_facts import Bracket, CellState
from decimus.window.measurements.sheet_model import SheetModel
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.theme import (
    AMBER,
    AMBER_SOFT,
    FAINT,
    INK,
    QUIET,
    RED,
    SURFACE,
    TEAL,
    TEAL_SOFT,
    WHITE,
    colour,
    sans,
)

if TYPE_CHECKING:
    from decimus.window.measurements.sheet_model import Index


_MOST_LETTERS = 1_000
"""Letters of a cell that are looked at to paint it; no column is as wide."""


class CellField(QLineEdit):
    """A field over a cell; Return ends typing and goes no further."""

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Keep Return from the sheet, which would act on it a second time."""
        super().keyPressEvent(event)
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            event.accept()


_SPOKEN = (CellState.COUNTED, CellState.UNREADABLE, CellState.LIMIT, CellState.MARKED)
_TICK = 4


def _paint_bracket(painter: QPainter, rect: QRect, bracket: Bracket) -> None:
    """A thin line along readings that are averaged, turned in where it begins and ends."""
    painter.setPen(QPen(colour(TEAL), 1.2))
    if bracket.is_across:
        y = rect.bottom() - _TICK
        left = rect.left() + (8 if bracket.begins else 0)
        right = rect.right() - (8 if bracket.ends else 0)
        painter.drawLine(left, y, right, y)
        for x, turns in ((left, bracket.begins), (right, bracket.ends)):
            if turns:
                painter.drawLine(x, y, x, y - _TICK)
        return
    x = rect.right() - _TICK
    top = rect.top() + (7 if bracket.begins else 0)
    bottom = rect.bottom() - (7 if bracket.ends else 0)
    painter.drawLine(x, top, x, bottom)
    for y, turns in ((top, bracket.begins), (bottom, bracket.ends)):
        if turns:
            painter.drawLine(x, y, x - _TICK, y)


class CellDelegate(QStyledItemDelegate):
    """Paints a cell by how it is read.

    Args:
        parent: the sheet.
        edit_of: the edit that a text stands for, in a row and column of the model.

    Signals:
        typed: row and column of the model, and what was typed there.
        kept_now: what is being typed is to be kept at once: the field, its row and column.
    """

    typed = Signal(int, int, str)
    kept_now = Signal(object, int, int)

    def __init__(self, parent: QWidget, edit_of: Callable[[int, int, str], Edit]) -> None:
        super().__init__(parent)
        self._edit_of = edit_of

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """Ground by state, text, a dash for missing, a line through what is left out."""
        painter.save()
        state = index.data(SheetModel.StateRole)
        rect: QRect = option.rect
        flags = option.state
        selected = bool(flags & flags.__class__.State_Selected)
        focused = bool(flags & flags.__class__.State_HasFocus)
        marked = state in (CellState.MISSING, CellState.UNREADABLE, CellState.LIMIT)
        if selected:
            painter.fillRect(rect, colour(TEAL_SOFT))
        elif marked or state is CellState.MARKED:
            painter.fillRect(rect, colour(AMBER_SOFT))
        elif state is CellState.NAME:
            painter.fillRect(rect, colour(SURFACE))
        painter.setPen(QPen(colour(FAINT), 1))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        self._paint_text(painter, rect, index, state)
        if marked:
            painter.setPen(QPen(colour(AMBER), 1, Qt.PenStyle.DashLine))
            painter.drawRect(rect.adjusted(2, 2, -3, -3))
        if index.data(SheetModel.AdjustedRole):
            corner = rect.topRight()
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(TEAL))
            painter.drawPolygon([corner, corner - QPoint(7, 0), corner + QPoint(0, 7)])
            painter.setBrush(Qt.BrushStyle.NoBrush)
        bracket = index.data(SheetModel.BracketRole)
        if isinstance(bracket, Bracket):
            _paint_bracket(painter, rect, bracket)
        if state is CellState.ASIDE:
            painter.setPen(QPen(colour(QUIET), 1, Qt.PenStyle.DotLine))
            painter.drawRoundedRect(rect.adjusted(3, 3, -4, -4), 8, 8)
        if focused:
            painter.setPen(QPen(colour(TEAL), 1.6))
            painter.drawRect(rect.adjusted(0, 0, -1, -1))
        painter.restore()

    def _paint_text(self, painter: QPainter, rect: QRect, index: Index, state: CellState) -> None:
        text = str(index.data() or "")
        if state is CellState.MISSING and not text.strip():
            text = "–"
        room = rect.adjusted(10, 0, -12, 0)
        font = QFont(sans(15))
        font.setStrikeOut(state in (CellState.LEFT_OUT, CellState.ASIDE))
        painter.setFont(font)
        quiet = state not in _SPOKEN
        ink = QUIET if quiet else RED if state is CellState.UNREADABLE else INK
        painter.setPen(colour(ink))
        shade = index.data(SheetModel.ColourRole)
        if isinstance(shade, str):
            y = rect.center().y() - SWATCH // 2
            painter.fillRect(QRect(room.left(), y, SWATCH, SWATCH), colour(shade))
            room.setLeft(room.left() + SWATCH + 7)
        text = text[
            :_MOST_LETTERS
        ]  # a cell can hold a whole text, and is measured letter by letter
        text = QFontMetrics(font).elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, int(index.data(Qt.ItemDataRole.TextAlignmentRole)), text)

    def createEditor(self, parent: QWidget, option: QStyleOptionViewItem, index: Index) -> QWidget:
        """A plain field over the cell."""
        editor = CellField(parent)
        editor.setFont(sans(15))
        editor.setAlignment(Qt.AlignmentFlag.AlignRight)
        editor.setStyleSheet(f"border: 1.6px solid {TEAL}; padding: 0 8px; background: {WHITE};")
        return editor

    def setEditorData(self, editor: QWidget, index: Index) -> None:
        """What stands in the cell; from then on it is known what is being typed."""
        super().setEditorData(editor, index)
        if isinstance(editor, QLineEdit):
            row, column = index.row(), index.column()
            Drafts.watch(
                editor,
                lambda text: self._edit_of(row, column, text),
                lambda: self.kept_now.emit(editor, row, column),
            )

    def setModelData(self, editor: QWidget, model: QAbstractItemModel, index: Index) -> None:
        """Say what was typed; the sheet makes one edit of it."""
        if isinstance(editor, QLineEdit):
            self.typed.emit(index.row(), index.column(), editor.text())
