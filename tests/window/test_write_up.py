"""The write-up as a page one edits: own words around live parts, kept, watched, undone, saved."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtGui import QGuiApplication, QTextCursor
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton

from decimus.examples.catalogue import example
from decimus.formats.study_file import undecided
from decimus.study.edits import RenameLevel, WriteCells
from decimus.study.history import History
from decimus.study.live_parts import GroupPart, Live, OwnWords, Passage
from decimus.study.readings import HEADINGS
from decimus.terms import Statistic
from decimus.window.frame.places_line import PlaceKey
from decimus.window.widgets.choices import EntryField
from decimus.window.write_up.parts_panel import PartsPanel
from decimus.window.write_up.passage_edit import PassageEdit
from decimus.window.write_up.passage_view import PassageView
from decimus.window.write_up.place import Part
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.window.driving import Driver


@pytest.fixture
def writing(open_window: Callable[[History], Driver]) -> Driver:
    driver = open_window(example("duckweed").history())
    driver.go(PlaceKey.WRITE_UP)
    return driver


def view(driver: Driver, which: Passage = Passage.RESULTS) -> PassageView:
    return driver.window.write_up.passages[which]


def put_cursor(editor: PassageEdit, at: int) -> None:
    editor.setFocus()
    cursor = editor.textCursor()
    cursor.setPosition(at if at >= 0 else editor.document().characterCount() - 1)
    editor.setTextCursor(cursor)


def type_at(driver: Driver, editor: PassageEdit, at: int, text: str) -> None:
    """Write words at a place, −1 for the end, and let the hand rest."""
    put_cursor(editor, at)
    QTest.keyClicks(editor, text)
    driver.qtbot.waitUntil(lambda: not editor._timer.isActive())
    driver.settle()


def own(driver: Driver, which: Passage = Passage.RESULTS) -> tuple[object, ...]:
    found = driver.window.store.results.question.words.own(which)
    return () if found is None else found.pieces


def test_words_before_between_and_after_stay_when_a_value_changes(
    writing: Driver, open_window: Callable[[History], Driver], tmp_path: Path
) -> None:
    window, shown = writing.window, view(writing)
    editor = shown.text
    before = shown.plain
    type_at(writing, editor, 0, "As expected, ")
    type_at(writing, editor, editor.toPlainText().index("differed"), "clearly ")
    type_at(writing, editor, -1, " So did last year.")
    assert shown.plain == (
        "As expected, "
        + before.replace("Frond area", "frond area", 1).replace("differed", "clearly differed", 1)
        + " So did last year."
    )
    assert shown.state.text() == "in your words"
    assert any(isinstance(piece, Live) for piece in own(writing))
    window.store.apply(WriteCells(row=1, column=1, cells=(("152.4",),)))
    writing.settle()
    after = shown.plain
    assert after.startswith("As expected, frond area clearly differed between")
    assert after.endswith(" So did last year.")
    assert after != before, "numbers follow"
    assert "F(4, 34)\u00a0=\u00a0176.3" in before.replace("(4,\u00a034)", "(4, 34)")
    assert "176.3" not in after
    window.store.undo()
    assert shown.plain.endswith(" So did last year.")
    assert window.store.save(tmp_path / "a.decimus")
    other = open_window(History())
    other.window.files.open_path(tmp_path / "a.decimus")
    other.wait()
    other.go(PlaceKey.WRITE_UP)
    assert view(other).plain == shown.plain
    for _ in range(3):
        window.store.undo()
    writing.settle()
    assert own(writing) == ()
    assert shown.plain == before


def test_back_to_the_suggestion_and_undo_of_that(writing: Driver) -> None:
    shown = view(writing, Passage.METHODS)
    before = shown.plain
    type_at(writing, shown.text, -1, " Thanks to the pond.")
    assert shown.back.isVisible()
    writing.click(shown.back)
    assert shown.plain == before
    writing.window.store.undo()
    writing.settle()
    assert shown.plain == before + " Thanks to the pond."


def test_a_live_part_stays_whole(writing: Driver) -> None:
    """It is stepped over, removed as one, and what is typed beside it is own words."""
    editor = view(writing).text
    start = editor.toPlainText().index("road salt")
    put_cursor(editor, start + 4)
    assert editor.textCursor().position() in (start, start + 9), "never within"
    put_cursor(editor, start)
    QTest.keyClick(editor, Qt.Key.Key_Right)
    assert editor.textCursor().position() == start + 9
    QTest.keyClick(editor, Qt.Key.Key_Left)
    assert editor.textCursor().position() == start
    type_at(writing, editor, start + 9, " (NaCl)")
    assert "road salt (NaCl)" in view(writing).plain
    texts = [piece.text for piece in own(writing) if isinstance(piece, OwnWords)]
    assert any(text.startswith(" (NaCl)") for text in texts)
    parts = len(editor.parts)
    put_cursor(editor, start + 9)
    QTest.keyClick(editor, Qt.Key.Key_Backspace)
    writing.qtbot.waitUntil(lambda: not editor._timer.isActive())
    writing.settle()
    assert len(editor.parts) == parts - 1
    assert "levels of  (NaCl)" in view(writing).plain


def panel(driver: Driver) -> PartsPanel:
    found = QApplication.activePopupWidget()
    assert isinstance(found, PartsPanel)
    driver.settle()
    return found


def test_a_number_is_put_in_exchanged_and_frozen(writing: Driver) -> None:
    window, shown = writing.window, view(writing, Passage.GROUPS)
    type_at(writing, shown.text, -1, " In sum: ")
    put_cursor(shown.text, -1)
    writing.click(shown.insert)
    found = panel(writing)
    QTest.keyClicks(found.field, "mean, 4 g/L")
    QTest.keyClick(found.field, Qt.Key.Key_Return)
    writing.settle()
    mean = GroupPart(("4",), Statistic.MEAN)
    last = own(writing, Passage.GROUPS)[-1]
    assert isinstance(last, Live)
    assert last.what == mean
    assert shown.plain.endswith(f"In sum: {last.shown}")
    assert "mm²" in last.shown
    number = len(shown.text.parts) - 1
    # Exchanged for the same of another group, which stands first.
    shown.text.part_wanted.emit(number)
    found = panel(writing)
    QTest.keyClicks(found.field, "mean, 8 g/L")
    QTest.keyClick(found.field, Qt.Key.Key_Return)
    writing.settle()
    last = own(writing, Passage.GROUPS)[-1]
    assert isinstance(last, Live)
    assert last.what == GroupPart(("8",), Statistic.MEAN)
    said = last.shown
    shown.text.part_wanted.emit(number)
    writing.click(panel(writing).freeze)
    last = own(writing, Passage.GROUPS)[-1]
    assert isinstance(last, Live)
    assert (last.is_frozen, last.shown) == (True, said)
    # It is watched: what it would say now is remarked, here and in the foot.
    window.store.apply(WriteCells(row=1, column=5, cells=(("99.7",),)))
    writing.settle()
    assert shown.plain.endswith(said)
    words = [label for label in _doubts(shown) if "froze" in label]
    assert words
    assert said in words[0]
    assert PlaceKey.WRITE_UP in window.foot.places_with_remarks
    writing.click(_button(shown, "let it follow again"))
    assert not shown.plain.endswith(said)
    assert _doubts(shown) == []


def _doubts(shown: PassageView) -> list[str]:
    rows = [shown.doubts.itemAt(i).widget() for i in range(shown.doubts.count())]
    return [label.text() for row in rows for label in row.findChildren(type(shown.state))]


def _button(shown: PassageView, words: str) -> QPushButton:
    rows = [shown.doubts.itemAt(i).widget() for i in range(shown.doubts.count())]
    (found,) = (b for row in rows for b in row.findChildren(QPushButton) if b.text() == words)
    return found


def test_a_verdict_that_turns_is_said_and_nothing_is_overwritten(writing: Driver) -> None:
    """Words around numbers are the user's: that the suggestion says the opposite is remarked."""
    window, shown = writing.window, view(writing)
    type_at(writing, shown.text, 0, "Indeed, ")
    assert _doubts(shown) == []
    same = tuple(("100",) * 5 for _ in range(7))
    noise = tuple(
        tuple(str(100 + (3 * r + 5 * c) % 7) for c in range(5)) for r in range(len(same) + 1)
    )
    window.store.apply(WriteCells(row=1, column=1, cells=noise))
    writing.settle()
    assert shown.plain.startswith("Indeed, frond area differed")
    (words,) = (text for text in _doubts(shown) if "reads otherwise" in text)
    assert "No difference in frond area" in words
    writing.click(_button(shown, "take the suggestion"))
    assert shown.plain.startswith("No difference in frond area")
    window.store.undo()
    writing.settle()
    assert shown.plain.startswith("Indeed, ")
    writing.click(_button(shown, "keep mine"))
    assert _doubts(shown) == []


