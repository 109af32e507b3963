"""The working of a number: formula, the same with its numbers, how to read it."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from decimus.window.rich_text import strong
from decimus.window.theme import QUIET, sans, serif
from decimus.wording.spans import Style
from decimus.wording.working import Working


class WorkingView(QFrame):
    """The panel at the foot of a place that shows one working."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self._working: Working | None = None
        self.title = self._label(sans(14))
        self.title.setStyleSheet(f"color: {QUIET};")
        self.formula = self._label(serif(18))
        self.reading = self._label(sans(15))
        for label in (self.title, self.reading):
            label.setTextFormat(Qt.TextFormat.PlainText)
        self.exact = self._label(sans(13))
        self.exact.setStyleSheet(f"color: {QUIET};")
        copy = QPushButton("Copy", self)
        copy.setFont(sans(14))
        copy.clicked.connect(self.copy)
        close = QPushButton("Close", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        head = QHBoxLayout()
        head.addWidget(self.title, 1)
        head.addWidget(copy)
        head.addWidget(close)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 8, 12, 12)
        layout.setSpacing(5)
        layout.addLayout(head)
        for label in (self.formula, self.reading, self.exact):
            layout.addWidget(label)
        self.hide()

    def _label(self, font: object) -> QLabel:
        label = QLabel("", self)
        label.setFont(font)  # type: ignore[arg-type]
        label.setWordWrap(True)
        label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        return label

    def show_working(self, working: Working) -> None:
        """Show a working."""
        self._working = working
        self.title.setText(working.title)
        letters = "".join(
            f"<i>{escape(text.text)}</i>" if text.style is Style.ITALIC else escape(text.text)
            for text in working.formula
        )
        self.formula.setText(
            f"{letters} &nbsp;=&nbsp; {escape(working.filled)} &nbsp;=&nbsp; "
            f"{strong(escape(working.result))}"
        )
        self.reading.setText(working.reading)
        self.exact.setText(working.exact)
        self.show()

    def copy(self) -> None:
        """Put the working on the clipboard as text."""
        if self._working is not None:
            QGuiApplication.clipboard().setText(self._working.as_text())
