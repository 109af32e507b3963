"""Every statistic of every group, and of totals: its numbers, or why there are none."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from decimus.analysis.groups import Group, ShownGroups
from decimus.statistics.geometric import geometric_summary
from decimus.statistics.marginal_means import MarginalMean, marginal_mean
from decimus.statistics.summaries import GivenSummary, Interval, Summary
from decimus.study.questions import Levels
from decimus.terms import Statistic, Totals


@dataclass(frozen=True)
class Values:
    """A statistic's numbers: one, or the two ends of an interval, or a mean and its spread.

    Args:
        numbers: none where it is undefined.
        why: the reason for that.
    """

    numbers: tuple[float, ...] = ()
    why: str = ""

    @staticmethod
    def of(value: float | None, why: str) -> Values:
        """One number, or the reason why it is not there."""
        return Values((value,)) if value is not None else Values(why=why)


@dataclass(frozen=True)
class Total:
    """What all groups of one level of the first factor come to.

    Args:
        level: that level, as typed.
        label: the name it is shown under.
        summary: of all its replicates; None for a marginal mean.
        marginal: the marginal mean; None for the summary of all replicates.
        origin: what the marginal mean is less.
        n: replicates counted.
        missing: measurements that are not there.
        excluded: those set aside.
    """

    level: str
    label: str
    summary: Summary | None
    marginal: MarginalMean | None
    origin: float
    n: int
    missing: int
    excluded: int


_ONE = "one value has no spread"
_NONE = "there is no value"
_SINGLE = "single values are not known"
_NOT_POSITIVE = "a value is zero or negative"
_NO_THRESHOLD = "no threshold is set"
_NOT_AGAIN = "no subject is measured under all conditions"
_MARGINAL = "a marginal mean is no spread of single values"


def statistic_of(groups: ShownGroups, group: Group, statistic: Statistic) -> Values:
    """A statistic of one group, in the unit of the outcome, shares and CV in percent."""
    match statistic:
        case Statistic.N:
            return Values((float(group.n),)) if group.is_n_known else Values(why="n was not given")
        case Statistic.MISSING:
            return Values((float(group.missing),))
        case Statistic.EXCLUDED:
            return Values((float(group.cells.excluded),))
        case Statistic.SHARE | Statistic.SHARE_INTERVAL:
            return _share(groups, group, statistic)
        case Statistic.WITHIN_SE | Statistic.WITHIN_CI:
            return _within(groups, group, statistic)
        case Statistic.RANK:
            return _rank(groups, group)
        case _:
            return _of_summary(groups, group.summary, statistic)


def statistic_of_total(groups: ShownGroups, total: Total, statistic: Statistic) -> Values:
    """A statistic of a total; most are undefined for a marginal mean."""
    counts = {
        Statistic.N: total.n,
        Statistic.MISSING: total.missing,
        Statistic.EXCLUDED: total.excluded,
    }
    if statistic in counts:
        return Values((float(counts[statistic]),))
    if total.summary is not None:
        if statistic in _OF_GROUPS_ONLY:
            return Values(why="it belongs to single groups")
        return _of_summary(groups, total.summary, statistic)
    marginal = total.marginal
    if marginal is None:
        return Values(why=_NONE)
    mean, interval = marginal.mean, marginal.confidence_interval(groups.heights.choices.level)
    found = _about_mean(mean, None, marginal.standard_error, interval, statistic)
    if found is None:
        no_error = marginal.standard_error is None and statistic in _NEEDING_ERROR
        return Values(why="the model leaves no degrees of freedom" if no_error else _MARGINAL)
    return Values(_moved(found, statistic, total.origin))


_NEEDING_ERROR = frozenset(
    {
        Statistic.STANDARD_ERROR,
        Statistic.CONFIDENCE_INTERVAL,
        Statistic.MARGIN,
        Statistic.MEAN_AND_SE,
        Statistic.MEAN_AND_MARGIN,
    }
)


def _moved(numbers: tuple[float, ...], statistic: Statistic, origin: float) -> tuple[float, ...]:
    """Numbers with the origin added to those that are places, not lengths."""
    if statistic is Statistic.CONFIDENCE_INTERVAL:
        return tuple(origin + number for number in numbers)
    if statistic in (Statistic.MEAN, Statistic.MEAN_AND_SE, Statistic.MEAN_AND_MARGIN):
        return (origin + numbers[0], *numbers[1:])
    return numbers


_OF_GROUPS_ONLY = frozenset(
    {
        Statistic.SHARE,
        Statistic.SHARE_INTERVAL,
        Statistic.WITHIN_SE,
        Statistic.WITHIN_CI,
        Statistic.RANK,
    }
)


def _about_mean(
    mean: float,
    sd: float | None,
    se: float | None,
    interval: Interval | None,
    statistic: Statistic,
) -> tuple[float, ...] | None:
    """What follows from a mean, its spread and its precision; None for what does not."""
    numbers: dict[Statistic, tuple[float | None, ...]] = {
        Statistic.MEAN: (mean,),
        Statistic.STANDARD_DEVIATION: (sd,),
        Statistic.STANDARD_ERROR: (se,),
        Statistic.MEAN_AND_SD: (mean, sd),
        Statistic.MEAN_AND_SE: (mean, se),
    }
    if interval is not None:
        numbers |= {
            Statistic.CONFIDENCE_INTERVAL: (interval.lower, interval.upper),
            Statistic.MARGIN: (interval.half_width,),
            Statistic.MEAN_AND_MARGIN: (mean, interval.half_width),
        }
    found = tuple(value for value in numbers.get(statistic, (None,)) if value is not None)
    return found if len(found) == len(numbers.get(statistic, (None,))) else None


def _of_summary(groups: ShownGroups, summary: Summary, statistic: Statistic) -> Values:
    """A statistic that follows from a summary alone."""
    mean = summary.mean
    if mean is None:
        return Values(why=_NONE)
    interval = summary.confidence_interval(groups.heights.choices.level)
    sd, se = summary.standard_deviation, summary.standard_error
    if (found := _about_mean(mean, sd, se, interval, statistic)) is not None:
        return Values(found)
    is_given = isinstance(summary, GivenSummary)
    if statistic in _GEOMETRIC:
        return _geometric(groups, summary, statistic)
    if statistic in _OF_VALUES:
        if is_given:
            return Values(why=_SINGLE)
        numbers = tuple(v for v in _OF_VALUES[statistic](summary) if v is not None)
        return Values(numbers, "" if numbers else "no value occurs twice")
    no_spread = "it does not follow from what was given" if is_given else _ONE
    if statistic is Statistic.COEFFICIENT_OF_VARIATION:
        why = "the mean is not positive" if mean <= 0 else no_spread
        return Values.of(summary.coefficient_of_variation, why)
    value = {
        Statistic.VARIANCE: summary.variance,
        Statistic.POPULATION_SD: summary.population_deviation,
    }.get(statistic)
    return Values.of(value, no_spread)


_OF_VALUES: dict[Statistic, Callable[[Summary], tuple[float | None, ...]]] = {
    Statistic.MEDIAN: lambda s: (s.median,),
    Statistic.QUARTILES: lambda s: (s.quantile(0.25), s.quantile(0.75)),
    Statistic.MINIMUM: lambda s: (s.minimum,),
    Statistic.MAXIMUM: lambda s: (s.maximum,),
    Statistic.RANGE: lambda s: (s.value_range,),
    Statistic.SUM: lambda s: (s.total,),
    Statistic.MODE: lambda s: s.modes,
}
_GEOMETRIC = frozenset(
    {Statistic.GEOMETRIC_MEAN, Statistic.GEOMETRIC_SD, Statistic.GEOMETRIC_INTERVAL}
)


def _geometric(groups: ShownGroups, summary: Summary, statistic: Statistic) -> Values:
    found = geometric_summary(summary, groups.log_base)
    if found is None:
        is_given = isinstance(summary, GivenSummary)
        return Values(why=_SINGLE if is_given else _NOT_POSITIVE)
    if statistic is Statistic.GEOMETRIC_MEAN:
        return Values.of(found.mean, _NONE)
    if statistic is Statistic.GEOMETRIC_SD:
        return Values.of(found.standard_deviation, _ONE)
    interval = found.confidence_interval(groups.heights.choices.level)
    return _ends(interval) if interval is not None else Values(why=_ONE)


def _share(groups: ShownGroups, group: Group, statistic: Statistic) -> Values:
    if groups.heights.choices.threshold is None:
        return Values(why=_NO_THRESHOLD)
    found = groups.share(group)
    if found is None or found.share is None:
        return Values(why=_SINGLE if not group.is_empty else _NONE)
    if statistic is Statistic.SHARE:
        return Values((100 * found.share, float(found.count), float(found.n)))
    interval = found.confidence_interval(groups.heights.choices.level)
    if interval is None:
        return Values(why=_NONE)
    return Values((100 * interval.lower, 100 * interval.upper))


def _within(groups: ShownGroups, group: Group, statistic: Statistic) -> Values:
    within = groups.heights.within(group.levels)
    if within is None or group.summary.mean is None:
        return Values(why=_NOT_AGAIN)
    found, condition = within
    if statistic is Statistic.WITHIN_SE:
        return Values((found.standard_errors[condition],))
    half = found.half_width(condition, groups.heights.choices.level)
    return Values((group.summary.mean - half, group.summary.mean + half))


def _rank(groups: ShownGroups, group: Group) -> Values:
    mean = group.summary.mean
    if mean is None:
        return Values(why=_NONE)
    means = [other.summary.mean for other in groups.shown]
    return Values((1.0 + sum(other is not None and other > mean for other in means),))


def _ends(interval: Interval) -> Values:
    return Values((interval.lower, interval.upper))


# --- totals ---------------------------------------------------------------------------


def combined(summaries: Sequence[Summary]) -> Summary | None:
    """One summary of several groups' replicates; None where it does not follow.

    Of summaries given, n, mean and SD follow from theirs:
    SS = Σ SSᵢ + Σ nᵢ (meanᵢ − mean)².
    """
    filled = [summary for summary in summaries if summary.mean is not None]
    if not filled:
        return None
    if not any(isinstance(summary, GivenSummary) for summary in filled):
        values = np.concatenate([summary.array for summary in filled])
        if not filled[0].origin:
            return Summary(values)
        shifted = np.concatenate([np.asarray(s.shifted, float) for s in filled])
        return Summary(values, shifted, filled[0].origin)
    if any(summary.n < 1 or summary.sum_of_squares is None for summary in filled):
        return None
    n = sum(summary.n for summary in filled)
    mean = math.fsum(summary.n * (summary.mean or 0.0) for summary in filled) / n
    squares = math.fsum(summary.sum_of_squares or 0.0 for summary in filled)
    squares += math.fsum(summary.n * ((summary.mean or 0.0) - mean) ** 2 for summary in filled)
    if n < 2:
        return GivenSummary(given_mean=mean, given_n=n)
    sd = math.sqrt(squares / (n - 1))
    return GivenSummary(
        given_mean=mean, given_n=n, given_deviation=sd, given_error=sd / math.sqrt(n)
    )


def totals(groups: ShownGroups, level: str, *, is_marginal: bool) -> Total | None:
    """The total of a level of the first factor; None where it has no values."""
    members = [group for group in groups.shown if group.levels[0] == level]
    summaries = [group.summary for group in members if not group.is_empty]
    if not summaries:
        return None
    label = members[0].labels[0]
    n = sum(summary.n for summary in summaries)
    counts = (n, sum(g.missing for g in members), sum(g.cells.excluded for g in members))
    if not is_marginal:
        whole = combined(summaries)
        return None if whole is None else Total(level, label, whole, None, 0.0, *counts)
    model = [g.summary for g in groups.shown if not g.is_empty]
    if any(s.sum_of_squares is None or s.n < 1 for s in model):
        return None
    found = marginal_mean([s.moments for s in summaries], [s.moments for s in model])
    return Total(level, label, None, found, float(groups.measurements.origin), *counts)


def lanes(groups: ShownGroups, chosen: Totals) -> tuple[Group | Total, ...]:
    """Groups as shown, each level of the first factor followed by the totals that were chosen."""
    wanted = {
        Totals.NONE: (),
        Totals.MARGINAL: (True,),
        Totals.ALL: (False,),
        Totals.BOTH: (True, False),
    }[chosen]
    with_totals = set(levels_with_totals(groups)) if wanted else set()
    found: list[Group | Total] = []
    for number, group in enumerate(groups.shown):
        found.append(group)
        level = group.levels[0]
        following = groups.shown[number + 1 : number + 2]
        if level not in with_totals or (following and following[0].levels[0] == level):
            continue
        for is_marginal in wanted:
            total = totals(groups, level, is_marginal=is_marginal)
            if total is not None:
                found.append(total)
    return tuple(found)


def levels_with_totals(groups: ShownGroups) -> tuple[str, ...]:
    """Levels of the first factor with more than one group."""
    if len(groups.factors) < 2:
        return ()
    counts: dict[str, list[Levels]] = {}
    for group in groups.shown:
        counts.setdefault(group.levels[0], []).append(group.levels)
    return tuple(level for level, members in counts.items() if len(members) > 1)
