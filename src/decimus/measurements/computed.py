"""Tables with the columns that are computed from others."""

from __future__ import annotations

import re

import numpy as np
from msgspec.structs import replace

from decimus.errors import ChoiceError, InputError
from decimus.measurements.arithmetic import evaluated
from decimus.measurements.cells import Floats, parsed_column
from decimus.measurements.headings import name_and_unit
from decimus.measurements.kept import table_shape
from decimus.measurements.shapes import TableShape
from decimus.study.adjustments import ComputedColumn
from decimus.study.readings import Reading
from decimus.study.tables import Table, column_of

_DIGITS = 12
"""Significant digits of a computed cell: all that single cells can carry, and no noise."""


def with_computed(table: Table, reading: Reading) -> Table:
    """The table with its computed columns behind the others, headed by their names.

    Raises:
        ChoiceError: an expression names a column that is not there (any more).
    """
    for before, computed in enumerate(reading.computed):
        table = _with_one(table, reading, computed, before)
    return table


def _with_one(table: Table, reading: Reading, computed: ComputedColumn, before: int) -> Table:
    """The table with one more, behind so many of them."""
    shape = table_shape(table, reading, before)
    by_name: dict[str, int] = {}
    for profile in shape.columns:
        named = (profile.heading, name_and_unit(profile.heading)[0], shape.name(profile.index))
        for name in named:
            by_name.setdefault(name.casefold(), profile.index)

    def column(name: str) -> Floats:
        index = by_name.get(name.strip().casefold())
        if index is None:
            known = ", ".join(p.heading for p in shape.columns if p.heading)
            raise ChoiceError(f"There is no column “{name}”", remedy=f"There are: {known}")
        parsed = parsed_column(table.columns[index], shape.decimal)
        return np.where(parsed.is_number, parsed.values, np.nan)

    if computed.stem_of:
        return _with_stems(table, shape, computed, by_name)
    values = np.broadcast_to(evaluated(computed.expression, column), (table.row_count,))
    counted = np.zeros(table.row_count, bool)
    counted[shape.first_row : shape.block.end_row] = True
    cells = [
        f"{value:.{_DIGITS}g}".replace(".", shape.decimal) if counts and value == value else ""
        for value, counts in zip(values.tolist(), counted.tolist(), strict=True)
    ]
    if shape.header_row is not None:
        unit = f" ({computed.unit})" if computed.unit else ""
        cells[shape.header_row] = f"{computed.name}{unit}"
    return replace(table, columns=(*table.columns, column_of(cells)))


def _with_stems(
    table: Table, shape: TableShape, computed: ComputedColumn, by_name: dict[str, int]
) -> Table:
    """The table with what names are called without the number or letter they end with."""
    index = by_name.get(computed.stem_of.strip().casefold())
    if index is None:
        raise ChoiceError(f"There is no column “{computed.stem_of}”", remedy="Choose another")
    cells = []
    for row, text in enumerate(table.column(index)):
        counts = shape.first_row <= row < shape.block.end_row
        cells.append((stem_of_name(text) or "") if counts else "")
    if shape.header_row is not None:
        cells[shape.header_row] = computed.name
    return replace(table, columns=(*table.columns, column_of(cells)))


_ENDING = re.compile(
    r"(.*?[^\W_])(?:[\s_.#-]+[^\W\d_]{1,2}\d+[A-Za-z]?"
    r"|[\s_.#-]*(?:\d+[A-Za-z]?|(?<=[\s_.#-])[A-Za-z]))"
)


def stem_of_name(text: str) -> str | None:
    """What a name is called without the number, letter or code it ends with; None for others.

    "WT" of "WT_1", "N0" of "N0-a", "ctrl" of "ctrl_B1".
    """
    match = _ENDING.fullmatch(text.strip())
    return match[1] if match else None


def check_computed(table: Table, reading: Reading, computed: ComputedColumn) -> None:
    """Refuse an expression that gives no number; it may name what was computed before.

    Raises:
        InputError: it names a column that is not there, or gives no number.
    """
    made = _with_one(with_computed(table, reading), reading, computed, len(reading.computed))
    body = list(made.column(made.column_count - 1))
    if sum(bool(cell) for cell in body) < 2:
        raise InputError(
            f"“{computed.expression}” gives no numbers", remedy="Use columns of numbers"
        )
