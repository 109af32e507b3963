"""Student's and Welch's t-tests for two independent groups, and the paired t-test."""

from __future__ import annotations

import math

import numpy as np

from decimus.statistics.distributions import Floats, t_tail, t_tails, t_two_sided
from decimus.statistics.student_t import t_quantile
from decimus.statistics.summaries import Moments
from decimus.values import Value


class TTest(Value, frozen=True):
    """A t-test of mean a − mean b; the interval holds at `level` percent."""

    mean_difference: float
    standard_error: float
    statistic: float
    df: float
    p_value: float
    """Two-sided."""
    p_less: float
    """One-sided, for mean a < mean b."""
    p_greater: float
    """One-sided, for mean a > mean b."""
    level: float
    ci_lower: float
    ci_upper: float
    t_critical: float


def t_test(difference: float, standard_error: float, df: float, level: float) -> TTest:
    """The t-test of a difference whose standard error has `df` degrees of freedom.

    A standard error of zero with a difference of zero is not a test; callers refuse it.
    """
    t = difference / standard_error
    critical = t_quantile(0.5 + level / 200, df)
    return TTest(
        mean_difference=difference,
        standard_error=standard_error,
        statistic=t,
        df=df,
        p_value=t_two_sided(t, df),
        p_less=t_tail(-t, df),
        p_greater=t_tail(t, df),
        level=level,
        ci_lower=difference - critical * standard_error,
        ci_upper=difference + critical * standard_error,
        t_critical=critical,
    )


def t_tests(differences: Floats, standard_errors: Floats, df: float, level: float) -> list[TTest]:
    """Many t-tests on the same df at once; arrays of the same length.

    Args:
        differences: of length m.
        standard_errors: of the same length, above 0.
        df: degrees of freedom of all of them.
        level: of the intervals, in percent.
    """
    t = differences / standard_errors
    critical = t_quantile(0.5 + level / 200, df)
    tails = t_tails(np.abs(t), df)
    rows = zip(
        differences.tolist(), standard_errors.tolist(), t.tolist(), tails.tolist(), strict=True
    )
    return [
        TTest(
            mean_difference=difference,
            standard_error=error,
            statistic=statistic,
            df=df,
            p_value=2 * tail,
            p_less=tail if statistic < 0 else 1 - tail,
            p_greater=1 - tail if statistic < 0 else tail,
            level=level,
            ci_lower=difference - critical * error,
            ci_upper=difference + critical * error,
            t_critical=critical,
        )
        for difference, error, statistic, tail in rows
    ]


def welch_t_test(a: Moments, b: Moments, level: float = 95) -> TTest:
    """Welch's t-test: each group keeps its own variance.

    Needs n ≥ 2 in both groups and some variance in one of them.
    Source: Welch 1947, Biometrika 34; df after Satterthwaite 1946.
    """
    share_a, share_b = a.variance / a.n, b.variance / b.n
    df = (share_a + share_b) ** 2 / (share_a**2 / (a.n - 1) + share_b**2 / (b.n - 1))
    return t_test(a.mean - b.mean, math.sqrt(share_a + share_b), df, level)


def student_t_test(a: Moments, b: Moments, level: float = 95) -> TTest:
    """Student's t-test with the variance pooled over both groups.

    Needs n ≥ 3 in all and some variance. Source: Student 1908, Biometrika 6.
    """
    df = a.n + b.n - 2
    pooled = (a.sum_of_squares + b.sum_of_squares) / df
    return t_test(a.mean - b.mean, math.sqrt(pooled * (1 / a.n + 1 / b.n)), df, level)


def paired_t_test(differences: Moments, level: float = 95) -> TTest:
    """The paired t-test: are differences within units 0 on average?

    Needs n ≥ 2 differences with some variance. Source: Student 1908, Biometrika 6.
    """
    error = math.sqrt(differences.variance / differences.n)
    return t_test(differences.mean, error, differences.n - 1, level)
