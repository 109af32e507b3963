"""Tables as delimited text: CSV, TSV, semicolons, and what a clipboard holds."""

from __future__ import annotations

import csv
import io
import re
from collections import Counter
from collections.abc import Sequence

from decimus.errors import InputError, TableError
from decimus.formats.decoding import decoded
from decimus.formats.forms import rows_of_form
from decimus.formats.plates import rows_of_plate
from decimus.formats.progress import Progress, no_progress
from decimus.formats.stacked import unstacked
from decimus.study.slabs import TextPiece
from decimus.study.tables import Block, Table, column_of_piece

DELIMITERS = ("\t", ";", ",", "|")
_NAMES = {"\t": "tab", ";": "semicolon", ",": "comma", "|": "bar"}
_LINES_LOOKED_AT = 200
_LOOKED_AT = 200_000
_MARK = b"\xef\xbb\xbf"
MOST_COLUMNS = 20_000
_USUAL_CELLS, _MOST_FILLED = 500_000, 50
"""Cells that shorter lines may be filled up to in any case, and times those that are there."""
_SPACES = " "
_FEWEST_SPACED = 3
_MOST_ABOVE = 3
"""Lines above a table that need not be split like it."""
LARGE = 1_000_000
"""Bytes from which on a table is read by a library for large ones."""
# A cell may be longer than the library's own limit of 131,072 letters.
csv.field_size_limit(2**31 - 1)
_SIGNATURES = {
    b"PK\x03\x04": "It is an archive, not a table",
    b"\x1f\x8b": "It is a compressed file, not a table",
    b"%PDF": "It is a PDF, not a table",
    b"\x89PNG": "It is a picture, not a table",
    b"\xff\xd8\xff": "It is a picture, not a table",
}
_SAVE_AS = "Save the table as CSV and open that"


def decoded_table(
    content: bytes,
    where: str,
    delimiter: str | None = None,
    *,
    title: str = "",
    progress: Progress = no_progress,
) -> Table:
    """The table in delimited text of any common encoding.

    Args:
        content: the bytes of the file.
        where: what to call it in a message.
        delimiter: what stands between cells, None to find out.
        title: the table's title.
        progress: called with the share that is done, and may stop it.

    Raises:
        TableError: nothing is in it, or it is no text.
    """
    if not (content[:_LOOKED_AT].strip() or content.strip()):
        raise TableError("The file is empty", where=where, remedy="Choose a file with a table")
    for signature, what in _SIGNATURES.items():
        if content.startswith(signature):
            raise TableError(what, where=where, remedy=_SAVE_AS)
    try:
        if len(content) >= LARGE and (large := _large_table(content, delimiter, title)) is not None:
            return large
        return table_of_text(decoded(content, where), delimiter, title=title, progress=progress)
    except InputError as error:
        if error.where:
            raise
        raise TableError(error.what, where=where, remedy=error.remedy) from error


def table_of_text(
    text: str,
    delimiter: str | None = None,
    *,
    title: str = "",
    progress: Progress = no_progress,
) -> Table:
    """The table in delimited text; empty rows at the end are dropped.

    Raises:
        TableError: there is nothing in it, or a quotation never ends.
    """
    if delimiter is None and len(text) < LARGE and (rows := rows_of_form(text)) is not None:
        return Table.from_rows(rows, title)
    used = delimiter or find_delimiter(text)
    progress(0.1)
    if len(text) >= LARGE:
        table = _large_table(text.encode("utf-8", "replace"), used, title)
        if table is not None:
            return table
    block = parse_delimited(text, used)
    return Table.from_rows(rows_of_plate(block) or unstacked(block) or block, title)


def _large_table(content: bytes, delimiter: str | None, title: str) -> Table | None:
    """The table in much text, in UTF-8, kept in one piece per column.

    None where lines have more cells than the first, a quotation never ends, or the text is
    otherwise such that it takes the patient reader.
    """
    start = content[:_LOOKED_AT]
    if start.startswith((b"\xff\xfe", b"\xfe\xff")) or b"\x00" in start:
        return None
    content = content.removeprefix(_MARK)
    delimiter = delimiter or find_delimiter(start.removeprefix(_MARK).decode("utf-8", "replace"))
    _check_width(content[: content.find(b"\n")].count(delimiter.encode()) + 1)
    is_open = b'"' in content and content.count(b'"') % 2
    if len(delimiter.encode()) != 1 or is_open or _has_lone_returns(content):
        return None
    import polars as pl

    try:
        frame = pl.read_csv(
            content.rstrip(b"\r\n"),
            has_header=False,
            infer_schema=False,
            separator=delimiter,
            empty_string_is_null=False,
            missing_columns="insert",
        )
    except pl.exceptions.PolarsError:
        return None
    columns = tuple(
        column_of_piece(TextPiece(series.fill_null(""))) for series in frame.get_columns()
    )
    return Table(title, columns, frame.height)


