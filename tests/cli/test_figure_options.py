"""Every option of `decimus figure`, on a table and through the files that it writes."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.cli.figure_arguments import SETTINGS, Setting
from decimus.cli.main import run_command
from decimus.terms import ChartKind
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS

EVERY = [setting for settings in SETTINGS.values() for setting in settings]
SAME = "pond,day 1,day 3,day 7\np1,1.0,2.0,3.5\np2,1.2,2.5,3.0\np3,0.9,1.9,2.8\np4,1.1,2.2,3.1\n"
LENGTHS = "salt,area (mm),width (mm)\n0,3.1,4.2\n0,3.4,4.5\n2,2.2,3.1\n2,2.5,3.9\n"
CAUSES = ("salt", "light", "month")
THREE = "salt,light,month,area\n" + "".join(
    f"{salt},{light},{month},{value}\n"
    for salt in "02"
    for light in ("dim", "bright")
    for month in ("May", "June")
    for value in (10.5, 12.25)
)
AMOUNTS = ["--kind", "points", "--spacing", "by-amount"]
SAMPLES = {
    "SHARE": "0.5",
    "PT": "1.25",
    "MM": "1.5",
    "X": "3",
    "N": "1",
    "X,X": "2,5",
    "TEXT": "Own words",
    "ink|mark|#rrggbb": "#405060",
    "palette|#rrggbb": "#405060",
}


@pytest.fixture
def salt(tmp_path: Path) -> Path:
    path = tmp_path / "salt.tsv"
    path.write_text(FIVE_BY_FOUR, "utf-8")
    return path


def svg(table: Path, *options: str) -> str:
    """The figure with these options, as text."""
    out = table.parent / "figure.svg"
    out.unlink(missing_ok=True)
    # The study that a figure carries differs by every option.
    command = ["figure", str(table), "-o", str(out), "--without-study"]
    assert run_command([*command, *options]) == 0
    return out.read_text("utf-8")


def values_of(setting: Setting) -> list[str]:
    """What can be said of a setting: every word of a closed set, or a sample."""
    if setting.name in ("text_pt", "comparison_pt"):
        return ["9"]
    if setting.name in ("figure_number", "p_decimals"):
        return ["4"]
    if setting.values in SAMPLES:
        return [SAMPLES[setting.values]]
    return setting.values.split("|")


@pytest.mark.parametrize("setting", EVERY, ids=lambda setting: setting.option)
def test_every_option_is_taken_and_changes_the_figure(setting: Setting, tmp_path: Path) -> None:
    """With a chart and data on which it has something to change."""
    cells = tmp_path / "cells.csv"
    cells.write_text(TWO_FACTORS, "utf-8")
    ponds = tmp_path / "ponds.csv"
    ponds.write_text(SAME, "utf-8")
    lengths = tmp_path / "lengths.csv"
    lengths.write_text(LENGTHS, "utf-8")
    three = tmp_path / "three.csv"
    three.write_text(THREE, "utf-8")
    table = {"panel_gap_mm": three, "joins_units": ponds, "outcomes_together": lengths}.get(
        setting.name, cells
    )
    helps = {
        "marks_mean": ["--kind", "boxes"],
        "whiskers": ["--kind", "boxes", "--replicates", "no"],
        "joins": ["--kind", "line"],
        "join_pt": ["--kind", "line"],
        "shows_equation": ["--kind", "points", "--fit", "straight"],
        "fit": ["--kind", "points"],
        **dict.fromkeys(("group_scale", "group_from", "group_to"), AMOUNTS),
        "point_mm": ["--kind", "points"],
        "point_shape": ["--kind", "points"],
        "label_decimals": ["--value-labels", "height"],
        **{key: ["--draw", "all"] for key in ("comparison_pt", "leading_zero", "p_decimals")},
        "joins_units": ["--kind", "points"],
        "marks_control": ["--control", "0"],
        "panel_gap_mm": [
            "--value",
            "area",
            "--group",
            "salt",
            "--group",
            "light",
            "--group",
            "month",
        ],
        "outcomes_together": ["--value", "area", "--beside", "width"],
        "title_align": ["--title", "Fronds"],
        "across_as": [*AMOUNTS, "--x-errors", "0.5"],
        "stacked_as": ["--kind", "stacked", "--height", "count"],
    }.get(setting.name, [])
    drawn = {svg(table, *helps, setting.option, value) for value in values_of(setting)}
    assert svg(table, *helps) not in drawn or len(drawn) > 1 or setting.name in SAME_HERE


SAME_HERE = {"drops_empty", "marks_control", "group_scale", "palette", "whiskers"}
"""Where these tables happen to look alike either way; other tests see these settings."""


@pytest.mark.parametrize("kind", list(ChartKind))
def test_every_kind_upright_and_sideways(kind: ChartKind, tmp_path: Path) -> None:
    table = tmp_path / "table.csv"
    needs_units = kind in (ChartKind.BEFORE_AFTER, ChartKind.SERIES)
    table.write_text(SAME if needs_units else TWO_FACTORS, "utf-8")
    more = ["--height", "count"] if kind is ChartKind.STACKED else []
    upright = svg(table, "--kind", kind.value, *more, "--upright")
    assert upright != svg(table, "--kind", kind.value, *more, "--sideways")


@pytest.mark.parametrize(
    ("options", "words"),
    [
        (["--kind", "violins"], "there are bars"),
        (["--kind", "stacked"], "only counts can stand"),
        (["--kind", "before-after"], "measured in more than one group"),
        (["--caps", "maybe"], "yes|no"),
        (["--cap-mm", "-2"], "MM"),
        (["--value-step", "0"], "X"),
        (["--value-range", "a to b"], "“a” is not a number"),
        (["--value-range", "9 to 2"], "lower end first"),
        (["--sideways", "--upright"], "cannot both"),
        (["--of-group", "nothing"], "GROUP: setting=value"),
        (["--of-group", "0: line_pt=2"], "cannot be set for one group"),
        (["--error-bars", "huge"], "there are sd"),
        (["--height", "tall"], "there are mean"),
    ],
)
def test_what_cannot_be_is_one_line_and_exit_2(
    salt: Path, options: list[str], words: str, capsys: pytest.CaptureFixture[str]
) -> None:
    out = salt.parent / "x.png"
    assert run_command(["figure", str(salt), "-o", str(out), *options]) == 2
    error = capsys.readouterr().err
    assert words in error
    assert error.count("\n") == 1
    assert not out.exists()


def test_what_is_cut_or_grown_is_said(salt: Path, capsys: pytest.CaptureFixture[str]) -> None:
    svg(salt, "--value-range", "0 to 8")
    assert "cuts off part of 0" in capsys.readouterr().err
    svg(salt, "--width-mm", "40", "--height-mm", "30", "--draw", "all")
    assert "larger to hold the comparison lines" in capsys.readouterr().err


def test_one_group_looks_otherwise(salt: Path) -> None:
    assert svg(salt) != svg(salt, "--of-group", "0: cap_mm=6") != svg(salt, "--cap-mm", "6")
