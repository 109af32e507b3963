"""A table of cells, as typed: text in rows and columns, nothing interpreted.

Columns are kept in chunks of rows, so that changing one cell of a million
replaces one chunk and shares all others with the table before.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import chain, groupby
from typing import TYPE_CHECKING

import msgspec

from decimus.errors import ChoiceError
from decimus.study.slabs import Slab, TextPiece

CHUNK = 4096
MOST_CELLS = 40_000_000
"""Cells a table may grow to by inserting and pasting: what stays workable on a usual machine."""
MOST_COLUMNS = 100_000

if TYPE_CHECKING:
    Chunk = tuple[str, ...] | Slab
else:
    # What a file can hold: a slab is never written as such.
    Chunk = tuple[str, ...]
Column = tuple[Chunk, ...]
Block = tuple[tuple[str, ...], ...]
"""A rectangle of cells, row by row."""


def column_of(cells: Iterable[str]) -> Column:
    """Cells as a column: chunks of `CHUNK`."""
    cells = tuple(cells)
    return tuple(cells[i : i + CHUNK] for i in range(0, len(cells), CHUNK))


def column_of_piece(piece: TextPiece) -> Column:
    """A large column: slabs of `CHUNK` cells."""
    count = len(piece)
    return tuple(Slab(piece, i, min(CHUNK, count - i)) for i in range(0, count, CHUNK))


def _piece_of(chunk: Chunk) -> TextPiece | None:
    return chunk.piece if isinstance(chunk, Slab) else None


def _start_of(chunk: Chunk) -> int:
    return chunk.start if isinstance(chunk, Slab) else 0


class Table(msgspec.Struct, frozen=True, weakref=True):
    """A rectangle of cells; rows and columns count from 0.

    Args:
        title: where it came from, for people ("pasted", a file's name).
        columns: the cells by column, each a tuple of chunks of `CHUNK` rows.
        row_count: how many rows every column has; none where there is no column.

    Raises:
        ValueError: columns are not all of that many rows, or not chunked as they should be.
    """

    title: str = ""
    columns: tuple[Column, ...] = ()
    row_count: int = 0

    def __post_init__(self) -> None:
        # Whatever is wrong here would be saved and could not be opened again.
        whole, rest = divmod(self.row_count, CHUNK)
        lengths = [CHUNK] * whole + [rest] * (rest > 0)
        is_square = all([len(chunk) for chunk in column] == lengths for column in self.columns)
        if self.row_count < 0 or not is_square or (self.row_count and not self.columns):
            raise ValueError(f"columns of a table do not all have {self.row_count} rows")

    @staticmethod
    def from_rows(rows: Sequence[Sequence[str]], title: str = "") -> Table:
        """A table of rows of any lengths; short rows are filled with empty cells."""
        width = max((len(row) for row in rows), default=0)
        filled = [row if len(row) == width else (*row, *("",) * (width - len(row))) for row in rows]
        columns = tuple(column_of(cells) for cells in zip(*filled, strict=True))
        return Table(title, columns, len(rows) if columns else 0)

    @property
    def column_count(self) -> int:
        """How many columns there are."""
        return len(self.columns)

    @property
    def is_empty(self) -> bool:
        """True when no cell holds anything."""
        return not any(
            cell.strip() for column in self.columns for chunk in column for cell in chunk
        )

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
        columns = [self.cells(c, row, height) for c in range(column, column + width)]
        return tuple(zip(*columns, strict=True)) if columns else ((),) * height

    def cells(self, column: int, row: int, count: int) -> tuple[str, ...]:
        """`count` cells of one column from `row` on; empty outside the table."""
        if not 0 <= column < self.column_count:
            return ("",) * count
        found: list[str] = []
        end = min(row + count, self.row_count)
        for number in range(row // CHUNK, -(-end // CHUNK)):
            start = number * CHUNK
            found += self.columns[column][number][max(0, row - start) : end - start]
        return (*found, *("",) * (count - len(found)))

    def cells_at(self, column: int, rows: Sequence[int]) -> tuple[str, ...]:
        """The cells of one column in rows that rise."""
        chunks = self.columns[column]
        found: list[str] = []
        for piece, members in groupby(rows, key=lambda row: _piece_of(chunks[row // CHUNK])):
            if piece is None:
                found += [chunks[row // CHUNK][row % CHUNK] for row in members]
            else:
                found += piece.at([_start_of(chunks[r // CHUNK]) + r % CHUNK for r in members])
        return tuple(found)

    def turned(self) -> Table:
        """This table with rows and columns exchanged."""
        return Table.from_rows(
            [tuple(self.column(c)) for c in range(self.column_count)], self.title
        )

    def with_block(self, row: int, column: int, block: Block) -> Table:
        """This table with `block` written at `row`, `column`; it grows where needed.

        Raises:
            ChoiceError: there is no such place, or it would grow beyond `MOST_CELLS`.
        """
        if row < 0 or column < 0:
            raise ChoiceError(f"There is no row {row + 1} or no column {column + 1}")
        width = max((len(line) for line in block), default=0)
        if not width:
            return self
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
        check_extent(rows, columns)
        grown = [self.column(c) for c in range(self.column_count)]
        grown += [iter(()) for _ in range(columns - self.column_count)]
        filled = (tuple(cells) for cells in grown)
        return Table(
            self.title,
            tuple(column_of((*cells, *("",) * (rows - len(cells)))) for cells in filled),
            rows,
        )

    def clipped_rows(self, at: int, count: int) -> tuple[int, int]:
        """The part of the `count` rows from `at` on that is in the table: (first, how many)."""
        return _clipped(at, count, self.row_count)

    def clipped_columns(self, at: int, count: int) -> tuple[int, int]:
        """The part of the `count` columns from `at` on that is in the table."""
        return _clipped(at, count, self.column_count)

    def with_rows_inserted(self, at: int, count: int) -> Table:
        """This table with `count` empty rows before row `at`, at its end at the latest.

        Raises:
            ChoiceError: it would grow beyond `MOST_CELLS`.
        """
        if count < 1 or not self.columns:
            return self
        check_extent(self.row_count + count, self.column_count)
        at = max(0, min(at, self.row_count))
        columns = []
        for c in range(self.column_count):
            cells = tuple(self.column(c))
            columns.append(column_of((*cells[:at], *("",) * count, *cells[at:])))
        return Table(self.title, tuple(columns), self.row_count + count)

    def with_rows_deleted(self, at: int, count: int) -> Table:
        """This table without those of the `count` rows from `at` on that it has."""
        at, count = self.clipped_rows(at, count)
        if not count:
            return self
        columns = []
        for c in range(self.column_count):
            cells = tuple(self.column(c))
            columns.append(column_of((*cells[:at], *cells[at + count :])))
        return Table(self.title, tuple(columns), self.row_count - count)

    def with_columns_inserted(self, at: int, count: int) -> Table:
        """This table with `count` empty columns before column `at`, at its end at the latest.

        Raises:
            ChoiceError: it would grow beyond `MOST_CELLS`.
        """
        if count < 1:
            return self
        check_extent(self.row_count, self.column_count + count)
        at = max(0, min(at, self.column_count))
        empty = column_of(("",) * self.row_count)
        columns = (*self.columns[:at], *(empty,) * count, *self.columns[at:])
        return msgspec.structs.replace(self, columns=columns)

    def with_columns_deleted(self, at: int, count: int) -> Table:
        """This table without those of the `count` columns from `at` on that it has."""
        at, count = self.clipped_columns(at, count)
        columns = (*self.columns[:at], *self.columns[at + count :])
        return msgspec.structs.replace(
            self, columns=columns, row_count=self.row_count if columns else 0
        )


def check_extent(rows: int, columns: int) -> None:
    """Refuse a table too large to work with, before it is built.

    Raises:
        ChoiceError: with its size and what is possible.
    """
    if rows * columns > MOST_CELLS or columns > MOST_COLUMNS or rows > MOST_CELLS:
        raise ChoiceError(
            f"The table would have {rows:,} × {columns:,} cells",
            remedy=f"At most {MOST_CELLS:,} in {MOST_COLUMNS:,} columns can be held",
        )


def _clipped(at: int, count: int, length: int) -> tuple[int, int]:
    first, end = max(0, at), min(at + count, length)
    return (first, end - first) if first < end else (min(first, length), 0)


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
