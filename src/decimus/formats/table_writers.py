"""Rows of cells as files: CSV, XLSX, ODS and Markdown; numbers stay numbers, text stays text."""

from __future__ import annotations

import io
from collections.abc import Sequence

from decimus.errors import drawable
from decimus.formats.delimited import written_csv
from decimus.notation import in_markdown
from decimus.values import Value

Cell = str | float | None
"""Text, a number, or nothing."""
Rows = Sequence[Sequence[Cell]]


class NamedRows(Value, frozen=True):
    """A sheet of a workbook: its name and its rows, headings first."""

    name: str
    rows: Rows


def csv_bytes(rows: Rows, delimiter: str = ",") -> bytes:
    """Rows as CSV in UTF-8; text that a spreadsheet would run as a formula is marked as text."""
    cells = [[_plain(cell) for cell in row] for row in rows]
    return written_csv(cells, delimiter).encode("utf-8")


def _plain(cell: Cell) -> str:
    if cell is None:
        return ""
    if isinstance(cell, float):
        return repr(int(cell)) if cell.is_integer() and abs(cell) < 1e15 else repr(cell)
    return as_text(cell)


def as_text(text: str) -> str:
    """Text that no spreadsheet takes for a formula; numbers stay numbers."""
    if text[:1] in ("=", "+", "-", "@", "\t", "\r"):
        try:
            float(text.replace(",", "."))
        except ValueError:
            return f"'{text}"
    return text


def markdown(rows: Sequence[Sequence[str]], numeric: Sequence[bool]) -> str:
    """Rows as a Markdown table, headings first; numeric columns to the right."""

    def line(cells: Sequence[str]) -> str:
        return "| " + " | ".join(in_markdown(drawable(c)) for c in cells) + " |"

    rule = "|" + "|".join("---:" if is_number else "---" for is_number in numeric) + "|"
    head, *body = rows
    return "\n".join([line(head), rule, *(line(row) for row in body)]) + "\n"


def xlsx_bytes(sheets: Sequence[NamedRows]) -> bytes:
    """Sheets as an XLSX workbook; no text can become a formula."""
    from xlsxwriter import Workbook

    out = io.BytesIO()
    options = {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False}
    with Workbook(out, options) as book:
        strong = book.add_format({"bold": True})
        for sheet in sheets:
            page = book.add_worksheet(sheet.name)
            for row, cells in enumerate(sheet.rows):
                for column, cell in enumerate(cells):
                    if isinstance(cell, str):
                        page.write_string(row, column, _fitting(cell), strong if row == 0 else None)
                    elif cell is not None:
                        page.write_number(row, column, _Exact(cell))
            page.freeze_panes(1, 0)
            page.autofit()
    return out.getvalue()


_LONGEST = 32_767
"""Letters that a cell of a workbook can hold."""


def _fitting(text: str) -> str:
    """Text as a cell of a workbook can hold it."""
    text = drawable(text)
    return text if len(text) <= _LONGEST else f"{text[: _LONGEST - 1]}…"


class _Exact(float):
    """A number written with all digits that it needs; the library would write sixteen."""

    def __format__(self, spec: str) -> str:
        return repr(float(self))


def ods_bytes(sheets: Sequence[NamedRows]) -> bytes:
    """Sheets as an ODS workbook; no text can become a formula."""
    from odfdo import Document, Row, Table

    document = Document("spreadsheet")
    document.body.clear()
    for sheet in sheets:
        table = Table(sheet.name)
        for cells in sheet.rows:
            row = Row()
            for column, cell in enumerate(cells):
                if cell is not None:
                    row.set_value(column, _fitting(cell) if isinstance(cell, str) else cell)
            table.append_row(row)
        document.body.append(table)
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()
