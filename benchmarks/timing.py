"""Medians of repeated runs, and how they are reported."""

from __future__ import annotations

import os
import statistics
import time
from collections.abc import Callable

ONCE = "DECIMUS_BENCHMARK_ONCE"
"""Set in the environment, everything runs once, to see that it runs at all."""


def is_once() -> bool:
    """Whether this run only sees that everything runs: small, once, and writing nothing."""
    return bool(os.environ.get(ONCE))


def turns(usual: int) -> int:
    """How often to repeat something: as often as usual, or once."""
    return 1 if is_once() else usual


def size(usual: int, small: int) -> int:
    """How much of something: as much as usual, or a little."""
    return small if is_once() else usual


def median_ms(run: Callable[[], object], times: int = 25, warm_up: int = 3) -> float:
    """The median time of a run in milliseconds, after some to warm up."""
    for _ in range(0 if is_once() else warm_up):
        run()
    taken = []
    for _ in range(turns(times)):
        start = time.perf_counter()
        run()
        taken.append((time.perf_counter() - start) * 1000)
    return statistics.median(taken)


def report(what: str, ours: float, reference: str, theirs: float, goal: str) -> None:
    """One line: our median, the reference's, the ratio, the goal."""
    pair = f"{what:<40} {ours:8.1f} ms   {reference:<32} {theirs:8.1f} ms"
    print(f"{pair}   × {ours / theirs:5.2f}   goal {goal}")
