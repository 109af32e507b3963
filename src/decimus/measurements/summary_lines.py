"""Rows and columns of means, SDs and totals among the measurements, by name or arithmetic."""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Sequence

Numbers = Sequence[float | None]
"""A line of cells: numbers, None for anything else."""

SUMMARY_LABEL = re.compile(
    r"(the )?(grand |sub-?|row |column |group )?(means?|averages?|avg\.?|s\.?d\.?|st\.? ?dev\.?"
    r"|std\.?|stdev|standard (deviation|error)|s\.?e\.?(m\.?)?|totals?|sums?|n|count|medians?"
    r"|variance|var|min(imum)?|max(imum)?|cv|range)( (of|per) .{1,20})?"
    r"( \(.*\))?:?",
    re.IGNORECASE,
)
_MOST_LINES = 4
_FEWEST_BEHIND = 3
_SUREST = 0.01
"""The chance of a match in one line is never taken for less: it may be a wide one."""
_CHANCE = 2e-4
"""Lines that chance could have made with more than this probability are measurements."""


def _deviation(values: list[float]) -> float:
    mean = sum(values) / len(values)
    return math.sqrt(sum((v - mean) ** 2 for v in values) / (len(values) - 1))


_ARITHMETIC: tuple[Callable[[list[float]], float], ...] = (
    lambda v: sum(v) / len(v),
    sum,
    _deviation,
    lambda v: _deviation(v) / math.sqrt(len(v)),
    len,
    lambda v: _deviation(v) * math.sqrt((len(v) - 1) / len(v)),
)


def is_summary_label(text: str) -> bool:
    """True for a name of a summary: "mean", "SD", "total"."""
    return SUMMARY_LABEL.fullmatch(text.strip()) is not None


_ROW_LABEL = re.compile(
    r"(the )?(grand |sub-?)?(means?|averages?|totals?|s\.?d\.?|s\.?e\.?(m\.?)?|st\.? ?dev\.?"
    r"|medians?)( (of|per) .{1,20})?:?",
    re.IGNORECASE,
)


def is_row_label(text: str) -> bool:
    """True for a summary among the groups of a long table, where "N" may be the north."""
    return _ROW_LABEL.fullmatch(text.strip()) is not None


def computed_lines(lines: Sequence[Numbers], decimals: Sequence[Sequence[int]]) -> int:
    """How many of the last lines are computed from those before them.

    Args:
        lines: rows (or columns) of equal length.
        decimals: how many decimals each number was typed with.
    """
    for count in range(min(_MOST_LINES, len(lines) - _FEWEST_BEHIND), 0, -1):
        behind = lines[:-count]
        if all(
            _is_computed(lines[i], decimals[i], behind)
            for i in range(len(lines) - count, len(lines))
        ):
            return count
    return 0


def _is_computed(line: Numbers, decimals: Sequence[int], behind: Sequence[Numbers]) -> bool:
    columns = []
    for position, value in enumerate(line):
        values = [found for row in behind if (found := row[position]) is not None]
        if value is None and not values:
            continue
        if value is None or len(values) < _FEWEST_BEHIND:
            return False
        columns.append((value, decimals[position], values))
    if not columns:
        return False
    return any(_all_match(columns, arithmetic) for arithmetic in _ARITHMETIC)


def _all_match(
    columns: list[tuple[float, int, list[float]]], arithmetic: Callable[[list[float]], float]
) -> bool:
    chance = 1.0
    for value, decimals, values in columns:
        step = 10.0**-decimals
        expected = arithmetic(values)
        if abs(value - expected) > 0.5000001 * step + 1e-12 * abs(expected):
            return False
        # A number by chance would lie anywhere among the others.
        chance *= max(_SUREST, step / (max(*values, value) - min(*values, value) + step))
    return chance < _CHANCE
