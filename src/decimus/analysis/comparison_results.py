"""What a comparison comes to: terms of its table, pairs, and what was left out."""

from __future__ import annotations

from collections.abc import Sequence
from enum import Enum
from functools import cached_property

from decimus.analysis.designs import Design
from decimus.analysis.families import Compared, SideLevels
from decimus.analysis.groups import Group
from decimus.analysis.pairing import Pairing
from decimus.kinds.method_kinds import Compares
from decimus.kinds.methods import METHODS
from decimus.statistics.distributions import Floats
from decimus.statistics.effect_sizes import EffectSize
from decimus.statistics.rank_tests import RankTest, probability_above
from decimus.statistics.repeated_measures import Sphericity
from decimus.statistics.shifts import difference_shift
from decimus.study.targets import Levels
from decimus.terms import (
    Adjustment,
    Alternative,
    IntervalKind,
    Method,
    PairSet,
    SphericityCorrection,
    SumsOfSquares,
)
from decimus.values import Value

SUPERIORITY = "P(a > b)"
"""The name of the effect size of rank tests."""


class Error(Value, frozen=True):
    """A line of the table that others are tested on."""

    df: float
    sum_of_squares: float | None

    @property
    def mean_square(self) -> float | None:
        """Sum of squares over df."""
        if self.sum_of_squares is None or self.df <= 0:
            return None
        return self.sum_of_squares / self.df


class Term(Value, frozen=True):
    """One line of the table: an effect with its statistic.

    Args:
        name: the factor, or factors joined by " × ".
        factors: their positions.
        statistic: "F", "t", "U", "W", "H" or "chi2".
        value: of the statistic.
        df: its degrees of freedom, corrected where a correction applies; none for U and W.
        p_value: two-sided for t, U and W.
        sum_of_squares: None where the method has none.
        effects: effect sizes, the one that is shown first.
        df_uncorrected: without the correction; None where there is none.
        p_uncorrected: likewise.
        sphericity: what the correction comes from; None where there is none.
        error: the line it is tested on, where each term has its own; else None.
        p_approximate: from chi-square, where `p_value` is exact; None elsewhere.
    """

    name: str
    factors: tuple[int, ...]
    statistic: str
    value: float
    df: tuple[float, ...]
    p_value: float
    sum_of_squares: float | None = None
    effects: tuple[EffectSize, ...] = ()
    df_uncorrected: tuple[float, ...] | None = None
    p_uncorrected: float | None = None
    sphericity: Sphericity | None = None
    error: Error | None = None
    p_approximate: float | None = None

    @property
    def mean_square(self) -> float | None:
        """Sum of squares over its (uncorrected) df."""
        if self.sum_of_squares is None:
            return None
        df = self.df if self.df_uncorrected is None else self.df_uncorrected
        return self.sum_of_squares / df[0]

    @property
    def effect(self) -> EffectSize | None:
        """The effect size that is shown."""
        return self.effects[0] if self.effects else None


class Order(Enum):
    """Which side of a pair is the larger."""

    FIRST_LARGER = "the first"
    SECOND_LARGER = "the second"
    NEITHER = "neither can be said to be"

    @property
    def turned(self) -> Order:
        """The same with the sides exchanged."""
        others = {
            Order.FIRST_LARGER: Order.SECOND_LARGER,
            Order.SECOND_LARGER: Order.FIRST_LARGER,
            Order.NEITHER: Order.NEITHER,
        }
        return others[self]


