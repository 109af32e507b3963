"""By how many bits one experiment explains a table better than another; words add a few.

The weights were chosen by what people do (an index is hardly a treatment, what is counted anew in
every unit is mostly a reading of it) and tried on tables in words that nobody knows.
"""

from __future__ import annotations

from collections.abc import Sequence

from decimus.measurements.experiments.candidates import Experiment, experiments
from decimus.measurements.experiments.labels import Label, is_nested, joint
from decimus.measurements.facts.kinds import NameKind
from decimus.measurements.facts.names import bits_of_recurring
from decimus.measurements.lexicon import Sense
from decimus.measurements.profiles import ColumnProfile
from decimus.values import Value

CLEARLY = 6.0
"""Bits without words from which on nothing is asked."""
_MOST_OF_WORDS = 6.0
_ROLE = 3.0
_MOST_AGAINST_DIFFERENT = 20.0
_MANY_LEVELS = 12
_FEW_READINGS, _MANY_ROWS = 3.0, 6.0
_ROWS_OF_LEVEL = 10
_NOTHING_TO_SAY = 10.0
"""Of groups of one value nothing can be told; more than words can make up for."""
_FEW_WORDS, _TWO = 4, 2


class Weighed(Value, frozen=True):
    """An experiment and what speaks for it.

    Args:
        experiment: the experiment.
        bits: by structure alone.
        words: by the words of headings, a few bits at most.
    """

    experiment: Experiment
    bits: float
    words: float

    @property
    def total(self) -> float:
        """All evidence."""
        return self.bits + self.words


def weighed(
    labels: Sequence[Label], factors: Sequence[int] = (), unit: int | None = None
) -> tuple[Weighed, ...]:
    """The experiments that a table can be of, the likeliest first, one for each set of results."""
    best: dict[tuple[object, ...], Weighed] = {}
    for found in experiments(labels, factors, unit):
        entry = Weighed(found, _bits(found), _words(found))
        known = best.get(found.facts)
        if known is None or entry.total > known.total:
            best[found.facts] = entry
    return tuple(sorted(best.values(), key=lambda entry: -entry.total))


def _bits(found: Experiment) -> float:
    """What the structure says for an experiment."""
    bits = 0.0
    for factor in found.factors:
        bits += _as_factor(factor, found)
    bits -= sum(_of_unread(label, found) for label in found.unread)
    if not found.has_replicates:
        bits -= _NOTHING_TO_SAY
    if found.unit is not None:
        bits += _as_unit(found.unit, found)
    if found.reading is not None:
        bits += _as_reading(found.reading)
    return bits


def _of_unread(label: Label, found: Experiment) -> float:
    """What it costs to have no use for a column; for counters, ids and what is above less."""
    if _stands_above(label, found) or (found.is_averaged and label.kind.counts):
        return 0.0  # it counts what is averaged
    is_set = label.kind in (NameKind.WORDS, NameKind.AMOUNTS) and not label.is_unique
    return 4.0 if is_set or not found.is_told_apart else 2.0


def _stands_above(label: Label, found: Experiment) -> bool:
    """Whether a column holds larger things than units within one level: schools of one method."""
    return (
        found.unit is not None
        and is_nested(found.unit, label)
        and any(is_nested(label, factor) for factor in found.factors)
    )


def _as_factor(factor: Label, found: Experiment) -> float:
    """Levels are words or amounts, few; an index is hardly one, unless within named units."""
    is_many = factor.count > _MANY_LEVELS and len(factor.codes) < _ROWS_OF_LEVEL * factor.count
    if is_many and not factor.is_sample:
        return -4.0
    is_inner = found.is_same and factor not in found.nested_in and factor is not found.within
    match factor.kind:
        case NameKind.INDEX:
            # What counts replicates stands once in each group.
            bits = -2.0 if is_inner else (-6.0 if found.is_told_apart else -3.0)
            # Steps are gone through one after the other, readings done at once.
            return bits + 2.0 * (is_inner and factor.profile.is_blocked)
        case NameKind.LETTERS:
            return -1.0
        case NameKind.CODES:
            return -1.0 if factor.count <= _FEW_WORDS else -5.0
        case NameKind.AMOUNTS | NameKind.WORDS:
            return 0.0


