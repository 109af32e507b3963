"""Documented changes to measurements: each can be taken back and is named in the caption."""

from __future__ import annotations

from enum import StrEnum

import msgspec


class RelativeScale(StrEnum):
    """How a value is expressed beside the mean of the control."""

    PERCENT = "percent"
    FOLD = "fold"
    LOG2_FOLD = "log2-fold"


class ValueAdjustment(msgspec.Struct, frozen=True, tag=True):
    """Any of the changes below."""


class ConvertUnit(ValueAdjustment, frozen=True):
    """Every value times `factor`, in another unit."""

    factor: float
    unit: str


class MinusBlank(ValueAdjustment, frozen=True):
    """Every value less a blank: an amount, or the mean of one level, which is no group then.

    The blank's own error is not carried.
    """

    amount: float | None = None
    variable: int | None = None
    level: str = ""


class FactorOnGroup(ValueAdjustment, frozen=True):
    """The values of one level times a factor, such as a dilution, or divided by it.

    `uncertainty` is the factor's own, in percent; it is stated, not carried.
    """

    variable: int
    level: str
    factor: float
    uncertainty: float | None = None
    is_divided: bool = False

    @property
    def multiplier(self) -> float:
        """What values are multiplied by."""
        return 1 / self.factor if self.is_divided else self.factor


class RelativeToControl(ValueAdjustment, frozen=True):
    """Values beside the mean of a control level, within each level of other factors."""

    variable: int
    level: str
    scale: RelativeScale


class Logarithm(ValueAdjustment, frozen=True):
    """Logarithms of the values; base 2, 10 or e (0)."""

    base: int


AnyAdjustment = ConvertUnit | MinusBlank | FactorOnGroup | RelativeToControl | Logarithm
"""What a reading holds; told apart in a file by the name of its class."""


class ComputedColumn(msgspec.Struct, frozen=True):
    """A column computed from others by an expression in their names.

    With `stem_of`, the heading of a column of names, it holds what those are called without the
    number or letter they end with: WT of WT_1.
    """

    name: str
    expression: str
    unit: str = ""
    stem_of: str = ""

    @property
    def counts_cases(self) -> bool:
        """Whether it holds a one for every row, so that rows are counted and nothing else."""
        return self.expression.strip() == "1"
