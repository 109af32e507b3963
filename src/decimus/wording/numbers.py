"""Writing numbers: rounding, true minus, p values."""

from __future__ import annotations

from decimal import ROUND_HALF_UP, Decimal

from decimus.values import Value

MINUS = "\u2212"
NBSP = "\u00a0"
UNDEFINED = "–"

"""Limits below the first, which is always α itself."""


def rounded(value: float, decimals: int) -> Decimal:
    """`value` rounded half away from zero on its shortest decimal form."""
    return Decimal(repr(float(value))).quantize(Decimal(1).scaleb(-decimals), ROUND_HALF_UP)


def number(value: float | None, decimals: int, decimal_sign: str = ".") -> str:
    """A number with a fixed count of decimals and a true minus; "–" for None."""
    if value is None:
        return UNDEFINED
    text = f"{rounded(value, decimals):f}"
    if text.startswith("-"):
        text = text[1:] if not text.strip("-0.") else MINUS + text[1:]
    return text.replace(".", decimal_sign)


THIN = "\u2009"


def grouped(value: float | None, decimals: int, decimal_sign: str = ".") -> str:
    """A number with its digits in threes from 10 000 on, as it is read on an axis."""
    text = number(value, decimals, decimal_sign)
    whole, sign, rest = text.partition(decimal_sign)
    if sum(letter.isdigit() for letter in whole) < 5:
        return text
    digits = whole.removeprefix(MINUS)
    minus = whole[: len(whole) - len(digits)]
    head = len(digits) % 3 or 3
    parts = [digits[:head], *(digits[i : i + 3] for i in range(head, len(digits), 3))]
    return minus + THIN.join(parts) + sign + rest


_SUPERSCRIPTS = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")


def power_number(value: float, exponent: int, decimals: int, decimal_sign: str = ".") -> str:
    """A number as a multiple of a power of ten: "2.5×10⁷"; 0 stays 0."""
    if value == 0:
        return "0"
    mantissa = number(value / 10.0**exponent, decimals, decimal_sign)
    return f"{mantissa}×10{superscript(exponent)}"


def superscript(power: int) -> str:
    """A whole number in raised figures."""
    return str(power).translate(_SUPERSCRIPTS)


def full_number(value: float | None, decimal_sign: str = ".") -> str:
    """A number with all the digits it has, as short as possible."""
    if value is None:
        return UNDEFINED
    return f"{value:.15g}".replace("-", MINUS).replace(".", decimal_sign)


def statistic(value: float, decimal_sign: str = ".") -> str:
    """A t, q or F: two decimals, three significant digits when large."""
    size = abs(value)
    return number(value, 2 if size < 100 else 1 if size < 1000 else 0, decimal_sign)


def degrees_of_freedom(df: float, decimal_sign: str = ".") -> str:
    """Whole df as they are, others with one decimal."""
    return str(int(df)) if float(df).is_integer() else number(df, 1, decimal_sign)


def percent(level: float, decimal_sign: str = ".") -> str:
    """A level such as 95 or 99.9 with its sign and a no-break space."""
    return f"{level:g}".replace(".", decimal_sign) + f"{NBSP}%"


class PStyle(Value, frozen=True):
    """How p values are written.

    Args:
        leading_zero: whether a zero stands before the decimal sign.
        decimals: how many there are; None for three below 0.1 and two above.
    """

    leading_zero: bool = True
    decimals: int | None = None

    def of(self, text: str, decimal_sign: str = ".") -> str:
        """A number below 1 with or without its zero."""
        return text if self.leading_zero else text.replace(f"0{decimal_sign}", decimal_sign, 1)


def p_number(
    p: float,
    alpha: float,
    decimal_sign: str = ".",
    style: PStyle = PStyle(),  # noqa: B008
) -> str:
    """A p value with its sign: "= 0.012", "< 0.001", "> 0.99".

    Three decimals below 0.1, two above, or as the style has it, and more where rounding would
    carry it to the other side of `alpha`. Decided on the unrounded p; never 0.
    """
    least = 10.0 ** -(3 if style.decimals is None else style.decimals)
    if p < least:
        return f"<{NBSP}{style.of(_plain(least, decimal_sign), decimal_sign)}"
    most = 0.99 if style.decimals is None else 1.0 - least
    if p > most:
        return f">{NBSP}{style.of(_plain(most, decimal_sign), decimal_sign)}"
    usual = 3 if p < 0.1 else 2
    decimals = usual if style.decimals is None else style.decimals
    while (float(rounded(p, decimals)) < alpha) != (p < alpha) and decimals < 15:
        decimals += 1
    return f"={NBSP}{style.of(number(p, decimals, decimal_sign), decimal_sign)}"


def _plain(value: float, decimal_sign: str) -> str:
    return f"{value:.12g}".replace(".", decimal_sign)


def p_bound(
    p: float,
    alpha: float,
    decimal_sign: str = ".",
    style: PStyle = PStyle(),  # noqa: B008
) -> str:
    """The tightest usual bound of a p below α: "< 0.001", "< 0.01", else "< 0.05" (α)."""
    limit = next((limit for limit in (0.001, 0.01) if p < limit < alpha), alpha)
    return f"<{NBSP}{style.of(_plain(limit, decimal_sign), decimal_sign)}"


def stars(p: float, alpha: float, limits: tuple[float, ...] = (0.01, 0.001)) -> str:
    """Of a p below α: one star, and one more for each limit below α that it is below."""
    return "*" * (1 + sum(p < limit < alpha for limit in limits))


def count_word(count: int) -> str:
    """Small counts as words, others in figures."""
    words = (
        *("no", "one", "two", "three", "four", "five", "six"),
        *("seven", "eight", "nine", "ten", "eleven", "twelve"),
    )
    return words[count] if count < len(words) else str(count)
