"""Tables that are already summarised: which columns are means, spreads and n, by their names."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence

from decimus.measurements.lexicon import Statistic, plain, statistic_named, statistics_in
from decimus.measurements.numbers import CellKind, read_cell
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.summaries.halves import halves_of_errors, is_half
from decimus.measurements.summaries.marks import without_marks
from decimus.measurements.summaries.roots import by_root_of_n
from decimus.study.readings import NOBODY, SummaryColumns
from decimus.terms import Meaning, Quantile
from decimus.values import Value


class StatisticColumns(Value, frozen=True):
    """One mean's columns; `upper` and `n` None where there are none.

    `spread` equals `mean` where both stand in one cell: "12.3 ± 0.8".
    """

    mean: int
    spread: int | None
    upper: int | None = None
    n: int | None = None


class SummaryShape(Value, frozen=True):
    """How a summarised table holds its numbers.

    Args:
        columns: one for every column of means.
        meaning: what the spreads are, None while nobody has said.
        level: the level of an interval or margin, in percent, None where not said.
        same_n: replicates of every mean where no column says, None where unknown.
        spread_heading: how the table names the spread.
        quantile: what an interval or margin was made with.
    """

    columns: tuple[StatisticColumns, ...]
    meaning: Meaning | None
    level: float | None
    same_n: int | None
    spread_heading: str
    quantile: Quantile = Quantile.T

    @property
    def all_columns(self) -> frozenset[int]:
        """Every column that holds a mean, spread or n."""
        return frozenset(
            index
            for found in self.columns
            for index in (found.mean, found.spread, found.upper, found.n)
            if index is not None
        )


_LEVEL = re.compile(r"(\d{2}(?:[.,]\d+)?)\s?%")
_N = re.compile(r"(?<!\w)n\s*=\s*(\d+)(?![-–\d])", re.IGNORECASE)
_N_IN_NAME = re.compile(
    r"(\S.*?)\s*(?:[(\[]\s*[nN]\s*=\s*(\d+)\s*[)\]]|,?\s+[nN]\s*=\s*(\d+)|[(\[](\d+)[)\]])"
)
_COUNTED = re.compile(r"(?:(?:n|no|num|number|count)[ _.]+|#\s*)[^\W\d]\w*", re.IGNORECASE)
_NUMBER = r"[-+−]?\d[\d.,' ]*(?:[eE][-+]?\d+)?%?"
_PAIR = re.compile(r"(.*\d)\s*(?:±|\+/[-−–]|\+[-−–])\s*(\d.*)")
_N_BEHIND = re.compile(
    r"(.*\d\s*(?:±|\+/[-−–]|\+[-−–])\s*\d[^()\[\]]*?)"
    r"(?:\s*[(\[]\s*(?:[nN]\s*=\s*)?(\d{1,4})\s*[)\]]|[,;]?\s+[nN]\s*=\s*(\d{1,4}))"
)
_IN_BRACKETS = re.compile(r"([^()\[\]]*\d)\s*[(\[](\d[^()\[\]]*)[)\]]")
_RANGE = re.compile(
    rf"[(\[]?\s*({_NUMBER})\s*(?:[–—;~]|\.\.\.?|\s-\s|(?<=\d)-(?=\d)|,\s|\bto\b|\bbis\b"
    rf"|(?<=\d)-\s)\s*({_NUMBER})\s*[)\]]?"
)
_MEAN_AND_RANGE = re.compile(r"([^()\[\]]*\d)\s*([(\[].*[)\]])")
_ERROR_OF = re.compile(r"(.+?) (?:±|errors?|err|uncertainty|fehler)|(?:±|errors?|err) (.+)")
_N_OF = re.compile(r"(.+?) n|n (.+)")
_MEANINGS = {
    Statistic.SD: Meaning.STANDARD_DEVIATION,
    Statistic.SE: Meaning.STANDARD_ERROR,
    Statistic.VARIANCE: Meaning.VARIANCE,
    Statistic.MARGIN: Meaning.MARGIN,
}
_SPREADS = frozenset({*_MEANINGS, Statistic.ERROR, Statistic.LOWER})
_BESIDE = frozenset(
    {
        *(Statistic.MEDIAN, Statistic.MINIMUM, Statistic.MAXIMUM, Statistic.RANGE),
        *(Statistic.SUM, Statistic.CV, Statistic.QUARTILE),
    }
)
"""Statistics that stand in a summary and are not used."""


def statistic_and_rest(heading: str) -> tuple[Statistic | None, str]:
    """The statistic that a heading names and the words besides; the heading where none."""
    found = statistic_named(heading)
    return (None, heading) if found is None else (found.statistic, found.rest)


def split_pair(text: str) -> tuple[str, str] | None:
    """The two numbers of "12.3 ± 0.8b", "12.3 (0.8)" or "12.3 ± 0.8 (8)"; None for other text."""
    behind = _N_BEHIND.fullmatch(text.strip())
    bare = without_marks(behind[1] if behind else text)
    found = _PAIR.fullmatch(bare) or _IN_BRACKETS.fullmatch(bare)
    return (found[1].strip(), found[2].strip()) if found else None


def n_in_cell(text: str) -> str:
    """The n behind a mean and its spread: "8" of "12.3 ± 0.8 (8)"; "" for none."""
    behind = _N_BEHIND.fullmatch(text.strip())
    return (behind[2] or behind[3]) if behind else ""


def split_range(text: str) -> tuple[str, str] | None:
    """The two ends of "10.9–13.7" or "[10.9, 13.7]"; None for any other text."""
    found = _RANGE.fullmatch(text.strip())
    return (found[1].strip(), found[2].strip()) if found else None


def split_interval(text: str) -> tuple[str, str, str] | None:
    """The mean and both ends of "12.3 (10.9–13.7)"; None for any other text."""
    found = _MEAN_AND_RANGE.fullmatch(text.strip())
    ends = split_range(found[2]) if found else None
    return (found[1].strip(), *ends) if found and ends else None


def is_of_statistic(heading: str) -> bool:
    """True for a heading of a statistic, or of the error of something: "rate error"."""
    return statistic_named(heading) is not None or _ERROR_OF.fullmatch(plain(heading)) is not None


def name_and_n(text: str) -> tuple[str, int | None]:
    """A group's name and the n typed behind it: "Moss (n = 8)" as ("Moss", 8)."""
    found = _N_IN_NAME.fullmatch(text.strip())
    if found is None or not (found[2] or found[3]):
        return text.strip(), None
    return found[1].strip(), int(found[2] or found[3])


