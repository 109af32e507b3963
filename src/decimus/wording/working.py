"""The working behind a number: formula, the same with this group's numbers, how to read it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from decimus.analysis.comparisons import METHOD_NAMES, PairResult
from decimus.analysis.groups import Group, Groups
from decimus.analysis.results import Results
from decimus.terms import IntervalKind, Method
from decimus.wording.numbers import (
    NBSP,
    degrees_of_freedom,
    full_number,
    number,
    p_number,
    percent,
    plural,
    statistic,
)
from decimus.wording.phrases import at_group, group_words, outcome_words, quantity
from decimus.wording.spans import Style, Text


class Quantity(Enum):
    """A number of a lane that can be opened."""

    N = "n"
    MEAN = "mean"
    STANDARD_DEVIATION = "SD"
    STANDARD_ERROR = "SE"
    CONFIDENCE_INTERVAL = "CI"


@dataclass(frozen=True)
class Working:
    """A number, worked.

    Args:
        title: which number of which group.
        formula: in letters.
        filled: the same with this group's numbers put in, up to the result.
        result: the result with its unit.
        reading: a sentence on how to read it.
        exact: the result in full precision.
    """

    title: str
    formula: tuple[Text, ...]
    filled: str
    result: str
    reading: str
    exact: str

    def as_text(self) -> str:
        """All of it, for copying."""
        formula = "".join(text.text for text in self.formula)
        return "\n".join(
            (self.title, f"{formula} = {self.filled} = {self.result}", self.reading, self.exact)
        )


def working(results: Results, group: Group, quantity_: Quantity) -> Working:
    """The working of one number of one lane."""
    return _Worker(results.groups, group, results.decimal_sign).work(quantity_)


class _Worker:
    """Works numbers of one group; holds what all of them need."""

    def __init__(self, groups: Groups, group: Group, decimal_sign: str) -> None:
        self._groups = groups
        self._group = group
        self._summary = group.summary
        self._sign = decimal_sign
        self._unit = groups.measurements.outcome.unit
        self._units = plural(groups.measurements.unit_name, 2)
        self._outcome = outcome_words(groups.measurements)
        self._where = at_group(groups, group)

    def work(self, which: Quantity) -> Working:
        match which:
            case Quantity.N:
                return self._n()
            case Quantity.MEAN:
                return self._mean()
            case Quantity.STANDARD_DEVIATION:
                return self._standard_deviation()
            case Quantity.STANDARD_ERROR:
                return self._standard_error()
            case Quantity.CONFIDENCE_INTERVAL:
                return self._confidence_interval()

    def _number(self, value: float | None) -> str:
        return number(value, self._groups.decimals, self._sign)

    def _result(self, value: float | None) -> str:
        return quantity(self._number(value), self._unit)

    def _exact(self, *values: float | None) -> str:
        return "In full: " + " to ".join(full_number(value, self._sign) for value in values)

    def _title(self, name: str) -> str:
        return f"Working: {name} {self._where}"

    def _undefined(self, name: str, formula: tuple[Text, ...], least: int) -> Working:
        n = self._group.n
        why = f"This group has {n} {plural('value', n)}; {name} needs at least {least}."
        return Working(self._title(name), formula, "–", "–", why, "In full: –")

    def _n(self) -> Working:
        missing = self._group.missing
        n = self._group.n
        noun = plural(self._groups.measurements.unit_name, n)
        lost = f" {missing} {'is' if missing == 1 else 'are'} missing." if missing else ""
        return Working(
            self._title("number of replicates"),
            (Text("n", Style.ITALIC),),
            "count of values",
            f"{n}",
            f"Counted, not typed: {n} {noun} gave a number.{lost}",
            f"In full: {n}",
        )

    def _values(self) -> str:
        shown = [
            full_number(value, self._sign)
            for value in (
                self._summary.values
                if self._group.n <= 8
                else (*self._summary.values[:3], self._summary.values[-1])
            )
        ]
        if self._group.n > 8:
            shown.insert(3, "…")
        return " + ".join(shown)

    def _mean(self) -> Working:
        formula = (Text("Σy", Style.ITALIC), Text(" ÷ "), Text("n", Style.ITALIC))
        if self._summary.mean is None:
            return self._undefined("mean", formula, 1)
        n, total = self._group.n, full_number(self._summary.total, self._sign)
        filled = f"({self._values()}) ÷ {n} = {total} ÷ {n}"
        return Working(
            self._title("mean"),
            formula,
            filled,
            self._result(self._summary.mean),
            f"The {self._units} {self._where} had a mean {self._outcome} of "
            f"{self._result(self._summary.mean)}.",
            self._exact(self._summary.mean),
        )

    def _standard_deviation(self) -> Working:
        formula = (
            Text("√(Σ("),
            Text("y", Style.ITALIC),
            Text(" − mean)² ÷ ("),
            Text("n", Style.ITALIC),
            Text(" − 1))"),
        )
        value = self._summary.standard_deviation
        if value is None or self._summary.sum_of_squares is None:
            return self._undefined("the standard deviation", formula, 2)
        squares = number(self._summary.sum_of_squares, self._groups.decimals + 1, self._sign)
        return Working(
            self._title("standard deviation"),
            formula,
            f"√({squares} ÷ {self._group.n - 1})",
            self._result(value),
            f"Single {self._units} typically lie about {self._result(value)} from their mean. "
            "This is their spread, not the precision of the mean.",
            self._exact(value),
        )

    def _standard_error(self) -> Working:
        formula = (Text("SD ÷ √"), Text("n", Style.ITALIC))
        value = self._summary.standard_error
        if value is None:
            return self._undefined("the standard error", formula, 2)
        return Working(
            self._title("standard error of the mean"),
            formula,
            f"{self._number(self._summary.standard_deviation)} ÷ √{self._group.n}",
            self._result(value),
            f"Means of {self._group.n} {self._units} would vary by about {self._result(value)} "
            "from sample to sample. This is the precision of the mean, not the spread.",
            self._exact(value),
        )

    def _confidence_interval(self) -> Working:
        interval = self._groups.confidence_interval(self._group)
        level = percent(self._groups.question.error_bar_level, self._sign)
        formula = (
            Text("mean ± "),
            Text("t", Style.ITALIC),
            Text(" × SD ÷ √"),
            Text("n", Style.ITALIC),
        )
        if interval is None:
            return self._undefined("a confidence interval", formula, 2)
        n, t = self._group.n, number(interval.t, 3, self._sign)
        filled = (
            f"{self._number(self._summary.mean)} ± {t} × "
            f"{self._number(self._summary.standard_deviation)} ÷ √{n}"
        )
        text = f"{self._number(interval.lower)} to {self._number(interval.upper)}"
        margin = self._result(interval.half_width)
        short = self._shortcut(interval.level, interval.t)
        return Working(
            self._title(f"{level} confidence interval"),
            formula,
            filled,
            quantity(text, self._unit),
            f"t for {level} and {n} − 1 = {n - 1} degrees of freedom; the margin is {margin}."
            f"{short} We are {level} confident that the true mean {self._outcome} "
            f"{self._where} lies in this interval.",
            self._exact(interval.lower, interval.upper),
        )

    def _shortcut(self, level: float, t: float) -> str:
        """What the shortcut 2 × SE would have done to a 95 % interval."""
        if level != 95 or t < 2.02:
            return ""
        return (
            f" With the shortcut 2 × SE it would look {round(100 * (1 - 2 / t))}{NBSP}% too narrow."
        )


def pair_working(results: Results, pair: PairResult) -> Working:
    """The working of a difference row."""
    groups, sign = results.groups, results.decimal_sign
    comparison = results.comparison
    if comparison is None:
        raise ValueError("no comparison")
    decimals = groups.decimals
    unit = groups.measurements.outcome.unit
    df = degrees_of_freedom(pair.test.df, sign)
    error = number(pair.test.standard_error, decimals + 1, sign)
    interval = f"{number(pair.ci_lower, decimals, sign)} to {number(pair.ci_upper, decimals, sign)}"
    level = percent(comparison.level, sign)
    if pair.ci_kind is IntervalKind.SIMULTANEOUS:
        formula = (Text("difference ± "), Text("q", Style.ITALIC), Text(" ÷ √2 × SE"))
        critical = f"{number(pair.critical, 3, sign)} ÷ √2"
        kind = f"All {len(comparison.pairs)} intervals hold together at {level}."
        p = "adjusted p " + p_number(pair.p_shown, comparison.alpha, sign)
    else:
        formula = (Text("difference ± "), Text("t", Style.ITALIC), Text(" × SE"))
        critical = number(pair.critical, 3, sign)
        kind = f"This one interval holds at {level}."
        p = f"p {p_number(pair.p_shown, comparison.alpha, sign)}"
    spread = (
        "the spread pooled over all groups"
        if comparison.method is not Method.WELCH_T
        else "each group’s own spread"
    )
    return Working(
        f"Working: {group_words(groups, pair.a)} against {group_words(groups, pair.b)}",
        formula,
        f"{number(pair.test.mean_difference, decimals, sign)} ± {critical} × {error}",
        quantity(interval, unit),
        f"The difference is the first mean minus the second; its SE of {error} comes from {spread} "
        f"({METHOD_NAMES[comparison.method]}, {df} df). "
        f"{pair.statistic} = {statistic(pair.value, sign)}, {p}. {kind}",
        f"In full: {full_number(pair.ci_lower, sign)} to {full_number(pair.ci_upper, sign)}",
    )
