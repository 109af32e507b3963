"""Unsaved work is offered at the next start; saved work is not."""

from __future__ import annotations

from pathlib import Path

import pytest
from pytestqt.qtbot import QtBot

from decimus.study.edits import ChooseErrorBarLevel
from decimus.study.history import History
from decimus.window import app
from decimus.window.main_window import MainWindow
from decimus.workflows import faults
from decimus.workflows.journal import Journal
from decimus.workflows.sessions import left_behind


def opened(qtbot: QtBot, folder: Path, history: History) -> MainWindow:
    window = MainWindow(history, sessions=folder)
    qtbot.addWidget(window)
    window.show()
    qtbot.waitExposed(window)
    return window


def test_closing_unsaved_keeps_and_brings_back(
    qtbot: QtBot, tmp_path: Path, salt_history: History
) -> None:
    first = opened(qtbot, tmp_path, salt_history)
    assert not first.start.bring_back.isVisible()
    first.store.apply(ChooseErrorBarLevel(level=90))
    first.close()
    second = opened(qtbot, tmp_path, History())
    assert second.start.bring_back.isVisible()
    second.start.bring_back.click()
    assert second.store.results.question.heights.level == 90
    assert second.store.history.undo_title == "groups at 90 %"
    assert not second.store.is_saved
    assert second.store.save(tmp_path / "a.decimus")
    second.close()
    assert left_behind(tmp_path) == ()
    third = opened(qtbot, tmp_path, History())
    assert not third.start.bring_back.isVisible()
    third.close()


def test_an_empty_window_leaves_nothing(qtbot: QtBot, tmp_path: Path) -> None:
    window = opened(qtbot, tmp_path, History())
    window.close()
    assert list(tmp_path.iterdir()) == []


def left_by_a_kill(folder: Path, history: History) -> None:
    """A session as a killed window leaves it."""
    journal = Journal(folder, history)
    journal.close(is_kept=True)


def test_sessions_with_nothing_in_them_are_passed_over(
    qtbot: QtBot, tmp_path: Path, salt_history: History
) -> None:
    left_by_a_kill(tmp_path, salt_history)
    left_by_a_kill(tmp_path, History())
    window = opened(qtbot, tmp_path, History())
    window.start.bring_back.click()
    assert window.store.history.study == salt_history.study
    window.store.save(tmp_path / "a.decimus")
    window.close()
    left_by_a_kill(tmp_path, History())
    again = opened(qtbot, tmp_path, History())
    again.start.bring_back.click()
    assert again.start.problem.text() == "There was nothing in it"
    assert not again.start.bring_back.isVisible()
    again.close()


def test_a_session_that_cannot_be_read_says_so(
    qtbot: QtBot, tmp_path: Path, salt_history: History
) -> None:
    left_by_a_kill(tmp_path, salt_history)
    next(tmp_path.glob("*/1/base.decimus")).write_bytes(b"nothing")
    window = opened(qtbot, tmp_path, History())
    window.start.bring_back.click()
    assert "cannot be read" in window.start.problem.text()
    window.close()


def test_our_own_mistakes_are_said_plainly(
    qtbot: QtBot, tmp_path: Path, salt_history: History, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Logged with all details, one sentence in the window, the work as it was."""
    monkeypatch.setattr(faults, "journal_folder", lambda: tmp_path / "state" / "sessions")
    window = opened(qtbot, tmp_path / "other", salt_history)
    report = app._reporter(window)
    report(ZeroDivisionError, ZeroDivisionError("a slip of ours"), None)
    assert "this is our fault" in window.message.text
    assert "Traceback" not in window.message.text
    log = (tmp_path / "state" / "errors.log").read_text()
    assert "ZeroDivisionError: a slip of ours" in log
    assert window.store.history is salt_history
    window.close()


def test_no_room_for_the_journal_is_said(
    qtbot: QtBot, tmp_path: Path, salt_history: History
) -> None:
    (tmp_path / "file").write_text("in the way")
    window = opened(qtbot, tmp_path / "file", salt_history)
    qtbot.waitUntil(lambda: "Save often" in window.not_kept.text)
    window.store.apply(ChooseErrorBarLevel(level=90))
    window.open_example()
    assert window.not_kept.isVisible(), "it stays until work is kept again"
    window.close()
    assert window.isVisible()
    assert "close once more" in window.message.text
    assert window.message.ways[0].text() == "Save"
    window.close()
