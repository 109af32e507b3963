"""What a workbook shows besides its cells: hidden lines, struck numbers, notes, bare formulas.

The standards are ECMA-376 (XLSX) and ISO 26300 (ODS). A workbook of the older form tells none.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from io import BytesIO
from itertools import islice
from posixpath import join, normpath
from typing import TYPE_CHECKING
from xml.etree import ElementTree as ET

from decimus.formats.archives import Archive
from decimus.formats.sheet_extents import column_number
from decimus.study.marks import Marks

if TYPE_CHECKING:
    from xml.etree.ElementTree import Element

_MOST = 5000
"""Marks of one kind that are told one by one."""
_ROW = re.compile(rb"<(?:\w+:)?row\s([^>]*)>")
_COLUMN = re.compile(rb"<(?:\w+:)?col\s([^>]*)>")
_CELL = re.compile(rb"<(?:\w+:)?c\s([^>]*?)(/?)>")
_BARE_FORMULA = re.compile(
    rb"<(?:\w+:)?c\s([^>]*[^/])>\s*<(?:\w+:)?f(?:\s[^>]*)?(?:/>|>[^<]*</(?:\w+:)?f>)\s*"
    rb"(?:<(?:\w+:)?v\s*/>|<(?:\w+:)?v></(?:\w+:)?v>)?\s*</(?:\w+:)?c>"
)
_HIDDEN = re.compile(rb"""\bhidden=["'](?:1|true)["']""")
_PLACE = re.compile(rb"""\br=["']([A-Za-z]{1,3})(\d{1,7})["']""")
_NUMBER = re.compile(rb"""\br=["'](\d{1,7})["']""")
_STYLE = re.compile(rb"""\bs=["'](\d{1,6})["']""")


def marks_of(archive: Archive) -> dict[str, Marks]:
    """The marks of every sheet by its name; none for what cannot be told."""
    try:
        found = _of_ods(archive) if "content.xml" in archive.names else _of_xlsx(archive)
        return {name: marks for name, marks in found if marks != Marks()}
    except (ET.ParseError, KeyError, ValueError):
        return {}  # what is odd about them is none of the cells' business


# --- XLSX ---------------------------------------------------------------------------------------


def _of_xlsx(archive: Archive) -> Iterator[tuple[str, Marks]]:
    struck = _struck_styles(archive)
    for name, part in _sheets(archive):
        content = archive.read(part)
        formulas = content if b"<f" in content or b":f" in content else b""
        lines = content if b" hidden=" in content else b""
        hidden_rows = [
            int(number[1]) - 1
            for row in _ROW.finditer(lines)
            if _HIDDEN.search(row[1]) and (number := _NUMBER.search(row[1]))
        ]
        hidden_columns: list[int] = []
        for column in _COLUMN.finditer(lines):
            if _HIDDEN.search(column[1]):
                ends = [re.search(rb"\b%s=[\"'](\d{1,5})" % e, column[1]) for e in (b"min", b"max")]
                first, last = (int(end[1]) for end in ends if end)
                hidden_columns += range(first - 1, min(last, first + _MOST_COLUMNS))
        yield (
            name,
            Marks(
                tuple(hidden_rows[:_MOST]),
                tuple(hidden_columns),
                tuple(_styled(content, struck)) if struck else (),
                tuple(_comments(archive, part)),
                tuple(
                    place
                    for found in islice(_BARE_FORMULA.finditer(formulas), _MOST)
                    if (place := _place(found[1])) is not None
                ),
            ),
        )


_MOST_COLUMNS = 1000


def _sheets(archive: Archive) -> Iterator[tuple[str, str]]:
    """The names of the sheets and the parts that hold them."""
    if "xl/workbook.xml" not in archive.names:
        return
    targets = _targets(archive, "xl/workbook.xml")
    for sheet in _elements(archive.read("xl/workbook.xml"), "sheet"):
        part = targets.get(next((v for k, v in sheet.items() if k.endswith("}id")), ""), "")
        if part in archive.names:
            yield sheet.get("name", ""), part


def _targets(archive: Archive, part: str) -> dict[str, str]:
    """The parts that a part points to, by the name it has for them."""
    folder, _, name = part.rpartition("/")
    links = f"{folder}/_rels/{name}.rels"
    if links not in archive.names:
        return {}
    found = {}
    for link in _elements(archive.read(links), "Relationship"):
        target = link.get("Target", "")
        where = target.lstrip("/") if target.startswith("/") else normpath(join(folder, target))
        found[link.get("Id", "")] = where
    return found


def _elements(content: bytes, name: str) -> Iterator[Element]:
    for _, element in ET.iterparse(BytesIO(content)):  # noqa: S314 - see above
        if element.tag.rpartition("}")[2] == name:
            yield element


def _struck_styles(archive: Archive) -> frozenset[int]:
    """The looks of cells whose font is struck through."""
    content = archive.read("xl/styles.xml") if "xl/styles.xml" in archive.names else b""
    if b"strike" not in content:
        return frozenset()
    fonts, looks = [], []
    for fonts_element in _elements(content, "fonts"):
        for font in fonts_element:
            strikes = [e for e in font if e.tag.rpartition("}")[2] == "strike"]
            fonts.append(any(e.get("val", "1") not in ("0", "false") for e in strikes))
    for formats in _elements(content, "cellXfs"):
        looks += [int(look.get("fontId", "0")) for look in formats]
    return frozenset(i for i, font in enumerate(looks) if font < len(fonts) and fonts[font])


def _styled(content: bytes, styles: frozenset[int]) -> Iterator[tuple[int, int]]:
    count = 0
    for cell in _CELL.finditer(content):
        style = _STYLE.search(cell[1])
        if style and int(style[1]) in styles and not cell[2] and (place := _place(cell[1])):
            yield place
            count += 1
            if count == _MOST:
                return


def _place(words: bytes) -> tuple[int, int] | None:
    found = _PLACE.search(words)
    return (int(found[2]) - 1, column_number(found[1]) - 1) if found else None


def _comments(archive: Archive, part: str) -> Iterator[tuple[int, int, str]]:
    for target in _targets(archive, part).values():
        if not re.search(r"(?i)/comments\d*\.xml$", target) or target not in archive.names:
            continue
        for comment in _elements(archive.read(target), "comment"):
            place = _place(b' r="%s"' % comment.get("ref", "").encode())
            text = "".join(
                e.text or "" for e in comment.iter() if e.tag.rpartition("}")[2] == "t"
            ).strip()
            if place is not None and text:
                yield (*place, " ".join(text.split())[:_LONGEST_NOTE])


_LONGEST_NOTE = 500


# --- ODS ----------------------------------------------------------------------------------------


def _of_ods(archive: Archive) -> Iterator[tuple[str, Marks]]:
    content = archive.read("content.xml")
    signs = (b'visibility="collapse"', b'visibility="filter"', b"line-through", b"annotation")
    if not any(sign in content for sign in signs):
        return
    struck: set[str] = set()
    for _, element in ET.iterparse(BytesIO(content)):  # noqa: S314 - see above
        kind = element.tag.rpartition("}")[2]
        if kind == "style" and any(_is_struck(e) for e in element):
            struck.add(_word(element, "name"))
        elif kind == "table":
            yield _word(element, "name"), _of_ods_table(element, struck)


def _is_struck(properties: Element) -> bool:
    return any(
        _word(properties, name) not in ("", "none")
        for name in ("text-line-through-style", "text-line-through-type")
    )


def _of_ods_table(table: Element, struck: set[str]) -> Marks:
    hidden_rows: list[int] = []
    crossed: list[tuple[int, int]] = []
    noted: list[tuple[int, int, str]] = []
    row = 0
    for line in _named(table, "table-row"):
        times = _times(line, "number-rows-repeated")
        if _word(line, "visibility") in ("collapse", "filter"):
            hidden_rows += range(row, min(row + times, row + _MOST))
        column = 0
        for cell in line:
            if cell.tag.rpartition("}")[2] not in ("table-cell", "covered-table-cell"):
                continue
            if _word(cell, "style-name") in struck and any(True for _ in _named(cell, "p")):
                crossed.append((row, column))
            for note in _named(cell, "annotation"):
                words = " ".join("".join(p.itertext()) for p in _named(note, "p"))
                noted.append((row, column, words[:_LONGEST_NOTE]))
            column += _times(cell, "number-columns-repeated")
        row += times
    return Marks(
        tuple(hidden_rows[:_MOST]),
        tuple(_hidden_columns(table)),
        tuple(crossed[:_MOST]),
        tuple(noted[:_MOST]),
    )


def _hidden_columns(table: Element) -> Iterable[int]:
    at = 0
    for column in _named(table, "table-column"):
        times = _times(column, "number-columns-repeated")
        if _word(column, "visibility") in ("collapse", "filter"):
            yield from range(at, min(at + times, at + _MOST_COLUMNS))
        at += times


def _named(element: Element, name: str) -> Iterator[Element]:
    return (e for e in element.iter() if e.tag.rpartition("}")[2] == name)


def _word(element: Element, name: str) -> str:
    return next((v for k, v in element.items() if k.rpartition("}")[2] == name), "")


def _times(element: Element, name: str) -> int:
    return int(_word(element, name) or "1")