def summary_shape(
    profiles: Sequence[ColumnProfile],
    said: SummaryColumns,
    decimal: str,
    remarks: Sequence[str],
    *,
    is_said: bool,
) -> SummaryShape | None:
    """How a table is summarised; None when it holds raw measurements.

    Args:
        profiles: its columns.
        said: what the user said of them.
        decimal: the decimal sign.
        remarks: title lines and notes, which may say what the spread is and how many.
        is_said: whether the user says that it is summarised.
    """
    found = _said_columns(said) or _in_cells(profiles, decimal) or _named(profiles, decimal)
    by_root = by_root_of_n(profiles, found[0].mean if found else 0)
    if by_root is not None and said.mean is None:
        found = [StatisticColumns(by_root[0], by_root[1], None, by_root[2])]
    if found is None and is_said:
        found = _by_place(profiles)
    if not found or not (is_said or _has_distinct_groups(profiles, found)):
        return None
    by_index = {profile.index: profile for profile in profiles}
    spread = found[0].spread
    heading = by_index[spread].heading if spread in by_index else ""
    mean_heading = by_index[found[0].mean].heading if found[0].mean in by_index else ""
    words = [heading, mean_heading, *remarks]
    meaning = said.meaning or _meaning(found[0], words)
    if by_root is not None and found[0].spread == by_root[1] and meaning is None:
        meaning = Meaning.STANDARD_DEVIATION
    level = said.level or next((_level(text) for text in words if _level(text)), None)
    same_n = said.same_n
    if same_n is None and found[0].n is None:
        same_n = next((int(match[1]) for text in words if (match := _N.search(text))), None)
    quantile = said.quantile or Quantile.T
    return SummaryShape(tuple(found), meaning, level, same_n, heading, quantile)


