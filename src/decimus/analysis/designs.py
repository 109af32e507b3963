"""What the groups are as far as it decides the test: which factors differ within subjects."""

from __future__ import annotations

from collections.abc import Sequence
from enum import Enum

from decimus.analysis.groups import Group, Groups
from decimus.analysis.pairing import has_same_units
from decimus.kinds.adjustments import BY_P
from decimus.kinds.methods import FACTORIAL, OF_TWO
from decimus.terms import Adjustment, Method, PairSet
from decimus.values import Value


class Kind(Enum):
    """The kinds of design there are tests for, and those there are none for."""

    ONE_GROUP = "one group"
    TWO_GROUPS = "two independent groups"
    SEVERAL_GROUPS = "three or more independent groups"
    CELLS = "cells of several factors"
    SAME_TWICE = "the same units twice"
    SAME_OFTEN = "the same units three times or more"
    SPLIT_PLOT = "one factor between units, one within"
    CROSSED_WITHIN = "two factors within units"
    BEYOND = "three factors with units, or two within units and one between"


class Design(Value, frozen=True):
    """A kind of design.

    Args:
        kind: which.
        between: factors that differ between units, by position.
        within: factors that differ within units; none where units are independent.
        has_control: whether a level is marked as control.
        is_of_cases: whether all values are 0 or 1, some of either.
        is_single: whether each cell of several factors has one value.
    """

    kind: Kind
    between: tuple[int, ...] = ()
    within: tuple[int, ...] = ()
    has_control: bool = False
    is_single: bool = False
    is_of_cases: bool = False


def varying_factors(groups: Sequence[Group], factors: int) -> tuple[int, ...]:
    """The factors, by position, that these groups differ in."""
    return tuple(i for i in range(factors) if len({group.levels[i] for group in groups}) > 1)


def design_of(groups: Groups) -> Design:
    """The design of the groups that have values."""
    there = groups.with_values
    factors = varying_factors(there, len(groups.factors))
    has_control = any(
        groups.choices.control(groups.factors[i].factor.variable) is not None for i in factors
    )
    if len(there) < 2:
        return Design(Kind.ONE_GROUP, has_control=has_control, is_of_cases=_is_of_cases(there))
    within = _within(there, factors) if has_same_units(groups) else ()
    between = tuple(i for i in factors if i not in within)
    is_single = not within and len(factors) > 1 and all(group.n == 1 for group in there)
    kind = _kind(len(there), factors, within)
    return Design(kind, between, within, has_control, is_single, _is_of_cases(there))


def _is_of_cases(groups: Sequence[Group]) -> bool:
    """True where values say yes or no, some of either; a measured one is known at once."""
    if any(g.cells.given is not None or g.summary.shifted is not None for g in groups):
        return False
    found = set()
    for group in groups:
        for value in group.cells.exact:
            if value not in (0.0, 1.0):
                return False
            found.add(value)
    return len(found) == 2


def _kind(groups: int, factors: tuple[int, ...], within: tuple[int, ...]) -> Kind:
    if not within:
        if groups == 2:
            return Kind.TWO_GROUPS
        return Kind.CELLS if len(factors) > 1 else Kind.SEVERAL_GROUPS
    if len(factors) == 1:
        return Kind.SAME_TWICE if groups == 2 else Kind.SAME_OFTEN
    if len(factors) == 2 and len(within) == 1:
        return Kind.SPLIT_PLOT
    if groups == 2:
        return Kind.SAME_TWICE
    return Kind.CROSSED_WITHIN if len(factors) == len(within) == 2 else Kind.BEYOND


def _within(groups: Sequence[Group], factors: tuple[int, ...]) -> tuple[int, ...]:
    """Factors of which some unit has more than one level."""
    found = []
    for factor in factors:
        level_of: dict[str, str] = {}
        for group in groups:
            level = group.levels[factor]
            if any(level_of.setdefault(unit, level) != level for unit in group.cells.units):
                found.append(factor)
                break
    return tuple(found)


def suggested_method(design: Design) -> Method:
    """The method a design suggests, from the design alone."""
    if design.is_of_cases and design.kind in _OF_CASES:
        return _OF_CASES[design.kind]
    return {
        Kind.CELLS: Method.THREE_WAY if len(design.between) == 3 else Method.TWO_WAY,
        Kind.ONE_GROUP: Method.ONE_SAMPLE_T,
        Kind.TWO_GROUPS: Method.WELCH_T,
        Kind.SEVERAL_GROUPS: Method.ANOVA,
        Kind.SAME_TWICE: Method.PAIRED_T,
        Kind.SAME_OFTEN: Method.REPEATED_MEASURES,
        Kind.SPLIT_PLOT: Method.SPLIT_PLOT,
        Kind.CROSSED_WITHIN: Method.CROSSED_WITHIN,
        Kind.BEYOND: Method.REPEATED_MEASURES,
    }[design.kind]


