"""A document for word processors (Office Open XML): real headings, tables, captions and fields.

Figures are vectors with a picture beside them for programs that draw none, as ISO/IEC 29500 and the
extension for SVG have it.
"""

from __future__ import annotations

import io
from datetime import UTC, datetime
from typing import TYPE_CHECKING, Any, assert_never

from decimus import __version__
from decimus.report.documents.contents import (
    Block,
    Document,
    Facts,
    Figure,
    Heading,
    Paragraph,
    Table,
)
from decimus.report.documents.running_text import clean, lines_of
from decimus.wording.letters import heading_letters
from decimus.wording.spans import Sentence, Style, Text

if TYPE_CHECKING:
    from docx.document import Document as WordFile
    from docx.table import _Cell
    from docx.text.paragraph import Paragraph as WordParagraph

_SVG_NAMESPACE = "http://schemas.microsoft.com/office/drawing/2016/SVG/main"
_SVG_EXTENSION = "{96DAC541-7B7A-43D3-8B79-37D633B846F1}"
_SVG_TYPE = "image/svg+xml"
_PAGE_MM = (210.0, 297.0)
_MARGIN_MM = 22.0
_TEXT_FONT, _TABLE_FONT = "Georgia", "Arial"
_LONGEST_ALT = 4000


def word_bytes(document: Document) -> bytes:
    """The document as DOCX; whatever is foreign in it is only text."""
    import docx

    file = docx.Document()
    _set_up(file, document)
    for block in document.blocks:
        _add(file, block)
    out = io.BytesIO()
    file.save(out)
    return out.getvalue()


def _set_up(file: WordFile, document: Document) -> None:
    """Page, styles and what the file says of itself."""
    from docx.shared import Mm, Pt, RGBColor

    section = file.sections[0]
    section.page_width, section.page_height = Mm(_PAGE_MM[0]), Mm(_PAGE_MM[1])
    section.left_margin = section.right_margin = Mm(_MARGIN_MM)
    section.top_margin = section.bottom_margin = Mm(_MARGIN_MM)
    for name, size, font in (
        ("Normal", 11, _TEXT_FONT),
        ("Title", 20, _TEXT_FONT),
        ("Heading 1", 15, _TEXT_FONT),
        ("Heading 2", 12, _TEXT_FONT),
        ("Caption", 9.5, _TEXT_FONT),
    ):
        style: Any = file.styles[name]
        style.font.name = font
        style.font.size = Pt(size)
        style.font.color.rgb = RGBColor(0x1F, 0x26, 0x28)
        style.font.bold = name.startswith(("Heading", "Title"))
        style.font.italic = False
        for border in style.element.findall(f".//{_name('w:pBdr')}"):
            border.getparent().remove(border)
        fonts = style.element.get_or_add_rPr().get_or_add_rFonts()
        for theme in ("asciiTheme", "hAnsiTheme", "eastAsiaTheme", "cstheme"):
            fonts.attrib.pop(_name(f"w:{theme}"), None)
        fonts.set(_name("w:hAnsi"), font)
        fonts.set(_name("w:cs"), font)
    said = file.core_properties
    said.title = clean(document.title)[:255]
    said.author = ""
    said.comments = f"Made with Decimus {__version__}"
    said.last_modified_by = ""
    said.created = said.modified = datetime.now(UTC).replace(tzinfo=None)
    said.language = "en"


def _name(tag: str) -> str:
    from docx.oxml.ns import qn

    found: str = qn(tag)
    return found


def _add(file: WordFile, block: Block) -> None:
    match block:
        case Heading():
            # The first heading is the title; those below it begin at one.
            style = "Title" if block.level == 1 else f"Heading {block.level - 1}"
            heading = file.add_paragraph(clean(block.text), style=style)
            heading.paragraph_format.page_break_before = block.has_own_page or None
        case Paragraph():
            for line in lines_of(block.words):
                _write(file.add_paragraph(), line, is_marked=block.is_gap)
        case Figure():
            _figure(file, block)
        case Table():
            _table(file, block)
        case Facts():
            _facts(file, block)
        case _:
            assert_never(block)


def _write(
    paragraph: WordParagraph,
    sentence: Sentence,
    *,
    is_marked: bool = False,
    is_strong: bool = False,
) -> None:
    """Spans as runs, each in its style."""
    from docx.enum.text import WD_COLOR_INDEX

    for span in sentence:
        if not span.is_printed or not span.text:
            continue
        run = paragraph.add_run(clean(span.text))
        run.italic = span.style is Style.ITALIC or None
        run.bold = (is_strong or span.style is Style.STRONG) or None
        if is_marked:
            run.font.highlight_color = WD_COLOR_INDEX.YELLOW


# --- captions, numbered by fields ------------------------------------------------------------


