"""What the numbers and names of a table show by their form alone, whatever they are called."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise, takewhile

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from decimus.analysis.doubts.by_names import NamesMayBeGroups, names_of_groups
from decimus.measurements.families import Family, family_of
from decimus.measurements.lexicon import Sense, Statistic, plain, statistic_named
from decimus.measurements.numbers import is_worked_out, read_cell
from decimus.measurements.observations import Measurements
from decimus.measurements.profiles import ColumnProfile, column_profile
from decimus.measurements.shapes import TableShape
from decimus.measurements.sides import is_nested
from decimus.measurements.summaries.marks import are_marks
from decimus.measurements.summaries.roots import by_root_of_n
from decimus.study.readings import HEADINGS, Reading
from decimus.terms import Layout


class WorkedOut(Struct, frozen=True):
    """Cells that count as a number that does not stand in them.

    Args:
        texts: the first of them as typed.
        read: the number that each counts as, with its unit.
    """

    texts: tuple[str, ...]
    read: tuple[str, ...]


class LettersBehindNumbers(Struct, frozen=True):
    """Letters of a comparison behind all numbers of some columns, which count without them."""

    letters: tuple[str, ...]


class LettersBehindMeans(Struct, frozen=True):
    """The same where no group has a second number, as where they are means.

    Args:
        letters: the marks.
        mean: the column of what could be means.
    """

    letters: tuple[str, ...]
    mean: int


class CodeAmongNumbers(Struct, frozen=True):
    """A whole number that recurs far from all others, as one that stands for missing ones does.

    Args:
        text: as typed.
        count: how often it counts.
    """

    text: str
    count: int


class MayBeSummary(Struct, frozen=True):
    """Columns, or rows, that could be means, their spread and n under words that nobody knows.

    Args:
        mean: the column of what could be means.
        spread: the one beside it, whose numbers are a share of those.
        n: a column of small whole numbers behind them; None for none.
        names: what they are called, in this order.
        in_rows: whether they are rows of the table.
    """

    mean: int
    spread: int
    n: int | None
    names: tuple[str, ...]
    in_rows: bool = False


class MayBeFrequencies(Struct, frozen=True):
    """Whole numbers that could say how often each of some values was found.

    Args:
        values: the values as typed, in order.
        frequencies: the column that says how often; HEADINGS where the headings are the values.
    """

    values: tuple[str, ...]
    frequencies: int


class ReadAsFrequencies(Struct, frozen=True):
    """Whole numbers that say how often each of some values was found; fields as before."""

    values: tuple[str, ...]
    frequencies: int


class Inseparable(Struct, frozen=True):
    """A column whose names go one to one with the levels of a factor.

    Args:
        factor: the factor's column.
        column: the other.
    """

    factor: int
    column: int


class SameHeadings(Struct, frozen=True):
    """Columns with one heading, which are taken together as one group."""

    names: tuple[str, ...]


class TakenForN(Struct, frozen=True):
    """Whole numbers beside means with their spread that are taken for n."""

    column: int


class RowsMayFollow(Struct, frozen=True):
    """The last rows count, and could be means or the like of those above."""

    rows: tuple[int, ...]


class CountedUnderHeadings(Struct, frozen=True):
    """Numbered names under every heading, taken for replicates, that could be groups.

    Args:
        names: the numbered names.
        factors: the factors if they are.
    """

    names: tuple[str, ...]
    factors: tuple[int, ...]


StructureRemark = (
    SameHeadings
    | Inseparable
    | RowsMayFollow
    | TakenForN
    | CountedUnderHeadings
    | WorkedOut
    | LettersBehindNumbers
    | LettersBehindMeans
    | CodeAmongNumbers
    | MayBeSummary
    | NamesMayBeGroups
    | MayBeFrequencies
    | ReadAsFrequencies
)


def remarks_by_structure(measurements: Measurements, reading: Reading) -> list[StructureRemark]:
    """What the form of names and numbers shows.

    Args:
        measurements: what was read.
        reading: what the user has said, which is doubted no more.
    """
    shape = measurements.shape
    found: list[StructureRemark] = []
    found += _worked_out(shape)
    found += _letters_behind(measurements, reading)
    found += _may_be_summary(shape, reading)
    found += _codes_among(measurements, reading)
    found += _may_be_frequencies(shape, reading)
    found += _taken_for_n(shape, reading)
    found += _inseparable(measurements)
    aside = {a.row for a in reading.asides if a.column is None}
    if (rows := tuple(r for r in shape.doubtful_rows if r not in aside)) and (
        not reading.counts_summaries
    ):
        found.append(RowsMayFollow(rows))
    found += _counted_under_headings(measurements)
    if (names := names_of_groups(measurements)) is not None:
        found.append(names)
    return found


def _inseparable(measurements: Measurements) -> list[StructureRemark]:
    """Columns of a long table that cannot be told apart from what is compared."""
    shape = measurements.shape
    if shape.layout is not Layout.LONG or measurements.is_summarised:
        return []
    used = {f.variable for f in measurements.factors}
    taken = {*used, measurements.outcome.variable, measurements.units.variable, *shape.readings}
    free = [p for p in shape.columns if p.index not in taken and (p.is_text or p.whole_numbers)]
    return [
        Inseparable(f, p.index)
        for f in sorted(c for c in used if c >= 0)
        for p in free
        if _go_one_to_one(shape.column(f), p)
    ]


def _letters_behind(measurements: Measurements, reading: Reading) -> list[StructureRemark]:
    """Letters of a comparison behind the numbers, which may then be means."""
    letters, outcome = measurements.shape.lettered.letters, measurements.outcome.variable
    if not letters:
        return []
    groups = measurements.groups
    is_single = len(groups) > 1 and all(group.n <= 1 for group in groups)
    is_told = measurements.is_summarised or reading.layout is not None
    if is_single and not is_told and outcome >= 0:
        return [LettersBehindMeans(letters, outcome)]
    return [LettersBehindNumbers(letters)]


def _go_one_to_one(one: ColumnProfile, other: ColumnProfile) -> bool:
    count = len(one.counts)
    if one.is_sample or other.is_sample:
        return False  # other rows may tell them apart
    if count < 2 or len(other.counts) != count or len(one.texts) < 2 * count:
        return False
    if len(other.texts) < len(other.cells):
        return False  # notes on some rows
    return is_nested(one, other) and is_nested(other, one)


def _taken_for_n(shape: TableShape, reading: Reading) -> list[StructureRemark]:
    summary = shape.summary
    n = summary.columns[0].n if summary is not None else None
    if n is None or reading.summary.n is not None or shape.is_turned:
        return []
    named = statistic_named(shape.column(n).heading)
    is_n = named is not None and named.statistic is Statistic.N
    proved = by_root_of_n(shape.columns, 0)
    is_n = is_n or (proved is not None and proved[2] == n)
    return [] if is_n or _counted(shape.column(n)) else [TakenForN(n)]


def _counted(profile: ColumnProfile) -> bool:
    """Whether the heading says that it counts, and what."""
    return profile.is_about(Sense.ROW, Sense.UNIT, Sense.SUBJECT, Sense.TRIAL)


def _may_be_frequencies(shape: TableShape, reading: Reading) -> list[StructureRemark]:
    """Values in order beside whole numbers, or over them."""
    if reading.frequencies is not None:
        c = reading.frequencies
        columns = shape.measured if c == HEADINGS else ()
        values = tuple(shape.column(m).heading for m in columns)
        values = values or tuple(dict.fromkeys(shape.column(shape.measured[0]).texts))
        return [ReadAsFrequencies(values, c)]
    across = _values_over_counts(shape)
    if across:
        return [MayBeFrequencies(across, HEADINGS)]
    numbers = [p for p in shape.columns if p.is_numeric]
    texts = [p for p in shape.columns if p.is_text]
    if len(numbers) != 2 or len(texts) > 1 or any(len(p.counts) * 2 > len(p.texts) for p in texts):
        return []
    values_in, counts_in = numbers
    if not _are_counts(counts_in) or not (found := values_in.whole_numbers):
        return []
    runs = [found]
    if texts:
        groups = dict.fromkeys(texts[0].cells)
        runs = [
            tuple(v for v, g in zip(found, texts[0].cells, strict=False) if g == group)
            for group in groups
        ]
    is_rising = all(
        len(run) >= _FEWEST_VALUES and all(a < b for a, b in pairwise(run)) for run in runs
    )
    counts_anew = all(run[:1] == (1,) and run[-1] == len(run) for run in runs)
    if not is_rising or (counts_anew and plain(counts_in.heading) not in _OF_FREQUENCY):
        return []
    if values_in.unit_in_heading or values_in.is_about(Sense.TIME, Sense.GROUP, Sense.SUBJECT):
        return []
    texts_of = tuple(str(v) for v in sorted(set(found)))
    return [MayBeFrequencies(texts_of, counts_in.index)]


def _values_over_counts(shape: TableShape) -> tuple[str, ...]:
    """Headings that are values in order, where rows of whole numbers add up to the same.

    Numbers from 1 on count replicates as well; from 0 on hardly.
    """
    block = [p for p in shape.columns if p.is_numeric and p.index not in shape.side_factors]
    headings = tuple(p.heading for p in block)
    if len(block) < _FEWEST_VALUES or not all(text.isdecimal() for text in headings):
        return ()
    values = [int(text) for text in headings]
    rows = [*zip(*(p.whole_numbers for p in block), strict=False)]
    is_full = all(len(p.whole_numbers) == len(block[0].cells) for p in block)
    if not is_full or any(b - a != 1 for a, b in pairwise(values)) or not rows:
        return ()
    totals = {sum(row) for row in rows}
    are_equal = len(totals) == 1 and len(rows) > 1
    if min(totals) < 2 * len(block) or not (are_equal or values[0] == 0):
        return ()
    return headings


def _are_counts(profile: ColumnProfile) -> bool:
    found = profile.whole_numbers
    return len(found) == len(profile.texts) and sum(found) >= 2 * len(found)


_OF_FREQUENCY = frozenset({"frequency", "freq", "count", "tally", "how often", "times", "number"})
_FEWEST_VALUES = 3


def _counted_under_headings(measurements: Measurements) -> list[StructureRemark]:
    """Of names with a stem that nobody knows: replicates, or brand 1 and brand 2."""
    shape = measurements.shape
    counting = shape.heads.counting
    if shape.heads.stems and shape.heads.unnamed:
        return [SameHeadings(tuple(dict.fromkeys(stem for _, stem in shape.heads.stems)))]
    if counting is None or shape.heads.unnamed:
        return []
    names = tuple(dict.fromkeys(shape.heading_of(counting, c) for c in shape.measured))
    if shape.heads.stems and counting not in {f.variable for f in measurements.factors}:
        return [CountedUnderHeadings(names, (HEADINGS, *shape.side_factors))]
    if family_of(names) is not Family.NUMBERED or counting in {
        f.variable for f in measurements.factors
    }:
        return []
    return [CountedUnderHeadings(names, (*shape.heads.levels, *shape.side_factors))]


def _may_be_summary(shape: TableShape, reading: Reading) -> list[StructureRemark]:
    """A name, a number, a smaller one and perhaps a small whole one in each of a few rows."""
    if shape.layout is Layout.SUMMARISED or shape.block.spanner:
        return []
    if reading.layout is not None or reading.frequencies is not None:
        return []
    told = {*shape.summary_columns, *(one.column for one in shape.retold)}
    counting = [p for p in shape.columns if p.index not in told]
    return [*(_means_beside(counting) or _means_below(shape))]


def _means_below(shape: TableShape) -> list[MayBeSummary]:
    """The same in rows: two or three named lines of a table with a group in each column."""
    sides = (*shape.side_factors, *(() if shape.row_names is None else (shape.row_names,)))
    if len(sides) != 1 or shape.block.header_rows != (0,) or shape.heads.are_found:
        return []
    lines = shape.column(sides[0]).cells
    is_whole = shape.block.first_row + len(lines) == shape.block.end_row and all(lines)
    if not is_whole or len(lines) not in (2, 3) or family_of(lines) is not Family.NAMES:
        return []
    groups = [shape.column(c) for c in shape.measured]
    columns = [column_profile(0, "", [p.heading for p in groups], shape.decimal)] + [
        column_profile(
            shape.block.first_row + at, line, [p.cells[at] for p in groups], shape.decimal
        )
        for at, line in enumerate(lines)
    ]
    return [replace(one, in_rows=True) for one in _means_beside(columns)]


def _means_beside(columns: Sequence[ColumnProfile]) -> list[MayBeSummary]:
    leading = [p.index for p in takewhile(_may_name, columns)]
    texts = [p for p in columns if p.is_text]
    names = [p for p in columns if p.index in leading]
    if not 1 <= len(names) <= _MOST_NAMES or any(
        not are_marks(p.counts) for p in texts if p not in names
    ):
        return []
    numbers = [p for p in columns if p.is_numeric and p not in names and not _are_chances(p)]
    if len(numbers) not in (2, 3):
        return []
    if len(numbers) == 3 and _counts_first(numbers):
        numbers = [*numbers[1:], numbers[0]]
    mean, spread, *rest = numbers
    is_named = any(p.unit_in_heading for p in (spread, *rest)) or spread.is_about(
        Sense.QUANTITY, Sense.COVARIATE, Sense.TIME
    )
    heights = [p.values for p in numbers]
    cells = set(zip(*(p.cells for p in names), strict=True))
    rows = len(names[0].texts)
    if is_named or not 1 < rows <= _MOST_MEANS or any(len(h) != rows for h in heights):
        return []
    if len(cells) < rows or not mean.has_decimals or not spread.has_decimals:
        return []
    shares = [s / abs(m) if m else 1.0 for m, s in zip(mean.values, spread.values, strict=True)]
    if not all(_LEAST_SPREAD < share < _MOST_SPREAD for share in shares):
        return []
    if rest and not all(2 <= n <= _MOST_N for n in rest[0].whole_numbers or (0,)):
        return []
    called = tuple(p.heading or f"column {p.index + 1}" for p in numbers)
    return [MayBeSummary(mean.index, spread.index, rest[0].index if rest else None, called)]


def _counts_first(numbers: Sequence[ColumnProfile]) -> bool:
    """Whether n stands before the means: small whole numbers before two columns with decimals."""
    first, *rest = numbers
    are_whole = len(first.whole_numbers) == len(first.texts) > 0
    return are_whole and all(p.has_decimals for p in rest)


def _may_name(profile: ColumnProfile) -> bool:
    """Whether a column names groups: words, or numbers that all recur equally often."""
    return profile.is_text or (profile.is_balanced and bool(profile.whole_numbers))


def _are_chances(profile: ColumnProfile) -> bool:
    """Whether a column behind others may hold the p values of its rows, one of them blank."""
    return len(profile.texts) < len(profile.cells) and all(0 <= v <= 1 for v in profile.values)


_MOST_NAMES = 3
_MOST_MEANS, _MOST_N = 15, 1000
_LEAST_SPREAD, _MOST_SPREAD = 0.002, 0.6


def _codes_among(measurements: Measurements, reading: Reading) -> list[StructureRemark]:
    """Numbers such as −9999 and 999 that recur far away from what was measured."""
    values = [g.replicates[:_MOST_LOOKED_AT] for g in measurements.groups if g.n]
    pool = np.concatenate(values) if values else np.zeros(0)
    whole = pool[(pool == np.round(pool)) & (np.abs(pool) >= _SMALLEST_CODE)]
    if not len(whole):
        return []
    found: list[StructureRemark] = []
    middle = float(np.median(pool))
    furthest = np.unique(whole[np.argsort(-np.abs(whole - middle))[:_MOST_CODES]])
    for value in furthest.tolist():
        rest = pool[pool != value]
        count = len(pool) - len(rest)
        is_of_nines = set(f"{abs(value):.0f}") <= {"9"} and abs(value) > _SMALLEST_CODE
        text = f"{value:.0f}"
        if len(rest) < _FEWEST_BESIDE or not (count > 1 or is_of_nines):
            continue
        low, middle, high = np.quantile(rest, [0.25, 0.5, 0.75])
        is_far = abs(value - middle) > _FAR * max(high - low, 1e-12)
        if is_far and text not in (*reading.missing_codes, *reading.true_codes):
            found.append(CodeAmongNumbers(text, count))
    return found[:1]


_MOST_LOOKED_AT, _MOST_CODES = 5000, 50
_SMALLEST_CODE, _FEWEST_BESIDE, _FAR = 9.0, 4, 20.0


def _worked_out(shape: TableShape) -> list[StructureRemark]:
    texts = dict.fromkeys(
        text
        for c in (shape.readings or shape.measured)
        for text in shape.column(c).counts
        if is_worked_out(text)
    )
    if not texts:
        return []
    first = tuple(texts)[:_MOST_SHOWN]
    cells = [read_cell(text, shape.decimal) for text in first]
    return [WorkedOut(first, tuple(f"{cell.value:g} {cell.unit}".strip() for cell in cells))]


_MOST_SHOWN = 3
