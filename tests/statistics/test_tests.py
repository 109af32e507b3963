"""t-tests, ANOVA and Tukey–Kramer: laws between them and hand-made cases."""

from __future__ import annotations

import math
from itertools import combinations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from decimus.statistics.anova import one_way_anova
from decimus.statistics.effect_sizes import hedges_correction, hedges_g
from decimus.statistics.multiple_comparisons import tukey_kramer
from decimus.statistics.summaries import Moments, Summary
from decimus.statistics.t_tests import TTest, student_t_test, t_test, welch_t_test

numbers = st.integers(-500, 500).map(lambda x: x / 10)
groups = st.lists(numbers, min_size=3, max_size=9).map(tuple)


def moments(values: tuple[float, ...]) -> Moments:
    found = Summary(values).moments
    assume(found.sum_of_squares > 1e-6)
    return found


@given(groups, groups)
def test_swapping_groups_flips_signs_only(a: tuple[float, ...], b: tuple[float, ...]) -> None:
    for run in (welch_t_test, student_t_test):
        one, two = run(moments(a), moments(b)), run(moments(b), moments(a))
        assert one.mean_difference == -two.mean_difference
        assert one.statistic == -two.statistic
        assert one.p_value == two.p_value
        assert one.df == pytest.approx(two.df)
        assert one.p_less == pytest.approx(two.p_greater)
        assert (one.ci_lower, one.ci_upper) == (-two.ci_upper, -two.ci_lower)


@given(groups, groups)
def test_interval_and_p_agree_at_the_level(a: tuple[float, ...], b: tuple[float, ...]) -> None:
    """The interval leaves zero out exactly when p is below α."""
    for run in (welch_t_test, student_t_test):
        test = run(moments(a), moments(b), 95)
        assume(abs(test.p_value - 0.05) > 1e-9)
        excludes_zero = test.ci_lower > 0 or test.ci_upper < 0
        assert excludes_zero == (test.p_value < 0.05)


@given(groups, groups)
def test_one_sided_ps_share_one(a: tuple[float, ...], b: tuple[float, ...]) -> None:
    test = welch_t_test(moments(a), moments(b))
    assert test.p_less + test.p_greater == pytest.approx(1)
    assert test.p_value == pytest.approx(2 * min(test.p_less, test.p_greater))


def test_welch_with_equal_n_and_spread_is_students() -> None:
    a, b = Summary((1.0, 2.0, 3.0)).moments, Summary((4.0, 5.0, 6.0)).moments
    welch, student = welch_t_test(a, b), student_t_test(a, b)
    assert welch.statistic == pytest.approx(student.statistic)
    assert welch.df == pytest.approx(4)
    assert welch.p_value == pytest.approx(student.p_value)


def test_welch_with_one_flat_group_takes_df_from_the_other() -> None:
    flat, spread = Summary((5.0, 5.0, 5.0)).moments, Summary((1.0, 2.0, 3.0, 4.0)).moments
    assert welch_t_test(flat, spread).df == pytest.approx(3)


@given(groups, groups)
def test_two_group_anova_is_t_squared(a: tuple[float, ...], b: tuple[float, ...]) -> None:
    anova = one_way_anova([moments(a), moments(b)])
    test = student_t_test(moments(a), moments(b))
    assert anova.statistic == pytest.approx(test.statistic**2, rel=1e-9, abs=1e-12)
    assert anova.p_value == pytest.approx(test.p_value, rel=1e-9)


@given(groups, groups, groups, st.integers(-5, 5))
def test_anova_is_blind_to_shift_and_scale(
    a: tuple[float, ...], b: tuple[float, ...], c: tuple[float, ...], by: int
) -> None:
    plain = one_way_anova([moments(g) for g in (a, b, c)])
    moved = one_way_anova([moments(tuple(2 * v + by for v in g)) for g in (a, b, c)])
    assert moved.statistic == pytest.approx(plain.statistic, rel=1e-7, abs=1e-9)
    assert moved.sum_of_squares_between == pytest.approx(
        4 * plain.sum_of_squares_between, rel=1e-7, abs=1e-7
    )


def test_anova_by_hand() -> None:
    """1 2 3, 2 3 4, 6 7 8: between 42, within 6, F = 21."""
    anova = one_way_anova(
        [Summary(v).moments for v in ((1.0, 2.0, 3.0), (2.0, 3.0, 4.0), (6.0, 7.0, 8.0))]
    )
    assert anova.sum_of_squares_between == pytest.approx(42)
    assert anova.sum_of_squares_within == pytest.approx(6)
    assert (anova.df_between, anova.df_within) == (2, 6)
    assert anova.statistic == pytest.approx(21)


def pooled(data: list[tuple[float, ...]]) -> list[TTest]:
    """Every pair on the pooled error."""
    found = [moments(values) for values in data]
    anova = one_way_anova(found)
    return [
        t_test(
            a.mean - b.mean,
            math.sqrt(anova.mean_square_within * (1 / a.n + 1 / b.n)),
            anova.df_within,
            95,
        )
        for a, b in combinations(found, 2)
    ]


@given(st.lists(groups, min_size=3, max_size=6))
def test_tukey_never_below_the_pair_and_its_interval_agrees(data: list[tuple[float, ...]]) -> None:
    tests = pooled(data)
    pairs = tukey_kramer(tests, len(data), 95)
    for pair, single in zip(pairs, tests, strict=True):
        assert pair.p_adjusted is not None
        assert pair.p_adjusted >= single.p_value
        assert pair.statistic == pytest.approx(math.sqrt(2) * single.statistic)
        assert pair.ci_upper - pair.ci_lower > single.ci_upper - single.ci_lower
        excludes_zero = pair.ci_lower > 0 or pair.ci_upper < 0
        if abs(pair.p_adjusted - 0.05) > 1e-7:
            assert excludes_zero == (pair.p_adjusted < 0.05)


def test_hedges_correction_in_closed_form() -> None:
    """Γ of halves is known exactly: J(2) = 1/√π, J(3) = √(π/6), J(4) = √(2/π)."""
    assert hedges_correction(2) == pytest.approx(1 / math.sqrt(math.pi), rel=1e-14)
    assert hedges_correction(3) == pytest.approx(math.sqrt(math.pi / 6), rel=1e-14)
    assert hedges_correction(4) == pytest.approx(math.sqrt(2 / math.pi), rel=1e-14)


def test_hedges_g_is_undefined_without_spread() -> None:
    assert hedges_g(1.0, 0.0, 5, 0.0, 95) is None
    assert hedges_g(1.0, 2.0, 1, 1.0, 95) is None
    found = hedges_g(3.0, 4.0, 10, 1.0, 95)
    assert found is not None
    assert found.value == pytest.approx(1.5 * hedges_correction(10))
