"""What each kind draws of two groups, mark by mark, and what the data lack for it."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from decimus.analysis.chart_facts import chart_facts
from decimus.charts.data import Ends, Facts, Member, Panel, Section
from decimus.charts.kinds import amounts_of
from decimus.charts.marks import (
    BarMark,
    BoxMark,
    DotsMark,
    IntervalMark,
    LevelMark,
    PathMark,
    PointMark,
    SceneMark,
)
from decimus.charts.registry import CHARTS
from decimus.statistics.boxes import box_summary
from decimus.study import edits
from decimus.study.questions import FigureChoices
from decimus.terms import ChartKind, Height, LevelKind, Spacing, Stacking, Whiskers
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

WITH, WITHOUT = FigureChoices(show_replicates=True), FigureChoices(show_replicates=False)


def panel(*, has_boxes: bool = False) -> Panel:
    """Two groups of three values of the same units: means 2 and 5, error bars of 1."""
    import numpy as np

    def member(level: str, values: tuple[float, ...]) -> Member:
        mean = sum(values) / 3
        return Member(
            (level,),
            mean,
            Ends(mean - 1, mean + 1),
            values,
            (0, 1, 2),
            units=("u", "v", "w"),
            box=box_summary(np.array(values), Whiskers.WITHIN_REACH) if has_boxes else None,
            mean=mean,
            count=3,
        )

    sections = (
        Section(0, "a", "a", 0.0, (member("a", (1.0, 2.0, 3.0)),), None),
        Section(0, "b", "b", 4.0, (member("b", (4.0, 5.0, 6.0)),), None),
    )
    return Panel(sections)


def told(mark: SceneMark) -> tuple[object, ...]:
    """A mark in a few words."""
    match mark:
        case BarMark():
            return ("bar", mark.levels[0], mark.start, mark.end)
        case IntervalMark():
            return ("interval", mark.levels[0], mark.lower, mark.upper)
        case PointMark():
            return ("point", mark.levels[0], mark.value)
        case LevelMark():
            return ("level", mark.levels[0], mark.value)
        case BoxMark():
            return ("box", mark.levels[0], mark.box.median, mark.mean)
        case DotsMark():
            return ("dots", mark.levels[0], mark.values)
        case PathMark():
            return ("path", mark.name or mark.levels[0], mark.values)
        case _:
            return (type(mark).__name__,)


BARS = [("bar", "a", 0.0, 2.0), ("bar", "b", 0.0, 5.0)]
INTERVALS = [("interval", "a", 1.0, 3.0), ("interval", "b", 4.0, 6.0)]
POINTS = [("point", "a", 2.0), ("point", "b", 5.0)]
LEVELS = [("level", "a", 2.0), ("level", "b", 5.0)]
DOTS = [("dots", "a", (1.0, 2.0, 3.0)), ("dots", "b", (4.0, 5.0, 6.0))]
UNITS = [("path", "u", (1.0, 4.0)), ("path", "v", (2.0, 5.0)), ("path", "w", (3.0, 6.0))]
GROUPS = [("path", "a", (2.0, 5.0))]


@pytest.mark.parametrize(
    ("kind", "figure", "wanted"),
    [
        (ChartKind.BARS, WITHOUT, [*BARS, *INTERVALS]),
        (ChartKind.BARS, WITH, [*BARS, *DOTS, *INTERVALS]),
        (ChartKind.POINTS, WITHOUT, [*INTERVALS, *POINTS]),
        (ChartKind.POINTS, WITH, [*DOTS, *INTERVALS, *POINTS]),
        (ChartKind.LINE, WITHOUT, [*GROUPS, *INTERVALS, *POINTS]),
        (ChartKind.LINE, WITH, [*GROUPS, *DOTS, *INTERVALS, *POINTS]),
        (ChartKind.INTERVALS, WITHOUT, [*INTERVALS, *LEVELS]),
        (ChartKind.INTERVALS, replace(WITHOUT, marks_mean=False), INTERVALS),
        (ChartKind.REPLICATES, WITH, DOTS),
        (ChartKind.REPLICATES, replace(WITH, marks_mean=True), [*DOTS, *LEVELS]),
        (ChartKind.BEFORE_AFTER, WITH, [*UNITS, *DOTS, *INTERVALS, *POINTS]),
        (ChartKind.BEFORE_AFTER, replace(WITH, marks_mean=False), [*UNITS, *DOTS]),
    ],
)
def test_marks(kind: ChartKind, figure: FigureChoices, wanted: list[tuple[object, ...]]) -> None:
    assert [told(mark) for mark in CHARTS[kind].draws(panel(), figure)] == wanted


def test_boxes_with_their_means_and_what_lies_beyond() -> None:
    boxes = [("box", "a", 2.0, None), ("box", "b", 5.0, None)]
    draws = CHARTS[ChartKind.BOXES].draws
    assert [told(m) for m in draws(panel(has_boxes=True), WITHOUT)] == boxes
    assert [told(m) for m in draws(panel(has_boxes=True), WITH)] == [*boxes, *DOTS]
    with_means = replace(WITHOUT, marks_mean=True)
    assert [told(m) for m in draws(panel(has_boxes=True), with_means)] == [
        ("box", "a", 2.0, 2.0),
        ("box", "b", 5.0, 5.0),
    ]
    assert draws(panel(), WITHOUT) == ()


def test_means_beside_lines_of_units_stand_outside() -> None:
    marks = CHARTS[ChartKind.BEFORE_AFTER].draws(panel(), WITH)
    aside = [m.spot.aside for m in marks if isinstance(m, PointMark)]
    assert aside[0] < 0 < aside[1]


FACTS = Facts(
    height=Height.MEAN,
    has_values=True,
    has_error_bars=True,
    are_same_units=True,
    factors=2,
    sections=3,
    levels=LevelKind.AMOUNTS,
    has_differences=True,
    unit="flasks",
)


@pytest.mark.parametrize(
    ("kind", "lacking"),
    [
        (ChartKind.LINE, {"sections": 1}),
        (ChartKind.INTERVALS, {"has_error_bars": False}),
        (ChartKind.BOXES, {"has_values": False}),
        (ChartKind.REPLICATES, {"has_values": False}),
        (ChartKind.BEFORE_AFTER, {"are_same_units": False}),
        (ChartKind.BEFORE_AFTER, {"has_values": False}),
        (ChartKind.BEFORE_AFTER, {"sections": 1}),
        (ChartKind.SERIES, {"are_same_units": False}),
        (ChartKind.DIFFERENCES, {"has_differences": False}),
    ],
)
def test_what_a_kind_lacks(kind: ChartKind, lacking: dict[str, object]) -> None:
    assert CHARTS[kind].needs(FACTS) == ""
    assert CHARTS[kind].needs(replace(FACTS, **lacking)) != ""


def stack(*heights: float) -> Panel:
    members = tuple(Member((f"{i}",), h, None, ()) for i, h in enumerate(heights))
    return Panel((Section(0, "a", "a", None, members, None),))


def test_counts_stand_upon_each_other_as_counts_or_as_shares() -> None:
    draws = CHARTS[ChartKind.STACKED].draws
    for stacked_as, wanted in (
        (Stacking.COUNTS, [(0, 3), (3, 8)]),
        (Stacking.SHARES, [(0, 37.5), (37.5, 100)]),
    ):
        marks = draws(stack(3.0, 5.0), FigureChoices(stacked_as=stacked_as))
        assert [(m.start, m.end) for m in marks if isinstance(m, BarMark)] == wanted


def test_only_counts_of_two_factors_can_be_stacked() -> None:
    needs = CHARTS[ChartKind.STACKED].needs
    counts = edits.ChooseHeight(height=Height.COUNT)
    for results, said in (
        (results_of(TWO_FACTORS, counts), ""),
        (results_of(TWO_FACTORS), "only counts can stand upon each other"),
        (results_of(FIVE_BY_FOUR, counts), "there is no second factor"),
    ):
        found = needs(chart_facts(results.groups, results.comparison))
        assert found.startswith(said)
        assert bool(found) is bool(said)


def test_amounts_space_sections_only_where_wanted_and_known() -> None:
    sections = [Section(0, str(a), str(a), a, (), None) for a in (0.0, 1.0, 8.0)]
    line, bars = CHARTS[ChartKind.LINE], CHARTS[ChartKind.BARS]
    assert amounts_of(sections, line, None) == (0.0, 1.0, 8.0)
    assert amounts_of(sections, line, Spacing.EVEN) == ()
    assert amounts_of(sections, bars, None) == ()
    assert amounts_of(sections, bars, Spacing.BY_AMOUNT) == (0.0, 1.0, 8.0)
    assert amounts_of(sections[:1], line, None) == ()
