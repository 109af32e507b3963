"""Every setting of the figure as a choice in words: what it is now, what else it can be."""

from __future__ import annotations

import re
from enum import StrEnum

from decimus.analysis.results import Results
from decimus.charts.styles import Origin, style_of
from decimus.errors import ChoiceError
from decimus.plurals import plural
from decimus.study.edits import ChooseLook, ChooseSetting, Edit
from decimus.study.edits.figures import SettingValue
from decimus.study.number_styles import Numerals
from decimus.study.settings import FIGURE_SETTINGS, LOOK_SETTINGS
from decimus.terms import (
    AxisScale,
    ErrorShape,
    Fill,
    FitLine,
    GridLines,
    KeyPlace,
    LineDash,
    Palette,
    PointShape,
    ReplicatePlace,
    Stacking,
    TickSide,
    TitleAlign,
    Typeface,
    ValueLabels,
    Whiskers,
)
from decimus.wording.numbers import full_number
from decimus.wording.phrases import typed_number
from decimus.wording.spans import Choice, Entry, Option, Style

_SCALES: dict[StrEnum | bool, str] = {
    AxisScale.LINEAR: "plain axis",
    AxisScale.LOG: "logarithmic axis",
}

WORDS: dict[str, dict[StrEnum | bool, str]] = {
    "marks_mean": {True: "mean marked", False: "mean not marked"},
    "whiskers": {
        Whiskers.WITHIN_REACH: "to the furthest value within 1.5 interquartile ranges",
        Whiskers.EXTREMES: "to the smallest and the largest value",
        Whiskers.PERCENTILES: "to the 5th and 95th percentile",
    },
    "stacked_as": {
        Stacking.COUNTS: "as counts",
        Stacking.SHARES: "as percentages of each bar’s total",
    },
    "value_scale": _SCALES,
    "group_scale": _SCALES,
    "leading_zero": {True: "p with a zero before", False: "p without a zero before"},
    "numbers_title": {True: "with its number", False: "without its number"},
    "title_align": {TitleAlign.START: "at the left", TitleAlign.MIDDLE: "in the middle"},
    "outcomes_together": {True: "side by side on one axis", False: "an axis each"},
    "across_as": {ErrorShape.CROSSED: "lines that cross", ErrorShape.BOX: "boxes around both"},
    "counts_below": {True: "n under the names", False: "no n under the names"},
    "value_labels": {
        ValueLabels.NONE: "no numbers at groups",
        ValueLabels.HEIGHT: "its number at each group",
        ValueLabels.HEIGHT_AND_BAR: "its number with its error bar",
    },
    "marks_control": {True: "line at the control", False: "no line at the control"},
    "shows_key": {True: "with a key", False: "no key"},
    "drops_empty": {True: "no place for empty groups", False: "empty groups keep their place"},
    "fit": {
        FitLine.NONE: "no fitted line",
        FitLine.STRAIGHT: "straight line through all replicates",
        FitLine.SMOOTH: "smooth curve through the points",
    },
    "shows_equation": {True: "with its equation", False: "without its equation"},
    "shows_differences": {True: "differences beside the groups", False: "no differences beside"},
    "palette": {
        Palette.SHORE: "a colour per group",
        Palette.GREY: "greys",
        Palette.OKABE_ITO: "Okabe–Ito colours",
        Palette.ONE_COLOUR: "one colour",
    },
    "point_shape": {
        PointShape.USUAL: "usual shapes",
        PointShape.CIRCLE: "circles",
        PointShape.SQUARE: "squares",
        PointShape.TRIANGLE: "triangles",
        PointShape.DIAMOND: "diamonds",
        PointShape.CROSS: "crosses",
    },
    "by_signs": {True: "signs beside colours", False: "colours alone"},
    "joins": {True: "joined", False: "not joined"},
    "has_error_bars": {True: "drawn", False: "hidden"},
    "has_caps": {True: "with short ends", False: "without ends"},
    "error_bar_dash": {
        LineDash.SOLID: "solid",
        LineDash.DASHED: "dashed",
        LineDash.DOTTED: "dotted",
    },
    "replicates_at": {
        ReplicatePlace.BESIDE: "beside the mark",
        ReplicatePlace.OVER: "over the mark",
        ReplicatePlace.IN_LINE: "in a line over the mark",
    },
    "replicate_fill": {Fill.OPEN: "open", Fill.TINTED: "tinted", Fill.FILLED: "filled"},
    "joins_units": {True: "one unit joined by a line", False: "units not joined"},
    "typeface": {Typeface.SANS: "without serifs", Typeface.SERIF: "with serifs"},
    "ticks": {
        TickSide.OUTSIDE: "ticks outside",
        TickSide.INSIDE: "ticks inside",
        TickSide.NONE: "no ticks",
    },
    "has_minor_ticks": {True: "small ticks between", False: "no small ticks"},
    "grid": {
        GridLines.NONE: "no grid",
        GridLines.MAJOR: "grid at the numbers",
        GridLines.MINOR: "fine grid",
    },
    "has_frame": {True: "frame", False: "no frame"},
    "key_place": {
        KeyPlace.ABOVE: "above",
        KeyPlace.BELOW: "below",
        KeyPlace.LEFT: "at the left",
        KeyPlace.RIGHT: "at the right",
        KeyPlace.INSIDE: "inside",
    },
}
"""The values of settings that are closed sets, in words."""

