"""The question line: what is asked, as a sentence, and what can always be done."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from decimus.analysis.results import Results
from decimus.window.state.store import Store
from decimus.window.widgets.plain import tip
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, sans, serif
from decimus.wording.questions import question_sentence
from decimus.wording.spans import Style, Text


class QuestionLine(QWidget):
    """The top of the window. Its buttons are connected by the window."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self.setObjectName("top")
        fonts = SentenceFonts(serif(21), sans(21, strong=True), serif(17))
        self.sentence = SentenceView(fonts, self, line_height=1.3)
        self.sentence.chosen.connect(store.apply)
        self.undo = self._button("Undo", "Ctrl+Z")
        self.redo = self._button("Redo", "Ctrl+Shift+Z")
        self.open = self._button("Open", "Ctrl+O")
        self.paste = self._button("Paste table", "Ctrl+Shift+V")
        self.export = self._button("Export", "Ctrl+E")
        self.export.setProperty("primary", "true")
        layout = QHBoxLayout(self)
        layout.setContentsMargins(MARGIN, 9, MARGIN, 7)
        layout.setSpacing(3)
        layout.addWidget(self.sentence, 1)
        for button in (self.undo, self.redo, self.open, self.paste, self.export):
            layout.addWidget(button)

    def _button(self, text: str, keys: str) -> QPushButton:
        button = QPushButton(text, self)
        button.setFont(sans(15))
        button.setToolTip(tip(f"{text} ({keys})"))
        return button

    def show_results(self, results: Results) -> None:
        """Show the question."""
        if results.problem is None:
            self.sentence.show_sentence(question_sentence(results))
        else:
            self.sentence.show_sentence((Text("No measurements yet", Style.QUIET),))

    def show_steps(
        self, undo_title: str | None, redo_title: str | None, *, can_export: bool
    ) -> None:
        """Show what undo and redo would do, and whether there is anything to export."""
        for button, title, keys in (
            (self.undo, undo_title, "Ctrl+Z"),
            (self.redo, redo_title, "Ctrl+Shift+Z"),
        ):
            button.setEnabled(title is not None)
            word = button.text()
            button.setToolTip(tip(f"{word}: {title} ({keys})" if title else f"{word} ({keys})"))
        self.export.setEnabled(can_export)
