"""A choice in a sentence: a real button with a dotted underline, and its menu."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, QPoint, QPointF, QRect, QSize, Qt, Signal
from PySide6.QtGui import (
    QAction,
    QFont,
    QFontMetrics,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import (
    QLineEdit,
    QMenu,
    QToolButton,
    QVBoxLayout,
    QWidget,
    QWidgetAction,
)

from decimus.errors import InputError
from decimus.values import Value
from decimus.window.state.drafts import Drafts
from decimus.window.widgets.explained import ExplanationArea
from decimus.window.widgets.plain import PlainLabel, menu_text, tip
from decimus.window.widgets.theme import AMBER_SOFT, QUIET, RED, TEAL, TEAL_SOFT, colour, sans
from decimus.wording.explanations import explanation_of
from decimus.wording.letters import lettered
from decimus.wording.spans import Choice, Entry, Option, Style

_CARET = 8
"""Room for the caret, in pixels."""


class _Words(Value, frozen=True):
    """Words as they are set: the letters of statistics slanted, as everywhere; in pixels."""

    text: str
    font: QFont
    runs: tuple[str, ...]
    fonts: tuple[QFont, ...]
    widths: tuple[int, ...]
    ascent: int
    height: int

    @staticmethod
    def of(text: str, font: QFont) -> _Words:
        """A text in a typeface."""
        slanted = QFont(font)
        slanted.setItalic(True)
        found = lettered(text)
        fonts = tuple(slanted if run.style is Style.ITALIC else font for run in found)
        runs = tuple(run.text for run in found)
        widths = tuple(
            QFontMetrics(face).horizontalAdvance(run) for run, face in zip(runs, fonts, strict=True)
        )
        metrics = QFontMetrics(font)
        return _Words(text, font, runs, fonts, widths, metrics.ascent(), metrics.height())


class ChoiceButton(QToolButton):
    """The words of a choice; a click or a key opens what they could be.

    Signals:
        chosen: the edit that was picked or typed.
    """

    chosen = Signal(object)

    def __init__(self, choice: Choice, font: QFont, parent: QWidget) -> None:
        super().__init__(parent)
        self._choice = choice
        self._menu: QMenu | None = None
        self._set: _Words | None = None
        self.opener: Callable[[ChoiceButton], object] | None = None
        self.setFont(font)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.clicked.connect(self._open)
        self.show_choice(choice)

    @property
    def choice(self) -> Choice:
        """What the button stands for."""
        return self._choice

    def take_choice(self, choice: Choice) -> None:
        """Stand for a choice of the same words with other options."""
        self._choice = choice

    def show_choice(self, choice: Choice) -> None:
        """Stand for a choice and show its words."""
        self._choice = choice
        self.setText(choice.text)
        # An ampersand in a name is no key to press.
        self.setShortcut(QKeySequence())
        self.setObjectName(f"choice {choice.key}")
        self.setAccessibleName(f"{choice.name}: {choice.text}")
        self.setToolTip(tip(f"Change {choice.name}"))
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """The words, the caret, and the underline below."""
        words = self._words()
        return QSize(sum(words.widths) + _CARET, words.height + 2)

    def _words(self) -> _Words:
        """The words as they are set, measured once."""
        text, font = self.text(), self.font()
        if self._set is None or self._set.text != text or self._set.font != font:
            self._set = _Words.of(text, font)
        return self._set

    @property
    def ascent(self) -> int:
        """From the top to the baseline of the words."""
        return self._words().ascent

    def paintEvent(self, event: QPaintEvent) -> None:
        """Words in teal, a dotted line under them, a small caret behind."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.underMouse() or self.hasFocus():
            ground = colour(TEAL_SOFT if self.underMouse() else AMBER_SOFT)
            painter.fillRect(self.rect(), ground)
        painter.setPen(colour(TEAL))
        room = self.width() - _CARET
        at = 0
        words = self._words()
        for run, font, width in zip(words.runs, words.fonts, words.widths, strict=True):
            left, text = max(0, room + 1 - at), run
            if width > left:
                text = QFontMetrics(font).elidedText(run, Qt.TextElideMode.ElideRight, left)
            painter.setFont(font)
            painter.drawText(QPointF(at, words.ascent), text)
            at += width
            if text != run:
                break
        line = words.ascent + 4.5
        painter.setPen(QPen(colour(TEAL), 1.2, Qt.PenStyle.DotLine))
        painter.drawLine(QPointF(0, line), QPointF(room - 1, line))
        x, y = self.width() - _CARET + 1.5, words.ascent - 3.0
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(TEAL))
        painter.drawPolygon(QPolygonF([QPointF(x, y), QPointF(x + 5, y), QPointF(x + 2.5, y + 3)]))
        if self.hasFocus():
            painter.setPen(QPen(colour(TEAL), 1))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRect(0, 0, self.width() - 1, self.height() - 1))

    def _open(self) -> None:
        """Open the panel that stands for the menu here, or the menu."""
        if self.opener is not None:
            self.opener(self)
        else:
            self.open_menu()

    def open_menu(self) -> QMenu:
        """Open what the words could be; the menu is returned while it is open."""
        if self._menu is not None:
            self._menu.deleteLater()
        menu = choice_menu(self._choice, self)
        menu.chosen.connect(self.chosen)
        self._menu = menu
        menu.popup(self.mapToGlobal(QPoint(0, self.height() + 1)))
        return menu