def _caption(file: WordFile, kind: str, number: int, words: Sentence, *, keeps: bool) -> None:
    """A caption of the style that lists of figures and tables are made from."""
    first, *others = lines_of(words) or [()]
    paragraph = file.add_paragraph(style="Caption")
    paragraph.paragraph_format.keep_with_next = keeps
    paragraph.add_run(f"{kind}\u00a0").bold = True
    _field(paragraph, f" SEQ {kind} \\* ARABIC \\r {number} ", str(number))
    paragraph.add_run(". ").bold = True
    _write(paragraph, first)
    for line in others:
        _write(file.add_paragraph(style="Caption"), line)


def _field(paragraph: WordParagraph, instruction: str, shown: str) -> None:
    """A field with what it says until it is worked out anew."""
    from docx.oxml import OxmlElement

    for kind, text in (
        ("begin", ""),
        ("", instruction),
        ("separate", ""),
        ("text", shown),
        ("end", ""),
    ):
        run = paragraph.add_run()
        run.bold = True
        if kind == "text":
            run.text = text
        elif kind:
            mark = OxmlElement("w:fldChar")
            mark.set(_name("w:fldCharType"), kind)
            run._r.append(mark)  # noqa: SLF001 - the library has no fields of its own
        else:
            code = OxmlElement("w:instrText")
            code.set("{http://www.w3.org/XML/1998/namespace}space", "preserve")
            code.text = text
            run._r.append(code)  # noqa: SLF001


# --- figures ---------------------------------------------------------------------------------


def _figure(file: WordFile, figure: Figure) -> None:
    """A picture that word processors replace by the vectors that come along."""
    from docx.shared import Mm

    paragraph = file.add_paragraph()
    paragraph.paragraph_format.keep_with_next = True
    run = paragraph.add_run()
    width = min(figure.width_mm, _PAGE_MM[0] - 2 * _MARGIN_MM)
    shape = run.add_picture(io.BytesIO(figure.png), width=Mm(width))
    about: Any = shape._inline.docPr  # noqa: SLF001 - the library cannot say what a picture shows
    about.set("name", f"Figure {figure.number}")
    about.set("descr", clean(figure.alt)[:_LONGEST_ALT])
    _with_vectors(file, shape._inline, figure)  # noqa: SLF001
    _caption(file, "Figure", figure.number, figure.caption, keeps=False)


def _with_vectors(file: WordFile, inline: Any, figure: Figure) -> None:  # noqa: ANN401
    """Add the SVG to a picture, of which the PNG stays for those who cannot draw it."""
    from docx.opc.constants import RELATIONSHIP_TYPE
    from docx.opc.packuri import PackURI
    from docx.opc.part import Part
    from lxml import etree

    package = file.part.package
    name = PackURI(f"/word/media/figure{figure.number}.svg")
    taken = {str(part.partname) for part in package.iter_parts()}
    number = figure.number
    while str(name) in taken:
        number += 1000
        name = PackURI(f"/word/media/figure{number}.svg")
    part = Part(name, _SVG_TYPE, figure.svg, package)
    relation = file.part.relate_to(part, RELATIONSHIP_TYPE.IMAGE)
    blip = inline.find(f".//{_name('a:blip')}")
    extensions = etree.SubElement(blip, _name("a:extLst"))
    extension = etree.SubElement(extensions, _name("a:ext"), uri=_SVG_EXTENSION)
    vectors = etree.SubElement(
        extension, f"{{{_SVG_NAMESPACE}}}svgBlip", nsmap={"asvg": _SVG_NAMESPACE}
    )
    vectors.set(_name("r:embed"), relation)


# --- tables ----------------------------------------------------------------------------------


def _table(file: WordFile, table: Table) -> None:
    """A table with three rules, its headings repeated on every page."""
    from docx.enum.table import WD_TABLE_ALIGNMENT

    _caption(file, "Table", table.number, table.title, keeps=True)
    made = file.add_table(rows=len(table.rows), cols=len(table.rows[0]))
    made.alignment = WD_TABLE_ALIGNMENT.LEFT
    widths, size = _fitting(table)
    _widths(made, widths)
    _rules(made, table.heading_rows)
    for number, row in enumerate(table.rows):
        is_head = number < table.heading_rows
        cells = made.rows[number].cells
        for place, (cell, text) in enumerate(zip(cells, row, strict=True)):
            words = heading_letters(text) if is_head or place == 0 else (Text(text),)
            _cell(cell, words, size, is_strong=is_head, is_right=table.numeric[place])
        if is_head:
            _repeated(made.rows[number])
    file.add_paragraph()


_TEXT_MM = _PAGE_MM[0] - 2 * _MARGIN_MM
_LETTER_MM, _SMALL_LETTER_MM = 2.0, 1.75
"""About how wide a letter of a table is, at 9 and at 8 pt."""
_PADDING_MM, _NARROWEST_MM, _LONGEST_WORD = 3.4, 8.0, 40
_USUAL_PT, _SMALL_PT = 9.0, 8.0


