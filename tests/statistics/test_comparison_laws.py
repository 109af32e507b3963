"""Laws between tests: signs, adjustments, intervals beside p, one test as a case of another."""

from __future__ import annotations

import math
from itertools import combinations, pairwise

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from decimus.statistics.anova import one_way_anova, welch_anova
from decimus.statistics.distributions import f_tail
from decimus.statistics.dunnett_distribution import loadings
from decimus.statistics.effect_sizes import d_z, hedges_g, partial_eta_squared
from decimus.statistics.letters import letters_of
from decimus.statistics.linear_models import factorial_anova
from decimus.statistics.multiple_comparisons import by_p_values, dunnett, games_howell
from decimus.statistics.noncentral import noncentral_f_tail, noncentral_t_tail
from decimus.statistics.p_adjustments import ADJUSTED_BY_P
from decimus.statistics.planning import needed_n, sd_upper_limit, smallest_difference
from decimus.statistics.rank_tests import (
    friedman,
    kruskal_wallis,
    mann_whitney,
    probability_above,
    signed_rank,
)
from decimus.statistics.repeated_measures import repeated_measures_anova, split_plot_anova
from decimus.statistics.shapiro_wilk import shapiro_wilk
from decimus.statistics.shares import Share, compare_shares
from decimus.statistics.shifts import difference_shift
from decimus.statistics.summaries import Moments, Summary
from decimus.statistics.t_tests import TTest, paired_t_test, t_test, welch_t_test
from decimus.terms import Adjustment, Alternative, SumsOfSquares

numbers = st.integers(-300, 300).map(lambda x: x / 10)
samples = st.lists(numbers, min_size=3, max_size=8).map(lambda v: np.array(v, dtype=np.float64))
p_values = st.lists(st.floats(1e-12, 1.0), min_size=1, max_size=12)


def moments(values: object) -> Moments:
    found = Summary(np.asarray(values, dtype=np.float64)).moments
    assume(found.sum_of_squares > 1e-6)
    return found


# --- adjustments -----------------------------------------------------------------


@pytest.mark.parametrize("adjustment", ADJUSTED_BY_P)
@given(p_values)
def test_adjusted_p_is_never_below_its_own(adjustment: Adjustment, raw: list[float]) -> None:
    adjusted = ADJUSTED_BY_P[adjustment](raw)
    assert all(p <= q <= 1 for p, q in zip(raw, adjusted, strict=True))
    order = sorted(range(len(raw)), key=raw.__getitem__)
    found = [adjusted[i] for i in order]
    assert all(b >= a - 1e-15 for a, b in pairwise(found))


@given(p_values)
def test_holm_lies_between_raw_and_bonferroni(raw: list[float]) -> None:
    holm, bonferroni = (
        ADJUSTED_BY_P[Adjustment.HOLM](raw),
        ADJUSTED_BY_P[Adjustment.BONFERRONI](raw),
    )
    sidak = ADJUSTED_BY_P[Adjustment.SIDAK](raw)
    assert all(h <= b + 1e-15 for h, b in zip(holm, bonferroni, strict=True))
    assert all(s <= b + 1e-12 for s, b in zip(sidak, bonferroni, strict=True))
    assert min(holm) == pytest.approx(min(bonferroni))


def pairs_of(data: list[np.ndarray]) -> list[TTest]:
    found = [moments(values) for values in data]
    anova = one_way_anova(found)
    error = anova.mean_square_within
    return [
        t_test(a.mean - b.mean, math.sqrt(error * (1 / a.n + 1 / b.n)), anova.df_within, 95)
        for a, b in combinations(found, 2)
    ]


@pytest.mark.parametrize("adjustment", [Adjustment.BONFERRONI, Adjustment.SIDAK, Adjustment.NONE])
@given(st.lists(samples, min_size=3, max_size=5))
def test_intervals_agree_with_their_p(adjustment: Adjustment, data: list[np.ndarray]) -> None:
    """An interval leaves zero out exactly when its p is below α."""
    tests = pairs_of(data)
    for test, follow in zip(tests, by_p_values(tests, adjustment, 95), strict=True):
        p = test.p_value if follow.p_adjusted is None else follow.p_adjusted
        assume(abs(p - 0.05) > 1e-9)
        assert (follow.ci_lower > 0 or follow.ci_upper < 0) == (p < 0.05)


