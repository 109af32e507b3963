"""Remarks on how a table was read: what was taken for granted, left out, averaged or doubted."""

from __future__ import annotations

import re
from collections import Counter

import numpy as np
from msgspec import Struct

from decimus.analysis.remarks_on_designs import DesignRemark, remarks_on_designs
from decimus.measurements.families import family_of
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import Sense, Statistic, plain, quantity_in, statistic_named
from decimus.measurements.numbers import is_worked_out, read_cell
from decimus.measurements.observations import GroupCells, Measurements
from decimus.measurements.roles import LongRoles
from decimus.measurements.shapes import TableShape
from decimus.study.readings import Reading
from decimus.study.studies import Source
from decimus.terms import Layout


class LayoutDoubted(Struct, frozen=True):
    """Another layout is nearly as likely."""

    rival: Layout


class HeadingsDoubted(Struct, frozen=True):
    """The numbers in the first row, taken for headings, could be measurements."""

    texts: tuple[str, ...]


class WorkedOut(Struct, frozen=True):
    """Cells that count as a number that does not stand in them.

    Args:
        texts: the first of them as typed.
        read: the number that each counts as, with its unit.
    """

    texts: tuple[str, ...]
    read: tuple[str, ...]


class OtherSigns(Struct, frozen=True):
    """Cells with the other decimal sign, read for what they are."""

    cells: tuple[str, ...]
    sign: str


class OtherOutcomes(Struct, frozen=True):
    """Other columns that hold measurements and could be meant."""

    columns: tuple[int, ...]


class ColumnsNotUsed(Struct, frozen=True):
    """Columns of numbers that are neither outcome nor group nor unit."""

    names: tuple[str, ...]


class ErrorsNotUsed(Struct, frozen=True):
    """A column of known errors beside single measurements."""

    names: tuple[str, ...]


class OtherTables(Struct, frozen=True):
    """Other tables in the same file."""

    names: tuple[str, ...]


class TableBelow(Struct, frozen=True):
    """Another table in the same sheet, below this one."""

    row: int


class TwoValues(Struct, frozen=True):
    """The outcome is 0 or 1 only, so that means are shares."""


class RowNamesDoubted(Struct, frozen=True):
    """A first column of whole numbers, taken for a group, that could name the rows."""

    column: int


class CodeAmongNumbers(Struct, frozen=True):
    """A whole number that recurs far from all others, as one that stands for missing ones does.

    Args:
        text: as typed.
        count: how often it counts.
    """

    text: str
    count: int


class MayBeSummary(Struct, frozen=True):
    """Columns that could be means, their spread and n under words that nobody knows.

    Args:
        mean: the column of what could be means.
        spread: the one beside it, whose numbers are a share of those.
        n: a column of small whole numbers behind them; None for none.
    """

    mean: int
    spread: int
    n: int | None


class ColumnIsRatio(Struct, frozen=True):
    """A column taken for a group that is the ratio of two others."""

    column: int


class NamesMayBeGroups(Struct, frozen=True):
    """Names such as C1, C2, T1, T2 where nothing else tells groups apart.

    `heading` is over the names of rows; "" for the headings of columns. Without brackets and
    signs of its own a name that ends so can be split by a click.
    """

    heading: str
    stems: tuple[str, ...]


class LevelsAreQuantities(Struct, frozen=True):
    """Levels of a factor that are names of different quantities."""

    heading: str
    names: tuple[str, ...]


class LevelsDoubted(Struct, frozen=True):
    """Numbers that are taken for levels and could have been measured as well."""

    factor: int


class RowsWithoutGroup(Struct, frozen=True):
    """Measurements in rows that name no group."""

    rows: tuple[int, ...]


class LongerRows(Struct, frozen=True):
    """Rows that reach beyond the headings."""

    rows: tuple[int, ...]


