"""Shapiro and Wilk's check of normality, by Royston's approximation."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import Floats, normal_tail
from decimus.statistics.student_t import normal_quantile
from decimus.values import Value

FEWEST, MOST = 3, 5000
"""How many values the approximation is made for."""

# Polynomials of Royston 1995, lowest power first.
_C1 = (0.0, 0.221157, -0.147981, -2.07119, 4.434685, -2.706056)
_C2 = (0.0, 0.042981, -0.293762, -1.752461, 5.682633, -3.582633)
_C3 = (0.544, -0.39978, 0.025054, -0.0006714)
_C4 = (1.3822, -0.77857, 0.062767, -0.0020322)
_C5 = (-1.5861, -0.31082, -0.083751, 0.0038915)
_C6 = (-0.4803, -0.082676, 0.0030302)
_G = (-2.273, 0.459)


class NormalityCheck(Value, frozen=True):
    """W and its p."""

    statistic: float
    p_value: float


def _polynomial(coefficients: tuple[float, ...], x: float) -> float:
    total = 0.0
    for coefficient in reversed(coefficients):
        total = total * x + coefficient
    return total


def normal_scores(n: int) -> Floats:
    """Where n ordered values of a standard normal lie on average: Φ⁻¹((i − 3/8) / (n + 1/4)).

    Source: Blom 1958, Statistical Estimates and Transformed Beta-Variables.
    """
    return np.array([normal_quantile((i - 0.375) / (n + 0.25)) for i in range(1, n + 1)])


def _weights(n: int) -> Floats:
    """The weights of the ordered values; antisymmetric, of length 1."""
    if n == 3:
        return np.array([-math.sqrt(0.5), 0.0, math.sqrt(0.5)])
    scores = normal_scores(n)
    length = float(scores @ scores)
    at = 1 / math.sqrt(n)
    last = _polynomial(_C1, at) + scores[-1] / math.sqrt(length)
    weights = np.empty(n)
    if n > 5:
        second = _polynomial(_C2, at) + scores[-2] / math.sqrt(length)
        rest = (length - 2 * scores[-1] ** 2 - 2 * scores[-2] ** 2) / (
            1 - 2 * last**2 - 2 * second**2
        )
        weights[2:-2] = scores[2:-2] / math.sqrt(rest)
        weights[-2], weights[1] = second, -second
    else:
        rest = (length - 2 * scores[-1] ** 2) / (1 - 2 * last**2)
        weights[1:-1] = scores[1:-1] / math.sqrt(rest)
    weights[-1], weights[0] = last, -last
    return weights


def shapiro_wilk(values: Floats) -> NormalityCheck | None:
    """W and its p; None for fewer than 3 or more than 5000 values, or values all alike.

    Args:
        values: of length n, in any order.

    Source: Royston 1995, Applied Statistics 44, 547–551 (AS R94); Shapiro & Wilk 1965,
    Biometrika 52, 591–611.
    """
    n = len(values)
    if not FEWEST <= n <= MOST or values.min() == values.max():
        return None
    ordered = np.sort(values) - values.mean()
    weights = _weights(n)
    # 1 − W is formed directly: W is close to 1.
    spread = math.fsum((ordered**2).tolist())
    slope = float(weights @ ordered)
    off = ordered - slope * weights
    lack = max(0.0, float(off @ off) / spread)
    w = 1 - lack
    if n == 3:
        least = 0.75
        p = (
            6
            / math.pi
            * (math.asin(math.sqrt(min(1.0, max(w, least)))) - math.asin(math.sqrt(least)))
        )
        return NormalityCheck(w, min(1.0, max(0.0, p)))
    y, size = math.log(lack) if lack > 0 else -math.inf, math.log(n)
    if n <= 11:
        gamma = _polynomial(_G, n)
        if y >= gamma:
            return NormalityCheck(w, 0.0)
        y = -math.log(gamma - y) if lack > 0 else -math.inf
        mean, deviation = _polynomial(_C3, n), math.exp(_polynomial(_C4, n))
    else:
        mean, deviation = _polynomial(_C5, size), math.exp(_polynomial(_C6, size))
    return NormalityCheck(w, normal_tail((y - mean) / deviation))


def rounding_step(values: Floats) -> float:
    """The least distance of values that differ, which is what they were rounded to; 0 for none.

    Args:
        values: all values that were read on one scale, of any length.
    """
    distinct = np.unique(values)
    if len(distinct) < 2:
        return 0.0
    gaps = np.diff(distinct)
    # What binary arithmetic has left between equal numbers is no step.
    real = gaps[gaps > _NOISE * float(np.abs(distinct).max())]
    return float(real.min()) if len(real) else 0.0


def ties_spread(values: Floats, step: float) -> Floats:
    """The values, equal ones evenly over the step that rounding made one of.

    Rounded values are no sample of a normal distribution: W falls with the step, and with many
    values any step is found. Where within the step a value lay is not known; evenly, the mean
    stays and the check rejects normal values rounded to whole SDs no more often than it says.

    Args:
        values: one group, of length n, in any order.
        step: what they were rounded to, 0 for nothing known.
    """
    order = np.argsort(values, kind="stable")
    ordered = values[order]
    if not step or len(ordered) < 2:
        return values
    starts = np.flatnonzero(np.diff(ordered, prepend=-math.inf) > _TIED * step)
    counts = np.diff(starts, append=len(ordered))
    place = np.arange(len(ordered)) - np.repeat(starts, counts)
    many = np.repeat(counts, counts)
    spread = np.empty(len(ordered))
    spread[order] = ordered + step * ((place + 0.5) / many - 0.5)
    return spread


_NOISE, _TIED = 1e-12, 1e-3
"""Distances, of the values and of the step, that binary arithmetic leaves between equal ones."""


def combined_p(p_values: Sequence[float]) -> float:
    """One p of several independent ones: χ² = −2 Σ log p on 2k df, whose tail is a finite sum.

    Args:
        p_values: at least one, each above 0.

    Source: Fisher 1932, Statistical Methods for Research Workers, 4th ed., section 21.1.
    """
    half = -math.fsum(math.log(max(p, _LEAST)) for p in p_values)
    term, terms = 1.0, [1.0]
    for i in range(1, len(p_values)):
        term *= half / i
        terms.append(term)
    return min(1.0, math.exp(-half) * math.fsum(terms))


_LEAST = 1e-300
