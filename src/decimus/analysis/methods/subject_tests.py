"""Tests of the same units under several conditions: paired, repeated-measures, split-plot."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from decimus.analysis.comparison_results import (
    Comparison,
    Error,
    PairResult,
    Term,
    UntestedPair,
    names_joined,
)
from decimus.analysis.groups import Group
from decimus.analysis.methods.main_effects import (
    between_units,
    marginal_position,
    of_units,
    within_units,
)
from decimus.analysis.methods.mean_tests import base_of, group_term, of_pair
from decimus.analysis.methods.pair_results import Plan, followed_up, pair_results, untested
from decimus.analysis.pairing import Pairing, less, pairing_of
from decimus.statistics.distributions import Floats
from decimus.statistics.effect_sizes import (
    EffectSize,
    d_av,
    d_z,
    hedges_g,
    root_mean_variance,
)
from decimus.statistics.repeated_measures import (
    WithinTerm,
    repeated_measures_anova,
    split_plot_anova,
)
from decimus.statistics.summaries import Moments, Summary
from decimus.statistics.t_tests import TTest, paired_t_test, welch_t_test
from decimus.terms import PairSet, SphericityCorrection
from decimus.values import Value


class Complete(Value, frozen=True, eq=False):
    """Units with a value in every group, and the others.

    Args:
        units: complete ones, in reading order.
        incomplete: those that lack a value somewhere.
        values: units × groups, less the measurements' origin.
    """

    units: tuple[str, ...]
    incomplete: tuple[str, ...]
    values: Floats


def complete_units(groups: Sequence[Group]) -> Complete:
    """The units that have a value in each of these groups."""
    by_unit = [dict(zip(g.cells.units, g.cells.exact, strict=True)) for g in groups]
    everyone = dict.fromkeys(unit for values in by_unit for unit in values)
    units = tuple(unit for unit in everyone if all(unit in values for values in by_unit))
    values = np.array([[values[unit] for values in by_unit] for unit in units], dtype=np.float64)
    return Complete(
        units,
        tuple(unit for unit in everyone if unit not in set(units)),
        values.reshape(len(units), len(groups)),
    )


def pairing_in(plan: Plan, pair: tuple[int, int]) -> Pairing:
    """The differences a − b of two groups, unit by unit."""
    a, b = pair
    return pairing_of(plan.there[b], plan.there[a])


def paired(plan: Plan) -> Comparison:
    """The paired t-test of later − earlier."""
    pairs = plan.pairs(is_paired=True)
    pairing = pairing_in(plan, pairs[0])
    differences = pairing.differences.moments
    test = paired_t_test(differences, plan.interval_level)
    kept = set(pairing.units)
    sides = [_of_units(plan.there[i], kept) for i in pairs[0]]
    effects = _paired_effects(plan, differences, sides[0], sides[1])
    n = differences.n
    found = pair_results(
        plan,
        plan.sides,
        pairs,
        [test],
        followed_up(plan, [test], pairs, 2),
        lambda _place: effects,
        lambda _place: (n, n),
    )
    return replace(
        of_pair(plan, found, Error(n - 1, differences.sum_of_squares)),
        pairing=pairing,
        units=pairing.units,
        incomplete=pairing.incomplete,
    )


def _of_units(group: Group, units: set[str]) -> Moments:
    """The moments of some units of a group."""
    rows = zip(group.cells.units, group.cells.exact, strict=True)
    return Summary(tuple(value for unit, value in rows if unit in units)).moments


def _paired_effects(
    plan: Plan, differences: Moments, a: Moments, b: Moments
) -> tuple[EffectSize, ...]:
    found = (
        d_z(differences.mean, differences.variance, differences.n, plan.interval_level),
        d_av(a, b),
    )
    return tuple(effect for effect in found if effect is not None)


def within_term(
    name: str, factors: tuple[int, ...], term: WithinTerm, effects: tuple[EffectSize, ...]
) -> Term:
    """A term without any correction."""
    return Term(
        name,
        factors,
        "F",
        term.statistic,
        (term.df, term.df_error),
        term.p_value(),
        term.sum_of_squares,
        effects,
    )


def share_of(term: WithinTerm) -> tuple[EffectSize, ...]:
    """Partial η²; its interval would need independent values."""
    total = term.sum_of_squares + term.sum_of_squares_error
    return (EffectSize("partial eta squared", term.sum_of_squares / total),)


def repeated(plan: Plan) -> Comparison:
    """Repeated-measures (randomised-block) ANOVA over the units that are complete."""
    complete = complete_units(plan.there)
    anova = repeated_measures_anova(complete.values)
    correction = plan.choices.sphericity
    name, factors = group_term(plan)
    term = corrected(
        within_term(name, factors, anova.conditions, share_of(anova.conditions)),
        anova.conditions,
        anova.sphericity.epsilon(correction),
    )
    k = len(plan.there)
    family = unit_pairs(plan, complete)
    return replace(
        base_of(plan),
        terms=(replace(term, sphericity=anova.sphericity),),
        residual=Error(anova.conditions.df_error, anova.conditions.sum_of_squares_error),
        subjects=Error(anova.df_subjects, anova.sum_of_squares_subjects),
        pairs=family.results,
        untested=family.untested,
        units=complete.units,
        incomplete=complete.incomplete,
        correction=correction if k > 2 else SphericityCorrection.NONE,
    )


def corrected(term: Term, within: WithinTerm, epsilon: float) -> Term:
    """The term with both df times ε."""
    return replace(
        term,
        df=(epsilon * within.df, epsilon * within.df_error),
        p_value=within.p_value(epsilon),
        df_uncorrected=(within.df, within.df_error),
        p_uncorrected=within.p_value(),
    )


def unit_pairs(plan: Plan, complete: Complete) -> UnitFamily:
    """Pairs by paired t-tests over the complete units."""
    family = UnitFamily(plan)
    for a, b in plan.pairs(is_paired=True):
        family.add((a, b), complete.values[:, a], complete.values[:, b], is_paired=True)
    return family


class UnitFamily:
    """Pairs of columns with their tests; those that do not vary apart."""

    def __init__(self, plan: Plan) -> None:
        self._plan = plan
        self._pairs: list[tuple[int, int]] = []
        self._tests: list[TTest] = []
        self._effects: list[tuple[EffectSize, ...]] = []
        self._counts: list[tuple[int, int]] = []
        self.untested: tuple[UntestedPair, ...] = ()

    def add(self, pair: tuple[int, int], a: Floats, b: Floats, *, is_paired: bool) -> None:
        """Test a pair by its columns."""
        found = (_paired_columns if is_paired else _between_columns)(self._plan, a, b)
        counts = (len(a), len(b))
        if found is None:
            name = "the paired t-test" if is_paired else "Welch’s t-test"
            difference = less(Summary(a).mean or 0.0, Summary(b).mean or 0.0)
            self.untested += (untested(self._plan, pair, difference, counts, name),)
            return
        self._pairs.append(pair)
        self._tests.append(found[0])
        self._effects.append(found[1])
        self._counts.append(counts)

    @property
    def results(self) -> tuple[PairResult, ...]:
        """The pairs that could be tested, adjusted for each other."""
        return pair_results(
            self._plan,
            self._plan.sides,
            self._pairs,
            self._tests,
            followed_up(self._plan, self._tests, self._pairs, len(self._plan.there)),
            self._effects.__getitem__,
            self._counts.__getitem__,
        )


def _paired_columns(
    plan: Plan, a: Floats, b: Floats
) -> tuple[TTest, tuple[EffectSize, ...]] | None:
    """The paired t-test of two columns; None where all differences are equal."""
    by_unit = zip(a.tolist(), b.tolist(), strict=True)
    differences = Summary(tuple(less(x, y) for x, y in by_unit)).moments
    if not differences.sum_of_squares:
        return None
    effects = _paired_effects(plan, differences, Summary(a).moments, Summary(b).moments)
    return paired_t_test(differences, plan.interval_level), effects


class SplitPlot(Value, frozen=True, eq=False):
    """Complete units for each level between units, with the places of groups by condition."""

    levels: tuple[str, ...]
    conditions: tuple[str, ...]
    places: tuple[tuple[int, ...], ...]
    complete: tuple[Complete, ...]

    @property
    def row_of(self) -> dict[int, tuple[int, int]]:
        """For each group's place: its level between, and its condition within."""
        return {
            place: (row, column)
            for row, places in enumerate(self.places)
            for column, place in enumerate(places)
        }


