"""Exact sums of numbers that were typed with a few decimals.

12.34 and 5.1 are 1234 and 510 hundredths: whole numbers, whose sums have no rounding in them and
are found at once for a whole array. So are most measurements.
"""

from __future__ import annotations

from decimal import Decimal

import numpy as np

from decimus.statistics.distributions import Floats
from decimus.values import Value

_FEW = 100
"""Numbers up to which whole numbers of the language are faster than an array of them."""
_MOST_DECIMALS = 6
_LOOKED_AT = 4
_MOST_TYPED, _MOST_PLACES = 15, 60
"""Digits of a number that somebody typed, and how far from its decimal sign they stand."""
_MOST_WHOLE = 2.0**53
_MOST_SQUARES = 2.0**63


class DecimalSums(Value, frozen=True):
    """Sums in units of the last decimal.

    Args:
        n: how many numbers there are.
        scale: how many units make 1, a power of ten.
        total: their sum.
        squares: the sum of their squares.
    """

    n: int
    scale: int
    total: int
    squares: int

    @property
    def mean(self) -> float:
        """The mean, correctly rounded."""
        return self.total / (self.n * self.scale)

    @property
    def sum_of_squares(self) -> float:
        """Σ(y − mean)², correctly rounded."""
        return (self.n * self.squares - self.total**2) / (self.n * self.scale**2)


def decimal_sums(values: Floats) -> DecimalSums | None:
    """The sums, or None where there are no numbers, or these have many decimals or are large.

    Args:
        values: shape (n,), without missing values.
    """
    n = len(values)
    if n < _FEW:
        return _sums_of_few(values.tolist())
    if (decimals := _decimals(values[:_LOOKED_AT].tolist())) is None:
        return None
    for more in range(decimals, _MOST_DECIMALS + 1):
        scale = 10**more
        scaled = np.rint(values * scale)
        largest = max(float(scaled.max()), -float(scaled.min()))
        if largest >= _MOST_WHOLE or n * largest * largest >= _MOST_SQUARES:
            return None
        if (scaled / scale == values).all():
            whole = scaled.astype(np.int64)
            return DecimalSums(n, scale, int(whole.sum()), int(np.dot(whole, whole)))
    return None


def _sums_of_few(values: list[float]) -> DecimalSums | None:
    if not values:
        return None
    if (decimals := _decimals(values)) is None:
        return _sums_of_long(values)
    scale = 10**decimals
    whole = [round(value * scale) for value in values]
    if any(number / scale != value for number, value in zip(whole, values, strict=True)):
        return _sums_of_long(values)
    return DecimalSums(len(whole), scale, sum(whole), sum(number * number for number in whole))


def _sums_of_long(values: list[float]) -> DecimalSums | None:
    """The same of numbers with any decimals that somebody can have typed: 15 digits at most."""
    numbers = [Decimal(repr(value)) for value in values]
    if any(len(number.as_tuple().digits) > _MOST_TYPED for number in numbers):
        return None  # results of arithmetic
    places = max(0, *(-int(number.as_tuple().exponent) for number in numbers))
    if places > _MOST_PLACES or max(number.adjusted() for number in numbers) > _MOST_PLACES:
        return None
    whole = [int(number.scaleb(places)) for number in numbers]
    return DecimalSums(len(whole), 10**places, sum(whole), sum(n * n for n in whole))


def decimal_scale(values: Floats) -> int | None:
    """The power of ten that makes whole numbers of all values; None where there is none.

    Args:
        values: shape (n,), without missing values.
    """
    if (decimals := _decimals(values[:_LOOKED_AT].tolist())) is None:
        return None
    for more in range(decimals, _MOST_DECIMALS + 1):
        scale: int = 10**more
        whole = np.rint(values * scale)
        is_small = not len(whole) or float(np.abs(whole).max()) * len(whole) < _MOST_WHOLE
        if is_small and np.array_equal(whole / scale, values):
            return scale
    return None


def _decimals(values: list[float]) -> int | None:
    """The fewest decimals that all of some numbers have; None where they are many."""
    written = [repr(value) for value in values]
    if not any("e" in text or "n" in text for text in written):
        parts = (text.partition(".")[2] for text in written)
        most = max((len(part) for part in parts if part != "0"), default=0)
        return most if most <= _MOST_DECIMALS else None
    for decimals in range(_MOST_DECIMALS + 1):
        scale = 10**decimals
        if all(abs(v) < _MOST_WHOLE / scale and round(v * scale) / scale == v for v in values):
            return decimals
    return None
