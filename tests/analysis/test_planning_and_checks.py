"""What is planned with marginal means, and what is checked where spread is not pooled."""

from __future__ import annotations

import math
import random
import re
from decimal import Decimal

import numpy as np
import pytest
from scipy import stats  # noqa: TID251, TID253 - another route to the same numbers

from decimus.analysis.planning import planning_of
from decimus.kinds.checks import CheckName
from decimus.statistics.planning import needed_n
from decimus.statistics.shapiro_wilk import combined_p, rounding_step, ties_spread
from decimus.study import edits
from decimus.study.readings import SetAside
from decimus.terms import Method, PairSet
from decimus.wording.comparisons.checks import check_lines
from decimus.wording.comparisons.planning import planning_working
from decimus.wording.comparisons.with_and_without import both_ways
from tests.conftest import results_of


def two_way(seed: int, n: int = 5) -> str:
    """Two levels of salt by three of light, `n` each."""
    rng = random.Random(seed)
    rows = ["salt,light,area (mm²)"]
    for a, salt in enumerate(("none", "much")):
        for b, light in enumerate(("dim", "mid", "full")):
            rows += [f"{salt},{light},{rng.gauss(20 + a + 2 * b, 2):.3f}" for _ in range(n)]
    return "\n".join(rows)


def power(difference: float, sd: float, n: int, cells: int, groups: int, alpha: float) -> float:
    """Of a t-test of two means of cells · n values each, by noncentral t."""
    df = groups * (n - 1)
    noncentrality = difference / (sd * math.sqrt(2 / (n * cells)))
    critical = stats.t.ppf(1 - alpha / 2, df)
    return float(
        stats.nct.sf(critical, df, noncentrality) + stats.nct.cdf(-critical, df, noncentrality)
    )


@pytest.mark.parametrize(("cells", "groups"), [(1, 2), (2, 4), (3, 6), (4, 12)])
@pytest.mark.parametrize("difference", [0.4, 1.0, 2.5])
def test_needed_n_is_the_first_with_the_power(cells: int, groups: int, difference: float) -> None:
    n = needed_n(difference, 1.7, groups, 0.02, 0.8, cells)
    assert n is not None
    assert power(difference, 1.7, n, cells, groups, 0.02) >= 0.8
    if n > 2:
        assert power(difference, 1.7, n - 1, cells, groups, 0.02) < 0.8


def test_marginal_means_are_planned_as_means_of_cells() -> None:
    marginal = edits.ChoosePairs(pair_set=PairSet.MARGINAL, words="marginal means")
    results = results_of(two_way(1), marginal)
    comparison = results.comparison
    assert comparison is not None
    plan = planning_of(comparison, 80.0, 1.5)
    assert plan is not None
    levels = {pair.a.levels for pair in comparison.pairs} | {
        pair.b.levels for pair in comparison.pairs
    }
    assert plan.cells == 6 // len(levels)
    assert plan.needed == needed_n(1.5, plan.sd_used, 6, plan.alpha, 0.8, plan.cells)
    # The reach is where the present n has the power.
    reached = power(plan.reach.difference, plan.sd_used, 5, plan.cells, 6, plan.alpha)
    assert reached == pytest.approx(0.8, abs=1e-6)


def test_the_working_of_the_plan_is_true_arithmetic() -> None:
    marginal = edits.ChoosePairs(pair_set=PairSet.MARGINAL, words="marginal means")
    for edit in ((), (marginal,)):
        results = results_of(two_way(2), *edit)
        assert results.comparison is not None
        plan = planning_of(results.comparison, 80.0, None)
        working = planning_working(results)
        assert plan is not None
        assert working is not None
        under = working.filled.replace("\u00a0", " ").split("√")[1].strip("()")
        parts, below = under.split("÷")
        product = math.prod(float(part) for part in below.strip(" ()").split("×"))
        delta, sd = working.filled.split("×")[:2]
        value = float(delta) * float(sd) * math.sqrt(float(parts) / product)
        assert value == pytest.approx(plan.reach.difference, rel=2e-2)


def unlike(seed: int, spreads: tuple[float, ...], n: int) -> str:
    rng = random.Random(seed)
    rows = ["light,area (mm²)"]
    for number, spread in enumerate(spreads):
        rows += [f"level {number + 1},{rng.gauss(50, spread):.4f}" for _ in range(n)]
    return "\n".join(rows)


@pytest.mark.parametrize("spreads", [(1.0, 12.0), (1.0, 4.0, 16.0)])
def test_normal_values_of_unlike_spread_are_not_told_to_be_hardly_normal(
    spreads: tuple[float, ...],
) -> None:
    """5 % of false alarms, as for any test; of residuals thrown together there were 40 %."""
    welch = edits.ChooseMethod(
        method=Method.WELCH_ANOVA if len(spreads) > 2 else Method.WELCH_T, name="Welch"
    )
    alarms = 0
    for seed in range(60):
        check = results_of(unlike(seed, spreads, 12), welch).checks.check(CheckName.SHAPIRO_WILK)
        assert check is not None
        assert check.groups == len(spreads)
        alarms += check.p_value < 0.05
    assert alarms <= 8  # more has a chance of 1 in 100