def _level(text: str) -> float | None:
    match = _LEVEL.search(text)
    if match is None:
        return None
    level = float(match[1].replace(",", "."))
    return level if 50 <= level <= 99.9 else None


def _meaning(columns: StatisticColumns, words: list[str]) -> Meaning | None:
    if columns.spread is None:
        return None
    first = statistic_and_rest(words[0])[0]
    if columns.upper is not None:
        down = re.search(r"error|minus|down|plus|up\b|±", words[0], re.IGNORECASE)
        return Meaning.GIVEN if down or is_half(words[0]) else Meaning.INTERVAL
    if first in _MEANINGS:
        return _MEANINGS[first]
    for text in words:
        for statistic in statistics_in(text):
            if statistic in _MEANINGS:
                return _MEANINGS[statistic]
    return None


def _said_columns(said: SummaryColumns) -> list[StatisticColumns] | None:
    if said.mean is None:
        return None

    def or_none(column: int | None) -> int | None:
        return None if column == NOBODY else column

    return [StatisticColumns(said.mean, or_none(said.spread), or_none(said.upper), or_none(said.n))]


def _in_cells(profiles: Sequence[ColumnProfile], decimal: str) -> list[StatisticColumns] | None:
    """Columns whose cells hold a mean with its spread or its interval."""
    n = next((p.index for p in profiles if _statistic(p) is Statistic.N), None)
    n = n if n is not None else _may_be_n(profiles, decimal)
    found = []
    first = next((p for p in profiles if p.texts), None)
    for profile in profiles:
        if _recurs(profile) or (profile is first and _heads_rows(profile, profiles, decimal)):
            continue  # amounts with their errors, at which something was measured
        if _mostly(profile, lambda text: is_pair(text, decimal)):
            found.append(StatisticColumns(profile.index, profile.index, None, n))
        elif _mostly(profile, lambda text: _are_numbers(split_interval(text), decimal)):
            found.append(StatisticColumns(profile.index, profile.index, profile.index, n))
    return found or None


def _may_be_n(profiles: Sequence[ColumnProfile], decimal: str) -> int | None:
    """The only column of numbers beside means in cells with their spread, of small whole ones."""
    numeric = [p for p in profiles if p.is_numeric]
    pairs = [p for p in profiles if _mostly(p, lambda text: is_pair(text, decimal))]
    if not pairs:
        return None
    behind = [p for p in numeric if p.index > pairs[0].index]
    if len(behind) != 1 or behind[0].unit_in_heading or _statistic(behind[0]) is not None:
        return None
    counts = behind[0].whole_numbers
    are_counts = len(counts) == len(behind[0].texts) and all(1 < n <= _MOST_N for n in counts)
    return behind[0].index if are_counts else None


_MOST_N = 1000


def _recurs(profile: ColumnProfile) -> bool:
    """True where the texts of a column come again and again, which means with spreads do not."""
    return len(profile.counts) * 2 <= len(profile.texts)


def _heads_rows(profile: ColumnProfile, profiles: Sequence[ColumnProfile], decimal: str) -> bool:
    """True for the first column where what is measured stands in others, and not only how often.

    A column of means with their spread comes after one that names the groups.
    """
    filled = [p for p in profiles if p.texts]
    if _statistic(profile) is not None:
        return False
    return any(
        _statistic(p) is Statistic.MEAN
        or (statistics_in(p.heading) and _mostly(p, lambda text: is_pair(text, decimal)))
        or _mostly(p, lambda text: _are_numbers(split_interval(text), decimal))
        or (p.is_numeric and _statistic(p) is None)
        for p in filled[1:]
    )


def _statistic(profile: ColumnProfile) -> Statistic | None:
    return statistic_and_rest(profile.heading)[0]


def _mostly(profile: ColumnProfile, holds: Callable[[str], bool]) -> bool:
    """True when most texts of a column of texts are of this kind, a foot of others aside."""
    found = list(map(holds, profile.texts))
    if sum(found) < 2 and len(found) > 1:
        return False
    last = max((at for at, is_held in enumerate(found) if is_held), default=-1)
    is_foot = len(found) - 1 - last <= _MOST_FOOT
    count = last + 1 if is_foot else len(found)
    if is_foot and any(found) and sum(found) == count:
        return True
    if profile.texts_only * 2 <= len(profile.texts):
        return False
    return sum(found) * 2 > len(found)


