"""The study: one immutable value that holds everything the user saves."""

from __future__ import annotations

import msgspec

from decimus.study.marks import Marks
from decimus.study.number_styles import NumberStyle
from decimus.study.questions import Question
from decimus.study.readings import Reading
from decimus.study.tables import Table


class Source(msgspec.Struct, frozen=True):
    """Where a table came from; the file itself is never changed.

    Args:
        name: the file's name, or "pasted table".
        path: the file, "" for what was pasted.
        modified: when the file was last changed, in seconds since 1970.
        checksum: SHA-256 of its content, in hexadecimal.
        part: the sheet and block of a workbook.
        delimiter: what stood between cells where that was said.
        others: the names of other tables in the file.
        joined: the names of the sheets that were put below each other.
        marks: what the workbook hid, struck or noted when the table was read.
        extent: how many rows and columns the table had then.
    """

    name: str = ""
    path: str = ""
    modified: float = 0.0
    checksum: str = ""
    part: str = ""
    delimiter: str | None = None
    others: tuple[str, ...] = ()
    joined: tuple[str, ...] = ()
    marks: Marks = Marks()
    extent: tuple[int, int] = (0, 0)


class Sheet(msgspec.Struct, frozen=True):
    """A table and what was said about how it is read."""

    table: Table = Table()
    reading: Reading = Reading()
    source: Source = Source()

    @property
    def marks(self) -> Marks:
        """What its workbook marks, as long as the table has the rows and columns it had then."""
        is_as_read = self.source.extent == (self.table.row_count, self.table.column_count)
        return self.source.marks if is_as_read else Marks()


class Study(msgspec.Struct, frozen=True):
    """Sheets and the questions asked of them.

    Args:
        sheets: the tables.
        questions: what is asked of them.
        numbers: how numbers are written in all of it, where something is said about that.
        note: a free note on it.
    """

    sheets: tuple[Sheet, ...] = (Sheet(),)
    questions: tuple[Question, ...] = (Question(),)
    numbers: NumberStyle = NumberStyle()
    note: str = ""

    @property
    def is_empty(self) -> bool:
        """True when there is nothing to read in any sheet."""
        return all(sheet.table.is_empty for sheet in self.sheets)

    def with_sheet(self, number: int, sheet: Sheet) -> Study:
        """This study with one sheet replaced."""
        sheets = (*self.sheets[:number], sheet, *self.sheets[number + 1 :])
        return msgspec.structs.replace(self, sheets=sheets)

    def with_question(self, number: int, question: Question) -> Study:
        """This study with one question replaced."""
        questions = (*self.questions[:number], question, *self.questions[number + 1 :])
        return msgspec.structs.replace(self, questions=questions)
