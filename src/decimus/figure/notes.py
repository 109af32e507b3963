"""What was put on a plot by hand: text, lines and arrows at places of the data."""

from __future__ import annotations

import math

from decimus.figure.bands import Bands
from decimus.figure.content import Content
from decimus.figure.frames import Frame
from decimus.figure.marks import Line, Mark
from decimus.figure.places import along_mm
from decimus.figure.scales import LogScale, Scale
from decimus.figure.text import Align, Typesetter
from decimus.study.questions import Note
from decimus.study.targets import NoteAt
from decimus.terms import NoteKind

_HEAD_MM, _HEAD = 2.0, math.radians(24)
"""Of an arrow: how long its head is, and how wide each side opens."""


def notes_on(
    content: Content, panel: int, frame: Frame, scale: Scale, bands: Bands, type_: Typesetter
) -> list[Mark]:
    """The marks of everything that was put on a panel by hand."""
    found: list[Mark] = []
    for note in content.choices.notes:
        if note.panel == panel:
            found += _note(note, content, frame, scale, bands, type_)
    return found


def _note(
    note: Note, content: Content, frame: Frame, scale: Scale, bands: Bands, type_: Typesetter
) -> list[Mark]:
    middles = tuple(middle - frame.start for middle in bands.middles)

    def place(along: float, value: float) -> tuple[float, float]:
        at = frame.start + along_mm(middles, along, frame.width)
        low = value <= 0 and isinstance(scale, LogScale)
        return frame.turn.xy(at, scale.start if low else scale.at(value))

    target, start = NoteAt(note.number), place(note.along, note.value)
    if note.kind is NoteKind.TEXT:
        return [type_.line(note.text, *start, Align.MIDDLE, target)]
    end = place(note.to_along, note.to_value)
    weight = content.look.style.line_pt
    marks: list[Mark] = [Line((start, end), weight, target=target)]
    if note.kind is NoteKind.ARROW and start != end:
        turn = math.atan2(start[1] - end[1], start[0] - end[0])
        sides = tuple(
            (end[0] + _HEAD_MM * math.cos(turn + a), end[1] + _HEAD_MM * math.sin(turn + a))
            for a in (-_HEAD, _HEAD)
        )
        marks.append(Line((sides[0], end, sides[1]), weight, target=target))
    return marks
