"""The key: what colours and signs stand for, in rows above or below, or in a column."""

from __future__ import annotations

from msgspec.structs import replace

from decimus.figure.content import Content, KeyEntry
from decimus.figure.marks import Bounds, Box, Dots, Mark, shifted
from decimus.figure.plots import HATCHES, SHAPES
from decimus.figure.text import Align, Typesetter
from decimus.study.targets import KeyAt, KeyEntryAt
from decimus.terms import KeyPlace
from decimus.values import Value

_GAP = 1.0
_BESIDE_SIGN = 0.8
_WIDEST = 0.4
"""Share of the page that a key beside the plots takes at most; longer names have more lines."""


class Key(Value, frozen=True):
    """A key: its marks below and to the right of (0, 0), until it is placed.

    Args:
        place: where it is to stand.
        marks: what it is made of.
        width: in mm.
        height: likewise.
    """

    place: KeyPlace
    marks: tuple[Mark, ...]
    width: float
    height: float

    def at(self, left: float, top: float) -> Key:
        """The key with its upper left corner at a place of the page."""
        return replace(self, marks=tuple(shifted(mark, left, top) for mark in self.marks))

    @property
    def bounds(self) -> Bounds:
        """The room it takes on the page."""
        every = [mark.bounds for mark in self.marks]
        return Bounds(
            min(b.left for b in every),
            min(b.bottom for b in every),
            max(b.right for b in every),
            max(b.top for b in every),
        )


def key_of(content: Content, type_: Typesetter, width: float) -> Key | None:
    """The key of a figure, in the mm of width that there are; None where it needs none."""
    if not content.key:
        return None
    place = content.look.style.key_place
    if place in (KeyPlace.ABOVE, KeyPlace.BELOW):
        return _in_rows(content, type_, width, place)
    return _in_column(content, type_, width * _WIDEST, place)


def _in_rows(content: Content, type_: Typesetter, width: float, place: KeyPlace) -> Key:
    """The factor, then a sign and name for each level, in as many rows as it takes."""
    extent = type_.extent("x")
    side = extent.ascent * 0.8
    y, x, widest = -extent.ascent, 0.0, 0.0
    marks: list[Mark] = []
    if content.key_title:
        for number, line in enumerate(type_.wrapped(content.key_title, width)):
            y -= type_.line_height if number else 0.0
            title = type_.line(line, 0.0, y, Align.START, KeyAt())
            marks.append(title)
            x = title.bounds.right + 2 * _GAP
    for number_of, entry in enumerate(content.key):
        room = side + _GAP * _BESIDE_SIGN + type_.extent(entry.label).width
        if x + room > width and x > 0:
            x, y = 0.0, y - type_.line_height
        target = KeyEntryAt(entry.variable, entry.level)
        marks += _sign(content, number_of, entry, x, y, side)
        left = x + side + _GAP * _BESIDE_SIGN
        for number, line in enumerate(type_.wrapped(entry.label, width - left)):
            y -= type_.line_height if number else 0.0
            text = type_.line(line, left, y, Align.START, target)
            marks.append(text)
            widest = max(widest, text.bounds.right)
        x = text.bounds.right + 2 * _GAP
    return Key(place, tuple(marks), widest, -y + extent.descent)


def _in_column(content: Content, type_: Typesetter, width: float, place: KeyPlace) -> Key:
    """The factor, and below it a line for each level."""
    extent = type_.extent("x")
    side = extent.ascent * 0.8
    y, widest = -extent.ascent, 0.0
    marks: list[Mark] = []
    if content.key_title:
        for line in type_.wrapped(content.key_title, width):
            title = type_.line(line, 0.0, y, Align.START, KeyAt())
            marks.append(title)
            widest = max(widest, title.bounds.right)
            y -= type_.line_height
    left = side + _GAP * _BESIDE_SIGN
    for number_of, entry in enumerate(content.key):
        target = KeyEntryAt(entry.variable, entry.level)
        marks += _sign(content, number_of, entry, 0.0, y, side)
        for line in type_.wrapped(entry.label, width - left):
            text = type_.line(line, left, y, Align.START, target)
            marks.append(text)
            widest = max(widest, text.bounds.right)
            y -= type_.line_height
    return Key(place, tuple(marks), widest, -y - type_.line_height + extent.descent)


def _sign(
    content: Content, number: int, entry: KeyEntry, x: float, y: float, side: float
) -> list[Mark]:
    """The sign of a level: a small bar, or a point, with its hatch or shape where those tell."""
    target = KeyEntryAt(entry.variable, entry.level)
    style = content.look.style
    sign = number if style.by_signs else 0
    if not content.chart.are_small:
        hatch = HATCHES[sign % len(HATCHES)]
        return [Box(x, y, side, side, entry.colour, target, style.outline_pt, hatch=hatch)]
    if not style.by_signs:
        return [Box(x, y, side, side, entry.colour, target)]
    middle = (x + side / 2, y + side / 2)
    shape = SHAPES[sign % len(SHAPES)]
    radius = min(side / 2, style.point_mm / 2)
    dots = Dots(
        (middle[0],), (middle[1],), radius, entry.colour, 0.0, entry.colour, target, (), shape
    )
    return [dots]
