"""A field for a number from a draft: what is it?"""

from __future__ import annotations

from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, RED, sans
from decimus.wording.groups.number_search import what_is


class NumberLine(QFrame):
    """Type or paste a number; it is said which quantity of which group it is."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("panel")
        self._results: Results | None = None
        label = PlainLabel("What is this number?", self)
        label.setFont(sans(14))
        label.setStyleSheet(f"color: {QUIET};")
        self.field = QLineEdit(self)
        self.field.setFont(sans(15))
        self.field.setPlaceholderText("8.7")
        self.field.setMaximumWidth(160)
        self.field.setAccessibleName("A number from a draft or another program")
        self.field.textChanged.connect(self._say)
        self.answer = PlainLabel("", self)
        self.answer.setFont(sans(15))
        self.answer.setWordWrap(True)
        close = QPushButton("Close", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        head = QHBoxLayout()
        head.addWidget(label)
        head.addWidget(self.field)
        head.addStretch(1)
        head.addWidget(close)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 8, 12, 10)
        layout.addLayout(head)
        layout.addWidget(self.answer)
        self.hide()

    def show_results(self, results: Results) -> None:
        """Look in these results."""
        self._results = results
        self._say()

    def _say(self) -> None:
        text, results = self.field.text().strip(), self._results
        self.answer.setStyleSheet("")
        if not text or results is None or results.problem is not None:
            self.answer.setText("")
            return
        try:
            self.answer.setText("\n".join(what_is(results, text)))
        except InputError as error:
            self.answer.setStyleSheet(f"color: {RED};")
            self.answer.setText(str(error))