@given(st.lists(samples, min_size=2, max_size=5), st.booleans())
def test_dunnett_agrees_with_its_interval(data: list[np.ndarray], is_less: bool) -> None:
    """Each p beside its interval; the one-sided p never below that of the pair alone."""
    found = [moments(values) for values in data]
    error = one_way_anova(found).mean_square_within
    df = sum(m.n for m in found) - len(found)
    control, *treatments = found
    tests = [
        t_test(m.mean - control.mean, math.sqrt(error * (1 / m.n + 1 / control.n)), df, 95)
        for m in treatments
    ]
    of = loadings(control.n, [m.n for m in treatments])
    direction = Alternative.LESS if is_less else Alternative.GREATER
    both = zip(dunnett(tests, of, 95), dunnett(tests, of, 95, direction), strict=True)
    for test, (plain, follow) in zip(tests, both, strict=True):
        assert follow.p_adjusted is not None
        assert follow.p_directional_adjusted is not None
        assert follow.p_adjusted >= test.p_value
        alone = test.p_less if is_less else test.p_greater
        assert follow.p_directional_adjusted >= alone
        assume(abs(follow.p_adjusted - 0.05) > 1e-7)
        assume(abs(follow.p_directional_adjusted - 0.05) > 1e-7)
        assert (plain.ci_lower > 0 or plain.ci_upper < 0) == (follow.p_adjusted < 0.05)
        is_beyond = follow.ci_upper < 0 if is_less else follow.ci_lower > 0
        assert is_beyond == (follow.p_directional_adjusted < 0.05)
        if len(tests) == 1:
            assert follow.p_adjusted == pytest.approx(test.p_value, abs=1e-9)
            assert follow.p_directional_adjusted == pytest.approx(alone, abs=1e-9)


@settings(max_examples=30)
@given(st.lists(samples, min_size=3, max_size=4))
def test_games_howell_agrees_with_its_interval(data: list[np.ndarray]) -> None:
    found = [moments(values) for values in data]
    tests = [welch_t_test(a, b) for a, b in combinations(found, 2)]
    for test, follow in zip(tests, games_howell(tests, len(found), 95), strict=True):
        assert follow.p_adjusted is not None
        assert follow.p_adjusted >= test.p_value
        assume(abs(follow.p_adjusted - 0.05) > 1e-6)
        assert (follow.ci_lower > 0 or follow.ci_upper < 0) == (follow.p_adjusted < 0.05)


# --- one test as a case of another ---------------------------------------------------


@given(samples, samples)
def test_welch_anova_of_two_is_welch_t_squared(a: np.ndarray, b: np.ndarray) -> None:
    anova, test = welch_anova([moments(a), moments(b)]), welch_t_test(moments(a), moments(b))
    assert anova.statistic == pytest.approx(test.statistic**2, rel=1e-9, abs=1e-12)
    assert anova.df_within == pytest.approx(test.df, rel=1e-9)
    assert anova.p_value == pytest.approx(test.p_value, rel=1e-7, abs=1e-12)


rows = st.lists(st.tuples(numbers, numbers), min_size=3, max_size=9)


@given(rows)
def test_repeated_measures_of_two_is_paired_t_squared(pairs: list[tuple[float, float]]) -> None:
    values = np.array(pairs, dtype=np.float64)
    test = paired_t_test(moments(values[:, 0] - values[:, 1]))
    found = repeated_measures_anova(values)
    assert found.conditions.statistic == pytest.approx(test.statistic**2, rel=1e-9, abs=1e-9)
    assert found.conditions.p_value() == pytest.approx(test.p_value, rel=1e-7, abs=1e-12)
    assert found.sphericity.greenhouse_geisser == 1


