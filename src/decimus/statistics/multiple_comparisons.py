"""Families of pairs: p values and intervals that hold together."""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.statistics.dunnett_distribution import Loadings, dunnett_quantile, dunnett_tails
from decimus.statistics.p_adjustments import ADJUSTED_BY_P, interval_share
from decimus.statistics.student_t import t_quantile
from decimus.statistics.studentized_range import (
    studentized_range_quantile,
    studentized_range_quantiles,
    studentized_range_tail,
    studentized_range_tails,
)
from decimus.statistics.t_tests import TTest
from decimus.terms import Adjustment, Alternative
from decimus.values import Value


class FollowUp(Value, frozen=True):
    """What a follow-up makes of one pair.

    Args:
        statistic: t, or q = √2 · t, with the sign of the difference.
        p_adjusted: two-sided; None where nothing is adjusted.
        p_directional_adjusted: one-sided in the direction asked for; None without one.
        ci_lower: lower end of the interval that belongs to the p.
        ci_upper: its upper end.
        critical: the quantile behind the interval: of t, the studentized range or Dunnett's.
    """

    statistic: float
    p_adjusted: float | None
    p_directional_adjusted: float | None
    ci_lower: float
    ci_upper: float
    critical: float


def directional(test: TTest, direction: Alternative | None) -> float | None:
    """The one-sided p in a direction; None without one."""
    if direction is None:
        return None
    return test.p_less if direction is Alternative.LESS else test.p_greater


def by_p_values(
    tests: Sequence[TTest],
    adjustment: Adjustment,
    level: float,
    direction: Alternative | None = None,
) -> tuple[FollowUp, ...]:
    """Pairs adjusted by their p values alone; by none at all where that is chosen or moot.

    Args:
        tests: a test for every pair, m of them.
        adjustment: how they are adjusted.
        level: 100 · (1 − α); both ends of an interval hold at it where tests are one-sided.
        direction: of one-sided tests; None for two-sided.
    """
    run = ADJUSTED_BY_P.get(adjustment) if len(tests) > 1 else None
    adjusted = run([test.p_value for test in tests]) if run else None
    sided = [directional(test, direction) or 0.0 for test in tests] if direction else []
    adjusted_sided = run(sided) if run and direction else None
    share = interval_share(adjustment, len(tests), level) if run else level / 100
    tail = (1 - share) / (1 if direction else 2)
    found = []
    for index, test in enumerate(tests):
        critical = t_quantile(1 - tail, test.df)
        half = critical * test.standard_error
        found.append(
            FollowUp(
                test.statistic,
                adjusted[index] if adjusted else None,
                adjusted_sided[index] if adjusted_sided else None,
                test.mean_difference - half,
                test.mean_difference + half,
                critical,
            )
        )
    return tuple(found)


def tukey_kramer(tests: Sequence[TTest], k: int, level: float) -> tuple[FollowUp, ...]:
    """Tukey's comparison, in Kramer's form for unequal n, of pairs on one pooled error.

    Simultaneous intervals: difference ± q · √(MS / 2 · (1/n_i + 1/n_j)).

    Args:
        tests: pairs by t, all on the same df; any of the pairs that `k` means have.
        k: how many means the range spans.
        level: of the intervals, in percent.

    Sources: Tukey 1953; Kramer 1956, Biometrics 12, 307–310.
    """
    df = tests[0].df
    statistics = [math.sqrt(2) * test.statistic for test in tests]
    adjusted = studentized_range_tails([abs(q) for q in statistics], k, df)
    critical = studentized_range_quantile(level / 100, k, df)
    rows = zip(tests, statistics, adjusted.tolist(), strict=True)
    return tuple(_by_range(test, q, p, critical) for test, q, p in rows)


def games_howell(tests: Sequence[TTest], k: int, level: float) -> tuple[FollowUp, ...]:
    """Tukey's comparison with each pair's own spread and Welch's df.

    Args:
        tests: Welch's test of every pair, m of them.
        k: how many groups there are.
        level: of the intervals, in percent.

    Source: Games & Howell 1976, Journal of Educational Statistics 1, 113–125.
    """
    found = []
    quantiles = studentized_range_quantiles(level / 100, k, [test.df for test in tests])
    for test, critical in zip(tests, quantiles, strict=True):
        q = math.sqrt(2) * test.statistic
        p = studentized_range_tail(abs(q), k, test.df)
        found.append(_by_range(test, q, p, critical))
    return tuple(found)


def _by_range(test: TTest, q: float, p: float, critical: float) -> FollowUp:
    half = critical / math.sqrt(2) * test.standard_error
    low, high = test.mean_difference - half, test.mean_difference + half
    # The range's p cannot lie below the pair's own; rounding must not make it so.
    return FollowUp(q, max(p, test.p_value), None, low, high, critical)


def dunnett(
    tests: Sequence[TTest], of: Loadings, level: float, direction: Alternative | None = None
) -> tuple[FollowUp, ...]:
    """Treatments against one control on one pooled error.

    Args:
        tests: treatment − control by t, all on the same df.
        of: the loadings of all treatments.
        level: 100 · (1 − α); both ends of an interval hold at it where tests are one-sided.
        direction: given to add the one-sided p of the largest statistic that way.

    Source: Dunnett 1955, Journal of the American Statistical Association 50, 1096–1121.
    """
    df = tests[0].df
    adjusted = dunnett_tails([abs(test.statistic) for test in tests], of, df).tolist()
    critical = dunnett_quantile(level / 100, of, df, is_two_sided=direction is None)
    sign = -1 if direction is Alternative.LESS else 1
    sided = (
        dunnett_tails([sign * test.statistic for test in tests], of, df, is_two_sided=False)
        if direction
        else None
    )
    found = []
    for index, test in enumerate(tests):
        half = critical * test.standard_error
        one = None
        if sided is not None:
            one = max(float(sided[index]), directional(test, direction) or 0.0)
        found.append(
            FollowUp(
                test.statistic,
                max(adjusted[index], test.p_value),
                one,
                test.mean_difference - half,
                test.mean_difference + half,
                critical,
            )
        )
    return tuple(found)
