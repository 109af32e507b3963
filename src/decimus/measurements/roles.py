"""What each column of a long table is for: outcome, factors, who was measured, the rest.

Structure decides before words. Which columns hold names is weighed here; which experiment those
names are of is found among all that they can be of (`experiments`).
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from decimus.measurements.experiments.candidates import Experiment
from decimus.measurements.experiments.labels import is_nested as is_nested_label
from decimus.measurements.experiments.labels import labels_of
from decimus.measurements.experiments.weighing import CLEARLY, Weighed, weighed
from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.identities import identity_weight, names_something
from decimus.measurements.lexicon import Sense, plain
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.sides import (
    LEVELS,
    are_times_of,
    doubtful_levels,
    level_weight,
    rises,
    some_levels,
    without_twins,
)
from decimus.values import Value

_IDENTIFIER = 4.0
"""Weight from which on whole numbers are taken for names of something."""
_MAY_DIVIDE = (Sense.TIME, Sense.GROUP, Sense.ROW)
_MOST_LABELS = 8
_MOST_RIVALS = 6


class DesignRoles(Value, frozen=True):
    """What the columns of names are for.

    Args:
        factors: columns that name the groups.
        unit: the column that says whose measurement it is; None for none.
        reading: the column that numbers the readings of one unit; None for none.
        is_same: whether a name of `unit` in another group is the same one again.
        is_averaged: whether rows of one unit in one group are readings of it.
        names_within: the factor in every level of which the names are those of other units.
    """

    factors: tuple[int, ...]
    unit: int | None = None
    reading: int | None = None
    is_same: bool = False
    is_averaged: bool = False
    names_within: int | None = None


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
        doubtful_factor: a column of numbers taken for levels that could be measured as well, or
            of names, each once, that could name what was measured.
        beside: columns of numbers of something else known of a row.
        names_within: the factor in every level of which the names are those of other units.
        rivals: other experiments that the names could be of, likeliest first.
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
    names_within: int | None = None
    rivals: tuple[DesignRoles, ...] = ()


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
    ranked = _experiments(labels, tuple(factors), unit)
    lead = ranked[0] if ranked else None
    found = _roles_of(lead.experiment) if lead is not None else DesignRoles(tuple(factors))
    rivals = _rivals(ranked)
    chosen, named = tuple(factors) or found.factors, found.unit
    if not chosen:
        chosen = _last_resort(profiles, outcomes, labels) or ((levels.index,) if levels else ())
    if named is None:
        named = _row_names(labels, chosen)
    first = outcomes[:1] if outcome is None else (outcome,)
    rest = tuple(c for c in outcomes if c not in (*first, *chosen, named))
    swapped = [r.unit for r in rivals if found.unit in r.factors and r.unit in found.factors]
    is_forced = lead is not None and _is_forced(lead)
    doubted = doubtful_levels([p for p in used if p.index in chosen], used, levels, outcomes)
    if not found.factors and len(chosen) == 1 and _are_names(used, chosen[0]):
        doubted = chosen[0]
    return LongRoles(
        outcomes=(*first, *rest),
        factors=chosen,
        unit=named,
        reading=found.reading,
        is_same=found.is_same,
        is_averaged=found.is_averaged,
        is_asked=any(_differs_in_units_only(found, rival) for rival in rivals) or bool(swapped),
        other_unit=next(iter(swapped), None),
        is_forced=is_forced,
        doubtful_factor=None if factors else doubted,
        beside=tuple(p.index for p in used if p.is_numeric and p.is_about(Sense.COVARIATE)),
        names_within=found.names_within,
        rivals=rivals,
    )


def _experiments(
    labels: Sequence[ColumnProfile], factors: tuple[int, ...], unit: int | None
) -> tuple[Weighed, ...]:
    """The experiments that the columns of names can be of, the likeliest first."""
    apart = without_twins(labels, factors, unit)
    recurring = [p for p in apart if not p.is_unique or p.index in (*factors, unit)]
    ids = [p for p in apart if p not in recurring]
    if not recurring:
        return ()
    return weighed(labels_of([*recurring, *ids[:1]]), factors, unit)


def _roles_of(found: Experiment) -> DesignRoles:
    return DesignRoles(
        tuple(sorted(f.index for f in found.factors)),
        found.unit.index if found.unit is not None else None,
        found.reading.index if found.reading is not None else None,
        found.is_same,
        found.is_averaged,
        found.within.index if found.within is not None else None,
    )


def _rivals(ranked: Sequence[Weighed]) -> tuple[DesignRoles, ...]:
    """Other experiments that explain the names as well, words aside."""
    if not ranked:
        return ()
    lead = ranked[0]
    close = [
        w
        for w in ranked[1:]
        if w.bits > lead.bits - CLEARLY and not _merely_leaves_out(w.experiment, lead.experiment)
    ]
    return tuple(_roles_of(w.experiment) for w in close[:_MOST_RIVALS])


def _merely_leaves_out(rival: Experiment, lead: Experiment) -> bool:
    """Whether an experiment has no use for a column that another compares.

    A column that one of its factors divides further is no loss: drug, where doses are compared.
    """
    return any(
        label in lead.factors and not any(is_nested_label(f, label) for f in rival.factors)
        for label in rival.unread
    )


def _differs_in_units_only(one: DesignRoles, other: DesignRoles) -> bool:
    return (
        one.factors == other.factors
        and one.unit == other.unit
        and ((one.is_same, one.names_within) != (other.is_same, other.names_within))
    )


def _is_forced(lead: Weighed) -> bool:
    """Whether nothing but one value in every cell says that a column of words is of blocks."""
    found = lead.experiment
    return found.is_same and found.unit is not None and lead.words <= 0 and found.unit.kind.is_words


def _labels(used: Sequence[ColumnProfile], outcome: int | None) -> list[ColumnProfile]:
    """Columns whose cells name something."""
    found = []
    last = max((p.index for p in used if p.is_numeric), default=-1)
    for profile in used:
        if profile.index == outcome or profile.is_about(Sense.NOTE):
            continue
        if profile.is_text and profile.index > last and _is_sparse(profile):
            continue  # remarks on some rows
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
    found += _explaining(used, found, outcome)
    found.sort(key=lambda p: p.index)
    undated = [p for p in found if not p.is_dates]
    if not any(not p.is_unique for p in undated):
        return found[:_MOST_LABELS]
    # Days on which the same units are measured are times; else a date only says when.
    kept = [p for p in found if not p.is_dates or any(are_times_of(p, unit) for unit in undated)]
    return kept[:_MOST_LABELS]


def _is_sparse(profile: ColumnProfile) -> bool:
    """Whether many rows have no text there, so that it cannot divide them."""
    return not profile.is_filled_down and len(profile.texts) <= _MOST_FILLED * len(profile.cells)


_MOST_FILLED = 0.7


def _explaining(
    used: Sequence[ColumnProfile], labels: Sequence[ColumnProfile], outcome: int | None
) -> list[ColumnProfile]:
    """Columns of numbers that tell rows of the same names apart, where others were measured."""
    free = [p for p in used if p.is_numeric and p not in labels and p.index != outcome]
    free = [p for p in free if not p.is_about(Sense.COVARIATE, Sense.QUANTITY)]
    found: list[ColumnProfile] = []
    for profile in free:
        if len(found) + 1 < len(free) + (outcome is not None) and names_something(
            profile, [*labels, *found]
        ):
            found.append(profile)
    return found


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
        key=lambda p: (
            p.is_about(Sense.COVARIATE) or _only_rises(p) or _is_start(p.heading),
            p.index < first_label,
            p.index,
        ),
    )
    found = tuple(p.index for p in ranked)
    return found if said is None else (said, *(c for c in found if c != said))


def _is_start(heading: str) -> bool:
    """Whether a heading says what was there before: "initial weight"."""
    return not _STARTS.isdisjoint(plain(heading).split())


_STARTS = frozenset({"initial", "start", "starting", "baseline", "anfangs", "initiale", "inicial"})


def _only_rises(profile: ColumnProfile) -> bool:
    """Whether numbers rise or fall from row to row, as places, times and ids do."""
    values = profile.values
    if len(values) < _FEWEST_RISING:
        return False
    steps = [b - a for a, b in pairwise(values)]
    return all(step > 0 for step in steps) or all(step < 0 for step in steps)


_FEWEST_RISING = 7
"""Numbers that rise by chance once in 2,520 tables."""


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


def _are_names(used: Sequence[ColumnProfile], column: int) -> bool:
    """Whether texts that nobody knows stand once each."""
    return any(
        p.index == column and p.is_text and p.is_unique and not p.is_about(Sense.GROUP)
        for p in used
    )


def _names_units_once(profile: ColumnProfile) -> bool:
    """True for names of units that stand once each: every row is another one."""
    if not profile.is_unique or profile.is_about(Sense.GROUP):
        return False
    kind = kind_of_names(tuple(dict.fromkeys(profile.texts)))
    are_numbered = kind in (NameKind.INDEX, NameKind.CODES) and len(profile.counts) >= _FEWEST_UNITS
    return (
        profile.is_numbered
        or are_numbered
        or profile.is_about(Sense.SUBJECT, Sense.UNIT, Sense.BLOCK, Sense.ROW, Sense.TRIAL)
    )


_FEWEST_UNITS = 5
"""Numbered names that stand once each and are rather of units than of groups."""
