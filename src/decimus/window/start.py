"""The empty start: three ways in and nothing else."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QPushButton, QVBoxLayout, QWidget

from decimus.window.theme import sans, serif


class Start(QWidget):
    """Shown while there is nothing to read. Its buttons are connected by the window."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("work")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        heading = QLabel("Replicate measurements in, a figure you can defend out.", self)
        heading.setFont(serif(26))
        heading.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        self.paste = self._way("Paste a table", "from anywhere, with its headings", "Ctrl+V")
        self.open = self._way("Open a file", "CSV, tab or semicolon text, or a study", "Ctrl+O")
        self.example = self._way("Open the example", "duckweed in salty water, made up", "Ctrl+D")
        self.problem = QLabel("", self)
        self.problem.setObjectName("start problem")
        self.problem.setFont(sans(15))
        self.problem.setWordWrap(True)
        self.problem.setMaximumWidth(560)
        self.problem.setStyleSheet("color: #a4262c;")
        layout = QVBoxLayout(self)
        layout.setSpacing(14)
        layout.addStretch(2)
        layout.addWidget(heading)
        layout.addSpacing(20)
        for button in (self.paste, self.open, self.example):
            layout.addWidget(button, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addSpacing(8)
        layout.addWidget(self.problem, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addStretch(3)

    def _way(self, words: str, more: str, keys: str) -> QPushButton:
        button = QPushButton(f"{words}\n{more}", self)
        button.setProperty("way", "true")
        button.setFont(sans(17))
        button.setFixedWidth(400)
        button.setToolTip(keys)
        button.setAccessibleName(f"{words}: {more}")
        return button
