"""Which table of a workbook was opened, and the others in it."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QPoint, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QMenu, QPushButton

from decimus.formats.files import name_in_words
from decimus.window.widgets.plain import PlainLabel, menu_text
from decimus.window.widgets.theme import sans


class PartLine(QFrame):
    """A line after opening a workbook of several tables.

    Signals:
        chosen: the file and the name of another table in it.
    """

    chosen = Signal(object, object)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("note")
        self._path: Path | None = None
        self.parts: tuple[str, ...] = ()
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self.others = QPushButton("", self)
        self.others.setFont(sans(14))
        self.others.clicked.connect(self.open_menu)
        close = QPushButton("seen", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(16, 6, 10, 6)
        layout.addWidget(self._label, 1)
        layout.addWidget(self.others)
        layout.addWidget(close)
        self.hide()

    def show_part(self, path: Path, part: str, parts: tuple[str, ...]) -> None:
        """Say which table was opened, where there are others."""
        self.parts = parts
        self._path = path
        self.setVisible(len(self.parts) > 1)
        self._label.setText(f"Opened {part} of {name_in_words(path)}.")
        self.others.setText(f"{len(self.parts) - 1} more in it")

    def open_menu(self) -> QMenu:
        """Show the tables of the workbook."""
        menu = QMenu(self)
        menu.setFont(sans(15))
        for part in self.parts:
            action = menu.addAction(menu_text(part))
            action.triggered.connect(lambda _=False, name=part: self.chosen.emit(self._path, name))
        menu.popup(self.others.mapToGlobal(QPoint(0, self.others.height())))
        return menu
