"""Nothing is lost without a kill either: other studies, other windows, other versions, faults."""

from __future__ import annotations

import os
import threading
from collections.abc import Callable
from pathlib import Path

import pytest
from PySide6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from decimus.analysis.results import Results
from decimus.formats.study_file import open_study, save_study, undecided
from decimus.study.edits import ChooseErrorBarLevel, DeleteRows, WriteCells
from decimus.study.history import History
from decimus.window import app
from decimus.window.files import exports
from decimus.window.main_window import MainWindow
from decimus.window.state import jobs
from decimus.window.state.jobs import Job
from decimus.window.state.late_results import LateResults
from decimus.workflows import faults
from decimus.workflows.journal import Journal
from decimus.workflows.opened import OpenedFile
from decimus.workflows.opening import open_file
from decimus.workflows.sessions import left_behind, recovered
from tests.window.driving import Driver
from tests.workflows.test_sessions import with_line


@pytest.fixture(autouse=True)
def _own_state(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path / "state"))


@pytest.fixture
def opened(qtbot: QtBot, tmp_path: Path) -> Callable[[History], MainWindow]:
    def open_(history: History) -> MainWindow:
        window = MainWindow(history, sessions=tmp_path / "sessions")
        qtbot.addWidget(window)
        window.show()
        qtbot.waitExposed(window)
        return window

    return open_


def study_in(folder: Path, history: History, name: str = "a.decimus") -> Path:
    path = folder / name
    save_study(path, history)
    return path


# --- another study ---------------------------------------------------------------------------


def test_opening_another_study_keeps_the_unsaved_one(
    qtbot: QtBot,
    opened: Callable[[History], MainWindow],
    tmp_path: Path,
    salt_history: History,
) -> None:
    """Told, offered, brought back with one click, and the other way round again."""
    other = study_in(tmp_path, salt_history.after(ChooseErrorBarLevel(level=80)))
    window = opened(salt_history)
    window.store.apply(ChooseErrorBarLevel(level=90))
    unsaved = window.store.history
    window.files.open_path(other)
    assert window.store.results.question.heights.level == 80
    assert "had not been saved" in window.message.text
    (way,) = window.message.ways
    qtbot.waitUntil(lambda: len(left_behind(tmp_path / "sessions")) == 1)
    way.click()
    assert window.store.history is unsaved
    assert not window.message.isVisible()
    window.close()
    (session,) = left_behind(tmp_path / "sessions")
    assert recovered(session).history.study == unsaved.study


