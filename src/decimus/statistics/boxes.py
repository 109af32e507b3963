"""What a box shows of a group: its quartiles, and how far its whiskers reach."""

from __future__ import annotations

import numpy as np

from decimus.statistics.distributions import Floats
from decimus.terms import Whiskers
from decimus.values import Value

_REACH = 1.5
"""Of the interquartile range, as far as whiskers may reach beyond the box."""


class BoxSummary(Value, frozen=True):
    """A box in the unit of the values.

    Args:
        lower_quartile: where it begins.
        median: the line in it.
        upper_quartile: where it ends.
        lower_whisker: how far down its whisker reaches.
        upper_whisker: how far up.
        beyond: which values lie beyond the whiskers, by their places.
    """

    lower_quartile: float
    median: float
    upper_quartile: float
    lower_whisker: float
    upper_whisker: float
    beyond: tuple[int, ...]


def box_summary(values: Floats, whiskers: Whiskers) -> BoxSummary | None:
    """The box of a group; None without values.

    Args:
        values: the n values of the group, in any order and unit.
        whiskers: how far whiskers reach.

    Quartiles are interpolated between order statistics (Hyndman & Fan 1996, type 7). Whiskers
    end at the furthest value within 1.5 interquartile ranges of the box (Tukey 1977, Exploratory
    Data Analysis, ch. 2, with these quartiles in place of hinges), at the extremes, or at the
    5th and 95th percentiles.
    """
    if not len(values):
        return None
    lower, median, upper = (float(q) for q in np.quantile(values, (0.25, 0.5, 0.75)))
    if whiskers is Whiskers.WITHIN_REACH:
        reach = _REACH * (upper - lower)
        # A value at the very limit counts as within: rounding must not throw it out.
        slack = 1e-9 * max(abs(lower), abs(upper), upper - lower)
        inside = values[(values >= lower - reach - slack) & (values <= upper + reach + slack)]
        ends = (float(inside.min()), float(inside.max()))
    elif whiskers is Whiskers.EXTREMES:
        ends = (float(values.min()), float(values.max()))
    else:
        ends = (float(np.quantile(values, 0.05)), float(np.quantile(values, 0.95)))
    beyond = np.flatnonzero((values < ends[0]) | (values > ends[1]))
    # Whiskers begin at the box, even where no value lies between it and its reach.
    low, high = min(ends[0], lower), max(ends[1], upper)
    return BoxSummary(lower, median, upper, low, high, tuple(beyond.tolist()))
