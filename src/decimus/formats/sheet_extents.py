"""How far the sheets of a workbook reach, found before anything is built from them.

A reader makes a rectangle of all cells up to the last one, so a single cell far out can take
more memory than there is. The standards are ECMA-376 (XLSX) and ISO 26300 (ODS).
"""

from __future__ import annotations

import re

from decimus.formats.archives import Archive
from decimus.values import Value

_USUAL = 500_000
"""Cells of a rectangle that are built however few of them are filled."""
_SPARSEST = 50
"""Cells of a larger rectangle for each one that is filled."""
_MOST = 60_000_000

_PLACE = re.compile(
    rb"""<(?:\w+:)?c\s(?:[^>]*?\s)?r=["']([A-Za-z]{1,3})(\d{1,7})["'][^>]*?(/?)>(?!</)"""
)
_PLACELESS = re.compile(rb"""<(?:\w+:)?c(?:\s(?![^>]*\br=)[^>]*)?>""")
_ROW = re.compile(rb"""<(?:\w+:)?row\s(?:[^>]*?\s)?r=["'](\d{1,7})["']""")
_ODS_PART = re.compile(
    rb"""<(/?)(?:\w+:)?(table-row|table-cell|covered-table-cell|table)\b([^>]*?)(/?)>"""
)
_ODS_NAME = re.compile(rb"""\bname=["']([^"']*)["']""")
_COLUMNS = re.compile(rb"""number-columns-repeated=["'](\d{1,9})["']""")
_ROWS = re.compile(rb"""number-rows-repeated=["'](\d{1,9})["']""")


class Extent(Value, frozen=True):
    """The rectangle of a sheet up to its last filled cell."""

    sheet: str
    rows: int
    columns: int
    filled: int

    @property
    def is_too_large(self) -> bool:
        """True where the rectangle is not worth what is in it, or more than can be held."""
        cells = self.rows * self.columns
        return cells > _MOST or (cells > _USUAL and cells > _SPARSEST * self.filled)


def extents(archive: Archive) -> tuple[Extent, ...]:
    """The extents of all sheets that can be told from an XLSX or ODS workbook."""
    if "content.xml" in archive.names:
        return _of_ods(archive.read("content.xml"))
    parts = sorted(name for name in archive.names if re.search(r"(?i)worksheets/[^/]+\.xml$", name))
    return tuple(_of_xlsx(name.rpartition("/")[2], archive.read(name)) for name in parts)


def _of_xlsx(name: str, content: bytes) -> Extent:
    rows = columns = filled = 0
    letters: dict[bytes, int] = {}
    for found in _PLACE.finditer(content):
        if found[3]:
            continue  # a cell that has a look only
        filled += 1
        rows = max(rows, int(found[2]))
        column = letters.get(found[1])
        if column is None:
            column = letters[found[1]] = column_number(found[1])
        columns = max(columns, column)
    placeless = sum(1 for _ in _PLACELESS.finditer(content))
    if placeless:
        rows = max((int(found[1]) for found in _ROW.finditer(content)), default=rows)
        columns = max(columns, 1)
    return Extent(name, rows, columns, filled + placeless)


def column_number(letters: bytes) -> int:
    """The number of a column from its letters: 1 for A, 27 for AA."""
    number = 0
    for letter in letters.upper():
        number = number * 26 + letter - ord("A") + 1
    return number


def _of_ods(content: bytes) -> tuple[Extent, ...]:
    found: list[Extent] = []
    name, rows, columns, filled = "", 0, 0, 0
    row = _OdsRow()
    last = 0
    for part in _ODS_PART.finditer(content):
        is_end, kind, words, is_bare = part[1] == b"/", part[2], part[3], part[4] == b"/"
        if kind == b"table":
            if is_end:
                found.append(Extent(name, last, columns, filled))
            else:
                named = _ODS_NAME.search(words)
                name = named[1].decode("utf-8", "replace") if named else ""
                rows, columns, filled, last = 0, 0, 0, 0
        elif kind == b"table-row":
            if not is_end:
                row = _OdsRow(_repeats(_ROWS, words))
            if is_end or is_bare:
                rows += row.repeats
                if row.filled:
                    last = rows
                    filled += row.filled
                    columns = max(columns, row.last)
        elif not is_end:
            row.add(_repeats(_COLUMNS, words), is_filled=b"value" in words or not is_bare)
    return tuple(found)


class _OdsRow:
    """A row that is being looked at, and how often it stands there."""

    def __init__(self, repeats: int = 1) -> None:
        self.repeats = repeats
        self.filled = 0
        self.last = 0
        self._at = 0

    def add(self, count: int, *, is_filled: bool) -> None:
        """One cell, repeated."""
        self._at += count
        if is_filled:
            # Once however often it is repeated: repeats are what makes little into much.
            self.filled += 1
            self.last = self._at


def _repeats(pattern: re.Pattern[bytes], words: bytes) -> int:
    found = pattern.search(words)
    return int(found[1]) if found else 1
