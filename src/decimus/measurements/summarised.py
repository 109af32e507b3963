"""Tables that are already summarised: which columns are means, spreads and n, by their names."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from decimus.measurements.numbers import read_cell
from decimus.measurements.profiles import ColumnProfile
from decimus.study.readings import NOBODY, SummaryColumns
from decimus.terms import Meaning, Quantile


@dataclass(frozen=True)
class StatisticColumns:
    """One mean's columns; `upper` and `n` None where there are none.

    `spread` equals `mean` where both stand in one cell: "12.3 ± 0.8".
    """

    mean: int
    spread: int | None
    upper: int | None = None
    n: int | None = None


@dataclass(frozen=True)
class SummaryShape:
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


_NAMES: tuple[tuple[str, str], ...] = (
    ("lower", r"lower|lcl|low(er)? (limit|end|bound)|from|ci[- ]?low(er)?|error down|minus|down"),
    ("upper", r"upper|ucl|high(er)? (limit|end|bound)|to|ci[- ]?(high|upper)|error up|plus|up"),
    ("sd", r"s\.?d\.?|st\.? ?dev\.?|stdev|std\.?( dev\.?)?|standard deviations?"),
    ("se", r"s\.?e\.?(m\.?)?|std\.? err(or)?\.?|standard errors?( of the mean)?"),
    ("variance", r"var\.?|variances?"),
    ("margin", r"margin|half[- ]?width|ci|c\.i\.|confidence interval|confidence limits?"),
    ("n", r"n|no\. of \w+|number( of \w+)?|count|replicates|sample size|flasks|plots|visitors"),
    ("mean", r"means?|averages?|avg\.?"),
    ("error", r"±|\+/-|\+-|errors?|err\.?|error bars?|uncertainty|spread|deviation"),
)
_PATTERNS = tuple(
    (kind, re.compile(rf"(?<!\w)({pattern})(?!\w)", re.IGNORECASE)) for kind, pattern in _NAMES
)
_LEVEL = re.compile(r"(\d{2}(?:[.,]\d+)?)\s?%")
_N = re.compile(r"(?<!\w)n\s*=\s*(\d+)(?![-–\d])", re.IGNORECASE)
_PAIR = re.compile(r"(.*\d)\s*(?:±|\+/-|\+-)\s*(\d.*)")
_IN_PARENTHESES = re.compile(r"([^()]*\d)\s*\((\d[^()]*)\)")
_MEANINGS = {
    "sd": Meaning.STANDARD_DEVIATION,
    "se": Meaning.STANDARD_ERROR,
    "variance": Meaning.VARIANCE,
    "margin": Meaning.MARGIN,
}


def statistic_in(heading: str) -> tuple[str, str]:
    """The statistic that a heading names and the words besides: ("sd", "area") for "area SD".

    A unit in parentheses does not count; ("", heading) where it names none.
    """
    text = heading.replace("_", " ").strip()
    bare = _LEVEL.sub("", text)
    bare = re.sub(r"([a-z])(SD|SE|SEM|CI)\b", r"\1 \2", bare)
    for kind, pattern in _PATTERNS:
        if found := pattern.search(bare):
            rest = (bare[: found.start()] + bare[found.end() :]).strip(" -–:,()[]%")
            if kind == "n" and rest:
                continue  # "n plants" is something counted, not the n of a mean
            return kind, " ".join(rest.split())
    return "", text


def split_pair(text: str) -> tuple[str, str] | None:
    """The two numbers of "12.3 ± 0.8" or "12.3 (0.8)"; None for any other text."""
    found = _PAIR.fullmatch(text.strip()) or _IN_PARENTHESES.fullmatch(text.strip())
    return (found[1].strip(), found[2].strip()) if found else None


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
    found = _said_columns(said) or _pairs_in_cells(profiles, decimal) or _named(profiles)
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
    first = statistic_in(words[0])[0]
    if columns.upper is not None:
        down = re.search(r"error|minus|down|plus|up\b|±", words[0], re.IGNORECASE)
        return Meaning.GIVEN if down else Meaning.INTERVAL
    if first in _MEANINGS:
        return _MEANINGS[first]
    for text in words:
        for kind, pattern in _PATTERNS:
            if kind in _MEANINGS and pattern.search(text):
                return _MEANINGS[kind]
    return None


def _said_columns(said: SummaryColumns) -> list[StatisticColumns] | None:
    if said.mean is None:
        return None

    def or_none(column: int | None) -> int | None:
        return None if column == NOBODY else column

    return [StatisticColumns(said.mean, or_none(said.spread), or_none(said.upper), or_none(said.n))]


def _pairs_in_cells(
    profiles: Sequence[ColumnProfile], decimal: str
) -> list[StatisticColumns] | None:
    """Columns whose cells hold a mean and its spread."""
    n = next((p.index for p in profiles if statistic_in(p.heading)[0] == "n"), None)
    found = [
        StatisticColumns(p.index, p.index, None, n)
        for p in profiles
        if p.texts_only * 2 > len(p.texts)
        and sum(_is_pair(text, decimal) for text in p.texts) * 2 > len(p.texts)
    ]
    return found or None


def _is_pair(text: str, decimal: str) -> bool:
    pair = split_pair(text)
    if pair is None or (text.strip().endswith(")") and " " not in text.strip()):
        return False
    return all(read_cell(part, decimal).value == read_cell(part, decimal).value for part in pair)


def _named(profiles: Sequence[ColumnProfile]) -> list[StatisticColumns] | None:
    """Columns that are named by their statistic, or stand beside one that is."""
    kinds = {p.index: statistic_in(p.heading) for p in profiles if p.is_numeric}
    spreads = [i for i, (kind, _) in kinds.items() if kind in {*_MEANINGS, "error", "lower"}]
    ns = [i for i, (kind, _) in kinds.items() if kind == "n"]
    means = [i for i, (kind, _) in kinds.items() if kind == "mean"]
    plain = [i for i, (kind, _) in kinds.items() if not kind]
    if not means:
        means = _beside_spreads(spreads, plain, kinds)
    if not means or not (spreads or (ns and any(kinds[i][0] == "mean" for i in means))):
        return None
    free = [i for i in plain if i not in means]
    others = [p for p in profiles if p.index in free]
    if any(not _can_name_groups(p) for p in others) or len(others) > 2:
        return None  # there are replicates beside the summary
    found = []
    for number, mean in enumerate(sorted(means)):
        later = sorted(means)[number + 1] if number + 1 < len(means) else 10**9
        own = [i for i in spreads if mean < i < later] or [i for i in spreads if i < mean]
        named = [i for i in own if kinds[i][0] != "lower"]
        spread = named[0] if named else (own[0] if own else None)
        upper = None
        if spread is not None and kinds[spread][0] == "lower":
            upper = next((i for i, (kind, _) in kinds.items() if kind == "upper"), None)
        n = next((i for i in ns if mean < i < later), ns[0] if ns else None)
        found.append(StatisticColumns(mean, spread, upper, n))
    return found


def _beside_spreads(
    spreads: list[int], plain: list[int], kinds: dict[int, tuple[str, str]]
) -> list[int]:
    """Columns of values just before their spreads, or named like them."""
    found = []
    for spread in spreads:
        rest = kinds[spread][1].lower()
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
