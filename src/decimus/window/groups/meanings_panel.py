"""The same groups with SD, SE and CI side by side, and what each answers."""

from __future__ import annotations

from msgspec.structs import replace
from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QImage, QPixmap
from PySide6.QtWidgets import QFrame, QGridLayout, QLabel, QPushButton, QWidget

from decimus.analysis.results import Results
from decimus.figure.content import content_of
from decimus.figure.ink.drawing import picture
from decimus.figure.layout import laid_out
from decimus.figure.outlines import measure
from decimus.study.edits import Edit
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import sans
from decimus.wording.groups.meanings import Meaning, meanings

_PX_PER_MM = 3.3


class MeaningsPanel(QFrame):
    """Three small figures of this data; the one in use is said.

    Signals:
        chosen: the edit that makes one of them the error bars.
    """

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(14, 8, 12, 12)
        self._grid.setHorizontalSpacing(12)
        self.buttons: list[QPushButton] = []
        self.answers: list[QLabel] = []
        self.pictures: list[QLabel] = []
        self._edits: list[Edit] = []
        for column in range(3):
            button = QPushButton("", self)
            button.setFont(sans(15, strong=True))
            button.clicked.connect(lambda _=False, c=column: self.chosen.emit(self._edits[c]))
            image, answer = PlainLabel("", self), PlainLabel("", self)
            answer.setFont(sans(13))
            answer.setWordWrap(True)
            answer.setAlignment(Qt.AlignmentFlag.AlignTop)
            self.buttons.append(button)
            self.pictures.append(image)
            self.answers.append(answer)
            self._grid.addWidget(button, 1, column, Qt.AlignmentFlag.AlignLeft)
            self._grid.addWidget(image, 2, column)
            self._grid.addWidget(answer, 3, column)
            self._grid.setColumnStretch(column, 1)
        close = QPushButton("Close", self)
        close.setFont(sans(14))
        close.clicked.connect(self.hide)
        title = PlainLabel("The same groups with each meaning of an error bar", self)
        title.setFont(sans(14))
        self._grid.addWidget(title, 0, 0, 1, 2)
        self._grid.addWidget(close, 0, 2, Qt.AlignmentFlag.AlignRight)
        self.hide()

    def show_results(self, results: Results) -> None:
        """Draw the three figures of these results on one axis."""
        found = meanings(results)
        self._edits = [meaning.edit for meaning in found]
        highest = max((v for m in found for v in content_of(m.results).values()), default=1.0)
        for column, meaning in enumerate(found):
            in_use = ", in use" if meaning.is_current else ""
            self.buttons[column].setText(f"{meaning.name}{in_use}")
            self.answers[column].setText(meaning.answer)
            self.pictures[column].setPixmap(self._picture(meaning, highest))

    def _picture(self, meaning: Meaning, highest: float) -> QPixmap:
        content = content_of(meaning.results)
        page = laid_out(replace(content, covering=(highest,)), measure)
        ratio = self.devicePixelRatioF()
        pixels = picture(page, _PX_PER_MM * ratio)
        height, width = pixels.shape[:2]
        image = QImage(pixels.tobytes(), width, height, QImage.Format.Format_RGBA8888).copy()
        image.setDevicePixelRatio(ratio)
        return QPixmap.fromImage(image)
