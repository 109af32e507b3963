"""What each column of a long table is for: outcome, factors, who was measured, the rest.

Structure decides before words. A column that numbers rows or units is neither outcome nor
factor; names that cross the others with one value per cell are of blocks or of subjects; the
words of headings tip the scales where structure leaves it open.
"""

from __future__ import annotations

import math
from collections import Counter, defaultdict
from collections.abc import Sequence
from collections.abc import Set as AbstractSet
from itertools import combinations

from msgspec.structs import replace

from decimus.measurements.identities import identity_weight
from decimus.measurements.lexicon import Sense
from decimus.measurements.profiles import ColumnProfile, numbered_stem
from decimus.measurements.sides import (
    LEVELS,
    are_times_of,
    doubtful_levels,
    is_nested,
    level_weight,
    rises,
    some_levels,
    without_twins,
)
from decimus.values import Value

_IDENTIFIER = 4.0
"""Weight from which on whole numbers are taken for names of something."""
_UNIT = 3.0
"""Weight from which on names that recur are taken for those of the same units."""
_PRESENT = 0.65
"""Share of the groups in which units that are measured again are found at least."""
_MAY_DIVIDE = (Sense.TIME, Sense.GROUP, Sense.ROW)
_CROSSED = 0.6
"""Share of the combinations of levels that there are at least where factors cross."""
_RECURRING = 0.3
"""The same of the measurements that share a combination with another."""
_MOST_FACTORS = 3
_MOST_LABELS = 8


class LongRoles(Value, frozen=True):
    """What the columns of a long table are for.

    Args:
        outcomes: columns that can be the outcome, likeliest first.
        factors: columns that name the groups.
        unit: the column that says whose measurement it is; None for none.
        reading: the column that numbers the readings of one unit; None for none.
        is_same: whether a name of `unit` in another group is the same one again.
        is_averaged: whether rows of one unit in one group are readings of it.
        is_asked: whether the names could as well be counters.
        other_unit: a column that could as well be the one of units.
        is_forced: whether nothing but having one value per cell makes it a design of blocks.
        doubtful_factor: a column of numbers taken for levels that could be measured as well.
        beside: columns of numbers of something else known of a row.
    """

    outcomes: tuple[int, ...]
    factors: tuple[int, ...]
    unit: int | None = None
    reading: int | None = None
    is_same: bool = False
    is_averaged: bool = False
    is_asked: bool = False
    other_unit: int | None = None
    is_forced: bool = False
    doubtful_factor: int | None = None
    beside: tuple[int, ...] = ()


def long_roles(
    profiles: Sequence[ColumnProfile],
    *,
    outcome: int | None = None,
    factors: Sequence[int] = (),
    unit: int | None = None,
) -> LongRoles:
    """What the columns are for; what is said is taken as said.

    Args:
        profiles: the columns.
        outcome: the outcome as said.
        factors: the factors as said.
        unit: the column of units as said.
    """
    used = [p for p in profiles if len(p.counts) > 1 or p.index in (*factors, outcome, unit)]
    if not any(p.is_numeric for p in used):
        used = [p for p in profiles if p.counts]  # measurements may all be the same
    labels = _labels(used, outcome)
    levels = None
    if not any(not p.is_unique for p in labels):
        levels = some_levels(used, labels, outcome)
        labels = sorted([*labels, *([levels] if levels else [])], key=lambda p: p.index)
    outcomes = _outcomes(used, labels, outcome)
    labels = [p for p in labels if p.index not in outcomes[:1]]
    reading, outer = _reading_column(labels, unit, factors)
    unit = outer.index if outer is not None and unit is None else unit
    labels = [p for p in labels if p is not reading]
    recurring = [p for p in labels if not p.is_unique or p.index in factors]
    has_ids = any(p.is_unique and (p.is_numbered or p.is_about(Sense.SUBJECT)) for p in labels)
    found = _Design(recurring, reading, tuple(factors), unit, has_ids=has_ids).roles()
    chosen = tuple(factors) or found.factors
    named = found.unit
    if not chosen:
        chosen = _last_resort(profiles, outcomes, labels) or ((levels.index,) if levels else ())
    if named is None:
        named = _row_names(labels, chosen)
    first = outcomes[:1] if outcome is None else (outcome,)
    rest = tuple(c for c in outcomes if c not in (*first, *chosen, named))
    return LongRoles(
        outcomes=(*first, *rest),
        factors=chosen,
        unit=named,
        reading=reading.index if reading is not None else None,
        is_same=found.is_same,
        is_averaged=found.is_averaged,
        is_asked=found.is_asked,
        other_unit=found.other_unit,
        is_forced=found.is_forced,
        doubtful_factor=None
        if factors
        else doubtful_levels([p for p in used if p.index in chosen], used, levels, outcomes),
        beside=tuple(p.index for p in used if p.is_numeric and p.is_about(Sense.COVARIATE)),
    )


