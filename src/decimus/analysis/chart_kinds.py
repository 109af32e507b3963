"""What every kind of chart is: what stands for a group, where it begins, how groups are spaced."""

from __future__ import annotations

from enum import Enum

from decimus.terms import ChartKind, Spacing
from decimus.values import Value


class MarkShape(Enum):
    """What stands for a group."""

    BOX = "a box from the base to its height"
    POINT = "a point at its height"


class ChartTraits(Value, frozen=True):
    """What a kind of chart is.

    Args:
        mark: what stands for a group.
        spacing: how far apart groups stand until something is chosen.
        has_zero_base: whether what stands there is read by its length, which begins at 0.
    """

    mark: MarkShape
    spacing: Spacing
    has_zero_base: bool = False


CHARTS: dict[ChartKind, ChartTraits] = {
    ChartKind.BARS: ChartTraits(MarkShape.BOX, Spacing.EVEN, has_zero_base=True),
    ChartKind.POINTS: ChartTraits(MarkShape.POINT, Spacing.BY_AMOUNT),
}
"""Every kind of chart, described once."""
