"""A plate of wells beside or above its plan: each well a row, with what was in it."""

from __future__ import annotations

import re
from collections.abc import Sequence

from decimus.values import Value

Rows = Sequence[Sequence[str]]

_NUMBER = re.compile(r"[-+\u2212]?\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?")
_LEAST_ROWS, _LEAST_COLUMNS = 2, 3
_MOST_ROWS, _MOST_COLUMNS = 32, 48
"""Of the largest plates that there are."""
_MOST_CELLS = 40_000


class _Grid(Value, frozen=True):
    """A grid under 1, 2, 3 … and beside A, B, C …, and the line over it."""

    title: str
    cells: tuple[tuple[str, ...], ...]

    @property
    def size(self) -> tuple[int, int]:
        """Its rows and columns."""
        return len(self.cells), len(self.cells[0])

    @property
    def is_measured(self) -> bool:
        """True where most of what is filled are numbers with digits of their own."""
        filled = [cell for row in self.cells for cell in row if cell]
        numbers = [cell for cell in filled if _NUMBER.fullmatch(cell)]
        return 2 * len(numbers) > len(filled) and 2 * len(set(numbers)) > len(numbers)

    @property
    def is_plan(self) -> bool:
        """True for names or amounts of which each stands in several wells."""
        filled = [cell for row in self.cells for cell in row if cell]
        return len(filled) > 1 and 1 < len(set(filled)) <= len(filled) / 2


def rows_of_plate(rows: Rows) -> list[list[str]] | None:
    """A row for each well: its place, what was in it by each plan, and what was measured.

    None where there is not one grid of measurements with plans of the same size.
    """
    if len(rows) * max(map(len, rows), default=0) > _MOST_CELLS:
        return None
    grids = _grids([[cell.strip() for cell in row] for row in rows])
    measured = [grid for grid in grids if grid.is_measured]
    plans = [grid for grid in grids if grid.is_plan and not grid.is_measured]
    if len(measured) != 1 or not plans or len(measured) + len(plans) < len(grids):
        return None
    if {grid.size for grid in plans} != {measured[0].size}:
        return None
    heads = [
        grid.title or ("layout" if number == 1 else f"layout {number}")
        for number, grid in enumerate(plans, start=1)
    ]
    head = ["well", *heads, measured[0].title or "measured"]
    if len(set(head)) < len(head):
        return None
    found = [head]
    for r, line in enumerate(measured[0].cells):
        for c, value in enumerate(line):
            names = [plan.cells[r][c] for plan in plans]
            if value or any(names):
                found.append([f"{_letter(r)}{c + 1}", *names, value])
    return found


def _grids(rows: list[list[str]]) -> list[_Grid]:
    width = max(map(len, rows), default=0)
    filled = [[*row, *[""] * (width - len(row))] for row in rows]
    found: list[_Grid] = []
    for r, row in enumerate(filled):
        for c in range(width - _LEAST_COLUMNS):
            columns = _counted(row[c + 1 :])
            if columns < _LEAST_COLUMNS or (c and row[c].isdecimal()):
                continue
            count = 0
            while (
                r + 1 + count < len(filled)
                and count < _MOST_ROWS
                and filled[r + 1 + count][c].upper() == _letter(count)
            ):
                count += 1
            if count >= _LEAST_ROWS:
                cells = tuple(
                    tuple(line[c + 1 : c + 1 + columns]) for line in filled[r + 1 : r + 1 + count]
                )
                found.append(_Grid(_title(filled, r, c, columns), cells))
    return found


def _counted(cells: Sequence[str]) -> int:
    """How many cells count from 1 on."""
    count = 0
    while count < min(len(cells), _MOST_COLUMNS) and cells[count] == str(count + 1):
        count += 1
    return count


def _title(rows: list[list[str]], r: int, c: int, columns: int) -> str:
    """The corner of a grid, or the only words in the line above it."""
    if rows[r][c]:
        return "" if rows[r][c] == "<>" else rows[r][c]
    if not r:
        return ""
    over = [cell for cell in rows[r - 1][c : c + 1 + columns] if cell]
    return over[0] if len(over) == 1 and not _NUMBER.fullmatch(over[0]) else ""


def _letter(row: int) -> str:
    return chr(ord("A") + row) if row < _LETTERS else f"A{chr(ord('A') + row - _LETTERS)}"


_LETTERS = 26
