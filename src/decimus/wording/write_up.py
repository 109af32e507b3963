"""The write-up: interpretation of every group, the result, and the summary as a table."""

from __future__ import annotations

from dataclasses import dataclass

from decimus.analysis.groups import Group, Groups
from decimus.analysis.results import Results
from decimus.statistics.summaries import Interval
from decimus.terms import ErrorBar
from decimus.wording.captions import drawn_pairs
from decimus.wording.comparisons import pair_sentence, result_sentence
from decimus.wording.numbers import NBSP, UNDEFINED, number, percent, plural
from decimus.wording.phrases import at_group, outcome_words, quantity, upper_first
from decimus.wording.spans import Sentence, Span, Text


def interpretation(results: Results, group: Group) -> str:
    """One sentence on one group, in the terms of its error bar."""
    groups, sign = results.groups, results.decimal_sign
    measurements, summary = groups.measurements, group.summary
    outcome = outcome_words(measurements)
    place = upper_first(at_group(groups, group))
    if summary.mean is None:
        return f"{place} there is no measurement of {outcome}."
    counted = f"{summary.n} {plural(measurements.unit_name, summary.n)}"
    mean = quantity(number(summary.mean, groups.decimals, sign), measurements.outcome.unit)
    start = f"{place} the mean {outcome} of {counted} was {mean}"
    if summary.n < 2:
        return f"{start}; one value says nothing about spread or precision."
    return f"{start}{_what_the_bar_says(groups, group, sign)}."


def _what_the_bar_says(groups: Groups, group: Group, sign: str) -> str:
    summary, decimals = group.summary, groups.decimals
    unit = groups.measurements.outcome.unit

    def say(value: float | None) -> str:
        return quantity(number(value, decimals, sign), unit)

    interval = groups.confidence_interval(group)
    match groups.question.error_bar:
        case ErrorBar.STANDARD_DEVIATION:
            units = plural(groups.measurements.unit_name, 2)
            return f"; single {units} lay about {say(summary.standard_deviation)} from it (SD)"
        case ErrorBar.STANDARD_ERROR:
            return f", known to within a standard error of {say(summary.standard_error)}"
        case ErrorBar.CONFIDENCE_INTERVAL if interval is not None:
            ends = f"{number(interval.lower, decimals, sign)} to {say(interval.upper)}"
            level = percent(interval.level, sign)
            return f"; we are {level} confident that the true mean lies from {ends}"
        case _:
            return ""


def result_paragraph(results: Results) -> Sentence:
    """The result, followed by the comparisons that stand on the figure."""
    spans: list[Span] = [*result_sentence(results)]
    if results.comparison is not None and len(results.comparison.pairs) > 1:
        for pair in drawn_pairs(results):
            spans += [Text(" "), *_capitalised(pair_sentence(results, pair)), Text(".")]
    return tuple(spans)


def _capitalised(sentence: Sentence) -> Sentence:
    first = sentence[0]
    if isinstance(first, Text):
        return (Text(first.text[:1].upper() + first.text[1:], first.style), *sentence[1:])
    return sentence


@dataclass(frozen=True)
class SummaryTable:
    """The summary as shown: headings and rows of text; `numeric` columns align right."""

    headings: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    numeric: tuple[bool, ...]

    def as_tabs(self) -> str:
        """Rows of cells with tabs between, for pasting into a table."""
        return "\n".join("\t".join(row) for row in (self.headings, *self.rows)) + "\n"


def summary_table(results: Results) -> SummaryTable:
    """n, mean, SD, SE and CI of every group, rounded as everywhere."""
    groups = results.groups
    level = percent(groups.question.error_bar_level, results.decimal_sign)
    unit = groups.measurements.outcome.unit
    mean = f"Mean ({unit})" if unit else "Mean"
    factors = tuple(factor.title for factor in groups.factors)
    headings = (*factors, "n", mean, "SD", "SE", f"{level} CI")
    rows = tuple(_row(groups, group, results.decimal_sign) for group in groups.shown)
    numeric = (*(False,) * len(factors), True, True, True, True, True)
    return SummaryTable(headings, rows, numeric)


def _row(groups: Groups, group: Group, sign: str) -> tuple[str, ...]:
    summary, decimals = group.summary, groups.decimals
    interval = groups.confidence_interval(group)
    ends = interval_words(interval, decimals, sign)
    return (
        *group.labels,
        str(group.n) if group.is_n_known else "–",
        number(summary.mean, decimals, sign),
        number(summary.standard_deviation, decimals, sign),
        number(summary.standard_error, decimals, sign),
        ends,
    )


def interval_words(interval: Interval | None, decimals: int, sign: str = ".") -> str:
    """An interval as "97.39 to 118.21"; "–" where there is none."""
    if interval is None:
        return UNDEFINED
    lower, upper = number(interval.lower, decimals, sign), number(interval.upper, decimals, sign)
    return f"{lower}{NBSP}to{NBSP}{upper}"
