"""A table in a file, whatever kind of file it is, with where it came from."""

from __future__ import annotations

import hashlib
import threading
from dataclasses import dataclass, replace
from pathlib import Path

from decimus.errors import InputError
from decimus.formats.delimited import decoded_table
from decimus.formats.files import name_in_words, read_bytes, stored_path
from decimus.formats.progress import Progress, no_progress
from decimus.formats.workbooks import chosen_block, is_workbook, sheet_blocks
from decimus.study.studies import Source
from decimus.study.tables import Table

_WORKBOOKS = (".xlsx", ".xlsm", ".xls", ".ods")


@dataclass(frozen=True)
class FoundTable:
    """A table in a file, where it came from, and what else is in the file.

    Args:
        table: its cells.
        source: the file and the part of it.
        parts: the names of all tables in it; one or none for a file of one table.
    """

    table: Table
    source: Source
    parts: tuple[str, ...] = ()


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
    where = str(path)
    source = Source()
    if is_workbook(content) or (path.suffix.lower() in _WORKBOOKS and content):
        blocks = sheet_blocks(content, where, name_in_words(path), progress)
        block = chosen_block(blocks, sheet, where)
        parts = tuple(dict.fromkeys(block.name for block in blocks))
        return FoundTable(block.table, Source(part=block.name), parts)
    if sheet is not None:
        raise InputError("Only workbooks have sheets", where=where, remedy="Leave the sheet out")
    head = content[:2000].lstrip().lower()
    if head.startswith(b"<") and b"<table" in content.lower():
        from decimus.formats.html_tables import table_of_html

        table = table_of_html(content.decode("utf-8", "replace"), name_in_words(path))
        if table is not None:
            return FoundTable(table, source)
    table = decoded_table(content, where, delimiter, title=name_in_words(path), progress=progress)
    return FoundTable(table, source)
