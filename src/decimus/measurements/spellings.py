"""Levels that are probably one: alike but for case, spaces, or a slip of one letter."""

from __future__ import annotations

import re
from collections.abc import Mapping

_MOST = 200
_NUMBERING = 4
"""Letters up to which a word that differs numbers or letters: A, IV, 12b."""
_SHORTEST = 5
"""Letters from which on one that differs is more likely a slip than another name."""


def similar_levels(counts: Mapping[str, int]) -> tuple[tuple[str, str], ...]:
    """Pairs of levels that are probably one, the rarer first.

    Args:
        counts: how many measurements each level has.
    """
    texts = list(counts)[:_MOST]
    found = []
    for index, first in enumerate(texts):
        for second in texts[index + 1 :]:
            if _is_one(first, second):
                rare, common = sorted((first, second), key=lambda text: counts[text])
                found.append((rare, common) if counts[rare] < counts[common] else (second, first))
    return tuple(found)


def _plain(text: str) -> str:
    return re.sub(r"[\s_.\-]+", "", text.casefold())


def _is_one(first: str, second: str) -> bool:
    a, b = _plain(first), _plain(second)
    if a == b:
        return True
    if _are_numbered_apart(first, second):
        return False
    if min(len(a), len(b)) < _SHORTEST or re.sub(r"\d", "", a) == re.sub(r"\d", "", b):
        return False
    return _differ_by_one(a, b)


def _are_numbered_apart(first: str, second: str) -> bool:
    """True for "Plot A" and "Plot B", "line 1a" and "line 1b", "AMF+" and "AMF−": other names."""
    a, b = first.split(), second.split()
    if len(a) == len(b) and len(a) > 1:
        apart = [(x, y) for x, y in zip(a, b, strict=True) if x.casefold() != y.casefold()]
        if len(apart) == 1 and all(len(word) < _NUMBERING for word in apart[0]):
            return True
    signs = "+-−–*'′"
    return first.strip(signs) == second.strip(signs) or [c for c in first if c in signs] != [
        c for c in second if c in signs
    ]


def _differ_by_one(a: str, b: str) -> bool:
    """True when one letter is another, left out, put in, or two are exchanged."""
    if abs(len(a) - len(b)) > 1:
        return False
    start = next(
        (i for i, (x, y) in enumerate(zip(a, b, strict=False)) if x != y), min(len(a), len(b))
    )
    rest_a, rest_b = a[start:], b[start:]
    if any(sign.isdigit() for sign in rest_a[:1] + rest_b[:1]):
        return False
    exchanged = len(rest_a) > 1 and rest_a[:2] == rest_b[:2][::-1] and rest_a[2:] == rest_b[2:]
    return exchanged or rest_a[1:] == rest_b[1:] or rest_a == rest_b[1:] or rest_a[1:] == rest_b
