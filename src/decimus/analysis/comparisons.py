"""The comparison of a question's groups: the test the design suggests, or the one chosen."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from enum import Enum

from decimus.analysis.groups import Group, Groups, names_of
from decimus.analysis.pairing import Pairing, has_same_units, in_time, pairing_of
from decimus.errors import DesignError
from decimus.statistics.anova import OneWayAnova, one_way_anova
from decimus.statistics.effect_sizes import hedges_g
from decimus.statistics.multiple_comparisons import (
    PairComparison,
    tukey_kramer,
    unadjusted_pairs,
)
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import TTest, paired_t_test, student_t_test, welch_t_test
from decimus.study.questions import Levels
from decimus.terms import Adjustment, IntervalKind, Method


class Design(Enum):
    """What the groups are, as far as it decides the test."""

    TWO_GROUPS = "two independent groups"
    SEVERAL_GROUPS = "three or more independent groups"
    CELLS = "cells of several factors"
    SAME_TWICE = "the same units twice"
    SAME_OFTEN = "the same units three times or more"


@dataclass(frozen=True)
class PairResult:
    """Group a minus group b; intervals in the unit of the outcome.

    `statistic` is "t" or "q" and `value` its value, with the sign of the difference.
    """

    a: Group
    b: Group
    test: TTest
    statistic: str
    value: float
    p_adjusted: float | None
    ci_lower: float
    ci_upper: float
    ci_kind: IntervalKind
    critical: float
    effect: float | None
    effect_name: str = "Hedges g"

    @property
    def p_shown(self) -> float:
        """The p that counts: adjusted where the pair is one of a family."""
        return self.test.p_value if self.p_adjusted is None else self.p_adjusted


@dataclass(frozen=True)
class Comparison:
    """The result of comparing the groups.

    Args:
        design: what the groups are.
        suggested: the method the design suggests.
        method: the method used.
        adjustment: how the pairs were adjusted.
        groups: the groups compared, in reading order.
        left_out: groups without a single value.
        anova: the ANOVA, None for a t-test.
        t_test: the t-test of two groups, None for an ANOVA.
        pairs: every pair, in reading order.
        level: level of the intervals, in percent.
        pairing: the differences of a paired test, None for any other.
    """

    design: Design
    suggested: Method
    method: Method
    adjustment: Adjustment
    groups: tuple[Group, ...]
    left_out: tuple[Group, ...]
    anova: OneWayAnova | None
    t_test: TTest | None
    pairs: tuple[PairResult, ...]
    level: float
    pairing: Pairing | None = None

    @property
    def alpha(self) -> float:
        """The p below which a difference counts as shown."""
        return round(1 - self.level / 100, 12)

    @property
    def p_value(self) -> float:
        """The p of the test over all groups."""
        if self.anova is not None:
            return self.anova.p_value
        return self.pairs[0].test.p_value

    @property
    def residual_df(self) -> int:
        """Values minus groups; of differences their number less 1."""
        if self.pairing is not None:
            return self.pairing.differences.n - 1
        return sum(group.n for group in self.groups) - len(self.groups)

    @property
    def residual_sum_of_squares(self) -> float:
        """Sum of squares within groups, or of differences about their mean."""
        if self.pairing is not None:
            return self.pairing.differences.moments.sum_of_squares
        return sum(group.summary.moments.sum_of_squares for group in self.groups)

    def pair(self, first: Levels, second: Levels) -> PairResult | None:
        """The result for two groups, whichever way round; None when it was not asked for."""
        for pair in self.pairs:
            if {pair.a.levels, pair.b.levels} == {first, second}:
                return pair
        return None


def design_of(groups: Groups) -> Design:
    """What the groups are."""
    counted = [group for group in groups.shown if not group.is_empty]
    if has_same_units(groups):
        return Design.SAME_TWICE if len(counted) == 2 else Design.SAME_OFTEN
    if len(counted) == 2:
        return Design.TWO_GROUPS
    return Design.CELLS if len(groups.factors) > 1 else Design.SEVERAL_GROUPS


def suggested_method(design: Design) -> Method:
    """The method a design suggests, from the design alone."""
    if design is Design.SAME_TWICE:
        return Method.PAIRED_T
    return Method.WELCH_T if design is Design.TWO_GROUPS else Method.ANOVA


ADJUSTMENTS: dict[Method, tuple[Adjustment, ...]] = {
    Method.ANOVA: (Adjustment.TUKEY, Adjustment.NONE),
    Method.WELCH_T: (Adjustment.NONE,),
    Method.STUDENT_T: (Adjustment.NONE,),
    Method.PAIRED_T: (Adjustment.NONE,),
}
"""The follow-ups that belong to a method, the suggested one first."""

METHOD_NAMES: dict[Method, str] = {
    Method.WELCH_T: "Welch’s t-test",
    Method.STUDENT_T: "Student’s t-test",
    Method.PAIRED_T: "paired t-test",
    Method.ANOVA: "one-way ANOVA",
}
"""Methods by their full names."""


def refusal(method: Method, groups: Groups) -> DesignError | None:
    """Why a method cannot compare these groups; None when it can."""
    counted = [group for group in groups.as_read if not group.is_empty]
    if not counted:
        return DesignError("No group has a value", remedy="Enter measurements")
    if len(counted) < 2:
        return DesignError(
            f"There is only one group, {names_of(counted)}; a comparison needs at least two",
            remedy="Add another group, or use the summary alone",
        )
    name = METHOD_NAMES[method]
    if (unknown := _unknown(counted, name)) is not None:
        return unknown
    if method is Method.PAIRED_T:
        return _paired_refusal(groups, counted, name)
    if method is Method.ANOVA:
        return _anova_refusal(counted, name)
    if len(counted) > 2:
        return DesignError(
            f"{name} compares two groups; here are {len(counted)}",
            remedy="Use one-way ANOVA",
        )
    return _t_refusal(counted, method, name)


def _unknown(counted: list[Group], name: str) -> DesignError | None:
    """Why a test cannot run from the summaries that were given; None when it can."""
    if without_n := [group for group in counted if not group.is_n_known]:
        return DesignError(
            f"n is not known for {names_of(without_n[:3])}; {name} needs it",
            remedy="Say how many replicates each mean is of",
        )
    lacking = [g for g in counted if g.n > 1 and g.summary.sum_of_squares is None]
    if lacking:
        return DesignError(
            f"The SD is not known for {names_of(lacking[:3])}; {name} needs it",
            remedy="Say what stands beside the means: SD, SE, a margin or a variance",
        )
    return None


def _paired_refusal(groups: Groups, counted: list[Group], name: str) -> DesignError | None:
    if not has_same_units(groups):
        return DesignError(
            f"{name[:1].upper()}{name[1:]} needs the same units in both groups",
            remedy="Say in the reading which column names them",
        )
    if len(counted) != 2:
        return DesignError(
            f"{name[:1].upper()}{name[1:]} compares two conditions; here are {len(counted)}",
            remedy="Leave all but two out",
        )
    differences = pairing_of(*in_time(groups, counted)).differences
    unit = groups.measurements.unit_name
    if differences.n < 2:
        return DesignError(
            f"Only {differences.n} {unit} has a value in both {names_of(counted)}; "
            f"{name} needs at least 2",
            remedy=f"Check the names of the {unit}s",
        )
    if differences.sum_of_squares == 0:
        return DesignError(
            f"All differences between {names_of(counted)} are equal; {name} needs some spread",
            remedy="Check the measurements",
        )
    return None


def _anova_refusal(counted: list[Group], name: str) -> DesignError | None:
    if all(group.n == 1 for group in counted):
        return DesignError(
            f"Every group has only 1 replicate ({names_of(counted[:3])}"
            f"{' …' if len(counted) > 3 else ''}); {name} needs at least 2 in one of them",
            remedy="Without replicates there is no spread to judge differences by",
        )
    if all(group.summary.sum_of_squares == 0 for group in counted):
        return _no_spread(counted, name)
    return None


def _t_refusal(counted: list[Group], method: Method, name: str) -> DesignError | None:
    single = [group for group in counted if group.n < 2]
    if single and (method is Method.WELCH_T or len(single) == 2):
        which = f"Group {names_of(single)} has" if len(single) == 1 else "Both groups have only"
        return DesignError(
            f"{which} 1 replicate; {name} needs at least 2"
            + (f" in group {names_of(single)}" if len(single) > 1 else ""),
            remedy="Add replicates, or use the summary alone",
        )
    if all(group.summary.sum_of_squares == 0 for group in counted):
        return _no_spread(counted, name)
    return None


def _no_spread(counted: list[Group], name: str) -> DesignError:
    return DesignError(
        f"All values are equal within {names_of(counted)}; {name} needs some spread",
        remedy="Check the measurements",
    )


def compare(groups: Groups) -> Comparison:
    """Compare the groups by the question's method.

    Raises:
        DesignError: the method does not fit the groups; says which and why.
    """
    question = groups.question
    design = design_of(groups)
    suggested = suggested_method(design)
    method = suggested if question.method is Method.AUTO else question.method
    if question.method is Method.AUTO and design is Design.SAME_OFTEN:
        raise _same_often(groups)
    if (error := refusal(method, groups)) is not None:
        raise error
    counted = tuple(group for group in groups.as_read if not group.is_empty)
    adjustment = question.adjustment or ADJUSTMENTS[method][0]
    if adjustment not in ADJUSTMENTS[method] or len(counted) == 2:
        adjustment = Adjustment.NONE
    moments = [group.summary.moments for group in counted]
    level = question.comparison_level
    anova = test = pairing = None
    if method is Method.PAIRED_T:
        pairing = pairing_of(*in_time(groups, counted))
        test, pairs = _paired_pair(pairing, level)
    elif method is Method.ANOVA:
        anova = one_way_anova(moments)
        pairs = _anova_pairs(counted, moments, anova, adjustment, level)
    else:
        run = welch_t_test if method is Method.WELCH_T else student_t_test
        test, pairs = _t_pair(counted, moments, run, level)
    return Comparison(
        design=design,
        suggested=suggested,
        method=method,
        adjustment=adjustment,
        groups=counted,
        left_out=tuple(group for group in groups.as_read if group.is_empty),
        anova=anova,
        t_test=test,
        pairs=pairs,
        level=level,
        pairing=pairing,
    )


def _same_often(groups: Groups) -> DesignError:
    noun = groups.measurements.unit_name
    return DesignError(
        f"The same {noun}s stand in every group, and there are more than two groups; "
        "a test for that is not available yet",
        remedy=f"Compare two groups, or say in the reading that every group has other {noun}s",
    )


def _paired_pair(pairing: Pairing, level: float) -> tuple[TTest, tuple[PairResult, ...]]:
    """The test of later − earlier, with d_z as effect size."""
    differences = pairing.differences.moments
    test = paired_t_test(differences, level)
    deviation = math.sqrt(differences.variance)
    pair = PairResult(
        a=pairing.later,
        b=pairing.earlier,
        test=test,
        statistic="t",
        value=test.statistic,
        p_adjusted=None,
        ci_lower=test.ci_lower,
        ci_upper=test.ci_upper,
        ci_kind=IntervalKind.INDIVIDUAL,
        critical=test.t_critical,
        effect=test.mean_difference / deviation,
        effect_name="Cohen d_z",
    )
    return test, (pair,)


def _anova_pairs(
    groups: tuple[Group, ...],
    moments: list[Moments],
    anova: OneWayAnova,
    adjustment: Adjustment,
    level: float,
) -> tuple[PairResult, ...]:
    is_tukey = adjustment is Adjustment.TUKEY
    run = tukey_kramer if is_tukey else unadjusted_pairs
    kind = IntervalKind.SIMULTANEOUS if is_tukey else IntervalKind.INDIVIDUAL

    def result(pair: PairComparison) -> PairResult:
        return PairResult(
            a=groups[pair.first],
            b=groups[pair.second],
            test=pair.test,
            statistic="q" if is_tukey else "t",
            value=pair.statistic,
            p_adjusted=pair.p_adjusted,
            ci_lower=pair.ci_lower,
            ci_upper=pair.ci_upper,
            ci_kind=kind,
            critical=pair.critical,
            effect=hedges_g(pair.test.mean_difference, anova.mean_square_within, anova.df_within),
        )

    return tuple(result(pair) for pair in run(moments, anova, level))


def _t_pair(
    groups: tuple[Group, ...],
    moments: list[Moments],
    run: Callable[[Moments, Moments, float], TTest],
    level: float,
) -> tuple[TTest, tuple[PairResult, ...]]:
    a, b = moments
    test = run(a, b, level)
    if run is welch_t_test:
        # On the root-mean variance, so that neither group's spread is taken for both.
        variance, df = (a.variance + b.variance) / 2, test.df
    else:
        df = a.n + b.n - 2
        variance = (a.sum_of_squares + b.sum_of_squares) / df
    pair = PairResult(
        a=groups[0],
        b=groups[1],
        test=test,
        statistic="t",
        value=test.statistic,
        p_adjusted=None,
        ci_lower=test.ci_lower,
        ci_upper=test.ci_upper,
        ci_kind=IntervalKind.INDIVIDUAL,
        critical=test.t_critical,
        effect=hedges_g(test.mean_difference, variance, df),
    )
    return test, (pair,)
