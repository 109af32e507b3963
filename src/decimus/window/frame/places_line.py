"""Five places as words with live counts on one rule, always reachable."""

from __future__ import annotations

from enum import StrEnum

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFontMetrics, QKeySequence, QPainter, QPaintEvent, QShortcut
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QPushButton, QWidget

from decimus.values import Value
from decimus.window.widgets.plain import PlainLabel, tip
from decimus.window.widgets.theme import AMBER, INK, MARGIN, QUIET, TEAL, colour, sans

_GAP = 7


class PlaceKey(StrEnum):
    """The places, in the order of the work."""

    MEASUREMENTS = "measurements"
    GROUPS = "groups"
    COMPARISONS = "comparisons"
    FIGURE = "figure"
    WRITE_UP = "write_up"


class Place(Value, frozen=True):
    """A place: its key and its word."""

    key: PlaceKey
    word: str


PLACES = (
    Place(PlaceKey.MEASUREMENTS, "Measurements"),
    Place(PlaceKey.GROUPS, "Groups"),
    Place(PlaceKey.COMPARISONS, "Comparisons"),
    Place(PlaceKey.FIGURE, "Figure"),
    Place(PlaceKey.WRITE_UP, "Write-up"),
)


class PlaceButton(QAbstractButton):
    """A place: its word, its count, and a dot where a remark waits."""

    def __init__(self, place: Place, number: int, parent: QWidget) -> None:
        super().__init__(parent)
        self._place = place
        self._count = ""
        self._has_remark = False
        self.setCheckable(True)
        self.setAutoExclusive(True)
        self.setText(place.word)
        self.setToolTip(tip(f"Alt+{number}"))
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setObjectName(f"place {place.key}")

    @property
    def count(self) -> str:
        """The live count behind the word."""
        return self._count

    @property
    def has_remark(self) -> bool:
        """True when a remark waits at this place."""
        return self._has_remark

    def show_state(self, count: str, *, has_remark: bool) -> None:
        """Show a count and whether a remark waits."""
        self._count, self._has_remark = count, has_remark
        remark = ", a remark waits" if has_remark else ""
        self.setAccessibleName(f"{self._place.word} {count}{remark}")
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Word in its strong cut, so that nothing moves when it is chosen, and count."""
        word = QFontMetrics(sans(15, strong=True)).horizontalAdvance(self.text())
        count = QFontMetrics(sans(15)).horizontalAdvance(self._count)
        dot = 15 if self._has_remark else 0
        return QSize(word + (_GAP + count if self._count else 0) + dot, 42)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Word, count, dot, and the rule under the chosen place."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        font = sans(15, strong=self.isChecked())
        painter.setFont(font)
        painter.setPen(colour(TEAL if self.isChecked() or self.underMouse() else INK))
        baseline = 26.0
        painter.drawText(QPointF(0, baseline), self.text())
        x = QFontMetrics(font).horizontalAdvance(self.text()) + _GAP
        painter.setFont(sans(15))
        painter.setPen(colour(QUIET))
        painter.drawText(QPointF(x, baseline), self._count)
        if self._has_remark:
            x += QFontMetrics(sans(15)).horizontalAdvance(self._count) + (7 if self._count else 0)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(AMBER))
            painter.drawEllipse(QPointF(x + 3, baseline - 5), 3.5, 3.5)
        if self.isChecked():
            painter.fillRect(QRectF(0, self.height() - 3, self.width(), 3), colour(TEAL))
        if self.hasFocus():
            painter.setPen(colour(TEAL))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRectF(0.5, 7.5, self.width() - 2, 26))


class PlacesLine(QWidget):
    """The navigation.

    Signals:
        went: the key of the place that was gone to.
    """

    went = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("places")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.buttons: dict[str, PlaceButton] = {}
        layout = QHBoxLayout(self)
        layout.setContentsMargins(MARGIN, 0, MARGIN, 0)
        layout.setSpacing(28)
        for number, place in enumerate(PLACES, start=1):
            button = PlaceButton(place, number, self)
            button.clicked.connect(lambda _=False, key=place.key: self.go(key))
            shortcut = QShortcut(QKeySequence(f"Alt+{number}"), self)
            shortcut.activated.connect(lambda key=place.key: self.go(key))
            layout.addWidget(button)
            self.buttons[place.key] = button
        layout.addStretch(1)
        self.file_name = PlainLabel("", self)
        self.file_name.setFont(sans(14))
        self.file_name.setProperty("quiet", "true")
        self.save = QPushButton("Save", self)
        self.save.setFont(sans(14))
        self.save.setToolTip("Save the study (Ctrl+S)")
        layout.addWidget(self.file_name)
        layout.addWidget(self.save)

    def go(self, key: str) -> None:
        """Go to a place."""
        self.buttons[key].setChecked(True)
        self.went.emit(key)

    def show_counts(self, counts: dict[str, str], places_with_remarks: set[str]) -> None:
        """Show the live counts and where remarks wait."""
        for key, button in self.buttons.items():
            button.show_state(counts.get(key, ""), has_remark=key in places_with_remarks)

    def show_file(self, name: str, *, is_saved: bool) -> None:
        """Say quietly whether the study is saved."""
        self.file_name.setText(f"{name}, {'saved' if is_saved else 'not saved'}" if name else "")
        self.save.setVisible(bool(name) and not is_saved)
