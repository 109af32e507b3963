"""What is being typed and is no edit yet: known, so that saving, closing or a kill takes it in."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QLineEdit, QWidget
from shiboken6 import isValid

from decimus.errors import InputError
from decimus.study.edits import Edit
from decimus.values import Value

EditOf = Callable[[str], Edit | None]
_DUE_MS = 500
"""After so long what was typed is told, however fast somebody goes on typing."""


class _Draft(Value, frozen=True, eq=False):
    """One field: what stood there at first, the edit its text stands for, and how to make it."""

    field: QLineEdit
    before: str
    edit_of: EditOf
    keep: Callable[[], object]


class Drafts(QObject):
    """The fields of a window in which something is being typed.

    Signals:
        changed: something is being typed now, or nothing is any more.
        due: what is being typed has changed; at most twice a second.
        save_wanted: somebody wants to save while a field has the keys.
    """

    changed = Signal()
    due = Signal()
    save_wanted = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._open: list[_Draft] = []
        self._was_typing = False
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_DUE_MS)
        self._timer.timeout.connect(self._tell)

    @staticmethod
    def around(widget: QWidget | None) -> Drafts | None:
        """Those of the window that a widget belongs to; None where it stands alone."""
        while widget is not None:
            found = getattr(widget, "drafts", None)
            if isinstance(found, Drafts):
                return found
            widget = widget.parentWidget()
        return None

    @staticmethod
    def watch(field: QLineEdit, edit_of: EditOf, keep: Callable[[], object]) -> None:
        """Know of a field for as long as it is there.

        Args:
            field: it, with the text that it begins with.
            edit_of: the edit that a text in it stands for, None for none; may raise InputError.
            keep: makes that edit now and ends the typing.
        """
        drafts = Drafts.around(field)
        if drafts is not None:
            drafts.add(field, edit_of, keep)

    def add(self, field: QLineEdit, edit_of: EditOf, keep: Callable[[], object]) -> None:
        """Know of a field, as `watch` says."""
        known = [draft for draft in self._open if draft.field is not field]
        if len(known) == len(self._open):
            field.textChanged.connect(self._typed)
        # One that is asked something else now no longer stands for what it was asked before.
        self._open = [*known, _Draft(field, field.text(), edit_of, keep)]

    @staticmethod
    def offered(field: QLineEdit) -> None:
        """A field whose text is a suggestion counts as typed into, even if nobody changes it."""
        drafts = Drafts.around(field)
        if drafts is not None:
            drafts.take_offered(field)

    def take_offered(self, field: QLineEdit) -> None:
        """Take what stands in a field for typed."""
        self._open = [
            replace(draft, before="") if draft.field is field else draft for draft in self._open
        ]
        self._typed()

    def _live(self) -> list[_Draft]:
        """Fields that are still there, in which something else stands than at first."""
        self._open = [draft for draft in self._open if isValid(draft.field)]
        return [
            draft
            for draft in self._open
            if draft.field.isVisible() and draft.field.text() != draft.before
        ]

    @property
    def is_typing(self) -> bool:
        """Whether anything is being typed."""
        return bool(self._live())

    def edits(self) -> tuple[Edit, ...]:
        """What would be changed, were it kept as it stands."""
        found: list[Edit] = []
        for draft in self._live():
            try:
                edit = draft.edit_of(draft.field.text())
            except InputError:
                continue  # nothing that can be said yet
            if edit is not None:
                found.append(edit)
        return tuple(found)

    def keep(self) -> None:
        """Keep all that is being typed."""
        for draft in self._live():
            if isValid(draft.field):
                draft.keep()
        self._tell()

    def keep_within(self, widget: QWidget) -> None:
        """Keep what is being typed in a panel or menu that is about to close."""
        for draft in self._live():
            if isValid(draft.field) and widget.isAncestorOf(draft.field):
                draft.keep()

    @staticmethod
    def keep_on_click_outside(panel: QWidget, event: QMouseEvent) -> None:
        """Before a click outside closes a panel or menu, keep what is being typed in it."""
        drafts = Drafts.around(panel)
        if drafts is not None and not panel.rect().contains(event.position().toPoint()):
            drafts.keep_within(panel)

    def _typed(self, *_: object) -> None:
        if not self._timer.isActive():
            self._timer.start()
        self._say()

    def _say(self) -> None:
        if (is_typing := self.is_typing) != self._was_typing:
            self._was_typing = is_typing
            self.changed.emit()

    def _tell(self) -> None:
        self._timer.stop()
        self._say()
        self.due.emit()
        if self._was_typing:
            self._timer.start()  # until the field is left, in whatever way
