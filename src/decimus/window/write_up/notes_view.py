"""Free notes: on the study, the question, its groups and single values."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QHBoxLayout, QPlainTextEdit, QPushButton, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.study.edits import Edit, NoteOnCell, NoteOnGroup, NoteOnQuestion, NoteOnStudy
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, sans, serif
from decimus.wording.asking import question_title
from decimus.wording.phrases import group_words

_MOST_GROUPS = 40
_HIGH, _LOW = 84, 46
_KEPT_AFTER_MS = 700


class NoteField(QPlainTextEdit):
    """A note that is kept when it is left.

    Signals:
        kept: the words, where they have changed.
    """

    kept = Signal(str)

    def __init__(self, name: str, height: int, parent: QWidget) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setFont(serif(16))
        self.setTabChangesFocus(True)
        self.setFixedHeight(height)
        self._shown = ""
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_KEPT_AFTER_MS)
        self._timer.timeout.connect(self.keep)
        self.textChanged.connect(self._changed)

    def _changed(self) -> None:
        """Keep it moments after it was begun to change, however long somebody goes on."""
        if self.toPlainText().strip() != self._shown and not self._timer.isActive():
            self._timer.start()

    def show_text(self, text: str) -> None:
        """Show what is kept; what is being written stays."""
        if self.hasFocus() and self.toPlainText() != self._shown:
            return
        self._shown = text
        if self.toPlainText() != text:
            self.setPlainText(text)

    def keep(self) -> None:
        """Keep what was written."""
        text = self.toPlainText().strip()
        if text != self._shown:
            self._shown = text
            self.kept.emit(text)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        """Leaving the field keeps the note."""
        self.keep()
        super().focusOutEvent(event)


class NotesView(QWidget):
    """All notes of a question and its study.

    Signals:
        edited: the edit that keeps a note.
        cell_wanted: row and column of a value that somebody noted something about.
    """

    edited = Signal(object)
    cell_wanted = Signal(int, int)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self._layout = QVBoxLayout(self)
        self._layout.setContentsMargins(0, 6, 0, 10)
        self._layout.setSpacing(4)
        self.fields: dict[str, NoteField] = {}
        self._rows: list[QWidget] = []
        self._keys: tuple[str, ...] = ()

    def show_results(self, results: Results) -> None:
        """Show the notes of these results."""
        wanted = tuple(_wanted(results))
        keys = tuple(key for key, _, _, _, _ in wanted)
        if keys != self._keys:
            self._build(wanted)
            self._keys = keys
        for key, _, text, edit_of, _ in wanted:
            field = self.fields[key]
            field.kept.disconnect()
            field.kept.connect(lambda words, make=edit_of: self.edited.emit(make(words)))
            field.show_text(text)

    def _build(self, wanted: tuple[_Wanted, ...]) -> None:
        for row in self._rows:
            self._layout.removeWidget(row)
            row.hide()
            row.deleteLater()
        self._rows, self.fields = [], {}
        for key, title, _, _, place in wanted:
            row = QWidget(self)
            label = PlainLabel(title, row)
            label.setFont(sans(14))
            label.setStyleSheet(f"color: {QUIET};")
            head = QHBoxLayout()
            head.addWidget(label, 1)
            if place is not None:
                button = QPushButton("Show it", row)
                button.setFont(sans(14))
                button.clicked.connect(lambda _=False, p=place: self.cell_wanted.emit(*p))
                head.addWidget(button)
            field = NoteField(title, _HIGH if key in ("study", "question") else _LOW, row)
            field.kept.connect(lambda _words: None)
            inner = QVBoxLayout(row)
            inner.setContentsMargins(0, 0, 0, 6)
            inner.setSpacing(2)
            inner.addLayout(head)
            inner.addWidget(field)
            self._layout.addWidget(row)
            self._rows.append(row)
            self.fields[key] = field

    def commit(self) -> None:
        """Keep what is being written."""
        for field in self.fields.values():
            field.keep()


_Wanted = tuple[str, str, str, Callable[[str], Edit], tuple[int, int] | None]
"""A note: its key, its title, its words, the edit that keeps others, and the cell it is on."""


def _wanted(results: Results) -> list[_Wanted]:
    words, at = results.question.words, results.number
    found: list[_Wanted] = [
        ("study", "On the study", results.study.note, lambda t: NoteOnStudy(text=t), None),
        (
            "question",
            f"On this question: {question_title(results)}",
            words.note,
            lambda t: NoteOnQuestion(text=t, question=at),
            None,
        ),
    ]
    if results.problem is None:
        for group in results.groups.shown[:_MOST_GROUPS]:
            levels = group.levels
            found.append(
                (
                    f"group {levels!r}",
                    f"On {group_words(results.groups, group)}",
                    words.note_on(levels),
                    lambda t, ls=levels: NoteOnGroup(levels=ls, text=t, question=at),  # type: ignore[misc]
                    None,
                )
            )
    sheet = results.question.asked.sheet
    for note in results.sheet.reading.cell_notes:
        place = (note.row, note.column)
        value = results.sheet.table.cell(*place)
        found.append(
            (
                f"cell {place}",
                f"On the value {value} in row {note.row + 1}, column {note.column + 1}",
                note.text,
                lambda t, p=place: NoteOnCell(row=p[0], column=p[1], text=t, sheet=sheet),  # type: ignore[misc]
                place,
            )
        )
    return found
