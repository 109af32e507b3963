"""Colours as everybody sees them: the published simulation, and how far our palettes reach."""

from __future__ import annotations

import numpy as np
import pytest

from decimus.figure.ink.vision import lab, least_difference, linear, seen_colour
from decimus.figure.palettes import colours
from decimus.study import edits
from decimus.terms import LevelKind, Palette, Vision
from decimus.workflows.figure_checks import LEAST_DIFFERENCE, figure_checks
from tests.conftest import TWO_FACTORS, results_of

DEFICIENT = (Vision.PROTANOPIA, Vision.DEUTERANOPIA, Vision.TRITANOPIA)


def test_white_black_and_greys_stay_what_they_are() -> None:
    """The rows of each published matrix sum to 1, so that what has no colour gets none."""
    for vision in Vision:
        for grey in ("#ffffff", "#000000", "#7f7f7f"):
            seen = seen_colour(grey, vision)
            assert all(
                abs(int(seen[i : i + 2], 16) - int(grey[i : i + 2], 16)) <= 1 for i in (1, 3, 5)
            )


@pytest.mark.parametrize(
    ("vision", "first", "second"),
    [
        (Vision.PROTANOPIA, "#00ff00", "#ffc400"),
        (Vision.DEUTERANOPIA, "#ff0000", "#a08800"),
        (Vision.TRITANOPIA, "#0000ff", "#005a78"),
    ],
)
def test_colours_that_are_confused_come_close(vision: Vision, first: str, second: str) -> None:
    usual = float(np.linalg.norm(lab(first) - lab(second)))
    assert least_difference((first, second), vision) < usual / 2


def test_greys_keep_the_luminance() -> None:
    for colour in ("#ff0000", "#00ff00", "#0000ff", "#62699f"):
        wanted = float(np.dot((0.2126, 0.7152, 0.0722), linear(colour)))
        seen = linear(seen_colour(colour, Vision.GREY))
        assert seen == pytest.approx([wanted] * 3, abs=0.005)


def test_lightness_is_that_of_cie_1976() -> None:
    """White has L* = 100, the middle grey #777777 about 50 (CIE 15)."""
    assert lab("#ffffff") == pytest.approx([100, 0, 0], abs=0.01)
    assert lab("#777777")[0] == pytest.approx(50.0, abs=0.2)
    assert lab("#ff0000") == pytest.approx([53.24, 80.09, 67.20], abs=0.05)


@pytest.mark.parametrize(
    ("palette", "kind", "count", "least"),
    [
        # Measured once and kept as what we stand by; a palette may only become better.
        (Palette.SHORE, LevelKind.NAMES, 5, 21.0),
        (Palette.SHORE, LevelKind.NAMES, 6, 13.0),
        (Palette.SHORE, LevelKind.NAMES, 8, 9.0),
        (Palette.SHORE, LevelKind.AMOUNTS, 5, 10.0),
        (Palette.OKABE_ITO, LevelKind.NAMES, 7, 16.0),
        (Palette.OKABE_ITO, LevelKind.NAMES, 8, 7.0),
        (Palette.GREY, LevelKind.NAMES, 5, 9.5),
    ],
)
def test_levels_are_told_apart_by_every_colour_vision(
    palette: Palette, kind: LevelKind, count: int, least: float
) -> None:
    shades = colours(palette, count, kind, must_differ=True)
    for vision in DEFICIENT:
        assert least_difference(shades, vision) >= least


@pytest.mark.parametrize(("palette", "count"), [(Palette.GREY, 5), (Palette.SHORE, 5)])
def test_steps_of_one_hue_are_told_apart_in_greys(palette: Palette, count: int) -> None:
    shades = colours(palette, count, LevelKind.AMOUNTS, must_differ=True)
    assert least_difference(shades, Vision.GREY) >= 9.5


def test_hues_that_are_alike_in_greys_are_found_unless_signs_stand_beside_them() -> None:
    three = TWO_FACTORS + "".join(f"{salt},shade,{v}\n" for salt in (0, 4) for v in (1.5, 2.5))
    results = results_of(three)
    assert len(results.groups.factors[1].levels) == 3
    shades = colours(Palette.SHORE, 3, LevelKind.NAMES, must_differ=True)
    assert least_difference(shades, Vision.GREY) < LEAST_DIFFERENCE
    found = [check.words for check in figure_checks(results) if not check.is_fine]
    assert any("look alike in greys" in words for words in found)
    signs = results_of(three, edits.ChooseLook(name="by_signs", value=True))
    assert not any("alike" in check.words for check in figure_checks(signs))
