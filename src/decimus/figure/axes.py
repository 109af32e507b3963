"""The value axis: which values it covers, its ticks and what they say."""

from __future__ import annotations

import math
from collections.abc import Callable

from decimus.figure.content import Content
from decimus.figure.scales import (
    LogScale,
    Scale,
    padded,
    plain_decimals,
    round_numbers,
    rounded_out,
    tick_decimals,
    tick_labels,
    tick_step,
    ticks,
)
from decimus.study.number_styles import Numerals
from decimus.study.questions import FigureChoices
from decimus.terms import AxisScale, ChartKind
from decimus.values import Value
from decimus.wording.numbers import NBSP, grouped, superscript

_ROOM_PER_TICK = 7
"""Ticks stand no closer than so many mm, as far as there are round steps."""
_MOST_TICKS = 6
_FEWEST_DECADES = 1.2
"""A logarithmic axis over less has ticks at 2 and 5, too."""
_CROWDED = 0.6
"""Of a step: a tick closer than that to an end chosen by hand gives way to one there."""
_BETWEEN_NUMBERS = 1.6
"""Air between numbers along an axis, in mm."""
_MOST_STEPS = 60
"""More ticks than that of a step chosen by hand could not be told apart."""
_LEAST_STEPS = 1e-3
"""Of a step chosen by hand that is far longer than the axis nothing would be seen but its ends."""


class ValueAxis(Value, frozen=True):
    """The value axis.

    Args:
        scale: where values are.
        ticks: the values that have one.
        labels: what they say.
        minor: values of smaller ticks between them.
        exponent: the power of ten that the numbers are multiples of; 0 for none.
    """

    scale: Scale
    ticks: tuple[float, ...]
    labels: tuple[str, ...]
    minor: tuple[float, ...] = ()
    exponent: int = 0


def is_logarithmic(content: Content) -> bool:
    """Whether the axis is one of logarithms: asked for, and something lies above zero."""
    wanted = content.choices.value_scale is AxisScale.LOG
    if content.chart.kind is ChartKind.DIFFERENCES:
        return False
    return wanted and any(value > 0 for value in content.values())


def data_range(content: Content) -> tuple[float, float]:
    """The values the axis has to cover, with air for points, from zero for bars."""
    values = content.values()
    if is_logarithmic(content):
        above = [value for value in values if value > 0]
        return _padded_by_ratio(min(above), max(above))
    low, high = (min(values), max(values)) if values else (0.0, 1.0)
    if content.chart.has_zero_base:
        return (low, high) if low != high else (0.0, 1.0)
    if 0 <= low < 0.25 * high:
        low = 0.0
    low_padded, high_padded = padded(low, high)
    return (low if low == 0 and high > 0 else low_padded), high_padded


def _padded_by_ratio(low: float, high: float) -> tuple[float, float]:
    if low == high:
        return low / 2, high * 2
    air = (high / low) ** 0.04
    return low / air, high * air


Widths = Callable[[str], float]
"""How much of the axis a number takes, in mm, where numbers stand along it."""


def value_axis(
    content: Content,
    low: float,
    high: float,
    start: float,
    end: float,
    width_of: Widths | None = None,
) -> ValueAxis:
    """The axis that covers [low, high], its ends at round numbers unless chosen.

    Args:
        content: what was chosen about it.
        low: the lowest value to cover.
        high: the highest.
        start: where it begins, in mm.
        end: where it ends.
        width_of: the room of a number along the axis; None where numbers stand beside it.
    """
    most = max(2, min(_MOST_TICKS, int(abs(end - start) / _ROOM_PER_TICK)))
    make = _log_axis if is_logarithmic(content) else _straight_axis
    axis = make(content, (low, high), (start, end), most)
    while width_of is not None and most > 1 and _is_crowded(axis, width_of):
        most -= 1
        axis = make(content, (low, high), (start, end), most)
    return axis


def _is_crowded(axis: ValueAxis, width_of: Widths) -> bool:
    """Whether numbers along the axis are in each other's way."""
    free = -math.inf
    for value, label in zip(axis.ticks, axis.labels, strict=True):
        at, half = axis.scale.at(value), width_of(label) / 2
        if at - half < free:
            return True
        free = at + half + _BETWEEN_NUMBERS
    return False


def _straight_axis(
    content: Content, data: tuple[float, float], places: tuple[float, float], most: int
) -> ValueAxis:
    """An axis with at most so many steps."""
    choices = content.choices
    if content.exact is not None:
        return _exact_axis(content, content.exact, places, most)
    first, last = _ends(choices, *data)
    step = _step(content, last - first, most)
    rounded_low, rounded_high = rounded_out(first, last, step)
    scale = Scale(
        rounded_low if choices.value_from is None else first,
        rounded_high if choices.value_to is None else last,
        *places,
    )
    values = _with_chosen_ends(ticks(scale.low, scale.high, step), choices, step)
    minor = ticks(scale.low, scale.high, _minor_step(content, step))
    labels, exponent = _numbers(content, values, step)
    return ValueAxis(scale, values, labels, minor, exponent)


