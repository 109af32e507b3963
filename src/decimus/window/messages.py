"""One line that says what went wrong, where, and what to do; stays until it is read."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton

from decimus.window.theme import sans


class Message(QFrame):
    """The line of a problem above the work, with a button to put it away."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("problem")
        self._label = QLabel("", self)
        self._label.setFont(sans(15))
        self._label.setWordWrap(True)
        self._label.setTextFormat(Qt.TextFormat.PlainText)
        self._label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        close = QPushButton("seen", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(16, 8, 10, 8)
        layout.addWidget(self._label, 1)
        layout.addWidget(close)
        self.hide()

    @property
    def text(self) -> str:
        """What is said."""
        return self._label.text()

    def say(self, text: str) -> None:
        """Say it."""
        self._label.setText(text)
        self.show()
