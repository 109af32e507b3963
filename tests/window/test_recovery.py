"""Unsaved work is offered at the next start; saved work is not."""

from __future__ import annotations

from pathlib import Path

from pytestqt.qtbot import QtBot

from decimus.study.edits import ChooseErrorBarLevel
from decimus.study.history import History
from decimus.window.main_window import MainWindow
from decimus.workflows.journal import left_behind


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
    assert second.store.results.question.error_bar_level == 90
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


def test_no_room_for_the_journal_is_said(
    qtbot: QtBot, tmp_path: Path, salt_history: History
) -> None:
    (tmp_path / "file").write_text("in the way")
    window = opened(qtbot, tmp_path / "file", salt_history)
    assert window._journal is not None
    window._journal._work.put(None)
    window._journal._thread.join()
    window.store.apply(ChooseErrorBarLevel(level=90))
    assert "Save often" in window.message.text
    window.close()
