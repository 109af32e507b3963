"""The columns of a table that could be wide: names at the left, a block of numbers beside them.

Columns whose headings belong together are treated alike; numbers that recur as levels do, or
that only number units, are no measurements of the block.
"""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Sequence
from itertools import groupby, pairwise

from msgspec.structs import replace

from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.facts.kinds import kind_of_names
from decimus.measurements.families import Family, family_of, stem_of
from decimus.measurements.identities import are_tags, identity_weight
from decimus.measurements.lexicon import Sense, is_control
from decimus.measurements.numbers import read_cell
from decimus.measurements.profiles import ColumnProfile
from decimus.values import Value

_FEWEST_NUMBERED = 4
"""Rows from 1 on that nothing but numbering explains."""
LEVELS = 4.0
"""Weight from which on numbers are taken for levels."""
_SURELY_LEVELS = 9.0
"""Weight from which on numbers are levels although the heading is of a quantity."""
_CROSSED = 0.6
"""Share of the pairs of units and days that there are at least where units are measured again."""
_FEW = 3
"""Rows of one level that may share a number by chance."""


class Sides(Value, frozen=True):
    """The columns of a table that could be wide.

    Args:
        names: columns of names or ids at the left.
        beside: numbers beside them that are no measurements of the block: an age.
        block: the columns of numbers.
    """

    names: tuple[ColumnProfile, ...]
    beside: tuple[ColumnProfile, ...]
    block: tuple[ColumnProfile, ...]


def sides_of(profiles: tuple[ColumnProfile, ...]) -> Sides:
    """The columns of names at the left, and the columns of numbers beside them."""
    block = [p for p in profiles if (p.texts or p.heading) and not _are_notes(p)]
    lost = {p.index for i, p in enumerate(block) if _is_without_numbers(p, block[i + 1 :])}
    last = max((i for i, p in enumerate(block) if p.is_text and p.index not in lost), default=-1)
    count = 0
    names: list[ColumnProfile] = []
    beside: list[ColumnProfile] = []
    for i, profile in enumerate(block):
        is_name = profile.is_text or names_rows_here(profile, block)
        if profile.index in lost:
            break
        if is_name or (i < last and _are_levels(profile)):
            names.append(profile)
        elif i < last and profile.is_about(Sense.COVARIATE):
            beside.append(profile)
        else:
            break
        count = i + 1
    rest = block[count:]
    if any(p.is_text and p.index not in lost for p in rest):
        return Sides((), (), tuple(block))
    if names and _counts_anew(rest, names):
        names, rest = [*names, rest[0]], rest[1:]
    found = _with_siblings(tuple(names), rest)
    if not found.names and (numbered := _before_like_numbers(rest)):
        found = Sides(tuple(rest[:numbered]), (), tuple(rest[numbered:]))
    return replace(found, beside=(*beside, *found.beside))


def _counts_anew(rest: Sequence[ColumnProfile], names: Sequence[ColumnProfile]) -> bool:
    """Whether numbers beside names that recur count rows anew in each, before like columns."""
    if len(rest) < 3 or not all(p.repeats for p in names) or not are_alike(rest[1:]):
        return False
    counted: dict[tuple[str, ...], list[str]] = {}
    for name, text in zip(zip(*(p.cells for p in names), strict=True), rest[0].cells, strict=True):
        counted.setdefault(name, []).append(text)
    return all(own == [str(i) for i in range(1, len(own) + 1)] for own in counted.values())


def _is_without_numbers(profile: ColumnProfile, later: Sequence[ColumnProfile]) -> bool:
    """True for one word all down a column whose heading goes with those of numbers behind it."""
    if not profile.is_text or profile.numbers or len(profile.counts) != 1 or not later:
        return False
    headings = [profile.heading, *(p.heading for p in later)]
    is_block = all(p.numbers for p in later) and all(headings)
    return is_block and len(later) > 1 and family_of(headings).are_siblings


def _are_notes(profile: ColumnProfile) -> bool:
    """True for a column of remarks, which names nothing and measures nothing."""
    return profile.is_about(Sense.NOTE) and not profile.is_numeric


