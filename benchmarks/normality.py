"""How often Shapiro and Wilk's check alarms on normal values that were rounded: a simulation.

Rounded to a tenth of the SD up to a whole one it has to alarm at most at its level, whatever n.
"""

from __future__ import annotations

import numpy as np
from simulating import Case, Sample, report_cases
from timing import size

from decimus.statistics.distributions import Floats
from decimus.statistics.shapiro_wilk import combined_p, rounding_step, shapiro_wilk, ties_spread

RUNS = size(4_000, 20)


def residuals(ns: tuple[int, ...], step: float) -> Sample:
    """Residuals of groups with one spread, taken together, as where each has few values."""

    def sample(random: np.random.Generator) -> bool:
        parts = [_rounded(random.normal(random.uniform(0, 5), 1, n), step) for n in ns]
        found = rounding_step(np.concatenate(parts))
        even = [ties_spread(part, found) for part in parts]
        left = np.concatenate([part - part.mean() for part in even])
        check = shapiro_wilk(ties_spread(left, found / 3))
        return check is not None and check.p_value < 0.05

    return sample


def each(ns: tuple[int, ...], step: float) -> Sample:
    """Each group by itself, their p combined, as where spread is not pooled."""

    def sample(random: np.random.Generator) -> bool:
        parts = [_rounded(random.normal(0, sd, n), step) for sd, n in enumerate(ns, start=1)]
        found = rounding_step(np.concatenate(parts))
        checks = [shapiro_wilk(ties_spread(part, found)) for part in parts]
        known = [check.p_value for check in checks if check is not None]
        return bool(known) and combined_p(known) < 0.05

    return sample


def _rounded(values: Floats, step: float) -> Floats:
    return np.round(np.round(values / step) * step, 9) if step else values


AT_MOST = "discrete: at most 5"
STEPS = (0.0, 0.1, 0.2, 0.33, 0.5, 1.0, 1.5)
TOGETHER = ((3, 3), (3, 3, 3, 3, 3), (5, 5, 5), (7, 7, 7, 7), (20, 20), (100, 100, 100))
APART = ((8, 8), (10, 10, 10), (30, 30))
CASES: list[Case] = [
    *(
        (f"together, n {'+'.join(map(str, ns))}, step {step:g} SD", AT_MOST, residuals(ns, step))
        for ns in TOGETHER
        for step in STEPS
    ),
    *(
        (f"each, n {'+'.join(map(str, ns))}, step {step:g} SD", AT_MOST, each(ns, step))
        for ns in APART
        for step in STEPS
    ),
]
"""Normal values: what is discrete may alarm less often than at its level, never more."""


def main() -> None:
    """Print the share of alarms; fail where it is above the level by more than chance."""
    report_cases(CASES, RUNS, "alarms of Shapiro and Wilk’s check")


if __name__ == "__main__":
    main()
