"""The shared axis of strips on the screen: of lanes, and of difference rows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from decimus.analysis.results import Results
from decimus.figure.scales import Scale, padded, tick_labels, tick_step, ticks
from decimus.terms import Height

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
    groups, question = results.groups, results.question
    values: list[float] = []
    for group in groups.shown:
        own = (group.summary.minimum, group.summary.maximum)
        values += groups.as_shown([value for value in own if value is not None])
        values += groups.as_shown([aside.value for aside in group.cells.asides])
        if not question.height.is_of_outcome:
            continue
        ends = groups.error_bar(group)
        reached = (ends.lower, ends.upper) if ends is not None else ()
        values += [value for value in (groups.height(group), *reached) if value is not None]
    if question.height is Height.SHARE and question.threshold is not None and values:
        values.append(question.threshold)
    return _axis_over(values, results.decimal_sign)


def axis_between(low: float, high: float, decimal_sign: str) -> StripAxis:
    """An axis from `low` to `high` exactly, as zoomed by hand."""
    step = tick_step(high - low, _MOST_TICKS)
    places = ticks(low, high, step)
    return StripAxis(low, high, places, tick_labels(places, step, decimal_sign))


def difference_axis(results: Results) -> StripAxis:
    """The axis of the difference rows: over every interval and zero."""
    pairs = () if results.comparison is None else results.comparison.pairs
    values = [0.0, *(pair.ci_lower for pair in pairs), *(pair.ci_upper for pair in pairs)]
    return _axis_over(values, results.decimal_sign)
