"""Measurements and the summary typed beside them, checked against each other."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from decimus.measurements.numbers import Cell, CellKind, read_cell
from decimus.measurements.observations import GroupCells, Measurements
from decimus.measurements.summarised import statistic_in
from decimus.statistics.summaries import Summary
from decimus.study.tables import Table
from decimus.terms import Layout


@dataclass(frozen=True)
class Disagreement:
    """A typed summary that the measurements do not give.

    Args:
        row: where it stands.
        column: its column.
        label: what the table calls it.
        typed: as typed.
        value: what the measurements give.
        is_population: whether it is the SD divided by n instead of n − 1.
    """

    row: int
    column: int
    label: str
    typed: str
    value: float
    is_population: bool


def disagreements(table: Table, measurements: Measurements) -> tuple[Disagreement, ...]:
    """Typed means, SDs, SEs, n and totals that differ from the measurements'."""
    shape = measurements.shape
    if measurements.adjustments or shape.is_turned or not measurements.groups:
        return ()
    found = []
    for row, column, label, group in _typed(table, measurements):
        cell = read_cell(table.cell(row, column), shape.decimal)
        if cell.kind is not CellKind.NUMBER or not group.n:
            continue
        value = _value(label, Summary(group.replicates))
        is_count = statistic_in(label)[0] == "n"
        if value is None or (cell.value == value if is_count else _agree(cell, value)):
            continue
        population = _population(label, group)
        found.append(
            Disagreement(
                row,
                column,
                label,
                table.cell(row, column).strip(),
                value,
                population is not None and _agree(cell, population),
            )
        )
    return tuple(found)


def _typed(table: Table, measurements: Measurements) -> Iterator[tuple[int, int, str, GroupCells]]:
    """Every typed summary with its label and the group it is about."""
    shape = measurements.shape
    if shape.layout is Layout.COLUMNS and shape.row_names is not None:
        groups = {int(g.columns[0]): g for g in measurements.groups if len(g.columns)}
        one_each = len(groups) == len([g for g in measurements.groups if len(g.columns)])
        for row in shape.summary_rows if one_each else ():
            label = table.cell(row, shape.row_names).strip()
            for column, group in groups.items():
                yield row, column, label, group
    if shape.layout is Layout.ROWS:
        by_row = {int(g.rows[0]): g for g in measurements.groups if len(set(g.rows.tolist())) == 1}
        for column in shape.summary_columns:
            for row, group in by_row.items():
                yield row, column, shape.column(column).heading, group


def _value(label: str, summary: Summary) -> float | None:
    statistic = statistic_in(label)[0]
    word = label.strip().lower().rstrip(":")
    if word in ("total", "totals", "sum", "sums"):
        return summary.total
    values = {
        "mean": summary.mean,
        "sd": summary.standard_deviation,
        "se": summary.standard_error,
        "variance": summary.variance,
        "n": float(summary.n),
    }
    if word in ("median", "medians"):
        return summary.median
    return values.get(statistic)


def _population(label: str, group: GroupCells) -> float | None:
    summary = Summary(group.replicates)
    if statistic_in(label)[0] != "sd" or summary.sum_of_squares is None:
        return None
    return math.sqrt(summary.sum_of_squares / summary.n)


def _agree(cell: Cell, value: float) -> bool:
    """True within the rounding of what was typed; the last digit may be one off."""
    step = 10.0**-cell.decimals
    return abs(cell.value - value) <= 1.0000001 * step
