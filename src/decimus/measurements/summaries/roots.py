"""Standard deviation and standard error that stand beside each other, told by the root of n."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import permutations

from decimus.measurements.numbers import read_cell
from decimus.measurements.profiles import ColumnProfile

_MOST_N = 1000


def by_root_of_n(profiles: Sequence[ColumnProfile], first: int) -> tuple[int, int, int] | None:
    """Mean, SD and n where a column is the SD over the root of n, whatever they are called.

    Among four columns of numbers: what is divided is the SD, what it is divided by the root of
    is n, what comes of it the SE, and the one that is left the mean.

    Args:
        profiles: the columns.
        first: the first that may hold a mean.
    """
    numeric = [
        p for p in profiles if p.is_numeric and p.index >= first and len(p.texts) == len(p.cells)
    ]
    numeric = [p for p in numeric if not any(value != value for value in p.values)]
    if not _FEWEST_STATISTICS <= len(numeric) <= _MOST_STATISTICS:
        return None
    counts = [p for p in numeric if _are_counts(p)]
    for n in counts:
        for sd, se in permutations([p for p in numeric if p is not n], 2):
            if _is_root(sd, se, n):
                left = [p for p in numeric if p not in (n, sd, se)]
                mean = next((p for p in left if p.index == min(q.index for q in left)), None)
                if mean is not None and mean.index < min(sd.index, se.index):
                    return mean.index, sd.index, n.index
    return None


def _are_counts(profile: ColumnProfile) -> bool:
    found = profile.whole_numbers
    return len(found) == len(profile.texts) > 1 and all(1 < n <= _MOST_N for n in found)


def _is_root(sd: ColumnProfile, se: ColumnProfile, n: ColumnProfile) -> bool:
    """Whether in every row one is the other over the root of n, within the digits shown."""
    digits = 0.0
    rows = list(zip(sd.texts, se.texts, n.whole_numbers, strict=True))
    for one, other, count in rows:
        a, b = read_cell(one, sd.decimal), read_cell(other, se.decimal)
        if a.value <= 0 or b.value <= 0:
            return False
        slack = 0.5 * 10.0**-b.decimals + 0.5 * 10.0**-a.decimals / math.sqrt(count)
        if abs(a.value / math.sqrt(count) - b.value) > slack:
            return False
        digits += math.log2(max(1.0, b.value / slack))
    return digits >= _ROOT_BITS and any(a != b for a, b, _ in rows)


_FEWEST_STATISTICS, _MOST_STATISTICS = 4, 6
_ROOT_BITS = 10.0
"""Bits from which on it is no chance that a column is another over the root of n."""
