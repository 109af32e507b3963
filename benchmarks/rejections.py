"""How often tests reject when nothing differs: a simulation, with equal and unequal spread.

Exact tests have to reject 5 % within the error of the simulation; discrete ones at most that;
approximate ones are shown beside what is published of them.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from itertools import combinations
from typing import Protocol

import numpy as np
from simulating import Case, Sample, moments, report_cases
from timing import size

from decimus.statistics.anova import one_way_anova, welch_anova
from decimus.statistics.distributions import Floats
from decimus.statistics.dunnett_distribution import dunnett_quantile, loadings
from decimus.statistics.linear_models import factorial_anova
from decimus.statistics.rank_tests import friedman, kruskal_wallis, mann_whitney, signed_rank
from decimus.statistics.repeated_measures import repeated_measures_anova
from decimus.statistics.studentized_range import studentized_range_quantile
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import paired_t_test, student_t_test, welch_t_test
from decimus.terms import SumsOfSquares

RUNS = size(10_000, 20)


def groups(
    random: np.random.Generator, ns: tuple[int, ...], sds: tuple[float, ...]
) -> list[Floats]:
    """Normal groups of mean 0."""
    return [random.normal(0, sd, n) for n, sd in zip(ns, sds, strict=True)]


EQUAL, UNEQUAL = (1.0, 1.0, 1.0, 1.0), (1.0, 2.0, 3.0, 4.0)
NS = (8, 6, 10, 7)


class Tested(Protocol):
    """What a test comes to, as far as it is needed here."""

    @property
    def p_value(self) -> float:
        """Two-sided."""


def two(
    run: Callable[[Moments, Moments], Tested], ns: tuple[int, int], sds: tuple[float, float]
) -> Sample:
    """A t-test of two groups."""

    def sample(random: np.random.Generator) -> bool:
        a, b = groups(random, ns, sds)
        return run(moments(a), moments(b)).p_value < 0.05

    return sample


def several(run: Callable[[list[Moments]], Tested], sds: tuple[float, ...]) -> Sample:
    """An ANOVA of four groups."""

    def sample(random: np.random.Generator) -> bool:
        return run([moments(g) for g in groups(random, NS, sds)]).p_value < 0.05

    return sample


def any_pair(sds: tuple[float, ...], *, is_dunnett: bool) -> Sample:
    """Whether any pair of a family is called different."""
    df = sum(NS) - len(NS)
    q = studentized_range_quantile(0.95, len(NS), df) / math.sqrt(2)
    d = dunnett_quantile(0.95, loadings(NS[0], NS[1:]), df)

    def sample(random: np.random.Generator) -> bool:
        found = [moments(g) for g in groups(random, NS, sds)]
        error = one_way_anova(found).mean_square_within
        pairs = [(0, j) for j in range(1, 4)] if is_dunnett else list(combinations(range(4), 2))
        largest = max(
            abs(found[i].mean - found[j].mean) / math.sqrt(error * (1 / NS[i] + 1 / NS[j]))
            for i, j in pairs
        )
        return largest > (d if is_dunnett else q)

    return sample


def interaction(random: np.random.Generator) -> bool:
    """The interaction of an unbalanced two-way ANOVA."""
    cells = [moments(random.normal(0, 1, n)) for n in (4, 6, 5, 3, 7, 4)]
    return factorial_anova((3, 2), cells, SumsOfSquares.GIVEN_ALL).terms[2].p_value < 0.05


def repeated(*, is_corrected: bool, is_spherical: bool) -> Sample:
    """Ten subjects under four conditions; without sphericity the last varies thrice as much."""
    spreads = np.array([1, 1, 1, 1 if is_spherical else 3], dtype=np.float64)

    def sample(random: np.random.Generator) -> bool:
        values = random.normal(0, 1, (10, 4)) * spreads + random.normal(0, 2, (10, 1))
        found = repeated_measures_anova(values)
        epsilon = found.sphericity.greenhouse_geisser if is_corrected else 1.0
        return found.conditions.p_value(epsilon) < 0.05

    return sample


CASES: list[Case] = [
    ("Student’s t, equal spread", "exact", two(student_t_test, (6, 9), (1, 1))),
    ("Student’s t, spread 3:1, n 6 and 9", "liberal", two(student_t_test, (6, 9), (3, 1))),
    ("Welch’s t, equal spread", "5 ± 0.5 (Welch 1947)", two(welch_t_test, (6, 9), (1, 1))),
    ("Welch’s t, spread 3:1, n 6 and 9", "5 ± 0.5 (Welch 1947)", two(welch_t_test, (6, 9), (3, 1))),
    ("paired t", "exact", lambda r: paired_t_test(moments(r.normal(0, 1, 8))).p_value < 0.05),
    ("one-way ANOVA, equal spread", "exact", several(one_way_anova, EQUAL)),
    ("one-way ANOVA, spread 1 to 4", "liberal", several(one_way_anova, UNEQUAL)),
    ("Welch’s ANOVA, equal spread", "5 ± 1 (Welch 1951)", several(welch_anova, EQUAL)),
    ("Welch’s ANOVA, spread 1 to 4", "5 ± 1 (Welch 1951)", several(welch_anova, UNEQUAL)),
    ("Tukey–Kramer, any pair", "at most 5 (Hayter 1984)", any_pair(EQUAL, is_dunnett=False)),
    ("Dunnett, any pair", "exact", any_pair(EQUAL, is_dunnett=True)),
    ("interaction, type III", "exact", interaction),
    ("repeated measures", "exact", repeated(is_corrected=False, is_spherical=True)),
    (
        "repeated measures, no sphericity",
        "liberal",
        repeated(is_corrected=False, is_spherical=False),
    ),
    (
        "the same with Greenhouse–Geisser",
        "about 5 (Huynh & Feldt 1976)",
        repeated(is_corrected=True, is_spherical=False),
    ),
    (
        "Mann–Whitney, 6 and 8",
        "discrete: at most 5",
        lambda r: mann_whitney(r.normal(0, 1, 6), r.normal(0, 1, 8), 95).p_value < 0.05,
    ),
    (
        "signed-rank, 9",
        "discrete: at most 5",
        lambda r: signed_rank(r.normal(0, 1, 9), 95).p_value < 0.05,
    ),
    (
        "Kruskal–Wallis, four groups",
        "below 5 (chi-square)",
        lambda r: kruskal_wallis(groups(r, NS, EQUAL)).p_value < 0.05,
    ),
    (
        "Friedman, 10 by 4",
        "discrete: at most 5",
        lambda r: friedman(r.normal(0, 1, (10, 4))).p_value < 0.05,
    ),
]


def main() -> None:
    """Print the share of rejections of every case; fail where an exact or discrete one is off."""
    report_cases(CASES, RUNS, "rejections under the null")


if __name__ == "__main__":
    main()
