"""The table in a piece of HTML, as copied from a web page or a document."""

from __future__ import annotations

from html.parser import HTMLParser

from decimus.study.tables import Table


class _Reader(HTMLParser):
    """Gathers the rows of every table; merged cells leave blanks behind."""

    def __init__(self) -> None:
        super().__init__(convert_charrefs=True)
        self.tables: list[list[list[str]]] = []
        self._open: list[list[list[str]]] = []
        self._cell: list[str] | None = None
        self._columns = 1
        self._held: dict[int, int] = {}
        self._rows = 1
        self._is_hidden = False

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        if tag == "table":
            self._open.append([])
            self._held = {}
        elif tag in ("style", "script"):
            self._is_hidden = True
        elif not self._open:
            return
        elif tag == "tr":
            self._end_cell()
            self._open[-1].append([])
        elif tag in ("td", "th"):
            self._end_cell()
            if not self._open[-1]:
                self._open[-1].append([])
            self._skip_held()
            spans = dict(attrs)
            self._columns = _span(spans.get("colspan"))
            self._rows = _span(spans.get("rowspan"))
            self._cell = []
        elif tag == "br" and self._cell is not None:
            self._cell.append(" ")

    def handle_endtag(self, tag: str) -> None:
        if tag in ("style", "script"):
            self._is_hidden = False
        elif tag in ("td", "th") or (tag == "tr" and self._open):
            self._end_cell()
        elif tag == "table" and self._open:
            self._end_cell()
            self.tables.append(self._open.pop())

    def handle_data(self, data: str) -> None:
        if self._cell is not None and not self._is_hidden:
            self._cell.append(data)

    def _skip_held(self) -> None:
        """Blanks where a cell from above reaches down."""
        row = self._open[-1][-1]
        while self._held.get(len(row), 0) > 0:
            self._held[len(row)] -= 1
            row.append("")

    def _end_cell(self) -> None:
        if self._cell is None or not self._open:
            return
        text = " ".join("".join(self._cell).split())
        row = self._open[-1][-1]
        for number in range(self._columns):
            if self._rows > 1:
                self._held[len(row)] = self._rows - 1
            row.append("" if number else text)
        self._cell = None


def _span(text: str | None) -> int:
    return min(int(text), 1000) if text is not None and text.isdecimal() and int(text) else 1


def table_of_html(html: str, title: str = "") -> Table | None:
    """The largest table in the HTML; None where there is none."""
    reader = _Reader()
    reader.feed(html)
    reader.close()
    tables = [[row for row in rows if any(row)] for rows in reader.tables]
    largest = max(tables, key=lambda rows: sum(len(row) for row in rows), default=[])
    return Table.from_rows(largest, title) if largest else None
