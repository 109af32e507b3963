"""Writing numbers: rounding, true minus, p values."""

from __future__ import annotations

import math
import re
from decimal import ROUND_HALF_UP, Context, Decimal

from decimus.study.number_styles import PLAIN, Numerals, Spaces, Thousands

MINUS = "\u2212"
NBSP = "\u00a0"
UNDEFINED = "–"

LARGE = 1e7
"""Numbers of six significant digits are written as multiples of a power of ten from there on."""
_BEYOND = 1e15
"""From there on a double holds no further digit, whatever decimals are asked for."""
_MOST_DIGITS = 15
_SMALL, _MANY_DECIMALS = 1e-3, 6
"""Numbers below that need so many decimals that they are multiples of a power of ten, too."""
_POWER_DECIMALS = 5
_EXACT = Context(prec=700)
"""Holds every digit of every double, from 1e-324 to 1e308."""


def rounded(value: float, decimals: int) -> Decimal:
    """`value` rounded half away from zero on its shortest decimal form.

    Args:
        value: a finite number.
        decimals: how many; below 0 tens, hundreds and so on are rounded to.
    """
    place = Decimal(1).scaleb(-decimals)
    return Decimal(repr(float(value))).quantize(place, ROUND_HALF_UP, context=_EXACT)


def telling_decimals(value: float, digits: int) -> int:
    """Decimals by which a number, not 0, has so many significant digits; −2 is to hundreds."""
    return digits - 1 - math.floor(math.log10(abs(value)))


DIGITS_OF_SQUARES = 3
"""Significant digits of variances, sums of squares and mean squares."""


def number(value: float | None, decimals: int, numerals: Numerals = PLAIN) -> str:
    """A number with its decimals and its minus; "–" for None.

    Where the digits would be more than a double holds, or so many zeros that nobody counts
    them, it is written as a multiple of a power of ten: "6.0240×10²³", "9.55×10⁻⁷".

    Args:
        value: the number.
        decimals: how many; below 0 for numbers that are rounded to hundreds, millions and so on.
        numerals: how numbers are written.
    """
    if value is None or math.isnan(value):
        return UNDEFINED
    size = abs(value)
    if not math.isfinite(value):
        return f"{numerals.minus_sign if value < 0 else ''}∞"
    if size >= _BEYOND or (decimals < 0 and size >= LARGE):
        places = math.floor(math.log10(size)) + decimals
        return _of_power(value, min(max(places, 2), _POWER_DECIMALS), numerals)
    if decimals < 0:
        # Small beside the others: as exact as they, it would be nothing.
        decimals = max(0, telling_decimals(size, 3)) if size else 0
    elif decimals > _MANY_DECIMALS and 0 < size < _SMALL:
        places = math.floor(math.log10(size)) + decimals
        return _of_power(value, min(places, _MOST_DIGITS - 1), numerals) if places >= 0 else "0"
    elif size >= 1:
        decimals = min(decimals, telling_decimals(size, _MOST_DIGITS))
    return _written(value, decimals, numerals, numerals.thousands)


def plain_number(value: float, decimals: int, numerals: Numerals = PLAIN) -> str:
    """A number with its decimals, however many zeros that takes, for columns of alike numbers."""
    return _written(value, decimals, numerals, numerals.thousands)


def _of_power(value: float, decimals: int, numerals: Numerals) -> str:
    """A number, not 0, as a multiple of its own power of ten."""
    exact = Decimal(repr(value))
    power = exact.adjusted()
    if abs(rounded_at := exact.scaleb(-power, context=_EXACT)) + _half(decimals) >= 10:
        power += 1  # 9.996 with two decimals is 1.00 of the next power
        rounded_at = exact.scaleb(-power, context=_EXACT)
    digits = rounded_at.quantize(Decimal(1).scaleb(-decimals), ROUND_HALF_UP, context=_EXACT)
    return f"{numerals.decimal(str(digits))}×10{superscript(power)}"


def _half(decimals: int) -> Decimal:
    """Half of the last decimal."""
    return Decimal(5).scaleb(-decimals - 1)


def _written(value: float | None, decimals: int, numerals: Numerals, thousands: Thousands) -> str:
    if value is None:
        return UNDEFINED
    text = f"{rounded(value, decimals):f}"
    minus = ""
    if text.startswith("-"):
        minus = numerals.minus_sign if text.strip("-0.") else ""
        text = text[1:]
    whole, point, rest = text.partition(".")
    decimal_sign = numerals.decimal_sign if point else ""
    return minus + in_threes(whole, numerals, thousands) + decimal_sign + rest


THIN = "\u2009"
_FROM_DIGITS = {
    Thousands.AXES: None,
    Thousands.NONE: None,
    Thousands.THIN_SPACE: 5,
    Thousands.COMMA: 4,
}
"""Digits of a number in words from which on it is parted; None for never."""


def in_threes(digits: str, numerals: Numerals, thousands: Thousands) -> str:
    """The digits of a whole number, parted as the style has it: 12 345, or 1,234."""
    fewest = _FROM_DIGITS[thousands]
    if fewest is None or len(digits) < fewest:
        return digits
    between = THIN
    if thousands is Thousands.COMMA:
        between = "." if numerals.decimal_sign == "," else ","
    head = len(digits) % 3 or 3
    parts = [digits[:head], *(digits[i : i + 3] for i in range(head, len(digits), 3))]
    return between.join(parts)


