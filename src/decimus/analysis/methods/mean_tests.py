"""Tests of means of independent groups: t-tests, one-way, Welch and factorial ANOVA."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from decimal import Decimal

import numpy as np
from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison, Error, PairResult, Term, names_joined
from decimus.analysis.families import Compared
from decimus.analysis.groups import Group
from decimus.analysis.methods.main_effects import marginal_pairs, marginal_position, of_cells
from decimus.analysis.methods.pair_results import Plan, followed_up, pair_results, with_delta
from decimus.kinds.adjustments import OF_ONE_CONTROL
from decimus.statistics.anova import one_way_anova, welch_anova
from decimus.statistics.distributions import Floats
from decimus.statistics.effect_sizes import (
    EffectSize,
    hedges_g,
    omega_squared,
    partial_eta_squared,
    root_mean_variance,
)
from decimus.statistics.linear_models import cells_of, factorial_anova
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import (
    TTest,
    student_t_test,
    t_test,
    t_tests,
    welch_t_test,
)
from decimus.terms import Method, PairSet


def base_of(plan: Plan) -> Comparison:
    """A comparison with what the plan says and nothing found yet."""
    return Comparison(
        design=plan.design,
        suggested=plan.suggested,
        method=plan.method,
        pair_set=plan.pair_set,
        adjustment=plan.adjustment,
        groups=plan.there,
        left_out=tuple(group for group in plan.groups.as_read if group.is_empty),
        terms=(),
        residual=Error(0, None),
        pairs=(),
        level=plan.level,
        alternative=plan.alternative,
        per_level=plan.per_level,
        within=plan.within_factor,
    )


def group_term(plan: Plan) -> tuple[str, tuple[int, ...]]:
    """The name of what the groups differ in, taken as one, with the factors' positions."""
    names = [factor.factor.name for factor in plan.groups.factors]
    positions = (*plan.design.between, *plan.design.within) or (0,)
    if len(names) == 1 or len(positions) == 1:
        return names[positions[0]], positions
    return f"cells of {' and '.join(names)}", positions


def _shares(moments: Sequence[Moments]) -> Floats:
    return np.array([1 / group.n for group in moments])


def pooled_tests(
    plan: Plan, pairs: Sequence[tuple[int, int]], mean_square: float, df: int
) -> list[TTest]:
    """Pairs by t on one pooled error."""
    if not pairs:
        return []
    moments = plan.moments
    first, second = np.array(pairs).T
    means = np.array([group.mean for group in moments])
    shares = _shares(moments)
    errors = np.sqrt(mean_square * (shares[first] + shares[second]))
    return t_tests(means[first] - means[second], errors, df, plan.interval_level)


def pooled_pairs(plan: Plan, mean_square: float, df: int) -> tuple[PairResult, ...]:
    """The plan's family on one pooled error."""
    pairs = plan.pairs()
    tests = pooled_tests(plan, pairs, mean_square, df)
    control_n = None
    if plan.adjustment in OF_ONE_CONTROL and pairs:
        control_n = (plan.there[pairs[0][1]].n, [plan.there[a].n for a, _ in pairs])

    def effects(place: int) -> tuple[EffectSize, ...]:
        test = tests[place]
        g = hedges_g(
            test.mean_difference, mean_square, df, test.standard_error, plan.interval_level
        )
        return with_delta(plan, pairs[place], test.mean_difference, g)

    return pair_results(
        plan,
        plan.sides,
        pairs,
        tests,
        followed_up(plan, tests, pairs, len(plan.there), control_n),
        effects,
        _ns(plan, pairs),
    )


def _ns(plan: Plan, pairs: Sequence[tuple[int, int]]) -> Callable[[int], tuple[int, int]]:
    """How many values each side of a pair has."""

    def n(place: int) -> tuple[int, int]:
        a, b = pairs[place]
        return plan.there[a].n, plan.there[b].n

    return n


