"""A window for every test that asks for one, and a check that nothing stays behind."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from PySide6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from tests.window.driving import Driver


@pytest.fixture(scope="session")
def qapp() -> QApplication:
    return application()


@pytest.fixture
def open_window(qtbot: QtBot) -> Iterator[Callable[..., Driver]]:
    drivers: list[Driver] = []

    def open_(history: History, sessions: Path | None = None) -> Driver:
        window = MainWindow(history, sessions=sessions)
        qtbot.addWidget(window)
        window.resize(1280, 800)
        window.show()
        qtbot.waitExposed(window)
        driver = Driver(qtbot, window)
        driver.settle()
        drivers.append(driver)
        return driver

    yield open_
    for driver in drivers:
        driver.close_popups()


@pytest.fixture
def empty(open_window: Callable[[History], Driver]) -> Driver:
    return open_window(History())


@pytest.fixture
def salt(open_window: Callable[[History], Driver], salt_history: History) -> Driver:
    return open_window(salt_history)
