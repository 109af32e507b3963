"""Every statistic of every group, and of totals: its numbers, or why there are none."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np

from decimus.analysis.groups import Group, ShownGroups
from decimus.kinds.statistic_kinds import Family, Shape, StatisticKind
from decimus.kinds.statistics import STATISTICS
from decimus.statistics.geometric import geometric_summary
from decimus.statistics.marginal_means import MarginalMean, marginal_mean
from decimus.statistics.summaries import GivenSummary, Interval, Summary
from decimus.study.targets import Levels
from decimus.terms import Statistic, Totals
from decimus.values import Value


class Values(Value, frozen=True):
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


class Total(Value, frozen=True):
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
    match STATISTICS[statistic].family:
        case Family.COUNT:
            if statistic is Statistic.N and not group.is_n_known:
                return Values(why="n was not given")
            return _count(statistic, group.n, group.missing, group.cells.excluded)
        case Family.SHARE:
            return _share(groups, group, statistic)
        case Family.WITHIN:
            return _within(groups, group, statistic)
        case Family.RANK:
            return _rank(groups, group)
        case Family.MEAN | Family.SQUARES | Family.VALUES | Family.GEOMETRIC:
            return _of_summary(groups, group.summary, statistic)


def statistic_of_total(groups: ShownGroups, total: Total, statistic: Statistic) -> Values:
    """A statistic of a total; most are undefined for a marginal mean."""
    kind = STATISTICS[statistic]
    if kind.family is Family.COUNT:
        return _count(statistic, total.n, total.missing, total.excluded)
    if total.summary is not None:
        if kind.is_of_one_group:
            return Values(why="it belongs to single groups")
        return _of_summary(groups, total.summary, statistic)
    marginal = total.marginal
    if marginal is None:
        return Values(why=_NONE)
    if kind.family is not Family.MEAN:
        return Values(why=_MARGINAL)
    interval = marginal.confidence_interval(groups.heights.choices.level)
    about = _AboutMean(marginal.mean, None, marginal.standard_error, interval)
    found = about.statistic(statistic)
    if found is None:
        no_error = marginal.standard_error is None and kind.needs_error
        return Values(why="the model leaves no degrees of freedom" if no_error else _MARGINAL)
    return Values(_moved(found, kind, total.origin))


def _count(statistic: Statistic, n: int, missing: int, excluded: int) -> Values:
    counts = {Statistic.N: n, Statistic.MISSING: missing, Statistic.EXCLUDED: excluded}
    return Values((float(counts[statistic]),))


def _moved(numbers: tuple[float, ...], kind: StatisticKind, origin: float) -> tuple[float, ...]:
    """Numbers with the origin added to those that are places, not lengths."""
    if not kind.is_place:
        return numbers
    if kind.shape is Shape.ENDS:
        return tuple(origin + number for number in numbers)
    return (origin + numbers[0], *numbers[1:])


class _AboutMean(Value, frozen=True):
    """A mean, its spread and its precision; None for what is not known."""

    mean: float
    sd: float | None
    se: float | None
    interval: Interval | None

    def statistic(self, statistic: Statistic) -> tuple[float, ...] | None:
        """The numbers of a statistic of this family; None where one of them is not known."""
        numbers = _OF_MEAN[statistic](self)
        known = tuple(number for number in numbers if number is not None)
        return known if len(known) == len(numbers) else None

    @property
    def ends(self) -> tuple[float | None, ...]:
        """Both ends of the interval."""
        return (None, None) if self.interval is None else (self.interval.lower, self.interval.upper)

    @property
    def margin(self) -> float | None:
        """Half the width of the interval."""
        return None if self.interval is None else self.interval.half_width


_OF_MEAN: dict[Statistic, Callable[[_AboutMean], tuple[float | None, ...]]] = {
    Statistic.MEAN: lambda about: (about.mean,),
    Statistic.STANDARD_DEVIATION: lambda about: (about.sd,),
    Statistic.STANDARD_ERROR: lambda about: (about.se,),
    Statistic.CONFIDENCE_INTERVAL: lambda about: about.ends,
    Statistic.MARGIN: lambda about: (about.margin,),
    Statistic.MEAN_AND_SD: lambda about: (about.mean, about.sd),
    Statistic.MEAN_AND_SE: lambda about: (about.mean, about.se),
    Statistic.MEAN_AND_MARGIN: lambda about: (about.mean, about.margin),
}


def _of_summary(groups: ShownGroups, summary: Summary, statistic: Statistic) -> Values:
    """A statistic that follows from a summary alone."""
    mean = summary.mean
    if mean is None:
        return Values(why=_NONE)
    is_given = isinstance(summary, GivenSummary)
    no_spread = "it does not follow from what was given" if is_given else _ONE
    match STATISTICS[statistic].family:
        case Family.GEOMETRIC:
            return _geometric(groups, summary, statistic)
        case Family.VALUES:
            if is_given:
                return Values(why=_SINGLE)
            numbers = tuple(v for v in _OF_VALUES[statistic](summary) if v is not None)
            return Values(numbers, "" if numbers else "no value occurs twice")
        case Family.SQUARES:
            is_cv = statistic is Statistic.COEFFICIENT_OF_VARIATION
            why = "the mean is not positive" if is_cv and mean <= 0 else no_spread
            return Values.of(_OF_SQUARES[statistic](summary), why)
        case Family.MEAN:
            interval = summary.confidence_interval(groups.heights.choices.level)
            sd, se = summary.standard_deviation, summary.standard_error
            found = _AboutMean(mean, sd, se, interval).statistic(statistic)
            return Values(why=no_spread) if found is None else Values(found)
        case Family.COUNT | Family.SHARE | Family.WITHIN | Family.RANK:
            return Values(why="it belongs to single groups")


_OF_SQUARES: dict[Statistic, Callable[[Summary], float | None]] = {
    Statistic.VARIANCE: lambda s: s.variance,
    Statistic.COEFFICIENT_OF_VARIATION: lambda s: s.coefficient_of_variation,
    Statistic.POPULATION_SD: lambda s: s.population_deviation,
}
_OF_VALUES: dict[Statistic, Callable[[Summary], tuple[float | None, ...]]] = {
    Statistic.MEDIAN: lambda s: (s.median,),
    Statistic.QUARTILES: lambda s: (s.quantile(0.25), s.quantile(0.75)),
    Statistic.MINIMUM: lambda s: (s.minimum,),
    Statistic.MAXIMUM: lambda s: (s.maximum,),
    Statistic.RANGE: lambda s: (s.value_range,),
    Statistic.SUM: lambda s: (s.total,),
    Statistic.MODE: lambda s: s.modes,
}


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
