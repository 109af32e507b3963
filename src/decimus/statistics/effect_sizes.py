"""Differences in units of the spread."""

from __future__ import annotations

import math


def hedges_correction(df: float) -> float:
    """The exact small-sample factor J = Γ(df/2) / (√(df/2) · Γ((df − 1)/2)).

    Defined for df > 1. Source: Hedges 1981, Journal of Educational Statistics 6, eq. 6e.
    """
    return math.exp(math.lgamma(df / 2) - math.lgamma((df - 1) / 2)) / math.sqrt(df / 2)


def hedges_g(mean_difference: float, variance: float, df: float) -> float | None:
    """Hedges' g: the difference over the SD (√variance), corrected; None where undefined."""
    if variance <= 0 or df <= 1:
        return None
    return hedges_correction(df) * mean_difference / math.sqrt(variance)
