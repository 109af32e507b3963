"""A document as Markdown, its figures in files beside it."""

from __future__ import annotations

from typing import assert_never
from urllib.parse import quote

from decimus.notation import in_markdown, starting_in_markdown
from decimus.report.documents.contents import (
    Block,
    Document,
    Facts,
    Figure,
    Heading,
    Paragraph,
    Table,
)
from decimus.report.documents.running_text import clean, lines_of
from decimus.wording.letters import heading_letters
from decimus.wording.spans import Sentence, Style


def markdown_bytes(document: Document, names: dict[int, str]) -> bytes:
    """The document as Markdown in UTF-8.

    Args:
        document: it.
        names: the file of each figure, by its number.
    """
    parts = [_block(block, names) for block in document.blocks]
    return ("\n\n".join(part for part in parts if part) + "\n").encode("utf-8")


def _block(block: Block, names: dict[int, str]) -> str:
    match block:
        case Heading():
            return f"{'#' * block.level} {_plain(block.text)}"
        case Paragraph():
            return "\n\n".join(map(_words, lines_of(block.words)))
        case Figure():
            alt = _plain(block.alt)
            picture = f"![{alt}](<{quote(names[block.number])}>)"
            caption = "\n\n".join(map(_words, lines_of(block.caption)))
            return f"{picture}\n\n**Figure {block.number}.** {caption}"
        case Table():
            return _table(block)
        case Facts():
            return "\n".join(
                f"- **{_plain(name)}:** {_words(sentence)}" for name, sentence, _ in block.rows
            )
        case _:
            assert_never(block)


def _plain(text: str) -> str:
    """Text that stands for itself, in one line."""
    return starting_in_markdown(clean(text)).replace("\n", " ")


def _words(sentence: Sentence) -> str:
    found = ""
    for span in sentence:
        if not span.is_printed or not span.text:
            continue
        text = in_markdown(clean(span.text)) if found else _plain(span.text)
        bare = text.strip()
        if span.style is Style.ITALIC and bare:
            text = text.replace(bare, f"*{bare}*", 1)
        elif span.style is Style.STRONG and bare:
            text = text.replace(bare, f"**{bare}**", 1)
        found += text
    return found.replace("\n", " ")


def _table(table: Table) -> str:
    """Markdown knows one row of headings; others stand below it."""

    def line(cells: list[str]) -> str:
        return "| " + " | ".join(cells) + " |"

    head, *body = table.rows
    rule = "|" + "|".join("---:" if is_number else "---" for is_number in table.numeric) + "|"
    rows = [
        line([_words(heading_letters(cell)) for cell in head]),
        rule,
        *(line([_plain(cell) for cell in row]) for row in body),
    ]
    title = "\n\n".join(map(_words, lines_of(table.title)))
    return f"**Table {table.number}.** {title}\n\n" + "\n".join(rows)
