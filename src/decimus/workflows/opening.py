"""Opening a file, whatever it holds, and bringing a table into a study."""

from __future__ import annotations

from pathlib import Path

from decimus.errors import FileFormatError, InputError
from decimus.formats.delimited import decoded_rows, parse_delimited
from decimus.formats.files import read_bytes
from decimus.formats.study_file import study_from_bytes
from decimus.measurements.observations import read_measurements
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.readings import Reading
from decimus.study.tables import Table

STUDY_SUFFIX = ".decimus"


def open_file(path: Path, delimiter: str | None = None) -> History:
    """A study as it was saved, or a new one with the table in the file.

    Raises:
        InputError: one line with the file and what is wrong with it.
    """
    content = read_bytes(path)
    if path.suffix.lower() == STUDY_SUFFIX:
        try:
            return study_from_bytes(content)
        except FileFormatError as error:
            raise InputError(str(error), where=str(path)) from error
    return History().after(table_edit(decoded_rows(content, str(path), delimiter), path.name))


def pasted(text: str) -> BringInTable:
    """The edit that brings in a table from the clipboard.

    Raises:
        InputError: there is no table in it.
    """
    if not text.strip():
        raise InputError(
            "The clipboard holds no text", remedy="Copy a table first, with its headings"
        )
    return table_edit(parse_delimited(text), "pasted table")


def table_edit(rows: tuple[tuple[str, ...], ...], name: str) -> BringInTable:
    """The edit that brings in a table, once it is sure that it can be read.

    Raises:
        InputError: there are no measurements in it.
    """
    try:
        read_measurements(Table.from_rows(rows), Reading())
    except InputError as error:
        raise InputError(error.what, where=error.where or name, remedy=error.remedy) from error
    return BringInTable(name=name, rows=rows)
