"""Letters: groups that share one are not shown to differ."""

from __future__ import annotations

from collections.abc import Iterable, Sequence


def letters_of(count: int, different: Iterable[tuple[int, int]]) -> tuple[str, ...]:
    """A set of letters for each of `count` groups: groups differ if they share none.

    Start with one letter for all; for each pair that differs, every letter that both have
    becomes two, one without either; letters whose groups are all under another go.

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
    columns.sort(key=sorted)
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


def _letter(index: int) -> str:
    """A to z, then A to Z, then a1, b1 and so on."""
    alphabet = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
    round_, place = divmod(index, len(alphabet))
    return alphabet[place] + (str(round_) if round_ else "")