def grouped(value: float | None, decimals: int, numerals: Numerals = PLAIN) -> str:
    """A number as it is read on an axis, by rule with its digits in threes from 10 000 on."""
    by_rule = numerals.thousands is Thousands.AXES
    thousands = Thousands.THIN_SPACE if by_rule else numerals.thousands
    return _written(value, decimals, numerals, thousands)


def count(value: int, numerals: Numerals = PLAIN) -> str:
    """How many there are, in figures."""
    return in_threes(str(value), numerals, numerals.thousands)


_SUPERSCRIPTS = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")
_LEVEL = str.maketrans("⁻⁰¹²³⁴⁵⁶⁷⁸⁹", "-0123456789")
_POWER = re.compile(r"(\S+?)\s*×\s*10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+)")


def power_number(value: float, exponent: int, decimals: int, numerals: Numerals = PLAIN) -> str:
    """A number as a multiple of a power of ten: "2.5×10⁷"; 0 stays 0."""
    if value == 0:
        return "0"
    exact = float(Decimal(repr(value)).scaleb(-exponent, context=_EXACT))
    return f"{number(exact, decimals, numerals)}×10{superscript(exponent)}"


def superscript(power: int) -> str:
    """A whole number in raised figures."""
    return str(power).translate(_SUPERSCRIPTS)


def full_number(value: float | None, numerals: Numerals = PLAIN) -> str:
    """A number with all the digits it has, as short as possible."""
    if value is None or math.isnan(value):
        return UNDEFINED
    mantissa, has_power, power = f"{value:.15g}".partition("e")
    times = f"×10{superscript(int(power))}" if has_power else ""
    return numerals.decimal(mantissa) + times


def typed_power(text: str) -> str:
    """A number that may be written as a multiple of a power of ten, as programs read it.

    "6.024×10²³" is 6.024e23; anything else stays as it is.
    """
    found = _POWER.fullmatch(text)
    if found is None:
        return text
    return f"{found[1]}e{found[2].translate(_LEVEL)}"


def statistic(value: float, numerals: Numerals = PLAIN) -> str:
    """A t, q or F: two decimals, three significant digits when large."""
    size = abs(value)
    if size >= LARGE:
        return number(value, telling_decimals(size, 3), numerals)
    return number(value, 2 if size < 100 else 1 if size < 1000 else 0, numerals)


def degrees_of_freedom(df: float, numerals: Numerals = PLAIN) -> str:
    """Whole df as they are, others with one decimal."""
    return str(int(df)) if float(df).is_integer() else number(df, 1, numerals)


def percent(level: float, numerals: Numerals = PLAIN) -> str:
    """A level such as 95 or 99.9 with its sign and a no-break space."""
    return numerals.decimal(f"{level:g}") + numerals.percent


def p_number(p: float, alpha: float, numerals: Numerals = PLAIN) -> str:
    """A p value with its sign: "= 0.012", "< 0.001", "> 0.99".

    Three decimals below 0.1, two above, or as the style has it, and more where rounding would
    carry it to the other side of `alpha`. Decided on the unrounded p; never 0.
    """
    least = numerals.p_floor
    if least is None:
        least = 10.0 ** -(3 if numerals.p_decimals is None else numerals.p_decimals)
    if p < least and (p < alpha) == (least <= alpha):
        return _related("<", _plain(least, numerals), numerals)
    decimals = (3 if p < 0.1 else 2) if numerals.p_decimals is None else numerals.p_decimals
    most = 0.99 if numerals.p_decimals is None else 1.0 - 10.0**-decimals
    if p > most:
        return _related(">", _plain(most, numerals), numerals)
    if p < 10.0**-decimals:
        decimals = math.ceil(-math.log10(p))
    while (float(rounded(p, decimals)) < alpha) != (p < alpha) and decimals < 15:
        decimals += 1
    text = _written(p, decimals, numerals, numerals.thousands)
    return _related("=", _of_p(text, numerals), numerals)


def p_words(p: float, alpha: float, numerals: Numerals = PLAIN) -> str:
    """A p value with its letter: "p = 0.012"."""
    gap = "" if numerals.spaces is Spaces.NONE else NBSP
    return f"p{gap}{p_number(p, alpha, numerals)}"


def p_value(p: float, alpha: float, numerals: Numerals = PLAIN) -> str:
    """A p value for a column of them: "0.012", "< 0.001"."""
    text = p_number(p, alpha, numerals)
    return text.removeprefix("=").lstrip(NBSP) if text.startswith("=") else text


def _related(sign: str, text: str, numerals: Numerals) -> str:
    return numerals.relation(sign).removeprefix(NBSP) + text


def _of_p(text: str, numerals: Numerals) -> str:
    """A number below 1 with or without its zero."""
    sign = numerals.decimal_sign
    return text if numerals.leading_zero else text.replace(f"0{sign}", sign, 1)


def _plain(value: float, numerals: Numerals) -> str:
    text = f"{value:.12f}".rstrip("0").rstrip(".")
    return _of_p(text.replace(".", numerals.decimal_sign), numerals)


def p_bound_words(p: float, alpha: float, numerals: Numerals = PLAIN) -> str:
    """The tightest usual bound of a p below α: "p < 0.001", "p < 0.01", else "p < 0.05" (α)."""
    limit = next((limit for limit in (0.001, 0.01) if p < limit < alpha), alpha)
    return f"p{numerals.relation('<')}{_plain(limit, numerals)}"


def p_limit(limit: float, numerals: Numerals = PLAIN) -> str:
    """A limit of p values, such as α: "0.05"."""
    return _plain(limit, numerals)


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
