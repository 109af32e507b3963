"""A sentence of text and choices: text is painted, choices are real buttons."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QPointF, QSize, Signal
from PySide6.QtGui import QFont, QFontMetrics, QFontMetricsF, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from decimus.values import Value
from decimus.window.widgets.choices import ChoiceButton
from decimus.window.widgets.theme import INK, QUIET, colour
from decimus.wording.spans import Choice, Sentence, Style, plain_text


class SentenceFonts(Value, frozen=True):
    """The typefaces of a sentence: of its words, and of what can be chosen."""

    text: QFont
    choice: QFont
    quiet: QFont

    def of(self, style: Style) -> QFont:
        """The face for a style."""
        if style is Style.QUIET:
            return self.quiet
        if style is Style.STRONG:
            font = QFont(self.choice)
        else:
            font = QFont(self.text)
            font.setItalic(style is Style.ITALIC)
        return font

    def of_choice(self, style: Style) -> QFont:
        """The face for a choice in a style."""
        font = QFont(self.choice)
        font.setItalic(style is Style.ITALIC)
        return font


_Token = tuple[str, Style] | Choice
"""A word or a space in its style, or a choice."""


class _Word(Value, frozen=True):
    """A piece of text that is not broken, where its baseline starts."""

    text: str
    style: Style
    x: float
    baseline: float


def _look(sentence: Sentence) -> list[tuple[str, Style, str]]:
    """All that decides how a sentence is laid out."""
    return [(s.text, s.style, s.key if isinstance(s, Choice) else "") for s in sentence]


class SentenceView(QWidget):
    """Shows a sentence in as many lines as its width needs.

    Signals:
        chosen: the edit that a choice made.
    """

    chosen = Signal(object)

    def __init__(
        self,
        fonts: SentenceFonts,
        parent: QWidget | None = None,
        *,
        line_height: float = 1.5,
    ) -> None:
        super().__init__(parent)
        self._fonts = fonts
        metrics = QFontMetrics(fonts.text)
        self._ascent, self._letter_height = metrics.ascent(), metrics.height()
        self._line_height = self._letter_height * line_height
        self._faces = {style: fonts.of(style) for style in Style}
        self._sentence: Sentence = ()
        self._buttons: dict[str, ChoiceButton] = {}
        self._openers: dict[str, Callable[[ChoiceButton], object]] = {}
        self._words: tuple[_Word, ...] = ()
        self._broken: dict[int, list[list[_Token]]] = {}
        self._widths: dict[tuple[str, Style], float] = {}
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)

    @property
    def sentence(self) -> Sentence:
        """What is shown."""
        return self._sentence

    def button(self, key: str) -> ChoiceButton:
        """The button of a choice; KeyError when the sentence has none of that key."""
        return self._buttons[key]

    def open_with(self, key: str, opener: Callable[[ChoiceButton], object]) -> None:
        """Let a choice open something of its own in place of a menu."""
        self._openers[key] = opener

    def show_sentence(self, sentence: Sentence) -> None:
        """Show a sentence; buttons of choices that stay are kept, with their focus."""
        if _look(sentence) == _look(self._sentence):
            # The same words: only what they could become is new, nothing is laid out again.
            self._sentence = sentence
            for span in sentence:
                if isinstance(span, Choice):
                    self._buttons[span.key].take_choice(span)
            return
        self._sentence = sentence
        self._broken.clear()
        choices = {span.key: span for span in sentence if isinstance(span, Choice)}
        for key in set(self._buttons) - set(choices):
            gone = self._buttons.pop(key)
            gone.hide()
            gone.deleteLater()
        previous: QWidget | None = None
        for key, choice in choices.items():
            button = self._buttons.get(key)
            if button is None:
                button = ChoiceButton(choice, self._fonts.of_choice(choice.style), self)
                button.chosen.connect(self.chosen)
                button.opener = self._openers.get(key)
                button.show()
                self._buttons[key] = button
            elif button.choice != choice:
                button.setFont(self._fonts.of_choice(choice.style))
                button.show_choice(choice)
            if previous is not None:
                QWidget.setTabOrder(previous, button)
            previous = button
        self.setAccessibleName(plain_text(sentence))
        self._place(self.width())
        self.updateGeometry()
        self.update()

    # --- layout ------------------------------------------------------------

    def _tokens(self) -> list[_Token]:
        """Words with the spaces behind them, and choices."""
        tokens: list[_Token] = []
        for span in self._sentence:
            if isinstance(span, Choice):
                tokens.append(span)
                continue
            for index, word in enumerate(span.text.split(" ")):
                if index:
                    tokens.append((" ", span.style))
                if word:
                    tokens.append((word, span.style))
        return tokens

    def _lines(self, width: int) -> list[list[_Token]]:
        """Tokens in lines, broken once per width: layouts ask many times."""
        if width not in self._broken:
            self._broken[width] = self._break(width)
        return self._broken[width]

    def _break(self, width: int) -> list[list[_Token]]:
        """Tokens in lines: a word stays with the words, choices and stops it touches."""
        lines: list[list[_Token]] = [[]]
        used = 0.0
        clump: list[_Token] = []
        for token in [*self._tokens(), (" ", Style.PLAIN)]:
            is_space = isinstance(token, tuple) and token[0] == " "
            if not is_space:
                clump.append(token)
                continue
            size = sum(self._width(piece) for piece in clump)
            if lines[-1] and used + size > width:
                lines.append([])
                used = 0.0
            lines[-1] += clump
            used += size
            clump = []
            lines[-1].append(token)
            used += self._width(token)
        return lines

    def _width(self, token: _Token) -> float:
        if isinstance(token, Choice):
            return self._buttons[token.key].sizeHint().width()
        if token not in self._widths:
            metrics = QFontMetricsF(self._faces[token[1]])
            self._widths[token] = metrics.horizontalAdvance(token[0])
        return self._widths[token]

    def _place(self, width: int) -> None:
        words: list[_Word] = []
        lead = (self._line_height - self._letter_height) / 2
        for number, line in enumerate(self._lines(width)):
            baseline = number * self._line_height + lead + self._ascent
            x = 0.0
            for token in line:
                size = self._width(token)
                if isinstance(token, Choice):
                    button = self._buttons[token.key]
                    top = round(baseline - button.ascent)
                    room = min(round(size), max(20, width))
                    button.setGeometry(round(x), top, room, button.sizeHint().height())
                elif token[0].strip():
                    words.append(_Word(token[0], token[1], x, baseline))
                x += size
        self._words = tuple(words)

    def heightForWidth(self, width: int) -> int:
        """As many lines as the width needs."""
        return round(len(self._lines(width)) * self._line_height)

    def sizeHint(self) -> QSize:
        """The height for the width it has."""
        width = self.width() if self.width() > 50 else 600
        return QSize(width, self.heightForWidth(width))

    def natural_width(self) -> int:
        """The width that shows the sentence in one line."""
        return round(sum(self._width(token) for token in self._tokens())) + 2

    def minimumSizeHint(self) -> QSize:
        """Narrow enough for any window."""
        return QSize(60, round(self._line_height))

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Break lines anew."""
        self._place(event.size().width())
        super().resizeEvent(event)

    def paintEvent(self, event: QPaintEvent) -> None:
        """The words; choices paint themselves."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
        style: Style | None = None
        for word in self._words:
            if word.style is not style:
                style = word.style
                painter.setFont(self._faces[style])
                painter.setPen(colour(QUIET if style is Style.QUIET else INK))
            painter.drawText(QPointF(word.x, word.baseline), word.text)
