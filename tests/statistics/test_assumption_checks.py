"""Equal spread and far-out values: worked cases, and a routine of its own as a check."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats  # noqa: TID251, TID253 - another route to the same numbers

from decimus.statistics.assumption_checks import brown_forsythe, far_values

samples = st.lists(
    st.lists(st.integers(-1000, 1000).map(lambda v: v / 8), min_size=2, max_size=12),
    min_size=2,
    max_size=5,
)


def test_brown_and_forsythe_by_hand() -> None:
    """0, 1, 2 and 0, 3, 6: distances 1, 0, 1 and 3, 0, 3, means 2/3 and 2, F = 1.6 on 1 and 4."""
    found = brown_forsythe([np.array([0.0, 1.0, 2.0]), np.array([0.0, 3.0, 6.0])])
    assert found is not None
    between, within = 6 * (2 / 3) ** 2, 2 / 3 + 6
    assert found.statistic == pytest.approx(between / (within / 4))
    assert found.df == (1, 4)


@given(samples)
def test_brown_and_forsythe_agrees_with_another_routine(groups: list[list[float]]) -> None:
    arrays = [np.array(group) for group in groups]
    found = brown_forsythe(arrays)
    if found is None or found.statistic > 1e8:
        return
    with np.errstate(all="ignore"):
        other = stats.levene(*arrays, center="median")
    assert found.statistic == pytest.approx(other.statistic, rel=1e-7, abs=1e-9)
    assert found.p_value == pytest.approx(other.pvalue, rel=1e-6, abs=1e-12)


def test_spread_that_cannot_be_checked() -> None:
    assert brown_forsythe([np.array([1.0, 2.0])]) is None
    assert brown_forsythe([np.array([1.0]), np.array([1.0, 2.0])]) is None
    assert brown_forsythe([np.array([1.0, 1.0]), np.array([2.0, 2.0])]) is None


def test_a_far_value_by_leaving_it_out() -> None:
    """The studentised residual equals t of the value against the others of one group."""
    values = np.array([4.1, 3.8, 4.4, 4.0, 3.9, 4.2, 9.0])
    found = far_values([values])
    assert [far.index for far in found] == [6]
    others = values[:6]
    sd = math.sqrt(((others - others.mean()) ** 2).sum() / 5)
    t = (9.0 - others.mean()) / (sd * math.sqrt(1 + 1 / 6))
    assert found[0].residual == pytest.approx(t, rel=1e-9)
    assert found[0].p_value == pytest.approx(7 * 2 * stats.t.sf(t, 5), rel=1e-9)


def test_nothing_is_far_out_without_spread_or_df() -> None:
    assert far_values([np.array([1.0, 1.0, 1.0])]) == ()
    assert far_values([np.array([1.0, 5.0])]) == ()
    assert far_values([]) == ()
    one_off = far_values([np.array([1.0, 1.0, 1.0, 1.0, 2.0])])
    assert [far.index for far in one_off] == [4]


@given(samples, st.sampled_from([0.1, 3.0, 1000.0]), st.integers(-100, 100))
def test_far_values_do_not_depend_on_unit_or_zero(
    groups: list[list[float]], by: float, shift: int
) -> None:
    arrays = [np.array(group) for group in groups]
    before = [(far.group, far.index) for far in far_values(arrays)]
    after = [(far.group, far.index) for far in far_values([by * a + shift for a in arrays])]
    assert sorted(before) == sorted(after)
