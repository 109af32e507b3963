"""The shared axis of strips on the screen: of lanes, and of difference rows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from decimus.analysis.results import Results
from decimus.figure.scales import Scale, padded, tick_labels, tick_step, ticks

_MOST_TICKS = 6
_AIR = 0.03


@dataclass(frozen=True)
class StripAxis:
    """An axis by its ends and ticks, in the unit of the outcome."""

    low: float
    high: float
    ticks: tuple[float, ...]
    labels: tuple[str, ...]

    def scale(self, start: float, end: float) -> Scale:
        """The map from values to places between `start` and `end`, in pixels or mm."""
        return Scale(self.low, self.high, start, end)


def _axis_over(values: Sequence[float], decimal_sign: str) -> StripAxis:
    low, high = padded(min(values, default=0.0), max(values, default=1.0), _AIR)
    step = tick_step(high - low, _MOST_TICKS)
    places = ticks(low, high, step)
    return StripAxis(low, high, places, tick_labels(places, step, decimal_sign))


def lane_axis(results: Results) -> StripAxis:
    """The axis of the lanes: over every replicate and every error bar."""
    values: list[float] = []
    for group in results.groups.shown:
        ends_of_values = (group.summary.minimum, group.summary.maximum, group.summary.mean)
        values += [value for value in ends_of_values if value is not None]
        values += [aside.value for aside in group.cells.asides]
        ends = results.groups.error_bar(group)
        if ends is not None:
            values += [end for end in (ends.lower, ends.upper) if end is not None]
    return _axis_over(values, results.decimal_sign)


def difference_axis(results: Results) -> StripAxis:
    """The axis of the difference rows: over every interval and zero."""
    pairs = () if results.comparison is None else results.comparison.pairs
    values = [0.0, *(pair.ci_lower for pair in pairs), *(pair.ci_upper for pair in pairs)]
    return _axis_over(values, results.decimal_sign)
