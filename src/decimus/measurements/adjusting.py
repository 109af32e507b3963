"""Adjustments carried out: on readings before they are averaged, on units after."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np
from msgspec.structs import replace

from decimus.errors import TableError
from decimus.measurements.cells import Booleans, Floats
from decimus.measurements.observations import AsideValue, GroupCells
from decimus.measurements.observing.observed import Observed
from decimus.study.adjustments import (
    AnyAdjustment,
    ConvertUnit,
    FactorOnGroup,
    Logarithm,
    MinusBlank,
    RelativeScale,
    RelativeToControl,
)

_FIRST = (ConvertUnit, MinusBlank, FactorOnGroup)
_ORDER = (ConvertUnit, MinusBlank, FactorOnGroup, Logarithm, RelativeToControl)


def in_order(adjustments: Sequence[AnyAdjustment]) -> list[AnyAdjustment]:
    """Unit change, blank, factor, then logarithm or relative to control."""
    return sorted(adjustments, key=lambda adjustment: _ORDER.index(type(adjustment)))


def adjusted_readings(
    observed: Observed,
    values: Floats,
    counted: Booleans,
    adjustments: Sequence[AnyAdjustment],
) -> Floats:
    """The readings after change of unit, blank and factors."""
    for adjustment in in_order(adjustments):
        match adjustment:
            case ConvertUnit(factor=factor):
                values = values * factor
            case MinusBlank():
                values = values - _blank(observed, values, counted, adjustment)
            case FactorOnGroup(variable=variable, level=level):
                chosen = _has_level(observed, variable, level)
                values = np.where(chosen, values * adjustment.multiplier, values)
            case _:
                pass
    return values


def _has_level(observed: Observed, variable: int | None, level: str) -> Booleans:
    if variable not in observed.variables:
        return np.zeros(len(observed), bool)
    cells = observed.levels[observed.variables.index(variable)]
    code = cells.texts.index(level) if level in cells.texts else -1
    return np.equal(cells.codes, code)


def _blank(observed: Observed, values: Floats, counted: Booleans, blank: MinusBlank) -> float:
    if blank.amount is not None:
        return blank.amount
    chosen = _has_level(observed, blank.variable, blank.level) & counted
    if not chosen.any():
        raise TableError(
            f"There is no value for the blank “{blank.level}”", remedy="Take the adjustment back"
        )
    return math.fsum(values[chosen].tolist()) / int(chosen.sum())


def adjusted_groups(
    groups: Sequence[GroupCells],
    variables: tuple[int, ...],
    adjustments: Sequence[AnyAdjustment],
) -> list[GroupCells]:
    """The groups after logarithms and relative to control; blanks are no groups any more."""
    found = list(groups)
    for adjustment in in_order(adjustments):
        match adjustment:
            case MinusBlank(variable=int() as variable, level=level) if variable in variables:
                position = variables.index(variable)
                found = [group for group in found if group.levels[position] != level]
            case Logarithm(base=base):
                found = [_logarithms(group, base) for group in found]
            case RelativeToControl():
                found = _relative(found, variables, adjustment)
            case _:
                pass
    return found


def _with_values(
    group: GroupCells, values: Sequence[float], of_aside: Callable[[float], float]
) -> GroupCells:
    """The group with other values; what is set aside goes along, where it can, else unknown."""
    asides = tuple(
        AsideValue(aside.place, of_aside(aside.value), aside.reason) for aside in group.asides
    )
    return replace(group, replicates=np.asarray(values, float), shifted=None, asides=asides)


def _logarithms(group: GroupCells, base: int) -> GroupCells:
    for value, place in zip(group.values, group.places, strict=False):
        if value <= 0:
            raise TableError(
                f"There is no logarithm of {value:g} (row {place[0] + 1}, column {place[1] + 1})",
                remedy="Set it aside, or take the logarithm back",
            )
    log = {2: math.log2, 10: math.log10}.get(base, math.log)

    def of_aside(value: float) -> float:
        return log(value) if value > 0 else math.nan

    return _with_values(group, [log(value) for value in group.values], of_aside)


def _relative(
    groups: list[GroupCells], variables: tuple[int, ...], adjustment: RelativeToControl
) -> list[GroupCells]:
    """Every value beside the mean of the control with the same other levels."""
    if adjustment.variable not in variables:
        return groups
    position = variables.index(adjustment.variable)

    def others(group: GroupCells) -> tuple[str, ...]:
        return (*group.levels[:position], *group.levels[position + 1 :])

    controls = {
        others(group): math.fsum(group.values) / group.n
        for group in groups
        if group.levels[position] == adjustment.level and group.n
    }
    found = []
    for group in groups:
        mean = controls.get(others(group))
        if mean is None or mean <= 0:
            why = "has no value" if mean is None else f"has a mean of {mean:g}"
            raise TableError(
                f"The control “{adjustment.level}” {why}; nothing can be relative to it",
                remedy="Choose another control, or take the adjustment back",
            )
        found.append(_relative_to(group, mean, adjustment))
    return found


def _relative_to(group: GroupCells, mean: float, adjustment: RelativeToControl) -> GroupCells:
    is_log = adjustment.scale is RelativeScale.LOG2_FOLD

    def of_aside(value: float) -> float:
        return math.nan if is_log and value <= 0 else _scaled(value, mean, adjustment)

    return _with_values(group, [_scaled(v, mean, adjustment) for v in group.values], of_aside)


def _scaled(value: float, mean: float, adjustment: RelativeToControl) -> float:
    if adjustment.scale is RelativeScale.PERCENT:
        return 100 * value / mean
    if adjustment.scale is RelativeScale.FOLD:
        return value / mean
    if value <= 0:
        raise TableError(
            f"There is no logarithm of {value:g}", remedy="Use percent or fold of the control"
        )
    return math.log2(value / mean)


def adjusted_unit(unit: str, adjustments: Sequence[AnyAdjustment], control: str = "") -> str:
    """The outcome's unit after the adjustments."""
    for adjustment in in_order(adjustments):
        match adjustment:
            case ConvertUnit(unit=to):
                unit = to
            case Logarithm(base=base):
                unit = f"{_LOGS[base]} {unit}".strip()
            case RelativeToControl(scale=scale, level=level):
                of = control or level
                unit = {
                    RelativeScale.PERCENT: f"% of {of}",
                    RelativeScale.FOLD: f"fold of {of}",
                    RelativeScale.LOG2_FOLD: f"log₂ fold of {of}",
                }[scale]
            case _:
                pass
    return unit


def unit_before_logarithms(unit: str, adjustments: Sequence[AnyAdjustment]) -> str:
    """The unit of values whose logarithms were taken: "mm²" for "log₁₀ mm²"."""
    for adjustment in adjustments:
        if isinstance(adjustment, Logarithm):
            return unit.removeprefix(_LOGS[adjustment.base]).strip()
    return unit


_LOGS = {2: "log₂", 10: "log₁₀", 0: "ln"}
