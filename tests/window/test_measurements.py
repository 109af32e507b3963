"""Every shape of table through the real sheet and sentence, with undo after each change."""

from __future__ import annotations

from pathlib import Path

import pytest
import xlsxwriter
from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton, QWidget

from decimus.errors import ChoiceError
from decimus.window.measurements.cells import CellField
from decimus.window.measurements.ranges import RangeMenu, typed_range
from decimus.window.measurements.sheet_facts import Bracket, CellState
from decimus.window.widgets.choices import ChoiceMenu, EntryField
from decimus.window.widgets.plain import RichLabel
from decimus.wording.spans import plain_text
from tests.corpus.tables import CASES, SUMMARISED
from tests.formats.workbook_files import xlsx_bytes
from tests.window.driving import Driver


def text_of(name: str) -> str:
    return next(case.text for case in (*CASES, *SUMMARISED) if case.name == name)


def pasted(driver: Driver, name: str) -> str:
    """Paste a table of the corpus; the reading sentence."""
    driver.clipboard(text_of(name))
    driver.keys("Ctrl+V")
    return sentence(driver)


def sentence(driver: Driver) -> str:
    view = driver.window.measurements.sentence
    return plain_text(view.sentence).replace("\u00a0", " ")


def means(driver: Driver) -> list[float]:
    shown = driver.window.store.results.groups.shown
    return [round(g.summary.mean, 6) for g in shown if g.summary.mean is not None]


def undo(driver: Driver) -> None:
    driver.click(driver.window.question_line.undo)


@pytest.mark.parametrize(
    ("name", "start"),
    [
        (
            "trials across, one row per group",
            "Each row is one kind of sign, each column one trial, a different one in every row.",
        ),
        (
            "two rows of headings over merged cells",
            "Each column is one amount of salt in g/L and one kind of light, each row one flask",
        ),
        (
            "long with three factors",
            "Each row is one replicate; its group is one amount of salt, no unit, one kind of",
        ),
        (
            "one row per visitor, conditions in columns",
            "Each column is one kind of group, each row one visitor, the same 4 visitors in",
        ),
        (
            "mean, SD and n",
            "Each row gives the mean of one group: one aspect. Beside the mean stands its standard",
        ),
        (
            "three readings of every flask",
            "Each row is one reading of one flask; its group is one kind of treatment.",
        ),
        (
            "one factor in columns, the other down the side",
            "Each column beside the names is one amount of group, no unit and one kind of light",
        ),
    ],
)
def test_each_shape_reads_as_a_sentence(empty: Driver, name: str, start: str) -> None:
    assert pasted(empty, name).startswith(start)
    assert empty.window.page.paper.isVisible()


def test_layout_is_corrected_by_its_word_and_taken_back(empty: Driver) -> None:
    pasted(empty, "trials across, one row per group")
    before = means(empty)
    view = empty.window.measurements.sentence
    empty.choose(view, "layout", "column: each column is a group")
    assert sentence(empty).startswith("Each column is one kind of sign")
    assert len(means(empty)) == 3
    assert means(empty) != before
    undo(empty)
    assert means(empty) == before


def test_other_ways_to_read_say_what_each_would_give(empty: Driver) -> None:
    pasted(empty, "trials across, one row per group")
    empty.click(empty.window.measurements.others)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    lines = [action.text() for action in menu.actions()]
    assert any(line.startswith("each column a group: 3 groups, n = 3") for line in lines), lines
    empty.pick(menu, "each column a group: 3 groups")
    assert sentence(empty).startswith("Each column is one kind")
    undo(empty)
    assert sentence(empty).startswith("Each row is one kind")


def test_readings_are_counted_one_by_one_on_request(empty: Driver) -> None:
    assert "The 3 readings of one flask are averaged first, so n counts flasks." in pasted(
        empty, "three readings of every flask"
    )
    assert means(empty) == [5.6, 2.75]
    view = empty.window.measurements.sentence
    empty.choose(view, "averaging", "counted one by one")
    assert empty.window.store.results.measurements.count == 12
    undo(empty)
    assert empty.window.store.results.measurements.count == 4


def test_the_same_or_another_is_asked_and_answered(empty: Driver) -> None:
    pasted(empty, "one row per visitor, conditions in columns")
    results = empty.window.store.results
    assert results.comparison is not None
    assert results.comparison.method.value == "paired-t"
    view = empty.window.measurements.sentence
    empty.choose(view, "same units", "a different one in every column")
    changed = empty.window.store.results.comparison
    assert changed is not None
    assert changed.method.value == "welch-t"
    undo(empty)


