"""Whether names that recur over groups prove that the same things were measured again.

Names that merely count, 1 to 6 in each of two diets, are written by people with six animals in
each diet and by others who fed six animals both. Numbers with gaps, or words, would hardly be the
same in another group by chance.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from decimus.measurements.cells import Integers

PROVED_BITS = 13.0
"""One in 8,000: names that would agree no more often by chance prove that they are the same."""
_BITS_OF_WORD = 5.0
_FEWEST_WORDS = 5
"""Fewer words can be the names of places, such as north and left, which every group has."""
_COUNTED = re.compile(
    r"(?P<stem>.*?)(?P<number>\d{1,9})(?:st|nd|rd|th|\.|º|ª|er|ème|e)?", re.DOTALL
)


def coincidence(names: Sequence[str]) -> float:
    """Bits by which it would be a coincidence that other things have the same names.

    Of numbers up to M somebody else picks the same m once in C(M, m) times; mere counting has
    M = m and no bits.

    Args:
        names: distinct names, k of them.
    """
    matches = [_COUNTED.fullmatch(name.strip()) for name in names]
    found = [match for match in matches if match is not None]
    if len(found) == len(names) and len({match["stem"] for match in found}) == 1:
        numbers = {int(match["number"]) for match in found}
        start = 0 if 0 in numbers else 1
        return _log2_ways(max(numbers) - start + 1, len(numbers))
    if _are_letters(names) or len(names) < _FEWEST_WORDS:
        return 0.0
    return _BITS_OF_WORD * len(names)


def _log2_ways(n: int, k: int) -> float:
    """log₂ C(n, k), of numbers of any size at once."""
    return (math.lgamma(n + 1) - math.lgamma(k + 1) - math.lgamma(n - k + 1)) / math.log(2)


def _are_letters(names: Sequence[str]) -> bool:
    """Whether names are single letters or Roman numbers, which count as well."""
    plain = [name.strip().casefold() for name in names]
    return all(len(name) == 1 or not name.strip("ivx") for name in plain)


def bits_of_recurring(
    names: Sequence[str], codes: Integers, cells: Integers, apart: Integers | None = None
) -> float:
    """Bits against names being those of different things in every group in which they stand.

    Groups that share most of their names have them again; those that share none are of other
    things anyway.

    Args:
        names: the names, by number.
        codes: the name of every value.
        cells: the group of every value, by number.
        apart: what things are different between in any case; None where they are in every group.
    """
    if apart is None:
        return sum(
            (len(groups) - 1) * coincidence([names[code] for code in shared])
            for groups, shared in _sharing(_names_of(codes, cells))
        )
    # Different between the levels of one factor only: as if each were one group.
    return bits_of_recurring(names, codes, apart)


def bits_that_same(names: Sequence[str], codes: Integers, cells: Integers) -> float:
    """Bits by which names that recur are those of the same things.

    Somebody who counts on from one group to the next does not count anew from one time to the
    next: where names recur in some groups and others recur in others, that is told besides.
    """
    sharing = _sharing(_names_of(codes, cells))
    several = sum(len(groups) > 1 for groups, _ in sharing) > 1
    return bits_of_recurring(names, codes, cells) + _BITS_OF_NESTING * several


_BITS_OF_NESTING = 6.0


def _names_of(codes: Integers, cells: Integers) -> list[frozenset[int]]:
    """Of the first names those in each of the first groups."""
    first = (cells < _MOST_GROUPS) & (codes < _MOST_NAMES)
    many = _MOST_NAMES
    pairs = np.unique(cells[first].astype(np.int64) * many + codes[first])
    ends = np.searchsorted(pairs, np.arange(_MOST_GROUPS + 1, dtype=np.int64) * many)
    return [frozenset((pairs[a:b] % many).tolist()) for a, b in pairwise(ends.tolist()) if b > a]


def _sharing(groups: Sequence[frozenset[int]]) -> list[tuple[list[frozenset[int]], frozenset[int]]]:
    """Groups of which each shares half of its names with the others, and all of their names."""
    found: list[tuple[list[frozenset[int]], frozenset[int]]] = []
    for group in groups:
        for i, (members, shared) in enumerate(found):
            if 2 * len(group & shared) >= min(len(group), len(shared)):
                found[i] = ([*members, group], shared | group)
                break
        else:
            found.append(([group], group))
    return found


_MOST_GROUPS, _MOST_NAMES = 40, 2000
"""Groups and names that are looked at: what recurs is told by far fewer."""
