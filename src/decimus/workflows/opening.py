"""Opening a file, whatever it holds, and bringing a table into a study."""

from __future__ import annotations

from pathlib import Path

from decimus.errors import FileFormatError, InputError
from decimus.formats.delimited import decoded_table, table_of_text
from decimus.formats.files import read_bytes
from decimus.formats.study_file import study_from_bytes
from decimus.measurements.reading import read_measurements
from decimus.study.edits import BringInTable
from decimus.study.history import History

STUDY_SUFFIX = ".decimus"


def open_file(path: Path, delimiter: str | None = None, *, is_checked: bool = True) -> History:
    """A study as it was saved, or a new one with the table in the file.

    Args:
        path: the file.
        delimiter: what stands between cells, None to find out.
        is_checked: False for a table whose reading is told later, and may need to be.

    Raises:
        InputError: one line with the file and what is wrong with it.
    """
    content = read_bytes(path)
    if path.suffix.lower() == STUDY_SUFFIX:
        try:
            return study_from_bytes(content)
        except FileFormatError as error:
            raise InputError(str(error), where=str(path)) from error
    edit = BringInTable(table=decoded_table(content, str(path), delimiter, title=path.name))
    return History().after(checked(edit, str(path)) if is_checked else edit)


def pasted(text: str) -> BringInTable:
    """The edit that brings in a table from the clipboard.

    Raises:
        InputError: there is no table in it.
    """
    if not text.strip():
        raise InputError(
            "The clipboard holds no text", remedy="Copy a table first, with its headings"
        )
    name = "pasted table"
    return checked(BringInTable(table=table_of_text(text, title=name)), name)


def checked(edit: BringInTable, where: str) -> BringInTable:
    """The same edit, once it is sure that there are measurements in its table.

    Raises:
        InputError: there are none.
    """
    try:
        read_measurements(edit.table, edit.reading)
    except InputError as error:
        raise InputError(error.what, where=error.where or where, remedy=error.remedy) from error
    return edit
