"""Tests on ranks: Mann–Whitney, signed-rank, Kruskal–Wallis with Dunn, Friedman."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import Floats, chi_square_tail, normal_tail
from decimus.statistics.exact_rank_anova import friedman_p, kruskal_wallis_p
from decimus.statistics.rank_distributions import (
    RankDistribution,
    rank_sum_distribution,
    signed_rank_distribution,
)
from decimus.statistics.shifts import Shift, difference_shift, walsh_shift
from decimus.statistics.student_t import normal_quantile
from decimus.values import Value

EXACT_RANK_SUM = 100
"""Values in both groups up to which a rank sum's p is exact."""
_MOST_INVERTED = 40
"""Values in both groups up to which the interval under ties is by inverting the exact test."""
EXACT_SIGNED_RANK = 60
"""Differences up to which a signed rank's p is exact."""


class RankTest(Value, frozen=True):
    """A test of two groups, or of pairs, on ranks.

    Args:
        statistic: U, or W.
        p_value: two-sided.
        p_less: for smaller values in a.
        p_greater: for larger values in a.
        is_exact: False where the normal distribution stands in, with corrections for ties
            and continuity.
        estimate: the Hodges–Lehmann shift.
        ci_lower: lower end of its interval; None where so few values have none.
        ci_upper: upper end.
        level: of the interval, in percent.
        probability: P(a > b), ties counted half.
        zeros: differences of zero, which were dropped.
        n: values, or differences, that were ranked.
        above: pairs of values with the larger one in a, or differences above 0.
        tied: pairs of equal values, or differences of 0.
        of: how many pairs, or differences, there are.
    """

    statistic: float
    p_value: float
    p_less: float
    p_greater: float
    is_exact: bool
    estimate: float
    ci_lower: float | None
    ci_upper: float | None
    level: float
    probability: float
    zeros: int
    n: int
    above: int
    tied: int
    of: int


def midranks(values: Floats) -> tuple[Floats, float]:
    """Ranks from 1, ties at their mean; and Σ(t³ − t) over ties.

    Args:
        values: of any length.
    """
    _, inverse, counts = np.unique(values, return_inverse=True, return_counts=True)
    ends = np.cumsum(counts)
    ranks = (ends - (counts - 1) / 2)[inverse]
    ties = float(((counts.astype(float) ** 3) - counts).sum())
    return np.asarray(ranks, dtype=np.float64), ties


def mann_whitney(a: Floats, b: Floats, level: float) -> RankTest:
    """The rank-sum test of two independent groups; not all values alike.

    U = #(a > b) + ½ ties. Exact from the permutation distribution of the (mid)ranks up to
    100 values in all.

    Args:
        a: values of the first group, of length m.
        b: values of the second, of length n.
        level: of the interval of the shift, in percent.

    Sources: Mann & Whitney 1947, Annals of Mathematical Statistics 18, 50–60; Hodges &
    Lehmann 1963, ibid. 34, 598–611.
    """
    m, n = len(a), len(b)
    ranks, ties = midranks(np.concatenate([a, b]))
    u = float(ranks[:m].sum()) - m * (m + 1) / 2
    exact = rank_sum_distribution(ranks, m) if m + n <= EXACT_RANK_SUM else None
    variance = m * n / 12 * ((m + n + 1) - ties / ((m + n) * (m + n - 1)))
    tails = _tails(u, m * n / 2, variance, exact)
    if exact is not None and ties and m + n <= _MOST_INVERTED:
        shift = _inverted_shift(a, b, level)
    else:
        shift = difference_shift(a, b, _steps(m * n, variance, exact, level))
    counts = (*pairs_above(a, b), m * n)
    return RankTest(u, *tails, exact is not None, *shift, level, u / (m * n), 0, m + n, *counts)


