"""Differences of logarithms as what they are: ratios of geometric means."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from decimus.analysis.groups import Groups

if TYPE_CHECKING:
    from decimus.analysis.comparison_results import PairResult


@dataclass(frozen=True)
class Ratio:
    """A ratio of geometric means with the ends of its interval."""

    value: float
    lower: float | None
    upper: float | None


def pair_ratio(groups: Groups, pair: PairResult) -> Ratio | None:
    """The pair as a ratio; None where the values are no logarithms, or no pair of groups is."""
    base = groups.log_base
    if base is None or not pair.b.levels:
        return None

    def back(value: float | None) -> float | None:
        return None if value is None else base**value

    return Ratio(base**pair.estimate, back(pair.ci_lower), back(pair.ci_upper))
