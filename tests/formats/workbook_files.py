"""Small workbooks for tests, written by the letter of their open standards."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Mapping, Sequence
from xml.sax.saxutils import escape

Cells = Sequence[Sequence[object]]

_MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
_REL = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
_PACKAGE = "http://schemas.openxmlformats.org/package/2006"


def xlsx_bytes(sheets: Mapping[str, Cells]) -> bytes:
    """An XLSX workbook (ECMA-376) with these sheets; None leaves a cell empty."""
    names = "".join(
        f'<sheet name="{escape(name)}" sheetId="{i}" r:id="rId{i}"/>'
        for i, name in enumerate(sheets, start=1)
    )
    relations = "".join(
        f'<Relationship Id="rId{i}" Type="{_REL}/worksheet" Target="worksheets/sheet{i}.xml"/>'
        for i in range(1, len(sheets) + 1)
    )
    parts = {
        "[Content_Types].xml": (
            f'<Types xmlns="{_PACKAGE}/content-types">'
            '<Default Extension="rels" ContentType='
            '"application/vnd.openxmlformats-package.relationships+xml"/>'
            '<Default Extension="xml" ContentType="application/xml"/></Types>'
        ),
        "_rels/.rels": (
            f'<Relationships xmlns="{_PACKAGE}/relationships"><Relationship Id="rId1" '
            f'Type="{_REL}/officeDocument" Target="xl/workbook.xml"/></Relationships>'
        ),
        "xl/workbook.xml": (
            f'<workbook xmlns="{_MAIN}" xmlns:r="{_REL}"><sheets>{names}</sheets></workbook>'
        ),
        "xl/_rels/workbook.xml.rels": (
            f'<Relationships xmlns="{_PACKAGE}/relationships">{relations}</Relationships>'
        ),
    }
    for i, cells in enumerate(sheets.values(), start=1):
        rows = "".join(
            f'<row r="{r}">' + "".join(_xlsx_cell(r, c, v) for c, v in enumerate(row)) + "</row>"
            for r, row in enumerate(cells, start=1)
        )
        parts[f"xl/worksheets/sheet{i}.xml"] = (
            f'<worksheet xmlns="{_MAIN}"><sheetData>{rows}</sheetData></worksheet>'
        )
    return _zipped(parts)


def _xlsx_cell(row: int, column: int, value: object) -> str:
    if value is None:
        return ""
    place = f"{chr(ord('A') + column)}{row}"
    if isinstance(value, int | float):
        return f'<c r="{place}"><v>{value!r}</v></c>'
    return f'<c r="{place}" t="inlineStr"><is><t>{escape(str(value))}</t></is></c>'


def ods_bytes(sheets: Mapping[str, Cells], *, is_encrypted: bool = False) -> bytes:
    """An ODS workbook (ISO 26300) with these sheets."""
    tables = "".join(
        f'<table:table table:name="{escape(name)}">'
        + "".join(
            f"<table:table-row>{''.join(map(_ods_cell, row))}</table:table-row>" for row in rows
        )
        + "</table:table>"
        for name, rows in sheets.items()
    )
    spaces = " ".join(
        f'xmlns:{key}="urn:oasis:names:tc:opendocument:xmlns:{key}:1.0"'
        for key in ("office", "table", "text")
    )
    mark = "<manifest:encryption-data/>" if is_encrypted else ""
    return _zipped(
        {
            "mimetype": "application/vnd.oasis.opendocument.spreadsheet",
            "META-INF/manifest.xml": f"<manifest>{mark}</manifest>",
            "content.xml": (
                f"<office:document-content {spaces}><office:body><office:spreadsheet>"
                f"{tables}</office:spreadsheet></office:body></office:document-content>"
            ),
        }
    )


def _ods_cell(value: object) -> str:
    if value is None:
        return "<table:table-cell/>"
    if isinstance(value, int | float):
        return (
            f'<table:table-cell office:value-type="float" office:value="{value!r}">'
            f"<text:p>{value}</text:p></table:table-cell>"
        )
    return (
        '<table:table-cell office:value-type="string">'
        f"<text:p>{escape(str(value))}</text:p></table:table-cell>"
    )


def _zipped(parts: Mapping[str, str]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, text in parts.items():
            archive.writestr(name, text)
    return out.getvalue()
