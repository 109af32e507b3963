"""Probabilities of t and F, and the studentized range.

The special functions are SciPy's; it is imported when first needed, because it
costs a tenth of a second that an empty window need not wait for.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from decimus.statistics.student_t import t_quantile

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
    """P(T > t) for each t ≥ 0."""
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


# The studentized range. With W the range of k standard normals and s the root of
# an independent χ²(df)/df, P(Q > q) = ∫ f(s) P(W > q s) ds. We integrate upper tails
# throughout, so that small probabilities keep their relative accuracy.
#
#   P(W > w) = k ∫ φ(z) [Φ(z)^(k−1) − (Φ(z) − Φ(z − w))^(k−1)] dz
#
# Sources: Tukey 1953 (reprinted 1994, Collected Works VIII); Lund & Lund 1983,
# Applied Statistics 32, AS 190 for the form of the double integral.

_MANY = 500
"""More probabilities than this are read off a series instead of being integrated each."""
_NOTHING = 1e-17
_WIDEST = 16.0
"""Beyond this range of standard normals P(W > w) is below 1e-25 for any k in use."""


@lru_cache(maxsize=8)
def _legendre(points: int) -> tuple[Floats, Floats]:
    nodes, weights = np.polynomial.legendre.leggauss(points)
    return nodes, weights


def _panels(low: float, high: float, count: int, points: int) -> tuple[Floats, Floats]:
    """Nodes and weights of composite Gauss-Legendre quadrature on [low, high]."""
    nodes, weights = _legendre(points)
    edges = np.linspace(low, high, count + 1)
    half = (edges[1:] - edges[:-1]) / 2
    middle = (edges[1:] + edges[:-1]) / 2
    return (middle[:, None] + half[:, None] * nodes).ravel(), (half[:, None] * weights).ravel()


def _normal_range_tail_exact(w: Floats, k: int) -> Floats:
    """P(W > w) by quadrature; `w` of any length, one value each."""
    from scipy.special import ndtr

    z, weights = _panels(-8.5, _WIDEST + 1, 8, 24)
    below = ndtr(z)
    density = np.exp(-0.5 * z * z) / math.sqrt(2 * math.pi)
    ratio = ndtr(z[None, :] - w[:, None]) / below[None, :]
    lost = -np.expm1((k - 1) * np.log1p(-np.minimum(ratio, 1 - 1e-16)))
    tail: Floats = k * (density * below ** (k - 1) * lost) @ weights
    return np.minimum(tail, 1.0)


@lru_cache(maxsize=16)
def _normal_range_series(k: int) -> Floats:
    """Chebyshev coefficients of ln P(W > w) on [0, widest]: the one curve all pairs share."""
    degree = 150  # keeps 1e-11 up to 60 groups
    x = np.polynomial.chebyshev.chebpts1(degree + 1)
    logs = np.log(_normal_range_tail_exact((x + 1) * _WIDEST / 2, k))
    return np.asarray(np.polynomial.chebyshev.chebfit(x, logs, degree), dtype=np.float64)


def _normal_range_tail(w: Floats, k: int) -> Floats:
    """P(W > w) from the series; 0 beyond the widest range."""
    x = np.minimum(w, _WIDEST) * (2 / _WIDEST) - 1
    tail = np.exp(np.polynomial.chebyshev.chebval(x, _normal_range_series(k)))
    return np.where(w > _WIDEST, 0.0, np.minimum(tail, 1.0))


@lru_cache(maxsize=64)
def _root_chi_square(df: float) -> tuple[Floats, Floats]:
    """Nodes s and probability weights of √(χ²(df)/df), on a logarithmic scale."""
    from scipy.special import gammainccinv, gammaincinv, gammaln

    half = df / 2
    low = 0.5 * math.log(max(float(gammaincinv(half, 1e-19)) / half, 1e-40))
    high = 0.5 * math.log(float(gammainccinv(half, 1e-19)) / half)
    # With few df the range is long; panels stay short against where P(W > w) turns.
    u, weights = _panels(low, high, max(12, math.ceil((high - low) / 0.7)), 16)
    log_density = (
        math.log(2) + half * math.log(half) - float(gammaln(half)) + df * u - half * np.exp(2 * u)
    )
    return np.exp(u), weights * np.exp(log_density)


def studentized_range_tails(q: Sequence[float] | Floats, k: int, df: float) -> Floats:
    """P(Q > q) for each q: the largest of `k` means apart by q standard errors.

    Args:
        q: the statistics, not negative, any number of them.
        k: how many means the range spans, at least 2.
        df: degrees of freedom of the pooled variance, at least 1.

    Returns:
        One probability per q, absolute error below 1e-9.
    """
    at = np.asarray(q, dtype=np.float64)
    if at.size > _MANY:
        return _many_tails(at, k, df)
    s, weights = _root_chi_square(df)
    tails: Floats = _normal_range_tail(at[:, None] * s[None, :], k) @ weights
    return np.clip(tails, 0.0, 1.0)


def _many_tails(q: Floats, k: int, df: float) -> Floats:
    """P(Q > q) for very many q, through a series of its logarithm over ln(1 + q).

    The series ends where nothing but rounding is left; beyond, the probability is 0.
    """
    furthest, nearest = float(q.max()), 0.0
    if studentized_range_tail(furthest, k, df) < _NOTHING:
        for _ in range(20):
            middle = (nearest + furthest) / 2
            if studentized_range_tail(middle, k, df) < _NOTHING:
                furthest = middle
            else:
                nearest = middle
    top = math.log1p(furthest)
    x = np.polynomial.chebyshev.chebpts1(_MANY)
    points = np.expm1((x + 1) * top / 2)
    logs = np.log(np.maximum(studentized_range_tails(points, k, df), 1e-300))
    series = np.polynomial.chebyshev.chebfit(x, logs, _MANY - 1)
    within = np.minimum(np.log1p(q) * (2 / top) - 1, 1.0)
    tails = np.exp(np.polynomial.chebyshev.chebval(within, series))
    return np.where(q > furthest, 0.0, np.clip(tails, 0.0, 1.0))


def studentized_range_tail(q: float, k: int, df: float) -> float:
    """P(Q > q) for one q."""
    return 0.0 if math.isinf(q) else float(studentized_range_tails([q], k, df)[0])


@lru_cache(maxsize=512)
def studentized_range_quantile(share: float, k: int, df: float) -> float:
    """The q that the studentized range stays below with probability `share`."""
    tail = 1 - share
    # Bonferroni on t lies above the quantile and close to it: a safe upper end.
    high = math.sqrt(2) * t_quantile(1 - tail / (k * (k - 1)), df)
    return _root_of_falling(lambda q: studentized_range_tail(q, k, df) - tail, 0.0, high)


def _root_of_falling(falling: Callable[[float], float], low: float, high: float) -> float:
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
