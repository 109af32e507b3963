"""Tails of t and F against sums in exact decimals, and closed forms."""

from __future__ import annotations

import math
from decimal import Decimal, localcontext

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.distributions import f_tail, t_tail
from decimus.statistics.incomplete_beta import beta_tail


def exact_f_tail(f: float, df_between: int, df_within: int) -> Decimal:
    """P(F > f) for an even number of degrees of freedom between: a finite sum.

    Source: Abramowitz & Stegun 26.6.4.
    """
    with localcontext() as context:
        context.prec = 60
        whole = Decimal(df_within) + df_between * Decimal(f)
        x, y = Decimal(df_within) / whole, df_between * Decimal(f) / whole
        term, total = Decimal(1), Decimal(0)
        for k in range(df_between // 2):
            total += term
            term *= (Decimal(df_within) / 2 + k) / (k + 1) * y
        return x ** (Decimal(df_within) / 2) * total


@given(
    f=st.floats(1e-4, 300),
    between=st.integers(1, 20).map(lambda k: 2 * k),
    within=st.integers(1, 3000),
)
def test_tail_of_f_is_the_finite_sum(f: float, between: int, within: int) -> None:
    expected = exact_f_tail(f, between, within)
    if expected > Decimal("1e-290"):
        assert f_tail(f, between, within) == pytest.approx(float(expected), rel=4e-13)


@given(st.floats(0, 1e4), st.floats(0.5, 4000))
def test_tail_of_t_is_half_that_of_its_square(t: float, df: float) -> None:
    assert 2 * t_tail(t, df) == pytest.approx(f_tail(t * t, 1, df), rel=1e-12)
    assert t_tail(-t, df) == pytest.approx(1 - t_tail(t, df), abs=1e-15)


@given(st.floats(-50, 50))
def test_t_of_one_and_two_degrees_in_closed_form(t: float) -> None:
    assert t_tail(t, 1) == pytest.approx(0.5 - math.atan(t) / math.pi, rel=1e-12, abs=1e-15)
    assert t_tail(t, 2) == pytest.approx(0.5 - t / (2 * math.sqrt(2 + t * t)), rel=1e-9, abs=1e-15)


@given(st.floats(0.01, 0.99), st.floats(0.1, 50), st.floats(0.1, 50))
def test_both_sides_make_one(x: float, a: float, b: float) -> None:
    assert beta_tail(x, 1 - x, a, b) + beta_tail(1 - x, x, b, a) == pytest.approx(1, rel=1e-12)


def test_at_the_ends() -> None:
    assert beta_tail(0, 1, 2, 3) == 0
    assert beta_tail(1, 0, 2, 3) == 1
    assert f_tail(0, 2, 3) == 1
    assert f_tail(math.inf, 2, 3) == 0
    assert math.isnan(f_tail(math.nan, 2, 3))
    assert math.isnan(t_tail(math.nan, 3))
    assert (t_tail(math.inf, 3), t_tail(-math.inf, 3)) == (0, 1)