def test_limits_stay_missing_until_somebody_says(empty: Driver) -> None:
    assert "2 cells such as “<0.1” count as missing" in pasted(
        empty, "values below a limit of detection are not made up"
    )
    assert means(empty) == [0.35, 1.35]
    empty.choose(empty.window.measurements.sentence, "limits", "half the limit")
    assert means(empty) == [0.25, round((1.2 + 1.5 + 0.05) / 3, 6)]
    undo(empty)
    assert means(empty) == [0.35, 1.35]


def test_rows_of_means_are_struck_through_until_counted(empty: Driver) -> None:
    assert "Mean and SD are left out." in pasted(
        empty, "title above, note below, a row of means and SDs"
    )
    model = empty.window.measurements.model
    assert model.state(6, 1) is CellState.LEFT_OUT
    assert "left out" in str(model.index(3, 1).data(Qt.ItemDataRole.ToolTipRole))
    empty.choose(empty.window.measurements.sentence, "summaries", "counted")
    assert [g.n for g in empty.window.store.results.groups.shown] == [5, 5, 5]
    undo(empty)
    assert [g.n for g in empty.window.store.results.groups.shown] == [3, 3, 3]


def test_the_meaning_of_an_error_is_asked_never_guessed(empty: Driver) -> None:
    assert "“error”: what is it?" in pasted(empty, "value with an error nobody explains")
    remarks = empty.window.foot.remark.text()
    assert "nobody has said what it is" in remarks
    empty.choose(empty.window.measurements.sentence, "meaning", "standard error")
    group = empty.window.store.results.groups.shown[0]
    assert group.summary.standard_error == 0.1
    assert group.summary.standard_deviation is None
    empty.type_choice(empty.window.measurements.sentence, "same n", "4")
    assert empty.window.store.results.groups.shown[0].summary.standard_deviation == 0.2
    undo(empty)
    undo(empty)
    assert "what is it?" in sentence(empty)


def select(driver: Driver, row: int, column: int) -> None:
    sheet = driver.window.measurements.sheet
    rect = sheet.visualRect(driver.window.measurements.model.index(row, column))
    driver.click(sheet.viewport(), rect.center())


def entries(driver: Driver) -> list[EntryField]:
    QTest.keyClick(
        driver.window.measurements.sheet, Qt.Key.Key_M, Qt.KeyboardModifier.ControlModifier
    )
    driver.settle()
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    return menu.findChildren(EntryField)


def enter(driver: Driver, field: EntryField, text: str) -> None:
    QTest.keyClicks(field.line, text)
    QTest.keyClick(field.line, Qt.Key.Key_Return)
    driver.settle()


def test_a_value_is_set_aside_with_a_reason_and_counted_again(salt: Driver) -> None:
    """Typed in the menu of its cell; hollow in the sheet, out of n, listed below, undone."""
    select(salt, 1, 2)
    field = entries(salt)[0]
    assert field.line.accessibleName() == "set 10.1 aside, because"
    enter(salt, field, "")
    assert "without a reason" in field.findChildren(type(field._problem))[1].text()
    enter(salt, field, "spilled")
    group = salt.window.store.results.groups.shown[1]
    assert (group.n, group.cells.excluded) == (3, 1)
    model = salt.window.measurements.model
    assert model.state(2, 2) is CellState.ASIDE
    assert "spilled" in str(model.index(1, 2).data(Qt.ItemDataRole.ToolTipRole))
    strip = salt.window.measurements.strip
    assert "1 set aside" in plain_text(strip.sentence)
    caption = plain_text(salt.window.page.caption.sentence)
    assert "pale ones set aside and not counted" in caption
    salt.choose(strip, "asides", "count 10.1 (row 3) again (spilled)")
    assert salt.window.store.results.groups.shown[1].n == 4
    undo(salt)
    assert salt.window.store.results.groups.shown[1].n == 3
    undo(salt)
    assert salt.window.store.results.groups.shown[1].n == 4


def test_a_row_and_a_level_are_set_aside(salt: Driver) -> None:
    select(salt, 0, 1)
    fields = entries(salt)
    assert "set all of flask 1 aside" in fields[1].line.accessibleName()
    enter(salt, fields[1], "cracked")
    assert [g.n for g in salt.window.store.results.groups.shown] == [3, 3, 2, 3, 3]
    undo(salt)
    assert [g.n for g in salt.window.store.results.groups.shown] == [4, 4, 3, 4, 4]


