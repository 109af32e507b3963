"""Pairs put together: the t-test of each, what the follow-up makes of it, effect sizes."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from decimus.analysis.comparison_results import (
    PairResult,
    UntestedPair,
    interval_level_of,
)
from decimus.analysis.designs import Design, whole_family
from decimus.analysis.families import Compared, differing, family, side
from decimus.analysis.groups import Group, Groups
from decimus.kinds.adjustments import ADJUSTMENTS, OF_ONE_CONTROL, OF_RANGES, kind_of_interval
from decimus.kinds.totals import total
from decimus.statistics.dunnett_distribution import loadings
from decimus.statistics.effect_sizes import EffectSize, glass_delta
from decimus.statistics.multiple_comparisons import (
    FollowUp,
    by_p_values,
    directional,
    dunnett,
    games_howell,
    tukey_kramer,
)
from decimus.statistics.p_adjustments import ADJUSTED_BY_P
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import TTest
from decimus.study.questions import ComparisonChoices
from decimus.terms import Adjustment, Alternative, Method, PairSet
from decimus.values import Value


class Plan(Value, frozen=True):
    """A comparison about to be made: what with what, and how; all of it fits the groups.

    Args:
        groups: the groups of the question.
        choices: what was chosen about their comparison.
        there: those with values, in reading order.
        design: what they are.
        suggested: the method the design suggests.
        method: the method to use.
        pair_set: the family.
        adjustment: how its pairs are adjusted.
        alternative: the direction, None for two-sided.
        per_level: whether pairs at each level of the other factors are a family of their own.
    """

    groups: Groups
    choices: ComparisonChoices
    there: tuple[Group, ...]
    design: Design
    suggested: Method
    method: Method
    pair_set: PairSet
    adjustment: Adjustment
    alternative: Alternative | None
    per_level: bool

    @property
    def level(self) -> float:
        """100 · (1 − α)."""
        return self.choices.level

    @property
    def interval_level(self) -> float:
        """Level of intervals of single differences, in percent."""
        return interval_level_of(self.level, self.alternative)

    @property
    def moments(self) -> list[Moments]:
        """Of every group there."""
        return [group.summary.moments for group in self.there]

    def pairs(self, *, is_paired: bool = False) -> list[tuple[int, int]]:
        """The family as (a, b) by place in `there`; all of it where pairs were picked from it."""
        pair_set = self.pair_set
        if pair_set is PairSet.CHOSEN:
            pair_set = whole_family(self.method, self.design)
        within = self.design.within if is_paired else ()
        chosen = self.choices.chosen_pairs
        return family(self.groups, self.there, pair_set, chosen, within, self.within_factor)

    @property
    def within_factor(self) -> int | None:
        """The position of the factor whose levels are compared within others; None for all."""
        if self.pair_set is not PairSet.WITHIN:
            return None
        wanted = self.choices.within_variable
        varying = (*self.design.between, *self.design.within)
        variables = {self.groups.factors[i].factor.variable: i for i in varying}
        return None if wanted is None else variables.get(wanted)

    def families(self, pairs: Sequence[tuple[int, int]]) -> list[list[int]]:
        """Which pairs, by place, are adjusted for each other."""
        if not self.per_level:
            return [list(range(len(pairs)))]
        found: dict[tuple[str | int, ...], list[int]] = {}
        for place, (a, b) in enumerate(pairs):
            by = differing(self.there[a], self.there[b])
            rest = (level for i, level in enumerate(self.there[a].levels) if i not in by)
            found.setdefault((*by, *rest), []).append(place)
        return list(found.values())

    @property
    def sides(self) -> list[Compared]:
        """The groups as sides of comparisons."""
        return [side(group) for group in self.there]


def followed_up(
    plan: Plan,
    tests: Sequence[TTest],
    pairs: Sequence[tuple[int, int]],
    k: int,
    control_n: tuple[int, Sequence[int]] | None = None,
) -> tuple[FollowUp, ...]:
    """What the plan's follow-up makes of all pairs, family by family.

    Args:
        plan: which follow-up.
        tests: the pairs by t.
        pairs: which groups they are of, by place.
        k: how many means a range spans, where all pairs are one family.
        control_n: n of the control and of every treatment, for Dunnett's test.
    """
    if not plan.per_level:
        return _family_followed_up(plan, tests, k, control_n)
    found: dict[int, FollowUp] = {}
    for places in plan.families(pairs):
        spans = len({group for place in places for group in pairs[place]})
        part = _family_followed_up(plan, [tests[place] for place in places], spans, None)
        found.update(zip(places, part, strict=True))
    return tuple(found[place] for place in range(len(pairs)))


def _family_followed_up(
    plan: Plan, tests: Sequence[TTest], k: int, control_n: tuple[int, Sequence[int]] | None
) -> tuple[FollowUp, ...]:
    by_range, by_control = _BY_RANGE.get(plan.adjustment), _BY_CONTROL.get(plan.adjustment)
    if by_range is not None and tests and (len(tests) > 1 or k > 2):
        return by_range(tests, k, plan.level)
    if by_control is not None and tests and control_n is not None:
        return by_control(tests, loadings(*control_n), plan.level, plan.alternative)
    return by_p_values(tests, plan.adjustment, plan.level, plan.alternative)


_BY_RANGE = total(
    OF_RANGES, {Adjustment.TUKEY: tukey_kramer, Adjustment.GAMES_HOWELL: games_howell}
)
_BY_CONTROL = total(OF_ONE_CONTROL, {Adjustment.DUNNETT: dunnett})


def in_direction(plan: Plan, p_less: float, p_greater: float) -> float | None:
    """The one-sided p in the plan's direction; None for two-sided."""
    if plan.alternative is None:
        return None
    return p_less if plan.alternative is Alternative.LESS else p_greater


