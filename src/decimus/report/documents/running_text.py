"""What all kinds of documents do with words."""

from __future__ import annotations

import re

from decimus.errors import drawable
from decimus.wording.letters import as_printed, lettered
from decimus.wording.spans import Sentence, Style, Text

_LETTERS = frozenset({"n", "p", "t", "F", "q", "U", "W", "H", "z", "d_z", "d_av", "χ²"})
_CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]")


def clean(text: str) -> str:
    """Text without signs that no document may hold."""
    return _CONTROL.sub("", drawable(text))


def lines_of(sentence: Sentence) -> list[Sentence]:
    """Printed spans in paragraphs, one a line."""
    lines: list[list[Text]] = [[]]
    for span in as_printed(sentence):
        for number, part in enumerate(span.text.split("\n")):
            if number:
                lines.append([])
            if part:
                lines[-1].append(Text(part, span.style))
    return [tuple(line) for line in lines if line]


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