def test_a_missing_measurement_is_explained(salt: Driver) -> None:
    select(salt, 3, 3)
    field = next(f for f in entries(salt) if "missing" in f.line.accessibleName())
    enter(salt, field, "flask broke")
    model = salt.window.measurements.model
    assert model.index(3, 3).data(Qt.ItemDataRole.ToolTipRole) == "Missing: flask broke"
    undo(salt)
    assert "not zero" in str(model.index(3, 3).data(Qt.ItemDataRole.ToolTipRole))


def test_cells_are_filled_down_and_to_the_right(salt: Driver) -> None:
    sheet = salt.window.measurements.sheet
    select(salt, 0, 1)
    for key in (Qt.Key.Key_Down, Qt.Key.Key_Down):
        QTest.keyClick(sheet, key, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(sheet, Qt.Key.Key_D, Qt.KeyboardModifier.ControlModifier)
    table = salt.window.store.results.sheet.table
    assert [table.cell(r, 1) for r in (1, 2, 3, 4)] == ["10.0", "10.0", "10.0", "9.8"]
    undo(salt)
    assert salt.window.store.results.sheet.table.cell(2, 1) == "11.0"
    select(salt, 0, 1)
    QTest.keyClick(sheet, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(sheet, Qt.Key.Key_R, Qt.KeyboardModifier.ControlModifier)
    assert salt.window.store.results.sheet.table.cell(1, 2) == "10.0"
    undo(salt)
    assert salt.window.store.results.sheet.table.cell(1, 2) == "9.5"


def test_spellings_are_joined_by_the_remark(empty: Driver) -> None:
    empty.clipboard("light,mass (mg)\nbright,4.1\nbright,4.4\nBright ,4.2\ndim,2.2\ndim,2.6\n")
    empty.keys("Ctrl+V")
    assert len(empty.window.store.results.groups.shown) == 3
    remarks = empty.window.foot.open_remarks()
    button = next(
        b
        for b in remarks.findChildren(type(empty.window.question_line.undo))
        if b.text() == "join them"
    )
    empty.click(button)
    assert [g.n for g in empty.window.store.results.groups.shown] == [3, 2]
    assert empty.window.store.results.sheet.table.cell(3, 0) == "Bright "
    undo(empty)
    assert len(empty.window.store.results.groups.shown) == 3


def test_a_second_table_stands_beside_the_first(salt: Driver, tmp_path: Path) -> None:
    path = tmp_path / "more.csv"
    path.write_text("old,new\n41.5,30.1\n38.2,29.4\n44.9,35.2\n")
    salt.window.files.add_path(path)
    salt.settle()
    view = salt.window.measurements.tables
    assert plain_text(view.sentence) == "Table more.csv of 2"
    assert [g.levels[0] for g in salt.window.store.results.groups.shown] == ["old", "new"]
    salt.choose(view, "table", "salt")
    assert len(salt.window.store.results.groups.shown) == 5
    undo(salt)
    undo(salt)
    assert not view.isVisible()


def test_the_sheets_of_a_workbook_can_be_chosen(empty: Driver, tmp_path: Path) -> None:
    path = tmp_path / "field.xlsx"
    first = [["dim", "bright"], [1.5, 2.5], [1.1, 2.1]]
    path.write_bytes(xlsx_bytes({"light": first, "signs": [["old", "new"], [5, 7.5], [6, 8.5]]}))
    empty.window.files.open_path(path)
    empty.wait()
    line = empty.window.part_line
    assert line.isVisible()
    empty.click(line.others)
    menu = QApplication.activePopupWidget()
    assert menu is not None
    empty.pick(menu, "signs")  # type: ignore[arg-type]
    empty.wait()
    assert [g.levels[0] for g in empty.window.store.results.groups.shown] == ["old", "new"]


def test_bad_files_leave_the_study_untouched(salt: Driver, tmp_path: Path) -> None:
    before = salt.window.store.history.study
    for name, content in (("cut.xlsx", b"PK\x03\x04cut"), ("empty.csv", b""), ("x.pdf", b"%PDF-1")):
        path = tmp_path / name
        path.write_bytes(content)
        salt.window.files.open_path(path)
        salt.settle()
        assert salt.window.message.isVisible()
        assert name in salt.window.message.text
    salt.window.files.open_path(tmp_path)
    assert "folder" in salt.window.message.text
    assert salt.window.store.history.study is before


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_a_large_table_opens_beside_the_window(empty: Driver, tmp_path: Path) -> None:
    """Read in a thread; what comes out is the same as read in the window."""
    path = tmp_path / "large.csv"
    path.write_text(text_of("one row per visitor, conditions in columns"))
    empty.window.files.open_path(path)
    assert empty.window.beside.line.isVisible()
    empty.qtbot.waitUntil(lambda: empty.window.beside.job is None, timeout=10_000)
    empty.settle()
    assert not empty.window.beside.line.isVisible()
    assert sentence(empty).startswith("Each column is one kind of group, each row one visitor")


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_a_large_table_can_be_stopped(salt: Driver, tmp_path: Path) -> None:
    path = tmp_path / "large.csv"
    path.write_text("a,b\n1,2\n3,4\n")
    before = salt.window.store.history.study
    salt.window.files.open_path(path)
    job = salt.window.beside.job
    assert job is not None
    salt.click(salt.window.beside.line.stop)
    salt.qtbot.wait(500)
    assert salt.window.store.history.study is before
    assert not salt.window.beside.line.isVisible()


def wait(driver: Driver) -> None:
    driver.qtbot.waitUntil(lambda: driver.window.beside.job is None, timeout=10_000)
    driver.settle()


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_a_large_table_joins_the_history_and_is_read_again(salt: Driver, tmp_path: Path) -> None:
    """Opened over a study, undone, added, changed by another program: all beside."""
    before = means(salt)
    path = tmp_path / "signs.csv"
    path.write_text("old,new\n41.5,30.1\n38.2,29.4\n44.9,35.2\n")
    salt.window.files.open_path(path)
    assert means(salt) == before
    wait(salt)
    assert means(salt)[0] == pytest.approx((41.5 + 38.2 + 44.9) / 3)
    undo(salt)
    assert means(salt) == before
    salt.window.files.add_path(path)
    wait(salt)
    assert plain_text(salt.window.measurements.tables.sentence) == "Table signs.csv of 2"
    path.write_text("old,new\n41.5,30.1\n38.2,29.4\n44.9,31.2\n")
    line = salt.window.data.line
    salt.qtbot.waitUntil(line.isVisible, timeout=5000)
    assert "1 cell differs" in line.text
    salt.click(line.again)
    wait(salt)
    assert means(salt)[1] == pytest.approx((30.1 + 29.4 + 31.2) / 3)
    undo(salt)
    assert means(salt)[1] == pytest.approx((30.1 + 29.4 + 35.2) / 3)


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_what_is_typed_while_a_table_is_read_is_kept(salt: Driver, tmp_path: Path) -> None:
    path = tmp_path / "signs.csv"
    path.write_text("old,new\n41.5,30.1\n38.2,29.4\n44.9,35.2\n")
    salt.window.files.add_path(path)
    salt.window.measurements.sheet.write(0, 0, (("99.5",),))
    wait(salt)
    assert len(salt.window.store.history.study.sheets) == 2
    assert "99.5" in salt.window.store.history.study.sheets[0].table.column(0)


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_a_large_file_that_cannot_be_read_is_said(salt: Driver, tmp_path: Path) -> None:
    path = tmp_path / "words.csv"
    path.write_text("some,words\nbut,no numbers\n")
    before = salt.window.store.history
    salt.window.data.use_path(path)
    wait(salt)
    assert "words.csv" in salt.window.message.text
    assert salt.window.store.history is before


def adjust(driver: Driver, entry: str, text: str) -> None:
    driver.click(driver.window.measurements.adjust)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    field = next(
        f for f in menu.findChildren(EntryField) if f.line.accessibleName().startswith(entry)
    )
    enter(driver, field, text)


def test_an_adjustment_is_marked_named_and_taken_back(salt: Driver) -> None:
    before = means(salt)
    adjust(salt, "a factor on one group", "2 10")
    assert means(salt)[2] == pytest.approx(10 * before[2])
    assert means(salt)[:2] == before[:2]
    model = salt.window.measurements.model
    cell = model.index(0, 3)
    assert model.look(0, 3).is_adjusted
    assert not model.look(0, 1).is_adjusted
    assert "counts as 80" in str(cell.data(Qt.ItemDataRole.ToolTipRole))
    caption = plain_text(salt.window.page.caption.sentence)
    assert "those of 2 times 10, the factor’s own error not carried" in caption
    view = salt.window.measurements.sentence
    salt.choose(view, "adjusted 0", "take it back")
    assert means(salt) == before
    undo(salt)
    assert means(salt) != before
    undo(salt)
    adjust(salt, "a factor on one group", "2 / 4 ± 3 %")
    assert means(salt)[2] == pytest.approx(before[2] / 4)
    caption = plain_text(salt.window.page.caption.sentence)
    assert "those of 2 divided by 4 (itself known to ± 3\u00a0%)" in caption


def test_a_unit_is_changed_and_a_blank_taken_off(salt: Driver) -> None:
    adjust(salt, "change the unit", "0.1 cm")
    assert salt.window.store.results.groups.outcome_title.endswith("(cm)")
    adjust(salt, "less a blank", "0,5")
    assert means(salt)[0] == pytest.approx((1.0 + 1.1 + 1.04 + 0.98) / 4 - 0.5)
    undo(salt)
    undo(salt)
    assert means(salt)[0] == pytest.approx(10.3)


def test_a_new_outcome_is_computed(empty: Driver) -> None:
    empty.clipboard(
        "light,before,after\ndim,1.0,4.5\ndim,2.0,5.0\nbright,3.0,9.0\nbright,2.0,7.5\n"
    )
    empty.keys("Ctrl+V")
    adjust(empty, "a new outcome", "growth = after - before")
    assert means(empty) == [3.25, 5.75]
    assert empty.window.measurements.model.heading(3) == "growth"
    assert "Computed: growth = after - before." in sentence(empty)
    undo(empty)
    assert empty.window.measurements.model.heading(3) == ""


def opened(driver: Driver, path: Path, text: str) -> None:
    path.write_text(text)
    driver.window.files.open_path(path)
    driver.settle()


OLD = "salt,mass (g)\n0,5.1\n0,5.5\n0,5.3\n2 ,3.0\n2 ,3.4\n2 ,3.1\n"


def test_a_changed_file_is_noticed_and_read_again(empty: Driver, tmp_path: Path) -> None:
    """Saved again by another program: said with what differs, read on a click, undone."""
    path = tmp_path / "salt.csv"
    opened(empty, path, OLD)
    before = means(empty)
    line = empty.window.data.line
    assert not line.isVisible()
    path.write_text(OLD.replace("5.5", "9.5") + "2 ,3.3\n")
    empty.qtbot.waitUntil(line.isVisible, timeout=5000)
    assert "1 cell differs, 1 row more" in line.text
    empty.click(line.again)
    assert means(empty)[0] == pytest.approx((5.1 + 9.5 + 5.3) / 3)
    assert "7 numbers count, before 6." in line.text
    undo(empty)
    assert means(empty) == before


def test_other_data_keep_the_question_and_say_what_changed(empty: Driver, tmp_path: Path) -> None:
    """Columns in another order, a level written otherwise, another effect: all follow."""
    opened(empty, tmp_path / "may.csv", OLD)
    empty.go("comparisons")
    empty.choose(empty.window.comparisons.drawn, "drawn", "every comparison")
    other = tmp_path / "june.csv"
    other.write_text("mass (g),salt\n5.1,0\n5.5,0\n5.3,0\n5.2,2 g/L\n5.4,2 g/L\n5.3,2 g/L\n")
    empty.window.data.use_path(other)
    empty.settle()
    line = empty.window.data.line
    assert "2 is 2 g/L" in line.text
    empty.click(line.use)
    results = empty.window.store.results
    assert [g.levels for g in results.groups.shown] == [("0",), ("2 g/L",)]
    assert len(results.question.figure.drawn_pairs) == 1
    assert results.question.figure.drawn_pairs[0].second == ("2 g/L",)
    assert "the verdict is another" in line.text
    assert "The result reads" in line.text
    undo(empty)
    assert empty.window.store.results.question.figure.drawn_pairs[0].second == ("2",)


def test_names_that_differ_are_asked(empty: Driver, tmp_path: Path) -> None:
    opened(empty, tmp_path / "may.csv", "light,x\ndim,1.5\ndim,1.7\nbright,2.5\nbright,2.9\n")
    other = tmp_path / "june.csv"
    other.write_text("light,x\nshade,1.5\nshade,1.7\nbright,2.5\nbright,2.9\n")
    empty.window.data.use_path(other)
    line = empty.window.data.line
    assert "What is dim called there?" in line.text
    empty.click(line.match)
    menu = QApplication.activePopupWidget()
    empty.pick(menu, "dim is shade")  # type: ignore[arg-type]
    assert "dim is shade" in line.text
    empty.click(line.use)
    assert [g.levels[0] for g in empty.window.store.results.groups.shown] == ["shade", "bright"]


def test_a_typed_mean_that_is_wrong_is_remarked(empty: Driver) -> None:
    empty.clipboard("flask,a,b\n1,4.0,5.5\n2,6.0,7.5\n3,8.0,9.5\nMean,6.0,7.9\nSD,1.63,2.00\n")
    empty.keys("Ctrl+V")
    remarks = empty.window.measurements._note_text.text()
    assert "Mean “7.9” (row 5, column 3) differs from the measurements, which give 7.50" in remarks
    assert "So do 1 more" in remarks


def test_a_table_is_typed_into_an_empty_sheet(empty: Driver) -> None:
    """Cell by cell with Tab and Return, as in any grid; the figure comes when it can."""
    empty.click(empty.window.start.typing)
    sheet = empty.window.measurements.sheet
    assert sheet.isVisible()
    for row, line in enumerate((("dim", "bright"), ("4.1", "6.0"), ("4.6", "6.3"), ("3.9", "5.8"))):
        for column, text in enumerate(line):
            model = empty.window.measurements.model
            sheet.setCurrentIndex(model.index(row - model.offset, column))
            if row and model.offset:
                sheet.setCurrentIndex(model.index(row - 1, column))
            sheet.write(sheet.currentIndex().row(), column, ((text,),))
            empty.settle()
    assert means(empty) == [4.2, pytest.approx(18.1 / 3, abs=1e-6)]
    assert empty.window.page.paper.isVisible()
    undo(empty)
    assert [g.n for g in empty.window.store.results.groups.shown] == [3, 2]


def test_a_column_is_declared_under_its_heading(empty: Driver) -> None:
    empty.clipboard(
        "light,bird,x,y\ndim,b1,1.5,7\ndim,b2,1.7,8\nbright,b1,2.5,5\nbright,b2,2.9,7\n"
    )
    empty.keys("Ctrl+V")
    sheet = empty.window.measurements.sheet
    model = empty.window.measurements.model
    tip = model.headerData(0, Qt.Orientation.Horizontal, Qt.ItemDataRole.ToolTipRole)
    assert tip == "light: 2 levels (dim, bright) in 4 cells"
    menu = sheet.open_column_menu(3)
    assert menu is not None
    empty.pick(menu, "is the outcome")
    assert means(empty) == [7.5, 6.0]
    menu = sheet.open_column_menu(1)
    assert menu is not None
    empty.pick(menu, "names who or what was measured again")
    comparison = empty.window.store.results.comparison
    assert comparison is not None
    assert comparison.method.value == "paired-t"
    undo(empty)
    undo(empty)
    assert means(empty) == [1.6, 2.7]


def test_a_group_is_set_aside_under_its_heading(salt: Driver) -> None:
    menu = salt.window.measurements.sheet.open_column_menu(2)
    assert menu is not None
    enter(salt, menu.findChildren(EntryField)[0], "wrong salt")
    group = salt.window.store.results.groups.shown[1]
    assert (group.n, group.cells.excluded) == (0, 4)
    undo(salt)
    assert salt.window.store.results.groups.shown[1].n == 4


def typed(driver: Driver, text: str, key: Qt.Key) -> None:
    """Type over the current cell as a person does: keys to whatever has the focus."""
    sheet = driver.window.measurements.sheet
    QTest.keyClicks(sheet, text[:1])
    field = sheet.findChildren(CellField)[-1]
    QTest.keyClicks(field, text[1:])
    QTest.keyClick(field, key)
    driver.settle()
    driver.settle()


def test_typing_goes_on_with_return_and_tab(empty: Driver) -> None:
    """The headings leave the grid once numbers stand below; the current cell stays in place."""
    empty.click(empty.window.start.typing)
    sheet = empty.window.measurements.sheet
    typed(empty, "dim", Qt.Key.Key_Tab)
    typed(empty, "bright", Qt.Key.Key_Return)
    model = empty.window.measurements.model
    sheet.setCurrentIndex(model.index(1, 0))
    for text in ("4.1", "4.6", "3.9"):
        typed(empty, text, Qt.Key.Key_Return)
    table = empty.window.store.results.sheet.table
    assert table.rows() == (("dim", "bright"), ("4.1", ""), ("4.6", ""), ("3.9", ""))
    assert model.offset == 1
    assert (sheet.currentIndex().row(), sheet.currentIndex().column()) == (3, 0)


# --- ranges ----------------------------------------------------------------------------------


def test_cells_are_selected_by_typing_their_range(salt: Driver) -> None:
    """By numbers as they stand on the sheet, or by heading; the sheet stays in view."""
    sheet = salt.window.measurements.sheet
    sheet.setFocus()
    QTest.keyClick(sheet, Qt.Key.Key_G, Qt.KeyboardModifier.ControlModifier)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, RangeMenu)
    menu.line.setText("rows 3 to 9, columns seven to 4")
    QTest.keyClick(menu.line, Qt.Key.Key_Return)
    assert "no column “seven”" in menu.problem.text()
    menu.line.setText("rows 3 to 4, column 2 to 3")
    QTest.keyClick(menu.line, Qt.Key.Key_Return)
    salt.settle()
    block = sheet.selected_block()
    assert (block.y(), block.x(), block.height(), block.width()) == (1, 1, 2, 2)
    sheet.copy()
    assert QGuiApplication.clipboard().text() == "11.0\t10.1\n10.4\t9.0"


def test_separate_blocks_are_set_aside_copied_and_emptied_in_one_step(salt: Driver) -> None:
    window = salt.window
    sheet, model = window.measurements.sheet, window.measurements.model
    for row, column in ((0, 1), (2, 3)):
        index = model.index(row, column)
        sheet.selectionModel().select(index, sheet.selectionModel().SelectionFlag.Select)
    assert len(sheet.selected_blocks()) == 2
    sheet.copy()
    assert QGuiApplication.clipboard().text() == "10.0\n9.1"
    menu = sheet.cell_menu()
    assert menu is not None
    field = menu.findChildren(EntryField)[0]
    assert field.line.accessibleName() == "set 2 values aside, because"
    enter(salt, field, "spilled")
    assert [g.n for g in window.store.results.groups.shown] == [3, 4, 2, 4, 4]
    undo(salt)
    between = sheet.model().index(1, 2).data()
    sheet.clear_cells()
    salt.settle()
    assert [g.n for g in window.store.results.groups.shown] == [3, 4, 2, 4, 4]
    assert sheet.model().index(1, 2).data() == between
    undo(salt)
    assert [g.n for g in window.store.results.groups.shown] == [4, 4, 3, 4, 4]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("row 12", (11, 0, 1, 3)),
        ("rows 3-5", (2, 0, 3, 3)),
        ("rows 5 to 3; column light", (2, 1, 3, 1)),
        ("columns 2 to 9", (0, 1, 20, 2)),
    ],
)
def test_ranges_as_people_type_them(text: str, found: tuple[int, int, int, int]) -> None:
    assert typed_range(text, ("Salt", "Light", "Area"), 20) == found


