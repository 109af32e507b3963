"""The sheet: cells as typed with the marks of how they are read, editable in place."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QAbstractItemModel, QPoint, QRect, QSize, Qt, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QFontMetrics,
    QGuiApplication,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
    QPainter,
    QPen,
)
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHeaderView,
    QLineEdit,
    QMenu,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableView,
    QWidget,
)

from decimus.errors import InputError
from decimus.formats.delimited import parse_delimited
from decimus.study.edits import DeleteColumns, DeleteRows, InsertColumns, InsertRows
from decimus.window.measurements.sheet_model import CellState, SheetModel
from decimus.window.theme import (
    AMBER,
    AMBER_SOFT,
    FAINT,
    INK,
    QUIET,
    RED,
    RULE,
    SURFACE,
    TEAL,
    TEAL_SOFT,
    WHITE,
    colour,
    sans,
)

if TYPE_CHECKING:
    from decimus.window.measurements.sheet_model import Index

_ROW_HEIGHT = 29
_SWATCH = 10


class HeadingsView(QHeaderView):
    """Headings with the colour of their group; a double click renames one in place.

    Signals:
        renamed: a column and its new heading.
    """

    renamed = Signal(int, str)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self.setSectionsClickable(True)
        self.setFixedHeight(_ROW_HEIGHT + 4)
        self.field: QLineEdit | None = None
        self.sectionDoubleClicked.connect(self.rename)

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        """The heading to the right over numbers, to the left over names."""
        painter.save()
        painter.fillRect(rect, colour(SURFACE))
        painter.setPen(QPen(colour(INK), 1.4))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        model = self.model()
        text = str(model.headerData(section, Qt.Orientation.Horizontal) or "")
        shade = model.headerData(section, Qt.Orientation.Horizontal, SheetModel.ColourRole)
        painter.setFont(sans(15, strong=True))
        painter.setPen(colour(INK))
        room = rect.adjusted(10, 0, -12, 0)
        metrics = QFontMetrics(painter.font())
        if shade:
            room.setLeft(room.left() + _SWATCH + 6)
        text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        is_name = isinstance(model, SheetModel) and section in model.facts.names
        side = Qt.AlignmentFlag.AlignLeft if is_name else Qt.AlignmentFlag.AlignRight
        painter.drawText(room, side | Qt.AlignmentFlag.AlignVCenter, text)
        if isinstance(shade, str):
            x = room.right() - metrics.horizontalAdvance(text) - _SWATCH - 7
            y = rect.center().y() - _SWATCH // 2
            painter.fillRect(QRect(x, y, _SWATCH, _SWATCH), colour(shade))
        painter.restore()

    def rename(self, section: int) -> QLineEdit:
        """Lay a field over a heading; Return renames it."""
        text = str(self.model().headerData(section, Qt.Orientation.Horizontal) or "")
        field = QLineEdit(text, self.viewport())
        field.setFont(sans(15))
        field.setAccessibleName("heading")
        x = self.sectionViewportPosition(section)
        field.setGeometry(x, 1, max(self.sectionSize(section), 110), self.height() - 2)
        field.selectAll()
        field.returnPressed.connect(lambda: self._rename(section, field))
        field.editingFinished.connect(field.deleteLater)
        field.show()
        field.setFocus()
        self.field = field
        return field

    def _rename(self, section: int, field: QLineEdit) -> None:
        self.renamed.emit(section, field.text().strip())


class CellField(QLineEdit):
    """A field over a cell; Return ends typing and goes no further."""

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Keep Return from the sheet, which would act on it a second time."""
        super().keyPressEvent(event)
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            event.accept()


