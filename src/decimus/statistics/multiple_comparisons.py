"""All pairs of groups after an ANOVA, with p values and intervals that hold together."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from decimus.statistics.anova import OneWayAnova
from decimus.statistics.distributions import studentized_range_quantile, studentized_range_tails
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import TTest, t_tests


@dataclass(frozen=True)
class PairComparison:
    """Group `first` minus group `second`, both by index."""

    first: int
    second: int
    test: TTest
    """The pair on the pooled error, unadjusted."""
    statistic: float
    """q = √2 · t, with the sign of the difference; t where nothing is adjusted."""
    p_adjusted: float | None
    ci_lower: float
    ci_upper: float
    critical: float
    """The quantile behind the interval: of the studentized range, or of t."""


def pooled_pairs(groups: Sequence[Moments], anova: OneWayAnova, level: float) -> list[TTest]:
    """Every pair by t on the pooled error, unadjusted, in reading order."""
    first, second = np.triu_indices(len(groups), 1)
    means = np.array([group.mean for group in groups])
    shares = np.array([1 / group.n for group in groups])
    errors = np.sqrt(anova.mean_square_within * (shares[first] + shares[second]))
    return t_tests(means[first] - means[second], errors, anova.df_within, level)


def unadjusted_pairs(
    groups: Sequence[Moments], anova: OneWayAnova, level: float = 95
) -> tuple[PairComparison, ...]:
    """Every pair on the pooled error with individual p values and intervals."""
    tests = pooled_pairs(groups, anova, level)
    return tuple(
        PairComparison(i, j, t, t.statistic, None, t.ci_lower, t.ci_upper, t.t_critical)
        for (i, j), t in zip(combinations(range(len(groups)), 2), tests, strict=True)
    )


def tukey_kramer(
    groups: Sequence[Moments], anova: OneWayAnova, level: float = 95
) -> tuple[PairComparison, ...]:
    """Tukey's comparison of all pairs, in Kramer's form for unequal n.

    Simultaneous intervals: difference ± q · √(MS_within / 2 · (1/n_i + 1/n_j)).
    Sources: Tukey 1953; Kramer 1956, Biometrics 12.
    """
    tests = pooled_pairs(groups, anova, level)
    statistics = [math.sqrt(2) * test.statistic for test in tests]
    k = len(groups)
    adjusted = studentized_range_tails([abs(q) for q in statistics], k, anova.df_within)
    critical = studentized_range_quantile(level / 100, k, anova.df_within)
    pairs = zip(combinations(range(k), 2), tests, statistics, adjusted, strict=True)
    return tuple(
        PairComparison(
            first=i,
            second=j,
            test=test,
            statistic=q,
            # The range's p cannot lie below the pair's own; rounding must not make it so.
            p_adjusted=max(float(p), test.p_value),
            ci_lower=test.mean_difference - critical / math.sqrt(2) * test.standard_error,
            ci_upper=test.mean_difference + critical / math.sqrt(2) * test.standard_error,
            critical=critical,
        )
        for (i, j), test, q, p in pairs
    )
