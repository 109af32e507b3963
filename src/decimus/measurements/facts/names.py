"""Whether names that recur over groups prove that the same things were measured again.

Names that merely count, 1 to 6 in each of two diets, are written by people with six animals in
each diet and by others who fed six animals both. Numbers with gaps, or words, would hardly be the
same in another group by chance.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence

_PROVED_BITS = 13.0
"""One in 8,000: names that would agree no more often by chance prove that they are the same."""
_BITS_OF_WORD = 5.0
_FEWEST_WORDS = 5
"""Fewer words can be the names of places, such as north and left, which every group has."""
_COUNTED = re.compile(r"(?P<stem>.*?)(?P<number>\d{1,9})", re.DOTALL)


def are_proved_same(names: Sequence[str], levels: int) -> bool:
    """Whether names that stand in several groups are those of the same things.

    Args:
        names: the distinct names, k of them, each in most groups.
        levels: in how many groups they stand.
    """
    return levels > 1 and (levels - 1) * coincidence(names) >= _PROVED_BITS


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
