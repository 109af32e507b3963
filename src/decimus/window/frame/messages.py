"""One line that says what went wrong, where, and what to do; stays until it is read."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import sans

Way = tuple[str, Callable[[], object]]
"""What can be done about it: the words of a button, and what it does."""


class Message(QFrame):
    """What went wrong, or happened, above the work: ways out, and a button to put it away.

    Args:
        stays: whether nobody can put it away, as it is true until something changes.
    """

    def __init__(self, *, stays: bool = False) -> None:
        super().__init__()
        self._stays = stays
        self._said = ""
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self._label.setWordWrap(True)
        self._label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        close = QPushButton("seen", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        close.setVisible(not stays)
        self.ways: list[QPushButton] = []
        self._below = QWidget(self)
        self._in_below = QHBoxLayout(self._below)
        self._in_below.setContentsMargins(0, 0, 0, 0)
        self._in_below.addStretch(1)
        words = QVBoxLayout()
        words.setSpacing(4)
        words.addWidget(self._label)
        words.addWidget(self._below)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(16, 8, 10, 8)
        layout.addLayout(words, 1)
        layout.addWidget(close, 0, Qt.AlignmentFlag.AlignTop)
        self.hide()

    @property
    def text(self) -> str:
        """What is said."""
        return self._said

    def say(self, text: str, *ways: Way, is_problem: bool = True) -> None:
        """Say it, with what can be done about it; any of that puts the line away.

        Args:
            text: what to say.
            ways: what can be done about it.
            is_problem: whether anything went wrong.
        """
        self._said = text
        self._label.setText(text)
        self.setObjectName("problem" if is_problem else "note")
        for widget in (self, self._label):
            # What the style sheet says of a name is looked up when it is polished.
            widget.style().unpolish(widget)
            widget.style().polish(widget)
        for button in self.ways:
            button.hide()
            button.deleteLater()
        self.ways = [self._way(*way) for way in ways]
        self._below.setVisible(bool(ways))
        self.show()

    def _way(self, words: str, action: Callable[[], object]) -> QPushButton:
        button = QPushButton(words, self._below)
        button.setFont(sans(14, strong=True))

        def take() -> None:
            self.setVisible(self._stays)
            action()

        button.clicked.connect(take)
        self._in_below.insertWidget(self._in_below.count() - 1, button)
        return button
