"""The layout of the page: every mark's place in mm, from content and text metrics alone."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import assert_never

from msgspec.structs import replace

from decimus.analysis.chart_kinds import CHARTS, MarkShape
from decimus.analysis.results import Results
from decimus.figure.annotations import (
    Placed,
    line_marks,
    placed_annotations,
    wanted_lines,
)
from decimus.figure.content import Content, Member, content_of
from decimus.figure.group_labels import GroupLabels, group_labels
from decimus.figure.marks import (
    LINE_PT,
    Box,
    Dots,
    Label,
    Mark,
    Measure,
    Page,
    Stroke,
    Target,
)
from decimus.figure.places import Frame, Places, Slot, places
from decimus.figure.scales import Scale, padded, rounded_out, tick_labels, tick_step, ticks
from decimus.figure.swarms import swarm
from decimus.figure.text import Align, Typesetter
from decimus.terms import FigurePart
from decimus.values import Value

_EDGE = 1.2
"""Air at the page's edges, in mm."""
_TICK = 1.1
_GAP = 1.0
_CAP_SHARE = 0.16
_REPLICATE_RADIUS = 0.52
_POINT_RADIUS = 1.1
_PAPER = "#ffffff"
_ADJUSTED = "#b9b4a8"
_ASIDE = "#aaa396"
_TALLEST = 400.0


class ValueAxis(Value, frozen=True):
    """The value axis: its scale, its ticks and their labels."""

    scale: Scale
    ticks: tuple[float, ...]
    labels: tuple[str, ...]


@lru_cache(maxsize=2)
def page_of(results: Results, measure: Measure) -> Page:
    """The figure of these results as a page. Raises InputError where there are none.

    Kept as long as what it shows is the same: screen, file and clipboard show the same page.

    Args:
        results: what to show.
        measure: how much room a text takes.
    """
    content = content_of(results)
    return results.kept("page", (content, measure), lambda: laid_out(content, measure))


def laid_out(content: Content, measure: Measure) -> Page:
    """The page for a content; taller than asked for only when comparison lines need it."""
    height = content.choices.height_mm
    page, missing = _at_height(content, measure, height)
    while missing > 0.01 and height < _TALLEST:
        height = min(_TALLEST, height + missing + 0.1)
        page, missing = _at_height(content, measure, height)
    return page


def _at_height(content: Content, measure: Measure, height: float) -> tuple[Page, float]:
    """The page at a height, its left margin as wide as its tick labels turn out to be."""
    room = 0.0
    for _ in range(4):
        page, missing, used = _laid_out(content, measure, height, room)
        if used <= room + 1e-6:
            break
        room = used
    return page, missing


def _laid_out(
    content: Content, measure: Measure, height: float, room: float
) -> tuple[Page, float, float]:
    """The page at a height, given the room for tick labels.

    Returns:
        The page, the mm of height its comparison lines lack, and the width that its tick
        labels take.
    """
    choices = content.choices
    type_ = Typesetter(measure, choices.text_pt)
    small = Typesetter(measure, choices.text_pt * 0.9)
    width = choices.width_mm
    key = _key(content, type_, width, height - _EDGE)
    key_bottom = min((mark.bounds.bottom for mark in key), default=height - _EDGE)
    top = key_bottom - (1.8 * _GAP if key else 0.0) - type_.extent("0").ascent / 2
    low, high = _data_range(content)
    titles = type_.extent("x").height
    left = _EDGE + (titles + _GAP if content.value_title else 0) + room
    left += _GAP * 0.8 + _TICK
    right = width - _EDGE
    standing = places(content, Frame(left, right, 0.0, height))
    labels = group_labels(content.sections, standing.room, height * 0.4, type_)
    bottom = _EDGE + (titles + _GAP if content.group_title else 0) + labels.height + _GAP
    frame = Frame(left, right, bottom, top)
    slots = standing.slots(content)
    axis, placed, missing = _fitted(content, (low, high), frame, slots, small)
    marks: list[Mark] = [
        *_means(content, axis.scale, slots),
        *_replicates(content, axis.scale, slots),
        *_error_bars(content, axis.scale, slots),
        *_axes(axis, frame, type_),
        *_amount_ticks(standing, axis.scale),
        *line_marks(placed, content, small),
        *_titles(content, frame, standing, labels, type_, height),
        *key,
    ]
    return Page(width, height, tuple(marks)), missing, _widest(axis, type_)


