"""All pairs of 30 groups by Tukey–Kramer with intervals, beside the general routine."""

from __future__ import annotations

import time

import numpy as np
from scipy import stats
from timing import median_ms, report

from decimus.statistics.anova import one_way_anova
from decimus.statistics.multiple_comparisons import tukey_kramer
from decimus.statistics.summaries import Summary


def main() -> None:
    """Time ours whole, and the numerics library's range probability on a tenth of the pairs."""
    random = np.random.default_rng(7)
    groups = [Summary(tuple(random.normal(10 + i / 9, 1, 10))).moments for i in range(30)]
    anova = one_way_anova(groups)
    ours = median_ms(lambda: tukey_kramer(groups, anova), times=9)
    qs = [abs(pair.statistic) for pair in tukey_kramer(groups, anova)]
    start = time.perf_counter()
    stats.studentized_range.sf(np.array(qs[::10]), 30, anova.df_within)
    theirs = (time.perf_counter() - start) * 1000 * 10
    report(
        "30 groups, 435 pairs with intervals", ours, "general routine, p only", theirs, "< 100 ms"
    )


if __name__ == "__main__":
    main()
