"""The key: what colours stand for."""

from __future__ import annotations

from decimus.figure.content import Content
from decimus.figure.marks import Box, Mark
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import KeyAt, KeyEntryAt

_GAP = 1.0
_EDGE = 1.2


def key_above(content: Content, type_: Typesetter, width: float, top: float) -> list[Mark]:
    """The key in rows above the plot: the factor, then a colour and name for each level."""
    if not content.key:
        return []
    extent = type_.extent("x")
    side = extent.ascent * 0.8
    y = top - extent.ascent
    x = _EDGE
    marks: list[Mark] = []
    if content.key_title:
        title = type_.line(content.key_title, x, y, Align.START, KeyAt())
        marks.append(title)
        x = title.bounds.right + 2 * _GAP
    for entry in content.key:
        label = type_.shortened(entry.label, width - 2 * _EDGE - side - _GAP)
        room = side + _GAP * 0.8 + type_.extent(label).width
        if x + room > width - _EDGE and x > _EDGE:
            x, y = _EDGE, y - type_.line_height
        target = KeyEntryAt(entry.variable, entry.level)
        marks.append(Box(x, y, side, side, entry.colour, target))
        text = type_.line(label, x + side + _GAP * 0.8, y, Align.START, target)
        marks.append(text)
        x = text.bounds.right + 2 * _GAP
    return marks