def _inverted_shift(a: Floats, b: Floats, level: float) -> Shift:
    """The shift with the interval of all shifts that the exact test does not reject.

    Every shift makes ties of its own, so the distribution is counted anew at each. p changes at
    differences of two values only, and is looked at there and between them.

    Args:
        a: values of the first group, of length m.
        b: values of the second, of length n.
        level: in percent.
    """
    scale = float(max(np.abs(a).max(), np.abs(b).max()))
    estimate = difference_shift(a, b, None)[0]
    differences = np.unique(without_rounding(np.subtract.outer(a, b).ravel(), scale))
    between = (differences[:-1] + differences[1:]) / 2
    places = np.empty(2 * len(differences) + 1)
    places[1::2] = differences
    places[2:-1:2] = between
    places[0], places[-1] = differences[0] - 1 - scale, differences[-1] + 1 + scale
    middle = 2 * int(np.searchsorted(differences, estimate)) + 1
    middle = min(middle, 2 * len(differences) - 1)

    def is_kept(place: int) -> bool:
        moved = without_rounding(np.concatenate([a - places[place], b]), scale)
        ranks, _ = midranks(moved)
        exact = rank_sum_distribution(ranks, len(a))
        u = float(ranks[: len(a)].sum()) - len(a) * (len(a) + 1) / 2
        return 2 * min(exact.at_most(u), exact.at_least(u)) > (1 - level / 100) * (1 + 1e-12)

    if is_kept(0) or is_kept(len(places) - 1) or not is_kept(middle):
        return estimate, None, None
    ends = []
    for outside in (0, len(places) - 1):
        rejected, kept = outside, middle
        while abs(rejected - kept) > 1:
            at = (rejected + kept) // 2
            rejected, kept = (rejected, at) if is_kept(at) else (at, kept)
        # Kept between two differences, it is kept up to the outer of them.
        ends.append(kept if kept % 2 else rejected)
    return estimate, float(places[ends[0]]), float(places[ends[1]])


def without_rounding(differences: Floats, scale: float) -> Floats:
    """Differences of decimal numbers freed of what binary arithmetic has left in them.

    0.3 − 0.2 and 0.2 − 0.1 are ties, though not as doubles; twelve digits of the largest value
    count.

    Args:
        differences: of any length.
        scale: the largest of the values that were subtracted.
    """
    if not scale:
        return differences
    return np.asarray(np.round(differences, 12 - math.ceil(math.log10(scale))), dtype=np.float64)


def pairs_above(a: Floats, b: Floats) -> tuple[int, int]:
    """In how many pairs of values that of a is the larger, and in how many both are alike.

    Args:
        a: values of the first group, of length m.
        b: values of the second, of length n.
    """
    ordered = np.sort(b)
    above = int(np.searchsorted(ordered, a, side="left").sum())
    return above, int(np.searchsorted(ordered, a, side="right").sum()) - above


def probability_above(a: Floats, b: Floats) -> float:
    """P(a > b) over all pairs of values, ties counted half.

    Args:
        a: values of the first group, of length m.
        b: values of the second, of length n.
    """
    above, tied = pairs_above(a, b)
    return (2 * above + tied) / (2 * len(a) * len(b))


