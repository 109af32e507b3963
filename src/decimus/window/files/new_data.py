"""Lines about new data: a file that has changed, levels to match, and what changed."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout

from decimus.study.edits import Edit
from decimus.window.widgets.choices import ChoiceMenu
from decimus.window.widgets.plain import PlainLabel, menu_text
from decimus.window.widgets.theme import sans
from decimus.workflows.replacing import Replacement


class NewDataLine(QFrame):
    """What there is to say or to ask about new data, above the work.

    Signals:
        read_again: the file at hand is to be read again.
        accepted: an edit that puts the new data in.
        chosen: an edit that appends rows, or adds a table.
    """

    read_again = Signal()
    accepted = Signal(object)
    chosen = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("note")
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self._label.setWordWrap(True)
        self.again = self._button("read again")
        self.again.clicked.connect(self.read_again)
        self.match = self._button("match the names")
        self.match.clicked.connect(self.open_matches)
        self.use = self._button("use it")
        self.use.clicked.connect(self._accept)
        self.append = self._button("append its rows")
        self.append.clicked.connect(lambda: self._choose_way(self._ways[0]))
        self.beside = self._button("keep it beside")
        self.beside.clicked.connect(lambda: self._choose_way(self._ways[1]))
        self._ways: tuple[Edit | None, Edit | None] = (None, None)
        self.seen = self._button("seen")
        self.seen.clicked.connect(self.hide)
        self.pending: Replacement | None = None
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        for button in (self.append, self.beside, self.match, self.use, self.again, self.seen):
            buttons.addWidget(button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 8, 10, 6)
        layout.addWidget(self._label)
        layout.addLayout(buttons)
        self.hide()

    def _button(self, words: str) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        return button

    @property
    def text(self) -> str:
        """What is said."""
        return self._label.text()

    def _show(self, text: str, *shown: QPushButton) -> None:
        self._label.setText(text)
        for button in (self.again, self.match, self.use, self.append, self.beside):
            button.setVisible(button in shown)
        self.show()

    def say_file_changed(self, name: str, difference: str) -> None:
        """Say that the file is not as it was read."""
        self._show(f"{name} has changed since it was read: {difference}.", self.again)

    def ask_where(self, name: str, append: Edit, beside: Edit) -> None:
        """Ask whether a table with the headings of the one at hand goes on below it."""
        self._ways = (append, beside)
        self._show(
            f"{name} has the headings of the table at hand. Are its rows more of the same?",
            self.append,
            self.beside,
        )

    def _choose_way(self, edit: Edit | None) -> None:
        self._ways = (None, None)
        self.hide()
        if edit is not None:
            self.chosen.emit(edit)

    def say_changes(self, name: str, lines: tuple[str, ...]) -> None:
        """Say what reads otherwise with the new data."""
        said = " ".join(lines) if lines else "Every number and sentence reads as before."
        self._show(f"With {name}: {said}")

    def ask(self, replacement: Replacement) -> None:
        """Show how levels are matched and ask for those that are not."""
        self.pending = replacement
        source = replacement.edit.source
        matched = [f"{r.old} is {r.new or 'gone'}" for r in replacement.edit.renames]
        known = {(r.variable, r.old) for r in replacement.edit.renames}
        open_ = [old for variable, old in replacement.asked if (variable, old) not in known]
        text = f"In {source.name} " + ("; ".join(matched) + ". " if matched else "")
        if open_:
            text += f"What is {', '.join(open_)} called there?"
        self._show(text, self.match, self.use)

    def put_away(self) -> None:
        """Say and ask nothing any more."""
        self.pending = None
        self.hide()

    def open_matches(self) -> ChoiceMenu:
        """Show for every old level the new ones it could be."""
        menu = ChoiceMenu(self)
        menu.setFont(sans(15))
        pending = self.pending
        for variable, old in pending.asked if pending is not None else ():
            for new in (*(pending.offered.get(variable, ()) if pending else ()), ""):
                action = menu.addAction(menu_text(f"{old} is {new or 'gone'}"))
                action.triggered.connect(
                    lambda _=False, v=variable, o=old, n=new: self._choose(v, o, n)
                )
        menu.popup(self.match.mapToGlobal(self.match.rect().bottomLeft()))
        return menu

    def _choose(self, variable: int, old: str, new: str) -> None:
        if self.pending is not None:
            self.ask(self.pending.choosing(variable, old, new))

    def _accept(self) -> None:
        if self.pending is not None:
            pending, self.pending = self.pending, None
            self.hide()
            self.accepted.emit(pending.edit)
