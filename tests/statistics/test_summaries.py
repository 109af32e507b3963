"""Laws that every summary obeys, and small cases by hand."""

from __future__ import annotations

import math
from fractions import Fraction

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from decimus.statistics.summaries import Moments, Summary
from tests.reference import exact

numbers = st.floats(-1e6, 1e6).map(lambda x: round(x, 3))
samples = st.lists(numbers, min_size=2, max_size=40).map(tuple)


def close(a: float | None, b: float | None, scale: float = 1.0) -> bool:
    assert a is not None
    assert b is not None
    return math.isclose(a, b, rel_tol=1e-9, abs_tol=1e-9 * max(1.0, scale))


def test_by_hand() -> None:
    """2, 4, 4, 4, 5, 5, 7, 9: mean 5, squares 32."""
    summary = Summary((2.0, 4.0, 4.0, 4.0, 5.0, 5.0, 7.0, 9.0))
    assert summary.n == 8
    assert summary.mean == 5
    assert summary.sum_of_squares == 32
    assert summary.variance == pytest.approx(32 / 7, rel=1e-15)
    assert summary.standard_deviation == pytest.approx(math.sqrt(32 / 7), rel=1e-15)
    assert summary.standard_error == pytest.approx(math.sqrt(32 / 7 / 8), rel=1e-15)
    assert summary.median == 4.5
    assert (summary.minimum, summary.maximum) == (2, 9)
    assert summary.quantile(0.25) == 4
    assert summary.quantile(0.75) == 5.5


def test_quartiles_interpolate() -> None:
    """Type 7: of 1, 2, 3, 4 the lower quartile is 1.75."""
    summary = Summary((4.0, 1.0, 3.0, 2.0))
    assert summary.quantile(0.25) == 1.75
    assert summary.quantile(0.75) == 3.25


def test_interval_by_the_table() -> None:
    """n = 6, SD = 1: 2.5706 is the printed t for 5 df."""
    values = (0.0, 2.0, 1.0, 1.0, 0.0, 2.0)
    summary = Summary(values)
    interval = summary.confidence_interval(95)
    assert interval is not None
    sd = exact.standard_deviation(values)
    assert interval.half_width == pytest.approx(2.5705818 * sd / math.sqrt(6), rel=1e-7)
    assert interval.lower == pytest.approx(1 - interval.half_width)
    assert interval.df == 5


def test_undefined_stays_undefined() -> None:
    """Nothing and one value: what has no meaning is None, never 0 or NaN."""
    none, one = Summary(()), Summary((3.5,))
    assert (none.mean, none.median, none.minimum, none.sum_of_squares) == (None,) * 4
    assert one.mean == 3.5
    assert (one.variance, one.standard_deviation, one.standard_error) == (None,) * 3
    assert one.confidence_interval(95) is None
    assert one.coefficient_of_variation is None
    with pytest.raises(ValueError, match="no values"):
        _ = none.moments


def test_seven_constant_leading_digits() -> None:
    """10000001, 10000003, 10000002: SD exactly 1 (NIST StRD NumAcc1)."""
    summary = Summary((10000001.0, 10000003.0, 10000002.0))
    assert summary.mean == 10000002
    assert summary.standard_deviation == 1


def test_alternating_thousand() -> None:
    """NIST StRD NumAcc2: 1.2, then 1.1 and 1.3 in turn; mean 1.2, SD 0.1."""
    summary = Summary((1.2, *(1.1, 1.3) * 500))
    assert summary.mean == pytest.approx(1.2, rel=1e-15)
    assert summary.standard_deviation == pytest.approx(0.1, rel=1e-14)


@given(samples)
def test_equal_to_exact_arithmetic(values: tuple[float, ...]) -> None:
    summary = Summary(values)
    # The sum is exact but for one rounding of each value from its decimal form.
    scale = max(abs(value) for value in values)
    assert summary.mean == pytest.approx(float(exact.mean(values)), abs=2e-16 * scale + 1e-300)
    squares = float(exact.sum_of_squares(values))
    assert summary.sum_of_squares == pytest.approx(squares, rel=1e-9, abs=1e-9)


@given(samples, st.integers(-1000, 1000))
def test_shift_moves_the_mean_only(values: tuple[float, ...], by: int) -> None:
    before, after = Summary(values), Summary(tuple(v + by for v in values))
    assert close(after.mean, (before.mean or 0) + by, 1e6)
    assert close(after.standard_deviation, before.standard_deviation, 1e3)


@given(samples, st.sampled_from([0.5, 2.0, -4.0]))
def test_scale_scales_everything(values: tuple[float, ...], by: float) -> None:
    before, after = Summary(values), Summary(tuple(v * by for v in values))
    assert close(after.mean, (before.mean or 0) * by)
    assert close(after.standard_deviation, (before.standard_deviation or 0) * abs(by))
    assert close(after.standard_error, (before.standard_error or 0) * abs(by))


@given(samples)
def test_order_does_not_matter(values: tuple[float, ...]) -> None:
    assert Summary(values).moments == Summary(tuple(sorted(values))).moments
    assert Summary(values).median == Summary(tuple(reversed(values))).median


@given(samples)
def test_duplicates_shrink_the_interval(values: tuple[float, ...]) -> None:
    """Twice the same values: same mean, squares doubled, a narrower interval."""
    once, twice = Summary(values), Summary(values + values)
    assume(once.sum_of_squares and once.sum_of_squares > 1e-6)
    assert close(twice.mean, once.mean, 1e6)
    assert close(twice.sum_of_squares, 2 * (once.sum_of_squares or 0))
    first, second = once.confidence_interval(95), twice.confidence_interval(95)
    assert first is not None
    assert second is not None
    assert second.half_width < first.half_width


@given(samples, st.floats(50, 99), st.floats(0.5, 0.9))
def test_higher_level_wider_interval(values: tuple[float, ...], level: float, more: float) -> None:
    summary = Summary(values)
    assume((summary.standard_error or 0) > 1e-9)
    low, high = summary.confidence_interval(level), summary.confidence_interval(level + more)
    assert low is not None
    assert high is not None
    assert high.half_width > low.half_width


def test_moments_variance() -> None:
    assert Moments(4, 0.0, 6.0).variance == 2.0


def test_coefficient_of_variation_for_positive_means_only() -> None:
    assert Summary((1.0, 3.0)).coefficient_of_variation == pytest.approx(
        100 * math.sqrt(Fraction(2)) / 2
    )
    assert Summary((-1.0, -3.0)).coefficient_of_variation is None


@given(numbers, st.integers(1, 60))
def test_equal_values_have_no_spread_at_all(value: float, count: int) -> None:
    """Exactly none: a remainder of rounding would pass for a significant difference."""
    assert Summary((value,) * count).sum_of_squares == 0.0
