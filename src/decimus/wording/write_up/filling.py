"""Sentences made by filling spans into the places of a pattern."""

from __future__ import annotations

import re
from collections.abc import Iterable

from decimus.study.live_parts import AnyPart
from decimus.wording.spans import Sentence, Span, Text

_PLACE = re.compile(r"\{(\w+)\}")


def filled(pattern: str, **parts: str | Sentence) -> Sentence:
    """A pattern such as "{outcome} differed" with its places filled; "" and () fill nothing."""
    spans: list[Span] = []
    for number, piece in enumerate(_PLACE.split(pattern)):
        found = parts[piece] if number % 2 else piece
        spans += [Text(found)] if isinstance(found, str) and found else []
        spans += [] if isinstance(found, str) else found
    return tuple(spans)


def marked(part: AnyPart, found: str | Iterable[Span]) -> Sentence:
    """Words as a live part."""
    spans = [Text(found)] if isinstance(found, str) else found
    return tuple(Text(span.text, span.style, span.is_printed, part) for span in spans)


def capitalised(sentence: Sentence) -> Sentence:
    """The sentence with a capital first letter."""
    from decimus.wording.phrases import upper_first

    if not sentence or not isinstance(first := sentence[0], Text):
        return sentence
    # What follows in the next span decides whether the first word keeps its small letter.
    return (Text(upper_first(first.text), first.style, first.is_printed, first.live), *sentence[1:])


def joined(parts: list[Sentence], last: str = " and ", others: str = ", ") -> Sentence:
    """Parts one after the other: "a, b and c"."""
    spans: list[Span] = []
    for number, part in enumerate(parts):
        if number:
            spans.append(Text(last if number == len(parts) - 1 else others))
        spans += part
    return tuple(spans)


def in_a_row(sentences: Iterable[Sentence]) -> Sentence:
    """Sentences with spaces between; empty ones are left out."""
    spans: list[Span] = []
    for sentence in sentences:
        if sentence:
            spans += [Text(" "), *sentence] if spans else sentence
    return tuple(spans)
