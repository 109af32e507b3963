"""What to consider, a line each with the change one click away."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLayoutItem, QPushButton, QVBoxLayout, QWidget

from decimus.window.comparisons.result_panel import label
from decimus.window.theme import AMBER, AMBER_SOFT, sans
from decimus.wording.reasons import Consideration


class Suggestions(QFrame):
    """Lines of what to consider; nothing happens by itself.

    Signals:
        chosen: the change that was clicked.
    """

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._shown: tuple[Consideration, ...] = ()
        self.buttons: list[QPushButton] = []
        self.setObjectName("consider")
        self.setStyleSheet(
            f"#consider {{ background: {AMBER_SOFT}; border-left: 3px solid {AMBER}; }}"
        )
        self._rows = QVBoxLayout(self)
        self._rows.setContentsMargins(14, 6, 10, 6)
        self._rows.setSpacing(4)
        self.hide()

    def show_lines(self, lines: Sequence[Consideration]) -> None:
        """Show these; hidden where there are none."""
        if tuple(lines) != self._shown:
            self._shown = tuple(lines)
            self._fill()
        self.setVisible(bool(lines))

    def _fill(self) -> None:
        self.buttons = []
        while (item := self._rows.takeAt(0)) is not None:
            _drop(item)
        for line in self._shown:
            row = QWidget(self)
            layout = QHBoxLayout(row)
            layout.setContentsMargins(0, 0, 0, 0)
            text = label(row, 14)
            text.setText(line.text)
            layout.addWidget(text, 1)
            if line.edit is not None:
                button = QPushButton(line.label, row)
                button.setFont(sans(14, strong=True))
                button.clicked.connect(lambda _checked=False, e=line.edit: self.chosen.emit(e))
                layout.addWidget(button)
                self.buttons.append(button)
            self._rows.addWidget(row)


def _drop(item: QLayoutItem) -> None:
    widget = item.widget()
    if widget is not None:
        widget.hide()
        widget.deleteLater()
