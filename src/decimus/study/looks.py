"""How a figure looks, as far as anyone has said: a question, a group or a house style."""

from __future__ import annotations

import msgspec

from decimus.study import limits
from decimus.study.limits import (
    BarColour,
    CapLength,
    Gap,
    LineWidth,
    MarkColour,
    OutlineWidth,
    Share,
    SignSize,
    TextSize,
    Width,
)
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


class Look(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is set about the look of a figure; None where the rule decides.

    Args:
        palette: the set of group colours.
        mark_colour: "palette", or one colour of its own for bars, boxes and points.
        point_shape: of points.
        by_signs: whether levels of the second factor differ by shape, hatch or dash as well.
        mark_opacity: of bars, boxes and points, as a share.
        outline_pt: thickness of the outline of bars and boxes; 0 for none.
        bar_width: of a bar or box, as a share of its section.
        point_mm: diameter of points.
        joins: whether points of a line chart are joined.
        join_pt: thickness of joining lines.
        has_error_bars: whether error bars are drawn.
        has_caps: whether they have short ends.
        cap_mm: how long those are.
        error_bar_pt: thickness of error bars.
        error_bar_colour: "ink", "mark" for the colour of the group, or one of its own.
        error_bar_dash: how they are drawn.
        replicates_at: where replicates stand.
        replicate_mm: diameter of their circles.
        replicate_fill: what is inside them.
        replicate_opacity: of them, as a share.
        joins_units: whether a line joins the values of one unit, where units are the same.
        line_pt: thickness of axes, error bars and comparison lines.
        ticks: where they point.
        has_minor_ticks: whether there are smaller ones between them.
        grid: lines across the plot.
        has_frame: whether the plot is closed above and at the right.
        typeface: of all letters.
        text_pt: size of letters in points.
        comparison_pt: size of what stands in comparison lines and over groups.
        width_mm: width of the page.
        height_mm: height of the page, without what comparison lines or names add to it.
        key_place: where the key stands.
        panel_gap_mm: between panels side by side.
    """

    palette: Palette | None = None
    mark_colour: MarkColour | None = None
    point_shape: PointShape | None = None
    by_signs: bool | None = None
    mark_opacity: Share | None = None
    outline_pt: OutlineWidth | None = None
    bar_width: Share | None = None
    point_mm: SignSize | None = None
    joins: bool | None = None
    join_pt: LineWidth | None = None
    has_error_bars: bool | None = None
    has_caps: bool | None = None
    cap_mm: CapLength | None = None
    error_bar_pt: LineWidth | None = None
    error_bar_colour: BarColour | None = None
    error_bar_dash: LineDash | None = None
    replicates_at: ReplicatePlace | None = None
    replicate_mm: SignSize | None = None
    replicate_fill: Fill | None = None
    replicate_opacity: Share | None = None
    joins_units: bool | None = None
    line_pt: LineWidth | None = None
    ticks: TickSide | None = None
    has_minor_ticks: bool | None = None
    grid: GridLines | None = None
    has_frame: bool | None = None
    typeface: Typeface | None = None
    text_pt: TextSize | None = None
    comparison_pt: TextSize | None = None
    width_mm: Width | None = None
    height_mm: limits.Height | None = None
    key_place: KeyPlace | None = None
    panel_gap_mm: Gap | None = None


class LookOfGroup(msgspec.Struct, frozen=True):
    """What is set about one group only."""

    levels: Levels
    look: Look
