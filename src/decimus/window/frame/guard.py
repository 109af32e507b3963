"""A part of the window that could not be shown says so in its place; the rest goes on."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, Qt, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from decimus.errors import FaultError
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import sans
from decimus.workflows.faults import logged


def fault_of(error: Exception) -> FaultError:
    """A fault of our own, logged, as something that can be said."""
    return FaultError(logged(error))


class Cover(QFrame):
    """What stands over a part of the window that could not be shown.

    Signals:
        undo_wanted: the last change is to be taken back.
        save_wanted: the study is to be saved.
    """

    undo_wanted = Signal()
    save_wanted = Signal()

    def __init__(self, view: QWidget, name: str) -> None:
        super().__init__(view)
        self.setObjectName("problem")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._name = name
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self._label.setWordWrap(True)
        self._label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.undo = QPushButton("Undo the last change", self)
        self.save = QPushButton("Save", self)
        self.undo.clicked.connect(self.undo_wanted)
        self.save.clicked.connect(self.save_wanted)
        buttons = QHBoxLayout()
        for button in (self.undo, self.save):
            button.setFont(sans(14))
            buttons.addWidget(button)
        buttons.addStretch(1)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(20, 20, 20, 20)
        layout.addWidget(self._label)
        layout.addLayout(buttons)
        layout.addStretch(1)
        view.installEventFilter(self)

    @property
    def text(self) -> str:
        """What is said."""
        return self._label.text()

    def say(self, words: str) -> None:
        """Cover the view and say what went wrong."""
        self._label.setText(f"{self._name} cannot be shown as things stand. {words}")
        self._fill()
        self.show()
        self.raise_()

    def _fill(self) -> None:
        view = self.parentWidget()
        if view is not None:
            self.setGeometry(view.rect())

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Stay as large as what is covered."""
        if event.type() == QEvent.Type.Resize and self.isVisible():
            self._fill()
        return super().eventFilter(watched, event)


class Guard(QObject):
    """Refreshes the views of the window, each by itself, so that a fault of one stays there.

    Signals:
        refused: a FaultError of a view too small to say it in its place.
        undo_wanted: the last change is to be taken back.
        save_wanted: the study is to be saved.
    """

    refused = Signal(object)
    undo_wanted = Signal()
    save_wanted = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.covers: dict[QWidget, Cover] = {}

    def refresh(self, view: QWidget, name: str, show: Callable[[], object]) -> bool:
        """Have a view show what it should; cover it where that fails.

        Args:
            view: what is refreshed.
            name: what it is, for people; "" for one too small to be covered by words.
            show: refreshes it.

        Returns:
            Whether it shows what it should.
        """
        try:
            show()
        except Exception as fault:  # noqa: BLE001 - whatever it is, the other views go on
            said = fault_of(fault)
            if name:
                self.cover(view, name, said)
            else:
                self.refused.emit(said)
            return False
        self.uncover(view)
        return True

    def uncover(self, view: QWidget) -> None:
        """Take away what stands over a view that is shown again."""
        if view in self.covers:
            self.covers[view].hide()

    def cover(self, view: QWidget, name: str, fault: FaultError) -> None:
        """Say over a view that it cannot be shown."""
        if view not in self.covers:
            cover = Cover(view, name)
            cover.undo_wanted.connect(self.undo_wanted)
            cover.save_wanted.connect(self.save_wanted)
            self.covers[view] = cover
        self.covers[view].say(fault.what)
