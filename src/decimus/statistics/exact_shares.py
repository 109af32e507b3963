"""Exact tests of shares: of one, of two, of several, from counts of cases alone."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import chi_square_tail
from decimus.statistics.shares import Share
from decimus.values import Value

_MOST_TABLES = 4_000_000
"""Tables with the same margins up to which all are weighed."""
_NEAR = 1e-7
"""Tables whose probabilities differ by less, relatively, are as likely."""


class ShareTest(Value, frozen=True):
    """A test of shares.

    Args:
        statistic: Pearson's chi-square, without correction for continuity.
        df: groups less 1.
        p_value: two-sided: of all tables no likelier than the one seen, margins given.
        p_less: of a share of a at most as large; None for several groups.
        p_greater: of one at least as large; None for several groups.
        is_exact: False where so many tables are possible that chi-square stands in.
    """

    statistic: float
    df: int
    p_value: float
    p_less: float | None
    p_greater: float | None
    is_exact: bool

    @property
    def p_approximate(self) -> float:
        """From chi-square."""
        return chi_square_tail(self.statistic, self.df)


def chi_square_of(shares: Sequence[Share]) -> float:
    """Pearson's chi-square; 0 where all cases are alike.

    Args:
        shares: of every group, k of them.

    Source: Pearson 1900, Philosophical Magazine 50, 157–175.
    """
    total, cases = sum(s.n for s in shares), sum(s.count for s in shares)
    share = cases / total
    if share in (0.0, 1.0):
        return 0.0
    away = math.fsum((s.count - s.n * share) ** 2 / s.n for s in shares)
    return away / (share * (1 - share))


def odds_ratio(a: Share, b: Share) -> float | None:
    """The odds of a over those of b; None where one of them has no odds or those of b are 0."""
    against = (a.n - a.count) * b.count
    return a.count * (b.n - b.count) / against if against else None


def fisher_test(a: Share, b: Share) -> ShareTest:
    """Fisher's exact test of two shares, one- and two-sided, in whole numbers.

    Source: Fisher 1935, Journal of the Royal Statistical Society 98, 39–82.
    """
    both = a.count + b.count
    total = math.comb(a.n + b.n, both)
    lowest = max(0, both - b.n)
    ways = [math.comb(a.n, k) * math.comb(b.n, both - k) for k in range(lowest, min(both, a.n) + 1)]
    at = a.count - lowest
    two_sided = sum(way for way in ways if way <= ways[at])
    less, greater = sum(ways[: at + 1]), sum(ways[at:])
    return ShareTest(
        chi_square_of((a, b)), 1, two_sided / total, less / total, greater / total, is_exact=True
    )


def freeman_halton_test(shares: Sequence[Share]) -> ShareTest:
    """Fisher's exact test of k shares: all tables with these margins, by their probability.

    Args:
        shares: of every group, k of them.

    Source: Freeman & Halton 1951, Biometrika 38, 141–149.
    """
    statistic, df = chi_square_of(shares), len(shares) - 1
    *others, last = sorted(shares, key=lambda share: share.n)
    cases = sum(share.count for share in shares)
    if math.prod(share.n + 1 for share in others) > _MOST_TABLES:
        p = chi_square_tail(statistic, df)
        return ShareTest(statistic, df, p, None, None, is_exact=False)
    sums = np.zeros(1, dtype=np.int64)
    logs = np.zeros(1)
    for share in others:
        counts = np.arange(share.n + 1)
        own = np.array([_log_ways(share.n, count) for count in counts.tolist()])
        sums = np.add.outer(sums, counts).ravel()
        logs = np.add.outer(logs, own).ravel()
    rest = cases - sums
    possible = (rest >= 0) & (rest <= last.n)
    ends = np.array([_log_ways(last.n, count) for count in range(last.n + 1)])
    logs = logs[possible] + ends[rest[possible]]
    seen = math.fsum(_log_ways(share.n, share.count) for share in shares)
    ways = np.exp(logs - logs.max())
    p = float(ways[logs <= seen + _NEAR].sum() / ways.sum())
    return ShareTest(statistic, df, min(1.0, p), None, None, is_exact=True)


def binomial_test(share: Share, reference: float) -> ShareTest:
    """The exact test of one share beside a stated one, by probabilities.

    Args:
        share: cases seen.
        reference: the share they are compared with, 0 < reference < 1.

    Source: Clopper & Pearson 1934, Biometrika 26, 404–413, for the tails.
    """
    n = share.n
    logs = [
        _log_ways(n, k) + k * math.log(reference) + (n - k) * math.log1p(-reference)
        for k in range(n + 1)
    ]
    ways = [math.exp(log) for log in logs]
    less, greater = math.fsum(ways[: share.count + 1]), math.fsum(ways[share.count :])
    most = logs[share.count] + _NEAR
    two = math.fsum(way for way, log in zip(ways, logs, strict=True) if log <= most)
    away = (share.count - n * reference) ** 2 / (n * reference * (1 - reference))
    return ShareTest(away, 1, min(1.0, two), min(1.0, less), min(1.0, greater), is_exact=True)


def _log_ways(n: int, count: int) -> float:
    return math.lgamma(n + 1) - math.lgamma(count + 1) - math.lgamma(n - count + 1)
