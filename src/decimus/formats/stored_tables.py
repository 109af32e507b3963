"""The cells of a table as plain CSV, exactly as typed, and back: what studies and journals hold."""

from __future__ import annotations

import csv
import io
from typing import TYPE_CHECKING

from decimus.errors import FileFormatError
from decimus.formats.delimited import written_csv
from decimus.study.slabs import Slab, TextPiece
from decimus.study.tables import Column, Table, column_of_piece

if TYPE_CHECKING:
    import polars as pl

_MANY = 100_000
"""Cells from which on the library for large tables is quicker than it takes to load."""
_MOST_BYTES = 500_000
"""Bytes up to which a table is read cell by cell."""


def stored_cells(table: Table) -> bytes:
    """The cells of a table as CSV in UTF-8."""
    if table.row_count * table.column_count < _MANY or table.cell(0, 0).startswith("\ufeff"):
        return written_csv(table.rows()).encode()
    import polars as pl

    frame = pl.DataFrame({str(c): _series(column) for c, column in enumerate(table.columns)})
    out = io.BytesIO()
    frame.write_csv(out, include_header=False, quote_style="necessary", line_terminator="\n")
    return out.getvalue()


def _series(column: Column) -> pl.Series:
    """A column in one piece; stretches of slabs that lie together are taken as they are."""
    import polars as pl

    parts: list[pl.Series] = []
    piece: TextPiece | None = None
    start = end = 0
    loose: list[str] = []

    def finish() -> None:
        nonlocal piece
        if piece is not None:
            parts.append(piece.series.slice(start, end - start))
            piece = None
        if loose:
            parts.append(pl.Series(values=loose, dtype=pl.String))
            loose.clear()

    for chunk in column:
        if not isinstance(chunk, Slab):
            if piece is not None:
                finish()
            loose.extend(chunk)
        elif chunk.piece is piece and chunk.start == end:
            end += len(chunk)
        else:
            finish()
            piece, start, end = chunk.piece, chunk.start, chunk.start + len(chunk)
    finish()
    return pl.concat(parts, rechunk=True) if parts else pl.Series(dtype=pl.String)


def table_of_stored(
    content: bytes, name: str, title: str, shape: tuple[int, int] | None = None
) -> Table:
    """The table in CSV that was written by `stored_cells` or by hand.

    Args:
        content: the CSV.
        name: what to call it in a message.
        title: the title of the table.
        shape: rows and columns it has to have; a table without rows keeps its columns.

    Raises:
        FileFormatError: it is no text, or not of that shape.
    """
    if len(content) <= _MOST_BYTES:
        table = _patiently(content, name, title)
    else:
        table = _quickly(content, title) or _patiently(content, name, title)
    if shape is None or (table.row_count, table.column_count) == shape:
        return table
    rows, columns = shape
    if rows == 0 and not content and 0 <= columns <= MOST_EMPTY_COLUMNS:
        return Table(title, ((),) * columns, 0)
    raise FileFormatError((f"{name} is not {rows} × {columns} cells",))


MOST_EMPTY_COLUMNS = 100_000


def _patiently(content: bytes, name: str, title: str) -> Table:
    try:
        text = content.decode("utf-8")
    except UnicodeDecodeError as error:
        raise FileFormatError((f"{name} is not text in UTF-8",)) from error
    rows = list(csv.reader(io.StringIO(text, newline="")))
    width = len(rows[0]) if rows else 0
    if any(len(row) != width for row in rows):
        raise FileFormatError((f"{name} has lines of different lengths",))
    return Table.from_rows(rows, title)


def _quickly(content: bytes, title: str) -> Table | None:
    """The table read by the library for large ones; None where that cannot read it."""
    import polars as pl

    try:
        frame = pl.read_csv(
            content, has_header=False, infer_schema=False, empty_string_is_null=False
        )
    except pl.exceptions.PolarsError:
        return None
    if any(series.null_count() for series in frame.get_columns()):
        return None
    columns = tuple(column_of_piece(TextPiece(series)) for series in frame.get_columns())
    return Table(title, columns, frame.height)
