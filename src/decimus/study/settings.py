"""The settings of a figure: what each is called, and what values it may have."""

from __future__ import annotations

import re
from functools import cache
from typing import Any, get_type_hints

import msgspec

from decimus.errors import ChoiceError
from decimus.study.looks import Look
from decimus.study.questions import FigureChoices

FIGURE_SETTINGS = {
    "marks_mean": "mark at the mean",
    "whiskers": "whiskers",
    "stacked_as": "total of stacked bars",
    "value_scale": "scale of the value axis",
    "value_step": "step of the value axis",
    "tick_decimals": "decimals of the value axis",
    "group_scale": "scale of the group axis",
    "group_from": "start of the group axis",
    "group_to": "end of the group axis",
    "leading_zero": "zero before the decimal sign of p",
    "p_decimals": "decimals of p",
    "title": "title",
    "subtitle": "subtitle",
    "figure_number": "figure number",
    "numbers_title": "figure number in the title",
    "title_align": "place of the title",
    "outcomes_together": "several outcomes",
    "across_as": "errors of amounts",
    "counts_below": "n under the names",
    "value_labels": "numbers at groups",
    "label_decimals": "decimals of numbers at groups",
    "references": "lines at values",
    "marks_control": "line at the control's height",
    "shows_key": "key",
    "key_title": "title of the key",
    "drops_empty": "groups without values",
    "fit": "fitted line",
    "shows_equation": "equation of the fitted line",
    "shows_differences": "differences beside the groups",
}
"""What is chosen about one figure by name, in plain words; other choices have their own edits."""

LOOK_SETTINGS = {
    "palette": "colours",
    "mark_colour": "colour of marks",
    "point_shape": "shape of points",
    "by_signs": "signs beside colours",
    "mark_opacity": "opacity of marks",
    "outline_pt": "outline of marks",
    "bar_width": "width of bars",
    "point_mm": "size of points",
    "joins": "joining of points",
    "join_pt": "thickness of joining lines",
    "has_error_bars": "drawing of error bars",
    "has_caps": "ends of error bars",
    "cap_mm": "length of their ends",
    "error_bar_pt": "thickness of error bars",
    "error_bar_colour": "colour of error bars",
    "error_bar_dash": "dash of error bars",
    "replicates_at": "place of replicates",
    "replicate_mm": "size of replicates",
    "replicate_fill": "fill of replicates",
    "replicate_opacity": "opacity of replicates",
    "joins_units": "joining of units",
    "line_pt": "thickness of lines",
    "ticks": "ticks",
    "has_minor_ticks": "small ticks",
    "grid": "grid",
    "has_frame": "frame",
    "typeface": "typeface",
    "text_pt": "size of letters",
    "comparison_pt": "size of letters in comparison lines",
    "width_mm": "width",
    "height_mm": "height",
    "key_place": "place of the key",
    "panel_gap_mm": "gap between panels",
}
"""What is chosen about looks, in plain words."""


OF_GROUPS = frozenset(
    {
        *("mark_colour", "point_shape"),
        *("mark_opacity", "outline_pt", "point_mm", "has_error_bars", "has_caps", "cap_mm"),
        *("error_bar_pt", "error_bar_colour", "error_bar_dash", "replicate_mm"),
        *("replicate_fill", "replicate_opacity"),
    }
)
"""Looks that one group may have by itself; the others are of the whole figure."""


@cache
def _types(record: type[FigureChoices | Look]) -> dict[str, Any]:
    return get_type_hints(record, include_extras=True)


def checked(record: type[FigureChoices | Look], name: str, value: object) -> Any:  # noqa: ANN401
    """A value as the setting holds it.

    Args:
        record: whose setting it is.
        name: the setting.
        value: as typed or read; None goes back to the rule.

    Raises:
        ChoiceError: there is no such setting, or it cannot have that value.
    """
    words = (FIGURE_SETTINGS if record is FigureChoices else LOOK_SETTINGS).get(name)
    if words is None:
        raise ChoiceError(f"A figure has no setting “{name}”", remedy="Choose one that it has")
    try:
        return msgspec.convert(value, type=_types(record)[name])
    except msgspec.ValidationError as error:
        raise ChoiceError(
            f"“{value}” cannot be the {words} of a figure", remedy=_remedy(str(error))
        ) from None


_LIMITS = {">=": "at least", "<=": "at most", ">": "more than", "<": "less than"}


def _remedy(said: str) -> str:
    """What a value can be, from what the library says of one that it cannot."""
    limit = re.search(r"`\w+` (>=|<=|>|<) (\S+)", said)
    if limit is None:
        return "Choose another value"
    return f"Choose {_LIMITS[limit[1]]} {float(limit[2].rstrip('.')):g}"
