"""Checks of what the method assumes, on the residuals of its model. Never a gate."""

from __future__ import annotations

from collections.abc import Callable
from itertools import product

import numpy as np

from decimus.analysis.comparison_results import Comparison
from decimus.analysis.methods.subject_tests import complete_units, split_plot_of
from decimus.kinds.checks import CHECK_LIMIT, CheckName
from decimus.kinds.method_kinds import ErrorOf
from decimus.kinds.methods import FACTORIAL, METHODS, OWN_SPREAD, RANK_METHODS, SHARE_METHODS
from decimus.kinds.totals import total
from decimus.statistics.assumption_checks import SpreadCheck, brown_forsythe, levene
from decimus.statistics.distributions import Floats
from decimus.statistics.linear_models import top_interaction
from decimus.statistics.shapiro_wilk import (
    FEWEST,
    MOST,
    combined_p,
    normal_scores,
    rounding_step,
    shapiro_wilk,
    ties_spread,
)
from decimus.terms import Method
from decimus.values import Value

_MOST_POINTS = 1000
"""Points of a Q–Q picture; of more residuals as many are drawn, evenly by rank."""
_ENOUGH_EACH = 8
"""Values that every group needs for normality to be looked at within each."""
_UNLIKE = 2.0
"""Residuals of groups whose SDs differ by more than this factor are not looked at together."""
_SHARES = 3
"""Parts of a step of rounding in which residuals of small groups recur."""


class Check(Value, frozen=True):
    """One check.

    Args:
        name: which.
        value: its statistic: W or F.
        df: degrees of freedom, none for W of Shapiro and Wilk.
        p_value: its p.
        groups: of how many groups it combines the p, each looked at by itself; `value` is then
            the smallest W. 1 for all residuals together.
        step: what equal values were rounded to, over which they were spread; 0 for no ties.
    """

    name: CheckName
    value: float
    df: tuple[float, ...]
    p_value: float
    groups: int = 1
    step: float = 0.0

    @property
    def finds(self) -> bool:
        """Whether it is said to find something."""
        return self.p_value < CHECK_LIMIT


