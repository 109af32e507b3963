"""Measurements of a table that is already summarised: a mean for every group."""

from __future__ import annotations

from decimal import Decimal

import numpy as np
from msgspec.structs import replace

from decimus.errors import TableError
from decimus.measurements.asked import no_numbers
from decimus.measurements.factors import block_outcome, factor_of, long_outcome
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import Statistic
from decimus.measurements.observations import (
    CellReference,
    GroupCells,
    Measurements,
    Place,
    typical_decimals,
)
from decimus.measurements.replicates import Units
from decimus.measurements.shapes import TableShape
from decimus.measurements.summaries.given import given_groups
from decimus.measurements.summaries.shapes import SummaryShape, name_and_n, statistic_and_rest
from decimus.study.readings import HEADINGS, Reading
from decimus.study.tables import Table
from decimus.study.targets import Levels
from decimus.terms import LimitRule


def measurements_of_summary(
    table: Table,
    reading: Reading,
    shape: TableShape,
    summary: SummaryShape,
    outcome: int | None,
    factors: tuple[int, ...] | None = None,
) -> Measurements:
    """The groups of a table whose means were given. Raises TableError for none.

    Args:
        table: the cells, turned if they are read so.
        reading: what was said about them.
        shape: how they are laid out.
        summary: which columns hold what.
        outcome: the column of means that is asked about, None as found.
        factors: what the groups differ in, in this order; None as found.
    """
    means = [c.mean for c in summary.columns]
    one = outcome in means and not _heads_groups(shape)
    chosen = tuple(c for c in summary.columns if not one or c.mean == outcome)
    if not one and not _heads_groups(shape):
        chosen = chosen[:1]
    sides = shape.side_factors
    texts = [[name_and_n(cell)[0] for cell in table.column(c)] for c in sides]
    rows = [
        r
        for r in range(shape.first_row, shape.block.end_row)
        if r not in shape.summary_rows
        and all(column[r] for column in texts)
        and any(table.cell(r, c).strip() for c in summary.all_columns)
    ]
    given = given_groups(table, shape, replace(summary, columns=chosen), rows)
    across = len(chosen) > 1
    found_variables = ((HEADINGS,) if across else ()) + sides or (HEADINGS,)
    variables = tuple(f for f in factors or () if f in found_variables) or found_variables
    order = [found_variables.index(variable) for variable in variables]
    groups: list[GroupCells] = []
    unreadable: list[CellReference] = []
    for found in given:
        heading = shape.name(found.column)
        named = ((heading,) if across or not sides else ()) + tuple(
            column[found.row] for column in texts
        )
        levels = tuple(named[place] for place in order)
        place = (found.row, found.column)
        has = found.summary is not None
        groups.append(
            GroupCells(
                levels=levels,
                replicates=np.zeros(0),
                shifted=None,
                rows=np.array([_turned(place, shape)[0]] * has, np.int32),
                columns=np.array([_turned(place, shape)[1]] * has, np.int32),
                missing=() if has else (_turned(place, shape),),
                given=found.summary,
            )
        )
        unreadable += [
            CellReference(*_turned((found.row, column), shape), text)
            for column, text in found.unusable
        ]
    _check_distinct(groups)
    if not any(found.summary for found in given):
        raise no_numbers(shape)
    decimals = np.array([found.decimals for found in given if found.summary], np.int64)
    return Measurements(
        shape=shape,
        outcome=block_outcome(shape, reading, "")
        if across
        else long_outcome(shape, reading, chosen[0].mean, ""),
        factors=tuple(
            factor_of(shape, reading, v, tuple(dict.fromkeys(g.levels[i] for g in groups)))
            for i, v in enumerate(variables)
        ),
        groups=tuple(groups),
        origin=Decimal(0),
        decimals=typical_decimals(np.bincount(decimals)),
        unit_name=reading.unit_name or "replicate",
        material=reading.material or "",
        condition=reading.condition or "",
        unreadable=tuple(unreadable),
        limits=(),
        limit_rule=LimitRule.MISSING,
        unused_factors=(),
        units=Units(),
        reading_count=len(given),
    )


def _check_distinct(groups: list[GroupCells]) -> None:
    """Refuse two means for one group. Raises TableError."""
    rows: dict[Levels, int] = {}
    for group in groups:
        place = next(iter((*group.places, *group.missing)))
        other = rows.setdefault(group.levels, place[0])
        if other != place[0]:
            name = ", ".join(group.levels)
            raise TableError(
                f"Rows {other + 1} and {place[0] + 1} both give a mean for “{name}”",
                remedy="Add a column that tells them apart, or read the table as measurements",
            )


def _heads_groups(shape: TableShape) -> bool:
    """True when several columns of means are levels of a factor rather than outcomes."""
    summary = shape.summary
    if summary is None or len(summary.columns) < 2:
        return False
    return not any(is_outcome(shape.name(c.mean)) for c in summary.columns)


def is_outcome(heading: str) -> bool:
    """True for a heading that names an outcome: with a unit, or "mean of …"."""
    return bool(name_and_unit(heading)[1]) or statistic_and_rest(heading)[0] is Statistic.MEAN


def _turned(place: Place, shape: TableShape) -> Place:
    return (place[1], place[0]) if shape.is_turned else place