UNITS: dict[str, str] = {
    "mark_opacity": "%",
    "bar_width": "%",
    "replicate_opacity": "%",
    "outline_pt": "pt",
    "join_pt": "pt",
    "error_bar_pt": "pt",
    "line_pt": "pt",
    "text_pt": "pt",
    "comparison_pt": "pt",
    "point_mm": "mm",
    "cap_mm": "mm",
    "replicate_mm": "mm",
    "width_mm": "mm",
    "height_mm": "mm",
    "panel_gap_mm": "mm",
    "value_step": "",
    "tick_decimals": "decimals",
    "label_decimals": "decimals",
    "group_from": "",
    "group_to": "",
    "figure_number": "whole",
    "p_decimals": "decimals",
}
"""Settings that are numbers, with the unit they are typed in."""
_WHOLE = frozenset({"decimals", "whole"})
PHRASES: dict[str, tuple[str, str]] = {
    "mark_opacity": ("{} opaque", ""),
    "bar_width": ("{} of their place wide", "width by the rule"),
    "replicate_opacity": ("{} opaque", ""),
    "outline_pt": ("outline {}", ""),
    "join_pt": ("line {}", ""),
    "error_bar_pt": ("{} thick", ""),
    "line_pt": ("all lines {}", ""),
    "text_pt": ("{}", ""),
    "comparison_pt": ("{}", ""),
    "point_mm": ("{} wide", "size by the rule"),
    "cap_mm": ("ends {} long", "length by the rule"),
    "replicate_mm": ("{} wide", "size by the rule"),
    "width_mm": ("{} wide", ""),
    "height_mm": ("{} high", ""),
    "panel_gap_mm": ("{} between panels", ""),
    "value_step": ("every {}", "step by the rule"),
    "tick_decimals": ("{}", "decimals by the rule"),
    "label_decimals": ("{}", "decimals as elsewhere"),
    "group_from": ("from {}", "start from the data"),
    "group_to": ("to {}", "end from the data"),
    "title": ("“{}”", "no title"),
    "subtitle": ("“{}”", "no subtitle"),
    "figure_number": ("Figure {}", ""),
    "p_decimals": ("p with {}", "decimals of p by the rule"),
    "key_title": ("“{}”", "titled by the factor"),
    "error_bar_colour": ("{}", ""),
    "mark_colour": ("{}", "colours of the palette"),
    "references": ("at {}", "no lines at values"),
}
"""What is typed, as the words of a choice; and what stands there where nobody has said anything."""
TEXTS = frozenset(
    {"title", "subtitle", "mark_colour", "key_title", "error_bar_colour", "references"}
)
"""Settings that are typed as they are."""


