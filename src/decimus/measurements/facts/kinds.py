"""What names are by their form alone: counters, codes, amounts, words."""

from __future__ import annotations

import re
from collections.abc import Sequence
from enum import Enum
from itertools import pairwise

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.numbers import is_date
from decimus.measurements.profiles import numbered_stem

_MOST_STEPS = 8
"""Names of one stem that may be steps of something: week 0, week 4, week 12."""
_ROMAN = ("i", "ii", "iii", "iv", "v", "vi", "vii", "viii", "ix", "x", "xi", "xii")
_NUMBER_BEHIND = re.compile(r"(\d+)(?:st|nd|rd|th|\.|º|ª|er|ème|e)?$")


class NameKind(Enum):
    """What names are by their form."""

    INDEX = "one stem, counted from 0 or 1 without a gap: r1, r2, r3"
    LETTERS = "counted by letters: a, b, c; plot A, plot B; I, II, III"
    CODES = "one stem, numbered otherwise: 17, 23, 41; plot 12"
    AMOUNTS = "numbers with a unit, or in uneven or wide steps: 0, 7, 14"
    WORDS = "anything else"

    @property
    def counts(self) -> bool:
        """Whether the names count."""
        return self in (NameKind.INDEX, NameKind.LETTERS)

    @property
    def is_number(self) -> bool:
        """Whether the names are numbered, without a gap or with some."""
        return self in (NameKind.INDEX, NameKind.CODES)

    @property
    def is_words(self) -> bool:
        """Whether the form says nothing."""
        return self is NameKind.WORDS


def kind_of_names(texts: Sequence[str], *, most_beside: int = 0) -> NameKind:
    """What names are by their form.

    Args:
        texts: the distinct names.
        most_beside: the most names of another column: bare numbers that outnumber them are codes.
    """
    names = [text.strip() for text in texts]
    stem = numbered_stem(tuple(names))
    if stem is not None:
        return _of_stem(names, stem, most_beside)
    if _are_letters(names):
        return NameKind.LETTERS
    if all(map(is_date, names)):
        return NameKind.AMOUNTS
    amounts = [amount_and_unit(name) for name in names]
    if all(amounts) and len({amount[1] for amount in amounts if amount}) == 1:
        return NameKind.AMOUNTS
    return NameKind.WORDS


def _of_stem(names: Sequence[str], stem: str, most_beside: int) -> NameKind:
    """Names of one stem that differ by a number only."""
    found = [_NUMBER_BEHIND.search(name) for name in names]
    numbers = sorted(int(match[1]) for match in found if match)
    steps = {b - a for a, b in pairwise(numbers)}
    if len(numbers) == len(names) and numbers[0] in (0, 1) and steps == {1}:
        return NameKind.INDEX
    if not stem:
        if numbers[0] >= _THREE_DIGITS and any(n % 5 for n in numbers) and not _are_years(numbers):
            return NameKind.CODES
        is_many = len(names) > max(most_beside, _MOST_STEPS // 2)
        return NameKind.CODES if is_many else NameKind.AMOUNTS
    is_regular = len(steps) == 1 and steps != {1}
    starts = numbers[:1] == [0] and len(names) > 2
    return (
        NameKind.AMOUNTS if (is_regular or starts) and len(names) <= _MOST_STEPS else NameKind.CODES
    )


def _are_years(numbers: Sequence[int]) -> bool:
    return numbers[0] >= _FIRST_YEAR and numbers[-1] <= _LAST_YEAR


_FIRST_YEAR, _LAST_YEAR = 1900, 2100
_THREE_DIGITS = 100
"""Bare numbers from which on they are rather typed off a tag than set, unless they are round."""


def _are_letters(names: Sequence[str]) -> bool:
    """Whether names count by letters or Roman numbers: A, B, C; I, II, III; plot A, plot B."""
    plain = [name.casefold() for name in names]
    if len(plain) < 2:
        return False
    tails = [re.split(r"[\s_.-]+", name) for name in plain]
    if len({tuple(tail[:-1]) for tail in tails}) > 1:
        return False
    last = sorted(tail[-1] for tail in tails)
    alphabet = [chr(ord("a") + i) for i in range(len(last))]
    return last == alphabet or set(last) == set(_ROMAN[: len(last)])
