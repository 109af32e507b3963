"""The table in a piece of HTML, as copied from a web page or a document."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from decimus.errors import TableError, drawable
from decimus.study.tables import Table

_MOST_CELLS = 2_000_000
_MOST_SPANNED = 1000


@dataclass
class _OpenTable:
    """A table that is being read; one inside a cell of another has its own.

    `held` says up to which row a column is taken by a cell that reaches down.
    """

    rows: list[list[str]] = field(default_factory=list)
    cell: list[str] | None = None
    columns: int = 1
    down: int = 1
    held: dict[int, int] = field(default_factory=dict)
    count: int = 0

    def start_row(self) -> None:
        self.end_cell()
        self.rows.append([])

    def start_cell(self, columns: int, down: int) -> None:
        self.end_cell()
        if not self.rows:
            self.rows.append([])
        self._skip_held()
        self.cell, self.columns, self.down = [], columns, down

    def end_cell(self) -> None:
        if self.cell is None:
            return
        text = " ".join("".join(self.cell).split())
        row = self.rows[-1]
        for number in range(self.columns):
            if self.down > 1:
                self.held[len(row)] = len(self.rows) + self.down - 1
            row.append("" if number else text)
        self.cell = None
        self._count(self.columns)

    def _skip_held(self) -> None:
        """Blanks where a cell from above reaches down."""
        row = self.rows[-1]
        before = len(row)
        while self.held.get(len(row), 0) >= len(self.rows):
            row.append("")
        self._count(len(row) - before)

    def _count(self, cells: int) -> None:
        self.count += cells
        if self.count > _MOST_CELLS:
            raise TableError(
                f"The page has a table of more than {_MOST_CELLS:,} cells",
                remedy="Save the table as CSV",
            )


class _Reader:
    """Gathers the rows of every table; merged cells leave blanks behind.

    The parser calls it with every tag and text as they come.
    """

    def __init__(self) -> None:
        self.tables: list[list[list[str]]] = []
        self._open: list[_OpenTable] = []
        self._is_hidden = False

    def start(self, tag: str, spans: Mapping[str, str]) -> None:
        """A tag opens."""
        if tag == "table":
            self._open.append(_OpenTable())
        elif tag in ("style", "script"):
            self._is_hidden = True
        elif not self._open:
            return
        elif tag == "tr":
            self._open[-1].start_row()
        elif tag in ("td", "th"):
            columns, down = _span(spans.get("colspan")), _span(spans.get("rowspan"))
            self._open[-1].start_cell(columns, down)
        elif tag == "br" and self._open[-1].cell is not None:
            self._open[-1].cell.append(" ")

    def end(self, tag: str) -> None:
        """A tag closes, or is taken to."""
        if tag in ("style", "script"):
            self._is_hidden = False
        elif not self._open:
            return
        elif tag in ("td", "th", "tr"):
            self._open[-1].end_cell()
        elif tag == "table":
            self._end_table()

    def data(self, data: str) -> None:
        """Text between tags."""
        if self._open and self._open[-1].cell is not None and not self._is_hidden:
            self._open[-1].cell.append(data)

    def _end_table(self) -> None:
        table = self._open.pop()
        table.end_cell()
        self.tables.append(table.rows)

    def close(self) -> None:
        """Take what was never closed as far as it goes."""
        while self._open:
            self._end_table()


def _span(text: str | None) -> int:
    # Length first: a number of many digits takes long to read.
    if text is None or len(text) > 9 or not (text.isascii() and text.isdecimal()):
        return 1
    return min(int(text), _MOST_SPANNED) or 1


def table_of_html(html: str, title: str = "") -> Table | None:
    """The largest table in the HTML; None where there is none.

    Raises:
        TableError: there are more cells than a page can show.
    """
    from lxml import etree

    reader = _Reader()
    # The standard library's parser takes minutes where tags open and never close.
    parser = etree.HTMLParser(target=reader, no_network=True, recover=True)
    try:
        parser.feed(drawable(html))
        parser.close()
    except etree.LxmlError:
        reader.close()  # nothing in it, or nested beyond all measure: what was read until then
    tables = [[row for row in rows if any(row)] for rows in reader.tables]
    largest = max(tables, key=lambda rows: sum(len(row) for row in rows), default=[])
    return Table.from_rows(largest, title) if largest else None
