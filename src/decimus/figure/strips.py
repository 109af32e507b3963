"""The shared axis of strips on the screen: of lanes, and of difference rows."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

from msgspec.structs import replace

from decimus.analysis.groups import Group, taken_back
from decimus.analysis.heights import Heights
from decimus.analysis.results import Results
from decimus.figure.scales import Scale, padded, tick_labels, tick_step, ticks
from decimus.kinds.error_bars import ERROR_BARS
from decimus.kinds.methods import SHARE_METHODS
from decimus.study.number_styles import Numerals
from decimus.study.questions import HeightChoices
from decimus.terms import Height
from decimus.values import Value

_MOST_TICKS = 6
_AIR = 0.03


class StripAxis(Value, frozen=True):
    """An axis by its ends and ticks, in the unit of the outcome."""

    low: float
    high: float
    ticks: tuple[float, ...]
    labels: tuple[str, ...]

    def scale(self, start: float, end: float) -> Scale:
        """The map from values to places between `start` and `end`, in pixels or mm."""
        return Scale(self.low, self.high, start, end)


def _axis_over(values: Sequence[float], numerals: Numerals) -> StripAxis:
    low, high = padded(min(values, default=0.0), max(values, default=1.0), _AIR)
    step = tick_step(high - low, _MOST_TICKS)
    places = ticks(low, high, step)
    return StripAxis(low, high, places, tick_labels(places, step, numerals))


def lane_axis(results: Results) -> StripAxis:
    """The axis of the lanes: over every replicate and every error bar."""
    groups, choices = results.groups, results.question.heights
    values: list[float] = []
    is_shared = ERROR_BARS[choices.error_bar].is_within_units
    base, axis_base = groups.log_base, groups.axis_base
    for group in groups.shown:
        if is_shared:
            values += _reached(group, groups.heights, axis_base)
        else:
            values += _extent(group, choices, base, axis_base)
    threshold = groups.threshold_on_axis
    if choices.height is Height.SHARE and threshold is not None and values:
        values.append(threshold)
    return _axis_over(values, results.numerals)


@lru_cache(maxsize=2048)
def _extent(
    group: Group, choices: HeightChoices, base: float | None, axis_base: float | None
) -> tuple[float, ...]:
    """What the axis has to cover of one group; kept, as one edit changes one group."""
    heights = Heights(choices, base, ((group.levels, group.cells, group.summary),))
    return _reached(group, heights, axis_base)


def _reached(group: Group, heights: Heights, axis_base: float | None) -> tuple[float, ...]:
    own = (group.summary.minimum, group.summary.maximum)
    values = [value for value in own if value is not None]
    values += [aside.value for aside in group.cells.asides if not math.isnan(aside.value)]
    found = [*taken_back(values, axis_base)]
    if heights.height.is_of_outcome:
        ends = heights.error_bar(group.levels)
        reached = (ends.lower, ends.upper) if ends is not None else ()
        shown = (heights.value(group.levels), *reached)
        found += [value for value in shown if value is not None]
    return tuple(found)


def axis_between(low: float, high: float, numerals: Numerals) -> StripAxis:
    """An axis from `low` to `high` exactly, as zoomed by hand."""
    step = tick_step(high - low, _MOST_TICKS)
    places = ticks(low, high, step)
    return StripAxis(low, high, places, tick_labels(places, step, numerals))


def difference_axis(results: Results) -> StripAxis:
    """The axis of the difference rows: over every interval and zero; of shares in percent."""
    pairs = () if results.comparison is None else results.comparison.pairs
    relevant = results.question.comparison.relevant_difference

    def made() -> StripAxis:
        values = [0.0]
        for pair in pairs:
            ends = (pair.estimate, pair.ci_lower, pair.ci_upper)
            values += [end for end in ends if end is not None]
        if pairs and relevant is not None:
            values += [-relevant, relevant]
        axis = _axis_over(values, results.numerals)
        comparison = results.comparison
        if comparison is None or comparison.method not in SHARE_METHODS:
            return axis
        points = tuple(100 * place for place in axis.ticks)
        step = tick_step(100 * (axis.high - axis.low), _MOST_TICKS)
        return replace(axis, labels=tick_labels(points, step, results.numerals))

    causes = (results.comparison, relevant, results.numerals)
    return results.kept("difference axis", causes, made)
