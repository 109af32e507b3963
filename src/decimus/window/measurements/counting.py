"""What n counts: a small drawing and a sentence above the table, with the answers drawn alike."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetricsF, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QFrame, QHBoxLayout, QVBoxLayout, QWidget

from decimus.analysis.counting_picture import NOTHING_DRAWN, CountingPicture, picture_of
from decimus.analysis.results import Results
from decimus.study.edits import Edit
from decimus.window.widgets.plain import RichLabel
from decimus.window.widgets.rich_text import strong
from decimus.window.widgets.theme import INK, QUIET, RULE, TEAL, TEAL_SOFT, WHITE, colour, sans
from decimus.wording.counting import counting_sentence
from decimus.wording.remarks.words import RemarkWords

_MOST_ANSWERS = 4
_WIDEST = 190
_AIR = 8
_UNIT, _READING = 3.6, 1.6
"""Radii of what stands for a unit and for a reading, in pixels."""


class CountingCard(QAbstractButton):
    """A design drawn small, with a line of words under it; a click answers with it."""

    def __init__(self, picture: CountingPicture, words: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.picture = picture
        self.setText(words)
        self.setAccessibleName(words)
        self.setFont(sans(14))
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)

    def _lines(self) -> int:
        metrics = QFontMetricsF(self.font())
        return max(1, -(-int(metrics.horizontalAdvance(self.text())) // (_WIDEST - 2 * _AIR)))

    def sizeHint(self) -> QSize:
        """As wide as the drawing or the words, which may take several lines."""
        metrics = QFontMetricsF(self.font())
        words = min(_WIDEST, int(metrics.horizontalAdvance(self.text())) + 2 * _AIR + 2)
        width = max(int(self.picture.width) + 2 * _AIR + 14, words)
        words_below = metrics.height() * (self._lines() + 0.3) if self.text() else 0.0
        height = self.picture.height + words_below + 3 * _AIR
        return QSize(width, int(height))

    def minimumSizeHint(self) -> QSize:
        """No smaller."""
        return self.sizeHint()

    def paintEvent(self, _event: QPaintEvent) -> None:
        """The drawing, the words, and a frame that says that it can be pressed."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        is_hot = self.isEnabled() and (self.underMouse() or self.hasFocus())
        painter.setPen(QPen(colour(TEAL if self.isEnabled() else RULE), 1.6 if is_hot else 1.0))
        painter.setBrush(colour(TEAL_SOFT if is_hot else WHITE))
        painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)
        painter.setFont(self.font())
        metrics = QFontMetricsF(self.font())
        words = metrics.height() * (self._lines() + 0.3)
        painter.setPen(colour(TEAL if self.isEnabled() else INK))
        below = QRectF(_AIR, self.height() - words - _AIR / 2, self.width() - 2 * _AIR, words)
        wrapped = int(Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignTop)
        painter.drawText(below, wrapped, self.text())
        painter.translate(_AIR, _AIR)
        self._draw(painter)

    def _draw(self, painter: QPainter) -> None:
        picture = self.picture
        painter.setFont(sans(11))
        metrics = QFontMetricsF(painter.font())
        for box in picture.boxes:
            painter.setPen(QPen(colour(RULE), 1.2))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRoundedRect(QRectF(box.x, box.y, box.width, box.height), 3, 3)
            label = metrics.elidedText(box.label, Qt.TextElideMode.ElideRight, box.width + 12)
            painter.setPen(colour(QUIET))
            painter.drawText(QPointF(box.x, box.y - 3), label)
        painter.setPen(QPen(colour(TEAL), 1.2))
        for thread in picture.threads:
            painter.drawLine(
                QPointF(thread.start.x, thread.start.y), QPointF(thread.end.x, thread.end.y)
            )
        painter.setPen(Qt.PenStyle.NoPen)
        for spot in picture.spots:
            painter.setBrush(colour(QUIET if spot.is_reading else TEAL))
            radius = _READING if spot.is_reading else _UNIT
            painter.drawEllipse(QPointF(spot.x, spot.y), radius, radius)
        if picture.has_more:
            painter.setPen(colour(QUIET))
            painter.drawText(QPointF(picture.width + 3, picture.height / 2 + 8), "…")


class CountingFrame(QFrame):
    """What n counts now, and where the table does not show it, what else it could be.

    Signals:
        answered: the edit of the answer.
    """

    answered = Signal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("counting")
        self._text = RichLabel("", self)
        self._text.setFont(sans(15))
        self._text.setWordWrap(True)
        self.cards: list[CountingCard] = []
        self._line = QHBoxLayout()
        self._line.setSpacing(10)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(14, 9, 14, 9)
        layout.setSpacing(7)
        layout.addWidget(self._text)
        layout.addLayout(self._line)
        self.remark: RemarkWords | None = None
        self._shown: tuple[object, ...] = ()
        self.hide()

    @property
    def text(self) -> str:
        """What is said or asked."""
        return self._text.text()

    @property
    def answers(self) -> list[CountingCard]:
        """The drawings that can be chosen."""
        return [card for card in self.cards if card.isEnabled()]

    def show_counts(self, results: Results, remark: RemarkWords | None) -> None:
        """Show what n counts; with a remark that asks, its answers beside it."""
        now = (counting_sentence(results), remark, picture_of(results))
        if now == self._shown:
            return
        self._shown = now
        self.remark = remark
        self._clear()
        if remark is None:
            self._text.setText(escape(now[0]))
            self._add(now[2], "").setEnabled(False)
        else:
            self._text.setText(f"{strong(escape(remark.head))} {escape(now[0])}")
            self._add_answers(results, remark, now[2])
        self.setObjectName("note" if remark is not None else "counting")
        self.style().unpolish(self)  # the ground goes by the name
        self.style().polish(self)
        self._line.addStretch(1)

    def show_nothing(self) -> None:
        """Forget what was shown."""
        self._shown, self.remark = (), None
        self._clear()

    def _add_answers(self, results: Results, remark: RemarkWords, present: CountingPicture) -> None:
        """The answers drawn alike; where none is as it is taken now, that before them."""
        drawn: list[tuple[CountingPicture, str, Edit]] = []
        for words, edit in remark.fixes[:_MOST_ANSWERS]:
            if results.is_large:
                drawn.append((NOTHING_DRAWN, words, edit))  # to draw it the table has to be read
                continue
            answered = Results(edit.apply(results.study), before=results)
            if answered.problem is None:
                drawn.append((picture_of(answered), words, edit))
        if all(picture != present for picture, _, _ in drawn):
            self._add(present, "as it is taken now").setEnabled(False)
        for picture, words, edit in drawn:
            shown = f"{words} · now" if picture == present else words
            answer = self._add(picture, shown)
            answer.clicked.connect(lambda _=False, e=edit: self.answered.emit(e))

    def _add(self, picture: CountingPicture, words: str) -> CountingCard:
        card = CountingCard(picture, words, self)
        self.cards.append(card)
        self._line.addWidget(card, 0, Qt.AlignmentFlag.AlignTop)
        return card

    def _clear(self) -> None:
        for card in self.cards:
            card.hide()
            card.deleteLater()
        self.cards = []
        while self._line.count():
            self._line.takeAt(0)
