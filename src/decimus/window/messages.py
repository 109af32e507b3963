"""One line that says what went wrong, where, and what to do; stays until it is read."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton

from decimus.window.plain import PlainLabel
from decimus.window.theme import sans

Way = tuple[str, Callable[[], object]]
"""What can be done about it: the words of a button, and what it does."""


class Message(QFrame):
    """The line of a problem above the work, with ways out and a button to put it away."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("problem")
        self._said = ""
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self._label.setWordWrap(True)
        self._label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        close = QPushButton("seen", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        self.ways: list[QPushButton] = []
        self._layout = QHBoxLayout(self)
        self._layout.setContentsMargins(16, 8, 10, 8)
        self._layout.addWidget(self._label, 1)
        self._layout.addWidget(close)
        self.hide()

    @property
    def text(self) -> str:
        """What is said."""
        return self._said

    def say(self, text: str, *ways: Way) -> None:
        """Say it, with what can be done about it; any of that puts the line away."""
        self._said = text
        self._label.setText(text)
        for button in self.ways:
            self._layout.removeWidget(button)
            button.deleteLater()
        self.ways = [self._way(*way) for way in ways]
        self.show()

    def _way(self, words: str, action: Callable[[], object]) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))

        def take() -> None:
            self.hide()
            action()

        button.clicked.connect(take)
        self._layout.insertWidget(self._layout.count() - 1, button)
        return button
