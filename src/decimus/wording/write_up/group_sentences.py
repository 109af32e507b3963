"""One sentence on each group, in the terms of its height and its error bar."""

from __future__ import annotations

from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.kinds.heights import HEIGHTS
from decimus.plurals import plural
from decimus.study.live_parts import EndsPart, Fact, FactPart, GroupPart
from decimus.terms import ErrorBar, Height, Statistic
from decimus.wording.figure.error_bars import height_words
from decimus.wording.groups.statistics import SIDES
from decimus.wording.numbers import full_number, number
from decimus.wording.phrases import preposition, quantity, upper_first
from decimus.wording.spans import Sentence, Text
from decimus.wording.write_up.filling import filled, marked
from decimus.wording.write_up.parts import live


def group_sentences(results: Results) -> Sentence:
    """A sentence on every group, each on a line of its own."""
    spans: Sentence = ()
    for number_, group in enumerate(results.groups.shown):
        spans += (Text("\n"),) if number_ else ()
        spans += group_sentence(results, group)
    return spans


def group_sentence(results: Results, group: Group) -> Sentence:
    """One sentence on one group."""
    groups, measurements, summary = results.groups, results.measurements, group.summary
    is_named = measurements.outcome.is_named
    outcome = live(results, FactPart(Fact.OUTCOME)) if is_named else ()
    parts: dict[str, str | Sentence] = {
        "place": filled(
            f"{upper_first(preposition(groups))} {{group}}",
            group=live(results, GroupPart(group.levels)),
        ),
        "outcome": outcome,
        "gap": " " if is_named else "",
        "of": " of " if is_named else "",
        "n": live(results, GroupPart(group.levels, Statistic.N)),
        "units": plural(measurements.unit_name, summary.n),
        "height": height_words(groups, results.numerals),
    }
    is_count = groups.heights.height is Height.COUNT
    if summary.mean is None and not (is_count and measurements.counts_cases):
        return filled("{place} there is no measurement{of}{outcome}.", **parts)
    if is_count:
        was = "was" if summary.n == 1 else "were"
        return filled(f"{{place}} there {was} {{n}} {{units}}.", **parts)
    if groups.heights.height is Height.SHARE:
        return _share(results, group, parts)
    if groups.height(group) is None:
        return filled("{place} the {height}{gap}{outcome} of {n} {units} is undefined.", **parts)
    parts["value"] = _height(results, group)
    start = "{place} the {height}{gap}{outcome} of {n} {units} was {value}"
    if summary.n < 2:
        return filled(f"{start}; one value says nothing about spread or precision.", **parts)
    return filled(f"{start}{{bar}}.", bar=_what_the_bar_says(results, group), **parts)


def _height(results: Results, group: Group) -> Sentence:
    groups, numerals = results.groups, results.numerals
    text = quantity(
        number(groups.height(group), groups.decimals, numerals), groups.shown_unit, numerals
    )
    return marked(GroupPart(group.levels, HEIGHTS[groups.heights.height].statistic), text)


def _share(results: Results, group: Group, parts: dict[str, str | Sentence]) -> Sentence:
    groups, numerals = results.groups, results.numerals
    share, choices = groups.share(group), groups.heights.choices
    if share is None or share.share is None or choices.threshold is None:
        return filled("{place} no share can be given.", **parts)
    threshold = quantity(full_number(choices.threshold, numerals), groups.plain_unit, numerals)
    parts |= {
        "share": live(results, GroupPart(group.levels, Statistic.SHARE)),
        "side": f"{SIDES[choices.side]} {threshold}",
        "was": "was" if share.count == 1 else "were",
    }
    said = "{place} {share} {units} {was} {side}"
    interval = share.confidence_interval(choices.level)
    if interval is None:
        return filled(f"{said}.", **parts)
    low, high = (number(100 * end, 1, numerals) for end in (interval.lower, interval.upper))
    parts |= {
        "level": live(results, FactPart(Fact.LEVEL)),
        "ends": f"between {low} and {high}{numerals.percent}",
    }
    return filled(f"{said}; we are {{level}} confident that the true share lies {{ends}}.", **parts)


def _what_the_bar_says(results: Results, group: Group) -> Sentence:
    groups, numerals = results.groups, results.numerals
    choices, summary = groups.heights.choices, group.summary
    ends = live(results, EndsPart(group.levels))
    if not ends:
        return ()
    geometric = groups.geometric(group) if choices.height is Height.GEOMETRIC_MEAN else None
    parts: dict[str, str | Sentence] = {
        "ends": ends,
        "units": plural(groups.measurements.unit_name, 2),
        "level": live(results, FactPart(Fact.LEVEL)),
        "mean": "mean" if geometric is None else "geometric mean",
    }
    match choices.error_bar:
        case ErrorBar.STANDARD_DEVIATION if geometric is not None:
            factor = number(geometric.standard_deviation, 3, numerals)
            return filled(
                f"; single {{units}} typically lay a factor of {factor} from it (geometric SD)",
                **parts,
            )
        case ErrorBar.STANDARD_DEVIATION:
            parts["sd"] = live(results, GroupPart(group.levels, Statistic.STANDARD_DEVIATION))
            return filled("; single {units} typically lay {sd} from it (SD)", **parts)
        case ErrorBar.STANDARD_ERROR if summary.standard_error is not None:
            parts["se"] = live(results, GroupPart(group.levels, Statistic.STANDARD_ERROR))
            return filled(", with a standard error of {se}", **parts)
        case ErrorBar.CONFIDENCE_INTERVAL:
            return filled("; we are {level} confident that the true {mean} lies {ends}", **parts)
        case ErrorBar.WITHIN_CI:
            return filled("; without what sets subjects apart it lies {ends} ({level})", **parts)
        case ErrorBar.QUARTILES:
            return filled("; the middle half of the {units} lay {ends}", **parts)
        case ErrorBar.RANGE:
            return filled("; all {units} lay {ends}", **parts)
        case (
            ErrorBar.STANDARD_ERROR
            | ErrorBar.MULTIPLE_OF_SD
            | ErrorBar.MULTIPLE_OF_SE
            | ErrorBar.WITHIN_SE
            | ErrorBar.GIVEN
            | ErrorBar.NONE
        ):
            return filled("; its error bar reaches {ends}", **parts)
