"""What stands on a plot, as seen from above: how high it is between two places."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from decimus.figure.scales import Scale
from decimus.values import Value


class Obstacle(Value, frozen=True):
    """Something that comparison lines and texts keep clear of.

    Args:
        start: where it begins along the group axis, in mm.
        end: where it ends.
        value: the value it reaches up to.
        over_mm: how far it stands above that value, in mm.
    """

    start: float
    end: float
    value: float
    over_mm: float = 0.0


class Ground:
    """The obstacles of a plot on one scale.

    Args:
        obstacles: what stands there.
        scale: where values are.
    """

    def __init__(self, obstacles: Sequence[Obstacle], scale: Scale) -> None:
        self._low, self._low_value = scale.start, scale.low
        self._values = [each.value for each in obstacles]
        self._starts = np.array([each.start for each in obstacles])
        self._ends = np.array([each.end for each in obstacles])
        self._tops = np.array([scale.clamped(each.value) + each.over_mm for each in obstacles])

    def highest(self, start: float, end: float) -> tuple[float, float]:
        """The highest place between two places along the group axis, and the value it is at."""
        if self._values:
            tops = np.where((self._starts < end) & (start < self._ends), self._tops, -np.inf)
            number = int(np.argmax(tops))
            if np.isfinite(tops[number]):
                return float(tops[number]), self._values[number]
        return self._low, self._low_value
