"""One text of the write-up: its title, what can be done with it, and its words to edit."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPoint, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.study.edits import BackToSuggestion
from decimus.study.live_parts import AnyPart, Live, OwnWords, Passage, Piece
from decimus.window.widgets.clipboard import copy_rich
from decimus.window.widgets.plain import PlainLabel, tip
from decimus.window.widgets.rich_text import html_of
from decimus.window.widgets.theme import AMBER_SOFT, QUIET, RULE, TEAL, sans
from decimus.window.write_up.parts_panel import PartsPanel
from decimus.window.write_up.passage_edit import PassageEdit, Shown, ShownPart
from decimus.wording.letters import as_printed
from decimus.wording.spans import Span, Text, plain_text
from decimus.wording.write_up.offered import offers, part_name
from decimus.wording.write_up.passages import (
    TITLES,
    Doubt,
    is_gone,
    live_piece,
    passage,
    pieces_of,
    spans_of,
    suggested,
    write,
)

_GAP = 4


class PassageView(QFrame):
    """A titled text that is edited in place.

    Signals:
        edited: the edit that keeps what was written.
    """

    edited = Signal(object)

    def __init__(self, which: Passage, parent: QWidget) -> None:
        super().__init__(parent)
        self.which = which
        self._results: Results | None = None
        self.setObjectName("passage")
        self.setStyleSheet(f"#passage {{ border-bottom: 1px solid {RULE}; }}")
        title = TITLES[which]
        heading = PlainLabel(title, self)
        heading.setFont(sans(14))
        heading.setStyleSheet(f"color: {QUIET};")
        self.state = PlainLabel("", self)
        self.state.setFont(sans(14))
        self.state.setStyleSheet(f"color: {TEAL};")
        self.insert = self._button("Insert", "Put in a number or a name that follows the data")
        self.insert.clicked.connect(lambda: self.open_parts(-1))
        self.back = self._button("As suggested", "Back to the suggestion; undo brings yours back")
        self.back.clicked.connect(self._go_back)
        self.copy_button = self._button("Copy", f"Copy the {title.lower()}, formatted")
        self.copy_button.clicked.connect(self.copy)
        self.text = PassageEdit(title, self)
        self.text.written.connect(self._keep)
        self.text.part_wanted.connect(self.open_parts)
        self.doubts = QVBoxLayout()
        self.doubts.setSpacing(4)
        head = QHBoxLayout()
        head.setSpacing(2)
        head.addWidget(heading)
        head.addSpacing(10)
        head.addWidget(self.state, 1)
        for button in (self.insert, self.back, self.copy_button):
            head.addWidget(button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 6, 0, 10)
        layout.setSpacing(2)
        layout.addLayout(head)
        layout.addWidget(self.text)
        layout.addLayout(self.doubts)

    def _button(self, words: str, help_text: str) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        button.setToolTip(tip(help_text))
        button.setAccessibleName(f"{words}: {TITLES[self.which]}")
        return button

    @property
    def plain(self) -> str:
        """The text as it is copied into plain text."""
        return "" if self._results is None else plain_text(passage(self._results, self.which))

    def show_results(self, results: Results, found: tuple[Doubt, ...]) -> None:
        """Show the text of these results, and what is doubted about it."""
        self._results = results
        own = results.question.words.own(self.which)
        self.state.setText("" if own is None else "in your words")
        self.back.setVisible(own is not None)
        kept = pieces_of(suggested(results, self.which)) if own is None else own.pieces
        self.text.show_pieces(_shown(results, kept))
        self._show_doubts(tuple(doubt for doubt in found if doubt.which is self.which))

    def _show_doubts(self, found: tuple[Doubt, ...]) -> None:
        while (item := self.doubts.takeAt(0)) is not None:
            if (widget := item.widget()) is not None:
                widget.hide()
                widget.deleteLater()
        for doubt in found:
            self.doubts.addWidget(self._doubt(doubt))

    def _doubt(self, doubt: Doubt) -> QWidget:
        row = QFrame(self)
        row.setObjectName("doubt")
        row.setStyleSheet(
            f"#doubt {{ background: {AMBER_SOFT}; }} QPushButton {{ color: {TEAL}; }}"
        )
        label = PlainLabel(doubt.words, row)
        label.setFont(sans(14))
        label.setWordWrap(True)
        layout = QHBoxLayout(row)
        layout.setContentsMargins(10, 5, 10, 5)
        layout.addWidget(label, 1)
        for words, edit in doubt.edits:
            button = QPushButton(words, row)
            button.setFont(sans(14))
            button.clicked.connect(lambda _=False, e=edit: self.edited.emit(e))
            layout.addWidget(button)
        return row

    # --- changes ---------------------------------------------------------------------

    def _keep(self, found: tuple[Piece, ...]) -> None:
        results = self._results
        if results is None:
            return
        if found == pieces_of(suggested(results, self.which)):
            # Written back to what is suggested: it is the suggestion again.
            self._go_back()
        else:
            self.edited.emit(write(results, self.which, found))

    def _go_back(self) -> None:
        results = self._results
        if results is not None and results.question.words.own(self.which) is not None:
            self.edited.emit(BackToSuggestion(which=self.which, question=results.number))

    def open_parts(self, number: int) -> PartsPanel | None:
        """Open what could stand in the place of a live part; −1 for where the cursor is."""
        results = self._results
        if results is None:
            return None
        part = self.text.parts[number] if 0 <= number < len(self.text.parts) else None
        title, freeze = "Put in what follows the data", ""
        if part is not None:
            title = f"Follows: {part_name(results, part.what)}"
            freeze = "Let it follow again" if part.is_frozen else "Freeze as it is"
        found = offers(results, None if part is None else part.what)
        panel = PartsPanel(title, found, freeze, self.window())
        if part is None:
            panel.chosen.connect(self._insert)
        else:
            panel.chosen.connect(lambda what: self._change(number, Live(what, "")))
            panel.freeze_wanted.connect(
                lambda: self._change(number, Live(part.what, part.text, not part.is_frozen))
            )
        panel.move(self._place_of(panel))
        panel.show()
        return panel

    def _place_of(self, panel: QWidget) -> QPoint:
        """Under the cursor, or over it where the window ends; within its sides."""
        window, line = self.window(), self.text.cursorRect()
        ground = self.text.viewport()
        below = ground.mapToGlobal(line.bottomLeft() + QPoint(0, _GAP))
        above = ground.mapToGlobal(line.topLeft() - QPoint(0, _GAP + panel.height()))
        end = window.mapToGlobal(QPoint(window.width() - _GAP, window.height() - _GAP))
        top = window.mapToGlobal(QPoint(0, _GAP)).y()
        lowest = end.y() - panel.height()
        y = below.y() if below.y() <= lowest else above.y()
        return QPoint(min(below.x(), end.x() - panel.width()), max(top, min(y, lowest)))

    def _insert(self, what: AnyPart) -> None:
        results = self._results
        if results is not None:
            live = Live(what, "")
            self.text.insert_part(_part(results, live, live_piece(results, live)))
            self.text.setFocus()

    def _change(self, number: int, live: Live) -> None:
        """Put another live part in the place of one."""
        results = self._results
        if results is None:
            return
        shown = live
        if not live.is_frozen:
            shown = _part(results, live, live_piece(results, live)).as_piece()
        found, place = list(self.text.pieces()), -1
        for index, piece in enumerate(found):
            place += isinstance(piece, Live)
            if isinstance(piece, Live) and place == number:
                found[index] = shown
                break
        self._keep(tuple(found))

    def copy(self) -> None:
        """Put the text on the clipboard, plain and formatted."""
        if self._results is not None:
            words = passage(self._results, self.which)
            paragraphs = html_of(words).replace("\n", "</p><p>")
            copy_rich(plain_text(words), f"<p>{paragraphs}</p>")

    def commit(self) -> None:
        """Keep what is being written."""
        self.text.commit()


def _shown(results: Results, kept: tuple[Piece, ...]) -> tuple[Shown, ...]:
    return tuple(
        piece if isinstance(piece, OwnWords) else _part(results, piece, spans)
        for piece, spans in zip(kept, spans_of(results, kept), strict=True)
    )


def _part(results: Results, piece: Live, spans: Sequence[Span]) -> ShownPart:
    words = tuple(Text(span.text, span.style) for span in as_printed(tuple(spans)))
    gone = not piece.is_frozen and is_gone(results, piece)
    return ShownPart(piece.what, words, piece.is_frozen, gone)
