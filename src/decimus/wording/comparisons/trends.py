"""The straight line in words."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.statistics.trend import LineFit
from decimus.study.number_styles import Numerals
from decimus.wording.groups.working import Working
from decimus.wording.numbers import (
    NBSP,
    degrees_of_freedom,
    full_number,
    p_words,
    percent,
    rounded,
    statistic,
)
from decimus.wording.phrases import agreeing, factor_words, outcome_words, upper_first
from decimus.wording.spans import Text


def significant(value: float, numerals: Numerals, digits: int = 4) -> str:
    """A number with so many significant digits."""
    return full_number(float(f"{value:.{digits}g}"), numerals)


def trend_sentence(results: Results) -> str:
    """Slope, intercept, r² and lack of fit; "" where levels are no amounts."""
    fit, numerals = results.trend, results.numerals
    if fit is None:
        return ""
    groups = results.groups
    factor = groups.factors[0]
    alpha = 1 - results.question.comparison.level / 100
    per = _per(results)
    level = percent(results.question.comparison.level, numerals)
    df = degrees_of_freedom(fit.slope.df, numerals)
    low, high = (significant(end, numerals) for end in (fit.slope.ci_lower, fit.slope.ci_upper))
    share = percent(float(rounded(100 * fit.r_squared, 0)), numerals)
    outcome = outcome_words(groups.measurements)
    said = (
        f"{upper_first(outcome)} {agreeing(outcome, 'changes', 'change')} by "
        f"{significant(fit.slope.mean_difference, numerals)} {per} ({level} CI {low} to {high}), "
        f"t({df}){numerals.equals}{statistic(fit.slope.statistic, numerals)}, "
        f"{p_words(fit.slope.p_value, alpha, numerals)}; "
        f"at 0 the line stands at {significant(fit.intercept.mean_difference, numerals)}. "
        f"The line through every replicate describes {share} of the variation in this sample "
        f"(r²{numerals.equals}{significant(fit.r_squared, numerals, 3)})."
    )
    return said + _lack(fit, alpha, numerals, factor_words(factor))


def _per(results: Results) -> str:
    outcome = results.measurements.outcome.unit
    unit = results.groups.factors[0].factor.unit or "unit"
    return f"{outcome} per {unit}" if outcome else f"per {unit}"


def _lack(fit: LineFit, alpha: float, numerals: Numerals, factor: str) -> str:
    if fit.lack_of_fit is None:
        return ""
    f, df, df_error, p = fit.lack_of_fit
    verdict = "nothing speaks against a line"
    if p < alpha:
        verdict = f"means do not lie on a line over {factor}"

    return (
        f" Lack of fit: F({df},{NBSP}{df_error}){numerals.equals}{statistic(f, numerals)}, "
        f"{p_words(p, alpha, numerals)}: {verdict}."
    )


def trend_working(results: Results) -> Working | None:
    """The working of the slope."""
    fit, numerals = results.trend, results.numerals
    if fit is None:
        return None
    slope, intercept = fit.slope, fit.intercept
    return Working(
        "Working: straight line",
        (Text("slope = Σ (x − x̄)(y − ȳ) ÷ Σ (x − x̄)²"),),
        "",
        significant(slope.mean_difference, numerals),
        f"Over every replicate, not over means. SE of the slope "
        f"{significant(slope.standard_error, numerals)}, of the intercept "
        f"{significant(intercept.standard_error, numerals)}, on {fit.df} df.",
        f"In full: slope {full_number(slope.mean_difference, numerals)}, intercept "
        f"{full_number(intercept.mean_difference, numerals)}, "
        f"r² {full_number(fit.r_squared, numerals)}",
        section="Straight line",
    )
