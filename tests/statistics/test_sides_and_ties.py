"""Which side is which, and what ties take away: told by other routes than our own."""

from __future__ import annotations

import math

import numpy as np
import pytest

from decimus.statistics.rank_tests import mann_whitney, midranks, signed_rank
from decimus.statistics.summaries import Summary
from decimus.statistics.t_tests import paired_t_test, student_t_test, welch_t_test
from decimus.study import edits
from decimus.terms import Method
from tests.conftest import results_of

LOW = np.array([1.0, 2.0, 2.5, 3.0, 1.5, 2.2])
HIGH = np.array([6.0, 7.0, 6.5, 8.0, 7.5, 6.1])


def normal_tail(z: float) -> float:
    return math.erfc(z / math.sqrt(2)) / 2


def test_a_large_rank_sum_test_with_ties() -> None:
    """The variance of a sum of m of N scores drawn without replacement, whatever the scores are:
    m n / (N (N − 1)) · Σ(score − mean)² (Cochran 1977, Sampling Techniques, ch. 2)."""
    random = np.random.default_rng(3)
    a = random.integers(0, 4, 90).astype(float)
    b = random.integers(0, 4, 80).astype(float) + (random.random(80) < 0.2)
    ranks, _ = midranks(np.concatenate([a, b]))
    m, n = len(a), len(b)
    spread = float(((ranks - ranks.mean()) ** 2).sum())
    variance = m * n / ((m + n) * (m + n - 1)) * spread
    u = sum(0.5 if x == y else float(x > y) for x in a for y in b)
    test = mann_whitney(a, b, 95)
    assert not test.is_exact
    less = normal_tail(-(u - m * n / 2 + 0.5) / math.sqrt(variance))
    greater = normal_tail((u - m * n / 2 - 0.5) / math.sqrt(variance))
    assert test.p_less == pytest.approx(less, rel=1e-12)
    assert test.p_greater == pytest.approx(greater, rel=1e-12)
    untied = m * n * (m + n + 1) / 12
    assert variance < 0.95 * untied


def test_a_large_signed_rank_test_with_ties() -> None:
    """The variance of a sum of ranks with signs drawn by a coin: Σ rank² / 4."""
    random = np.random.default_rng(4)
    differences = random.integers(-3, 5, 120).astype(float)
    kept = differences[differences != 0]
    ranks, _ = midranks(np.abs(kept))
    w, middle = float(ranks[kept > 0].sum()), float(ranks.sum()) / 2
    deviation = math.sqrt(float((ranks**2).sum()) / 4)
    test = signed_rank(differences, 95)
    assert not test.is_exact
    assert test.p_less == pytest.approx(normal_tail(-(w - middle + 0.5) / deviation), rel=1e-12)
    assert test.p_greater == pytest.approx(normal_tail((w - middle - 0.5) / deviation), rel=1e-12)


def test_less_is_less_in_every_test() -> None:
    """Low beside high: smaller values in a are what the data show, larger ones are not."""
    low, high = Summary(LOW), Summary(HIGH)
    for test in (
        welch_t_test(low, high),
        student_t_test(low, high),
        paired_t_test(Summary(LOW - HIGH)),
        mann_whitney(LOW, HIGH, 95),
        signed_rank(LOW - HIGH, 95),
    ):
        assert test.p_less < 0.05 < 0.95 < test.p_greater


TABLE = "site\tlow\thigh\n" + "\n".join(
    f"site {i}\t{a}\t{b}" for i, (a, b) in enumerate(zip(LOW, HIGH, strict=True))
)
LONG = "group\tarea\n" + "\n".join(
    f"{name}\t{value}"
    for name, values in (("low", LOW), ("middle", LOW + 2), ("high", HIGH))
    for value in values
)


@pytest.mark.parametrize(
    ("text", "method"),
    [
        (TABLE, Method.WELCH_T),
        (TABLE, Method.STUDENT_T),
        (TABLE, Method.MANN_WHITNEY),
        (LONG, Method.ANOVA),
        (LONG, Method.WELCH_ANOVA),
        (LONG, Method.KRUSKAL_WALLIS),
    ],
)
def test_less_is_less_in_every_comparison(text: str, method: Method) -> None:
    unpaired = edits.ChooseSameUnits(is_same=False)
    results = results_of(text, unpaired, edits.ChooseMethod(method=method, name="m"))
    comparison = results.comparison
    assert comparison is not None
    assert comparison.method is method
    names = {"low": 0, "middle": 1, "high": 2}
    for pair in comparison.pairs:
        first, second = pair.a.levels, pair.b.levels
        assert first is not None
        assert second is not None
        rises = names[str(second[0])] > names[str(first[0])]
        assert (pair.p_less < pair.p_greater) is rises
        assert pair.p_less + pair.p_greater >= 1 - 1e-9