class GroupAnew(Struct, frozen=True):
    """A group that would be another one, were the table read anew.

    Args:
        name: of the group.
        before: its n as the table was read, None where there was no such group.
        now: its n as it would be read, None likewise.
    """

    name: str
    before: int | None
    now: int | None


class ReadOtherwiseNow(Struct, frozen=True):
    """The table is read as it was decided, and would be read otherwise now."""

    groups: tuple[GroupAnew, ...]


def read_otherwise(kept: Measurements, anew: Measurements) -> ReadOtherwiseNow | None:
    """What would be otherwise, were the table read anew; None where nothing would.

    Args:
        kept: the table as it was decided to be read.
        anew: as it would be read now.
    """
    before = {", ".join(group.levels): group for group in kept.groups}
    now = {", ".join(group.levels): group for group in anew.groups}
    found = []
    for name in (*before, *(name for name in now if name not in before)):
        old, new = before.get(name), now.get(name)
        if old is None or new is None or _what_counts(old) != _what_counts(new):
            counts = (None if group is None else group.n for group in (old, new))
            found.append(GroupAnew(name, *counts))
    return ReadOtherwiseNow(tuple(found)) if found else None


def _what_counts(group: GroupCells) -> object:
    """What the numbers of a group follow from."""
    if (given := group.given) is not None:
        return given.n, given.mean, given.standard_deviation
    return sorted(group.values)


TableRemark = (
    LayoutDoubted
    | RowNamesDoubted
    | MayBeSummary
    | HeadingsDoubted
    | OtherSigns
    | WorkedOut
    | LongerRows
    | RowsWithoutGroup
    | TableBelow
    | OtherTables
    | ReadOtherwiseNow
)
ColumnRemark = (
    LevelsDoubted
    | CodeAmongNumbers
    | ColumnIsRatio
    | LevelsAreQuantities
    | NamesMayBeGroups
    | OtherOutcomes
    | ColumnsNotUsed
    | ErrorsNotUsed
    | TwoValues
)
ReadingRemark = TableRemark | ColumnRemark | DesignRemark

_FEWEST_PAIRS = 3


def remarks_on_reading(
    measurements: Measurements,
    reading: Reading,
    source: Source,
    outcome: int | None,
    factors: tuple[int, ...] | None,
) -> list[ReadingRemark]:
    """What was doubted or left out in reading a table.

    Args:
        measurements: what was read.
        reading: what the user has said, which is doubted no more.
        source: where the table came from.
        outcome: the outcome as said.
        factors: the factors as said.
    """
    shape = measurements.shape
    found: list[ReadingRemark] = []
    verdict = shape.verdict
    if verdict is not None and verdict.rival is not None:
        found.append(LayoutDoubted(verdict.rival))
    if reading.has_row_names is None and _may_name_rows(shape):
        found.append(RowNamesDoubted(shape.measured[0]))
    if shape.block.doubtful_headings and reading.header_rows is None and reading.has_header is None:
        headings = tuple(p.heading for p in shape.columns if p.heading)
        found.append(HeadingsDoubted(headings))
    if shape.layout is Layout.COLUMNS and not reading.counts_summaries:
        found += [ColumnIsRatio(c) for c in shape.ratios]
    found += _worked_out(shape)
    found += _may_be_summary(shape, reading)
    found += _codes_among(measurements, reading)
    if shape.other_signs:
        found.append(OtherSigns(shape.other_signs, shape.decimal))
    if measurements.longer_rows:
        found.append(LongerRows(measurements.longer_rows))
    if measurements.without_group:
        found.append(RowsWithoutGroup(measurements.without_group))
    if shape.block.next_row is not None:
        found.append(TableBelow(shape.block.next_row))
    if source.others:
        found.append(OtherTables(source.others))
    if (names := _names_of_groups(measurements)) is not None:
        found.append(names)
    found += _quantities_among_levels(measurements)
    found += remarks_on_designs(measurements, reading)
    found += _on_columns(measurements, outcome, factors)
    if not measurements.is_summarised and _has_two_values(measurements):
        found.append(TwoValues())
    return found


