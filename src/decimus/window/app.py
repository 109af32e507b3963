"""Starting the window."""

from __future__ import annotations

import sys
from pathlib import Path

from PySide6.QtCore import QLocale
from PySide6.QtWidgets import QApplication

from decimus.study.history import History
from decimus.window.main_window import MainWindow
from decimus.window.theme import STYLE_SHEET, load_fonts, sans


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
    window = MainWindow(history, path, decimal_sign())
    window.show()
    return app.exec()


def decimal_sign() -> str:
    """The decimal sign of the user's locale, for people; files always have a point."""
    return "," if QLocale.system().decimalPoint() == "," else "."
