"""What one group of replicates amounts to: n, mean, SD, SE, interval, order statistics."""

from __future__ import annotations

import math
from collections.abc import Sequence
from decimal import Decimal
from functools import cached_property

import numpy as np

from decimus.statistics.decimal_sums import DecimalSums, decimal_sums
from decimus.statistics.distributions import Floats
from decimus.statistics.student_t import t_quantile
from decimus.values import Value


class Interval(Value, frozen=True):
    """A confidence interval; `level` in percent, limits in the unit of the measurements."""

    level: float
    lower: float
    upper: float
    half_width: float
    t: float
    """The t quantile that was used."""
    df: float


class Moments(Value, frozen=True):
    """All that t-tests and ANOVA need to know of a group.

    Args:
        n: the number of replicates, at least 1.
        mean: their mean, less an origin that all groups of a comparison share.
        sum_of_squares: Σ(y − mean)²; 0 for one replicate.
    """

    n: int
    mean: float
    sum_of_squares: float

    @property
    def variance(self) -> float:
        """Sample variance; needs n ≥ 2."""
        return self.sum_of_squares / (self.n - 1)


_BLOCK = 128


def _total(values: Floats) -> float:
    """Σ of the values: correctly rounded up to some thousands of them.

    Of more, sums of blocks are correctly rounded; the error of a block of 128 is below
    1e-15 of it.
    """
    if len(values) <= _EXACT_UP_TO:
        return math.fsum(values.tolist())
    whole = len(values) - len(values) % _BLOCK
    blocks = values[:whole].reshape(-1, _BLOCK).sum(axis=1)
    return math.fsum([*blocks.tolist(), *values[whole:].tolist()])


_EXACT_UP_TO = 20_000
_ROUNDING = 8 * 2.0**-52
"""Numbers as typed that lie closer, relatively, are taken less an origin and lie far apart."""


class Summary(Value, frozen=True, eq=False):
    """The summary of one group.

    Args:
        replicates: those that count, in reading order; finite, may be none.
        shifted: the same less `origin`, exactly, where many leading digits are constant;
            None where they are not.
        origin: what was taken off.

    Each quantity is None where it is undefined (a mean of nothing, an SD of one value).
    """

    replicates: Sequence[float] | Floats
    shifted: Sequence[float] | Floats | None = None
    origin: Decimal = Decimal(0)

    @cached_property
    def array(self) -> Floats:
        """The replicates as an array."""
        return np.asarray(self.replicates, float)

    @cached_property
    def values(self) -> tuple[float, ...]:
        """The replicates as numbers."""
        return tuple(self.array.tolist())

    @property
    def n(self) -> int:
        """The number of replicates, counted."""
        return len(self.replicates)

    @cached_property
    def total(self) -> float:
        """Σy, correctly rounded."""
        return _total(self.array)

    @cached_property
    def mean(self) -> float | None:
        """Arithmetic mean, Σy / n."""
        if self._shifted_mean is None or self.shifted is None:
            return self._shifted_mean
        return float(self.origin + Decimal(self._shifted_mean))

    @cached_property
    def exact_array(self) -> Floats:
        """The replicates less the origin, by which differences of them keep their digits."""
        return self.array if self.shifted is None else np.asarray(self.shifted, float)

    @cached_property
    def _sums(self) -> DecimalSums | None:
        """Exact sums of the values, less the origin, where they have few digits."""
        return decimal_sums(self.exact_array)

    @cached_property
    def _shifted_mean(self) -> float | None:
        """The mean less the origin."""
        if self._sums is not None:
            return self._sums.mean
        if not len(self.replicates):
            return None
        low, high = float(self.exact_array.min()), float(self.exact_array.max())
        return min(max(_total(self.exact_array) / self.n, low), high)

    @cached_property
    def sum_of_squares(self) -> float | None:
        """Σ(y − mean)²: of decimals exactly, else in two passes, corrected for the mean’s rounding.

        Source: Chan, Golub & LeVeque 1983, The American Statistician 37, eq. 1.7.
        """
        centre = self._shifted_mean
        if centre is None:
            return None
        if self._sums is not None:
            return self._sums.sum_of_squares
        low, high = float(self.exact_array.min()), float(self.exact_array.max())
        if high - low <= _ROUNDING * max(abs(low), abs(high)):
            return 0.0  # equal but for what the arithmetic that made them has left
        deviations = self.exact_array - centre
        correction = _total(deviations) ** 2 / self.n
        return max(0.0, _total(deviations * deviations) - correction)

    @cached_property
    def variance(self) -> float | None:
        """Sample variance, Σ(y − mean)² / (n − 1)."""
        if self.sum_of_squares is None or self.n < 2:
            return None
        return self.sum_of_squares / (self.n - 1)

    @cached_property
    def standard_deviation(self) -> float | None:
        """Sample SD, the root of the sample variance."""
        return None if self.variance is None else math.sqrt(self.variance)

    @cached_property
    def standard_error(self) -> float | None:
        """Standard error of the mean, SD / √n."""
        if self.standard_deviation is None:
            return None
        return self.standard_deviation / math.sqrt(self.n)

    def confidence_interval(self, level: float) -> Interval | None:
        """t-based confidence interval of the mean at `level` percent; None for n < 2."""
        if self.mean is None or self.standard_error is None:
            return None
        df = self.n - 1
        t = t_quantile(0.5 + level / 200, df)
        half_width = t * self.standard_error
        lower, upper = self.mean - half_width, self.mean + half_width
        return Interval(level, lower, upper, half_width, t, df)

    @cached_property
    def ordered(self) -> tuple[float, ...]:
        """The values in ascending order."""
        return tuple(self._sorted.tolist())

    @cached_property
    def _sorted(self) -> Floats:
        return np.sort(self.array)

    def quantile(self, share: float) -> float | None:
        """The quantile at `share` (0 to 1) by linear interpolation of order statistics.

        Source: Hyndman & Fan 1996, The American Statistician 50, type 7.
        """
        return quantile_of_sorted(self._sorted, share)

    @property
    def moments(self) -> Moments:
        """n, mean less the origin, and sum of squares; needs at least one value."""
        if self._shifted_mean is None or self.sum_of_squares is None:
            raise ValueError("no values, no moments")
        return Moments(self.n, self._shifted_mean, self.sum_of_squares)

    @property
    def median(self) -> float | None:
        """The middle value, or the mean of the two middle ones."""
        return self.quantile(0.5)

    @property
    def minimum(self) -> float | None:
        """The smallest value."""
        return float(self._sorted[0]) if len(self.replicates) else None

    @property
    def maximum(self) -> float | None:
        """The largest value."""
        return float(self._sorted[-1]) if len(self.replicates) else None

    @property
    def value_range(self) -> float | None:
        """The largest value less the smallest."""
        if self.minimum is None or self.maximum is None:
            return None
        return self.maximum - self.minimum

    @cached_property
    def modes(self) -> tuple[float, ...]:
        """The values that occur most often, ascending; none where no value occurs twice."""
        if self.n < 2 or not len(self.replicates):
            return ()
        values, counts = np.unique(self.array, return_counts=True)
        most = int(counts.max())
        return tuple(values[counts == most].tolist()) if most > 1 else ()

    @property
    def population_deviation(self) -> float | None:
        """The population SD, √(Σ(y − mean)² / n): of these values only, no estimate."""
        if self.sum_of_squares is None:
            return None
        return math.sqrt(self.sum_of_squares / self.n)

    @property
    def coefficient_of_variation(self) -> float | None:
        """100 · SD / mean, in percent; for positive means only."""
        if self.standard_deviation is None or self.mean is None or self.mean <= 0:
            return None
        return 100 * self.standard_deviation / self.mean


