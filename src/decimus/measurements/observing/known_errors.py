"""The known error of every single measurement, where columns beside them hold it."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.measurements.lexicon import Statistic, statistic_named
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.observations import Measurements
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.halves import halves_of_errors
from decimus.measurements.summaries.shapes import is_of_statistic
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout

OF_SINGLE_VALUES = frozenset({Statistic.ERROR, Statistic.SD, Statistic.SE, Statistic.MARGIN})
"""What a column of errors beside measurements is called by."""
_MOST_ROWS = 20_000


def error_columns(shape: TableShape, outcome: int, reading: Reading) -> tuple[int, ...]:
    """The columns behind the outcome of errors of it: one both ways, or downwards and upwards."""
    if shape.layout is not Layout.LONG or outcome in shape.readings:
        return ()
    behind = [p for p in shape.columns if p.index >= outcome and p.index not in reading.left_out]
    numeric = [p for p in behind if p.is_numeric]
    if len(numeric) < 2 or numeric[0].index != outcome:
        return ()
    halves = halves_of_errors(numeric, [p.index for p in numeric], OF_SINGLE_VALUES)
    for up, down in halves:
        if {up, down} == {p.index for p in numeric[1:3]}:
            return (down, up)
    heading = numeric[1].heading
    named = statistic_named(heading)
    is_error = named is not None and named.statistic in OF_SINGLE_VALUES
    return (numeric[1].index,) if is_error or (named is None and is_of_statistic(heading)) else ()


def with_known_errors(measurements: Measurements, table: Table, reading: Reading) -> Measurements:
    """The measurements with the errors of single values by row, as distances down and up.

    Args:
        measurements: what was read.
        table: the cells.
        reading: what was said about them.
    """
    shape, outcome = measurements.shape, measurements.outcome.variable
    columns = error_columns(shape, outcome, reading)
    is_plain = not (measurements.units.is_averaged or measurements.adjustments)
    if not columns or not is_plain or measurements.count > _MOST_ROWS:
        return measurements
    errors: dict[int, tuple[float, float]] = {}
    for group in measurements.groups:
        for number in range(group.n):
            row, _ = group.places_of(number)[0]
            cells = [read_cell(table.cell(row, c), shape.decimal) for c in columns]
            if all(cell.kind is CellKind.NUMBER and cell.value >= 0 for cell in cells):
                errors[row] = (cells[0].value, cells[-1].value)
    if not errors:
        return measurements
    return replace(measurements, error_columns=columns, errors=errors)
