"""Geometric means, shares, within-subject errors, marginal means, modes: exact cases and laws."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.geometric import geometric_summary
from decimus.statistics.marginal_means import marginal_mean
from decimus.statistics.shares import Share
from decimus.statistics.summaries import Moments, Summary
from decimus.statistics.within_subjects import within_subjects

T_2 = 0.95 * math.sqrt(2 / (4 * 0.975 * 0.025))
"""The 97.5 % point of t with 2 degrees of freedom, in closed form."""
T_3 = 3.182446305284263

positive = st.lists(st.floats(0.01, 1e4), min_size=2, max_size=30)


def test_the_geometric_mean_of_a_geometric_row() -> None:
    """1, 10, 100: mean 10, SD a factor of 10, interval 10 times or by 10 to the t / √3."""
    found = geometric_summary(Summary((1.0, 10.0, 100.0)))
    assert found is not None
    assert found.mean == pytest.approx(10.0, rel=1e-14)
    assert found.standard_deviation == pytest.approx(10.0, rel=1e-14)
    interval = found.confidence_interval(95)
    assert interval is not None
    factor = 10 ** (T_2 / math.sqrt(3))
    assert interval.lower == pytest.approx(10 / factor, rel=1e-12)
    assert interval.upper == pytest.approx(10 * factor, rel=1e-12)
    assert interval.half_width == pytest.approx(factor, rel=1e-12)


def test_logarithms_are_taken_back_by_their_base() -> None:
    logs = geometric_summary(Summary((0.0, 1.0, 2.0)), 10.0)
    assert logs is not None
    assert logs.mean == pytest.approx(10.0)
    halves = geometric_summary(Summary((-1.0, 1.0)), 2.0)
    assert halves is not None
    assert halves.mean == 1.0


def test_there_is_no_geometric_mean_of_zero_or_below() -> None:
    assert geometric_summary(Summary((0.0, 1.0))) is None
    assert geometric_summary(Summary((-1.0, 1.0))) is None
    assert geometric_summary(Summary(())) is None


@given(positive, st.floats(0.1, 100))
def test_the_geometric_mean_scales_and_its_spread_does_not(values: list[float], by: float) -> None:
    before = geometric_summary(Summary(values))
    after = geometric_summary(Summary([by * v for v in values]))
    assert before is not None
    assert after is not None
    assert after.mean == pytest.approx(by * (before.mean or 0), rel=1e-9)
    assert after.standard_deviation == pytest.approx(before.standard_deviation, rel=1e-7)
    mean = sum(values) / len(values)
    assert (before.mean or 0) <= mean * (1 + 1e-12)


@pytest.mark.parametrize(
    ("count", "n", "lower", "upper"),
    [
        # Newcombe 1998, Statistics in Medicine 17, 857–872, table I, method 3.
        (81, 263, 0.2553, 0.3662),
        (15, 148, 0.0624, 0.1605),
        (0, 20, 0.0000, 0.1611),
        (1, 29, 0.0061, 0.1718),
    ],
)
def test_published_score_intervals(count: int, n: int, lower: float, upper: float) -> None:
    found = Share(count, n).confidence_interval(95)
    assert found is not None
    assert (round(found.lower, 4), round(found.upper, 4)) == (lower, upper)


@given(st.integers(0, 50), st.integers(1, 50), st.sampled_from([80, 90, 95, 99]))
def test_a_share_turned_round_turns_its_interval(count: int, more: int, level: float) -> None:
    n = count + more
    found = Share(count, n).confidence_interval(level)
    other = Share(n - count, n).confidence_interval(level)
    assert found is not None
    assert other is not None
    assert 0 <= found.lower <= count / n <= found.upper <= 1
    assert found.lower == pytest.approx(1 - other.upper, abs=1e-12)
    assert Share(0, 0).confidence_interval(level) is None
    assert Share(0, 0).share is None


def test_within_subjects_worked_by_hand() -> None:
    """Differences of 1, 2 and 3 between two conditions, whatever the subjects' own level.

    With two conditions each normalised variance is s²(d) / 4, times 2: the SE is
    s(d) / √(2n), here 1 / √6.
    """
    values = np.array([[10.0, 11.0], [50.0, 52.0], [30.0, 33.0]])
    found = within_subjects(values)
    assert found is not None
    assert found.standard_errors == pytest.approx((1 / math.sqrt(6),) * 2, rel=1e-12)
    assert found.half_width(0, 95) == pytest.approx(T_2 / math.sqrt(6), rel=1e-9)
    assert within_subjects(values[:1]) is None
    assert within_subjects(values[:, :1]) is None


@given(
    st.lists(st.tuples(*[st.floats(-100, 100)] * 3), min_size=2, max_size=12),
    st.lists(st.floats(-1000, 1000), min_size=12, max_size=12),
)
def test_a_subjects_own_level_does_not_count(
    rows: list[tuple[float, float, float]], levels: list[float]
) -> None:
    values = np.array(rows)
    found = within_subjects(values)
    moved = within_subjects(values + np.array(levels[: len(rows)])[:, None])
    assert found is not None
    assert moved is not None
    assert moved.standard_errors == pytest.approx(found.standard_errors, rel=1e-6, abs=1e-6)


def test_a_marginal_mean_counts_groups_alike() -> None:
    """Means 2 (n = 2, SS 2) and 8 (n = 4, SS 6): 5, MSE 8 / 4 = 2, SE √(2 · ¾) / 2."""
    groups = [Moments(2, 2.0, 2.0), Moments(4, 8.0, 6.0)]
    found = marginal_mean(groups, groups)
    assert found.mean == 5.0
    assert found.df == 4
    assert found.standard_error == pytest.approx(math.sqrt(1.5) / 2)
    one = marginal_mean(groups[1:], groups)
    assert one.standard_error == pytest.approx(math.sqrt(2 / 4))
    bare = marginal_mean([Moments(1, 3.0, 0.0)], [Moments(1, 3.0, 0.0)])
    assert bare.confidence_interval(95) is None
    four = [Moments(4, 10.0, 12.0)]
    interval = marginal_mean(four, four).confidence_interval(95)
    assert interval is not None
    assert interval.half_width == pytest.approx(T_3, rel=1e-9)


def test_modes_and_the_population_sd() -> None:
    assert Summary((2.0, 1.0, 2.0, 1.0, 3.0)).modes == (1.0, 2.0)
    assert Summary((1.0, 2.0)).modes == ()
    summary = Summary((2.0, 4.0, 4.0, 4.0, 5.0, 5.0, 7.0, 9.0))
    assert summary.population_deviation == 2.0
    assert summary.value_range == 7.0
    assert Summary(()).value_range is None
