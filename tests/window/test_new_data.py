"""New data through the real widgets: pasted over, in the place of the old, beside them."""

from __future__ import annotations

import threading
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from decimus.analysis import results
from decimus.analysis.results import Results
from decimus.formats import workbooks
from decimus.measurements import reading
from decimus.measurements.reading import read_measurements
from decimus.study.edits import (
    ChooseKind,
    ChooseValueRange,
    NameVariable,
    WriteAxisTitle,
    WriteCells,
)
from decimus.study.history import History
from decimus.study.readings import CELLS
from decimus.terms import ChartKind
from decimus.window.state.store import Store, WorkedOut
from decimus.window.widgets.choices import ChoiceMenu
from tests.formats.workbook_files import xlsx_bytes
from tests.window.driving import Driver
from tests.window.test_measurements import means, undo

NINE = "dim\tbright\n" + "".join(f"{i}.5\t{i + 3}.5\n" for i in range(1, 10))
LATER = "dim\tbright\n2.1\t4.1\n2.3\t4.4\n2.2\t4.9\n"


def started(driver: Driver) -> None:
    """A table that was named and drawn as points."""
    driver.clipboard(NINE)
    driver.keys("Ctrl+V")
    store = driver.window.store
    store.apply(NameVariable(variable=CELLS, name="frond area", unit="mm²"))
    store.apply(ChooseKind(kind=ChartKind.POINTS))
    driver.settle()


def paste_at(driver: Driver, row: int, column: int, text: str) -> None:
    sheet, model = driver.window.measurements.sheet, driver.window.measurements.model
    sheet.setFocus()
    place = sheet.visualRect(model.index(row, column)).center()
    QTest.mouseClick(sheet.viewport(), Qt.MouseButton.LeftButton, pos=place)
    driver.clipboard(text)
    QTest.keySequence(sheet, "Ctrl+V")
    driver.settle()


def counts(driver: Driver) -> list[int]:
    return [group.n for group in driver.window.store.results.groups.shown]


def test_seven_pasted_over_nine(empty: Driver) -> None:
    started(empty)
    paste_at(empty, 0, 0, "\n".join(f"{i}.1" for i in range(7)))
    assert counts(empty) == [7, 9]
    undo(empty)
    assert counts(empty) == [9, 9]


def test_pasted_over_with_headings_it_is_new_data_of_the_same_question(empty: Driver) -> None:
    started(empty)
    before = means(empty)
    paste_at(empty, 0, 0, LATER)
    results = empty.window.store.results
    assert counts(empty) == [3, 3]
    assert results.measurements.outcome.name == "frond area"
    assert results.question.figure.kind is ChartKind.POINTS
    assert "With pasted table" in empty.window.data.line.text
    undo(empty)
    assert means(empty) == before


def test_a_table_with_the_same_headings_keeps_question_and_words(empty: Driver) -> None:
    started(empty)
    empty.clipboard(LATER)
    empty.keys("Ctrl+Shift+V")
    empty.settle()
    results = empty.window.store.results
    assert counts(empty) == [3, 3]
    assert (results.measurements.outcome.name, results.measurements.outcome.unit) == (
        "frond area",
        "mm²",
    )
    undo(empty)
    assert counts(empty) == [9, 9]


def test_a_table_with_other_headings_is_another_study(empty: Driver) -> None:
    started(empty)
    empty.clipboard("salt\tmass\n0\t1.5\n0\t1.7\n8\t0.5\n8\t0.7\n")
    empty.keys("Ctrl+Shift+V")
    empty.settle()
    results = empty.window.store.results
    assert results.measurements.outcome.name == "mass"
    assert results.question.figure.kind is ChartKind.BARS


def test_other_data_from_the_clipboard(empty: Driver) -> None:
    started(empty)
    empty.clipboard(LATER)
    empty.click(empty.window.measurements.replace)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    empty.pick(menu, "from the clipboard")
    empty.settle()
    assert counts(empty) == [3, 3]
    assert empty.window.store.results.question.figure.kind is ChartKind.POINTS


