"""Columns of large tables: text kept together, handed out as cells where they are looked at.

A million short texts cost a hundred bytes each as objects of their own and ten in one
piece. A slab is one chunk's share of such a piece and behaves like a tuple of cells.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cached_property
from typing import TYPE_CHECKING, overload

if TYPE_CHECKING:
    import polars as pl


class TextPiece:
    """The text of a whole column; equal only to itself.

    Args:
        series: the cells, text without nulls.
    """

    def __init__(self, series: pl.Series) -> None:
        self.series = series

    def __len__(self) -> int:
        return len(self.series)

    def at(self, places: Sequence[int]) -> list[str]:
        """Some of its cells."""
        return self.series.gather(list(places)).to_list()


class Slab(Sequence[str]):
    """Some cells of a piece, from `start` on."""

    def __init__(self, piece: TextPiece, start: int, length: int) -> None:
        self.piece = piece
        self.start = start
        self._length = length

    @property
    def _part(self) -> pl.Series:
        return self.piece.series.slice(self.start, self._length)

    @cached_property
    def cells(self) -> tuple[str, ...]:
        """The cells as texts."""
        return tuple(self._part.to_list())

    def __len__(self) -> int:
        return self._length

    @overload
    def __getitem__(self, index: int) -> str: ...

    @overload
    def __getitem__(self, index: slice) -> tuple[str, ...]: ...

    def __getitem__(self, index: int | slice) -> str | tuple[str, ...]:
        return self.cells[index]

    def __iter__(self) -> Iterator[str]:
        return iter(self.cells)

    def __eq__(self, other: object) -> bool:
        if isinstance(other, Slab) and other.piece is self.piece:
            return (other.start, len(other)) == (self.start, len(self))
        if isinstance(other, Slab):
            return self._part.equals(other._part)
        if isinstance(other, tuple):
            return self.cells == other
        return NotImplemented

    def __hash__(self) -> int:
        return hash(self.cells)
