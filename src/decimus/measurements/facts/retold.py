"""Columns that tell the same as another in other words: its fold of a control, its logarithm.

Two columns tell the same where, within the digits shown, one formula with few constants makes one
of the other: a multiple, a distance or a percent change from what may differ from group to group,
or a line through the values or a function of them. The constants are found in the columns, so that
the rows that settle them count for nothing; how unlikely the rest is by chance is added up in bits
as for other computed lines (`sums`).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from itertools import permutations
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from decimus.measurements.cells import Floats
from decimus.measurements.facts.sums import LEFT_OUT_BITS, chance_of_match
from decimus.measurements.headings import name_and_unit
from decimus.values import Value

Codes = npt.NDArray[np.int64]

_MOST_COLUMNS = 24
_OF_LINE = 2
"""Constants that a line has."""
_FEWEST_FREE = 3
"""Rows that must fit beyond those that settle the constants."""
_ROOM = 1.5
"""Half steps about a fitted constant, which carries some of the rounding itself."""
_NAMED_AFTER = 4.0
"""Bits for the heading of a column that holds that of the other."""
_ALIKE = 4.5
"""Bits of a match that two measurements of one thing owe to being alike: √(1 − r²) of r = 0.999."""
_BASES = (0.0, 1.0, 100.0)
"""What a control has by change or distance, by fold and in percent of itself."""


class Retold(Value, frozen=True):
    """A column of numbers that tells the same as another.

    Args:
        column: the one that was computed, or that stands further right.
        of: the other.
    """

    column: int
    of: int


class NumberColumns(Value, frozen=True):
    """Columns of numbers as typed.

    Args:
        values: rows × columns, NaN for what is no number.
        halves: half a step of the last digit of each, of the same shape.
        percents: whether the heading of each column says that it is in percent.
        headings: what stands over each.
    """

    values: Floats
    halves: Floats
    percents: tuple[bool, ...]
    headings: tuple[str, ...]


class _Pair(Value, frozen=True):
    """Two columns where both have numbers: the one that may be computed, and the other."""

    own: Floats
    own_half: Floats
    other: Floats
    other_half: Floats


def retold_columns(columns: NumberColumns, groups: Sequence[Codes]) -> tuple[Retold, ...]:
    """Columns that tell the same as another, each with the one that is kept.

    Args:
        columns: those that can have been measured.
        groups: for each column of names the code of every row, within which constants may differ.
    """
    count = columns.values.shape[1]
    if not 2 <= count <= _MOST_COLUMNS:
        return ()
    order = sorted(range(count), key=lambda c: (-_seems_computed(columns, groups, c), -c))
    places = {column: place for place, column in enumerate(order)}
    found: list[Retold] = []
    for own, other in sorted(permutations(range(count), 2), key=lambda p: places[p[0]]):
        taken = {one.column for one in found}
        if own in taken or other in taken:
            continue
        is_first = places[own] < places[other]
        if _tells_the_same(columns, groups, own, other, may_be_line=is_first):
            found.append(Retold(own, other))
    return tuple(found)


def _seems_computed(columns: NumberColumns, groups: Sequence[Codes], column: int) -> int:
    """2 where one group, or all together, has a mean of 0, 1 or 100; 1 where it is in percent."""
    values, half = columns.values[:, column], columns.halves[:, column]
    there = ~np.isnan(values)
    for codes in (np.zeros(len(values), np.int64), *groups):
        for code in np.unique(codes[there]):
            own = there & (codes == code)
            if own.sum() < 2 or np.ptp(values[own]) == 0:
                continue
            mean, room = float(np.mean(values[own])), float(np.max(half[own]))
            if any(abs(mean - base) <= room for base in _BASES):
                return 2
    return int(columns.percents[column] and not all(columns.percents))


def _tells_the_same(
    columns: NumberColumns, groups: Sequence[Codes], own: int, other: int, *, may_be_line: bool
) -> bool:
    """Whether the numbers of `own` follow from those of `other`."""
    values, halves = columns.values, columns.halves
    there = ~(np.isnan(values[:, own]) | np.isnan(values[:, other]))
    if there.sum() < (~np.isnan(values[:, own])).sum():
        return False
    rows = np.flatnonzero(there)
    if all(_is_even(values[rows, c]) for c in (own, other)):
        return False  # made up in equal steps, which any line goes through
    stacked = np.column_stack([values[rows, own], values[rows, other]])
    whole = np.zeros(len(values), np.int64)
    tried = math.log2(4 * (len(_FUNCTIONS) + len(groups) * _PER_GROUP))
    if _is_named_after(columns.headings[own], columns.headings[other]):
        tried -= _NAMED_AFTER
    for number, codes in enumerate((whole, *groups)):
        distinct = rows[_distinct(stacked[:, 0], stacked[:, 1], codes[rows])]
        pair = _Pair(
            values[distinct, own],
            halves[distinct, own],
            values[distinct, other],
            halves[distinct, other],
        )
        if np.ptp(pair.own) == 0 or np.ptp(pair.other) == 0:
            return False
        if number == 0:
            fits = _lines(pair, is_straight=may_be_line)
            if _bits_of_ranks(pair) - tried >= LEFT_OUT_BITS:
                return True
        else:
            own_codes = np.unique(codes[distinct], return_inverse=True)[1]
            fits = _of_groups(pair, own_codes, is_straight=may_be_line)
        noise = 1e-13 * len(pair.own) * float(np.abs(pair.own).max())  # of arithmetic in doubles
        for fit in fits:
            off = np.abs(pair.own - fit.expected)
            # Computed from what is shown, or from more digits of it than are shown.
            for room in (fit.room, 0.0):
                slack = _ROOM * (pair.own_half + room) + noise
                if not (off <= slack).all() or not np.isfinite(slack).all():
                    break
                if _bits(pair.own, slack, fit.constants) - tried >= LEFT_OUT_BITS:
                    return True
    return False


def _distinct(one: Floats, other: Floats, codes: Codes) -> npt.NDArray[np.int64]:
    """Where each different row of three columns stands first, in the order of what they hold."""
    order = np.lexsort((codes, other, one))
    is_new = np.zeros(len(order), bool)
    is_new[:1] = True
    for column in (one, other, codes):
        sorted_column = column[order]
        is_new[1:] |= sorted_column[1:] != sorted_column[:-1]
    return order[is_new]


def _is_even(values: Floats) -> bool:
    """Whether numbers go in equal steps but for starting anew: 1, 2, 3, 1, 2, 3."""
    steps, counts = np.unique(np.round(np.diff(values), 9), return_counts=True)
    return len(steps) < 2 or 2 * counts.max() > len(values)


def _bits_of_ranks(pair: _Pair) -> float:
    """Bits for numbers being the ranks of the others, from either end; −∞ where they are not."""
    if float(pair.own.sum()) != len(pair.own) * (len(pair.own) + 1) / 2:
        return -math.inf
    different, places, counts = np.unique(pair.other, return_inverse=True, return_counts=True)
    ranks = (np.cumsum(counts) - (counts - 1) / 2)[places]
    if not any(np.array_equal(pair.own, r) for r in (ranks, len(ranks) + 1 - ranks)):
        return -math.inf
    return math.lgamma(len(different) + 1) / math.log(2)


def _is_named_after(heading: str, other: str) -> bool:
    """Whether one heading holds the other and more: "log weight", "rel. weight (%)"."""
    one, two = heading.casefold().strip(), name_and_unit(other)[0].casefold().strip()
    return len(two) > 1 and one != two and two in one


def _bits(own: Floats, slack: Floats, constants: int) -> float:
    """Bits for all numbers being within some slack of those expected."""
    each = sorted(
        -math.log2(_chance(v, s, np.delete(own, i)))
        for i, (v, s) in enumerate(zip(own.tolist(), slack.tolist(), strict=True))
    )
    return sum(max(0.0, bits - _ALIKE) for bits in each[: len(each) - constants])


def _chance(value: float, slack: float, rest: Floats) -> float:
    """The chance of a match; a number that recurs is a level, which others hit as well."""
    recurs = np.count_nonzero(rest == value) / len(rest)
    return max(chance_of_match(value, slack, rest), recurs)


class _Fit(NamedTuple):
    """What is expected of the one column by the other.

    Args:
        expected: the numbers.
        room: what half a step of the other makes of them.
        constants: how many were found in the numbers.
    """

    expected: Floats
    room: Floats
    constants: int


def _lines(pair: _Pair, *, is_straight: bool) -> Iterator[_Fit]:
    """Lines through the other numbers or a function of them."""
    if len(pair.own) < _OF_LINE + _FEWEST_FREE:
        return
    mean = float(pair.own.mean())
    around = pair.own - mean
    for name, (function, slope) in _FUNCTIONS.items():
        if name == "itself" and not is_straight:
            continue
        with np.errstate(all="ignore"):
            made, room = function(pair.other), np.abs(slope(pair.other)) * pair.other_half
            if not (np.isfinite(made).all() and np.isfinite(room).all()) or np.ptp(made) == 0:
                continue
            centred = made - made.mean()
            factor = float(centred @ around / (centred @ centred))
        if math.isfinite(factor):
            yield _Fit(mean + factor * centred, abs(factor) * room, _OF_LINE)


def _of_groups(pair: _Pair, codes: Codes, *, is_straight: bool) -> Iterator[_Fit]:
    """Multiples of, changes from and distances from what each group has of its own."""
    count = int(codes.max()) + 1
    if len(codes) < count + _FEWEST_FREE:
        return
    sizes = np.bincount(codes, minlength=count)
    totals = np.bincount(codes, pair.other, count)
    for base in _BASES if is_straight and totals.all() else ():
        factors = (np.bincount(codes, pair.own + base, count) / totals)[codes]
        yield _Fit(factors * pair.other - base, np.abs(factors) * pair.other_half, count)
    with np.errstate(all="ignore"):
        logs, log_halves = np.log(pair.other), pair.other_half / np.abs(pair.other)
    moved = [(factor * logs, factor * log_halves) for factor in _PER_LOGARITHM]
    if is_straight:
        moved.append((pair.other, pair.other_half))
    for made, room in moved:
        if np.isfinite(made).all():
            shifts = (np.bincount(codes, pair.own - made, count) / sizes)[codes]
            yield _Fit(made + shifts, room, count)


_Function = Callable[[Floats], Floats]
_FUNCTIONS: dict[str, tuple[_Function, _Function]] = {
    "itself": (lambda x: x, np.ones_like),
    "logarithm": (np.log, lambda x: 1 / x),
    "logarithm of one more": (np.log1p, lambda x: 1 / (1 + x)),
    "root": (np.sqrt, lambda x: 0.5 / np.sqrt(x)),
    "reciprocal": (lambda x: 1 / x, lambda x: 1 / x**2),
}
"""Functions that people turn measurements into, and their slopes."""
_PER_LOGARITHM = (1.0, 1 / math.log(2), 1 / math.log(10))
_PER_GROUP = len(_BASES) + len(_PER_LOGARITHM) + 1