@pytest.mark.parametrize("text", ["", "B2:D4", "row x", "row 0", "row 99", "column dark", "3 to 4"])
def test_no_range(text: str) -> None:
    with pytest.raises(ChoiceError):
        typed_range(text, ("Salt", "Light", "Area"), 20)


@pytest.mark.usefixtures("nothing_in_a_blink")
def test_a_pasted_table_is_read_beside_and_can_be_stopped(salt: Driver) -> None:
    """A new table, and one with the headings at hand, which takes the place of the old."""
    before = means(salt)
    salt.clipboard("old\tnew\n41.5\t30.1\n38.2\t29.4\n44.9\t35.2\n")
    salt.window.paste_table()
    salt.click(salt.window.beside.line.stop)
    salt.qtbot.wait(300)
    assert means(salt) == before
    salt.window.paste_table()
    assert means(salt) == before
    wait(salt)
    assert means(salt)[0] == pytest.approx((41.5 + 38.2 + 44.9) / 3)
    salt.clipboard("old\tnew\n40\t30\n38\t29\n45\t35\n")
    salt.window.paste_table()
    wait(salt)
    assert means(salt)[0] == pytest.approx(41)
    undo(salt)
    assert means(salt)[0] == pytest.approx((41.5 + 38.2 + 44.9) / 3)


