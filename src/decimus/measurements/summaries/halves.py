"""Error bars whose two halves stand in columns of their own."""

from __future__ import annotations

import re
from collections.abc import Container, Sequence
from itertools import pairwise

from decimus.measurements.lexicon import Statistic, plain, statistic_named
from decimus.measurements.profiles import ColumnProfile

_END = re.compile(
    r"(.*?)[\s_]*[(\[]?(?:(?P<up>\+|\bup|\bupwards?|\bplus|\babove)"
    r"|(?P<down>[-−–]|\bdown|\bdownwards?|\bminus|\bbelow))[)\]]?",
    re.IGNORECASE,
)
"""Half of an error bar: "SD up", "err −", "plus"."""
_MOST_ERROR = 0.6
"""The largest share of its value that an error without a name of its own can be."""


def is_half(heading: str) -> bool:
    """Whether a heading names one half of an error bar."""
    return _END.fullmatch(heading.strip()) is not None


def halves_of_errors(
    profiles: Sequence[ColumnProfile], numbers: Container[int], spreads: Container[Statistic]
) -> list[tuple[int, int]]:
    """Columns of errors upwards and downwards: "SD up" and "SD down"; "up" and "down".

    Without the name of a spread both have to be as small as errors beside the value before them.

    Args:
        profiles: the columns.
        numbers: those of them that hold numbers.
        spreads: statistics that are the spread of a mean.
    """
    numeric = [p for p in profiles if p.index in numbers and p.is_numeric]
    found = []
    for first, second in pairwise(numeric):
        ends = [_END.fullmatch(p.heading.strip()) for p in (first, second)]
        if ends[0] is None or ends[1] is None or ends[0][1] != ends[1][1]:
            continue
        up = [p.index for p, end in zip((first, second), ends, strict=True) if end and end["up"]]
        down = [p.index for p in (first, second) if p.index not in up]
        stem = ends[0][1].strip()
        named = statistic_named(stem) if stem else None
        is_error = named is not None and named.statistic in spreads
        before = [p for p in numeric if p.index < first.index]
        is_error = is_error or any(plain(p.heading) == plain(stem) for p in before if stem)
        if len(up) == 1 and (is_error or (not stem and _are_small(before[-1:], first, second))):
            found.append((up[0], down[0]))
    return found


def _are_small(before: Sequence[ColumnProfile], *errors: ColumnProfile) -> bool:
    """Whether numbers are as small as errors of those in the column before, in every row."""
    if not before or any(len(p.values) != len(before[0].values) for p in errors):
        return False
    return all(
        0 <= e <= _MOST_ERROR * abs(v)
        for p in errors
        for e, v in zip(p.values, before[0].values, strict=True)
    )
