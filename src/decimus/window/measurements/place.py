"""The Measurements place: how the table is read, the table, and what to know about it."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFrame, QLabel, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.window.measurements.sheet_model import SheetModel
from decimus.window.measurements.sheet_view import SheetView
from decimus.window.rich_text import strong
from decimus.window.sentences import SentenceFonts, SentenceView
from decimus.window.store import Store
from decimus.window.theme import MARGIN, QUIET, sans, serif
from decimus.wording.readings import problem_sentence, reading_sentence
from decimus.wording.remarks import remark_words


class MeasurementsPlace(QWidget):
    """The reading sentence above the sheet, remarks below.

    Signals:
        refused: an InputError about what was typed or pasted.
    """

    refused = Signal(object)

    def __init__(self, store: Store) -> None:
        super().__init__()
        fonts = SentenceFonts(serif(18), sans(17, strong=True), sans(15))
        self.sentence = SentenceView(fonts, self, line_height=1.28)
        self.sentence.chosen.connect(store.apply)
        self.model = SheetModel()
        self.sheet = SheetView(self.model, self)
        self.sheet.edited.connect(store.apply)
        self.sheet.refused.connect(self.refused)
        self._note = QFrame(self)
        self._note.setObjectName("note")
        self._note_text = QLabel("", self._note)
        self._note_text.setFont(sans(15))
        self._note_text.setWordWrap(True)
        in_note = QVBoxLayout(self._note)
        in_note.setContentsMargins(14, 9, 14, 9)
        in_note.addWidget(self._note_text)
        hint = QLabel("Type, paste or correct cells here: everything else follows.", self)
        hint.setFont(sans(14))
        hint.setStyleSheet(f"color: {QUIET};")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(MARGIN, 12, MARGIN, 14)
        layout.setSpacing(10)
        layout.addWidget(self.sentence)
        layout.addWidget(self.sheet, 1)
        layout.addWidget(self._note)
        layout.addWidget(hint)
        self._shape: tuple[int, int] = (-1, -1)

    def show_results(self, results: Results) -> None:
        """Show table, reading and remarks."""
        self.model.show_results(results)
        shape = (results.sheet.table.column_count, self.model.offset)
        if shape != self._shape:
            self._shape = shape
            self.sheet.fit_columns()
        problem = results.problem
        if problem is not None:
            self.sentence.show_sentence(problem_sentence(results))
            self._note.hide()
            return
        self.sentence.show_sentence(reading_sentence(results))
        remarks = [r for r in remark_words(results) if r.place == "measurements"]
        self._note.setVisible(bool(remarks))
        self._note_text.setText(
            "<br>".join(f"{strong(escape(r.head))} {escape(r.why)}" for r in remarks[:3])
        )
