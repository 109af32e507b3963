"""A table in a file, whatever kind of file it is, with where it came from."""

from __future__ import annotations

import hashlib
import threading
from pathlib import Path

from msgspec.structs import replace

from decimus.errors import InputError
from decimus.formats.decoding import decoded
from decimus.formats.delimited import decoded_table, find_delimiter
from decimus.formats.files import name_in_words, read_bytes, stored_path
from decimus.formats.progress import Progress, no_progress
from decimus.study.readings import CellNote, Reading
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.values import Value

_LOOKED_AT = 20_000
_WORKBOOKS = (".xlsx", ".xlsm", ".xls", ".ods")


class FoundTable(Value, frozen=True):
    """A table in a file, where it came from, and what else is in the file.

    Args:
        table: its cells.
        source: the file and the part of it.
        parts: the names of all tables in it; one or none for a file of one table.
        has_true_numbers: whether its cells hold numbers rather than their text, so that a
            point in them marks decimals whatever other cells look like.
        has_semicolons: whether semicolons part its cells, as where commas mark decimals.
    """

    table: Table
    source: Source
    parts: tuple[str, ...] = ()
    has_true_numbers: bool = False
    has_semicolons: bool = False

    @property
    def first_reading(self) -> Reading:
        """What the file itself says about how its table is read."""
        return Reading(
            decimal="." if self.has_true_numbers else None,
            likely_decimal="," if self.has_semicolons else None,
            cell_notes=tuple(CellNote(*note) for note in self.source.marks.noted),
        )


def table_in(
    path: Path,
    delimiter: str | None = None,
    sheet: str | None = None,
    progress: Progress = no_progress,
) -> FoundTable:
    """The table in a file. Raises InputError."""
    content = read_bytes(path)
    progress(0.05)
    checksum = _Checksum(content)
    found = _table_in(content, path, delimiter, sheet, progress)
    source = Source(
        name=name_in_words(path),
        path=stored_path(path.absolute()),
        modified=path.stat().st_mtime,
        checksum=checksum.hexdigest(),
        delimiter=delimiter,
        part=found.source.part,
        others=found.source.others,
        joined=found.source.joined,
        marks=found.source.marks,
        extent=found.source.extent,
    )
    return replace(found, source=source)


class _Checksum(threading.Thread):
    """The SHA-256 of a file's content, computed while its table is read."""

    def __init__(self, content: bytes) -> None:
        super().__init__(daemon=True)
        self._content = content
        self._found = ""
        self.start()

    def run(self) -> None:
        self._found = hashlib.sha256(self._content).hexdigest()

    def hexdigest(self) -> str:
        """It, once it is there."""
        self.join()
        return self._found


def _table_in(
    content: bytes, path: Path, delimiter: str | None, sheet: str | None, progress: Progress
) -> FoundTable:
    where, title = str(path), name_in_words(path)
    if path.suffix.lower() in _WORKBOOKS and content and not _is_workbook(content):
        return _in_workbook(content, where, title, sheet, progress)
    return table_of_bytes(
        content, where, title=title, delimiter=delimiter, sheet=sheet, progress=progress
    )


def table_of_bytes(
    content: bytes,
    where: str,
    *,
    title: str,
    delimiter: str | None = None,
    sheet: str | None = None,
    progress: Progress = no_progress,
) -> FoundTable:
    """The table in the content of a file of any kind. Raises InputError.

    Args:
        content: the bytes.
        where: what to call it in a message.
        title: what to call its table.
        delimiter: what stands between cells, None to find out.
        sheet: the sheet of a workbook, None for the likeliest.
        progress: called with the share that is done.
    """
    if _is_workbook(content):
        return _in_workbook(content, where, title, sheet, progress)
    if sheet is not None:
        raise InputError("Only workbooks have sheets", where=where, remedy="Leave the sheet out")
    if _is_html(content):
        from decimus.formats.html_tables import table_of_html

        table = table_of_html(decoded(content, where), title)
        if table is not None:
            return FoundTable(table, Source())
    table = decoded_table(content, where, delimiter, title=title, progress=progress)
    parted = delimiter or find_delimiter(_head(content, where))
    return FoundTable(table, Source(), has_semicolons=parted == ";")


def _head(content: bytes, where: str) -> str:
    """The first lines, as far as they tell what parts cells."""
    try:
        return decoded(content[:_LOOKED_AT], where)
    except InputError:
        return ""


_MAY_BE_WORKBOOKS = (b"PK\x03\x04", b"\xd0\xcf\x11\xe0")


def _is_workbook(content: bytes) -> bool:
    """True for a workbook by its first bytes; what reads them is loaded when one may be."""
    if not content.startswith(_MAY_BE_WORKBOOKS):
        return False
    from decimus.formats.workbooks import is_workbook

    return is_workbook(content)


def _in_workbook(
    content: bytes, where: str, title: str, sheet: str | None, progress: Progress
) -> FoundTable:
    from decimus.formats.workbooks import ALL_SHEETS, chosen_block, joined_sheets, sheet_blocks

    blocks = sheet_blocks(content, where, title, progress)
    joined = joined_sheets(blocks, title)
    is_joined = joined is not None and sheet in (None, ALL_SHEETS)
    block = joined if joined is not None and is_joined else chosen_block(blocks, sheet, where)
    names = [b.name for b in blocks]
    parts = tuple(dict.fromkeys([ALL_SHEETS, *names] if joined is not None else names))
    parted = {b.sheet for b in blocks if b.cells}
    shown = [b for b in blocks if b.has_numbers and (b.cells or b.sheet not in parted)]
    others = tuple(dict.fromkeys(b.name for b in shown if b.name != block.name))
    source = Source(
        part=block.name,
        others=others if sheet is None and not is_joined else (),
        joined=tuple(b.name for b in shown) if is_joined else (),
        marks=block.marks,
        extent=(block.table.row_count, block.table.column_count),
    )
    return FoundTable(block.table, source, parts, has_true_numbers=block.has_true_numbers)


def _is_html(content: bytes) -> bool:
    head = content[:2000].replace(b"\x00", b"").lstrip(b"\xef\xbb\xbf\xff\xfe").lstrip().lower()
    return head.startswith(b"<") and b"<table" in content.replace(b"\x00", b"").lower()
