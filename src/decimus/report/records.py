"""Results as plain records: the summary and the comparison for scripts, in full precision."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import cached_property
from typing import TYPE_CHECKING, Any

from decimus.analysis.groups import Group
from decimus.analysis.pair_facts import equivalences, mean_ratio
from decimus.analysis.ratios import pair_ratio
from decimus.analysis.results import Results
from decimus.statistics.summaries import Interval
from decimus.terms import Method, PairSet, Statistic
from decimus.values import Value

if TYPE_CHECKING:
    from decimus.analysis.comparison_results import (
        Comparison,
        Error,
        PairResult,
        Term,
        UntestedPair,
    )
    from decimus.analysis.families import Compared
    from decimus.statistics.effect_sizes import EffectSize
    from decimus.statistics.equivalence import Equivalence
    from decimus.statistics.mean_ratios import MeanRatio
    from decimus.statistics.t_tests import TTest
    from decimus.statistics.trend import LineFit

Record = dict[str, Any]


def remark_records(results: Results, *, with_comparison: bool = False) -> list[Record]:
    """Everything left out, averaged, joined, asked or doubted, with the other readings."""
    from decimus.report.reading_options import options_of_edit
    from decimus.wording.remarks.order import is_lesson
    from decimus.wording.remarks.remarks import remark_words

    records: list[Record] = []
    for remark in remark_words(results, with_comparison=with_comparison):
        if is_lesson(remark.kind):
            continue
        instead = [{"text": text, "options": list(said)} for text, said in remark.options]
        for text, edit in remark.fixes:
            if (options := options_of_edit(results, edit)) is not None:
                instead.append({"text": text, "options": list(options)})
        records.append(
            {
                "kind": remark.kind,
                "text": f"{remark.head} {remark.why}".strip(),
                "where": list(remark.where),
                "dropped": list(remark.dropped),
                "instead": instead,
            }
        )
    return records


def summary_record(results: Results, level: float) -> Record:
    """All groups with every summary, as `decimus summary --json` prints them."""
    groups = results.groups
    outcome = groups.measurements.outcome
    return {
        "outcome": outcome.name if outcome.is_named else None,
        "unit": outcome.unit or None,
        "factors": [factor.factor.name for factor in groups.factors],
        "groups": [_group_record(group, level) for group in groups.shown],
        "remarks": remark_records(results),
    }


class _Known(Value, frozen=True):
    """What is known of a group, for a record of it."""

    group: Group
    level: float

    @cached_property
    def interval(self) -> Interval | None:
        return self.group.summary.confidence_interval(self.level)

    @property
    def n(self) -> int | None:
        return self.group.summary.n if self.group.is_n_known else None


Field = tuple[str, Callable[[_Known], float | None]]
"""A field of the record, with a point where it stands within another, and its value."""


def _of_interval(part: Callable[[Interval], float]) -> Callable[[_Known], float | None]:
    return lambda known: part(known.interval) if known.interval is not None else None


RECORDED: dict[Statistic, tuple[Field, ...]] = {
    Statistic.N: (("n", lambda k: k.n),),
    Statistic.MISSING: (("missing", lambda k: k.group.missing),),
    Statistic.EXCLUDED: (("excluded", lambda k: k.group.cells.excluded),),
    Statistic.MEAN: (("mean", lambda k: k.group.summary.mean),),
    Statistic.STANDARD_DEVIATION: (("sd", lambda k: k.group.summary.standard_deviation),),
    Statistic.VARIANCE: (("variance", lambda k: k.group.summary.variance),),
    Statistic.STANDARD_ERROR: (("se", lambda k: k.group.summary.standard_error),),
    Statistic.CONFIDENCE_INTERVAL: (
        ("ci.level", lambda k: _whole(k.level)),
        ("ci.lower", _of_interval(lambda interval: interval.lower)),
        ("ci.upper", _of_interval(lambda interval: interval.upper)),
    ),
    Statistic.MARGIN: (("ci.half_width", _of_interval(lambda interval: interval.half_width)),),
    Statistic.MEDIAN: (("median", lambda k: k.group.summary.median),),
    Statistic.QUARTILES: (
        ("q1", lambda k: k.group.summary.quantile(0.25)),
        ("q3", lambda k: k.group.summary.quantile(0.75)),
    ),
    Statistic.MINIMUM: (("min", lambda k: k.group.summary.minimum),),
    Statistic.MAXIMUM: (("max", lambda k: k.group.summary.maximum),),
    Statistic.COEFFICIENT_OF_VARIATION: (
        ("cv", lambda k: k.group.summary.coefficient_of_variation),
    ),
    # Not part of the record: made of those above, or only asked for now and then.
    Statistic.MEAN_AND_SD: (),
    Statistic.MEAN_AND_SE: (),
    Statistic.MEAN_AND_MARGIN: (),
    Statistic.RANGE: (),
    Statistic.MODE: (),
    Statistic.SUM: (),
    Statistic.POPULATION_SD: (),
    Statistic.GEOMETRIC_MEAN: (),
    Statistic.GEOMETRIC_SD: (),
    Statistic.GEOMETRIC_INTERVAL: (),
    Statistic.SHARE: (),
    Statistic.SHARE_INTERVAL: (),
    Statistic.WITHIN_SE: (),
    Statistic.WITHIN_CI: (),
    Statistic.RANK: (),
}
"""What the record of a group says of each statistic, in the order of the record."""
_FIELDS = tuple(
    (*name.partition(".")[::2], value) for fields in RECORDED.values() for name, value in fields
)


def _group_record(group: Group, level: float) -> Record:
    known = _Known(group, level)
    record: Record = {"levels": list(group.levels)}
    for outer, inner, value in _FIELDS:
        if inner:
            record.setdefault(outer, {})[inner] = value(known)
        else:
            record[outer] = value(known)
    return record


def _whole(level: float) -> float | int:
    return int(level) if float(level).is_integer() else level


SUMMARY_HEADINGS = tuple(
    name.replace(".", "_")
    for statistic, fields in RECORDED.items()
    for name, _ in fields
    if statistic is not Statistic.EXCLUDED
)
"""What heads the columns of the summary as CSV."""


def summary_rows(results: Results, level: float) -> list[list[str]]:
    """The summary as rows of cells in full precision, headings first.

    Undefined numbers are empty cells.
    """
    groups = results.groups
    rows = [[*(factor.title for factor in groups.factors), *SUMMARY_HEADINGS]]
    for group in groups.shown:
        known = _Known(group, level)
        found = {"_".join(filter(None, (a, b))): value(known) for a, b, value in _FIELDS}
        rows.append([*group.levels, *(_cell(found[key]) for key in SUMMARY_HEADINGS)])
    return rows


def _cell(value: float | None) -> str:
    return "" if value is None else repr(value)


def comparison_record(results: Results, comparison: Comparison, *, with_pairs: bool) -> Record:
    """The comparison as `decimus compare --json` prints it.

    Args:
        results: whose comparison it is.
        comparison: the comparison.
        with_pairs: False to leave the pairs out.
    """
    from decimus.wording.comparisons.method_names import method_name
    from decimus.wording.comparisons.reasons import reason_here
    from decimus.wording.counting import counts_record

    pairs = comparison.pairs if with_pairs or len(comparison.pairs) == 1 else ()
    matters = results.question.comparison.relevant_difference
    alike = {id(pair): test for pair, test in equivalences(results.groups, comparison, matters)}
    record: Record = {
        "method": _METHODS.get(comparison.method, comparison.method.value),
        "method_name": method_name(comparison),
        "adjustment": comparison.adjustment.value,
        "pair_set": comparison.pair_set.value,
        "reason": reason_here(results, comparison),
        "terms": _terms(comparison),
        "pairs": [
            *(
                _pair_record(results, comparison, pair)
                | ({"equivalence": _equivalence(alike[id(pair)])} if id(pair) in alike else {})
                for pair in pairs
            ),
            *(_untested(pair) for pair in comparison.untested if with_pairs),
        ],
        "checks": _checks(results),
        "counts": counts_record(results),
        "remarks": remark_records(results, with_comparison=True),
    }
    if comparison.main_effects:
        record["main_effects"] = [
            {
                "factor": results.groups.factors[effect.factor].factor.name,
                "adjustment": effect.adjustment.value,
                "pairs": [_pair_record(results, comparison, pair) for pair in effect.pairs],
            }
            for effect in comparison.main_effects
        ]
    if comparison.pairs and not comparison.is_of_two:
        record["family"] = {"pairs": comparison.family, "per_level": comparison.per_level}
    if comparison.sums_of_squares is not None:
        record["ss_type"] = int(comparison.sums_of_squares.value)
    if comparison.correction is not None:
        record["correction"] = comparison.correction.value
    if comparison.units:
        record["subjects_used"] = list(comparison.units)
        record["subjects_dropped"] = list(comparison.incomplete)
    if comparison.reference is not None:
        record["reference"] = comparison.reference
    if comparison.left_out:
        record["left_out"] = [list(group.levels) for group in comparison.left_out]
    if results.trend is not None:
        record["trend"] = _trend(results.trend, comparison.level)
    return record


_METHODS = {Method.CROSSED_WITHIN: Method.REPEATED_MEASURES.value}
"""Methods by the names that scripts know; `method_name` tells one- and two-way apart."""


def _terms(comparison: Comparison) -> list[Record]:
    terms = [_term(term, comparison) for term in comparison.terms]
    if comparison.subjects is not None:
        terms.append(_error("Subjects", comparison.subjects))
    return [*terms, _error("Residuals", comparison.residual)]


def _error(name: str, error: Error) -> Record:
    return {
        "term": name,
        "statistic": None,
        "value": None,
        "df": [error.df],
        "p": None,
        "sum_of_squares": error.sum_of_squares,
        "mean_square": error.mean_square,
        "effect": None,
    }


def _term(term: Term, comparison: Comparison) -> Record:
    record: Record = {
        "term": term.name,
        "statistic": term.statistic,
        "value": term.value,
        "df": list(term.df),
        "p": term.p_value,
        "sum_of_squares": term.sum_of_squares,
        "mean_square": term.mean_square,
        "effect": _effect(term.effect),
    }
    if term.error is not None:
        record["error"] = {
            "df": term.error.df,
            "sum_of_squares": term.error.sum_of_squares,
            "mean_square": term.error.mean_square,
        }
    if len(term.effects) > 1:
        record["more_effects"] = [_effect(effect) for effect in term.effects[1:]]
    if term.sphericity is not None:
        record |= {
            "p_uncorrected": term.p_uncorrected,
            "df_uncorrected": list(term.df_uncorrected or ()),
            "epsilon_gg": term.sphericity.greenhouse_geisser,
            "epsilon_hf": term.sphericity.huynh_feldt,
        }
    if term.statistic in ("H", "chi2"):
        record["exact"] = term.p_approximate is not None
        if term.p_approximate is not None:
            record["p_approximate"] = term.p_approximate
    if comparison.is_of_two and comparison.pairs[0].rank is not None:
        record["exact"] = comparison.pairs[0].rank.is_exact
    return record


def _effect(effect: EffectSize | None) -> Record | None:
    if effect is None or not math.isfinite(effect.value):
        return None
    record: Record = {"name": effect.name, "value": effect.value}
    if effect.interval is not None:
        low, high = effect.interval
        record["ci"] = {"level": _whole(effect.level), "lower": low, "upper": high}
        if effect.is_approximate:
            record["ci"]["approximate"] = True
    return record


def _levels(side: Compared) -> list[str | None]:
    return list(side.levels)


def _pair_record(results: Results, comparison: Comparison, pair: PairResult) -> Record:
    interval: Record | None = None
    if pair.ci_lower is not None and pair.ci_kind is not None:
        interval = {
            "level": _whole(comparison.level_of(pair)),
            "lower": pair.ci_lower,
            "upper": pair.ci_upper,
            "kind": pair.ci_kind.value,
        }
    record: Record = {
        "a": _levels(pair.a),
        "b": _levels(pair.b),
        "difference": pair.mean_difference,
        "statistic": pair.statistic,
        "value": pair.value,
        "df": pair.df,
        "p": pair.p_value,
        "p_less": pair.p_less,
        "p_greater": pair.p_greater,
        "p_adjusted": pair.p_adjusted,
        "ci": interval,
        "effect": _effect(pair.effect),
        "standard_error": pair.standard_error,
        "n": list(pair.n),
    }
    if interval is None and pair.rank is not None:
        level = _whole(comparison.level_of(pair))
        record["ci_why"] = f"so few values have no interval at {level} %"
    if len(pair.effects) > 1:
        record["more_effects"] = [_effect(effect) for effect in pair.effects[1:]]
    if pair.rank is not None or pair.samples is not None:
        record["estimate"] = pair.estimate
    if pair.rank is not None:
        record["exact"] = pair.rank.is_exact
        record["zeros_dropped"] = pair.rank.zeros
    ratio = pair_ratio(results.groups, pair)
    if ratio is not None:
        record["ratio"] = {"value": ratio.value, "lower": ratio.lower, "upper": ratio.upper}
    if comparison.is_of_two or comparison.pair_set is PairSet.CONTROL:
        change = mean_ratio(results.groups, comparison, pair)
        record["ratio_of_means"] = None if change is None else _ratio(change)
    if comparison.alternative is not None:
        record["p_directional"] = pair.p_directional
        record["p_directional_adjusted"] = pair.p_directional_adjusted
    return record


def _ratio(ratio: MeanRatio) -> Record:
    return {
        "value": ratio.value,
        "lower": ratio.lower,
        "upper": ratio.upper,
        "level": _whole(ratio.level),
    }


def _equivalence(test: Equivalence) -> Record:
    interval = {"level": _whole(test.level), "lower": test.ci_lower, "upper": test.ci_upper}
    return {
        "within": test.within,
        "p": test.p_value,
        "p_adjusted": test.p_adjusted,
        "ci": interval,
    }


def _untested(pair: UntestedPair) -> Record:
    """A pair without a test: what there is of it, and why there is no more."""
    record: Record = {
        "a": _levels(pair.a),
        "b": _levels(pair.b),
        "difference": pair.mean_difference,
    }
    record |= dict.fromkeys(
        ("statistic", "value", "df", "p", "p_less", "p_greater", "p_adjusted", "ci", "effect")
    )
    return {**record, "standard_error": None, "n": list(pair.n), "why": pair.why}


def _checks(results: Results) -> list[Record]:
    return [
        {
            "name": check.name,
            "group": None,
            "value": check.value,
            "df": list(check.df) or None,
            "p": check.p_value,
        }
        for check in results.checks.checks
    ]


def _trend(fit: LineFit, level: float) -> Record:
    def test(found: TTest) -> Record:
        return {
            "estimate": found.mean_difference,
            "standard_error": found.standard_error,
            "t": found.statistic,
            "df": found.df,
            "p": found.p_value,
            "ci": {"level": _whole(level), "lower": found.ci_lower, "upper": found.ci_upper},
        }

    record: Record = {
        "slope": test(fit.slope),
        "intercept": test(fit.intercept),
        "r_squared": fit.r_squared,
        "lack_of_fit": None,
    }
    if fit.lack_of_fit is not None:
        f, df, df_error, p = fit.lack_of_fit
        record["lack_of_fit"] = {"f": f, "df": [df, df_error], "p": p}
    return record
