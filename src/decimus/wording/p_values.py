"""p values in sentences and on the figure."""

from __future__ import annotations

from decimus.study.number_styles import PLAIN, Numerals
from decimus.terms import ComparisonText
from decimus.wording.numbers import NBSP, p_bound_words, p_limit, p_words, stars
from decimus.wording.spans import Style, Text

NOT_SHOWN = "ns"
"""In place of stars, where p is not below α."""


def p_spans(
    p: float,
    alpha: float,
    numerals: Numerals = PLAIN,
) -> tuple[Text, ...]:
    """P and its value, the letter in italics: *p* = 0.012."""
    return (Text("p", Style.ITALIC), Text(p_words(p, alpha, numerals)[1:]))


def figure_spans(
    p: float,
    alpha: float,
    kind: ComparisonText,
    numerals: Numerals = PLAIN,
    limits: tuple[float, ...] = (0.01, 0.001),
) -> tuple[Text, ...]:
    """What a comparison line on the figure says; "ns", or its p, where nothing is shown."""
    if kind is ComparisonText.STARS:
        return (Text(stars(p, alpha, limits) if p < alpha else NOT_SHOWN),)
    if kind is ComparisonText.EXACT_P or p >= alpha:
        return p_spans(p, alpha, numerals)
    if kind is ComparisonText.STARS_AND_P:
        return (Text(f"{stars(p, alpha, limits)} "), *p_spans(p, alpha, numerals))
    return (Text("p", Style.ITALIC), Text(p_bound_words(p, alpha, numerals)[1:]))


def star_key(
    alpha: float,
    numerals: Numerals = PLAIN,
    limits: tuple[float, ...] = (0.01, 0.001),
    *,
    has_others: bool = False,
) -> tuple[Text, ...]:
    """What the stars mean: * p < 0.05, ** p < 0.01, *** p < 0.001; ns of others, where drawn."""
    parts: list[Text] = []
    for index, limit in enumerate([alpha, *(limit for limit in limits if limit < alpha)]):
        lead = ", " if index else ""
        parts.append(Text(f"{lead}{'*' * (index + 1)}{NBSP}"))
        parts.append(Text("p", Style.ITALIC))
        parts.append(Text(numerals.relation("<") + p_limit(limit, numerals)))
    if has_others:
        parts += [Text(f", {NOT_SHOWN}{NBSP}"), Text("p", Style.ITALIC)]
        parts.append(Text(numerals.relation("≥") + p_limit(alpha, numerals)))
    return tuple(parts)
