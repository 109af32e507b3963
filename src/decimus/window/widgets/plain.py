"""Foreign text is only text: labels, menus and tool tips that render nothing found in a table.

A heading, a sheet or a file may be called "<img src=…>". The interface library would take that
for HTML wherever it is not told otherwise, and read the file it names.
"""

from __future__ import annotations

import re
from html import escape, unescape

from PySide6 import QtGui
from PySide6.QtCore import QSize, Qt
from PySide6.QtWidgets import QLabel, QWidget

_NARROWEST = 360
_BREAK = "\u200b"
_LONGEST_WORD = 90
"""Letters of a word up to which it is shown whole; a longer one is no word to copy."""
_PIECE = 60
_LONG_WORD = re.compile(rf"\S{{{_LONGEST_WORD + 1},}}")
_TAG = re.compile(r"(<[^<>]*>)")
_BREAKS = re.compile(r"[\t\r\n\f\v\x1c-\x1f\x85\u2028\u2029]+")
_LONGEST = 200
"""Letters of a line in a menu, and of a tool tip's line."""


class PlainLabel(QLabel):
    """A label that shows its text as it is."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)

    def setText(self, text: str) -> None:
        """Show a text; a word wider than any label is broken, and cut where nobody reads on."""
        super().setText(_breakable(text))

    def minimumSizeHint(self) -> QSize:
        """Narrow enough for any window, whatever is shown."""
        return _narrowed(self, super().minimumSizeHint())


class RichLabel(QLabel):
    """A label of HTML that we make ourselves, with `escape` around whatever is foreign."""

    def __init__(self, html: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.RichText)
        self.setOpenExternalLinks(False)
        self.setText(html)

    def setText(self, html: str) -> None:
        """Show HTML, its long words broken as in a plain label."""
        if len(html) > _LONGEST_WORD:
            parts = _TAG.split(html)
            # Every second part is a tag.
            parts[::2] = [escape(_breakable(unescape(part))) for part in parts[::2]]
            html = "".join(parts)
        super().setText(html)

    def minimumSizeHint(self) -> QSize:
        """Narrow enough for any window, whatever is shown."""
        return _narrowed(self, super().minimumSizeHint())


def _narrowed(label: QLabel, hint: QSize) -> QSize:
    return QSize(min(hint.width(), _NARROWEST), hint.height()) if label.wordWrap() else hint


def _breakable(text: str) -> str:
    return _LONG_WORD.sub(_broken, text) if len(text) > _LONGEST_WORD else text


def _broken(word: re.Match[str]) -> str:
    kept = cut(word[0])
    return _BREAK.join(kept[i : i + _PIECE] for i in range(0, len(kept), _PIECE))


def menu_text(text: str) -> str:
    """Text for a menu or a button: an ampersand is one, a tab is no key to press."""
    return cut(_BREAKS.sub(" ", text)).replace("&", "&&")


def tip(text: str) -> str:
    """Text for a tool tip, shown as it is, in as many lines as it has."""
    lines = [cut(line) for line in text.splitlines()]
    shown = "\n".join(lines)
    # The library asks itself the same question, and renders what it takes for HTML.
    if not QtGui.Qt.mightBeRichText(shown):
        return shown
    return f"<qt>{'<br>'.join(escape(line) for line in lines)}</qt>"


def cut(text: str, longest: int = _LONGEST) -> str:
    """Text with what nobody would read of it taken off."""
    return text if len(text) <= longest else f"{text[: longest - 1]}…"
