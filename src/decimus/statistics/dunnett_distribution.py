"""The largest of several t statistics that share one control and one pooled variance.

With T_i = (ȳ_i − ȳ_0) / (s √(1/n_i + 1/n_0)) the correlations are products λ_i λ_j with
λ_i = √(n_i / (n_i + n_0)), so that given the control's deviation z and the spread s the
statistics are independent:

    P(all T_i ≤ d) = ∫ f(s) ∫ φ(z) Π Φ((d s + λ_i z) / √(1 − λ_i²)) dz ds

and likewise for |T_i|. Exact for unequal n. Upper tails are integrated throughout, so that
small probabilities keep their relative accuracy.

Source: Dunnett 1955, Journal of the American Statistical Association 50, 1096–1121.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from decimus.statistics.distributions import Floats, panels, root_chi_square, root_of_falling
from decimus.statistics.student_t import t_quantile

_WIDEST = 16.0
"""Beyond this many standard errors nothing but rounding is left."""
_LOWEST = -9.0
"""Below this the largest of one-sided statistics surely lies above."""
_DEGREES = (160, 500)
"""Of the series: where all treatments turn slowly, and where one turns sharply."""
_SHARP = 0.4
_TINIEST = 1e-300

Loadings = tuple[float, ...]
"""λ of every treatment, sorted."""


def loadings(control: int, treatments: Sequence[int]) -> Loadings:
    """λ_i = √(n_i / (n_i + n_0)) of treatments with these n, beside a control's n.

    Args:
        control: the control's n.
        treatments: the n of every treatment, k of them.
    """
    return tuple(sorted(math.sqrt(n / (n + control)) for n in treatments))


def _normal_tail_exact(d: Floats, of: Loadings, *, is_two_sided: bool) -> Floats:
    """P(the largest > d) for standard normal statistics; one value each."""
    from scipy.special import log_ndtr, ndtr

    values, counts = np.unique(np.array(of), return_counts=True)
    rest = np.sqrt(1 - values**2)
    # Where a treatment has far more replicates than the control, the integrand turns sharply.
    count = min(160, max(8, math.ceil(9 / float(rest.min()))))
    z, weights = panels(-9.0, _WIDEST + 1.5, count, 16)
    density = weights * np.exp(-0.5 * z * z) / math.sqrt(2 * math.pi)
    logs = np.zeros((len(d), len(z)))
    for loading, scale, number in zip(values, rest, counts, strict=True):
        above = (d[:, None] - loading * z[None, :]) / scale
        if is_two_sided:
            outside = ndtr(-above) + ndtr(-(d[:, None] + loading * z[None, :]) / scale)
            logs += number * np.log1p(-np.minimum(outside, 1 - 1e-16))
        else:
            logs += number * log_ndtr(above)
    tail: Floats = -np.expm1(logs) @ density
    return np.minimum(tail, 1.0)


@lru_cache(maxsize=16)
def _normal_series(of: Loadings, *, is_two_sided: bool) -> Floats:
    """Chebyshev coefficients of ln P(the largest > d): the curve that all pairs share."""
    degree = _DEGREES[math.sqrt(1 - of[-1] ** 2) < _SHARP]
    x = np.polynomial.chebyshev.chebpts1(degree + 1)
    low = 0.0 if is_two_sided else _LOWEST
    points = low + (x + 1) * (_WIDEST - low) / 2
    tails = _normal_tail_exact(points, of, is_two_sided=is_two_sided)
    logs = np.log(np.maximum(tails, _TINIEST))
    return np.asarray(np.polynomial.chebyshev.chebfit(x, logs, degree), dtype=np.float64)


def _normal_tail(d: Floats, of: Loadings, *, is_two_sided: bool) -> Floats:
    low = 0.0 if is_two_sided else _LOWEST
    x = (np.clip(d, low, _WIDEST) - low) * (2 / (_WIDEST - low)) - 1
    series = _normal_series(of, is_two_sided=is_two_sided)
    tail = np.minimum(np.exp(np.polynomial.chebyshev.chebval(x, series)), 1.0)
    return np.where(d > _WIDEST, 0.0, np.where(d < low, 1.0, tail))


def dunnett_tails(
    d: Sequence[float] | Floats, of: Loadings, df: float, *, is_two_sided: bool = True
) -> Floats:
    """P(the largest statistic > d) for each d.

    Args:
        d: values of the statistic; of its absolute value where two-sided.
        of: the loadings of all treatments.
        df: degrees of freedom of the pooled variance, at least 1.
        is_two_sided: whether the largest |T| is meant.

    Returns:
        One probability per d, absolute error below 1e-9; of hundreds of treatments below 4e-8,
        where nearly 1.
    """
    at = np.asarray(d, dtype=np.float64)
    s, weights = root_chi_square(df)
    found = _normal_tail(at[:, None] * s[None, :], of, is_two_sided=is_two_sided) @ weights
    return np.clip(np.asarray(found), 0.0, 1.0)


@lru_cache(maxsize=256)
def dunnett_quantile(share: float, of: Loadings, df: float, *, is_two_sided: bool = True) -> float:
    """The value that the largest statistic stays below with probability `share`."""
    tail, sides = 1 - share, 2 if is_two_sided else 1

    def excess(d: float) -> float:
        return float(dunnett_tails([d], of, df, is_two_sided=is_two_sided)[0]) - tail

    # One statistic alone lies below, Bonferroni above, and both close to it.
    low = t_quantile(1 - tail / sides, df)
    high = t_quantile(1 - tail / (sides * len(of)), df)
    return low if len(of) == 1 else root_of_falling(excess, low * (1 - 1e-9), high)
