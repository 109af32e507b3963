"""A text one edits: own words, and live parts among them that stay whole."""

from __future__ import annotations

import time
from collections.abc import Iterator

from PySide6.QtCore import QEvent, QMimeData, QSize, Qt, QTimer, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QFocusEvent,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
    QResizeEvent,
    QTextCharFormat,
    QTextCursor,
    QTextFormat,
)
from PySide6.QtWidgets import QFrame, QSizePolicy, QTextEdit, QWidget

from decimus.notation import Piece as Words
from decimus.notation import pieces as pieces_of_notation
from decimus.notation import written as in_notation
from decimus.study.live_parts import AnyPart, Live, OwnWords, Piece
from decimus.values import Value
from decimus.window.widgets.clipboard import text_data
from decimus.window.widgets.theme import AMBER_SOFT, INK, LIVE, TEAL, colour, serif
from decimus.wording.spans import Style, Text

_PART = int(QTextFormat.Property.UserProperty) + 1
"""The number of the live part that a piece of the document belongs to, from 1."""
_COMMIT_MS, _LONGEST_MS = 500, 800
"""After a pause of so long, and so long after the first letter at the latest, words are kept."""
"""What is typed is kept when the hand rests so long."""
_PADDING = 6


class ShownPart(Value, frozen=True):
    """A live part as it is shown.

    Args:
        what: what it follows.
        spans: its words now.
        is_frozen: whether it goes on saying what it said.
        is_gone: whether there is nothing of the kind any more.
    """

    what: AnyPart
    spans: tuple[Text, ...]
    is_frozen: bool = False
    is_gone: bool = False

    @property
    def text(self) -> str:
        """Its words."""
        return "".join(span.text for span in self.spans)

    def as_piece(self) -> Live:
        """It as a file keeps it."""
        return Live(self.what, self.text, self.is_frozen)


Shown = OwnWords | ShownPart


