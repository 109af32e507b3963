"""Starting the window."""

from __future__ import annotations

import signal
import socket
import sys
import traceback
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from types import TracebackType

from PySide6.QtCore import QLocale, QSocketNotifier
from PySide6.QtWidgets import QApplication

from decimus.study.history import History
from decimus.window.main_window import MainWindow
from decimus.window.widgets.theme import STYLE_SHEET, load_fonts, sans
from decimus.workflows.faults import logged
from decimus.workflows.opened import OpenedFile
from decimus.workflows.sessions import journal_folder


def application() -> QApplication:
    """The application with our typefaces and style; made once."""
    existing = QApplication.instance()
    app = existing if isinstance(existing, QApplication) else QApplication(sys.argv[:1])
    app.setApplicationName("Decimus")
    app.setStyle("Fusion")
    load_fonts()
    app.setFont(sans(15))
    app.setStyleSheet(STYLE_SHEET)
    return app


def run_window(opened: OpenedFile) -> int:
    """Show the window until it is closed; the exit status."""
    app = application()
    window = first_window(opened)
    sys.excepthook = _reporter(window)
    window.show()
    window.closing.done.connect(app.quit)
    with _closed_by_interrupt(window):
        return app.exec()


def first_window(opened: OpenedFile) -> MainWindow:
    """The window with what was opened; with the empty start where that cannot be shown."""
    try:
        window = MainWindow(
            opened.history, opened.file, decimal_sign(), journal_folder(), opened.results
        )
    except Exception as fault:  # noqa: BLE001 - a study must not keep the program from starting
        words = logged(fault)
        window = MainWindow(History(), None, decimal_sign(), journal_folder())
        window.say_words(f"The study cannot be shown; its file is as it was. {words}")
        return window
    window.say_notes(opened.notes)
    return window


@contextmanager
def _closed_by_interrupt(window: MainWindow) -> Iterator[None]:
    """Ctrl+C in the terminal, or a polite request to end, closes the window as its button does."""
    # Python looks at signals between its own steps only; a byte in a socket makes one.
    reading, writing = socket.socketpair()
    for pipe in (reading, writing):
        pipe.settimeout(0)
    before = signal.set_wakeup_fd(writing.fileno(), warn_on_full_buffer=False)
    handlers = {
        number: signal.signal(number, lambda *_: None)
        for number in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)
    }
    notifier = QSocketNotifier(reading.fileno(), QSocketNotifier.Type.Read)

    def end() -> None:
        reading.recv(64)
        window.closing.end()

    notifier.activated.connect(end)
    try:
        yield
    finally:
        notifier.setEnabled(False)
        signal.set_wakeup_fd(before)
        for number, handler in handlers.items():
            signal.signal(number, handler)
        reading.close()
        writing.close()


def _reporter(
    window: MainWindow,
) -> Callable[[type[BaseException], BaseException, TracebackType | None], None]:
    """What happens to errors nobody foresaw: they are ours, logged and said plainly."""
    said: set[str] = set()

    def report(
        _kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        # One that comes back with every repaint is said once: saying it repaints.
        place = "".join(traceback.format_tb(trace)[-1:]) + repr(error)
        if place not in said:
            said.add(place)
            window.say_words(logged(error))

    return report


def decimal_sign() -> str:
    """The decimal sign of the user's locale, for people; files always have a point."""
    return "," if QLocale.system().decimalPoint() == "," else "."
