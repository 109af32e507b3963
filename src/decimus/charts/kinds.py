"""What has to be said of every kind of chart: one description, complete or not at all."""

from __future__ import annotations

from collections.abc import Callable

from decimus.charts.data import Panel
from decimus.charts.marks import SceneMark
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Spacing
from decimus.values import Value


class SlotRule(Value, frozen=True):
    """How much of a section its groups take.

    Args:
        alone: share of the section that a single group fills.
        together: share that several fill together.
        of_its_place: share of its place that each of several fills.
        widest_mm: no group is wider.
        most_mm: nor are its marks.
    """

    alone: float
    together: float
    of_its_place: float
    widest_mm: float = 16.0
    most_mm: float = 16.0


class KindWords(Value, frozen=True):
    """What a kind is called.

    Args:
        noun: what stands for a group, in the plural: the caption's first word.
        shows: what the caption says between that and the quantity.
    """

    noun: str
    shows: str


class Chart(Value, frozen=True):
    """A kind of chart.

    Args:
        kind: which.
        draws: the marks of a panel, from the lowest to the topmost.
        needs: why it cannot be drawn of these panels; "" where it can.
        has_zero_base: whether what stands there is read by its length, which begins at 0.
        spacing: how far apart groups stand until something is chosen.
        slots: how much room each takes.
        are_small: whether its marks are small, so that they need deep colours.
        words: what it is called.
    """

    kind: ChartKind
    draws: Callable[[Panel, FigureChoices], tuple[SceneMark, ...]]
    needs: Callable[[tuple[Panel, ...]], str]
    has_zero_base: bool
    spacing: Spacing
    slots: SlotRule
    are_small: bool
    words: KindWords


def nothing(panels: tuple[Panel, ...]) -> str:
    """What a kind needs that can always be drawn."""
    del panels
    return ""
