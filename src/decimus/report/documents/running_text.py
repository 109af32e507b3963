"""What all kinds of documents do with words."""

from __future__ import annotations

import re

from decimus.errors import drawable
from decimus.wording.letters import as_printed
from decimus.wording.spans import Sentence, Text

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
