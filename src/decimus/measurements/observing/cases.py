"""Rows that are cases: each counts as one, and a combination that none has is nought."""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace

from decimus.measurements.observations import GroupCells, Measurements, empty_cells
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.study.targets import Levels


def with_cases(measurements: Measurements, table: Table, reading: Reading) -> Measurements:
    """The measurements, with all combinations of levels where rows are counted.

    Args:
        measurements: what was read.
        table: the cells, with computed columns.
        reading: what was said about them.
    """
    computed = reading.computed
    at = measurements.outcome.variable - (table.column_count - len(computed))
    if not (0 <= at < len(computed) and computed[at].counts_cases):
        return measurements
    absent = (_no_case(levels) for levels in empty_cells(measurements))
    # An empty row is no case: the count that is computed for every row stands beside it too.
    own = range(table.column_count - len(computed))
    lost = (r for r in measurements.without_group if any(table.cell(r, c).strip() for c in own))
    return replace(
        measurements,
        counts_cases=True,
        groups=(*measurements.groups, *absent),
        without_group=tuple(lost),
    )


def _no_case(levels: Levels) -> GroupCells:
    none = np.zeros(0, np.int32)
    return GroupCells(
        levels=levels, replicates=np.zeros(0), shifted=None, rows=none, columns=none, missing=()
    )
