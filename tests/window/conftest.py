"""A window for every test that asks for one, the same for all of a module."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from PySide6.QtCore import QCoreApplication, QEvent, QModelIndex
from PySide6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from decimus.study.history import History
from decimus.window.app import application
from decimus.window.frame.lessons import Lessons
from decimus.window.frame.places_line import PLACES
from decimus.window.main_window import MainWindow
from decimus.window.state import jobs
from tests.window.driving import Driver


@pytest.fixture(autouse=True)
def at_home(qapp: QApplication) -> QApplication:
    """Whichever test a worker begins with: a widget without its application ends the process."""
    return qapp


@pytest.fixture(autouse=True)
def patient(monkeypatch: pytest.MonkeyPatch) -> None:
    """However busy the machine, a small file is there at once; tests of what is not say so."""
    monkeypatch.setattr(jobs, "BLINK_S", 30)


@pytest.fixture
def nothing_in_a_blink(monkeypatch: pytest.MonkeyPatch) -> None:
    """Whatever is read is read beside the window, however quick the machine."""
    monkeypatch.setattr(jobs.Job, "wait", lambda *_: False)


@pytest.fixture(scope="session")
def qapp() -> QApplication:
    return application()


@pytest.fixture(scope="module")
def spare() -> Iterator[list[MainWindow]]:
    """Windows of this module that a test has done with."""
    windows: list[MainWindow] = []
    yield windows
    for window in windows:
        window.close()
        window.deleteLater()
    QApplication.processEvents()


def _as_new(window: MainWindow, history: History) -> None:
    """Another study in a window that a test has done with, as if it had just been opened."""
    window.hide()  # shown again it is active, as a new one is
    window.drafts.keep()
    window.places_line.go(PLACES[0].key)
    for place in PLACES[1:]:  # made when first gone to, with folds, orders and parts as at first
        made = window.__dict__.pop(place.key.value, None)
        if made is not None:
            window.guard.covers.pop(made, None)
            window.work.removeWidget(made)
            made.deleteLater()
    window._is_typing = False
    window._told = None
    window.foot.lessons = Lessons()
    window.store.open(history)
    window.measurements.sheet.setCurrentIndex(QModelIndex())
    window.measurements.sheet.clearSelection()
    window.message.hide()
    window.body.setFocus()
    # Fields of the test before that are gone in a turn of the event loop.
    QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)


@pytest.fixture
def open_window(
    request: pytest.FixtureRequest, qtbot: QtBot, spare: list[MainWindow]
) -> Iterator[Callable[..., Driver]]:
    own = request.node.get_closest_marker("own_window") is not None
    drivers: list[Driver] = []
    shared: list[MainWindow] = []

    def open_(history: History, sessions: Path | None = None) -> Driver:
        is_own = own or sessions is not None
        if spare and not is_own:
            window = spare.pop()
            _as_new(window, history)
        else:
            window = MainWindow(history, sessions=sessions)
        if is_own:
            qtbot.addWidget(window)
        else:
            shared.append(window)
        window.resize(1280, 800)
        window.show()
        window.activateWindow()
        qtbot.waitActive(window)
        driver = Driver(qtbot, window)
        driver.settle()
        drivers.append(driver)
        return driver

    yield open_
    for driver in drivers:
        driver.close_popups()
    spare += [window for window in shared if window.isVisible()]


@pytest.fixture
def empty(open_window: Callable[[History], Driver]) -> Driver:
    return open_window(History())


@pytest.fixture
def salt(open_window: Callable[[History], Driver], salt_history: History) -> Driver:
    return open_window(salt_history)
