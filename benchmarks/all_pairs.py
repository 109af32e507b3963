"""Families of pairs from cold caches, beside the numerics library's general routines."""

from __future__ import annotations

import math
import time
from itertools import combinations

import numpy as np
from scipy import stats
from timing import median_ms, report, size

from decimus.statistics import distributions, dunnett_distribution, student_t, studentized_range
from decimus.statistics.anova import one_way_anova
from decimus.statistics.dunnett_distribution import loadings
from decimus.statistics.multiple_comparisons import dunnett, games_howell, tukey_kramer
from decimus.statistics.summaries import Moments, Summary
from decimus.statistics.t_tests import TTest, t_test, welch_t_test

_CACHED = (
    distributions.root_chi_square,
    dunnett_distribution._normal_series,  # noqa: SLF001 - to begin cold
    dunnett_distribution.dunnett_quantile,
    student_t.t_quantile,
    studentized_range._normal_range_series,  # noqa: SLF001 - to begin cold
    studentized_range.studentized_range_quantile,
)


MANY, LARGE = size(30, 4), size(20, 3)
"""Groups of which all pairs, and treatments that one control, are compared."""


def cold() -> None:
    """Forget what earlier runs have left."""
    for cached in _CACHED:
        cached.cache_clear()


def pooled(groups: list[Moments], pairs: list[tuple[int, int]]) -> list[TTest]:
    """Pairs by t on the pooled error."""
    anova = one_way_anova(groups)
    error = anova.mean_square_within
    return [
        t_test(
            groups[a].mean - groups[b].mean,
            math.sqrt(error * (1 / groups[a].n + 1 / groups[b].n)),
            anova.df_within,
            95,
        )
        for a, b in pairs
    ]


def all_pairs() -> None:
    """30 groups, 435 pairs: Tukey–Kramer and Games–Howell with intervals."""
    random = np.random.default_rng(7)
    groups = [Summary(tuple(random.normal(10 + i / 9, 1, 10))).moments for i in range(MANY)]
    pairs = list(combinations(range(MANY), 2))

    def tukey() -> None:
        cold()
        tukey_kramer(pooled(groups, pairs), 30, 95)

    def howell() -> None:
        cold()
        games_howell([welch_t_test(groups[a], groups[b]) for a, b in pairs], 30, 95)

    tests = pooled(groups, pairs)
    some = [abs(test.statistic) * math.sqrt(2) for test in tests[::10]]
    start = time.perf_counter()
    stats.studentized_range.sf(np.array(some), 30, tests[0].df)
    theirs = (time.perf_counter() - start) * 1000 * len(tests) / len(some)
    reference = "general routine, p only"
    report("Tukey–Kramer, 435 pairs, intervals", median_ms(tukey, 9), reference, theirs, "< 100 ms")
    report("Games–Howell, 435 pairs, intervals", median_ms(howell, 3), reference, theirs, "× < 1")


def against_control() -> None:
    """20 treatments of unlike n against a control."""
    random = np.random.default_rng(8)
    values = [random.normal(10 + i / 9, 1, 6 + i % 7) for i in range(LARGE + 1)]
    groups = [Summary(tuple(part)).moments for part in values]
    pairs = [(i, 0) for i in range(1, LARGE + 1)]
    of = loadings(groups[0].n, [group.n for group in groups[1:]])

    def ours() -> None:
        cold()
        dunnett(pooled(groups, pairs), of, 95)

    start = time.perf_counter()
    found = stats.dunnett(*values[1:], control=values[0], rng=random)
    found.confidence_interval()
    theirs = (time.perf_counter() - start) * 1000
    report(
        "Dunnett, 20 treatments, intervals",
        median_ms(ours, 9),
        "general routine, 3 digits",
        theirs,
        "< 100 ms, × < 0.05",
    )


if __name__ == "__main__":
    all_pairs()
    against_control()
