"""The methods paragraph: what a replicate was, what was left out or changed, the test."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.measurements.adjusting import in_order
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.readings import SetAside
from decimus.terms import (
    Adjustment,
    ErrorBar,
    Height,
    LimitRule,
    PairSet,
    SphericityCorrection,
    SumsOfSquares,
)
from decimus.wording.comparisons.choices import alternative_words, pair_set_words
from decimus.wording.comparisons.method_names import (
    CORRECTION_NAMES,
    follow_up_name,
    has_follow_up,
    method_name,
)
from decimus.wording.comparisons.sentences import alpha_note
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.figure.error_bars import height_words
from decimus.wording.measurements.adjustments import adjustment_words
from decimus.wording.measurements.asides import aside_name
from decimus.wording.numbers import NBSP, percent
from decimus.wording.phrases import bar_name, n_words, upper_first

_MOST_NAMED = 6


def methods_paragraph(results: Results) -> str:
    """All that a reader has to know about how the numbers came about."""
    sentences = [
        *_replicates(results),
        *_left_out(results),
        *_adjusted(results),
        *_shown(results),
        *_tested(results),
    ]
    return " ".join(sentences)


def _replicates(results: Results) -> list[str]:
    measurements = results.measurements
    noun = plural(measurements.unit_name, 2)
    if measurements.is_summarised:
        return ["Means and their spread were taken from a table that gave no single values."]
    n = n_words(results.groups)
    is_one = len(results.groups.with_values) == 1
    place = "" if is_one else " in each group"
    found = [f"Replicates were {noun} (n{NBSP}={NBSP}{n}{place})."]
    if measurements.unit_name == "replicate":
        found = [f"There were {n} {noun}{place}."]
    units = measurements.units
    low, high = units.readings
    if units.is_averaged and high > 1:
        count = str(high) if low == high else f"{low} to {high}"
        found.append(
            f"The {count} readings of one {measurements.unit_name} were averaged first, so that n "
            f"counts {noun}."
        )
    if units.is_same:
        found.append(f"The same {noun} were measured under every condition.")
    return found


def _left_out(results: Results) -> list[str]:
    measurements, reading = results.measurements, results.sheet.reading
    found = []
    for aside in reading.asides:
        count = _aside_count(measurements, aside)
        if count:
            verb = "was" if count == 1 else "were"
            name = aside_name(results, aside)
            found.append(
                f"{count} {plural('value', count)} ({name}) {verb} set aside: {aside.reason}."
            )
    missing = measurements.missing_count
    if missing:
        reasons = {r.reason for r in reading.missing_reasons}
        why = f" ({'; '.join(sorted(reasons))})" if reasons else ""
        verb = "is" if missing == 1 else "are"
        found.append(f"{missing} {plural('measurement', missing)} {verb} missing{why}.")
    found += _limits(measurements)
    for join in reading.joins:
        found.append(f"“{join.text}” was counted as “{join.into}”.")
    return found


def _aside_count(measurements: Measurements, aside: SetAside) -> int:
    """How many values this one sets aside."""
    return sum(
        found.reason == aside.reason
        and (aside.row is None or found.place[0] == aside.row)
        and (aside.column is None or found.place[1] == aside.column)
        for group in measurements.groups
        for found in group.asides
    )


def _limits(measurements: Measurements) -> list[str]:
    count = len(measurements.limits)
    if not count:
        return []
    words = {
        LimitRule.MISSING: "left out",
        LimitRule.LIMIT: "counted as the limit itself",
        LimitRule.HALF: "counted as half the limit",
        LimitRule.ZERO: "counted as zero",
    }[measurements.limit_rule]
    noun, verb = plural("value", count), "was" if count == 1 else "were"
    return [f"{count} {noun} beyond a limit of detection {verb} {words}."]


def _adjusted(results: Results) -> list[str]:
    reading = results.sheet.reading
    return [
        *(f"Values are {adjustment_words(a)}." for a in in_order(reading.adjustments)),
        *(f"{upper_first(c.name)} was computed as {c.expression}." for c in reading.computed),
    ]


def _shown(results: Results) -> list[str]:
    question, sign = results.question, results.decimal_sign
    words = upper_first(_PLURALS.get(question.heights.height, ""))
    if question.heights.height is Height.SHARE:
        words = upper_first(height_words(results.groups, sign).replace("share", "shares", 1))
    if question.heights.error_bar is ErrorBar.NONE:
        return [f"{words} are shown without error bars."]
    based = _BASIS.get(question.heights.error_bar, "")
    if (
        question.heights.error_bar is ErrorBar.CONFIDENCE_INTERVAL
        and question.heights.height in _T_BASED
    ):
        based = _T_BASED[question.heights.height]
    return [f"{words} are shown with their {bar_name(question.heights, sign)}{based}."]


_PLURALS = {
    Height.MEAN: "means",
    Height.MEDIAN: "medians",
    Height.GEOMETRIC_MEAN: "geometric means",
    Height.COUNT: "counts",
}
_T_BASED = {
    Height.MEAN: " (t-based)",
    Height.GEOMETRIC_MEAN: " (t-based on logarithms, taken back)",
}
_BASIS = {
    ErrorBar.QUARTILES: " (linear interpolation of order statistics, Hyndman & Fan 1996, type 7)",
    ErrorBar.WITHIN_SE: " (Cousineau 2005, corrected by Morey 2008)",
    ErrorBar.WITHIN_CI: " (Cousineau 2005, corrected by Morey 2008; t-based)",
}


def _tested(results: Results) -> list[str]:
    comparison = results.comparison
    if comparison is None:
        return []
    level = percent(comparison.interval_level, results.decimal_sign)
    name = method_name(comparison)
    if comparison.correction not in (None, SphericityCorrection.NONE):
        name += f" with the {CORRECTION_NAMES[comparison.correction]} correction"
    sides = alternative_words(results, comparison)
    # F, H and χ² have no sides; the pairs after them do.
    text = f"{name}, {sides}" if comparison.is_of_two else name
    if has_follow_up(comparison) and comparison.pairs:
        count = comparison.family
        follow = follow_up_name(comparison.method, comparison.adjustment)
        article = "the " if follow.endswith("test") and "’" not in follow else ""
        words = pair_set_words(results.groups, comparison)
        one_by_one = comparison.pair_set in (PairSet.CHOSEN, PairSet.PLANNED)
        is_counted = count > 1 and not comparison.per_level and not one_by_one
        family = f"{words}, {count} in all" if is_counted else words
        together = "one family at each level" if comparison.per_level else "one family"
        if comparison.pair_set is PairSet.CHOSEN:
            together = f"one family of all {count}"
        if comparison.adjustment is Adjustment.NONE:
            together = "unadjusted"
        text += f", followed by {article}{follow}, {sides}, for {family} ({together})"
    alpha = alpha_note(comparison, results.decimal_sign)
    has_interval = any(pair.ci_lower is not None for pair in comparison.pairs)
    intervals = f"; intervals of differences at {level}" if has_interval else ""
    found = [f"Test: {text}{alpha}{intervals}."]
    if comparison.sums_of_squares is not None and not comparison.is_balanced:
        found.append(f"{_SQUARES[comparison.sums_of_squares]}.")
    if comparison.incomplete:
        names = ", ".join(comparison.incomplete[:_MOST_NAMED])
        more = " …" if len(comparison.incomplete) > _MOST_NAMED else ""
        found.append(f"Left out of the test, with values missing: {names}{more}.")
    if results.measurements.aside_count and (said := both_ways(results)):
        found.append(said)
    return found


_SQUARES = {
    SumsOfSquares.GIVEN_ALL: "Each term was tested given all others (type III)",
    SumsOfSquares.GIVEN_LOWER: "Each term was tested given those not containing it (type II)",
}
