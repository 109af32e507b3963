"""Letters of statistics in running text: slanted wherever they stand, as the trade sets them."""

from __future__ import annotations

import re
from functools import lru_cache

from decimus.wording.spans import Sentence, Style, Text

_LETTER = re.compile(
    r"(?<![\w’])(?P<letter>p|n|t|F|W|U|H|q|z|χ²|r²|d_z|d_av)"
    r"(?=(?:\([\d.,\s\u00a0∞]*\))?[\s\u00a0]?[=<>≥≤])"
    r"|(?<![\w’\u00a0-])(?P<alone>p)(?![\w’\u00a0-])"
)
"""A letter before a value, with its df between them, as in F(4, 34) = 9.1; or p as a word."""


_LETTERS = frozenset({"n", "p", "t", "F", "q", "U", "W", "H", "z", "d_z", "d_av", "χ²"})


def as_printed(sentence: Sentence) -> tuple[Text, ...]:
    """The printed words of a sentence, the letters in its choices slanted, too."""
    found: list[Text] = []
    for span in sentence:
        if not span.is_printed:
            continue
        if isinstance(span, Text):
            found.append(span)
        elif span.style is Style.PLAIN:
            found += lettered(span.text)
        else:
            found.append(Text(span.text, span.style))
    return tuple(found)


@lru_cache(maxsize=2048)
def lettered(text: str) -> tuple[Text, ...]:
    """A text with the letters of statistics slanted."""
    found, at = [], 0
    for match in _LETTER.finditer(text):
        if match.start() > at:
            found.append(Text(text[at : match.start()]))
        name = "letter" if match["letter"] else "alone"
        found.append(Text(match[name], Style.ITALIC))
        at = match.end(name)
    if at < len(text):
        found.append(Text(text[at:]))
    return tuple(found)


def heading_letters(text: str) -> Sentence:
    """The heading of a column, its letter slanted where it is one: *p*, adjusted *p*, *n* (%)."""
    words = text.split(" ")
    if not any(word in _LETTERS for word in words):
        return lettered(text)
    spans: list[Text] = []
    for number, word in enumerate(words):
        gap = " " if number else ""
        if word in _LETTERS:
            spans += [Text(gap)] if gap else []
            spans.append(Text(word, Style.ITALIC))
        else:
            spans.append(Text(gap + word))
    return tuple(spans)
