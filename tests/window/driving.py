"""Driving the window as a person would: by mouse and keys on real widgets."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDropEvent, QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu, QWidget
from pytestqt.qtbot import QtBot

from decimus.window.main_window import MainWindow
from decimus.window.widgets.choices import ChoiceMenu, EntryField
from decimus.window.widgets.sentences import SentenceView

LEFT = Qt.MouseButton.LeftButton


class Driver:
    """A window and a hand to drive it."""

    def __init__(self, qtbot: QtBot, window: MainWindow) -> None:
        self.qtbot = qtbot
        self.window = window

    def settle(self) -> None:
        """Let layouts and the zero timer of the page run."""
        for _ in range(3):
            QApplication.processEvents()

    def wait(self) -> None:
        """Wait until nothing is being done beside the window."""
        self.qtbot.waitUntil(lambda: self.window.beside.job is None)
        self.settle()

    def click(self, widget: QWidget, at: QPoint | None = None) -> None:
        """Click a widget."""
        QTest.mouseClick(widget, LEFT, Qt.KeyboardModifier.NoModifier, at or QPoint())
        self.settle()

    def keys(self, keys: str) -> None:
        """Press a shortcut; a closed dialog gives activation back only where there is a desktop."""
        self.window.activateWindow()
        self.settle()
        QTest.keySequence(self.window, keys)
        self.settle()

    def drop(self, path: Path) -> None:
        """Drop a file on the window."""
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(path))])
        drop = QDropEvent(
            *(QPointF(5, 5), Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton),
            Qt.KeyboardModifier.NoModifier,
        )
        self.window.dropEvent(drop)
        self.settle()

    def go(self, place: str) -> None:
        """Go to a place by clicking its word."""
        self.click(self.window.places_line.buttons[place])

    def clipboard(self, text: str) -> None:
        """Put text on the clipboard."""
        QGuiApplication.clipboard().setText(text)

    def open_choice(self, view: SentenceView, key: str) -> ChoiceMenu:
        """Open a choice by a click on its words."""
        button = view.button(key)
        self.click(button)
        menu = QApplication.activePopupWidget()
        assert isinstance(menu, ChoiceMenu)
        return menu

    def choose(self, view: SentenceView, key: str, label: str) -> None:
        """Choose one of the words a choice could be."""
        self.pick(self.open_choice(view, key), label)

    def pick(self, menu: QMenu, label: str) -> None:
        """Click a line of a menu."""
        for action in menu.actions():
            if action.text().replace("\u00a0", " ").startswith(label):
                assert action.isEnabled(), action.text()
                QTest.mouseClick(
                    menu, LEFT, Qt.KeyboardModifier.NoModifier, menu.actionGeometry(action).center()
                )
                self.settle()
                return
        raise AssertionError(f"no {label} among {[a.text() for a in menu.actions()]}")

    def type_choice(self, view: SentenceView, key: str, text: str, entry: int = 0) -> EntryField:
        """Type what a choice could be."""
        menu = self.open_choice(view, key)
        field = menu.findChildren(EntryField)[entry]
        field.line.selectAll()
        QTest.keyClicks(field.line, text)
        QTest.keyClick(field.line, Qt.Key.Key_Return)
        self.settle()
        return field

    def close_popups(self) -> None:
        """Close whatever is open."""
        while (popup := QApplication.activePopupWidget()) is not None:
            popup.close()
