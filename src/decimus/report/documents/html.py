"""A document as one HTML file that needs no other: figures and style are in it."""

from __future__ import annotations

from base64 import b64encode
from importlib.resources import files

from decimus import __version__
from decimus.errors import drawable
from decimus.report.documents.contents import Document
from decimus.report.documents.running_text import clean, lines_of
from decimus.wording.letters import heading_letters


def html_bytes(document: Document) -> bytes:
    """The document as HTML 5 in UTF-8; whatever is foreign in it is only text."""
    from jinja2 import Environment, StrictUndefined
    from markupsafe import escape

    # Everything is escaped, what is foreign freed of signs that no document may hold.
    environment = Environment(
        autoescape=True,
        undefined=StrictUndefined,
        keep_trailing_newline=True,
        finalize=lambda value: drawable(value) if type(value) is str else value,
    )
    environment.globals |= {
        "base64": lambda content: b64encode(content).decode("ascii"),
        "lines": lines_of,
        "lettered": heading_letters,
        "escape": escape,
    }
    template = (files(__package__) / "page.html.jinja").read_text("utf-8")
    page = environment.from_string(template).render(
        title=clean(document.title),
        version=__version__,
        blocks=[(type(block).__name__, block) for block in document.blocks],
    )
    return page.encode("utf-8")