@given(
    st.lists(st.tuples(numbers, numbers, numbers), min_size=3, max_size=8),
    numbers,
    st.lists(numbers, min_size=8, max_size=8),
)
def test_repeated_measures_are_blind_to_subjects(
    table: list[tuple[float, ...]], shift: float, own: list[float]
) -> None:
    """What is added to all values of a subject changes nothing within subjects."""
    values = np.array(table, dtype=np.float64)
    assume((values - values[:, :1]).std() > 0.1)
    assume(np.ptp(values - values.mean(axis=1, keepdims=True), axis=0).max() > 0.1)
    plain = repeated_measures_anova(values)
    assume(plain.conditions.sum_of_squares_error > 1e-3)
    moved = repeated_measures_anova(values + shift + np.array(own[: len(values)])[:, None])
    assert moved.conditions.statistic == pytest.approx(
        plain.conditions.statistic, rel=1e-6, abs=1e-8
    )
    ours, theirs = plain.sphericity, moved.sphericity
    assert ours.greenhouse_geisser == pytest.approx(theirs.greenhouse_geisser, rel=1e-6)
    assert 0.5 - 1e-9 <= ours.greenhouse_geisser <= ours.huynh_feldt <= 1


@given(
    st.lists(
        st.lists(st.tuples(numbers, numbers, numbers), min_size=3, max_size=3),
        min_size=2,
        max_size=3,
    )
)
def test_balanced_split_plot_needs_no_choice_of_squares(
    groups: list[list[tuple[float, ...]]],
) -> None:
    """With as many subjects in each group both kinds of sums of squares agree."""
    data = [np.array(group, dtype=np.float64) for group in groups]
    centred = [part - part.mean(axis=1, keepdims=True) for part in data]
    assume(all(np.ptp(part, axis=0).max() > 0 for part in centred))
    one, two = (split_plot_anova(data, kind) for kind in SumsOfSquares)
    assert one.within.sum_of_squares == pytest.approx(two.within.sum_of_squares, abs=1e-8)


@given(st.lists(samples, min_size=4, max_size=4))
def test_balanced_factorial_adds_up(data: list[np.ndarray]) -> None:
    """Two by two with equal n: terms add up to the variation between cells, in both kinds."""
    cells = [moments(values[:3]) for values in data]
    between = one_way_anova(cells).sum_of_squares_between
    for kind in SumsOfSquares:
        found = factorial_anova((2, 2), cells, kind)
        total = math.fsum(term.sum_of_squares for term in found.terms)
        assert total == pytest.approx(between, rel=1e-9, abs=1e-9)
        assert found.is_balanced


# --- ranks ----------------------------------------------------------------------------


@given(samples, samples)
def test_swapping_groups_flips_rank_tests(a: np.ndarray, b: np.ndarray) -> None:
    assume(len({*a.tolist(), *b.tolist()}) > 1)
    one, two = mann_whitney(a, b, 95), mann_whitney(b, a, 95)
    assert one.statistic + two.statistic == len(a) * len(b)
    assert one.p_less == pytest.approx(two.p_greater, abs=1e-12)
    assert one.p_value == pytest.approx(two.p_value, abs=1e-12)
    assert one.estimate == pytest.approx(-two.estimate, abs=1e-12)
    if one.ci_lower is not None and two.ci_upper is not None:
        assert one.ci_lower == pytest.approx(-two.ci_upper, abs=1e-12)
    assert one.probability == pytest.approx(probability_above(a, b))


@given(samples, samples)
def test_rank_intervals_agree_with_p(a: np.ndarray, b: np.ndarray) -> None:
    """Zero lies outside the interval only when p is at most α; inside whenever p is above."""
    both = [*a.tolist(), *b.tolist()]
    assume(len(set(both)) == len(both))
    found = mann_whitney(a, b, 90)
    if found.ci_lower is None or found.ci_upper is None:
        assert found.p_value > 0.1 - 1e-12 or len(a) * len(b) < 10
        return
    outside = found.ci_lower > 0 or found.ci_upper < 0
    assert outside == (found.p_value <= 0.1 + 1e-12)


@given(samples)
def test_signs_turned_turn_signed_ranks(values: np.ndarray) -> None:
    assume(bool(values.any()))
    one, two = signed_rank(values, 95), signed_rank(-values, 95)
    n = one.n
    assert one.statistic + two.statistic == n * (n + 1) / 2
    assert one.p_less == pytest.approx(two.p_greater, abs=1e-12)
    assert one.estimate == pytest.approx(-two.estimate, abs=1e-12)


@given(samples, samples)
def test_ranks_are_blind_to_what_keeps_order(a: np.ndarray, b: np.ndarray) -> None:
    assume(len({*a.tolist(), *b.tolist()}) > 1)
    plain, bent = kruskal_wallis([a, b]), kruskal_wallis([np.exp(a / 20), np.exp(b / 20)])
    assert plain.statistic == pytest.approx(bent.statistic, rel=1e-9, abs=1e-12)