def _exact_axis(
    content: Content, ends: tuple[float, float], places: tuple[float, float], most: int
) -> ValueAxis:
    """An axis from one value to another, whatever they are, with ticks at round numbers."""
    step = tick_step(ends[1] - ends[0], most)
    values = ticks(*ends, step)
    labels, exponent = _numbers(content, values, step)
    minor = ticks(*ends, step / _parts(step))
    return ValueAxis(Scale(*ends, *places), values, labels, minor, exponent)


def _ends(choices: FigureChoices, low: float, high: float) -> tuple[float, float]:
    """Both ends before rounding; one chosen beyond the data takes the other along."""
    first = low if choices.value_from is None else choices.value_from
    last = high if choices.value_to is None else choices.value_to
    if first >= last:
        ended = last if choices.value_to is not None else first
        room = max(1.0, abs(ended) / 2)  # 1 more is nothing to a very large number
        return (first, first + room) if choices.value_to is None else (last - room, last)
    return first, last


def _step(content: Content, span: float, most: int) -> float:
    own = content.choices.value_step
    if own is not None and _LEAST_STEPS <= span / own <= _MOST_STEPS:
        return own
    step = tick_step(span, most)
    return max(1.0, step) if content.is_whole else step


def _minor_step(content: Content, step: float) -> float:
    """The step of small ticks; of counts none between whole numbers."""
    small = step / _parts(step)
    return step if content.is_whole and small != round(small) else small


def _with_chosen_ends(
    values: tuple[float, ...], choices: FigureChoices, step: float
) -> tuple[float, ...]:
    """The ticks with one at each end that was chosen; those too close to it give way."""
    chosen = [end for end in (choices.value_from, choices.value_to) if end is not None]
    far = [v for v in values if all(abs(v - end) > _CROWDED * step for end in chosen)]
    return tuple(sorted({*far, *chosen})) if chosen else values


def _parts(step: float) -> int:
    """Into how many parts small ticks divide a step: at round numbers."""
    leading = round(step / 10.0 ** math.floor(math.log10(step) + 1e-9), 6)
    return {1.0: 5, 2.0: 4, 2.5: 5, 5.0: 5}.get(leading, 2)


def _numbers(
    content: Content, values: tuple[float, ...], step: float
) -> tuple[tuple[str, ...], int]:
    """What the ticks say, and the power of ten that they leave to the title."""
    numerals, own = content.numerals, content.choices.tick_decimals
    exponent = content.exponent
    shown = tuple(value / 10.0**exponent for value in values)
    if own is not None:
        return tuple(grouped(value, own, numerals) for value in shown), exponent
    decimals = max((tick_decimals(abs(v)) for v in shown if v), default=0)
    if decimals > tick_decimals(step / 10.0**exponent):
        # An end chosen by hand need be no multiple of the step.
        return tuple(grouped(value, min(decimals, 6), numerals) for value in shown), exponent
    return tick_labels(shown, step / 10.0**exponent, numerals), exponent


def _log_axis(
    content: Content, data: tuple[float, float], places: tuple[float, float], most: int
) -> ValueAxis:
    """An axis of logarithms, its ends at 1, 2 or 5 times a power of ten."""
    choices = content.choices
    first, last = data
    if choices.value_from is not None and choices.value_from > 0:
        first = choices.value_from
    if choices.value_to is not None and choices.value_to > first:
        last = choices.value_to
    is_short = math.log10(last / first) < _FEWEST_DECADES
    leading = (1.0, 2.0, 5.0) if is_short else (1.0,)
    if choices.value_from is None:
        first = _round_below(first, (1.0, 2.0, 5.0))
    if choices.value_to is None:
        last = _round_above(last, (1.0, 2.0, 5.0))
    scale = LogScale(first, last, *places)
    values = round_numbers(first, last, leading)
    while len(values) > max(2, most + 1):
        values = values[::2]
    minor = round_numbers(first, last, tuple(float(n) for n in range(1, 10)))
    labels = tuple(_log_label(value, content.numerals) for value in values)
    return ValueAxis(scale, values, labels, minor)


def _round_below(value: float, leading: tuple[float, ...]) -> float:
    power = 10.0 ** math.floor(math.log10(value) + 1e-9)
    return max(digit * power for digit in leading if digit * power <= value * (1 + 1e-9))


def _round_above(value: float, leading: tuple[float, ...]) -> float:
    power = 10.0 ** math.floor(math.log10(value) + 1e-9)
    choices = [*(digit * power for digit in leading), 10 * power]
    return min(choice for choice in choices if choice >= value * (1 - 1e-9))


def _log_label(value: float, numerals: Numerals) -> str:
    """A number as it is, or as a power of ten where it is very large or small."""
    if 1e-3 <= value < 1e5:
        return grouped(value, plain_decimals(value), numerals)
    power = math.floor(math.log10(value) + 1e-9)
    leading = round(value / 10.0**power)
    times = "" if leading == 1 else f"{leading}{NBSP}×{NBSP}"
    return f"{times}10{superscript(power)}"


def with_factor(title: str, exponent: int) -> str:
    """A title that says which power of ten the numbers are multiples of."""
    if not exponent:
        return title
    factor = f"×{NBSP}10{superscript(exponent)}"
    if title.endswith(")") and "(" in title:
        before, _, unit = title[:-1].rpartition("(")
        return f"{before}({factor} {unit})"
    return f"{title} ({factor})" if title else factor
