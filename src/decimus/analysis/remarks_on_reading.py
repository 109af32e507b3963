"""Remarks on how a table was read: what was taken for granted, left out, averaged or doubted."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec import Struct

from decimus.analysis.doubts.by_structure import StructureRemark, remarks_by_structure
from decimus.analysis.remarks_on_designs import DesignRemark, remarks_on_designs
from decimus.measurements.families import family_of
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import Sense, Statistic, plain, quantity_in, statistic_named
from decimus.measurements.observations import GroupCells, Measurements
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.roles import LongRoles
from decimus.measurements.shapes import TableShape
from decimus.measurements.sides import LEVELS, is_nested, level_weight
from decimus.study.readings import Reading
from decimus.study.studies import Source
from decimus.terms import Layout


class LayoutDoubted(Struct, frozen=True):
    """Another layout is nearly as likely."""

    rival: Layout


class HeadingsDoubted(Struct, frozen=True):
    """The numbers in the first row, taken for headings, could be measurements."""

    texts: tuple[str, ...]


class OtherSigns(Struct, frozen=True):
    """Cells with the other decimal sign, read for what they are."""

    cells: tuple[str, ...]
    sign: str


class OtherOutcomes(Struct, frozen=True):
    """Other columns that hold measurements and could be meant."""

    columns: tuple[int, ...]


class NotCompared(Struct, frozen=True):
    """A column of levels that crosses what is compared, and is not compared itself."""

    column: int


class ColumnsNotUsed(Struct, frozen=True):
    """Columns of numbers that are neither outcome nor group nor unit."""

    names: tuple[str, ...]


class ErrorsNotUsed(Struct, frozen=True):
    """A column of known errors beside single measurements."""

    names: tuple[str, ...]


class ErrorsOfSingles(Struct, frozen=True):
    """Columns that hold the known error of every single value, drawn at its circle.

    `without` counts the values that have none: nothing stands there, no number, or one below zero.
    """

    columns: tuple[int, ...]
    without: int


class OtherTables(Struct, frozen=True):
    """Other tables in the same file."""

    names: tuple[str, ...]


class SheetsJoined(Struct, frozen=True):
    """Sheets of one form that are read as one table, each a group."""

    names: tuple[str, ...]


class TableBelow(Struct, frozen=True):
    """Another table in the same sheet, below this one."""

    row: int


class TwoValues(Struct, frozen=True):
    """The outcome is 0 or 1 only, so that means are shares."""


class RowNamesDoubted(Struct, frozen=True):
    """A first column of whole numbers, taken for a group, that could name the rows."""

    column: int


class ColumnIsRatio(Struct, frozen=True):
    """A column taken for a group that is the ratio of two others."""

    column: int


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
    | HeadingsDoubted
    | OtherSigns
    | LongerRows
    | RowsWithoutGroup
    | TableBelow
    | OtherTables
    | SheetsJoined
    | ReadOtherwiseNow
)
ColumnRemark = (
    LevelsDoubted
    | ColumnIsRatio
    | LevelsAreQuantities
    | OtherOutcomes
    | NotCompared
    | ColumnsNotUsed
    | ErrorsNotUsed
    | ErrorsOfSingles
    | TwoValues
)
ReadingRemark = TableRemark | ColumnRemark | StructureRemark | DesignRemark

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
    found += remarks_by_structure(measurements, reading)
    if shape.other_signs:
        found.append(OtherSigns(shape.other_signs, shape.decimal))
    found += remarks_on_unread(measurements, source)
    found += _quantities_among_levels(measurements)
    found += remarks_on_designs(measurements, reading)
    crossing = _not_compared(measurements, reading) if factors is None else ()
    found += map(NotCompared, crossing)
    found += _without_used(_on_columns(measurements, crossing, outcome, factors), reading)
    if not measurements.is_summarised and _has_two_values(measurements):
        found.append(TwoValues())
    return found


def remarks_on_unread(measurements: Measurements, source: Source) -> list[ReadingRemark]:
    """What of a table was left unread, whatever its rows are."""
    found: list[ReadingRemark] = []
    if measurements.longer_rows:
        found.append(LongerRows(measurements.longer_rows))
    if measurements.without_group:
        found.append(RowsWithoutGroup(measurements.without_group))
    if (next_row := measurements.shape.block.next_row) is not None:
        found.append(TableBelow(next_row))
    if source.joined:
        found.append(SheetsJoined(source.joined))
    if source.others:
        found.append(OtherTables(source.others))
    return found


def _without_used(found: list[ReadingRemark], reading: Reading) -> Iterator[ReadingRemark]:
    """The remarks; what another column is computed from is used."""
    computed = " ".join(one.expression for one in reading.computed)
    for remark in found:
        if not isinstance(remark, ColumnsNotUsed):
            yield remark
        elif idle := tuple(name for name in remark.names if f'"{name}"' not in computed):
            yield ColumnsNotUsed(idle)


def _may_name_rows(shape: TableShape) -> bool:
    """Whether whole numbers, each once, stand before headings that belong together without them."""
    if shape.layout is not Layout.COLUMNS or shape.row_names is not None or shape.side_factors:
        return False
    first, *rest = (shape.column(c) for c in shape.measured)
    if len(rest) < 2 or not first.whole_numbers or len(first.counts) < len(first.texts):
        return False
    if family_of([p.heading for p in rest]).are_siblings and not shape.family.are_siblings:
        return True
    own, others = first.whole_numbers, [v for p in rest for v in p.values if v == v]
    return bool(others) and (max(own) < min(others) or min(own) > max(others))


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


def _on_columns(
    measurements: Measurements,
    crossing: tuple[int, ...],
    outcome: int | None,
    factors: tuple[int, ...] | None,
) -> list[ReadingRemark]:
    """Columns of numbers that are left out, and those that could be the outcome instead."""
    shape, roles = measurements.shape, measurements.shape.roles
    used: set[int | None] = {f.variable for f in measurements.factors}
    used |= {measurements.outcome.variable, measurements.units.variable, shape.row_names}
    used |= {*shape.readings, *shape.summary_columns}
    if measurements.errors and roles is not None:
        used |= {*measurements.error_columns, roles.reading}
        rest = _beside_outcome(shape, roles, {*used, *crossing}, outcome, factors)
        without = measurements.count - len(measurements.errors)
        return [ErrorsOfSingles(measurements.error_columns, without), *rest]
    if (others := tuple(c for c in shape.quantities if c not in used)) and outcome is None:
        return [OtherOutcomes(others)]
    if roles is not None:
        return _beside_outcome(shape, roles, {*used, *crossing, roles.reading}, outcome, factors)
    if shape.summary is not None and outcome is None:
        own, means = measurements.outcome.variable, [c.mean for c in shape.summary.columns]
        if own in means and len(means) > 1:
            return [OtherOutcomes(tuple(c for c in means if c != own))]
    if shape.summary is not None:
        used |= {*shape.summary.all_columns, *shape.side_factors}
        idle = [p.index for p in shape.columns if p.is_numeric and p.index not in used]
    else:
        idle = [c for c in shape.beside if c not in used]
    return [ColumnsNotUsed(tuple(map(shape.name, idle)))] if idle else []


def _not_compared(measurements: Measurements, reading: Reading) -> tuple[int, ...]:
    """Columns of a long table that divide the rows across what is compared, and are not used."""
    shape, units = measurements.shape, measurements.units
    if shape.layout is not Layout.LONG or measurements.counts_cases:
        return ()
    factors = [f.variable for f in measurements.factors if f.variable >= 0]
    if not factors:
        return ()
    taken = {*factors, measurements.outcome.variable, units.variable, shape.row_names}
    taken |= {*shape.readings, *shape.summary_columns, *reading.left_out, reading.frequencies}
    if shape.roles is not None:
        taken |= {*shape.roles.beside, shape.roles.reading, shape.roles.other_unit}
    return tuple(
        p.index
        for p in shape.columns
        if p.index not in taken
        and _has_levels(p, shape)
        and not any(is_nested(p, of) or is_nested(of, p) for of in map(shape.column, factors))
    )


def _has_levels(profile: ColumnProfile, shape: TableShape) -> bool:
    """Whether a column holds a few names or amounts, each more than once."""
    if profile.is_about(Sense.NOTE, Sense.COVARIATE) or profile.is_dates:
        return False
    counts = profile.counts
    are_few = 2 <= len(counts) <= _MOST_LEVELS and min(counts.values()) > 1
    is_label = profile.is_text or level_weight(profile, shape.columns) >= LEVELS
    return are_few and is_label and len(profile.cells) == sum(counts.values())


_MOST_LEVELS = 8


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
        seen.update(group.replicates[:_GLANCE].tolist())
        if not seen <= _TWO_VALUES:
            return False
    return seen == _TWO_VALUES and all(set(g.values) <= _TWO_VALUES for g in measurements.groups)


_GLANCE = 20
_TWO_VALUES = frozenset({0.0, 1.0})
