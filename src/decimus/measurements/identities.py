"""Whether a column of whole numbers names units rather than measures anything."""

from __future__ import annotations

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
    return weight + _crossing_weight(profile, others)


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