class ChoiceMenu(QMenu):
    """A menu of edits.

    Signals:
        chosen: the edit that was picked or typed.
    """

    chosen = Signal(object)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A click elsewhere keeps what was typed, as Return does."""
        Drafts.keep_on_click_outside(self, event)
        super().mousePressEvent(event)

    def add_option(self, option: Option) -> None:
        """A line that makes its edit; greyed with the reason where it cannot be chosen."""
        action = QAction(menu_text(option.label), self)
        action.setCheckable(True)
        action.setChecked(option.is_current)
        action.setEnabled(option.edit is not None)
        if option.why:
            action.setText(f"{menu_text(option.label)}  –  {menu_text(option.why)}")
        edit = option.edit
        if edit is not None:
            action.triggered.connect(lambda: self.chosen.emit(edit))
        self.addAction(action)

    def explain(self, choice: Choice) -> ExplanationArea | None:
        """Say below the lines what the word under the pointer means; None where it says it all."""
        known = [(option, explanation_of(option.edit)) for option in choice.options]
        meant = {number: found for number, (_, found) in enumerate(known) if found is not None}
        if not meant:
            return None
        area = ExplanationArea(self)
        area.reserve([f"{known[n][0].label}: {found.text}" for n, found in meant.items()])
        now = next((n for n in meant if known[n][0].is_current), min(meant))

        def show(number: int) -> None:
            area.show_explanation(known[number][0].label, meant[number])

        lines = self.actions()
        for number in meant:
            lines[number].hovered.connect(lambda n=number: show(n))
        show(now)
        action = QWidgetAction(self)
        action.setDefaultWidget(area)
        self.addAction(action)
        return area

    def add_entry(self, entry: Entry) -> EntryField:
        """A field to type in."""
        field = EntryField(entry, self)
        action = QWidgetAction(self)
        action.setDefaultWidget(field)
        self.addAction(action)
        field.entered.connect(self._take)
        return field

    def _take(self, edit: object) -> None:
        self.close()
        self.chosen.emit(edit)


class EntryField(QWidget):
    """A field of a menu: what to type, and why it was refused.

    Signals:
        entered: the edit that was typed.
    """

    entered = Signal(object)

    def __init__(self, entry: Entry, parent: QWidget) -> None:
        super().__init__(parent)
        self._entry = entry
        label = PlainLabel(entry.label, self)
        label.setFont(sans(13))
        label.setStyleSheet(f"color: {QUIET};")
        self.line = QLineEdit(entry.initial, self)
        self.line.setFont(sans(15))
        self.line.setMinimumWidth(220)
        self.line.setAccessibleName(entry.label)
        self.line.selectAll()
        self._problem = PlainLabel("", self)
        self._problem.setFont(sans(13))
        self._problem.setWordWrap(True)
        self._problem.setStyleSheet(f"color: {RED};")
        self._problem.hide()
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 6, 12, 8)
        layout.setSpacing(4)
        for widget in (label, self.line, self._problem):
            layout.addWidget(widget)
        self.line.returnPressed.connect(self._enter)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setFocusProxy(self.line)
        self.line.installEventFilter(self)
        Drafts.watch(self.line, entry.edit_of, self._enter)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Up leaves the field for the lines above it; a wish to save keeps it first."""
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            drafts = Drafts.around(self)
            if drafts is not None and event.matches(QKeySequence.StandardKey.Save):
                self._enter()
                drafts.save_wanted.emit()
                return True
        menu = self.parent()
        is_up = isinstance(event, QKeyEvent) and event.key() == Qt.Key.Key_Up
        if is_up and event.type() == QEvent.Type.KeyPress and isinstance(menu, QMenu):
            lines = [action for action in menu.actions() if action.isCheckable()]
            if lines:
                menu.setFocus()
                menu.setActiveAction(lines[-1])
            return True
        return super().eventFilter(watched, event)

    def _enter(self) -> None:
        try:
            edit = self._entry.edit_of(self.line.text())
        except InputError as error:
            self._problem.setText(str(error))
            self._problem.show()
            self.adjustSize()
            return
        self.entered.emit(edit)


def choice_menu(choice: Choice, parent: QWidget) -> ChoiceMenu:
    """The menu of a choice: its options, then what can be typed."""
    menu = ChoiceMenu(parent)
    menu.setFont(sans(15))
    menu.setAccessibleName(choice.name)
    for option in choice.options:
        menu.add_option(option)
    if choice.options and choice.entries:
        menu.addSeparator()
    fields = [menu.add_entry(entry) for entry in choice.entries]
    menu.explain(choice)
    if fields and len(choice.options) < 2:
        menu.aboutToShow.connect(fields[0].line.setFocus)
    return menu