def marked_workbook(path: Path) -> None:
    book = xlsxwriter.Workbook(str(path))
    sheet = book.add_worksheet("Plots")
    struck = book.add_format({"font_strikeout": True})
    sheet.write_row(0, 0, ["reed", "mg"])
    for at, (name, value) in enumerate(zip("AAABBB", (3.1, 3.4, 9.9, 4.1, 4.4, 4.0), strict=True)):
        sheet.write_row(at + 1, 0, [name, value])
    sheet.write(3, 1, 9.9, struck)
    sheet.set_row(6, None, None, {"hidden": True})
    book.close()


def test_what_a_workbook_marks_is_seen_and_answered_in_a_click(
    empty: Driver, tmp_path: Path
) -> None:
    marked_workbook(tmp_path / "plots.xlsx")
    empty.window.files.open_path(tmp_path / "plots.xlsx")
    empty.wait()
    place = empty.window.measurements
    states = [place.model.facts.state(row, 1) for row in range(1, 7)]
    counted, marked = CellState.COUNTED, CellState.MARKED
    assert states == [counted, counted, marked, counted, counted, marked]
    assert place.model.facts.help_for(3, 1) == "Struck through in the workbook"
    assert place.question.text == "Row 7 is hidden in the workbook; it counts."
    empty.click(next(b for b in place.question.buttons if b.text() == "leave it out"))
    empty.settle()
    assert [g.n for g in empty.window.store.results.groups.shown] == [3, 2]
    asked = "“9.9” (row 4, column 2) is struck through in the workbook; it counts."
    assert place.question.text == asked


