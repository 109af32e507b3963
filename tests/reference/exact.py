"""Exact arithmetic on data as printed: an independent route to every sum."""

from __future__ import annotations

import math
from decimal import Decimal, getcontext
from fractions import Fraction

getcontext().prec = 50


def fractions(values: tuple[float, ...]) -> list[Fraction]:
    """The values as printed, as exact fractions."""
    return [Fraction(repr(value)) for value in values]


def mean(values: tuple[float, ...]) -> Fraction:
    """Σy / n, exactly."""
    exact = fractions(values)
    return sum(exact, Fraction(0)) / len(exact)


def sum_of_squares(values: tuple[float, ...]) -> Fraction:
    """Σ(y − mean)², exactly."""
    centre = mean(values)
    return sum(((y - centre) ** 2 for y in fractions(values)), Fraction(0))


def root(value: Fraction) -> float:
    """The square root to more digits than a float holds."""
    return float((Decimal(value.numerator) / Decimal(value.denominator)).sqrt())


def standard_deviation(values: tuple[float, ...]) -> float:
    """The sample SD."""
    return root(sum_of_squares(values) / (len(values) - 1))


def between(groups: list[tuple[float, ...]]) -> Fraction:
    """The sum of squares between groups, exactly."""
    total = [y for values in groups for y in fractions(values)]
    grand = sum(total, Fraction(0)) / len(total)
    return sum((len(values) * (mean(values) - grand) ** 2 for values in groups), Fraction(0))


def within(groups: list[tuple[float, ...]]) -> Fraction:
    """The sum of squares within groups, exactly."""
    return sum((sum_of_squares(values) for values in groups), Fraction(0))


def f_statistic(groups: list[tuple[float, ...]]) -> float:
    """F of a one-way ANOVA, exactly until the last division."""
    count = sum(len(values) for values in groups)
    top = between(groups) / (len(groups) - 1)
    bottom = within(groups) / (count - len(groups))
    return float(top / bottom)


def welch(a: tuple[float, ...], b: tuple[float, ...]) -> tuple[float, float]:
    """Welch's t and its df."""
    share_a = sum_of_squares(a) / (len(a) - 1) / len(a)
    share_b = sum_of_squares(b) / (len(b) - 1) / len(b)
    t = float(mean(a) - mean(b)) / root(share_a + share_b)
    df = (share_a + share_b) ** 2 / (share_a**2 / (len(a) - 1) + share_b**2 / (len(b) - 1))
    return t, float(df)


def t_tail_by_series(t: float, df: int) -> float:
    """P(T > t) for whole df by the finite series of Abramowitz & Stegun 26.7.3–4."""
    angle = math.atan(t / math.sqrt(df))
    cosine = math.cos(angle)
    if df == 1:
        inside = 2 * angle / math.pi
    elif df % 2:
        term = total = cosine
        for k in range(3, df - 1, 2):
            term *= (k - 1) / k * cosine**2
            total += term
        inside = 2 / math.pi * (angle + math.sin(angle) * total)
    else:
        term = total = 1.0
        for k in range(2, df - 1, 2):
            term *= (k - 1) / k * cosine**2
            total += term
        inside = math.sin(angle) * total
    return (1 - inside) / 2
