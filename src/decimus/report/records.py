"""Results as plain records: the summary and the comparison for scripts, in full precision."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Any

from decimus.analysis.groups import Group, Groups
from decimus.analysis.results import Results

if TYPE_CHECKING:
    from decimus.analysis.comparisons import Comparison, PairResult

Record = dict[str, Any]


def summary_record(results: Results, level: float) -> Record:
    """All groups with every summary, as `decimus summary --json` prints them."""
    groups = results.groups
    outcome = groups.measurements.outcome
    return {
        "outcome": outcome.name if outcome.is_named else None,
        "unit": outcome.unit or None,
        "factors": [factor.factor.name for factor in groups.factors],
        "groups": [_group_record(group, level) for group in groups.shown],
    }


def _group_record(group: Group, level: float) -> Record:
    summary = group.summary
    interval = summary.confidence_interval(level)
    return {
        "levels": list(group.levels),
        "n": summary.n if group.is_n_known else None,
        "missing": group.missing,
        "excluded": group.cells.excluded,
        "mean": summary.mean,
        "sd": summary.standard_deviation,
        "variance": summary.variance,
        "se": summary.standard_error,
        "ci": {
            "level": _whole(level),
            "lower": interval.lower if interval else None,
            "upper": interval.upper if interval else None,
            "half_width": interval.half_width if interval else None,
        },
        "median": summary.median,
        "q1": summary.quantile(0.25),
        "q3": summary.quantile(0.75),
        "min": summary.minimum,
        "max": summary.maximum,
        "cv": summary.coefficient_of_variation,
    }


def _whole(level: float) -> float | int:
    return int(level) if float(level).is_integer() else level


SUMMARY_HEADINGS = (
    *("n", "missing", "mean", "sd", "variance", "se"),
    *("ci_level", "ci_lower", "ci_upper", "ci_half_width"),
    *("median", "q1", "q3", "min", "max", "cv"),
)


def summary_rows(results: Results, level: float) -> list[list[str]]:
    """The summary as rows of cells in full precision, headings first.

    Undefined numbers are empty cells.
    """
    groups = results.groups
    rows = [[*(factor.title for factor in groups.factors), *SUMMARY_HEADINGS]]
    for group in groups.shown:
        record = _group_record(group, level)
        interval = record.pop("ci")
        flat = record | {f"ci_{key}": value for key, value in interval.items()}
        cells = [_cell(flat[key]) for key in SUMMARY_HEADINGS]
        rows.append([*(level_text for level_text in group.levels), *cells])
    return rows


def _cell(value: float | None) -> str:
    return "" if value is None else repr(value)


def comparison_record(
    results: Results, comparison: Comparison, *, direction: str | None, with_pairs: bool
) -> Record:
    """The comparison as `decimus compare --json` prints it.

    Args:
        results: whose comparison it is.
        comparison: the comparison.
        direction: "greater" or "less" to add one-sided p values; None for none.
        with_pairs: False to leave the pairs out.
    """
    from decimus.wording.comparisons import method_name, reason

    pairs = comparison.pairs if with_pairs or len(comparison.pairs) == 1 else ()
    return {
        "method": comparison.method.value,
        "method_name": method_name(comparison),
        "adjustment": comparison.adjustment.value,
        "reason": reason(comparison),
        "terms": _terms(results.groups, comparison),
        "pairs": [_pair_record(pair, comparison.level, direction) for pair in pairs],
        "checks": [],
    }


def _terms(groups: Groups, comparison: Comparison) -> list[Record]:
    residuals: Record = {
        "term": "Residuals",
        "statistic": None,
        "value": None,
        "df": [comparison.residual_df],
        "p": None,
        "sum_of_squares": comparison.residual_sum_of_squares,
        "mean_square": (
            comparison.residual_sum_of_squares / comparison.residual_df
            if comparison.residual_df
            else None
        ),
        "effect": None,
    }
    names = [factor.factor.name for factor in groups.factors]
    term = names[0] if len(names) == 1 else f"cells of {' and '.join(names)}"
    if comparison.anova is None:
        pair = comparison.pairs[0]
        effect: Record = {
            "term": term,
            "statistic": "t",
            "value": pair.test.statistic,
            "df": [pair.test.df],
            "p": pair.test.p_value,
            "sum_of_squares": None,
            "mean_square": None,
            "effect": _effect(pair.effect_name, pair.effect),
        }
        return [effect, residuals]
    anova = comparison.anova
    effect = {
        "term": term,
        "statistic": "F",
        "value": anova.statistic,
        "df": [anova.df_between, anova.df_within],
        "p": anova.p_value,
        "sum_of_squares": anova.sum_of_squares_between,
        "mean_square": anova.mean_square_between,
        "effect": _effect("eta squared", anova.eta_squared),
    }
    return [effect, residuals]


def _effect(name: str, value: float | None) -> Record | None:
    return None if value is None or not math.isfinite(value) else {"name": name, "value": value}


def _pair_record(pair: PairResult, level: float, direction: str | None) -> Record:
    test = pair.test
    record: Record = {
        "a": list(pair.a.levels),
        "b": list(pair.b.levels),
        "difference": test.mean_difference,
        "statistic": pair.statistic,
        "value": pair.value,
        "df": test.df,
        "p": test.p_value,
        "p_less": test.p_less,
        "p_greater": test.p_greater,
        "p_adjusted": pair.p_adjusted,
        "ci": {
            "level": _whole(level),
            "lower": pair.ci_lower,
            "upper": pair.ci_upper,
            "kind": pair.ci_kind.value,
        },
        "effect": _effect(pair.effect_name, pair.effect),
    }
    if direction is not None:
        record["p_directional"] = test.p_less if direction == "less" else test.p_greater
        record["p_directional_adjusted"] = None
    return record
