"""Hodges–Lehmann shifts: the median of all differences, with the interval of a rank test."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from decimus.statistics.distributions import Floats

_MOST_AT_ONCE = 2_000_000
"""Differences up to which they are all formed and sorted."""

Steps = tuple[int, int]
"""How many differences lie beyond the upper and the lower end of an interval."""
Shift = tuple[float, float | None, float | None]
"""The estimate, and both ends of its interval."""


def difference_shift(a: Floats, b: Floats, steps: Steps | None) -> Shift:
    """The median of all a − b, and the ends that `steps` leaves.

    Args:
        a: values of the first group, of length m.
        b: values of the second, of length n.
        steps: how many of the ordered differences lie outside at each end; None for no interval.

    Source: Hodges & Lehmann 1963, Annals of Mathematical Statistics 34, 598–611.
    """
    count = len(a) * len(b)
    if count <= _MOST_AT_ONCE:
        return _shift(np.sort(np.subtract.outer(a, b).ravel()), steps)
    left, right = np.sort(a), np.sort(b)
    return _counted(
        lambda value: int(np.searchsorted(right, left - value, side="left").sum()),
        count,
        (float(left[0] - right[-1]), float(left[-1] - right[0])),
        steps,
        is_above=True,
    )


def walsh_shift(differences: Floats, steps: Steps | None) -> Shift:
    """The median of all means of two differences (or of one with itself), and its interval.

    Args:
        differences: one per unit, of length n.
        steps: how many of the ordered means lie outside at each end; None for no interval.
    """
    n = len(differences)
    count = n * (n + 1) // 2
    if count <= _MOST_AT_ONCE:
        first, second = np.triu_indices(n)
        return _shift(np.sort((differences[first] + differences[second]) / 2), steps)
    ordered = np.sort(differences)

    def at_most(value: float) -> int:
        found = int(np.searchsorted(ordered, 2 * value - ordered, side="right").sum())
        return (found + int(np.searchsorted(ordered, value, side="right"))) // 2

    return _counted(at_most, count, (float(ordered[0]), float(ordered[-1])), steps, is_above=False)


def _shift(ordered: Floats, steps: Steps | None) -> Shift:
    estimate = float(np.median(ordered))
    if steps is None or sum(steps) >= len(ordered):
        return estimate, None, None
    above, below = steps
    return estimate, float(ordered[below]), float(ordered[len(ordered) - 1 - above])


def _counted(
    count_at: Callable[[float], int],
    count: int,
    ends: tuple[float, float],
    steps: Steps | None,
    *,
    is_above: bool,
) -> Shift:
    """Order statistics of more values than can be formed, by halving the range they lie in.

    `count_at` counts values at most at a place; values above it where `is_above`.
    """

    def ordered(index: int) -> float:
        low, high = ends[0] - 1e-12, ends[1]
        for _ in range(200):
            middle = (low + high) / 2
            if middle in (low, high):
                break
            found = count_at(middle)
            below = count - found if is_above else found
            low, high = (low, middle) if below > index else (middle, high)
        return high

    estimate = (ordered((count - 1) // 2) + ordered(count // 2)) / 2
    if steps is None:
        return estimate, None, None
    above, below = steps
    return estimate, ordered(below), ordered(count - 1 - above)
