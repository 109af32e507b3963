"""The names along the group axis: in one line, wrapped, or upright where they are long."""

from __future__ import annotations

import math

from decimus.charts.data import Section
from decimus.figure.text import Typesetter
from decimus.values import Value

_MOST_LINES = 3
_WIDEST = 0.4
"""Share of the page that names beside the axis take at most."""


class Names(Value, frozen=True):
    """Lines of text for every section, how they run, and the room they take across the axis.

    A section whose name found no room has an empty line.
    """

    lines: tuple[tuple[str, ...], ...]
    is_upright: bool
    room: float


def names_below(
    sections: tuple[Section, ...], width: float, most_height: float, type_: Typesetter
) -> Names:
    """Names that fit under sections of `width` mm, at most `most_height` mm high."""
    room = width - type_.extent("n").width * 0.6
    wrapped = [type_.wrapped(section.label, room) for section in sections]
    fits = all(
        len(lines) <= _MOST_LINES and all(type_.extent(line).width <= room for line in lines)
        for lines in wrapped
    )
    if fits:
        deepest = max(len(lines) for lines in wrapped)
        height = (deepest - 1) * type_.line_height + type_.extent("x").height
        return Names(tuple(wrapped), is_upright=False, room=height)
    # Where even upright names would overlap, every second, third … is written.
    stride = math.ceil(type_.extent("x").height / width)
    single = [
        type_.shortened(section.label, most_height) if number % stride == 0 else ""
        for number, section in enumerate(sections)
    ]
    height = max(type_.extent(text).width for text in single)
    return Names(tuple((text,) for text in single), is_upright=True, room=height)


def names_beside(sections: tuple[Section, ...], page_width: float, type_: Typesetter) -> Names:
    """Names to the left of sections that stand below each other."""
    wrapped = tuple(type_.wrapped(section.label, page_width * _WIDEST) for section in sections)
    widest = max(type_.extent(line).width for lines in wrapped for line in lines)
    return Names(wrapped, is_upright=False, room=widest)
