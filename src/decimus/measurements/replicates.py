"""What a replicate is: units that recur, readings of one unit, subjects measured again."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from decimus.measurements.cells import Booleans, Integers
from decimus.measurements.facts.names import PROVED_BITS, bits_that_same
from decimus.measurements.families import Family
from decimus.measurements.kept_decisions import decoded
from decimus.measurements.lexicon import Sense, is_counter, senses
from decimus.measurements.observing.observed import Observed
from decimus.measurements.profiles import ColumnProfile, numbered_stem
from decimus.measurements.roles import DesignRoles, LongRoles
from decimus.measurements.shapes import TableShape
from decimus.study.decisions import QuestionDecided
from decimus.study.readings import HEADINGS, NOBODY, ROW_NUMBERS, Reading
from decimus.terms import Layout
from decimus.values import Value


class Units(Value, frozen=True):
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
        rivals: other experiments that the names could be of.
        names_within: the column in every part of which the names are those of other units.
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
    rivals: tuple[DesignRoles, ...] = ()
    names_within: int | None = None

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
    rivals = () if roles is None or is_settled(reading) else roles.rivals
    if observed.names is None or not len(observed):
        return Units(
            rivals=rivals,
            readings=_readings_across(observed, shape),
            is_averaged=bool(shape.readings),
        )
    names = observed.names.codes
    if "" in observed.names.texts and (names == observed.names.texts.index("")).any():
        return Units(rivals=rivals)
    counts = _Counts.of(groups, names, len(observed.names.texts))
    naming = _Naming.of(observed.names.texts, shape, column)
    roles = roles if roles is not None and roles.unit == column else None
    same = _sameness(reading, shape, naming, roles)
    if same.is_guess and bits_that_same(observed.names.texts, names, groups) >= PROVED_BITS:
        same = _Sameness(is_same=True, is_sure=False)
    is_same = counts.recur and same.is_same
    is_sure = same.is_sure
    if not same.is_said and counts.recur:
        is_sure = is_same and _is_proved(observed.names.texts, names, groups, shape, naming)
    readings = _readings_across(observed, shape) if shape.readings else counts.readings
    found = roles if not same.is_said else None
    return Units(
        variable=naming.variable,
        heading=naming.heading,
        count=counts.units,
        recurs=counts.recur,
        is_same=is_same,
        is_decided=same.is_said or is_sure or not counts.recur,
        is_block=_is_block(reading, naming.profile, found),
        readings=readings,
        is_averaged=_is_averaged(reading, column, shape, roles, counts, is_same=is_same),
        may_be_repeats=not same.is_said and not is_same and naming.may_repeat(shape),
        has_one_per_group=not counts.are_several and readings[1] > 1,
        other_variable=found.other_unit if found is not None else None,
        is_forced=found is not None and found.is_forced,
        rivals=rivals,
        names_within=found.names_within if found is not None else reading.names_within,
    )


def _is_proved(
    texts: Sequence[str], names: Integers, groups: Integers, shape: TableShape, naming: _Naming
) -> bool:
    """Whether names show by themselves that the same units stand in several groups."""
    if shape.pairs_by_row:
        return False
    if shape.heads.naming is not None:
        return bool(shape.side_factors)  # each column is one unit of its group, named once
    if shape.side_factors and naming.profile is not None and naming.profile.is_unique:
        return True  # each row is one unit of its group, with a name of its own
    if shape.layout is Layout.COLUMNS:
        return False  # that each name stands once in every column is the form of the table
    return bits_that_same(texts, names, groups) >= PROVED_BITS


def is_settled(reading: Reading) -> bool:
    """Whether what n counts was said, in one way or another."""
    said = (reading.same_units, reading.subject, reading.within, reading.pair_by_row)
    return any(word is not None for word in said)


def with_kept_units(units: Units, question: QuestionDecided | None) -> Units:
    """What n counts as it was decided for a question; how many there are is counted."""
    kept = None if question is None else decoded(question.units, Units)
    if kept is None:
        return units
    return replace(
        units,
        is_same=kept.is_same,
        is_decided=kept.is_decided,
        is_block=kept.is_block,
        is_averaged=kept.is_averaged,
        may_be_repeats=kept.may_be_repeats,
        other_variable=kept.other_variable,
        is_forced=kept.is_forced,
        rivals=kept.rivals,
    )


class _Counts(Value, frozen=True):
    """How names of units spread over groups.

    Args:
        units: how many names there are.
        recur: whether most stand in more than one group.
        are_several: whether most groups hold more than one.
        readings: fewest and most measurements of one name in a group.
        are_read_again: whether half of the names or more have several in a group.
        groups_of_each: in how many groups a name stands on average.
    """

    units: int
    recur: bool
    are_several: bool
    readings: tuple[int, int]
    are_read_again: bool
    groups_of_each: float

    @staticmethod
    def of(groups: Integers, names: Integers, count: int) -> _Counts:
        """From the codes of group and name of every measurement, of `count` names."""
        pairs, counts = np.unique(groups.astype(np.int64) * count + names, return_counts=True)
        groups_of_name = np.bincount(pairs % count)
        names_of_group = np.bincount(pairs // count)
        return _Counts(
            units=int((groups_of_name > 0).sum()),
            recur=_mostly(groups_of_name[groups_of_name > 0] > 1),
            are_several=_mostly(names_of_group[names_of_group > 0] > 1),
            readings=(int(counts.min()), int(counts.max())),
            are_read_again=bool((counts > 1).mean() >= 0.5),
            groups_of_each=float(groups_of_name[groups_of_name > 0].mean()),
        )


def _mostly(are: Booleans) -> bool:
    return bool(are.mean() > 0.5)


class _Naming(Value, frozen=True):
    """What names units: a column, the headings across, or nothing but the rows themselves.

    Args:
        variable: which of them.
        profile: the column, None for headings and rows.
        stem: what numbered names share: "flask" of "flask 1".
        texts: the first of the names.
    """

    variable: int
    profile: ColumnProfile | None
    stem: str
    texts: tuple[str, ...]

    @staticmethod
    def of(texts: tuple[str, ...], shape: TableShape, column: int | None) -> _Naming:
        """From the names and where they stand."""
        looked_at = tuple(text for text in texts[:_MOST_LOOKED_AT] if text)
        if column is not None:
            stem = "" if shape.pairs_by_row else numbered_stem(looked_at) or ""
            return _Naming(column, shape.column(column), stem, looked_at)
        if shape.pairs_by_row:
            return _Naming(ROW_NUMBERS, None, "", looked_at)
        return _Naming(HEADINGS, None, numbered_stem(looked_at) or "", looked_at)

    @property
    def heading(self) -> str:
        """What a unit is called."""
        return (self.profile.heading if self.profile is not None else "") or self.stem

    @property
    def is_of_subjects(self) -> bool:
        """Whether heading or names are of somebody who is the same wherever named."""
        is_said = self.profile is not None and self.profile.is_about(Sense.SUBJECT)
        return is_said or Sense.SUBJECT in senses(self.stem)

    def may_repeat(self, shape: TableShape) -> bool:
        """Whether the names are of trials or years rather than of units."""
        if self.stem in _REPEATED:
            return True
        if self.profile is None:
            return False
        is_word = self.profile.heading_word in _REPEATED
        return is_word or (_are_years(self.texts) and shape.layout is not Layout.LONG)


class _Sameness(Value, frozen=True):
    """Whether a name in another group is the same unit again, and how that is known."""

    is_same: bool
    is_sure: bool
    is_said: bool = False
    is_guess: bool = False


def _sameness(
    reading: Reading, shape: TableShape, naming: _Naming, roles: LongRoles | None
) -> _Sameness:
    """As said, else as structure and words make likely."""
    if reading.same_units is not None:
        return _Sameness(reading.same_units, is_sure=True, is_said=True)
    if reading.subject is not None:
        return _Sameness(reading.subject != NOBODY, is_sure=True, is_said=True)
    if shape.pairs_by_row or shape.heads.naming is not None:
        return _Sameness(is_same=True, is_sure=False)
    if reading.within is not None and reading.within >= 0:
        is_same = roles.is_same if roles is not None else naming.is_of_subjects
        return _Sameness(is_same=is_same, is_sure=True, is_said=True)
    if roles is not None:
        return _Sameness(roles.is_same, is_sure=not roles.is_asked)
    if naming.is_of_subjects:
        return _Sameness(is_same=True, is_sure=True)
    if naming.profile is not None and shape.layout is Layout.COLUMNS:
        return _same_in_columns(shape, naming.profile)
    return _Sameness(is_same=False, is_sure=False, is_guess=True)


def _same_in_columns(shape: TableShape, profile: ColumnProfile) -> _Sameness:
    """Whether each row of a block, groups in columns, is one unit measured again."""
    family = shape.family
    counts = profile.is_about(Sense.TRIAL) or not profile.heading or is_counter(profile.heading)
    if family is Family.TIMES and not counts:
        return _Sameness(is_same=True, is_sure=not profile.is_about(Sense.UNIT))
    if profile.are_years:
        return _Sameness(is_same=False, is_sure=False)
    if profile.is_about(Sense.BLOCK) and not profile.is_about(Sense.TRIAL):
        return _Sameness(is_same=True, is_sure=not profile.is_about(Sense.TIME, Sense.UNIT))
    are_doses = family is Family.AMOUNTS and profile.is_about(Sense.UNIT)
    if shape.side_factors and not profile.heading and profile.is_text and profile.is_unique:
        return _Sameness(is_same=True, is_sure=False)
    if shape.side_factors and not counts and not are_doses:
        # A row that has a name and a group is one unit, in all its columns.
        return _Sameness(is_same=True, is_sure=not profile.is_about(Sense.UNIT))
    if profile.is_numbered and not counts and not profile.is_about(Sense.UNIT):
        return _Sameness(is_same=True, is_sure=True)
    are_amounts = all(number % 5 == 0 for number in profile.whole_numbers)
    if profile.whole_numbers and not are_amounts and profile.heading and not profile.senses:
        # Bare numbers under a noun that nobody knows: the noun says what the rows are.
        return _Sameness(is_same=not counts, is_sure=False)
    return _Sameness(is_same=False, is_sure=False, is_guess=True)


def _is_block(reading: Reading, profile: ColumnProfile | None, found: LongRoles | None) -> bool:
    if reading.is_block or (found is not None and found.is_forced):
        return True
    if profile is None or profile.is_about(Sense.SUBJECT) or profile.are_years:
        return False
    return profile.is_about(Sense.BLOCK)


_MOST_LOOKED_AT = 1000
"""Names that are looked at to find what they have in common."""
_REPEATED = frozenset({"trial", "repeat", "run", "round", "session", "visit", "time", "year"})
"""Words for doing something again, perhaps with the same unit."""


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
    shape: TableShape,
    roles: LongRoles | None,
    counts: _Counts,
    *,
    is_same: bool,
) -> bool:
    """Whether readings of one unit are averaged: as said, beside each other, or by design."""
    if shape.readings:
        return True
    if reading.within is not None and reading.within == column:
        return True
    if is_same and counts.readings[1] > 1 and reading.within != NOBODY:
        return True
    if reading.within is not None or roles is None or not roles.is_averaged:
        return False
    return counts.are_several and counts.are_read_again


def averaging_codes(observed: Observed, units: Units, shape: TableShape) -> Integers | None:
    """The unit of every measurement, where readings of one are averaged; else None."""
    if not units.is_averaged:
        return None
    if shape.readings:
        return observed.rows
    return observed.names.codes if observed.names is not None else None
