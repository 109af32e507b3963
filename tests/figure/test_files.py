"""What figure files hold, as other readers find it: sizes, colours, fonts, words about itself."""

from __future__ import annotations

import io
import re
import xml.etree.ElementTree as ET

import numpy as np
import pytest
from PIL import Image
from pypdf import PdfReader

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.figure.fonts import FIGURE_FILES
from decimus.figure.ink.files import FileLook, file_bytes
from decimus.figure.layout import page_of
from decimus.figure.marks import Face, Label, Page
from decimus.figure.outlines import measure, missing_signs
from decimus.figure.text import notation_of
from decimus.study import edits
from decimus.study.studies import Study
from decimus.study.targets import TitleAt
from decimus.terms import Typeface
from decimus.wording.figure.alt_text import alt_text, figure_name
from decimus.workflows.exporting import FigureFile, figure_bytes
from tests.conftest import TWO_FACTORS, results_of

SAID = FileLook(title="Area by salt", caption="Means ± SD, n = 6 − none.", alt="Bars: 3 for 0 g/L.")
SIGNS = (
    "° µ ± × ÷ − ² ³ ₂ ₃ ⁻ ¹ α β γ δ ε η θ λ μ π ρ σ τ φ χ ψ ω Δ Σ Ω ≤ ≥ ≠ ≈ ∞ √ ∂ ′ ″ – — … ‰ Å"
)


@pytest.fixture(scope="module")
def page() -> Page:
    return page_of(results_of(TWO_FACTORS), measure)


@pytest.mark.parametrize("file_format", ["png", "tiff", "jpg"])
@pytest.mark.parametrize("is_grey", [False, True])
def test_pictures_are_8_bit_colour_or_grey_with_dpi_and_words(
    page: Page, file_format: str, is_grey: bool
) -> None:
    look = FileLook(600.0, is_grey=is_grey, caption=SAID.caption, alt=SAID.alt, title=SAID.title)
    image = Image.open(io.BytesIO(file_bytes(page, file_format, look)))
    assert image.mode == ("L" if is_grey else "RGB")
    assert float(image.info["dpi"][0]) == pytest.approx(600, abs=0.01)
    if file_format == "tiff":
        assert "n = 6" in image.tag_v2[270]  # type: ignore[attr-defined]
        assert image.info["compression"] == "tiff_lzw"
    else:
        said = image.info["comment"].decode() if file_format == "jpg" else image.info["Description"]
        assert said == f"{SAID.caption} {SAID.alt}"


@pytest.mark.parametrize("file_format", ["png", "tiff"])
def test_without_paper_a_picture_is_clear_where_nothing_is_drawn(
    page: Page, file_format: str
) -> None:
    content = file_bytes(page, file_format, FileLook(is_transparent=True))
    pixels = np.asarray(Image.open(io.BytesIO(content)))
    assert pixels.shape[2] == 4
    assert pixels[2, -3, 3] == 0
    assert (pixels[..., 3] == 255).any()


@pytest.mark.parametrize("is_transparent", [False, True])
def test_vectors_have_paper_or_none(page: Page, is_transparent: bool) -> None:
    svg = file_bytes(page, "svg", FileLook(is_transparent=is_transparent)).decode()
    patch = re.search(r'<g id="patch_1">.*?</g>', svg, re.DOTALL)
    assert (patch is not None and "#ffffff" in patch[0]) is not is_transparent


def test_a_pdf_has_its_fonts_its_text_and_its_size(page: Page) -> None:
    reader = PdfReader(io.BytesIO(file_bytes(page, "pdf", SAID)))
    only = reader.pages[0]
    size = [float(x) / 72 * 25.4 for x in (only.mediabox.width, only.mediabox.height)]
    assert size == pytest.approx([page.width_mm, page.height_mm], abs=0.01)
    text = only.extract_text()
    assert all(word in text for word in ("Salt (g/L)", "Area (mm²)", "dim", "bright"))
    fonts = [font.get_object() for font in only["/Resources"]["/Font"].values()]  # type: ignore[index]
    assert fonts
    for font in fonts:
        described = font["/DescendantFonts"][0].get_object()["/FontDescriptor"].get_object()
        assert "/FontFile2" in described
    assert reader.metadata is not None
    assert (reader.metadata.title, reader.metadata.subject) == (
        SAID.title,
        f"{SAID.caption} {SAID.alt}",
    )


