"""Makes every picture in docs/screenshots from the demo data, without a display.

Usage: screens.py [FOLDER]
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtWidgets import QApplication, QWidget

from decimus.examples.catalogue import example
from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.wording.working import Quantity

SIZE = (1280, 800)


def settle(milliseconds: int = 120) -> None:
    """Let layouts and drawings come to rest."""
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()
    QApplication.processEvents()


def shot(window: QWidget, folder: Path, name: str) -> None:
    """Write a picture of the window."""
    settle()
    window.grab().save(str(folder / f"{name}.png"))
    print(folder / f"{name}.png")


def window_with(name: str | None) -> MainWindow:
    """A window with an example, or the empty start."""
    history = History() if name is None else History().after(example(name).edit())
    window = MainWindow(history)
    window.resize(*SIZE)
    window.show()
    settle()
    return window


def main(folder: Path) -> None:
    """Make all pictures."""
    folder.mkdir(parents=True, exist_ok=True)
    application()
    shot(window_with(None), folder, "start")
    window = window_with("duckweed")
    shot(window, folder, "measurements")
    window.thread_line.go("groups")
    lane = window.groups.model.lane(2)
    if lane is not None:
        window.groups.open_working(lane, Quantity.CONFIDENCE_INTERVAL)
    shot(window, folder, "groups")
    window.thread_line.go("comparisons")
    shot(window, folder, "comparisons")
    window.thread_line.go("figure")
    shot(window, folder, "figure")
    window.thread_line.go("write_up")
    shot(window, folder, "write-up")
    second = window_with("duckweed-light")
    shot(second, folder, "measurements-long")
    second.thread_line.go("groups")
    shot(second, folder, "groups-two-factors")


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path("docs/screenshots"))
