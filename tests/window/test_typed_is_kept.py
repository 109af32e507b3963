"""Whatever is being typed, wherever: saving, closing, leaving, exporting, a kill take it in."""

from __future__ import annotations

import io
import time
import zipfile
from collections.abc import Callable, Iterator
from contextlib import suppress
from pathlib import Path

import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLineEdit, QWidget

from decimus.errors import DecimusError
from decimus.examples.catalogue import example
from decimus.formats.study_file import open_study, study_bytes
from decimus.study.edits import ChooseSameUnits, RepeatQuestion
from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.study.studies import Study
from decimus.study.targets import Axis, AxisTitle
from decimus.window.widgets.choices import EntryField
from decimus.window.write_up.place import Part
from decimus.workflows.sessions import LeftBehind, recovered
from tests.window.driving import Driver

WORDS = "Zq7"
"""What is typed; it stands nowhere else."""
MORE = "Wq8"
"""Typed after it; nowhere else either."""
NUMBER = "77"
_AT = time.monotonic


def typed(widget: QWidget, text: str = WORDS) -> None:
    widget.setFocus()
    QTest.keyClicks(widget, text)


def in_a_cell(driver: Driver) -> None:
    sheet = driver.window.measurements.sheet
    sheet.go_to(2, 2)
    sheet.edit(sheet.currentIndex())
    field = sheet.viewport().findChild(QLineEdit)
    assert field is not None
    typed(field)


def in_a_heading(driver: Driver) -> None:
    typed(driver.window.measurements.sheet.headings.rename(2))


def in_the_question(driver: Driver) -> None:
    field = driver.window.measurements.question.field
    assert field.isVisible()
    typed(field)


def on_the_figure(driver: Driver) -> None:
    field = driver.window.page.view.write(AxisTitle(Axis.VALUE))
    assert field is not None
    typed(field.line)


def in_a_group(driver: Driver) -> None:
    driver.go("groups")
    lanes = driver.window.groups.lanes
    lanes.edit(lanes.model().index(1, 0))
    field = lanes.viewport().findChild(QLineEdit)
    assert field is not None
    field.selectAll()
    typed(field)


def in_a_note(driver: Driver) -> None:
    driver.go("write_up")
    place = driver.window.write_up
    driver.click(place.buttons[Part.NOTES])
    typed(place.notes.fields["study"])


def in_a_passage(driver: Driver) -> None:
    driver.go("write_up")
    typed(driver.window.write_up.passages[Passage.RESULTS].text)


def in_a_setting(driver: Driver) -> None:
    menu = driver.open_choice(driver.window.foot.choices, "error_bar_level")
    field = menu.findChildren(EntryField)[0]
    field.line.selectAll()
    typed(field.line, NUMBER)


def in_a_name_of_a_question(driver: Driver) -> None:
    found = driver.window.question_line.open_list()
    rename = found.findChild(QWidget, "rename 0")
    assert rename is not None
    driver.click(rename)
    typed(found.fields[0])


PLACES: dict[str, Callable[[Driver], None]] = {
    "cell": in_a_cell,
    "heading": in_a_heading,
    "figure": on_the_figure,
    "group": in_a_group,
    "note": in_a_note,
    "passage": in_a_passage,
    "setting": in_a_setting,
    "name": in_a_name_of_a_question,
}


def holds(study: Study, place: str) -> bool:
    """Whether a study holds what was typed in a place."""
    if place == "setting":
        return study.questions[0].heights.level == float(NUMBER)
    return WORDS.encode() in _content(study)


def _content(study: Study) -> bytes:
    with zipfile.ZipFile(io.BytesIO(study_bytes(History(study)))) as archive:
        return b"".join(archive.read(name) for name in archive.namelist())


@pytest.fixture
def driver(open_window: Callable[..., Driver], tmp_path: Path) -> Iterator[Driver]:
    history = example("duckweed").history().after(RepeatQuestion())
    found = open_window(history, tmp_path / "sessions")
    assert found.window.store.save(tmp_path / "s.decimus")
    yield found
    found.close_popups()
    found.window.close()


@pytest.fixture
def shared(open_window: Callable[..., Driver], tmp_path: Path) -> Driver:
    """The same study and file, in a window that keeps no session."""
    found = open_window(example("duckweed").history().after(RepeatQuestion()))
    assert found.window.store.save(tmp_path / "s.decimus")
    return found


def session(tmp_path: Path) -> LeftBehind:
    return LeftBehind(next((tmp_path / "sessions").iterdir()), 0.0)


@pytest.mark.parametrize("place", PLACES)
def test_typed_then_a_kill_and_more_typed_then_closed(
    place: str, driver: Driver, tmp_path: Path
) -> None:
    """It gets to disk by itself, nobody has to leave the field; how fast is not for here."""
    PLACES[place](driver)

    def is_on_disk() -> bool:
        with suppress(DecimusError):  # a session that has only begun
            return holds(recovered(session(tmp_path)).history.study, place)
        return False

    driver.qtbot.waitUntil(is_on_disk, timeout=20_000)
    assert "not saved" in driver.window.windowTitle()
    more = ".5" if place == "setting" else MORE
    widget = QApplication.focusWidget()
    assert widget is not None
    QTest.keyClicks(widget, more)
    driver.window.close()
    found = recovered(session(tmp_path)).history.study
    if place == "setting":
        assert found.questions[0].heights.level == float(NUMBER + more)
    else:
        assert holds(found, place)
        assert more.encode() in _content(found)


