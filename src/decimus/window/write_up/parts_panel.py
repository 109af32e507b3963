"""A list of everything live that a text can hold, found by typing, and put in by a key or click."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from decimus.window.widgets.plain import PlainLabel, cut
from decimus.window.widgets.theme import INK, QUIET, RULE, TEAL, TEAL_SOFT, WHITE, sans
from decimus.wording.write_up.offered import Offer

_WIDTH, _HEIGHT = 520, 380
_MOST_SHOWN = 300
_LONGEST = 90


class PartsPanel(QFrame):
    """What could stand here; closes when something else is clicked.

    Signals:
        chosen: the live part that was picked.
        freeze_wanted: what stands here is to go on saying what it says, or to follow again.
    """

    chosen = Signal(object)
    freeze_wanted = Signal()

    def __init__(self, title: str, offers: tuple[Offer, ...], freeze: str, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("parts")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName(title)
        self.setStyleSheet(
            f"#parts {{ background: {WHITE}; border: 1px solid {RULE}; }}"
            f"QListWidget {{ background: {WHITE}; border: none; }} QPushButton {{ color: {TEAL}; }}"
            f"QListWidget::item {{ padding: 2px 4px; }}"
            f"QListWidget::item:selected {{ background: {TEAL_SOFT}; color: {INK}; }}"
        )
        self._offers = offers
        heading = PlainLabel(title, self)
        heading.setFont(sans(14))
        heading.setStyleSheet(f"color: {QUIET};")
        self.field = QLineEdit(self)
        self.field.setFont(sans(15))
        self.field.setPlaceholderText("find: mean 2 g/L, p, n …")
        self.field.setAccessibleName("Find a live part")
        self.list = QListWidget(self)
        self.list.setFont(sans(15))
        self.list.setAccessibleName("Live parts")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.freeze = QPushButton(freeze, self)
        self.freeze.setFont(sans(14))
        self.freeze.setVisible(bool(freeze))
        self.freeze.clicked.connect(self._freeze)
        head = QHBoxLayout()
        head.addWidget(heading, 1)
        head.addWidget(self.freeze)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(14, 10, 14, 10)
        layout.setSpacing(6)
        layout.addLayout(head)
        layout.addWidget(self.field)
        layout.addWidget(self.list, 1)
        self.field.textChanged.connect(self._find)
        self.field.returnPressed.connect(self._take)
        self.field.installEventFilter(self)
        self.list.itemActivated.connect(lambda _item: self._take())
        self.list.itemClicked.connect(lambda _item: self._take())
        self.resize(_WIDTH, _HEIGHT)
        self._find("")
        self.field.setFocus()

    def _find(self, text: str) -> None:
        """Show what holds every word that was typed."""
        self.list.clear()
        ranked = [
            (rank, number)
            for number, offer in enumerate(self._offers)
            if (rank := _rank(offer, text)) is not None
        ]
        for _, number in sorted(ranked)[:_MOST_SHOWN]:
            offer = self._offers[number]
            item = QListWidgetItem(cut(f"{offer.name}:  {offer.text}", _LONGEST))
            item.setData(Qt.ItemDataRole.UserRole, number)
            self.list.addItem(item)
        self.list.setCurrentRow(0)

    def _take(self) -> None:
        if not self.list.count():
            return
        item = self.list.item(max(self.list.currentRow(), 0))
        offer = self._offers[int(item.data(Qt.ItemDataRole.UserRole))]
        self.close()
        self.chosen.emit(offer.part)

    def _freeze(self) -> None:
        self.close()
        self.freeze_wanted.emit()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Up and down in the field walk through the list."""
        if event.type() == QEvent.Type.KeyPress and isinstance(event, QKeyEvent):
            step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}.get(Qt.Key(event.key()))
            if step is not None:
                row = self.list.currentRow() + step
                self.list.setCurrentRow(max(0, min(row, self.list.count() - 1)))
                return True
        return super().eventFilter(watched, event)


def _rank(offer: Offer, text: str) -> int | None:
    """How well a part goes with what was typed, best first; None where it does not."""
    typed = text.casefold().strip()
    name, said = (t.replace("\u00a0", " ").casefold() for t in (offer.name, offer.text))
    if name.startswith(typed):
        return 0
    words = typed.split()
    if all(word in name for word in words):
        return 1
    return 2 if all(word in f"{name} {said}" for word in words) else None
