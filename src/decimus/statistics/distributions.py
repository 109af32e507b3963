"""Probabilities of the normal, t, F and chi-square distributions; quadrature over them.

Tails of t and F are ours (`incomplete_beta`). The other special functions are SciPy's; it is
imported when first needed, because it costs a fifth of a second.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from decimus.statistics.incomplete_beta import beta_tail

Floats = NDArray[np.float64]
_FEW = 100
"""Statistics for which no library need be loaded."""


def t_tail(t: float, df: float) -> float:
    """P(T > t) for Student's t with `df` degrees of freedom, accurate in both tails."""
    if math.isinf(t):
        return 0.0 if t > 0 else 1.0
    if math.isnan(t):
        return t
    square = t * t / df  # Abramowitz & Stegun 26.7.1
    half = 0.5 * beta_tail(1 / (1 + square), square / (1 + square), df / 2, 0.5)
    return half if t >= 0 else 1 - half


def t_tails(t: Floats, df: float) -> Floats:
    """P(T > t) for each t ≥ 0.

    Args:
        t: statistics, of any length.
        df: degrees of freedom, above 0.
    """
    if len(t) <= _FEW:
        return np.array([t_tail(value, df) for value in t.tolist()], np.float64)
    from scipy.special import betainc

    return np.asarray(0.5 * betainc(df / 2, 0.5, df / (df + t * t)), dtype=np.float64)


def t_two_sided(t: float, df: float) -> float:
    """P(|T| > |t|)."""
    return 2 * t_tail(abs(t), df)


def f_tail(f: float, df_between: float, df_within: float) -> float:
    """P(F > f)."""
    if math.isinf(f):
        return 0.0
    if math.isnan(f) or f <= 0:
        return f if math.isnan(f) else 1.0
    ratio = df_between * f / df_within
    return beta_tail(1 / (1 + ratio), ratio / (1 + ratio), df_within / 2, df_between / 2)


def chi_square_tail(x: float, df: float) -> float:
    """P(X > x) for chi-square with `df` degrees of freedom."""
    from scipy.special import chdtrc

    return float(chdtrc(df, max(x, 0.0)))


def chi_square_quantile(share: float, df: float) -> float:
    """The value that chi-square stays below with probability `share`."""
    from scipy.special import chdtri

    return float(chdtri(df, 1 - share))


def normal_tail(z: float) -> float:
    """P(Z > z) for a standard normal Z."""
    return 0.5 * math.erfc(z / math.sqrt(2))


_erfc = np.frompyfunc(math.erfc, 1, 1)


def normal_below(z: Floats) -> Floats:
    """P(Z < z) for each z, accurate in the lower tail.

    Args:
        z: of any shape; the same shape comes back.
    """
    return 0.5 * np.asarray(_erfc(z * -math.sqrt(0.5)), np.float64)


@lru_cache(maxsize=8)
def _legendre(points: int) -> tuple[Floats, Floats]:
    nodes, weights = np.polynomial.legendre.leggauss(points)
    return nodes, weights


def panels(low: float, high: float, count: int, points: int) -> tuple[Floats, Floats]:
    """Nodes and weights of composite Gauss-Legendre quadrature on [low, high]."""
    nodes, weights = _legendre(points)
    half = (high - low) / (2 * count)
    middles = low + half * (2 * np.arange(count) + 1)
    return (middles[:, None] + half * nodes).ravel(), np.tile(half * weights, count)


_NEVER = math.log(1e-19)


def _bounds(half: float) -> tuple[float, float]:
    """Logarithms of what χ²(2 half) / (2 half) goes beyond with a probability below 1e-19.

    By Chernoff's bound exp(half (1 − r + log r)) on either side of r = 1, solved by halving.
    """
    lowest = max(_NEVER / half - 1, math.log(1e-40))
    ends = []
    for far in (lowest, math.log(2 - 2 * _NEVER / half) + 1):
        outside, inside = far, 0.0
        for _ in range(60):
            middle = (outside + inside) / 2
            if half * (1 - math.exp(middle) + middle) < _NEVER:
                outside = middle
            else:
                inside = middle
        ends.append(outside)
    return ends[0], ends[1]


@lru_cache(maxsize=64)
def root_chi_square(df: float) -> tuple[Floats, Floats]:
    """Nodes s and probability weights of √(χ²(df)/df), on a logarithmic scale."""
    half = df / 2
    low, high = (0.5 * bound for bound in _bounds(half))
    # With few df the range is long; panels stay short against where P(W > w) turns.
    u, weights = panels(low, high, max(12, math.ceil((high - low) / 0.7)), 16)
    log_density = (
        math.log(2) + half * math.log(half) - math.lgamma(half) + df * u - half * np.exp(2 * u)
    )
    density = weights * np.exp(log_density)
    # With many df the density's logarithm is a small difference of large numbers.
    return np.exp(u), density / density.sum()


def root_of_falling(falling: Callable[[float], float], low: float, high: float) -> float:
    """The root of a falling function on [low, high] by the Illinois variant of false position.

    Source: Dowell & Jarratt 1971, BIT 11.
    """
    at_low, at_high = falling(low), falling(high)
    if at_high > 0:
        return high
    for _ in range(200):
        middle = high - at_high * (high - low) / (at_high - at_low)
        at_middle = falling(middle)
        if at_middle * at_high < 0:
            low, at_low = high, at_high
        else:
            at_low /= 2
        high, at_high = middle, at_middle
        if abs(high - low) <= 1e-13 * abs(high) or at_middle == 0:
            break
    return high
