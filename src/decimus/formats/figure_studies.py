"""Figures that carry their study: put into PNG, SVG and PDF files, and taken out again.

    PNG   a private chunk, "dcSt", that viewers pass over (W3C PNG, 5.4)
    SVG   an element in a namespace of its own within <metadata>, in base64
    PDF   an embedded file, "study.decimus" (ISO 32000, 7.11.4)

What lies in there is a study file as docs/file-format.md describes it.
"""

from __future__ import annotations

import base64
import binascii
import io
import struct
import zlib

from decimus.errors import FileFormatError
from decimus.kinds.figure_formats import CARRIERS, FigureFormat
from decimus.kinds.totals import total

LARGEST = 8 * 1024**2
"""Bytes of a study beyond which a figure does not carry it."""
NAME = "study.decimus"
_SIGNATURE = b"\x89PNG\r\n\x1a\n"
_CHUNK = b"dcSt"
_NAMESPACE = "urn:decimus:study"
_MOST_FILE = 200 * 1024**2


def with_study(content: bytes, file_format: FigureFormat, study: bytes) -> bytes:
    """The content of a figure's file with a study in it.

    Args:
        content: of the file, as we write it.
        file_format: one that carries studies.
        study: the content of a study file.
    """
    put_in, _ = _PUT_AND_TAKEN[file_format]
    return put_in(content, study)


def _png_with(content: bytes, study: bytes) -> bytes:
    end = content.rindex(b"IEND") - 4
    return content[:end] + _chunk(_CHUNK, study) + content[end:]


def _svg_with(content: bytes, study: bytes) -> bytes:
    end = content.rindex(b"</svg>")
    coded = base64.encodebytes(study)
    element = (
        f'<metadata id="study"><study xmlns="{_NAMESPACE}" encoding="base64">\n'.encode()
        + coded
        + b"</study></metadata>\n"
    )
    return content[:end] + element + content[end:]


def _chunk(kind: bytes, data: bytes) -> bytes:
    return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))


def study_in(content: bytes, file_format: FigureFormat) -> bytes:
    """The study file that a figure carries.

    Args:
        content: of the figure's file, from anywhere.
        file_format: one that carries studies.

    Raises:
        FileFormatError: it carries none, or is damaged.
    """
    if len(content) > _MOST_FILE:
        raise FileFormatError(("It is too large for a figure",))
    _, taken_out = _PUT_AND_TAKEN[file_format]
    found = taken_out(content)
    if found is None:
        raise FileFormatError(("It carries no study",))
    return found


def _in_png(content: bytes) -> bytes | None:
    if not content.startswith(_SIGNATURE):
        raise FileFormatError(("It is no PNG picture",))
    at = len(_SIGNATURE)
    while at + 12 <= len(content):
        (length,) = struct.unpack(">I", content[at : at + 4])
        kind, end = content[at + 4 : at + 8], at + 8 + length
        if end + 4 > len(content):
            break
        if kind == _CHUNK:
            data = content[at + 8 : end]
            if struct.pack(">I", zlib.crc32(kind + data)) != content[end : end + 4]:
                raise FileFormatError(("The study in this picture is damaged",))
            return data
        if kind == b"IEND":
            return None
        at = end + 4
    raise FileFormatError(("The picture is cut short",))


def _in_svg(content: bytes) -> bytes | None:
    from lxml import etree

    # Nothing is fetched, no entity is put in, and depth is bounded.
    parser = etree.XMLParser(
        resolve_entities=False, no_network=True, load_dtd=False, huge_tree=True
    )
    try:
        root = etree.fromstring(content, parser)
    except (etree.XMLSyntaxError, ValueError) as error:
        raise FileFormatError(("It is no SVG drawing, or damaged",)) from error
    found = root.find(f".//{{{_NAMESPACE}}}study")
    if found is None:
        return None
    if len(found):  # entities that were not put in, or whatever else we never write
        raise FileFormatError(("The study in this drawing is damaged",))
    try:
        return base64.b64decode("".join((found.text or "").split()), validate=True)
    except (binascii.Error, ValueError) as error:
        raise FileFormatError(("The study in this drawing is damaged",)) from error


def _pdf_with(content: bytes, study: bytes) -> bytes:
    from pypdf import PdfReader, PdfWriter

    reader = PdfReader(io.BytesIO(content))
    writer = PdfWriter(clone_from=reader)
    writer.add_attachment(NAME, study)
    # Equal figures give equal files.
    said = dict(reader.metadata or {})
    said.pop("/Producer", None)
    writer.metadata = said
    writer.pdf_header = reader.pdf_header
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def _in_pdf(content: bytes) -> bytes | None:
    from pypdf import PdfReader
    from pypdf.errors import PyPdfError

    if b"%PDF" not in content[:1024]:
        raise FileFormatError(("It is no PDF file",))
    try:
        found = PdfReader(io.BytesIO(content)).attachments.get(NAME)
        return found[0] if found else None
    except (PyPdfError, *_DAMAGE) as error:
        raise FileFormatError(("The PDF file is damaged",)) from error


_DAMAGE = (
    ValueError,
    LookupError,
    TypeError,
    AttributeError,
    AssertionError,
    ArithmeticError,
    RecursionError,
    NotImplementedError,
    EOFError,
    OSError,
    zlib.error,
)
"""What a library raises that meets a file which nobody would write."""


_PUT_AND_TAKEN = total(
    CARRIERS,
    {
        FigureFormat.PNG: (_png_with, _in_png),
        FigureFormat.SVG: (_svg_with, _in_svg),
        FigureFormat.PDF: (_pdf_with, _in_pdf),
    },
)
"""What puts a study into a kind of file, and what takes it out again."""