def test_a_remark_leads_to_its_cells(empty: Driver, tmp_path: Path) -> None:
    marked_workbook(tmp_path / "plots.xlsx")
    empty.window.files.open_path(tmp_path / "plots.xlsx")
    empty.wait()
    empty.window.places_line.go("groups")
    remarks = empty.window.foot.open_remarks()
    rows = [w for w in remarks.findChildren(QWidget) if w.findChild(QPushButton) is not None]
    struck = next(
        w for w in rows if any("9.9" in label.text() for label in w.findChildren(RichLabel))
    )
    empty.click(next(b for b in struck.findChildren(QPushButton) if b.text() == "show"))
    empty.settle()
    sheet = empty.window.measurements.sheet
    assert sheet.isVisible()
    assert [(b.y(), b.x(), b.height(), b.width()) for b in sheet.selected_blocks()] == [
        (2, 1, 1, 1)
    ]


def test_readings_that_are_averaged_stand_in_a_bracket(empty: Driver) -> None:
    lines = [f"{'ab'[m > 2]}\tm{m}\t{s}\t{m + s / 10}" for m in range(1, 5) for s in (1, 2, 3)]
    empty.clipboard("bath\tmouse\tscan\tmg\n" + "\n".join(lines) + "\n")
    empty.keys("Ctrl+V")
    empty.settle()
    facts = empty.window.measurements.model.facts
    assert [facts.brackets[row, 3] for row in (1, 2, 3)] == [
        Bracket(is_across=False, begins=True, ends=False),
        Bracket(is_across=False, begins=False, ends=False),
        Bracket(is_across=False, begins=False, ends=True),
    ]
    assert facts.help_for(2, 3) == "A reading: averaged with the others in its bracket"


