"""How a figure looks, complete: by rule, house style, question, and exceptions of single groups."""

from __future__ import annotations

from enum import Enum
from functools import lru_cache
from typing import Any

from msgspec.structs import asdict

from decimus.study.looks import Look
from decimus.study.questions import FigureChoices
from decimus.study.targets import Levels
from decimus.terms import (
    Fill,
    GridLines,
    KeyPlace,
    LineDash,
    Palette,
    PointShape,
    ReplicatePlace,
    TickSide,
    Typeface,
)
from decimus.values import Value


class Origin(Enum):
    """Who said how something looks; a later one overrules those before."""

    RULE = "the rule"
    HOUSE = "the house style"
    QUESTION = "this figure"
    GROUP = "this group"


class Style(Value, frozen=True):
    """A complete look: the fields of `Look`, each with a value."""

    palette: Palette = Palette.SHORE
    mark_colour: str = "palette"
    point_shape: PointShape = PointShape.USUAL
    by_signs: bool = False
    mark_opacity: float = 1.0
    outline_pt: float = 0.0
    bar_width: float = 0.64
    point_mm: float = 2.2
    joins: bool = True
    join_pt: float = 1.0
    has_error_bars: bool = True
    has_caps: bool = True
    cap_mm: float = 2.0
    error_bar_pt: float = 0.75
    error_bar_colour: str = "ink"
    error_bar_dash: LineDash = LineDash.SOLID
    replicates_at: ReplicatePlace = ReplicatePlace.BESIDE
    replicate_mm: float = 1.04
    replicate_fill: Fill = Fill.OPEN
    replicate_opacity: float = 1.0
    joins_units: bool = False
    line_pt: float = 0.75
    ticks: TickSide = TickSide.OUTSIDE
    has_minor_ticks: bool = False
    grid: GridLines = GridLines.NONE
    has_frame: bool = False
    typeface: Typeface = Typeface.SANS
    text_pt: float = 8.0
    comparison_pt: float = 7.2
    width_mm: float = 85.0
    height_mm: float = 62.0
    key_place: KeyPlace = KeyPlace.ABOVE
    panel_gap_mm: float = 3.0


class ResolvedStyle(Value, frozen=True):
    """The look of a figure and of single groups, and where each value comes from.

    Args:
        style: of the figure.
        origins: who said it, by field.
        exceptions: the looks of groups that have one of their own.
    """

    style: Style
    origins: dict[str, Origin]
    exceptions: dict[Levels, Style]

    def of(self, levels: Levels) -> Style:
        """The look of one group."""
        return self.exceptions.get(levels, self.style)

    def origin(self, field: str, levels: Levels | None = None) -> Origin:
        """Who said a value: of the figure, or of a group."""
        if levels is not None and levels in self.exceptions:
            own = getattr(self.exceptions[levels], field)
            if own != getattr(self.style, field):
                return Origin.GROUP
        return self.origins[field]


_SMALL = 0.9
"""Letters of comparison lines, beside those of the axes."""


@lru_cache(maxsize=16)
def style_of(figure: FigureChoices) -> ResolvedStyle:
    """The complete look that follows from what was chosen for a figure, and its house style."""
    values: dict[str, Any] = asdict(Style())
    origins = dict.fromkeys(values, Origin.RULE)
    for look, origin in ((figure.house.look, Origin.HOUSE), (figure.look, Origin.QUESTION)):
        said = set_fields(look)
        values |= said
        origins |= dict.fromkeys(said, origin)
    # What follows from another value until it is set itself.
    for field, source in (("error_bar_pt", "line_pt"), ("comparison_pt", "text_pt")):
        if origins[field] is Origin.RULE:
            values[field] = values[source] * (_SMALL if field == "comparison_pt" else 1.0)
    exceptions = {own.levels: Style(**values | set_fields(own.look)) for own in figure.group_looks}
    return ResolvedStyle(Style(**values), origins, exceptions)


def set_fields(look: Look) -> dict[str, Any]:
    """The fields of a look that something was said of."""
    return {field: value for field, value in asdict(look).items() if value is not None}
