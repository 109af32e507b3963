"""The ratio of two means with its interval, tested on the values themselves."""

from __future__ import annotations

import math
from collections.abc import Callable

from decimus.statistics.distributions import root_of_falling
from decimus.values import Value

_MOST_DOUBLINGS = 60


class MeanRatio(Value, frozen=True):
    """Mean a / mean b with the ends of its interval, which holds at `level` percent."""

    value: float
    lower: float
    upper: float
    level: float


class Means(Value, frozen=True):
    """Two means with the variances of both, and their covariance (0 for independent groups).

    Args:
        a: mean of the first group.
        b: mean of the second, the denominator.
        variance_a: of mean a, not of single values.
        variance_b: of mean b.
        covariance: of both.
    """

    a: float
    b: float
    variance_a: float
    variance_b: float
    covariance: float = 0.0


def _away(inside: Callable[[float], float], ratio: float, side: float) -> Callable[[float], float]:
    """How far inside a ratio lies that is some way off to one side."""
    return lambda far: inside(ratio + side * far)


def ratio_of_means(
    means: Means, critical: Callable[[float], float], level: float
) -> MeanRatio | None:
    """All ratios θ at which mean a − θ · mean b does not differ from 0.

    At θ = 1 this is the test of the difference, so that the interval leaves 1 out exactly when
    that of the difference leaves 0 out.

    Args:
        means: both, with their variances.
        critical: the quantile of t at a ratio, as df may follow from it; at infinity that of
            mean b alone.
        level: of the interval, in percent.

    Returns:
        None where mean b is not clear of 0, so that no ratio is too large.

    Sources: Fieller 1954, Journal of the Royal Statistical Society B 16, 175–185; Tamhane & Logan
    2004, Biometrika 91, 715–724, for unequal variances.
    """
    if means.b <= 0 or means.b <= critical(math.inf) * math.sqrt(means.variance_b):
        return None
    ratio = means.a / means.b

    def inside(theta: float) -> float:
        spread = means.variance_a + theta**2 * means.variance_b - 2 * theta * means.covariance
        error = math.sqrt(max(0.0, spread))
        return critical(theta) * error - abs(means.a - theta * means.b)

    ends = []
    for side in (-1.0, 1.0):
        step = max(abs(ratio), 1.0) / 16
        for _ in range(_MOST_DOUBLINGS):
            if inside(ratio + side * step) <= 0:
                break
            step *= 2
        else:
            return None
        ends.append(ratio + side * root_of_falling(_away(inside, ratio, side), 0.0, step))
    return MeanRatio(ratio, ends[0], ends[1], level)
