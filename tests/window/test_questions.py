"""Several questions in the window: asked, listed, renamed, repeated, undone, saved."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton

from decimus.examples.catalogue import example
from decimus.formats.study_file import undecided
from decimus.study.edits import ChooseKind, WriteCells
from decimus.study.history import History
from decimus.terms import ChartKind
from decimus.window.frame.question_list import QuestionList
from decimus.window.widgets.choices import ChoiceMenu
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.window.driving import Driver


@pytest.fixture
def duckweed(open_window: Callable[[History], Driver]) -> Driver:
    return open_window(example("duckweed").history())


def ask(driver: Driver, words: str) -> None:
    """Ask another question: a click on "+", a click on its words."""
    driver.click(driver.window.question_line.another)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    driver.pick(menu, words)


def open_list(driver: Driver) -> QuestionList:
    driver.click(driver.window.question_line.others)
    found = QApplication.activePopupWidget()
    assert isinstance(found, QuestionList)
    return found


def button(found: QuestionList, name: str) -> QPushButton:
    (made,) = (b for b in found.findChildren(QPushButton) if b.objectName() == name)
    return made


def test_two_clicks_from_the_example_to_a_second_outcome(duckweed: Driver) -> None:
    window = duckweed.window
    assert not window.question_line.others.isVisible()
    before = window.store.history.study.questions[0]
    ask(duckweed, "chlorophyll content")
    results = window.store.results
    assert results.number == 1
    assert results.measurements.outcome.name == "chlorophyll content"
    assert "second of 2 questions" in window.question_line.others.text()
    assert plain_text(caption(results)).startswith("Figure\u00a02. Chlorophyll content of ")
    assert window.store.history.study.questions[0] == before, "the first is as it was"
    window.store.undo()
    assert window.store.results.number == 0


def test_a_second_question_a_third_figure_renamed_saved_and_reopened(
    duckweed: Driver, open_window: Callable[[History], Driver], tmp_path: Path
) -> None:
    window = duckweed.window
    ask(duckweed, "chlorophyll content")
    ask(duckweed, "the same data, another figure")
    assert window.store.results.number == 2
    window.store.apply(ChooseKind(kind=ChartKind.POINTS))
    kinds = [q.figure.kind for q in window.store.history.study.questions]
    assert kinds == [ChartKind.BARS, ChartKind.BARS, ChartKind.POINTS]
    found = open_list(duckweed)
    duckweed.click(button(found, "rename 0"))
    QTest.keyClicks(found.fields[0], "growth")
    QTest.keyClick(found.fields[0], Qt.Key.Key_Return)
    duckweed.settle()
    assert window.store.results.number == 0, "what was named is shown"
    found = open_list(duckweed)
    assert found.rows[0].text() == "growth"
    assert "Figure\u00a03" in found.rows[2].text()
    duckweed.click(button(found, "earlier 2"))
    assert [q.figure.kind for q in window.store.history.study.questions][1] is ChartKind.POINTS
    assert window.store.results.number == 1
    assert window.store.save(tmp_path / "a.decimus")
    other = open_window(History())
    other.window.files.open_path(tmp_path / "a.decimus")
    other.wait()
    assert undecided(other.window.store.history.study) == window.store.history.study
    assert other.window.store.results.number == 0


def test_a_change_is_made_to_the_question_that_is_shown_and_undone_there(duckweed: Driver) -> None:
    window = duckweed.window
    ask(duckweed, "chlorophyll content")
    window.store.apply(ChooseKind(kind=ChartKind.POINTS))
    found = open_list(duckweed)
    duckweed.click(found.rows[0])
    assert window.store.results.number == 0
    assert window.store.results.question.figure.kind is ChartKind.BARS
    window.store.apply(WriteCells(row=1, column=1, cells=(("99.9",),)))
    tables = [s.table.cell(1, 1) for s in window.store.history.study.sheets]
    assert tables == ["99.9", "10.18"]
    window.store.undo()
    window.store.undo()
    assert window.store.results.number == 1, "the question whose change was undone is shown"
    assert window.store.results.question.figure.kind is ChartKind.BARS
    window.store.redo()
    assert window.store.results.question.figure.kind is ChartKind.POINTS


def test_a_question_is_removed_and_comes_back(duckweed: Driver) -> None:
    window = duckweed.window
    ask(duckweed, "chlorophyll content")
    found = open_list(duckweed)
    duckweed.click(button(found, "remove 0"))
    assert len(window.store.history.study.questions) == 1
    assert window.store.results.measurements.outcome.name == "chlorophyll content"
    assert not window.question_line.others.isVisible()
    window.store.undo()
    assert window.store.results.number == 0
    assert window.store.results.measurements.outcome.name == "frond area"


def test_undo_and_redo_with_nothing_left_do_nothing(empty: Driver) -> None:
    for keys in ("Ctrl+Z", "Ctrl+Shift+Z"):
        empty.keys(keys)
    assert empty.window.store.history.position == 0
