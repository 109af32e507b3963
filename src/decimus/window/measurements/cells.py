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
from decimus.window.measurements.sheet_model import CellLook, SheetModel
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


_AT_LEFT = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
_AT_RIGHT = int(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)


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
        model = index.model()
        if not isinstance(model, SheetModel):
            return
        painter.save()
        look = model.look(index.row(), index.column())
        state = look.state
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
        self._paint_text(painter, rect, look)
        if marked:
            painter.setPen(QPen(colour(AMBER), 1, Qt.PenStyle.DashLine))
            painter.drawRect(rect.adjusted(2, 2, -3, -3))
        if look.is_adjusted:
            corner = rect.topRight()
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(TEAL))
            painter.drawPolygon([corner, corner - QPoint(7, 0), corner + QPoint(0, 7)])
            painter.setBrush(Qt.BrushStyle.NoBrush)
        if look.bracket is not None:
            _paint_bracket(painter, rect, look.bracket)
        if state is CellState.ASIDE:
            painter.setPen(QPen(colour(QUIET), 1, Qt.PenStyle.DotLine))
            painter.drawRoundedRect(rect.adjusted(3, 3, -4, -4), 8, 8)
        if focused:
            painter.setPen(QPen(colour(TEAL), 1.6))
            painter.drawRect(rect.adjusted(0, 0, -1, -1))
        painter.restore()

    def _paint_text(self, painter: QPainter, rect: QRect, look: CellLook) -> None:
        text, state = look.text, look.state
        if state is CellState.MISSING and not text.strip():
            text = "–"
        room = rect.adjusted(10, 0, -12, 0)
        font = sans(15)
        if state in (CellState.LEFT_OUT, CellState.ASIDE):
            font = QFont(font)
            font.setStrikeOut(True)
        painter.setFont(font)
        quiet = state not in _SPOKEN
        ink = QUIET if quiet else RED if state is CellState.UNREADABLE else INK
        painter.setPen(colour(ink))
        if look.shade is not None:
            y = rect.center().y() - SWATCH // 2
            painter.fillRect(QRect(room.left(), y, SWATCH, SWATCH), colour(look.shade))
            room.setLeft(room.left() + SWATCH + 7)
        # A cell can hold a whole text, and is measured letter by letter.
        text = text[:_MOST_LETTERS]
        text = QFontMetrics(font).elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, _AT_LEFT if look.is_name else _AT_RIGHT, text)

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