# --- the value axis --------------------------------------------------------


def _data_range(content: Content) -> tuple[float, float]:
    """The values the axis has to cover, with air for points, from zero for bars."""
    values = content.values()
    low, high = (min(values), max(values)) if values else (0.0, 1.0)
    if CHARTS[content.choices.kind].has_zero_base:
        return (low, high) if low != high else (0.0, 1.0)
    if 0 <= low < 0.25 * high:
        low = 0.0
    low_padded, high_padded = padded(low, high)
    return (low if low == 0 and high > 0 else low_padded), high_padded


def _axis(content: Content, low: float, high: float, frame: Frame) -> ValueAxis:
    """The axis that covers [low, high], its ends at round numbers unless chosen."""
    choices = content.choices
    start = low if choices.value_from is None else choices.value_from
    end = high if choices.value_to is None else choices.value_to
    if start >= end:
        start, end = (start, start + 1.0) if choices.value_to is None else (end - 1.0, end)
    most = max(2, min(6, int((frame.top - frame.bottom) / 7)))
    step = tick_step(end - start, most)
    rounded_low, rounded_high = rounded_out(start, end, step)
    scale = Scale(
        rounded_low if choices.value_from is None else start,
        rounded_high if choices.value_to is None else end,
        frame.bottom,
        frame.top,
    )
    values = ticks(scale.low, scale.high, step)
    return ValueAxis(scale, values, tick_labels(values, step, content.decimal_sign))


def _widest(axis: ValueAxis, type_: Typesetter) -> float:
    return max((type_.extent(label).width for label in axis.labels), default=0.0)


def _fitted(
    content: Content,
    data: tuple[float, float],
    frame: Frame,
    slots: tuple[Slot, ...],
    type_: Typesetter,
) -> tuple[ValueAxis, Placed, float]:
    """Axis and comparison lines such that all lines fit, and the mm that are lacking.

    The axis grows upwards until it covers the lines; where its end was chosen by hand,
    it is drawn shorter instead and the lines stand above it.
    """
    wanted = wanted_lines(content, slots, type_)
    low, high = data
    is_fixed = content.choices.value_to is not None
    top = frame.top
    lowest_top = frame.bottom + 0.4 * (frame.top - frame.bottom)
    for _ in range(40):
        axis = _axis(content, low, high, replace(frame, top=top))
        placed = placed_annotations(
            content, wanted, slots, type_, _top_over(content, axis.scale, slots)
        )
        overflow = placed.top - frame.top
        if overflow <= 0:
            return axis, placed, 0.0
        if is_fixed:
            top -= overflow + 0.01
            if top < lowest_top:
                break
        else:
            scale = axis.scale
            high = scale.high + (overflow + 0.01) * (scale.high - scale.low) / (top - frame.bottom)
            if scale.at(data[1]) < lowest_top:
                break
    return axis, placed, overflow


# --- groups ----------------------------------------------------------------


def _group(member: Member) -> Target:
    return Target(FigurePart.GROUP, (member.levels,))


def _means(content: Content, scale: Scale, slots: tuple[Slot, ...]) -> list[Mark]:
    marks: list[Mark] = []
    for slot in slots:
        mean = slot.member.height
        if mean is None:
            continue
        match CHARTS[content.choices.kind].mark:
            case MarkShape.BOX:
                base, end = scale.clamped(0.0), scale.clamped(mean)
                x = slot.x - slot.width / 2
                box = Box(x, min(base, end), slot.width, abs(end - base), slot.member.colour)
                marks.append(replace(box, target=_group(slot.member)))
            case MarkShape.POINT:
                if scale.covers(mean):
                    marks.append(_point(slot, scale.at(mean)))
            case _ as other:
                assert_never(other)
    return marks


