"""Checks in plain words."""

from __future__ import annotations

from decimus.analysis.checks import Check, Checks
from decimus.analysis.results import Results
from decimus.kinds.checks import CHECK_LIMIT, CHECKS
from decimus.study.number_styles import Numerals
from decimus.wording.groups.working import Working
from decimus.wording.numbers import (
    NBSP,
    degrees_of_freedom,
    full_number,
    number,
    p_words,
)
from decimus.wording.spans import Text

_FOUND_WITHIN = "values are hardly normal within groups"
_NOT_FOUND_WITHIN = "nothing speaks against normal values within groups"


def check_words(check: Check, numerals: Numerals) -> str:
    """One check: its name, its statistic and p."""
    kind = CHECKS[check.name]
    df = f",{NBSP}".join(degrees_of_freedom(df, numerals) for df in check.df)
    brackets = f"({df})" if df else ""
    value = number(check.value, kind.decimals, numerals)
    p = p_words(check.p_value, CHECK_LIMIT, numerals)
    if check.groups > 1:
        return (
            f"Normality within each of {check.groups} groups, Shapiro–Wilk: smallest "
            f"W{numerals.equals}{value}, all together {p}"
        )
    return f"{check_name(check)}: {kind.letter}{brackets}{numerals.equals}{value}, {p}"


def check_sentence(check: Check, numerals: Numerals) -> str:
    """One check: its name, statistic, p, and what that says."""
    if check.groups > 1:
        says = _FOUND_WITHIN if check.finds else _NOT_FOUND_WITHIN
    else:
        kind = CHECKS[check.name]
        says = kind.says if check.finds else kind.says_not
    return f"{check_words(check, numerals)}: {says}."


def check_lines(results: Results) -> tuple[str, ...]:
    """All checks, and why others are not there. They decide nothing by themselves."""
    found: Checks = results.checks
    lines = [check_sentence(check, results.numerals) for check in found.checks]
    if found.why_none:
        lines.append(f"{found.why_none}{'' if found.why_none.endswith('.') else '.'}")
    if found.why_no_mauchly:
        lines.append(f"Mauchly’s W is not defined: {found.why_no_mauchly}.")
    if found.checks:
        lines.append(
            "Checks decide nothing: with few replicates they miss much, with many they "
            "find what does not matter. The pictures say more."
        )
    return tuple(lines)


def check_name(check: Check) -> str:
    """What a check is called."""
    kind = CHECKS[check.name]
    return f"{kind.of}, {kind.title}"


def check_working(check: Check, numerals: Numerals) -> Working:
    """The working of a check."""
    reading = CHECKS[check.name].reading
    if check.groups > 1:
        reading += (
            f" Each of {check.groups} groups by itself, since this test does not pool their "
            "spread; their p are combined by Fisher’s method, −2 Σ ln p as χ²."
        )
    df = " and ".join(degrees_of_freedom(df, numerals) for df in check.df)
    if check.step:
        step = full_number(float(f"{check.step:.6g}"), numerals)
        reading += (
            f" Equal values were first laid evenly over the step of {step} that rounding made one "
            "value of, since rounded values are no sample of a normal distribution."
        )
    on = f" On {df} df." if df else ""
    return Working(
        f"Working: {check_name(check)}",
        (Text(CHECKS[check.name].formula),),
        "",
        number(check.value, 3, numerals),
        f"{reading}{on} It decides nothing by itself.",
        f"In full: {full_number(check.value, numerals)}, p {full_number(check.p_value, numerals)}",
        section="Checks",
    )