def test_the_caption_in_own_words_keeps_its_choices_on_the_page(writing: Driver) -> None:
    window, shown = writing.window, view(writing, Passage.CAPTION)
    type_at(writing, shown.text, -1, " Photographed from above.")
    assert plain_text(caption(window.store.results)).endswith("Photographed from above.")
    writing.choose(window.page.caption, "height", "median")
    after = plain_text(caption(window.store.results))
    assert "median" in after
    assert after.endswith("Photographed from above.")


def test_names_follow_and_new_levels_keep_their_parts(writing: Driver) -> None:
    window, shown = writing.window, view(writing)
    type_at(writing, shown.text, -1, " Done.")
    window.store.apply(RenameLevel(variable=HEADINGS, level="0", label="tap water"))
    writing.settle()
    assert "at tap water than at" in shown.plain
    assert shown.plain.endswith(" Done.")


def test_italics_paste_and_copy_are_words(writing: Driver) -> None:
    shown = view(writing, Passage.METHODS)
    QGuiApplication.clipboard().setText("Lemna <b>minor</b> *x*")
    put_cursor(shown.text, -1)
    shown.text.paste()
    writing.qtbot.waitUntil(lambda: not shown.text._timer.isActive())
    writing.settle()
    assert shown.plain.endswith("Lemna <b>minor</b> *x*")
    cursor = shown.text.textCursor()
    cursor.setPosition(shown.text.toPlainText().rindex("Lemna"))
    cursor.movePosition(QTextCursor.MoveOperation.EndOfWord, QTextCursor.MoveMode.KeepAnchor)
    shown.text.setTextCursor(cursor)
    QTest.keyClick(shown.text, Qt.Key.Key_I, Qt.KeyboardModifier.ControlModifier)
    writing.qtbot.waitUntil(lambda: not shown.text._timer.isActive())
    writing.settle()
    last = own(writing, Passage.METHODS)[-1]
    assert isinstance(last, OwnWords)
    assert last.text.endswith(r"*Lemna* <b>minor</b> \*x\*")
    writing.click(shown.copy_button)
    mime = QGuiApplication.clipboard().mimeData()
    assert mime.text() == shown.plain
    assert "<i>Lemna</i> &lt;b&gt;minor&lt;/b&gt; *x*" in mime.html()


