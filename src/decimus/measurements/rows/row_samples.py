"""Rows from all over a large table, that show what all of them are like.

Sorted by group, its first rows may all be of one; and of a thousand subjects who stand in every
group a few rows by chance show hardly one twice. So some rows come by chance, and some are all
the rows of a few names that recur.
"""

from __future__ import annotations

import random
from collections.abc import Sequence

import numpy as np

from decimus.measurements.cells import Integers, coded_column
from decimus.study.tables import Table

_OF_NAMES = 0.6
"""Share of the rows looked at that go by names, where there are names that recur."""
_NEARLY = 0.9
"""Share of different texts from which on hardly one recurs."""


def sampled_rows(table: Table, first: int, end: int, count: int) -> tuple[int, ...]:
    """Some of the rows from `first` on and before `end`, in order; the same each time."""
    chance = random.Random(0)  # noqa: S311 - nothing secret
    rows = range(first, end)
    found = chance.sample(rows, min(count, len(rows)))
    if len(found) < count:
        return tuple(sorted(found))
    for column in range(table.column_count):
        cells = [cell.strip() for cell in table.cells_at(column, sorted(found))]
        if not _may_be_names(cells):
            continue
        codes = coded_column(table.columns[column]).codes[first:end]
        if (of_names := _rows_of_names(codes, round(_OF_NAMES * count), chance)) is not None:
            rest = found[: count - len(of_names)]
            return tuple(sorted({*rest, *(first + row for row in of_names)}))
    return tuple(sorted(found))


def _may_be_names(cells: Sequence[str]) -> bool:
    """True for words or whole numbers of which hardly one is there twice."""
    used = [cell for cell in cells if cell]
    if not used or len(set(used)) < _NEARLY / 2 * len(used):
        return False
    return not any("." in cell or "," in cell for cell in used)


def _rows_of_names(codes: Integers, count: int, chance: random.Random) -> list[int] | None:
    """All rows of some names, where most names recur; None where they do not."""
    sizes = np.bincount(codes)
    names = np.flatnonzero(sizes)
    if len(names) > _NEARLY * len(codes):
        return None
    chosen: list[int] = []
    taken = 0
    for code in chance.sample(names.tolist(), min(count, len(names))):
        if taken + sizes[code] > count:
            break
        chosen.append(code)
        taken += int(sizes[code])
    return np.flatnonzero(np.isin(codes, chosen)).tolist() if chosen else None
