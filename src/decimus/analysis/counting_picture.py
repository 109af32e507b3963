"""What n counts as a small picture: groups as boxes, units as dots in them, readings beside those.

Where units are the same in several groups a thread runs through them from box to box; where they
are others there is none. Lengths are in units of the picture, y downwards.
"""

from __future__ import annotations

from decimus.analysis.counting import counts_of
from decimus.analysis.results import Results
from decimus.values import Value

_MOST_COLUMNS, _MOST_ROWS, _MOST_UNITS, _MOST_READINGS = 3, 2, 3, 3
_BOX_WIDTH, _GAP, _ROW_GAP = 46.0, 14.0, 5.0
_STEP, _EDGE = 10.0, 7.0
_LABEL = 13.0
_READING_STEP = 5.0


class Box(Value, frozen=True):
    """A group: where it stands, and what is written over it ("" for nothing)."""

    x: float
    y: float
    width: float
    height: float
    label: str


class Spot(Value, frozen=True):
    """A unit or one of its readings; a readings's is small."""

    x: float
    y: float
    is_reading: bool = False


class Thread(Value, frozen=True):
    """That two spots are the same unit, measured again."""

    start: Spot
    end: Spot


class CountingPicture(Value, frozen=True):
    """The picture.

    Args:
        boxes: groups; not more than a few, with `has_more` for the rest.
        spots: units and readings.
        threads: what joins units that are the same.
        has_more: whether there are more groups than are drawn.
        width: of all of it.
        height: likewise.
    """

    boxes: tuple[Box, ...]
    spots: tuple[Spot, ...]
    threads: tuple[Thread, ...]
    has_more: bool
    width: float
    height: float


NOTHING_DRAWN = CountingPicture((), (), (), has_more=False, width=0.0, height=0.0)


def picture_of(results: Results) -> CountingPicture:
    """What n counts in the groups that are shown."""
    counts = counts_of(results)
    groups = results.groups
    names = [factor.factor.name for factor in groups.factors]
    within = tuple(i for i, name in enumerate(names) if name in counts.same_across)
    rows: dict[tuple[str, ...], list[tuple[str, int]]] = {}
    for group in groups.shown:
        between = tuple(t for i, t in enumerate(group.levels) if i not in within)
        key = between if within else ()
        label = ", ".join(t for i, t in enumerate(group.levels) if i in within or not within)
        rows.setdefault(key, []).append((label, group.n))
    boxes: list[Box] = []
    spots: list[Spot] = []
    threads: list[Thread] = []
    top = 0.0
    readings = min(_MOST_READINGS, counts.readings or 0)
    for number, line in enumerate([*rows.values()][:_MOST_ROWS]):
        units = max((min(_MOST_UNITS, n) for _, n in line), default=0)
        height = 2 * _EDGE + _STEP * max(0, units - 1)
        y = top + (_LABEL if number == 0 else 0.0)
        before: list[Spot] = []
        for place, (label, n) in enumerate(line[:_MOST_COLUMNS]):
            x = place * (_BOX_WIDTH + _GAP)
            boxes.append(Box(x, y, _BOX_WIDTH, height, label if number == 0 else ""))
            shift = _READING_STEP * (readings + 1) / 2 if readings else 0.0
            here = [
                Spot(x + _BOX_WIDTH / 2 - shift, y + _EDGE + _STEP * i)
                for i in range(min(units, n))
            ]
            spots += here
            spots += [
                Spot(spot.x + 4 + _READING_STEP * (i + 1), spot.y, is_reading=True)
                for spot in here
                for i in range(readings)
            ]
            if within:
                threads += [Thread(a, b) for a, b in zip(before, here, strict=False)]
            before = here
        top = y + height + _ROW_GAP
    columns = max((min(_MOST_COLUMNS, len(line)) for line in rows.values()), default=0)
    has_more = len(rows) > _MOST_ROWS or any(len(line) > _MOST_COLUMNS for line in rows.values())
    width = columns * _BOX_WIDTH + max(0, columns - 1) * _GAP
    return CountingPicture(
        tuple(boxes), tuple(spots), tuple(threads), has_more, width, max(0.0, top - _ROW_GAP)
    )
