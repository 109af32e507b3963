"""The names under the group axis: in one line, wrapped, or upright where they are long."""

from __future__ import annotations

import math

from decimus.figure.content import Section
from decimus.figure.text import Typesetter
from decimus.values import Value

_MOST_LINES = 3


class GroupLabels(Value, frozen=True):
    """Lines of text for every section, how they run, and the height they take in mm.

    A section whose name found no room has an empty line.
    """

    lines: tuple[tuple[str, ...], ...]
    is_upright: bool
    height: float


def group_labels(
    sections: tuple[Section, ...], width: float, most_height: float, type_: Typesetter
) -> GroupLabels:
    """Labels that fit under sections of `width` mm, at most `most_height` mm high."""
    room = width - type_.extent("n").width * 0.6
    wrapped = [type_.wrapped(section.label, room) for section in sections]
    fits = all(
        len(lines) <= _MOST_LINES and all(type_.extent(line).width <= room for line in lines)
        for lines in wrapped
    )
    if fits:
        deepest = max(len(lines) for lines in wrapped)
        height = (deepest - 1) * type_.line_height + type_.extent("x").height
        return GroupLabels(tuple(wrapped), is_upright=False, height=height)
    # Where even upright names would overlap, every second, third … is written.
    stride = math.ceil(type_.extent("x").height / width)
    single = [
        type_.shortened(section.label, most_height) if number % stride == 0 else ""
        for number, section in enumerate(sections)
    ]
    height = max(type_.extent(text).width for text in single)
    return GroupLabels(tuple((text,) for text in single), is_upright=True, height=height)
