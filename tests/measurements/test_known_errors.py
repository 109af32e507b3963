"""The known error of every single measurement: found beside it, drawn at its circle, said."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.charts.marks import DotsMark
from decimus.figure.content import content_of
from decimus.study import edits
from decimus.study.edits import Edit
from decimus.terms import ChartKind, Height
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import results_of

BOTH = "dose,area (mm²),{}\n0,1.2,0.1\n0,1.4,0.15\n5,2.1,0.3\n5,2.4,0.2\n"
HALVES = "dose,area (mm²),{},{}\n0,1.2,0.1,0.3\n0,1.4,0.15,0.1\n5,2.1,0.3,0.2\n5,2.4,0.2,0.4\n"


def ends_of(results: Results) -> list[list[tuple[float, float]]]:
    """Where the lines through the circles of each group end."""
    return [
        [(round(e.lower or 0, 9), round(e.upper or 0, 9)) for e in mark.errors if e is not None]
        for marks in content_of(results).marks
        for mark in marks
        if isinstance(mark, DotsMark)
    ]


@pytest.mark.parametrize("heading", ["err", "SD", "± ", "area error", "uncertainty"])
def test_one_column_holds_them_both_ways(heading: str) -> None:
    assert ends_of(results_of(BOTH.format(heading))) == [
        [(1.1, 1.3), (1.25, 1.55)],
        [(1.8, 2.4), (2.2, 2.6)],
    ]


@pytest.mark.parametrize(("up", "down"), [("err +", "err -"), ("SD up", "SD down"), ("up", "down")])
def test_two_columns_hold_them_up_and_down(up: str, down: str) -> None:
    wanted = [[(0.9, 1.3), (1.3, 1.55)], [(1.9, 2.4), (2.0, 2.6)]]
    assert ends_of(results_of(HALVES.format(up, down))) == wanted


def test_values_without_an_error_are_counted() -> None:
    text = BOTH.format("err").replace("0.15", "-0.15").replace("0.3", "")
    results = results_of(text)
    assert ends_of(results) == [[(1.1, 1.3)], [(2.2, 2.6)]]
    said = [remark.head for remark in remark_words(results)]
    assert any("2 of 4 values have none that can be drawn" in what for what in said)
    assert not any("can be drawn" in r.head for r in remark_words(results_of(BOTH.format("err"))))


def test_they_are_said_wherever_they_are_seen() -> None:
    said = "lines through circles are their known errors, err"
    text = BOTH.format("err")
    assert said in plain_text(caption(results_of(text)))
    alone = edits.ChooseKind(kind=ChartKind.REPLICATES)
    assert said in plain_text(caption(results_of(text, alone)))
    for without in (
        edits.ShowReplicates(is_shown=False),
        edits.ChooseKind(kind=ChartKind.DIFFERENCES),
        edits.ChooseHeight(height=Height.COUNT),
    ):
        results = results_of(text, without)
        assert ends_of(results) in ([], [[], []])
        assert said not in plain_text(caption(results))


def test_the_axis_covers_them() -> None:
    text = "dose,area,err\n0,1.0,0.1\n0,1.1,5.0\n5,1.2,0.1\n5,1.3,0.1\n"
    assert max(content_of(results_of(text)).values()) == pytest.approx(6.1)


@pytest.mark.parametrize(
    "edit",
    [
        edits.LeaveColumnOut(column=2, name="err"),
        edits.ChooseOutcome(outcome=2, name="err"),
    ],
)
def test_a_column_that_is_no_error_draws_nothing(edit: Edit) -> None:
    assert ends_of(results_of(BOTH.format("err"), edit)) == [[], []]


def test_the_remark_has_the_way_out() -> None:
    results = results_of(BOTH.format("err"))
    found = next(r for r in remark_words(results) if r.kind == "errors-of-singles")
    assert found.head == "err is taken as the known error of every single value."
    assert ends_of(results_of(BOTH.format("err"), found.fixes[0][1])) == [[], []]


def test_another_quantity_beside_is_none() -> None:
    assert ends_of(results_of(BOTH.format("width (mm)"))) == [[], []]
