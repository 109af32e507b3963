"""A table of cells, as typed: text in rows and columns, nothing interpreted.

Columns are kept in chunks of rows, so that changing one cell of a million
replaces one chunk and shares all others with the table before.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import chain

import msgspec

CHUNK = 4096

Column = tuple[tuple[str, ...], ...]
Block = tuple[tuple[str, ...], ...]
"""A rectangle of cells, row by row."""


def _column(cells: Iterable[str]) -> Column:
    cells = tuple(cells)
    return tuple(cells[i : i + CHUNK] for i in range(0, len(cells), CHUNK))


class Table(msgspec.Struct, frozen=True):
    """A rectangle of cells; rows and columns count from 0.

    Args:
        title: where it came from, for people ("pasted", a file's name).
        columns: the cells by column, each a tuple of chunks of `CHUNK` rows.
        row_count: how many rows every column has.
    """

    title: str = ""
    columns: tuple[Column, ...] = ()
    row_count: int = 0

    @staticmethod
    def from_rows(rows: Sequence[Sequence[str]], title: str = "") -> Table:
        """A table of rows of any lengths; short rows are filled with empty cells."""
        width = max((len(row) for row in rows), default=0)
        filled = [(*row, *("",) * (width - len(row))) for row in rows]
        return Table(title, tuple(_column(cells) for cells in zip(*filled, strict=True)), len(rows))

    @property
    def column_count(self) -> int:
        """How many columns there are."""
        return len(self.columns)

    @property
    def is_empty(self) -> bool:
        """True when no cell holds anything."""
        return not any(cell.strip() for c in range(self.column_count) for cell in self.column(c))

    def cell(self, row: int, column: int) -> str:
        """The text of one cell; empty outside the table."""
        if not (0 <= row < self.row_count and 0 <= column < self.column_count):
            return ""
        return self.columns[column][row // CHUNK][row % CHUNK]

    def column(self, column: int) -> Iterator[str]:
        """The cells of one column from the top."""
        return chain.from_iterable(self.columns[column])

    def rows(self) -> Block:
        """All cells, row by row."""
        return tuple(zip(*(self.column(c) for c in range(self.column_count)), strict=True))

    def block(self, row: int, column: int, height: int, width: int) -> Block:
        """The rectangle of cells whose first is at `row`, `column`."""
        return tuple(
            tuple(self.cell(r, c) for c in range(column, column + width))
            for r in range(row, row + height)
        )

    def with_block(self, row: int, column: int, block: Block) -> Table:
        """This table with `block` written at `row`, `column`; it grows where needed."""
        width = max((len(line) for line in block), default=0)
        table = self._grown(row + len(block), column + width)
        columns = list(table.columns)
        for offset in range(width):
            written = {row + r: line[offset] for r, line in enumerate(block) if offset < len(line)}
            columns[column + offset] = _with_cells(columns[column + offset], written)
        return msgspec.structs.replace(table, columns=tuple(columns))

    def _grown(self, rows: int, columns: int) -> Table:
        rows, columns = max(rows, self.row_count), max(columns, self.column_count)
        if (rows, columns) == (self.row_count, self.column_count):
            return self
        grown = [self.column(c) for c in range(self.column_count)]
        grown += [iter(()) for _ in range(columns - self.column_count)]
        filled = (tuple(cells) for cells in grown)
        return Table(
            self.title,
            tuple(_column((*cells, *("",) * (rows - len(cells)))) for cells in filled),
            rows,
        )

    def with_rows_inserted(self, at: int, count: int) -> Table:
        """This table with `count` empty rows before row `at`."""
        columns = []
        for c in range(self.column_count):
            cells = tuple(self.column(c))
            columns.append(_column((*cells[:at], *("",) * count, *cells[at:])))
        return Table(self.title, tuple(columns), self.row_count + count)

    def with_rows_deleted(self, at: int, count: int) -> Table:
        """This table without the `count` rows from `at` on."""
        columns = []
        for c in range(self.column_count):
            cells = tuple(self.column(c))
            columns.append(_column((*cells[:at], *cells[at + count :])))
        return Table(self.title, tuple(columns), max(0, self.row_count - count))

    def with_columns_inserted(self, at: int, count: int) -> Table:
        """This table with `count` empty columns before column `at`."""
        empty = _column(("",) * self.row_count)
        columns = (*self.columns[:at], *(empty,) * count, *self.columns[at:])
        return msgspec.structs.replace(self, columns=columns)

    def with_columns_deleted(self, at: int, count: int) -> Table:
        """This table without the `count` columns from `at` on."""
        columns = (*self.columns[:at], *self.columns[at + count :])
        return msgspec.structs.replace(
            self, columns=columns, row_count=self.row_count if columns else 0
        )


def _with_cells(column: Column, written: dict[int, str]) -> Column:
    """A column with some cells replaced; chunks without a change are kept."""
    chunks = list(column)
    by_chunk: dict[int, list[int]] = {}
    for row in written:
        by_chunk.setdefault(row // CHUNK, []).append(row)
    for number, rows in by_chunk.items():
        cells = list(chunks[number])
        for row in rows:
            cells[row % CHUNK] = written[row]
        chunks[number] = tuple(cells)
    return tuple(chunks)
