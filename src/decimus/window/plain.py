"""Foreign text is only text: labels, menus and tool tips that render nothing found in a table.

A heading, a sheet or a file may be called "<img src=…>". The interface library would take that
for HTML wherever it is not told otherwise, and read the file it names.
"""

from __future__ import annotations

import re
from html import escape

from PySide6 import QtGui
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QWidget

_BREAKS = re.compile(r"[\t\r\n\f\v\x1c-\x1f\x85\u2028\u2029]+")
_LONGEST = 200
"""Letters of a line in a menu, and of a tool tip's line."""


class PlainLabel(QLabel):
    """A label that shows its text as it is."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


class RichLabel(QLabel):
    """A label of HTML that we make ourselves, with `escape` around whatever is foreign."""

    def __init__(self, html: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.RichText)
        self.setOpenExternalLinks(False)
        self.setText(html)


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
