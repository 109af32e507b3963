"""Ranges of cells that are typed: "rows 3 to 9, columns 2 to 4", "column Light", "row 12"."""

from __future__ import annotations

import re
from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QLineEdit, QMenu, QVBoxLayout, QWidget, QWidgetAction

from decimus.errors import ChoiceError, InputError
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, RED, sans

_PART = re.compile(r"(rows?|columns?)\s+(.+?)\s*$", re.IGNORECASE)
_ENDS = re.compile(r"(.+?)\s*(?:\bto\b|–|-)\s*(.+)", re.IGNORECASE)

Range = tuple[int, int, int, int]
"""First row, first column, height and width, in the table."""


def typed_range(text: str, headings: Sequence[str], row_count: int) -> Range:
    """The cells that a typed range names; rows and columns as they are numbered on the sheet.

    Args:
        text: what was typed; columns by number or heading.
        headings: of all columns.
        row_count: how many rows the table has.

    Raises:
        ChoiceError: it names no cells.
    """
    first_row, rows, first_column, columns = 0, row_count, 0, len(headings)
    parts = [part for part in re.split(r"[,;]", text) if part.strip()]
    found = [_PART.match(part.strip()) for part in parts]
    if not parts or any(match is None for match in found):
        raise ChoiceError(
            f"“{text.strip()}” names no cells", remedy="Type rows 3 to 9, columns 2 to 4"
        )
    for match in found:
        if match is None:
            continue
        ends = _ENDS.fullmatch(match[2])
        low, high = (ends[1], ends[2]) if ends else (match[2], match[2])
        if match[1].lower().startswith("row"):
            first_row, rows = _stretch(_row(low), _row(high), row_count, "row")
        else:
            numbers = (_column(low, headings), _column(high, headings))
            first_column, columns = _stretch(*numbers, len(headings), "column")
    return first_row, first_column, rows, columns


def _stretch(low: int, high: int, count: int, noun: str) -> tuple[int, int]:
    low, high = sorted((low, high))
    if low < 1 or low > count:
        raise ChoiceError(f"There is no {noun} {low}", remedy=f"The last {noun} is {count}")
    return low - 1, min(high, count) - low + 1


def _row(text: str) -> int:
    if not text.strip().isdecimal():
        raise ChoiceError(f"“{text.strip()}” is no row", remedy="Type its number")
    return int(text)


def _column(text: str, headings: Sequence[str]) -> int:
    """A column by its number, else by its heading."""
    wanted = text.strip().casefold()
    if wanted.isdecimal():
        return int(wanted)
    for number, heading in enumerate(headings, start=1):
        if heading.strip().casefold() == wanted:
            return number
    raise ChoiceError(
        f"There is no column “{text.strip()}”", remedy="Type its number or its heading"
    )


class RangeMenu(QMenu):
    """A field for a range, over the sheet, which stays in view.

    Signals:
        named: what was typed.
    """

    named = Signal(str)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        field = QWidget(self)
        label = PlainLabel("select cells, such as rows 3 to 9, columns 2 to 4", field)
        label.setFont(sans(13))
        label.setStyleSheet(f"color: {QUIET};")
        self.line = QLineEdit(field)
        self.line.setFont(sans(15))
        self.line.setMinimumWidth(260)
        self.line.setAccessibleName(label.text())
        self.problem = PlainLabel("", field)
        self.problem.setFont(sans(13))
        self.problem.setStyleSheet(f"color: {RED};")
        self.problem.hide()
        layout = QVBoxLayout(field)
        layout.setContentsMargins(12, 6, 12, 8)
        for widget in (label, self.line, self.problem):
            layout.addWidget(widget)
        action = QWidgetAction(self)
        action.setDefaultWidget(field)
        self.addAction(action)
        self.line.returnPressed.connect(lambda: self.named.emit(self.line.text()))
        self.aboutToShow.connect(self.line.setFocus)

    def refuse(self, error: InputError) -> None:
        """Say why a range was not found."""
        self.problem.setText(str(error))
        self.problem.show()
        self.adjustSize()
