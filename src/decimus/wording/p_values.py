"""p values in sentences and on the figure."""

from __future__ import annotations

from decimus.terms import ComparisonText
from decimus.wording.numbers import NBSP, PStyle, p_bound, p_number, stars
from decimus.wording.spans import Style, Text

NOT_SHOWN = "ns"
"""In place of stars, where p is not below α."""


def p_spans(
    p: float,
    alpha: float,
    decimal_sign: str = ".",
    style: PStyle = PStyle(),  # noqa: B008
) -> tuple[Text, ...]:
    """P and its value, the letter in italics: *p* = 0.012."""
    return (Text("p", Style.ITALIC), Text(f"{NBSP}{p_number(p, alpha, decimal_sign, style)}"))


def figure_spans(
    p: float,
    alpha: float,
    kind: ComparisonText,
    decimal_sign: str = ".",
    limits: tuple[float, ...] = (0.01, 0.001),
    style: PStyle = PStyle(),  # noqa: B008
) -> tuple[Text, ...]:
    """What a comparison line on the figure says; "ns", or its p, where nothing is shown."""
    if kind is ComparisonText.STARS:
        return (Text(stars(p, alpha, limits) if p < alpha else NOT_SHOWN),)
    if kind is ComparisonText.EXACT_P or p >= alpha:
        return p_spans(p, alpha, decimal_sign, style)
    if kind is ComparisonText.STARS_AND_P:
        return (Text(f"{stars(p, alpha, limits)} "), *p_spans(p, alpha, decimal_sign, style))
    return (Text("p", Style.ITALIC), Text(f"{NBSP}{p_bound(p, alpha, decimal_sign, style)}"))


def star_key(
    alpha: float,
    decimal_sign: str = ".",
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
        parts.append(Text(f"{NBSP}<{NBSP}{limit:g}".replace(".", decimal_sign)))
    if has_others:
        parts += [Text(f", {NOT_SHOWN}{NBSP}"), Text("p", Style.ITALIC)]
        parts.append(Text(f"{NBSP}≥{NBSP}{alpha:g}".replace(".", decimal_sign)))
    return tuple(parts)
