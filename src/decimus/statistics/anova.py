"""Analysis of variance from group moments."""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.statistics.distributions import f_tail
from decimus.statistics.summaries import Moments
from decimus.values import Value


class OneWayAnova(Value, frozen=True):
    """The table of a one-way ANOVA; sums of squares in squared units of the outcome."""

    df_between: int
    df_within: int
    sum_of_squares_between: float
    sum_of_squares_within: float

    @property
    def mean_square_between(self) -> float:
        """Between-group mean square."""
        return self.sum_of_squares_between / self.df_between

    @property
    def mean_square_within(self) -> float:
        """Within-group (pooled, residual) mean square."""
        return self.sum_of_squares_within / self.df_within

    @property
    def statistic(self) -> float:
        """F."""
        return self.mean_square_between / self.mean_square_within

    @property
    def p_value(self) -> float:
        """P(F > f) under equal means."""
        return f_tail(self.statistic, self.df_between, self.df_within)


def one_way_anova(groups: Sequence[Moments]) -> OneWayAnova:
    """One-way ANOVA of at least two groups with more values than groups.

    Args:
        groups: moments of every group, k of them; each holds at least one value.

    Source: Fisher 1925, Statistical Methods for Research Workers, ch. VII.
    """
    total = sum(group.n for group in groups)
    # Means are taken relative to one of them, so that constant leading digits cost nothing.
    origin = groups[0].mean
    shifts = [group.mean - origin for group in groups]
    centre = math.fsum(g.n * shift for g, shift in zip(groups, shifts, strict=True)) / total
    between = math.fsum(
        g.n * (shift - centre) ** 2 for g, shift in zip(groups, shifts, strict=True)
    )
    return OneWayAnova(
        df_between=len(groups) - 1,
        df_within=total - len(groups),
        sum_of_squares_between=between,
        sum_of_squares_within=math.fsum(group.sum_of_squares for group in groups),
    )


class WelchAnova(Value, frozen=True):
    """Welch's ANOVA: groups keep their own variances."""

    statistic: float
    """F."""
    df_between: int
    df_within: float

    @property
    def p_value(self) -> float:
        """P(F > f) under equal means."""
        return f_tail(self.statistic, self.df_between, self.df_within)


def welch_anova(groups: Sequence[Moments]) -> WelchAnova:
    """Welch's ANOVA of at least two groups, each with two values or more and some spread.

    Args:
        groups: moments of every group, k of them.

    Source: Welch 1951, Biometrika 38, 330–336.
    """
    k = len(groups)
    origin = groups[0].mean
    weights = [g.n / g.variance for g in groups]
    total = math.fsum(weights)
    shifts = [g.mean - origin for g in groups]
    centre = math.fsum(w * m for w, m in zip(weights, shifts, strict=True)) / total
    among = math.fsum(w * (m - centre) ** 2 for w, m in zip(weights, shifts, strict=True))
    lost = math.fsum((1 - w / total) ** 2 / (g.n - 1) for w, g in zip(weights, groups, strict=True))
    f = among / (k - 1) / (1 + 2 * (k - 2) / (k * k - 1) * lost)
    return WelchAnova(f, k - 1, (k * k - 1) / (3 * lost))
