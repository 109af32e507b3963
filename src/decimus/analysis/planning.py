"""What the present design can show, and what it would take to show more."""

from __future__ import annotations

import math

from decimus.analysis.comparison_results import Comparison
from decimus.kinds.method_kinds import ErrorOf
from decimus.kinds.methods import METHODS
from decimus.statistics.distributions import t_two_sided
from decimus.statistics.planning import (
    Reach,
    needed_n,
    sd_upper_limit,
    smallest_difference,
)
from decimus.terms import PairSet
from decimus.values import Value


class Planning(Value, frozen=True):
    """The plan of one pair of the design.

    Args:
        sd: the SD as it came out; of differences where units are the same.
        sd_used: its 80 % upper limit, which is planned with.
        df: degrees of freedom of that SD.
        n: replicates per group now, the harmonic mean where they differ; or units.
        groups: groups that share the SD; 1 for differences.
        cells: groups that each of the two means is the mean of; more than 1 for marginal means.
        alpha: of one pair, adjusted for the family.
        pairs: how many pairs the family has.
        power: 0 to 1.
        reach: the smallest difference shown with that power.
        difference: the difference asked about, None where none was stated.
        needed: replicates per group for it; None without one, or beyond all reach.
    """

    sd: float
    sd_used: float
    df: float
    n: float
    groups: int
    cells: int
    alpha: float
    pairs: int
    power: float
    reach: Reach
    difference: float | None
    needed: int | None

    @property
    def is_of_differences(self) -> bool:
        """True where units are the same."""
        return self.groups == 1


def planning_of(comparison: Comparison, power: float, difference: float | None) -> Planning | None:
    """The plan for the design as it is; None for ranks and split-plot designs.

    Args:
        comparison: whose design.
        power: in percent.
        difference: a difference of interest, in the unit of the outcome; None without one.
    """
    found = _error(comparison)
    if found is None:
        return None
    variance, df, n, groups, cells = found
    if variance <= 0 or df < 1:
        return None
    used = sd_upper_limit(variance, df)
    alpha = _pair_alpha(comparison)
    share = power / 100
    needed = None
    if difference is not None:
        needed = needed_n(difference, used, groups, alpha, share, cells)
    shares = (1 if groups == 1 else 2) / (n * cells)
    return Planning(
        math.sqrt(variance),
        used,
        df,
        n,
        groups,
        cells,
        alpha,
        comparison.family,
        share,
        smallest_difference(used, shares, df, alpha, share),
        difference,
        needed,
    )


def _error(comparison: Comparison) -> tuple[float, float, float, int, int] | None:
    """Variance, its df, n, groups that share it, and groups behind each mean compared."""
    error = METHODS[comparison.method].error
    if error in _MANY_ERRORS:
        return None
    moments = [group.summary.moments for group in comparison.groups]
    if error is ErrorOf.DIFFERENCES and comparison.pairing is not None:
        differences = comparison.pairing.differences.moments
        n = differences.n
        return differences.variance, n - 1, n, 1, 1
    if error is ErrorOf.ONE_GROUP:
        n = moments[0].n
        return moments[0].variance, n - 1, n, 1, 1
    if error is ErrorOf.DIFFERENCES:
        n = len(comparison.units)
        # The mean of the variances of all differences between two conditions.
        return 2 * (comparison.residual.mean_square or 0.0), n - 1, n, 1, 1
    variance = comparison.residual.mean_square
    if variance is None:
        return None
    mean_n = len(moments) / math.fsum(1 / m.n for m in moments)
    cells = 1
    if comparison.pair_set is PairSet.MARGINAL and comparison.marginal is not None:
        levels = {group.levels[comparison.marginal] for group in comparison.groups}
        cells = len(moments) // len(levels)
    return variance, comparison.residual.df, mean_n, len(moments), cells


_MANY_ERRORS = (ErrorOf.NOTHING, ErrorOf.BETWEEN_AND_WITHIN, ErrorOf.CROSSED_DIFFERENCES)
"""Where no single spread tells how many replicates would be needed."""


def _pair_alpha(comparison: Comparison) -> float:
    """α of one pair such that the family keeps its own: from the quantile of its intervals."""
    if not comparison.pairs:
        return comparison.alpha
    pair = comparison.pairs[0]
    if pair.critical is None or pair.df is None:
        return comparison.alpha
    critical = pair.critical / math.sqrt(2) if pair.statistic == "q" else pair.critical
    return t_two_sided(critical, pair.df)