def _may_be_summary(shape: TableShape, reading: Reading) -> list[ReadingRemark]:
    """A name, a number, a smaller one and perhaps a small whole one in each of a few rows."""
    if shape.layout not in (Layout.COLUMNS, Layout.LONG) or shape.block.spanner:
        return []
    if reading.layout is not None:
        return []
    texts = [p for p in shape.columns if p.is_text]
    numbers = [p for p in shape.columns if p.is_numeric]
    if len(texts) != 1 or len(numbers) not in (2, 3) or texts[0].index > numbers[0].index:
        return []
    mean, spread, *rest = numbers
    is_named = any(p.senses or p.unit_in_heading for p in (spread, *rest))
    heights = [p.values for p in numbers]
    rows = len(texts[0].texts)
    if is_named or not 1 < rows <= _MOST_MEANS or any(len(h) != rows for h in heights):
        return []
    if len(texts[0].counts) < rows or not mean.has_decimals or not spread.has_decimals:
        return []
    shares = [s / abs(m) if m else 1.0 for m, s in zip(mean.values, spread.values, strict=True)]
    if not all(_LEAST_SPREAD < share < _MOST_SPREAD for share in shares):
        return []
    if rest and not all(2 <= n <= _MOST_N for n in rest[0].whole_numbers or (0,)):
        return []
    return [MayBeSummary(mean.index, spread.index, rest[0].index if rest else None)]


_MOST_MEANS, _MOST_N = 15, 1000
_LEAST_SPREAD, _MOST_SPREAD = 0.002, 0.6


def _codes_among(measurements: Measurements, reading: Reading) -> list[ReadingRemark]:
    """Numbers such as −9999 and 999 that recur far away from what was measured."""
    values = [np.asarray(g.values[:_MOST_LOOKED_AT], float) for g in measurements.groups if g.n]
    pool = np.concatenate(values) if values else np.zeros(0)
    whole = pool[(pool == np.round(pool)) & (np.abs(pool) >= _SMALLEST_CODE)]
    if not len(whole):
        return []
    found: list[ReadingRemark] = []
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


def _worked_out(shape: TableShape) -> list[ReadingRemark]:
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


def _may_name_rows(shape: TableShape) -> bool:
    """Whether whole numbers, each once, stand before headings that belong together without them."""
    if shape.layout is not Layout.COLUMNS or shape.row_names is not None or shape.side_factors:
        return False
    first, *rest = (shape.column(c) for c in shape.measured)
    if len(rest) < 2 or not first.whole_numbers or len(first.counts) < len(first.texts):
        return False
    return family_of([p.heading for p in rest]).are_siblings and not shape.family.are_siblings


def _names_of_groups(measurements: Measurements) -> NamesMayBeGroups | None:
    """Of a table read as one group, what the names of its rows have in common by groups."""
    shape = measurements.shape
    column = shape.roles.unit if shape.roles is not None else shape.row_names
    if shape.layout is Layout.COLUMNS and len(measurements.groups) > _FEWEST_PAIRS:
        heading, texts = "", tuple(group.levels[0] for group in measurements.groups)
    elif len(measurements.groups) == 1 and column is not None:
        heading, texts = shape.name(column), tuple(shape.column(column).counts)
    else:
        return None
    found = [_NUMBERED_NAME.fullmatch(text) for text in texts]
    stems = Counter((match[1] or match[2]).strip(" _.-") for match in found if match)
    if not all(found) or not 2 <= len(stems) <= _MOST_STEMS or min(stems.values()) < 2:
        return None
    return NamesMayBeGroups(heading, tuple(stems))


