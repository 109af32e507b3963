"""The names along the group axis: level, in lines, tilted, upright; none is cut short.

The rule, in this order: one line each, or up to four; tilted; upright; beside places that stand
below each other, for which the figure turns sideways; and the page grows as far as they need.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from decimus.figure.bands import Bands
from decimus.figure.scales import (
    LogScale,
    Scale,
    plain_decimals,
    round_numbers,
    tick_labels,
    tick_step,
    ticks,
)
from decimus.figure.text import Typesetter
from decimus.study.number_styles import Numerals
from decimus.study.targets import AnyTarget, Axis, Tick
from decimus.values import Value
from decimus.wording.numbers import grouped

_MOST_LINES = 4
TILT = 40.0
"""Degrees by which tilted names rise."""
_AIR = 1.05
_MOST_HEIGHT = 0.42
"""Share of the page that names below the plots take before the figure turns sideways."""
WIDEST_BESIDE = 0.42
"""Share of the page that names beside the plots take at most; longer ones have more lines."""
_ROOM_PER_TICK = 9.0


class NameAt(Value, frozen=True):
    """A name at a place of the group axis.

    Args:
        place: how far from the start of the plot, in mm.
        lines: what is written.
        target: what it is.
        is_tick: whether it is a number of the axis rather than a group.
    """

    place: float
    lines: tuple[str, ...]
    target: AnyTarget
    is_tick: bool = False


class Names(Value, frozen=True):
    """The names of all places, how they run, and the room they take.

    Args:
        names: from the start of the axis on.
        angle: degrees by which they rise; 0 for level.
        room: across the axis, in mm.
        before: how far the first reaches out before the plot, in mm.
        fits: whether that is within what names may take.
    """

    names: tuple[NameAt, ...]
    angle: float
    room: float
    before: float = 0.0
    fits: bool = True


def names_below(
    places: Sequence[tuple[str, AnyTarget]],
    notes: Sequence[str],
    bands: Bands,
    start: float,
    page_height: float,
    type_: Typesetter,
    *,
    may_tilt: bool = True,
) -> Names:
    """Names below places that stand side by side.

    Args:
        places: each name with what it is.
        notes: a line below each name; all empty for none.
        bands: where the places are.
        start: where the plot begins, in mm.
        page_height: of the page.
        type_: sets them.
        may_tilt: whether they may reach out to the left.
    """
    room = bands.room - type_.extent("n").width * 0.6
    at = [middle - start for middle in bands.middles]
    wrapped = [
        (*type_.wrapped(name, room), *([note] if note else []))
        for (name, _), note in zip(places, notes, strict=True)
    ]
    if _are_level(wrapped, room, type_):
        return _level(places, wrapped, at, type_)
    single = [_in_one(name, note) for (name, _), note in zip(places, notes, strict=True)]
    height = type_.extent("x").height
    for angle in (TILT, 90.0) if may_tilt else (90.0,):
        sine, cosine = math.sin(math.radians(angle)), math.cos(math.radians(angle))
        if bands.room * sine < height * _AIR:
            continue
        widths = [type_.extent(name).width for name in single]
        # The upper corner of a name reaches out a little further than its baseline.
        corner = height * sine / 2
        before = max(
            (corner + w * cosine - place for w, place in zip(widths, at, strict=True)), default=0.0
        )
        across = max(widths, default=0.0) * sine + height * cosine
        fits = across <= page_height * _MOST_HEIGHT
        return Names(_named(places, [(n,) for n in single], at), angle, across, before, fits)
    across = max((type_.extent(name).width for name in single), default=0.0)
    return Names(_named(places, [(n,) for n in single], at), 90.0, across, 0.0, fits=False)


def _are_level(wrapped: Sequence[tuple[str, ...]], room: float, type_: Typesetter) -> bool:
    return all(
        len(lines) <= _MOST_LINES and all(type_.extent(line).width <= room for line in lines)
        for lines in wrapped
    )


def _level(
    places: Sequence[tuple[str, AnyTarget]],
    wrapped: Sequence[tuple[str, ...]],
    at: Sequence[float],
    type_: Typesetter,
) -> Names:
    deepest = max((len(lines) for lines in wrapped), default=1)
    height = (deepest - 1) * type_.line_height + type_.extent("x").height
    return Names(_named(places, wrapped, at), 0.0, height)


def _named(
    places: Sequence[tuple[str, AnyTarget]],
    lines: Sequence[tuple[str, ...]],
    at: Sequence[float],
) -> tuple[NameAt, ...]:
    return tuple(
        NameAt(place, each, target)
        for (_, target), each, place in zip(places, lines, at, strict=True)
    )


def _in_one(name: str, note: str) -> str:
    return f"{name} ({note})" if note else name


def names_beside(
    places: Sequence[tuple[str, AnyTarget]],
    notes: Sequence[str],
    bands: Bands,
    start: float,
    page_width: float,
    type_: Typesetter,
) -> Names:
    """Names to the left of places that stand below each other."""
    wrapped = wrapped_beside(places, notes, page_width, type_)
    widest = max((type_.extent(line).width for lines in wrapped for line in lines), default=0.0)
    at = [middle - start for middle in bands.middles]
    return Names(_named(places, wrapped, at), 0.0, widest)


def wrapped_beside(
    places: Sequence[tuple[str, AnyTarget]],
    notes: Sequence[str],
    page_width: float,
    type_: Typesetter,
) -> list[tuple[str, ...]]:
    """The lines of names beside a plot."""
    return [
        (*type_.wrapped(name, page_width * WIDEST_BESIDE), *([note] if note else []))
        for (name, _), note in zip(places, notes, strict=True)
    ]


def names_of_amounts(
    places: Sequence[tuple[str, AnyTarget]],
    notes: Sequence[str],
    bands: Bands,
    start: float,
    *,
    is_sideways: bool,
    numerals: Numerals,
    type_: Typesetter,
) -> Names:
    """Every amount at its place where they are not in each other's way, else round numbers."""
    scale = bands.scale
    at = [middle - start for middle in bands.middles]
    lines = [
        (name, *([note] if note else [])) for (name, _), note in zip(places, notes, strict=True)
    ]
    named = zip(_named(places, lines, at), range(len(at)), strict=True)
    found = own = tuple(name for name, number in named if bands.has(number))
    if scale is not None and not _are_apart(own, type_, is_sideways=is_sideways):
        found = _round_numbers(scale, start, numerals)
        while len(found) > 2 and not _are_apart(found, type_, is_sideways=is_sideways):
            found = found[::2]
    if is_sideways:
        room = max((type_.extent(line).width for n in found for line in n.lines), default=0.0)
    else:
        deepest = max((len(name.lines) for name in found), default=1)
        room = (deepest - 1) * type_.line_height + type_.extent("x").height
    return Names(found, 0.0, room)


