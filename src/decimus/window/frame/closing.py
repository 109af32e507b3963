"""How the window closes: without asking, and only once all that was done is kept somewhere."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QCloseEvent
from PySide6.QtWidgets import QApplication, QWidget

from decimus.window.files.exports import Files
from decimus.window.files.keeping import Keeping
from decimus.window.frame.messages import Message
from decimus.window.state.jobs import Beside

_ENDING_S = 2.0
"""Seconds that what is being written has when the system asks the program to end."""


class Closing(QObject):
    """Closes a window, at once or as soon as what is being saved is saved.

    Args:
        window: it.
        files: what saves.
        beside: what is done beside the window.
        keeping: what keeps what is not saved.
        message: where it is said that nothing can be kept.
        keep_writing: keeps what is being typed.

    Signals:
        done: it is closed for good, and the program may end.
    """

    done = Signal()

    def __init__(
        self,
        window: QWidget,
        files: Files,
        beside: Beside,
        keeping: Keeping,
        message: Message,
        keep_writing: Callable[[], None],
    ) -> None:
        super().__init__(window)
        self._window = window
        self._files, self._beside, self._keeping = files, beside, keeping
        self._message = message
        self._keep_writing = keep_writing
        self._closes = False
        self._was_warned = False
        files.saving.ended.connect(self._close_if_asked)

    def asked(self, event: QCloseEvent) -> None:
        """Close without asking; what is not saved can be brought back at the next start."""
        self._keep_writing()
        if self._files.saving.job is not None:
            # What was asked to be saved is saved first; nobody has to wait in front of it.
            self._closes = True
            self._window.hide()
            event.ignore()
            return
        if self._keeping.would_lose and not self._was_warned:
            # The only time that closing is not just done: nothing could bring this back.
            self._was_warned = True
            self._closes = False
            self._window.show()  # it may have been put away while it was saved, in vain
            self._message.say(
                "This study is not saved, and changes could not be kept anywhere. "
                "Save it, or close once more to lose it",
                ("Save", self._files.save),
            )
            event.ignore()
            return
        self._beside.stop()
        self._keeping.close()
        event.accept()
        self.done.emit()

    def _close_if_asked(self) -> None:
        if self._closes:
            self._window.close()

    def end(self) -> None:
        """End at once, as the system asks: what is typed and done is in the file or its session.

        What is being saved has some seconds for that; the session holds it in any case.
        """
        self._keep_writing()
        self._window.hide()
        job = self._files.saving.job
        if job is not None:
            job.wait(_ENDING_S)
            QApplication.processEvents()  # what was saved is noted
        self._beside.stop()
        self._keeping.close(_ENDING_S)
        self.done.emit()
