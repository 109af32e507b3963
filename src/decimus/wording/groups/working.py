"""The working behind a number: what it is, formula, the same with its numbers, how to read it."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from decimus.analysis.groups import Group
from decimus.analysis.lane_statistics import Total
from decimus.analysis.results import Results
from decimus.kinds.statistic_kinds import Family
from decimus.kinds.statistics import STATISTICS
from decimus.plurals import plural
from decimus.statistics.geometric import geometric_summary
from decimus.statistics.shares import Share
from decimus.statistics.summaries import Summary
from decimus.terms import Statistic
from decimus.values import Value
from decimus.wording.groups.statistics import (
    SIDES,
    full_text,
    statistic_unit,
    text_of,
    total_words,
    values_of,
)
from decimus.wording.numbers import full_number, number, percent
from decimus.wording.phrases import at_group, outcome_words, quantity
from decimus.wording.spans import Style, Text

_MOST_LISTED = 8


class Working(Value, frozen=True):
    """A number, worked.

    Args:
        title: which number of which group.
        formula: in letters.
        filled: the same with this group's numbers put in, up to the result.
        result: the result with its unit.
        reading: a sentence on how to read it.
        exact: the result in full precision.
        definition: what the quantity is, in words.
        steps: values on the way, in full precision.
        section: where docs/methods.md defines it.
    """

    title: str
    formula: tuple[Text, ...]
    filled: str
    result: str
    reading: str
    exact: str
    definition: str = ""
    steps: tuple[str, ...] = ()
    section: str = "Per group"

    def as_text(self) -> str:
        """All of it, for copying."""
        formula = "".join(text.text for text in self.formula)
        worked = " = ".join(part for part in (formula, self.filled, self.result) if part)
        lines = (self.title, self.definition, worked, *self.steps, self.reading, self.exact)
        return "\n".join(line for line in lines if line)


class _Parts(Value, frozen=True):
    """What differs from statistic to statistic."""

    formula: str
    filled: str = ""
    steps: tuple[str, ...] = ()
    reading: str = ""


def working(results: Results, lane: Group | Total, which: Statistic) -> Working:
    """The working of one number of one lane."""
    return _Worker(results, lane).work(which)


def _letters(formula: str) -> tuple[Text, ...]:
    """A formula with its letters in italics; they stand between underscores."""
    parts = formula.split("_")
    return tuple(
        Text(part, Style.ITALIC if index % 2 else Style.PLAIN)
        for index, part in enumerate(parts)
        if part
    )


class _Worker:
    """Works numbers of one lane; holds what all of them need."""

    def __init__(self, results: Results, lane: Group | Total) -> None:
        self._results = results
        self._lane = lane
        self._groups = groups = results.groups
        self._numerals = results.numerals
        self._unit = groups.measurements.outcome.unit
        self._units = plural(groups.measurements.unit_name, 2)
        self._outcome = outcome_words(groups.measurements)
        self._summary = lane.summary
        if isinstance(lane, Group):
            self._where = at_group(groups, lane)
        else:
            self._where = f"for {total_words(groups, lane)} at {lane.label}"

    def work(self, which: Statistic) -> Working:
        """The working of one statistic."""
        values = values_of(self._results, self._lane, which)
        name = STATISTICS[which].name
        level = percent(self._groups.heights.choices.level, self._numerals)
        if "interval" in name or "margin" in name:
            name = f"{level} {name}"
        shown = text_of(self._groups, which, values, self._results)
        if not values.numbers:
            return Working(
                f"Working: {name} {self._where}",
                (),
                "",
                "–",
                f"Undefined here: {values.why}.",
                "In full: –",
                STATISTICS[which].definition,
            )
        parts = self._parts(which)
        return Working(
            f"Working: {name} {self._where}",
            _letters(parts.formula),
            parts.filled,
            quantity(shown, statistic_unit(self._groups, which), self._numerals),
            parts.reading,
            f"In full: {full_text(which, values, self._numerals)}",
            STATISTICS[which].definition,
            parts.steps,
        )

    def _parts(self, which: Statistic) -> _Parts:
        if isinstance(self._lane, Total) and self._lane.marginal is not None:
            return self._marginal(which, self._lane)
        special: dict[Statistic, Callable[[], _Parts]] = {
            Statistic.SHARE: self._share,
            Statistic.SHARE_INTERVAL: self._share_interval,
            Statistic.WITHIN_SE: lambda: self._within(which),
            Statistic.WITHIN_CI: lambda: self._within(which),
            Statistic.RANK: self._rank,
            Statistic.N: self._count,
            Statistic.MISSING: self._count,
            Statistic.EXCLUDED: self._count,
        }
        if which in special:
            return special[which]()
        summary = self._summary
        if summary is None:
            return _Parts("")
        if STATISTICS[which].family is Family.GEOMETRIC:
            return self._geometric(summary, which)
        if which in _ORDERED:
            return self._ordered(summary, which)
        if which in (Statistic.CONFIDENCE_INTERVAL, Statistic.MARGIN, Statistic.MEAN_AND_MARGIN):
            return self._interval(summary, which)
        return self._moments(summary, which)

    # --- pieces -------------------------------------------------------------------

    def _number(self, value: float | None) -> str:
        return number(value, self._groups.decimals, self._numerals)

    def _full(self, value: float | None) -> str:
        return full_number(value, self._numerals)

    def _result(self, value: float | None) -> str:
        return quantity(self._number(value), self._unit, self._numerals)

    def _listed(self, values: Sequence[float], between: str) -> str:
        shown = [self._full(v) for v in values[:_MOST_LISTED]]
        if len(values) > _MOST_LISTED:
            shown = [*(self._full(v) for v in values[:3]), "…", self._full(values[-1])]
        return between.join(shown)

    def _count(self) -> _Parts:
        lane = self._lane
        missing = lane.missing
        excluded = lane.excluded if isinstance(lane, Total) else lane.cells.excluded
        noun = plural(self._groups.measurements.unit_name, lane.n)
        lost = f" {missing} {'is' if missing == 1 else 'are'} missing." if missing else ""
        aside = f" {excluded} set aside." if excluded else ""
        is_given = isinstance(lane, Group) and lane.cells.given is not None
        how = "Given with the mean" if is_given else "Counted, not typed"
        return _Parts(
            "_n_", "count of values", (), f"{how}: {lane.n} {noun} gave a number.{lost}{aside}"
        )

    def _moments(self, summary: Summary, which: Statistic) -> _Parts:
        """What follows from sum and sum of squares."""
        n, mean, squares = summary.n, summary.mean, summary.sum_of_squares
        is_known = bool(len(summary.replicates))
        steps = []
        if is_known:
            steps.append(f"Σy = {self._full(summary.total)}, n = {n}")
        if squares is not None and which not in (Statistic.MEAN, Statistic.SUM):
            steps.append(f"Σ(y − mean)² = {self._full(squares)}, df = {n} − 1 = {n - 1}")
        sd, se = summary.standard_deviation, summary.standard_error
        total = self._full(summary.total)
        values = f"({self._listed(summary.values, ' + ')}) ÷ {n} = " if is_known else ""
        roots = f"√({self._full_short(squares)} ÷ {n - 1})"
        table: dict[Statistic, tuple[str, str, str]] = {
            Statistic.MEAN: (
                "_Σy_ ÷ _n_",
                f"{values}{total} ÷ {n}",
                (
                    f"The {self._units} {self._where} had a mean {self._outcome} of "
                    f"{self._result(mean)}."
                ),
            ),
            Statistic.SUM: (
                "_Σy_",
                self._listed(summary.values, " + "),
                f"All {n} {self._units} {self._where} together.",
            ),
            Statistic.STANDARD_DEVIATION: (
                "√(_Σ_(_y_ − mean)² ÷ (_n_ − 1))",
                roots,
                (
                    f"Single {self._units} typically lie about {self._result(sd)} from their mean. "
                    "This is their spread, not the precision of the mean."
                ),
            ),
            Statistic.VARIANCE: (
                "_Σ_(_y_ − mean)² ÷ (_n_ − 1)",
                f"{self._full_short(squares)} ÷ {n - 1}",
                "The SD is its root, in the unit of the measurements.",
            ),
            Statistic.POPULATION_SD: (
                "√(_Σ_(_y_ − mean)² ÷ _n_)",
                f"√({self._full_short(squares)} ÷ {n})",
                (
                    f"The sample SD, which estimates the spread of all {self._units}, is "
                    f"{self._result(sd)}."
                ),
            ),
            Statistic.STANDARD_ERROR: (
                "SD ÷ √_n_",
                f"{self._number(sd)} ÷ √{n}",
                (
                    f"Means of {n} {self._units} would vary by about {self._result(se)} from "
                    "sample to sample. This is the precision of the mean, not the spread."
                ),
            ),
            Statistic.COEFFICIENT_OF_VARIATION: (
                "100 × SD ÷ mean",
                f"100 × {self._number(sd)} ÷ {self._number(mean)}",
                "The spread beside the size of the mean; it compares spreads of unlike amounts.",
            ),
            Statistic.MEAN_AND_SD: (
                "mean ± SD",
                "",
                (
                    f"Single {self._units} lie about {self._result(sd)} from the mean; this is no "
                    "interval of the mean."
                ),
            ),
            Statistic.MEAN_AND_SE: (
                "mean ± SD ÷ √_n_",
                f"{self._number(mean)} ± {self._number(sd)} ÷ √{n}",
                "The SE says how precise the mean is; it is about half a 95 % margin or less.",
            ),
        }
        formula, filled, reading = table[which]
        return _Parts(formula, filled, tuple(steps), reading)

    def _full_short(self, value: float | None) -> str:
        return number(value, self._groups.decimals + 1, self._numerals)

    def _interval(self, summary: Summary, which: Statistic) -> _Parts:
        interval = summary.confidence_interval(self._groups.heights.choices.level)
        if interval is None:
            return _Parts("")
        n, t = summary.n, number(interval.t, 3, self._numerals)
        level = percent(interval.level, self._numerals)
        sd = self._number(summary.standard_deviation)
        about = "" if which is Statistic.MARGIN else f"{self._number(summary.mean)} ± "
        lead = "" if which is Statistic.MARGIN else "mean ± "
        margin = self._result(interval.half_width)
        steps = (
            (
                f"t({number(0.5 + interval.level / 200, 4, self._numerals)}; {n - 1} df) = "
                f"{self._full(interval.t)}"
            ),
            (
                f"SE = {self._full(summary.standard_error)}, margin = "
                f"{self._full(interval.half_width)}"
            ),
        )
        return _Parts(
            f"{lead}_t_ × SD ÷ √_n_",
            f"{about}{t} × {sd} ÷ √{n}",
            steps,
            f"t for {level} and {n} − 1 = {n - 1} degrees of freedom; the margin is {margin}."
            f"{self._shortcut(interval.level, interval.t)} We are {level} confident that the true "
            f"mean {self._outcome} {self._where} lies in this interval.",
        )

    def _shortcut(self, level: float, t: float) -> str:
        """What the shortcuts 2 × SE and 1.96 × SE would have done to a 95 % interval."""
        if level != 95 or not t >= 2.02:  # the t of an interval that was given is not known
            return ""
        two, normal = (round(100 * (1 - factor / t)) for factor in (2, 1.96))
        by = self._numerals.decimal("1.96")
        return (
            f" With the shortcut 2 × SE it would look {two}{self._numerals.percent} too narrow, "
            f"with {by} × SE {normal}{self._numerals.percent}."
        )

    def _ordered(self, summary: Summary, which: Statistic) -> _Parts:
        """What follows from the sorted values."""
        ordered, n = summary.ordered, summary.n
        steps = (f"Sorted: {self._listed(ordered, ', ')}",)
        low, high = self._number(summary.minimum), self._number(summary.maximum)
        if which is Statistic.MEDIAN:
            place = self._place(n, 0.5)
            return _Parts(
                self._numerals.decimal("_y_ at rank 1 + 0.5 (_n_ − 1)"),
                f"value at rank {place}",
                steps,
                f"Half of the {self._units} {self._where} lay below, half above; one far-out value "
                "hardly moves it.",
            )
        if which is Statistic.QUARTILES:
            first, third = self._place(n, 0.25), self._place(n, 0.75)
            return _Parts(
                self._numerals.decimal("_y_ at ranks 1 + 0.25 (_n_ − 1) and 1 + 0.75 (_n_ − 1)"),
                f"values at ranks {first} and {third}",
                steps,
                f"The middle half of the {self._units} lies between them (Hyndman & Fan, type 7).",
            )
        if which is Statistic.MODE:
            count = summary.values.count(summary.modes[0])
            return _Parts("the commonest value", "", steps, f"It occurs {count} times.")
        formulas = {
            Statistic.MINIMUM: ("smallest _y_", ""),
            Statistic.MAXIMUM: ("largest _y_", ""),
            Statistic.RANGE: ("largest _y_ − smallest _y_", f"{high} − {low}"),
        }
        formula, filled = formulas[which]
        return _Parts(formula, filled, steps, f"Of {n} {self._units}; more of them reach further.")

    def _place(self, n: int, share: float) -> str:
        return self._numerals.decimal(f"{1 + share * (n - 1):g}")

    def _geometric(self, summary: Summary, which: Statistic) -> _Parts:
        base = self._groups.log_base
        found = geometric_summary(summary, base)
        if found is None:
            return _Parts("")
        logs, n = found.logs, summary.n
        name = {10.0: "log₁₀", 2.0: "log₂"}.get(base or 0.0, "ln")
        steps = [f"mean of {name} y = {self._full(logs.mean)}"]
        if logs.standard_deviation is not None:
            steps.append(f"SD of {name} y = {self._full(logs.standard_deviation)}")
        if which is Statistic.GEOMETRIC_MEAN:
            return _Parts(
                "antilog (_Σ_ log _y_ ÷ _n_)",
                f"antilog {number(logs.mean, 4, self._numerals)}",
                tuple(steps),
                "Of values that differ by factors this is the middle."
                + ("" if base else f" Their arithmetic mean is {self._result(summary.mean)}."),
            )
        if which is Statistic.GEOMETRIC_SD:
            factor = number(found.standard_deviation, 3, self._numerals)
            return _Parts(
                "antilog SD(log _y_)",
                f"antilog {number(logs.standard_deviation, 4, self._numerals)}",
                tuple(steps),
                f"Single {self._units} typically lie a factor of {factor} above or below.",
            )
        interval = logs.confidence_interval(self._groups.heights.choices.level)
        if interval is None:
            return _Parts("")
        steps.append(f"t({n - 1} df) = {self._full(interval.t)}")
        low, high = (number(end, 4, self._numerals) for end in (interval.lower, interval.upper))
        ends = f"{low} to {high}"
        level = percent(interval.level, self._numerals)
        return _Parts(
            "antilog (mean of log _y_ ± _t_ × SD(log _y_) ÷ √_n_)",
            f"antilog ({ends})",
            tuple(steps),
            f"We are {level} confident that the true geometric mean lies in it. A standard error "
            "is never taken back on its own.",
        )

    @property
    def _share_found(self) -> Share | None:
        return self._groups.share(self._lane) if isinstance(self._lane, Group) else None

    def _share(self) -> _Parts:
        share, choices = self._share_found, self._groups.heights.choices
        if share is None or choices.threshold is None:
            return _Parts("")
        threshold = quantity(self._full(choices.threshold), self._groups.plain_unit, self._numerals)
        side = SIDES[choices.side]
        return _Parts(
            "100 × _k_ ÷ _n_",
            f"100 × {share.count} ÷ {share.n}",
            (f"k = values {side} {threshold} = {share.count}",),
            f"{share.count} of {share.n} {self._units} {self._where} lay {side} {threshold}.",
        )

    def _share_interval(self) -> _Parts:
        share, choices = self._share_found, self._groups.heights.choices
        interval = share.confidence_interval(choices.level) if share else None
        if share is None or interval is None:
            return _Parts("")
        z, n = number(interval.t, 3, self._numerals), share.n
        p = number(share.share, 3, self._numerals)
        return _Parts(
            "(_p_ + _z_²/2_n_ ± _z_ √(_p_(1 − _p_)/_n_ + _z_²/4_n_²)) ÷ (1 + _z_²/_n_)",
            f"with p = {p}, z = {z}, n = {n}",
            (f"z = {self._full(interval.t)}",),
            "It stays between 0 and 100 % and is not symmetric; the simple ± would not.",
        )

    def _within(self, which: Statistic) -> _Parts:
        lane = self._lane
        found = self._groups.heights.within(lane.levels) if isinstance(lane, Group) else None
        if found is None or self._summary is None:
            return _Parts("")
        errors, condition = found
        se = errors.standard_errors[condition]
        c, n = errors.conditions, errors.n
        steps = (
            f"C = {c} conditions, n = {n} complete subjects, factor C ÷ (C − 1) = {c} ÷ {c - 1}",
            f"SE = {self._full(se)}",
        )
        reading = (
            "It suits comparisons within subjects; it says nothing about how far subjects differ."
        )
        if which is Statistic.WITHIN_SE:
            return _Parts("√(_s_′² × _C_ ÷ (_C_ − 1)) ÷ √_n_", f"over {n} subjects", steps, reading)
        half = errors.half_width(condition, self._groups.heights.choices.level)
        return _Parts(
            "mean ± _t_ × SE",
            f"{self._number(self._summary.mean)} ± {self._number(half)}",
            (*steps, f"margin = t({n - 1} df) × SE = {self._full(half)}"),
            reading,
        )

    def _rank(self) -> _Parts:
        count = len(self._groups.shown)
        return _Parts("1 + groups with a larger mean", "", (), f"Among {count} groups.")

    def _marginal(self, which: Statistic, total: Total) -> _Parts:
        marginal = total.marginal
        if marginal is None:
            return _Parts("")
        k, df = marginal.groups, marginal.df
        mean = marginal.mean + total.origin
        steps = [f"mean of {k} group means = {self._full(mean)}"]
        if marginal.standard_error is not None:
            steps.append(
                f"SE from the pooled error with {df} df = {self._full(marginal.standard_error)}"
            )
        reading = (
            "Groups count equally, whatever their n; the mean of all replicates would let larger "
            "groups count more."
        )
        if which is Statistic.STANDARD_ERROR:
            return _Parts("√(MSE × _Σ_(1 ÷ _n_ᵢ)) ÷ _k_", "", tuple(steps), reading)
        if which is Statistic.MEAN:
            return _Parts("_Σ_ meanᵢ ÷ _k_", "", tuple(steps), reading)
        interval = marginal.confidence_interval(self._groups.heights.choices.level)
        if interval is not None:
            steps.append(f"t({df} df) = {self._full(interval.t)}")
        return _Parts("marginal mean ± _t_ × SE", "", tuple(steps), reading)


_ORDERED = frozenset(
    {
        *(Statistic.MEDIAN, Statistic.QUARTILES, Statistic.MINIMUM, Statistic.MAXIMUM),
        *(Statistic.RANGE, Statistic.MODE),
    }
)
