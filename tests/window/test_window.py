"""The window: start, thread, question, foot, messages, saving."""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QApplication, QLabel, QPushButton

from decimus.examples.catalogue import example
from decimus.formats.study_file import open_study, undecided
from decimus.study.edits import ChooseErrorBarLevel
from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.window.frame.foot import RemarkList
from decimus.window.widgets.choices import ChoiceMenu, EntryField
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.workflows.exporting import FigureFile
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS
from tests.window.driving import Driver


def test_three_ways_in_and_an_empty_sheet(empty: Driver) -> None:
    window = empty.window
    ways = [b for b in window.start.findChildren(QPushButton) if b.isVisible()]
    assert [way.accessibleName().split(":")[0] or way.text() for way in ways] == [
        *("Paste a table", "Open a file", "Open the example", "or type into an empty sheet"),
    ]
    assert not window.places_line.isEnabled()
    assert not window.question_line.export.isEnabled()
    assert not window.foot.isVisible()
    empty.click(window.start.example)
    assert window.places_line.buttons["measurements"].count == "39 of 40"
    assert window.windowTitle() == "new study (not saved, Decimus)"


def test_pasting_by_key(empty: Driver) -> None:
    empty.clipboard(FIVE_BY_FOUR)
    empty.keys("Ctrl+V")
    assert empty.window.places_line.buttons["groups"].count == "5"


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "The clipboard holds no text. Copy a table first"),
        ("just words", "There are no numbers"),
        ("a\tb\nx\ty\n", "There are no numbers"),
    ],
)
def test_pasting_nonsense_says_so_and_changes_nothing(
    text: str, words: str, empty: Driver, salt_history: History
) -> None:
    window = empty.window
    empty.clipboard(text)
    empty.click(window.start.paste)
    assert words in window.start.problem.text()
    assert window.store.history == History()
    window.store.open(salt_history, None)
    empty.settle()
    empty.click(window.question_line.paste)
    assert words in window.message.text
    assert window.message.isVisible()
    assert window.store.history is salt_history
    empty.click(window.message.findChild(QPushButton))
    assert not window.message.isVisible()


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("empty.csv", b"", "The file is empty"),
        ("binary.csv", bytes(range(256)) * 9, "binary data"),
        ("words.csv", b"a,b\nx,y\n", "There are no numbers"),
        ("broken.decimus", b"PK\x03\x04...", "not a Decimus study"),
    ],
)
def test_opening_nonsense_says_so_and_changes_nothing(
    name: str, content: bytes, words: str, salt: Driver, tmp_path: Path
) -> None:
    path = tmp_path / name
    path.write_bytes(content)
    before = salt.window.store.history
    salt.window.files.open_path(path)
    assert words in salt.window.message.text
    assert str(path) in salt.window.message.text
    assert "Traceback" not in salt.window.message.text
    assert salt.window.store.history is before
    salt.window.files.open_path(tmp_path)
    assert "folder" in salt.window.message.text


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("a\n1\n2\n", "There is only one group, “a”"),
        ("a\tb\n1\t2\n", "Both groups have only 1 replicate"),
        ("a\tb\n1\t2\n1\t2\n", "All values are equal"),
    ],
)
def test_designs_without_a_test_say_so_in_their_place(text: str, words: str, empty: Driver) -> None:
    window = empty.window
    empty.clipboard(text)
    empty.click(window.start.paste)
    for place in ("groups", "comparisons", "figure", "write_up"):
        empty.go(place)
    empty.go("comparisons")
    assert words in window.comparisons.refusal.text()
    assert not window.comparisons.rows.isVisible()
    assert window.places_line.buttons["comparisons"].count == "–"
    assert words[1:] in window.write_up.passages[Passage.RESULTS].plain
    assert window.page.view.page is not None


def test_the_thread_is_always_reachable(salt: Driver) -> None:
    window = salt.window
    for number, key in enumerate(window.places_line.buttons, start=1):
        salt.keys(f"Alt+{number}")
        assert window.place == key
        assert window.places_line.buttons[key].isChecked()
        assert window.work.currentWidget() is getattr(window, key)
    assert window.places_line.buttons["measurements"].has_remark
    assert window.places_line.buttons["groups"].has_remark
    assert not window.places_line.buttons["figure"].has_remark


