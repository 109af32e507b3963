"""The interval of a shift under ties holds all shifts that every split of the values keeps."""

from __future__ import annotations

from itertools import combinations, pairwise

import numpy as np
import pytest

from decimus.statistics.rank_tests import mann_whitney


def p_by_enumeration(a: list[int], b: list[int], twice_shift: int) -> float:
    """Two-sided p of the rank-sum test of a − shift, over every choice; in half units, exact."""
    values = [2 * v - twice_shift for v in a] + [2 * v for v in b]
    m, everyone = len(a), set(range(len(values)))

    def doubled_u(chosen: tuple[int, ...]) -> int:
        others = everyone - set(chosen)
        return sum(
            2 * (values[i] > values[j]) + (values[i] == values[j]) for i in chosen for j in others
        )

    seen = doubled_u(tuple(range(m)))
    all_u = [doubled_u(chosen) for chosen in combinations(sorted(everyone), m)]
    less = sum(u <= seen for u in all_u) / len(all_u)
    greater = sum(u >= seen for u in all_u) / len(all_u)
    return min(1.0, 2 * min(less, greater))


def interval_by_enumeration(a: list[int], b: list[int], alpha: float) -> tuple[float, float] | None:
    differences = sorted({x - y for x in a for y in b})
    outer = [differences[0] - 1, *differences, differences[-1] + 1]
    shifts = sorted({2 * d for d in outer} | {x + y for x, y in pairwise(outer)})
    kept = [s for s in shifts if p_by_enumeration(a, b, s) > alpha]
    if shifts[0] in kept or shifts[-1] in kept:
        return None
    low = max((d for d in differences if 2 * d <= kept[0]), default=None)
    high = min((d for d in differences if 2 * d >= kept[-1]), default=None)
    assert low is not None
    assert high is not None
    return low, high


@pytest.mark.parametrize("seed", range(25))
def test_against_every_split(seed: int) -> None:
    rng = np.random.default_rng(seed)
    a = rng.integers(0, 4, rng.integers(3, 6)).tolist()
    b = rng.integers(1, 6, rng.integers(3, 6)).tolist()
    if len({*a, *b}) in (1, len(a) + len(b)):
        pytest.skip("no ties, or nothing else")
    # In tenths, which binary numbers do not hold exactly.
    found = mann_whitney(np.array(a) / 10, np.array(b) / 10, 90.0)
    expected = interval_by_enumeration(a, b, 0.1)
    if expected is None:
        assert (found.ci_lower, found.ci_upper) == (None, None)
    else:
        assert found.ci_lower == pytest.approx(expected[0] / 10, abs=1e-12)
        assert found.ci_upper == pytest.approx(expected[1] / 10, abs=1e-12)


def test_heavy_ties_have_an_interval() -> None:
    found = mann_whitney(np.array([1.0, 1, 1, 2, 2]), np.array([2.0, 2, 2, 2, 3]), 95.0)
    assert (found.ci_lower, found.ci_upper) == (-1, 0)
    assert found.p_value > 0.05
