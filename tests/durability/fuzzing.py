"""One way into every reader, for bytes from anywhere: what comes out is a table or one line.

The first byte chooses the reader. `benchmarks/fuzz.py` drives it by coverage for as long as it is
told; the tests here do so for a moment.
"""

from __future__ import annotations

import io
import zipfile
import zlib
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory

from decimus.errors import DecimusError
from decimus.formats.archives import ArchiveError, opened
from decimus.formats.delimited import decoded_table
from decimus.formats.html_tables import table_of_html
from decimus.formats.sheet_extents import extents
from decimus.formats.stored_tables import table_of_stored
from decimus.formats.study_file import study_bytes, study_from_bytes
from decimus.measurements.reading import read_measurements
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.workflows.opening import pasted
from decimus.workflows.sessions import BASE, EDITS, LeftBehind, recovered


def delimited(content: bytes) -> None:
    """CSV and its like, and what is measured in it."""
    table = decoded_table(content, "fuzz")
    if table.row_count * table.column_count < 20_000:
        read_measurements(table, Reading())


def page(content: bytes) -> None:
    """A page with a table."""
    table_of_html(content.decode("utf-8", "replace"))


def clipboard(content: bytes) -> None:
    """Text and HTML from the clipboard."""
    text, _, html = content.decode("utf-8", "replace").partition("\x1e")
    pasted(text, html)


def workbook(content: bytes) -> None:
    """The extents of a workbook, whose parts the bytes are."""
    kind, _, words = content.partition(b"\x1e")
    name = "content.xml" if len(kind) % 2 else "xl/worksheets/sheet1.xml"
    with opened(_archive({name: words})) as archive:
        for extent in extents(archive):
            assert extent.rows * extent.columns >= 0
            _ = extent.is_too_large


def archive_itself(content: bytes) -> None:
    """An archive, byte by byte."""
    with opened(content) as archive:
        for name in archive.names:
            archive.read(name)


def study(content: bytes) -> None:
    """A study file, byte by byte."""
    study_from_bytes(content)


_GOOD = study_bytes(
    History().after(BringInTable(table=Table.from_rows((("a", "b"), ("1", "2"), ("3", "4")), "t")))
)


def study_parts(content: bytes) -> None:
    """A study file with some of its parts replaced."""
    with zipfile.ZipFile(io.BytesIO(_GOOD)) as good:
        parts = {name: good.read(name) for name in good.namelist()}
    names = sorted(parts)
    for number, piece in enumerate(content.split(b"\x1e")[: len(names)]):
        if piece:
            parts[names[number]] = piece
    study_from_bytes(_archive(parts))


def stored(content: bytes) -> None:
    """The cells of a table in a study."""
    table_of_stored(content, "fuzz", "fuzz")


def journal(content: bytes) -> None:
    """A journal whose lines are the bytes, with checksums that hold."""
    with TemporaryDirectory() as name:
        folder = Path(name)
        (folder / "1").mkdir()
        (folder / "1" / BASE).write_bytes(_GOOD)
        lines = (
            f"{zlib.crc32(line):08x} ".encode() + line + b"\n" for line in content.split(b"\n")
        )
        (folder / "1" / EDITS).write_bytes(b"".join(lines))
        found = recovered(LeftBehind(folder, 0.0))
        study_bytes(found.history)


def _archive(parts: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in parts.items():
            archive.writestr(name, content)
    return out.getvalue()


READERS: tuple[Callable[[bytes], None], ...] = (
    delimited,
    page,
    clipboard,
    workbook,
    archive_itself,
    study,
    study_parts,
    stored,
    journal,
)


def read_anything(data: bytes) -> None:
    """Read bytes by the reader that their first chooses; errors for people are what may come."""
    if not data:
        return
    refusal: Exception | None = None
    try:
        READERS[data[0] % len(READERS)](data[1:])
    except (ArchiveError, DecimusError) as error:
        refusal = error
    if isinstance(refusal, DecimusError):
        words = str(refusal)
        assert words, "a refusal says why"
        assert len(words.splitlines()) == 1, words


_SHEET = (
    b'\x03a\x1e<table:table table:name="x"><table:table-row table:number-rows-repeated="3">'
    b'<table:table-cell office:value="3" table:number-columns-repeated="2"/></table:table-row>'
    b"</table:table>"
)
_LINES = (
    b'\x08{"type":"_Edited","position":1,"edit":{"type":"DeleteRows","at":0,"count":9}}\n'
    b'{"type":"_Moved","position":1}'
)
SEEDS: tuple[bytes, ...] = (
    b"\x00pond,area\nA,1.5\nA,2.5\nB,3.5\nB,4.5\n",
    b"\x00pond;mean;sd;n\nA;1,5;0,2;4\nB;2,5;0,3;5\n",
    b"\x01<table><tr><td rowspan=2>a<td>1<tr><td>2</table>",
    b"\x02a\tb\n1\t2\n\x1e<table><tr><td>a</td></tr></table>",
    b'\x03\x1e<row r="3"><c r="B3" t="s"><v>1</v></c></row>',
    _SHEET,
    b"\x04" + _archive({"a": b"b"}),
    b"\x05" + _GOOD,
    b'\x06{"position":1,"edits":[{"type":"InsertRows","at":1,"count":3}]}\x1e\x1e"a","b"\n',
    b'\x07"a","b\n"\n1,2\n',
    _LINES,
)