def test_normal_and_exact_ps_are_near_each_other() -> None:
    """A hundred values are counted, a hundred and one are not; p moves by little."""
    generator = np.random.default_rng(5)
    a, b = generator.normal(size=50), generator.normal(0.4, size=51)
    counted, approximate = mann_whitney(a, b[:50], 95), mann_whitney(a, b, 95)
    assert counted.is_exact
    assert not approximate.is_exact
    assert mann_whitney(a, b[:50], 95).p_value == pytest.approx(approximate.p_value, abs=0.02)
    differences = generator.normal(0.2, size=61)
    assert signed_rank(differences[:60], 95).is_exact
    assert not signed_rank(differences, 95).is_exact


def test_shifts_of_very_many_are_those_of_all(monkeypatch: pytest.MonkeyPatch) -> None:
    """Order statistics by counting equal those by sorting every difference."""
    from decimus.statistics import shifts

    generator = np.random.default_rng(3)
    a, b = generator.normal(size=40), generator.normal(1, size=33)
    plain = difference_shift(a, b, (400, 390))
    walsh = shifts.walsh_shift(a, (200, 190))
    monkeypatch.setattr(shifts, "_MOST_AT_ONCE", 10)
    assert difference_shift(a, b, (400, 390)) == pytest.approx(plain, abs=1e-9)
    assert shifts.walsh_shift(a, (200, 190)) == pytest.approx(walsh, abs=1e-9)


@given(st.lists(st.tuples(numbers, numbers), min_size=3, max_size=9))
def test_friedman_of_two_counts_signs(pairs: list[tuple[float, float]]) -> None:
    """With two conditions the chi-square is (plus − minus)² / (plus + minus)."""
    values = np.array(pairs, dtype=np.float64)
    up, down = int((values[:, 0] > values[:, 1]).sum()), int((values[:, 0] < values[:, 1]).sum())
    assume(up + down > 0)
    assert friedman(values).statistic == pytest.approx((up - down) ** 2 / (up + down))


# --- effect sizes, planning, checks -------------------------------------------------------


@given(st.floats(-8, 8), st.floats(2, 60), st.sampled_from([80.0, 95.0, 99.0]))
def test_interval_of_g_is_where_t_is_at_its_tails(t: float, df: float, level: float) -> None:
    """At either end of the interval t lies at α/2 of its noncentral distribution."""
    found = hedges_g(t, 4.0, df, 1.0, level)
    assert found is not None
    assert found.interval is not None
    tails = [noncentral_t_tail(t, df, end * 2.0) for end in found.interval]
    share = (1 - level / 100) / 2
    assert tails == pytest.approx([share, 1 - share], abs=1e-9)


@given(st.floats(0.05, 60), st.integers(1, 6), st.integers(3, 80))
def test_interval_of_eta_squared(f: float, df: int, df_error: int) -> None:
    found = partial_eta_squared(f * df, float(df_error), df, df_error, 95)
    if found.interval is None:
        assert f_tail(f, df, df_error) > 0.95 - 1e-9
        return
    assert found.level == 90
    low, high = found.interval
    assume(abs(f_tail(f, df, df_error) - 0.05) > 1e-9)
    assert (low > 0) == (f_tail(f, df, df_error) < 0.05)
    assert 0 <= low <= high < 1
    n = df + df_error + 1
    for end, tail in ((low, 0.05), (high, 0.95)):
        if end > 0:
            assert noncentral_f_tail(f, df, df_error, end * n / (1 - end)) == pytest.approx(
                tail, abs=1e-9
            )


@pytest.mark.parametrize("df", [1, 2.5, 7, 40, 300])
@pytest.mark.parametrize("nc", [0.0, 0.7, 3.0, 11.0])
def test_noncentral_tails_against_the_library(df: float, nc: float) -> None:
    from scipy import stats  # noqa: TID251 - one independent check, in a test only

    for t in (0.0, 0.4, 2.0, 9.0, 30.0):
        found = noncentral_t_tail(t, df, nc)
        assert found == pytest.approx(1 - float(stats.nct.cdf(t, df, nc)), abs=1e-9)
        assert noncentral_t_tail(-t, df, -nc) == pytest.approx(1 - found, abs=1e-12)
    for f in (0.1, 1.0, 4.0, 30.0):
        # At 0 the library's noncentral F does not become the central one.
        expected = stats.ncf.sf(f, 3, df, nc * nc) if nc else stats.f.sf(f, 3, df)
        assert noncentral_f_tail(f, 3, df, nc * nc) == pytest.approx(float(expected), abs=1e-9)


