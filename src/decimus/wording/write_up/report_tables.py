"""A table as it is shown and handed on: columns by name, upright or turned."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.study.write_ups import TableKind
from decimus.values import Value
from decimus.wording.spans import Sentence

Exact = str | float | None


class TableColumn(Value, frozen=True):
    """A column of a table.

    Args:
        key: by which it is chosen.
        heading: over it.
        name: what it is called where columns are chosen.
        is_numeric: whether it stands at the right.
        cells: as shown.
        exact_headings: of its numbers, each in a column of its own.
        exact: the same cells in full precision.
    """

    key: str
    heading: str
    name: str
    is_numeric: bool
    cells: tuple[str, ...]
    exact_headings: tuple[str, ...] = ()
    exact: tuple[tuple[Exact, ...], ...] = ()


class ReportTable(Value, frozen=True):
    """A table as it is shown.

    Args:
        kind: of the tables.
        title: what it holds, as its caption.
        columns: those shown, labels first.
        labels: how many of them say what a row is of.
        is_turned: whether rows and columns have changed places.
    """

    kind: TableKind
    title: Sentence
    columns: tuple[TableColumn, ...]
    labels: int
    is_turned: bool = False

    @property
    def rows(self) -> tuple[tuple[str, ...], ...]:
        """Headings and cells, turned where that was chosen."""
        upright = [
            tuple(column.heading for column in self.columns),
            *zip(*(column.cells for column in self.columns), strict=True),
        ]
        if not self.is_turned:
            return tuple(upright)
        return tuple(zip(*upright, strict=True))

    @property
    def heading_rows(self) -> int:
        """How many rows at the top say what columns are of."""
        return self.labels if self.is_turned else 1

    @property
    def numeric(self) -> tuple[bool, ...]:
        """Which columns stand at the right."""
        if self.is_turned:
            return (False, *(True,) * len(self.columns[0].cells))
        return tuple(column.is_numeric for column in self.columns)

    @property
    def exact_rows(self) -> list[list[Exact]]:
        """Headings and cells in full precision, every number in a column of its own."""
        heads: list[Exact] = [h for column in self.columns for h in column.exact_headings]
        body = zip(*(column.exact for column in self.columns), strict=True)
        return [heads, *([value for part in row for value in part] for row in body)]

    def as_tabs(self) -> str:
        """Rows of cells with tabs between, for pasting into a table."""
        return "\n".join("\t".join(row) for row in self.rows) + "\n"


LABEL = "label"
"""Keys of columns that say what a row is of begin so; those are always there."""


def numbers_column(
    key: str, head: str, cells: Sequence[str], exact: Sequence[float | None]
) -> TableColumn:
    """A column of numbers, one a cell."""
    return TableColumn(
        key,
        head,
        head,
        is_numeric=True,
        cells=tuple(cells),
        exact_headings=(head,),
        exact=tuple((value,) for value in exact),
    )