def test_an_svg_says_what_it_is_and_its_letters_are_text_or_shapes(page: Page) -> None:
    name = "{http://www.w3.org/2000/svg}"
    root = ET.fromstring(file_bytes(page, "svg", SAID))  # noqa: S314
    assert root.get("role") == "img"
    assert root.findtext(f"{name}title") == SAID.title
    assert root.findtext(f"{name}desc") == f"{SAID.caption} {SAID.alt}"
    texts = ["".join(node.itertext()) for node in root.iter(f"{name}text")]
    assert {"dim", "bright", "Area (mm²)", "Salt (g/L)"} <= set(texts)
    shapes = ET.fromstring(file_bytes(page, "svg", FileLook(has_outlines=True)))  # noqa: S314
    assert list(shapes.iter(f"{name}text")) == []
    assert len(list(shapes.iter(f"{name}path"))) > 10


def test_words_with_signs_of_their_own_stay_words() -> None:
    look = FileLook(title="<b>&\x00", caption="]]> \"x\" 'y' <!--", alt="\ud800 é")
    page = page_of(results_of(TWO_FACTORS), measure)
    for file_format in ("png", "tiff", "jpg", "svg", "pdf", "eps"):
        content = file_bytes(page, file_format, look)
        if file_format == "svg":
            root = ET.fromstring(content)  # noqa: S314
            assert "]]>" in (root[1].text or "")


def test_greys_have_no_colour_in_any_format(page: Page) -> None:
    svg = file_bytes(page, "svg", FileLook(is_grey=True)).decode()
    colours = set(re.findall(r"#([0-9a-f]{6})", svg))
    assert colours
    assert all(c[:2] == c[2:4] == c[4:] for c in colours)


@pytest.mark.parametrize("typeface", list(Typeface))
def test_the_typefaces_have_every_sign_that_is_offered(typeface: Typeface) -> None:
    title = edits.WriteAxisTitle(is_value_axis=True, text=SIGNS)
    chosen = edits.ChooseLook(name="typeface", value=typeface.value)
    shown = page_of(results_of(TWO_FACTORS, title, chosen), measure)
    assert missing_signs(shown) == ""
    assert any(SIGNS[:5] in mark.text for mark in shown.marks if isinstance(mark, Label))


@pytest.mark.parametrize("file_format", ["svg", "pdf", "eps", "png"])
def test_a_figure_with_serifs_has_no_other_letters(file_format: str) -> None:
    chosen = edits.ChooseLook(name="typeface", value="serif")
    title = edits.ChooseSetting(name="title", value="*x* of y")
    subtitle = edits.ChooseSetting(name="subtitle", value="of *z*")
    shown = page_of(results_of(TWO_FACTORS, chosen, title, subtitle), measure)
    faces = {run.face for m in shown.marks if isinstance(m, Label) for run in m.runs}
    assert faces == {face for face in Face if face.is_serif}
    content = file_bytes(shown, file_format)
    if file_format != "png":
        assert b"Serif" in content
        assert b"SourceSans" not in content
    texts = [m for m in shown.marks if isinstance(m, Label)]
    assert all(m.bounds.right <= shown.width_mm + 0.01 for m in texts)


def test_a_figure_is_called_and_described_by_its_data() -> None:
    results = Results(example("duckweed").edit().apply(Study()))
    assert figure_name(results).endswith(" by road salt")
    said = alt_text(results)
    assert said.startswith("Bars: ")
    for group in results.groups.shown:
        assert f" for {group.name}" in said


@pytest.mark.parametrize("face", list(Face))
def test_every_face_has_a_font_that_looks_like_it(face: Face) -> None:
    from matplotlib.ft2font import FT2Font

    found = FT2Font(str(FIGURE_FILES[face]))
    assert ("It" in found.style_name) == face.is_italic
    assert ("Serif" in found.family_name) == face.is_serif
    assert ("emi" in f"{found.family_name} {found.style_name}") == face.is_strong


def test_words_lean_in_a_heavy_title_and_in_serifs_and_are_read_back_so() -> None:
    title = edits.ChooseSetting(name="title", value="*Lemna* in ^13^C")
    pages = [
        page_of(results_of(TWO_FACTORS, title, *chosen), measure)
        for chosen in ((), (edits.ChooseLook(name="typeface", value="serif"),))
    ]
    for shown in pages:
        runs = next(m.runs for m in shown.of(TitleAt) if isinstance(m, Label))
        assert notation_of(runs) == "*Lemna* in ^13^C"
        assert all(run.face.is_strong for run in runs)


def test_a_file_is_called_by_its_own_title_or_by_what_it_shows() -> None:
    title = edits.ChooseSetting(name="title", value="*Lemna* in ^13^C")
    for chosen, expected in (((), "Area by salt and light"), ((title,), "Lemna in 13C")):
        results = results_of(TWO_FACTORS, *chosen)
        image = Image.open(io.BytesIO(figure_bytes(results, "png", FigureFile())))
        assert image.info["Title"] == expected
