"""A block of cells pasted into a table: what it takes the place of.

New data are new as a whole: of nine values over which seven are pasted, none of the old ones
stays below them; and headings that come along are no measurements.
"""

from __future__ import annotations

from collections.abc import Sequence

from decimus.analysis.results import Results
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.shapes import TableShape
from decimus.study.edits import WriteCells
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.values import Value

Cells = tuple[tuple[str, ...], ...]


class Placed(Value, frozen=True):
    """Where pasted cells go.

    Args:
        row: the row of the table of the first of them.
        column: its column.
        cells: what is written there, blanks over what was left of the old data.
        is_table: whether they are another table in the place of all of it.
    """

    row: int
    column: int
    cells: Cells
    is_table: bool = False


def placed(table: Table, shape: TableShape, row: int, column: int, cells: Cells) -> Placed:
    """What pasted cells take the place of.

    Args:
        table: the table at hand.
        shape: how it is laid out.
        row: the row of the table that they are pasted at.
        column: the column.
        cells: what is pasted.
    """
    header, first = shape.header_row, shape.first_row
    has_names = len(cells) > 1 and _has_names(cells, shape.decimal)
    if has_names and header is not None and row in (header, first):
        used = 1 + max((p.index for p in shape.columns), default=0)
        if column == 0 and max(map(len, cells)) >= min(used, 2) and _covers(cells, used):
            return Placed(row, column, cells, is_table=True)
        below = _to_the_end(table, shape, header + 1, column, cells[1:])
        return Placed(header, column, (cells[0], *below))
    if has_names and row >= shape.block.end_row:
        more = rows_to_append(table, shape, cells)
        if more is not None:
            return Placed(shape.block.end_row if not shape.block.note_rows else row, 0, more)
    if row == first and _takes_all_rows(shape, column, max(map(len, cells))):
        return Placed(row, column, _to_the_end(table, shape, row, column, cells))
    if shape.layout is Layout.ROWS and shape.measured and column == shape.measured[0]:
        return Placed(row, column, _to_the_right(table, shape, row, column, cells))
    return Placed(row, column, cells)


def rows_to_append(table: Table, shape: TableShape, cells: Cells) -> Cells | None:
    """The rows of another table under the headings of the one at hand, without its headings.

    None where its headings are others; they may stand in another order.

    Args:
        table: the table at hand.
        shape: how it is laid out.
        cells: the other one, with its headings.
    """
    header = shape.header_row
    if header is None or len(shape.block.header_rows) > 1 or len(cells) < 2:
        return None
    known: dict[str, int] = {}
    for column in range(table.column_count):
        name = table.cell(header, column).strip().casefold()
        if name and known.setdefault(name, column) != column:
            return None  # two columns of one name
    names = [cell.strip().casefold() for cell in cells[0]]
    used = [name for name in names if name]
    at = [known.get(name) if name else None for name in names]
    if not used or len(set(used)) < len(used) or set(used) != set(known):
        return None
    width = 1 + max(known.values())
    found = []
    for line in cells[1:]:
        row = [""] * width
        for cell, place in zip(line, at, strict=False):
            if place is not None:
                row[place] = cell
        found.append(tuple(row))
    return tuple(found)


def appended(results: Results, other: Table) -> WriteCells | None:
    """The edit that puts the rows of another table below those at hand, if headings are the same.

    Args:
        results: what follows from the table at hand.
        other: the other table.
    """
    if results.problem is not None or other.row_count > _MOST_APPENDED:
        return None
    shape, table = results.measurements.shape, results.sheet.table
    if shape.is_turned or shape.block.note_rows:
        return None
    rows = rows_to_append(table, shape, other.rows())
    if rows is None:
        return None
    return WriteCells(
        row=shape.block.end_row, column=0, cells=rows, sheet=results.question.asked.sheet
    )


_MOST_APPENDED = 200_000


def _has_names(cells: Cells, decimal: str) -> bool:
    """True when the first row holds names and none of the numbers that stand below it."""
    kinds = [read_cell(cell, decimal).kind for cell in cells[0] if cell.strip()]
    below = [read_cell(cell, decimal).kind for row in cells[1:] for cell in row if cell.strip()]
    return bool(kinds) and CellKind.NUMBER not in kinds and CellKind.NUMBER in below


def _covers(cells: Cells, used: int) -> bool:
    """True when the pasted columns are as many as those that are used, or nearly."""
    return 2 * max(map(len, cells)) > used


def _takes_all_rows(shape: TableShape, column: int, width: int) -> bool:
    """True for whole groups in columns, or whole rows of a long table."""
    columns = range(column, column + width)
    if shape.layout is Layout.COLUMNS:
        return any(c in shape.measured for c in columns)
    return shape.layout is Layout.LONG and all(p.index in columns for p in shape.columns)


def _to_the_end(
    table: Table, shape: TableShape, row: int, column: int, cells: Sequence[tuple[str, ...]]
) -> Cells:
    """The cells, and blanks over what stood below them down to the end of the data."""
    width = max(map(len, cells), default=0)
    end = min(shape.block.end_row, *(shape.summary_rows or (shape.block.end_row,)))
    last = row + len(cells) - 1
    for r in range(end - 1, last, -1):
        if any(table.cell(r, c).strip() for c in range(column, column + width)):
            last = r
            break
    blanks = last - (row + len(cells) - 1)
    return (*cells, *(("",) * width for _ in range(blanks)))


def _to_the_right(table: Table, shape: TableShape, row: int, column: int, cells: Cells) -> Cells:
    """The same for groups in rows: blanks over what stood to the right of them."""
    end = max(shape.measured)
    width = max(map(len, cells))
    found = []
    for r, line in enumerate(cells):
        last = max(
            (c for c in range(column, end + 1) if table.cell(row + r, c).strip()),
            default=column,
        )
        wanted = max(width, last - column + 1) if row + r < table.row_count else width
        found.append((*line, *("",) * (wanted - len(line))))
    longest = max(map(len, found))
    return tuple((*line, *("",) * (longest - len(line))) for line in found)