def _labels(used: Sequence[ColumnProfile], outcome: int | None) -> list[ColumnProfile]:
    """Columns whose cells name something."""
    found = []
    for profile in used:
        if profile.index == outcome or profile.is_about(Sense.NOTE):
            continue
        is_beside = profile.is_about(Sense.COVARIATE)
        if profile.is_numeric and is_beside and not profile.is_about(*_MAY_DIVIDE):
            continue  # an age divides nobody into groups
        if profile.is_text:
            if not (profile.is_dates and profile.is_unique):
                found.append(profile)
        elif (
            profile.whole_numbers and identity_weight(profile, used) >= _IDENTIFIER
        ) or level_weight(profile, used) >= LEVELS:
            found.append(profile)
    undated = [p for p in found if not p.is_dates]
    if not any(not p.is_unique for p in undated):
        return found[:_MOST_LABELS]
    # Days on which the same units are measured are times; else a date only says when.
    kept = [p for p in found if not p.is_dates or any(are_times_of(p, unit) for unit in undated)]
    return kept[:_MOST_LABELS]


def _outcomes(
    used: Sequence[ColumnProfile], labels: Sequence[ColumnProfile], said: int | None
) -> tuple[int, ...]:
    """Columns that can be the outcome, likeliest first."""
    taken = {p.index for p in labels}
    numeric = [p for p in used if p.is_numeric]
    free = [p for p in numeric if p.index not in taken]
    if not free:
        # Something has to be the outcome: what looks least like names or levels.
        free = sorted(
            numeric,
            key=lambda p: (max(identity_weight(p, used), level_weight(p) + 1), -p.index),
        )[:1]
    first_label = min((p.index for p in labels if not p.is_unique), default=-1)
    ranked = sorted(
        free,
        key=lambda p: (p.is_about(Sense.COVARIATE), p.index < first_label, p.index),
    )
    found = tuple(p.index for p in ranked)
    return found if said is None else (said, *(c for c in found if c != said))


def _reading_column(
    labels: Sequence[ColumnProfile], unit: int | None, factors: Sequence[int]
) -> tuple[ColumnProfile | None, ColumnProfile | None]:
    """The column that numbers the readings of one unit, and that of the units where it is sure."""
    for profile in labels:
        others = [p for p in labels if p is not profile]
        if profile.index in (*factors, unit):
            continue
        if (outer := _counted_within(profile, others)) is not None:
            return profile, outer
        if not profile.is_about(Sense.READING, Sense.TRIAL):
            continue
        names = [
            p
            for p in others
            if p.is_about(Sense.UNIT, Sense.SUBJECT, Sense.TRIAL, Sense.BLOCK) or p.is_numbered
        ]
        is_counter = profile.is_numbering or numbered_stem(tuple(profile.counts)) is not None
        if not names or not is_counter or profile.is_unique:
            continue
        if profile.is_about(Sense.READING) or any(not p.is_unique for p in names):
            return profile, None
    return None, None


def _counted_within(
    profile: ColumnProfile, others: Sequence[ColumnProfile]
) -> ColumnProfile | None:
    """The units within which something is counted anew: plants with leaves, tanks with fish.

    The units are nested in the groups, and every count stands once in each of them.
    """
    if not profile.is_about(Sense.UNIT, Sense.SUBJECT, Sense.READING):
        return None
    if profile.is_unique or not _is_numbered(profile) or profile.is_blocked:
        return None
    for outer in others:
        if outer.is_unique or not any(
            is_nested(outer, group) and len(group.counts) < len(outer.counts)
            for group in others
            if group is not outer and not group.is_unique
        ):
            continue
        cells = Counter(zip(outer.cells, profile.cells, strict=True))
        if max(cells.values()) == 1 and not is_nested(profile, outer):
            return outer
    return None


