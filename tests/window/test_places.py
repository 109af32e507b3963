"""The five places, driven."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit

from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.study.readings import CELLS
from decimus.study.write_ups import TableKind
from decimus.terms import Statistic
from decimus.window.comparisons.pairs_model import Column as PairColumn
from decimus.window.groups.lane_headings import GRIP
from decimus.window.main_window import MainWindow
from decimus.window.measurements.sheet_model import CellState, SheetModel
from decimus.window.write_up.place import Part
from decimus.wording.spans import plain_text
from tests.conftest import TWO_FACTORS
from tests.window.driving import LEFT, Driver


def cell_click(driver: Driver, row: int, column: int) -> None:
    sheet = driver.window.measurements.sheet
    rect = sheet.visualRect(driver.window.measurements.model.index(row, column))
    driver.click(sheet.viewport(), rect.center())


def two_factors(driver: Driver) -> None:
    driver.clipboard(TWO_FACTORS)
    driver.keys("Ctrl+V")


# --- measurements ------------------------------------------------------------------


def test_typing_a_number_changes_everything(salt: Driver) -> None:
    window = salt.window
    sheet = window.measurements.sheet
    cell_click(salt, 3, 3)
    assert window.measurements.model.index(3, 3).data(SheetModel.StateRole) is CellState.MISSING
    QTest.keyClicks(sheet, "8.6")
    editor = sheet.findChild(QLineEdit)
    assert editor is not None
    QTest.keyClick(editor, Qt.Key.Key_Return)
    salt.settle()
    assert window.places_line.buttons["measurements"].count == "20"
    assert "none missing" in plain_text(window.measurements.sentence.sentence)
    assert sheet.currentIndex().row() == 4
    salt.keys("Ctrl+Z")
    assert window.places_line.buttons["measurements"].count == "19 of 20"


def test_typing_below_and_beside_grows_the_table(salt: Driver) -> None:
    window = salt.window
    model, sheet = window.measurements.model, window.measurements.sheet
    sheet.write(4, 1, (("11.2",),))
    salt.settle()
    assert window.store.results.groups.group(("0",)).n == 5
    sheet.write(0, 6, (("2.0",),))
    salt.settle()
    assert window.places_line.buttons["groups"].count == "5"
    assert "more cells than there are headings" in window.foot.remark.text()
    sheet.write(-1, 6, (("16",),))
    salt.settle()
    assert window.places_line.buttons["groups"].count == "6"
    assert model.columnCount() == 8


def test_text_among_numbers_is_marked(salt: Driver) -> None:
    window = salt.window
    window.measurements.sheet.write(0, 1, (("lost",),))
    salt.settle()
    assert window.measurements.model.index(0, 1).data(SheetModel.StateRole) is CellState.UNREADABLE
    assert "“lost” (row 2, column 2) is no number" in window.foot.remark.text()


def test_copy_cut_and_paste_of_blocks(salt: Driver) -> None:
    window = salt.window
    sheet, model = window.measurements.sheet, window.measurements.model
    sheet.setFocus()
    cell_click(salt, 0, 1)
    place = sheet.visualRect(model.index(1, 2)).center()
    QTest.mouseClick(sheet.viewport(), LEFT, Qt.KeyboardModifier.ShiftModifier, place)
    QTest.keySequence(sheet, "Ctrl+C")
    assert QGuiApplication.clipboard().text() == "10.0\t9.5\n11.0\t10.1"
    QTest.keySequence(sheet, "Ctrl+X")
    salt.settle()
    assert window.places_line.buttons["measurements"].count == "15 of 20"
    cell_click(salt, 4, 1)
    QTest.keySequence(sheet, "Ctrl+V")
    salt.settle()
    assert window.store.results.sheet.table.cell(6, 2) == "10.1"
    salt.keys("Ctrl+Z")
    salt.keys("Ctrl+Z")
    assert window.places_line.buttons["measurements"].count == "19 of 20"
    cell_click(salt, 0, 1)
    QTest.keyClick(sheet, Qt.Key.Key_Delete)
    salt.settle()
    assert window.places_line.buttons["measurements"].count == "18 of 20"


def test_rows_and_columns_come_and_go(salt: Driver) -> None:
    window = salt.window
    sheet = window.measurements.sheet
    cell_click(salt, 0, 1)
    menu = sheet.cell_menu()
    assert menu is not None
    for words, check in (
        ("Delete columns", "4"),
        ("Insert columns before", "4"),
        ("Delete rows", None),
        ("Insert rows above", None),
    ):
        menu = sheet.cell_menu()
        assert menu is not None
        action = next(a for a in menu.actions() if a.text() == words)
        action.trigger()
        salt.settle()
        if check is not None:
            assert window.places_line.buttons["groups"].count == check
        cell_click(salt, 0, 1)
    for _ in range(4):
        salt.keys("Ctrl+Z")
    assert window.places_line.buttons["measurements"].count == "19 of 20"


def test_headings_are_renamed_in_place(salt: Driver) -> None:
    window = salt.window
    field = window.measurements.sheet.headings.rename(1)
    field.setText("0.5")
    QTest.keyClick(field, Qt.Key.Key_Return)
    salt.settle()
    assert window.store.results.groups.shown[0].levels == ("0.5",)
    salt.choose(window.measurements.sentence, "header", "measurements")
    window.measurements.sheet.headings.renamed.emit(1, "x")
    assert "no headings to rename" in window.message.text


def test_the_reading_sentence_is_followed_at_once(salt: Driver) -> None:
    window = salt.window
    sentence = window.measurements.sentence
    salt.type_choice(sentence, "outcome name", "Frond area")
    salt.type_choice(sentence, "outcome unit", "mm²")
    salt.type_choice(sentence, "more", "Lemna minor", entry=0)
    salt.type_choice(sentence, "more", "after 7 days", entry=0)
    salt.choose(sentence, "replicate", "plot")
    caption = plain_text(window.page.caption.sentence)
    assert "Frond area of Lemna minor after 7 days" in caption
    assert "single plots" in caption
    assert window.store.results.sheet.reading.facts(CELLS).unit == "mm²"
    assert "Frond area (mm²)" in [
        getattr(mark, "text", "")
        for mark in window.page.view.page.marks  # type: ignore[union-attr]
    ]
    assert "frond area (mm²)" in plain_text(window.question_line.sentence.sentence)
    salt.choose(sentence, "factor unit -2", "no unit")
    assert "Salt" in [getattr(m, "text", "") for m in window.page.view.page.marks]  # type: ignore[union-attr]
    salt.choose(sentence, "kind -2", "kind")
    assert "Each column is one kind of salt" in plain_text(sentence.sentence)
    field = salt.type_choice(sentence, "outcome name", " ")
    assert "cannot be empty" in field.findChildren(type(field._problem))[1].text()


def test_other_layouts_by_one_word(empty: Driver) -> None:
    two_factors(empty)
    window = empty.window
    sentence = window.measurements.sentence
    assert plain_text(sentence.sentence).startswith("Each row is one")
    empty.choose(sentence, "layout", "column")
    assert window.store.results.measurements.shape.layout.value == "columns"
    empty.keys("Ctrl+Z")
    assert window.places_line.buttons["groups"].count == "4"


def test_a_reading_that_cannot_be_can_be_taken_back_by_its_words(empty: Driver) -> None:
    empty.clipboard("a\n1\n1\n")
    empty.keys("Ctrl+V")
    window = empty.window
    sentence = window.measurements.sentence
    empty.choose(sentence, "layout", "row: each row is a group, its mean beside its spread")
    assert "No column of means" in plain_text(sentence.sentence)
    assert not window.page.paper.isVisible()
    empty.choose(sentence, "layout", "column")
    assert plain_text(sentence.sentence).startswith("Each column is one")
    assert window.page.paper.isVisible()


# --- groups --------------------------------------------------------------------------


def open_number(driver: Driver, row: int, column: Statistic) -> None:
    lanes = driver.window.groups.lanes
    rect = lanes.visualRect(lanes.lanes.index(row, lanes.lanes.section(column)))
    driver.click(lanes.viewport(), rect.center())


def number_shown(window: MainWindow, column: Statistic) -> str:
    """A number of the third lane."""
    model = window.groups.model
    return str(model.index(2, model.section(column)).data()).replace("\u00a0", " ")


@pytest.mark.parametrize(
    "column",
    [
        *(Statistic.N, Statistic.MEAN, Statistic.STANDARD_DEVIATION),
        *(Statistic.STANDARD_ERROR, Statistic.CONFIDENCE_INTERVAL),
    ],
)
def test_a_click_on_a_number_shows_its_working(salt: Driver, column: Statistic) -> None:
    salt.go("groups")
    window = salt.window
    open_number(salt, 2, column)
    panel = window.groups.working
    assert panel.isVisible()
    shown = str(window.groups.model.index(2, window.groups.model.section(column)).data()).replace(
        "\u00a0", " "
    )
    assert f"<b>{shown}" in panel.formula.text().replace(
        "\u00a0", " "
    ) or shown in panel.formula.text().replace("\u00a0", " ")
    panel.copy()
    assert QGuiApplication.clipboard().text().startswith("Working: ")
    window.measurements.sheet.write(0, 3, (("9.9",),))
    salt.settle()
    salt.keys("Alt+2")
    after = str(window.groups.model.index(2, window.groups.model.section(column)).data()).replace(
        "\u00a0", " "
    )
    assert after in panel.formula.text().replace("\u00a0", " ")


def test_error_bar_headings_work_everywhere_at_once(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    for column, words in (
        (Statistic.STANDARD_DEVIATION, "its standard deviation"),
        (Statistic.STANDARD_ERROR, "its standard error"),
        (Statistic.CONFIDENCE_INTERVAL, "its 95\u00a0% confidence interval"),
    ):
        window.groups.lanes.headings.choose(window.groups.model.section(column))
        salt.settle()
        assert words in plain_text(window.page.caption.sentence)
    window.groups.lanes.headings.choose(window.groups.model.section(Statistic.N))
    assert "confidence interval" in plain_text(window.page.caption.sentence)


def test_renaming_a_lane_leaves_the_data_alone(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    lanes = window.groups.lanes
    lanes.setCurrentIndex(lanes.lanes.index(0, 0))
    QTest.keyClick(lanes, Qt.Key.Key_F2)
    editor = lanes.findChild(QLineEdit)
    assert editor is not None
    editor.setText("tap water")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    salt.settle()
    assert window.groups.model.index(0, 0).data() == "tap water"
    assert window.store.results.sheet.table.cell(0, 1) == "0"
    texts = [getattr(mark, "text", "") for mark in window.page.view.page.marks]  # type: ignore[union-attr]
    assert "tap" in texts or "tap water" in texts
    salt.keys("Ctrl+Z")
    assert window.groups.model.index(0, 0).data() == "0"


def test_moving_lanes_by_key_and_sections_by_grip(empty: Driver) -> None:
    two_factors(empty)
    empty.go("groups")
    window = empty.window
    lanes = window.groups.lanes
    lanes.setCurrentIndex(lanes.lanes.index(1, 0))
    QTest.keyClick(lanes, Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
    empty.settle()
    assert [g.levels for g in window.store.results.groups.shown] == [
        *(("0", "bright"), ("0", "dim"), ("4", "bright"), ("4", "dim")),
    ]
    first, last = (
        lanes.visualRect(lanes.lanes.index(0, 0)),
        lanes.visualRect(lanes.lanes.index(4, 0)),
    )
    QTest.mousePress(
        lanes.viewport(), LEFT, pos=QPoint(first.left() + GRIP // 2, first.center().y())
    )
    QTest.mouseMove(lanes.viewport(), QPoint(first.left() + GRIP // 2, last.center().y()))
    lanes.viewport().repaint()
    QTest.mouseRelease(
        lanes.viewport(), LEFT, pos=QPoint(first.left() + GRIP // 2, last.center().y())
    )
    empty.settle()
    assert [g.levels[0] for g in window.store.results.groups.shown] == ["4", "4", "0", "0"]
    empty.keys("Ctrl+Z")
    empty.keys("Ctrl+Z")
    assert window.store.results.groups.shown[0].levels == ("0", "dim")


# --- comparisons ---------------------------------------------------------------------


def test_ticks_draw_and_words_choose(salt: Driver) -> None:
    salt.go("comparisons")
    window = salt.window
    rows = window.comparisons.rows
    rows.setCurrentIndex(rows.pairs.index(3, 0))
    QTest.keyClick(rows, Qt.Key.Key_Space)
    salt.settle()
    assert window.store.results.question.figure.is_drawn(("0",), ("8",))
    assert rows.pairs.is_drawn(3)
    salt.choose(window.comparisons.drawn, "drawn", "all with 0 g/L")
    assert sum(rows.pairs.is_drawn(row) for row in range(10)) == 4
    salt.choose(window.comparisons.sentence, "adjustment", "t-tests, unadjusted")
    assert not rows.pairs.is_adjusted
    assert rows.columnWidth(PairColumn.ADJUSTED.value) == 0
    assert rows.pairs.headerData(2, Qt.Orientation.Horizontal) == "t"
    salt.choose(window.page.caption, "comparison_text", "stars")
    caption = plain_text(window.page.caption.sentence).replace("\u00a0", " ")
    assert "stars (* p < 0.05, ** p < 0.01, *** p < 0.001" in caption


def test_methods_that_do_not_fit_are_greyed_with_the_reason(salt: Driver) -> None:
    salt.go("comparisons")
    menu = salt.open_choice(salt.window.comparisons.sentence, "method")
    greyed = [a.text() for a in menu.actions() if a.text() if not a.isEnabled()]
    offered = [a.text() for a in menu.actions() if a.text() if a.isEnabled()]
    assert [text.split("  ")[0] for text in offered] == [
        *("one-way ANOVA", "Welch’s ANOVA", "Kruskal–Wallis test"),
    ]
    assert sum("compares two groups; here are 5" in text for text in greyed) == 6
    assert greyed[0].startswith("Welch’s t-test")
    assert sum("needs the same flasks in several groups" in text for text in greyed) == 4
    assert sum("needs 2 factors; here is 1" in text for text in greyed) == 1


def test_working_and_table_unfold(salt: Driver) -> None:
    salt.go("comparisons")
    window = salt.window
    rows = window.comparisons.rows
    rect = rows.visualRect(rows.pairs.index(1, PairColumn.STATISTIC.value))
    salt.click(rows.viewport(), rect.center())
    assert window.comparisons.working.isVisible()
    assert "All 10 intervals hold together" in window.comparisons.working.reading.text()
    panel = window.comparisons.panel
    assert not panel.text.isVisible()
    salt.click(panel.folds["Table"])
    assert panel.text.isVisible()
    assert "within groups" in panel.text.text()
    window.store.apply(window.measurements.model.edit_for(0, 1, (("14",),)))
    salt.settle()
    assert window.comparisons.working.isVisible()


# --- figure and write-up ---------------------------------------------------------------


def test_settings_change_the_figure(salt: Driver) -> None:
    salt.go("figure")
    window = salt.window
    place = window.figure
    salt.choose(place.row_with("kind"), "kind", "points")
    salt.choose(place.row_with("replicates"), "replicates", "no circles")
    salt.choose(place.row_with("palette"), "palette", "greys")
    salt.choose(place.row_with("error_bar"), "error_bar", "standard deviation")
    salt.choose(place.row_with("direction"), "direction", "upwards")
    salt.type_choice(place.row_with("value title"), "value title", "Leaf size")
    salt.choose(place.row_with("text size"), "text size", "10 pt")
    salt.type_choice(place.row_with("size"), "size", "120 x 70")
    page = window.page.view.page
    assert page is not None
    assert (page.width_mm, page.height_mm) == (120, 70)
    assert "Leaf size" in [getattr(mark, "text", "") for mark in page.marks]
    caption = plain_text(window.page.caption.sentence)
    assert "Points show the mean and its standard deviation, upwards;" in caption
    assert window.places_line.buttons["figure"].count == "120 mm"
    field = salt.type_choice(place.row_with("size"), "size", "wide")
    assert "is no size" in field._problem.text()
    salt.close_popups()
    for _ in range(8):
        salt.keys("Ctrl+Z")
    assert window.store.history.position == 1


def test_texts_are_copied_as_they_stand(salt: Driver) -> None:
    salt.go("write_up")
    window = salt.window
    for passage in window.write_up.passages.values():
        passage.copy()
        assert QGuiApplication.clipboard().text() == passage.plain
        assert passage.plain
    caption = window.write_up.passages[Passage.CAPTION].plain
    assert plain_text(window.page.caption.sentence) == f"Figure\u00a01. {caption}"
    assert window.write_up.passages[Passage.GROUPS].plain.count("\n") == 4
    salt.click(window.write_up.buttons[Part.TABLES])
    summary = window.write_up.tables.tables[TableKind.SUMMARY]
    salt.click(summary.copy_button)
    lines = QGuiApplication.clipboard().text().splitlines()
    assert lines[0].split("\t")[:3] == ["Salt (g/L)", "n", "Mean"]
    assert len(lines) == 6


def test_hidden_places_catch_up_when_gone_to(salt: Driver, salt_history: History) -> None:
    window = salt.window
    for place in ("groups", "comparisons", "figure", "write_up"):
        salt.go(place)
    salt.go("measurements")
    salt.choose(window.page.caption, "error_bar", "standard error")
    salt.go("write_up")
    assert "its standard error" in window.write_up.passages[Passage.CAPTION].plain
    assert salt_history.position == 1