def test_a_second_table_wears_nothing_of_the_first(empty: Driver, tmp_path: Path) -> None:
    started(empty)
    store = empty.window.store
    store.apply(WriteAxisTitle(is_value_axis=True, text="Area of fronds"))
    store.apply(ChooseValueRange(value_from=0, value_to=40))
    path = tmp_path / "salt.csv"
    path.write_text("salt,mass\n0,1.5\n0,1.7\n8,0.5\n8,0.7\n")
    empty.window.files.add_path(path)
    empty.settle()
    figure = store.results.question.figure
    assert store.results.measurements.outcome.name == "mass"
    assert (figure.value_title, figure.value_to, figure.kind) == (None, None, ChartKind.BARS)
    undo(empty)
    assert store.results.question.figure.value_title == "Area of fronds"


def test_the_first_question_is_answered_above_the_table(empty: Driver) -> None:
    """Left and right: are rows pairs? Then: what was measured? One entry for name and unit."""
    empty.clipboard("left\tright\n" + "".join(f"2{i}.5\t2{i}.{i}\n" for i in range(1, 9)))
    empty.keys("Ctrl+V")
    empty.settle()
    question = empty.window.measurements.question
    counting = empty.window.measurements.counting
    assert counting.isVisibleTo(empty.window)
    assert "Do the values of one row belong together" in counting.text
    empty.click(next(b for b in counting.answers if b.text() == "one row is one subject"))
    empty.settle()
    assert empty.window.store.results.measurements.units.is_same
    assert not counting.isVisibleTo(empty.window)
    assert question.text == "What was measured, and in which unit?"
    question.field.setText("grip (kg)")
    QTest.keyClick(question.field, Qt.Key.Key_Return)
    empty.settle()
    outcome = empty.window.store.results.measurements.outcome
    assert (outcome.name, outcome.unit) == ("grip", "kg")
    assert not question.isVisibleTo(empty.window)
    undo(empty)
    undo(empty)
    assert not empty.window.store.results.measurements.units.is_same
    assert "Do the values of one row belong together" in counting.text


def test_many_answers_open_as_a_menu(empty: Driver) -> None:
    """Eight columns of measurements ask in one line, and leave the page its room."""
    names = ["area (mm2)", "mass (g)", "root length (mm)", "shoot length (mm)", "starch (mg)"]
    names += ["nitrogen (mg)", "carbon (mg)"]
    rows = [
        "\t".join([light, *(f"{20 + 3 * c + i}.{c}" for c in range(len(names)))])
        for light in ("dim", "bright")
        for i in range(4)
    ]
    empty.clipboard("\n".join(["\t".join(["light", *names]), *rows]))
    empty.keys("Ctrl+V")
    empty.settle()
    question = empty.window.measurements.question
    assert question.text.endswith("more hold measurements too.")
    assert question.height() < 90
    empty.click(question.buttons[0])
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    empty.pick(menu, "ask about carbon (mg)")
    empty.settle()
    assert empty.window.store.results.measurements.outcome.name == "carbon"
    assert not question.isVisibleTo(empty.window) or "hold" not in question.text


def test_quantities_of_pots_and_back_to_groups(empty: Driver) -> None:
    """Rows that nothing divides are one group, which a column can divide again."""
    empty.clipboard(
        "pot\tdose\tmass (g)\n" + "".join(f"{i}\t{i % 2}\t{i}.5\n" for i in range(1, 9))
    )
    empty.keys("Ctrl+V")
    assert counts(empty) == [4, 4]
    sentence = empty.window.measurements.sentence
    factor = empty.window.store.results.measurements.factors[0].variable
    empty.choose(sentence, f"factor {factor}", "nothing: one group")
    assert counts(empty) == [8]
    empty.choose(sentence, "factor -2", "dose")
    assert counts(empty) == [4, 4]
    undo(empty)
    assert counts(empty) == [8]
    undo(empty)
    assert counts(empty) == [4, 4]