def test_what_is_left_out_is_counted_below_the_sheet(empty: Driver) -> None:
    empty.clipboard("plot\treed\tsand\n1\t3.1\t4.1\n2\t3.4\t4.4\n3\t3.6\t4.2\nMean\t3.37\t4.23\n")
    empty.keys("Ctrl+V")
    empty.settle()
    assert "1 row left out" in plain_text(empty.window.measurements.strip.sentence)


def test_all_columns_are_listed_and_a_click_goes_to_one(empty: Driver) -> None:
    empty.clipboard("mesh\tmg\tnote\nfine\t1.5\t\nfine\t1.7\ttorn\ncoarse\t2.5\t\ncoarse\t2.9\t\n")
    empty.keys("Ctrl+V")
    place = empty.window.measurements
    assert place.columns.text() == "3 columns"
    empty.click(place.columns)
    overview = place.overview.list
    assert overview.isVisible()
    assert not place.sheet.isVisible()
    shown = [
        [overview.item(row, at).text() for at in range(overview.columnCount())]  # type: ignore[union-attr]
        for row in range(overview.rowCount())
    ]
    assert shown[1] == ["mg", "what was measured", "4", "", "–"]
    assert shown[2] == ["note", "not used", "–", "1: torn", "3"]
    place.sheet.write(2, 1, (("lost",),))
    empty.settle()
    assert overview.item(1, 4).text() == "1 no number"  # type: ignore[union-attr]
    spot = overview.visualRect(overview.model().index(2, 0)).center()
    QTest.mouseClick(overview.viewport(), Qt.MouseButton.LeftButton, pos=spot)
    empty.settle()
    assert place.sheet.isVisible()
    assert not overview.isVisible()
    assert {index.column() for index in place.sheet.selectedIndexes()} == {2}


def test_what_a_remark_shows_is_seen_though_columns_are_listed(salt: Driver) -> None:
    place = salt.window.measurements
    salt.click(place.columns)
    place.sheet.show_cells([(3, 3)])
    salt.settle()
    assert place.sheet.isVisible()
    assert not place.columns.isChecked()
