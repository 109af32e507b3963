"""Sums of decimals against exact fractions."""

from __future__ import annotations

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.decimal_sums import decimal_sums
from decimus.statistics.summaries import Summary


@given(
    decimals=st.integers(0, 6),
    whole=st.lists(st.integers(-(10**7), 10**7), min_size=1, max_size=200),
)
def test_mean_and_squares_are_those_of_the_fractions_typed(decimals: int, whole: list[int]) -> None:
    scale = 10**decimals
    typed = [Fraction(number, scale) for number in whole]
    sums = decimal_sums(np.array([number / scale for number in whole]))
    assert sums is not None
    mean = sum(typed) / len(typed)
    assert sums.mean == float(mean)
    assert sums.sum_of_squares == float(sum((y - mean) ** 2 for y in typed))


@pytest.mark.parametrize(
    "values",
    [
        [],
        [1 / 3] * 5,
        [1 / 3] * 100,
        [0.1 + 0.2, 0.1],
        [1e16 + 2.0] * 100,
        [0.5] * 100 + [1e-9],
        [0.5, 1e-75],
        [*[0.5] * 100, 1e16],
    ],
)
def test_what_is_long_or_large_is_left_to_the_other_way(values: list[float]) -> None:
    assert decimal_sums(np.array(values)) is None


@pytest.mark.parametrize("n", [3, 99, 100, 400])
def test_a_summary_of_decimals_is_correctly_rounded(n: int) -> None:
    """In tens or in hundreds: 1.1, 1.4 and 1.7 have the mean 1.4 and not a little more."""
    values = [round(12 + 0.37 * (i % 17) - 0.011 * i, 3) for i in range(n)]
    found = Summary(values)
    exact = [Fraction(f"{value:.3f}") for value in values]
    mean = sum(exact) / n
    variance = sum((y - mean) ** 2 for y in exact) / (n - 1)
    assert found.mean == float(mean)
    assert found.variance == pytest.approx(float(variance), rel=2e-16)
    assert Summary([1.1, 1.4, 1.7]).mean == 1.4
    assert Summary([1.1, 1.4, 1.7]).standard_deviation == 0.3