def _with_siblings(names: tuple[ColumnProfile, ...], rest: list[ColumnProfile]) -> Sides:
    """Numbers apart from a row of siblings are levels, or something else known of a row."""
    start = _first_sibling(rest)
    apart = rest[:start]
    if not apart or len(rest) - start < 2:
        return Sides(names, (), tuple(rest))
    family = family_of(list(dict.fromkeys(p.heading for p in rest[start:])))
    if not family.are_siblings:
        return Sides(names, (), tuple(rest))
    if not names:
        # Amounts, or two columns of them, before numbered trials name the rows; as do levels and
        # numbers unlike those of a row of siblings.
        counts = family in (Family.TRIALS, Family.UNITS) and all(p.heading for p in apart)
        counts = counts or all(_names_or_divides(p, rest[start:]) for p in apart)
        return Sides(tuple(apart) if counts else (), (), tuple(rest[start if counts else 0 :]))
    if family is not Family.TRIALS and not all(_is_apart(p, rest[start:]) for p in apart):
        return Sides(names, (), tuple(rest))  # WT beside KO1 and KO2, control beside 5 and 10 mg
    named = tuple(p for p in apart if level_weight(p) >= LEVELS or _are_ids(p, rest))
    beside = tuple(p for p in apart if p not in named)
    return Sides((*names, *named), beside, tuple(rest[start:]))


