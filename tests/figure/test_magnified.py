"""Slides and posters: everything grows with the letters, and the page has the size asked for."""

from __future__ import annotations

from itertools import combinations

import pytest

from decimus.analysis.results import Results
from decimus.figure.layout import page_of
from decimus.figure.marks import Label, Page, Stroke
from decimus.figure.outlines import measure
from decimus.study import edits
from decimus.study.questions import PairOfGroups
from decimus.study.targets import Axis, PairAt, Tick
from decimus.terms import ChartKind
from decimus.workflows.house_styles import style_named
from tests.conftest import TWO_FACTORS, study_of
from tests.figure.shapes import beyond_the_page, touch


def page(*chosen: edits.Edit) -> Page:
    return page_of(Results(study_of(TWO_FACTORS, *chosen)), measure)


def tick_mm(shown: Page) -> float:
    ticks = [
        mark
        for mark in shown.of(Tick)
        if isinstance(mark, Stroke) and isinstance(mark.target, Tick)
        if mark.target.axis is Axis.VALUE
    ]
    return abs(ticks[0].x1 - ticks[0].x2)


@pytest.mark.parametrize("name", ["slide", "poster"])
@pytest.mark.parametrize("kind", [ChartKind.BARS, ChartKind.POINTS, ChartKind.BOXES])
def test_the_page_and_its_letters_are_as_large_as_the_style_says(
    name: str, kind: ChartKind
) -> None:
    style = style_named(name)
    shown = page(edits.ApplyStyle(style=style), edits.ChooseKind(kind=kind))
    assert (shown.width_mm, shown.height_mm) == pytest.approx(
        (style.look.width_mm, style.look.height_mm)
    )
    labels = [mark for mark in shown.marks if isinstance(mark, Label)]
    assert {round(label.size_pt, 9) for label in labels} == {style.look.text_pt}
    assert beyond_the_page(shown) == []
    assert [1 for a, b in combinations(labels, 2) if touch(a, b, 0.3)] == []


def test_ticks_grow_with_letters_beyond_usual_sizes_only() -> None:
    usual = tick_mm(page())
    for size in (6.0, 9.0, 12.0):
        assert tick_mm(page(edits.ChooseLook(name="text_pt", value=size))) == pytest.approx(usual)
    larger = page(edits.ApplyStyle(style=style_named("slide")))
    assert tick_mm(larger) == pytest.approx(usual * 20 / 12)


def test_what_was_set_has_the_size_that_was_said() -> None:
    slide = edits.ApplyStyle(style=style_named("slide"))
    shown = page(slide, edits.ChooseLook(name="line_pt", value=1.0))
    ticks = [mark for mark in shown.of(Tick) if isinstance(mark, Stroke)]
    assert {round(tick.line_pt, 9) for tick in ticks} == {1.0}


def test_a_line_is_moved_by_the_mm_that_were_said() -> None:
    slide = edits.ApplyStyle(style=style_named("slide"))
    # On an axis with room for it, so that nothing else moves.
    study = study_of(TWO_FACTORS, slide, edits.ChooseValueRange(value_from=0, value_to=40))
    comparison = Results(study).comparison
    assert comparison is not None
    both = comparison.pairs[0].cells
    assert both is not None
    drawn = edits.DrawComparison(pair=PairOfGroups(*both), is_drawn=True).apply(study)
    moved = edits.MoveByHand(what=PairAt(*both), value_mm=9.0).apply(drawn)
    heights = [
        max(m.y1 for m in page_of(Results(s), measure).of(PairAt) if isinstance(m, Stroke))
        for s in (drawn, moved)
    ]
    assert heights[1] - heights[0] == pytest.approx(9.0)
