"""Means over the groups of a model in which every group counts alike."""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.statistics.student_t import t_quantile
from decimus.statistics.summaries import Interval, Moments
from decimus.values import Value


class MarginalMean(Value, frozen=True):
    """The mean of group means.

    Args:
        mean: it, less the origin that the groups share.
        standard_error: from the pooled error; None without df.
        df: degrees of freedom of that error, N − groups of the whole model.
        groups: how many group means it is of.
    """

    mean: float
    standard_error: float | None
    df: int
    groups: int

    def confidence_interval(self, level: float) -> Interval | None:
        """The t-based interval at `level` percent."""
        if self.standard_error is None:
            return None
        t = t_quantile(0.5 + level / 200, self.df)
        half = t * self.standard_error
        return Interval(level, self.mean - half, self.mean + half, half, t, self.df)


def marginal_mean(part: Sequence[Moments], model: Sequence[Moments]) -> MarginalMean:
    """The marginal mean of some groups of a model, with the pooled error of all of them.

    SE² = MSE · Σ(1 / nᵢ) / k², with MSE = Σ SSᵢ / (N − groups) over the whole model.

    Args:
        part: moments of the groups whose means are averaged, k of them.
        model: moments of all groups of the model, these among them.

    Source: Searle, Speed & Milliken 1980, The American Statistician 34, 216–221.
    """
    k = len(part)
    mean = math.fsum(group.mean for group in part) / k
    df = sum(group.n for group in model) - len(model)
    if df < 1:
        return MarginalMean(mean, None, df, k)
    error = math.fsum(group.sum_of_squares for group in model) / df
    shares = math.fsum(1 / group.n for group in part)
    return MarginalMean(mean, math.sqrt(error * shares) / k, df, k)
