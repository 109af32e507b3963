"""p values of a family made to hold together, from the p values alone."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import assert_never

from decimus.kinds.adjustments import ADJUSTMENTS, BY_P
from decimus.kinds.intervals import IntervalRule
from decimus.kinds.totals import total
from decimus.terms import Adjustment

PValues = tuple[float, ...]


def bonferroni(p_values: Sequence[float]) -> PValues:
    """Each p times their number, at most 1.

    Args:
        p_values: one for every comparison, m of them.

    Source: Dunn 1961, JASA 56, 52–64.
    """
    return tuple(min(1.0, len(p_values) * p) for p in p_values)


def sidak(p_values: Sequence[float]) -> PValues:
    """1 − (1 − p)^m.

    Args:
        p_values: one for every comparison, m of them.

    Source: Šidák 1967, JASA 62, 626–633.
    """
    m = len(p_values)
    # Rounding must not take an adjusted p below its own.
    return tuple(max(p, -math.expm1(m * math.log1p(-p))) if p < 1 else 1.0 for p in p_values)


def holm(p_values: Sequence[float]) -> PValues:
    """Step by step from the smallest: the i-th times m − i, never falling.

    Args:
        p_values: one for every comparison, m of them, in any order.

    Source: Holm 1979, Scandinavian Journal of Statistics 6, 65–70.
    """
    adjusted = [0.0] * len(p_values)
    reached = 0.0
    for rank, index in enumerate(sorted(range(len(p_values)), key=p_values.__getitem__)):
        reached = max(reached, min(1.0, (len(p_values) - rank) * p_values[index]))
        adjusted[index] = reached
    return tuple(adjusted)


def benjamini_hochberg(p_values: Sequence[float]) -> PValues:
    """Adjusted for the share of false discoveries: from the largest, p · m / rank, never rising.

    Args:
        p_values: one for every comparison, m of them, in any order.

    Source: Benjamini & Hochberg 1995, Journal of the Royal Statistical Society B 57, 289–300.
    """
    m = len(p_values)
    adjusted = [1.0] * m
    reached = 1.0
    order = sorted(range(m), key=p_values.__getitem__, reverse=True)
    for rank, index in zip(range(m, 0, -1), order, strict=True):
        # Rounding must not take an adjusted p below its own.
        reached = min(reached, max(p_values[index], p_values[index] * m / rank))
        adjusted[index] = reached
    return tuple(adjusted)


Adjusted = Callable[[Sequence[float]], PValues]
ADJUSTED_BY_P: dict[Adjustment, Adjusted] = total(
    [adjustment for adjustment in BY_P if ADJUSTMENTS[adjustment].adjusts],
    {
        Adjustment.BONFERRONI: bonferroni,
        Adjustment.SIDAK: sidak,
        Adjustment.HOLM: holm,
        Adjustment.BENJAMINI_HOCHBERG: benjamini_hochberg,
    },
)
"""Adjustments that need nothing but the p values of the family."""


def interval_share(adjustment: Adjustment, m: int, level: float) -> float:
    """The share (0 to 1) that each two-sided interval of a family of `m` has to cover."""
    alpha = 1 - level / 100
    match ADJUSTMENTS[adjustment].interval_rule:
        case IntervalRule.SHARED_OUT:
            return 1 - alpha / m
        case IntervalRule.OF_INDEPENDENT:
            return math.exp(math.log1p(-alpha) / m)
        case IntervalRule.EACH_AT_LEVEL | IntervalRule.OWN_DISTRIBUTION:
            # A family of one pair has no range: its interval is that of its test.
            return 1 - alpha
        case never:
            assert_never(never)
