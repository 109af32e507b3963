"""Pages in the other typeface: its letters are measured in the layout, and set in the end."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from msgspec.structs import replace

from decimus.figure.marks import Extent, Face, Label, Measure, Page, Run
from decimus.terms import Typeface
from decimus.wording.numbers import MINUS

_SERIF = {
    Face.REGULAR: Face.SERIF,
    Face.ITALIC: Face.SERIF_ITALIC,
    Face.STRONG: Face.SERIF_STRONG,
    Face.STRONG_ITALIC: Face.SERIF_STRONG_ITALIC,
    **{face: face for face in Face if face.is_serif},
}


_RAISED_MINUS = "\u207b"
_SMALL, _RAISED = 0.6, 0.3


@lru_cache(maxsize=8)
def measured_in(measure: Measure, typeface: Typeface) -> Measure:
    """How much room a text takes in a typeface."""
    if typeface is Typeface.SANS:
        return measure

    def in_serif(text: str, face: Face, size_pt: float) -> Extent:
        parts = [measure(run.text, run.face, size_pt * run.size) for run in _runs(Run(text, face))]
        whole = measure("", _SERIF[face], size_pt)
        return Extent(sum(part.width for part in parts), whole.ascent, whole.descent)

    return in_serif


def _runs(run: Run) -> Iterator[Run]:
    """A run in serifs; the raised minus, which that family lacks, is a minus that is raised."""
    face = _SERIF[run.face]
    for number, part in enumerate(run.text.split(_RAISED_MINUS)):
        if number:
            yield Run(MINUS, face, run.size * _SMALL, run.rise + _RAISED * run.size)
        if part:
            yield replace(run, text=part, face=face)


def set_in(page: Page, typeface: Typeface) -> Page:
    """The page with its letters in a typeface."""
    if typeface is Typeface.SANS:
        return page
    marks = tuple(
        replace(mark, runs=tuple(part for run in mark.runs for part in _runs(run)))
        if isinstance(mark, Label)
        else mark
        for mark in page.marks
    )
    return replace(page, marks=marks)
