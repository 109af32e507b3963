"""A smooth curve through points in order that never swings beyond them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import Floats


def smooth_curve(
    xs: Sequence[float], ys: Sequence[float], count: int = 60
) -> tuple[Floats, Floats]:
    """The monotone cubic through points: it rises and falls only where they do.

    Args:
        xs: the k places, in increasing order, at least two.
        ys: the value at each.
        count: how many places of the curve are wanted, ends included.

    Returns:
        Places, those of the points among them, and the values of the curve there.

    Source: Fritsch & Carlson 1980, SIAM J. Numer. Anal. 17, 238, with the slopes of Fritsch &
    Butland 1984, SIAM J. Sci. Stat. Comput. 5, 300.
    """
    x, y = np.asarray(xs, float), np.asarray(ys, float)
    places = np.union1d(np.linspace(x[0], x[-1], count), x)
    if len(x) == 2:
        return places, np.interp(places, x, y)
    steps, rises = np.diff(x), np.diff(y)
    secants = rises / steps
    slopes = np.zeros_like(x)
    for i in range(1, len(x) - 1):
        before, after = secants[i - 1], secants[i]
        if before * after > 0:
            # A harmonic mean, weighted by the lengths of the pieces beside.
            a, b = 2 * steps[i] + steps[i - 1], steps[i] + 2 * steps[i - 1]
            slopes[i] = (a + b) / (a / before + b / after)
    slopes[0] = _end_slope(steps[0], steps[1], secants[0], secants[1])
    slopes[-1] = _end_slope(steps[-1], steps[-2], secants[-1], secants[-2])
    piece = np.clip(np.searchsorted(x, places, side="right") - 1, 0, len(x) - 2)
    h = steps[piece]
    t = (places - x[piece]) / h
    curve = (
        (1 + 2 * t) * (1 - t) ** 2 * y[piece]
        + t * (1 - t) ** 2 * h * slopes[piece]
        + t**2 * (3 - 2 * t) * y[piece + 1]
        + t**2 * (t - 1) * h * slopes[piece + 1]
    )
    return places, curve


def _end_slope(near: float, far: float, first: float, second: float) -> float:
    """The slope at an end: of the parabola through three points, where that keeps the shape."""
    slope = ((2 * near + far) * first - near * second) / (near + far)
    if slope * first <= 0:
        return 0.0
    if first * second < 0 and abs(slope) > 3 * abs(first):
        return 3 * first
    return float(slope)
