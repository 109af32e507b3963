"""Letters as outlines: their room on the page, and their shapes for pictures.

Outlines are made once per text at a size of 1 pt and scaled, which is ten times
faster than laying out text anew for every drawing.
"""

from __future__ import annotations

import warnings
from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache, lru_cache
from typing import TYPE_CHECKING

import numpy as np

from decimus.figure.fonts import FIGURE_FILES
from decimus.figure.marks import MM_PER_POINT, Extent, Face, Label, Page

if TYPE_CHECKING:
    from matplotlib.font_manager import FontProperties
    from matplotlib.path import Path as Outline

_UNIT_PT = 100.0
_ASCENT, _DESCENT = 0.72, 0.2
"""Of the size: from the baseline to the top of capitals and accents, and to the lowest tail."""


@lru_cache(maxsize=64)
def font(face: Face, size_pt: float = _UNIT_PT) -> FontProperties:
    """The font of a face at a size, by its bundled file."""
    from matplotlib.font_manager import FontProperties

    return FontProperties(
        fname=str(FIGURE_FILES[face]),
        size=size_pt,
        # Said again for vector files, whose readers look for the font by its looks.
        family="serif" if face.is_serif else "sans-serif",
        style="italic" if face.is_italic else "normal",
        weight=600 if face.is_strong else 400,
    )


@lru_cache(maxsize=4096)
def outline(text: str, face: Face) -> Outline:
    """The shape of a text at 1 pt, its baseline starting at (0, 0), in points."""
    from matplotlib.path import Path
    from matplotlib.textpath import text_to_path

    if not text:
        return Path([(0.0, 0.0)])
    with _quiet():
        vertices, codes = text_to_path.get_text_path(font(face), text, ismath=False)
    return Path(np.asarray(vertices) / text_to_path.FONT_SCALE, codes)


@lru_cache(maxsize=4096)
def _width(text: str, face: Face) -> float:
    """The advance of a text at 1 pt, in points."""
    from matplotlib.textpath import text_to_path

    with _quiet():
        width, _, _ = text_to_path.get_text_width_height_descent(text, font(face), ismath=False)
    return float(width) / _UNIT_PT


@contextmanager
def _quiet() -> Iterator[None]:
    """Signs that the typeface lacks are ours to report, see `missing_signs`."""
    with warnings.catch_warnings():
        warnings.filterwarnings("ignore", message="Glyph .* missing from font")
        yield


@cache
def _signs(face: Face) -> frozenset[int]:
    from matplotlib.ft2font import FT2Font

    return frozenset(FT2Font(str(FIGURE_FILES[face])).get_charmap())


def missing_signs(page: Page) -> str:
    """The signs in the page's texts that the typeface lacks, each once."""
    runs = (run for mark in page.marks if isinstance(mark, Label) for run in mark.runs)
    found = (sign for run in runs for sign in run.text if ord(sign) not in _signs(run.face))
    return "".join(dict.fromkeys(found))


_MEASURED = 2_000
"""Letters that are measured; no page has room for more, and the rest is taken to be as wide."""


def measure(text: str, face: Face, size_pt: float) -> Extent:
    """The room a text takes, in mm."""
    mm = size_pt * MM_PER_POINT
    width = _width(text[:_MEASURED], face) if text else 0.0
    if len(text) > _MEASURED:
        width *= len(text) / _MEASURED
    return Extent(width * mm, _ASCENT * mm, _DESCENT * mm)
