"""Differences beside the groups: on one scale, whichever way the figure stands."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.figure.layout import page_of
from decimus.figure.marks import Dots, Label, Page, Stroke
from decimus.figure.outlines import measure
from decimus.study import edits
from decimus.study.studies import Study
from decimus.study.targets import Axis, PairAt, Tick
from decimus.terms import ChartKind, Height, Orientation
from decimus.wording.figure.differences import why_no_differences
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption

BESIDE = edits.ChooseSetting(name="shows_differences", value=True)


def results(name: str, *more: edits.Edit) -> Results:
    study = example(name).edit().apply(Study())
    for edit in (BESIDE, *more):
        study = edit.apply(study)
    return Results(study)


def ticks(page: Page, *, is_sideways: bool) -> list[tuple[float, float, float]]:
    """Value, place along values and place across of every tick of a value axis."""
    found = []
    for mark in page.of(Tick):
        assert isinstance(mark.target, Tick)
        if isinstance(mark, Stroke) and mark.target.axis is Axis.VALUE:
            places = (mark.x1, mark.y1) if is_sideways else (mark.y1, mark.x1)
            found.append((mark.target.value, *places))
    return found


def scales(page: Page, *, is_sideways: bool) -> list[tuple[float, float]]:
    """The mm of one unit of each value axis, and where its zero is."""
    by_axis: dict[float, list[tuple[float, float]]] = {}
    for value, place, across in ticks(page, is_sideways=is_sideways):
        by_axis.setdefault(round(across, 3), []).append((value, place))
    found = []
    for marks in by_axis.values():
        (v1, p1), (v2, p2) = marks[0], marks[-1]
        unit = (p2 - p1) / (v2 - v1)
        found.append((unit, p1 - v1 * unit))
    return found


@pytest.mark.parametrize("name", ["duckweed", "signage", "duckweed-light"])
@pytest.mark.parametrize("orientation", list(Orientation))
@pytest.mark.parametrize("kind", [ChartKind.BARS, ChartKind.POINTS, ChartKind.BOXES])
def test_a_unit_is_as_long_in_both(name: str, orientation: Orientation, kind: ChartKind) -> None:
    found = results(name, edits.ChooseKind(kind=kind), edits.TurnFigure(orientation=orientation))
    page = page_of(found, measure)
    is_sideways = orientation is Orientation.SIDEWAYS
    both = scales(page, is_sideways=is_sideways)
    assert len(both) == 2
    assert both[0][0] == pytest.approx(both[1][0], rel=1e-6)
    unit, zero = both[1]
    comparison = found.comparison
    assert comparison is not None
    for mark in page.of(PairAt):
        if isinstance(mark, Dots) and len(mark.xs) == 1 and mark.radius > 0.9:
            assert isinstance(mark.target, PairAt)
            pair = comparison.pair(mark.target.first, mark.target.second)
            assert pair is not None
            place = mark.xs[0] if is_sideways else mark.ys[0]
            assert (place - zero) / unit == pytest.approx(pair.estimate, abs=1e-6)


def test_the_caption_says_what_they_are() -> None:
    said = plain_text(caption(results("duckweed")))
    assert "these differences with simultaneous 95\u00a0% confidence intervals" in said
    undrawn = results("duckweed", edits.ChooseDrawnComparisons(pairs=(), words="none"))
    said = plain_text(caption(undrawn))
    assert "differences between means, on the same scale, with simultaneous" in said
    assert "Tukey–Kramer" in said


def test_where_there_are_none_the_figure_is_as_without() -> None:
    """Counts have no differences in the unit of the axis; the choice stays and does nothing."""
    counted = results("duckweed", edits.ChooseHeight(height=Height.COUNT))
    assert why_no_differences(counted)
    texts = [m.text for m in page_of(counted, measure).marks if isinstance(m, Label)]
    assert not any("Difference" in text for text in texts)