def are_alike(block: Sequence[ColumnProfile]) -> bool:
    """True where nothing says that columns of numbers are different quantities."""
    if len(block) < 2 or any(p.senses or p.unit_in_heading for p in block):
        return False
    middles, fine = [], set()
    for profile in block:
        values = sorted(abs(value) for value in profile.values if value == value)
        if not values:
            return False
        middles.append(values[len(values) // 2])
        fine.add(max(read_cell(text, profile.decimal).decimals for text in profile.texts))
    return len(fine) == 1 and max(middles) <= 2 * min(middles)


def _before_like_numbers(block: Sequence[ColumnProfile]) -> int:
    """How many columns of levels, and of counters or tags, stand before columns of like numbers."""
    count = 0
    has_levels = False
    for at, profile in enumerate(block[:_MOST_LEADING]):
        is_level = level_weight(profile, block) >= LEVELS
        if not (is_level or profile.is_numbering or (has_levels and are_tags(profile, block[at:]))):
            break
        has_levels = has_levels or (is_level and not profile.is_numbering)
        count += 1
    rest = block[count:]
    is_block = has_levels and len(rest) > 1 and are_alike(rest)
    return count if is_block and tell_rows_apart(block[:count]) else 0


def tell_rows_apart(names: Sequence[ColumnProfile]) -> bool:
    """Whether the names at the side are another for every row."""
    rows = list(zip(*(p.cells for p in names), strict=True))
    return len(names) > 1 and len(set(rows)) == len(rows)


_MOST_LEADING = 3


def _first_sibling(rest: Sequence[ColumnProfile]) -> int:
    """Where the row of siblings begins that ends with the last column.

    Of a wide table it is looked for by halves: headings that belong together do so also without
    some of them.
    """
    if len(rest) > _WIDE:
        starts = range(len(rest))
        return bisect_left(starts, 1, key=lambda at: int(_belongs(rest[at], rest[at + 1 :])))
    start = len(rest)
    while start and _belongs(rest[start - 1], rest[start:]):
        start -= 1
    return start


_WIDE = 40
"""Columns from which on a table is wide."""


def _is_apart(profile: ColumnProfile, siblings: Sequence[ColumnProfile]) -> bool:
    """Whether a column before a row of siblings is something else that is known of a row.

    By its heading, as levels, or by numbers unlike theirs: an age, a dose, a height.
    """
    if profile.is_about(Sense.COVARIATE, Sense.QUANTITY) or level_weight(profile) >= LEVELS:
        return True
    if is_control(profile.heading) or not profile.numbers:
        return False
    units = {p.unit_in_heading for p in siblings}
    if profile.unit_in_heading and profile.unit_in_heading not in units:
        return True
    return profile.has_decimals is not any(p.has_decimals for p in siblings)


def _are_ids(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    return profile.is_unique and identity_weight(profile, others) >= LEVELS


def _names_or_divides(profile: ColumnProfile, siblings: Sequence[ColumnProfile]) -> bool:
    """Whether numbers before a row of siblings are names of rows, or levels that divide them."""
    if level_weight(profile) >= LEVELS:
        return True
    are_names = bool(profile.whole_numbers) and profile.is_unique and bool(profile.heading)
    return are_names and _is_apart(profile, siblings)


def _belongs(profile: ColumnProfile, later: Sequence[ColumnProfile]) -> bool:
    """Whether a heading goes on the row of siblings to the left."""
    if not later or not profile.heading:
        return bool(profile.heading)
    headings = dict.fromkeys((profile.heading, *(p.heading for p in later)))
    return len(headings) < 2 or family_of(list(headings)).are_siblings


def names_rows_here(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """Whether a column names rows, seen beside the others.

    Columns whose headings belong together are treated alike; whole numbers that only rise,
    where no other column does, are numbers of units, whatever heads them.
    """
    siblings = [p for p in others if p is not profile and p.numbers]
    if not profile.texts or (not profile.is_text and is_sibling(profile, siblings)):
        return False
    if profile.names_rows:
        return True
    first = next((p.index for p in others if p.is_numeric), None)
    if not siblings or not profile.heading or profile.index != first:
        return False
    if are_tags(profile, others):
        return True
    if profile.is_numbering and profile.is_unique and len(profile.texts) > _FEWEST_NUMBERED:
        return not any(p.is_numbering for p in siblings)
    if profile.is_consecutive and not any(p.is_consecutive for p in siblings):
        return not profile.unit_in_heading
    if profile.unit_in_heading:
        return False
    rises_alone = profile.is_ascending and not any(p.is_ascending for p in siblings)
    return _are_coarser(profile, siblings) or (rises_alone and len(siblings) > 1)


def _are_coarser(profile: ColumnProfile, siblings: Sequence[ColumnProfile]) -> bool:
    """Whether whole numbers, each once, stand before columns that all have decimals."""
    is_once = len(profile.whole_numbers) >= _FEWEST_NAMED and profile.is_unique
    return is_once and len(siblings) > 1 and all(p.has_decimals for p in siblings)


_FEWEST_NAMED = 5


def is_sibling(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """True when its heading is one of a row of numbered ones: "Pond 1" beside "Pond 2"."""
    if not profile.heading:
        return False
    near = [p.heading for p in others if p.heading][:3]
    if profile.heading.isdecimal():
        return bool(near) and all(h.isdecimal() for h in near)
    return any(stem_of((profile.heading, h)) is not None for h in near)


def _are_levels(profile: ColumnProfile) -> bool:
    """True for a column before others of names whose own texts all stand several times."""
    return bool(profile.counts) and min(profile.counts.values()) > 1 and len(profile.counts) > 1


def level_weight(profile: ColumnProfile, others: Sequence[ColumnProfile] = ()) -> float:
    """How much a column of numbers looks like levels of a factor rather than measurements.

    Decimals that never recur are no levels; levels recur equally often, in runs or in turn, and
    their heading may say so.
    """
    counts = profile.counts
    if len(counts) < 2 or profile.texts_only or min(counts.values(), default=0) < 2:
        return 0.0
    if len(counts) > 20 or len(counts) * 2 > len(profile.texts):
        return 0.0
    weight = 0.0
    if profile.has_decimals and len(counts) * 3 > len(profile.texts):
        weight -= 2
    if profile.is_blocked:
        weight += 3
    if profile.is_balanced or _is_nearly_balanced(profile):
        weight += 2 if len(profile.texts) > 5 else 1
        weight += len(counts) <= _MOST_SET and min(counts.values()) >= _OFTEN
    if _are_typed_amounts(profile):
        weight += 4
    if profile.is_about(Sense.GROUP, Sense.TIME, Sense.BLOCK):
        weight += 3
    elif min(counts.values()) > 2 and (_is_cycle(profile) or _are_amounts(profile, others)):
        weight += 2
        if profile.unit_in_heading not in {
            "",
            *(p.unit_in_heading for p in _rest(profile, others)),
        }:
            weight += 1
    if len(counts) * 3 <= len(profile.texts):
        weight += 1
        varied = [p for p in others if p is not profile and p.has_decimals and p.is_numeric]
        if profile.whole_numbers and varied:
            weight += 2
    return weight


def _is_nearly_balanced(profile: ColumnProfile) -> bool:
    """True for numbers that stand equally often, a few lost rows aside."""
    often = profile.counts.values()
    return min(often) >= _OFTEN and 5 * min(often) >= 4 * max(often)


def _are_typed_amounts(profile: ColumnProfile) -> bool:
    """True for a few amounts typed with their unit, each about as often: 5 mg/L, 10 mg/L."""
    if len(profile.counts) > _MOST_SET or 3 * min(profile.counts.values()) < max(
        profile.counts.values()
    ):
        return False
    amounts = [amount_and_unit(text) for text in profile.counts]
    return all(amounts) and all(unit for _, unit in filter(None, amounts))


_MOST_SET, _OFTEN = 12, 4
"""Levels that somebody sets at most, and rows that each has then."""


def _are_amounts(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> bool:
    """True for a few amounts in regular steps, about equally often, beside more varied numbers."""
    values = sorted(read_cell(text, profile.decimal).value for text in profile.counts)
    steps = {round(b - a, 9) for a, b in pairwise(values)}
    ratios = {round(b / a, 9) for a, b in pairwise(values) if a}
    # Counts too come one by one.
    are_steps = len(steps) == 1 and (steps != {1.0} or values[0] in (0, 1))
    is_regular = len(values) > 2 and (are_steps or len(ratios) == 1)
    often = profile.counts.values()
    return (
        is_regular
        and 2 * min(often) >= max(often)
        and any(len(p.counts) >= 2 * len(values) for p in _rest(profile, others))
    )


def _rest(profile: ColumnProfile, others: Sequence[ColumnProfile]) -> list[ColumnProfile]:
    return [p for p in others if p is not profile]


def _is_cycle(profile: ColumnProfile) -> bool:
    """True for levels in turn: 1, 2, 3, 1, 2, 3, or 1, 1, 2, 2, 1, 1, 2, 2."""
    runs = [(text, len(list(run))) for text, run in groupby(profile.first_texts)]
    count = len(profile.counts)
    if len(runs) < 2 * count or len({length for _, length in runs}) > 1:
        return False
    start = [text for text, _ in runs[:count]]
    return len(set(start)) == count and all(
        text == start[i % count] for i, (text, _) in enumerate(runs)
    )


def rises(profile: ColumnProfile) -> bool:
    """True for numbers of which each is larger than the one above."""
    values = profile.values
    return len(values) > 2 and all(a < b for a, b in pairwise(values))


def some_levels(
    used: Sequence[ColumnProfile], labels: Sequence[ColumnProfile], outcome: int | None
) -> ColumnProfile | None:
    """Where no names recur, numbers that do may be the levels, if others are left to measure.

    Levels stand to the left of something that was measured.
    """
    numbers = [p for p in used if p.is_numeric and p not in labels]
    numeric = [p for p in numbers if p.index != outcome]
    if len(numeric) < 2 and outcome is None:
        return None
    last = max((p.index for p in numbers), default=-1)
    free = [p for p in numeric if p.index < last and not p.is_about(Sense.QUANTITY)]
    weights = {p.index: level_weight(p, used) for p in free}
    best = max(free, key=lambda p: weights[p.index], default=None)
    if best is not None and weights[best.index] > 0:
        return best
    # Amounts that stand once each, and rise; of several quantities one may rise by chance.
    named = [p for p in free if p.is_about(Sense.GROUP, Sense.TIME) or p.unit_in_heading]
    named = [p for p in named if len(numbers) < 3 or p.is_about(Sense.GROUP, Sense.TIME)]
    return next((p for p in named if rises(p)), None)


def doubtful_levels(
    chosen: Sequence[ColumnProfile],
    used: Sequence[ColumnProfile],
    guess: ColumnProfile | None,
    outcomes: tuple[int, ...],
) -> int | None:
    """The only factor, where its numbers could have been measured as well as set."""
    if len(chosen) != 1 or not chosen[0].is_numeric:
        return None
    only = chosen[0]
    if only.is_about(Sense.GROUP, Sense.TIME, Sense.BLOCK):
        return None
    is_weak = only is guess or not only.is_blocked or only.index > min(outcomes, default=only.index)
    is_weak = is_weak or only.is_about(Sense.QUANTITY) or min(only.counts.values()) < _FEW
    return only.index if is_weak and level_weight(only, used) < _SURELY_LEVELS else None


def are_times_of(dates: ColumnProfile, units: ColumnProfile) -> bool:
    """True for days on each of which units with names are measured again, once each."""
    if dates.is_unique or units.is_unique:
        return False
    is_said = units.is_numbered or units.is_about(Sense.SUBJECT, Sense.UNIT) or units.are_codes
    cells = Counter(zip(units.cells, dates.cells, strict=True))
    is_crossed = len(cells) >= _CROSSED * len(units.counts) * len(dates.counts)
    if not is_said and not (is_crossed and kind_of_names(tuple(units.counts)).is_number):
        return False
    days = Counter(name for name, _ in cells)
    again = sum(count > 1 for count in days.values())
    return max(cells.values()) == 1 and 2 * again > len(days)


def is_nested(inner: ColumnProfile, outer: ColumnProfile) -> bool:
    """True when each text of one column stands beside one text of the other only."""
    above: dict[str, str] = {}
    for name, level in zip(inner.cells, outer.cells, strict=True):
        if name and level and above.setdefault(name, level) != level:
            return False
    return True


def without_twins(
    labels: Sequence[ColumnProfile], factors: Sequence[int], unit: int | None
) -> list[ColumnProfile]:
    """Columns of names, of two that say the same only the one that says it better."""
    kept: list[ColumnProfile] = []
    said = {*factors, unit}
    # Of a number and a name for the same the name says it better.
    for profile in sorted(
        labels, key=lambda p: (p.index not in said, not p.is_about(Sense.GROUP), p.is_numeric)
    ):
        if profile.index not in said and any(
            is_nested(profile, p) and is_nested(p, profile) for p in kept
        ):
            continue
        kept.append(profile)
    return sorted(kept, key=lambda p: p.index)
