"""Probabilities against exact series, tables and laws."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.distributions import (
    f_tail,
    t_tail,
    t_two_sided,
)
from decimus.statistics.student_t import t_quantile
from decimus.statistics.studentized_range import (
    studentized_range_quantile,
    studentized_range_tail,
    studentized_range_tails,
)
from tests.reference import plain
from tests.reference.exact import t_tail_by_series

# Upper 5 % and 1 % points of the studentized range, as printed in Pearson & Hartley,
# Biometrika Tables for Statisticians, vol. 1, table 29.
RANGE_TABLE = [
    (2, 5, 0.05, 3.64),
    (3, 10, 0.05, 3.88),
    (4, 20, 0.05, 3.96),
    (5, 30, 0.05, 4.10),
    (10, 20, 0.05, 5.01),
    (20, 60, 0.05, 5.24),
    (3, 10, 0.01, 5.27),
    (5, 20, 0.01, 5.29),
    (8, 12, 0.01, 6.51),
]
# Two-sided 5 % points of t as printed since Fisher 1925, table IV.
T_TABLE = [(1, 12.706), (2, 4.303), (5, 2.571), (10, 2.228), (20, 2.086), (30, 2.042)]


@pytest.mark.parametrize("df", [1, 2, 3, 4, 7, 8, 15, 28, 33])
@pytest.mark.parametrize("t", [0.0, 0.31, 1.5, 2.7, 6.0])
def test_t_equals_the_finite_series(t: float, df: int) -> None:
    assert t_tail(t, df) == pytest.approx(t_tail_by_series(t, df), abs=1e-14)
    assert t_tail(-t, df) == pytest.approx(1 - t_tail_by_series(t, df), abs=1e-14)


def test_t_keeps_its_relative_accuracy_far_out() -> None:
    """For one df P(T > t) is 1/2 − atan(t)/π, near 1/(π t) far out."""
    t = 1e8
    assert t_tail(t, 1) == pytest.approx(1 / (math.pi * t), rel=1e-9)
    assert t_two_sided(-t, 1) == pytest.approx(2 / (math.pi * t), rel=1e-9)
    assert t_tail(math.inf, 3) == 0.0
    assert t_tail(-math.inf, 3) == 1.0


@pytest.mark.parametrize(("df", "printed"), T_TABLE)
def test_t_quantiles_as_printed(df: int, printed: float) -> None:
    assert t_quantile(0.975, df) == pytest.approx(printed, abs=5.1e-4)


def test_f_of_one_and_many_is_t_squared() -> None:
    for t, df in ((1.3, 4), (2.9, 17.5)):
        assert f_tail(t * t, 1, df) == pytest.approx(t_two_sided(t, df), rel=1e-12)
    assert f_tail(math.inf, 2, 3) == 0.0


@pytest.mark.parametrize(("k", "df", "tail", "printed"), RANGE_TABLE)
def test_range_quantiles_as_printed(k: int, df: int, tail: float, printed: float) -> None:
    assert studentized_range_quantile(1 - tail, k, df) == pytest.approx(printed, abs=5.1e-3)


@given(st.floats(0.01, 60), st.floats(1, 500))
def test_range_of_two_is_t(q: float, df: float) -> None:
    """The range of two means is √2 |t|: an exact check for every df."""
    expected = t_two_sided(q / math.sqrt(2), df)
    assert studentized_range_tail(q, 2, df) == pytest.approx(expected, abs=1e-9)


@given(st.integers(3, 40), st.floats(1, 300), st.floats(0.05, 12))
def test_range_grows_with_groups_and_falls_with_q(k: int, df: float, q: float) -> None:
    here = studentized_range_tail(q, k, df)
    assert studentized_range_tail(q, k + 1, df) >= here - 1e-10
    assert studentized_range_tail(q * 1.1, k, df) <= here + 1e-10
    # Bonferroni bounds it from above, the single pair from below.
    single = t_two_sided(q / math.sqrt(2), df)
    assert single - 1e-9 <= here <= min(1.0, k * (k - 1) / 2 * single) + 1e-9


def test_range_of_three_normals_by_another_route() -> None:
    """With very many df it is the range of normals; a plain double integral agrees."""
    grid = np.linspace(-9, 9, 6001)
    step = grid[1] - grid[0]
    density = np.exp(-(grid**2) / 2) / math.sqrt(2 * math.pi)
    below = np.cumsum(density) * step - density * step / 2
    for w in (1.0, 2.5, 4.0):
        shifted = np.interp(grid - w, grid, below, left=0.0)
        expected = 1 - 3 * np.sum(density * (below - shifted) ** 2) * step
        assert studentized_range_tail(w, 3, 1e7) == pytest.approx(expected, abs=2e-6)


@pytest.mark.parametrize("k", [2, 7, 60, 400, 1000])
@pytest.mark.parametrize("q", [0.4, 2.0, 3.9, 6.0, 9.5])
def test_range_tails_by_another_route(k: int, q: float) -> None:
    """A plain double sum, where the series of few and of very many groups are added up."""
    assert studentized_range_tail(q, k, 20.0) == pytest.approx(
        plain.range_above(q, k, 20.0), abs=1e-9
    )


@given(st.integers(2, 30), st.floats(2, 200), st.floats(0.5, 0.999))
def test_range_quantile_inverts_the_tail(k: int, df: float, share: float) -> None:
    q = studentized_range_quantile(share, k, df)
    assert studentized_range_tail(q, k, df) == pytest.approx(1 - share, abs=1e-9)


def test_range_tails_are_vectorised_and_bounded() -> None:
    tails = studentized_range_tails([0.0, 1.0, 400.0], 5, 12)
    assert tails[0] == pytest.approx(1.0, abs=1e-12)
    assert 0 <= tails[2] < 1e-15
    assert studentized_range_tail(math.inf, 5, 12) == 0.0


@pytest.mark.parametrize(("k", "df"), [(3, 2.0), (40, 300.0), (300, 29700.0)])
@pytest.mark.parametrize("most", [4.0, 30.0, 300.0])
def test_very_many_tails_are_the_same_tails(k: int, df: float, most: float) -> None:
    """Beyond some hundreds a series takes over; it must not be seen in the numbers."""
    qs = np.linspace(0.01, most, 700)
    many = studentized_range_tails(qs, k, df)
    few = studentized_range_tails(qs[::50], k, df)
    assert many[::50] == pytest.approx(few, abs=1e-9)


@given(st.floats(50, 99.99), st.floats(1, 1e7))
def test_t_quantiles_agree_with_another_routine(level: float, df: float) -> None:
    """Whole and broken degrees of freedom, against the library of special functions."""
    from scipy.special import stdtrit

    share = 0.5 + level / 200
    assert t_quantile(share, df) == pytest.approx(float(stdtrit(df, share)), rel=2e-13)
    assert t_quantile(1 - share, df) == pytest.approx(-t_quantile(share, df), rel=1e-9)


@given(st.floats(0.501, 0.9999))
def test_t_quantiles_have_closed_forms(share: float) -> None:
    """One degree of freedom: a tangent; two: a root; four: of a cubic, by its own check."""
    a = 2 * share - 1
    assert t_quantile(share, 1) == pytest.approx(math.tan(math.pi * a / 2), rel=1e-11)
    assert t_quantile(share, 2) == pytest.approx(a / math.sqrt(2 * share * (1 - share)), rel=1e-12)
    t = t_quantile(share, 4)
    u = 1 + t * t / 4
    assert 0.5 + 0.375 * (t / math.sqrt(u)) * (1 - t * t / (12 * u)) == pytest.approx(share)


def test_means_that_are_all_the_same_are_as_far_apart_as_any() -> None:
    """Of very many pairs the tails go through a series, which has no length where all are 0."""
    assert studentized_range_tails([0.0] * 2000, 70, 12.0).tolist() == [1.0] * 2000