def _row_names(labels: Sequence[ColumnProfile], factors: Sequence[int]) -> int | None:
    """The column that names rows, where no names recur."""
    free = [p for p in labels if p.index not in factors and p.is_unique]
    named = [p for p in free if p.is_numbered or p.is_about(Sense.SUBJECT, Sense.UNIT)]
    return next((p.index for p in (*named, *free) if not p.is_dates), None)


def _last_resort(
    profiles: Sequence[ColumnProfile], outcomes: tuple[int, ...], labels: Sequence[ColumnProfile]
) -> tuple[int, ...]:
    """A factor where nothing recurs: names that stand once each, unless they name units."""
    texts = [p for p in labels if p.is_text] or [p for p in profiles if p.is_text]
    texts = texts or [p for p in labels if rises(p)]
    free = [p for p in texts if p.index not in outcomes[:1]]
    free = [p for p in free if not p.is_about(Sense.NOTE)] or free
    words = [p for p in free if not p.is_numbered] or free
    return tuple(p.index for p in words[:1] if not _names_units_once(p))


def _names_units_once(profile: ColumnProfile) -> bool:
    """True for names of units that stand once each: every row is another one."""
    if not profile.is_unique or profile.is_about(Sense.GROUP):
        return False
    return profile.is_numbered or profile.is_about(
        Sense.SUBJECT, Sense.UNIT, Sense.BLOCK, Sense.ROW, Sense.TRIAL
    )


