"""What to consider, a line each with the change one click away."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLayoutItem, QPushButton, QVBoxLayout, QWidget

from decimus.window.comparisons.result_panel import label
from decimus.window.widgets.plain import menu_text
from decimus.window.widgets.theme import AMBER, AMBER_SOFT, sans
from decimus.wording.comparisons.reasons import Consideration


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
        bare, together = self._row()
        for line in self._shown:
            if not line.text:
                self._add_button(together, bare, line)
                continue
            row, layout = self._row()
            text = label(row, 14)
            text.setText(line.text)
            layout.addWidget(text, 1)
            self._add_button(layout, row, line)
            self._rows.addWidget(row)
        together.addStretch(1)
        self._rows.addWidget(bare)
        bare.setVisible(any(not line.text for line in self._shown))

    def _row(self) -> tuple[QWidget, QHBoxLayout]:
        row = QWidget(self)
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        return row, layout

    def _add_button(self, layout: QHBoxLayout, row: QWidget, line: Consideration) -> None:
        edit = line.edit
        if edit is None:
            return
        button = QPushButton(menu_text(line.label), row)
        button.setFont(sans(14, strong=True))
        button.clicked.connect(lambda _checked=False: self.chosen.emit(edit))
        layout.addWidget(button)
        self.buttons.append(button)


def _drop(item: QLayoutItem) -> None:
    widget = item.widget()
    if widget is not None:
        widget.hide()
        widget.deleteLater()
