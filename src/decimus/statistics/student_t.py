"""Quantiles of Student's t by our own arithmetic.

A summary needs no other special function than this one, and reading the library of special
functions takes longer than summarising a hundred thousand measurements.
"""

from __future__ import annotations

import math
from functools import lru_cache
from statistics import NormalDist

from decimus.statistics.incomplete_beta import beta_fraction

_ENOUGH = 30.0
"""From here on the series of the gamma ratio is exact to the last digit."""
_MOST_STEPS = 100
_CLOSE = 1e-9
"""A step of Newton's this small leaves an error of its square."""
_CLOSEST = 4e-16
_SERIES = (
    *(1.0, -1 / 8, 1 / 128, 5 / 1024, -21 / 32768, -399 / 262144, 869 / 4194304),
    *(39325 / 33554432, -334477 / 2147483648),
)
_SERIES_STARTS = 5.0
"""Degrees of freedom from which the expansion is a good place to start from."""
_LARGE = 20_000.0
"""Degrees of freedom from which the expansion about the normal quantile is exact."""


def _gamma_ratio(a: float) -> float:
    """Γ(a + ½) / Γ(a), to the last digits of a double.

    Source: Tricomi & Erdélyi 1951, Pacific Journal of Mathematics 1, for the series; for
    small a by Γ(x + 1) = x Γ(x).
    """
    product = 1.0
    while a < _ENOUGH:
        product *= a / (a + 0.5)
        a += 1
    return product * math.sqrt(a) * sum(c / a**i for i, c in enumerate(_SERIES))


def _tail_and_density(t: float, df: float, ratio: float) -> tuple[float, float]:
    """P(T > t) for t > 0, and the density at t."""
    square = t * t / df
    log_x = -math.log1p(square)  # x = df / (df + t²)
    density = ratio / math.sqrt(df * math.pi) * math.exp((df + 1) / 2 * log_x)
    x, y = math.exp(log_x), square / (1 + square)
    # x^(df/2) y^½ / B(df/2, ½), with B(df/2, ½) = √π Γ(df/2) / Γ(df/2 + ½)
    front = math.exp(df / 2 * log_x) * math.sqrt(y) * ratio / math.sqrt(math.pi)
    if x < (df / 2 + 1) / (df / 2 + 2.5):
        return front / df * beta_fraction(x, df / 2, 0.5), density
    return 0.5 - front * beta_fraction(y, 0.5, df / 2), density


def _expanded(x: float, df: float) -> float:
    """The quantile from the normal one. Source: Abramowitz & Stegun 26.7.5."""
    g1 = (x**3 + x) / 4
    g2 = (5 * x**5 + 16 * x**3 + 3 * x) / 96
    g3 = (3 * x**7 + 19 * x**5 + 17 * x**3 - 15 * x) / 384
    return x + g1 / df + g2 / df**2 + g3 / df**3


@lru_cache(maxsize=1024)
def normal_quantile(share: float) -> float:
    """The standard normal quantile at `share` (0 to 1)."""
    return NormalDist().inv_cdf(share)


@lru_cache(maxsize=4096)
def t_quantile(share: float, df: float) -> float:
    """The value that T with `df` degrees of freedom stays below with probability `share`.

    Newton's method on the logarithm of the tail, between bounds that close in.

    Args:
        share: from just above 0 to just below 1.
        df: degrees of freedom, above 0, whole or not.
    """
    if share < 0.5:
        return -t_quantile(1 - share, df)
    if share == 0.5:
        return 0.0
    if df > _LARGE:
        return _expanded(NormalDist().inv_cdf(share), df)
    tail = 1 - share
    ratio = _gamma_ratio(df / 2)
    t = NormalDist().inv_cdf(share)
    if df >= _SERIES_STARTS:
        t = _expanded(t, df)
    low, high = 0.0, math.inf
    for _ in range(_MOST_STEPS):
        found, density = _tail_and_density(t, df, ratio)
        if found > tail:
            low = t
        else:
            high = t
        step = found / density * math.log(found / tail)
        following = t + step
        is_between = low < following < high
        if not is_between:
            following = 2 * t if high == math.inf else (low + high) / 2
        if abs(following - t) <= (_CLOSE if is_between else _CLOSEST) * t:
            return following
        t = following
    return t
