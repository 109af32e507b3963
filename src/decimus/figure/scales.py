"""Axes: from values to places, and ticks at round numbers."""

from __future__ import annotations

import math

from decimus.study.number_styles import Numerals
from decimus.values import Value
from decimus.wording.numbers import grouped, power_number

_LONGEST, _MOST_DECIMALS = 1e7, 6
_MOST_OF_POWER, _WRITTEN_OUT = 4, 1e15
_STEPS = (1.0, 2.0, 2.5, 5.0)


class Scale(Value, frozen=True):
    """A straight map from [low, high] in units of the outcome to [start, end] in mm or px."""

    low: float
    high: float
    start: float
    end: float

    def share(self, value: float) -> float:
        """How far up the axis a value stands: 0 at its low end, 1 at its high end."""
        return (value - self.low) / (self.high - self.low)

    def at(self, value: float) -> float:
        """The place of a value."""
        return self.start + self.share(value) * (self.end - self.start)

    def value_at(self, place: float) -> float:
        """The value at a place."""
        share = (place - self.start) / (self.end - self.start)
        return self.low + share * (self.high - self.low)

    def clamped(self, value: float) -> float:
        """The place of a value, kept between the ends."""
        low, high = sorted((self.start, self.end))
        return min(max(self.at(value), low), high)

    def covers(self, value: float) -> bool:
        """True when the value lies between the ends; rounding is forgiven."""
        slack = 1e-9 * (self.high - self.low)
        return self.low - slack <= value <= self.high + slack

    @property
    def base(self) -> float:
        """The place that lengths are read from: zero, or the end next to it."""
        return self.clamped(0.0)

    def high_for(self, value: float, share: float) -> float:
        """The high end with which a value stands at a share of the axis, from the same low end."""
        return self.low + (value - self.low) / share


class LogScale(Scale, frozen=True):
    """A map by logarithms, for values above zero."""

    def share(self, value: float) -> float:
        """How far up the axis a value stands; what is not above zero lies below every place."""
        if value <= 0:
            return -math.inf
        return math.log(value / self.low) / math.log(self.high / self.low)

    def value_at(self, place: float) -> float:
        """The value at a place."""
        share = (place - self.start) / (self.end - self.start)
        return float(self.low * (self.high / self.low) ** share)

    def covers(self, value: float) -> bool:
        """True when the value lies between the ends; rounding is forgiven."""
        return self.low * (1 - 1e-9) <= value <= self.high * (1 + 1e-9)

    @property
    def base(self) -> float:
        """The place that marks begin at: the low end, as there is no zero."""
        return self.start

    def high_for(self, value: float, share: float) -> float:
        """The high end with which a value stands at a share of the axis, from the same low end."""
        return float(self.low * (value / self.low) ** (1 / share))


def tick_step(span: float, most: int) -> float:
    """The smallest round step that divides `span` into at most `most` parts."""
    if span <= 0 or not math.isfinite(span):
        return 1.0
    power = 10.0 ** math.floor(math.log10(span / most))
    for factor in (*_STEPS, 10.0):
        if factor * power * most >= span * (1 - 1e-9):
            return factor * power
    return 10.0 * power


def ticks(low: float, high: float, step: float) -> tuple[float, ...]:
    """The multiples of `step` from `low` to `high`."""
    first = math.ceil(low / step - 1e-9)
    last = math.floor(high / step + 1e-9)
    return tuple(number * step for number in range(first, last + 1))


def rounded_out(low: float, high: float, step: float) -> tuple[float, float]:
    """[low, high] widened to multiples of `step`."""
    return math.floor(low / step + 1e-9) * step, math.ceil(high / step - 1e-9) * step


def tick_decimals(step: float) -> int:
    """Decimals that write every multiple of `step` in full."""
    for decimals in range(16):
        if abs(round(step, decimals) - step) < 1e-9 * step:
            return decimals
    return 15


def tick_labels(places: tuple[float, ...], step: float, numerals: Numerals) -> tuple[str, ...]:
    """The ticks in figures; as multiples of one power of ten where figures get too long."""
    decimals = tick_decimals(step)
    largest = max((abs(place) for place in places), default=0.0)
    if largest < _LONGEST and decimals <= _MOST_DECIMALS:
        return tuple(grouped(place, decimals, numerals) for place in places)
    exponent = math.floor(math.log10(largest)) if largest else 0
    of_power = tick_decimals(step / 10.0**exponent)
    if of_power > _MOST_OF_POWER and largest < _WRITTEN_OUT and decimals <= _MOST_DECIMALS:
        # Large numbers that hardly differ are told apart by their last digits.
        return tuple(grouped(place, decimals, numerals) for place in places)
    decimals = of_power
    return tuple(power_number(place, exponent, decimals, numerals) for place in places)


_FROM, _BELOW = 1e5, 1e-3
"""Numbers of a figure are written as multiples of a power of ten from there on, and below."""


def power_of_thousand(places: tuple[float, ...]) -> int:
    """The power of ten, one of a thousand, that ticks are best written as multiples of; 0 for none.

    Large numbers and small ones are then as short as 2.5; what they are multiples of is said
    once.
    """
    largest = max((abs(place) for place in places), default=0.0)
    if not largest or _BELOW * 9.99 <= largest < _FROM:
        return 0
    exponent = 3 * math.floor((math.log10(largest) + 1e-9) / 3)
    span = max(places) - min(places)
    if exponent > 0 and span > 0 and exponent - math.log10(span) > _MOST_OF_POWER - 1:
        return 0  # they hardly differ: their last digits tell them apart
    return exponent


def plain_decimals(value: float) -> int:
    """Decimals that write a round number in full."""
    return tick_decimals(abs(value)) if value else 0


def round_numbers(
    low: float, high: float, leading: tuple[float, ...] = (1.0, 2.0, 5.0)
) -> tuple[float, ...]:
    """The numbers from `low` to `high`, both above zero, that are 1, 2 or 5 times a power of ten.

    Args:
        low: the lowest.
        high: the highest.
        leading: digits in place of 1, 2 and 5.
    """
    first, last = math.floor(math.log10(low)) - 1, math.ceil(math.log10(high)) + 1
    found = (digit * 10.0**power for power in range(first, last + 1) for digit in leading)
    return tuple(value for value in found if low * (1 - 1e-9) <= value <= high * (1 + 1e-9))


def padded(low: float, high: float, share: float = 0.06) -> tuple[float, float]:
    """[low, high] with some air; a single value gets a span of its own size."""
    if low == high:
        half = abs(low) / 2 or 1.0
        return low - half, high + half
    air = (high - low) * share
    return low - air, high + air
