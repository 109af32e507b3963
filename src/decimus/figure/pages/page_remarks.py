"""What a page is otherwise than was asked for, in words."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.charts.styles import style_of
from decimus.figure.marks import Page, PageNote

_SAME = 0.05
_OF_SIZE = frozenset({PageNote.LARGER_FOR_NAMES, PageNote.LARGER_FOR_LINES})


def page_remarks(results: Results, page: Page) -> tuple[str, ...]:
    """Each departure in a line; those of size only where the page is larger in the end."""
    style = style_of(results.question.figure).style
    is_larger = page.width_mm > style.width_mm + _SAME or page.height_mm > style.height_mm + _SAME
    return tuple(note.value for note in page.notes if note not in _OF_SIZE or is_larger)
