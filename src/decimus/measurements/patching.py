"""One changed number in a large table: the measurements with it, without reading all again.

Reading a table looks at every cell. Where one number became another, everything else stays,
and only its group changes; whether the table as a whole now reads otherwise has to be found
out by reading it, and can be afterwards.
"""

from __future__ import annotations

from operator import ne

import numpy as np
from msgspec.structs import replace

from decimus.measurements.numbers import LARGEST, SMALLEST, Cell, CellKind, read_cell
from decimus.measurements.observations import GroupCells, Measurements
from decimus.measurements.shapes import TableShape
from decimus.study.tables import CHUNK, Table
from decimus.values import Value


class ChangedCell(Value, frozen=True):
    """The one cell in which two tables differ."""

    row: int
    column: int
    before: str
    after: str


def changed_cell(before: Table, after: Table) -> ChangedCell | None:
    """The only cell that differs; None where there is none, or more than one.

    Chunks that both tables share are not looked into.
    """
    if (before.row_count, before.column_count) != (after.row_count, after.column_count):
        return None
    found: ChangedCell | None = None
    for column, (old, new) in enumerate(zip(before.columns, after.columns, strict=True)):
        if old is new:
            continue
        for number, (was, now) in enumerate(zip(old, new, strict=True)):
            if was is now:
                continue
            differs = list(map(ne, was, now))
            count = differs.count(True)
            if count > 1 or (count and found is not None):
                return None
            if count:
                at = differs.index(True)
                found = ChangedCell(number * CHUNK + at, column, was[at], now[at])
    return found


def patched(measurements: Measurements, changed: ChangedCell) -> Measurements | None:
    """The measurements with one number in the place of another.

    None where that is not all that could change: values are averaged, adjusted, shifted or
    given, or one of the two texts is no plain number that counts.
    """
    shape = measurements.shape
    if measurements.adjustments or measurements.origin or measurements.is_summarised:
        return None
    if shape.is_turned or not shape.block.first_row <= changed.row < shape.block.end_row:
        return None
    was, now = (read_cell(text, shape.decimal) for text in (changed.before, changed.after))
    if not (_is_plain(was) and _is_plain(now)):
        return None
    for number, group in enumerate(measurements.groups):
        at = np.flatnonzero((group.rows == changed.row) & (group.columns == changed.column))
        if len(at) != 1 or group.starts is not None or len(group.replicates) != len(group.rows):
            continue
        groups = list(measurements.groups)
        groups[number] = _with_value(group, int(at[0]), now.value)
        return replace(measurements, groups=tuple(groups))
    return None


def _is_plain(cell: Cell) -> bool:
    size = abs(cell.value)
    is_usable = size == 0 or SMALLEST <= size <= LARGEST
    return cell.kind is CellKind.NUMBER and not cell.unit and is_usable


def _with_value(group: GroupCells, at: int, value: float) -> GroupCells:
    replicates = group.replicates.copy()
    replicates[at] = value
    return replace(group, replicates=replicates)


def _layout(shape: TableShape) -> tuple[object, ...]:
    """How a table is laid out, without the texts that were looked at to find it out."""
    bare = replace(shape, columns=())
    return bare, tuple(
        (c.index, c.heading, c.above, c.unit, c.is_filled_down) for c in shape.columns
    )


def are_the_same(one: Measurements, other: Measurements) -> bool:
    """True when both say the same of groups, their values, what is missing and how it is read."""
    if len(one.groups) != len(other.groups) or _layout(one.shape) != _layout(other.shape):
        return False
    if (one.decimals, one.origin, one.units) != (other.decimals, other.origin, other.units):
        return False
    return all(
        a.levels == b.levels
        and a.missing == b.missing
        and np.array_equal(a.replicates, b.replicates)
        for a, b in zip(one.groups, other.groups, strict=True)
    )