class PassageEdit(QTextEdit):
    """Shows pieces of a text and lets them be written.

    Signals:
        written: the pieces as somebody has changed them.
        part_wanted: the number of the live part of which something is wanted.
    """

    written = Signal(object)
    part_wanted = Signal(int)

    def __init__(self, name: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setFont(serif(17))
        self.setTabChangesFocus(True)
        self.setUndoRedoEnabled(False)  # the study's own undo takes back what is written
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setStyleSheet("background: transparent;")
        self.document().setDocumentMargin(0)
        self._shown: tuple[Shown, ...] = ()
        self._parts: list[ShownPart] = []
        self._is_showing = False
        self._since = 0.0
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_COMMIT_MS)
        self._timer.timeout.connect(self.commit)
        self.textChanged.connect(self._changed)
        self.cursorPositionChanged.connect(self._leave_part)

    # --- showing -------------------------------------------------------------------

    @property
    def parts(self) -> tuple[ShownPart, ...]:
        """The live parts, by their number from 0."""
        return tuple(self._parts)

    def show_pieces(self, shown: tuple[Shown, ...]) -> None:
        """Show a text; one that stands there already stays as it is, with its cursor."""
        if shown == self._shown or self._timer.isActive():
            return
        at, end = self.textCursor().position(), self.document().characterCount() - 1
        is_at_end = at == end
        self._shown = shown
        self._parts = [piece for piece in shown if isinstance(piece, ShownPart)]
        self._is_showing = True
        self.clear()
        cursor = QTextCursor(self.document())
        cursor.beginEditBlock()  # lines are broken once, not after every piece
        number = 0
        for piece in shown:
            if isinstance(piece, OwnWords):
                for words in pieces_of_notation(piece.text):
                    cursor.insertText(words.text, self._plain(is_italic=words.is_italic))
            else:
                number += 1
                for span in piece.spans:
                    cursor.insertText(span.text, self._live(number, piece, span.style))
        cursor.endEditBlock()
        self._is_showing = False
        back = self.textCursor()
        last = self.document().characterCount() - 1
        back.setPosition(last if is_at_end else min(at, last))
        self.setTextCursor(back)
        self._fit()

    def _plain(self, *, is_italic: bool = False) -> QTextCharFormat:
        found = QTextCharFormat()
        found.setFont(serif(17, italic=is_italic))
        found.setForeground(colour(INK))
        return found

    def _live(self, number: int, part: ShownPart, style: Style) -> QTextCharFormat:
        found = self._plain(is_italic=style is Style.ITALIC)
        found.setProperty(_PART, number)
        found.setForeground(colour(INK if part.is_frozen else TEAL))
        if part.is_gone:
            found.setBackground(colour(AMBER_SOFT))
        elif not part.is_frozen:
            found.setBackground(colour(LIVE))
        if part.is_frozen:
            found.setUnderlineStyle(QTextCharFormat.UnderlineStyle.DashUnderline)
            found.setUnderlineColor(colour(TEAL))
        return found

    def _fit(self) -> None:
        height = round(self.document().size().height()) + 2 * _PADDING
        if height != self.height():
            self.setFixedHeight(height)

    def sizeHint(self) -> QSize:
        """As high as its words."""
        return QSize(400, round(self.document().size().height()) + 2 * _PADDING)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Break lines anew, and be as high as they are."""
        super().resizeEvent(event)
        self._fit()

    # --- what is written -----------------------------------------------------------

    def pieces(self) -> tuple[Piece, ...]:
        """The text as it stands, in pieces."""
        found: list[Piece] = []
        own: list[Words] = []

        def keep_own() -> None:
            if own:
                found.append(OwnWords(in_notation(own)))
                own.clear()

        for number, text, is_italic in self._runs():
            part = self._parts[number - 1] if 0 < number <= len(self._parts) else None
            if part is None or part.text not in text:
                own.append(Words(text, is_italic))
                continue
            # What was typed at the edge of a part took its look over, and is no part of it.
            before, _, after = text.partition(part.text)
            if before:
                own.append(Words(before))
            keep_own()
            found.append(part.as_piece())
            if after:
                own.append(Words(after))
        keep_own()
        return tuple(found)

    def _runs(self) -> Iterator[tuple[int, str, bool]]:
        """Stretches of one live part or of own words: number, text, whether slanted."""
        block, last = self.document().begin(), None
        is_first = True
        while block.isValid():
            if not is_first:
                if last is not None:
                    yield last
                yield 0, "\n", False
                last = None
            is_first = False
            iterator = block.begin()
            while not iterator.atEnd():
                fragment = iterator.fragment()
                number = int(fragment.charFormat().property(_PART) or 0)
                text = fragment.text().replace("\u2028", "\n")
                if last is not None and number and last[0] == number:
                    last = (number, last[1] + text, False)
                else:
                    if last is not None:
                        yield last
                    last = (number, text, not number and fragment.charFormat().fontItalic())
                iterator += 1
            block = block.next()
        if last is not None:
            yield last

    def _changed(self) -> None:
        if not self._is_showing:
            self._fit()
            now = time.monotonic()
            if not self._timer.isActive():
                self._since = now
            # Whoever writes without a pause is not kept waiting for long either.
            left = _LONGEST_MS - 1000 * (now - self._since)
            self._timer.start(round(min(_COMMIT_MS, max(0.0, left))))

    def commit(self) -> None:
        """Keep what was written, if anything was."""
        if not self._timer.isActive() and self.sender() is not self._timer:
            return
        self._timer.stop()
        found = self.pieces()
        if found != tuple(
            piece.as_piece() if isinstance(piece, ShownPart) else piece for piece in self._shown
        ):
            self.written.emit(found)

    def insert_part(self, part: ShownPart) -> None:
        """Put a live part where the cursor is."""
        self._parts.append(part)
        cursor = self.textCursor()
        cursor.beginEditBlock()
        for span in part.spans:
            cursor.insertText(span.text, self._live(len(self._parts), part, span.style))
        cursor.endEditBlock()
        cursor.setCharFormat(self._plain())
        self.setTextCursor(cursor)
        self._timer.start()
        self.commit()

    # --- parts stay whole ------------------------------------------------------------

    def part_at(self, position: int) -> tuple[int, int, int] | None:
        """The number of the part whose inside or end a place is, with where it begins and ends."""
        at = 0
        for number, text, _ in self._runs():
            end = at + len(text)
            if number and at < position <= end:
                return number - 1, at, end
            at = end
        return None

    def _leave_part(self) -> None:
        """The cursor stands before or behind a part, never in it; what is chosen holds it whole."""
        if self._is_showing:
            return
        cursor = self.textCursor()
        found = self.part_at(cursor.position())
        if found is None or (cursor.position() == found[2] and not cursor.hasSelection()):
            return
        _, start, end = found
        if cursor.hasSelection():
            forward = cursor.position() > cursor.anchor()
            self._move(cursor, end if forward else start, keeps=True)
        elif cursor.position() != end:
            nearer = end if cursor.position() - start > end - cursor.position() else start
            self._move(cursor, nearer, keeps=False)

    def _move(self, cursor: QTextCursor, to: int, *, keeps: bool) -> None:
        if cursor.position() == to:
            return
        mode = QTextCursor.MoveMode.KeepAnchor if keeps else QTextCursor.MoveMode.MoveAnchor
        cursor.setPosition(to, mode)
        self.setTextCursor(cursor)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Parts are stepped over and removed whole; words typed beside them are own words."""
        key, cursor = event.key(), self.textCursor()
        if key == Qt.Key.Key_I and event.modifiers() == Qt.KeyboardModifier.ControlModifier:
            found = QTextCharFormat()
            found.setFontItalic(not self.fontItalic())
            cursor.mergeCharFormat(found)
            return
        if key in (Qt.Key.Key_Backspace, Qt.Key.Key_Delete) and not cursor.hasSelection():
            place = cursor.position() + (1 if key == Qt.Key.Key_Delete else 0)
            found_part = self.part_at(place)
            if found_part is not None:
                cursor.setPosition(found_part[1])
                cursor.setPosition(found_part[2], QTextCursor.MoveMode.KeepAnchor)
                cursor.removeSelectedText()
                return
        if key in (Qt.Key.Key_Left, Qt.Key.Key_Right) and not event.modifiers():
            place = cursor.position() + (1 if key == Qt.Key.Key_Right else 0)
            found_part = self.part_at(place)
            if found_part is not None and not cursor.hasSelection():
                self._move(cursor, found_part[2 if key == Qt.Key.Key_Right else 1], keeps=False)
                return
        is_menu = key == Qt.Key.Key_Menu or (
            key == Qt.Key.Key_Space and event.modifiers() == Qt.KeyboardModifier.ControlModifier
        )
        if is_menu:
            found_part = self.part_at(cursor.position()) or self.part_at(cursor.position() + 1)
            self.part_wanted.emit(-1 if found_part is None else found_part[0])
            return
        if event.text() and event.text().isprintable():
            self._write_plainly()
        super().keyPressEvent(event)

    def _write_plainly(self) -> None:
        """What is typed next has the look of own words, also at the edge of a part."""
        current = self.currentCharFormat()
        if current.property(_PART):
            self.setCurrentCharFormat(self._plain())

    def insertFromMimeData(self, source: QMimeData) -> None:
        """What is pasted comes as words only."""
        self._write_plainly()
        self.textCursor().insertText(source.text(), self._plain())

    def createMimeDataFromSelection(self) -> QMimeData:
        """What is copied is words."""
        return text_data(self.textCursor().selectedText().replace("\u2029", "\n"))

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """A double click on a part opens what can be done with it."""
        found = self._under(event)
        if found is None:
            super().mouseDoubleClickEvent(event)
        else:
            self.part_wanted.emit(found)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """A right click on a part opens what can be done with it."""
        cursor = self.cursorForPosition(event.pos())
        found = self.part_at(cursor.position()) or self.part_at(cursor.position() + 1)
        if found is None:
            super().contextMenuEvent(event)
        else:
            self.part_wanted.emit(found[0])

    def _under(self, event: QMouseEvent) -> int | None:
        cursor = self.cursorForPosition(event.position().toPoint())
        found = self.part_at(cursor.position()) or self.part_at(cursor.position() + 1)
        return None if found is None else found[0]

    # --- keeping ---------------------------------------------------------------------

    def event(self, event: QEvent) -> bool:
        """Undo belongs to the study; what was written until then is kept first."""
        if event.type() == QEvent.Type.ShortcutOverride and isinstance(event, QKeyEvent):
            is_undo = event.matches(QKeySequence.StandardKey.Undo)
            if is_undo or event.matches(QKeySequence.StandardKey.Redo):
                self._keep_now()
                event.ignore()
                return False
        return super().event(event)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        """What was written is kept when it is left."""
        self._keep_now()
        super().focusOutEvent(event)

    def _keep_now(self) -> None:
        if self._timer.isActive():
            self.commit()
