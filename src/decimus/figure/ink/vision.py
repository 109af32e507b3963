"""A page as it is seen without colour, or with a deficiency of colour vision.

Source: G. M. Machado, M. M. Oliveira, L. A. F. Fernandes, A physiologically-based model for
simulation of color vision deficiency, IEEE Trans. Vis. Comput. Graph. 15 (2009) 1291–1298,
matrices of full severity, applied to linear sRGB. Grey keeps the relative luminance (ITU-R BT.709).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from itertools import combinations

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from decimus.figure.marks import Box, Dots, Label, Line, Mark, Page, Stroke
from decimus.terms import Vision

_LUMINANCE = (0.2126, 0.7152, 0.0722)
_MATRICES: dict[Vision, tuple[tuple[float, float, float], ...]] = {
    Vision.USUAL: ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)),
    Vision.GREY: (_LUMINANCE, _LUMINANCE, _LUMINANCE),
    Vision.PROTANOPIA: (
        (0.152286, 1.052583, -0.204868),
        (0.114503, 0.786281, 0.099216),
        (-0.003882, -0.048116, 1.051998),
    ),
    Vision.DEUTERANOPIA: (
        (0.367322, 0.860646, -0.227968),
        (0.280085, 0.672501, 0.047413),
        (-0.011820, 0.042940, 0.968881),
    ),
    Vision.TRITANOPIA: (
        (1.255528, -0.076749, -0.178779),
        (-0.078411, 0.930809, 0.147602),
        (0.004733, 0.691367, 0.303900),
    ),
}


def linear(colour: str) -> NDArray[np.float64]:
    """A colour of the form #rrggbb as shares of linear light."""
    shares = np.array([int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)])
    return np.where(shares <= 0.04045, shares / 12.92, ((shares + 0.055) / 1.055) ** 2.4)


def _hex(light: NDArray[np.float64]) -> str:
    kept = np.clip(light, 0.0, 1.0)
    shares = np.where(kept <= 0.0031308, 12.92 * kept, 1.055 * kept ** (1 / 2.4) - 0.055)
    return "#" + "".join(f"{round(255 * share):02x}" for share in shares.tolist())


@lru_cache(maxsize=512)
def seen_colour(colour: str, vision: Vision) -> str:
    """A colour as it is seen."""
    return _hex(np.array(_MATRICES[vision]) @ linear(colour))


_TO_XYZ = np.array(
    (
        (0.4124564, 0.3575761, 0.1804375),
        (0.2126729, 0.7151522, 0.0721750),
        (0.0193339, 0.1191920, 0.9503041),
    )
)
"""Of sRGB with its white, D65 (IEC 61966-2-1)."""


def lab(colour: str) -> NDArray[np.float64]:
    """A colour in CIE 1976 L*a*b* (CIE 15), in which distances are about what one sees."""
    xyz = _TO_XYZ @ linear(colour) / (_TO_XYZ @ np.ones(3))
    f = np.where(xyz > 216 / 24389, np.cbrt(xyz), (24389 / 27 * xyz + 16) / 116)
    return np.array((116 * f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2])))


def least_difference(shades: Sequence[str], vision: Vision) -> float:
    """The least distance between any two colours as they are seen, in CIE 1976 units.

    Two of about 2.3 can just be told apart side by side; small marks apart need more.
    """
    places = [lab(seen_colour(shade, vision)) for shade in dict.fromkeys(shades)]
    return min((float(np.linalg.norm(a - b)) for a, b in combinations(places, 2)), default=math.inf)


def seen(page: Page, vision: Vision) -> Page:
    """The page as it is seen; the same where nothing is the matter."""
    if vision is Vision.USUAL:
        return page
    return replace(page, marks=tuple(_seen(mark, vision) for mark in page.marks))


def _seen(mark: Mark, vision: Vision) -> Mark:
    colour = seen_colour(mark.colour, vision)
    match mark:
        case Box():
            return replace(mark, colour=colour, outline=seen_colour(mark.outline, vision))
        case Dots():
            return replace(mark, colour=colour, fill=seen_colour(mark.fill, vision))
        case Stroke() | Line() | Label():
            return replace(mark, colour=colour)
