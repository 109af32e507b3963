"""The sheet: cells as typed with the marks of how they are read, editable in place."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import (
    QItemSelection,
    QItemSelectionModel,
    QPoint,
    QRect,
    QSize,
    Qt,
    QTimer,
    Signal,
)
from PySide6.QtGui import (
    QContextMenuEvent,
    QFontMetrics,
    QGuiApplication,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
)
from PySide6.QtWidgets import (
    QAbstractItemDelegate,
    QAbstractItemView,
    QHeaderView,
    QLineEdit,
    QMenu,
    QStyledItemDelegate,
    QTableView,
    QWidget,
)

from decimus.errors import InputError
from decimus.formats.delimited import parse_delimited
from decimus.study.edits import DeleteColumns, DeleteRows, Edit, InsertColumns, InsertRows
from decimus.window.measurements.cells import CellDelegate
from decimus.window.measurements.headings import ROW_HEIGHT, HeadingsView, RowNumbers
from decimus.window.measurements.ranges import Range, RangeMenu, typed_range
from decimus.window.measurements.sheet_model import SheetModel
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.clipboard import copy_text
from decimus.window.widgets.plain import menu_text
from decimus.window.widgets.theme import (
    QUIET,
    RULE,
    WHITE,
    sans,
)
from decimus.wording.spans import Choice

_FITTED = 100
"""Columns that are fitted at once, and beyond those in view."""
_WIDEST = 240
_WIDEST_LETTERS = 120
"""Even the narrowest letters fill the widest column by then."""


class SheetView(QTableView):
    """The sheet.

    Signals:
        edited: an edit of cells, rows or columns.
        refused: an InputError about what was pasted.
        pasted: cells that are pasted at a row and a column of the model.
        wanted: a cell or a column is to be seen.
    """

    edited = Signal(object)
    pasted = Signal(int, int, object)
    refused = Signal(object)
    wanted = Signal()

    cell_choice: Callable[[Sequence[Range]], Choice] | None = None
    """What can be said of blocks of selected cells."""

    column_choice: Callable[[int], Choice] | None = None
    """What can be said of a column of the table."""

    def __init__(self, model: SheetModel, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._model = model
        self.setObjectName("sheet")
        self.setAccessibleName("The table as typed")
        self.setModel(model)
        self._place: tuple[int, int] | None = None
        model.modelAboutToBeReset.connect(self._keep_place)
        self.headings = HeadingsView(self)
        self.setHorizontalHeader(self.headings)
        self.headings.setDefaultSectionSize(104)
        self.headings.renamed.connect(self._rename)
        self.headings.setContextMenuPolicy(Qt.ContextMenuPolicy.CustomContextMenu)
        self.headings.customContextMenuRequested.connect(
            lambda at: self.open_column_menu(self.headings.logicalIndexAt(at))
        )
        rows = RowNumbers(self)
        self.setVerticalHeader(rows)
        rows.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        rows.setDefaultSectionSize(ROW_HEIGHT)
        rows.setFont(sans(12))
        rows.setDefaultAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        rows.setStyleSheet(
            f"QHeaderView::section {{ color: {QUIET}; background: {WHITE}; border: none;"
            f" border-right: 1px solid {RULE}; padding: 0 6px; }}"
        )
        delegate = CellDelegate(self, self._typed_edit)
        delegate.typed.connect(self._write_typed)
        delegate.kept_now.connect(self._keep_typed)
        self.setItemDelegate(delegate)
        self.setShowGrid(False)
        self.setCornerButtonEnabled(False)
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
            | QAbstractItemView.EditTrigger.AnyKeyPressed
        )
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self._fitted = 0
        self.horizontalScrollBar().valueChanged.connect(self._fit_in_view)

    def _write_typed(self, row: int, column: int, text: str) -> None:
        """Write what was typed once its field is closed: the table may change its size."""
        place = self._model.table_row(row)
        QTimer.singleShot(0, lambda: self.write(place - self._model.offset, column, ((text,),)))

    def _typed_edit(self, row: int, column: int, text: str) -> Edit:
        """The edit that a text in a cell of the model stands for."""
        return self._model.edit_for(row, column, ((text,),))

    def _keep_typed(self, field: QLineEdit, row: int, column: int) -> None:
        """Close a field over a cell and write what was typed, before anything else happens."""
        text = field.text()
        self.closeEditor(field, QAbstractItemDelegate.EndEditHint.NoHint)
        self.write(row, column, ((text,),))

    def _keep_place(self) -> None:
        """Remember the current cell of the table while its size or headings change."""
        index = self.currentIndex()
        if index.isValid() and self._place is None:
            self._place = (self._model.table_row(index.row()), index.column())

    def restore_place(self) -> None:
        """Make the cell current again that was so before the table changed its size."""
        if self._place is not None:
            row, column = self._place
            self.setCurrentIndex(self._model.index(max(0, row - self._model.offset), column))
            self._place = None

    def go_to(self, row: int, column: int) -> None:
        """Make a cell of the table current and bring it into view."""
        self.wanted.emit()
        index = self._model.index(max(0, row - self._model.offset), column)
        self.setCurrentIndex(index)
        self.scrollTo(index)
        self.setFocus()

    def go_to_column(self, column: int) -> None:
        """Select a column and show it."""
        self.wanted.emit()
        self._fit_up_to(column + 1)
        self.selectColumn(column)
        self.scrollTo(self._model.index(max(0, self.rowAt(0)), column))

    def show_cells(self, cells: Sequence[tuple[int, int]]) -> None:
        """Select cells of the table and bring the first of them into view."""
        found = QItemSelection()
        for row, column in cells:
            index = self._model.index(max(0, row - self._model.offset), column)
            found.select(index, index)
        self.go_to(*cells[0])
        self.selectionModel().select(found, QItemSelectionModel.SelectionFlag.ClearAndSelect)

    def fit_columns(self) -> None:
        """Columns as wide as their headings and first cells need, within bounds.

        Of very many the first, and others when they are scrolled to.
        """
        self._fitted = 0
        self._fit_up_to(_FITTED)

    def _fit_up_to(self, end: int) -> None:
        metrics = QFontMetrics(sans(15, strong=True))
        model = self._model
        for column in range(self._fitted, min(end, model.columnCount())):
            texts = [model.heading(column)]
            texts += [str(model.index(row, column).data() or "") for row in range(40)]
            widest = max(metrics.horizontalAdvance(text[:_WIDEST_LETTERS]) for text in texts)
            self.setColumnWidth(column, min(_WIDEST, max(72, widest + 44)))
            self._fitted = column + 1

    def _fit_in_view(self) -> None:
        last = self.columnAt(self.viewport().width() - 1)
        self._fit_up_to((self._model.columnCount() if last < 0 else last) + _FITTED)

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
        elif event.matches(QKeySequence.StandardKey.SelectAll):
            self.selectAll()
        elif _is_control(event, Qt.Key.Key_D):
            self.fill(is_down=True)
        elif _is_control(event, Qt.Key.Key_R):
            self.fill(is_down=False)
        elif _is_control(event, Qt.Key.Key_M):
            self.open_cell_menu()
        elif _is_control(event, Qt.Key.Key_G):
            self.open_range()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            index = self.currentIndex()
            self.setCurrentIndex(self._model.index(index.row() + 1, index.column()))
        else:
            super().keyPressEvent(event)

    def closeEditor(self, editor: QWidget, hint: QStyledItemDelegate.EndEditHint) -> None:
        """After typing, Return goes on to the cell below, Tab to the one beside."""
        hints = QStyledItemDelegate.EndEditHint
        super().closeEditor(editor, hints.NoHint)
        steps = {
            hints.SubmitModelCache: (1, 0),
            hints.EditNextItem: (0, 1),
            hints.EditPreviousItem: (0, -1),
        }
        if hint in steps:
            self._step(*steps[hint])
        self.setFocus()

    def _step(self, down: int, across: int) -> None:
        index = self.currentIndex()
        row, column = index.row() + down, max(0, index.column() + across)
        target = self._model.index(row, column)
        if target.isValid():
            self.setCurrentIndex(target)
        # The table may grow by what was typed, and then has the cell.
        self._place = (self._model.table_row(row), column)

    def open_range(self) -> RangeMenu:
        """Ask for cells to select, by rows and columns."""
        menu = RangeMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.named.connect(lambda text: self._select_named(menu, text))
        menu.popup(self.viewport().mapToGlobal(QPoint(60, 8)))
        return menu

    def _select_named(self, menu: RangeMenu, text: str) -> None:
        table, model = self._model.table, self._model
        headings = [model.heading(column) for column in range(table.column_count)]
        try:
            row, column, height, width = typed_range(text, headings, table.row_count)
        except InputError as error:
            menu.refuse(error)
            return
        top = max(0, row - model.offset)
        end = max(top, row + height - 1 - model.offset)
        first, last = model.index(top, column), model.index(end, column + width - 1)
        self.setCurrentIndex(first)
        chosen = QItemSelection(first, last)
        self.selectionModel().select(chosen, QItemSelectionModel.SelectionFlag.ClearAndSelect)
        self.scrollTo(first)
        menu.close()

    def selected_blocks(self) -> list[QRect]:
        """Every block of selected cells as x, y, width, height; separate ones from the top."""
        ranges = self.selectionModel().selection()
        found = [ranges.at(i) for i in range(ranges.count())]
        blocks = [QRect(r.left(), r.top(), r.width(), r.height()) for r in found]
        return sorted(blocks, key=lambda b: (b.y(), b.x())) or [self.selected_block()]

    def selected_block(self) -> QRect:
        """What the selected cells of the model span as x, y, width, height."""
        indexes = self.selectedIndexes() or [self.currentIndex()]
        rows = [index.row() for index in indexes]
        columns = [index.column() for index in indexes]
        return QRect(QPoint(min(columns), min(rows)), QSize(_span(columns), _span(rows)))

    def copy(self) -> None:
        """The selected cells as text with tabs, separate blocks below each other."""
        cells: list[tuple[str, ...]] = []
        for block in self.selected_blocks():
            row = self._model.table_row(block.y())
            cells += self._model.table.block(row, block.x(), block.height(), block.width())
        copy_text("\n".join("\t".join(line) for line in cells))

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
        self.pasted.emit(max(0, block.y()), max(0, block.x()), rows)

    def clear_cells(self) -> None:
        """Empty the selected cells, in one step."""
        block = self.selected_block()
        if block.x() < 0:
            return
        row = self._model.table_row(block.y())
        now = self._model.table.block(row, block.x(), block.height(), block.width())
        chosen = {place for part in self.selected_blocks() for place in _cells_of(part)}
        emptied = tuple(
            tuple(
                "" if (block.y() + r, block.x() + c) in chosen else cell
                for c, cell in enumerate(line)
            )
            for r, line in enumerate(now)
        )
        self.write(block.y(), block.x(), emptied)

    def fill(self, *, is_down: bool) -> None:
        """Repeat the first row (or column) of the selection in the others."""
        block = self.selected_block()
        if block.x() < 0 or len(self.selected_blocks()) > 1:
            return
        row = self._model.table_row(block.y())
        cells = self._model.table.block(row, block.x(), block.height(), block.width())
        if is_down:
            filled = (cells[0],) * len(cells)
        else:
            filled = tuple((line[0],) * len(line) for line in cells)
        self.write(block.y(), block.x(), filled)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What can be done to cells, rows and columns here."""
        menu = self.cell_menu()
        if menu is not None:
            menu.popup(event.globalPos())

    def open_column_menu(self, column: int) -> ChoiceMenu | None:
        """What a column can be declared to be, under its heading."""
        choice = None if self.column_choice is None else self.column_choice(column)
        if choice is None or not (choice.options or choice.entries):
            return None
        menu = choice_menu(choice, self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self.edited)
        x = self.headings.sectionViewportPosition(column)
        menu.popup(self.headings.mapToGlobal(QPoint(x, self.headings.height())))
        return menu

    def open_cell_menu(self) -> QMenu | None:
        """The menu of the selected cells, beside them."""
        menu = self.cell_menu()
        if menu is not None:
            rect = self.visualRect(self.currentIndex())
            menu.popup(self.viewport().mapToGlobal(rect.bottomLeft()))
        return menu

    def cell_menu(self) -> ChoiceMenu | None:
        """The menu for the selected cells; None where there are none."""
        block = self.selected_block()
        if block.x() < 0:
            return None
        row = self._model.table_row(block.y())
        choice = Choice("cell", "cells", "the selected cells")
        blocks = self.selected_blocks()
        if self.cell_choice is not None:
            choice = self.cell_choice(
                [
                    (self._model.table_row(part.y()), part.x(), part.height(), part.width())
                    for part in blocks
                ]
            )
        menu = choice_menu(choice, self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self.edited)
        if len(blocks) > 1:
            return menu  # rows and columns of one block only are put in and taken out
        if choice.options or choice.entries:
            menu.addSeparator()
        sheet = self._model.sheet
        rows, columns = block.height(), block.width()
        edits = (
            ("Insert rows above", InsertRows(sheet=sheet, at=row, count=rows)),
            ("Delete rows", DeleteRows(sheet=sheet, at=row, count=rows)),
            ("Insert columns before", InsertColumns(sheet=sheet, at=block.x(), count=columns)),
            ("Delete columns", DeleteColumns(sheet=sheet, at=block.x(), count=columns)),
        )
        for words, edit in edits:
            menu.addAction(menu_text(words)).triggered.connect(
                lambda _=False, e=edit: self.edited.emit(e)
            )
        if rows > 1:
            menu.addAction("Fill down").triggered.connect(lambda: self.fill(is_down=True))
        if columns > 1:
            menu.addAction("Fill to the right").triggered.connect(lambda: self.fill(is_down=False))
        return menu

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A click takes the keyboard."""
        self.setFocus()
        super().mousePressEvent(event)


def _is_control(event: QKeyEvent, key: Qt.Key) -> bool:
    return event.key() == key and event.modifiers() == Qt.KeyboardModifier.ControlModifier


def _cells_of(block: QRect) -> list[tuple[int, int]]:
    rows = range(block.y(), block.y() + block.height())
    return [(row, c) for row in rows for c in range(block.x(), block.x() + block.width())]


def _span(numbers: list[int]) -> int:
    return max(numbers) - min(numbers) + 1
