"""Exact distributions of rank sums by counting: every split, or every choice of signs, alike."""

from __future__ import annotations

import numpy as np

from decimus.statistics.distributions import Floats
from decimus.values import Value


class RankDistribution(Value, frozen=True, eq=False):
    """The distribution of a statistic that moves in steps of one half.

    Args:
        start: its smallest value.
        shares: the probability of start, start + ½, start + 1 …
        is_of_distinct: True where no ranks were tied.
    """

    start: float
    shares: Floats
    is_of_distinct: bool

    def _index(self, value: float) -> int:
        return round(2 * (value - self.start))

    def at_most(self, value: float) -> float:
        """P(statistic ≤ value)."""
        return min(1.0, float(self.shares[: self._index(value) + 1].sum()))

    def at_least(self, value: float) -> float:
        """P(statistic ≥ value)."""
        return min(1.0, float(self.shares[max(0, self._index(value)) :].sum()))

    def steps_within(self, share: float, most: int) -> tuple[int, int] | None:
        """The largest whole c with P(statistic ≤ c) not above `share`, and likewise from above.

        From above it is P(statistic ≥ most − c). None where one of them does not exist.
        """
        from_below = self._steps(self.shares, self.start, share)
        end = self.start + (len(self.shares) - 1) / 2
        from_above = self._steps(self.shares[::-1], most - end, share)
        return None if min(from_below, from_above) < 0 else (from_below, from_above)

    @staticmethod
    def _steps(shares: Floats, start: float, share: float) -> int:
        below = int(np.searchsorted(np.cumsum(shares), share * (1 + 1e-12), side="right")) - 1
        return int(np.floor(start + below / 2)) if below >= 0 else -1


def rank_sum_distribution(ranks: Floats, m: int) -> RankDistribution:
    """U of `m` of the values with these (mid)ranks, every choice of m alike likely.

    Counted rank by rank, in doubled ranks so that midranks are whole. Counts are added only,
    never subtracted, so that doubles keep their digits.

    Args:
        ranks: the (mid)ranks of all values, of length N.
        m: how many of them are of the first group.
    """
    doubled = np.rint(2 * ranks).astype(int)
    top = int(np.sort(doubled)[::-1][:m].sum())
    counts = np.zeros((m + 1, top + 1))
    counts[0, 0] = 1.0
    for number, rank in enumerate(doubled.tolist(), start=1):
        for chosen in range(min(m, number), 0, -1):
            counts[chosen, rank:] += counts[chosen - 1, : top + 1 - rank]
    row = counts[m]
    first = int(np.flatnonzero(row)[0])
    start = first / 2 - m * (m + 1) / 2
    return RankDistribution(
        start, row[first:] / row.sum(), len(set(doubled.tolist())) == len(ranks)
    )


def signed_rank_distribution(ranks: Floats) -> RankDistribution:
    """W over all choices of signs for values with these (mid)ranks.

    Args:
        ranks: the (mid)ranks of the differences that are not 0, of length n.
    """
    doubled = np.rint(2 * ranks).astype(int).tolist()
    top = sum(doubled)
    counts = np.zeros(top + 1)
    counts[0] = 1.0
    for rank in doubled:
        moved = counts.copy()
        moved[rank:] += counts[: top + 1 - rank]
        counts = moved / 2  # as probabilities, so that 2^n never overflows
    return RankDistribution(0.0, counts, len(set(doubled)) == len(doubled))
