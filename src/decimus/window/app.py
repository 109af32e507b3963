"""Starting the window."""

from __future__ import annotations

import sys
import traceback
from collections.abc import Callable
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from types import TracebackType

from PySide6.QtCore import QLocale
from PySide6.QtWidgets import QApplication

from decimus.study.history import History
from decimus.window.main_window import MainWindow
from decimus.window.theme import STYLE_SHEET, load_fonts, sans
from decimus.workflows.journal import journal_folder


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


def run_window(history: History, path: Path | None = None) -> int:
    """Show the window until it is closed; the exit status."""
    app = application()
    window = MainWindow(history, path, decimal_sign(), journal_folder())
    sys.excepthook = _reporter(window)
    window.show()
    return app.exec()


def _reporter(
    window: MainWindow,
) -> Callable[[type[BaseException], BaseException, TracebackType | None], None]:
    """What happens to errors nobody foresaw: they are ours, logged and said plainly."""
    log = journal_folder().parent / "errors.log"

    def report(
        kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        text = "".join(traceback.format_exception(kind, error, trace))
        with suppress(OSError):
            log.parent.mkdir(parents=True, exist_ok=True)
            with log.open("a", encoding="utf-8") as file:
                file.write(f"{datetime.now(UTC).isoformat()}\n{text}\n")
        window.message.say(
            "Something went wrong inside Decimus; this is our fault, not yours. Your work is kept. "
            f"Undo the last change if things look odd. Details are in {log}"
        )

    return report


def decimal_sign() -> str:
    """The decimal sign of the user's locale, for people; files always have a point."""
    return "," if QLocale.system().decimalPoint() == "," else "."