class PairResult(Value, frozen=True):
    """Side a minus side b; differences and intervals in the unit of the outcome.

    Args:
        a: what is compared.
        b: what with; a reference value has no levels.
        mean_difference: mean a − mean b.
        standard_error: of it; None for rank tests.
        statistic: "t", "q", "U", "W" or "z".
        value: its value, with the sign of the difference.
        df: None where the statistic has none.
        p_value: two-sided and unadjusted.
        p_less: one-sided, for a below b.
        p_greater: one-sided, for a above b.
        p_adjusted: for the family; None for one pair or where nothing is adjusted.
        p_directional: in the direction of the sentence; None for two-sided.
        p_directional_adjusted: likewise, for the family.
        ci_lower: lower end of the interval that belongs to the p; None where there is none.
        ci_upper: its upper end.
        ci_kind: what the interval promises.
        critical: the quantile behind it.
        effects: effect sizes, the one that is shown first.
        n: how many values, or pairs, of each side were used.
        rank: the rank test, whose estimate the interval is of; None for other tests.
        samples: the values of both sides where only their ranks were compared.
    """

    a: Compared
    b: Compared
    mean_difference: float
    standard_error: float | None
    statistic: str
    value: float
    df: float | None
    p_value: float
    p_less: float
    p_greater: float
    p_adjusted: float | None
    p_directional: float | None
    p_directional_adjusted: float | None
    ci_lower: float | None
    ci_upper: float | None
    ci_kind: IntervalKind | None
    critical: float | None
    effects: tuple[EffectSize, ...]
    n: tuple[int, int]
    rank: RankTest | None = None
    samples: tuple[Floats, Floats] | None = None

    @property
    def p_shown(self) -> float:
        """The p that counts: in the direction asked for, adjusted for the family."""
        if self.p_directional is not None:
            adjusted = self.p_directional_adjusted
            return self.p_directional if adjusted is None else adjusted
        return self.p_value if self.p_adjusted is None else self.p_adjusted

    @cached_property
    def estimate(self) -> float:
        """What the interval is of: the difference of means, or the shift of a rank test."""
        if self.samples is not None:
            return difference_shift(*self.samples, None)[0]
        return self.mean_difference if self.rank is None else self.rank.estimate

    @cached_property
    def effect(self) -> EffectSize | None:
        """The effect size that is shown."""
        if self.samples is not None:
            return EffectSize(SUPERIORITY, probability_above(*self.samples))
        return self.effects[0] if self.effects else None

    @cached_property
    def order(self) -> Order:
        """Which side is the larger: by the difference, of ranks by how often it is.

        The shift of ranks may be nought, or of the other sign, where one side is the larger in
        most pairs of values: then that is what the test is of, or nothing is said.
        """
        effect = self.effect
        by_ranks = self.rank is not None or self.samples is not None
        if by_ranks and effect is not None and effect.name == SUPERIORITY:
            more = effect.value - 0.5
            if more * self.estimate < 0:
                return Order.NEITHER
        else:
            more = self.estimate
        if more == 0:
            return Order.NEITHER
        return Order.FIRST_LARGER if more > 0 else Order.SECOND_LARGER

    @property
    def cells(self) -> tuple[Levels, Levels] | None:
        """Both groups, where both sides are groups."""
        a, b = self.a.cell, self.b.cell
        return None if a is None or b is None else (a, b)

    def joins(self, first: SideLevels, second: SideLevels) -> bool:
        """True for the comparison of these two groups, whichever way round."""
        return {self.a.levels, self.b.levels} == {first, second}


class UntestedPair(Value, frozen=True):
    """A pair of the family whose values leave nothing to test it on.

    Args:
        a: what would be compared.
        b: what with.
        mean_difference: mean a − mean b.
        n: how many values, or pairs, of each side there are.
        why: the reason, a sentence without its full stop.
    """

    a: Compared
    b: Compared
    mean_difference: float
    n: tuple[int, int]
    why: str


class MainEffect(Value, frozen=True):
    """How far the levels of one factor lie apart, averaged over the other.

    Args:
        factor: its position.
        adjustment: how its pairs are adjusted for each other.
        pairs: all pairs of its levels.
    """

    factor: int
    adjustment: Adjustment
    pairs: tuple[PairResult, ...]


_USUAL_ALPHA = 0.05


