"""A page as the content of a file: pictures, vector files, and what they say of themselves."""

from __future__ import annotations

import io
import re
import warnings
from typing import TYPE_CHECKING, Any
from xml.sax.saxutils import escape

from decimus.errors import drawable
from decimus.figure.ink.drawing import MM_PER_INCH, PAPER, Pen, picture
from decimus.figure.ink.vision import seen
from decimus.figure.marks import Page
from decimus.terms import Vision
from decimus.values import Value

if TYPE_CHECKING:
    from matplotlib.backend_bases import RendererBase

BITMAPS = ("png", "tiff", "jpg")
WITHOUT_CLEAR = frozenset({"jpg", "eps"})
"""Formats that have no transparent background."""
_PROGRAM = "Decimus"
_LONGEST = 4000
"""Letters of a description; readers of pictures choke on more."""
_DESCRIPTION, _SOFTWARE = 270, 305
"""Tags of TIFF 6.0."""
_COMMENT = 60_000


class FileLook(Value, frozen=True):
    """How a figure is written.

    Args:
        dpi: dots per inch of a bitmap at true size.
        is_transparent: whether the paper is left out.
        is_grey: whether there are greys only.
        has_outlines: whether letters of SVG are shapes rather than text.
        title: what the file calls itself.
        caption: its description.
        alt: what it shows, for whoever cannot see it.
    """

    dpi: float = 300.0
    is_transparent: bool = False
    is_grey: bool = False
    has_outlines: bool = False
    title: str = ""
    caption: str = ""
    alt: str = ""


def file_bytes(page: Page, file_format: str, look: FileLook = FileLook()) -> bytes:  # noqa: B008
    """The page as the content of a file.

    Args:
        page: what to draw.
        file_format: "png", "tiff", "jpg", "svg", "pdf" or "eps".
        look: how it is written; formats without a transparent background stay white.
    """
    shown = seen(page, Vision.GREY) if look.is_grey else page
    if file_format in BITMAPS:
        return _bitmap(shown, file_format, look)
    content = _vector(shown, file_format, look)
    return _described(content, look) if file_format == "svg" else content


def _bitmap(page: Page, file_format: str, look: FileLook) -> bytes:
    """The very picture that the screen shows, at the dots per inch asked for."""
    from PIL import Image
    from PIL.PngImagePlugin import PngInfo

    is_clear = look.is_transparent and file_format not in WITHOUT_CLEAR
    pixels = picture(page, look.dpi / MM_PER_INCH, is_transparent=is_clear)
    image = Image.fromarray(pixels)
    image = image.convert(("LA" if is_clear else "L") if look.is_grey else image.mode)
    if not is_clear and not look.is_grey:
        image = image.convert("RGB")
    said = _said(look)
    options: dict[str, Any] = {"dpi": (look.dpi, look.dpi)}
    if file_format == "png":
        info = PngInfo()
        info.add_text("Software", _PROGRAM)
        for key, text in (("Title", look.title), ("Description", said)):
            if text:
                info.add_itxt(key, text)
        options["pnginfo"] = info
    elif file_format == "tiff":
        described = {_DESCRIPTION: _ascii(said)} if said else {}
        options |= {"compression": "tiff_lzw", "tiffinfo": {**described, _SOFTWARE: _PROGRAM}}
    else:
        # Nothing is lost between neighbouring colours, as letters and lines have sharp edges.
        options |= {"quality": 95, "subsampling": 0}
        options |= {"comment": said.encode("utf-8")[:_COMMENT]} if said else {}
    out = io.BytesIO()
    image.save(out, {"jpg": "JPEG"}.get(file_format, file_format.upper()), **options)
    return out.getvalue()


def _said(look: FileLook) -> str:
    return drawable(" ".join(part for part in (look.caption, look.alt) if part))[:_LONGEST]


def _ascii(text: str) -> str:
    """TIFF 6.0 has seven bits for a letter; others become what is nearest."""
    plain = text.translate({0xA0: " ", 0x2212: "-", 0x2013: "-", 0x2019: "'", 0xB1: "+/-"})
    return plain.encode("ascii", "replace").decode("ascii")


def _vector(page: Page, file_format: str, look: FileLook) -> bytes:
    from matplotlib import rc_context
    from matplotlib.backends.backend_agg import FigureCanvasAgg
    from matplotlib.figure import Figure

    is_clear = look.is_transparent and file_format not in WITHOUT_CLEAR
    paper = "none" if is_clear else PAPER
    size = (page.width_mm / MM_PER_INCH, page.height_mm / MM_PER_INCH)
    figure = Figure(figsize=size, facecolor=paper, linewidth=0)
    figure.add_artist(_page_artist(page, has_real_text=not look.has_outlines))
    settings: dict[Any, Any] = {
        "font.sans-serif": ["Source Sans 3", "Source Sans Pro", "Helvetica", "Arial"],
        "font.serif": ["Source Serif 4", "Source Serif Pro", "Times New Roman", "Times"],
        "svg.fonttype": "none",
        "pdf.fonttype": 42,
        "ps.fonttype": 42,
        "svg.hashsalt": "decimus",
    }
    # No dates and no library versions: equal figures give equal files.
    said = {"Title": drawable(look.title), "Subject": _said(look)}
    metadata: dict[str, dict[str, str | None]] = {
        "svg": {"Date": None, "Creator": _PROGRAM},
        "pdf": {
            "CreationDate": None,
            "Creator": _PROGRAM,
            "Producer": None,
            **{key: text for key, text in said.items() if text},
        },
        "eps": {"Creator": _PROGRAM},
    }
    out = io.BytesIO()
    with rc_context(settings), warnings.catch_warnings():
        warnings.filterwarnings("ignore", message="Glyph .* missing from font")
        FigureCanvasAgg(figure).print_figure(
            out,
            format=file_format,
            dpi=look.dpi,
            facecolor=paper,
            edgecolor="none",
            metadata=metadata[file_format],
        )
    return out.getvalue()


_SVG = re.compile(rb"<svg [^>]*>")


def _described(content: bytes, look: FileLook) -> bytes:
    """SVG that says what it is to readers of the screen: a title and a description."""
    found = _SVG.search(content)
    if found is None or not (look.title or look.caption or look.alt):
        return content
    said = f"<title>{escape(drawable(look.title))}</title><desc>{escape(_said(look))}</desc>"
    tag = found[0][:-1] + b' role="img">'
    return content[: found.start()] + tag + said.encode("utf-8") + content[found.end() :]


def _page_artist(page: Page, *, has_real_text: bool) -> Any:  # noqa: ANN401 - a local class
    """The page as the one artist of a figure."""
    from matplotlib.artist import Artist

    class PageArtist(Artist):
        """Draws the page at the figure's resolution of the moment."""

        def draw(self, renderer: RendererBase) -> None:
            """Draw every mark."""
            figure = self.get_figure(root=True)
            if figure is not None:
                scale = figure.dpi / MM_PER_INCH
                pen = Pen(renderer, scale, page.height_mm, has_real_text=has_real_text)
                pen.draw(page.marks)

    return PageArtist()
