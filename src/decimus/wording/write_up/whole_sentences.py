"""Sentences of the write-up that follow as a whole from what was done to the data."""

from __future__ import annotations

from collections.abc import Callable

from decimus.analysis.checks import Check
from decimus.analysis.counting import counts_of
from decimus.analysis.results import Results
from decimus.kinds.adjustments import ADJUSTMENTS
from decimus.kinds.checks import CHECKS
from decimus.kinds.error_bars import ERROR_BARS
from decimus.kinds.heights import HEIGHTS
from decimus.kinds.intervals import INTERVALS
from decimus.kinds.limits import LIMITS
from decimus.measurements.adjusting import in_order
from decimus.measurements.observations import Measurements
from decimus.plurals import plural
from decimus.study.adjustments import ComputedColumn
from decimus.study.live_parts import SentenceAbout
from decimus.study.readings import SetAside
from decimus.terms import (
    ErrorBar,
    Height,
    PairSet,
    SumsOfSquares,
)
from decimus.wording.comparisons.checks import check_words
from decimus.wording.comparisons.choices import pair_set_words, required
from decimus.wording.comparisons.method_names import has_follow_up
from decimus.wording.comparisons.pair_facts import change_sentence, equivalence_sentence
from decimus.wording.comparisons.reasons import assumed
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.counting import sameness_words
from decimus.wording.figure.error_bars import height_words
from decimus.wording.measurements.adjustments import adjustment_words
from decimus.wording.measurements.asides import aside_name
from decimus.wording.numbers import count_word, percent
from decimus.wording.phrases import bar_name, group_words, lower_first, preposition, upper_first
from decimus.wording.remarks.words import listed

_MOST_NAMED = 6


def _readings(results: Results) -> str:
    measurements = results.measurements
    low, high = measurements.units.readings
    if not measurements.units.is_averaged or high < 2:
        return ""
    count = str(high) if low == high else f"{low} to {high}"
    units = plural(measurements.unit_name, 2)
    return (
        f"The {count} readings of one {measurements.unit_name} were averaged first, so that n "
        f"counts {units}."
    )


def _taken(results: Results) -> str:
    """What n counts where that was taken for granted."""
    if counts_of(results).is_open:
        return f"That these are {sameness_words(results)} was not confirmed."
    return ""


def _computed(computed: ComputedColumn) -> str:
    if computed.stem_of:
        return f"Groups were taken from the names of {computed.stem_of}."
    return f"{upper_first(computed.name)} was computed as {computed.expression}."


def _set_aside(results: Results) -> str:
    found = []
    for aside in results.sheet.reading.asides:
        count = _aside_count(results.measurements, aside)
        if count:
            verb = "was" if count == 1 else "were"
            noun = plural("value", count)
            name, number = aside_name(results, aside), upper_first(count_word(count))
            found.append(f"{number} {noun}, {name}, {verb} set aside: {aside.reason}.")
    return " ".join(found)


def _aside_count(measurements: Measurements, aside: SetAside) -> int:
    """How many values this one sets aside."""
    return sum(
        found.reason == aside.reason
        and (aside.row is None or found.place[0] == aside.row)
        and (aside.column is None or found.place[1] == aside.column)
        for group in measurements.groups
        for found in group.asides
    )


def _missing(results: Results) -> str:
    missing = results.measurements.missing_count
    if not missing:
        return ""
    reasons = {found.reason for found in results.sheet.reading.missing_reasons}
    why = f" ({'; '.join(sorted(reasons))})" if reasons else ""
    verb = "was" if missing == 1 else "were"
    return f"{upper_first(count_word(missing))} {plural('value', missing)} {verb} missing{why}."


def _limits(results: Results) -> str:
    measurements = results.measurements
    count = len(measurements.limits)
    if not count:
        return ""
    noun, verb = plural("value", count), "was" if count == 1 else "were"
    words = LIMITS[measurements.limit_rule].told
    return f"{upper_first(count_word(count))} {noun} beyond a limit of detection {verb} {words}."


def _adjusted(results: Results) -> str:
    reading, numerals = results.sheet.reading, results.numerals
    return " ".join(
        (
            *(
                f"Values are {adjustment_words(a, numerals)}."
                for a in in_order(reading.adjustments)
            ),
            *(_computed(c) for c in reading.computed if not c.counts_cases),
        )
    )


def _shown(results: Results) -> str:
    """What stands for a group, what its error bar is, and what circles are."""
    question, numerals, measurements = results.question, results.numerals, results.measurements
    height, bar = question.heights.height, question.heights.error_bar
    words = upper_first(HEIGHTS[height].plural)
    if height is Height.SHARE:
        words = upper_first(height_words(results.groups, numerals).replace("share", "shares", 1))
    circles = ""
    has_circles = question.figure.show_replicates and not measurements.is_summarised
    if has_circles and results.chart.shows_means and height.is_of_outcome:
        circles = f"; circles are single {plural(measurements.unit_name, 2)}"
    if bar is ErrorBar.NONE:
        return f"{words} are shown without error bars{circles}."
    based = ERROR_BARS[bar].basis
    if bar is ErrorBar.CONFIDENCE_INTERVAL:
        based = HEIGHTS[height].interval_basis
    return f"{words} are shown with their {bar_name(question.heights, numerals)}{based}{circles}."


