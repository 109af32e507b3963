"""Sentences and tables as rich text for labels and the clipboard."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from decimus.window.widgets.theme import QUIET
from decimus.wording.letters import as_printed
from decimus.wording.spans import Sentence, Style

STRONG = "font-weight: 600"
"""As strong as our typefaces get; a bold that no file holds would be smeared."""


def html_of(sentence: Sentence) -> str:
    """The printed words of a sentence as HTML."""
    parts = []
    for span in as_printed(sentence):
        text = escape(span.text)
        if span.style is Style.ITALIC:
            text = f"<i>{text}</i>"
        elif span.style is Style.STRONG:
            text = strong(text)
        parts.append(text)
    return "".join(parts)


def strong(html: str) -> str:
    """Words in the strong cut."""
    return f'<span style="{STRONG}">{html}</span>'


def html_table(rows: Sequence[Sequence[str]], numeric: Sequence[bool]) -> str:
    """Rows as an HTML table, the first its headings; numeric columns to the right."""
    lines = []
    for number, row in enumerate(rows):
        ink = f' style="color: {QUIET}"' if number == 0 else ""
        cells = "".join(
            f'<td style="padding: 3px 16px 3px 0" align="{"right" if is_number else "left"}">'
            f"<span{ink}>{escape(cell)}</span></td>"
            for cell, is_number in zip(row, numeric, strict=True)
        )
        lines.append(f"<tr>{cells}</tr>")
    return f'<table cellspacing="0">{"".join(lines)}</table>'