class _Design:
    """Who was measured, among columns of names that recur."""

    def __init__(
        self,
        labels: Sequence[ColumnProfile],
        reading: ColumnProfile | None,
        factors: tuple[int, ...],
        unit: int | None,
        *,
        has_ids: bool,
    ) -> None:
        self._has_ids = has_ids
        self._labels = without_twins(labels, factors, unit)
        self._reading = reading
        self._factors = factors
        self._said = next((p for p in labels if p.index == unit), None)

    def roles(self) -> LongRoles:
        """The design; with nothing but factors where nobody is named."""
        found = self._found()
        unit = next((p for p in self._labels if p.index == found.unit), None)
        if self._said is not None or unit is None or not unit.is_numbering:
            return found
        # Pupils that count anew in every class of a school are never the same.
        factors = [p for p in self._labels if p.index in found.factors]
        others = [p for p in self._labels if p not in (*factors, unit)]
        if any(_is_cluster(p, factors) for p in others):
            return replace(found, is_same=False, is_averaged=False, is_asked=True)
        return found

    def _found(self) -> LongRoles:  # noqa: PLR0911 - a case per design
        free = [p for p in self._labels if p.index not in self._factors]
        if self._said is not None:
            return self._with(self._said, same=self._crosses(self._said))
        if not free or len(self._labels) < 2:
            return LongRoles((), self._chosen(None))
        ranked = sorted(free, key=lambda p: -self.unit_weight(p))
        best = ranked[0]
        weight = self.unit_weight(best)
        nested, once = self._is_nested(best), self._is_once_per_cell(best)
        if nested and (weight >= 2 or once):
            return self._with(best, same=self._crosses(best))
        if once and self._crosses(best):
            counter = self._counter_beside(best)
            if counter is not None:
                return LongRoles((), (best.index,), counter.index, is_asked=True)
            if weight >= _UNIT:
                close = weight - self.unit_weight(ranked[1]) < 2 if len(ranked) > 1 else False
                other = ranked[1].index if close else None
                found = self._with(best, same=True)
                return replace(found, other_unit=other, is_asked=other is not None)
            if weight > 0:
                return replace(self._with(best, same=False), is_asked=True)
            return self._forced(ranked)
        if self._reading is not None and weight >= 2:
            return self._with(best, same=self._is_named_subject(best), averaged=True)
        if weight >= _UNIT and self._is_named_subject(best) and self._crosses(best):
            return self._with(best, same=True, averaged=True)
        if weight >= 2.5 and best.is_about(Sense.UNIT) and _is_numbered(best) and not once:
            return self._with(best, same=False, averaged=True)
        return LongRoles((), self._chosen(None))

    def _counter_beside(self, best: ColumnProfile) -> ColumnProfile | None:
        """The other of two columns, where it only counts the units within each of the first."""
        if len(self._labels) != 2 or best.is_about(Sense.SUBJECT) or self._factors:
            return None
        other = next(p for p in self._labels if p is not best)
        is_short = _is_numbered(other) or all(len(text) < 3 for text in other.counts)
        counts = is_short and other.is_about(Sense.UNIT, Sense.SUBJECT, Sense.TRIAL)
        return other if counts and best.is_blocked and not other.is_blocked else None

    def _forced(self, ranked: Sequence[ColumnProfile]) -> LongRoles:
        """One value per cell of what are all factors: one of them has to be the block."""
        if len(self._labels) > 2 or self._factors or self._has_ids:
            return LongRoles((), self._chosen(None))
        found = self._with(ranked[0], same=True)
        return replace(found, other_unit=ranked[1].index, is_asked=True, is_forced=True)

    def _with(self, unit: ColumnProfile, *, same: bool, averaged: bool = False) -> LongRoles:
        factors = self._chosen(unit)
        several = self._reading is not None or averaged
        if not several and self._is_nested(unit):
            several = not self._is_once_per_cell(unit)
        return LongRoles((), factors, unit.index, None, same, several)

    def unit_weight(self, profile: ColumnProfile) -> float:  # noqa: C901 - a line per evidence
        """How much names look like those of units rather than of levels."""
        # Rows that are numbered as units of their own are no units again.
        weight = -3.0 if self._has_ids and not profile.is_about(Sense.BLOCK) else 0.0
        weight -= 8 * self._is_haphazard(profile)
        if profile.is_numbered or profile.is_about(Sense.SUBJECT):
            weight += 4
        elif profile.is_about(Sense.ROW):
            weight += 3
        elif profile.is_about(Sense.UNIT):
            weight += 2.5
        elif profile.is_about(Sense.BLOCK) and not profile.is_about(Sense.TIME, Sense.TRIAL):
            weight += 3
        elif profile.is_about(Sense.TRIAL):
            weight += 1.5
        elif profile.is_about(Sense.GROUP, Sense.TIME) and not profile.is_about(Sense.BLOCK):
            weight -= 4
        if profile.are_steps or profile.unit_in_heading:
            weight -= 4
        if profile.are_codes:
            weight += 2
        elif profile.whole_numbers:
            # Counters start at 1.
            weight += 1 if min(profile.whole_numbers) < 2 else 2.5
        others = [len(p.counts) for p in self._labels if p is not profile]
        count = len(profile.counts)
        weight += (count > max(others, default=0)) + (count >= 2 * max(others, default=count))
        is_name = profile.is_text and not _is_numbered(profile)
        if is_name and not profile.is_about(Sense.GROUP):
            weight += 1
        if profile.is_blocked:
            return weight + 1.5
        if _is_numbered(profile):
            return weight - (1.5 if not profile.is_about(Sense.SUBJECT) else 0)
        return weight + (0.5 if is_name else 0)

    def _others(self, profile: ColumnProfile) -> list[ColumnProfile]:
        if self._factors:
            return [p for p in self._labels if p.index in self._factors]
        return [p for p in self._labels if p is not profile]

    def _is_nested(self, profile: ColumnProfile) -> bool:
        """True when each name belongs to one level of another column, rows being several."""
        return any(
            is_nested(profile, other) and len(other.counts) < len(profile.counts)
            for other in self._others(profile)
        )

    def _crosses(self, profile: ColumnProfile) -> bool:
        """True when most names stand under several levels of some column.

        Of a sample those names that stand in it more than once.
        """
        names = _known_again(profile)
        for other in self._others(profile):
            levels: defaultdict[str, set[str]] = defaultdict(set)
            for name, level in zip(profile.cells, other.cells, strict=True):
                if name in names and level:
                    levels[name].add(level)
            if sum(len(found) > 1 for found in levels.values()) * 2 > len(levels):
                return True
        return False

    def _is_haphazard(self, profile: ColumnProfile) -> bool:
        """True for whole numbers that recur as amounts do: here and there, now and then.

        Numbers of units stand in one group each, in nearly all groups, or count anew in each.
        """
        if not profile.whole_numbers or self._is_nested(profile):
            return False
        names = _known_again(profile)
        for other in self._others(profile):
            groups: defaultdict[str, set[int]] = defaultdict(set)
            for number, level in zip(profile.cells, other.cells, strict=True):
                if number in names and level:
                    groups[level].add(int(number))
            present = sum(map(len, groups.values()))
            if present >= _PRESENT * len(names) * len(groups):
                return False
            if all(max(found) - min(found) + 1 == len(found) for found in groups.values()):
                return False
        return True

    def _is_once_per_cell(self, profile: ColumnProfile) -> bool:
        """True when nearly every combination of the names with the others stands once."""
        columns = [profile, *self._others(profile)]
        cells = Counter(zip(*(p.cells for p in columns), strict=True))
        return len(cells) * 20 >= 19 * sum(cells.values())

    def _is_named_subject(self, profile: ColumnProfile) -> bool:
        """True for names of somebody, enough of them to be more than two kinds."""
        if not (profile.is_numbered or profile.is_about(Sense.SUBJECT)):
            return False
        count = len(profile.counts)
        numbered = profile.are_codes or bool(profile.whole_numbers) or profile.is_numbered
        return count > 4 or (count > 2 and numbered)

    def _chosen(self, unit: ColumnProfile | None) -> tuple[int, ...]:
        """The factors: those that cross each other, else the one that divides the rows best."""
        if self._factors:
            return self._factors
        found = [p for p in self._labels if p is not unit]
        # Names of what is measured stand back where there are others.
        plain = [p for p in found if not (p.is_about(Sense.ROW) or p.is_numbered)]
        # Numbers that each stand in one group of a factor with a name are of its units.
        named = [p for p in plain if p.is_text or p.is_about(Sense.GROUP)]
        plain = [p for p in plain if not p.whole_numbers or not _is_cluster(p, named)]
        found = sorted(plain or found, key=lambda p: p.index)
        for size in range(min(_MOST_FACTORS, len(found)), 1, -1):
            for chosen in combinations(found, size):
                if _are_crossed(chosen):
                    return tuple(p.index for p in chosen)
        weighed = sorted(found, key=lambda p: (self.unit_weight(p), len(p.counts), p.index))
        return tuple(p.index for p in weighed[:1])


