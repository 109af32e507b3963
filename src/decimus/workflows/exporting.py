"""Figures and tables into files."""

from __future__ import annotations

from pathlib import Path

from decimus.analysis.results import Results
from decimus.errors import ChoiceError, InputError
from decimus.figure.layout import page_of
from decimus.formats.files import write_whole
from decimus.formats.table_writers import NamedRows, csv_bytes, markdown, ods_bytes, xlsx_bytes
from decimus.report.records import summary_rows
from decimus.report.summary_tables import exact_rows, shown_cells, shown_rows
from decimus.wording.write_up.paragraphs import summary_table

FIGURE_FORMATS = ("png", "svg", "pdf", "tiff", "jpg", "eps")
_OTHER_ENDINGS = {"tif": "tiff", "jpeg": "jpg"}
_MOST_PIXELS = 300e6


def figure_format(path: Path) -> str:
    """The format that a file's ending asks for.

    Raises:
        ChoiceError: there is no such format; says which there are.
    """
    suffix = path.suffix.lower().removeprefix(".")
    suffix = _OTHER_ENDINGS.get(suffix, suffix)
    if suffix not in FIGURE_FORMATS:
        known = ", ".join(FIGURE_FORMATS)
        raise ChoiceError(
            f"A figure cannot be written as “.{suffix}”" if suffix else "The file has no ending",
            where=str(path),
            remedy=f"Use one of: {known}",
        )
    return suffix


def check_dpi(dpi: float) -> None:
    """Refuse a resolution that no journal asks for. Raises ChoiceError."""
    if not 50 <= dpi <= 2400:
        raise ChoiceError(f"{dpi:g} dots per inch cannot be drawn", remedy="Choose from 50 to 2400")


def export_figure(results: Results, path: Path, dpi: float = 300) -> tuple[str, ...]:
    """Write the figure to a file in the format of its ending, whole or not at all.

    Returns:
        What is to say of the file: signs that the typeface lacks, and what the page is otherwise
        than was asked for. Usually nothing.

    Raises:
        InputError: there is no figure, or the file cannot be written.
    """
    from decimus.figure.drawing import BITMAPS, file_bytes
    from decimus.figure.outlines import measure, missing_signs
    from decimus.figure.page_remarks import page_remarks

    file_format = figure_format(path)
    check_dpi(dpi)
    page = page_of(results, measure)
    pixels = page.width_mm * page.height_mm * (dpi / 25.4) ** 2
    if file_format in BITMAPS and pixels > _MOST_PIXELS:
        raise InputError(
            f"{dpi:g} dots per inch make a picture too large for this size of figure",
            remedy="Choose fewer, or a vector format",
        )
    write_whole(path, file_bytes(page, file_format, dpi))
    signs = missing_signs(page)
    lacking = (f"the typeface has no signs for {signs}",) if signs else ()
    return (*lacking, *page_remarks(results, page))


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
    suffix = path.suffix.lower().removeprefix(".")
    if suffix not in TABLE_FORMATS:
        known = ", ".join(TABLE_FORMATS)
        raise ChoiceError(
            f"A table cannot be written as “.{suffix}”", where=str(path), remedy=f"Use: {known}"
        )
    if suffix == "md":
        table = summary_table(results)
        content = markdown((table.headings, *table.rows), table.numeric).encode("utf-8")
    elif suffix == "csv":
        content = csv_bytes(exact_rows(results) if is_exact else shown_rows(results))
    else:
        sheets = (
            NamedRows("As shown", shown_cells(results)),
            NamedRows("Full precision", exact_rows(results)),
        )
        content = xlsx_bytes(sheets) if suffix == "xlsx" else ods_bytes(sheets)
    write_whole(path, content)


def export_summary(results: Results, path: Path) -> None:
    """Write the summary as CSV in full precision. Raises InputError."""
    rows = summary_rows(results, results.question.heights.level)
    write_whole(path, csv_bytes(rows))
