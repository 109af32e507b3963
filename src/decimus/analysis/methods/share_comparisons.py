"""Comparisons of shares, where the outcome is 0 or 1: exact tests from counts."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import combinations

from msgspec.structs import replace

from decimus.analysis.comparison_results import (
    Comparison,
    Error,
    PairResult,
    Term,
    interval_level_of,
)
from decimus.analysis.families import Compared
from decimus.analysis.groups import Group
from decimus.analysis.methods.mean_tests import base_of, group_term
from decimus.analysis.methods.pair_results import Plan, adjusted_p, in_direction
from decimus.kinds.adjustments import kind_of_interval
from decimus.statistics.effect_sizes import EffectSize
from decimus.statistics.exact_shares import (
    ShareTest,
    binomial_test,
    fisher_test,
    freeman_halton_test,
    odds_ratio,
)
from decimus.statistics.p_adjustments import holm, interval_share
from decimus.statistics.shares import Share, ShareComparison, compare_shares
from decimus.values import Value


class SharesBeyond(Value, frozen=True):
    """The exact tests of shares beyond a threshold, where the figure shows these.

    Args:
        whole: over all groups.
        between: of two groups, their difference with its interval; None of more.
        pairs: (a, b, p after Holm) by place; none for two groups.
    """

    whole: ShareTest
    between: ShareComparison | None
    pairs: tuple[tuple[int, int, float], ...]


def shares_beyond(shares: Sequence[Share], level: float) -> SharesBeyond:
    """Compare shares of two groups or more, each of at least one case.

    Args:
        shares: of every group.
        level: of the interval, in percent.
    """
    if len(shares) == 2:
        a, b = shares
        return SharesBeyond(fisher_test(a, b), compare_shares(a, b, level), ())
    places = list(combinations(range(len(shares)), 2))
    adjusted = holm([fisher_test(shares[a], shares[b]).p_value for a, b in places])
    pairs = tuple((a, b, p) for (a, b), p in zip(places, adjusted, strict=True))
    return SharesBeyond(freeman_halton_test(shares), None, pairs)


def share_of_ones(group: Group) -> Share:
    """The cases that are 1."""
    return Share(round(math.fsum(group.cells.exact)), group.n)


def shares_of_groups(plan: Plan) -> Comparison:
    """Fisher's exact test of two groups; Freeman and Halton's of more, with pairs by Fisher's."""
    shares = [share_of_ones(group) for group in plan.there]
    whole = fisher_test(shares[0], shares[1]) if len(shares) == 2 else freeman_halton_test(shares)
    pairs = plan.pairs()
    families = plan.families(pairs)
    size = max(map(len, families), default=1)
    share = interval_share(plan.adjustment, max(1, size), plan.level)
    level = interval_level_of(100 * share, plan.alternative)
    found = []
    for a, b in pairs:
        between = compare_shares(shares[a], shares[b], level)
        ends = None if between is None else (between.ci_lower, between.ci_upper)
        difference = (shares[a].share or 0.0) - (shares[b].share or 0.0)
        n = (shares[a].n, shares[b].n)
        test = fisher_test(shares[a], shares[b])
        odds = odds_ratio(shares[a], shares[b])
        found.append(_Pair((plan.sides[a], plan.sides[b]), test, difference, ends, n, odds))
    both = odds_ratio(shares[0], shares[1]) if len(shares) == 2 else None
    return replace(
        base_of(plan),
        terms=(_term(plan, whole, both),),
        residual=Error(sum(share.n for share in shares) - len(shares), None),
        pairs=_results(plan, found, families),
    )


def share_of_one_group(plan: Plan) -> Comparison:
    """The exact binomial test of one group's share beside a reference share."""
    reference = plan.choices.reference or 0.0
    share = share_of_ones(plan.there[0])
    test = binomial_test(share, reference)
    interval = share.confidence_interval(plan.interval_level)
    ends = None
    if interval is not None:
        ends = (interval.lower - reference, interval.upper - reference)
    difference = (share.share or 0.0) - reference
    sides = (plan.sides[0], Compared((), ()))
    pair = _Pair(sides, test, difference, ends, (share.n, 0), None)
    return replace(
        base_of(plan),
        terms=(_term(plan, test),),
        residual=Error(share.n - 1, None),
        pairs=_results(plan, [pair], [[0]]),
        reference=reference,
    )


class _Pair(Value, frozen=True):
    """A pair of shares before its family is known."""

    sides: tuple[Compared, Compared]
    test: ShareTest
    difference: float
    ends: tuple[float, float] | None
    n: tuple[int, int]
    odds: float | None


def _results(
    plan: Plan, pairs: Sequence[_Pair], families: Sequence[Sequence[int]]
) -> tuple[PairResult, ...]:
    adjusted = adjusted_p(plan, [pair.test.p_value for pair in pairs], families)
    sided = [
        in_direction(plan, pair.test.p_less or 0.0, pair.test.p_greater or 0.0) for pair in pairs
    ]
    adjusted_sided = adjusted_p(plan, sided, families)
    kind = kind_of_interval(plan.adjustment, max(map(len, families), default=0))
    return tuple(
        PairResult(
            a=pair.sides[0],
            b=pair.sides[1],
            mean_difference=pair.difference,
            standard_error=None,
            statistic="z",
            value=math.copysign(math.sqrt(pair.test.statistic), pair.difference),
            df=None,
            p_value=pair.test.p_value,
            p_less=pair.test.p_less or 0.0,
            p_greater=pair.test.p_greater or 0.0,
            p_adjusted=adjusted[place],
            p_directional=sided[place],
            p_directional_adjusted=adjusted_sided[place],
            ci_lower=None if pair.ends is None else pair.ends[0],
            ci_upper=None if pair.ends is None else pair.ends[1],
            ci_kind=None if pair.ends is None else kind,
            critical=None,
            effects=() if pair.odds is None else (EffectSize("odds ratio", pair.odds),),
            n=pair.n,
        )
        for place, pair in enumerate(pairs)
    )


def _term(plan: Plan, test: ShareTest, odds: float | None = None) -> Term:
    name, factors = group_term(plan)
    near = test.p_approximate if test.is_exact else None
    df = (test.df,)
    effects = () if odds is None else (EffectSize("odds ratio", odds),)
    return Term(
        name,
        factors,
        "chi2",
        test.statistic,
        df,
        test.p_value,
        effects=effects,
        p_approximate=near,
    )
