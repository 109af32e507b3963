"""The empty start: three ways in and nothing else."""

from __future__ import annotations

from PySide6.QtCore import QDateTime, QLocale, Qt
from PySide6.QtWidgets import QLabel, QPushButton, QVBoxLayout, QWidget

from decimus.window.widgets.plain import PlainLabel, tip
from decimus.window.widgets.theme import QUIET, RED, TEAL, sans, serif


def said_time(seconds: float) -> str:
    """A moment (seconds since 1970) as people here write it."""
    when = QDateTime.fromSecsSinceEpoch(int(seconds))
    return QLocale().toString(when, QLocale.FormatType.ShortFormat)


class Start(QWidget):
    """Shown while there is nothing to read. Its buttons are connected by the window."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("work")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        heading = PlainLabel("Replicate measurements in, a figure you can defend out.", self)
        heading.setFont(serif(26))
        heading.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        self.paste = self._way("Paste a table", "from anywhere, with its headings", "Ctrl+V")
        self.open = self._way(
            "Open a file", "CSV, XLSX, ODS, any delimited text, or a study", "Ctrl+O"
        )
        self.example = self._way("Open the example", "duckweed in salty water, made up", "Ctrl+D")
        self.typing = QPushButton("or type into an empty sheet", self)
        self.typing.setFont(sans(15))
        self.bring_back = self._way("Bring back unsaved work", "", "")
        self.bring_back.hide()
        self.problem = PlainLabel("", self)
        self.problem.setObjectName("start problem")
        self.problem.setFont(sans(15))
        self.problem.setWordWrap(True)
        self.problem.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        self.problem.setStyleSheet(f"color: {RED};")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(160, 0, 160, 0)
        layout.setSpacing(14)
        layout.addStretch(2)
        layout.addWidget(heading)
        layout.addSpacing(20)
        for button in (self.paste, self.open, self.example, self.bring_back):
            layout.addWidget(button, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addWidget(self.typing, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addSpacing(8)
        layout.addWidget(self.problem)
        layout.addStretch(3)

    def show_left_behind(self, written: float | None) -> None:
        """Offer unsaved work that was left behind at a time (seconds since 1970), or none."""
        self.bring_back.setVisible(written is not None)
        if written is not None:
            said = said_time(written)
            self.bring_back.findChildren(QLabel)[1].setText(f"a study last changed {said}")

    def _way(self, words: str, more: str, keys: str) -> QPushButton:
        button = QPushButton(self)
        button.setProperty("way", "true")
        button.setFixedSize(400, 78)
        button.setToolTip(tip(keys))
        button.setAccessibleName(f"{words}: {more}")
        layout = QVBoxLayout(button)
        layout.setContentsMargins(20, 12, 20, 12)
        layout.setSpacing(1)
        for text, font, ink in ((words, sans(18, strong=True), TEAL), (more, sans(15), QUIET)):
            label = PlainLabel(text, button)
            label.setFont(font)
            label.setStyleSheet(f"color: {ink};")
            label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
            layout.addWidget(label)
        return button