def _has_lone_returns(content: bytes) -> bool:
    return b"\r" in content and b"\r" in content.replace(b"\r\n", b"")


def parse_delimited(text: str, delimiter: str | None = None) -> Block:
    """The cells of delimited text; empty rows at the end are dropped.

    Raises:
        TableError: there is nothing in it, or a quotation never ends.
    """
    used = delimiter or find_delimiter(text)
    if used == _SPACES:
        rows = [tuple(re.split(_gap(text), line.strip())) for line in text.splitlines()]
    else:
        reader = csv.reader(io.StringIO(text, newline=""), delimiter=used, strict=False)
        rows = [tuple(cell.strip("\ufeff") for cell in row) for row in reader]
    if text.count('"') % 2 and any("\n" in cell for row in rows for cell in row):
        raise TableError(
            "A quotation mark is opened and never closed", remedy="Close it or take it away"
        )
    width = max((len(row) for row in rows), default=0)
    _check_width(width)
    if len(rows) * width > max(_USUAL_CELLS, _MOST_FILLED * sum(len(row) for row in rows)):
        raise TableError(
            f"One line has {width:,} cells and most have few, so that nearly all would be empty",
            remedy="Look for a line that is no part of the table, and take it out",
        )
    while rows and not any(cell.strip() for cell in rows[-1]):
        rows.pop()
    if not rows:
        raise TableError("There is no table in it", remedy="Choose one with measurements")
    return tuple(rows)


def _check_width(columns: int) -> None:
    """Refuse more columns than anybody has groups or variables. Raises TableError."""
    if columns > MOST_COLUMNS:
        raise TableError(
            f"The table has {columns:,} columns; at most {MOST_COLUMNS:,} can be read",
            remedy="Exchange rows and columns, or keep the columns that are needed",
        )


def find_delimiter(text: str) -> str:
    """The sign that splits most lines into the same number of cells, more than one."""
    lines = [line for line in text[:_LOOKED_AT].splitlines()[:_LINES_LOOKED_AT] if line.strip()]
    best, best_score = ",", 0.0
    for delimiter in "\t;":
        # A comma may mark decimals in every line; a tab or a semicolon marks nothing else.
        widths = Counter(_width(line, delimiter) for line in lines)
        width, count = widths.most_common(1)[0] if widths else (1, 0)
        if width > 1 and count * 5 >= 4 * (len(lines) - _MOST_ABOVE) and count > 1:
            return delimiter
    for delimiter in DELIMITERS:
        widths = Counter(_width(line, delimiter) for line in lines)
        del widths[1]
        if not widths:
            continue
        # Every line that is split counts, those split alike twice; ties go to the sign
        # that is less likely to be part of a number.
        score = sum(widths.values()) + max(widths.values())
        if score > best_score:
            best, best_score = delimiter, score
    return best if best_score else (_SPACES if _is_spaced(lines) else ",")


def _is_spaced(lines: Sequence[str]) -> bool:
    """True for columns kept apart by spaces, as many in nearly every line."""
    if len(lines) < _FEWEST_SPACED:
        return False
    widths = Counter(len(re.split(_gap("\n".join(lines)), line.strip())) for line in lines)
    width, count = widths.most_common(1)[0]
    return width > 1 and count * 10 >= 9 * len(lines)


def _gap(text: str) -> str:
    """What keeps columns apart: two spaces or more where lines have them, else one."""
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    wide = sum("  " in line for line in lines)
    return r"\s{2,}" if wide * 2 > len(lines) else r"\s+"


def _width(line: str, delimiter: str) -> int:
    return len(next(csv.reader([line], delimiter=delimiter), []))


def delimiter_of(name: str) -> str:
    """A delimiter from its sign or name.

    Raises:
        InputError: it is neither.
    """
    by_name = {word: sign for sign, word in _NAMES.items()} | {"\\t": "\t", "space": " "}
    sign = by_name.get(name.lower(), name)
    if len(sign) != 1:
        raise InputError(f"“{name}” is not one character", remedy="Use one such as ; or tab")
    return sign


def written_csv(rows: Sequence[Sequence[str]], delimiter: str = ",") -> str:
    """Rows of cells as CSV, quoted where needed, lines ending in a line feed."""
    out = io.StringIO(newline="")
    # The writer quotes what holds its own line end; a lone carriage return ends lines too.
    has_returns = any("\r" in cell for row in rows for cell in row)
    dialect = csv.unix_dialect if has_returns else csv.excel
    csv.writer(out, dialect, delimiter=delimiter, lineterminator="\n").writerows(rows)
    return out.getvalue()
