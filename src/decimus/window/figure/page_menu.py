"""The menu of the page: what can be done to a part, what can be put there, how it is seen."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QMenu, QWidget

from decimus.study.edits import Edit
from decimus.terms import NoteKind, Vision
from decimus.window.figure.visions import VISIONS
from decimus.window.widgets.theme import sans
from decimus.wording.figure.actions import Action
from decimus.wording.figure.part_looks import Scope

_PUT = {
    NoteKind.TEXT: "Write a note here",
    NoteKind.ARROW: "Put an arrow here",
    NoteKind.LINE: "Put a line here",
}


@dataclass(frozen=True)
class Offered:
    """What the menu offers, and what is done with what was chosen; None for what does not apply.

    Args:
        write: writes the words of the part.
        colour: picks a colour for a group, its level or all.
        actions: what else can be done to the part.
        edit: makes a change.
        put: puts something by hand where the pointer is.
        put_across: puts a line across there.
        write_title: writes a title.
        vision: how the page is seen.
        see: sees it so.
    """

    write: Callable[[], object] | None
    colour: Callable[[Scope], object] | None
    actions: tuple[Action, ...]
    edit: Callable[[Edit], object]
    put: Callable[[NoteKind], object]
    put_across: Callable[[], object]
    write_title: Callable[[], object] | None
    vision: Vision
    see: Callable[[Vision], object]


def page_menu(parent: QWidget, offered: Offered) -> QMenu:
    """The menu for a part of the figure, or for bare paper."""
    menu = QMenu(parent)
    menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
    menu.setFont(sans(15))
    if offered.write is not None:
        _on(menu.addAction("Write it"), offered.write)
    if offered.colour is not None:
        for scope in Scope:
            shade = menu.addAction(f"Colour for {scope.value} …")
            _on(shade, offered.colour, scope)
    for action in offered.actions:
        entry = menu.addAction(action.label)
        _on(entry, offered.edit, action.edit)
    menu.addSeparator()
    for kind, words in _PUT.items():
        _on(menu.addAction(words), offered.put, kind)
    across = menu.addAction("Put a line across at this value")
    _on(across, offered.put_across)
    if offered.write_title is not None:
        _on(menu.addAction("Write a title"), offered.write_title)
    seen_as = menu.addMenu("See it")
    seen_as.setFont(sans(15))
    for vision, words in VISIONS.items():
        way = seen_as.addAction(words)
        way.setCheckable(True)
        way.setChecked(vision is offered.vision)
        _on(way, offered.see, vision)
    return menu


def _on(action: QAction, do: Callable[..., object], *values: object) -> None:
    """Do something when a line of the menu is chosen; whether it is checked is no matter."""
    action.triggered.connect(lambda _checked=False: do(*values))
