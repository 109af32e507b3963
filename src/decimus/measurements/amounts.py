"""Amounts in names of levels and in headings: "2 g/L", "10 ± 0.5 °C"."""

from __future__ import annotations

import re
from collections.abc import Iterable

from decimus.measurements.decimals import decimal_vote
from decimus.measurements.headings import MINUS, SPACES
from decimus.measurements.numbers import CellKind, read_cell

_NUMBER = r"(?:\d(?:[\d.,' ]*\d)?[.,]?|[.,]\d+)"
_AMOUNT = re.compile(rf"([<>]?)\s*([+-]?{_NUMBER}(?:[eE][+-]?\d+)?)\s*(\D.*)?")
_ERROR = re.compile(rf"(.*?)\s*(?:±|\+/-)\s*({_NUMBER})\s*(.*)")


def amount_and_unit(text: str, decimal: str = ".") -> tuple[float, str] | None:
    """A heading such as "2 g/L" as (2.0, "g/L"); "2" as (2.0, ""); None for names.

    An error that is given with it is none of its unit: "10 ± 0.5 °C" is (10.0, "°C").

    Args:
        text: the heading or level.
        decimal: the decimal sign, by which "1,000" is a thousand or one.
    """
    match = _AMOUNT.fullmatch(text.translate(SPACES).strip().translate(MINUS))
    if match is None or match[1]:
        return None
    value, rest = read_cell(match[2], decimal), (match[3] or "").strip()
    if error := _ERROR.fullmatch(rest):
        if error[1] and error[3] not in ("", error[1]):
            return None
        rest = error[1] or error[3]
    if rest and rest[0] in ".,:/-":
        return None  # a date, a time, a range
    return (value.value, rest) if value.kind is CellKind.NUMBER else None


def error_of_amount(text: str, decimal: str = ".") -> float | None:
    """The error that an amount gives of itself: 0.5 for "10 ± 0.5 °C"; None for none."""
    found = _ERROR.fullmatch(text.translate(SPACES).strip())
    if found is None or amount_and_unit(text, decimal) is None:
        return None
    error = read_cell(found[2], decimal)
    return error.value if error.kind is CellKind.NUMBER else None


def sign_of_amounts(texts: Iterable[str], likely: str) -> str:
    """The decimal sign of amounts that belong together: theirs where it is clear, else `likely`."""
    plain = [text.translate(SPACES).strip().translate(MINUS) for text in texts]
    numbers = [match[2] for match in map(_AMOUNT.fullmatch, plain) if match is not None]
    signs = {decimal_vote([numbers], either).sign for either in (".", ",")}
    # Where the suggestion decides, nothing else does: then that of the table.
    return signs.pop() if len(signs) == 1 and any("," in n or "." in n for n in numbers) else likely