def two_groups(plan: Plan) -> Comparison:
    """Welch's or Student's t-test."""
    pairs = plan.pairs()
    a, b = (plan.there[i].summary.moments for i in pairs[0])
    if plan.method is Method.WELCH_T:
        test = welch_t_test(a, b, plan.interval_level)
        # On the root-mean variance, so that neither group's spread is taken for both.
        has_df = min(a.n, b.n) > 1
        variance, df = root_mean_variance(a, b) if has_df else (0.0, 0.0)
        df_of_error = test.df
    else:
        test = student_t_test(a, b, plan.interval_level)
        df = a.n + b.n - 2
        variance = (a.sum_of_squares + b.sum_of_squares) / df
        df_of_error = None
    g = hedges_g(
        test.mean_difference,
        variance,
        df,
        test.standard_error,
        plan.interval_level,
        df_of_error=df_of_error,
    )
    effects = with_delta(plan, pairs[0], test.mean_difference, g)
    found = pair_results(
        plan,
        plan.sides,
        pairs,
        [test],
        followed_up(plan, [test], pairs, 2),
        lambda _place: effects,
        _ns(plan, pairs),
    )
    return of_pair(plan, found, Error(a.n + b.n - 2, a.sum_of_squares + b.sum_of_squares))


def of_pair(plan: Plan, pairs: tuple[PairResult, ...], residual: Error) -> Comparison:
    """A comparison that is one pair."""
    pair = pairs[0]
    name, factors = group_term(plan)
    df = () if pair.df is None else (pair.df,)
    effects = (pair.effect,) if pair.effect is not None else ()
    term = Term(name, factors, pair.statistic, pair.value, df, pair.p_value, None, effects)
    return replace(base_of(plan), terms=(term,), residual=residual, pairs=pairs)


def one_sample(plan: Plan) -> Comparison:
    """One group's mean beside a reference value."""
    reference = plan.choices.reference or 0.0
    group = plan.there[0]
    moments = group.summary.moments
    difference = moments.mean - less_origin(group, reference)
    df = moments.n - 1
    error = math.sqrt(moments.variance / moments.n)
    test = t_test(difference, error, df, plan.interval_level)
    g = hedges_g(difference, moments.variance, df, error, plan.interval_level)
    sides = [*plan.sides, Compared((), ())]
    pairs = pair_results(
        plan,
        sides,
        [(0, 1)],
        [test],
        followed_up(plan, [test], [(0, 1)], 2),
        lambda _place: () if g is None else (g,),
        lambda _place: (group.n, 0),
    )
    found = of_pair(plan, pairs, Error(df, moments.sum_of_squares))
    return replace(found, reference=reference)


def less_origin(group: Group, value: float) -> float:
    """A value less the origin that the group's exact values are less."""
    if group.summary.shifted is None:
        return value
    return float(Decimal(repr(value)) - group.summary.origin)


def one_way(plan: Plan) -> Comparison:
    """One-way ANOVA over all groups, with pairs on the pooled error."""
    moments = plan.moments
    anova = one_way_anova(moments)
    name, factors = group_term(plan)
    between, within = anova.sum_of_squares_between, anova.sum_of_squares_within
    effects = (
        partial_eta_squared(
            between, within, anova.df_between, anova.df_within, plan.level, "eta squared"
        ),
        omega_squared(
            between,
            anova.df_between,
            anova.mean_square_within,
            anova.df_between + anova.df_within + 1,
        ),
    )
    term = Term(
        name,
        factors,
        "F",
        anova.statistic,
        (anova.df_between, anova.df_within),
        anova.p_value,
        between,
        effects,
    )
    return replace(
        base_of(plan),
        terms=(term,),
        residual=Error(anova.df_within, within),
        pairs=pooled_pairs(plan, anova.mean_square_within, anova.df_within),
        is_balanced=len({m.n for m in moments}) == 1,
    )


