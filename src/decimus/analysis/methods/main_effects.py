"""Main effects as they are estimated: differences of one factor's means over the others."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import combinations

import numpy as np
from msgspec.structs import replace

from decimus.analysis.comparison_results import MainEffect, PairResult
from decimus.analysis.families import Compared
from decimus.analysis.methods.pair_results import Plan, followed_up, pair_results
from decimus.statistics.distributions import Floats
from decimus.statistics.effect_sizes import EffectSize, hedges_g
from decimus.statistics.linear_models import FactorialAnova
from decimus.statistics.t_tests import TTest, t_test, t_tests
from decimus.terms import Adjustment, LevelKind, PairSet, SumsOfSquares

_MOST_LEVELS = 40
"""Levels up to which all differences of a factor are estimated beside what was asked for."""


def own_family(plan: Plan, adjustment: Adjustment) -> Plan:
    """The plan of a main effect: all levels of a factor, two-sided, whatever else was asked."""
    choices = replace(plan.choices, alternative=None)
    return replace(
        plan,
        choices=choices,
        pair_set=PairSet.MARGINAL,
        adjustment=adjustment,
        alternative=None,
        per_level=False,
    )


def marginal_position(plan: Plan, positions: Sequence[int]) -> int:
    """The factor whose marginal means are compared, by position."""
    wanted = plan.choices.marginal_variable
    for position in positions:
        if plan.groups.factors[position].factor.variable == wanted:
            return position
    return positions[0]


def of_cells(
    plan: Plan, levels: Sequence[Sequence[str]], positions: Sequence[int], anova: FactorialAnova
) -> tuple[MainEffect, ...]:
    """The main effects of independent groups: cells count equally, on the pooled error."""
    found = []
    for position in positions:
        if len(levels[position]) > _MOST_LEVELS:
            continue
        adjustment = Adjustment.TUKEY if len(levels[position]) > 2 else Adjustment.NONE
        own = own_family(plan, adjustment)
        pairs = marginal_pairs(own, levels[position], position, anova)
        found.append(MainEffect(position, adjustment, pairs))
    return tuple(found)


def marginal_pairs(
    plan: Plan, levels: Sequence[str], position: int, anova: FactorialAnova
) -> tuple[PairResult, ...]:
    """The marginal means of one factor: cells count equally, the error is pooled."""
    means, shares, counts = [], [], []
    for level in levels:
        part = [g.summary.moments for g in plan.there if g.levels[position] == level]
        means.append(math.fsum(m.mean for m in part) / len(part))
        shares.append(math.fsum(1 / m.n for m in part) / len(part) ** 2)
        counts.append(sum(m.n for m in part))
    pairs = directed(plan, levels, position)
    first, second = np.array(pairs).T
    mean, share = np.array(means), np.array(shares)
    variance = anova.mean_square_error
    errors = np.sqrt(variance * (share[first] + share[second]))
    tests = t_tests(mean[first] - mean[second], errors, anova.df_error, plan.interval_level)
    return _results(plan, levels, position, pairs, tests, counts, (variance, anova.df_error))


def of_units(
    plan: Plan,
    places: tuple[int, int],
    levels: tuple[Sequence[str], Sequence[str]],
    groups: Sequence[Floats],
) -> tuple[MainEffect, ...]:
    """The main effects of a split-plot design.

    Between, on the means of units, their variance pooled over groups; within, on each unit's
    difference of two conditions, pooled likewise, groups weighed as their sums of squares are.

    Args:
        plan: of the comparison.
        places: positions of the factors between and within units.
        levels: their levels.
        groups: units × conditions for each level between.
    """
    between, within = places
    adjustment = Adjustment.TUKEY if len(levels[0]) > 2 else Adjustment.NONE
    found = between_units(own_family(plan, adjustment), between, levels[0], groups)
    effects = [MainEffect(between, adjustment, found)]
    adjustment = Adjustment.HOLM if len(levels[1]) > 2 else Adjustment.NONE
    found = within_units(own_family(plan, adjustment), within, levels[1], groups)
    if found:
        effects.append(MainEffect(within, adjustment, found))
    return tuple(effects)


def between_units(
    plan: Plan, position: int, levels: Sequence[str], groups: Sequence[Floats]
) -> tuple[PairResult, ...]:
    """Levels between units, on the means of units.

    Args:
        plan: of the comparison.
        position: of the factor.
        levels: its levels.
        groups: units × conditions for each of them.
    """
    n = [len(values) for values in groups]
    df = sum(n) - len(groups)
    units = [values.mean(axis=1) for values in groups]
    variance = math.fsum(_squares(part) for part in units) / df
    pairs = directed(plan, levels, position)
    tests = []
    for a, b in pairs:
        error = math.sqrt(variance * (1 / n[a] + 1 / n[b]))
        tests.append(t_test(_mean(units[a]) - _mean(units[b]), error, df, plan.interval_level))
    return _results(plan, levels, position, pairs, tests, n, (variance, df))


def within_units(
    plan: Plan, position: int, levels: Sequence[str], groups: Sequence[Floats]
) -> tuple[PairResult, ...]:
    """Levels within units, on each unit's difference; those that do not vary left out.

    Args:
        plan: of the comparison.
        position: of the factor.
        levels: its levels.
        groups: units × these levels for each level between.
    """
    n = [len(values) for values in groups]
    df = sum(n) - len(groups)
    kept, tests = [], []
    for a, b in directed(plan, levels, position, is_within=True):
        parts = [values[:, a] - values[:, b] for values in groups]
        spread = math.fsum(_squares(part) for part in parts) / df
        if spread <= 0:
            continue
        is_equal = plan.choices.sums_of_squares is SumsOfSquares.GIVEN_ALL
        weights = [1 / len(n) if is_equal else size / sum(n) for size in n]
        difference = math.fsum(w * _mean(part) for w, part in zip(weights, parts, strict=True))
        share = math.fsum(w * w / size for w, size in zip(weights, n, strict=True))
        kept.append((a, b))
        tests.append(t_test(difference, math.sqrt(spread * share), df, plan.interval_level))
    return _results(plan, levels, position, kept, tests, [sum(n)] * len(levels), None)


def _mean(values: Floats) -> float:
    return math.fsum(values.tolist()) / len(values)


def _squares(values: Floats) -> float:
    mean = _mean(values)
    return math.fsum((value - mean) ** 2 for value in values.tolist())


def directed(
    plan: Plan, levels: Sequence[str], position: int, *, is_within: bool = False
) -> list[tuple[int, int]]:
    """All pairs of levels as a − b: the control is b; within units it is later − earlier."""
    factor = plan.groups.factors[position].factor
    control = plan.groups.choices.control(factor.variable)
    order = list(levels)
    if is_within and factor.kind is not LevelKind.NAMES:
        order = [level for level in factor.level_texts_in_order if level in levels]
    place = [order.index(level) for level in levels]

    def is_second(level: int, other: int) -> bool:
        if control in (levels[level], levels[other]):
            return levels[level] == control
        return is_within and place[level] < place[other]

    pairs = combinations(range(len(levels)), 2)
    return [(j, i) if is_second(i, j) else (i, j) for i, j in pairs]


def sides_of(plan: Plan, levels: Sequence[str], position: int) -> list[Compared]:
    """The levels of a factor, averaged over all others, as sides of comparisons."""
    labels = {shown.level.text: shown.label for shown in plan.groups.factors[position].levels}
    at = range(len(plan.groups.factors))
    return [
        Compared(
            tuple(level if i == position else None for i in at),
            tuple(labels[level] if i == position else "" for i in at),
        )
        for level in levels
    ]


def _results(
    plan: Plan,
    levels: Sequence[str],
    position: int,
    pairs: Sequence[tuple[int, int]],
    tests: Sequence[TTest],
    counts: Sequence[int],
    pooled: tuple[float, float] | None,
) -> tuple[PairResult, ...]:
    """Pairs of levels; effect sizes where their variance is that of one value."""

    def effects(place: int) -> tuple[EffectSize, ...]:
        if pooled is None:
            return ()
        test, (variance, df) = tests[place], pooled
        g = hedges_g(test.mean_difference, variance, df, test.standard_error, plan.interval_level)
        return () if g is None else (g,)

    return pair_results(
        plan,
        sides_of(plan, levels, position),
        pairs,
        tests,
        followed_up(plan, tests, pairs, len(levels)),
        effects,
        lambda place: (counts[pairs[place][0]], counts[pairs[place][1]]),
    )
