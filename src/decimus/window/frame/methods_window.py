"""The methods, opened at the section that a working refers to."""

from __future__ import annotations

from importlib.resources import files

from PySide6.QtCore import QObject
from PySide6.QtGui import QTextCursor
from PySide6.QtWidgets import QTextBrowser, QWidget

from decimus.window.widgets.explained import MORE
from decimus.window.widgets.theme import sans


class MethodsWindow(QTextBrowser):
    """docs/methods.md as a page of its own, beside the window."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowFlag(self.windowFlags().Window, on=True)
        self.setWindowTitle("Methods")
        self.setFont(sans(15))
        self.resize(760, 720)
        self.document().setDefaultFont(sans(15))
        self.setMarkdown((files("decimus") / "methods.md").read_text("utf-8"))

    def show_section(self, title: str) -> None:
        """Show a section, its title at the top."""
        self.show()
        block = self.document().begin()
        while block.isValid():
            if block.blockFormat().headingLevel() and block.text().strip() == title:
                cursor = QTextCursor(block)
                self.moveCursor(QTextCursor.MoveOperation.End)
                self.setTextCursor(cursor)
                break
            block = block.next()
        self.raise_()


class Methods(QObject):
    """The methods of a window, opened when first asked for, also where a word is explained."""

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self._window = window
        self._page: MethodsWindow | None = None
        MORE.wanted.connect(self._show_for)

    def show_section(self, section: str) -> None:
        """Open the methods at a section."""
        if self._page is None:
            self._page = MethodsWindow(self._window)
        self._page.show_section(section)

    def _show_for(self, section: str, asked_in: QWidget) -> None:
        # A menu is a window of its own, so that Qt does not count it among those within this one.
        parent: QWidget | None = asked_in
        while parent is not None and parent is not self._window:
            parent = parent.parentWidget()
        if parent is not None:
            self.show_section(section)
