"""Which quantity of which group a number is or nearly is."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from enum import Enum

import numpy as np

from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.lane_statistics import Total, statistic_of, statistic_of_total
from decimus.statistics.student_t import normal_quantile
from decimus.statistics.summaries import Summary
from decimus.terms import Statistic
from decimus.values import Value


class Derived(Enum):
    """Quantities that are no column, but that numbers in drafts often are."""

    TWICE_SE = "twice the SE"
    NORMAL_MARGIN = "margin by the normal quantile instead of t"
    TWICE_SD = "twice the SD"
    LOWER_END = "lower end of the interval"
    UPPER_END = "upper end of the interval"
    MEAN_LESS_SD = "mean less the SD"
    MEAN_MORE_SD = "mean plus the SD"
    MEAN_LESS_SE = "mean less the SE"
    MEAN_MORE_SE = "mean plus the SE"
    SUM_OF_SQUARES = "sum of squares about the mean"
    SE_OF_POPULATION_SD = "population SD divided by the root of n"
    ROUNDED_SD = "SD of the rounded values"
    ROUNDED_MEAN = "mean of the rounded values"
    FIRST_QUARTILE = "first quartile"
    THIRD_QUARTILE = "third quartile"
    OTHER_MARGIN = "margin at another level"
    VALUE = "a replicate"


class Match(Value, frozen=True):
    """A quantity that a number is.

    Args:
        lane: the group or total.
        quantity: a statistic, or one derived from others.
        value: in full precision.
        is_exact: whether it rounds to the number, rather than nearly being it.
        level: of a margin at another level, in percent.
    """

    lane: Group | Total
    quantity: Statistic | Derived
    value: float
    is_exact: bool
    level: float | None = None


_SINGLE_NUMBERS = (
    Statistic.N,
    Statistic.MEAN,
    Statistic.STANDARD_DEVIATION,
    Statistic.STANDARD_ERROR,
    Statistic.MARGIN,
    Statistic.MEDIAN,
    Statistic.VARIANCE,
    Statistic.COEFFICIENT_OF_VARIATION,
    Statistic.POPULATION_SD,
    Statistic.MINIMUM,
    Statistic.MAXIMUM,
    Statistic.RANGE,
    Statistic.SUM,
    Statistic.GEOMETRIC_MEAN,
    Statistic.GEOMETRIC_SD,
    Statistic.SHARE,
    Statistic.WITHIN_SE,
)
_OTHER_LEVELS = (80.0, 90.0, 95.0, 99.0)
_NEAR = 0.01
_MOST = 8


def matches(
    groups: ShownGroups, lanes: Sequence[Group | Total], number: float, decimals: int
) -> tuple[Match, ...]:
    """Quantities that round to a number, then those within 1 %, the likeliest first.

    Args:
        groups: where to look.
        lanes: the same with their totals.
        number: what was typed.
        decimals: digits typed behind the decimal sign; it is compared at these.
    """
    found: list[tuple[tuple[bool, float, int], Match]] = []
    step = 10.0**-decimals
    for lane in lanes:
        for order, (quantity, value, level) in enumerate(_quantities(groups, lane)):
            off = abs(value - number)
            # Half a step is what rounding allows, whichever way a tie went.
            is_exact = off <= 0.5 * step * (1 + 1e-9) + 1e-12 * abs(value)
            if not is_exact and off > _NEAR * abs(value):
                continue
            if quantity in _WHOLE and not is_exact:
                continue
            match = Match(lane, quantity, value, is_exact, level)
            distance = 0.0 if is_exact else off / abs(value)
            found.append(((not is_exact, distance, order), match))
    found.sort(key=lambda pair: pair[0])
    exact = [match for _, match in found if match.is_exact]
    return tuple(exact[:_MOST] or [match for _, match in found[: _MOST // 2]])


_WHOLE = frozenset({Statistic.N, Derived.VALUE})


def _quantities(
    groups: ShownGroups, lane: Group | Total
) -> Iterator[tuple[Statistic | Derived, float, float | None]]:
    """Every quantity of a lane, the commonest first."""
    for statistic in _SINGLE_NUMBERS:
        if isinstance(lane, Total):
            values = statistic_of_total(groups, lane, statistic)
        else:
            values = statistic_of(groups, lane, statistic)
        if values.numbers:
            yield statistic, values.numbers[0], None
    summary = lane.summary
    if summary is None or summary.mean is None:
        return
    for quantity, value in _derived(groups, summary):
        if value is not None and math.isfinite(value):
            yield quantity, value, None
    for level in _OTHER_LEVELS:
        interval = summary.confidence_interval(level)
        if interval is not None and level != groups.heights.choices.level:
            yield Derived.OTHER_MARGIN, interval.half_width, level
    for single in summary.values[:1000]:
        yield Derived.VALUE, single, None


def _derived(groups: ShownGroups, summary: Summary) -> Iterator[tuple[Derived, float | None]]:
    mean, sd, se = summary.mean, summary.standard_deviation, summary.standard_error
    level = groups.heights.choices.level
    interval = summary.confidence_interval(level)
    yield Derived.SUM_OF_SQUARES, summary.sum_of_squares
    yield Derived.FIRST_QUARTILE, summary.quantile(0.25)
    yield Derived.THIRD_QUARTILE, summary.quantile(0.75)
    if interval is not None:
        yield Derived.LOWER_END, interval.lower
        yield Derived.UPPER_END, interval.upper
    if mean is None or sd is None or se is None:
        return
    yield Derived.TWICE_SE, 2 * se
    yield Derived.NORMAL_MARGIN, normal_quantile(0.5 + level / 200) * se
    yield Derived.TWICE_SD, 2 * sd
    yield Derived.MEAN_LESS_SD, mean - sd
    yield Derived.MEAN_MORE_SD, mean + sd
    yield Derived.MEAN_LESS_SE, mean - se
    yield Derived.MEAN_MORE_SE, mean + se
    if summary.population_deviation is not None:
        yield Derived.SE_OF_POPULATION_SD, summary.population_deviation / math.sqrt(summary.n)
    if len(summary.replicates):
        decimals = max(0, groups.measurements.decimals - 1)
        rounded = Summary(np.round(summary.array, decimals))
        yield Derived.ROUNDED_SD, rounded.standard_deviation
        yield Derived.ROUNDED_MEAN, rounded.mean