_MOST_FOOT = 6
"""Rows of other things that may stand below means: a least difference, a p value."""


def _are_numbers(parts: Sequence[str] | None, decimal: str) -> bool:
    if parts is None:
        return False
    return all(read_cell(part, decimal).kind is CellKind.NUMBER for part in parts)


def is_pair(text: str, decimal: str) -> bool:
    """Whether a text is a mean with its spread; "12(3)" may as well be a number and a note."""
    pair = split_pair(text)
    if pair is None or (text.strip().endswith(")") and " " not in text.strip()):
        return False
    return _are_numbers(pair, decimal)


_Kinds = dict[int, tuple[Statistic | None, str]]


def _kinds_of(profiles: Sequence[ColumnProfile], ranges: set[int]) -> tuple[_Kinds, set[int]]:
    """The statistic of every column of numbers, and the columns whose names are sure."""
    by_index = {p.index: p for p in profiles}
    headings = {plain(p.heading) for p in profiles}
    kinds: _Kinds = {
        p.index: statistic_and_rest(p.heading)
        for p in profiles
        if p.is_numeric or p.index in ranges
    }
    for index, (statistic, name) in tuple(kinds.items()):
        if statistic is Statistic.ERROR and by_index[index].whole_numbers:
            kinds[index] = (None, name)  # errors that are counted: a score
    sure = {p.index for p in profiles if (named := statistic_named(p.heading)) and named.is_sure}
    for up, down in halves_of_errors(profiles, frozenset(kinds), _SPREADS):
        kinds[up], kinds[down] = (Statistic.UPPER, ""), (Statistic.LOWER, "")
        sure |= {up, down}
    for index in kinds:
        if index in sure:
            continue
        heading = plain(by_index[index].heading)
        # "Rate error" beside "rate" is its error, "rate n" its n.
        for pattern, statistic in ((_ERROR_OF, Statistic.ERROR), (_N_OF, Statistic.N)):
            found = pattern.fullmatch(heading)
            if found and (found[1] or found[2]) in headings:
                kinds[index] = (statistic, found[1] or found[2])
                sure |= {index} if statistic is Statistic.ERROR else set()
    if sure:
        return kinds, sure
    # A letter by itself is a name: north, south, a site.
    letters = {i for i in kinds if len(plain(by_index[i].heading)) < 2}
    return {i: (None, by_index[i].heading) if i in letters else kinds[i] for i in kinds}, sure


def _named(profiles: Sequence[ColumnProfile], decimal: str) -> list[StatisticColumns] | None:
    """Columns that are named by their statistic, or stand beside one that is."""
    ranges = {
        p.index for p in profiles if _mostly(p, lambda t: _are_numbers(split_range(t), decimal))
    }
    kinds, sure = _kinds_of(profiles, ranges)
    has_upper = any(kind is Statistic.UPPER for kind, _ in kinds.values())
    spreads = [
        i
        for i, (kind, _) in kinds.items()
        if kind in _SPREADS and (kind is not Statistic.LOWER or has_upper)
    ]
    spreads = sorted({*spreads, *(i for i in ranges if kinds[i][0] in (None, Statistic.RANGE))})
    ns = [i for i, (kind, _) in kinds.items() if kind is Statistic.N]
    means = [i for i, (kind, _) in kinds.items() if kind is Statistic.MEAN]
    if means and not ns:
        ns = [i for i, (kind, name) in kinds.items() if kind is None and _COUNTED.match(name)]
    ends = {Statistic.LOWER, Statistic.UPPER}
    unnamed = [
        i
        for i, (kind, _) in kinds.items()
        if (kind is None or (kind in ends and i not in spreads and not has_upper))
        and i not in ranges
    ]
    is_named = bool(means)
    if not means:
        means = _beside_spreads(spreads, unnamed, kinds)
    if not means or not (spreads or (ns and is_named)):
        return None
    if not (sure & {*means, *spreads}) and not _is_tight(means, spreads, ns, kinds):
        return None  # single letters and words that name other things as well
    free = [i for i in unnamed if i not in (*means, *ns)]
    if sure & set(means):
        # What stands behind a mean by name is no replicate of it.
        free = [i for i in free if i < min(means)]
    others = [p for p in profiles if p.index in free]
    if any(not _can_name_groups(p) for p in others) or len(others) > 2:
        return None  # there are replicates beside the summary
    columns: list[StatisticColumns] = []
    for number, mean in enumerate(sorted(means)):
        later = sorted(means)[number + 1] if number + 1 < len(means) else 10**9
        own = [i for i in spreads if mean < i < later] or [i for i in spreads if i < mean]
        columns.append(_around(mean, own, later, kinds, ranges, ns))
    taken = {i for c in columns for i in (c.mean, c.spread, c.upper, c.n)}
    if len(columns) > 1 and not any(p.texts for p in profiles if p.index not in taken):
        return columns[1:]  # the first is what the others depend on
    return columns


