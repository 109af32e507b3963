"""Several questions of one study: asked, repeated, moved, removed, each with its own look."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study import edits
from decimus.study.edits.question_list import MOST_QUESTIONS, AsksOf
from decimus.study.house_styles import HouseStyle
from decimus.study.looks import Look
from decimus.study.questions import Asked, FigureChoices, Question
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.terms import ChartKind, ErrorBar
from tests.conftest import TWO_FACTORS, study_of

SPARE = Table.from_rows((("a", "b"), ("1", "2"), ("2", "3")), "spare")
STYLE = HouseStyle(name="ours", look=Look(line_pt=0.5))


def written_on() -> Study:
    """A study whose figure has titles, ranges, notes and a house style."""
    study = study_of(TWO_FACTORS, edits.ApplyStyle(style=STYLE))
    for edit in (
        edits.WriteAxisTitle(is_value_axis=True, text="Area, by hand"),
        edits.ChooseValueRange(value_from=0, value_to=90),
        edits.ChooseSetting(name="title", value="On the pond"),
        edits.ChooseSetting(name="references", value=(12.0,)),
        edits.ChooseKind(kind=ChartKind.BOXES),
        edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION),
        edits.ChooseLook(name="text_pt", value=10.0),
    ):
        study = edit.apply(study)
    return study


def unwritten(figure: FigureChoices) -> FigureChoices:
    """A figure as one begins, but for its number and the style it has."""
    return replace(figure, figure_number=1, house=HouseStyle(), level_colours=())


@pytest.mark.parametrize(
    "edit",
    [
        edits.AskAnother(asked=Asked(outcome=2, factors=(1,))),
        edits.AddTable(table=SPARE, asks=AsksOf.ANOTHER),
        edits.AddTable(table=SPARE),
    ],
    ids=["outcome", "table", "instead"],
)
def test_a_new_question_has_the_house_style_and_nothing_written_for_another(
    edit: edits.Edit,
) -> None:
    """Every field of the figure that is not the style is as on a figure that nobody touched."""
    study = edit.apply(written_on())
    new = study.questions[-1]
    assert new.figure.house == STYLE
    assert new.heights.error_bar is ErrorBar.STANDARD_DEVIATION, "the same meaning in one paper"
    assert unwritten(new.figure) == FigureChoices()


def test_each_question_keeps_its_own_look() -> None:
    study = edits.RepeatQuestion().apply(written_on())
    assert [q.figure.title for q in study.questions] == ["On the pond"] * 2
    study = edits.ChooseKind(kind=ChartKind.POINTS, question=1).apply(study)
    assert [q.figure.kind for q in study.questions] == [ChartKind.BOXES, ChartKind.POINTS]
    assert [q.figure.figure_number for q in study.questions] == [1, 2]


def test_figures_numbered_in_order_stay_so_and_others_keep_their_numbers() -> None:
    study = edits.RepeatQuestion().apply(edits.RepeatQuestion().apply(written_on()))
    named = edits.NameQuestion(name="first", question=0).apply(study)
    moved = edits.MoveQuestion(to=2).apply(named)
    assert [q.name for q in moved.questions] == ["", "", "first"]
    assert [q.figure.figure_number for q in moved.questions] == [1, 2, 3]
    odd = edits.ChooseSetting(name="figure_number", value=7, question=1).apply(named)
    assert [q.figure.figure_number for q in edits.MoveQuestion(to=2).apply(odd).questions] == [
        *(7, 3, 1)
    ]


@given(st.lists(st.sampled_from(["ask", "repeat", "move", "remove"]), max_size=12), st.data())
def test_any_order_of_changes_leaves_a_study_that_can_be_asked(
    steps: list[str], data: st.DataObject
) -> None:
    study = written_on()
    for step in steps:
        count = len(study.questions)
        at = data.draw(st.integers(0, count - 1))
        made: dict[str, edits.Edit] = {
            "ask": edits.AskAnother(asked=Asked(outcome=2, factors=(0,)), question=at),
            "repeat": edits.RepeatQuestion(question=at),
            "move": edits.MoveQuestion(question=at, to=data.draw(st.integers(0, count))),
            "remove": edits.RemoveQuestion(question=at),
        }
        try:
            after = made[step].apply(study)
        except ChoiceError:
            assert (step, count) == ("remove", 1)
            continue
        grown = {"ask": 1, "repeat": 1, "move": 0, "remove": -1}[step]
        assert len(after.questions) == count + grown
        numbers = [q.figure.figure_number for q in after.questions]
        assert numbers == sorted(numbers)
        study = after


def test_a_study_has_an_end() -> None:
    study = replace(written_on(), questions=(Question(),) * MOST_QUESTIONS)
    with pytest.raises(ChoiceError, match="at most"):
        edits.RepeatQuestion().apply(study)
    with pytest.raises(ChoiceError, match="stays"):
        edits.RemoveQuestion().apply(written_on())
    with pytest.raises(ChoiceError, match="at most"):
        edits.NameQuestion(name="x" * 201)
