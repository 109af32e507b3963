"""Where on a page the data are: from a place in mm to groups and values, and back."""

from __future__ import annotations

from bisect import bisect_right

from msgspec.structs import replace

from decimus.figure.scales import Scale
from decimus.values import Value


class PlotPlace(Value, frozen=True):
    """A plot on its page.

    Args:
        panel: which of its outcome, from 0.
        left: its sides, in mm of the page.
        bottom: likewise.
        right: likewise.
        top: likewise.
        is_sideways: whether values run to the right.
        scale: along values, in mm of the page.
        middles: of the places along the group axis, in mm of the page from where it begins: the
            left, or sideways the top.
        outcome: the column of another outcome than the one asked about.
    """

    panel: int
    left: float
    bottom: float
    right: float
    top: float
    is_sideways: bool
    scale: Scale
    middles: tuple[float, ...]
    outcome: int | None = None

    def contains(self, x: float, y: float) -> bool:
        """Whether a point of the page lies in the plot."""
        return self.left <= x <= self.right and self.bottom <= y <= self.top

    def value_at(self, x: float, y: float) -> float:
        """The value at a point of the page."""
        return self.scale.value_at(x if self.is_sideways else y)

    def along_at(self, x: float, y: float) -> float:
        """Where a point stands along the group axis: 0 at the first place, 1 at the second."""
        return _number_at(self.middles, self._along(x, y), self._length)

    def xy(self, along: float, value: float) -> tuple[float, float]:
        """The point of the page at a place of the group axis and a value."""
        at, place = along_mm(self.middles, along, self._length), self.scale.at(value)
        return (place, self.top - at) if self.is_sideways else (self.left + at, place)

    def _along(self, x: float, y: float) -> float:
        return self.top - y if self.is_sideways else x - self.left

    @property
    def _length(self) -> float:
        return self.top - self.bottom if self.is_sideways else self.right - self.left

    def shifted(self, right: float, up: float) -> PlotPlace:
        """The same on a page where it stands further right or up."""
        move = right if self.is_sideways else up
        return replace(
            self,
            left=self.left + right,
            right=self.right + right,
            bottom=self.bottom + up,
            top=self.top + up,
            scale=replace(self.scale, start=self.scale.start + move, end=self.scale.end + move),
        )

    def enlarged(self, times: float) -> PlotPlace:
        """The same on a page so many times larger."""
        scale = self.scale
        return replace(
            self,
            left=self.left * times,
            right=self.right * times,
            bottom=self.bottom * times,
            top=self.top * times,
            scale=replace(scale, start=scale.start * times, end=scale.end * times),
            middles=tuple(middle * times for middle in self.middles),
        )


def along_mm(middles: tuple[float, ...], along: float, length: float) -> float:
    """How far a place along the group axis is from its start, in mm; straight between groups."""
    if not middles:
        return length / 2
    if len(middles) == 1:
        return middles[0] + along * length
    first = min(max(int(along), 0), len(middles) - 2)
    step = middles[first + 1] - middles[first]
    return middles[first] + (along - first) * step


def _number_at(middles: tuple[float, ...], at: float, length: float) -> float:
    if not middles:
        return 0.0
    if len(middles) == 1:
        return (at - middles[0]) / length if length else 0.0
    rises = middles[-1] >= middles[0]
    ordered = middles if rises else middles[::-1]
    first = min(max(bisect_right(ordered, at) - 1, 0), len(ordered) - 2)
    share = (at - ordered[first]) / ((ordered[first + 1] - ordered[first]) or 1.0)
    number = first + share
    return number if rises else len(middles) - 1 - number
