"""What stands on the figure for every height: where, with which bar, dots, colour and title."""

from __future__ import annotations

import pytest

from decimus.figure.content import Content, content_of
from decimus.figure.layout import laid_out, page_of
from decimus.figure.outlines import measure
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    Adjust,
    ChooseDrawnComparisons,
    ChooseErrorBar,
    ChooseHeight,
    ChooseUnit,
    ColourLevel,
    Edit,
    HideGroup,
    NameVariable,
)
from decimus.study.questions import PairOfGroups
from decimus.study.readings import CELLS, HEADINGS
from decimus.terms import ErrorBar, Height, Side
from tests.conftest import results_of

TABLE = "a,b\n1,2\n2,4\n4,8\n8,16\n16,32\n"
"""Powers of two: of a the median is 4, the quartiles 2 and 8, the geometric mean 4."""
NAMED = (NameVariable(variable=CELLS, name="Frond area"), ChooseUnit(variable=CELLS, unit="mm²"))
LINE = ChooseDrawnComparisons(pairs=(PairOfGroups(("a",), ("b",)),), words="it")
LOGS = Adjust(adjustment=Logarithm(2), words="log₂")


def content(*edits: Edit) -> Content:
    return content_of(results_of(TABLE, *NAMED, *edits))


def bar_of(found: Content) -> tuple[float | None, float | None, float | None]:
    """Height and both ends of the first group's bar."""
    member = found.members[0]
    ends = member.error_bar
    return member.height, ends and ends.lower, ends and ends.upper


@pytest.mark.parametrize(
    ("edits", "title"),
    [
        ((), "Frond area (mm²)"),
        ((ChooseHeight(height=Height.MEDIAN),), "Median frond area (mm²)"),
        ((ChooseHeight(height=Height.GEOMETRIC_MEAN),), "Geometric mean frond area (mm²)"),
        ((LOGS,), "Geometric mean frond area (mm²)"),
        ((LOGS, ChooseHeight(height=Height.MEAN)), "Frond area (log₂ mm²)"),
        ((ChooseHeight(height=Height.COUNT),), "Number of replicates"),
        ((ChooseHeight(height=Height.SHARE, threshold=4),), "Share above 4\u00a0mm² (%)"),
        (
            (ChooseHeight(height=Height.SHARE, threshold=4, side=Side.AT_LEAST),),
            "Share at least 4\u00a0mm² (%)",
        ),
    ],
)
def test_the_axis_says_what_stands_there(edits: tuple[Edit, ...], title: str) -> None:
    assert content(*edits).value_title == title


def test_bars_of_every_height() -> None:
    assert bar_of(content(ChooseHeight(height=Height.MEDIAN))) == (4, 2, 8)
    assert bar_of(content(ChooseHeight(height=Height.COUNT))) == (5, None, None)
    geometric = bar_of(content(ChooseHeight(height=Height.GEOMETRIC_MEAN)))
    assert geometric[0] == pytest.approx(4)
    logs = bar_of(content(LOGS))
    assert logs == pytest.approx(geometric)
    share = bar_of(content(ChooseHeight(height=Height.SHARE, threshold=4)))
    assert share[0] == pytest.approx(40)
    ranged = content(ChooseErrorBar(error_bar=ErrorBar.RANGE))
    assert bar_of(ranged) == (pytest.approx(6.2), 1, 16)


def test_dots_stand_on_the_axis_or_not_at_all() -> None:
    plain = content().members[0].replicates
    assert content(LOGS).members[0].replicates == pytest.approx(plain)
    for height in (Height.COUNT, Height.SHARE):
        found = content(ChooseHeight(height=height, threshold=4))
        assert all(member.replicates == () for member in found.members)
        page_of(results_of(TABLE, ChooseHeight(height=height, threshold=4)), measure)


def test_comparisons_of_means_are_off_where_no_outcome_stands() -> None:
    assert len(content(LINE).comparisons) == 1
    assert len(content(LINE, ChooseHeight(height=Height.MEDIAN)).comparisons) == 1
    for height in (Height.COUNT, Height.SHARE):
        assert content(LINE, ChooseHeight(height=height, threshold=4)).comparisons == ()


def test_a_hidden_group_takes_its_lines_with_it() -> None:
    hidden = content(LINE, HideGroup(levels=("b",), is_hidden=True))
    assert [member.levels for member in hidden.members] == [("a",)]
    assert hidden.comparisons == ()
    assert [section.label for section in hidden.panels[0].sections] == ["a"]
    none = content(*(HideGroup(levels=(name,), is_hidden=True) for name in "ab"))
    assert none.members == ()
    assert laid_out(none, measure).marks  # an empty figure, no fault


def test_a_colour_of_its_own() -> None:
    before = content().colours
    after = content(ColourLevel(variable=HEADINGS, level="b", colour="#6d4a7d")).colours
    assert after[("b",)] == "#6d4a7d"
    assert after[("a",)] == before[("a",)]
