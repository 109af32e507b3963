"""Opening a file, whatever it holds, and bringing a table into a study."""

from __future__ import annotations

import hashlib
from pathlib import Path

from msgspec import structs

from decimus.analysis.error_bars import fitting_error_bar
from decimus.analysis.groups import groups_of
from decimus.errors import FileFormatError, InputError
from decimus.formats.delimited import table_of_text
from decimus.formats.files import STUDY_SUFFIX, read_bytes
from decimus.formats.html_tables import table_of_html
from decimus.formats.progress import Progress, no_progress
from decimus.formats.study_file import study_from_bytes
from decimus.formats.table_files import FoundTable, table_in
from decimus.measurements.reading import read_measurements
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.readings import Reading
from decimus.study.studies import Source
from decimus.workflows.opened import OpenedFile, StudyFile


def open_file(
    path: Path,
    delimiter: str | None = None,
    *,
    is_checked: bool = True,
    sheet: str | None = None,
    progress: Progress = no_progress,
) -> OpenedFile:
    """A study as it was saved, or a new one with the table in the file.

    Args:
        path: the file.
        delimiter: what stands between cells, None to find out.
        is_checked: False for a table whose reading is told later, and may need to be.
        sheet: the sheet of a workbook, None for the first with numbers.
        progress: called with the share that is done, and may stop it.

    Raises:
        InputError: one line with the file and what is wrong with it.
    """
    if path.suffix.lower() == STUDY_SUFFIX:
        try:
            content = read_bytes(path)
            opened = study_from_bytes(content)
        except FileFormatError as error:
            raise InputError(str(error), where=str(path)) from error
        file = StudyFile(path, hashlib.sha256(content).hexdigest())
        return OpenedFile(opened.history, file, opened.notes)
    found = table_in(path, delimiter, sheet, progress)
    edit = BringInTable(table=found.table, source=found.source, reading=first_reading(found))
    return OpenedFile(History().after(checked(edit, str(path)) if is_checked else edit))


def first_reading(found: FoundTable) -> Reading:
    """What the file itself says about how its table is read."""
    return Reading(
        decimal="." if found.has_true_numbers else None,
        likely_decimal="," if found.has_semicolons else None,
    )


def pasted(text: str, html: str = "") -> BringInTable:
    """The edit that brings in a table from the clipboard.

    Args:
        text: the clipboard as plain text.
        html: the same as HTML, where the source gives that; cells copied from a web page
            stand in it, those of a spreadsheet in the tabs of the text as well.

    Raises:
        InputError: there is no table in it.
    """
    name = "pasted table"
    table = None
    if "\t" not in text and "<t" in html.lower():
        table = table_of_html(html, name)
    if table is None and not text.strip():
        raise InputError(
            "The clipboard holds no text", remedy="Copy a table first, with its headings"
        )
    if table is None:
        table = table_of_text(text, title=name)
    checksum = hashlib.sha256((text or html).encode()).hexdigest()
    source = Source(name=name, checksum=checksum)
    return checked(BringInTable(table=table, source=source), name)


def checked(edit: BringInTable, where: str) -> BringInTable:
    """The same edit, once it is sure that there are measurements in its table.

    A summarised table is asked for error bars that follow from it.

    Raises:
        InputError: there are none.
    """
    try:
        measurements = read_measurements(edit.table, edit.reading)
    except InputError as error:
        raise InputError(error.what, where=error.where or where, remedy=error.remedy) from error
    if measurements.shape.summary is None:
        return edit  # single values can have any error bar
    asked = edit.asked
    heights = fitting_error_bar(groups_of(measurements, asked.levels), asked.heights)
    if heights is asked.heights:
        return edit
    return structs.replace(edit, asked=structs.replace(asked, heights=heights))
