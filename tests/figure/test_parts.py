"""Scales, swarms, palettes and comparison lines on their own."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.figure.comparison_lines import WantedLine, placed_lines, text_room
from decimus.figure.frames import Turn
from decimus.figure.ground import Ground, Obstacle
from decimus.figure.marks import Extent
from decimus.figure.palettes import blended, colours, ramp
from decimus.figure.scales import (
    LogScale,
    Scale,
    power_of_thousand,
    rounded_out,
    tick_decimals,
    tick_labels,
    tick_step,
    ticks,
)
from decimus.figure.swarms import swarm
from decimus.study.number_styles import PLAIN
from decimus.terms import LevelKind, Palette


@given(st.floats(1e-6, 1e9), st.integers(2, 10))
def test_steps_are_round_and_few(span: float, most: int) -> None:
    step = tick_step(span, most)
    mantissa = step / 10 ** np.floor(np.log10(step) + 1e-9)
    assert min(abs(mantissa - m) for m in (1, 2, 2.5, 5, 10)) < 1e-6
    assert step * most >= span * (1 - 1e-6)


@given(st.floats(-1e5, 1e5), st.floats(1e-3, 1e5))
def test_ticks_stay_inside_and_are_written_in_full(low: float, span: float) -> None:
    step = tick_step(span, 6)
    start, end = rounded_out(low, low + span, step)
    assert start <= low + 1e-6 * step
    assert end >= low + span - 1e-6 * step
    places = ticks(start, end, step)
    decimals = tick_decimals(step)
    for value in places:
        assert round(value, decimals) == pytest.approx(value, abs=1e-9 * max(1, abs(value)))
    for a, b in pairwise(places):
        assert b - a == pytest.approx(step, rel=1e-6)


def test_scale() -> None:
    scale = Scale(0, 10, 5, 25)
    assert scale.at(5) == 15
    assert scale.clamped(20) == 25
    assert scale.covers(10)
    assert not scale.covers(10.1)


@given(st.lists(st.floats(0, 50), min_size=1, max_size=25))
def test_swarms_stay_within_their_room(places: list[float]) -> None:
    offsets = swarm(places, 1.0, 4.0)
    assert all(abs(offset) <= 4.0 for offset in offsets)
    assert len(offsets) == len(places)


def test_swarms_keep_dots_apart_where_there_is_room() -> None:
    places = [1.0, 1.1, 1.2, 1.0, 5.0]
    offsets = swarm(places, 1.0, 5.0)
    dots = list(zip(places, offsets, strict=True))
    for i, (x1, y1) in enumerate(dots):
        for x2, y2 in dots[i + 1 :]:
            assert (x1 - x2) ** 2 + (y1 - y2) ** 2 >= 0.99
    assert offsets[4] == 0


def lightness(colour: str) -> float:
    red, green, blue = (int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5))
    return 0.2126 * red**2.2 + 0.7152 * green**2.2 + 0.0722 * blue**2.2


@pytest.mark.parametrize("palette", [Palette.SHORE, Palette.GREY])
@pytest.mark.parametrize("are_small", [False, True])
def test_ramps_darken_step_by_step(palette: Palette, are_small: bool) -> None:
    """Amounts stay in order in greyscale print too; black shows on bars, points on white."""
    found = colours(palette, 6, LevelKind.AMOUNTS, must_differ=True, are_small=are_small)
    levels = [lightness(colour) for colour in found]
    assert levels == sorted(levels, reverse=True)
    assert all(a - b > 0.02 for a, b in pairwise(levels))
    if not are_small:
        assert (min(levels) + 0.05) / 0.05 > 3
    elif palette is Palette.SHORE:
        assert 1.05 / (max(levels) + 0.05) > 1.8


# Machado, Oliveira & Fernandes 2009: full protanopia, deuteranopia, tritanopia.
SIMULATIONS = {
    "protan": (
        (0.152286, 1.052583, -0.204868),
        (0.114503, 0.786281, 0.099216),
        (-0.003882, -0.048116, 1.051998),
    ),
    "deutan": (
        (0.367322, 0.860646, -0.227968),
        (0.280085, 0.672501, 0.047413),
        (-0.011820, 0.042940, 0.968881),
    ),
    "tritan": (
        (1.255528, -0.076749, -0.178779),
        (-0.078411, 0.930809, 0.147602),
        (0.004733, 0.691367, 0.303900),
    ),
}


def lab(colour: np.ndarray) -> np.ndarray:
    """Linear RGB to CIE L*a*b* under D65."""
    xyz = (
        np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
        @ colour
        / np.array([0.9505, 1.0, 1.089])
    )
    f = np.where(xyz > 0.008856, np.cbrt(np.clip(xyz, 0, None)), 7.787 * xyz + 16 / 116)
    return np.array([116 * f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2])])


@pytest.mark.parametrize("kind", [None, *SIMULATIONS])
def test_names_stay_apart_for_every_reader(kind: str | None) -> None:
    """Any two of the first four hues differ clearly under each colour vision."""
    found = colours(Palette.SHORE, 4, LevelKind.NAMES, must_differ=True)
    linear = [np.array([(int(c[i : i + 2], 16) / 255) ** 2.2 for i in (1, 3, 5)]) for c in found]
    if kind is not None:
        linear = [np.clip(np.array(SIMULATIONS[kind]) @ c, 0, 1) for c in linear]
    points = [lab(c) for c in linear]
    for i, one in enumerate(points):
        for two in points[i + 1 :]:
            assert np.linalg.norm(one - two) > 12


def test_blending() -> None:
    assert blended("#000000", "#ffffff", 0.5) == "#808080"
    assert ramp(("#000000", "#ffffff"), 3) == ("#000000", "#808080", "#ffffff")
    assert len(ramp(("#000000", "#ffffff"), 1)) == 1
    assert len(colours(Palette.OKABE_ITO, 12, LevelKind.NAMES, must_differ=True)) == 12


def test_short_lines_lie_below_long_ones_and_side_by_side_share_a_level() -> None:
    room = text_room(Extent(4.0, 2.0, 0.5), 0.0, Turn(is_sideways=False, page_height=60))
    ground = Ground((Obstacle(-5, 65, 10.0),), Scale(0, 100, 0, 100))
    wanted = [
        WantedLine((("a",), ("d",)), 0, 60, room),
        WantedLine((("a",), ("b",)), 0, 20, room),
        WantedLine((("c",), ("d",)), 40, 60, room),
    ]
    placed = {line.wanted.groups: line for line in placed_lines(wanted, ground)}
    assert placed[("a",), ("b",)].at == pytest.approx(placed[("c",), ("d",)].at)
    assert placed[("a",), ("d",)].bounds.bottom > placed[("a",), ("b",)].bounds.top - 1e-3


@pytest.mark.parametrize(
    ("values", "exponent"),
    [
        ((0.0, 5e6), 6),
        ((0.0, 99_999.0), 0),
        ((0.0, 2.5e5), 3),
        ((0.0, 3e-6), -6),
        ((0.0, 0.02), 0),
        ((-4e5, 0.0), 3),
        ((1.7e9, 1.7e9 + 40), 0),
        ((0.0, 0.0), 0),
    ],
)
def test_numbers_of_a_figure_are_short(values: tuple[float, ...], exponent: int) -> None:
    """Multiples of a power of a thousand, unless they are told apart by their last digits."""
    assert power_of_thousand(values) == exponent


def test_large_numbers_that_hardly_differ_are_written_out() -> None:
    places = (1.7e9, 1.7e9 + 20, 1.7e9 + 40)
    assert tick_labels(places, 20.0, PLAIN)[1] == "1\u2009700\u2009000\u2009020"
    assert tick_labels((0.0, 1e9, 2e9), 1e9, PLAIN)[1] == "1×10⁹"


def test_a_logarithmic_scale() -> None:
    scale = LogScale(1, 1000, 0, 30)
    assert scale.at(10) == pytest.approx(10)
    assert scale.value_at(20) == pytest.approx(100)
    assert scale.clamped(-5) == scale.clamped(0) == 0
    assert not scale.covers(0)
    assert scale.base == 0
    assert LogScale(1, scale.high_for(100, 0.5), 0, 30).at(100) == pytest.approx(15)
