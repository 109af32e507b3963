"""Noncentral t and F: intervals of effect sizes, and the power of tests."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache

import numpy as np

from decimus.statistics.distributions import (
    chi_square_quantile,
    panels,
    root_chi_square,
    root_of_falling,
)

_MOST_DOUBLINGS = 60
_WIDEST_Z = 8.5
"""Beyond this a standard normal does not reach."""
_REACH = 12.0
"""Standard deviations of the Poisson weights, and as many terms, beyond which none counts."""
_LARGE_T, _LARGE_F = 1e4, 1e6
"""Beyond these only the variation of the error counts, and the library's sums break down."""


def noncentral_t_tail(t: float, df: float, noncentrality: float) -> float:
    """P(T > t) for T = (Z + δ) / s, with δ the noncentrality and s = √(χ²(df) / df).

    Integrated over s where its distribution is the wider one, else over Z. Absolute error
    below 1e-12.

    Source: Johnson, Kotz & Balakrishnan 1995, Continuous Univariate Distributions 2, ch. 31.
    """
    from scipy.special import gammainc, ndtr

    if t < 0:
        return 1 - noncentral_t_tail(-t, df, -noncentrality)
    if t * t <= 2 * df:
        s, weights = root_chi_square(df)
        return float(weights @ ndtr(noncentrality - t * s))
    # The share of s below (z + δ) / t turns at z = −δ, where a panel has to end.
    turn = min(max(-noncentrality, -_WIDEST_Z), _WIDEST_Z)
    total = 0.0
    for low, high in ((-_WIDEST_Z, turn), (turn, _WIDEST_Z)):
        if high - low < 1e-12:
            continue
        z, weights = panels(low, high, max(2, math.ceil((high - low) / 1.5)), 16)
        below = np.maximum((z + noncentrality) / t, 0.0)
        density = weights * np.exp(-0.5 * z * z) / math.sqrt(2 * math.pi)
        total += float(density @ gammainc(df / 2, df * below * below / 2))
    return total


def noncentral_f_tail(f: float, df_effect: float, df_error: float, noncentrality: float) -> float:
    """P(F > f) for noncentral F; noncentrality λ ≥ 0.

    A mixture of central tails with Poisson weights of mean λ/2, summed where they count.

    Source: Patnaik 1949, Biometrika 36, 202–232.
    """
    from scipy.special import betainc, gammaln, xlogy

    half = noncentrality / 2
    reach = _REACH * math.sqrt(half) + _REACH
    j = np.arange(math.floor(max(0.0, half - reach)), math.ceil(half + reach) + 1)
    weights = np.exp(xlogy(j, half) - half - gammaln(j + 1))
    share = df_error / (df_effect * f + df_error)
    return float(weights @ betainc(df_error / 2, df_effect / 2 + j, share))


@lru_cache(maxsize=1024)
def t_noncentrality_interval(t: float, df: float, level: float) -> tuple[float, float]:
    """The noncentralities for which `t` lies at the ends of the middle `level` percent.

    Source: Steiger & Fouladi 1997, in What If There Were No Significance Tests?, 221–257.
    """
    share = (1 - level / 100) / 2
    if abs(t) > _LARGE_T:
        ends = [t * math.sqrt(chi_square_quantile(at, df) / df) for at in (share, 1 - share)]
        return min(ends), max(ends)

    def noncentrality(tail: float) -> float:
        return _root(lambda nc: tail - noncentral_t_tail(t, df, nc), t, 2 + abs(t))

    return noncentrality(share), noncentrality(1 - share)


def _root(falling: Callable[[float], float], about: float, step: float) -> float:
    """The root of a falling function somewhere about a place."""
    low, high = about - step, about + step
    for _ in range(_MOST_DOUBLINGS):
        if falling(low) >= 0:
            break
        low -= 2 * (high - low)
    for _ in range(_MOST_DOUBLINGS):
        if falling(high) <= 0:
            break
        high += 2 * (high - low)
    return root_of_falling(falling, low, high)


@lru_cache(maxsize=1024)
def f_noncentrality_interval(
    f: float, df_effect: float, df_error: float, level: float
) -> tuple[float, float]:
    """The noncentralities λ ≥ 0 for which `f` lies at the ends of the middle `level` percent.

    Source: Steiger 2004, Psychological Methods 9, 164–182.
    """
    share = (1 - level / 100) / 2
    if f * df_effect > _LARGE_F:
        scale = f * df_effect / df_error
        low, high = (chi_square_quantile(at, df_error) for at in (share, 1 - share))
        return scale * low, scale * high

    def noncentrality(tail: float) -> float:
        def falling(nc: float) -> float:
            return tail - noncentral_f_tail(f, df_effect, df_error, nc)

        if falling(0.0) <= 0:
            return 0.0
        high = 4 * df_effect * max(f, 1.0) + 10
        for _ in range(_MOST_DOUBLINGS):
            if falling(high) <= 0:
                break
            high *= 2
        return root_of_falling(falling, 0.0, high)

    return noncentrality(share), noncentrality(1 - share)


def t_test_power(noncentrality: float, df: float, critical: float) -> float:
    """P(|T| > critical) for noncentral t: the chance that a two-sided test shows a difference."""
    above = noncentral_t_tail(critical, df, noncentrality)
    return above + noncentral_t_tail(critical, df, -noncentrality)


def needed_noncentrality(power: float, df: float, critical: float) -> float:
    """The noncentrality at which a two-sided test has this power (0 to 1)."""
    return root_of_falling(
        lambda nc: power - t_test_power(nc, df, critical), 0.0, critical + 8.0 + math.sqrt(df) / df
    )
