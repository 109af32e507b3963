"""Remarks on what the names in a table are of: who was measured, and what was read of it."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec import Struct

from decimus.measurements.lexicon import Sense
from decimus.measurements.observations import Measurements
from decimus.measurements.profiles import ColumnProfile
from decimus.measurements.replicates import Units, is_settled
from decimus.measurements.roles import DesignRoles
from decimus.measurements.sides import is_nested
from decimus.measurements.variables import is_time_order
from decimus.study.readings import Reading
from decimus.terms import Layout


class PairedByRow(Struct, frozen=True):
    """The values of one row are taken as of one subject, which has no name."""

    times: tuple[str, ...]


class MayBePairs(Struct, frozen=True):
    """Columns of equal length whose rows could belong to the same subjects."""


class RowsUnnamed(Struct, frozen=True):
    """Measurements in a long table of which nothing says what they were made on."""


class PairsLost(Struct, frozen=True):
    """Times in one column without a word on whose they are."""

    levels: tuple[str, ...]


class TakenAsSame(Struct, frozen=True):
    """Names that are taken as the same units, or blocks, although it is not sure.

    `other` is a column that could as well name them, `is_forced` that nothing but one value per
    cell says so.
    """

    heading: str
    other: int | None
    is_forced: bool


class ReadingsOrSteps(Struct, frozen=True):
    """Numbers within each unit that are its readings, or steps to compare.

    Args:
        reading: the column that numbers them.
        are_steps: whether they are taken for steps.
        rivals: the experiments that the names are of in the other case.
    """

    reading: int
    are_steps: bool
    rivals: tuple[DesignRoles, ...]


class ReadingsAcross(Struct, frozen=True):
    """Columns that are counted within each row: readings of its unit, or steps to compare."""

    names: tuple[str, ...]


class DesignDoubted(Struct, frozen=True):
    """Other experiments that explain the names in a long table as well."""

    rivals: tuple[DesignRoles, ...]


class UnitsTogether(Struct, frozen=True):
    """Units that stand several together in something of one group: mice in cages.

    Args:
        column: what they stand in.
        unit: the column that names them.
    """

    column: int
    unit: int


class ReadingsAveraged(Struct, frozen=True):
    """Several measurements of one unit are averaged first."""

    heading: str
    variable: int | None
    readings: tuple[int, int]
    before: int
    after: int


DesignRemark = (
    PairedByRow
    | MayBePairs
    | PairsLost
    | RowsUnnamed
    | TakenAsSame
    | ReadingsAveraged
    | ReadingsOrSteps
    | ReadingsAcross
    | DesignDoubted
    | UnitsTogether
)
_FEWEST_PAIRS = 3


def remarks_on_designs(measurements: Measurements, reading: Reading) -> list[DesignRemark]:
    """Who was measured again, and whose readings are averaged."""
    shape, units = measurements.shape, measurements.units
    found: list[DesignRemark] = []
    is_said = reading.same_units is not None or reading.subject is not None
    if shape.pairs_by_row and reading.pair_by_row is None:
        found.append(PairedByRow(tuple(group.levels[0] for group in measurements.groups)))
    elif _may_be_pairs(measurements, reading):
        found.append(MayBePairs())
    if units.is_same and not shape.pairs_by_row and not is_said and not units.is_decided:
        found.append(TakenAsSame(units.heading, units.other_variable, units.is_forced))
    found += _other_designs(measurements)
    if not is_said and reading.within is None:
        found += [UnitsTogether(c, u) for c, u in _units_together(measurements)]
    if len(shape.readings) > 1 and reading.readings_across is None:
        found.append(ReadingsAcross(tuple(map(shape.name, shape.readings))))
    if units.is_averaged and reading.within is None:
        column = units.variable if units.variable is not None and units.variable >= 0 else None
        found.append(
            ReadingsAveraged(
                units.heading,
                column,
                units.readings,
                measurements.reading_count,
                measurements.count,
            )
        )
    counts_across = shape.heads.counting is not None and shape.row_names is None
    if (shape.layout is Layout.LONG or counts_across) and units.variable is None:
        found += _without_names(measurements, reading)
    return found


def _units_together(measurements: Measurements) -> list[tuple[int, int]]:
    """Of a long table the column between groups and units, with the column of the units."""
    shape, units = measurements.shape, measurements.units
    factors = [shape.column(f.variable) for f in measurements.factors if f.variable >= 0]
    if shape.layout is not Layout.LONG or units.is_averaged or not factors:
        return []
    if units.variable is None or units.variable < 0:
        return []
    unit = shape.column(units.variable)
    taken = {*(f.index for f in factors), unit.index, measurements.outcome.variable}
    taken |= {*shape.readings, *shape.summary_columns}
    between = [
        p
        for p in shape.columns
        if p.index not in taken
        and (p.is_text or (p.whole_numbers and not p.has_decimals))
        and not p.is_about(Sense.NOTE, Sense.COVARIATE, Sense.QUANTITY)
        and not p.is_dates
        and _holds_several(p, unit, factors)
    ]
    return [(p.index, unit.index) for p in between[:1]]


def _holds_several(
    profile: ColumnProfile, unit: ColumnProfile, factors: Sequence[ColumnProfile]
) -> bool:
    """Whether each level is of one group, of which there are several, and of several units."""
    counts = profile.counts
    if len(counts) < 2 or min(counts.values()) < 2 or sum(counts.values()) < len(profile.cells):
        return False
    if not is_nested(unit, profile) or len(unit.counts) < 2 * len(counts):
        return False
    groups = zip(*(f.cells for f in factors), strict=True)
    held = set(zip(groups, profile.cells, strict=True))
    return len(held) == len(counts) > len({group for group, _ in held})


def _without_names(measurements: Measurements, reading: Reading) -> list[DesignRemark]:
    """Of a long table in which nothing names what was measured, what that leaves open."""
    if is_settled(reading) or len(measurements.groups) < 2:
        return []
    for factor in measurements.factors:
        texts = tuple(level.text for level in factor.levels)
        if is_time_order(texts) and _are_equal(measurements):
            return [PairsLost(texts)]
    return [RowsUnnamed()]


def _other_designs(measurements: Measurements) -> list[DesignRemark]:
    """What else the names could be of: readings for steps, other units, other factors.

    Whether units are the same is asked by itself.
    """
    units, factors = measurements.units, tuple(sorted(f.variable for f in measurements.factors))
    steps: list[DesignRoles] = []
    others: list[DesignRoles] = []
    column = None
    for rival in units.rivals:
        if (rival.factors, rival.unit) == (factors, units.variable):
            continue
        apart = set(rival.factors) ^ set(factors)
        if (
            rival.unit == units.variable
            and len(apart) == 1
            and _are_readings(rival, units, factors)
        ):
            column = apart.pop()
            steps.append(rival)
        else:
            others.append(rival)
    found: list[DesignRemark] = []
    if column is not None:
        found.append(ReadingsOrSteps(column, column in factors, tuple(steps)))
    if others:
        found.append(DesignDoubted(tuple(others)))
    return found


def _are_readings(rival: DesignRoles, units: Units, factors: tuple[int, ...]) -> bool:
    """Whether one of two designs averages what the other one compares."""
    return rival.is_averaged if len(rival.factors) < len(factors) else units.is_averaged


def _may_be_pairs(measurements: Measurements, reading: Reading) -> bool:
    """Whether lines without a name could be units, and nobody has said whether they are."""
    shape = measurements.shape
    if shape.layout is Layout.ROWS and measurements.units.variable is None:
        is_plain = reading.frequencies is None and not is_settled(reading)
        return is_plain and len(measurements.groups) > 1
    if shape.layout is not Layout.COLUMNS or measurements.units.is_same:
        return False
    if shape.row_names is not None or shape.has_two_headers or is_settled(reading):
        return False
    if shape.heads.are_found:
        return False
    return len(measurements.groups) > 1 and min(group.n for group in measurements.groups) > 1


def _are_equal(measurements: Measurements) -> bool:
    counts = {group.n for group in measurements.groups}
    return len(measurements.groups) > 1 and len(counts) == 1 and min(counts) >= _FEWEST_PAIRS