class Comparison(Value, frozen=True):
    """The result of comparing the groups.

    Args:
        design: what the groups are.
        suggested: the method the design suggests.
        method: the method used.
        pair_set: the family of comparisons.
        adjustment: how they were adjusted.
        groups: the groups compared, in reading order.
        left_out: groups without a single value.
        terms: the effects.
        residual: what is left.
        subjects: variation between subjects (or blocks), where there are any.
        pairs: the family, in reading order.
        untested: pairs that would belong to it and cannot be tested.
        level: level of the intervals, in percent.
        alternative: the direction of one-sided tests, None for two-sided.
        reference: what one group's mean is compared with.
        units: subjects used, where the method is one of subjects.
        incomplete: subjects left out because some of their values are missing.
        pairing: the differences of a test of two conditions.
        sums_of_squares: what terms were given; None where that means nothing.
        is_balanced: whether all cells have the same n.
        correction: the correction for sphericity, None where there is none.
        marginal: the position of the factor whose marginal means are compared.
        family: how many pairs the adjustment counts; of the largest family where each level of
            the other factors has its own.
        per_level: whether that is so.
        within: the position of the factor whose levels are compared within those of the others;
            None for all in turn.
        main_effects: what each factor does averaged over the other, where there are several.
    """

    design: Design
    suggested: Method
    method: Method
    pair_set: PairSet
    adjustment: Adjustment
    groups: tuple[Group, ...]
    left_out: tuple[Group, ...]
    terms: tuple[Term, ...]
    residual: Error
    pairs: tuple[PairResult, ...]
    level: float
    subjects: Error | None = None
    alternative: Alternative | None = None
    reference: float | None = None
    units: tuple[str, ...] = ()
    incomplete: tuple[str, ...] = ()
    pairing: Pairing | None = None
    sums_of_squares: SumsOfSquares | None = None
    is_balanced: bool = True
    correction: SphericityCorrection | None = None
    marginal: int | None = None
    untested: tuple[UntestedPair, ...] = ()
    family: int = 1
    per_level: bool = False
    within: int | None = None
    main_effects: tuple[MainEffect, ...] = ()

    @property
    def alpha(self) -> float:
        """The p below which a difference counts as shown."""
        return round(1 - self.level / 100, 12)

    @property
    def interval_level(self) -> float:
        """Level of the intervals of differences, in percent: see `interval_level_of`."""
        return interval_level_of(self.level, self.alternative)

    def family_of(self, pair: PairResult) -> tuple[int, Adjustment]:
        """How many pairs a pair is adjusted for, itself among them, and how."""
        for effect in self.main_effects:
            if any(pair is other for other in effect.pairs):
                return len(effect.pairs), effect.adjustment
        return self.family, self.adjustment

    def level_of(self, pair: PairResult) -> float:
        """Level of the interval of a pair, in percent; main effects are always two-sided."""
        return self.level if pair.p_directional is None else self.interval_level

    @property
    def p_value(self) -> float:
        """The p of the test over all groups; of the first term where there are several."""
        return self.pairs[0].p_shown if self.is_of_two else self.terms[0].p_value

    @property
    def is_of_two(self) -> bool:
        """True for a test of two groups, of pairs or of one group."""
        return METHODS[self.method].compares is not Compares.SEVERAL

    @property
    def has_usual_alpha(self) -> bool:
        """Whether α goes without saying."""
        return self.alpha == _USUAL_ALPHA

    def shows(self, found: PairResult | Term) -> bool:
        """Whether a difference, or a term, is shown at the level of this comparison."""
        p = found.p_shown if isinstance(found, PairResult) else found.p_value
        return p < self.alpha

    def pair(self, first: SideLevels, second: SideLevels) -> PairResult | None:
        """The result for two groups, whichever way round; None when it was not asked for."""
        return next((pair for pair in self.pairs if pair.joins(first, second)), None)


def interval_level_of(level: float, alternative: Alternative | None) -> float:
    """The level at which an interval and the p of its test agree, in percent.

    A one-sided test at α goes with the end of the 1 − 2α interval: beyond 0 when p < α.
    """
    return level if alternative is None else round(2 * level - 100, 9)


def names_joined(names: Sequence[str]) -> str:
    """The name of an interaction."""
    return " × ".join(names)
