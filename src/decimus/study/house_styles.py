"""A house style: looks and habits that a lab, a journal or an occasion has for all its figures."""

from __future__ import annotations

import msgspec

from decimus.study.limits import ConfidenceLevel, DecimalCount, PDecimals
from decimus.study.looks import Look
from decimus.terms import ComparisonText, Decimals, Direction, ErrorBar


class HouseStyle(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What a house style says; None where it says nothing.

    Args:
        name: what it is called; "" for none at all.
        look: colours, letters, lines and sizes.
        error_bar: what error bars show.
        error_bar_level: of a confidence interval, in percent.
        direction: which way error bars are drawn.
        comparison_text: what comparison lines say: p or stars.
        star_limits: the limits after α.
        leading_zero: whether p on the figure has a zero before its decimal sign.
        p_decimals: how many decimals it has.
        decimals: the rule for decimals.
        fixed_decimals: their number where the rule is a number.
    """

    name: str = ""
    look: Look = Look()
    error_bar: ErrorBar | None = None
    error_bar_level: ConfidenceLevel | None = None
    direction: Direction | None = None
    comparison_text: ComparisonText | None = None
    star_limits: tuple[float, ...] | None = None
    leading_zero: bool | None = None
    p_decimals: PDecimals | None = None
    decimals: Decimals | None = None
    fixed_decimals: DecimalCount | None = None