def setting_choice(results: Results, name: str) -> Choice:
    """A setting as a choice, with the way back to the rule where it was set."""
    is_look = name in LOOK_SETTINGS
    about = LOOK_SETTINGS[name] if is_look else FIGURE_SETTINGS[name]

    def edit(value: SettingValue) -> Edit:
        kind = ChooseLook if is_look else ChooseSetting
        return kind(name=name, value=value, question=results.number)

    now, is_set = _now(results, name, is_look=is_look)
    has_house = is_look and getattr(results.question.figure.house.look, name) is not None
    by_rule = Option("by the style" if has_house else "by the rule", edit(None), not is_set)
    if name in WORDS:
        options = tuple(
            Option(words, edit(value if isinstance(value, bool) else value.value), value == now)
            for value, words in WORDS[name].items()
        )
        text = WORDS[name].get(now, "by the rule")  # type: ignore[call-overload]
        rest = (by_rule,) if is_set or now is None else ()
        return Choice(name, text, about, (*options, *rest), style=_style(is_set=is_set))
    numerals = results.numerals
    said = _said(name, now, numerals)
    phrase, unsaid = PHRASES[name]
    # What the rule makes of it depends on the room there is, so that no number is said.
    is_said = is_set or has_house or not unsaid
    text = phrase.format(said) if said and is_said else unsaid
    entry = Entry(_label(name, about), said, lambda typed: edit(_typed(name, typed)))
    return Choice(name, text, about, (by_rule,), (entry,), _style(is_set=is_set))


def _style(*, is_set: bool) -> Style:
    """What somebody set is slanted, so that it is told from what the rule says."""
    return Style.ITALIC if is_set else Style.PLAIN


def _now(results: Results, name: str, *, is_look: bool) -> tuple[object, bool]:
    """What a setting is, and whether somebody said so."""
    figure = results.question.figure
    if not is_look:
        value = getattr(figure, name)
        return value, value != getattr(type(figure)(), name)
    resolved = style_of(figure)
    return getattr(resolved.style, name), resolved.origin(name) is Origin.QUESTION


def _said(name: str, value: object, numerals: Numerals) -> str:
    if value is None or value == ():
        return ""
    if isinstance(value, tuple):
        return "; ".join(full_number(part, numerals) for part in value)
    if isinstance(value, int | float) and not isinstance(value, bool):
        unit = UNITS.get(name, "")
        shown = 100 * value if unit == "%" else value
        number = full_number(float(f"{shown:.6g}"), numerals)
        if unit == "decimals":
            unit = plural("decimal", int(value))
        return number if unit == "whole" else f"{number} {unit}".strip()
    return str(value)


def _label(name: str, about: str) -> str:
    unit = UNITS.get(name, "")
    if name == "error_bar_colour":
        return "ink, mark, or a colour such as #6d4a7d"
    if name == "mark_colour":
        return "a colour for all marks: #6d4a7d, or a name such as teal"
    if name == "references":
        return "values, such as 0; 100"
    return f"{about}, {unit}" if unit and unit != "whole" else about


def _typed(name: str, text: str) -> SettingValue:
    """What was typed, as the setting holds it. Raises ChoiceError."""
    cleaned = text.strip()
    if not cleaned:
        return None
    if name == "references":
        parts = cleaned.replace(";", " ").split()
        return tuple(typed_number(part, "a value") for part in parts)
    if name in ("mark_colour", "error_bar_colour"):
        return typed_colour(cleaned)
    if name in TEXTS:
        return cleaned
    unit = UNITS[name]
    number = typed_number(cleaned.removesuffix(unit).strip(), _called(name))
    if unit in _WHOLE:
        if not number.is_integer():
            raise ChoiceError(f"“{cleaned}” is no whole number", remedy="Type 0, 1, 2 …")
        return int(number)
    return number / 100 if unit == "%" else number


def typed_colour(text: str) -> str:
    """A colour as typed: # and six signs, or a name of CSS such as teal; other words stay.

    Raises:
        ChoiceError: there is no such colour.
    """
    cleaned = text.strip().lower()
    if cleaned in ("ink", "mark", "palette"):
        return cleaned
    if re.fullmatch(r"[0-9a-f]{6}", cleaned):
        cleaned = f"#{cleaned}"
    from PIL import ImageColor

    try:
        red, green, blue, *_ = ImageColor.getrgb(cleaned)
    except ValueError:
        raise ChoiceError(
            f"“{text.strip()}” is no colour", remedy="Type # and six signs, or a name such as teal"
        ) from None
    return f"#{red:02x}{green:02x}{blue:02x}"


def _called(name: str) -> str:
    """What a setting is called."""
    return LOOK_SETTINGS.get(name) or FIGURE_SETTINGS[name]
