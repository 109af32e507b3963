"""How often intervals miss the truth and newer tests reject it: a simulation.

Exact ones have to miss 5 % within the error of the simulation, discrete and cautious ones at most
that; approximate ones are shown beside what is published of them.
"""

from __future__ import annotations

import math

import numpy as np
from simulating import Case, Sample, moments, report_cases
from timing import size

from decimus.statistics.effect_sizes import partial_eta_squared
from decimus.statistics.equivalence import equivalence
from decimus.statistics.exact_shares import fisher_test, freeman_halton_test
from decimus.statistics.linear_models import factorial_anova
from decimus.statistics.mean_ratios import Means, ratio_of_means
from decimus.statistics.rank_tests import friedman, kruskal_wallis, mann_whitney
from decimus.statistics.repeated_measures import crossed_within_anova, repeated_measures_anova
from decimus.statistics.shares import Share, compare_shares
from decimus.statistics.student_t import t_quantile
from decimus.statistics.summaries import Moments
from decimus.statistics.t_tests import student_t_test
from decimus.terms import SumsOfSquares

RUNS = size(5_000, 20)
Random = np.random.Generator
SEVERAL = SumsOfSquares.GIVEN_ALL


def one_sided_bound(random: Random) -> bool:
    """The lower end of the 90 % interval lies above the difference there is."""
    a, b = moments(random.normal(1, 1, 6)), moments(random.normal(0, 1, 9))
    return student_t_test(a, b, 90).ci_lower > 1


def ratio(sds: tuple[float, float], ns: tuple[int, int], *, is_pooled: bool) -> Sample:
    """A ratio of means of 1.5 outside its interval."""

    def sample(random: Random) -> bool:
        a = moments(random.normal(15, sds[0], ns[0]))
        b = moments(random.normal(10, sds[1], ns[1]))
        if is_pooled:
            df = a.n + b.n - 2
            error = (a.sum_of_squares + b.sum_of_squares) / df
            means = Means(a.mean, b.mean, error / a.n, error / b.n)
            found = ratio_of_means(means, lambda _theta: t_quantile(0.975, df), 95)
        else:
            va, vb = a.variance / a.n, b.variance / b.n

            def critical(theta: float) -> float:
                if math.isinf(theta):
                    return t_quantile(0.975, b.n - 1)
                parts = va, theta**2 * vb
                df = sum(parts) ** 2 / (parts[0] ** 2 / (a.n - 1) + parts[1] ** 2 / (b.n - 1))
                return t_quantile(0.975, df)

            found = ratio_of_means(Means(a.mean, b.mean, va, vb), critical, 95)
        return found is not None and not found.lower <= 1.5 <= found.upper

    return sample


def paired_ratio(random: Random) -> bool:
    """The same units twice."""
    units = random.normal(10, 2, 8)
    a, b = 1.5 * units + random.normal(0, 1, 8), units + random.normal(0, 1, 8)
    covariance = float(np.cov(a, b)[0, 1]) / 8
    means = Means(a.mean(), b.mean(), a.var(ddof=1) / 8, b.var(ddof=1) / 8, covariance)
    found = ratio_of_means(means, lambda _theta: t_quantile(0.975, 7), 95)
    return found is not None and not found.lower <= 1.5 <= found.upper


def alike_at_the_limit(random: Random) -> bool:
    """A difference of exactly the limit is called smaller."""
    a, b = moments(random.normal(2, 1, 8)), moments(random.normal(0, 1, 8))
    test = student_t_test(a, b, 95)
    return equivalence(test.mean_difference, test.standard_error, test.df, 2.0, 95).p_value < 0.05


def eta_squared(random: Random) -> bool:
    """η² of the population outside its 90 % interval: 10 % of all, half to either side."""
    shifts = (0.0, 0.5, 1.0)
    found = [moments(random.normal(shift, 1, 10)) for shift in shifts]
    middle = sum(m.mean for m in found) / 3
    between = sum(10 * (m.mean - middle) ** 2 for m in found)
    within = sum(m.sum_of_squares for m in found)
    interval = partial_eta_squared(between, within, 2, 27, 95).interval
    noncentrality = 10 * sum((shift - 0.5) ** 2 for shift in shifts)
    truth = noncentrality / (noncentrality + 30)
    return interval is not None and interval[1] < truth