def test_remarks_lead_to_their_place_and_carry_fixes(salt: Driver) -> None:
    window = salt.window
    assert window.foot.remark.text().startswith("5 remarks: Flask 4 at 2")
    salt.click(window.foot.remark)
    popup = QApplication.activePopupWidget()
    assert isinstance(popup, RemarkList)
    assert len(popup.findChildren(QLabel)) == 5
    buttons = [b for b in popup.findChildren(QPushButton) if b.text() == "show"]
    places = [remark.place for remark in remark_words(window.store.results)]
    salt.click(buttons[places.index("groups")])
    assert window.place == "groups"
    salt.go("figure")
    salt.type_choice(window.figure.row_with("range"), "range", "2 to 12")
    assert "figure" in window.foot.places_with_remarks
    remarks = window.foot.open_remarks()
    fix = next(b for b in remarks.findChildren(QPushButton) if b.text() == "draw points")
    salt.click(fix)
    assert "Points show the mean" in plain_text(window.page.caption.sentence)
    assert "figure" not in window.foot.places_with_remarks


def test_foot_sets_decimals_and_levels(salt: Driver) -> None:
    window, foot = salt.window, salt.window.foot.choices
    salt.go("groups")
    salt.choose(foot, "decimals", "as the data")
    assert window.groups.model.index(0, 3).data() == "10.3"
    salt.choose(foot, "decimals", "4 decimals")
    assert window.groups.model.index(0, 3).data() == "10.3000"
    salt.choose(foot, "error_bar_level", "99 %")
    assert "99\u00a0% confidence interval" in plain_text(window.page.caption.sentence)
    field = salt.type_choice(foot, "comparison_level", "999")
    assert field.findChildren(QLabel)[1].text().startswith("999 % is not a usable")
    salt.close_popups()
    salt.type_choice(foot, "comparison_level", "92.5")
    salt.go("comparisons")
    assert "92.5\u00a0%" in plain_text(window.comparisons.sentence.sentence)


def test_undo_says_what_it_takes_back(salt: Driver) -> None:
    window = salt.window
    salt.go("figure")
    salt.choose(window.figure.row_with("kind"), "kind", "points")
    assert window.question_line.undo.toolTip() == "Undo: draw points (Ctrl+Z)"
    salt.keys("Ctrl+Z")
    assert window.question_line.redo.toolTip() == "Redo: draw points (Ctrl+Shift+Z)"
    salt.keys("Ctrl+Y")
    assert window.question_line.redo.toolTip() == "Redo (Ctrl+Shift+Z)"


def test_saved_and_not_saved(salt: Driver, tmp_path: Path) -> None:
    window, path = salt.window, tmp_path / "a.decimus"
    assert window.places_line.file_name.text() == "new study, not saved"
    assert window.store.save(path)
    assert window.places_line.file_name.text() == "a.decimus, saved"
    assert not window.places_line.save.isVisible()
    window.store.apply(ChooseErrorBarLevel(level=90))
    assert window.places_line.file_name.text() == "a.decimus, not saved"
    salt.keys("Ctrl+Z")
    assert window.places_line.file_name.text() == "a.decimus, saved"
    salt.keys("Ctrl+Y")
    salt.click(window.places_line.save)
    assert undecided(open_study(path).history.study) == window.store.history.study
    path.unlink()
    tmp_path.rmdir()
    assert not window.store.save(path)
    assert "folder does not exist" in window.message.text


def test_a_second_table_can_be_undone(salt: Driver, tmp_path: Path) -> None:
    path = tmp_path / "two.csv"
    path.write_text(TWO_FACTORS)
    salt.window.files.open_path(path)
    salt.settle()
    assert salt.window.places_line.buttons["groups"].count == "4"
    salt.keys("Ctrl+Z")
    assert salt.window.places_line.buttons["groups"].count == "5"


def test_dropping_a_file(empty: Driver, tmp_path: Path) -> None:
    path = tmp_path / "two.csv"
    path.write_text(TWO_FACTORS)
    empty.drop(path)
    assert empty.window.places_line.buttons["groups"].count == "4"


def test_what_is_written_from_the_window(salt: Driver, tmp_path: Path) -> None:
    window = salt.window
    window.files.write_summary(tmp_path / "s.csv")
    assert (tmp_path / "s.csv").read_text().startswith("Salt (g/L),n,missing,mean")
    assert window.places_line.file_name.text() == "Written: s.csv"
    for suffix in ("svg", "pdf"):
        window.files.write_figure(tmp_path / f"f.{suffix}", FigureFile())
        assert (tmp_path / f"f.{suffix}").stat().st_size > 2000
    window.files.write_figure(tmp_path / "no" / "f.png", FigureFile())
    assert "folder does not exist" in window.message.text
    window.files.copy_figure()
    data = QApplication.clipboard().mimeData()
    assert data.data("image/svg+xml").contains(b"<svg")
    assert data.data("application/pdf").startsWith(b"%PDF")
    assert "Figure\u00a01." in data.html()
    image = QApplication.clipboard().image()
    assert image.width() == round(85 / 25.4 * 300)