def _point(slot: Slot, y: float) -> Dots:
    return Dots(
        (slot.x,),
        (y,),
        min(_POINT_RADIUS, slot.width / 3),
        slot.member.colour,
        0.0,
        slot.member.colour,
        _group(slot.member),
    )


def _replicates(content: Content, scale: Scale, slots: tuple[Slot, ...]) -> list[Mark]:
    """Small open circles to the right of the error bar, where a bar of their group is."""
    if not content.choices.show_replicates:
        return []
    marks: list[Mark] = []
    for slot in slots:
        values = [v for v in slot.member.replicates if scale.covers(v)]
        radius = min(_REPLICATE_RADIUS, slot.width / 9)
        marks += _asides(slot, scale, radius)
        if not values:
            continue
        ys = [scale.at(value) for value in values]
        offsets = swarm(ys, radius * 2.15, slot.width * 0.17 - radius)
        middle = slot.x + slot.width * 0.33
        xs = tuple(middle + offset for offset in offsets)
        target = Target(FigurePart.REPLICATES, (slot.member.levels,))
        fill = _ADJUSTED if slot.member.is_adjusted else _PAPER
        marks.append(Dots(xs, tuple(ys), radius, fill, LINE_PT, target=target))
    return marks


def _asides(slot: Slot, scale: Scale, radius: float) -> list[Mark]:
    """What is set aside: a pale ring outside the circles that count, still in view."""
    ys = tuple(scale.at(value) for value in slot.member.asides if scale.covers(value))
    if not ys:
        return []
    x = slot.x + slot.width * 0.33
    target = Target(FigurePart.REPLICATES, (slot.member.levels,))
    return [Dots((x,) * len(ys), ys, radius, _PAPER, LINE_PT, _ASIDE, target)]


def _error_bars(content: Content, scale: Scale, slots: tuple[Slot, ...]) -> list[Mark]:
    """Error bars in ink with short ends, centred on their mark, never past the axis."""
    marks: list[Mark] = []
    for slot in slots:
        ends, mean = slot.member.error_bar, slot.member.height
        if ends is None or mean is None:
            continue
        target = _group(slot.member)
        half = min(slot.width * _CAP_SHARE, 1.0)
        low = mean if ends.lower is None else ends.lower
        high = mean if ends.upper is None else ends.upper
        y1, y2 = scale.clamped(low), scale.clamped(high)
        if y1 != y2:
            marks.append(Stroke(slot.x, y1, slot.x, y2, LINE_PT, target=target))
        for end in (ends.lower, ends.upper):
            if end is not None and scale.covers(end):
                y = scale.at(end)
                marks.append(Stroke(slot.x - half, y, slot.x + half, y, LINE_PT, target=target))
    if CHARTS[content.choices.kind].mark is MarkShape.POINT:
        # Points stand in front of their error bars.
        means = [(slot, slot.member.height) for slot in slots]
        marks += [_point(s, scale.at(m)) for s, m in means if m is not None and scale.covers(m)]
    return marks


# --- axes and text ---------------------------------------------------------


def _axes(axis: ValueAxis, frame: Frame, type_: Typesetter) -> list[Mark]:
    scale = axis.scale
    target = Target(FigurePart.VALUE_AXIS)
    base = scale.clamped(0.0)
    marks: list[Mark] = [
        Stroke(frame.left, scale.start, frame.left, scale.end, LINE_PT, target=target),
        Stroke(frame.left, base, frame.right, base, LINE_PT),
    ]
    extent = type_.extent("0")
    for value, label in zip(axis.ticks, axis.labels, strict=True):
        y = scale.at(value)
        marks.append(Stroke(frame.left - _TICK, y, frame.left, y, LINE_PT, target=target))
        x = frame.left - _TICK - _GAP * 0.8
        middle = y - (extent.ascent - extent.descent) / 2 * 0.8
        marks.append(type_.line(label, x, middle, Align.END, target))
    return marks


