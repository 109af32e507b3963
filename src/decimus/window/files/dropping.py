"""Files that are dropped on the window."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtGui import QDropEvent

from decimus.formats.files import path_of_stored


def is_welcome(event: QDropEvent) -> bool:
    """Whether one local file is dropped."""
    urls = event.mimeData().urls()
    return len(urls) == 1 and urls[0].isLocalFile()


def dropped(event: QDropEvent) -> Path:
    """The file; the encoded form keeps a name that is no text."""
    url = event.mimeData().urls()[0]
    return path_of_stored(bytes(url.toEncoded().data()).decode("ascii"))