@pytest.mark.parametrize("place", PLACES)
def test_typed_then_saved(place: str, shared: Driver, tmp_path: Path) -> None:
    PLACES[place](shared)
    shared.window.save()
    shared.settle()
    assert holds(open_study(tmp_path / "s.decimus").history.study, place)
    shared.close_popups()
    shared.settle()
    assert "not saved" not in shared.window.windowTitle()


@pytest.mark.parametrize("place", ["cell", "figure", "passage", "setting"])
def test_typed_then_ended_by_the_system(place: str, driver: Driver, tmp_path: Path) -> None:
    PLACES[place](driver)
    ended = []
    driver.window.closing.done.connect(lambda: ended.append(True))
    begun = _AT()
    driver.window.closing.end()
    assert ended
    assert _AT() - begun < 5
    assert holds(recovered(session(tmp_path)).history.study, place)


THEN = ("switch", "export", "undo", "report", "paste")


@pytest.mark.parametrize(
    ("place", "then"),
    # What takes in what is being typed knows no places: each way from some of them.
    [
        (place, then)
        for number, place in enumerate(PLACES)
        for other, then in enumerate(THEN)
        if (number + other) % 3 == 0
    ],
)
def test_typed_then_something_else(place: str, then: str, shared: Driver) -> None:
    window = shared.window
    PLACES[place](shared)
    match then:
        case "switch":
            window.places_line.go("comparisons")
        case "export":
            window.open_export()
        case "report":
            window.open_report()
        case "paste":
            shared.clipboard("")
            window.paste_table()
        case _:
            window.undo()
    shared.settle()
    if then == "undo":
        assert not holds(window.store.history.study, place)
        window.store.redo()
    assert holds(window.store.history.study, place)


@pytest.mark.parametrize("place", ["setting", "name"])
def test_a_click_elsewhere_keeps_what_a_panel_holds(place: str, shared: Driver) -> None:
    PLACES[place](shared)
    popup = QApplication.activePopupWidget()
    assert popup is not None
    QTest.mousePress(
        popup, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(-40, -40)
    )
    shared.settle()
    assert holds(shared.window.store.history.study, place)


@pytest.mark.parametrize("place", ["cell", "heading", "figure", "group", "note"])
def test_leaving_a_field_keeps_it(place: str, driver: Driver) -> None:
    PLACES[place](driver)
    driver.window.question_line.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
    driver.window.question_line.setFocus()
    driver.settle()
    assert holds(driver.window.store.history.study, place)


@pytest.mark.parametrize("place", ["cell", "heading", "figure", "group", "setting"])
def test_escape_leaves_everything_as_it_was(place: str, driver: Driver) -> None:
    PLACES[place](driver)
    assert driver.window.drafts.is_typing
    widget = QApplication.focusWidget()
    assert widget is not None
    QTest.keyClick(widget, Qt.Key.Key_Escape)
    driver.settle()
    assert not driver.window.drafts.is_typing
    driver.window.save()
    assert not holds(driver.window.store.history.study, place)


def test_a_passage_without_a_pause_is_kept(driver: Driver, tmp_path: Path) -> None:
    driver.go("write_up")
    editor = driver.window.write_up.passages[Passage.RESULTS].text
    editor.setFocus()
    until = _AT() + 20.0  # on however busy a machine
    found = b""
    while b"kkkkkk" not in found:
        assert _AT() < until
        for _ in range(10):
            QTest.keyClicks(editor, "k")
            QTest.qWait(60)
        found = _content(recovered(session(tmp_path)).history.study)


def test_what_is_typed_into_the_question_above_the_table(
    open_window: Callable[[History], Driver], tmp_path: Path, salt_history: History
) -> None:
    asking = open_window(salt_history.after(ChooseSameUnits(is_same=False)))
    in_the_question(asking)
    assert asking.window.drafts.is_typing
    asking.window.store.save(tmp_path / "q.decimus")
    asking.window.save()
    assert WORDS.encode() in _content(asking.window.store.history.study)


def test_a_field_that_is_asked_something_else_is_a_field_once(
    open_window: Callable[..., Driver], salt_history: History
) -> None:
    """What stood in it for the question before is nothing that is being typed."""
    window = open_window(salt_history.after(ChooseSameUnits(is_same=False))).window
    frame = window.measurements.question
    remark = frame.remark
    assert remark is not None
    assert remark.entry is not None
    other = replace(remark, head="Another?", entry=replace(remark.entry, initial="plankton"))
    frame.ask(other)
    assert frame.field.text() == "plankton"
    assert not window.drafts.is_typing
    frame.field.setText("plankton nets")
    assert len(window.drafts.edits()) == 1