def _amount_ticks(standing: Places, scale: Scale) -> list[Mark]:
    """Ticks under groups that stand at true distances: the axis then is a scale."""
    if not standing.is_by_amount:
        return []
    base = scale.clamped(0.0)
    return [Stroke(x, base, x, base - _TICK * 0.7, LINE_PT) for x in standing.middles]


def _titles(
    content: Content,
    frame: Frame,
    standing: Places,
    labels: GroupLabels,
    type_: Typesetter,
    height: float,
) -> list[Label]:
    found: list[Label] = []
    extent = type_.extent("x")
    for x, lines in zip(standing.middles, labels.lines, strict=True):
        if not lines[0]:
            continue
        if labels.is_upright:
            baseline = x + (extent.ascent - extent.descent) / 2 * 0.8
            found.append(type_.upright(lines[0], baseline, frame.bottom - _GAP, Align.END))
            continue
        y = frame.bottom - _GAP - extent.ascent
        for line in lines:
            found.append(type_.line(line, x, y, Align.MIDDLE))
            y -= type_.line_height
    if content.group_title:
        room = frame.width + frame.left - 2 * _EDGE
        text = type_.shortened(content.group_title, room)
        middle = (frame.left + frame.right) / 2
        half = type_.extent(text).width / 2
        middle = min(middle, frame.right - half) if middle + half > frame.right else middle
        target = Target(FigurePart.GROUP_TITLE)
        found.append(type_.line(text, middle, _EDGE + extent.descent, Align.MIDDLE, target))
    if content.value_title:
        room = height - 2 * _EDGE
        text = type_.shortened(content.value_title, room)
        half = type_.extent(text).width / 2
        middle = (frame.bottom + frame.top) / 2
        middle = min(max(middle, _EDGE + half), height - _EDGE - half)
        target = Target(FigurePart.VALUE_TITLE)
        found.append(type_.upright(text, _EDGE + extent.ascent, middle, Align.MIDDLE, target))
    return found


def _key(content: Content, type_: Typesetter, width: float, top: float) -> list[Mark]:
    """The key in rows above the plot: the factor, then a colour and name for each level."""
    if not content.key:
        return []
    extent = type_.extent("x")
    side = extent.ascent * 0.8
    target = Target(FigurePart.KEY)
    y = top - extent.ascent
    x = _EDGE
    marks: list[Mark] = []
    if content.key_title:
        title = type_.line(content.key_title, x, y, Align.START, target)
        marks.append(title)
        x = title.bounds.right + 2 * _GAP
    for entry in content.key:
        label = type_.shortened(entry.label, width - 2 * _EDGE - side - _GAP)
        room = side + _GAP * 0.8 + type_.extent(label).width
        if x + room > width - _EDGE and x > _EDGE:
            x, y = _EDGE, y - type_.line_height
        marks.append(Box(x, y, side, side, entry.colour, target))
        text = type_.line(label, x + side + _GAP * 0.8, y, Align.START, target)
        marks.append(text)
        x = text.bounds.right + 2 * _GAP
    return marks


# --- room above the marks ---------------------------------------------------


def _top_over(
    content: Content, scale: Scale, slots: tuple[Slot, ...]
) -> Callable[[float, float], float]:
    """The highest mark between two places along the group axis."""
    shown = content.choices.show_replicates
    point = _POINT_RADIUS if CHARTS[content.choices.kind].mark is MarkShape.POINT else 0.0
    tops = []
    has_base = CHARTS[content.choices.kind].has_zero_base
    for slot in slots:
        member = slot.member
        heights = [scale.clamped(0.0) if has_base else scale.start]
        if member.height is not None:
            heights.append(scale.clamped(member.height) + point)
        if member.error_bar is not None and member.error_bar.upper is not None:
            heights.append(scale.clamped(member.error_bar.upper))
        if shown and (seen := [v for v in member.replicates if scale.covers(v)]):
            heights.append(scale.at(max(seen)) + _REPLICATE_RADIUS)
        tops.append((slot.x - slot.width / 2, slot.x + slot.width / 2, max(heights)))

    def top_over(left: float, right: float) -> float:
        return max((top for a, b, top in tops if a < right and left < b), default=scale.start)

    return top_over
