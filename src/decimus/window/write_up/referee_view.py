"""The referee's sheet in the window: a line each, gaps marked."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.window.widgets.clipboard import copy_rich
from decimus.window.widgets.plain import PlainLabel, RichLabel
from decimus.window.widgets.rich_text import html_of, strong
from decimus.window.widgets.theme import AMBER_SOFT, QUIET, sans, serif
from decimus.wording.spans import plain_text
from decimus.wording.write_up.referee import SheetLine, referee_sheet

_ABOUT_WIDTH = 120


class RefereeView(QWidget):
    """One page that says what a referee would ask."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.lines: tuple[SheetLine, ...] = ()
        lead = PlainLabel("What a referee would ask of this question; gaps are marked.", self)
        lead.setFont(sans(14))
        lead.setStyleSheet(f"color: {QUIET};")
        self.copy_button = QPushButton("Copy", self)
        self.copy_button.setFont(sans(14))
        self.copy_button.setAccessibleName("Copy the referee’s sheet")
        self.copy_button.clicked.connect(self.copy)
        head = QHBoxLayout()
        head.addWidget(lead, 1)
        head.addWidget(self.copy_button)
        self._grid = QGridLayout()
        self._grid.setHorizontalSpacing(14)
        self._grid.setVerticalSpacing(7)
        self._grid.setColumnMinimumWidth(0, _ABOUT_WIDTH)
        self._grid.setColumnStretch(1, 1)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 6, 0, 12)
        layout.addLayout(head)
        layout.addLayout(self._grid)

    def show_results(self, results: Results) -> None:
        """Show the sheet of these results."""
        found = referee_sheet(results)
        if found == self.lines:
            return
        self.lines = found
        while (item := self._grid.takeAt(0)) is not None:
            if (widget := item.widget()) is not None:
                widget.hide()
                widget.deleteLater()
        for row, line in enumerate(found):
            about = PlainLabel(line.about, self)
            about.setFont(sans(15, strong=True))
            about.setAlignment(Qt.AlignmentFlag.AlignTop)
            self._grid.addWidget(about, row, 0)
            self._grid.addWidget(self._words(line), row, 1)

    def _words(self, line: SheetLine) -> QWidget:
        frame = QFrame(self)
        frame.setObjectName("line")
        if line.is_gap:
            frame.setStyleSheet(f"#line {{ background: {AMBER_SOFT}; }}")
        words = RichLabel(html_of(line.words).replace("\n", "<br>"), frame)
        words.setFont(serif(16))
        words.setWordWrap(True)
        words.setTextInteractionFlags(
            Qt.TextInteractionFlag.TextSelectableByMouse
            | Qt.TextInteractionFlag.TextSelectableByKeyboard
        )
        gap = "A gap: " if line.is_gap else ""
        words.setAccessibleName(f"{gap}{line.about}: {plain_text(line.words)}")
        layout = QVBoxLayout(frame)
        layout.setContentsMargins(6 if line.is_gap else 0, 1, 6, 1)
        layout.addWidget(words)
        return frame

    def copy(self) -> None:
        """Put the sheet on the clipboard, plain and formatted."""
        plain = "\n".join(f"{line.about}: {plain_text(line.words)}" for line in self.lines)
        rows = "".join(f"<p>{strong(line.about)}: {html_of(line.words)}</p>" for line in self.lines)
        copy_rich(plain, rows.replace("\n", "<br>"))
