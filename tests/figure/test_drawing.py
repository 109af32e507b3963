"""Ink: files of true size, real text in vectors, the same picture everywhere."""

from __future__ import annotations

import io
import re
import struct
import zlib

import numpy as np
import pytest
from PIL import Image

from decimus.figure.ink.drawing import picture, rgba
from decimus.figure.ink.files import FileLook, file_bytes
from decimus.figure.layout import page_of
from decimus.figure.marks import Face, Page
from decimus.figure.outlines import measure
from decimus.study.edits import ChooseSize
from decimus.study.targets import GroupAt
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of


@pytest.fixture
def page() -> Page:
    return page_of(results_of(TWO_FACTORS), measure)


@pytest.mark.parametrize("dpi", [150, 300, 600])
def test_png_has_its_true_size(page: Page, dpi: int) -> None:
    content = file_bytes(page, "png", FileLook(dpi=dpi))
    width, height = struct.unpack(">II", content[16:24])
    assert width == round(85 / 25.4 * dpi)
    assert height == round(62 / 25.4 * dpi)
    image = Image.open(io.BytesIO(content))
    assert image.info["dpi"][0] == pytest.approx(dpi, abs=0.02)


@pytest.mark.parametrize("per_mm", [5, 10, 20])
@pytest.mark.parametrize("file_format", ["png", "tiff"])
def test_file_and_screen_are_the_same_to_the_pixel(
    page: Page, per_mm: int, file_format: str
) -> None:
    """At any scale of the screen, and so at twice the usual one."""
    content = file_bytes(page, file_format, FileLook(dpi=25.4 * per_mm))
    image = Image.open(io.BytesIO(content))
    assert image.mode == "RGB"
    assert np.array_equal(np.asarray(image), picture(page, per_mm)[..., :3])


@pytest.mark.parametrize(("file_format", "dpi"), [("tiff", 600), ("jpg", 200)])
def test_other_bitmaps_have_their_true_size(page: Page, file_format: str, dpi: int) -> None:
    image = Image.open(io.BytesIO(file_bytes(page, file_format, FileLook(dpi=dpi))))
    assert image.size == (round(85 / 25.4 * dpi), round(62 / 25.4 * dpi))
    assert float(image.info["dpi"][0]) == pytest.approx(dpi)


def test_eps_keeps_text_and_size(page: Page) -> None:
    eps = file_bytes(page, "eps").decode("latin-1")
    assert eps.startswith("%!PS-Adobe-3.0 EPSF")
    box = next(line for line in eps.splitlines() if line.startswith("%%HiResBoundingBox"))
    left, bottom, right, top = (float(number) for number in box.split()[1:])
    assert right - left == pytest.approx(85 / 25.4 * 72, abs=0.01)
    assert top - bottom == pytest.approx(62 / 25.4 * 72, abs=0.01)
    assert "SourceSans3-Regular" in eps


def test_svg_keeps_text_as_text(page: Page) -> None:
    svg = file_bytes(page, "svg").decode()
    texts = re.findall(r">([^<>]+)</text>", svg)
    assert {"dim", "bright", "Area (mm²)", "Salt (g/L)"} <= set(texts)
    assert "Source Sans 3" in svg
    assert 'width="240.944882pt"' in svg
    assert "file:" not in svg
    assert "<dc:date>" not in svg


def test_pdf_embeds_its_fonts(page: Page) -> None:
    pdf = file_bytes(page, "pdf")
    assert pdf.startswith(b"%PDF")
    assert b"SourceSans3-Regular" in pdf
    assert b"/FontFile2" in pdf
    assert b"/CreationDate" not in pdf
    streams = re.findall(rb"stream\r?\n(.*?)endstream", pdf, re.DOTALL)
    assert any(b"BT" in _inflated(stream) for stream in streams)


def _inflated(stream: bytes) -> bytes:
    try:
        return zlib.decompressobj().decompress(stream)
    except zlib.error:
        return b""


@pytest.mark.parametrize("file_format", ["png", "svg", "pdf"])
def test_equal_pages_give_equal_files(page: Page, file_format: str) -> None:
    assert file_bytes(page, file_format) == file_bytes(page, file_format)


def test_bars_are_inked_where_geometry_says() -> None:
    page = page_of(results_of(FIVE_BY_FOUR), measure)
    pixels = picture(page, 10)
    for box in page.of(GroupAt):
        if not hasattr(box, "width"):
            continue
        x = int((box.x + box.width * 0.2) * 10)
        y = int((page.height_mm - box.y - box.height * 0.3) * 10)
        expected = [round(255 * share) for share in rgba(box.colour)[:3]]
        assert list(pixels[y, x, :3]) == pytest.approx(expected, abs=2)
    assert list(pixels[2, 2]) == [255, 255, 255, 255]


def test_text_is_as_wide_as_measured() -> None:
    """The advance of a word is the sum of its letters' advances in the font file."""
    from matplotlib.ft2font import FT2Font

    from decimus.figure.fonts import FIGURE_FILES

    font = FT2Font(str(FIGURE_FILES[Face.REGULAR]))
    font.set_size(1000, 72)
    digits = sum(font.load_char(ord(c)).linearHoriAdvance / 65536 for c in "0123")
    assert measure("0123", Face.REGULAR, 10).width == pytest.approx(
        digits / 1000 * 10 * 25.4 / 72, rel=2e-3
    )
    assert measure("", Face.REGULAR, 10).width == 0


def test_wide_pages() -> None:
    size = ChooseSize(width_mm=175, height_mm=100)
    page = page_of(results_of(FIVE_BY_FOUR, size), measure)
    assert picture(page, 4).shape == (400, 700, 4)
