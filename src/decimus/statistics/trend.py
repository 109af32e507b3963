"""A straight line through every replicate, where levels are amounts."""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.statistics.distributions import f_tail
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import TTest, t_test
from decimus.values import Value


class LineFit(Value, frozen=True):
    """A line through all replicates.

    Args:
        slope: with its t-test against 0; per unit of the amounts.
        intercept: the line's value at amount 0, with its t-test against 0.
        r_squared: the share of the variation in this sample that the line describes.
        df: residual degrees of freedom, N − 2.
        residual_sum_of_squares: Σ(y − line)².
        lack_of_fit: F of what group means deviate from the line beside the replicates'
            spread, with its df and p; None without replicates or with two amounts only.
    """

    slope: TTest
    intercept: TTest
    r_squared: float
    df: int
    residual_sum_of_squares: float
    lack_of_fit: tuple[float, int, int, float] | None


def straight_line(
    amounts: Sequence[float], groups: Sequence[Moments], origin: float, level: float
) -> LineFit:
    """Least squares on every replicate, from the moments of the group at each amount.

    Args:
        amounts: one per group; at least two differ.
        groups: the replicates there, less `origin`; at least three in all.
        origin: what they all are less.
        level: of the intervals, in percent.

    Source: Draper & Smith 1998, Applied Regression Analysis, 3rd ed., ch. 1 and 2.
    """
    pairs = list(zip(amounts, groups, strict=True))
    n = sum(group.n for group in groups)
    centre = math.fsum(g.n * x for x, g in pairs) / n
    mean = math.fsum(g.n * g.mean for g in groups) / n
    sxx = math.fsum(g.n * (x - centre) ** 2 for x, g in pairs)
    sxy = math.fsum(g.n * (x - centre) * (g.mean - mean) for x, g in pairs)
    slope = sxy / sxx
    pure = math.fsum(g.sum_of_squares for g in groups)
    off = math.fsum(g.n * (g.mean - mean - slope * (x - centre)) ** 2 for x, g in pairs)
    total = pure + math.fsum(g.n * (g.mean - mean) ** 2 for g in groups)
    residual, df = pure + off, n - 2
    variance = residual / df
    at_zero = mean + origin - slope * centre
    k = len(set(amounts))
    lack = None
    if k > 2 and n > k and pure > 0:
        f = (off / (k - 2)) / (pure / (n - k))
        lack = (f, k - 2, n - k, f_tail(f, k - 2, n - k))
    return LineFit(
        t_test(slope, math.sqrt(variance / sxx), df, level),
        t_test(at_zero, math.sqrt(variance * (1 / n + centre**2 / sxx)), df, level),
        1 - residual / total,
        df,
        residual,
        lack,
    )
