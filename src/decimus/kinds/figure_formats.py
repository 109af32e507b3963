"""Every kind of file that a figure is written to, described once."""

from __future__ import annotations

from enum import StrEnum

from decimus.kinds.totals import total
from decimus.values import Value


class FigureFormat(StrEnum):
    """A kind of file that a figure is written to, by the ending of its name."""

    PNG = "png"
    SVG = "svg"
    PDF = "pdf"
    TIFF = "tiff"
    JPG = "jpg"
    EPS = "eps"


class FormatKind(Value, frozen=True):
    """What a kind of file is.

    Args:
        name: what it is called.
        endings: of file names, its own first, in small letters.
        is_bitmap: whether it holds dots, so that it has a resolution.
        has_clear: whether its background can be left out.
        carries_study: whether a study can go with it, and come out of it again.
        keeps_letters: whether its letters can be text or shapes, as one likes.
    """

    name: str
    endings: tuple[str, ...]
    is_bitmap: bool
    has_clear: bool
    carries_study: bool
    keeps_letters: bool


FIGURE_FORMATS = total(
    FigureFormat,
    {
        FigureFormat.PNG: FormatKind(
            name="PNG",
            endings=("png",),
            is_bitmap=True,
            has_clear=True,
            carries_study=True,
            keeps_letters=False,
        ),
        FigureFormat.SVG: FormatKind(
            name="SVG",
            endings=("svg",),
            is_bitmap=False,
            has_clear=True,
            carries_study=True,
            keeps_letters=True,
        ),
        FigureFormat.PDF: FormatKind(
            name="PDF",
            endings=("pdf",),
            is_bitmap=False,
            has_clear=True,
            carries_study=True,
            keeps_letters=False,
        ),
        FigureFormat.TIFF: FormatKind(
            name="TIFF",
            endings=("tiff", "tif"),
            is_bitmap=True,
            has_clear=True,
            carries_study=False,
            keeps_letters=False,
        ),
        FigureFormat.JPG: FormatKind(
            name="JPG",
            endings=("jpg", "jpeg"),
            is_bitmap=True,
            has_clear=False,
            carries_study=False,
            keeps_letters=False,
        ),
        FigureFormat.EPS: FormatKind(
            name="EPS",
            endings=("eps",),
            is_bitmap=False,
            has_clear=False,
            carries_study=False,
            keeps_letters=False,
        ),
    },
)

FORMAT_OF_ENDING = {e: made for made, kind in FIGURE_FORMATS.items() for e in kind.endings}
"""The kind of file by the ending of its name."""
BITMAPS = tuple(made for made, kind in FIGURE_FORMATS.items() if kind.is_bitmap)
VECTORS = tuple(made for made, kind in FIGURE_FORMATS.items() if not kind.is_bitmap)
CARRIERS = tuple(made for made, kind in FIGURE_FORMATS.items() if kind.carries_study)
"""Those that a study can go with."""
CARRIER_SUFFIXES = tuple(f".{e}" for made in CARRIERS for e in FIGURE_FORMATS[made].endings)
"""Endings of files out of which a study may come, with their point."""
