"""One sentence on each group, in the terms of its height and its error bar."""

from __future__ import annotations

from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.terms import ErrorBar, Height
from decimus.wording.figure.error_bars import height_words
from decimus.wording.groups.statistics import SIDES
from decimus.wording.numbers import full_number, number, percent
from decimus.wording.phrases import at_group, outcome_words, quantity, upper_first


def interpretation(results: Results, group: Group) -> str:
    """One sentence on one group."""
    groups, numerals = results.groups, results.numerals
    measurements, summary = groups.measurements, group.summary
    outcome = outcome_words(measurements)
    place = upper_first(at_group(groups, group))
    if summary.mean is None:
        of = f" of {outcome}" if measurements.outcome.is_named else ""
        return f"{place} there is no measurement{of}."
    counted = f"{summary.n} {plural(measurements.unit_name, summary.n)}"
    if groups.heights.choices.height is Height.COUNT:
        return f"{place} there {'was' if summary.n == 1 else 'were'} {counted}."
    if groups.heights.choices.height is Height.SHARE:
        return _share(results, group, place)
    value = groups.height(group)
    height = height_words(groups, numerals)
    if value is None:
        return f"{place} the {height} {outcome} of {counted} is undefined."
    shown = quantity(number(value, groups.decimals, numerals), groups.shown_unit, numerals)
    what = f"{height} {outcome}" if measurements.outcome.is_named else height
    start = f"{place} the {what} of {counted} was {shown}"
    if summary.n < 2:
        return f"{start}; one value says nothing about spread or precision."
    return f"{start}{_what_the_bar_says(results, group)}."


def _share(results: Results, group: Group, place: str) -> str:
    groups, numerals = results.groups, results.numerals
    share, choices = groups.share(group), groups.heights.choices
    if share is None or share.share is None or choices.threshold is None:
        return f"{place} no share can be given."
    threshold = quantity(full_number(choices.threshold, numerals), groups.plain_unit, numerals)
    units = plural(groups.measurements.unit_name, share.n)
    said = (
        f"{place} {share.count} of {share.n} {units} "
        f"({number(100 * share.share, 1, numerals)}{numerals.percent}) "
        f"{'was' if share.count == 1 else 'were'} {SIDES[choices.side]} {threshold}"
    )
    interval = share.confidence_interval(choices.level)
    if interval is None:
        return f"{said}."
    low, high = (number(100 * end, 1, numerals) for end in (interval.lower, interval.upper))
    ends = f"{low} and {high}{numerals.percent}"
    level = percent(interval.level, numerals)
    return f"{said}; we are {level} confident that the true share lies between {ends}."


def _what_the_bar_says(results: Results, group: Group) -> str:
    groups, numerals = results.groups, results.numerals
    summary, decimals, unit = group.summary, groups.decimals, groups.shown_unit
    choices = groups.heights.choices
    units = plural(groups.measurements.unit_name, 2)
    found = groups.heights.ends(group.levels, choices.error_bar)
    if found is None:
        return ""
    low = number(found[0], decimals, numerals)
    high = quantity(number(found[1], decimals, numerals), unit, numerals)
    ends = f"between {low} and {high}"
    level = percent(choices.level, numerals)
    geometric = groups.geometric(group) if choices.height is Height.GEOMETRIC_MEAN else None
    match choices.error_bar:
        case ErrorBar.STANDARD_DEVIATION if geometric is not None:
            factor = number(geometric.standard_deviation, 3, numerals)
            return f"; single {units} typically lay a factor of {factor} from it (geometric SD)"
        case ErrorBar.STANDARD_DEVIATION:
            spread = quantity(
                number(summary.standard_deviation, decimals, numerals), unit, numerals
            )
            return f"; single {units} typically lay {spread} from it (SD)"
        case ErrorBar.STANDARD_ERROR:
            error = quantity(number(summary.standard_error, decimals, numerals), unit, numerals)
            return f", with a standard error of {error}"
        case ErrorBar.CONFIDENCE_INTERVAL:
            name = "geometric mean" if geometric is not None else "mean"
            return f"; we are {level} confident that the true {name} lies {ends}"
        case ErrorBar.WITHIN_CI:
            return f"; without what sets subjects apart it lies {ends} ({level})"
        case ErrorBar.QUARTILES:
            return f"; the middle half of the {units} lay {ends}"
        case ErrorBar.RANGE:
            return f"; all {units} lay {ends}"
        case (
            ErrorBar.MULTIPLE_OF_SD
            | ErrorBar.MULTIPLE_OF_SE
            | ErrorBar.WITHIN_SE
            | ErrorBar.GIVEN
            | ErrorBar.NONE
        ):
            return f"; its error bar reaches from {low} to {high}"
