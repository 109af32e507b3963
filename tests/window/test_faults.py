"""Faults of our own, put into every job and every view: said, logged, and nothing is stuck."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from pytestqt.qtbot import QtBot

from decimus.analysis import results as derived
from decimus.study.edits import ChooseErrorBarLevel, WriteCells
from decimus.study.history import History
from decimus.window.figure import page as panel
from decimus.window.figure import view as page
from decimus.window.files import data_files, exports
from decimus.window.main_window import MainWindow
from decimus.window.state import jobs
from decimus.window.state import late_results as settling
from decimus.workflows import faults
from tests.window.driving import Driver

CELL = WriteCells(row=1, column=1, cells=(("10.5",),))
PLACES = ("measurements", "groups", "comparisons", "figure", "write_up")
FAULT = "a slip of ours"


def broken(*_: object, **__: object) -> None:
    raise ZeroDivisionError(FAULT)


@pytest.fixture(autouse=True)
def log(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.setattr(faults, "journal_folder", lambda: tmp_path / "state" / "sessions")
    return tmp_path / "state" / "errors.log"


def is_right(driver: Driver, history: History) -> None:
    """Study, lanes and page all show the same study."""
    window = driver.window
    driver.settle()
    assert window.store.history is history
    assert window.store.results.study is history.study
    window.places_line.go("groups")
    driver.settle()
    shown = window.groups.model.results
    assert shown is not None
    assert shown.study is history.study
    assert window.page.view.page is not None
    assert not any(cover.isVisible() for cover in window.guard.covers.values())


@pytest.mark.parametrize("place", PLACES)
def test_a_place_that_fails_says_so_where_it_stands(
    salt: Driver, place: str, log: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The page goes on, Undo works, and the place is shown again as soon as it can be."""
    window = salt.window
    before = window.store.history
    window.places_line.go(place)
    salt.settle()
    view = window._work_place(place)
    with monkeypatch.context() as patch:
        patch.setattr(type(view), "show_results", broken)
        window.store.apply(CELL)
        salt.settle()
        assert window.store.history.study is not before.study
        cover = window.guard.covers[view]
        assert cover.isVisible()
        assert str(log) in cover.text
        assert window.page.view.page is not None
        assert FAULT in log.read_text()
    salt.click(cover.undo)
    salt.settle()
    assert window.store.history.study is before.study
    assert not cover.isVisible()
    is_right(salt, window.store.history)