def test_example_with_two_factors(open_window: Callable[[History], Driver]) -> None:
    driver = open_window(History().after(example("duckweed-light").edit()))
    window = driver.window
    line = window.question_line.sentence
    assert (
        plain_text(line.sentence)
        == "How does frond area (mm²) differ by road salt (g/L) and light?"
    )
    driver.choose(line, "asked factor 0", "swap")
    assert plain_text(line.sentence).endswith("differ by light and road salt (g/L)?")
    assert "Lines join compared groups" in plain_text(window.page.caption.sentence)
    driver.choose(line, "asked factor 0", "only by")
    assert window.places_line.buttons["groups"].count == "3"
    driver.choose(line, "asked factor 0", "and also by")
    assert window.places_line.buttons["groups"].count == "6"
    driver.type_choice(line, "asked outcome", "leaf area")
    assert plain_text(line.sentence).startswith("How does leaf area (mm²)")


def test_a_problem_after_an_edit_leads_to_the_table(salt: Driver) -> None:
    """Emptying every number is said at the sheet; undo brings everything back."""
    window = salt.window
    salt.go("groups")
    sheet = window.measurements
    cells = (("",) * 5,) * 4
    window.store.apply(sheet.model.edit_for(0, 1, cells))
    salt.settle()
    assert window.place == "measurements"
    assert not window.page.paper.isVisible()
    salt.keys("Ctrl+Z")
    assert window.page.paper.isVisible()


def test_painting_loses_no_references(salt: Driver) -> None:
    """A window library that drops references to None ends the process in time."""
    for place in ("measurements", "groups", "comparisons"):
        salt.go(place)
        before = sys.getrefcount(None)
        for _ in range(20):
            salt.window.grab()
        assert sys.getrefcount(None) > before - 1000


def test_true_size_by_one_key(salt: Driver) -> None:
    window, view = salt.window, salt.window.page.view
    fitted = view.pixels_per_mm
    assert f"shown at {round(100 * fitted / (96 / 25.4))}" in window.page.size_button.text()
    salt.keys("Ctrl+1")
    assert view.pixels_per_mm == pytest.approx(96 / 25.4)
    assert "shown at 100" in window.page.size_button.text()
    middle = view.target_at(QPoint(view.width() // 2, view.height() // 2))
    assert middle is not None
    salt.click(window.page.size_button)
    assert view.pixels_per_mm == fitted


def test_page_reads_and_edits(salt: Driver) -> None:
    window, view = salt.window, salt.window.page.view
    assert view.page is not None
    field = view.write(view.target_at(QPoint(8, view.height() // 2)))
    assert field is not None
    field.line.setText("Area of fronds (mm²)")
    QTest.keyClick(field.line, Qt.Key.Key_Return)
    salt.settle()
    assert window.store.results.question.figure.value_title == "Area of fronds (mm²)"
    salt.keys("Ctrl+Z")
    assert window.store.results.question.figure.value_title is None


def test_choices_by_keyboard_alone(salt: Driver) -> None:
    """Tab to a word, open it with space, arrows into the field and back, Return."""
    window = salt.window
    button = window.page.caption.button("error_bar")
    button.setFocus()
    QTest.keyClick(button, Qt.Key.Key_Space)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    QTest.keyClick(menu, Qt.Key.Key_Down)
    QTest.keyClick(menu, Qt.Key.Key_Down)
    active = menu.activeAction()
    assert active.text().startswith("standard error")
    QTest.keyClick(menu, Qt.Key.Key_Return)
    salt.settle()
    assert "its standard error" in plain_text(window.page.caption.sentence)
    assert window.page.caption.button("error_bar") is button
    menu = salt.open_choice(window.page.caption, "error_bar")
    field = menu.findChildren(EntryField)[0]
    field.line.setFocus()
    QTest.keyClick(field.line, Qt.Key.Key_Up)
    active = menu.activeAction()
    assert active.text() == "no error bars"
    QTest.keyClick(menu, Qt.Key.Key_Escape)


def test_every_control_has_a_name(salt: Driver) -> None:
    """What can be focused can be announced."""
    for place in salt.window.places_line.buttons:
        salt.go(place)
        for widget in salt.window.findChildren(QAbstractButton):
            if widget.isVisible() and widget.focusPolicy() != Qt.FocusPolicy.NoFocus:
                assert widget.accessibleName() or widget.text(), widget
