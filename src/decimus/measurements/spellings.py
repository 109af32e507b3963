"""Levels that are probably one: alike but for case, spaces, or a slip of one letter."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from itertools import combinations

_MOST = 200
_NUMBERING = 4
"""Letters up to which a word that differs numbers or letters: A, IV, 12b."""
_LONGEST = 60
"""Letters beyond which a text is compared with all others as long, rather than looked up."""
_SHORTEST = 5
"""Letters from which on one that differs is more likely a slip than another name."""


def similar_levels(counts: Mapping[str, int]) -> tuple[tuple[str, str], ...]:
    """Pairs of levels that are probably one, the rarer first.

    Args:
        counts: how many measurements each level has.
    """
    texts = [(text, _plain(text)) for text in list(counts)[:_MOST]]
    found = []
    for i, j in _candidates([plain for _, plain in texts]):
        (first, a), (second, b) = texts[i], texts[j]
        if _is_one(first, second, a, b):
            rare, common = sorted((first, second), key=lambda text: counts[text])
            found.append((rare, common) if counts[rare] < counts[common] else (second, first))
    return tuple(found)


def _candidates(plain: Sequence[str]) -> list[tuple[int, int]]:
    """Pairs of texts that are alike, or may be once a letter is left out of either, in order."""
    places: dict[str, list[int]] = {}
    for place, text in enumerate(plain):
        without = (text[:i] + text[i + 1 :] for i in range(len(text)))
        variants = {text, *without} if len(text) <= _LONGEST else {text}
        for variant in variants:
            places.setdefault(variant, []).append(place)
    long = [place for place, text in enumerate(plain) if len(text) > _LONGEST]
    pairs = {pair for found in (*places.values(), long) for pair in combinations(found, 2)}
    return sorted(pairs)


def _plain(text: str) -> str:
    return re.sub(r"[\s_.\-]+", "", text.casefold())


def _is_one(first: str, second: str, a: str, b: str) -> bool:
    """Whether two levels, and what is left of them without spaces and case, are one."""
    if a == b:
        return True
    if abs(len(a) - len(b)) > 1 or min(len(a), len(b)) < _SHORTEST:
        return False
    if _are_numbered_apart(first, second) or re.sub(r"\d", "", a) == re.sub(r"\d", "", b):
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
    start = next(
        (i for i, (x, y) in enumerate(zip(a, b, strict=False)) if x != y), min(len(a), len(b))
    )
    rest_a, rest_b = a[start:], b[start:]
    if any(sign.isdigit() for sign in rest_a[:1] + rest_b[:1]):
        return False
    exchanged = len(rest_a) > 1 and rest_a[:2] == rest_b[:2][::-1] and rest_a[2:] == rest_b[2:]
    return exchanged or rest_a[1:] == rest_b[1:] or rest_a == rest_b[1:] or rest_a[1:] == rest_b
