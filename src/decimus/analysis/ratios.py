"""Differences of logarithms as what they are: ratios of geometric means."""

from __future__ import annotations

from typing import TYPE_CHECKING

from decimus.analysis.groups import Groups
from decimus.study.adjustments import RelativeScale, RelativeToControl
from decimus.values import Value

if TYPE_CHECKING:
    from decimus.analysis.comparison_results import PairResult


_LOG2 = RelativeScale.LOG2_FOLD


class Ratio(Value, frozen=True):
    """A ratio of geometric means with the ends of its interval."""

    value: float
    lower: float | None
    upper: float | None


def pair_ratio(groups: Groups, pair: PairResult) -> Ratio | None:
    """The pair as a ratio; None where the values are no logarithms, or no pair of groups is."""
    base = groups.log_base
    adjustments = groups.measurements.adjustments
    if any(isinstance(a, RelativeToControl) and a.scale is _LOG2 for a in adjustments):
        base = 2.0
    if base is None or not pair.b.levels:
        return None

    def back(value: float | None) -> float | None:
        return None if value is None else base**value

    try:
        ratio = base**pair.estimate
    except OverflowError:
        return None
    try:
        return Ratio(ratio, back(pair.ci_lower), back(pair.ci_upper))
    except OverflowError:
        return Ratio(ratio, None, None)  # an interval that reaches beyond all numbers
