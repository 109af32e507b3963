"""Comparisons on ranks."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from decimus.analysis.comparison_results import (
    SUPERIORITY,
    Comparison,
    Error,
    PairResult,
    Term,
    interval_level_of,
)
from decimus.analysis.families import Compared
from decimus.analysis.groups import Group
from decimus.analysis.methods.mean_tests import base_of, group_term, less_origin, of_pair
from decimus.analysis.methods.pair_results import Plan, adjusted_p, in_direction, untested
from decimus.analysis.methods.subject_tests import complete_units, pairing_in
from decimus.kinds.adjustments import kind_of_interval
from decimus.statistics.distributions import Floats
from decimus.statistics.effect_sizes import EffectSize
from decimus.statistics.p_adjustments import interval_share
from decimus.statistics.rank_tests import (
    DunnPair,
    RankAnova,
    RankTest,
    dunn_pair,
    friedman,
    kruskal_wallis,
    mann_whitney,
    signed_rank,
    without_rounding,
)
from decimus.statistics.summaries import Summary


def _values(group: Group) -> Floats:
    return np.array(group.cells.exact, dtype=np.float64)


def _mean(values: Floats) -> float:
    return Summary(values).moments.mean


def _largest(*values: Floats) -> float:
    return max(float(np.abs(part).max()) for part in values)


def rank_sums(plan: Plan) -> Comparison:
    """The Mann–Whitney test of two independent groups."""
    pairs = plan.pairs()
    a, b = (_values(plan.there[i]) for i in pairs[0])
    test = mann_whitney(a, b, plan.interval_level)
    sides = (plan.sides[pairs[0][0]], plan.sides[pairs[0][1]])
    found = _ranked(plan, pairs, [sides], [test], "U", [_mean(a) - _mean(b)], [(a, b)])
    return of_pair(plan, found, Error(len(a) + len(b) - 2, None))


def signed_ranks(plan: Plan) -> Comparison:
    """The signed-rank test of two conditions, or of one group beside a reference value."""
    if len(plan.there) == 1:
        reference = plan.choices.reference or 0.0
        group = plan.there[0]
        values, middle = _values(group), less_origin(group, reference)
        differences = without_rounding(values - middle, _largest(values, np.array([middle])))
        found = _signed(plan, (0, 0), (plan.sides[0], Compared((), ())), differences)
        return replace(of_pair(plan, found, Error(len(differences) - 1, None)), reference=reference)
    pairs = plan.pairs(is_paired=True)
    pairing = pairing_in(plan, pairs[0])
    largest = _largest(*(_values(plan.there[i]) for i in pairs[0]))
    differences = np.array(pairing.differences.replicates, dtype=np.float64)
    differences = without_rounding(differences, largest)
    sides = (plan.sides[pairs[0][0]], plan.sides[pairs[0][1]])
    found = _signed(plan, pairs[0], sides, differences)
    return replace(
        of_pair(plan, found, Error(len(differences) - 1, None)),
        pairing=pairing,
        units=pairing.units,
        incomplete=pairing.incomplete,
    )


def _signed(
    plan: Plan, pair: tuple[int, int], sides: tuple[Compared, Compared], differences: Floats
) -> tuple[PairResult, ...]:
    test = signed_rank(differences, plan.interval_level)
    both = (differences, differences)
    return _ranked(plan, [pair], [sides], [test], "W", [_mean(differences)], [both])


def _ranked(
    plan: Plan,
    pairs: Sequence[tuple[int, int]],
    sides: Sequence[tuple[Compared, Compared]],
    tests: Sequence[RankTest | DunnPair],
    statistic: str,
    differences: Sequence[float],
    samples: Sequence[tuple[Floats, Floats]],
) -> tuple[PairResult, ...]:
    """Tests on ranks as pairs; `samples` are what was compared, or the differences twice."""
    families = plan.families(pairs)
    adjusted = adjusted_p(plan, [test.p_value for test in tests], families)
    sided = [in_direction(plan, test.p_less, test.p_greater) for test in tests]
    adjusted_sided = adjusted_p(plan, sided, families)
    kind = kind_of_interval(plan.adjustment, max(map(len, families), default=0))
    found = []
    for i, test in enumerate(tests):
        rank = test if isinstance(test, RankTest) else None
        has_interval = rank is not None and rank.ci_lower is not None
        found.append(
            PairResult(
                a=sides[i][0],
                b=sides[i][1],
                mean_difference=differences[i],
                standard_error=None,
                statistic=statistic,
                value=test.statistic,
                df=None,
                p_value=test.p_value,
                p_less=test.p_less,
                p_greater=test.p_greater,
                p_adjusted=adjusted[i],
                p_directional=sided[i],
                p_directional_adjusted=adjusted_sided[i],
                ci_lower=None if rank is None else rank.ci_lower,
                ci_upper=None if rank is None else rank.ci_upper,
                ci_kind=kind if has_interval else None,
                critical=None,
                effects=() if rank is None else (EffectSize(SUPERIORITY, rank.probability),),
                n=(len(samples[i][0]), len(samples[i][1])),
                rank=rank,
                samples=samples[i] if rank is None else None,
            )
        )
    return tuple(found)


def _term_of(plan: Plan, whole: RankAnova, statistic: str, effect: str) -> Term:
    """The test over all groups; the p from chi-square beside it where it is exact."""
    name, factors = group_term(plan)
    return Term(
        name,
        factors,
        statistic,
        whole.statistic,
        (whole.df,),
        whole.p_value,
        effects=(EffectSize(effect, whole.effect),),
        p_approximate=None if whole.exact_p is None else whole.p_approximate,
    )


def rank_anova(plan: Plan) -> Comparison:
    """The Kruskal–Wallis test, with Dunn's test of pairs on the ranks of all groups."""
    values = [_values(group) for group in plan.there]
    whole = kruskal_wallis(values)
    term = _term_of(plan, whole, "H", "epsilon squared")
    pairs = plan.pairs()
    tests = [dunn_pair(whole, a, b, len(values[a]), len(values[b])) for a, b in pairs]
    means, groups = [_mean(part) for part in values], plan.sides
    found = _ranked(
        plan,
        pairs,
        [(groups[a], groups[b]) for a, b in pairs],
        tests,
        "z",
        [means[a] - means[b] for a, b in pairs],
        [(values[a], values[b]) for a, b in pairs],
    )
    residual = Error(whole.n - len(values), None)
    return replace(base_of(plan), terms=(term,), residual=residual, pairs=found)


