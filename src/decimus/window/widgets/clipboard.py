"""The clipboard: text, and text with its rich form."""

from __future__ import annotations

from PySide6.QtCore import QMimeData, QStringListModel
from PySide6.QtGui import QGuiApplication, QImage


def copy_text(text: str) -> None:
    """Put text on the clipboard."""
    QGuiApplication.clipboard().setText(text)


def text_data(text: str) -> QMimeData:
    """Text as data that outlives the window."""
    data = _made_by_qt()
    data.setText(text)
    return data


def copy_rich(text: str, html: str) -> None:
    """Put text on the clipboard, with its rich form for those who take that."""
    data = _made_by_qt()
    data.setText(text)
    data.setHtml(html)
    QGuiApplication.clipboard().setMimeData(data)


def copy_picture(png: bytes, vectors: dict[str, bytes], html: str) -> None:
    """Put a picture on the clipboard, as vectors too, and as HTML with words beside it.

    Args:
        png: the picture.
        vectors: the content of vector files, each by its media type.
        html: the picture with what stands below it.
    """
    data = _made_by_qt()
    data.setImageData(QImage.fromData(png))
    for kind, content in vectors.items():
        data.setData(kind, content)
    data.setHtml(html)
    QGuiApplication.clipboard().setMimeData(data)


def _made_by_qt() -> QMimeData:
    """Empty data that Python has no part in.

    The clipboard outlives Python: data made in Python would call into it when they go, at the
    very end of the process, and end it by a fault. A model makes them in C++.
    """
    model = QStringListModel([""])
    data = model.mimeData([model.index(0)])
    for name in data.formats():
        data.removeFormat(name)
    return data
