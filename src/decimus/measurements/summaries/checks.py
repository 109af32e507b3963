"""Measurements and the summary typed beside them, checked against each other."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.lexicon import Statistic, statistic_named
from decimus.measurements.numbers import Cell, CellKind, read_cell
from decimus.measurements.observations import GroupCells, Measurements
from decimus.statistics.summaries import Summary
from decimus.study.tables import Table
from decimus.study.targets import Levels
from decimus.terms import Layout, Meaning
from decimus.values import Value


class Disagreement(Value, frozen=True):
    """A typed summary that the measurements do not give.

    Args:
        row: where it stands.
        column: its column.
        label: what the table calls it.
        typed: as typed.
        value: what the measurements give.
        is_population: whether it is the SD divided by n instead of n − 1.
        table: the title of the table it stands in, "" for that of the measurements.
    """

    row: int
    column: int
    label: str
    typed: str
    value: float
    is_population: bool
    table: str = ""


def disagreements(table: Table, measurements: Measurements) -> tuple[Disagreement, ...]:
    """Typed means, SDs, SEs, n and totals that differ from the measurements'."""
    shape = measurements.shape
    if measurements.adjustments or shape.is_turned or not measurements.groups:
        return ()
    return tuple(_checked(table, shape.decimal, _typed(table, measurements)))


def disagreements_with(
    table: Table, given: Measurements, measurements: Measurements
) -> tuple[Disagreement, ...]:
    """What a table of summaries says otherwise than the measurements of another table.

    Args:
        table: the table of summaries.
        given: what was read from it.
        measurements: those of the other table; groups are matched by the names of levels.
    """
    if measurements.adjustments or given.shape.is_turned or not given.is_summarised:
        return ()
    found = _checked(table, given.shape.decimal, _given(given, measurements))
    return tuple(replace(one, table=table.title) for one in found)


def _given(
    given: Measurements, measurements: Measurements
) -> Iterator[tuple[int, int, str, GroupCells]]:
    """Every summary that was given, with its label and the group of measurements."""
    summary = given.shape.summary
    if summary is None:
        return
    groups = {_plain(group.levels): group for group in measurements.groups}
    columns = {column.mean: column for column in summary.columns}
    label = {
        Meaning.STANDARD_DEVIATION: "SD",
        Meaning.STANDARD_ERROR: "SE",
        Meaning.VARIANCE: "variance",
    }.get(summary.meaning or Meaning.GIVEN)
    for group in given.groups:
        measured = groups.get(_plain(group.levels))
        if measured is None or group.given is None:
            continue
        row, mean = int(group.rows[0]), int(group.columns[0])
        yield row, mean, "mean", measured
        spread, n = columns[mean].spread, columns[mean].n
        if label is not None and spread is not None and spread != mean:
            yield row, spread, label, measured
        if n is not None:
            yield row, n, "n", measured


def _plain(levels: Levels) -> tuple[str, ...]:
    """Levels as they are matched: without case, and amounts without their unit."""
    found = []
    for level in levels:
        amount = amount_and_unit(level)
        found.append(f"{amount[0]:g}" if amount is not None else level.strip().casefold())
    return tuple(found)


def _checked(
    table: Table, decimal: str, typed: Iterator[tuple[int, int, str, GroupCells]]
) -> list[Disagreement]:
    found = []
    for row, column, label, group in typed:
        cell = read_cell(table.cell(row, column), decimal)
        if cell.kind is not CellKind.NUMBER or not group.n:
            continue
        value = _value(label, Summary(group.replicates))
        is_count = _statistic(label) is Statistic.N
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
    return found


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


def _statistic(label: str) -> Statistic | None:
    found = statistic_named(label)
    return found.statistic if found is not None else None


def _value(label: str, summary: Summary) -> float | None:
    values = {
        Statistic.MEAN: summary.mean,
        Statistic.SD: summary.standard_deviation,
        Statistic.SE: summary.standard_error,
        Statistic.VARIANCE: summary.variance,
        Statistic.N: float(summary.n),
        Statistic.SUM: summary.total,
        Statistic.MEDIAN: summary.median,
        Statistic.MINIMUM: summary.minimum,
        Statistic.MAXIMUM: summary.maximum,
    }
    statistic = _statistic(label)
    return values.get(statistic) if statistic is not None else None


def _population(label: str, group: GroupCells) -> float | None:
    summary = Summary(group.replicates)
    if _statistic(label) is not Statistic.SD or summary.sum_of_squares is None:
        return None
    return math.sqrt(summary.sum_of_squares / summary.n)


def _agree(cell: Cell, value: float) -> bool:
    """True within the rounding of what was typed; the last digit may be one off."""
    step = 10.0**-cell.decimals
    return abs(cell.value - value) <= 1.0000001 * step
