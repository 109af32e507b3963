"""Reports, tables and explanations in the window: asked for, arranged, written, read on."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable
from pathlib import Path

import docx
import pytest
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QFileDialog

from decimus.examples.catalogue import example
from decimus.study import edits
from decimus.study.history import History
from decimus.study.live_parts import OwnWords, Passage
from decimus.study.questions import Asked
from decimus.study.write_ups import TableKind
from decimus.window.files.report_panel import ReportPanel
from decimus.window.frame.places_line import PlaceKey
from decimus.window.widgets.choices import ChoiceMenu
from decimus.window.widgets.explained import ExplanationArea
from decimus.window.write_up.place import Part
from tests.window.driving import Driver


@pytest.fixture
def writing(open_window: Callable[[History], Driver]) -> Driver:
    history = example("duckweed").history()
    for edit in (
        edits.AskAnother(asked=Asked(sheet=1)),
        edits.RepeatQuestion(question=1),
        edits.WritePassage(which=Passage.RESULTS, pieces=(OwnWords("It pales."),), question=1),
    ):
        history = history.after(edit)
    driver = open_window(history)
    driver.go(PlaceKey.WRITE_UP)
    return driver


def ask(driver: Driver) -> ReportPanel:
    driver.click(driver.window.write_up.report)
    found = QApplication.activePopupWidget()
    assert isinstance(found, ReportPanel)
    return found


def test_a_report_of_all_questions_by_clicks(writing: Driver, tmp_path: Path) -> None:
    panel = ask(writing)
    assert panel.scope.value is True
    QTest.keyClicks(panel.title, "Salt and duckweed")
    writing.click(panel.write_button)
    dialog = writing.window.files.dialog
    assert isinstance(dialog, QFileDialog)
    path = tmp_path / "salt.docx"
    dialog.fileSelected.emit(str(path))
    dialog.close()
    writing.settle()
    file = docx.Document(io.BytesIO(path.read_bytes()))
    text = [p.text for p in file.paragraphs]
    assert text[0] == "Salt and duckweed"
    assert text.count("It pales.") == 1
    assert [t for t in text if t.startswith("Figure")] == [
        t for n in (1, 2, 3) for t in text if t.startswith(f"Figure\u00a0{n}.")
    ]
    assert sum(p.style.name == "Heading 1" for p in file.paragraphs) == 3
    with zipfile.ZipFile(path) as archive:
        assert sum(name.endswith(".svg") for name in archive.namelist()) == 3


def test_one_question_as_html_without_the_sheet(writing: Driver, tmp_path: Path) -> None:
    panel = ask(writing)
    writing.click(panel.scope.button(value=False))
    writing.click(panel.format.button("html"))
    writing.click(panel.sheets.button(value=False))
    writing.click(panel.write_button)
    dialog = writing.window.files.dialog
    assert isinstance(dialog, QFileDialog)
    dialog.fileSelected.emit(str(tmp_path / "one.html"))
    dialog.close()
    text = (tmp_path / "one.html").read_text("utf-8")
    assert text.count("<figure>") == 1
    assert "For referees" not in text
    assert "one.html" in writing.window.places_line.file_name.text()


def test_a_table_is_arranged_at_its_headings(writing: Driver, tmp_path: Path) -> None:
    window = writing.window
    writing.click(window.write_up.buttons[Part.TABLES])
    view = window.write_up.tables.tables[TableKind.SUMMARY]

    def heads() -> list[str]:
        grid = view.grid
        return [grid.horizontalHeaderItem(c).text() for c in range(grid.columnCount())]

    before = heads()
    menu = view.open_column(2)
    assert isinstance(menu, ChoiceMenu)
    writing.pick(menu, "one place to the left")
    assert heads()[1:3] == [before[2], before[1]]
    menu = view.open_column(1)
    assert menu is not None
    writing.pick(menu, "4 decimals")
    assert len(view.grid.item(0, 1).text().partition(".")[2]) == 4
    writing.choose(view.sentence, "columns of summary", "median")
    assert heads()[-1] == "Median (mm²)"
    writing.choose(view.sentence, "turned summary", "groups in columns")
    assert view.grid.item(0, 0).text() == "Mean (mm²)"
    window.documents.write_table(tmp_path / "t.csv", TableKind.SUMMARY)
    assert (tmp_path / "t.csv").read_text("utf-8").startswith("Road salt (g/L),0,1,2,4,8\n")
    for _ in range(4):
        window.undo()
    writing.settle()
    assert heads() == before


def test_words_are_explained_and_lead_to_the_methods(writing: Driver) -> None:
    window = writing.window
    menu = writing.open_choice(window.page.caption, "error_bar")
    (area,) = menu.findChildren(ExplanationArea)
    assert area.label.text().startswith("95\u00a0% confidence interval: ")
    line = next(a for a in menu.actions() if a.text().startswith("standard deviation"))
    line.hovered.emit()
    assert "how far single replicates" in area.label.text()
    writing.click(area.more)
    assert window.methods._page is not None
    assert window.methods._page.textCursor().block().text() == "Per group"
    window.methods._page.close()
    writing.go(PlaceKey.COMPARISONS)
    menu = writing.open_choice(window.comparisons.sentence, "adjustment")
    (area,) = menu.findChildren(ExplanationArea)
    assert "false alarm" in area.label.text()
    menu.close()
