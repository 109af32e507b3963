"""Checks of what tests assume: equal spread, values far from the fitted means. Never a gate."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from decimus.statistics.anova import one_way_anova
from decimus.statistics.distributions import Floats, t_two_sided
from decimus.statistics.summaries import Summary
from decimus.values import Value


class SpreadCheck(Value, frozen=True):
    """A check of equal spread: F on its degrees of freedom, and p."""

    statistic: float
    df: tuple[float, float]
    p_value: float


def brown_forsythe(groups: Sequence[Floats]) -> SpreadCheck | None:
    """Brown and Forsythe's check of equal spread; None where it is undefined.

    One-way ANOVA of the distances from each group's median. Undefined for fewer than two
    groups, a group of one value, groups of two values only, or distances that are all alike
    within groups.

    Args:
        groups: the values of every group, k arrays of lengths n_i.

    Source: Brown & Forsythe 1974, Journal of the American Statistical Association 69, 364–367.
    """
    return _spread_about([_median(values) for values in groups], groups)


def levene(groups: Sequence[Floats]) -> SpreadCheck | None:
    """Levene's check of equal spread, on distances from each group's mean; None where undefined.

    Args:
        groups: the values of every group, k arrays of lengths n_i.

    Source: Levene 1960, in Contributions to Probability and Statistics, 278–292.
    """
    return _spread_about([Summary(values).mean or 0.0 for values in groups], groups)


def _spread_about(centres: Sequence[float], groups: Sequence[Floats]) -> SpreadCheck | None:
    if len(groups) < 2 or any(len(values) < 2 for values in groups):
        return None
    if all(len(values) == 2 for values in groups):
        return None  # two values are equally far from their middle: what is left is rounding
    distances = [
        Summary(np.abs(values - centre)) for values, centre in zip(groups, centres, strict=True)
    ]
    if not any(summary.sum_of_squares for summary in distances):
        return None
    found = one_way_anova([summary.moments for summary in distances])
    return SpreadCheck(found.statistic, (found.df_between, found.df_within), found.p_value)


def _median(values: Floats) -> float:
    return Summary(values).median or 0.0


class FarValue(Value, frozen=True):
    """A value far from its group's mean.

    Args:
        group: which group, from 0.
        index: which of its values.
        residual: the externally studentised residual.
        p_value: two-sided, times the number of values, at most 1.
    """

    group: int
    index: int
    residual: float
    p_value: float


def far_values(groups: Sequence[Floats], alpha: float = 0.05) -> tuple[FarValue, ...]:
    """Values that lie further out than chance would let one of all lie, at `alpha`.

    t = e / √(MSE₍ᵢ₎ (1 − 1/n)) on N − k − 1 df, with the error variance of all other values;
    p is multiplied by N (Bonferroni).

    Args:
        groups: the values of every group, k arrays of lengths n_i.
        alpha: the chance, 0 to 1.

    Source: Cook & Weisberg 1982, Residuals and Influence in Regression, section 2.2.
    """
    filled = [(number, values) for number, values in enumerate(groups) if len(values)]
    total = sum(len(values) for _, values in filled)
    df = total - len(filled) - 1
    if df < 1:
        return ()
    residuals = [values - values.mean() for _, values in filled]
    error = math.fsum(float(np.square(e).sum()) for e in residuals)
    if error <= 0:
        return ()
    found = []
    for (number, values), e in zip(filled, residuals, strict=True):
        n = len(values)
        if n < 2:
            continue
        without = (error - np.square(e) / (1 - 1 / n)) / df
        # Where one value makes up all the error, the others' variance is zero.
        spread = np.sqrt(np.maximum(without, 1e-14 * error / df) * (1 - 1 / n))
        t = e / spread
        for index in np.flatnonzero(np.abs(t) > _LEAST_RESIDUAL).tolist():
            p = min(1.0, total * t_two_sided(abs(float(t[index])), df))
            if p < alpha:
                found.append(FarValue(number, index, float(t[index]), p))
    return tuple(sorted(found, key=lambda far: far.p_value))


_LEAST_RESIDUAL = 2.5
"""Smaller residuals are never far out, whatever n is: saves their probabilities."""
