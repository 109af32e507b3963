"""More about a pair than its test: the ratio of its means, whether it is as good as alike."""

from __future__ import annotations

import math
from collections.abc import Callable

from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison, PairResult
from decimus.analysis.groups import Group, Groups
from decimus.analysis.methods.subject_tests import complete_units
from decimus.analysis.pairing import pairing_of
from decimus.analysis.ratios import pair_ratio
from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.method_kinds import ErrorOf
from decimus.kinds.methods import METHODS
from decimus.statistics.distributions import t_tail
from decimus.statistics.equivalence import Equivalence, equivalence
from decimus.statistics.mean_ratios import MeanRatio, Means, ratio_of_means
from decimus.statistics.p_adjustments import holm
from decimus.statistics.student_t import t_quantile
from decimus.statistics.summaries import Summary

_NO_ZERO = ("°C", "°F", "pH")
"""Units whose zero is a place like any other."""


def mean_ratio(groups: Groups, comparison: Comparison, pair: PairResult) -> MeanRatio | None:
    """Mean a over mean b; None where that means nothing or is not defined.

    Values have to be above 0 and measured from a true zero. The level and the quantile are those
    of the difference.
    """
    cells = pair.cells
    outcome = groups.measurements.outcome
    if cells is None or pair.critical is None or pair.df is None:
        return None
    if outcome.unit in _NO_ZERO or "pH" in outcome.name.split():
        return None
    if groups.log_base is not None or pair_ratio(groups, pair) is not None:
        return None
    by_levels = {group.levels: group for group in comparison.groups}
    a, b = (by_levels[levels] for levels in cells)
    if any((group.summary.minimum or group.summary.mean or 0.0) <= 0 for group in (a, b)):
        return None
    found = _means(comparison, pair, a, b)
    if found is None:
        return None
    means, df_at = found
    t = pair.critical / math.sqrt(2) if pair.statistic == "q" else pair.critical
    tail = t_tail(t, pair.df)

    def critical(theta: float) -> float:
        return t_quantile(1 - tail, df_at(theta))

    return ratio_of_means(means, critical, comparison.level_of(pair))


def _means(
    comparison: Comparison, pair: PairResult, a: Group, b: Group
) -> tuple[Means, Callable[[float], float]] | None:
    """Both means with their variances, and the df at a ratio."""
    df = pair.df or 0.0
    mean_a, mean_b = a.summary.mean or 0.0, b.summary.mean or 0.0
    error_of = METHODS[comparison.method].error
    if error_of is ErrorOf.POOLED and not comparison.design.is_single:
        error = (pair.standard_error or 0.0) ** 2 / (1 / a.n + 1 / b.n)
        return Means(mean_a, mean_b, error / a.n, error / b.n), lambda _theta: df
    if error_of is ErrorOf.EACH_GROUP and min(a.n, b.n) > 1:
        own_a = a.summary.moments.variance / a.n
        own_b = b.summary.moments.variance / b.n

        def df_at(theta: float) -> float:
            if math.isinf(theta):
                return b.n - 1
            parts = own_a, theta**2 * own_b
            return sum(parts) ** 2 / (parts[0] ** 2 / (a.n - 1) + parts[1] ** 2 / (b.n - 1))

        return Means(mean_a, mean_b, own_a, own_b), df_at
    if error_of is ErrorOf.DIFFERENCES:
        return _paired_means(comparison, a, b), lambda _theta: df
    return None


def _paired_means(comparison: Comparison, a: Group, b: Group) -> Means:
    """The means of units with a value in all groups, and their covariance."""
    if comparison.pairing is not None:
        units = set(pairing_of(b, a).units)
    else:
        units = set(complete_units(comparison.groups).units)
    kept = [
        {u: x for u, x in zip(g.cells.units, g.cells.exact, strict=True) if u in units}
        for g in (a, b)
    ]
    one, other = (Summary(tuple(values[u] for u in kept[0])).moments for values in kept)
    n = one.n
    products = math.fsum((kept[0][u] - one.mean) * (kept[1][u] - other.mean) for u in kept[0])
    origins = [float(g.summary.origin) for g in (a, b)]
    return Means(
        one.mean + origins[0],
        other.mean + origins[1],
        one.variance / n,
        other.variance / n,
        products / (n - 1) / n,
    )


def equivalences(
    groups: Groups, comparison: Comparison, within: float | None
) -> tuple[tuple[PairResult, Equivalence], ...]:
    """Pairs with the tests that they differ by less than what matters; none without a limit.

    Their p are adjusted after Holm where those of the differences are adjusted too.
    """
    if within is None:
        return ()
    found = [
        (pair, equivalence(pair.mean_difference, error, pair.df, within, comparison.level))
        for pair in comparison.pairs
        if (error := pair.standard_error) is not None
        and pair.df is not None
        and pair_ratio(groups, pair) is None
    ]
    if len(found) < 2 or not ADJUSTMENTS[comparison.adjustment].adjusts:
        return tuple(found)
    adjusted = holm([test.p_value for _, test in found])
    return tuple(
        (pair, replace(test, p_adjusted=p)) for (pair, test), p in zip(found, adjusted, strict=True)
    )