class Checks(Value, frozen=True, eq=False):
    """What can be checked of a comparison.

    Args:
        checks: those that are defined, with their p.
        residuals: what normality was looked at on; none where single values are not known.
        fitted: the mean that each residual is about, less the measurements' origin.
        scaled: the residuals in SDs of their own group, where spread is not pooled; else None.
        are_differences: True where residuals are of differences within units.
        why_none: why there is no check of normality, "" where there is one.
        why_no_mauchly: why Mauchly's W is undefined, "" where it is not or not needed.
    """

    checks: tuple[Check, ...]
    residuals: Floats
    fitted: Floats
    scaled: Floats | None = None
    are_differences: bool = False
    why_none: str = ""
    why_no_mauchly: str = ""

    def check(self, name: CheckName) -> Check | None:
        """The check of a name, None where it is undefined."""
        return next((check for check in self.checks if check.name == name), None)

    @property
    def normal_line(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """Both ends of the line that residuals of a normal distribution lie on."""
        scores, ordered = self.quantiles
        deviation = float(ordered.std()) or 1.0
        low, high = float(scores[0]), float(scores[-1])
        return (low, low * deviation), (high, high * deviation)

    @property
    def spread(self) -> tuple[Floats, Floats]:
        """Means and the residuals about them, for a picture; of very many some, evenly."""
        if len(self.residuals) <= _MOST_POINTS:
            return self.fitted, self.residuals
        some = np.linspace(0, len(self.residuals) - 1, _MOST_POINTS).round().astype(int)
        return self.fitted[some], self.residuals[some]

    @property
    def quantiles(self) -> tuple[Floats, Floats]:
        """Normal scores and sorted residuals, for a Q–Q picture."""
        ordered = np.sort(self.residuals if self.scaled is None else self.scaled)
        if len(ordered) > _MOST_POINTS:
            ordered = ordered[np.linspace(0, len(ordered) - 1, _MOST_POINTS).round().astype(int)]
        return normal_scores(len(ordered)), ordered


_NOTHING = np.zeros(0)


def checks_of(comparison: Comparison) -> Checks:
    """The checks that belong to the method of a comparison."""
    if comparison.method in RANK_METHODS:
        return Checks((), _NOTHING, _NOTHING, why_none="Tests on ranks assume no distribution.")
    if comparison.method in SHARE_METHODS:
        why = "Exact tests of shares assume nothing but independent cases."
        return Checks((), _NOTHING, _NOTHING, why_none=why)
    if any(group.cells.given is not None for group in comparison.groups):
        why = "Single values are not known, so nothing can be checked."
        return Checks((), _NOTHING, _NOTHING, why_none=why)
    residuals, fitted = _residuals(comparison, lambda values: values)
    looked = {name: look(comparison, len(residuals)) for name, look in _LOOKED_AT.items()}
    return Checks(
        tuple(check for check, _ in looked.values() if check is not None),
        residuals,
        fitted,
        _scaled(comparison),
        comparison.pairing is not None,
        looked[CheckName.SHAPIRO_WILK][1],
        looked[CheckName.MAUCHLY][1],
    )


Found = tuple[Check | None, str]
"""A check, or why there is none; "" where that says itself."""


def _equal_spread(
    name: CheckName, made: Callable[[list[Floats]], SpreadCheck | None]
) -> Callable[[Comparison, int], Found]:
    """Whether independent groups vary alike."""

    def look(comparison: Comparison, _count: int) -> Found:
        if METHODS[comparison.method].error not in (ErrorOf.POOLED, ErrorOf.EACH_GROUP):
            return None, ""
        found = made(_values(comparison))
        if found is None:
            return None, ""
        return Check(name, found.statistic, found.df, found.p_value), ""

    return look


def _sphericity(comparison: Comparison, _count: int) -> Found:
    """Whether differences between conditions vary alike."""
    found = next((t.sphericity for t in comparison.terms if t.sphericity is not None), None)
    if found is None or found.mauchly_w is None or found.mauchly_p is None:
        return None, "" if found is None else found.why_not
    df = (float(found.mauchly_df),)
    return Check(CheckName.MAUCHLY, found.mauchly_w, df, found.mauchly_p), found.why_not


def _scaled(comparison: Comparison) -> Floats | None:
    if comparison.method not in OWN_SPREAD:
        return None
    parts = _values(comparison)
    return np.concatenate([(part - part.mean()) / (part.std(ddof=1) or 1.0) for part in parts])


def _values(comparison: Comparison) -> list[Floats]:
    """The values of every group, less the measurements' origin, so that no digit is lost."""
    return [group.summary.exact_array for group in comparison.groups]


def _normality(comparison: Comparison, count: int) -> Found:
    """Whether residuals can be normal, else why that is not looked at.

    Where spread is not pooled, each group is looked at by itself if it has enough values for
    that. Of smaller groups the residuals are taken together, unless they spread too unlike:
    thrown together, or divided by the SD of few values, normal ones would not seem normal.
    Equal values are spread over the step to which they were rounded.

    Args:
        comparison: what is looked at.
        count: how many residuals its model leaves.
    """
    parts = _values(comparison)
    if comparison.pairing is not None:
        parts = [comparison.pairing.differences.array]
    step = rounding_step(np.concatenate(parts)) if count <= MOST else 0.0
    tied = step if any(len(np.unique(part)) < len(part) for part in parts) else 0.0
    if comparison.method in OWN_SPREAD:
        if all(len(part) >= _ENOUGH_EACH for part in parts):
            each = [shapiro_wilk(ties_spread(part, step)) for part in parts]
            known = [check for check in each if check is not None]
            if not known:
                return None, ""
            smallest = min(check.statistic for check in known)
            p = combined_p([check.p_value for check in known])
            return Check(CheckName.SHAPIRO_WILK, smallest, (), p, len(known), tied), ""
        spreads = [float(part.std(ddof=1)) for part in parts if len(part) > 1]
        if max(spreads) > _UNLIKE * min(spreads):
            return None, (
                "Normality is not looked at: groups are too small for each by itself, and spread "
                "too unlike for all together"
            )
    spread = _residuals(comparison, lambda values: ties_spread(values, step))[0]
    # Small groups of rounded values leave the same residuals again, in shares of the step.
    together = shapiro_wilk(ties_spread(spread, step / _SHARES))
    if together is not None:
        return Check(CheckName.SHAPIRO_WILK, together.statistic, (), together.p_value, 1, tied), ""
    if FEWEST <= count <= MOST:
        return None, ""
    return None, f"Shapiro and Wilk’s W is made for {FEWEST} to {MOST} values; here are {count}"


_LOOKED_AT: dict[CheckName, Callable[[Comparison, int], Found]] = total(
    CheckName,
    {
        CheckName.SHAPIRO_WILK: _normality,
        CheckName.BROWN_FORSYTHE: _equal_spread(CheckName.BROWN_FORSYTHE, brown_forsythe),
        CheckName.LEVENE: _equal_spread(CheckName.LEVENE, levene),
        CheckName.MAUCHLY: _sphericity,
    },
)
"""What looks at each assumption, from a comparison and how many residuals its model leaves."""


def _residuals(
    comparison: Comparison, prepared: Callable[[Floats], Floats]
) -> tuple[Floats, Floats]:
    """What the model leaves of every value, and the mean it is about.

    Args:
        comparison: what was compared.
        prepared: what is done first with the values of every group, or with the differences.
    """
    if comparison.pairing is not None:
        differences = prepared(comparison.pairing.differences.array)
        mean = float(differences.mean())
        return differences - mean, np.full(len(differences), mean)
    if comparison.method in (Method.REPEATED_MEASURES, Method.CROSSED_WITHIN):
        return _within(_by_column(complete_units(comparison.groups).values, prepared))
    if comparison.method is Method.SPLIT_PLOT:
        design = comparison.design
        parts = split_plot_of(comparison.groups, design.between[0], design.within[0])
        found = [_within(_by_column(part.values, prepared)) for part in parts.complete]
        return np.concatenate([r for r, _ in found]), np.concatenate([f for _, f in found])
    if comparison.design.is_single and comparison.method in FACTORIAL:
        return _additive(comparison)
    values = [prepared(part) for part in _values(comparison)]
    means = [group.summary.moments.mean for group in comparison.groups]
    left = [part - mean for part, mean in zip(values, means, strict=True)]
    fitted = [np.full(len(part), mean) for part, mean in zip(values, means, strict=True)]
    return np.concatenate(left), np.concatenate(fitted)


def _by_column(values: Floats, prepared: Callable[[Floats], Floats]) -> Floats:
    """Each condition's values prepared by themselves."""
    return np.column_stack([prepared(column) for column in values.T])


def _additive(comparison: Comparison) -> tuple[Floats, Floats]:
    """What terms below the interaction of all factors leave of single values."""
    groups, factors = comparison.groups, comparison.design.between
    levels = [tuple(dict.fromkeys(g.levels[i] for g in groups)) for i in factors]
    value_of = {tuple(g.levels[i] for i in factors): g.summary.moments.mean for g in groups}
    values = np.array([value_of[cell] for cell in product(*levels)], dtype=np.float64)
    left = top_interaction(values.reshape([len(of) for of in levels])).ravel()
    return left, values - left


def _within(values: Floats) -> tuple[Floats, Floats]:
    """Subject × condition residuals, and the condition means they are about."""
    overall = values.mean()
    conditions = values.mean(axis=0, keepdims=True)
    left = values - values.mean(axis=1, keepdims=True) - conditions + overall
    fitted = np.broadcast_to(conditions, values.shape)
    return left.ravel(), np.array(fitted).ravel()