def welch_one_way(plan: Plan) -> Comparison:
    """Welch's ANOVA, with pairs that keep their own spread."""
    moments = plan.moments
    anova = welch_anova(moments)
    plain = one_way_anova(moments)
    name, factors = group_term(plan)
    between, within = plain.sum_of_squares_between, plain.sum_of_squares_within
    effect = EffectSize("eta squared", between / (between + within))
    term = Term(
        name,
        factors,
        "F",
        anova.statistic,
        (anova.df_between, anova.df_within),
        anova.p_value,
        None,
        (effect,),
    )
    pairs = plan.pairs()
    tests = [welch_t_test(moments[a], moments[b], plan.interval_level) for a, b in pairs]

    def effects(place: int) -> tuple[EffectSize, ...]:
        a, b = pairs[place]
        test = tests[place]
        variance, df = root_mean_variance(moments[a], moments[b])
        g = hedges_g(
            test.mean_difference,
            variance,
            df,
            test.standard_error,
            plan.interval_level,
            df_of_error=test.df,
        )
        return with_delta(plan, pairs[place], test.mean_difference, g)

    return replace(
        base_of(plan),
        terms=(term,),
        residual=Error(plain.df_within, within),
        pairs=pair_results(
            plan,
            plan.sides,
            pairs,
            tests,
            followed_up(plan, tests, pairs, len(moments)),
            effects,
            _ns(plan, pairs),
        ),
    )


def levels_there(plan: Plan) -> tuple[tuple[str, ...], ...]:
    """The levels of every factor that have a value, in reading order."""
    return tuple(
        tuple(dict.fromkeys(group.levels[i] for group in plan.there))
        for i in range(len(plan.groups.factors))
    )


def factorial(plan: Plan) -> Comparison:
    """Two- or three-way ANOVA with all interactions."""
    levels = levels_there(plan)
    positions = [i for i, of in enumerate(levels) if len(of) > 1]
    shape = [len(levels[i]) for i in positions]
    cells = _cells(plan, levels, positions)
    kind = plan.choices.sums_of_squares
    anova = factorial_anova(shape, [cell.summary.moments for cell in cells], kind)
    names = [plan.groups.factors[i].factor.name for i in positions]
    n = sum(cell.n for cell in cells)
    terms = tuple(
        Term(
            names_joined([names[f] for f in term.factors]),
            tuple(positions[f] for f in term.factors),
            "F",
            term.statistic,
            (term.df, anova.df_error),
            term.p_value,
            term.sum_of_squares,
            (
                partial_eta_squared(
                    term.sum_of_squares,
                    anova.sum_of_squares_error,
                    term.df,
                    anova.df_error,
                    plan.level,
                ),
                omega_squared(term.sum_of_squares, term.df, anova.mean_square_error, n),
            ),
        )
        for term in anova.terms
    )
    marginal = None
    if plan.pair_set is PairSet.MARGINAL:
        marginal = marginal_position(plan, positions)
        pairs = marginal_pairs(plan, levels[marginal], marginal, anova)
    else:
        pairs = pooled_pairs(plan, anova.mean_square_error, anova.df_error)
    return replace(
        base_of(plan),
        terms=terms,
        residual=Error(anova.df_error, anova.sum_of_squares_error),
        pairs=pairs,
        sums_of_squares=kind,
        is_balanced=anova.is_balanced,
        marginal=marginal,
        main_effects=of_cells(plan, levels, positions, anova),
    )


def _cells(plan: Plan, levels: Sequence[Sequence[str]], positions: Sequence[int]) -> list[Group]:
    """The groups in the order of the model's cells; all exist, that was checked."""
    by_levels = {tuple(g.levels[i] for i in positions): g for g in plan.there}
    shape = [len(levels[i]) for i in positions]
    return [
        by_levels[tuple(levels[i][at] for i, at in zip(positions, place, strict=True))]
        for place in cells_of(shape)
    ]
