"""Laws of every statistic: another unit, another zero, another order, everything twice."""

from __future__ import annotations

import math
from collections.abc import Sequence

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from decimus.analysis.lane_statistics import statistic_of
from decimus.study.edits import ChooseThreshold
from decimus.terms import Statistic
from tests.conftest import results_of

PLACES = frozenset(
    {
        *(Statistic.MEAN, Statistic.CONFIDENCE_INTERVAL, Statistic.MEDIAN, Statistic.QUARTILES),
        *(Statistic.MINIMUM, Statistic.MAXIMUM, Statistic.MODE),
    }
)
"""Numbers that move with the zero."""
LENGTHS = frozenset(
    {
        *(Statistic.STANDARD_DEVIATION, Statistic.STANDARD_ERROR, Statistic.MARGIN),
        *(Statistic.RANGE, Statistic.POPULATION_SD),
    }
)
"""Numbers that only follow the unit."""
PAIRS = frozenset({Statistic.MEAN_AND_SD, Statistic.MEAN_AND_SE, Statistic.MEAN_AND_MARGIN})
COUNTS = frozenset(
    {
        *(Statistic.N, Statistic.MISSING, Statistic.EXCLUDED, Statistic.RANK),
        *(Statistic.SHARE, Statistic.SHARE_INTERVAL),
    }
)
"""Numbers that follow neither."""
SCALED = frozenset(
    {Statistic.SUM, Statistic.GEOMETRIC_MEAN, Statistic.GEOMETRIC_INTERVAL, *PLACES, *LENGTHS}
)
WITHIN = frozenset({Statistic.WITHIN_SE, Statistic.WITHIN_CI})
RATIOS = frozenset({Statistic.COEFFICIENT_OF_VARIATION, Statistic.GEOMETRIC_SD})

samples = st.lists(st.integers(1, 800), min_size=3, max_size=12).map(
    lambda found: [value / 8 for value in found]
)


def found(values: Sequence[float], statistic: Statistic, threshold: float) -> tuple[float, ...]:
    """A statistic of values that stand beside another group; none where it is undefined."""
    rows = [f"a,{value!r}" for value in values] + ["b,1", "b,2"]
    text = "group,x\n" + "\n".join(rows) + "\n"
    groups = results_of(text, ChooseThreshold(threshold=threshold)).groups
    return statistic_of(groups, groups.shown[0], statistic).numbers


def same(one: Sequence[float], other: Sequence[float]) -> bool:
    scale = max([1.0, *map(abs, one)])
    return len(one) == len(other) and one == pytest.approx(other, rel=1e-7, abs=1e-7 * scale)


def test_every_statistic_has_its_laws() -> None:
    known = SCALED | PAIRS | COUNTS | WITHIN | RATIOS | {Statistic.VARIANCE}
    assert known == set(Statistic)


@pytest.mark.parametrize("statistic", sorted(set(Statistic) - WITHIN - {Statistic.RANK}))
@settings(max_examples=8)
@given(values=samples, by=st.sampled_from([0.25, 4.0, 1024.0]))
def test_another_unit(statistic: Statistic, values: list[float], by: float) -> None:
    threshold = sorted(values)[1]
    before = found(values, statistic, threshold)
    after = found([by * value for value in values], statistic, by * threshold)
    if statistic in COUNTS | RATIOS:
        assert same(before, after)
    elif statistic is Statistic.VARIANCE:
        assert same([by * by * number for number in before], after)
    else:
        assert same([by * number for number in before], after)


@pytest.mark.parametrize("statistic", sorted(PLACES | LENGTHS | PAIRS | {Statistic.SUM}))
@settings(max_examples=8)
@given(values=samples, shift=st.integers(-100_000, 100_000))
def test_another_zero(statistic: Statistic, values: list[float], shift: int) -> None:
    before = found(values, statistic, 5.0)
    after = found([value + shift for value in values], statistic, 5.0)
    if statistic in PLACES:
        assert same([number + shift for number in before], after)
    elif statistic in LENGTHS:
        assert same(before, after)
    elif statistic is Statistic.SUM:
        assert same([before[0] + shift * len(values)], after)
    else:
        assert same([before[0] + shift, *before[1:]], after)


@pytest.mark.parametrize("statistic", sorted(set(Statistic) - WITHIN))
@settings(max_examples=8)
@given(values=samples, random=st.randoms(use_true_random=False))
def test_another_order(statistic: Statistic, values: list[float], random: object) -> None:
    mixed = list(values)
    random.shuffle(mixed)  # type: ignore[attr-defined]
    threshold = sorted(values)[1]
    assert same(found(values, statistic, threshold), found(mixed, statistic, threshold))


TWICE_THE_SAME = (
    *(Statistic.MEAN, Statistic.MEDIAN, Statistic.MINIMUM, Statistic.MAXIMUM, Statistic.RANGE),
    *(Statistic.POPULATION_SD, Statistic.GEOMETRIC_MEAN, Statistic.MISSING, Statistic.RANK),
)


@settings(max_examples=12)
@given(values=samples)
def test_everything_twice(values: list[float]) -> None:
    assume(len(set(values)) > 1)
    n, twice = len(values), [*values, *values]
    for statistic in TWICE_THE_SAME:
        assert same(found(values, statistic, 5.0), found(twice, statistic, 5.0)), statistic
    assert found(twice, Statistic.N, 5.0) == (2 * n,)
    assert same([2 * v for v in found(values, Statistic.SUM, 5.0)], found(twice, Statistic.SUM, 5))
    ratio = 2 * (n - 1) / (2 * n - 1)
    variance = found(values, Statistic.VARIANCE, 5.0)[0]
    assert same([ratio * variance], found(twice, Statistic.VARIANCE, 5.0))
    error = found(values, Statistic.STANDARD_ERROR, 5.0)[0]
    assert same([error * math.sqrt(ratio / 2)], found(twice, Statistic.STANDARD_ERROR, 5.0))
    share, twice_share = found(values, Statistic.SHARE, 5.0), found(twice, Statistic.SHARE, 5.0)
    assert twice_share == (pytest.approx(share[0]), 2 * share[1], 2 * share[2])
    narrow, wide = (
        found(twice, Statistic.SHARE_INTERVAL, 5),
        found(values, Statistic.SHARE_INTERVAL, 5),
    )
    assert narrow[1] - narrow[0] < wide[1] - wide[0]