class CellDelegate(QStyledItemDelegate):
    """Paints a cell by how it is read."""

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        """Ground by state, text, a dash for missing, a line through what is left out."""
        painter.save()
        state = index.data(SheetModel.StateRole)
        rect: QRect = option.rect
        flags = option.state
        selected = bool(flags & flags.__class__.State_Selected)
        focused = bool(flags & flags.__class__.State_HasFocus)
        marked = state in (CellState.MISSING, CellState.UNREADABLE)
        if selected:
            painter.fillRect(rect, colour(TEAL_SOFT))
        elif marked:
            painter.fillRect(rect, colour(AMBER_SOFT))
        elif state is CellState.NAME:
            painter.fillRect(rect, colour(SURFACE))
        painter.setPen(QPen(colour(FAINT), 1))
        painter.drawLine(rect.bottomLeft(), rect.bottomRight())
        self._paint_text(painter, rect, index, state)
        if marked:
            painter.setPen(QPen(colour(AMBER), 1, Qt.PenStyle.DashLine))
            painter.drawRect(rect.adjusted(2, 2, -3, -3))
        if focused:
            painter.setPen(QPen(colour(TEAL), 1.6))
            painter.drawRect(rect.adjusted(0, 0, -1, -1))
        painter.restore()

    def _paint_text(self, painter: QPainter, rect: QRect, index: Index, state: CellState) -> None:
        text = str(index.data() or "")
        if state is CellState.MISSING and not text.strip():
            text = "–"
        room = rect.adjusted(10, 0, -12, 0)
        font = sans(15)
        font.setStrikeOut(state is CellState.LEFT_OUT)
        painter.setFont(font)
        quiet = state in (CellState.NAME, CellState.MISSING, CellState.LEFT_OUT, CellState.OUTSIDE)
        ink = QUIET if quiet else RED if state is CellState.UNREADABLE else INK
        painter.setPen(colour(ink))
        shade = index.data(SheetModel.ColourRole)
        if isinstance(shade, str):
            y = rect.center().y() - _SWATCH // 2
            painter.fillRect(QRect(room.left(), y, _SWATCH, _SWATCH), colour(shade))
            room.setLeft(room.left() + _SWATCH + 7)
        text = QFontMetrics(font).elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, int(index.data(Qt.ItemDataRole.TextAlignmentRole)), text)

    def createEditor(self, parent: QWidget, option: QStyleOptionViewItem, index: Index) -> QWidget:
        """A plain field over the cell."""
        editor = CellField(parent)
        editor.setFont(sans(15))
        editor.setAlignment(Qt.AlignmentFlag.AlignRight)
        editor.setStyleSheet(f"border: 1.6px solid {TEAL}; padding: 0 8px; background: {WHITE};")
        return editor

    def setModelData(self, editor: QWidget, model: QAbstractItemModel, index: Index) -> None:
        """One edit for what was typed."""
        view = self.parent()
        if isinstance(editor, QLineEdit) and isinstance(view, SheetView):
            view.write(index.row(), index.column(), ((editor.text(),),))


