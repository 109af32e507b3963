"""Probabilities of the normal, t, F and chi-square distributions; quadrature over them.

The special functions are SciPy's; it is imported when first needed, because it
costs a tenth of a second that an empty window need not wait for.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


def t_tail(t: float, df: float) -> float:
    """P(T > t) for Student's t with `df` degrees of freedom, accurate in both tails."""
    from scipy.special import betainc

    if math.isinf(t):
        return 0.0 if t > 0 else 1.0
    # Abramowitz & Stegun 26.7.1; betainc keeps its relative accuracy for small arguments.
    half = 0.5 * float(betainc(df / 2, 0.5, df / (df + t * t)))
    return half if t >= 0 else 1 - half


def t_tails(t: Floats, df: float) -> Floats:
    """P(T > t) for each t ≥ 0.

    Args:
        t: statistics, of any length.
        df: degrees of freedom, above 0.
    """
    from scipy.special import betainc

    return np.asarray(0.5 * betainc(df / 2, 0.5, df / (df + t * t)), dtype=np.float64)


def t_two_sided(t: float, df: float) -> float:
    """P(|T| > |t|)."""
    return 2 * t_tail(abs(t), df)


def f_tail(f: float, df_between: float, df_within: float) -> float:
    """P(F > f)."""
    from scipy.special import fdtrc

    if math.isinf(f):
        return 0.0
    return float(fdtrc(df_between, df_within, f))


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


@lru_cache(maxsize=8)
def _legendre(points: int) -> tuple[Floats, Floats]:
    nodes, weights = np.polynomial.legendre.leggauss(points)
    return nodes, weights


def panels(low: float, high: float, count: int, points: int) -> tuple[Floats, Floats]:
    """Nodes and weights of composite Gauss-Legendre quadrature on [low, high]."""
    nodes, weights = _legendre(points)
    edges = np.linspace(low, high, count + 1)
    half = (edges[1:] - edges[:-1]) / 2
    middle = (edges[1:] + edges[:-1]) / 2
    return (middle[:, None] + half[:, None] * nodes).ravel(), (half[:, None] * weights).ravel()


@lru_cache(maxsize=64)
def root_chi_square(df: float) -> tuple[Floats, Floats]:
    """Nodes s and probability weights of √(χ²(df)/df), on a logarithmic scale."""
    from scipy.special import gammainccinv, gammaincinv, gammaln

    half = df / 2
    low = 0.5 * math.log(max(float(gammaincinv(half, 1e-19)) / half, 1e-40))
    high = 0.5 * math.log(float(gammainccinv(half, 1e-19)) / half)
    # With few df the range is long; panels stay short against where P(W > w) turns.
    u, weights = panels(low, high, max(12, math.ceil((high - low) / 0.7)), 16)
    log_density = (
        math.log(2) + half * math.log(half) - float(gammaln(half)) + df * u - half * np.exp(2 * u)
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