def adjusted_p(
    plan: Plan, p_values: Sequence[float | None], families: Sequence[Sequence[int]]
) -> list[float | None]:
    """The p values adjusted for their families; None for each where nothing is adjusted."""
    run = ADJUSTED_BY_P.get(plan.adjustment)
    found: list[float | None] = [None] * len(p_values)
    for places in families if run is not None else ():
        known = [p for place in places if (p := p_values[place]) is not None]
        if run is not None and len(known) > 1:
            for place, p in zip(places, run(known), strict=True):
                found[place] = p
    return found


Effects = Callable[[int], tuple[EffectSize, ...]]
"""The effect sizes of the pair in a place."""


def pair_results(
    plan: Plan,
    sides: Sequence[Compared],
    pairs: Sequence[tuple[int, int]],
    tests: Sequence[TTest],
    follow_ups: Sequence[FollowUp],
    effects: Effects,
    n: Callable[[int], tuple[int, int]],
) -> tuple[PairResult, ...]:
    """The pairs of a family, tests and follow-ups in the same order."""
    is_range = plan.adjustment in OF_RANGES and any(
        follow.p_adjusted is not None for follow in follow_ups
    )
    largest = max(map(len, plan.families(pairs)), default=0)
    kind = kind_of_interval(plan.adjustment, max(largest, 2 if is_range else 1))
    found = []
    for place, ((a, b), test, follow) in enumerate(zip(pairs, tests, follow_ups, strict=True)):
        has_range = is_range and follow.p_adjusted is not None
        found.append(
            PairResult(
                a=sides[a],
                b=sides[b],
                mean_difference=test.mean_difference,
                standard_error=test.standard_error,
                statistic=ADJUSTMENTS[plan.adjustment].letter if has_range else "t",
                value=follow.statistic,
                df=test.df,
                p_value=test.p_value,
                p_less=test.p_less,
                p_greater=test.p_greater,
                p_adjusted=follow.p_adjusted,
                p_directional=directional(test, plan.alternative),
                p_directional_adjusted=follow.p_directional_adjusted,
                ci_lower=follow.ci_lower,
                ci_upper=follow.ci_upper,
                ci_kind=kind,
                critical=follow.critical,
                effects=effects(place),
                n=n(place),
            )
        )
    return tuple(found)


def with_delta(
    plan: Plan, pair: tuple[int, int], difference: float, effect: EffectSize | None
) -> tuple[EffectSize, ...]:
    """An effect size, and Glass's Δ beside it where b is a control."""
    found = [] if effect is None else [effect]
    b = plan.there[pair[1]]
    is_control = any(
        plan.groups.choices.control(factor.factor.variable) == level
        for factor, level in zip(plan.groups.factors, b.levels, strict=True)
    )
    if is_control and (delta := glass_delta(difference, b.summary.moments)) is not None:
        found.append(delta)
    return tuple(found)


def untested(
    plan: Plan, pair: tuple[int, int], difference: float, n: tuple[int, int], name: str
) -> UntestedPair:
    """A pair whose differences do not vary; the others of its family stand."""
    a, b = (plan.sides[i] for i in pair)
    why = f"All differences are equal, and {name} needs some spread"
    return UntestedPair(a, b, difference, n, why)
