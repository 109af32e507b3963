"""What the words of a menu mean, below them while it is open, with the way to the methods."""

from __future__ import annotations

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from decimus.kinds.explanations import Explanation
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, RULE, TEAL, sans

_WIDTH = 470


class More(QObject):
    """Where "more" is asked for, wherever in a window that is.

    Signals:
        wanted: a section of the methods, and the widget that asks.
    """

    wanted = Signal(str, object)


MORE = More()


class ExplanationArea(QWidget):
    """The explanation of the word under the pointer, or of the one that holds."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("explained")
        self.setStyleSheet(
            f"#explained {{ border-top: 1px solid {RULE}; }}"
            f"QLabel {{ color: {QUIET}; }} QPushButton {{ color: {TEAL}; }}"
        )
        self.label = PlainLabel("", self)
        self.label.setFont(sans(14))
        self.label.setWordWrap(True)
        self.label.setFixedWidth(_WIDTH - 90)
        self.more = QPushButton("more", self)
        self.more.setFont(sans(14))
        self.more.clicked.connect(self._ask)
        self._section = ""
        layout = QHBoxLayout(self)
        layout.setContentsMargins(12, 7, 8, 8)
        layout.addWidget(self.label, 1)
        layout.addWidget(self.more, 0, Qt.AlignmentFlag.AlignTop)

    def show_explanation(self, word: str, found: Explanation) -> None:
        """Show what a word means."""
        self.label.setText(f"{word}: {found.text}")
        self._section = found.section
        self.more.setAccessibleName(f"More about {word}, in the methods")

    def reserve(self, texts: list[str]) -> None:
        """Take the room of the longest text, so that the menu keeps its size."""
        height = 0
        for text in texts:
            self.label.setText(text)
            height = max(height, self.label.heightForWidth(self.label.width()))
        self.label.setMinimumHeight(height)

    def _ask(self) -> None:
        parent = self.parentWidget()
        MORE.wanted.emit(self._section, parent)
        if parent is not None:
            parent.close()
