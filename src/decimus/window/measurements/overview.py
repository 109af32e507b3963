"""All columns of the table as a short list; a click on a line goes to the column."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QHeaderView,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.window.widgets.plain import tip
from decimus.window.widgets.theme import QUIET, RULE, WHITE, sans
from decimus.wording.measurements.overview import COLUMN_HEADINGS, columns_in_words

_ROW = 27
_NUMERIC = frozenset({2, 4})
"""Columns of this list that are set to the right."""


class OverviewFrame(QFrame):
    """What every column is taken for, how many numbers and levels it has, what is missing.

    Signals:
        picked: a column that somebody wants to see.
    """

    picked = Signal(int)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self.list = QTableWidget(0, len(COLUMN_HEADINGS), self)
        self.list.setAccessibleName("All columns of the table")
        self.list.setFont(sans(14))
        self.list.verticalHeader().hide()
        self.list.verticalHeader().setDefaultSectionSize(_ROW)
        self.list.setShowGrid(False)
        self.list.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.list.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.list.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.list.setTabKeyNavigation(False)
        self.list.setFrameShape(QFrame.Shape.NoFrame)
        head = self.list.horizontalHeader()
        head.setFont(sans(13))
        self.list.setStyleSheet(
            f"QHeaderView::section {{ background: {WHITE}; color: {QUIET}; border: none;"
            f" border-bottom: 1px solid {RULE}; padding: 4px 14px; }}"
            " QTableWidget::item { padding: 0 12px; }"
        )
        head.setHighlightSections(False)
        head.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        head.setSectionResizeMode(3, QHeaderView.ResizeMode.Stretch)
        for at, heading in enumerate(COLUMN_HEADINGS):
            self.list.setHorizontalHeaderItem(at, _item(at, heading))
        self.list.cellClicked.connect(self._pick)
        self.list.cellActivated.connect(self._pick)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(8, 4, 8, 6)
        layout.addWidget(self.list)
        self._columns: tuple[int, ...] = ()
        self._shown: tuple[object, ...] = ()
        self.hide()

    def show_columns(self, results: Results) -> None:
        """List the columns of the table at hand."""
        lines = columns_in_words(results)
        if lines == self._shown:
            return
        self._shown = lines
        self._columns = tuple(column for column, _ in lines)
        self.list.setRowCount(len(lines))
        for row, (_, words) in enumerate(lines):
            for at, text in enumerate(words):
                self.list.setItem(row, at, _item(at, text))

    def _pick(self, row: int, _: int) -> None:
        self.picked.emit(self._columns[row])


def _item(at: int, text: str) -> QTableWidgetItem:
    """A cell of the list: numbers to the right."""
    item = QTableWidgetItem(text)
    side = Qt.AlignmentFlag.AlignRight if at in _NUMERIC else Qt.AlignmentFlag.AlignLeft
    item.setTextAlignment(side | Qt.AlignmentFlag.AlignVCenter)
    item.setToolTip(tip(text))
    return item
