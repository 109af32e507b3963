"""What a document holds, whatever file it becomes: headings, paragraphs, figures, tables."""

from __future__ import annotations

from decimus.values import Value
from decimus.wording.spans import Sentence

Row = tuple[str, ...]


class Heading(Value, frozen=True):
    """A heading; 1 is the title of the document.

    Args:
        level: of the heading.
        text: it.
        has_own_page: whether a page begins with it where there are pages.
    """

    level: int
    text: str
    has_own_page: bool = False


class Paragraph(Value, frozen=True):
    """A paragraph of running text.

    Args:
        words: its printed words.
        is_gap: whether it says what is missing, so that it stands out.
    """

    words: Sentence
    is_gap: bool = False


class Figure(Value, frozen=True):
    """A figure at its true size.

    Args:
        number: of the figure.
        svg: it as vectors.
        png: it as a picture.
        width_mm: how wide.
        height_mm: how high.
        alt: what it shows, for whoever cannot see it.
        caption: the words under it, without its number.
    """

    number: int
    svg: bytes
    png: bytes
    width_mm: float
    height_mm: float
    alt: str
    caption: Sentence


class Table(Value, frozen=True):
    """A table.

    Args:
        number: of the table in the document.
        title: the words over it, without its number.
        rows: headings first.
        heading_rows: how many rows are headings.
        numeric: which columns stand at the right.
    """

    number: int
    title: Sentence
    rows: tuple[Row, ...]
    heading_rows: int
    numeric: tuple[bool, ...]


class Facts(Value, frozen=True):
    """A list of facts, each with what it is about.

    Args:
        rows: what it is about, and what is so; True where it is a gap.
    """

    rows: tuple[tuple[str, Sentence, bool], ...]


Block = Heading | Paragraph | Figure | Table | Facts


class Document(Value, frozen=True):
    """A document.

    Args:
        title: what it is called.
        blocks: its parts, in order.
        notes: what is to say of it besides, such as signs that a typeface lacks.
    """

    title: str
    blocks: tuple[Block, ...]
    notes: tuple[str, ...] = ()
