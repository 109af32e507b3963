"""Tail probabilities by integrating densities: no incomplete beta or gamma is used."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

Density = Callable[[float], float]


def quad(*arguments: Any, **options: Any) -> tuple[float, float]:
    """Adaptive quadrature, imported when needed."""
    from scipy import integrate

    value, error = integrate.quad(*arguments, **options)[:2]
    return float(value), float(error)


def _tail(density: Density, start: float) -> float:
    """∫ from `start` upwards, in two pieces, the second on 1/x."""
    turn = max(2 * abs(start), 10.0)
    near = quad(density, start, turn, epsabs=1e-14, epsrel=1e-13, limit=400)[0]
    far = quad(lambda u: density(1 / u) / u**2, 0, 1 / turn, epsabs=1e-14, epsrel=1e-13, limit=400)
    return float(near + far[0])


def t_two_sided(t: float, df: float) -> float:
    """P(|T| > |t|) for any df."""
    log_scale = math.lgamma((df + 1) / 2) - math.lgamma(df / 2) - 0.5 * math.log(df * math.pi)

    def density(x: float) -> float:
        return math.exp(log_scale - (df + 1) / 2 * math.log1p(x * x / df))

    return 2 * _tail(density, abs(t))


def f_tail(f: float, one: float, two: float) -> float:
    """P(F > f) for any df."""
    log_scale = math.lgamma((one + two) / 2) - math.lgamma(one / 2) - math.lgamma(two / 2)
    log_scale += one / 2 * math.log(one / two)

    def density(x: float) -> float:
        if x <= 0:
            return 0.0
        power = (one / 2 - 1) * math.log(x)
        return math.exp(log_scale + power - (one + two) / 2 * math.log1p(one * x / two))

    return _tail(density, f)


def chi_square_tail(x: float, df: int) -> float:
    """P(X > x) in closed form: a Poisson sum for even df, with erfc for odd df."""
    half = x / 2
    if df % 2 == 0:
        terms = (half**k / math.factorial(k) for k in range(df // 2))
        return math.exp(-half) * math.fsum(terms)
    terms = (half ** (k + 0.5) / math.gamma(k + 1.5) for k in range((df - 1) // 2))
    return math.erfc(math.sqrt(half)) + math.exp(-half) * math.fsum(terms)


def dunnett_tail(d: float, control: int, treatments: tuple[int, ...], df: float) -> float:
    """P(max |T| > d) by adaptive quadrature over the control's mean, inside one over s."""
    rest = [math.sqrt(control / (n + control)) for n in treatments]
    loading = [math.sqrt(n / (n + control)) for n in treatments]
    log_scale = math.log(2) + df / 2 * math.log(df / 2) - math.lgamma(df / 2)

    def phi(x: float) -> float:
        return 0.5 * math.erfc(-x / math.sqrt(2))

    def inside(reach: float) -> float:
        def at(z: float) -> float:
            product = math.exp(-z * z / 2) / math.sqrt(2 * math.pi)
            for share, scale in zip(loading, rest, strict=True):
                product *= phi((reach + share * z) / scale) - phi((-reach + share * z) / scale)
            return product

        return float(quad(at, -9, 9, epsabs=1e-11, epsrel=1e-10, limit=200)[0])

    def over(s: float) -> float:
        if s <= 0:
            return 0.0
        return inside(d * s) * math.exp(log_scale + (df - 1) * math.log(s) - df * s * s / 2)

    spread = 8 / math.sqrt(2 * df)
    low, high = max(0.0, 1 - spread), 1 + spread + 3 / df
    return 1 - float(quad(over, low, high, epsabs=1e-10, epsrel=1e-10, limit=200)[0])
