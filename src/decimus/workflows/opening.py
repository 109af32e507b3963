"""Opening a file, whatever it holds, and bringing a table into a study."""

from __future__ import annotations

import hashlib
from pathlib import Path

from msgspec.structs import replace

from decimus.analysis.error_bars import fitting_error_bar
from decimus.analysis.results import Results
from decimus.errors import FileFormatError, InputError
from decimus.formats.delimited import table_of_text
from decimus.formats.figure_studies import study_in
from decimus.formats.files import STUDY_SUFFIX, read_bytes
from decimus.formats.html_tables import table_of_html
from decimus.formats.progress import Progress, no_progress
from decimus.formats.study_file import Opened, study_from_bytes
from decimus.formats.table_files import table_in
from decimus.kinds.figure_formats import CARRIER_SUFFIXES, FORMAT_OF_ENDING
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.studies import Source
from decimus.values import Value
from decimus.workflows.at_first import read_at_first
from decimus.workflows.house_styles import default_notes, new_history
from decimus.workflows.keeping import differences
from decimus.workflows.opened import OpenedFile, StudyFile

_OTHER_FIGURE = "Open the study, or the figure as Decimus wrote it"


class BroughtIn(Value, frozen=True):
    """A study with a table brought in, and what follows from it.

    Args:
        history: the study with its past.
        results: what follows from it; the table was read for it, and need not be again.
    """

    history: History
    results: Results


def open_file(
    path: Path, delimiter: str | None = None, *, sheet: str | None = None, decimal_sign: str = "."
) -> OpenedFile:
    """A study as it was saved, or a new one with the table in the file.

    Args:
        path: the file.
        delimiter: what stands between cells, None to find out.
        sheet: the sheet of a workbook, None for the first with numbers.
        decimal_sign: the sign that numbers are written with.

    Raises:
        InputError: one line with the file and what is wrong with it.
    """
    if is_study(path):
        return open_study(path)
    edit, _ = table_edit(path, delimiter, sheet=sheet)
    found = brought_in(new_history(), edit, str(path), decimal_sign=decimal_sign)
    return OpenedFile(found.history, notes=default_notes(), results=found.results)


def is_study(path: Path) -> bool:
    """Whether a file is a study by its name, or a figure that may carry one."""
    return path.suffix.lower() in (STUDY_SUFFIX, *CARRIER_SUFFIXES)


def open_study(path: Path) -> OpenedFile:
    """A study as it was saved, or as a figure carries it. Raises InputError."""
    try:
        content = read_bytes(path)
        if path.suffix.lower() in CARRIER_SUFFIXES:
            carried = study_in(content, FORMAT_OF_ENDING[path.suffix.lower().removeprefix(".")])
            return _with_notes(study_from_bytes(carried), None)
        opened = study_from_bytes(content)
    except FileFormatError as error:
        is_figure = path.suffix.lower() in CARRIER_SUFFIXES
        remedy = _OTHER_FIGURE if is_figure else ""
        raise InputError(str(error), where=str(path), remedy=remedy) from error
    file = StudyFile(path, hashlib.sha256(content).hexdigest())
    return _with_notes(opened, file)


def _with_notes(opened: Opened, file: StudyFile | None) -> OpenedFile:
    """A study that was opened, and whether it reads as it did when it was saved."""
    results = Results(opened.history.study)
    notes = (*opened.notes, *differences(opened, results))
    return OpenedFile(opened.history, file, notes, results)


def table_edit(
    path: Path,
    delimiter: str | None = None,
    *,
    sheet: str | None = None,
    progress: Progress = no_progress,
) -> tuple[BringInTable, tuple[str, ...]]:
    """The edit that brings in the table in a file, and the names of all tables in that file.

    Args:
        path: the file.
        delimiter: what stands between cells, None to find out.
        sheet: the sheet of a workbook, None for the first with numbers.
        progress: called with the share that is done, and may stop it.

    Raises:
        InputError: one line with the file and what is wrong with it.
    """
    found = table_in(path, delimiter, sheet, progress)
    edit = BringInTable(table=found.table, source=found.source, reading=found.first_reading)
    return edit, found.parts


def brought_in(
    base: History, edit: BringInTable, where: str, *, decimal_sign: str = "."
) -> BroughtIn:
    """A study one step further, once it is sure that there are measurements in the table.

    A summarised table is asked for error bars that follow from it.

    Args:
        base: the study until now.
        edit: brings the table in.
        where: what to call the table in a message.
        decimal_sign: the sign that numbers are written with.

    Raises:
        InputError: there are no measurements.
    """
    edit = read_at_first(edit)
    history = base.after(edit)
    results = Results(history.study, decimal_sign=decimal_sign)
    if (problem := results.problem) is not None:
        raise InputError(problem.what, where=problem.where or where, remedy=problem.remedy)
    asked = history.study.questions[0]
    if results.measurements.shape.summary is not None:  # single values can have any error bar
        heights = fitting_error_bar(results.compared, asked.heights)
        if heights is not asked.heights:
            edit = replace(edit, asked=replace(asked, heights=heights))
            history = base.after(edit)
            results = Results(history.study, before=results, decimal_sign=decimal_sign)
    return BroughtIn(history, results)


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
    return BringInTable(table=table, source=source)
