"""What the rows of a table are called in sentences."""

from __future__ import annotations

from decimus.study.tables import Table
from decimus.values import Value


class RowNames(Value, frozen=True):
    """A name for every row: its own, or "row 3"; made when asked for.

    Args:
        table: the table.
        column: the column of names, None for none.
        noun: what a row is, for names that are only numbers.
    """

    table: Table
    column: int | None
    noun: str

    def __len__(self) -> int:
        return self.table.row_count

    def __getitem__(self, row: int) -> str:
        text = "" if self.column is None else self.table.cell(row, self.column).strip()
        if not text:
            return f"row {row + 1}"
        return f"{self.noun} {text}" if text.isdecimal() else text
