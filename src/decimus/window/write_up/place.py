"""The Write-up place: words, tables, the referee's sheet and notes of a question."""

from __future__ import annotations

from enum import StrEnum

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QButtonGroup,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.study.live_parts import Passage
from decimus.window.state.store import Store
from decimus.window.widgets.plain import tip
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, QUIET, RULE, TEAL, sans, serif
from decimus.window.write_up.notes_view import NotesView
from decimus.window.write_up.passage_view import PassageView
from decimus.window.write_up.referee_view import RefereeView
from decimus.window.write_up.tables_view import TablesView
from decimus.wording.number_choices import number_sentence
from decimus.wording.write_up.passages import doubts


class Part(StrEnum):
    """What of the write-up is shown."""

    WORDS = "Words"
    TABLES = "Tables"
    SHEET = "Referee’s sheet"
    NOTES = "Notes"


class WriteUpPlace(QWidget):
    """All that is written about a question, live.

    Signals:
        report_wanted: a document is to be made.
        table_wanted: a table and the ending of the file that it is to be saved in.
        cell_wanted: row and column of a value that a note is on.
    """

    report_wanted = Signal()
    table_wanted = Signal(object, str)
    cell_wanted = Signal(int, int)

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._results: Results | None = None
        self.shown = Part.WORDS
        self.buttons: dict[Part, QPushButton] = {}
        self.passages = {which: PassageView(which, self) for which in Passage}
        fonts = SentenceFonts(serif(16), sans(16, strong=True), serif(16))
        self.numbers = SentenceView(fonts, self, line_height=1.4)
        self.numbers.chosen.connect(store.apply)
        self.notes = NotesView(self)
        self.notes.edited.connect(store.apply)
        self.notes.cell_wanted.connect(self.cell_wanted)
        self.tables = TablesView(self)
        self.tables.edited.connect(store.apply)
        self.tables.save_wanted.connect(self.table_wanted)
        self.sheet = RefereeView(self)
        self._views = QStackedWidget(self)
        self._views.addWidget(self._words())
        self._views.addWidget(_scrolling(self.tables))
        self._views.addWidget(_scrolling(self.sheet))
        self._views.addWidget(_scrolling(self.notes))
        for view in self.passages.values():
            view.edited.connect(store.apply)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self._head())
        layout.addWidget(self._views, 1)

    def _head(self) -> QWidget:
        """What can be shown, and the way to a document."""
        head = QWidget(self)
        head.setObjectName("write_up_head")
        head.setStyleSheet(
            f"#write_up_head {{ border-bottom: 1px solid {RULE}; }}"
            f"QPushButton {{ color: {QUIET}; }}"
            f"QPushButton:checked, #report {{ color: {TEAL}; }}"
        )
        group = QButtonGroup(head)
        line = QHBoxLayout(head)
        line.setContentsMargins(MARGIN - 8, 4, MARGIN, 4)
        line.setSpacing(2)
        for part in Part:
            button = QPushButton(part.value, head)
            button.setFont(sans(15))
            button.setCheckable(True)
            button.setChecked(part is self.shown)
            button.clicked.connect(lambda _=False, p=part: self.show_part(p))
            group.addButton(button)
            line.addWidget(button)
            self.buttons[part] = button
        line.addStretch(1)
        self.report = QPushButton("Report", head)
        self.report.setObjectName("report")
        self.report.setFont(sans(15))
        self.report.setToolTip(tip("Make a document of this question or of the whole study"))
        self.report.clicked.connect(self.report_wanted)
        line.addWidget(self.report)
        return head

    def _words(self) -> QScrollArea:
        content = QWidget()
        layout = QVBoxLayout(content)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        for view in self.passages.values():
            layout.addWidget(view)
        layout.addWidget(self.numbers)
        return _scrolling(content)

    def show_part(self, part: Part) -> None:
        """Show another part of the write-up."""
        self.commit()
        self.shown = part
        self.buttons[part].setChecked(True)
        self._views.setCurrentIndex(list(Part).index(part))
        if self._results is not None:
            self.show_results(self._results)

    def show_results(self, results: Results) -> None:
        """Write what is shown anew from these results."""
        self._results = results
        if results.problem is not None:
            return
        match self.shown:
            case Part.WORDS:
                found = doubts(results)
                for view in self.passages.values():
                    view.show_results(results, found)
                self.numbers.show_sentence(number_sentence(results))
            case Part.TABLES:
                self.tables.show_results(results)
            case Part.SHEET:
                self.sheet.show_results(results)
            case Part.NOTES:
                self.notes.show_results(results)

    def commit(self) -> None:
        """Keep what is being written."""
        for view in self.passages.values():
            view.commit()
        self.notes.commit()


def _scrolling(widget: QWidget) -> QScrollArea:
    area = QScrollArea()
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    content = QWidget()
    content.setObjectName("work_content")
    layout = QVBoxLayout(content)
    layout.setContentsMargins(MARGIN, 8, MARGIN, 14)
    layout.addWidget(widget)
    layout.addStretch(1)
    area.setWidget(content)
    return area
