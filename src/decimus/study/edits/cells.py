"""Changes to the cells of a table."""

from __future__ import annotations

import msgspec
from msgspec.structs import replace

from decimus.study.edits.bases import SheetEdit
from decimus.study.edits.moves import moved_columns, moved_question, moved_rows
from decimus.study.questions import Question
from decimus.study.readings import Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Block, Table


class BringInTable(SheetEdit, frozen=True, kw_only=True):
    """A whole table arrives by paste or from a file; what was chosen for another goes.

    `reading` and `asked` carry what is known of it already (an example brings both).
    """

    table: Table
    source: Source = Source()
    reading: Reading = Reading()
    asked: Question = msgspec.field(default_factory=Question)

    @property
    def title(self) -> str:
        """The change in plain words."""
        return f"bring in {self.table.title}"

    def apply(self, study: Study) -> Study:
        """The study with this table, its reading and one fresh question."""
        sheet = Sheet(self.table, self.reading, self.source)
        return replace(study.with_sheet(self.sheet, sheet), questions=(self.asked,))


class WriteCells(SheetEdit, frozen=True, kw_only=True):
    """Type or paste over cells; the table grows where needed."""

    row: int
    column: int
    cells: Block

    @property
    def title(self) -> str:
        """The change in plain words."""
        if len(self.cells) == 1 and len(self.cells[0]) == 1:
            text = self.cells[0][0]
            return f"type “{text}”" if text else "empty a cell"
        if not any(cell for line in self.cells for cell in line):
            return "empty cells"
        return "paste cells"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the cells written."""
        return replace(sheet, table=sheet.table.with_block(self.row, self.column, self.cells))


class InsertRows(SheetEdit, frozen=True, kw_only=True):
    """Insert empty rows before row `at`."""

    at: int
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "insert rows" if self.count > 1 else "insert a row"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the rows."""
        table = sheet.table.with_rows_inserted(self.at, self.count)
        moved = moved_rows(sheet.reading, self.at, self.count)
        return replace(sheet, table=table, reading=moved)


class DeleteRows(SheetEdit, frozen=True, kw_only=True):
    """Delete rows from `at` on."""

    at: int
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "delete rows" if self.count > 1 else "delete a row"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet without the rows."""
        table = sheet.table.with_rows_deleted(self.at, self.count)
        moved = moved_rows(sheet.reading, self.at, -self.count)
        return replace(sheet, table=table, reading=moved)


class InsertColumns(SheetEdit, frozen=True, kw_only=True):
    """Insert empty columns before column `at`; what was said about later ones moves along."""

    at: int
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "insert columns" if self.count > 1 else "insert a column"

    def apply(self, study: Study) -> Study:
        """The study with the columns."""
        sheet = study.sheets[self.sheet]
        table = sheet.table.with_columns_inserted(self.at, self.count)
        moves = {c: c + self.count for c in range(self.at, sheet.table.column_count)}
        return _with_columns_moved(study, self.sheet, table, moves, gone=frozenset())


class DeleteColumns(SheetEdit, frozen=True, kw_only=True):
    """Delete columns from `at` on, and what was said about them."""

    at: int
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "delete columns" if self.count > 1 else "delete a column"

    def apply(self, study: Study) -> Study:
        """The study without the columns."""
        sheet = study.sheets[self.sheet]
        end = self.at + self.count
        table = sheet.table.with_columns_deleted(self.at, self.count)
        moves = {c: c - self.count for c in range(end, sheet.table.column_count)}
        gone = frozenset(range(self.at, end))
        return _with_columns_moved(study, self.sheet, table, moves, gone)


def _with_columns_moved(
    study: Study, number: int, table: Table, moves: dict[int, int], gone: frozenset[int]
) -> Study:
    """The study with a new table and every mention of a column pointing where it now is."""

    def moved(variable: int) -> int:
        return moves.get(variable, variable)

    sheet = study.sheets[number]
    reading = moved_columns(sheet.reading, moved, gone)
    study = study.with_sheet(number, Sheet(table, reading, sheet.source))
    for index, question in enumerate(study.questions):
        if question.sheet != number:
            continue
        study = study.with_question(index, moved_question(question, moved, gone))
    return study