def test_ctrl_z_takes_back_what_was_just_typed(writing: Driver) -> None:
    shown = view(writing)
    before = shown.plain
    put_cursor(shown.text, -1)
    QTest.keyClicks(shown.text, " Hm.")
    writing.keys("Ctrl+Z")
    assert shown.plain == before
    writing.keys("Ctrl+Shift+Z")
    assert shown.plain == before + " Hm."


def test_notes_are_kept_with_study_question_group_and_value(
    writing: Driver, open_window: Callable[[History], Driver], tmp_path: Path
) -> None:
    window = writing.window
    place = window.write_up
    writing.click(place.buttons[Part.NOTES])
    for key, text in (
        ("study", "Summer at the station."),
        ("question", "Ask again in autumn."),
        ("group ('4',)", "Nearest to the window."),
    ):
        field = place.notes.fields[key]
        field.setFocus()
        QTest.keyClicks(field, text)
        place.numbers.setFocus()
        field.keep()
        writing.settle()
    writing.go(PlaceKey.MEASUREMENTS)
    sheet = window.measurements.sheet
    sheet.go_to(3, 2)
    menu = sheet.open_cell_menu()
    assert menu is not None
    line = menu.findChildren(EntryField)[-1].line
    QTest.keyClicks(line, "Two fronds torn.")
    QTest.keyClick(line, Qt.Key.Key_Return)
    writing.settle()
    assert "Note: Two fronds torn." in sheet.currentIndex().data(Qt.ItemDataRole.ToolTipRole)
    writing.go(PlaceKey.WRITE_UP)
    assert place.notes.fields["cell (3, 2)"].toPlainText() == "Two fronds torn."
    study = window.store.history.study
    assert study.note == "Summer at the station."
    assert study.questions[0].words.note == "Ask again in autumn."
    assert study.questions[0].words.note_on(("4",)) == "Nearest to the window."
    (note,) = study.sheets[0].reading.cell_notes
    assert (note.row, note.column, note.text) == (3, 2, "Two fronds torn.")
    assert window.store.save(tmp_path / "a.decimus")
    other = open_window(History())
    other.window.files.open_path(tmp_path / "a.decimus")
    other.wait()
    assert undecided(other.window.store.history.study) == study
    window.store.undo()
    assert window.store.history.study.sheets[0].reading.cell_notes == ()


def test_the_panel_stays_within_the_window(writing: Driver) -> None:
    window = writing.window
    ground = QRect(window.mapToGlobal(QPoint(0, 0)), window.size())
    for which in Passage:
        shown = view(writing, which)
        for at in (0, -1):
            put_cursor(shown.text, at)
            panel = shown.open_parts(-1)
            assert panel is not None
            assert ground.contains(panel.geometry())
            panel.close()
