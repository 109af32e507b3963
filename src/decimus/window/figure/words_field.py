"""A field laid over words of the figure: written there, in the light notation, with its signs."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QRect, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent
from PySide6.QtWidgets import QFrame, QGridLayout, QLineEdit, QToolButton, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.notation import SIGNS
from decimus.study.edits import Edit
from decimus.study.targets import AnyTarget
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.theme import RULE, sans
from decimus.wording.figure.parts import written_edit

_IN_A_ROW = 13
_NARROWEST = 300
_SHORTCUTS = {
    Qt.Key.Key_I: "*",
    Qt.Key.Key_Up: "^",
    Qt.Key.Key_Down: "~",
}
"""With Ctrl: italic, raised, lowered."""


class WordsField(QFrame):
    """Enter keeps what was typed, Escape leaves it, leaving the field keeps it.

    Signals:
        kept: the words, once.
        closed: nothing more is to come.
    """

    kept = Signal(str)
    closed = Signal()

    def __init__(self, text: str, name: str, room: QRect, parent: QWidget) -> None:
        super().__init__(parent)
        self._initial = text
        self._is_done = False
        self.setObjectName("words_field")
        self.setStyleSheet(f"#words_field {{ background: white; border: 1px solid {RULE}; }}")
        self.line = _Line(text, self)
        self.line.setFont(sans(15))
        self.line.setAccessibleName(name)
        self.line.setToolTip("*italic*  ^raised^  ~lowered~  (Ctrl+I, Ctrl+↑, Ctrl+↓)")
        self.line.selectAll()
        # A click on a sign would give the focus to what lies below, and so end the writing.
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setFocusProxy(self.line)
        self.line.kept.connect(self.keep)
        self.line.left.connect(self.leave)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(4, 4, 4, 4)
        layout.setSpacing(3)
        layout.addWidget(self.line)
        grid = QGridLayout()
        grid.setSpacing(0)
        self.signs: list[QToolButton] = []
        for number, sign in enumerate(SIGNS):
            button = QToolButton(self)
            button.setText(sign)
            button.setFont(sans(14))
            button.setAutoRaise(True)
            button.setAccessibleName(f"sign {sign}")
            # The field keeps the focus, so that leaving it still means that one is done.
            button.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            button.clicked.connect(lambda _=False, s=sign: self.line.insert(s))
            grid.addWidget(button, number // _IN_A_ROW, number % _IN_A_ROW)
            self.signs.append(button)
        layout.addLayout(grid)
        self.adjustSize()
        width = max(_NARROWEST, self.width(), min(room.width() + 40, parent.width()))
        left = min(max(0, room.center().x() - width // 2), max(0, parent.width() - width))
        top = min(max(0, room.top() - 6), max(0, parent.height() - self.height()))
        self.setGeometry(left, top, width, self.height())
        self.show()
        self.raise_()
        self.line.setFocus()

    def offer(self) -> None:
        """Keep what stands there even if nobody changes it: it is a suggestion."""
        self._initial = ""
        Drafts.offered(self.line)

    def keep(self) -> None:
        """Say what was typed, if it is something else."""
        if self._is_done:
            return
        self._is_done = True
        if self.line.text() != self._initial:
            self.kept.emit(self.line.text())
        self._close()

    def leave(self) -> None:
        """Leave everything as it was."""
        if not self._is_done:
            self._is_done = True
            self._close()

    def _close(self) -> None:
        # The focus goes first: hidden with it, the field would pass it on as Tab does.
        self.closed.emit()
        self.hide()
        self.deleteLater()


def watch_words(
    field: WordsField, results: Callable[[], Results | None], target: AnyTarget
) -> None:
    """Let it be known what is being written on a part of the figure."""

    def edit_of(text: str) -> Edit | None:
        found = results()
        return None if found is None else written_edit(found, target, text)

    Drafts.watch(field.line, edit_of, field.keep)


class _Line(QLineEdit):
    """A line of words with keys for the notation."""

    kept = Signal()
    left = Signal()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter, Escape, and the shortcuts of the notation."""
        has_ctrl = bool(event.modifiers() & Qt.KeyboardModifier.ControlModifier)
        sign = _SHORTCUTS.get(Qt.Key(event.key())) if has_ctrl else None
        if sign is not None:
            self.wrap(sign)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.kept.emit()
        elif event.key() == Qt.Key.Key_Escape:
            self.left.emit()
        else:
            super().keyPressEvent(event)

    def wrap(self, sign: str) -> None:
        """Put what is selected between two signs of the notation, or take them away again."""
        start, chosen = self.selectionStart(), self.selectedText()
        if start < 0:
            self.insert(sign)
            return
        is_wrapped = len(chosen) > 2 and chosen.startswith(sign) and chosen.endswith(sign)
        new = chosen[1:-1] if is_wrapped else f"{sign}{chosen}{sign}"
        self.insert(new)
        self.setSelection(start, len(new))

    def focusOutEvent(self, event: QFocusEvent) -> None:
        """Leaving the field keeps what was typed; a menu over it is no leaving."""
        super().focusOutEvent(event)
        if event.reason() != Qt.FocusReason.PopupFocusReason:
            self.kept.emit()