def _family(results: Results) -> str:
    """For which pairs a follow-up is, and what counts as one family: "all pairs (…)"."""
    comparison = required(results)
    if not has_follow_up(comparison) or not comparison.pairs:
        return ""
    words = pair_set_words(results.groups, comparison)
    if not ADJUSTMENTS[comparison.adjustment].adjusts:
        return words
    if comparison.per_level:
        return f"{words} (one family at each level)"
    if comparison.pair_set is PairSet.CHOSEN:
        return f"{words} (as one family of all {comparison.family})"
    if comparison.family > 1:
        return f"{words} ({comparison.family} comparisons as one family)"
    return words


def _intervals(results: Results) -> str:
    """What the intervals of differences promise, and what counts as shown."""
    comparison, numerals = required(results), results.numerals
    kinds = {pair.ci_kind for pair in comparison.pairs if pair.ci_kind is not None}
    level = percent(comparison.interval_level, numerals)
    if not kinds:
        return ""
    kind = INTERVALS[kinds.pop()].promised if len(kinds) == 1 else ""
    return f"intervals of differences are {kind}at {level}"


_SQUARES = {
    SumsOfSquares.GIVEN_ALL: "Each term was tested given all others (type III)",
    SumsOfSquares.GIVEN_LOWER: "Each term was tested given those not containing it (type II)",
}


def _assumed(results: Results) -> str:
    """What the test takes for granted, and where its p comes from."""
    first, *others = assumed(results).split(". ")
    lead = "The test assumes" if required(results).is_of_two else "The tests assume"
    said = [first.replace("Assumed:", lead).rstrip("."), *(o.rstrip(".") for o in others)]
    # Who was left out of the test is a sentence of its own.
    return "".join(f"{one}. " for one in said if " left out: " not in one).strip()


def _checks(results: Results) -> str:
    """What the checks of that said."""
    if results.is_large:
        return ""
    # Of two checks of the same the one that fewer things upset is enough.
    found = tuple(check for check in results.checks.checks if CHECKS[check.name].is_in_text)
    if not found:
        return ""
    numerals = results.numerals
    said = "; ".join(lower_first(check_words(check, numerals)) for check in found)
    against = [CHECKS[check.name].says for check in found if check.finds]
    return f"Checks: {said}; {_verdict(found, against)}."


def _verdict(found: tuple[Check, ...], against: list[str]) -> str:
    if against:
        return " and ".join(against)
    if len(found) == 1:
        return "it does not speak against that"
    return f"{'neither speaks' if len(found) == 2 else 'none speaks'} against that"


def _left_out(results: Results) -> str:
    """Groups without a value, and units that lack one."""
    groups, incomplete = results.groups, required(results).incomplete
    empty = [group for group in groups.shown if group.summary.mean is None]
    said = []
    if empty:
        was = "was" if len(empty) == 1 else "were"
        names = listed(tuple(group_words(groups, group) for group in empty))
        at = preposition(groups)
        said.append(f"There was no measurement {at} {names}, which {was} not compared.")
    if incomplete:
        names = ", ".join(incomplete[:_MOST_NAMED])
        more = " …" if len(incomplete) > _MOST_NAMED else ""
        said.append(f"Left out of the test, with values missing: {names}{more}.")
    return " ".join(said)


def _joined(results: Results) -> str:
    joins = results.sheet.reading.joins
    return " ".join(f"“{join.text}” was counted as “{join.into}”." for join in joins)


def _terms(results: Results) -> str:
    comparison = required(results)
    squares = comparison.sums_of_squares
    return "" if squares is None or comparison.is_balanced else f"{_SQUARES[squares]}."


def _with_and_without(results: Results) -> str:
    is_wanted = results.measurements.aside_count and not results.is_large
    return both_ways(results) if is_wanted else ""


_SENTENCES: dict[SentenceAbout, Callable[[Results], str]] = {
    SentenceAbout.READINGS: _readings,
    SentenceAbout.TAKEN: _taken,
    SentenceAbout.SET_ASIDE: _set_aside,
    SentenceAbout.MISSING: _missing,
    SentenceAbout.LIMITS: _limits,
    SentenceAbout.JOINED: _joined,
    SentenceAbout.ADJUSTED: _adjusted,
    SentenceAbout.SHOWN: _shown,
    SentenceAbout.FAMILY: _family,
    SentenceAbout.INTERVALS: _intervals,
    SentenceAbout.TERMS: _terms,
    SentenceAbout.ASSUMED: _assumed,
    SentenceAbout.CHECKS: _checks,
    SentenceAbout.LEFT_OUT: _left_out,
    SentenceAbout.WITH_AND_WITHOUT: _with_and_without,
    SentenceAbout.CHANGE: change_sentence,
    SentenceAbout.EQUIVALENCE: equivalence_sentence,
}
_WITHOUT_COMPARISON = frozenset(
    {
        *(SentenceAbout.READINGS, SentenceAbout.SET_ASIDE, SentenceAbout.MISSING),
        *(SentenceAbout.LIMITS, SentenceAbout.JOINED, SentenceAbout.ADJUSTED),
        *(SentenceAbout.SHOWN, SentenceAbout.TAKEN),
    }
)


def sentence_about(results: Results, about: SentenceAbout) -> str:
    """One sentence, or a few; "" where there is nothing to say."""
    if about not in _WITHOUT_COMPARISON and results.comparison is None:
        return ""
    return _SENTENCES[about](results)
