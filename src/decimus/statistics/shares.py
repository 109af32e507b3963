"""Shares of cases: how many of n, with the interval of a proportion."""

from __future__ import annotations

import math
from dataclasses import dataclass

from decimus.statistics.student_t import normal_quantile
from decimus.statistics.summaries import Interval


@dataclass(frozen=True)
class Share:
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