def split_plot_of(there: Sequence[Group], between: int, within: int) -> SplitPlot:
    """Groups sorted into levels between units and conditions within; all cells exist."""
    levels = tuple(dict.fromkeys(group.levels[between] for group in there))
    conditions = tuple(dict.fromkeys(group.levels[within] for group in there))
    at = {(g.levels[between], g.levels[within]): place for place, g in enumerate(there)}
    places = tuple(tuple(at[level, c] for c in conditions) for level in levels)
    complete = tuple(complete_units([there[place] for place in row]) for row in places)
    return SplitPlot(levels, conditions, places, complete)


def split_plot(plan: Plan) -> Comparison:
    """Split-plot ANOVA; paired t-tests within groups of units, Welch's between them."""
    between, within = plan.design.between[0], plan.design.within[0]
    parts = split_plot_of(plan.there, between, within)
    choices = plan.choices
    anova = split_plot_anova([c.values for c in parts.complete], choices.sums_of_squares)
    epsilon = anova.sphericity.epsilon(choices.sphericity)
    names = [plan.groups.factors[i].factor.name for i in (between, within)]
    both = tuple(sorted((between, within)))
    joined = names_joined([plan.groups.factors[i].factor.name for i in both])
    conditions = within_term(names[1], (within,), anova.within, share_of(anova.within))
    interaction = within_term(joined, both, anova.interaction, share_of(anova.interaction))
    terms = (
        within_term(names[0], (between,), anova.between, share_of(anova.between)),
        replace(corrected(conditions, anova.within, epsilon), sphericity=anova.sphericity),
        replace(corrected(interaction, anova.interaction, epsilon), sphericity=anova.sphericity),
    )
    marginal = None
    if plan.pair_set is PairSet.MARGINAL:
        marginal = marginal_position(plan, (between, within))
        pairs = _marginal_of(plan, parts, marginal)
        flat: tuple[UntestedPair, ...] = ()
    else:
        family = _split_plot_pairs(plan, parts)
        pairs, flat = family.results, family.untested
    return replace(
        base_of(plan),
        terms=terms,
        marginal=marginal,
        residual=Error(anova.within.df_error, anova.within.sum_of_squares_error),
        subjects=Error(anova.between.df_error, anova.between.sum_of_squares_error),
        pairs=pairs,
        untested=flat,
        units=tuple(unit for c in parts.complete for unit in c.units),
        incomplete=tuple(unit for c in parts.complete for unit in c.incomplete),
        correction=choices.sphericity if len(parts.places[0]) > 2 else SphericityCorrection.NONE,
        sums_of_squares=choices.sums_of_squares,
        is_balanced=len({len(c.units) for c in parts.complete}) == 1,
        main_effects=of_units(
            plan,
            (between, within),
            (parts.levels, parts.conditions),
            [c.values for c in parts.complete],
        ),
    )


