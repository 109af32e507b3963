"""Dots beside each other: every replicate visible, none on top of another where room allows."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from decimus.statistics.distributions import Floats
from decimus.statistics.summaries import Summary


def drawn_replicates(summary: Summary, most: int) -> tuple[int, ...]:
    """Which replicates to draw: all of them, or `most` evenly spaced by rank.

    The smallest and the largest stay, so that the dots cover what the values cover.
    """
    n = len(summary.replicates)
    if n <= most:
        return tuple(range(n))
    by_rank = np.argsort(summary.array, kind="stable")
    ranks = [round(i * (n - 1) / (most - 1)) for i in range(most)]
    return tuple(by_rank[ranks].tolist())


def swarm(
    places: Sequence[float], diameter: float, half_width: float, wanted: float = 0.0
) -> tuple[float, ...]:
    """Sideways offsets that keep dots apart.

    Args:
        places: each dot's place along the axis.
        diameter: how far apart two dots are kept.
        half_width: the furthest a dot may go to either side.
        wanted: the offset that dots keep close to, at most `half_width` from 0.

    Returns:
        One offset per place: from the lowest up, the one nearest to `wanted` at which a dot
        touches no other; where there is no room left, dots overlap rather than leave their group.
    """
    wanted = min(max(wanted, -half_width), half_width) if half_width > 0 else 0.0
    offsets = [wanted] * len(places)
    if half_width <= 0 or diameter <= 0:
        return tuple(offsets)
    order = sorted(range(len(places)), key=lambda i: places[i])
    heights, sides = np.empty(len(places)), np.empty(len(places))
    first = 0
    for settled, i in enumerate(order):
        place = places[i]
        while heights[first] <= place - diameter and first < settled:
            first += 1
        near, beside = heights[first:settled], sides[first:settled]
        offsets[i] = _nearest_free(place, near, beside, diameter, half_width, wanted)
        heights[settled], sides[settled] = place, offsets[i]
    return tuple(offsets)


def _nearest_free(
    place: float,
    near: Floats,
    beside: Floats,
    diameter: float,
    half_width: float,
    wanted: float,
) -> float:
    """The offset nearest to the wanted one that touches nobody, or the one furthest from everybody.

    Args:
        place: of the dot.
        near: places of the k dots that could be touched.
        beside: their offsets.
        diameter: how far apart dots are kept.
        half_width: the furthest a dot may go.
        wanted: where it would best be.
    """
    if not len(near):
        return wanted
    # At these it just touches one of them; the nearest free place is one of these, or the best.
    reach = np.sqrt(np.maximum(diameter**2 - (place - near) ** 2, 0.0)) * (1 + 1e-9)
    candidates = np.concatenate(([wanted, half_width, -half_width], beside + reach, beside - reach))
    candidates = candidates[np.abs(candidates) <= half_width]
    squared = (candidates[:, None] - beside) ** 2 + (place - near) ** 2
    closest = squared.min(axis=1)
    free = closest >= diameter**2 * (1 - 1e-9)
    if free.any():
        # Of equals the one to the right, so that rows begin at the same side.
        distance = np.where(free, np.abs(candidates - wanted) - 1e-9 * np.sign(candidates), np.inf)
        return float(candidates[np.argmin(distance)])
    return float(candidates[np.argmax(closest)])


def _within(settled: list[tuple[float, float]], low: float) -> list[tuple[float, float]]:
    """The dots settled last, as far as their places lie above `low`."""
    start = len(settled)
    while start and settled[start - 1][0] > low:
        start -= 1
    return settled[start:]


def overlap(places: Sequence[float], offsets: Sequence[float], diameter: float) -> bool:
    """Whether any two dots are closer than their diameter, by more than rounding."""
    settled: list[tuple[float, float]] = []
    least = (diameter * 0.995) ** 2
    for i in sorted(range(len(places)), key=lambda i: places[i]):
        near = _within(settled, places[i] - diameter)
        if any((places[i] - at) ** 2 + (offsets[i] - to) ** 2 < least for at, to in near):
            return True
        settled.append((places[i], offsets[i]))
    return False