@pytest.mark.parametrize("view", ["question_line", "foot", "places_line"])
def test_a_small_view_that_fails_says_so_above_the_work(
    salt: Driver, view: str, log: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = salt.window
    name = "show_counts" if view == "places_line" else "show_results"
    with monkeypatch.context() as patch:
        patch.setattr(getattr(window, view), name, broken)
        window.store.apply(CELL)
        salt.settle()
        assert str(log) in window.message.text
        assert [way.text() for way in window.message.ways] == ["Save"]
        assert window.measurements.model.table.cell(1, 1) == "10.5"
        assert window.page.view.page is not None
    window.store.undo()
    is_right(salt, window.store.history)


@pytest.mark.parametrize("broken_part", ["page_of", "picture"])
def test_a_figure_that_fails_says_so_where_it_would_stand(
    salt: Driver, broken_part: str, log: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = salt.window
    with monkeypatch.context() as patch:
        patch.setattr(page, broken_part, broken)
        window.store.apply(CELL)
        salt.settle()
        cover = window.guard.covers[window.page.view]
        assert cover.isVisible()
        assert str(log) in cover.text
        assert window.measurements.model.table.cell(1, 1) == "10.5"
    window.store.undo()
    is_right(salt, window.store.history)


def test_a_caption_that_fails_leaves_the_lanes(
    salt: Driver, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = salt.window
    with monkeypatch.context() as patch:
        patch.setattr(panel, "caption", broken)
        window.store.apply(ChooseErrorBarLevel(level=90))
        salt.settle()
        assert window.guard.covers[window.page].isVisible()
    window.store.undo()
    is_right(salt, window.store.history)


@pytest.mark.parametrize("part", ["read_measurements", "groups_of"])
def test_a_change_that_cannot_be_worked_out_is_not_made(
    salt: Driver, part: str, log: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = salt.window
    before = window.store.history
    with monkeypatch.context() as patch:
        patch.setattr(derived, part, broken)
        window.store.apply(CELL)
        salt.settle()
        assert window.store.history is before
        assert str(log) in window.message.text
    is_right(salt, before)
    window.store.apply(CELL)
    assert window.store.history.study is not before.study
    is_right(salt, window.store.history)


def opens(window: MainWindow, path: Path) -> None:
    window.files.open_path(path)


def adds(window: MainWindow, path: Path) -> None:
    window.files.add_path(path)


def uses(window: MainWindow, path: Path) -> None:
    window.data.use_path(path)


@pytest.mark.parametrize(
    ("start", "module", "name"),
    [
        (opens, exports, "table_edit"),
        (opens, exports, "prepare"),
        (adds, exports, "table_edit"),
        (adds, exports, "prepare"),
        (uses, data_files, "table_in"),
        (uses, data_files, "replacement"),
    ],
)
def test_a_job_that_fails_is_told_and_the_next_one_runs(
    salt: Driver,
    qtbot: QtBot,
    tmp_path: Path,
    log: Path,
    monkeypatch: pytest.MonkeyPatch,
    start: Callable[[MainWindow, Path], None],
    module: object,
    name: str,
) -> None:
    path = tmp_path / "other.csv"
    path.write_text("a,b\n1.5,2.5\n1.7,2.2\n1.6,2.9\n")
    window = salt.window
    before = window.store.history
    monkeypatch.setattr(jobs.Job, "wait", lambda *_: False)
    with monkeypatch.context() as patch:
        patch.setattr(module, name, broken)
        start(window, path)
        qtbot.waitUntil(lambda: window.beside.job is None)
        salt.settle()
        assert str(log) in window.message.text
        assert not window.beside.line.isVisible()
        assert window.store.history is before
    is_right(salt, before)
    done: list[object] = []
    window.beside.start("Working", lambda _progress: 5, done.append)
    qtbot.waitUntil(lambda: done == [5])


def test_what_follows_a_job_may_fail_too(salt: Driver, qtbot: QtBot, log: Path) -> None:
    window = salt.window
    ended: list[bool] = []
    window.beside.ended.connect(lambda: ended.append(True))
    window.beside.start("Working", lambda _progress: 5, broken)
    qtbot.waitUntil(lambda: ended == [True])
    assert str(log) in window.message.text


@pytest.mark.parametrize("part", ["page_of", "load_renderer"])
def test_settling_that_fails_is_told_and_the_next_change_settles(
    salt: Driver, qtbot: QtBot, log: Path, monkeypatch: pytest.MonkeyPatch, part: str
) -> None:
    window = salt.window
    monkeypatch.setattr(derived, "_MANY_GROUPS", 2)
    with monkeypatch.context() as patch:
        patch.setattr(settling, part, broken)
        window.store.apply(CELL)
        qtbot.waitUntil(lambda: not window.late_results.is_busy)
        assert str(log) in window.message.text
    window.store.apply(WriteCells(row=1, column=1, cells=(("10.7",),)))
    qtbot.waitUntil(lambda: not window.late_results.is_busy)
    is_right(salt, window.store.history)


def test_saving_that_fails_is_told_and_can_be_tried_again(
    salt: Driver, qtbot: QtBot, tmp_path: Path, log: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = salt.window
    monkeypatch.setattr(exports, "_LARGE_TO_SAVE", 0)
    path = tmp_path / "a.decimus"
    with monkeypatch.context() as patch:
        patch.setattr(exports, "save", broken)
        window.files.save_to(path)
        qtbot.waitUntil(lambda: window.files.saving.job is None)
        salt.settle()
        assert str(log) in window.message.text
        assert not window.store.is_saved
    window.files.save_to(path)
    qtbot.waitUntil(lambda: window.store.is_saved)
    assert path.exists()