_OF_CASES = {
    Kind.ONE_GROUP: Method.BINOMIAL,
    Kind.TWO_GROUPS: Method.FISHER,
    Kind.SEVERAL_GROUPS: Method.FREEMAN_HALTON,
    Kind.CELLS: Method.FREEMAN_HALTON,
    # Of 0 and 1 these are McNemar's exact test and Cochran's Q.
    Kind.SAME_TWICE: Method.SIGNED_RANK,
    Kind.SAME_OFTEN: Method.FRIEDMAN,
}


def pair_sets(method: Method, design: Design) -> tuple[PairSet, ...]:
    """The families that belong to a method and a design, the suggested one first."""
    if method in OF_TWO:
        return (PairSet.ALL,)
    one_by_one = (PairSet.CHOSEN, PairSet.PLANNED, PairSet.NONE)
    several = is_of_several(design)
    if method in FACTORIAL and design.is_single:
        return (PairSet.MARGINAL, PairSet.NONE)
    if method is Method.CROSSED_WITHIN:
        first = (PairSet.CONTROL, PairSet.WITHIN) if design.has_control else (PairSet.WITHIN,)
        return (*first, PairSet.ALL, PairSet.MARGINAL, *one_by_one)
    if method in FACTORIAL:
        first = (PairSet.CONTROL, PairSet.WITHIN) if design.has_control else (PairSet.WITHIN,)
        return (*first, PairSet.ALL, PairSet.MARGINAL, *one_by_one)
    if method is Method.SPLIT_PLOT:
        control = (PairSet.CONTROL,) if design.has_control else ()
        return (PairSet.WITHIN, *control, PairSet.MARGINAL, *one_by_one)
    within = (PairSet.WITHIN,) if several else ()
    if design.has_control:
        return (PairSet.CONTROL, PairSet.ALL, *within, *one_by_one)
    return (PairSet.ALL, *within, *one_by_one)


def is_of_several(design: Design) -> bool:
    """True where groups differ in more than one factor."""
    return len(design.between) + len(design.within) > 1


def whole_family(method: Method, design: Design) -> PairSet:
    """What pairs that were picked after seeing the data were picked from."""
    return next(s for s in pair_sets(method, design) if s in (PairSet.ALL, PairSet.WITHIN))


def can_be_one_sided(method: Method, pairs: PairSet, groups: int) -> bool:
    """True where a direction can have been fixed for every pair: two groups, control, planned."""
    return method in OF_TWO or groups == 2 or pairs in (PairSet.CONTROL, PairSet.PLANNED)


def adjustments(
    method: Method, design: Design, pairs: PairSet, *, per_level: bool = False
) -> tuple[Adjustment, ...]:
    """The follow-ups that belong to a method and a family, the suggested one first.

    Args:
        method: the test over all groups.
        design: what the groups are.
        pairs: the family.
        per_level: whether pairs at each level of the other factors are a family of their own.
    """
    has_several = is_of_several(design)
    if pairs is PairSet.CHOSEN:
        pairs = whole_family(method, design)
    if method in OF_TWO or pairs is PairSet.NONE:
        return (Adjustment.NONE,)
    if method is Method.ANOVA:
        return _after_anova(pairs, has_several=has_several)
    if method is Method.WELCH_ANOVA:
        game = (Adjustment.GAMES_HOWELL,)
        return (*game, *BY_P) if pairs is PairSet.ALL else (*BY_P, *game)
    if method in FACTORIAL:
        if pairs in (PairSet.ALL, PairSet.MARGINAL):
            return (Adjustment.TUKEY, *BY_P)
        if pairs is PairSet.WITHIN and per_level:
            return (Adjustment.TUKEY, *BY_P)
        if pairs is PairSet.PLANNED:
            return (*BY_P, Adjustment.TUKEY)
        return (Adjustment.SIDAK, *(a for a in BY_P if a is not Adjustment.SIDAK))
    return BY_P


def _after_anova(pairs: PairSet, *, has_several: bool) -> tuple[Adjustment, ...]:
    if pairs is PairSet.CONTROL and not has_several:
        return (Adjustment.DUNNETT, *BY_P, Adjustment.TUKEY)
    if pairs is PairSet.ALL:
        return (Adjustment.TUKEY, *BY_P)
    return (*BY_P, Adjustment.TUKEY)