def _marginal_of(plan: Plan, parts: SplitPlot, position: int) -> tuple[PairResult, ...]:
    """The levels of one factor, averaged over the other."""
    groups = [complete.values for complete in parts.complete]
    if position == plan.design.between[0]:
        return between_units(plan, position, parts.levels, groups)
    return within_units(plan, position, parts.conditions, groups)


def _split_plot_pairs(plan: Plan, parts: SplitPlot) -> UnitFamily:
    row_of = parts.row_of
    family = UnitFamily(plan)
    for a, b in plan.pairs(is_paired=True):
        (row_a, column_a), (row_b, column_b) = row_of[a], row_of[b]
        one, other = parts.complete[row_a].values, parts.complete[row_b].values
        family.add((a, b), one[:, column_a], other[:, column_b], is_paired=row_a == row_b)
    return family


def _between_columns(
    plan: Plan, a: Floats, b: Floats
) -> tuple[TTest, tuple[EffectSize, ...]] | None:
    """Welch’s t-test of two columns; None where neither varies."""
    one, other = Summary(a).moments, Summary(b).moments
    if not one.sum_of_squares and not other.sum_of_squares:
        return None
    test = welch_t_test(one, other, plan.interval_level)
    variance, df = root_mean_variance(one, other)
    g = hedges_g(
        test.mean_difference,
        variance,
        df,
        test.standard_error,
        plan.interval_level,
        df_of_error=test.df,
    )
    return test, () if g is None else (g,)
