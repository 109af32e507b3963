"""Sums of decimals against exact fractions."""

from __future__ import annotations

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.decimal_sums import FEWEST, decimal_sums
from decimus.statistics.summaries import Summary


@given(
    decimals=st.integers(0, 6),
    whole=st.lists(st.integers(-(10**7), 10**7), min_size=FEWEST, max_size=2 * FEWEST),
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
        [0.1] * (FEWEST - 1),
        [1 / 3] * FEWEST,
        [1e15] * FEWEST,
        [0.5] * FEWEST + [1e-9],
        [*[0.5] * FEWEST, 1e16],
    ],
)
def test_what_is_few_long_or_large_is_left_to_the_other_way(values: list[float]) -> None:
    assert decimal_sums(np.array(values)) is None


def test_a_summary_is_the_same_either_way() -> None:
    values = [round(12 + 0.37 * (i % 17) - 0.011 * i, 3) for i in range(FEWEST)]
    by_decimals = Summary(values)
    one_by_one = Summary([*values[:-1]])
    assert by_decimals._sums is not None
    assert one_by_one._sums is None
    exact = [Fraction(f"{value:.3f}") for value in values]
    mean = sum(exact) / len(exact)
    variance = sum((y - mean) ** 2 for y in exact) / (len(exact) - 1)
    assert by_decimals.mean == float(mean)
    assert by_decimals.variance == pytest.approx(float(variance), rel=2e-16)
    assert one_by_one.mean == pytest.approx(float(sum(exact[:-1]) / (len(exact) - 1)), rel=4e-16)
