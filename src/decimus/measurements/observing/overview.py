"""Every column of a table at a glance: what it is taken for, and what stands in it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from enum import Enum

import numpy as np

from decimus.measurements.cells import KINDS, coded_column, parsed_column
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.observations import Measurements
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.values import Value


class ColumnPart(Enum):
    """What a column is taken for."""

    MEASURED = "measured"
    OTHER_OUTCOME = "another outcome"
    GROUP = "group"
    LEVELS = "levels"
    UNIT = "unit"
    READING = "reading"
    READING_NUMBER = "number of a reading"
    MEAN = "mean"
    SPREAD = "spread"
    N = "n"
    ERROR = "error"
    FREQUENCY = "frequency"
    LEFT_OUT = "left out"
    NOT_USED = "not used"


class ColumnOverview(Value, frozen=True):
    """A column at a glance.

    Args:
        column: which.
        name: its heading, else "column 3".
        part: what it is taken for.
        numbers: cells that hold numbers.
        levels: the first different names or amounts of a column that is not measured.
        level_count: how many there are.
        missing: cells of rows in use that do not count: blank, marked as missing, unreadable.
        unreadable: those of them that hold something that is no number.
    """

    column: int
    name: str
    part: ColumnPart
    numbers: int
    levels: tuple[str, ...]
    level_count: int
    missing: int
    unreadable: int


_NAMES = frozenset(
    {ColumnPart.LEVELS, ColumnPart.UNIT, ColumnPart.READING_NUMBER, ColumnPart.NOT_USED}
)
_MOST_LEVELS = 8
_MOST_TEXTS = 20_000
"""Different texts of a column up to which each is looked at."""


def columns_at_a_glance(
    table: Table, measurements: Measurements, reading: Reading
) -> tuple[ColumnOverview, ...]:
    """Every column that holds anything, in order.

    Args:
        table: the cells, turned where the reading turns them.
        measurements: what was read.
        reading: what was said about the table.
    """
    shape = measurements.shape
    parts = _parts(measurements, reading)
    missing = Counter(place[1] for group in measurements.groups for place in group.missing)
    unreadable = Counter(cell.column for cell in measurements.unreadable)
    rows = slice(shape.first_row, shape.block.end_row)
    measured = {*shape.readings, measurements.outcome.variable}
    if shape.layout is not Layout.LONG:
        measured |= {*shape.measured}
    counts = {p.index: _counts(table, p.index, rows) for p in shape.columns}
    used = max((sum(n for text, n in c.items() if text) for c in counts.values()), default=0)
    found = []
    for profile in shape.columns:
        c, texts = profile.index, counts[profile.index]
        kinds: Counter[CellKind] = Counter()
        if len(texts) > _MOST_TEXTS:
            cells = parsed_column(table.columns[c], shape.decimal).kinds[rows]
            for code, n in enumerate(np.bincount(cells, minlength=len(KINDS)).tolist()):
                kinds[KINDS[code]] = n
        else:
            for text, n in texts.items():
                kinds[read_cell(text, shape.decimal).kind] += n
        filled = sum(kinds.values()) - kinds[CellKind.BLANK]
        part = parts.get(c, ColumnPart.NOT_USED)
        names = [t for t in texts if t] if part in _NAMES and c not in measured else []
        lost = missing[c] if c in measured else kinds[CellKind.MISSING] + max(0, used - filled)
        found.append(
            ColumnOverview(
                column=c,
                name=shape.name(c),
                part=part,
                numbers=kinds[CellKind.NUMBER] + kinds[CellKind.LIMIT],
                levels=tuple(names[:_MOST_LEVELS]),
                level_count=len(names),
                missing=0 if profile.is_filled_down else lost,
                unreadable=unreadable[c],
            )
        )
    return tuple(found)


def _counts(table: Table, column: int, rows: slice) -> Mapping[str, int]:
    """How often each text stands in a column, in order of appearance."""
    cells = coded_column(table.columns[column])
    own = cells.codes[rows]
    counts = np.bincount(own, minlength=len(cells.texts)).tolist()
    return {text: n for text, n in zip(cells.texts, counts, strict=True) if n}


def _parts(measurements: Measurements, reading: Reading) -> dict[int, ColumnPart]:
    """What each column is taken for; later ones win."""
    shape, units = measurements.shape, measurements.units
    parts: dict[int, ColumnPart] = {}
    if shape.layout is Layout.LONG:
        parts |= dict.fromkeys(shape.measured, ColumnPart.OTHER_OUTCOME)
    elif shape.summary is None:
        parts |= dict.fromkeys(shape.measured, ColumnPart.GROUP)
    if shape.row_names is not None:
        parts[shape.row_names] = ColumnPart.UNIT
    for statistic in shape.summary.columns if shape.summary is not None else ():
        if statistic.n is not None:
            parts[statistic.n] = ColumnPart.N
        for spread in (statistic.spread, statistic.upper):
            if spread is not None:
                parts[spread] = ColumnPart.SPREAD
        parts[statistic.mean] = ColumnPart.MEAN
    if shape.layout is Layout.LONG:
        parts[measurements.outcome.variable] = ColumnPart.MEASURED
    if shape.roles is not None and shape.roles.reading is not None and units.is_averaged:
        parts[shape.roles.reading] = ColumnPart.READING_NUMBER
    if units.variable is not None:
        parts[units.variable] = ColumnPart.UNIT
    parts |= dict.fromkeys(shape.readings, ColumnPart.READING)
    parts |= dict.fromkeys(measurements.error_columns, ColumnPart.ERROR)
    levels = (factor.variable for factor in measurements.factors)
    parts |= dict.fromkeys((*levels, *shape.side_factors), ColumnPart.LEVELS)
    parts |= dict.fromkeys((*shape.summary_columns, *reading.left_out), ColumnPart.LEFT_OUT)
    if reading.frequencies is not None:
        parts[reading.frequencies] = ColumnPart.FREQUENCY
    return parts
