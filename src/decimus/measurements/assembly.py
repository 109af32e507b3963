"""Observed cells put together into groups: limits, units, averages, what is set aside."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterator, Mapping
from decimal import Decimal

import numpy as np
from msgspec.structs import replace

from decimus.errors import TableError
from decimus.kinds.limits import LIMITS
from decimus.measurements.adjusting import (
    adjusted_groups,
    adjusted_readings,
    adjusted_unit,
)
from decimus.measurements.asked import no_numbers, roles_of, unit_column
from decimus.measurements.cells import CODE, Booleans, Floats, Integers
from decimus.measurements.factors import block_outcome, factor_of, long_outcome
from decimus.measurements.kept_decisions import kept_question
from decimus.measurements.numbers import LARGEST, SMALLEST, CellKind, read_cell
from decimus.measurements.observations import (
    AsideValue,
    CellReference,
    GroupCells,
    Measurements,
    Place,
    typical_decimals,
)
from decimus.measurements.observing.extraction import quantity_asked
from decimus.measurements.observing.observed import Observed
from decimus.measurements.replicates import averaging_codes, units_of, with_kept_units
from decimus.measurements.shapes import TableShape, is_unit_noun, row_noun
from decimus.measurements.variables import Factor, Outcome
from decimus.statistics.decimal_sums import decimal_scale
from decimus.study.readings import CELLS, Reading, SetAside
from decimus.study.tables import Table
from decimus.study.targets import Levels
from decimus.terms import Layout, LimitRule

_ALIKE = 1e-3
"""Values that differ by less than this share of themselves have constant leading digits."""
_EXACT = 2.0**50
"""Whole numbers of the last decimal below that are found again from the nearest double."""


class Assembly:
    """Puts observed cells together into groups."""

    def __init__(
        self,
        table: Table,
        shape: TableShape,
        reading: Reading,
        observed: Observed,
        outcome: int,
        said: tuple[int | None, tuple[int, ...] | None] = (None, None),
    ) -> None:
        self._table = table
        self._shape = shape
        self._reading = reading
        self._observed = observed
        self._outcome = outcome
        self._said = said
        self._codes, self._levels = _group_codes(observed)
        column = shape.row_names if outcome == CELLS else None
        roles = None
        if outcome != CELLS:
            roles = roles_of(shape, reading, *said)
            column = unit_column(shape, reading, roles, observed.variables, outcome)
        found = units_of(observed, self._codes, shape, reading, column, roles)
        self._units = with_kept_units(found, kept_question(shape, reading, *said))
        self._values = observed.values
        self._is_number = observed.kinds == CODE[CellKind.NUMBER]
        self._take_codes()
        self._take_limits()
        self._drop_other_units()
        self._check_sizes()
        self._adjustments = reading.adjustments
        if self._adjustments:
            counted = self._is_number & ~self._aside_mask()
            self._values = adjusted_readings(observed, self._values, counted, self._adjustments)

    def _aside_mask(self) -> Booleans:
        mask = np.zeros(len(self._observed), bool)
        for aside in self._reading.asides:
            mask |= self._is_aside(aside)
        return mask

    def _take_codes(self) -> None:
        """Numbers that were said to stand for missing ones are missing."""
        codes = [read_cell(text, self._shape.decimal) for text in self._reading.missing_codes]
        values = [cell.value for cell in codes if cell.kind is CellKind.NUMBER]
        found = self._is_number & np.isin(self._values, values)
        if found.any():
            kinds = np.where(found, CODE[CellKind.MISSING], self._observed.kinds)
            self._observed = replace(self._observed, kinds=kinds.astype(np.int8))
            self._is_number = self._is_number & ~found

    def _take_limits(self) -> None:
        """Count limits as what they were said to stand for."""
        share = LIMITS[self._reading.limits or LimitRule.MISSING].share
        limits = self._observed.kinds == CODE[CellKind.LIMIT]
        if share is not None and limits.any():
            self._values = np.where(limits, self._values * share, self._values)
            self._is_number = self._is_number | limits

    def _drop_other_units(self) -> None:
        """Numbers typed in another unit than the others are no numbers here."""
        self._other_units: frozenset[int] = frozenset()
        self._typed_unit = ""
        units = self._observed.units
        if not units:
            return
        places = zip(self._observed.rows.tolist(), self._observed.columns.tolist(), strict=True)
        typed = {i: unit for i, place in enumerate(places) if (unit := units.get(place))}
        if not typed:
            return
        usual = Counter(typed.values()).most_common(1)[0][0]
        self._typed_unit = usual
        others = frozenset(i for i, unit in typed.items() if unit != usual)
        if usual == "%":
            others |= self._shares_among_percents(typed)
        self._other_units = others
        if others:
            self._is_number = self._is_number.copy()
            self._is_number[list(others)] = False

    def _shares_among_percents(self, typed: Mapping[int, str]) -> frozenset[int]:
        """Bare numbers up to 1 beside percents that are all larger: 0.50 beside 45 %."""
        percents = [i for i, unit in typed.items() if unit == "%"]
        bare = [i for i in np.flatnonzero(self._is_number).tolist() if i not in typed]
        sizes = np.abs(self._values)
        if not bare or np.max(sizes[bare]) > 1 or np.min(sizes[percents]) <= 1:
            return frozenset()
        return frozenset(bare)

    def _check_sizes(self) -> None:
        """Refuse a number whose spread could not be computed, rather than get it wrong."""
        sizes = np.abs(self._values)
        with np.errstate(invalid="ignore"):
            wrong = self._is_number & (sizes != 0) & ((sizes < SMALLEST) | (sizes > LARGEST))
        if not wrong.any():
            return
        row, column = self._place(int(np.flatnonzero(wrong)[0]))
        size = "large" if sizes[wrong][0] > 1 else "small"
        raise TableError(
            f"“{self._table.cell(row, column).strip()}” (row {row + 1}, column {column + 1})"
            f" is too {size} to compute with",
            remedy="Correct it, or use another unit",
        )

    def _place(self, i: int) -> Place:
        return int(self._observed.rows[i]), int(self._observed.columns[i])

    def measurements(self) -> Measurements:
        """All of it. Raises TableError where no group holds a number."""
        if not self._is_number.any():
            raise no_numbers(self._shape)
        origin, shifted = self._shifted()
        reasons = self._aside_reasons()
        averaging = averaging_codes(self._observed, self._units, self._shape)
        order = np.argsort(_small(self._codes), kind="stable")
        ends = np.cumsum(np.bincount(self._codes, minlength=len(self._levels)))
        plain = self._plain_groups(order, ends.tolist(), shifted, reasons, averaging)
        groups = []
        start = 0
        for levels, end in zip(self._levels, ends.tolist(), strict=True):
            group = next(plain, None)
            if group is None:
                members = order[start:end]
                group = self._group(levels, members, shifted, reasons, averaging)
            groups.append(group)
            start = end
        if self._adjustments:
            variables = self._observed.variables
            groups = adjusted_groups(groups, variables, self._adjustments)
            self._levels = [group.levels for group in groups]
        decimals = self._observed.decimals[self._is_number]
        factors = self._factors()
        return Measurements(
            shape=self._shape,
            outcome=self._named_outcome(),
            factors=factors,
            groups=tuple(groups),
            origin=origin,
            decimals=typical_decimals(np.bincount(np.maximum(decimals, 0))),
            unit_name=self._reading.unit_name or self._noun(),
            material=self._reading.material or "",
            condition=self._reading.condition or "",
            unreadable=self._unreadable(),
            limits=self._references(CellKind.LIMIT),
            limit_rule=self._reading.limits or LimitRule.MISSING,
            unused_factors=self._unused(),
            units=self._units,
            reading_count=int(self._is_number.sum()) - len(reasons),
            adjustments=self._adjustments,
            without_group=self._observed.without_group,
            longer_rows=self._shape.longer_rows,
            marks={
                (cell.row, cell.column): cell.text for cell in self._references(CellKind.MISSING)
            },
        )

    def _noun(self) -> str:
        units = self._units
        if units.is_averaged and units.variable is not None and units.variable >= 0:
            return self._shape.column(units.variable).heading_word or "unit"
        found = row_noun(self._shape)
        if units.is_same and found is None:
            if units.is_block:
                return "block"
            word = units.heading.lower()
            return word if is_unit_noun(word) else "subject"
        return found or "replicate"

    def _named_outcome(self) -> Outcome:
        if self._outcome == CELLS:
            quantity = quantity_asked(self._shape, self._said[0])
            outcome = block_outcome(self._shape, self._reading, self._typed_unit, quantity)
        else:
            outcome = long_outcome(self._shape, self._reading, self._outcome, self._typed_unit)
        return replace(outcome, unit=adjusted_unit(outcome.unit, self._adjustments))

    def _factors(self) -> tuple[Factor, ...]:
        return tuple(
            factor_of(
                self._shape,
                self._reading,
                variable,
                tuple(dict.fromkeys(levels[i] for levels in self._levels)),
            )
            for i, variable in enumerate(self._observed.variables)
        )

    def _unused(self) -> tuple[str, ...]:
        shape = self._shape
        used = {*self._observed.variables, self._outcome, self._units.variable, shape.row_names}
        return tuple(
            shape.name(c)
            for c in shape.factor_candidates
            if c not in used and not shape.column(c).is_numeric
        )

    def _unreadable(self) -> tuple[CellReference, ...]:
        return tuple(
            sorted(
                (
                    *self._references(CellKind.TEXT),
                    *self._references(CellKind.DATE),
                    *(self._reference(i, CellKind.NUMBER) for i in self._other_units),
                ),
                key=lambda cell: (
                    (cell.column, cell.row)
                    if self._shape.layout is not Layout.ROWS
                    else (cell.row, cell.column)
                ),
            )
        )

    def _references(self, kind: CellKind) -> tuple[CellReference, ...]:
        found = np.flatnonzero(self._observed.kinds == CODE[kind])
        return tuple(self._reference(int(i), kind) for i in found)

    def _reference(self, i: int, kind: CellKind) -> CellReference:
        row, column = self._place(i)
        return CellReference(row, column, self._table.cell(row, column).strip(), kind)

    def _aside_reasons(self) -> dict[int, str]:
        """Why each number that is set aside is; by its position."""
        reasons: dict[int, str] = {}
        for aside in self._reading.asides:
            for i in np.flatnonzero(self._is_aside(aside) & self._is_number).tolist():
                reasons.setdefault(i, aside.reason)
        return reasons

    def _is_aside(self, aside: SetAside) -> Booleans:
        observed = self._observed
        if aside.row is not None:
            in_row = np.equal(observed.rows, aside.row)
            if aside.column is not None:
                in_row &= np.equal(observed.columns, aside.column)
            return in_row
        if aside.variable in observed.variables:
            cells = observed.levels[observed.variables.index(aside.variable)]
        elif observed.names is not None and aside.variable == self._units.variable:
            cells = observed.names
        else:
            return np.zeros(len(observed), bool)
        code = cells.texts.index(aside.text) if aside.text in cells.texts else -1
        return np.equal(cells.codes, code)

    def _plain_groups(
        self,
        order: Integers,
        ends: list[int],
        shifted: Floats | None,
        reasons: dict[int, str],
        averaging: Integers | None,
    ) -> Iterator[GroupCells]:
        """All groups as stretches of the same arrays, where every cell counts by itself."""
        if reasons or averaging is not None or self._units.is_same:
            return
        if not self._is_number.all():
            return
        values = self._values[order]
        moved = None if shifted is None else shifted[order]
        rows, columns = self._observed.rows[order], self._observed.columns[order]
        for levels, start, end in zip(self._levels, [0, *ends], ends, strict=False):
            yield GroupCells(
                levels=levels,
                replicates=values[start:end],
                shifted=None if moved is None else moved[start:end],
                rows=rows[start:end],
                columns=columns[start:end],
                missing=(),
            )

    def _group(
        self,
        levels: Levels,
        members: Integers,
        shifted: Floats | None,
        reasons: dict[int, str],
        averaging: Integers | None,
    ) -> GroupCells:
        is_number = self._is_number[members]
        asides: tuple[AsideValue, ...] = ()
        aside = np.zeros(len(members), bool)
        if reasons:
            aside = np.array([int(i) in reasons for i in members], bool)
            asides = tuple(
                AsideValue(self._place(int(i)), float(self._values[i]), reasons[int(i)])
                for i in members[aside]
            )
        counted = is_number & ~aside
        if averaging is not None:
            return self._averaged(levels, members, counted, aside, asides, shifted, averaging)
        kept, absent = members[counted], members[~is_number]
        return GroupCells(
            levels=levels,
            replicates=self._values[kept],
            shifted=None if shifted is None else shifted[kept],
            rows=self._observed.rows[kept],
            columns=self._observed.columns[kept],
            missing=self._places(absent),
            units=self._names(kept),
            asides=asides,
            excluded=len(asides),
        )

    def _averaged(
        self,
        levels: Levels,
        members: Integers,
        counted: Booleans,
        is_aside: Booleans,
        asides: tuple[AsideValue, ...],
        shifted: Floats | None,
        averaging: Integers,
    ) -> GroupCells:
        """The group with one value for each unit: the mean of its readings that count."""
        unit_of, first = _in_order(averaging[members])
        sizes = np.bincount(unit_of[counted], minlength=len(first))
        cells = members[counted][np.argsort(_small(unit_of[counted]), kind="stable")]
        starts = np.cumsum(sizes[sizes > 0]) - sizes[sizes > 0]
        has_aside = np.zeros(len(first), bool)
        has_aside[unit_of[is_aside]] = True
        none = sizes == 0
        return GroupCells(
            levels=levels,
            replicates=_means(self._values, cells, starts),
            shifted=None if shifted is None else _means(shifted, cells, starts),
            rows=self._observed.rows[cells],
            columns=self._observed.columns[cells],
            missing=self._places(members[first[none & ~has_aside]]),
            units=self._names(members[first[~none]]),
            asides=asides,
            excluded=int((none & has_aside).sum()),
            starts=tuple(starts.tolist()),
        )

    def _places(self, members: Integers) -> tuple[Place, ...]:
        rows = self._observed.rows[members].tolist()
        return tuple(zip(rows, self._observed.columns[members].tolist(), strict=True))

    def _names(self, members: Integers) -> tuple[str, ...]:
        names = self._observed.names
        if names is None or not (self._units.is_same or self._units.is_averaged):
            return ()
        return tuple(names.texts[code] for code in names.codes[members].tolist())

    def _shifted(self) -> tuple[Decimal, Floats | None]:
        """The values less a common origin, where that keeps digits, and the origin.

        Of 10000000.2 a double keeps nine decimals, of 0.2 sixteen: numbers that share their
        leading digits are shifted by the first of them in decimal arithmetic, exactly.
        """
        if self._adjustments:
            return Decimal(0), None
        numbers = self._values[self._is_number]
        low, high = float(numbers.min()), float(numbers.max())
        if not high - low < _ALIKE * min(abs(low), abs(high)):
            return Decimal(0), None
        at = np.flatnonzero(self._is_number)
        decimals = int(self._observed.decimals[at].max())
        if low == high and abs(high) * 10.0**decimals < _EXACT:
            return Decimal(0), None  # all alike, also as typed
        origin = self._exact(int(at[0]))
        shifted = np.full(len(self._values), np.nan)
        are_typed = bool(np.equal(self._observed.values[at], self._values[at]).all())
        if are_typed and max(abs(low), abs(high)) * 10.0**decimals < _EXACT:
            # Whole numbers of the last decimal fit a double: their differences are exact.
            scaled = np.rint(self._values[at] * 10.0**decimals)
            shifted[at] = (scaled - scaled[0]) / 10.0**decimals
        else:
            shifted[at] = [float(self._exact(int(i)) - origin) for i in at]
        return origin, shifted

    def _exact(self, i: int) -> Decimal:
        """The number of a cell as typed; of a limit what it counts as."""
        cell = read_cell(self._table.cell(*self._place(i)), self._shape.decimal)
        share = LIMITS[self._reading.limits or LimitRule.MISSING].share
        if cell.kind is CellKind.LIMIT and share is not None:
            return cell.exact * Decimal(share)
        return cell.exact


def _means(values: Floats, cells: Integers, starts: Integers) -> Floats:
    """The mean of each unit's readings, correctly rounded where these have few decimals.

    0.1, 0.2, 0.3 and three times 0.2 have the same mean, though not as sums of doubles.

    Args:
        values: all that were observed.
        cells: which of them count, unit by unit.
        starts: where the readings of each unit begin among those.
    """
    if not len(cells):
        return np.zeros(0)
    every = values[cells]
    sizes = np.diff(starts, append=len(cells))
    scale = decimal_scale(every)
    if scale is None:
        parts = np.split(every, starts[1:])
        return np.array([math.fsum(part.tolist()) / len(part) for part in parts], np.float64)
    sums = np.add.reduceat(np.rint(every * scale), starts)
    return np.where(sizes == 1, every[starts], sums / (scale * sizes))


def _small(codes: Integers) -> Integers:
    """The codes in the smallest type, which sorts several times faster."""
    return codes.astype(np.int16) if len(codes) and int(codes.max()) < 2**15 else codes


def _group_codes(observed: Observed) -> tuple[Integers, list[Levels]]:
    """The group of every observation as a code, and the groups' levels in reading order."""
    if not len(observed):
        return np.zeros(0, np.int32), []
    combined = np.zeros(len(observed), np.int64)
    for cells in observed.levels:
        combined = combined * len(cells.texts) + cells.codes
    codes, first = _in_order(combined)
    levels = [tuple(cells.texts[cells.codes[at]] for cells in observed.levels) for at in first]
    return codes, levels


def _in_order(codes: Integers) -> tuple[Integers, Integers]:
    """Codes counted by first appearance, and where each first stands."""
    _, first, inverse = _unique(codes)
    order = np.argsort(first, kind="stable")
    rank = np.empty(len(order), np.int32)
    rank[order] = np.arange(len(order), dtype=np.int32)
    return rank[inverse], first[order]


def _unique(codes: Integers) -> tuple[Integers, Integers, Integers]:
    """Distinct codes, where each first stands, and which of them every code is."""
    size = int(codes.max()) + 1
    if size > 4 * len(codes) + 1000:
        return np.unique(codes, return_index=True, return_inverse=True)
    first = np.full(size, -1, np.int64)
    first[codes[::-1]] = np.arange(len(codes) - 1, -1, -1)
    found = np.flatnonzero(first >= 0)
    lookup = np.zeros(size, np.int32)
    lookup[found] = np.arange(len(found), dtype=np.int32)
    return found, first[found], lookup[codes]
