"""Checks in plain words."""

from __future__ import annotations

from decimus.analysis.checks import Check, Checks
from decimus.analysis.results import Results
from decimus.wording.numbers import NBSP, degrees_of_freedom, number, p_number

_ALPHA = 0.05
_NAMES = {
    "shapiro-wilk": "Normality, Shapiro–Wilk",
    "brown-forsythe": "Equal spread, Brown–Forsythe",
    "levene": "Equal spread, Levene",
    "mauchly": "Sphericity, Mauchly",
}
_LETTERS = {"shapiro-wilk": "W", "brown-forsythe": "F", "levene": "F", "mauchly": "W"}
_FOUND = {
    "shapiro-wilk": "residuals are hardly normal",
    "brown-forsythe": "groups hardly vary alike",
    "levene": "groups hardly vary alike",
    "mauchly": "differences between conditions hardly vary alike",
}
_NOT_FOUND = {
    "shapiro-wilk": "nothing speaks against normal residuals",
    "brown-forsythe": "nothing speaks against equal spread",
    "levene": "nothing speaks against equal spread",
    "mauchly": "nothing speaks against equal spread of differences",
}


def check_sentence(check: Check, sign: str) -> str:
    """One check: its name, statistic, p, and what that says."""
    df = f",{NBSP}".join(degrees_of_freedom(df, sign) for df in check.df)
    brackets = f"({df})" if df else ""
    value = number(check.value, 3 if check.name in ("shapiro-wilk", "mauchly") else 2, sign)
    says = _FOUND if check.p_value < _ALPHA else _NOT_FOUND
    return (
        f"{_NAMES[check.name]}: {_LETTERS[check.name]}{brackets}{NBSP}={NBSP}{value}, "
        f"p{NBSP}{p_number(check.p_value, _ALPHA, sign)}: {says[check.name]}."
    )


def check_lines(results: Results) -> tuple[str, ...]:
    """All checks, and why others are not there. They decide nothing by themselves."""
    found: Checks = results.checks
    lines = [check_sentence(check, results.decimal_sign) for check in found.checks]
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
