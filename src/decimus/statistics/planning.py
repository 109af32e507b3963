"""What a design can show, and how many replicates it would take; never power after the fact."""

from __future__ import annotations

import math

from decimus.statistics.distributions import chi_square_quantile
from decimus.statistics.noncentral import needed_noncentrality, t_test_power
from decimus.statistics.student_t import t_quantile
from decimus.values import Value

SD_SHARE = 0.8
"""How sure the SD is planned with: it lies below the limit used with this probability."""
_MOST = 10_000_000


def sd_upper_limit(variance: float, df: float) -> float:
    """The one-sided 80 % upper limit of the SD: s √(df / χ²(0.2; df)).

    Planning on the SD as it came out would be too hopeful half of the time.

    Source: Browne 1995, Statistics in Medicine 14, 1933–1940.
    """
    return math.sqrt(variance * df / chi_square_quantile(1 - SD_SHARE, df))


class Reach(Value, frozen=True):
    """The smallest difference that a two-sided test shows with a given power."""

    difference: float
    noncentrality: float
    critical: float


def smallest_difference(sd: float, shares: float, df: float, alpha: float, power: float) -> Reach:
    """δ with noncentral t: the noncentrality for the power, times SD · √shares.

    Args:
        sd: the SD planned with.
        shares: 1/n_a + 1/n_b; 1/n of differences.
        df: degrees of freedom of the error.
        alpha: of the one pair, adjusted for its family.
        power: 0 to 1.
    """
    critical = t_quantile(1 - alpha / 2, df)
    noncentrality = needed_noncentrality(power, df, critical)
    return Reach(noncentrality * sd * math.sqrt(shares), noncentrality, critical)


def needed_n(
    difference: float, sd: float, groups: int, alpha: float, power: float, cells: int = 1
) -> int | None:
    """Replicates per group (pairs, where `groups` is 1) that show a difference with a power.

    Every group has n; df are groups · (n − 1). None for more than ten million.

    Args:
        difference: of the two means.
        sd: the SD planned with.
        groups: groups that share it.
        alpha: of the one pair, adjusted for its family.
        power: 0 to 1.
        cells: how many groups each of the two means is the mean of.
    """
    parts = 1 if groups == 1 else 2 / cells

    def reached(n: int) -> bool:
        df = groups * (n - 1)
        noncentrality = abs(difference) / (sd * math.sqrt(parts / n))
        return t_test_power(noncentrality, df, t_quantile(1 - alpha / 2, df)) >= power

    low, high = 1, 2
    while not reached(high):
        low, high = high, 2 * high
        if high > _MOST:
            return None
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if reached(middle) else (middle, high)
    return high