class SheetView(QTableView):
    """The sheet.

    Signals:
        edited: an edit of cells, rows or columns.
        refused: an InputError about what was pasted.
    """

    edited = Signal(object)
    refused = Signal(object)

    def __init__(self, model: SheetModel, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._model = model
        self.setObjectName("sheet")
        self.setAccessibleName("The table as typed")
        self.setModel(model)
        self.headings = HeadingsView(self)
        self.setHorizontalHeader(self.headings)
        self.headings.setDefaultSectionSize(104)
        self.headings.renamed.connect(self._rename)
        rows = self.verticalHeader()
        rows.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        rows.setDefaultSectionSize(_ROW_HEIGHT)
        rows.setFont(sans(12))
        rows.setDefaultAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        rows.setStyleSheet(
            f"QHeaderView::section {{ color: {QUIET}; background: {WHITE}; border: none;"
            f" border-right: 1px solid {RULE}; padding: 0 6px; }}"
        )
        self.setItemDelegate(CellDelegate(self))
        self.setShowGrid(False)
        self.setCornerButtonEnabled(False)
        self.setSelectionMode(QAbstractItemView.SelectionMode.ContiguousSelection)
        self.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
            | QAbstractItemView.EditTrigger.AnyKeyPressed
        )
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)

    def fit_columns(self) -> None:
        """Columns as wide as their headings and first cells need, within bounds."""
        metrics = QFontMetrics(sans(15, strong=True))
        model = self._model
        for column in range(model.columnCount()):
            texts = [model.heading(column)]
            texts += [str(model.index(row, column).data() or "") for row in range(40)]
            widest = max(metrics.horizontalAdvance(text) for text in texts)
            self.setColumnWidth(column, min(240, max(72, widest + 44)))

    def write(self, row: int, column: int, cells: tuple[tuple[str, ...], ...]) -> None:
        """Write cells unless they stand there already."""
        height, width = len(cells), max((len(line) for line in cells), default=0)
        present = self._model.table.block(self._model.table_row(row), column, height, width)
        if present != cells:
            self.edited.emit(self._model.edit_for(row, column, cells))

    def _rename(self, column: int, text: str) -> None:
        edit = self._model.heading_edit(column, text)
        if edit is None:
            self.refused.emit(
                InputError(
                    "The columns have no headings to rename",
                    remedy="Say that the first row holds names, in the sentence above",
                )
            )
        elif text != self._model.heading(column):
            self.edited.emit(edit)

    # --- keys, copy and paste --------------------------------------------------

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Copy, cut, paste, delete; Return goes down."""
        if event.matches(QKeySequence.StandardKey.Copy):
            self.copy()
        elif event.matches(QKeySequence.StandardKey.Cut):
            self.copy()
            self.clear_cells()
        elif event.matches(QKeySequence.StandardKey.Paste):
            self.paste()
        elif event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.clear_cells()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            index = self.currentIndex()
            self.setCurrentIndex(self._model.index(index.row() + 1, index.column()))
        else:
            super().keyPressEvent(event)

    def closeEditor(self, editor: QWidget, hint: QStyledItemDelegate.EndEditHint) -> None:
        """After typing, Return goes on to the cell below."""
        super().closeEditor(editor, hint)
        if hint == QStyledItemDelegate.EndEditHint.SubmitModelCache:
            index = self.currentIndex()
            self.setCurrentIndex(self._model.index(index.row() + 1, index.column()))

    def selected_block(self) -> QRect:
        """The selected cells of the model as x, y, width, height."""
        indexes = self.selectedIndexes() or [self.currentIndex()]
        rows = [index.row() for index in indexes]
        columns = [index.column() for index in indexes]
        return QRect(QPoint(min(columns), min(rows)), QSize(_span(columns), _span(rows)))

    def copy(self) -> None:
        """The selected cells as text with tabs."""
        block = self.selected_block()
        row = self._model.table_row(block.y())
        cells = self._model.table.block(row, block.x(), block.height(), block.width())
        QGuiApplication.clipboard().setText("\n".join("\t".join(line) for line in cells))

    def paste(self) -> None:
        """The clipboard's cells from the current cell on."""
        text = QGuiApplication.clipboard().text()
        if not text.strip("\r\n"):
            return
        try:
            rows = parse_delimited(text, "\t" if "\t" in text else None)
        except InputError as error:
            self.refused.emit(error)
            return
        block = self.selected_block()
        self.write(max(0, block.y()), max(0, block.x()), rows)

    def clear_cells(self) -> None:
        """Empty the selected cells."""
        block = self.selected_block()
        if block.x() >= 0:
            self.write(block.y(), block.x(), (("",) * block.width(),) * block.height())

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What can be done to rows and columns here."""
        menu = self.cell_menu()
        if menu is not None:
            menu.popup(event.globalPos())

    def cell_menu(self) -> QMenu | None:
        """The menu for the selected cells; None where there are none."""
        block = self.selected_block()
        if block.x() < 0:
            return None
        row = self._model.table_row(block.y())
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.setFont(sans(15))
        rows, columns = block.height(), block.width()
        edits = (
            ("Insert rows above", InsertRows(at=row, count=rows)),
            ("Delete rows", DeleteRows(at=row, count=rows)),
            ("Insert columns before", InsertColumns(at=block.x(), count=columns)),
            ("Delete columns", DeleteColumns(at=block.x(), count=columns)),
        )
        for words, edit in edits:
            menu.addAction(words).triggered.connect(lambda _=False, e=edit: self.edited.emit(e))
        return menu

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A click takes the keyboard."""
        self.setFocus()
        super().mousePressEvent(event)


def _span(numbers: list[int]) -> int:
    return max(numbers) - min(numbers) + 1
