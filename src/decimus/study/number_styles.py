"""How numbers are written in words, tables and figures: what is said about it, and all of it."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

import msgspec

from decimus.study.limits import DecimalSign, PDecimals

_SPACE = "\u00a0"


class Thousands(StrEnum):
    """What parts the digits of large numbers into threes."""

    AXES = "axes"
    """A thin space on axes, nothing in words and tables."""
    NONE = "none"
    THIN_SPACE = "thin-space"
    COMMA = "comma"
    """A comma, or a point where the decimal sign is a comma."""


class Minus(StrEnum):
    """The sign before negative numbers."""

    MINUS = "minus"
    """A true minus, as wide as a plus."""
    HYPHEN = "hyphen"


class Spaces(StrEnum):
    """Where spaces stand around the signs of numbers."""

    AROUND = "around"
    """Around =, <, > and before the per cent sign: p = 0.012, 95 %."""
    SIGNS = "signs"
    """Around =, <, > only: p = 0.012, 95%."""
    NONE = "none"
    """Nowhere: p=0.012, 95%."""


PFloor = Annotated[float, msgspec.Meta(ge=1e-15, le=0.05)]


class NumberStyle(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is said about how numbers are written; None where nothing is.

    Args:
        decimal_sign: point or comma.
        leading_zero: whether p has a zero before its decimal sign.
        p_decimals: how many decimals it has.
        p_floor: below which it is only said that it is below.
        thousands: what parts large numbers.
        minus: the sign before negative ones.
        spaces: where spaces stand around signs.
    """

    decimal_sign: DecimalSign | None = None
    leading_zero: bool | None = None
    p_decimals: PDecimals | None = None
    p_floor: PFloor | None = None
    thousands: Thousands | None = None
    minus: Minus | None = None
    spaces: Spaces | None = None


class Numerals(msgspec.Struct, frozen=True):
    """How numbers are written, settled.

    Args:
        decimal_sign: point or comma.
        leading_zero: whether p has a zero before its decimal sign.
        p_decimals: how many decimals it has; None for three below 0.1 and two above.
        p_floor: below which it is only said that it is below; None for the last decimal.
        thousands: what parts large numbers.
        minus: the sign before negative ones.
        spaces: where spaces stand around signs.
    """

    decimal_sign: str = "."
    leading_zero: bool = True
    p_decimals: int | None = None
    p_floor: float | None = None
    thousands: Thousands = Thousands.AXES
    minus: Minus = Minus.MINUS
    spaces: Spaces = Spaces.AROUND

    @property
    def minus_sign(self) -> str:
        """The sign before negative numbers."""
        return {Minus.MINUS: "\u2212", Minus.HYPHEN: "-"}[self.minus]

    @property
    def equals(self) -> str:
        """The sign between a quantity and its value."""
        return self.relation("=")

    @property
    def percent(self) -> str:
        """The per cent sign behind a number."""
        return f"{_SPACE}%" if self.spaces is Spaces.AROUND else "%"

    def relation(self, sign: str) -> str:
        """A sign such as "<" between a quantity and its value."""
        return sign if self.spaces is Spaces.NONE else f"{_SPACE}{sign}{_SPACE}"

    def decimal(self, text: str) -> str:
        """Digits with a point as they are written."""
        return text.replace(".", self.decimal_sign).replace("-", self.minus_sign)


PLAIN = Numerals()
"""Numbers as they are written where nobody said anything, with a point."""


def settled(decimal_sign: str, *said: NumberStyle) -> Numerals:
    """How numbers are written where several have a say, those that come first before others."""
    found: dict[str, object] = {"decimal_sign": decimal_sign}
    for style in reversed(said):
        for name in NumberStyle.__struct_fields__:
            value = getattr(style, name)
            if value is not None:
                found[name] = value
    return msgspec.convert(found, Numerals)