def _around(
    mean: int,
    own: list[int],
    later: int,
    kinds: _Kinds,
    ranges: set[int],
    ns: list[int],
) -> StatisticColumns:
    """A column of means with the columns that belong to it."""
    named = [i for i in own if kinds[i][0] is not Statistic.LOWER]
    spread = named[0] if named else (own[0] if own else None)
    upper = None
    if spread is not None and spread in ranges:
        upper = spread
    elif spread is not None and kinds[spread][0] is Statistic.LOWER:
        upper = next((i for i, (kind, _) in kinds.items() if kind is Statistic.UPPER), None)
    n = next((i for i in ns if mean < i < later), ns[0] if ns else None)
    return StatisticColumns(mean, spread, upper, n)


def _is_tight(
    means: list[int],
    spreads: list[int],
    ns: list[int],
    kinds: _Kinds,
) -> bool:
    """True for a value, its spread and perhaps its n beside each other, and nothing else."""
    if len(means) != 1 or len(spreads) != 1:
        return False
    sole = {means[0], spreads[0], *ns[:1]}
    rest = [i for i, (kind, _) in kinds.items() if i not in sole and (kind or i > means[0])]
    return not rest and 0 < spreads[0] - means[0] < 2 + len(ns)


def _beside_spreads(spreads: list[int], plain: list[int], kinds: _Kinds) -> list[int]:
    """Columns of values just before their spreads, or named like them."""
    found = []
    for spread in spreads:
        rest = kinds[spread][1].lower() if kinds[spread][0] is not None else ""
        named = [i for i in plain if rest and kinds[i][1].lower().startswith(rest)]
        before = [i for i in plain if i < spread]
        if named or before:
            found.append(named[0] if named else before[-1])
    return list(dict.fromkeys(found))


def _can_name_groups(profile: ColumnProfile) -> bool:
    """True for amounts that could be levels: each once, or all as often as each other."""
    return len(set(profile.counts.values())) == 1


def _has_distinct_groups(
    profiles: Sequence[ColumnProfile], found: Sequence[StatisticColumns]
) -> bool:
    """True when every row is another group: no combination of names recurs."""
    taken = {
        index
        for columns in found
        for index in (columns.mean, columns.spread, columns.upper, columns.n)
    }
    names = [p for p in profiles if p.index not in taken and p.texts]
    if not names:
        return max(len(p.texts) for p in profiles) <= 1 or len(found) > 1
    longest = max(len(p.texts) for p in names)
    full = [p for p in names if len(p.texts) == longest]
    rows = list(zip(*(p.texts for p in full), strict=True))
    return len(set(rows)) == len(rows)


def _by_place(profiles: Sequence[ColumnProfile]) -> list[StatisticColumns] | None:
    """Mean, spread and n as the last columns of numbers, where the names say nothing."""
    numeric = [p.index for p in profiles if p.is_numeric]
    texts = [p.index for p in profiles if p.is_text]
    if not texts:
        numeric = numeric[1:]  # something names the groups
    if not numeric:
        return None
    return [
        StatisticColumns(
            numeric[0],
            numeric[1] if len(numeric) > 1 else None,
            None,
            numeric[2] if len(numeric) > 2 else None,
        )
    ]
