"""Changes to the cells of a table."""

from __future__ import annotations

import msgspec
from msgspec.structs import replace

from decimus.study.edits.kinds import SheetEdit
from decimus.study.edits.moves import moved_rows, variable_count, with_columns_moved
from decimus.study.edits.styles import in_style
from decimus.study.limits import Index
from decimus.study.questions import Question
from decimus.study.readings import CellNote, NumberInCell, Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Block, Table


class BringInTable(SheetEdit, frozen=True, kw_only=True):
    """A whole table arrives by paste or from a file; what was chosen for another goes.

    The house style stays, unless the table brings one. `reading` and `asked` carry what is known
    of it already (an example brings both).
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
        asked, style = self.asked, study.questions[0].figure.house
        if style.name and not asked.figure.house.name:
            look = asked.figure.look
            asked = in_style(asked, style)
            asked = replace(asked, figure=replace(asked.figure, look=look))
        return replace(study.with_sheet(self.sheet, sheet), questions=(asked,))


class WriteCells(SheetEdit, frozen=True, kw_only=True):
    """Type or paste over cells; the table grows where needed."""

    row: Index
    column: Index
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

    def apply(self, study: Study) -> Study:
        """The study with the cells written; a wider table moves its computed columns on."""
        sheet = study.sheets[self.sheet]
        table = sheet.table.with_block(self.row, self.column, self.cells)
        first, added = sheet.table.column_count, table.column_count - sheet.table.column_count
        if not (added and sheet.reading.computed):
            return study.with_sheet(self.sheet, replace(sheet, table=table))
        moves = {c: c + added for c in range(first, variable_count(sheet))}
        return with_columns_moved(study, self.sheet, table, moves, gone=frozenset())


class TakeSignsForNotes(SheetEdit, frozen=True, kw_only=True):
    """Leave numbers alone in their cells; what stood there becomes the note on each."""

    cells: tuple[NumberInCell, ...]

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "take the signs behind numbers for notes"

    def apply(self, study: Study) -> Study:
        """The study with the numbers, and what was typed as notes."""
        sheet = study.sheets[self.sheet]
        table, notes = sheet.table, list(sheet.reading.cell_notes)
        for cell in self.cells:
            typed = table.cell(cell.row, cell.column)
            table = table.with_block(cell.row, cell.column, ((cell.number,),))
            notes.append(CellNote(cell.row, cell.column, f"typed as “{typed.strip()}”"))
        reading = replace(sheet.reading, cell_notes=tuple(notes))
        return study.with_sheet(self.sheet, replace(sheet, table=table, reading=reading))


class InsertRows(SheetEdit, frozen=True, kw_only=True):
    """Insert empty rows before row `at`."""

    at: Index
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "insert rows" if self.count > 1 else "insert a row"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet with the rows."""
        table = sheet.table.with_rows_inserted(self.at, self.count)
        added = table.row_count - sheet.table.row_count
        moved = moved_rows(sheet.reading, self.at, added)
        return replace(sheet, table=table, reading=moved)


class DeleteRows(SheetEdit, frozen=True, kw_only=True):
    """Delete rows from `at` on."""

    at: Index
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "delete rows" if self.count > 1 else "delete a row"

    def changed(self, sheet: Sheet) -> Sheet:
        """The sheet without the rows."""
        # A selection may reach beyond the table, which shows spare rows to type into.
        at, count = sheet.table.clipped_rows(self.at, self.count)
        table = sheet.table.with_rows_deleted(at, count)
        moved = moved_rows(sheet.reading, at, -count)
        return replace(sheet, table=table, reading=moved)


class InsertColumns(SheetEdit, frozen=True, kw_only=True):
    """Insert empty columns before column `at`; what was said about later ones moves along."""

    at: Index
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "insert columns" if self.count > 1 else "insert a column"

    def apply(self, study: Study) -> Study:
        """The study with the columns."""
        sheet = study.sheets[self.sheet]
        table = sheet.table.with_columns_inserted(self.at, self.count)
        added = table.column_count - sheet.table.column_count
        moves = {c: c + added for c in range(self.at, variable_count(sheet))}
        return with_columns_moved(study, self.sheet, table, moves, gone=frozenset())


class DeleteColumns(SheetEdit, frozen=True, kw_only=True):
    """Delete columns from `at` on, and what was said about them."""

    at: Index
    count: int = 1

    @property
    def title(self) -> str:
        """The change in plain words."""
        return "delete columns" if self.count > 1 else "delete a column"

    def apply(self, study: Study) -> Study:
        """The study without the columns."""
        sheet = study.sheets[self.sheet]
        at, count = sheet.table.clipped_columns(self.at, self.count)
        end = at + count
        table = sheet.table.with_columns_deleted(at, count)
        moves = {c: c - count for c in range(end, variable_count(sheet))}
        gone = frozenset(range(at, end))
        return with_columns_moved(study, self.sheet, table, moves, gone)
