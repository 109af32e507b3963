"""The rows of a table that are looked at: all of a small one, some from all over a large one."""

from __future__ import annotations

from decimus.measurements.profiles import filled_down
from decimus.measurements.rows.blocks import TableBlock
from decimus.measurements.rows.row_samples import sampled_rows
from decimus.study.tables import Table
from decimus.values import Value

SAMPLE_ROWS = 1000
"""Rows looked at to find the layout; more would not change the verdict."""
_HEAD_ROWS = 200
"""Of a larger table the first of those rows; the others come from all over it."""


class Body(Value, frozen=True):
    """The rows looked at.

    Args:
        rows: their cells.
        head: how many of them stand below each other in the table, None where all do.
        rest: the rows of the table that the others are.
    """

    rows: tuple[tuple[str, ...], ...]
    head: int | None = None
    rest: tuple[int, ...] = ()


def body_of(table: Table, block: TableBlock) -> Body:
    """The rows of a table's measurements that are looked at."""
    first, last = block.first_row, min(block.end_row, SAMPLE_ROWS)
    rows = tuple(table.block(first, 0, max(0, last - first), table.column_count))
    if table.row_count <= SAMPLE_ROWS:
        return Body(rows)
    rest = sampled_rows(table, first + _HEAD_ROWS, block.end_row, SAMPLE_ROWS - _HEAD_ROWS)
    columns = [table.cells_at(c, rest) for c in range(table.column_count)]
    return Body((*rows[:_HEAD_ROWS], *zip(*columns, strict=True)), _HEAD_ROWS, rest)


def cells_below(
    table: Table, block: TableBlock, body: Body, column: int
) -> tuple[list[str], list[bool]]:
    """The cells of a column one below the other, and which rows hold something to its right."""
    width = table.column_count
    if body.head is None:
        used = [any(row[d].strip() for d in range(column + 1, width)) for row in body.rows]
        return [row[column] for row in body.rows], used
    first, count = block.first_row, block.end_row - block.first_row
    beside = [table.cells(d, first, count) for d in range(column + 1, width)]
    used = [any(cell.strip() for cell in row) for row in zip(*beside, strict=True)]
    return list(table.cells(column, first, count)), used


def filled_cells(block: TableBlock, body: Body, cells: list[str], used: list[bool]) -> list[str]:
    """Of a column whose blanks repeat the cell above the cells that are looked at, filled."""
    filled = filled_down(cells, used)
    if body.head is None:
        return filled
    return [*filled[: body.head], *(filled[row - block.first_row] for row in body.rest)]
