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
from decimus.kinds.figure_formats import BITMAPS, FIGURE_FORMATS, VECTORS, FigureFormat
from decimus.kinds.totals import total
from decimus.terms import Vision
from decimus.values import Value

if TYPE_CHECKING:
    from matplotlib.backend_bases import RendererBase

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


def file_bytes(
    page: Page,
    file_format: FigureFormat,
    look: FileLook = FileLook(),  # noqa: B008 - frozen
) -> bytes:
    """The page as the content of a file.

    Args:
        page: what to draw.
        file_format: which kind of file.
        look: how it is written; formats without a transparent background stay white.
    """
    shown = seen(page, Vision.GREY) if look.is_grey else page
    kind = FIGURE_FORMATS[file_format]
    if kind.is_bitmap:
        return _bitmap(shown, file_format, look)
    content = _vector(shown, file_format, look)
    return _described(content, look) if kind.keeps_letters else content


def _bitmap(page: Page, file_format: FigureFormat, look: FileLook) -> bytes:
    """The very picture that the screen shows, at the dots per inch asked for."""
    from PIL import Image

    is_clear = look.is_transparent and FIGURE_FORMATS[file_format].has_clear
    pixels = picture(page, look.dpi / MM_PER_INCH, is_transparent=is_clear)
    image = Image.fromarray(pixels)
    image = image.convert(("LA" if is_clear else "L") if look.is_grey else image.mode)
    if not is_clear and not look.is_grey:
        image = image.convert("RGB")
    said = _said(look)
    encoder, options = _ENCODED[file_format]
    out = io.BytesIO()
    image.save(out, encoder, dpi=(look.dpi, look.dpi), **options(look, said))
    return out.getvalue()


def _of_png(look: FileLook, said: str) -> dict[str, Any]:
    from PIL.PngImagePlugin import PngInfo

    info = PngInfo()
    info.add_text("Software", _PROGRAM)
    for key, text in (("Title", look.title), ("Description", said)):
        if text:
            info.add_itxt(key, text)
    return {"pnginfo": info}


def _of_tiff(_look: FileLook, said: str) -> dict[str, Any]:
    described = {_DESCRIPTION: _ascii(said)} if said else {}
    return {"compression": "tiff_lzw", "tiffinfo": {**described, _SOFTWARE: _PROGRAM}}


def _of_jpg(_look: FileLook, said: str) -> dict[str, Any]:
    """Nothing is lost between neighbouring colours, as letters and lines have sharp edges."""
    comment = {"comment": said.encode("utf-8")[:_COMMENT]} if said else {}
    return {"quality": 95, "subsampling": 0, **comment}


_ENCODED = total(
    BITMAPS,
    {
        FigureFormat.PNG: ("PNG", _of_png),
        FigureFormat.TIFF: ("TIFF", _of_tiff),
        FigureFormat.JPG: ("JPEG", _of_jpg),
    },
)
"""What writes each kind of picture, and what it is told beside the dots."""


def _said(look: FileLook) -> str:
    return drawable(" ".join(part for part in (look.caption, look.alt) if part))[:_LONGEST]


def _ascii(text: str) -> str:
    """TIFF 6.0 has seven bits for a letter; others become what is nearest."""
    plain = text.translate({0xA0: " ", 0x2212: "-", 0x2013: "-", 0x2019: "'", 0xB1: "+/-"})
    return plain.encode("ascii", "replace").decode("ascii")


# No dates and no library versions: equal figures give equal files.
def _in_svg(_look: FileLook) -> dict[str, str | None]:
    return {"Date": None, "Creator": _PROGRAM}


def _in_pdf(look: FileLook) -> dict[str, str | None]:
    said = {"Title": drawable(look.title), "Subject": _said(look)}
    told = {key: text for key, text in said.items() if text}
    return {"CreationDate": None, "Creator": _PROGRAM, "Producer": None, **told}


def _in_eps(_look: FileLook) -> dict[str, str | None]:
    return {"Creator": _PROGRAM}


_METADATA = total(
    VECTORS,
    {FigureFormat.SVG: _in_svg, FigureFormat.PDF: _in_pdf, FigureFormat.EPS: _in_eps},
)


def _vector(page: Page, file_format: FigureFormat, look: FileLook) -> bytes:
    from matplotlib import rc_context
    from matplotlib.backends.backend_agg import FigureCanvasAgg
    from matplotlib.figure import Figure

    is_clear = look.is_transparent and FIGURE_FORMATS[file_format].has_clear
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
    out = io.BytesIO()
    with rc_context(settings), warnings.catch_warnings():
        warnings.filterwarnings("ignore", message="Glyph .* missing from font")
        FigureCanvasAgg(figure).print_figure(
            out,
            format=str(file_format),
            dpi=look.dpi,
            facecolor=paper,
            edgecolor="none",
            metadata=_METADATA[file_format](look),
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
