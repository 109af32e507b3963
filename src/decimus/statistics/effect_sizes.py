"""Differences in units of the spread, and shares of variation, with their intervals."""

from __future__ import annotations

import math
from functools import cached_property

from decimus.statistics.noncentral import f_noncentrality_interval, t_noncentrality_interval
from decimus.statistics.summaries import Moments
from decimus.values import Value


class _OfT(Value, frozen=True):
    """An effect size that is a noncentrality of t times a scale."""

    t: float
    df: float
    scale: float

    def interval(self, level: float) -> tuple[float, float]:
        low, high = t_noncentrality_interval(self.t, self.df, level)
        return low * self.scale, high * self.scale


class _OfF(Value, frozen=True):
    """An effect size that is λ / (λ + N) of a noncentrality λ of F."""

    f: float
    df: float
    df_error: float

    def interval(self, level: float) -> tuple[float, float] | None:
        low, high = f_noncentrality_interval(self.f, self.df, self.df_error, level)
        if high == 0:
            return None
        n = self.df + self.df_error + 1
        return low / (low + n), high / (high + n)


class EffectSize(Value, frozen=True):
    """An effect size by its name.

    Args:
        name: what it is called.
        value: it.
        level: of its interval, in percent.
        source: what its interval follows from; None where none is defined.
        is_approximate: True for an interval that is only approximately right.
    """

    name: str
    value: float
    level: float = 95.0
    source: _OfT | _OfF | None = None
    is_approximate: bool = False

    @cached_property
    def interval(self) -> tuple[float, float] | None:
        """Both ends of its interval, worked out when first asked for: there may be many pairs."""
        return None if self.source is None else self.source.interval(self.level)


def hedges_correction(df: float) -> float:
    """The exact small-sample factor J = Γ(df/2) / (√(df/2) · Γ((df − 1)/2)).

    Defined for df > 1. Source: Hedges 1981, Journal of Educational Statistics 6, eq. 6e.
    """
    return math.exp(math.lgamma(df / 2) - math.lgamma((df - 1) / 2)) / math.sqrt(df / 2)


def hedges_g(
    mean_difference: float,
    variance: float,
    df: float,
    standard_error: float,
    level: float,
    *,
    df_of_error: float | None = None,
) -> EffectSize | None:
    """Hedges' g: the difference over the SD (√variance), corrected; None where undefined.

    The interval is that of the population's standardised difference: the noncentralities
    that t = difference / standard error allows, times standard error / SD.

    Args:
        mean_difference: in the unit of the outcome.
        variance: whose root the difference is measured in.
        df: degrees of freedom of that variance.
        standard_error: of the difference.
        level: of the interval, in percent.
        df_of_error: degrees of freedom of t where they are others, as in Welch's test; the
            interval is approximate then.

    Source: Hedges 1981; Steiger & Fouladi 1997 for the interval.
    """
    if variance <= 0 or df <= 1 or standard_error <= 0:
        return None
    deviation = math.sqrt(variance)
    t_df = df if df_of_error is None else df_of_error
    return EffectSize(
        "Hedges g",
        hedges_correction(df) * mean_difference / deviation,
        level,
        _OfT(mean_difference / standard_error, t_df, standard_error / deviation),
        is_approximate=df_of_error is not None,
    )


def root_mean_variance(a: Moments, b: Moments) -> tuple[float, float]:
    """The mean of two variances, with its degrees of freedom after Satterthwaite 1946."""
    mean = (a.variance + b.variance) / 2
    parts = a.variance**2 / (a.n - 1) + b.variance**2 / (b.n - 1)
    return mean, 4 * mean**2 / parts if parts > 0 else 0.0


def d_z(mean_difference: float, variance: float, n: int, level: float) -> EffectSize | None:
    """Cohen's d_z: the mean difference over the SD of differences.

    Source: Cohen 1988, Statistical Power Analysis, 2nd ed., section 2.3.5.
    """
    if variance <= 0 or n < 2:
        return None
    value = mean_difference / math.sqrt(variance)
    root = math.sqrt(n)
    return EffectSize("Cohen d_z", value, level, _OfT(value * root, n - 1, 1 / root))


def d_av(a: Moments, b: Moments) -> EffectSize | None:
    """The mean difference of pairs over the root of the mean of both variances.

    Source: Cumming 2012, Understanding the New Statistics, ch. 11.
    """
    variance = (a.variance + b.variance) / 2
    if variance <= 0:
        return None
    return EffectSize("Cohen d_av", (a.mean - b.mean) / math.sqrt(variance))


def glass_delta(mean_difference: float, control: Moments) -> EffectSize | None:
    """Glass's Δ: the difference over the control's own SD.

    Source: Glass 1976, Educational Researcher 5, 3–8.
    """
    if control.n < 2 or control.variance <= 0:
        return None
    return EffectSize("Glass delta", mean_difference / math.sqrt(control.variance))


def partial_eta_squared(
    sum_of_squares: float,
    error: float,
    df: float,
    df_error: float,
    level_of_test: float,
    name: str = "partial eta squared",
) -> EffectSize:
    """SS / (SS + SS of its error); in a one-way ANOVA that is η².

    The interval holds for groups whose replicates are independent: λ / (λ + N) over the
    noncentralities λ that F allows, N being df + df_error + 1. F tests to one side, so the
    interval that begins above 0 where F is significant at α is that of 1 − 2α: 90 % for 5 %.
    Where F is smaller than chance would have it at λ = 0, there is none.

    Source: Steiger 2004, Psychological Methods 9, 164–182.
    """
    value = sum_of_squares / (sum_of_squares + error)
    f = (sum_of_squares / df) / (error / df_error)
    level = round(2 * level_of_test - 100, 9)
    return EffectSize(name, value, level, _OfF(f, df, df_error))


def omega_squared(sum_of_squares: float, df: float, mean_square_error: float, n: int) -> EffectSize:
    """ω², partial where there are other terms: what η² would be without its upward bias.

    (SS − df · MSE) / (SS + (N − df) · MSE), not below 0.

    Source: Keren & Lewis 1979, Educational and Psychological Measurement 39, 119–128.
    """
    value = (sum_of_squares - df * mean_square_error) / (
        sum_of_squares + (n - df) * mean_square_error
    )
    return EffectSize("omega squared", max(0.0, value))