def _fitting(table: Table) -> tuple[list[float], float]:
    """Widths in mm by what stands in the columns, and the size of letters that fits them."""
    longest = [_longest(table, place) for place in range(len(table.rows[0]))]
    for letter, size in ((_LETTER_MM, _USUAL_PT), (_SMALL_LETTER_MM, _SMALL_PT)):
        widths = [max(letter * count + _PADDING_MM, _NARROWEST_MM) for count in longest]
        if sum(widths) <= _TEXT_MM:
            return widths, size
    # Whatever is in words can break; numbers cannot.
    share = _TEXT_MM / sum(widths)
    return [width * share for width in widths], _SMALL_PT


def _longest(table: Table, place: int) -> int:
    """Letters of the longest cell of a column; of its heading the longest word."""
    heads = (word for row in table.rows[: table.heading_rows] for word in row[place].split())
    cells = (row[place] for row in table.rows[table.heading_rows :])
    return min(max(map(len, (*heads, *cells)), default=1), _LONGEST_WORD)


def _widths(table: Any, widths: list[float]) -> None:  # noqa: ANN401 - of the library
    """Set widths where programs look for them: at the columns and at every cell."""
    from docx.shared import Mm

    table.autofit = False
    for column, width in zip(table.columns, widths, strict=True):
        column.width = Mm(width)
    for row in table.rows:
        for cell, width in zip(row.cells, widths, strict=True):
            cell.width = Mm(width)


def _cell(cell: _Cell, words: Sentence, size: float, *, is_strong: bool, is_right: bool) -> None:
    from docx.enum.text import WD_ALIGN_PARAGRAPH
    from docx.shared import Pt

    paragraph = cell.paragraphs[0]
    paragraph.paragraph_format.space_after = Pt(1)
    if is_right:
        paragraph.alignment = WD_ALIGN_PARAGRAPH.RIGHT
    _write(paragraph, words, is_strong=is_strong)
    for run in paragraph.runs:
        run.font.name = _TABLE_FONT
        run.font.size = Pt(size)


def _repeated(row: Any) -> None:  # noqa: ANN401 - of the library
    """Let a row of headings stand on every page of a long table."""
    from docx.oxml import OxmlElement

    properties = row._tr.get_or_add_trPr()  # noqa: SLF001
    properties.append(OxmlElement("w:tblHeader"))


def _rules(table: Any, heading_rows: int) -> None:  # noqa: ANN401 - of the library
    """Lines above, below, and under the headings."""
    from docx.oxml import OxmlElement

    properties = table._tbl.tblPr  # noqa: SLF001
    borders = OxmlElement("w:tblBorders")
    for side, size in (("top", 10), ("bottom", 10)):
        borders.append(_line(side, size))
    properties.append(borders)
    margins = OxmlElement("w:tblCellMar")
    for side, twentieths in (("left", 0), ("right", 110)):
        margin = OxmlElement(f"w:{side}")
        margin.set(_name("w:w"), str(twentieths))
        margin.set(_name("w:type"), "dxa")
        margins.append(margin)
    properties.append(margins)
    for cell in table.rows[heading_rows - 1].cells:
        sides = OxmlElement("w:tcBorders")
        sides.append(_line("bottom", 5))
        cell._tc.get_or_add_tcPr().append(sides)  # noqa: SLF001


def _line(side: str, size: int) -> Any:  # noqa: ANN401 - of the library
    from docx.oxml import OxmlElement

    line = OxmlElement(f"w:{side}")
    for name, value in (("val", "single"), ("sz", str(size)), ("space", "0"), ("color", "1F2628")):
        line.set(_name(f"w:{name}"), value)
    return line


def _facts(file: WordFile, facts: Facts) -> None:
    """Facts as a table of two columns: what it is about, and what is so."""
    made = file.add_table(rows=len(facts.rows), cols=2)
    _widths(made, [_ABOUT_MM, _TEXT_MM - _ABOUT_MM])
    for row, (name, sentence, is_gap) in zip(made.rows, facts.rows, strict=True):
        _write(row.cells[0].paragraphs[0], (Text(name),), is_strong=True)
        first, *others = lines_of(sentence) or [()]
        _write(row.cells[1].paragraphs[0], first, is_marked=is_gap)
        for line in others:
            _write(row.cells[1].add_paragraph(), line, is_marked=is_gap)
        for paragraph in (p for cell in row.cells for p in cell.paragraphs):
            _small(paragraph)
    file.add_paragraph()


_ABOUT_MM = 30.0


def _small(paragraph: WordParagraph) -> None:
    from docx.shared import Pt

    paragraph.paragraph_format.space_after = Pt(2)
    paragraph.paragraph_format.line_spacing = 1.0
    for run in paragraph.runs:
        run.font.size = Pt(9.5)
