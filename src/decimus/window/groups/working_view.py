"""The working of a number: what it is, formula, the same with its numbers, how to read it."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFont
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from decimus.window.widgets.clipboard import copy_text
from decimus.window.widgets.plain import PlainLabel, RichLabel
from decimus.window.widgets.rich_text import strong
from decimus.window.widgets.theme import QUIET, sans, serif
from decimus.wording.groups.working import Working
from decimus.wording.spans import Style


class WorkingView(QFrame):
    """The panel at the foot of a place that shows one working.

    Signals:
        methods_wanted: the section of the methods that defines the number.
    """

    methods_wanted = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self._working: Working | None = None
        self.title = self._label(sans(14))
        self.title.setStyleSheet(f"color: {QUIET};")
        self.definition = self._label(sans(14))
        self.formula = self._label(serif(18), RichLabel)
        self.steps = self._label(sans(13))
        self.reading = self._label(sans(15))
        self.exact = self._label(sans(13))
        for label in (self.steps, self.exact, self.definition):
            label.setStyleSheet(f"color: {QUIET};")
        methods = self._button("Methods")
        methods.setToolTip("Definition and source, from docs/methods.md")
        methods.clicked.connect(self._ask_for_methods)
        copy = self._button("Copy")
        copy.clicked.connect(self.copy)
        close = self._button("Close")
        close.clicked.connect(self.hide)
        head = QHBoxLayout()
        head.addWidget(self.title, 1)
        for button in (methods, copy, close):
            head.addWidget(button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 8, 12, 12)
        layout.setSpacing(4)
        layout.addLayout(head)
        for label in (self.definition, self.formula, self.steps, self.reading, self.exact):
            layout.addWidget(label)
        self.hide()

    def _button(self, words: str) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        return button

    def _label(self, font: QFont, kind: type[QLabel] = PlainLabel) -> QLabel:
        label = kind("", self)
        label.setFont(font)
        label.setWordWrap(True)
        label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        return label

    def show_working(self, working: Working) -> None:
        """Show a working."""
        self._working = working
        self.title.setText(working.title)
        self.definition.setText(working.definition)
        self.definition.setVisible(bool(working.definition))
        letters = "".join(
            f"<i>{escape(text.text)}</i>" if text.style is Style.ITALIC else escape(text.text)
            for text in working.formula
        )
        parts = [part for part in (letters, escape(working.filled)) if part]
        parts.append(strong(escape(working.result)))
        self.formula.setText(" &nbsp;=&nbsp; ".join(parts))
        self.steps.setText("; ".join(working.steps))
        self.steps.setVisible(bool(working.steps))
        self.reading.setText(working.reading)
        self.exact.setText(working.exact)
        self.show()

    def copy(self) -> None:
        """Put the working on the clipboard as text."""
        if self._working is not None:
            copy_text(self._working.as_text())

    def _ask_for_methods(self) -> None:
        if self._working is not None:
            self.methods_wanted.emit(self._working.section)