def _are_apart(names: tuple[NameAt, ...], type_: Typesetter, *, is_sideways: bool) -> bool:
    """Whether names at their places leave air between them."""
    ordered = sorted(names, key=lambda name: name.place)
    air = type_.extent("n").width * 0.6
    free = -math.inf
    for name in ordered:
        half = len(name.lines) * type_.line_height / 2
        if not is_sideways:
            half = max(type_.extent(line).width for line in name.lines) / 2
        if name.place - half < free:
            return False
        free = name.place + half + (0.0 if is_sideways else air)
    return True


def _round_numbers(scale: Scale, start: float, numerals: Numerals) -> tuple[NameAt, ...]:
    """Numbers of a scale of amounts, as an axis has them."""
    if isinstance(scale, LogScale):
        values = round_numbers(scale.low, scale.high)
        labels = tuple(grouped(value, plain_decimals(value), numerals) for value in values)
    else:
        most = max(2, int(abs(scale.end - scale.start) / _ROOM_PER_TICK))
        step = tick_step(scale.high - scale.low, most)
        values = ticks(scale.low, scale.high, step)
        labels = tick_labels(values, step, numerals)
    return tuple(
        NameAt(scale.at(value) - start, (label,), Tick(Axis.GROUP, value), is_tick=True)
        for value, label in zip(values, labels, strict=True)
    )
