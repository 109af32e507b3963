"""The foot: the first remark (all of them on a click), decimals and the two levels."""

from __future__ import annotations

from contextlib import suppress
from html import escape

from PySide6.QtCore import QPoint, QPointF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetrics, QKeySequence, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import (
    QAbstractButton,
    QFrame,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.errors import ChoiceError
from decimus.study.edits import Edit
from decimus.window.frame.lessons import Lessons
from decimus.window.state.drafts import Drafts
from decimus.window.state.store import Store
from decimus.window.widgets.plain import RichLabel, cut, menu_text, tip
from decimus.window.widgets.rich_text import strong
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import (
    AMBER,
    INK,
    MARGIN,
    QUIET,
    RULE,
    TEAL,
    WHITE,
    colour,
    sans,
)
from decimus.wording.figure.settings import foot_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.remarks.words import RemarkWords
from decimus.wording.spans import Entry

_LONGEST = 500
"""Letters of a remark in one line, more than the widest window shows."""


class RemarkButton(QAbstractButton):
    """The first remark in a line, with a dot."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setFont(sans(14))
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self._has_remarks = False

    def show_remarks(self, remarks: tuple[RemarkWords, ...]) -> None:
        """Show the first of them and how many there are."""
        self._has_remarks = bool(remarks)
        if not remarks:
            self.setText("No remarks")
        else:
            count = len(remarks)
            lead = "1 remark" if count == 1 else f"{count} remarks"
            self.setText(cut(f"{lead}: {remarks[0].head} {remarks[0].why}", _LONGEST))
        self.setShortcut(QKeySequence())  # an ampersand in a name is no key to press
        self.setEnabled(bool(remarks))
        self.setAccessibleName(self.text())
        self.setToolTip(tip("Show all remarks" if remarks else ""))
        self.update()

    def sizeHint(self) -> QSize:
        """One line."""
        return QSize(200, 26)

    def paintEvent(self, event: QPaintEvent) -> None:
        """The dot and as much of the remark as fits."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        x = 0
        if self._has_remarks:
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(AMBER))
            painter.drawEllipse(QPointF(4, self.height() / 2), 3.5, 3.5)
            x = 15
        painter.setFont(self.font())
        painter.setPen(colour(INK if self._has_remarks else QUIET))
        metrics = QFontMetrics(self.font())
        text = metrics.elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width() - x - 4)
        baseline = (self.height() + metrics.ascent() - metrics.descent()) / 2
        painter.drawText(QPointF(x, baseline), text)
        if self.hasFocus():
            painter.setPen(colour(TEAL))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(0, 0, self.width() - 1, self.height() - 1)


class RemarkList(QFrame):
    """All remarks, each with its fixes; closes when something else is clicked.

    Signals:
        chosen: the edit of a fix.
        went: the place a remark belongs to.
        showed: the cells that it is about.
    """

    chosen = Signal(object)
    went = Signal(str)
    showed = Signal(object)

    def __init__(self, remarks: tuple[RemarkWords, ...], parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("remarks")
        self.setStyleSheet(
            f"#remarks {{ background: {WHITE}; border: 1px solid {RULE}; }}"
            f"QPushButton {{ color: {TEAL}; }}"
        )
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.setSpacing(12)
        for remark in remarks:
            layout.addWidget(self._row(remark))

    def _row(self, remark: RemarkWords) -> QWidget:
        row = QWidget(self)
        label = RichLabel(f"{strong(escape(remark.head))} {escape(remark.why)}", row)
        label.setFont(sans(15))
        label.setWordWrap(True)
        label.setMinimumWidth(420)
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(label, 1)
        for words, edit in remark.fixes:
            layout.addWidget(self._button(words, edit))
        if remark.entry is not None:
            layout.addWidget(self._field(remark.entry))
        show = QPushButton("show", row)
        show.setFont(sans(14))
        show.clicked.connect(lambda: self._go(remark))
        layout.addWidget(show)
        return row

    def _button(self, words: str, edit: Edit) -> QPushButton:
        button = QPushButton(menu_text(words), self)
        button.setFont(sans(14))
        button.clicked.connect(lambda: self._choose(edit))
        return button

    def _field(self, entry: Entry) -> QLineEdit:
        """A field for what the remark misses; Return takes it."""
        field = QLineEdit(entry.initial, self)
        field.setFont(sans(14))
        field.setPlaceholderText(entry.label)
        field.setAccessibleName(entry.label)

        def take() -> None:
            with suppress(ChoiceError):  # nothing typed yet: the field stays
                self._choose(entry.edit_of(field.text()))

        field.returnPressed.connect(take)
        Drafts.watch(field, entry.edit_of, take)
        return field

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A click elsewhere keeps what was typed, as Return does."""
        Drafts.keep_on_click_outside(self, event)
        super().mousePressEvent(event)

    def _choose(self, edit: Edit) -> None:
        self.close()
        self.chosen.emit(edit)

    def _go(self, remark: RemarkWords) -> None:
        self.close()
        self.went.emit(remark.place)
        if remark.cells:
            self.showed.emit(remark.cells)


class Foot(QWidget):
    """The bottom line of the window.

    Signals:
        went: a place that a remark leads to.
        showed: the cells that it is about.
    """

    went = Signal(str)
    showed = Signal(object)

    def __init__(self, store: Store, lessons: Lessons) -> None:
        super().__init__()
        self.setObjectName("foot")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._store = store
        self.lessons = lessons
        self._remarks: tuple[RemarkWords, ...] = ()
        self.remark = RemarkButton(self)
        self.remark.clicked.connect(self.open_remarks)
        fonts = SentenceFonts(sans(14), sans(14, strong=True), sans(14))
        self.choices = SentenceView(fonts, self, line_height=1.4)
        self.choices.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.choices.chosen.connect(store.apply)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(MARGIN, 4, MARGIN, 4)
        layout.setSpacing(24)
        layout.addWidget(self.remark, 1)
        layout.addWidget(self.choices)

    def show_results(self, results: Results) -> None:
        """Show remarks and choices."""
        self.choices.setVisible(results.problem is None)
        found = () if results.problem is not None else remark_words(results)
        self._remarks = self.lessons.without_shown(found)
        self.remark.show_remarks(self._remarks)
        self.remark.setVisible(results.problem is None)
        if results.problem is None:
            self.choices.show_sentence(foot_sentence(results))
            self.choices.setFixedWidth(self.choices.natural_width())

    @property
    def places_with_remarks(self) -> set[str]:
        """Where remarks wait."""
        return {remark.place for remark in self._remarks}

    def open_remarks(self) -> RemarkList:
        """Show all remarks above the foot."""
        self.lessons.note_shown(self._remarks)
        remarks = RemarkList(self._remarks, self)
        remarks.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        remarks.chosen.connect(self._store.apply)
        remarks.went.connect(self.went)
        remarks.showed.connect(self.showed)
        remarks.adjustSize()
        corner = self.mapToGlobal(QPoint(MARGIN - 6, -remarks.height() - 4))
        remarks.move(corner)
        remarks.show()
        return remarks
