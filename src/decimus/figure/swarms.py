"""Dots beside each other: every replicate visible, none on top of another where room allows."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

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


def drawn_values(summary: Summary, most: int) -> tuple[float, ...]:
    """The values of the replicates to draw."""
    return tuple(summary.array[list(drawn_replicates(summary, most))].tolist())


def swarm(places: Sequence[float], diameter: float, half_width: float) -> tuple[float, ...]:
    """Sideways offsets that keep dots apart.

    Args:
        places: each dot's place along the axis.
        diameter: how far apart two dots are kept.
        half_width: the furthest a dot may go to either side.

    Returns:
        One offset per place, the nearest free one to 0 that is tried; where there is no
        room left, dots overlap rather than leave their group.
    """
    offsets = [0.0] * len(places)
    order = sorted(range(len(places)), key=lambda i: places[i])
    settled: list[tuple[float, float]] = []
    step = diameter / 2
    reach = int(half_width / step) if step > 0 else 0
    candidates = [0.0]
    for k in range(1, reach + 1):
        candidates += [k * step, -k * step]
    for i in order:
        near = _within(settled, places[i] - diameter)
        offsets[i] = _freest(places[i], near, candidates, diameter)
        settled.append((places[i], offsets[i]))
    return tuple(offsets)


def _within(settled: list[tuple[float, float]], low: float) -> list[tuple[float, float]]:
    """The dots settled last, as far as their places lie above `low`."""
    start = len(settled)
    while start and settled[start - 1][0] > low:
        start -= 1
    return settled[start:]


def _freest(
    place: float, near: list[tuple[float, float]], candidates: list[float], diameter: float
) -> float:
    """The first candidate that touches nobody, or the one that is furthest from everybody."""
    best, best_distance = 0.0, -1.0
    for offset in candidates:
        distance = min(
            ((place - at) ** 2 + (offset - other) ** 2 for at, other in near),
            default=diameter * diameter,
        )
        if distance >= diameter * diameter * 0.999:
            return offset
        if distance > best_distance:
            best, best_distance = offset, distance
    return best
