"""Shares of cases: how many of n, with the interval of a proportion."""

from __future__ import annotations

import math

from decimus.statistics.student_t import normal_quantile
from decimus.statistics.summaries import Interval
from decimus.values import Value


class Share(Value, frozen=True):
    """Cases of a kind.

    Args:
        count: how many there are.
        n: of how many.
    """

    count: int
    n: int

    @property
    def share(self) -> float | None:
        """Count / n, 0 to 1; None of none."""
        return self.count / self.n if self.n else None

    def confidence_interval(self, level: float) -> Interval | None:
        """The score interval of the proportion at `level` percent; None of none.

        Source: Wilson 1927, Journal of the American Statistical Association 22, 209–212.
        """
        if not self.n:
            return None
        z = normal_quantile(0.5 + level / 200)
        share, n = self.count / self.n, self.n
        middle = (share + z * z / (2 * n)) / (1 + z * z / n)
        half = z / (1 + z * z / n) * math.sqrt(share * (1 - share) / n + z * z / (4 * n * n))
        # Rounding must not leave an end beyond what a share can be.
        lower = 0.0 if self.count == 0 else middle - half
        upper = 1.0 if self.count == n else middle + half
        return Interval(level, lower, upper, half, z, math.inf)


class ShareComparison(Value, frozen=True):
    """Two shares: their difference a − b with its interval, and the exact test."""

    difference: float
    ci_lower: float
    ci_upper: float
    p_value: float


def compare_shares(a: Share, b: Share, level: float) -> ShareComparison | None:
    """Fisher's exact test, two-sided by probabilities, with Newcombe's interval; None of none.

    Sources: Fisher 1935, Journal of the Royal Statistical Society 98, 39–82; Newcombe 1998,
    Statistics in Medicine 17, 873–890, method 10.
    """
    one, two = a.confidence_interval(level), b.confidence_interval(level)
    if one is None or two is None:
        return None
    share_a, share_b = a.count / a.n, b.count / b.n
    difference = share_a - share_b
    below = math.hypot(share_a - one.lower, two.upper - share_b)
    above = math.hypot(one.upper - share_a, share_b - two.lower)
    return ShareComparison(difference, difference - below, difference + above, _fisher(a, b))


def _fisher(a: Share, b: Share) -> float:
    """The probability of tables no likelier than the one seen, margins given; exact sums."""
    both = a.count + b.count
    total = math.comb(a.n + b.n, both)
    lowest, highest = max(0, both - b.n), min(both, a.n)
    ways = [math.comb(a.n, k) * math.comb(b.n, both - k) for k in range(lowest, highest + 1)]
    seen = ways[a.count - lowest]
    return sum(way for way in ways if way <= seen) / total
