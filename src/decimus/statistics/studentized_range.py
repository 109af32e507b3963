"""The studentized range: the largest distance among k means, in standard errors."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from decimus.statistics.distributions import (
    Floats,
    normal_below,
    panels,
    root_chi_square,
    root_of_falling,
)
from decimus.statistics.student_t import t_quantile

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


def _normal_range_tail_exact(w: Floats, k: int) -> Floats:
    """P(W > w) by quadrature; `w` of any length, one value each."""
    z, weights = panels(-8.5, _WIDEST + 1, 16, 24)
    below = normal_below(z)
    density = np.exp(-0.5 * z * z) / math.sqrt(2 * math.pi)
    ratio = normal_below(z[None, :] - w[:, None]) / below[None, :]
    lost = -np.expm1((k - 1) * np.log1p(-np.minimum(ratio, 1 - 1e-16)))
    tail: Floats = k * (density * below ** (k - 1) * lost) @ weights
    return np.minimum(tail, 1.0)


@lru_cache(maxsize=16)
def _normal_range_series(k: int) -> Floats:
    """Chebyshev coefficients of ln P(W > w), degrees × panels: the curve that all pairs share."""
    # Short series in many panels: quick to add up, and within 1e-12 up to 3,000 groups.
    x = np.polynomial.chebyshev.chebpts1(_DEGREE + 1)
    places = (np.arange(_PANELS)[:, None] + (x + 1) / 2) * (_WIDEST / _PANELS)
    logs = np.log(_normal_range_tail_exact(places.ravel(), k)).reshape(places.shape)
    return np.asarray(np.polynomial.chebyshev.chebfit(x, logs.T, _DEGREE), dtype=np.float64)


_PANELS = 32
_DEGREE = 12


def _normal_range_tail(w: Floats, k: int) -> Floats:
    """P(W > w) from the series; 0 beyond the widest range."""
    along = np.minimum(w, _WIDEST) * (_PANELS / _WIDEST)
    panel = np.minimum(along.astype(np.int64), _PANELS - 1)
    series = _normal_range_series(k)[:, panel]
    logs = np.polynomial.chebyshev.chebval(2 * (along - panel) - 1, series, tensor=False)
    return np.where(w > _WIDEST, 0.0, np.minimum(np.exp(logs), 1.0))


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
    s, weights = root_chi_square(df)
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
    if furthest == 0:
        return np.ones_like(q)  # no two means are apart
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
    return root_of_falling(lambda q: studentized_range_tail(q, k, df) - tail, 0.0, high)


_NODES = 32
"""Quantiles computed each, from which those between are read."""


def studentized_range_quantiles(share: float, k: int, df: Sequence[float]) -> list[float]:
    """The quantile for each of many df; read off a series in 1/df where they are very many.

    Args:
        share: the probability, 0 to 1.
        k: how many means there are.
        df: degrees of freedom, of any length.
    """
    if len(df) <= 2 * _NODES or min(df) < _LEAST_DF:
        return [studentized_range_quantile(share, k, each) for each in df]
    low, high = 1 / max(df), 1 / min(df)
    if high - low < 1e-9 * high:
        return [studentized_range_quantile(share, k, df[0])] * len(df)
    x = np.polynomial.chebyshev.chebpts1(_NODES)
    at = low + (x + 1) * (high - low) / 2
    logs = [math.log(studentized_range_quantile(share, k, 1 / each)) for each in at.tolist()]
    series = np.polynomial.chebyshev.chebfit(x, np.array(logs), _NODES - 1)
    places = (1 / np.asarray(df) - low) * (2 / (high - low)) - 1
    return [float(q) for q in np.exp(np.polynomial.chebyshev.chebval(places, series))]


_LEAST_DF = 1.5
"""Below this the quantile turns too sharply for a series."""
