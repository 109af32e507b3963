"""The Measurements place: how the table is read, the table, and what to know about it."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from msgspec.structs import replace
from PySide6.QtCore import QPoint, QSignalBlocker, Qt, Signal
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.delimited import table_of_text
from decimus.study.tables import Table
from decimus.window.measurements.counting import CountingFrame
from decimus.window.measurements.overview import OverviewFrame
from decimus.window.measurements.question import QuestionFrame
from decimus.window.measurements.ranges import Range
from decimus.window.measurements.sheet_model import SheetModel
from decimus.window.measurements.sheet_view import SheetView
from decimus.window.state.store import Store
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.plain import PlainLabel, RichLabel
from decimus.window.widgets.rich_text import strong
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, QUIET, sans, serif
from decimus.wording.measurements.adjustments import adjust_choice
from decimus.wording.measurements.alternatives import alternatives_choice
from decimus.wording.measurements.asides import cell_choice
from decimus.wording.measurements.columns import column_choice
from decimus.wording.measurements.overview import columns_button
from decimus.wording.measurements.readings import problem_sentence, reading_sentence
from decimus.wording.measurements.sheets import lines_around, strip_sentence, tables_sentence
from decimus.wording.remarks.order import asks_what_counts
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.remarks.words import RemarkWords
from decimus.wording.spans import Choice
from decimus.workflows.pasting import Cells, placed


class MeasurementsPlace(QWidget):
    """The reading sentence above the sheet, remarks below.

    Signals:
        refused: an InputError about what was typed or pasted.
        table_wanted: another table is to be brought in beside those at hand.
        other_data_wanted: other data from a file are to take the place of those at hand.
        table_pasted: a table that takes the place of the one at hand.
    """

    refused = Signal(object)
    table_wanted = Signal()
    other_data_wanted = Signal()
    table_pasted = Signal(object)

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        fonts = SentenceFonts(serif(18), sans(17, strong=True), sans(15))
        self.sentence = SentenceView(fonts, self, line_height=1.28)
        self.sentence.chosen.connect(store.apply)
        self.others = self._button("Other ways to read this")
        self.others.clicked.connect(self.open_alternatives)
        self.adjust = self._button("Adjust the values")
        self.adjust.clicked.connect(self.open_adjustments)
        self.replace = self._button("Use other data")
        self.replace.clicked.connect(self.open_replacements)
        self.another = self._button("Add a table")
        self.another.clicked.connect(self.table_wanted)
        small = SentenceFonts(sans(14), sans(14, strong=True), sans(14))
        self.tables = SentenceView(small, self, line_height=1.4)
        self.tables.chosen.connect(store.apply)
        self.model = SheetModel()
        self.sheet = SheetView(self.model, self)
        self._listen_to_sheet()
        self._around = PlainLabel("", self)
        self._around.setFont(sans(14))
        self._around.setStyleSheet(f"color: {QUIET};")
        self._around.setWordWrap(True)
        self.strip = SentenceView(small, self, line_height=1.4)
        self.strip.chosen.connect(store.apply)
        self.overview = OverviewFrame(self)
        self.columns = self._button("")
        self._note = QFrame(self)
        self._note.setObjectName("note")
        self._note_text = RichLabel("", self._note)
        self._note_text.setFont(sans(15))
        self._note_text.setWordWrap(True)
        in_note = QVBoxLayout(self._note)
        in_note.setContentsMargins(14, 9, 14, 9)
        in_note.addWidget(self._note_text)
        self.counting = CountingFrame(self)
        self.counting.answered.connect(store.apply)
        self.what_counts = self._button("What n counts")
        self.what_counts.setCheckable(True)
        self.what_counts.toggled.connect(self._open_counting)
        self._counted_for: tuple[object, ...] = ()
        self._first: tuple[object, ...] = ()
        self.question = QuestionFrame(self)
        self.question.answered.connect(store.apply)
        self.question.refused.connect(self.refused)
        self._shape: tuple[int, int, int] = (-1, -1, -1)
        self._lay_out()

    def _listen_to_sheet(self) -> None:
        self.sheet.edited.connect(self._edit)
        self.sheet.refused.connect(self.refused)
        self.sheet.pasted.connect(self._paste)
        self.sheet.cell_choice = self._cell_choice
        self.sheet.column_choice = self._column_choice

    def _lay_out(self) -> None:
        self.columns.setCheckable(True)
        self.columns.setToolTip("What every column is taken for, and what stands in it")
        self.columns.toggled.connect(self._open_overview)
        self.overview.picked.connect(self.sheet.go_to_column)
        self.sheet.wanted.connect(lambda: self.columns.setChecked(False))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(MARGIN, 12, MARGIN, 12)
        layout.setSpacing(8)
        layout.addWidget(self.sentence)
        line = QHBoxLayout()
        line.setSpacing(20)
        line.addWidget(self.what_counts)
        line.addWidget(self.others)
        line.addWidget(self.adjust)
        line.addWidget(self.replace)
        line.addWidget(self.another)
        line.addWidget(self.tables)
        line.addStretch(1)
        layout.addLayout(line)
        layout.addWidget(self.question)
        layout.addWidget(self.counting)
        layout.addWidget(self._around)
        layout.addWidget(self.sheet, 1)
        layout.addWidget(self.overview, 1)
        foot = QHBoxLayout()
        foot.addWidget(self.strip, 1)
        foot.addWidget(self.columns)
        layout.addLayout(foot)
        layout.addWidget(self._note)

    def _button(self, words: str) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        return button

    def _edit(self, edit: object) -> None:
        self._store.apply(edit)  # type: ignore[arg-type]

    def _cell_choice(self, blocks: Sequence[Range]) -> Choice:
        return cell_choice(self._store.results, blocks)

    def _column_choice(self, column: int) -> Choice:
        return column_choice(self._store.results, column)

    def open_alternatives(self) -> ChoiceMenu:
        """Show the other readings with what each would give."""
        return self._open(alternatives_choice(self._store.results), self.others)

    def open_adjustments(self) -> ChoiceMenu:
        """Show what can be done to the values."""
        return self._open(adjust_choice(self._store.results), self.adjust)

    def open_replacements(self) -> ChoiceMenu | None:
        """Ask where other data come from; a file where the clipboard holds none."""
        text = QGuiApplication.clipboard().text()
        if "\n" not in text.strip():
            self.other_data_wanted.emit()
            return None
        menu = ChoiceMenu(self)
        menu.setFont(sans(15))
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.addAction("from the clipboard").triggered.connect(self.use_clipboard)
        menu.addAction("from a file").triggered.connect(self._want_file)
        menu.popup(self.replace.mapToGlobal(QPoint(0, self.replace.height())))
        return menu

    def _want_file(self) -> None:
        self.other_data_wanted.emit()

    def use_clipboard(self) -> None:
        """The table on the clipboard takes the place of the one at hand."""
        try:
            self.table_pasted.emit(table_of_text(QGuiApplication.clipboard().text()))
        except InputError as error:
            self.refused.emit(error)

    def _paste(self, row: int, column: int, cells: Cells) -> None:
        """Pasted cells go where they belong: cells, groups as a whole, or the whole table."""
        results = self._store.results
        if results.problem is not None:
            self.sheet.write(row, column, cells)
            return
        shape, table = results.measurements.shape, results.sheet.table
        if shape.is_turned or table.row_count == 0:
            self.sheet.write(row, column, cells)
            return
        found = placed(table, shape, self.model.table_row(row), column, cells)
        if found.is_table:
            self.table_pasted.emit(Table.from_rows(found.cells, table.title))
        else:
            self.sheet.write(found.row - self.model.offset, found.column, found.cells)

    def _open(self, choice: Choice, under: QPushButton) -> ChoiceMenu:
        menu = choice_menu(choice, self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self._store.apply)
        menu.popup(under.mapToGlobal(QPoint(0, under.height())))
        return menu

    def show_results(self, results: Results) -> None:
        """Show table, reading and remarks."""
        self.model.show_results(results)
        table = results.sheet.table
        shape = (results.question.asked.sheet, table.column_count, self.model.offset)
        if shape != self._shape:
            self._shape = shape
            self.sheet.fit_columns()
        self.sheet.restore_place()
        self.sheet.headings.show_levels(2 if self.model.facts.header_above is not None else 1)
        tables = tables_sentence(results)
        self.tables.setVisible(bool(tables))
        self.tables.show_sentence(tables)
        self.tables.setFixedWidth(self.tables.natural_width() if tables else 0)
        problem = results.problem
        self.others.setVisible(problem is None)
        self.what_counts.setVisible(problem is None)
        self.adjust.setVisible(problem is None)
        self.replace.setVisible(problem is None)
        self.another.setVisible(problem is None)
        self.strip.setVisible(problem is None)
        self.columns.setVisible(problem is None)
        if problem is not None:
            self.columns.setChecked(False)
        if problem is not None:
            self.sentence.show_sentence(problem_sentence(results))
            self._note.hide()
            self.question.ask(None)
            self.counting.hide()
            self._around.hide()
            return
        self.sentence.show_sentence(reading_sentence(results))
        self.strip.show_sentence(strip_sentence(results))
        self.columns.setText(columns_button(results))
        if self.columns.isChecked():
            self.overview.show_columns(results)
        around = lines_around(results)
        self._around.setVisible(bool(around))
        self._around.setText(around)
        if results.is_settled or not results.is_large:
            self.show_remarks(results)

    def _show_counting(self, results: Results, asked: RemarkWords | None) -> None:
        """Open where it is asked, else while the table is new, or when somebody wants it."""
        cells = results.sheet.table
        first = cells.block(0, 0, min(1, cells.row_count), min(_MOST_HEADINGS, cells.column_count))
        table = (results.question.asked.sheet, cells.title, first, cells.column_count)
        if table != self._counted_for:
            self._counted_for, self._first = table, _said_of(results)
        is_new = _said_of(results) == self._first  # nothing was said yet
        is_open = asked is not None or is_new or self.what_counts.isChecked()
        with QSignalBlocker(self.what_counts):
            self.what_counts.setChecked(is_open and asked is None and not is_new)
        self.counting.setVisible(is_open)
        if is_open:
            self.counting.show_counts(results, asked)
        else:
            self.counting.show_nothing()

    def _open_counting(self, is_open: bool) -> None:
        results = self._store.results
        if results.problem is None:
            if is_open:
                self.counting.show_counts(results, self.counting.remark)
            self.counting.setVisible(is_open or self.counting.remark is not None)

    def _open_overview(self, is_open: bool) -> None:
        """The list of columns takes the place of the sheet until one of them is picked."""
        if is_open:
            self.overview.show_columns(self._store.results)
        self.overview.setVisible(is_open)
        self.sheet.setVisible(not is_open)
        self._note.setVisible(not is_open and bool(self._note_text.text()))

    def show_remarks(self, results: Results) -> None:
        """Show the remarks on the table; of large ones when they have been worked out."""
        remarks = [r for r in remark_words(results) if r.place == "measurements"]
        counts = next((r for r in remarks if r.is_open and asks_what_counts(r.kind)), None)
        asked = next((r for r in remarks if r.is_open and not asks_what_counts(r.kind)), None)
        if counts is None:
            # What is missing on the figure is asked when what counts is settled.
            asked = asked or next((r for r in remarks if r.entry is not None), None)
        self.question.ask(asked)
        self._show_counting(results, counts)
        remarks = [r for r in remarks if r not in (asked, counts)]
        # Under two questions the sheet needs the room; the foot holds all remarks.
        shown = remarks[: 3 if asked is None or counts is None else 0]
        self._note.setVisible(bool(shown) and not self.columns.isChecked())
        self._note_text.setText(
            "<br>".join(f"{strong(escape(r.head))} {escape(r.why)}" for r in shown)
        )


def _said_of(results: Results) -> tuple[object, ...]:
    """What was said about the table at hand, and what is asked of it."""
    reading = replace(results.sheet.reading, decided=None)
    return (id(results.sheet.table), reading, results.question.asked)


_MOST_HEADINGS = 50
"""Cells of the first row by which a table is known again while it is edited."""
