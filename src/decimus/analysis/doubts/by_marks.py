"""Rows, columns and cells that a workbook hides, strikes or notes, and that count."""

from __future__ import annotations

from msgspec import Struct

from decimus.measurements.observations import Measurements
from decimus.study.marks import MarkKind, Marks
from decimus.study.readings import Reading


class MarkedInWorkbook(Struct, frozen=True):
    """What a workbook marks and what counts all the same.

    Args:
        kind: how it is marked.
        lines: hidden rows or columns.
        cells: marked cells.
        texts: what stands in each of those cells, of noted ones the note.
    """

    kind: MarkKind
    lines: tuple[int, ...] = ()
    cells: tuple[tuple[int, int], ...] = ()
    texts: tuple[str, ...] = ()


class NeverComputed(Struct, frozen=True):
    """Cells with formulas that no program has computed, which are blank."""

    cells: tuple[tuple[int, int], ...]


MarkRemark = MarkedInWorkbook | NeverComputed


def remarks_on_marks(
    measurements: Measurements, reading: Reading, marks: Marks
) -> list[MarkRemark]:
    """What is marked among the measurements.

    Args:
        measurements: what was read.
        reading: what the user has said, which is doubted no more.
        marks: the marks of the workbook, where the table still has its rows and columns.
    """
    shape = measurements.shape
    if marks == Marks() or shape.is_turned:
        return []
    body = range(shape.first_row, shape.block.end_row)
    rows_out = {*shape.summary_rows, *(a.row for a in reading.asides if a.column is None)}
    aside = {(a.row, a.column) for a in reading.asides if a.column is not None}
    measured = set(shape.readings or shape.measured)
    if measurements.outcome.variable >= 0:
        measured = {measurements.outcome.variable, *shape.readings}

    def counts(row: int, column: int) -> bool:
        is_in = row in body and row not in rows_out and column in measured
        return is_in and (row, column) not in aside

    found: list[MarkRemark] = []
    rows = tuple(r for r in marks.hidden_rows if r in body and r not in rows_out)
    if rows:
        found.append(MarkedInWorkbook(MarkKind.HIDDEN_ROWS, rows))
    columns = tuple(c for c in marks.hidden_columns if c in set(shape.measured) & measured)
    if columns:
        found.append(MarkedInWorkbook(MarkKind.HIDDEN_COLUMNS, columns))
    for kind, cells in (
        (MarkKind.STRUCK, dict.fromkeys(marks.struck, "")),
        (MarkKind.NOTED, {(r, c): text for r, c, text in marks.noted}),
    ):
        places = tuple(place for place in cells if counts(*place))
        if places:
            found.append(MarkedInWorkbook(kind, (), places, tuple(cells[p] for p in places)))
    found = [f for f in found if f.kind not in reading.counts_marked]  # type: ignore[union-attr]
    blank = tuple(place for place in marks.uncomputed if counts(*place))
    return [*found, NeverComputed(blank)] if blank else found
