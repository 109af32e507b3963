"""Two factors that both differ within units: every unit at every level of both."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from decimus.analysis.comparison_results import (
    Comparison,
    Error,
    MainEffect,
    PairResult,
    names_joined,
)
from decimus.analysis.groups import Group
from decimus.analysis.methods.main_effects import directed, marginal_position, own_family, sides_of
from decimus.analysis.methods.mean_tests import base_of
from decimus.analysis.methods.pair_results import Plan, followed_up, pair_results
from decimus.analysis.methods.subject_tests import (
    Complete,
    complete_units,
    corrected,
    share_of,
    unit_pairs,
    within_term,
)
from decimus.statistics.distributions import Floats
from decimus.statistics.rank_tests import without_rounding
from decimus.statistics.repeated_measures import crossed_within_anova
from decimus.statistics.summaries import Summary
from decimus.statistics.t_tests import TTest, paired_t_test
from decimus.terms import Adjustment, PairSet, SphericityCorrection
from decimus.values import Value


class Crossed(Value, frozen=True, eq=False):
    """Complete units with their values by both factors.

    Args:
        complete: the units, their columns in the order of `groups`.
        levels: of both factors, in reading order.
        values: units × levels of the first × levels of the second.
    """

    complete: Complete
    levels: tuple[tuple[str, ...], tuple[str, ...]]
    values: Floats


def crossed_of(there: Sequence[Group], factors: tuple[int, int]) -> Crossed:
    """Groups as a crossing of two factors within units; all cells exist."""
    first, second = factors
    levels = (
        tuple(dict.fromkeys(group.levels[first] for group in there)),
        tuple(dict.fromkeys(group.levels[second] for group in there)),
    )
    at = {(g.levels[first], g.levels[second]): place for place, g in enumerate(there)}
    complete = complete_units(there)
    columns = [at[a, b] for a in levels[0] for b in levels[1]]
    shape = (len(complete.units), len(levels[0]), len(levels[1]))
    return Crossed(complete, levels, complete.values[:, columns].reshape(shape))


def crossed_within(plan: Plan) -> Comparison:
    """Two-way repeated-measures ANOVA: each term on its own term × unit."""
    first, second = plan.design.within
    crossed = crossed_of(plan.there, (first, second))
    anova = crossed_within_anova(crossed.values)
    correction = plan.choices.sphericity
    names = [factor.factor.name for factor in plan.groups.factors]
    terms = []
    for factors, found in zip(((first,), (second,), (first, second)), anova.terms, strict=True):
        name = names_joined([names[i] for i in factors])
        plain = within_term(name, factors, found.term, share_of(found.term))
        term = corrected(plain, found.term, found.sphericity.epsilon(correction))
        error = Error(found.term.df_error, found.term.sum_of_squares_error)
        terms.append(replace(term, sphericity=found.sphericity, error=error))
    base = replace(
        base_of(plan),
        terms=tuple(terms),
        residual=terms[-1].error or Error(0, None),
        subjects=Error(anova.df_subjects, anova.sum_of_squares_subjects),
        units=crossed.complete.units,
        incomplete=crossed.complete.incomplete,
        correction=correction,
        main_effects=_main_effects(plan, crossed),
    )
    if plan.pair_set is PairSet.MARGINAL:
        marginal = marginal_position(plan, (first, second))
        axis = (first, second).index(marginal)
        return replace(base, pairs=_marginal_pairs(plan, crossed, axis), marginal=marginal)
    family = unit_pairs(plan, crossed.complete)
    has_more = max(len(levels) for levels in crossed.levels) > 2
    return replace(
        base,
        pairs=family.results,
        untested=family.untested,
        correction=correction if has_more else SphericityCorrection.NONE,
    )


def _main_effects(plan: Plan, crossed: Crossed) -> tuple[MainEffect, ...]:
    found = []
    for axis, position in enumerate(plan.design.within):
        adjustment = Adjustment.HOLM if len(crossed.levels[axis]) > 2 else Adjustment.NONE
        pairs = _marginal_pairs(own_family(plan, adjustment), crossed, axis)
        if pairs:
            found.append(MainEffect(position, adjustment, pairs))
    return tuple(found)


def _marginal_pairs(plan: Plan, crossed: Crossed, axis: int) -> tuple[PairResult, ...]:
    """Levels of one factor by the means of each unit over the other: paired t-tests."""
    position, levels = plan.design.within[axis], crossed.levels[axis]
    means = crossed.values.mean(axis=2 - axis)
    kept: list[tuple[int, int]] = []
    tests: list[TTest] = []
    for a, b in directed(plan, levels, position, is_within=True):
        found = without_rounding(means[:, a] - means[:, b], float(np.abs(means).max()))
        differences = Summary(found).moments
        if differences.sum_of_squares:
            kept.append((a, b))
            tests.append(paired_t_test(differences, plan.interval_level))
    n = len(crossed.complete.units)
    return pair_results(
        plan,
        sides_of(plan, levels, position),
        kept,
        tests,
        followed_up(plan, tests, kept, len(levels)),
        lambda _place: (),
        lambda _place: (n, n),
    )


def flat_term(values: Floats, scale: float) -> int | None:
    """The first term (0, 1, or 2 for both) that all units respond to alike; None without one."""
    units = values - values.mean(axis=(1, 2), keepdims=True)
    first = units.mean(axis=2)
    second = units.mean(axis=1)
    both = units - first[:, :, None] - second[:, None, :]
    for term, part in enumerate((first, second, both)):
        if (abs(part - part.mean(axis=0)) <= scale).all():
            return term
    return None
