"""A house style: looks and habits that a lab, a journal or an occasion has for all its figures."""

from __future__ import annotations

import msgspec

from decimus.study.limits import ConfidenceLevel, DecimalCount, DecimalSign, PDecimals
from decimus.study.looks import Look
from decimus.study.number_styles import Minus, NumberStyle, PFloor, Spaces, Thousands
from decimus.terms import ComparisonText, Decimals, Direction, ErrorBar


class HouseStyle(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What a house style says; None where it says nothing.

    Args:
        name: what it is called; "" for none at all.
        look: colours, letters, lines and sizes.
        error_bar: what error bars show.
        error_bar_level: of a confidence interval, in percent.
        direction: which way error bars are drawn.
        show_replicates: whether single values are laid over the marks.
        comparison_text: what comparison lines say: p or stars.
        star_limits: the limits after α.
        decimal_sign: point or comma.
        leading_zero: whether p has a zero before its decimal sign.
        p_decimals: how many decimals it has.
        p_floor: below which it is only said that it is below.
        thousands: what parts large numbers.
        minus: the sign before negative ones.
        spaces: where spaces stand around signs.
        decimals: the rule for decimals.
        fixed_decimals: their number where the rule is a number.
    """

    name: str = ""
    look: Look = Look()
    error_bar: ErrorBar | None = None
    error_bar_level: ConfidenceLevel | None = None
    direction: Direction | None = None
    show_replicates: bool | None = None
    comparison_text: ComparisonText | None = None
    star_limits: tuple[float, ...] | None = None
    decimal_sign: DecimalSign | None = None
    leading_zero: bool | None = None
    p_decimals: PDecimals | None = None
    p_floor: PFloor | None = None
    thousands: Thousands | None = None
    minus: Minus | None = None
    spaces: Spaces | None = None
    decimals: Decimals | None = None
    fixed_decimals: DecimalCount | None = None

    @property
    def number_style(self) -> NumberStyle:
        """What it says about how numbers are written."""
        return NumberStyle(**{name: getattr(self, name) for name in NumberStyle.__struct_fields__})
