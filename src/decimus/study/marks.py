"""What a workbook shows of its cells besides what stands in them."""

from __future__ import annotations

from enum import Enum
from typing import assert_never

import msgspec


class MarkKind(Enum):
    """A way in which a workbook marks cells, which may say that they do not count."""

    HIDDEN_ROWS = "hidden rows"
    HIDDEN_COLUMNS = "hidden columns"
    STRUCK = "struck cells"
    NOTED = "noted cells"

    @property
    def option(self) -> str:
        """What the command line calls it: "struck"."""
        return self.name.lower().replace("_", "-")


class Marks(msgspec.Struct, frozen=True):
    """Marked rows, columns and cells, counted from the upper left of the table.

    Args:
        hidden_rows: rows that are hidden or filtered away.
        hidden_columns: columns that are hidden.
        struck: cells that are struck through.
        noted: cells with a note, and the note.
        uncomputed: cells with a formula that no program has computed, which are blank.
    """

    hidden_rows: tuple[int, ...] = ()
    hidden_columns: tuple[int, ...] = ()
    struck: tuple[tuple[int, int], ...] = ()
    noted: tuple[tuple[int, int, str], ...] = ()
    uncomputed: tuple[tuple[int, int], ...] = ()

    def are_of(self, kind: MarkKind) -> bool:
        """Whether anything is marked in that way."""
        match kind:
            case MarkKind.HIDDEN_ROWS:
                return bool(self.hidden_rows)
            case MarkKind.HIDDEN_COLUMNS:
                return bool(self.hidden_columns)
            case MarkKind.STRUCK:
                return bool(self.struck)
            case MarkKind.NOTED:
                return bool(self.noted)
            case never:
                assert_never(never)

    def with_those_of(self, other: Marks, down: int, right: int) -> Marks:
        """These marks and those of another table, moved so far down and to the right."""
        return Marks(
            (*self.hidden_rows, *(r + down for r in other.hidden_rows)),
            tuple(sorted({*self.hidden_columns, *(c + right for c in other.hidden_columns)})),
            (*self.struck, *((r + down, c + right) for r, c in other.struck)),
            (*self.noted, *((r + down, c + right, text) for r, c, text in other.noted)),
            (*self.uncomputed, *((r + down, c + right) for r, c in other.uncomputed)),
        )

    def within(self, top: int, left: int, rows: int, columns: int) -> Marks:
        """The marks in a part of the sheet, counted from its upper left."""

        def is_in(row: int, column: int) -> bool:
            return top <= row < top + rows and left <= column < left + columns

        return Marks(
            tuple(r - top for r in self.hidden_rows if is_in(r, left)),
            tuple(c - left for c in self.hidden_columns if is_in(top, c)),
            tuple((r - top, c - left) for r, c in self.struck if is_in(r, c)),
            tuple((r - top, c - left, text) for r, c, text in self.noted if is_in(r, c)),
            tuple((r - top, c - left) for r, c in self.uncomputed if is_in(r, c)),
        )