def test_the_check_is_that_of_the_groups_combined() -> None:
    text = unlike(3, (1.0, 6.0), 9)
    results = results_of(text, edits.ChooseMethod(method=Method.WELCH_T, name="Welch"))
    each = [
        stats.shapiro([float(r.split(",")[1]) for r in text.split("\n")[1:] if r.startswith(level)])
        for level in ("level 1", "level 2")
    ]
    check = results.checks.check(CheckName.SHAPIRO_WILK)
    assert check is not None
    assert check.value == pytest.approx(min(found.statistic for found in each), abs=1e-6)
    combined = stats.combine_pvalues([found.pvalue for found in each])
    assert check.p_value == pytest.approx(combined.pvalue, rel=1e-5)
    assert "within each of 2 groups" in check_lines(results)[0]
    pooled = results_of(text, edits.ChooseMethod(method=Method.STUDENT_T, name="Student"))
    assert "within each" not in check_lines(pooled)[0]


def test_three_values_of_which_two_are_equal_do_not_alarm() -> None:
    """W is 0.75 then, and its p 0: that of rounding, not of the values."""
    text = "g,v\n" + "".join(f"{g},{v}\n" for g in "ABCD" for v in ("1.2", "1.2", "1.5"))
    for method in (Method.ANOVA, Method.WELCH_ANOVA):
        check = results_of(text, edits.ChooseMethod(method=method, name="x")).checks.check(
            "shapiro-wilk"
        )
        assert check is not None
        assert check.groups == 1
        assert check.step == pytest.approx(0.3)
        assert check.p_value > 0.05


def test_ties_are_laid_evenly_over_their_step() -> None:
    even = ties_spread(np.array([2.0, 1.0, 2.0, 2.0, 3.5]), 0.6)
    assert even == pytest.approx([1.8, 1.0, 2.0, 2.2, 3.5])
    assert rounding_step(np.array([0.3, 0.1 + 0.2, 0.5, 0.9])) == pytest.approx(0.2)
    assert rounding_step(np.array([4.0, 4.0])) == 0
    assert list(ties_spread(np.array([4.0, 4.0]), 0.0)) == [4.0, 4.0]


def test_groups_of_eight_are_looked_at_by_themselves_and_smaller_ones_together() -> None:
    welch = edits.ChooseMethod(method=Method.WELCH_ANOVA, name="Welch")
    for n, groups in ((8, 3), (7, 1)):
        check = results_of(unlike(1, (1.0, 1.0, 1.0), n), welch).checks.check(
            CheckName.SHAPIRO_WILK
        )
        assert check is not None
        assert check.groups == groups
    apart = results_of(unlike(1, (1.0, 5.0, 1.0), 5), welch)
    assert apart.checks.check(CheckName.SHAPIRO_WILK) is None
    assert any("spread too unlike" in line for line in check_lines(apart))


@pytest.mark.parametrize("offset", [10**9, 10**12])
def test_checks_lose_no_digit_to_leading_ones(offset: int) -> None:
    rows = unlike(3, (1.0, 2.0, 1.5), 9)
    far = re.sub(r",(-?\d+\.\d+)", lambda m: f",{Decimal(m[1]) + offset}", rows)
    for method in (Method.ANOVA, Method.WELCH_ANOVA):
        near, moved = (
            results_of(text, edits.ChooseMethod(method=method, name="x")).checks.checks
            for text in (rows, far)
        )
        assert [check.name for check in near] == ["shapiro-wilk", "brown-forsythe", "levene"]
        for a, b in zip(near, moved, strict=True):
            assert b.value == pytest.approx(a.value, rel=1e-11)
            assert b.p_value == pytest.approx(a.p_value, rel=1e-9)


@pytest.mark.parametrize("p_values", [(0.3,), (0.2, 0.04), (0.5, 0.9, 1.0), (1e-200, 0.3)])
def test_combined_p(p_values: tuple[float, ...]) -> None:
    assert combined_p(p_values) == pytest.approx(stats.combine_pvalues(p_values).pvalue, rel=1e-9)


def test_the_verdict_is_on_every_term_and_pair() -> None:
    """One value that makes an interaction: the main effects stay, their interaction goes."""
    rows = two_way(4).split("\n")
    rows[1] = "none,dim,44.0"
    text = "\n".join(rows)
    aside = edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=2),), name="a value")
    results = results_of(text, aside)
    said = both_ways(results).replace("\u00a0", " ")
    now, then = results.comparison, results_of(text).comparison
    assert now is not None
    assert then is not None
    changed = {
        term.name
        for term, other in zip(now.terms, then.terms, strict=True)
        if (term.p_value < 0.05) is not (other.p_value < 0.05)
    }
    assert changed
    verdict = said.rsplit("; ", 1)[1]
    assert verdict.startswith(("the verdict on", "the verdicts on"))
    assert all(name in verdict or "more" in verdict for name in changed)


def test_the_same_verdicts_are_said_to_be_the_same() -> None:
    aside = edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=2),), name="a value")
    assert "all verdicts are the same" in both_ways(results_of(two_way(1), aside))
    one = unlike(5, (1.0, 1.1), 8)
    aside = edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=1),), name="a value")
    assert both_ways(results_of(one, aside)).endswith("; the verdict is the same.")