@given(st.integers(2, 6), st.floats(0.4, 3.0), st.floats(0.5, 0.99))
def test_needed_n_is_the_first_that_reaches_the_power(
    groups: int, difference: float, power: float
) -> None:
    n = needed_n(difference, 1.0, groups, 0.05, power)
    assert n is not None
    assert n >= 2
    reach = smallest_difference(1.0, 2 / n, groups * (n - 1), 0.05, power)
    assert reach.difference <= difference + 1e-9
    if n > 2:
        before = smallest_difference(1.0, 2 / (n - 1), groups * (n - 2), 0.05, power)
        assert before.difference > difference - 1e-9


def test_planned_sd_is_above_the_one_found() -> None:
    """χ²(0.2; 10) = 6.179, printed in every table: √(10 / 6.179) = 1.272."""
    assert sd_upper_limit(4.0, 10) == pytest.approx(2 * 1.272, abs=2e-3)


def test_d_z_is_t_over_root_n() -> None:
    found = d_z(1.5, 4.0, 16, 95)
    assert found is not None
    assert found.value == pytest.approx(0.75)


def test_published_normality_check() -> None:
    """Weights of eleven men, Shapiro & Wilk 1965, p. 606: W = 0.79; p = 0.0067 by Royston."""
    weights = np.array([148, 154, 158, 160, 161, 162, 166, 170, 182, 195, 236], dtype=np.float64)
    found = shapiro_wilk(weights)
    assert found is not None
    assert found.statistic == pytest.approx(0.78881, abs=1e-4)
    assert found.p_value == pytest.approx(0.00670, abs=1e-4)


@pytest.mark.parametrize("n", [3, 4, 5, 6, 9, 11, 12, 25, 200, 2000])
def test_normality_against_the_library(n: int) -> None:
    from scipy import stats  # noqa: TID251 - one independent check, in a test only

    values = np.random.default_rng(n).gamma(2.0, size=n)
    found = shapiro_wilk(values)
    assert found is not None
    expected = stats.shapiro(values)
    assert found.statistic == pytest.approx(float(expected.statistic), abs=1e-4)
    assert found.p_value == pytest.approx(float(expected.pvalue), abs=1e-4)
    assert shapiro_wilk(np.full(n, 2.0)) is None


def test_shares_of_two_groups() -> None:
    """Newcombe 1998, table II (a): 56/70 and 48/80 give 0.0524 to 0.3339; the lady's tea."""
    found = compare_shares(Share(56, 70), Share(48, 80), 95)
    assert found is not None
    assert (found.ci_lower, found.ci_upper) == pytest.approx((0.0524, 0.3339), abs=5e-5)
    tea = compare_shares(Share(3, 4), Share(1, 4), 95)
    assert tea is not None
    assert tea.p_value == pytest.approx(34 / 70, abs=1e-12)
    assert compare_shares(Share(0, 0), Share(1, 4), 95) is None


@given(st.integers(2, 7), st.data())
def test_letters_say_exactly_which_differ(count: int, data: st.DataObject) -> None:
    """Two groups share a letter if and only if they are not among those that differ."""
    every = list(combinations(range(count), 2))
    different = data.draw(st.lists(st.sampled_from(every), unique=True, max_size=len(every)))
    letters = letters_of(count, different)
    for a, b in every:
        assert bool(set(letters[a]) & set(letters[b])) == ((a, b) not in different)
    for group, own in enumerate(letters):
        for letter in own:
            fewer = [set(it) - {letter} if i == group else set(it) for i, it in enumerate(letters)]
            says_the_same = all(
                bool(fewer[a] & fewer[b]) == ((a, b) not in different) for a, b in every
            )
            assert not (fewer[group] and says_the_same), f"{letter} of {own} says nothing"


def test_letters_by_hand() -> None:
    assert letters_of(3, []) == ("a", "a", "a")
    assert letters_of(4, [(0, 2), (0, 3), (1, 3)]) == ("a", "ab", "bc", "c")
