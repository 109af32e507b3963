"""A window that fits the screen it opens on, with its frame."""

from __future__ import annotations

from PySide6.QtCore import QRect, QSize
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QWidget

WANTED = QSize(1280, 800)
LEAST = QSize(1024, 700)
_WITHOUT_SCREEN = ("offscreen", "minimal")
"""Platforms whose screen is made up, so that nothing has to fit it."""
_USUAL_FRAME = QSize(4, 40)
"""Room that a frame takes before it is there to be measured."""


def fit(window: QWidget) -> None:
    """Give a window the size it wants, or what its screen has room for, all of it on the screen."""
    if QGuiApplication.platformName() in _WITHOUT_SCREEN:
        if not window.isVisible():
            window.resize(WANTED)
            window.setMinimumSize(LEAST)
        return
    room = window.screen().availableGeometry()
    frame = _frame(window)
    most = room.size() - frame
    window.setMinimumSize(LEAST.boundedTo(most))
    wanted = WANTED if not window.isVisible() else window.size()
    window.resize(wanted.boundedTo(most))
    if window.isVisible():
        _move_into(window, room)


def _frame(window: QWidget) -> QSize:
    """What the frame adds to a window; none where nobody draws frames."""
    if not window.isVisible():
        return _USUAL_FRAME
    return window.frameGeometry().size() - window.size()


def _move_into(window: QWidget, room: QRect) -> None:
    """Move a window by as much as its frame reaches over the edge of the screen."""
    frame = window.frameGeometry()
    x = max(room.left(), min(frame.left(), room.right() + 1 - frame.width()))
    y = max(room.top(), min(frame.top(), room.bottom() + 1 - frame.height()))
    if (x, y) != (frame.left(), frame.top()):
        window.move(x, y)