def counted_readings(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """Counts in it how often a table is read."""
    found: list[int] = []

    def read(*arguments: object) -> object:
        found.append(1)
        return read_measurements(*arguments)  # type: ignore[arg-type]

    for module in (results, reading):
        monkeypatch.setattr(module, "read_measurements", read)
    return found


@pytest.mark.parametrize("text", [NINE, "g\tmean\tSD\tn\na\t3\t0.5\t4\nb\t4\t0.6\t4\n"])
def test_a_pasted_table_is_read_once(
    empty: Driver, monkeypatch: pytest.MonkeyPatch, text: str
) -> None:
    readings = counted_readings(monkeypatch)
    empty.clipboard(text)
    empty.keys("Ctrl+V")
    assert len(counts(empty)) == 2
    # Once, and once more for each answer that is drawn beside what n counts.
    drawn = empty.window.measurements.counting.answers
    assert readings == [1] * (1 + len(drawn))


def test_a_workbook_is_read_once_and_not_in_the_windows_own_thread(
    empty: Driver, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    path = tmp_path / "field.xlsx"
    path.write_bytes(
        xlsx_bytes({"a": [["x", "y"], [1.5, 2], [1, 2.5]], "b": [["x", "y"], [5, 6], [7, 8]]})
    )
    threads: list[threading.Thread] = []
    read_apart = workbooks._read_apart

    def read(*arguments: object) -> object:
        threads.append(threading.current_thread())
        return read_apart(*arguments)  # type: ignore[arg-type]

    monkeypatch.setattr(workbooks, "_read_apart", read)
    empty.window.files.open_path(path)
    empty.wait()
    empty.window.files.open_part(path, "b")
    empty.wait()
    assert means(empty) == [6, 7]
    assert len(threads) == 1
    assert threads[0] is not threading.main_thread()


def test_results_of_a_study_as_it_was_are_dropped(salt_history: History) -> None:
    store = Store(salt_history, None, ".")
    worked = WorkedOut(store.history, store.history, Results(store.history.study))
    store.apply(WriteCells(row=1, column=1, cells=(("99.5",),)))
    now = store.results
    store.take(worked)
    assert store.results is now
    assert now.groups.shown[0].summary.values[0] == 99.5


def test_a_look_at_a_changed_file_stops_nothing_that_somebody_waits_for(
    salt: Driver, tmp_path: Path
) -> None:
    path = tmp_path / "counts.csv"
    path.write_text("old,new\n4,6\n5,8\n6,7\n")
    window = salt.window
    window.files.open_path(path)
    gate, done = threading.Event(), list[int]()
    window.beside.start("Working", lambda _progress: 5 if gate.wait(10) else 0, done.append)
    path.write_text("old,new\n4,6\n5,8\n6,9\n")
    window.data.look()
    gate.set()
    salt.qtbot.waitUntil(lambda: done == [5])
    salt.qtbot.waitUntil(window.data.line.isVisible, timeout=5000)
    assert "1 cell differs" in window.data.line.text


MORE = "area,light\n9.5,dim\n8.5,bright\n"
LONG = "light\tarea\ndim\t1.5\ndim\t1.7\nbright\t2.5\nbright\t2.7\n"


def test_a_table_with_the_same_headings_is_asked_about(empty: Driver, tmp_path: Path) -> None:
    """More rows of the same, or another table: either by one click, and undone by one."""
    empty.clipboard(LONG)
    empty.keys("Ctrl+V")
    path = tmp_path / "more.csv"
    path.write_text(MORE)
    for button, wanted, tables in (("append", [3, 3], 1), ("beside", [1, 1], 2)):
        empty.window.files.add_path(path)
        empty.settle()
        line = empty.window.data.line
        assert line.isVisible()
        assert "more.csv has the headings of the table at hand" in line.text
        assert counts(empty) == [2, 2]
        empty.click(getattr(line, button))
        empty.settle()
        assert not line.isVisible()
        assert counts(empty) == wanted
        assert len(empty.window.store.results.study.sheets) == tables
        undo(empty)
        assert counts(empty) == [2, 2]


def test_the_question_goes_with_the_table_that_it_is_about(empty: Driver, tmp_path: Path) -> None:
    empty.clipboard(LONG)
    empty.keys("Ctrl+V")
    path = tmp_path / "more.csv"
    path.write_text(MORE)
    empty.window.files.add_path(path)
    empty.settle()
    undo(empty)  # the first table goes, and with it what was asked of it
    empty.settle()
    assert not empty.window.data.line.isVisible()


def test_rows_pasted_below_leave_their_headings_behind(empty: Driver) -> None:
    empty.clipboard(LONG)
    empty.keys("Ctrl+V")
    empty.settle()
    paste_at(empty, 4, 0, "area\tlight\n9.5\tdim\n8.5\tbright\n")
    table = empty.window.store.results.sheet.table
    assert table.rows()[-2:] == (("dim", "9.5"), ("bright", "8.5"))
    assert counts(empty) == [3, 3]
