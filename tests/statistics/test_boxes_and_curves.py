"""Boxes and smooth curves, beside numbers by hand and another implementation."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.statistics.boxes import box_summary
from decimus.statistics.smooth_curves import smooth_curve
from decimus.terms import Whiskers


def test_a_box_by_hand() -> None:
    """1 to 8 and 20: quartiles 3 and 7, reach 3 − 6 to 7 + 6, so that 20 lies beyond."""
    values = np.array([20.0, 8, 7, 6, 5, 4, 3, 2, 1])
    box = box_summary(values, Whiskers.WITHIN_REACH)
    assert box is not None
    assert (box.lower_quartile, box.median, box.upper_quartile) == (3, 5, 7)
    assert (box.lower_whisker, box.upper_whisker) == (1, 8)
    assert box.beyond == (0,)
    extremes = box_summary(values, Whiskers.EXTREMES)
    assert extremes is not None
    assert (extremes.lower_whisker, extremes.upper_whisker, extremes.beyond) == (1, 20, ())
    middle = box_summary(values, Whiskers.PERCENTILES)
    assert middle is not None
    # 0.05 · 8 = 0.4 beyond the first, 0.95 · 8 = 7.6 of the way from the eighth to the ninth.
    assert middle.lower_whisker == pytest.approx(1.4)
    assert middle.upper_whisker == pytest.approx(8 + 0.6 * 12)
    assert set(middle.beyond) == {0, 8}


def test_a_value_at_the_very_reach_is_within() -> None:
    """0.1, 0.2, 0.3 and 0.45 = 0.3 + 1.5 · 0.1 in decimals, a little off in binary."""
    values = np.array([0.1, 0.2, 0.2, 0.2, 0.3, 0.3, 0.3, 0.45])
    box = box_summary(values, Whiskers.WITHIN_REACH)
    assert box is not None
    assert box.upper_whisker == 0.45


def test_no_values_and_one() -> None:
    assert box_summary(np.array([]), Whiskers.WITHIN_REACH) is None
    one = box_summary(np.array([4.0]), Whiskers.WITHIN_REACH)
    assert one is not None
    assert one.lower_whisker == one.median == one.upper_whisker == 4


@given(st.lists(st.floats(-100, 100), min_size=1, max_size=40), st.sampled_from(list(Whiskers)))
def test_a_box_is_in_order(values: list[float], whiskers: Whiskers) -> None:
    box = box_summary(np.array(values), whiskers)
    assert box is not None
    parts = (box.lower_whisker, box.lower_quartile, box.median, box.upper_quartile)
    assert list(parts) == sorted(parts)
    assert box.upper_whisker >= box.upper_quartile
    inside = [v for i, v in enumerate(values) if i not in box.beyond]
    assert all(box.lower_whisker <= v <= box.upper_whisker for v in inside)


points = st.lists(
    st.tuples(st.integers(-50, 50), st.integers(-50, 50)),
    min_size=3,
    max_size=9,
    unique_by=lambda point: point[0],
).map(sorted)


@given(points)
def test_the_curve_is_the_monotone_cubic(found: list[tuple[int, int]]) -> None:
    from scipy.interpolate import PchipInterpolator

    xs, ys = [float(x) for x, _ in found], [float(y) for _, y in found]
    places, curve = smooth_curve(xs, ys)
    assert curve == pytest.approx(PchipInterpolator(xs, ys)(places), abs=1e-9)
    assert set(xs) <= set(places.tolist())
    assert curve.min() >= min(ys) - 1e-9
    assert curve.max() <= max(ys) + 1e-9


def test_two_points_are_joined_by_a_straight_line() -> None:
    places, curve = smooth_curve([0.0, 4.0], [1.0, 3.0], 5)
    assert curve == pytest.approx(1 + places / 2)
