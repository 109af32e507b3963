"""Whether a column of whole numbers names units rather than measures anything."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence

from decimus.measurements.lexicon import Sense
from decimus.measurements.profiles import ColumnProfile


def identity_weight(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> float:
    """How much a column of whole numbers looks like names of units rather than measurements."""
    if not profile.whole_numbers or profile.texts_only:
        return 0.0
    weight = 0.0
    if profile.is_numbered:
        weight += 6
    elif profile.is_about(Sense.SUBJECT):
        weight += 5
    elif profile.is_about(Sense.UNIT, Sense.ROW, Sense.BLOCK):
        weight += 4
    elif profile.is_about(Sense.TRIAL, Sense.READING):
        weight += 2
    elif profile.is_about(Sense.TIME, Sense.GROUP):
        weight -= 2
    elif profile.is_about(Sense.QUANTITY):
        weight -= 4
    if profile.is_numbering:
        weight += 4
    if profile.is_ascending and not _are_numbered_already(profile, others):
        weight += 4
    if profile.unit_in_heading:
        weight -= 6
    elif are_tags(profile, others):
        weight += 4
    return weight + _crossing_weight(profile, others)


def are_tags(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """Whether whole numbers before finer ones look typed off tags: 812, 447, 903, each once."""
    numbers = profile.whole_numbers
    if not numbers or len(set(numbers)) < len(numbers) or profile.is_about(Sense.QUANTITY):
        return False
    if min(numbers) < _FIRST_TAG or len(numbers) < _FEWEST or not any(n % 5 for n in numbers):
        return False
    measured = [p for p in others if p is not profile and p.is_numeric]
    return bool(measured) and all(p.has_decimals and p.index > profile.index for p in measured)


_FIRST_TAG = 100


def _are_numbered_already(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """True when another column numbers the rows, so that this one need not."""
    return any(
        other is not profile
        and other.is_unique
        and (other.is_numbering or other.is_numbered or other.is_about(Sense.SUBJECT))
        for other in others
    )


def _crossing_weight(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> float:
    """Evidence from numbers that recur once per cell of another column, each as often."""
    if not profile.is_balanced or len(profile.counts) < 3:
        return 0.0
    for other in others:
        if other is profile or not other.is_text or other.is_unique:
            continue
        pairs = Counter(zip(profile.cells, other.cells, strict=True))
        if len(pairs) == len(profile.counts) * len(other.counts) == sum(pairs.values()):
            return 4.0
    return 0.0


def names_something(profile: ColumnProfile, labels: Sequence[ColumnProfile]) -> bool:
    """Whether whole numbers are names, by how they stand beside other names.

    Counters and ids stand each as often as every other, a few that are lost aside: once in every
    place, as often in each, or all in one. Numbers that were measured fall together here and
    there.

    Args:
        profile: a column of numbers.
        labels: columns of names.
    """
    if not profile.whole_numbers or profile.is_unique or profile.unit_in_heading:
        return False
    often = profile.counts.values()
    if 2 * min(often) < max(often) or len(often) < 2:
        return False
    others = [p for p in labels if p is not profile and not p.is_unique]
    return bool(others) and (
        _tells_rows_apart(profile, others)
        or any(_is_in_one(profile, other) or _is_in_all(profile, other) for other in others)
    )


def _tells_rows_apart(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """Whether hardly two rows that the others leave together have the same number."""
    if 2 * len(profile.counts) > len(profile.texts):
        return False  # numbers of which most stand once may as well be measured
    cells = Counter(zip(*(p.cells for p in others), strict=True))
    told = set(zip(profile.cells, *(p.cells for p in others), strict=True))
    return max(cells.values()) > 1 and len(told) >= _ONCE * len(profile.cells)


def _is_in_one(profile: ColumnProfile, other: ColumnProfile) -> bool:
    """Whether each number stands beside one name, of which there are fewer, by no chance."""
    pairs = set(zip(profile.cells, other.cells, strict=True))
    if len(pairs) > len(profile.counts) or len(other.counts) >= len(profile.counts):
        return False
    shares = [count / len(other.texts) for count in other.counts.values()]
    again = len(profile.texts) - len(profile.counts)
    return again * -math.log2(sum(share**2 for share in shares)) >= _SUPPORT


def _is_in_all(profile: ColumnProfile, other: ColumnProfile) -> bool:
    """Whether each number stands beside every name, several times and equally often."""
    pairs = Counter(zip(profile.cells, other.cells, strict=True))
    possible = len(profile.counts) * len(other.counts)
    often = pairs.values()
    return (
        len(profile.counts) >= _FEWEST
        and len(pairs) >= _FILLED * possible
        and min(often) > 1
        and max(often) - min(often) <= 1
    )


_ONCE, _FILLED = 0.97, 0.85
_FEWEST = 3
_SUPPORT = 10.0
"""Bits from which on it is no chance that each number stands beside one name."""
