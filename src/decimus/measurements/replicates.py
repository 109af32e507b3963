"""What a replicate is: units that recur, readings of one unit, subjects measured again."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from decimus.measurements.cells import Integers
from decimus.measurements.extraction import Observed
from decimus.measurements.families import Family
from decimus.measurements.lexicon import Sense, is_counter, senses
from decimus.measurements.profiles import ColumnProfile, numbered_stem
from decimus.measurements.roles import LongRoles
from decimus.measurements.shapes import TableShape
from decimus.study.readings import HEADINGS, NOBODY, ROW_NUMBERS, Reading
from decimus.terms import Layout


@dataclass(frozen=True)
class Units:
    """How values relate to the units they were measured on.

    Args:
        variable: where the units are named: a column, HEADINGS for names across the top of
            groups in rows; None where nothing names them.
        heading: the name of that column.
        count: how many of them there are.
        recurs: whether names stand in more than one group, so that they could be the same.
        is_same: whether a name in another group is the same unit again.
        is_decided: whether that was said or is clear, rather than taken for granted.
        is_block: whether the names are blocks rather than subjects.
        readings: fewest and most readings of one unit in a group; (1, 1) where each has one.
        is_averaged: whether readings of one unit are averaged first.
        may_be_repeats: whether the names are of trials or years rather than of units.
        has_one_per_group: whether every group comes from one unit only.
        other_variable: a column that could as well name the units.
        is_forced: whether they are blocks only because every cell holds one value.
    """

    variable: int | None = None
    heading: str = ""
    count: int = 0
    recurs: bool = False
    is_same: bool = False
    is_decided: bool = True
    is_block: bool = False
    readings: tuple[int, int] = (1, 1)
    is_averaged: bool = False
    may_be_repeats: bool = False
    has_one_per_group: bool = False
    other_variable: int | None = None
    is_forced: bool = False

    @property
    def has_uncounted_readings(self) -> bool:
        """True when several readings of one unit count as if they were independent."""
        return self.readings[1] > 1 and not self.is_averaged


def units_of(
    observed: Observed,
    groups: Integers,
    shape: TableShape,
    reading: Reading,
    column: int | None,
    roles: LongRoles | None = None,
) -> Units:
    """What the names of units say.

    Args:
        observed: the measurements.
        groups: the group of each, as a code.
        shape: how the table is laid out.
        reading: what the user said.
        column: the column the names come from, None for the headings of groups in rows.
        roles: what the columns of a long table are for.
    """
    if observed.names is None or not len(observed):
        return Units(readings=_readings_across(observed, shape), is_averaged=bool(shape.readings))
    names = observed.names.codes
    if "" in observed.names.texts and (names == observed.names.texts.index("")).any():
        return Units()
    across = ROW_NUMBERS if shape.pairs_by_row else HEADINGS
    profile = shape.column(column) if column is not None else None
    texts = tuple(text for text in observed.names.texts[:_MOST_LOOKED_AT] if text)
    stem = "" if shape.pairs_by_row else numbered_stem(texts) or ""
    pairs, counts = np.unique(
        groups.astype(np.int64) * len(observed.names.texts) + names, return_counts=True
    )
    own_groups = np.bincount(pairs % len(observed.names.texts))
    recurs = bool((own_groups[own_groups > 0] > 1).mean() > 0.5)
    per_group = np.bincount(pairs // len(observed.names.texts))
    several = bool((per_group[per_group > 0] > 1).mean() > 0.5)
    said_same = reading.same_units
    if said_same is None and reading.subject is not None:
        said_same = reading.subject != NOBODY
    is_likely, is_sure = _are_likely_same(shape, profile, stem, roles)
    is_same = recurs and (said_same if said_same is not None else is_likely)
    readings = (int(counts.min()), int(counts.max()))
    if shape.readings:
        readings = _readings_across(observed, shape)
    is_averaged = bool(shape.readings) or _is_averaged(reading, column, roles, counts, several)
    if is_same and readings[1] > 1 and reading.within != NOBODY:
        is_averaged = True
    found = roles if roles is not None and roles.unit == column and said_same is None else None
    return Units(
        variable=across if column is None else column,
        heading=(profile.heading if profile is not None else "") or stem,
        count=int((own_groups > 0).sum()),
        recurs=recurs,
        is_same=is_same,
        is_decided=said_same is not None or is_sure or not recurs,
        is_block=reading.is_block or _is_block(profile) or bool(found and found.is_forced),
        readings=readings,
        is_averaged=is_averaged,
        may_be_repeats=said_same is None
        and not is_same
        and _may_repeat(shape, profile, stem, texts),
        has_one_per_group=not several and readings[1] > 1,
        other_variable=found.other_unit if found is not None else None,
        is_forced=bool(found and found.is_forced),
    )


def _are_likely_same(
    shape: TableShape, profile: ColumnProfile | None, stem: str, roles: LongRoles | None
) -> tuple[bool, bool]:
    """Whether names that recur are the same units again, and whether that is sure."""
    if shape.pairs_by_row:
        return True, False
    if roles is not None and profile is not None and roles.unit == profile.index:
        return roles.is_same, not roles.is_asked
    subject = Sense.SUBJECT in senses(stem)
    if profile is None:
        return subject, subject
    if profile.is_about(Sense.SUBJECT) or subject:
        return True, True
    if shape.layout is Layout.COLUMNS:
        return _same_in_columns(shape, profile)
    return False, False


def _same_in_columns(shape: TableShape, profile: ColumnProfile) -> tuple[bool, bool]:
    """Whether each row of a block, groups in columns, is one unit measured again."""
    family = shape.family
    counts = profile.is_about(Sense.TRIAL) or not profile.heading or is_counter(profile.heading)
    if family is Family.TIMES and not counts:
        return True, not profile.is_about(Sense.UNIT)
    if profile.are_years:
        return False, False
    if profile.is_about(Sense.BLOCK) and not profile.is_about(Sense.TRIAL):
        return True, not profile.is_about(Sense.TIME, Sense.UNIT)
    are_doses = family is Family.AMOUNTS and profile.is_about(Sense.UNIT)
    if shape.side_factors and profile.is_unique and not counts and not are_doses:
        # A row that has a name of its own and a group is one unit, in all its columns.
        return True, not profile.is_about(Sense.UNIT)
    if profile.is_numbered and not counts and not profile.is_about(Sense.UNIT):
        return True, True
    are_amounts = all(number % 5 == 0 for number in profile.whole_numbers)
    if profile.whole_numbers and not are_amounts and profile.heading and not profile.senses:
        # Bare numbers under a noun that nobody knows: the noun says what the rows are.
        return not counts, False
    return False, counts


def _is_block(profile: ColumnProfile | None) -> bool:
    if profile is None or profile.is_about(Sense.SUBJECT) or profile.are_years:
        return False
    return profile.is_about(Sense.BLOCK)


_MOST_LOOKED_AT = 1000
"""Names that are looked at to find what they have in common."""
_REPEATED = frozenset({"trial", "repeat", "run", "round", "session", "visit", "time", "year"})
"""Words for doing something again, perhaps with the same unit."""


def _may_repeat(
    shape: TableShape, profile: ColumnProfile | None, stem: str, texts: tuple[str, ...]
) -> bool:
    if stem in _REPEATED or (profile is not None and profile.heading_word in _REPEATED):
        return True
    return profile is not None and _are_years(texts) and shape.layout is not Layout.LONG


def _are_years(texts: tuple[str, ...]) -> bool:
    return len(texts) > 1 and all(t.isdecimal() and 1900 <= int(t) <= 2100 for t in texts)


def _readings_across(observed: Observed, shape: TableShape) -> tuple[int, int]:
    if not shape.readings or not len(observed):
        return (1, 1)
    counts = np.bincount(observed.rows)
    counts = counts[counts > 0]
    return int(counts.min()), int(counts.max())


def _is_averaged(
    reading: Reading,
    column: int | None,
    roles: LongRoles | None,
    counts: Integers,
    several: bool,
) -> bool:
    if reading.within is not None:
        return reading.within == column
    if roles is None or roles.unit != column or not roles.is_averaged:
        return False
    return several and bool((counts > 1).mean() >= 0.5)


def averaging_codes(observed: Observed, units: Units, shape: TableShape) -> Integers | None:
    """The unit of every measurement, where readings of one are averaged; else None."""
    if not units.is_averaged:
        return None
    if shape.readings:
        return observed.rows
    return observed.names.codes if observed.names is not None else None
