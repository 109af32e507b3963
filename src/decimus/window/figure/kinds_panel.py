"""The kinds of charts as small live pictures of this data, each a button."""

from __future__ import annotations

from PySide6.QtCore import QPoint, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QIcon, QImage, QKeyEvent, QPixmap
from PySide6.QtWidgets import QFrame, QGridLayout, QToolButton, QWidget

from decimus.analysis.results import Results
from decimus.figure.ink.drawing import picture
from decimus.figure.outlines import measure
from decimus.figure.pages.small_pages import small_page
from decimus.terms import ChartKind
from decimus.window.widgets.plain import PlainLabel, menu_text, tip
from decimus.window.widgets.theme import INK, PAPER, QUIET, RULE, TEAL, TEAL_SOFT, sans
from decimus.wording.figure.captions import kind_choice

_COLUMNS = 5
_PX_PER_MM = 3.2
_SIZE = QSize(134, 100)
_STYLE = f"""
QToolButton {{ background: {PAPER}; border: 1px solid {RULE}; padding: 5px; color: {INK}; }}
QToolButton:checked {{ border: 2px solid {TEAL}; padding: 4px; }}
QToolButton:hover, QToolButton:focus {{ background: {TEAL_SOFT}; }}
QToolButton:disabled {{ background: transparent; color: {QUIET}; }}
"""


class KindsPanel(QFrame):
    """A panel over the page; pictures are drawn one after the other while it is open.

    Signals:
        chosen: the edit that draws another kind.
    """

    chosen = Signal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("panel")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("Kinds of charts")
        self.setStyleSheet(_STYLE)
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(14, 10, 14, 12)
        self._grid.setSpacing(8)
        self.buttons: list[QToolButton] = []
        self._waiting: list[tuple[QToolButton, ChartKind]] = []
        self._results: Results | None = None
        self._timer = QTimer(self)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self._draw_next)

    def show_results(self, results: Results) -> None:
        """Offer every kind of these results; what cannot be drawn says why."""
        self._results = results
        title = PlainLabel("Draw this data as", self)
        title.setFont(sans(14))
        self._grid.addWidget(title, 0, 0, 1, _COLUMNS)
        options = kind_choice(results).options
        for number, (kind, option) in enumerate(zip(ChartKind, options, strict=True)):
            button = QToolButton(self)
            button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextUnderIcon)
            button.setFont(sans(14))
            button.setIconSize(_SIZE)
            button.setText(menu_text(option.label))
            button.setCheckable(True)
            button.setChecked(option.is_current)
            button.setEnabled(option.edit is not None)
            button.setToolTip(tip(option.why))
            button.setAccessibleName(f"{option.label}: {option.why}")
            button.setFixedSize(_SIZE.width() + 16, _SIZE.height() + 36)
            edit = option.edit
            if edit is not None:
                button.clicked.connect(lambda _=False, e=edit: self._choose(e))
                self._waiting.append((button, kind))
            elif option.why:
                button.setText(f"{menu_text(option.label)}\n{_short(menu_text(option.why))}")
            row, column = divmod(number, _COLUMNS)
            self._grid.addWidget(button, row + 1, column)
            self.buttons.append(button)
        self._timer.start()

    def open_at(self, place: QPoint) -> None:
        """Show the panel with its upper left corner at a place of the screen."""
        self.move(place)
        self.show()
        current = next((b for b in self.buttons if b.isChecked()), self.buttons[0])
        current.setFocus()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Arrows walk through the pictures."""
        steps = {
            Qt.Key.Key_Right: 1,
            Qt.Key.Key_Left: -1,
            Qt.Key.Key_Down: _COLUMNS,
            Qt.Key.Key_Up: -_COLUMNS,
        }
        step = steps.get(Qt.Key(event.key()))
        focused = next((i for i, b in enumerate(self.buttons) if b.hasFocus()), None)
        if step is None or focused is None:
            super().keyPressEvent(event)
            return
        at = focused + step
        while 0 <= at < len(self.buttons) and not self.buttons[at].isEnabled():
            at += step
        if 0 <= at < len(self.buttons):
            self.buttons[at].setFocus()

    def _choose(self, edit: object) -> None:
        self.close()
        self.chosen.emit(edit)

    def _draw_next(self) -> None:
        """One picture more; the panel stays in hand between them."""
        if not self._waiting or self._results is None:
            self._timer.stop()
            return
        button, kind = self._waiting.pop(0)
        page = small_page(self._results, kind, measure)
        ratio = self.devicePixelRatioF()
        pixels = picture(page, _PX_PER_MM * ratio)
        height, width = pixels.shape[:2]
        image = QImage(pixels.tobytes(), width, height, QImage.Format.Format_RGBA8888).copy()
        image.setDevicePixelRatio(ratio)
        button.setIcon(QIcon(QPixmap.fromImage(image)))

    @property
    def is_drawn(self) -> bool:
        """Whether all pictures are there."""
        return not self._waiting


def _short(why: str) -> str:
    """A reason in two short lines."""
    words, lines = why.split(" "), [""]
    for word in words:
        if len(lines[-1]) + len(word) > 22 and lines[-1]:
            lines.append("")
        lines[-1] = f"{lines[-1]} {word}".strip()
    return "\n".join(lines)
