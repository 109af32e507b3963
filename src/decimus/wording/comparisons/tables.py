"""The table of a test, as rows of text."""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.analysis.comparison_results import Comparison, Error, PairResult
from decimus.analysis.results import Results
from decimus.kinds.methods import METHODS, SHARE_METHODS
from decimus.study.number_styles import Numerals
from decimus.terms import PairSet
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.pair_facts import change_of, change_words
from decimus.wording.comparisons.sentences import (
    STATISTIC_LETTERS,
    effect_name,
    pair_size,
    pair_statistic,
)
from decimus.wording.numbers import (
    DIGITS_OF_SQUARES,
    LARGE,
    degrees_of_freedom,
    number,
    p_value,
    percent,
    plain_number,
    statistic,
    telling_decimals,
)
from decimus.wording.phrases import group_words


def comparison_table(results: Results) -> tuple[tuple[str, ...], ...]:
    """The table of the test as rows of text, headings first; empty for a test of two groups."""
    comparison = required(results)
    if comparison.is_of_two:
        return ()
    numerals, decimals = results.numerals, square_decimals(results)

    def say(value: float | None) -> str:
        if value is None:
            return ""
        is_short = decimals in range(_MOST_PLAIN) and abs(value) < LARGE
        return (plain_number if is_short else number)(value, decimals, numerals)

    def p_text(value: float) -> str:
        return p_value(value, comparison.alpha, numerals)

    has_correction = any(term.sphericity is not None for term in comparison.terms)
    has_squares = comparison.residual.sum_of_squares is not None
    letter = STATISTIC_LETTERS.get(comparison.terms[0].statistic, comparison.terms[0].statistic)
    rows = []
    for term in comparison.terms:
        between = "conditions" if comparison.subjects is not None else "groups"
        name = f"between {between}" if len(comparison.terms) == 1 else term.name
        df = term.df if term.df_uncorrected is None else term.df_uncorrected
        row = [
            name,
            *([say(term.sum_of_squares)] if has_squares else []),
            degrees_of_freedom(df[0], numerals),
            *([say(term.mean_square)] if has_squares else []),
            statistic(term.value, numerals),
            p_text(term.p_value),
        ]
        if has_correction:
            epsilon = term.sphericity
            row += [
                "" if epsilon is None else number(epsilon.greenhouse_geisser, 3, numerals),
                "" if epsilon is None else number(epsilon.huynh_feldt, 3, numerals),
                p_text(term.p_value if term.p_uncorrected is None else term.p_uncorrected),
            ]
        rows.append(tuple(row))
        if term.error is not None and term is not comparison.terms[-1]:
            found = term.error
            line = [f"error of {term.name}", say(found.sum_of_squares)]
            line += [degrees_of_freedom(found.df, numerals), say(found.mean_square)]
            rows.append((*line, *("",) * (len(row) - len(line))))
    width = len(rows[0])

    def error(name: str, df: float, squares: float | None, mean: float | None) -> tuple[str, ...]:
        cells = [name, *([say(squares)] if has_squares else []), degrees_of_freedom(df, numerals)]
        cells += [say(mean)] if has_squares else []
        return (*cells, *("",) * (width - len(cells)))

    if comparison.subjects is not None:
        found = comparison.subjects
        rows.append(error("subjects", found.df, found.sum_of_squares, found.mean_square))
    found = comparison.residual
    name = METHODS[comparison.method].left_over
    if comparison.terms[-1].error is not None:
        name = f"error of {comparison.terms[-1].name}"
    rows.append(error(name, found.df, found.sum_of_squares, found.mean_square))
    if (total := _total(comparison)) is not None:
        cells = ("in all", say(total.sum_of_squares), degrees_of_freedom(total.df, numerals))
        rows.append((*cells, *("",) * (width - len(cells))))
    headings = ["variation", *(["sum of squares"] if has_squares else []), "df"]
    headings += [*(["mean square"] if has_squares else []), letter, "p"]
    headings += ["ε (G–G)", "ε (H–F)", "p uncorrected"] if has_correction else []
    return (tuple(headings), *rows)


