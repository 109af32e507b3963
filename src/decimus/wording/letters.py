"""Letters of statistics in running text: slanted wherever they stand, as the trade sets them."""

from __future__ import annotations

import re

from decimus.wording.spans import Style, Text

_LETTER = re.compile(
    r"(?<![\w’])(?P<letter>p|n|t|F|W|U|H|q|z|χ²|r²|η²|ε²|ω²|d_z|d_av)"
    r"(?=(?:\([\d.,\s\u00a0∞]*\))?[\s\u00a0]?[=<>≥≤])"
)
"""A letter before a value, its degrees of freedom between them: p = 0.012, F(4, 34) = 9.1."""


def lettered(text: str) -> tuple[Text, ...]:
    """A text with the letters of statistics slanted."""
    found, at = [], 0
    for match in _LETTER.finditer(text):
        if match.start() > at:
            found.append(Text(text[at : match.start()]))
        found.append(Text(match["letter"], Style.ITALIC))
        at = match.end("letter")
    if at < len(text):
        found.append(Text(text[at:]))
    return tuple(found)
