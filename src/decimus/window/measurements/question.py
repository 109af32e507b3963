"""The question about the table that matters most, with its answers, above the table."""

from __future__ import annotations

from collections.abc import Callable
from html import escape

from PySide6.QtCore import QPoint, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QWidget

from decimus.errors import ChoiceError
from decimus.study.edits import Edit
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.plain import RichLabel, menu_text
from decimus.window.widgets.rich_text import strong
from decimus.window.widgets.theme import TEAL, sans
from decimus.wording.remarks.words import RemarkWords
from decimus.wording.spans import Choice, Option

_MOST_LETTERS = 60
"""Letters of all answers together that stand beside the question."""


class QuestionFrame(QFrame):
    """One remark that asks: in words, with its answers as buttons or a menu, or a field to type.

    Signals:
        answered: the edit of the answer.
        refused: an InputError about what was typed.
    """

    answered = Signal(object)
    refused = Signal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("note")
        self.setStyleSheet(f"QPushButton {{ color: {TEAL}; text-decoration: underline; }}")
        self._text = RichLabel("", self)
        self._text.setFont(sans(15))
        self._text.setWordWrap(True)
        self.buttons: list[QPushButton] = []
        self.field = QLineEdit(self)
        self.field.setFont(sans(15))
        self.field.setMinimumWidth(220)
        self.field.returnPressed.connect(self._typed)
        self.field.editingFinished.connect(self._left)
        self._make: Callable[[str], Edit] | None = None
        self._initial = ""
        self._line = QHBoxLayout(self)
        self._line.setContentsMargins(14, 9, 14, 9)
        self._line.setSpacing(14)
        self._line.addWidget(self._text, 1)
        self._line.addWidget(self.field)
        self.remark: RemarkWords | None = None
        self.hide()

    @property
    def text(self) -> str:
        """What is asked."""
        return self.remark.head if self.remark is not None else ""

    def ask(self, remark: RemarkWords | None) -> None:
        """Show a question; None shows nothing."""
        self.setVisible(remark is not None)
        if remark == self.remark:
            return
        self.remark = remark
        for button in self.buttons:
            self._line.removeWidget(button)
            button.hide()  # at once: what it answers is asked no more
            button.deleteLater()
        self.buttons = []
        if remark is None:
            return
        self._text.setText(f"{strong(escape(remark.head))} {escape(remark.why)}")
        if sum(len(words) for words, _ in remark.fixes) > _MOST_LETTERS:
            self._add_button("choose an answer").clicked.connect(self.open_answers)
        else:
            for words, edit in remark.fixes:
                button = self._add_button(words)
                button.clicked.connect(lambda _=False, e=edit: self.answered.emit(e))
        entry = remark.entry
        self.field.setVisible(entry is not None)
        self._make = entry.edit_of if entry is not None else None
        if entry is not None:
            self.field.setPlaceholderText(entry.label)
            self.field.setAccessibleName(entry.label)
            self.field.setText(entry.initial)
            self._initial = entry.initial
            Drafts.watch(self.field, entry.edit_of, self._typed)

    def _add_button(self, words: str) -> QPushButton:
        button = QPushButton(menu_text(words), self)
        button.setFont(sans(14))
        self._line.addWidget(button)
        self.buttons.append(button)
        return button

    def open_answers(self) -> ChoiceMenu:
        """Open the answers, where they are too many to stand in a line."""
        fixes = self.remark.fixes if self.remark is not None else ()
        options = tuple(Option(words, edit) for words, edit in fixes)
        menu = choice_menu(Choice("answers", "", self.text, options), self)
        menu.chosen.connect(self.answered)
        button = self.buttons[0]
        menu.popup(button.mapToGlobal(QPoint(0, button.height() + 1)))
        return menu

    def _left(self) -> None:
        """What was typed is kept when the field is left."""
        if not self.field.hasFocus() and self.field.text() != self._initial:
            self._typed()

    def _typed(self) -> None:
        if self._make is None:
            return
        try:
            edit = self._make(self.field.text())
        except ChoiceError as error:
            self.refused.emit(error)
            return
        self.answered.emit(edit)