def marginal(random: Random) -> bool:
    """The main effect of a two-way ANOVA with unequal cells, outside its interval."""
    ns = (4, 6, 5, 3)
    cells = [moments(random.normal(mean, 1, n)) for mean, n in zip((0, 1, 3, 2), ns, strict=True)]
    anova = factorial_anova((2, 2), cells, SEVERAL)
    difference = (cells[0].mean + cells[1].mean) / 2 - (cells[2].mean + cells[3].mean) / 2
    error = math.sqrt(anova.mean_square_error * sum(1 / n for n in ns) / 4)
    return abs(difference + 2.0) > t_quantile(0.975, anova.df_error) * error


def single_values(random: Random) -> bool:
    """A factor of a two-way ANOVA without replication."""
    values = random.normal(0, 1, (4, 5)) + random.normal(0, 2, (1, 5))
    cells = [Moments(1, float(value), 0.0) for value in values.ravel()]
    return factorial_anova((4, 5), cells, SEVERAL).terms[0].p_value < 0.05


def within(term: int) -> Sample:
    """A term of two factors within eight subjects."""

    def sample(random: Random) -> bool:
        values = random.normal(0, 1, (8, 2, 3)) + random.normal(0, 2, (8, 1, 1))
        return crossed_within_anova(values).terms[term].term.p_value() < 0.05

    return sample


def mauchly(random: Random) -> bool:
    """Sphericity of six subjects under four conditions, doubted though it holds."""
    values = random.normal(0, 1, (6, 4)) + random.normal(0, 2, (6, 1))
    p = repeated_measures_anova(values).sphericity.mauchly_p
    return p is not None and p < 0.05


def fisher(random: Random) -> bool:
    """Two shares that are alike."""
    a, b = (Share(int(random.binomial(n, 0.4)), n) for n in (12, 15))
    return fisher_test(a, b).p_value < 0.05


def freeman_halton(random: Random) -> bool:
    """Three shares that are alike."""
    shares = [Share(int(random.binomial(n, 0.4)), n) for n in (8, 10, 9)]
    return freeman_halton_test(shares).p_value < 0.05


def newcombe(random: Random) -> bool:
    """The difference of two shares outside its interval."""
    a, b = Share(int(random.binomial(20, 0.7)), 20), Share(int(random.binomial(25, 0.4)), 25)
    found = compare_shares(a, b, 95)
    return found is not None and not found.ci_lower <= 0.3 <= found.ci_upper


def tied_shift(random: Random) -> bool:
    """The shift of two groups with heavy ties, outside the interval of the exact test."""
    a = random.integers(0, 4, 7).astype(np.float64) + 1
    b = random.integers(0, 4, 7).astype(np.float64)
    if len({*a.tolist(), *b.tolist()}) < 2:
        return False
    found = mann_whitney(a, b, 95)
    if found.ci_lower is None or found.ci_upper is None:
        return False
    return not found.ci_lower <= 1 <= found.ci_upper


CASES: list[Case] = [
    ("one-sided bound of a difference", "exact", one_sided_bound),
    ("ratio of means, pooled", "exact", ratio((2, 2), (6, 8), is_pooled=True)),
    (
        "ratio of means, spread 4:1",
        "5 ± 1 (Tamhane & Logan 2004)",
        ratio((4, 1), (6, 8), is_pooled=False),
    ),
    ("ratio of means, the same units", "exact", paired_ratio),
    ("equivalence at its limit", "exact", alike_at_the_limit),
    ("η² above its interval", "exact", eta_squared),
    ("main effect, unequal cells", "exact", marginal),
    ("two-way without replication", "exact", single_values),
    ("two within: first factor", "exact", within(0)),
    ("two within: second factor", "exact", within(1)),
    ("two within: interaction", "exact", within(2)),
    ("Mauchly, 6 by 4", "about 5 (Anderson 2003)", mauchly),
    ("Fisher, 12 and 15", "discrete: at most 5", fisher),
    ("Freeman–Halton, 8, 10, 9", "discrete: at most 5", freeman_halton),
    ("Newcombe’s interval", "about 5 (Newcombe 1998)", newcombe),
    ("shift under heavy ties", "discrete: at most 5", tied_shift),
    (
        "Kruskal–Wallis, 4, 3, 3, exact",
        "discrete: at most 5",
        lambda r: kruskal_wallis([r.normal(0, 1, n) for n in (4, 3, 3)]).p_value < 0.05,
    ),
    (
        "Friedman, 5 by 3, exact",
        "discrete: at most 5",
        lambda r: friedman(r.normal(0, 1, (5, 3))).p_value < 0.05,
    ),
]


def main() -> None:
    """Print how often every case is off; fail where an exact or discrete one is too often."""
    report_cases(CASES, RUNS, "beyond their intervals, or rejected,")


if __name__ == "__main__":
    main()