def signed_rank(differences: Floats, level: float) -> RankTest:
    """The signed-rank test of differences; zeros are dropped, and at least one is not zero.

    W is the sum of positive ranks. Exact from the permutation distribution of the signs up to
    60 differences.

    Args:
        differences: one per unit, of length n.
        level: of the interval of the median, in percent.

    Sources: Wilcoxon 1945, Biometrics Bulletin 1, 80–83; Hodges & Lehmann 1963.
    """
    kept = differences[differences != 0]
    n, zeros = len(kept), len(differences) - len(kept)
    ranks, ties = midranks(np.abs(kept))
    w = float(ranks[kept > 0].sum())
    exact = signed_rank_distribution(ranks) if n <= EXACT_SIGNED_RANK else None
    middle = n * (n + 1) / 4
    variance = n * (n + 1) * (2 * n + 1) / 24 - ties / 48
    tails = _tails(w, middle, variance, exact)
    shift = walsh_shift(kept, _steps(n * (n + 1) // 2, variance, exact, level))
    above = int((kept > 0).sum())
    share = (above + zeros / 2) / len(differences)
    counts = (above, zeros, len(differences))
    return RankTest(w, *tails, exact is not None, *shift, level, share, zeros, n, *counts)


def _tails(
    value: float, middle: float, variance: float, exact: RankDistribution | None
) -> tuple[float, float, float]:
    """Two-sided, lower and upper p of a rank statistic."""
    if exact is not None:
        less, greater = exact.at_most(value), exact.at_least(value)
    else:
        deviation = math.sqrt(variance)
        less = normal_tail(-(value - middle + 0.5) / deviation)
        greater = normal_tail((value - middle - 0.5) / deviation)
    return min(1.0, 2 * min(less, greater)), less, greater


def _steps(
    most: int, variance: float, exact: RankDistribution | None, level: float
) -> tuple[int, int] | None:
    """How many of the sorted differences lie beyond the upper and the lower end of the interval.

    None where there is no interval: too few values for the level. `most` is the largest value of
    the statistic.
    """
    share = (1 - level / 100) / 2
    if exact is not None:
        return exact.steps_within(share, most)
    steps = math.floor(most / 2 - normal_quantile(1 - share) * math.sqrt(variance) - 0.5)
    return (steps, steps) if steps >= 0 else None


class RankAnova(Value, frozen=True):
    """Kruskal and Wallis's H or Friedman's chi-square.

    Args:
        statistic: H or chi-square, corrected for ties.
        df: groups less 1.
        effect: ε², or Kendall's W.
        rank_means: the mean rank of each group.
        n: values, or subjects.
        ties: Σ(t³ − t).
        exact_p: by counting all ways to deal the ranks; None where there are too many.
    """

    statistic: float
    df: int
    effect: float
    rank_means: tuple[float, ...]
    n: int
    ties: float
    exact_p: float | None

    @property
    def p_value(self) -> float:
        """Exact where it is known, else from chi-square."""
        return self.p_approximate if self.exact_p is None else self.exact_p

    @property
    def p_approximate(self) -> float:
        """From chi-square."""
        return chi_square_tail(self.statistic, self.df)


def kruskal_wallis(groups: Sequence[Floats]) -> RankAnova:
    """H of at least two independent groups; not all values alike.

    Args:
        groups: the values of every group, k arrays of lengths n_i.

    Source: Kruskal & Wallis 1952, JASA 47, 583–621; ε² after Kelley 1935.
    """
    ranks, ties = midranks(np.concatenate(groups))
    total = len(ranks)
    parts = np.split(ranks, np.cumsum([len(group) for group in groups])[:-1])
    means = [float(part.mean()) for part in parts]
    among = math.fsum(
        len(part) * (mean - (total + 1) / 2) ** 2 for part, mean in zip(parts, means, strict=True)
    )
    h = 12 / (total * (total + 1)) * among / (1 - ties / (total**3 - total))
    exact = kruskal_wallis_p(ranks, [len(group) for group in groups])
    return RankAnova(h, len(groups) - 1, h / (total - 1), tuple(means), total, ties, exact)


class DunnPair(Value, frozen=True):
    """Two groups after Kruskal–Wallis: z of the difference of their mean ranks."""

    statistic: float
    standard_error: float
    rank_difference: float
    p_value: float
    p_less: float
    p_greater: float


def dunn_pair(whole: RankAnova, a: int, b: int, n_a: int, n_b: int) -> DunnPair:
    """Group `a` against group `b` on the ranks of all groups.

    Source: Dunn 1964, Technometrics 6, 241–252.
    """
    total = whole.n
    variance = total * (total + 1) / 12 - whole.ties / (12 * (total - 1))
    error = math.sqrt(variance * (1 / n_a + 1 / n_b))
    difference = whole.rank_means[a] - whole.rank_means[b]
    z = difference / error
    upper = normal_tail(z)
    return DunnPair(z, error, difference, 2 * normal_tail(abs(z)), normal_tail(-z), upper)


def friedman(values: Floats) -> RankAnova:
    """Friedman's test of conditions on ranks within subjects.

    Args:
        values: subjects × conditions, complete; not every subject's values all alike.

    Source: Friedman 1937, JASA 32, 675–701; Kendall's W after Kendall & Smith 1939.
    """
    n, k = values.shape
    ranked = [midranks(row) for row in values]
    ranks = np.array([row for row, _ in ranked])
    ties = math.fsum(tie for _, tie in ranked)
    sums = ranks.sum(axis=0)
    among = math.fsum(((sums - n * (k + 1) / 2) ** 2).tolist())
    chi = 12 * among / (n * k * (k + 1) - ties / (k - 1))
    means = tuple((sums / n).tolist())
    return RankAnova(chi, k - 1, chi / (n * (k - 1)), means, n, ties, friedman_p(ranks))