def rank_anova_of_units(plan: Plan) -> Comparison:
    """Friedman's test, with signed-rank tests of pairs over the complete units."""
    complete = complete_units(plan.there)
    whole = friedman(complete.values)
    term = _term_of(plan, whole, "chi2", "Kendall W")
    pairs = plan.pairs(is_paired=True)
    n, k = complete.values.shape
    columns = {
        (a, b): without_rounding(
            complete.values[:, a] - complete.values[:, b], _largest(complete.values)
        )
        for a, b in pairs
    }
    tested = [pair for pair in pairs if columns[pair].any()]
    flat = [
        untested(plan, pair, 0.0, (n, n), "the signed-rank test")
        for pair in pairs
        if pair not in tested
    ]
    # Intervals of a family are as wide as its p values ask for.
    largest = max(map(len, plan.families(tested)), default=1)
    share = interval_share(plan.adjustment, max(1, largest), plan.level)
    level = interval_level_of(100 * share, plan.alternative)
    tests = [signed_rank(columns[pair], level) for pair in tested]
    differences = [_mean(columns[pair]) for pair in tested]
    groups = plan.sides
    found = _ranked(
        plan,
        tested,
        [(groups[a], groups[b]) for a, b in tested],
        tests,
        "W",
        differences,
        [(complete.values[:, a], complete.values[:, b]) for a, b in tested],
    )
    return replace(
        base_of(plan),
        terms=(term,),
        residual=Error((n - 1) * (k - 1), None),
        subjects=Error(n - 1, None),
        pairs=found,
        untested=tuple(flat),
        units=complete.units,
        incomplete=complete.incomplete,
    )
