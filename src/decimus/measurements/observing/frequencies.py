"""Tables of frequencies: how often every value was found, in place of the measurements."""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace

from decimus.errors import TableError
from decimus.measurements.cells import CODE, CodedCells, Floats, parsed_column
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.observing.observed import Observed
from decimus.measurements.shapes import TableShape
from decimus.study.readings import HEADINGS
from decimus.study.tables import Table

_MOST = 5_000_000
"""Measurements that a table of frequencies may stand for."""


def as_often_as_counted(
    observed: Observed, table: Table, shape: TableShape, frequencies: int
) -> Observed:
    """The measurements that frequencies stand for, each value as often as it was found.

    Args:
        observed: the values, or under headings that are values the frequencies.
        table: the table.
        shape: how it is laid out.
        frequencies: the column that says how often, or HEADINGS.

    Raises:
        TableError: a heading is no value, or there are more measurements than can be held.
    """
    if frequencies == HEADINGS:
        kinds, counts = observed.kinds, observed.values
        headings = {c: read_cell(shape.column(c).heading, shape.decimal) for c in shape.measured}
        words = [shape.column(c).heading for c, cell in headings.items() if np.isnan(cell.value)]
        if words:
            raise TableError(
                f"“{words[0]}” over the frequencies is no number",
                remedy="Write the value that each column counts into its heading",
            )
        values = np.array([headings[c].value for c in observed.columns.tolist()], float)
        decimals = np.array([headings[c].decimals for c in observed.columns.tolist()], np.int8)
    else:
        parsed = parsed_column(table.columns[frequencies], shape.decimal)
        kinds, counts = parsed.kinds[observed.rows], parsed.values[observed.rows]
        values, decimals = observed.values, observed.decimals
    whole = np.equal(kinds, CODE[CellKind.NUMBER]) & (counts == np.round(counts)) & (counts >= 0)
    blank = np.equal(kinds, CODE[CellKind.BLANK])
    times = np.where(whole, np.nan_to_num(counts), ~blank)
    if times.sum() > _MOST:
        raise TableError(
            f"The frequencies add up to {times.sum():,.0f} measurements",
            remedy=f"Up to {_MOST:,} can be read",
        )
    at = np.repeat(np.arange(len(observed)), times.astype(np.int64))
    wrong = CODE[CellKind.TEXT]
    return replace(
        observed,
        rows=observed.rows[at],
        columns=observed.columns[at],
        kinds=np.where(whole, _kinds_of(values), wrong).astype(np.int8)[at],
        values=np.where(whole, values, np.nan)[at],
        decimals=decimals[at],
        levels=tuple(CodedCells(cells.texts, cells.codes[at]) for cells in observed.levels),
        names=None,
    )


def _kinds_of(values: Floats) -> Floats:
    return np.where(np.isnan(values), CODE[CellKind.TEXT], CODE[CellKind.NUMBER])
