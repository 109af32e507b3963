"""What `decimus figure` can be told: its options, by what they are about."""

from __future__ import annotations

import argparse
from typing import NamedTuple

from decimus.terms import ChartKind


class Setting(NamedTuple):
    """An option that stands for a setting of the figure or of its look."""

    option: str
    name: str
    values: str
    help: str


SETTINGS: dict[str, tuple[Setting, ...]] = {
    "marks": (
        Setting(
            "--mean-mark", "marks_mean", "yes|no", "a sign at the mean, where the kind has one"
        ),
        Setting("--whiskers", "whiskers", "within-1.5-iqr|extremes|5-95", "of boxes"),
        Setting("--stacked-as", "stacked_as", "counts|shares", "what stacked bars add up to"),
        Setting("--bar-width", "bar_width", "SHARE", "of a section that a bar fills, up to 1"),
        Setting("--mark-opacity", "mark_opacity", "SHARE", "of bars, boxes and points"),
        Setting("--outline-pt", "outline_pt", "PT", "outline of bars and boxes"),
        Setting("--point-mm", "point_mm", "MM", "diameter of points"),
        Setting("--join", "joins", "yes|no", "whether points of a line are joined"),
        Setting("--join-pt", "join_pt", "PT", "thickness of joining lines"),
        Setting("--mark-colour", "mark_colour", "palette|#rrggbb", "one colour for all marks"),
        Setting(
            "--point-shape",
            "point_shape",
            "usual|circle|square|triangle|diamond|cross",
            "of points",
        ),
        Setting("--signs", "by_signs", "yes|no", "shapes, hatches and dashes beside colours"),
        Setting("--palette", "palette", "shore|grey|okabe-ito|one", "group colours"),
        Setting("--one-axis", "outcomes_together", "yes|no", "for several outcomes"),
        Setting("--drop-empty", "drops_empty", "yes|no", "no place for groups without values"),
        Setting("--fit", "fit", "none|straight|smooth", "a line fitted over amounts"),
        Setting("--differences", "shows_differences", "yes|no", "beside the groups, on one scale"),
        Setting("--equation", "shows_equation", "yes|no", "the fitted line's equation"),
    ),
    "error bars": (
        Setting("--bars-drawn", "has_error_bars", "yes|no", "hide them without losing the choice"),
        Setting("--caps", "has_caps", "yes|no", "short ends"),
        Setting("--cap-mm", "cap_mm", "MM", "how long those are"),
        Setting("--bar-pt", "error_bar_pt", "PT", "their thickness"),
        Setting("--bar-colour", "error_bar_colour", "ink|mark|#rrggbb", "their colour"),
        Setting("--x-errors-as", "across_as", "crossed|box", "how errors of amounts are drawn"),
        Setting("--bar-dash", "error_bar_dash", "solid|dashed|dotted", "how they are drawn"),
    ),
    "replicates": (
        Setting("--replicates-at", "replicates_at", "beside|over|in-line", "where they stand"),
        Setting("--replicate-mm", "replicate_mm", "MM", "diameter"),
        Setting("--replicate-fill", "replicate_fill", "open|tinted|filled", "what is inside"),
        Setting("--replicate-opacity", "replicate_opacity", "SHARE", "up to 1"),
        Setting("--join-units", "joins_units", "yes|no", "a line for each unit"),
    ),
    "axes": (
        Setting("--value-scale", "value_scale", "linear|log", "of the value axis"),
        Setting("--value-step", "value_step", "X", "between ticks"),
        Setting("--tick-decimals", "tick_decimals", "N", "of its numbers"),
        Setting("--group-scale", "group_scale", "linear|log", "of amounts"),
        Setting("--group-from", "group_from", "X", "low end of the axis of amounts"),
        Setting("--group-to", "group_to", "X", "its high end"),
        Setting("--ticks", "ticks", "outside|inside|none", "where they point"),
        Setting("--minor-ticks", "has_minor_ticks", "yes|no", "smaller ones between"),
        Setting("--grid", "grid", "none|major|minor", "lines across the plot"),
        Setting("--panel-gap", "panel_gap_mm", "MM", "between panels side by side"),
        Setting("--frame", "has_frame", "yes|no", "close the plot above and at the right"),
        Setting("--line-pt", "line_pt", "PT", "axes, error bars and comparison lines"),
        Setting("--line-at", "references", "X,X", "dashed lines across at values"),
        Setting("--control-line", "marks_control", "yes|no", "a line at the control's height"),
    ),
    "text": (
        Setting("--title", "title", "TEXT", "over the figure; *italic*, ^raised^, ~lowered~"),
        Setting("--subtitle", "subtitle", "TEXT", "below the title"),
        Setting("--number", "figure_number", "N", "of the figure"),
        Setting("--number-in-title", "numbers_title", "yes|no", "“Figure 1.” before the title"),
        Setting("--title-align", "title_align", "left|middle", "where the title stands"),
        Setting("--typeface", "typeface", "sans|serif", "of all letters"),
        Setting("--text-pt", "text_pt", "PT", "size of letters"),
        Setting("--comparison-pt", "comparison_pt", "PT", "in comparison lines and over groups"),
        Setting("--leading-zero", "leading_zero", "yes|no", "of p in comparison lines"),
        Setting("--p-decimals", "p_decimals", "N", "of p in comparison lines, 2 to 6"),
        Setting("--n-below", "counts_below", "yes|no", "n under the names"),
        Setting(
            "--value-labels", "value_labels", "none|height|height-and-bar", "numbers at groups"
        ),
        Setting("--label-decimals", "label_decimals", "N", "their decimals"),
        Setting("--key", "shows_key", "yes|no", "what colours stand for"),
        Setting("--key-place", "key_place", "above|below|left|right|inside", "where it stands"),
        Setting("--key-title", "key_title", "TEXT", "its title"),
    ),
}
"""The options for settings, by what they are about; sizes of the page have options of their own."""


