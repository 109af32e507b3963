"""The cells of a table for the sheet: text as typed, and how each cell is read."""

from __future__ import annotations

from typing import NamedTuple

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt

from decimus.analysis.results import Results
from decimus.study.edits import Edit, WriteCells
from decimus.study.tables import Table
from decimus.window.measurements.sheet_facts import Bracket, CellState, SheetFacts, sheet_facts
from decimus.window.widgets.plain import tip
from decimus.wording.measurements.columns import column_words

_SPARE = 1
"""Empty rows and columns after the last, to type on into."""
_EMPTY_ROWS, _EMPTY_COLUMNS = 14, 6
"""What a table that is typed here offers at least."""

Index = QModelIndex | QPersistentModelIndex
_NO_INDEX = QModelIndex()


class CellLook(NamedTuple):
    """What a cell is painted by.

    Args:
        text: as typed.
        state: how it counts.
        bracket: the readings averaged with it.
        shade: the colour of its level in the figure.
        is_adjusted: whether an adjustment changed it.
        is_name: whether its column names something.
    """

    text: str
    state: CellState
    bracket: Bracket | None
    shade: str | None
    is_adjusted: bool
    is_name: bool


class SheetModel(QAbstractTableModel):
    """The table below its headings; row 0 of the model is the first row of measurements."""

    StateRole = Qt.ItemDataRole.UserRole + 1
    ColourRole = Qt.ItemDataRole.UserRole + 2

    def __init__(self) -> None:
        super().__init__()
        self._table = Table()
        self._facts = SheetFacts()
        self._sheet = 0
        self._results: Results | None = None
        self._typed_columns = 0

    @property
    def sheet(self) -> int:
        """Which of the study's sheets is shown."""
        return self._sheet

    @property
    def table(self) -> Table:
        """The table shown."""
        return self._table

    @property
    def facts(self) -> SheetFacts:
        """How its cells are read."""
        return self._facts

    @property
    def offset(self) -> int:
        """The table's row that is the model's row 0."""
        return self._facts.first_row if self._facts.header_row is not None else 0

    def show_results(self, results: Results) -> None:
        """Show the table of these results; selection stays where the size is the same."""
        table, facts = results.table, sheet_facts(results)
        self._sheet = results.question.asked.sheet
        self._results = results
        self._typed_columns = results.sheet.table.column_count
        same_size = (
            table.row_count == self._table.row_count
            and table.column_count == self._table.column_count
            and (facts.header_row, facts.first_row)
            == (self._facts.header_row, self._facts.first_row)
        )
        if same_size and table is self._table and facts is self._facts:
            return
        if same_size:
            self._table, self._facts = table, facts
            last = self.index(self.rowCount() - 1, self.columnCount() - 1)
            self.dataChanged.emit(self.index(0, 0), last)
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, 0, self.columnCount() - 1)
            return
        self.beginResetModel()
        self._table, self._facts = table, facts
        self.endResetModel()

    def rowCount(self, parent: Index = _NO_INDEX) -> int:
        """Rows below the headings, and a spare one."""
        if parent.isValid():
            return 0
        rows = self._table.row_count - self.offset + _SPARE
        return max(rows, _EMPTY_ROWS) if self._is_typed else rows

    def columnCount(self, parent: Index = _NO_INDEX) -> int:
        """Columns, and a spare one."""
        if parent.isValid():
            return 0
        columns = self._table.column_count + _SPARE
        return max(columns, _EMPTY_COLUMNS) if self._is_typed else columns

    @property
    def _is_typed(self) -> bool:
        """True for a table that came from nowhere: it is typed here and wants room."""
        return not self._table.title

    def table_row(self, row: int) -> int:
        """The table's row for a row of the model."""
        return row + self.offset

    def state(self, row: int, column: int) -> CellState:
        """How a cell counts; `row` and `column` of the table."""
        return self._facts.state(row, column)

    def look(self, row: int, column: int) -> CellLook:
        """All that a cell is painted by; `row` and `column` of the model."""
        row, facts = self.table_row(row), self._facts
        text = self._table.cell(row, column)
        return CellLook(
            text,
            facts.state(row, column),
            facts.brackets.get((row, column)),
            facts.level_colours.get((column, text.strip())),
            (row, column) in facts.adjusted,
            column in facts.names,
        )

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> object:
        """Text, state and help of a cell."""
        row, column = self.table_row(index.row()), index.column()
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.EditRole):
            return self._table.cell(row, column)
        if role == self.StateRole:
            return self.state(row, column)
        if role == Qt.ItemDataRole.ToolTipRole:
            return tip(self._facts.help_for(row, column) or "")
        return None

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> object:
        """The headings as typed; rows are numbered as in the file."""
        if role == self.ColourRole and orientation is Qt.Orientation.Horizontal:
            return self._facts.column_colours.get(section)
        if role == Qt.ItemDataRole.ToolTipRole and orientation is Qt.Orientation.Horizontal:
            return tip(column_words(self._results, section)) if self._results is not None else ""
        if role != Qt.ItemDataRole.DisplayRole:
            return None
        if orientation is Qt.Orientation.Vertical:
            return str(self.table_row(section) + 1)
        return self.heading(section)

    def heading(self, column: int) -> str:
        """The heading of a column as typed; its number where there is none."""
        if column >= self._table.column_count:
            return ""
        if self._facts.header_row is not None:
            text = self._table.cell(self._facts.header_row, column)
            unit = self._facts.unit_row
            return text if unit is None else f"{text} {self._table.cell(unit, column)}".strip()
        return f"column {column + 1}"

    def heading_above(self, column: int) -> str:
        """What stands over a heading in the rows of headings above it."""
        rows = [
            row for row in (self._facts.header_top, self._facts.header_above) if row is not None
        ]
        if column >= self._table.column_count:
            return ""
        return ", ".join(text for row in rows if (text := self._table.cell(row, column).strip()))

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Every cell can be typed into, but for computed ones."""
        flags = super().flags(index)
        is_computed = self._typed_columns <= index.column() < self._table.column_count
        return flags if is_computed else flags | Qt.ItemFlag.ItemIsEditable

    def edit_for(self, row: int, column: int, cells: tuple[tuple[str, ...], ...]) -> Edit:
        """The edit that writes cells at a row of the model."""
        return WriteCells(sheet=self._sheet, row=self.table_row(row), column=column, cells=cells)

    def heading_edit(self, column: int, text: str) -> Edit | None:
        """The edit that renames a heading; None where the first row holds measurements."""
        if self._facts.header_row is None:
            return None
        return WriteCells(
            sheet=self._sheet, row=self._facts.header_row, column=column, cells=((text,),)
        )
