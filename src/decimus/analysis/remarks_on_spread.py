"""Remarks on groups that look at their spread, their ends and their error bars."""

from __future__ import annotations

from msgspec import Struct

from decimus.analysis.groups import Group, Groups, ShownGroups
from decimus.statistics.assumption_checks import brown_forsythe, far_values
from decimus.terms import ErrorBar, Height

_UNEQUAL_P = 0.05
_UNEQUAL_RATIO = 3.0
_ENOUGH_FOR_RATIO = 8
_FEW = 5
_TOO_FEW = 4
"""Replicates up to which spread cannot be judged."""
_MOST_CHECKED = 200_000
_LEAST_SAME = 3


class UnequalSpread(Struct, frozen=True):
    """Groups do not vary alike: the largest and the smallest SD, and what says so.

    `p_value` of Brown and Forsythe's check, None where the ratio of the SDs says it.
    """

    widest: Group
    narrowest: Group
    p_value: float | None


class FarOut(Struct, frozen=True):
    """A value far from the others of its group; `others` are as many more.

    `is_slip` where ten times or a tenth of it would lie among them.
    """

    group: Group
    replicate: int
    p_value: float
    others: int
    is_slip: bool


class SameValues(Struct, frozen=True):
    """Two groups hold exactly the same values."""

    first: Group
    second: Group


class BelowZero(Struct, frozen=True):
    """Error bars reach below zero although no value does."""

    groups: tuple[Group, ...]
    is_geometric_possible: bool


class WeakErrorBars(Struct, frozen=True):
    """SE, or nothing, is shown of few replicates."""

    error_bar: ErrorBar
    fewest: int


class HeightAndTest(Struct, frozen=True):
    """What stands on the figure is not what the comparisons drawn over it compare."""

    height: Height


SpreadRemark = UnequalSpread | FarOut | SameValues | BelowZero | WeakErrorBars | HeightAndTest


def remarks_on_spread(groups: ShownGroups, *, has_lines: bool) -> tuple[SpreadRemark, ...]:
    """Unequal spread, values far out, the same values twice, ends below zero, weak bars.

    Args:
        groups: the groups.
        has_lines: whether comparisons are asked for on the figure.
    """
    found: list[SpreadRemark | None] = [
        _unequal_spread(groups),
        _far_out(groups),
        _same_values(groups),
        _below_zero(groups),
        _weak_bars(groups),
        _height_and_test(groups, has_lines=has_lines),
    ]
    return tuple(remark for remark in found if remark is not None)


def _unequal_spread(groups: Groups) -> UnequalSpread | None:
    with_sd = [
        (group.summary.standard_deviation, group)
        for group in groups.shown
        if group.summary.standard_deviation is not None
    ]
    if len(with_sd) < 2 or max(group.n for _, group in with_sd) <= _TOO_FEW:
        return None
    narrow, narrowest = min(with_sd, key=lambda pair: pair[0])
    wide, widest = max(with_sd, key=lambda pair: pair[0])
    is_raw = not groups.measurements.is_summarised
    # With very many values any difference of spread is beyond chance: its size counts.
    if is_raw and groups.measurements.count <= _MOST_CHECKED:
        check = brown_forsythe([group.summary.exact_array for _, group in with_sd])
        if check is not None and check.p_value < _UNEQUAL_P:
            return UnequalSpread(widest, narrowest, check.p_value)
    enough = all(group.n >= _ENOUGH_FOR_RATIO for _, group in with_sd)
    if enough and narrow > 0 and wide > _UNEQUAL_RATIO * narrow:
        return UnequalSpread(widest, narrowest, None)
    return None


def _far_out(groups: Groups) -> FarOut | None:
    if groups.measurements.is_summarised or groups.measurements.count > _MOST_CHECKED:
        return None
    found = far_values([group.summary.exact_array for group in groups.shown])
    if not found:
        return None
    first = found[0]
    group = groups.shown[first.group]
    others = [v for i, v in enumerate(group.summary.values) if i != first.index]
    value = group.summary.values[first.index]
    low, high = min(others), max(others)
    is_slip = any(low <= slip <= high for slip in (10 * value, value / 10))
    return FarOut(group, first.index, first.p_value, len(found) - 1, is_slip)


def _same_values(groups: Groups) -> SameValues | None:
    known: dict[bytes, Group] = {}
    for group in groups.shown:
        if len(group.summary.replicates) < _LEAST_SAME or not group.summary.sum_of_squares:
            continue
        key = group.summary.array.tobytes()
        if key in known:
            return SameValues(known[key], group)
        known[key] = group
    return None


def _below_zero(groups: ShownGroups) -> BelowZero | None:
    if groups.heights.choices.height is not Height.MEAN or groups.log_base is not None:
        return None
    filled = [group for group in groups.shown if not group.is_empty]
    smallest = [group.summary.minimum for group in filled]
    if any(value is None or value < 0 for value in smallest):
        return None
    below = []
    for group in filled:
        ends = groups.error_bar(group)
        if ends is not None and ends.lower is not None and ends.lower < 0:
            below.append(group)
    positive = all(value is not None and value > 0 for value in smallest)
    return BelowZero(tuple(below), positive) if below else None


def _weak_bars(groups: ShownGroups) -> WeakErrorBars | None:
    bar = groups.heights.choices.error_bar
    if groups.heights.choices.height is not Height.MEAN or groups.measurements.is_summarised:
        return None
    counts = [group.n for group in groups.shown if group.n > 1]
    is_weak = bar in (ErrorBar.STANDARD_ERROR, ErrorBar.NONE)
    return WeakErrorBars(bar, min(counts)) if is_weak and counts and min(counts) <= _FEW else None


def _height_and_test(groups: ShownGroups, *, has_lines: bool) -> HeightAndTest | None:
    height = groups.heights.height
    is_other = height is Height.MEDIAN or (
        height is Height.GEOMETRIC_MEAN and groups.log_base is None
    )
    return HeightAndTest(height) if is_other and has_lines else None