def _quantities_among_levels(measurements: Measurements) -> list[ReadingRemark]:
    """Factors whose levels are all quantities, as where one column names what was measured."""
    if measurements.shape.layout is not Layout.LONG:
        return []
    found: list[ReadingRemark] = []
    for factor in measurements.factors:
        texts = tuple(level.text for level in factor.levels)
        named = [quantity_in(name_and_unit(text)[0]) for text in texts]
        says = plain(factor.name) in _OF_QUANTITIES
        if len(texts) > 1 and (says or (all(named) and len(set(named)) == len(texts))):
            found.append(LevelsAreQuantities(factor.name, texts))
    return found


_OF_QUANTITIES = frozenset(
    {"variable", "parameter", "trait", "measure", "metric", "analyte", "merkmal", "variabele"}
    | {"paramètre", "parámetro", "parametro", "parâmetro", "indicator", "endpoint"}
)
_NUMBERED_NAME = re.compile(r"(.*\D)\d+[a-z]?|(.*[\d\w][-_. ])[a-z]", re.IGNORECASE)
_MOST_STEMS = 8


def _on_columns(
    measurements: Measurements, outcome: int | None, factors: tuple[int, ...] | None
) -> list[ReadingRemark]:
    """Columns of numbers that are left out, and those that could be the outcome instead."""
    shape, roles = measurements.shape, measurements.shape.roles
    used: set[int | None] = {f.variable for f in measurements.factors}
    used |= {measurements.outcome.variable, measurements.units.variable, shape.row_names}
    used |= {*shape.readings, *shape.summary_columns}
    if roles is not None:
        return _beside_outcome(shape, roles, used | {roles.reading}, outcome, factors)
    if shape.summary is not None:
        used |= {*shape.summary.all_columns, *shape.side_factors}
        idle = [p.index for p in shape.columns if p.is_numeric and p.index not in used]
    else:
        idle = [c for c in shape.beside if c not in used]
    return [ColumnsNotUsed(tuple(map(shape.name, idle)))] if idle else []


def _beside_outcome(
    shape: TableShape,
    roles: LongRoles,
    used: set[int | None],
    outcome: int | None,
    factors: tuple[int, ...] | None,
) -> list[ReadingRemark]:
    """Of a long table, the columns of numbers that are not asked about."""
    found: list[ReadingRemark] = []
    errors, others, beside = [], [], []
    # Levels that divide no rows any more may have been measured.
    for c in (*roles.outcomes, *(f for f in roles.factors if shape.column(f).is_numeric)):
        if c in used:
            continue
        named = statistic_named(shape.column(c).heading)
        if named is not None and named.statistic in _ERRORS:
            errors.append(c)
        elif shape.column(c).is_about(Sense.COVARIATE):
            beside.append(c)
        else:
            others.append(c)
    if roles.doubtful_factor is not None and factors is None:
        found.append(LevelsDoubted(roles.doubtful_factor))
    if others and outcome is None:
        found.append(OtherOutcomes(tuple(others)))
    elif others:
        beside += others
    if errors:
        found.append(ErrorsNotUsed(tuple(map(shape.name, errors))))
    known = {*used, *others, *errors, *beside}
    beside += [
        p.index for p in shape.columns if p.is_numeric and p.index not in known and factors is None
    ]
    if beside:
        found.append(ColumnsNotUsed(tuple(shape.name(c) for c in sorted(set(beside)))))
    return found


_ERRORS = frozenset({Statistic.ERROR, Statistic.SD, Statistic.SE, Statistic.MARGIN})


def _has_two_values(measurements: Measurements) -> bool:
    """Whether every value is 0 or 1, and there are both."""
    seen: set[float] = set()
    for group in measurements.groups:
        # Of a long group a glance settles it mostly.
        seen.update(group.values[:_GLANCE])
        if not seen <= _TWO_VALUES:
            return False
    return seen == _TWO_VALUES and all(set(g.values) <= _TWO_VALUES for g in measurements.groups)


_GLANCE = 20
_TWO_VALUES = frozenset({0.0, 1.0})