def _known_again(profile: ColumnProfile) -> AbstractSet[str]:
    """The names in a column; of a sample only those that recur in it, others may elsewhere."""
    counts = profile.counts
    return {name for name in counts if counts[name] > 1} if profile.is_sample else counts.keys()


def _is_cluster(profile: ColumnProfile, factors: Sequence[ColumnProfile]) -> bool:
    """True for numbers of something larger than a unit, each in one group: schools."""
    if not _is_numbered(profile):
        return False
    return any(
        f is not profile and len(f.counts) < len(profile.counts) and is_nested(profile, f)
        for f in factors
    )


def _is_numbered(profile: ColumnProfile) -> bool:
    return bool(
        profile.whole_numbers
        or profile.are_codes
        or numbered_stem(tuple(profile.counts)) is not None
    )


def _are_crossed(chosen: Sequence[ColumnProfile]) -> bool:
    """True when most combinations of columns exist, most of them more than once.

    Of a sample of rows as many combinations, and as many of them again, as chance would find.
    """
    cells = Counter(row for row in zip(*(p.cells for p in chosen), strict=True) if all(row))
    possible = float(math.prod(len(profile.counts) for profile in chosen))
    if not any(profile.is_sample for profile in chosen):
        recur = sum(count > 1 for count in cells.values()) * 2 >= len(cells)
        return recur and len(cells) >= _CROSSED * possible
    looked_at = sum(cells.values())
    expected = possible * -math.expm1(looked_at * math.log1p(-1 / possible))
    again = looked_at - len(cells)
    recur = again >= 1 and again >= _RECURRING * (looked_at - expected)
    return recur and len(cells) >= _CROSSED * expected
