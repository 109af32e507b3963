"""The value axis: which values it covers, its ticks and what they say."""

from __future__ import annotations

from decimus.charts.registry import CHARTS
from decimus.figure.content import Content
from decimus.figure.scales import Scale, padded, rounded_out, tick_labels, tick_step, ticks
from decimus.values import Value

_ROOM_PER_TICK = 7
"""Ticks stand no closer than so many mm, as far as there are round steps."""
_MOST_TICKS = 6


class ValueAxis(Value, frozen=True):
    """The value axis: its scale, its ticks and their labels."""

    scale: Scale
    ticks: tuple[float, ...]
    labels: tuple[str, ...]


def data_range(content: Content) -> tuple[float, float]:
    """The values the axis has to cover, with air for points, from zero for bars."""
    values = content.values()
    low, high = (min(values), max(values)) if values else (0.0, 1.0)
    if CHARTS[content.choices.kind].has_zero_base:
        return (low, high) if low != high else (0.0, 1.0)
    if 0 <= low < 0.25 * high:
        low = 0.0
    low_padded, high_padded = padded(low, high)
    return (low if low == 0 and high > 0 else low_padded), high_padded


def value_axis(content: Content, low: float, high: float, start: float, end: float) -> ValueAxis:
    """The axis that covers [low, high], its ends at round numbers unless chosen.

    Args:
        content: what was chosen about it.
        low: the lowest value to cover.
        high: the highest.
        start: where it begins, in mm.
        end: where it ends.
    """
    choices = content.choices
    first = low if choices.value_from is None else choices.value_from
    last = high if choices.value_to is None else choices.value_to
    if first >= last:
        first, last = (first, first + 1.0) if choices.value_to is None else (last - 1.0, last)
    most = max(2, min(_MOST_TICKS, int((end - start) / _ROOM_PER_TICK)))
    step = tick_step(last - first, most)
    rounded_low, rounded_high = rounded_out(first, last, step)
    scale = Scale(
        rounded_low if choices.value_from is None else first,
        rounded_high if choices.value_to is None else last,
        start,
        end,
    )
    values = ticks(scale.low, scale.high, step)
    return ValueAxis(scale, values, tick_labels(values, step, content.decimal_sign))
