"""The cells of a table for the sheet: text as typed, and how each cell is read."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import Enum

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt

from decimus.analysis.results import Results
from decimus.figure.content import group_colours
from decimus.study.edits import Edit, WriteCells
from decimus.study.tables import Table
from decimus.terms import Layout

_SPARE = 1
"""Empty rows and columns after the last, to type on into."""

Index = QModelIndex | QPersistentModelIndex
_NO_INDEX = QModelIndex()


class CellState(Enum):
    """How a cell counts."""

    COUNTED = "counted"
    NAME = "name"
    MISSING = "missing"
    UNREADABLE = "unreadable"
    LEFT_OUT = "left out"
    OUTSIDE = "outside"


@dataclass(frozen=True)
class SheetFacts:
    """What the reading says of the table's cells, looked up by place."""

    first_row: int = 0
    header_row: int | None = None
    missing: frozenset[tuple[int, int]] = frozenset()
    unreadable: frozenset[tuple[int, int]] = frozenset()
    counted: frozenset[tuple[int, int]] = frozenset()
    left_out_rows: frozenset[int] = frozenset()
    column_colours: dict[int, str] = field(default_factory=dict)
    level_colours: dict[tuple[int, str], str] = field(default_factory=dict)
    names: frozenset[int] = frozenset()


def sheet_facts(results: Results) -> SheetFacts:
    """The facts of the present reading; none while there are no measurements."""
    if results.problem is not None:
        return SheetFacts()
    measurements, shape = results.measurements, results.measurements.shape
    shades = group_colours(results.groups)
    column_colours: dict[int, str] = {}
    level_colours: dict[tuple[int, str], str] = {}
    names: set[int] = set()
    if shape.row_names is not None:
        names.add(shape.row_names)
    if shape.layout is Layout.COLUMNS:
        for group in measurements.groups:
            places = group.places or group.missing
            if places:
                column_colours[places[0][1]] = shades[group.levels]
    else:
        names |= {factor.variable for factor in measurements.factors}
        position = len(measurements.factors) - 1
        variable = measurements.factors[position].variable
        for levels, shade in shades.items():
            level_colours[variable, levels[position]] = shade
    return SheetFacts(
        first_row=shape.first_row,
        header_row=shape.header_row,
        missing=frozenset(place for g in measurements.groups for place in g.missing),
        unreadable=frozenset((cell.row, cell.column) for cell in measurements.unreadable),
        counted=frozenset(place for g in measurements.groups for place in g.places),
        left_out_rows=frozenset(shape.summary_rows),
        column_colours=column_colours,
        level_colours=level_colours,
        names=frozenset(names),
    )


class SheetModel(QAbstractTableModel):
    """The table below its headings; row 0 of the model is the first row of measurements."""

    StateRole = Qt.ItemDataRole.UserRole + 1
    ColourRole = Qt.ItemDataRole.UserRole + 2

    def __init__(self) -> None:
        super().__init__()
        self._table = Table()
        self._facts = SheetFacts()
        self._sheet = 0

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
        table, facts = results.sheet.table, sheet_facts(results)
        self._sheet = results.question.sheet
        same_size = (
            table.row_count == self._table.row_count
            and table.column_count == self._table.column_count
            and (facts.header_row, facts.first_row)
            == (self._facts.header_row, self._facts.first_row)
        )
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
        return 0 if parent.isValid() else self._table.row_count - self.offset + _SPARE

    def columnCount(self, parent: Index = _NO_INDEX) -> int:
        """Columns, and a spare one."""
        return 0 if parent.isValid() else self._table.column_count + _SPARE

    def table_row(self, row: int) -> int:
        """The table's row for a row of the model."""
        return row + self.offset

    def state(self, row: int, column: int) -> CellState:
        """How a cell counts; `row` and `column` of the table."""
        place, facts = (row, column), self._facts
        if row in facts.left_out_rows:
            return CellState.LEFT_OUT
        if place in facts.unreadable:
            return CellState.UNREADABLE
        if place in facts.missing:
            return CellState.MISSING
        if column in facts.names:
            return CellState.NAME
        return CellState.COUNTED if place in facts.counted else CellState.OUTSIDE

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> object:
        """Text, state, colour and help of a cell."""
        row, column = self.table_row(index.row()), index.column()
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.EditRole):
            return self._table.cell(row, column)
        if role == self.StateRole:
            return self.state(row, column)
        if role == self.ColourRole:
            return self._facts.level_colours.get((column, self._table.cell(row, column).strip()))
        if role == Qt.ItemDataRole.TextAlignmentRole:
            is_name = self.state(row, column) is CellState.NAME
            side = Qt.AlignmentFlag.AlignLeft if is_name else Qt.AlignmentFlag.AlignRight
            return side | Qt.AlignmentFlag.AlignVCenter
        if role == Qt.ItemDataRole.ToolTipRole:
            return _HELP.get(self.state(row, column), "")
        return None

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> object:
        """The headings as typed; rows are numbered as in the file."""
        if role == self.ColourRole and orientation is Qt.Orientation.Horizontal:
            return self._facts.column_colours.get(section)
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
            return self._table.cell(self._facts.header_row, column)
        return f"column {column + 1}"

    def flags(self, index: Index) -> Qt.ItemFlag:
        """Every cell can be typed into."""
        return super().flags(index) | Qt.ItemFlag.ItemIsEditable

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


_HELP = {
    CellState.MISSING: "Missing: not counted, and not zero",
    CellState.UNREADABLE: "Not a number: counted as missing until corrected",
    CellState.LEFT_OUT: "By its name this row is a summary; it is left out",
}
