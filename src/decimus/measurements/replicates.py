"""What a replicate is: units that recur, readings of one unit, subjects measured again."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from decimus.measurements.cells import Integers
from decimus.measurements.detection import TableShape
from decimus.measurements.extraction import Observed
from decimus.measurements.profiles import (
    BLOCK_WORDS,
    READING_WORDS,
    SUBJECT_WORDS,
    UNIT_WORDS,
    numbered_stem,
)
from decimus.study.readings import HEADINGS, NOBODY, Reading
from decimus.terms import Layout

_REPEATED = frozenset({"trial", "year", "repeat", "run", "round", "time", "session", "visit"})
"""Words for doing something again, perhaps with the same unit."""


@dataclass(frozen=True)
class Units:
    """How values relate to the units they were measured on.

    Args:
        variable: where the units are named: a column, HEADINGS for names across the top of
            groups in rows; None where nothing names them.
        heading: the name of that column.
        recurs: whether names stand in more than one group, so that they could be the same.
        is_same: whether a name in another group is the same unit again.
        is_decided: whether that was said or is clear, rather than taken for granted.
        is_block: whether the names are blocks rather than subjects.
        readings: fewest and most readings of one unit in a group; (1, 1) where each has one.
        is_averaged: whether readings of one unit are averaged first.
        may_be_repeats: whether the names are of trials or years rather than of units.
        has_one_per_group: whether every group comes from one unit only.
    """

    variable: int | None = None
    heading: str = ""
    recurs: bool = False
    is_same: bool = False
    is_decided: bool = True
    is_block: bool = False
    readings: tuple[int, int] = (1, 1)
    is_averaged: bool = False
    may_be_repeats: bool = False
    has_one_per_group: bool = False

    @property
    def has_uncounted_readings(self) -> bool:
        """True when several readings of one unit count as if they were independent."""
        return self.readings[1] > 1 and not self.is_averaged


def units_of(
    observed: Observed, groups: Integers, shape: TableShape, reading: Reading, column: int | None
) -> Units:
    """What the names of units say.

    Args:
        observed: the measurements.
        groups: the group of each, as a code.
        shape: how the table is laid out.
        reading: what the user said.
        column: the column the names come from, None for the headings of groups in rows.
    """
    if observed.names is None or not len(observed):
        return Units(readings=_readings_across(observed, shape), is_averaged=bool(shape.readings))
    names = observed.names.codes
    named = np.array([bool(text) for text in observed.names.texts])[names]
    if not named.all():
        return Units()
    variable = HEADINGS if column is None else column
    profile = shape.column(column) if column is not None else None
    word = profile.heading_word if profile is not None else ""
    texts = tuple(text for text in observed.names.texts if text)
    stem = numbered_stem(texts) or ""
    pairs, counts = np.unique(
        groups.astype(np.int64) * len(observed.names.texts) + names, return_counts=True
    )
    own_groups = np.bincount(pairs % len(observed.names.texts))
    recurs = bool((own_groups[own_groups > 0] > 1).mean() > 0.5)
    per_group = np.bincount(pairs // len(observed.names.texts))
    several = bool((per_group[per_group > 0] > 1).mean() > 0.5)
    is_subject = word in SUBJECT_WORDS or stem in SUBJECT_WORDS
    said_same = reading.same_units
    if said_same is None and reading.subject is not None:
        said_same = reading.subject != NOBODY
    is_same = recurs and (said_same if said_same is not None else is_subject)
    readings = (int(counts.min()), int(counts.max()))
    if shape.readings:
        readings = _readings_across(observed, shape)
    is_averaged = _is_averaged(shape, reading, column, word, counts, several) or bool(
        shape.readings
    )
    if is_same and readings[1] > 1 and reading.within != NOBODY:
        is_averaged = True
    return Units(
        variable=variable,
        heading=(profile.heading if profile is not None else "") or stem,
        recurs=recurs,
        is_same=is_same,
        is_decided=said_same is not None or is_subject or not recurs,
        is_block=reading.is_block or word in BLOCK_WORDS,
        readings=readings,
        is_averaged=is_averaged,
        may_be_repeats=said_same is None
        and not is_same
        and (
            word in _REPEATED
            or stem in _REPEATED
            or (profile is not None and _are_years(texts) and shape.layout is not Layout.LONG)
        ),
        has_one_per_group=not several and readings[1] > 1,
    )


def _are_years(texts: tuple[str, ...]) -> bool:
    return len(texts) > 1 and all(t.isdecimal() and 1900 <= int(t) <= 2100 for t in texts)


def _readings_across(observed: Observed, shape: TableShape) -> tuple[int, int]:
    if not shape.readings or not len(observed):
        return (1, 1)
    counts = np.bincount(observed.rows)
    counts = counts[counts > 0]
    return int(counts.min()), int(counts.max())


def _is_averaged(
    shape: TableShape,
    reading: Reading,
    column: int | None,
    word: str,
    counts: Integers,
    several: bool,
) -> bool:
    if reading.within is not None:
        return reading.within == column
    if not several or column is None or shape.layout is not Layout.LONG:
        return False
    if (counts > 1).mean() < 0.5 or word not in UNIT_WORDS - BLOCK_WORDS:
        return False
    return any(
        p.heading_word in READING_WORDS or (p.is_numbering and p.index != column)
        for p in shape.columns
    ) or word in {"flask", "dish", "tube", "jar", "animal", "mouse", "rat", "sample", "bottle"}


def averaging_codes(observed: Observed, units: Units, shape: TableShape) -> Integers | None:
    """The unit of every measurement, where readings of one are averaged; else None."""
    if not units.is_averaged:
        return None
    if shape.readings:
        return observed.rows
    return observed.names.codes if observed.names is not None else None
