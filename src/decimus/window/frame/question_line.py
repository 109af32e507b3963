"""The question line: what is asked, as a sentence, and what can always be done."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from decimus.analysis.results import Results
from decimus.window.frame.question_list import QuestionList
from decimus.window.state.store import Store
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.plain import tip
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, sans, serif
from decimus.wording.asking import another_options, place_among, question_titles
from decimus.wording.questions import question_sentence
from decimus.wording.spans import Choice, Style, Text


class QuestionLine(QWidget):
    """The top of the window. Its buttons are connected by the window.

    Signals:
        table_wanted: another table is to be asked about.
    """

    table_wanted = Signal()

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self.setObjectName("top")
        fonts = SentenceFonts(serif(21), sans(21, strong=True), serif(17))
        self.sentence = SentenceView(fonts, self, line_height=1.3)
        self.sentence.chosen.connect(store.apply)
        self.others = QPushButton("", self)
        self.others.setFont(sans(14))
        self.others.setProperty("quiet", "true")
        self.others.setToolTip(tip("All questions of this study"))
        self.others.clicked.connect(self.open_list)
        self.another = QPushButton("+", self)
        self.another.setFont(sans(17))
        self.another.setToolTip(tip("Ask another question (Ctrl+Shift+Q)"))
        self.another.setAccessibleName("Ask another question")
        self.another.clicked.connect(self.open_another)
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
        for button in (
            self.others,
            self.another,
            self.undo,
            self.redo,
            self.open,
            self.paste,
            self.export,
        ):
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
        count = len(results.study.questions)
        self.others.setVisible(count > 1)
        self.another.setVisible(not results.study.is_empty)
        if count > 1:
            words = place_among(results.number, count)
            self.others.setText(f"{words} ▾")
            self.others.setAccessibleName(f"All questions; this is the {words}")

    def open_list(self) -> QuestionList:
        """Open the list of all questions, behind the line."""
        results = self._store.results
        names = tuple(question.name for question in results.study.questions)
        found = QuestionList(question_titles(results), names, results.number, self.window())
        found.wanted.connect(self._store.show_question)
        found.chosen.connect(self._store.apply)
        at = self.others.mapToGlobal(QPoint(0, self.others.height() + 2))
        right = self.mapToGlobal(QPoint(self.width() - MARGIN, 0)).x()
        found.move(min(at.x(), right - found.width()), at.y())
        found.show()
        return found

    def open_another(self) -> ChoiceMenu:
        """Open what else could be asked."""
        choice = Choice("another", "+", "what else to ask", another_options(self._store.results))
        menu = choice_menu(choice, self.another)
        menu.addSeparator()
        menu.addAction("another table, from a file").triggered.connect(self.table_wanted)
        menu.chosen.connect(self._store.apply)
        menu.popup(self.another.mapToGlobal(QPoint(0, self.another.height() + 1)))
        return menu

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
