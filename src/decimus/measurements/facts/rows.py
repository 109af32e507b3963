"""What the names at the side of a table say of its rows: units of groups, counted anew in each."""

from __future__ import annotations

from collections.abc import Sequence

from decimus.measurements.facts.kinds import NameKind, kind_of_names
from decimus.measurements.families import Family, family_of
from decimus.measurements.lexicon import Sense
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.sides import Sides, is_nested, sides_of, tell_rows_apart


def reads_across(sides: Sides) -> bool:
    """Whether columns are counted across, beside groups and the units in them: its readings.

    Each row is one unit of a group, and what is counted within it is not compared.
    """
    headings = [p.heading for p in sides.block]
    if len(headings) < 2 or kind_of_names(headings) is not NameKind.INDEX:
        return False
    if family_of(headings) not in (Family.TRIALS, Family.UNITS, Family.NUMBERED):
        return False
    groups = [p for p in sides.names if p.repeats and not p.names_rows]
    units = [
        p
        for p in sides.names
        if p.is_unique
        or kind_of_names(tuple(p.counts)) is NameKind.INDEX
        or any(is_nested(p, group) and len(group.counts) < len(p.counts) for group in groups)
    ]
    return bool(groups) and bool(units) and tell_rows_apart(sides.names)


def counting_within(names: Sequence[ColumnProfile]) -> ColumnProfile | None:
    """Of names at the side the column that counts rows anew in each group of the others."""
    for profile in names:
        others = [p for p in names if p is not profile and p.repeats]
        if not others or not profile.repeats or profile.is_about(Sense.GROUP):
            continue
        rows = list(zip(*(p.cells for p in others), strict=True))
        told = set(zip(profile.cells, rows, strict=True))
        kind = kind_of_names(tuple(profile.counts))
        if kind.counts and len(set(rows)) < len(rows) == len(told) and _starts_anew(profile, rows):
            return profile
    return None


def _starts_anew(profile: ColumnProfile, groups: Sequence[tuple[str, ...]]) -> bool:
    """Whether most groups hold the first of the names, as where each is counted from there."""
    first = profile.texts[0]
    starting = {group for name, group in zip(profile.cells, groups, strict=True) if name == first}
    return 2 * len(starting) > len(set(groups))


def reading_columns(profiles: tuple[ColumnProfile, ...], *, is_said: bool) -> tuple[int, ...]:
    """Columns beside each other that are readings of one unit: "reading 1", "reading 2".

    They count as such when their names say so or the user does.
    """
    numeric = [p for p in profiles if p.is_numeric and p.heading]
    stems: dict[str, list[ColumnProfile]] = {}
    for profile in numeric:
        if profile.heading[-1].isdigit():
            stems.setdefault(profile.heading_word, []).append(profile)
    runs = [run for run in stems.values() if len(run) > 1]
    named = [run for run in runs if run[0].is_about(Sense.READING)]
    if not named and reads_across(sides := sides_of(profiles)):
        named = [list(sides.block)]
    chosen = max(named or (runs if is_said else []), key=len, default=[])
    return tuple(p.index for p in chosen)