def test_a_saved_study_gives_way_without_a_word(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    first, second = (
        study_in(tmp_path, salt_history.after(ChooseErrorBarLevel(level=level)), f"{level}.decimus")
        for level in (80, 90)
    )
    window = opened(History())
    for path in (first, second):
        window.files.open_path(path)
        assert not window.message.isVisible()
    window.close()
    assert left_behind(tmp_path / "sessions") == ()


def test_work_that_comes_back_knows_its_file(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    path = study_in(tmp_path, salt_history)
    first = opened(History())
    first.files.open_path(path)
    first.store.apply(ChooseErrorBarLevel(level=90))
    first.close()
    second = opened(History())
    second.start.bring_back.click()
    assert second.store.path == path
    assert not second.store.is_saved
    second.files.save()
    assert second.store.is_saved
    assert open_study(path).history.study.questions[0].heights.level == 90
    second.close()
    assert left_behind(tmp_path / "sessions") == ()


def test_what_cannot_be_followed_is_told_and_kept(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    journal = Journal(tmp_path / "sessions", salt_history)
    journal.close(is_kept=True)
    (session,) = left_behind(tmp_path / "sessions")
    with_line(session, b'{"type":"Unheard"}')
    window = opened(History())
    window.start.bring_back.click()
    assert window.store.history.study == salt_history.study
    assert "later version" in window.message.text
    assert "not-followed" in window.message.text
    window.store.save(tmp_path / "a.decimus")
    window.close()
    assert left_behind(tmp_path / "sessions") == ()
    assert (tmp_path / "not-followed" / session.folder.name).exists()


# --- another window --------------------------------------------------------------------------


def two_windows(
    opened: Callable[[History], MainWindow], path: Path
) -> tuple[MainWindow, MainWindow]:
    first, second = opened(History()), opened(History())
    for window, text in ((first, "77"), (second, "88")):
        window.files.open_path(path)
        window.store.apply(WriteCells(row=1, column=1, cells=((text,),)))
    first.files.save()
    assert first.store.is_saved
    return first, second


def cell_in(path: Path) -> str:
    return open_study(path).history.study.sheets[0].table.cell(1, 1)


def test_two_windows_do_not_overwrite_each_other(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    path = study_in(tmp_path, salt_history)
    first, second = two_windows(opened, path)
    second.files.save()
    assert not second.store.is_saved
    assert "1 cell differs" in second.message.text
    assert cell_in(path) == "77"
    beside, _over = second.message.ways
    beside.click()
    assert second.store.is_saved
    assert second.store.path == tmp_path / "a (2).decimus"
    assert (cell_in(path), cell_in(tmp_path / "a (2).decimus")) == ("77", "88")
    for window in (first, second):
        window.close()


def test_saving_over_the_other_keeps_a_copy(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    path = study_in(tmp_path, salt_history)
    first, second = two_windows(opened, path)
    second.files.save()
    second.message.ways[1].click()
    assert second.store.is_saved
    assert cell_in(path) == "88"
    (copy,) = tmp_path.glob("a (saved *).decimus")
    assert cell_in(copy) == "77"
    first.store.apply(WriteCells(row=1, column=1, cells=(("99",),)))
    first.files.save()
    assert not first.store.is_saved
    path.unlink()
    first.message.ways[1].click()
    assert "no such file" in first.message.text
    for window in (first, second):
        window.close()


def test_a_read_only_file_and_a_link_stay_what_they_are(
    opened: Callable[[History], MainWindow], tmp_path: Path, salt_history: History
) -> None:
    target = study_in(tmp_path, salt_history)
    link = tmp_path / "link.decimus"
    link.symlink_to(target)
    window = opened(History())
    window.files.open_path(link)
    window.store.apply(ChooseErrorBarLevel(level=90))
    window.files.save()
    assert link.is_symlink()
    assert undecided(open_study(target).history.study) == window.store.history.study
    target.chmod(0o444)
    window.store.apply(ChooseErrorBarLevel(level=80))
    window.files.save()
    assert "read-only" in window.message.text
    assert not window.store.is_saved
    window.message.ways[0].click()
    assert window.files.dialog is not None
    window.files.dialog.fileSelected.emit(str(tmp_path / "elsewhere.decimus"))
    window.files.dialog.close()
    assert window.store.path == tmp_path / "elsewhere.decimus"
    assert window.store.is_saved
    window.close()


# --- large studies are saved beside the window -----------------------------------------------


def test_a_large_study_is_saved_beside_the_window(
    qtbot: QtBot,
    opened: Callable[[History], MainWindow],
    tmp_path: Path,
    salt_history: History,
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """Progress is shown, an edit made meanwhile is not called saved, closing waits."""
    monkeypatch.setattr(exports, "_LARGE_TO_SAVE", 1)
    gate, save = threading.Event(), exports.save

    def slow(*arguments: object) -> object:
        gate.wait(10)
        return save(*arguments)  # type: ignore[arg-type]

    monkeypatch.setattr(exports, "save", slow)
    window = opened(salt_history)
    path = tmp_path / "a.decimus"
    window.files.save_to(path)
    assert window.files.saving.line.isVisible()
    before = window.store.history.study
    window.store.apply(ChooseErrorBarLevel(level=90))
    gate.set()
    qtbot.waitUntil(lambda: window.files.saving.job is None)
    assert undecided(open_study(path).history.study) == before
    assert (window.store.path, window.store.is_saved) == (path, False)
    gate.clear()
    window.files.save()
    window.close()
    assert not window.isVisible()
    gate.set()
    qtbot.waitUntil(lambda: window.keeping.journal is None)
    assert undecided(open_study(path).history.study) == window.store.history.study
    assert left_behind(tmp_path / "sessions") == ()


def test_a_large_study_is_opened_beside_the_window(
    qtbot: QtBot,
    opened: Callable[[History], MainWindow],
    tmp_path: Path,
    salt_history: History,
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr(jobs.Job, "wait", lambda *_: False)
    path = study_in(tmp_path, salt_history)
    window = opened(History())
    window.files.open_path(path)
    assert window.beside.job is not None
    qtbot.waitUntil(lambda: window.beside.job is None)
    assert window.store.path == path
    assert window.store.is_saved
    window.files.open_path(study_in(tmp_path, History(), "broken.decimus"))
    qtbot.waitUntil(lambda: window.beside.job is None)
    window.close()


# --- rows and edits that cannot be -----------------------------------------------------------


def test_all_rows_with_the_spare_one_are_deleted_saved_and_opened(
    salt: Driver, tmp_path: Path
) -> None:
    window = salt.window
    window.store.apply(DeleteRows(at=0, count=window.store.results.sheet.table.row_count + 1))
    salt.settle()
    assert window.store.results.sheet.table.row_count == 0
    assert window.store.save(tmp_path / "a.decimus")
    assert undecided(open_file(tmp_path / "a.decimus").history.study) == window.store.history.study
    window.store.undo()
    assert window.store.results.sheet.table.row_count == 5


def test_an_edit_that_cannot_be_made_is_said(salt: Driver) -> None:
    before = salt.window.store.history
    salt.window.store.apply(WriteCells(row=10**9, column=0, cells=(("1",),)))
    assert "At most" in salt.window.message.text
    assert salt.window.store.history is before


# --- faults of our own -----------------------------------------------------------------------


def broken(*_: object) -> None:
    raise ZeroDivisionError("a slip of ours")


def test_a_study_that_cannot_be_shown_starts_empty_and_says_so(
    qtbot: QtBot, tmp_path: Path, salt_history: History, monkeypatch: pytest.MonkeyPatch
) -> None:
    show = MainWindow._show_rest

    def fails_on_a_study(self: MainWindow, results: Results) -> None:
        if results.problem is None:
            broken()
        show(self, results)

    monkeypatch.setattr(MainWindow, "_show_rest", fails_on_a_study)
    window = app.first_window(OpenedFile(salt_history))
    qtbot.addWidget(window)
    window.show()
    assert window.body.currentWidget() is window.start
    assert "cannot be shown" in window.start.problem.text()
    assert "a slip of ours" in faults.fault_log().read_text()
    window.close()
    assert left_behind(tmp_path / "state" / "decimus" / "sessions") == ()


def test_what_was_not_read_is_said_at_the_start(qtbot: QtBot, salt_history: History) -> None:
    window = app.first_window(OpenedFile(salt_history, None, ("Undo starts here",)))
    qtbot.addWidget(window)
    assert window.message.text == "Undo starts here"
    window.close()


def test_a_job_that_fails_frees_whoever_waits(salt: Driver, qtbot: QtBot) -> None:
    window = salt.window
    window.beside.start("Breaking", broken, broken)
    qtbot.waitUntil(lambda: window.beside.job is None)
    assert "our fault" in window.message.text
    assert not window.beside.line.isVisible()
    done: list[object] = []
    window.beside.start("Working", lambda _progress: 5, done.append)
    qtbot.waitUntil(lambda: done == [5])


def test_settling_that_fails_goes_on_with_the_next(
    qtbot: QtBot, salt_history: History, monkeypatch: pytest.MonkeyPatch
) -> None:
    settling = LateResults()
    first, second = Results(salt_history.study), Results(salt_history.study)
    monkeypatch.setattr(first, "verified", broken)
    said: list[object] = []
    settled: list[object] = []
    settling.refused.connect(said.append)
    settling.worked_out.connect(lambda worked: settled.append(worked.results))
    settling.settle(salt_history, first)
    qtbot.waitUntil(lambda: len(said) == 1)
    assert not settling.is_busy
    settling.settle(salt_history, second)
    qtbot.waitUntil(lambda: settled == [second])
    settling.settle(salt_history, first)
    settling._begin()
    settling.settle(salt_history, second)
    qtbot.waitUntil(lambda: len(settled) == 2)


def test_a_job_that_is_stopped_says_nothing(qtbot: QtBot) -> None:
    failed: list[object] = []
    gate = threading.Event()

    def work(progress: Callable[[float], None]) -> None:
        gate.wait(5)
        progress(0.5)

    job = Job(work)
    job.failed.connect(failed.append)
    job.start()
    job.stop()
    gate.set()
    qtbot.waitUntil(lambda: failed == [None])


def test_the_same_fault_is_said_once(qtbot: QtBot, salt_history: History) -> None:
    """One that comes back with every repaint would otherwise be said for ever."""
    window = MainWindow(salt_history)
    qtbot.addWidget(window)
    said: list[str] = []
    window.say_words = said.append  # type: ignore[method-assign]
    report = app._reporter(window)
    for _ in range(3):
        report(ZeroDivisionError, ZeroDivisionError("a slip"), None)
    report(KeyError, KeyError("another"), None)
    assert len(said) == 2


def test_a_log_that_cannot_be_written_is_no_fault_of_its_own(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    (tmp_path / "file").write_text("")
    monkeypatch.setattr(faults, "journal_folder", lambda: tmp_path / "file" / "sessions")
    assert "ZeroDivisionError: a slip" in faults.logged(ZeroDivisionError("a slip"))


# --- names that are no text ------------------------------------------------------------------


def test_a_dropped_file_whose_name_is_no_text_is_opened(salt: Driver, tmp_path: Path) -> None:
    from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
    from PySide6.QtGui import QDropEvent

    path = tmp_path / os.fsdecode(b"na\xffme.csv")
    path.write_text("a,b\n1,2\n3,4\n5,9\n")
    data = QMimeData()
    data.setUrls([QUrl(path.as_uri())])
    event = QDropEvent(
        QPointF(5, 5),
        Qt.DropAction.CopyAction,
        data,
        Qt.MouseButton.LeftButton,
        Qt.KeyboardModifier.NoModifier,
    )
    salt.window.dropEvent(event)
    QApplication.processEvents()
    assert salt.window.store.results.sheet.source.name == "na\ufffdme.csv"
    assert salt.window.data._path() == path


def test_a_study_opened_again_offers_what_was_left_of_it(
    qtbot: QtBot,
    opened: Callable[[History], MainWindow],
    tmp_path: Path,
    salt_history: History,
) -> None:
    """Closing asks nothing, so the file that is opened next has to tell."""
    path = study_in(tmp_path, salt_history)
    other = study_in(tmp_path, salt_history.after(ChooseErrorBarLevel(level=80)), "b.decimus")
    first = opened(History())
    first.files.open_path(path)
    first.store.apply(ChooseErrorBarLevel(level=90))
    first.close()
    second = opened(History())
    second.files.open_path(other)
    assert not second.message.isVisible()
    second.files.open_path(path)
    assert "were not saved" in second.message.text
    (way,) = second.message.ways
    way.click()
    assert second.store.results.question.heights.level == 90
    assert second.store.path == path
    second.files.save()
    second.close()
    qtbot.waitUntil(lambda: left_behind(tmp_path / "sessions") == ())
    found = open_file(path)
    third = MainWindow(found.history, found.file, sessions=tmp_path / "sessions")
    qtbot.addWidget(third)
    assert not third.message.isVisible()
    third.close()
