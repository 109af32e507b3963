"""What went wrong, with what can be done about each kind of it."""

from __future__ import annotations

from collections.abc import Callable

from decimus.errors import FaultError, InputError
from decimus.window.files.exports import Files
from decimus.window.frame.messages import Message
from decimus.workflows.saving import ChangedElsewhereError, NotSavedError


def say_error(
    error: InputError, message: Message, files: Files, say_words: Callable[[str], None]
) -> None:
    """Say what went wrong, next to the place, with what can be done about it."""
    if isinstance(error, ChangedElsewhereError):
        path = error.path
        message.say(
            str(error),
            ("Save beside it", lambda: files.save_beside(path)),
            ("Save over it, keeping a copy", lambda: files.save_over(path)),
        )
    elif isinstance(error, FaultError):
        message.say(error.what, ("Save", files.save))
    elif isinstance(error, NotSavedError):
        message.say(str(error), ("Save under another name", files.save_as))
    else:
        say_words(str(error))