def square_decimals(results: Results) -> int:
    """Decimals of sums of squares and mean squares, by which each has three digits at least."""
    comparison, decimals = required(results), results.groups.decimals
    errors = [comparison.residual, *([comparison.subjects] if comparison.subjects else [])]
    errors += [term.error for term in comparison.terms if term.error is not None]
    found = [term.mean_square for term in comparison.terms]
    found += [error.mean_square for error in errors]
    least = min((square for square in found if square), default=0.0)
    if not least:
        return max(0, decimals)
    told = telling_decimals(least, DIGITS_OF_SQUARES)
    return told if least >= LARGE else max(0, decimals, told)


_MOST_PLAIN = 9
"""Decimals below which small squares are written beside larger ones without powers of ten."""


def _total(comparison: Comparison) -> Error | None:
    """All variation; None where the lines of the table do not add up to it."""
    adds_up = len(comparison.terms) == 1 or comparison.is_balanced
    squares = [term.sum_of_squares for term in comparison.terms]
    errors = [comparison.residual, *([comparison.subjects] if comparison.subjects else [])]
    errors += [term.error for term in comparison.terms[:-1] if term.error is not None]
    squares += [error.sum_of_squares for error in errors]
    known = [square for square in squares if square is not None]
    if not adds_up or len(known) < len(squares):
        return None
    dfs = [(t.df if t.df_uncorrected is None else t.df_uncorrected)[0] for t in comparison.terms]
    return Error(sum(dfs) + sum(error.df for error in errors), math.fsum(known))


def pair_rows(results: Results) -> tuple[tuple[str, ...], ...]:
    """Every pair of the family as rows of text, headings first."""
    comparison = required(results)
    groups, numerals = results.groups, results.numerals
    pairs = comparison.pairs
    is_adjusted = any(pair.p_adjusted is not None for pair in pairs)
    has_interval = any(pair.ci_lower is not None for pair in pairs)
    is_shift = any(pair.rank is not None or pair.samples is not None for pair in pairs)
    effect = effect_heading(pairs)
    is_of_shares = comparison.method in SHARE_METHODS
    what = "percentage points" if is_of_shares else "difference"
    headings = ["first − second", "shift" if is_shift else what]
    headings += [f"{percent(comparison.interval_level, numerals)} CI"] if has_interval else []
    headings += [pairs[0].statistic, "p"]
    headings += ["adjusted p"] if is_adjusted else []
    sided = "adjusted one-sided p" if is_adjusted else "one-sided p"
    headings += [sided] if comparison.alternative is not None else []
    headings += [effect] if effect else []
    is_control = comparison.pair_set is PairSet.CONTROL
    changes = [change_of(results, pair) if is_control else None for pair in pairs]
    has_change = any(change is not None for change in changes)
    headings += ["change"] if has_change else []

    def p_text(value: float) -> str:
        return p_value(value, comparison.alpha, numerals)

    rows = []
    for pair, change in zip(pairs, changes, strict=True):
        b = group_words(groups, pair.b) or "reference"
        size = pair_size(results, pair)
        row = [f"{group_words(groups, pair.a)} − {b}", number(size.value, size.decimals, numerals)]
        if has_interval:
            low, high = (number(end, size.decimals, numerals) for end in size.ends)
            row.append(f"{low} to {high}")
        row += [pair_statistic(pair, numerals), p_text(pair.p_value)]
        row += [p_text(pair.p_adjusted or 0.0)] if is_adjusted else []
        row += [p_text(pair.p_shown)] if comparison.alternative is not None else []
        if effect:
            row.append(effect_text(pair, effect, numerals))
        if has_change:
            row.append("" if change is None else change_words(change, numerals))
        rows.append(tuple(row))
    return (tuple(headings), *rows)


def effect_heading(pairs: Sequence[PairResult]) -> str:
    """What the effect sizes of a family are; "" where there are none."""
    names = {effect_name(pair.effect) for pair in pairs[:_LOOKED_AT] if pair.effect is not None}
    return "effect size" if len(names) > 1 else "".join(names)


_LOOKED_AT = 50
"""Pairs of which the effect size is looked at for the heading."""


def effect_text(pair: PairResult, heading: str, numerals: Numerals) -> str:
    """The effect size of a pair, with its name where the heading does not say it."""
    if pair.effect is None:
        return ""
    name = effect_name(pair.effect)
    value = number(pair.effect.value, 2, numerals)
    return value if name == heading else f"{name} {value}"
