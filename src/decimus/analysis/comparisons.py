"""The comparison of a question's groups: what the design suggests, or what was chosen."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace

from decimus.analysis.comparison_results import Comparison, PairResult, UntestedPair
from decimus.analysis.designs import (
    Design,
    Kind,
    adjustments,
    can_be_one_sided,
    pair_sets,
    suggested_method,
)
from decimus.analysis.families import control_factor, is_among
from decimus.analysis.groups import Groups
from decimus.analysis.methods.crossed_within import crossed_within
from decimus.analysis.methods.mean_tests import (
    factorial,
    one_sample,
    one_way,
    two_groups,
    welch_one_way,
)
from decimus.analysis.methods.pair_results import Plan
from decimus.analysis.methods.rank_comparisons import (
    rank_anova,
    rank_anova_of_units,
    rank_sums,
    signed_ranks,
)
from decimus.analysis.methods.share_comparisons import share_of_one_group, shares_of_groups
from decimus.analysis.methods.subject_tests import paired, repeated, split_plot
from decimus.analysis.refusals import refusal
from decimus.errors import DesignError
from decimus.kinds.adjustments import ADJUSTMENTS, OF_RANGES, Needs
from decimus.study.questions import ComparisonChoices, PairOfGroups
from decimus.terms import Adjustment, Alternative, Method, PairSet

_RUN: dict[Method, Callable[[Plan], Comparison]] = {
    Method.WELCH_T: two_groups,
    Method.STUDENT_T: two_groups,
    Method.PAIRED_T: paired,
    Method.ONE_SAMPLE_T: one_sample,
    Method.ANOVA: one_way,
    Method.WELCH_ANOVA: welch_one_way,
    Method.TWO_WAY: factorial,
    Method.THREE_WAY: factorial,
    Method.REPEATED_MEASURES: repeated,
    Method.CROSSED_WITHIN: crossed_within,
    Method.SPLIT_PLOT: split_plot,
    Method.MANN_WHITNEY: rank_sums,
    Method.SIGNED_RANK: signed_ranks,
    Method.KRUSKAL_WALLIS: rank_anova,
    Method.FRIEDMAN: rank_anova_of_units,
    Method.BINOMIAL: share_of_one_group,
    Method.FISHER: shares_of_groups,
    Method.FREEMAN_HALTON: shares_of_groups,
}
PER_LEVEL = (PairSet.WITHIN, PairSet.CONTROL)
"""Families that can be one for each level of the other factors."""


def compare(groups: Groups, design: Design, choices: ComparisonChoices) -> Comparison:
    """Compare groups of a design as was chosen.

    Raises:
        DesignError: the method does not fit the groups; says which and why.
    """
    plan = plan_of(groups, design, choices)
    found = _RUN[plan.method](plan)
    found = replace(found, family=_family_size(plan, found.pairs))
    if plan.pair_set is not PairSet.CHOSEN:
        return found
    chosen = choices.chosen_pairs
    return replace(
        found,
        pairs=tuple(pair for pair in found.pairs if _is_chosen(pair, chosen)),
        untested=tuple(pair for pair in found.untested if _is_chosen(pair, chosen)),
    )


def _family_size(plan: Plan, pairs: tuple[PairResult, ...]) -> int:
    """How many pairs are adjusted for each other; of the largest family where there are more."""
    if not plan.per_level:
        return max(1, len(pairs))
    place = {group.levels: at for at, group in enumerate(plan.there)}
    cells = [both for pair in pairs if (both := pair.cells) is not None]
    families = plan.families([(place[a], place[b]) for a, b in cells])
    return max(map(len, families), default=1)


def _is_chosen(pair: PairResult | UntestedPair, chosen: tuple[PairOfGroups, ...]) -> bool:
    a, b = pair.a.cell, pair.b.cell
    return a is not None and b is not None and is_among(chosen, a, b)


def plan_of(groups: Groups, design: Design, choices: ComparisonChoices) -> Plan:
    """What will be compared with what, and how.

    Raises:
        DesignError: the method does not fit the groups.
    """
    suggested = suggested_method(design)
    is_auto = choices.method is Method.AUTO
    method = suggested if is_auto else choices.method
    if is_auto and design.kind is Kind.BEYOND:
        raise _beyond(groups, design)
    if (error := refusal(method, groups, design, choices.reference)) is not None:
        raise error
    pair_set = fitting_pair_set(groups, method, design, choices.pair_set)
    return Plan(
        groups,
        choices,
        groups.with_values,
        design,
        suggested,
        method,
        pair_set,
        fitting_adjustment(groups, method, design, pair_set, choices),
        fitting_alternative(groups, method, pair_set, choices),
        pair_set in PER_LEVEL and choices.per_level,
    )


def fitting_pair_set(
    groups: Groups, method: Method, design: Design, wanted: PairSet | None
) -> PairSet:
    """The family that was chosen where it fits the method, else the suggested one."""
    offered = pair_sets(method, design)
    if wanted is PairSet.CONTROL and wanted not in offered and control_factor(groups) is None:
        return offered[0]
    return wanted if wanted in offered else offered[0]


def fitting_adjustment(
    groups: Groups, method: Method, design: Design, pair_set: PairSet, choices: ComparisonChoices
) -> Adjustment:
    """The follow-up that was chosen where it fits, else the suggested one."""
    offered = offered_adjustments(groups, method, design, pair_set, choices)
    wanted = choices.adjustment
    return wanted if wanted in offered else offered[0]


def fitting_alternative(
    groups: Groups, method: Method, pair_set: PairSet, choices: ComparisonChoices
) -> Alternative | None:
    """The direction that was chosen where every pair can have one, else two-sided."""
    fits = can_be_one_sided(method, pair_set, len(groups.with_values))
    return choices.alternative if fits else None


def offered_adjustments(
    groups: Groups,
    method: Method,
    design: Design,
    pair_set: PairSet,
    choices: ComparisonChoices,
) -> tuple[Adjustment, ...]:
    """The follow-ups that fit method, family and direction, the suggested one first."""
    per_level = pair_set in PER_LEVEL and choices.per_level
    found = adjustments(method, design, pair_set, per_level=per_level)
    if len(groups.with_values) == 2:
        # Against a control one treatment has its t-test; whoever asks for it by name may have it.
        of_one = (a for a in found if ADJUSTMENTS[a].needs is Needs.ONE_CONTROL)
        return (Adjustment.NONE, *of_one)
    if fitting_alternative(groups, method, pair_set, choices) is not None:
        found = tuple(a for a in found if a not in OF_RANGES)
    return found


def _beyond(groups: Groups, design: Design) -> DesignError:
    noun = groups.measurements.unit_name
    others = " and ".join(groups.factors[i].factor.name for i in design.between) or "a third factor"
    names = " and ".join(groups.factors[i].factor.name for i in design.within)
    return DesignError(
        f"The same {noun}s stand at several levels of {names}, with {others} beside; a test for "
        f"that needs a mixed model with {noun} as random effect, which is not offered",
        remedy=(
            f"Compare one factor at a time, take the cells as conditions of a repeated-measures "
            f"ANOVA, or, if {noun}s of one name are others in other groups, name them apart"
        ),
    )
