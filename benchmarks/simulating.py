"""How often something happens by chance alone, counted over many random samples."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np
from timing import is_once

from decimus.statistics.distributions import Floats
from decimus.statistics.summaries import Moments

Sample = Callable[[np.random.Generator], bool]
Case = tuple[str, str, Sample]
"""A name, what is expected of it, and whether it happens in a random sample."""


def moments(values: Floats) -> Moments:
    """Plain moments; the data here need no care about leading digits."""
    return Moments(len(values), float(values.mean()), float(((values - values.mean()) ** 2).sum()))


def report_cases(cases: Sequence[Case], runs: int, what: str) -> None:
    """Print how often every case happens; fail where an exact or discrete one is off 5 %."""
    random = np.random.default_rng(2026)
    error = 100 * math.sqrt(0.05 * 0.95 / runs)
    print(f"{what} at 5 %, {runs} runs, standard error {error:.2f} %")
    off = []
    for name, expected, sample in cases:
        share = 100 * sum(sample(random) for _ in range(runs)) / runs
        is_off = expected == "exact" and abs(share - 5) > 3 * error
        is_off |= expected.startswith("discrete") and share > 5 + 3 * error
        off += [name] if is_off else []
        print(f"{name:<40} {share:6.2f} %   {expected}{'   OFF' if is_off else ''}")
    if off and not is_once():
        raise SystemExit(f"off: {', '.join(off)}")
