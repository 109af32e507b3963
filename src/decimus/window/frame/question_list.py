"""The questions of a study as a list: shown, renamed, reordered, repeated, removed."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import (
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QWidget,
)

from decimus.study.edits import Edit, MoveQuestion, NameQuestion, RemoveQuestion, RepeatQuestion
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.plain import PlainLabel, cut, menu_text, tip
from decimus.window.widgets.theme import QUIET, RULE, TEAL, WHITE, sans, serif

_LONGEST = 90
_WIDTH, _MOST_HEIGHT = 720, 420


class QuestionList(QFrame):
    """All questions, each with what can be done to it; closes when something else is clicked.

    Signals:
        wanted: the number of a question to show.
        chosen: the edit of what was done, with the question that it is made to.
    """

    wanted = Signal(int)
    chosen = Signal(object)

    def __init__(
        self, titles: tuple[str, ...], names: tuple[str, ...], now: int, parent: QWidget
    ) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("questions")
        self.setStyleSheet(
            f"#questions, #question_rows {{ background: {WHITE}; }}"
            f"#questions {{ border: 1px solid {RULE}; }} QPushButton:enabled {{ color: {TEAL}; }}"
        )
        self.setAccessibleName("Questions of this study")
        self._names, self._titles, self._now = names, titles, now
        self.rows: list[QPushButton] = []
        self.fields: list[QLineEdit] = []
        content = QWidget(self)
        content.setObjectName("question_rows")
        self._grid = QGridLayout(content)
        self._grid.setContentsMargins(16, 12, 16, 12)
        self._grid.setHorizontalSpacing(4)
        self._grid.setVerticalSpacing(2)
        self._grid.setColumnStretch(1, 1)
        for number in range(len(titles)):
            self._add_row(number)
        self._scroll = QScrollArea(self)
        self._scroll.setFrameShape(QFrame.Shape.NoFrame)
        self._scroll.setWidgetResizable(True)
        self._scroll.setWidget(content)
        outer = QHBoxLayout(self)
        outer.setContentsMargins(1, 1, 1, 1)
        outer.addWidget(self._scroll)
        self.resize(_WIDTH, min(_MOST_HEIGHT, content.sizeHint().height() + 4))

    def _add_row(self, number: int) -> None:
        is_now = number == self._now
        place = PlainLabel(f"{number + 1}", self)
        place.setFont(sans(14, strong=is_now))
        place.setStyleSheet(f"color: {QUIET};")
        title = QPushButton(menu_text(cut(self._titles[number], _LONGEST)), self)
        title.setFont(serif(17, strong=is_now))
        title.setStyleSheet("text-align: left; padding-left: 4px;")
        title.setToolTip(tip("Shown now" if is_now else "Show this question"))
        title.setAccessibleName(f"Show {self._titles[number]}")
        title.clicked.connect(lambda: self._show(number))
        field = QLineEdit(self._names[number], self)
        field.setFont(serif(17))
        field.setPlaceholderText(self._titles[number])
        field.setAccessibleName(f"Name of question {number + 1}")
        field.returnPressed.connect(lambda: self._name(number, field.text()))
        Drafts.watch(
            field,
            lambda text: NameQuestion(name=text.strip(), question=number),
            lambda: self._name(number, field.text()),
        )
        field.hide()
        self._grid.addWidget(place, number, 0)
        self._grid.addWidget(title, number, 1)
        self._grid.addWidget(field, number, 1)
        count = len(self._titles)
        made: tuple[tuple[str, str, Edit | None, bool], ...] = (
            (
                "Earlier",
                "Put it one place earlier",
                MoveQuestion(to=max(0, number - 1)),
                number > 0,
            ),
            ("Later", "Put it one place later", MoveQuestion(to=number + 1), number + 1 < count),
            ("Repeat", "The same data, another figure", RepeatQuestion(), True),
            ("Remove", "Take it out; the data stay", self._removal(number), count > 1),
        )
        rename = self._button("Rename", "Call it something of your own", number)
        rename.clicked.connect(lambda: self._rename(title, field))
        self._grid.addWidget(rename, number, 2)
        for column, (word, help_text, edit, is_possible) in enumerate(made, start=3):
            button = self._button(word, help_text, number)
            button.setEnabled(is_possible)
            button.clicked.connect(lambda _=False, e=edit: self._do(number, e))
            self._grid.addWidget(button, number, column)
        self.rows.append(title)
        self.fields.append(field)

    def _removal(self, number: int) -> Edit:
        return RemoveQuestion(name=f"the question “{self._titles[number]}”")

    def _button(self, word: str, help_text: str, number: int) -> QPushButton:
        button = QPushButton(word, self)
        button.setFont(sans(14))
        button.setToolTip(tip(help_text))
        button.setAccessibleName(f"{word}: {self._titles[number]}")
        button.setObjectName(f"{word.lower()} {number}")
        return button

    def _rename(self, title: QPushButton, field: QLineEdit) -> None:
        title.hide()
        field.show()
        field.setFocus()
        field.selectAll()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A click elsewhere keeps a name that was typed, as Return does."""
        Drafts.keep_on_click_outside(self, event)
        super().mousePressEvent(event)

    def _name(self, number: int, name: str) -> None:
        self._do(number, NameQuestion(name=name.strip()))

    def _show(self, number: int) -> None:
        self.close()
        self.wanted.emit(number)

    def _do(self, number: int, edit: Edit) -> None:
        self.close()
        # What is done is done to the question that is shown, so that it is seen.
        self.wanted.emit(number)
        self.chosen.emit(edit)
