"""Statistics in words: their headings, their numbers as shown, what they are."""

from __future__ import annotations

from decimus.analysis.groups import Group, ShownGroups
from decimus.analysis.lane_statistics import Total, Values, statistic_of, statistic_of_total
from decimus.analysis.results import Results
from decimus.kinds.statistic_kinds import Family, Shape, StatisticKind, Unit
from decimus.kinds.statistics import STATISTICS
from decimus.plurals import plural
from decimus.study.number_styles import PLAIN, Numerals
from decimus.terms import Side, Statistic
from decimus.wording.numbers import (
    DIGITS_OF_SQUARES,
    NBSP,
    UNDEFINED,
    full_number,
    number,
    percent,
    telling_decimals,
)
from decimus.wording.phrases import quantity

SIDES = {Side.ABOVE: "above", Side.AT_LEAST: "at least", Side.BELOW: "below"}
_SHARE_DECIMALS = 1
_FACTOR_DECIMALS = 3


def heading(groups: ShownGroups, statistic: Statistic, numerals: Numerals = PLAIN) -> str:
    """The heading of a column, short; levels and thresholds are said."""
    level = percent(groups.heights.choices.level, numerals)
    return STATISTICS[statistic].heading.format(level=level, share=share_words(groups, numerals))


def share_words(groups: ShownGroups, numerals: Numerals = PLAIN, *, with_unit: bool = False) -> str:
    """What a share is of: "Share above 120"."""
    choices = groups.heights.choices
    if choices.threshold is None:
        return "Share"
    threshold = full_number(choices.threshold, numerals)
    if with_unit:
        threshold = quantity(threshold, groups.plain_unit, numerals)
    return f"Share {SIDES[choices.side]} {threshold}"


def total_words(groups: ShownGroups, total: Total) -> str:
    """What a total is: "marginal mean" or "all flasks"."""
    if total.marginal is not None:
        return "marginal mean"
    return f"all {plural(groups.measurements.unit_name, 2)}"


def statistic_unit(groups: ShownGroups, statistic: Statistic) -> str:
    """The unit that stands behind a statistic; "" where it has none of its own."""
    unit = groups.measurements.outcome.unit
    match STATISTICS[statistic].unit:
        case Unit.OUTCOME:
            return unit
        case Unit.PLAIN:
            return groups.plain_unit
        case Unit.SQUARED:
            return f"({unit})²" if unit else ""
        case Unit.COUNT | Unit.PERCENT | Unit.FACTOR:
            return ""


def statistic_text(results: Results, lane: Group | Total, statistic: Statistic) -> str:
    """A statistic as shown, rounded; "–" where it is undefined."""
    return text_of(results.groups, statistic, values_of(results, lane, statistic), results)


def values_of(results: Results, lane: Group | Total, statistic: Statistic) -> Values:
    """A statistic of a lane, in full precision."""
    if isinstance(lane, Total):
        return statistic_of_total(results.groups, lane, statistic)
    return statistic_of(results.groups, lane, statistic)


def text_of(
    groups: ShownGroups,
    statistic: Statistic,
    values: Values,
    results: Results,
    decimals: int | None = None,
) -> str:
    """The numbers of a statistic as shown; with other decimals where they are said."""
    numerals = results.numerals
    if not values.numbers:
        return UNDEFINED
    first = values.numbers[0]
    kind = STATISTICS[statistic]
    if kind.unit is Unit.COUNT:
        return str(round(first))
    if kind.family is Family.SHARE:
        return _share_text(kind, values, numerals, decimals)
    if kind.unit is Unit.FACTOR:
        places = _FACTOR_DECIMALS if decimals is None else decimals
        return f"×/÷{NBSP}{number(first, places, numerals)}"
    percent_sign = f"{numerals.percent}" if kind.unit is Unit.PERCENT else ""
    places = groups.decimals if decimals is None else decimals
    if kind.unit is Unit.SQUARED and decimals is None and first:
        places = max(places, telling_decimals(first, DIGITS_OF_SQUARES))
    texts = [number(value, places, numerals) for value in values.numbers]
    match kind.shape:
        case Shape.SEVERAL:
            return ", ".join(full_number(value, numerals) for value in values.numbers)
        case Shape.MEAN_AND:
            return f"{texts[0]}{NBSP}±{NBSP}{texts[1]}"
        case Shape.ONE | Shape.ENDS | Shape.SHARE:
            return f"{NBSP}to{NBSP}".join(texts) + percent_sign


def _share_text(
    kind: StatisticKind, values: Values, numerals: Numerals, decimals: int | None
) -> str:
    places = _SHARE_DECIMALS if decimals is None else decimals
    if kind.shape is Shape.ENDS:
        ends = [number(end, places, numerals) for end in values.numbers]
        return f"{ends[0]}{NBSP}to{NBSP}{ends[1]}{numerals.percent}"
    share, cases, of_all = values.numbers
    of = f"({cases:.0f}{NBSP}of{NBSP}{of_all:.0f})"
    return f"{number(share, places, numerals)}{numerals.percent} {of}"


def part_names(statistic: Statistic) -> tuple[str, ...]:
    """What each number of a statistic is called where every number has a column of its own."""
    match STATISTICS[statistic].shape:
        case Shape.ONE | Shape.SEVERAL:
            return ("",)
        case Shape.ENDS:
            return ("lower", "upper")
        case Shape.MEAN_AND:
            return ("mean", STATISTICS[statistic].behind)
        case Shape.SHARE:
            return ("%", "cases", "of")


def full_text(statistic: Statistic, values: Values, numerals: Numerals = PLAIN) -> str:
    """The numbers of a statistic in full precision."""
    if not values.numbers:
        return UNDEFINED
    between = {
        Shape.ONE: "",
        Shape.ENDS: " to ",
        Shape.MEAN_AND: " ± ",
        Shape.SHARE: ", ",
        Shape.SEVERAL: ", ",
    }[STATISTICS[statistic].shape]
    return between.join(full_number(value, numerals) for value in values.numbers)
