"""Letters: groups that share one are not shown to differ."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np


def letters_of(count: int, different: Iterable[tuple[int, int]]) -> tuple[str, ...]:
    """A set of letters for each of `count` groups: groups differ if they share none.

    Start with one letter for all; for each pair that differs, every letter that both have
    becomes two, one without either; letters whose groups are all under another go. Last, a
    group is taken from a letter where it shares another one with each group under that letter.

    Args:
        count: how many groups, in the order in which letters are given out.
        different: pairs that differ, by index.

    Source: Piepho 2004, Journal of Computational and Graphical Statistics 13, 456–466.
    """
    columns: list[frozenset[int]] = [frozenset(range(count))]
    for first, second in different:
        split: list[frozenset[int]] = []
        for column in columns:
            if first in column and second in column:
                split += [column - {first}, column - {second}]
            else:
                split.append(column)
        columns = _absorbed(split)
    columns = sorted(_swept(columns, count), key=sorted)
    return tuple(
        "".join(_letter(i) for i, column in enumerate(columns) if group in column)
        for group in range(count)
    )


def _absorbed(columns: Sequence[frozenset[int]]) -> list[frozenset[int]]:
    """Columns that no other contains, each once."""
    kept: list[frozenset[int]] = []
    for column in sorted(set(columns), key=len, reverse=True):
        if column and not any(column <= other for other in kept):
            kept.append(column)
    return kept


def _swept(columns: Sequence[frozenset[int]], count: int) -> list[frozenset[int]]:
    """Columns without what the others say as well: whole ones first, then single groups."""
    kept = sorted(columns, key=lambda column: (len(column), sorted(column)))
    under = np.zeros((count, count), dtype=np.int64)  # letters that two groups share
    places = [np.array(sorted(column)) for column in kept]
    for place in places:
        under[np.ix_(place, place)] += 1
    for at, place in enumerate(places):
        own = np.ix_(place, place)
        if (under[own] > 1).all():
            under[own] -= 1
            places[at] = place[:0]
    for at, place in enumerate(places):
        for one in place.tolist():
            rest = places[at]
            if (under[one, rest] > 1).all():
                under[one, rest] -= 1
                under[rest[rest != one], one] -= 1
                places[at] = rest[rest != one]
    return [frozenset(place.tolist()) for place in places if len(place)]


def _letter(index: int) -> str:
    """A to z, then A to Z, then a1, b1 and so on."""
    alphabet = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
    round_, place = divmod(index, len(alphabet))
    return alphabet[place] + (str(round_) if round_ else "")
