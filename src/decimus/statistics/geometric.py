"""Means and spreads on the scale of logarithms, taken back: geometric mean, factor, interval."""

from __future__ import annotations

import math

import numpy as np

from decimus.statistics.summaries import Interval, Summary
from decimus.values import Value


class GeometricSummary(Value, frozen=True, eq=False):
    """The summary of logarithms, taken back.

    Args:
        logs: the summary of the logarithms.
        base: their base.
    """

    logs: Summary
    base: float

    def _back(self, value: float | None) -> float | None:
        if value is None:
            return None
        try:
            return math.exp(value) if self.base == math.e else self.base**value
        except OverflowError:
            return None

    @property
    def mean(self) -> float | None:
        """The geometric mean, the antilogarithm of the mean of the logarithms."""
        return self._back(self.logs.mean)

    @property
    def standard_deviation(self) -> float | None:
        """The geometric SD, a factor: the antilogarithm of the SD of the logarithms.

        Source: Kirkwood 1979, Biometrics 35, 908–909.
        """
        return self._back(self.logs.standard_deviation)

    def confidence_interval(self, level: float) -> Interval | None:
        """The t-based interval of the mean of the logarithms, taken back; not symmetric.

        `half_width` is the factor from the mean to either end.
        """
        found = self.logs.confidence_interval(level)
        if found is None:
            return None
        lower, upper = self._back(found.lower), self._back(found.upper)
        factor = self._back(found.half_width)
        if lower is None or upper is None or factor is None:
            return None
        return Interval(level, lower, upper, factor, found.t, found.df)


def geometric_summary(summary: Summary, log_base: float | None = None) -> GeometricSummary | None:
    """The geometric summary of a group; None where a value is zero or negative, or none is known.

    Args:
        summary: of the values, or of logarithms.
        log_base: the base where the values are logarithms already.
    """
    if log_base is not None:
        return GeometricSummary(summary, log_base)
    if not len(summary.array) or not (summary.array > 0).all():
        return None
    return GeometricSummary(Summary(np.log(summary.array)), math.e)
