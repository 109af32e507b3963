"""Cells that hold measurements, with the levels of each, as they are taken from a table."""

from __future__ import annotations

from decimus.measurements.cells import CodedCells, Codes, Floats, Integers
from decimus.values import Value


class Observed(Value, frozen=True, eq=False):
    """Cells that hold measurements or miss them, in reading order.

    Args:
        rows: the row of each.
        columns: the column of each.
        kinds: what each cell is, as in `cells.KINDS`.
        values: the number in it; NaN where there is none.
        decimals: digits typed behind its decimal sign.
        units: units typed behind numbers, by place.
        variables: the factors.
        levels: for each factor the level of every cell.
        names: who or what every cell was measured on, None where nobody says.
        without_group: the first rows that hold a measurement and name no group.
    """

    rows: Integers
    columns: Integers
    kinds: Codes
    values: Floats
    decimals: Codes
    units: dict[tuple[int, int], str]
    variables: tuple[int, ...]
    levels: tuple[CodedCells, ...]
    names: CodedCells | None
    without_group: tuple[int, ...] = ()

    def __len__(self) -> int:
        return len(self.rows)