def add_figure_options(command: argparse.ArgumentParser) -> None:
    """All options of the figure beside reading and comparison."""
    figure = command.add_argument_group("figure")
    kinds = "|".join(kind.value for kind in ChartKind)
    figure.add_argument("--kind", metavar="K", help=kinds)
    figure.add_argument("--sideways", action="store_true", help="values run to the right")
    figure.add_argument("--upright", action="store_true", help="values run upwards")
    figure.add_argument(
        "--beside", action="append", default=[], metavar="COL", help="another outcome, too"
    )
    figure.add_argument("--error-bars", metavar="E", help="sd, se, ci or none, among others")
    figure.add_argument("--bar-direction", metavar="D", help="both, up or down")
    figure.add_argument("--height", metavar="H", help="mean, median, count, or “above 120”")
    figure.add_argument("--replicates", choices=("yes", "no"), help="single values over the marks")
    figure.add_argument(
        "--x-errors", metavar="“0.5”", help="of amounts; or “5: 0.2; 10: 0.4”, “5 %%”"
    )
    figure.add_argument("--spacing", choices=("even", "by-amount"))
    figure.add_argument("--value-range", metavar="“0 to 70”", help="ends of the value axis")
    figure.add_argument("--value-title", metavar="TEXT", help="title of the value axis")
    figure.add_argument("--group-title", metavar="TEXT", help="title of the group axis")
    figure.add_argument("--draw", choices=("all", "differing", "none"), help="comparisons on it")
    figure.add_argument("--comparison-text", metavar="T", help="exact, bound, stars, stars-and-p")
    figure.add_argument("--comparison-marks", metavar="M", help="lines, over-groups or letters")
    figure.add_argument("--width-mm", type=float, metavar="W")
    figure.add_argument("--height-mm", type=float, metavar="H")
    figure.add_argument("--dpi", type=float, default=300.0, metavar="N")
    figure.add_argument("--background", choices=("white", "transparent"), default="white")
    figure.add_argument("--grey", action="store_true", help="greys only")
    figure.add_argument(
        "--svg-text", choices=("text", "outlines"), default="text", help="letters of SVG"
    )
    figure.add_argument(
        "--without-study", action="store_true", help="PNG, SVG and PDF carry it otherwise"
    )
    figure.add_argument("--style", metavar="NAME|FILE", help="paper, slide, poster, or your own")
    for title, settings in SETTINGS.items():
        group = command.add_argument_group(f"figure: {title}")
        for setting in settings:
            group.add_argument(
                setting.option,
                dest=f"set_{setting.name}",
                metavar=setting.values,
                help=setting.help,
            )
    figure.add_argument(
        "--of-group",
        action="append",
        default=[],
        metavar="“LEVELS: cap_mm=3”",
        help="a setting of one group's look",
    )
