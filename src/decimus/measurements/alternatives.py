"""Other ways to read a table, and what each would give."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from decimus.errors import InputError
from decimus.measurements.observations import Measurements
from decimus.measurements.reading import read_measurements
from decimus.measurements.shapes import TableShape
from decimus.study.readings import NOBODY, Reading
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.values import Value

_MOST_CELLS = 60_000
"""Cells up to which every other reading is tried while one waits."""
_MOST = 6


class OtherReading(Value, frozen=True):
    """Another reading of a table.

    Args:
        reading: what would have to be said for it.
        measurements: what it gives.
    """

    reading: Reading
    measurements: Measurements

    @property
    def ns(self) -> tuple[int, int]:
        """The fewest and the most values of a group."""
        given = [group.given for group in self.measurements.groups if group.given is not None]
        counts = [summary.n for summary in given] or [group.n for group in self.measurements.groups]
        return min(counts), max(counts)


def other_readings(
    table: Table, reading: Reading, now: Measurements, *, most: int = _MOST
) -> tuple[OtherReading, ...]:
    """The next best readings, the likeliest first; none for a very large table."""
    if table.row_count * table.column_count > _MOST_CELLS:
        return ()
    seen = [_signature(now)]
    found: list[OtherReading] = []
    for other in _candidates(reading, now):
        try:
            measurements = read_measurements(table, other)
        except InputError:
            continue
        signature = _signature(measurements)
        if signature in seen or not measurements.count:
            continue
        seen.append(signature)
        found.append(OtherReading(other, measurements))
        if len(found) == most:
            break
    return tuple(found)


def _candidates(reading: Reading, now: Measurements) -> Iterator[Reading]:
    """Readings one word away: what a replicate is, the layout, the headings, what is left out."""
    shape, units = now.shape, now.units
    if shape.doubtful_number:
        yield replace(reading, decimal="," if shape.decimal == "." else ".")
    if shape.pairs_by_row or _may_pair_rows(shape, now):
        yield replace(reading, pair_by_row=not shape.pairs_by_row, same_units=None)
    if units.recurs and not shape.pairs_by_row:
        subject = units.variable if shape.layout is Layout.LONG and not units.is_same else None
        yield replace(reading, same_units=not units.is_same, subject=subject)
    if units.readings[1] > 1 and units.variable is not None:
        yield replace(reading, within=NOBODY if units.is_averaged else units.variable)
    if shape.readings:
        yield replace(reading, readings_across=False)
    plain = replace(reading, has_row_names=None, header_rows=None, has_header=None)
    # Names that recur down a column are the groups of a long table.
    recur = any(profile.is_text and profile.repeats for profile in shape.columns)
    likely = [Layout.LONG, Layout.ROWS] if recur else [Layout.ROWS, Layout.LONG]
    order = [*likely, Layout.COLUMNS, Layout.SUMMARISED]
    order.remove(shape.layout)
    for layout in order:
        yield replace(plain, layout=layout)
    if shape.summary_rows or shape.summary_columns:
        yield replace(reading, counts_summaries=True)
    headers = len(shape.block.header_rows)
    for count in (1, 0, 2):
        if count != headers:
            yield replace(reading, header_rows=count, has_header=None)
    if shape.layout is Layout.COLUMNS:
        yield replace(reading, layout=Layout.COLUMNS, has_row_names=shape.row_names is None)


def _may_pair_rows(shape: TableShape, now: Measurements) -> bool:
    """Whether lines without names could be subjects: across groups that are all as long."""
    plain = shape.layout is Layout.COLUMNS and shape.row_names is None and not shape.side_factors
    plain = plain or (shape.layout is Layout.ROWS and now.units.variable is None)
    return plain and len(now.groups) > 1 and len({group.n for group in now.groups}) == 1


def _signature(measurements: Measurements) -> tuple[object, ...]:
    """What tells readings apart: their groups, and whether units are the same."""
    groups = tuple(
        (group.levels, group.values, group.given and group.given.mean)
        for group in measurements.groups
    )
    return (groups, measurements.units.is_same, measurements.is_summarised)