def quantile_of_sorted(ordered: Sequence[float] | Floats, share: float) -> float | None:
    """The type 7 quantile of values already in ascending order; None for no values.

    Args:
        ordered: values in ascending order, of length n.
        share: which quantile, 0 to 1.
    """
    if not len(ordered):
        return None
    position = share * (len(ordered) - 1)
    below = math.floor(position)
    above = min(below + 1, len(ordered) - 1)
    fraction = position - below
    low, high = float(ordered[below]), float(ordered[above])
    if not fraction or low == high:
        return low
    # As typed: half way between 0.11 and 0.12 lies 0.115, though not in binary.
    first, last = Decimal(repr(low)), Decimal(repr(high))
    return float(first + Decimal(fraction) * (last - first))


class GivenSummary(Summary, frozen=True, eq=False):
    """A group of which the summary was given and no single value is known.

    Args:
        given_mean: the mean.
        given_n: replicates behind it, None where nobody says.
        given_deviation: SD, None where it does not follow from what was given.
        given_error: SE, None likewise.
        given_interval: the interval that was given, None where none was.
        given_lengths: how far the error bar that was given reaches down and up.

    What needs single values (median, quartiles, extremes) is None.
    """

    replicates: Sequence[float] | Floats = ()
    given_mean: float | None = None
    given_n: int | None = None
    given_deviation: float | None = None
    given_error: float | None = None
    given_interval: Interval | None = None
    given_lengths: tuple[float, float] | None = None

    @property
    def n(self) -> int:
        """Replicates as given; 0 where unknown."""
        return self.given_n or 0

    @cached_property
    def total(self) -> float:
        """N · mean."""
        return (self.given_mean or 0.0) * self.n

    @cached_property
    def mean(self) -> float | None:
        """The mean as given."""
        return self.given_mean

    @cached_property
    def _shifted_mean(self) -> float | None:
        return self.given_mean

    @cached_property
    def sum_of_squares(self) -> float | None:
        """SD² · (n − 1); 0 for one replicate."""
        if self.n == 1:
            return 0.0
        if self.given_deviation is None or self.n < 2:
            return None
        return self.given_deviation**2 * (self.n - 1)

    @cached_property
    def variance(self) -> float | None:
        """SD²."""
        return None if self.given_deviation is None else self.given_deviation**2

    @cached_property
    def standard_deviation(self) -> float | None:
        """The SD, given or from what was given."""
        return self.given_deviation

    @cached_property
    def standard_error(self) -> float | None:
        """The SE, given or from what was given."""
        return self.given_error

    def confidence_interval(self, level: float) -> Interval | None:
        """The interval of the mean: t-based where n is known, else only the one given."""
        if self.given_interval is not None and self.given_interval.level == level:
            return self.given_interval
        if self.n < 2:
            return None
        return super().confidence_interval(level)

    @property
    def minimum(self) -> float | None:
        """Unknown."""
        return None

    @property
    def maximum(self) -> float | None:
        """Unknown."""
        return None
