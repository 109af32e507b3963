"""Figures and tables into files."""

from __future__ import annotations

from pathlib import Path

from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.errors import ChoiceError, InputError
from decimus.figure.layout import page_of
from decimus.formats.figure_studies import LARGEST, with_study
from decimus.formats.files import write_whole
from decimus.formats.study_file import study_bytes
from decimus.formats.table_writers import NamedRows, csv_bytes, markdown, ods_bytes, xlsx_bytes
from decimus.kinds.figure_formats import FIGURE_FORMATS, FORMAT_OF_ENDING, FigureFormat
from decimus.notation import plain
from decimus.report.records import summary_rows
from decimus.report.summary_tables import (
    as_numbers,
    delimiter_of,
    exact_rows,
    file_rows,
    shown_cells,
    shown_rows,
)
from decimus.study.history import History
from decimus.study.write_ups import TableKind
from decimus.values import Value
from decimus.wording.figure.alt_text import alt_text, figure_name
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.paragraphs import summary_table
from decimus.wording.write_up.tables import table_of
from decimus.workflows.keeping import told_of

_MOST_PIXELS = 300e6


def figure_format(path: Path) -> FigureFormat:
    """The format that a file's ending asks for.

    Raises:
        ChoiceError: there is no such format; says which there are.
    """
    suffix = path.suffix.lower().removeprefix(".")
    found = FORMAT_OF_ENDING.get(suffix)
    if found is None:
        known = ", ".join(FIGURE_FORMATS)
        raise ChoiceError(
            f"A figure cannot be written as “.{suffix}”" if suffix else "The file has no ending",
            where=str(path),
            remedy=f"Use one of: {known}",
        )
    return found


def check_dpi(dpi: float) -> None:
    """Refuse a resolution that no journal asks for. Raises ChoiceError."""
    if not 50 <= dpi <= 2400:
        raise ChoiceError(f"{dpi:g} dots per inch cannot be drawn", remedy="Choose from 50 to 2400")


class FigureFile(Value, frozen=True):
    """How a figure is written to a file.

    Args:
        dpi: dots per inch of a picture.
        is_transparent: whether the paper is left out.
        is_grey: whether there are greys only.
        has_outlines: whether letters of SVG are shapes.
        carries_study: whether the study goes with it, where the format can hold it.
    """

    dpi: float = 300.0
    is_transparent: bool = False
    is_grey: bool = False
    has_outlines: bool = False
    carries_study: bool = True


def export_figure(
    results: Results,
    path: Path,
    wanted: FigureFile = FigureFile(),  # noqa: B008 - frozen
) -> tuple[str, ...]:
    """Write the figure to a file in the format of its ending, whole or not at all.

    Returns:
        What is to say of the file: signs that the typeface lacks, and what the page is otherwise
        than was asked for. Usually nothing.

    Raises:
        InputError: there is no figure, or the file cannot be written.
    """
    from decimus.figure.outlines import measure, missing_signs
    from decimus.figure.pages.page_remarks import page_remarks

    file_format = figure_format(path)
    kind = FIGURE_FORMATS[file_format]
    check_dpi(wanted.dpi)
    page = page_of(results, measure)
    pixels = page.width_mm * page.height_mm * (wanted.dpi / 25.4) ** 2
    if kind.is_bitmap and pixels > _MOST_PIXELS:
        raise InputError(
            f"{wanted.dpi:g} dots per inch make a picture too large for this size of figure",
            remedy="Choose fewer, or a vector format",
        )
    notes = []
    content = figure_bytes(results, file_format, wanted)
    if wanted.carries_study and kind.carries_study:
        study = carried_study(results)
        if len(study) > LARGEST:
            size = len(study) / 1024**2
            notes.append(f"without its study, which is too large to carry ({size:.0f} MB)")
        else:
            content = with_study(content, file_format, study)
    write_whole(path, content)
    if wanted.is_transparent and not kind.has_clear:
        notes.append(f"on white, as {kind.name} has no transparent background")
    signs = missing_signs(page)
    lacking = (f"the typeface has no signs for {signs}",) if signs else ()
    return (*lacking, *notes, *page_remarks(results, page))