def _as_unit(unit: Label, found: Experiment) -> float:
    """Units are many, nested in what was set, and explain the rows."""
    bits = 0.0
    if unit.kind is NameKind.AMOUNTS:
        bits -= 6
    elif unit.kind is NameKind.WORDS and unit.count <= _FEW_WORDS:
        bits -= 3 if unit.count > _TWO else 6  # of two nothing can be told
    if all(unit.count > factor.count for factor in found.factors):
        bits += 2
    if found.nested_in and found.has_support:
        bits += 6
    if found.is_explained:
        bits += 3
    elif not found.nested_in:
        # Rows that nothing tells apart are replicates, the more so the more there are.
        bits -= 4 + min(_MANY_ROWS, max(0.0, found.rows_each - _FEW_READINGS))
    if not found.is_same or found.within is not None:
        cells = joint(found.factors, len(unit.codes))
        apart = None if found.within is None else found.within.codes
        against = bits_of_recurring(unit.texts, unit.codes, cells, apart)
        bits -= min(against, _MOST_AGAINST_DIFFERENT)
        if found.recurs and found.within is None:
            # Who counts on over groups does not count anew in every time; words are no counters.
            bits -= 6 if found.nested_in else 2 * unit.kind.is_words
            # Rows in the order of units: each was gone through with all that was set.
            bits -= 2 * unit.profile.is_blocked
    return bits


def _as_reading(reading: Label) -> float:
    match reading.kind:
        case NameKind.INDEX | NameKind.LETTERS:
            return 0.0
        case NameKind.CODES:
            return -3.0
        case NameKind.AMOUNTS | NameKind.WORDS:
            return -6.0


def _words(found: Experiment) -> float:
    """What the words of headings add."""
    bits = sum(_word_of_factor(f.profile) for f in found.factors)
    if found.unit is not None:
        bits += _word_of_unit(found.unit.profile)
    if found.reading is not None:
        bits += _word_of_reading(found.reading.profile)
    bits = max(-_MOST_OF_WORDS, min(_MOST_OF_WORDS, bits))
    # A word that is believed tips what nothing else decides.
    return bits + (_word_of_same(found.unit.profile, found) if found.unit is not None else 0.0)


def _word_of_factor(profile: ColumnProfile) -> float:
    if profile.is_about(Sense.GROUP):
        return _ROLE
    if profile.is_about(Sense.TIME):
        return _ROLE - 1
    if profile.is_numbered or profile.is_about(
        Sense.SUBJECT, Sense.UNIT, Sense.ROW, Sense.TRIAL, Sense.READING, Sense.BLOCK
    ):
        return -_ROLE
    return 0.0


def _word_of_unit(profile: ColumnProfile) -> float:
    if profile.is_numbered or profile.is_about(Sense.SUBJECT):
        return _ROLE
    if profile.is_about(Sense.BLOCK, Sense.ROW) and not profile.is_about(Sense.TIME, Sense.TRIAL):
        return _ROLE
    if profile.is_about(Sense.UNIT):
        return _ROLE - 0.5
    if profile.is_about(Sense.TRIAL):
        return 1.0
    if profile.is_about(Sense.READING):
        return -_ROLE
    if profile.is_about(Sense.GROUP, Sense.TIME):
        return -_ROLE
    return 0.0


def _word_of_same(profile: ColumnProfile, found: Experiment) -> float:
    """A word for what is measured again is believed; other units are taken as different."""
    is_again = profile.is_numbered or profile.is_about(Sense.SUBJECT, Sense.BLOCK)
    is_again = is_again and not profile.is_about(Sense.TRIAL)
    is_again = is_again or any(
        f.profile.is_dates or f.profile.is_about(Sense.TIME)
        for f in found.factors
        if f not in found.nested_in
    )
    if found.within is not None:
        # Rows by sex, and in each sex from 1 on: as if other ones stood there.
        outer = found.within.profile.is_blocked and not found.within.kind.counts
        inner = [f for f in found.factors if f is not found.within]
        return 1.5 if is_again and outer and not any(f.profile.is_blocked for f in inner) else -0.5
    if found.is_same:
        return 1.0 if is_again else -0.5
    return -0.5 if is_again else 0.5


def _word_of_reading(profile: ColumnProfile) -> float:
    if profile.is_about(Sense.READING, Sense.TRIAL):
        return _ROLE
    if profile.is_about(Sense.UNIT):
        return 1.0
    if profile.is_about(Sense.TIME, Sense.GROUP):
        return -_ROLE
    return 0.0