def figure_bytes(results: Results, file_format: FigureFormat, wanted: FigureFile) -> bytes:
    """The figure as the content of a file, with its caption and what it shows in words."""
    from decimus.figure.ink.files import FileLook, file_bytes
    from decimus.figure.outlines import measure

    look = FileLook(
        dpi=wanted.dpi,
        is_transparent=wanted.is_transparent,
        is_grey=wanted.is_grey,
        has_outlines=wanted.has_outlines,
        title=plain(results.question.figure.title) or figure_name(results),
        caption=plain_text(caption(results)),
        alt=alt_text(results),
    )
    return file_bytes(page_of(results, measure), file_format, look)


def carried_study(results: Results) -> bytes:
    """The study as a figure carries it: as it stands, without its past and the folders of files."""
    told = told_of(results)
    sheets = tuple(replace(s, source=replace(s.source, path="")) for s in told.study.sheets)
    told = replace(told, study=replace(told.study, sheets=sheets))
    return study_bytes(History(told.study), told=told)


TABLE_FORMATS = ("csv", "xlsx", "ods", "md")


def export_table(results: Results, path: Path, *, is_exact: bool = False) -> None:
    """Write the table of the lanes to a file in the format of its ending.

    Workbooks hold it twice: as shown, and in full precision.

    Args:
        results: what is shown.
        path: where to; ends in one of `TABLE_FORMATS`.
        is_exact: full precision, in a file that holds one table only.

    Raises:
        InputError: there is no such format, or the file cannot be written.
    """
    suffix = _table_format(path)
    if suffix == "md":
        table = summary_table(results)
        content = markdown((table.headings, *table.rows), table.numeric).encode("utf-8")
    elif suffix == "csv":
        delimiter = "," if is_exact else delimiter_of(results)
        content = csv_bytes(exact_rows(results) if is_exact else shown_rows(results), delimiter)
    else:
        sheets = (
            NamedRows("As shown", shown_cells(results)),
            NamedRows("Full precision", exact_rows(results)),
        )
        content = xlsx_bytes(sheets) if suffix == "xlsx" else ods_bytes(sheets)
    write_whole(path, content)


def export_report_table(results: Results, kind: TableKind, path: Path) -> None:
    """Write a table of the write-up, arranged as it is, in the format of the file's ending.

    Workbooks hold it twice: as shown, and in full precision.

    Raises:
        InputError: there is no such table or format, or the file cannot be written.
    """
    table = table_of(results, kind)
    if table is None:
        raise InputError("There is no such table", remedy="Compare the groups first")
    suffix = _table_format(path)
    if suffix == "md":
        content = markdown(table.rows, table.numeric).encode("utf-8")
    elif suffix == "csv":
        content = csv_bytes(file_rows(results, table.rows), delimiter_of(results))
    else:
        sheets = (
            NamedRows("As shown", as_numbers(table.rows, table.heading_rows)),
            NamedRows("Full precision", table.exact_rows),
        )
        content = xlsx_bytes(sheets) if suffix == "xlsx" else ods_bytes(sheets)
    write_whole(path, content)


def _table_format(path: Path) -> str:
    suffix = path.suffix.lower().removeprefix(".")
    if suffix not in TABLE_FORMATS:
        known = ", ".join(TABLE_FORMATS)
        raise ChoiceError(
            f"A table cannot be written as “.{suffix}”", where=str(path), remedy=f"Use: {known}"
        )
    return suffix


def export_summary(results: Results, path: Path) -> None:
    """Write the summary as CSV in full precision. Raises InputError."""
    rows = summary_rows(results, results.question.heights.level)
    write_whole(path, csv_bytes(rows))
