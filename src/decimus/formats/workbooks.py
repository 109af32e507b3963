"""Tables in workbooks (XLSX, ODS): their sheets, and the blocks in a sheet."""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from contextlib import suppress
from itertools import islice
from math import isclose, nan

import msgspec
from msgspec.structs import replace

from decimus.errors import TableError
from decimus.formats.archives import ArchiveError, opened
from decimus.formats.plates import rows_of_plate
from decimus.formats.progress import Progress, no_progress
from decimus.formats.sheet_extents import column_number
from decimus.formats.stacked import unstacked
from decimus.formats.workbook_reader import COMPOUND, Answer
from decimus.measurements.headings import name_and_unit
from decimus.measurements.lexicon import quantity_in
from decimus.study.marks import Marks
from decimus.study.tables import Block, Table
from decimus.values import Value

_ZIP = b"PK\x03\x04"
_NUMBER = re.compile(r"\s*[-+\u2212]?\d[\d.,]*(e[-+]?\d+)?\s*%?\s*", re.IGNORECASE)
_READER = "decimus.formats.workbook_reader"
_LEAST_MEMORY, _MEMORY_PER_BYTE, _MOST_MEMORY = 512 * 1024**2, 15, 6 * 1024**3
"""Bytes that reading a workbook may take: always, for each byte unpacked, and at most."""
_LEAST_SECONDS, _BYTES_PER_SECOND = 4, 3_000_000
_MOST_KEPT = 32 * 1024**2
"""Bytes that the workbook read last may unpack to if it is to be kept."""
_PAUSE = 0.1
"""Seconds after which progress is told."""
_SAVE_AS = "Save the sheet as XLSX, ODS or CSV without a password and open that"
_RANGE = re.compile(r"([A-Z]{1,3})(\d+):([A-Z]{1,3})(\d+)", re.IGNORECASE)


class SheetBlock(Value, frozen=True):
    """One table in a workbook.

    Args:
        sheet: the name of its sheet.
        cells: where in the sheet it stands, such as "A3:D12"; "" for the whole sheet.
        table: its cells.
        is_hidden: whether the sheet is not shown.
        has_true_numbers: whether its cells hold true numbers with decimals.
        marks: what is hidden, struck or noted in it.
    """

    sheet: str
    cells: str
    table: Table
    is_hidden: bool = False
    has_true_numbers: bool = False
    marks: Marks = Marks()

    @property
    def name(self) -> str:
        """What it is called: the sheet, with the range where there are others in it."""
        return f"{self.sheet}!{self.cells}" if self.cells else self.sheet

    @property
    def has_numbers(self) -> bool:
        """True for a table of measurements rather than of words."""
        return _numbers(self.table) > _FEW_NUMBERS


_NOTES = re.compile(
    r"(?<![^\W_])(?:read.?me|info\w*|notes?|legende?s?|metadata|meta|about|codebook|dictionary"
    r"|hinweise?|lies.?mich)(?![^\W_])",
    re.IGNORECASE,
)
_FEW_NUMBERS = 3
"""Numbers that a page of notes may hold as well."""


def is_workbook(content: bytes) -> bool:
    """True for content that is a workbook by its first bytes, encrypted ones included."""
    if content.startswith(COMPOUND):
        return True
    if not content.startswith(_ZIP):
        return False
    return any(
        mark in content[:4096] or mark in content[-8192:]
        for mark in (b"xl/", b"opendocument.spreadsheet", b"content.xml")
    )


def sheet_blocks(
    content: bytes, where: str, title: str, progress: Progress = no_progress
) -> tuple[SheetBlock, ...]:
    """Every table in a workbook, sheet by sheet; those with most numbers first in a sheet.

    Args:
        content: the bytes of the file.
        where: what to call it in a message.
        title: the start of the tables' titles.
        progress: called now and then, and may stop the reading.

    Raises:
        TableError: it is encrypted, damaged, too large, or holds no cell.
    """
    answer = _read_once(content, where, progress)
    if answer.is_protected:
        raise _encrypted(where)
    if answer.problem:
        raise TableError(answer.problem, where=where, remedy=answer.remedy or _SAVE_AS)
    other = {name: rows_of_plate(rows) or unstacked(rows) for name, rows in answer.sheets}
    found = [
        replace(
            block,
            is_hidden=name in answer.hidden,
            has_true_numbers=name in answer.fractions,
            marks=Marks() if other[name] else _marks_in(block, answer.marks.get(name, Marks())),
        )
        for name, rows in answer.sheets
        for block in blocks_of(other[name] or rows, name, title)
    ]
    if not found:
        raise TableError(
            "The workbook is empty", where=where, remedy="Choose one with measurements"
        )
    return tuple(found)


def _marks_in(block: SheetBlock, marks: Marks) -> Marks:
    """The marks of a sheet that are in one of its blocks."""
    found = _RANGE.fullmatch(block.cells)
    top, left = (int(found[2]) - 1, _column_number(found[1])) if found else (0, 0)
    return marks.within(top, left, block.table.row_count, block.table.column_count)


ALL_SHEETS = "all sheets"
"""The part of a workbook that is its sheets of one form, below each other."""
_MOST_JOINED = 60


def joined_sheets(blocks: Sequence[SheetBlock], title: str) -> SheetBlock | None:
    """The shown sheets below each other, each named in a first column; None for no such sheets.

    They have the same row of headings, and are called by groups and not by quantities.
    """
    shown = [b for b in blocks if not b.is_hidden and b.has_numbers and not _NOTES.search(b.sheet)]
    if not 1 < len(shown) <= _MOST_JOINED or any(b.cells for b in shown):
        return None
    if len({b.sheet for b in shown}) < len(shown):
        return None
    firsts = [b.table.block(0, 0, 1, b.table.column_count)[0] for b in shown]
    heads, head = {tuple(c.strip().casefold() for c in first) for first in firsts}, firsts[0]
    if len(heads) > 1 or not all(cell.strip() and not _is_number(cell) for cell in head):
        return None
    if "sheet" in next(iter(heads)) or _are_the_same(shown):
        return None
    if any(name_and_unit(b.sheet)[1] or quantity_in(b.sheet) for b in shown):
        return None
    rows: list[Sequence[str]] = [("sheet", *head)]
    marks = Marks()
    for block in shown:
        marks = marks.with_those_of(block.marks.within(1, 0, *_extent(block)), len(rows), 1)
        rows += [(block.sheet, *row) for row in block.table.rows()[1:]]
    return SheetBlock(
        ALL_SHEETS,
        "",
        Table.from_rows(rows, title),
        has_true_numbers=all(b.has_true_numbers or not _numbers(b.table) for b in shown),
        marks=marks,
    )


def _are_the_same(blocks: Sequence[SheetBlock]) -> bool:
    """Whether two sheets hold the same numbers, perhaps written otherwise."""
    first, second = blocks[0].table.rows()[1:], blocks[1].table.rows()[1:]
    pairs = [
        (a, b)
        for one, other in zip(first, second, strict=False)
        for a, b in zip(one, other, strict=False)
        if _is_number(a) and _is_number(b)
    ]
    alike = sum(isclose(_number(a), _number(b), rel_tol=0.01) for a, b in pairs)
    return len(pairs) > 1 and alike > len(pairs) / 2


def _number(cell: str) -> float:
    try:
        return float(cell.strip().rstrip("%").replace("\u2212", "-").replace(",", "."))
    except ValueError:
        return nan


def _extent(block: SheetBlock) -> tuple[int, int]:
    return block.table.row_count, block.table.column_count


class _Latest:
    """The workbook that was read last, for the other sheets in it; memory for one, if small."""

    read: tuple[bytes, Answer] | None = None


def _read_once(content: bytes, where: str, progress: Progress) -> Answer:
    """What is in a workbook, read anew only where it is another than the last one."""
    latest = _Latest.read
    if latest is not None and latest[0] == content:
        return latest[1]
    size = _unpacked_size(content, where)
    answer = _read_apart(content, size, where, progress)
    _Latest.read = (content, answer) if size <= _MOST_KEPT else None
    return answer


def _read_apart(content: bytes, size: int, where: str, progress: Progress) -> Answer:
    """What a process of its own makes of a workbook, in the memory and time that it is worth.

    Raises:
        TableError: it takes more.
        Stopped: nobody waits for it any more.
    """
    memory = min(_LEAST_MEMORY + _MEMORY_PER_BYTE * size, _MOST_MEMORY)
    seconds = _LEAST_SECONDS + size // _BYTES_PER_SECOND
    with tempfile.TemporaryFile() as file:
        file.write(content)
        file.seek(0)
        process = subprocess.Popen(  # noqa: S603 - our own interpreter and module
            [sys.executable, "-P", "-m", _READER, str(memory), str(seconds)],
            stdin=file,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
        )
    late = time.monotonic() + 2 * seconds
    with process:
        try:
            while True:
                try:
                    out, _ = process.communicate(timeout=_PAUSE)
                    break
                except subprocess.TimeoutExpired:
                    progress(0.1)
                    if time.monotonic() > late:
                        process.kill()
        finally:
            process.kill()
    if process.returncode == 0:
        with suppress(msgspec.MsgspecError):
            return msgspec.msgpack.decode(out, type=Answer)
    raise TableError(
        "The workbook takes more memory or time to read than its size allows",
        where=where,
        remedy="Save the table as CSV",
    )


def chosen_block(blocks: Sequence[SheetBlock], name: str | None, where: str) -> SheetBlock:
    """The block of that name; without one the first shown that holds measurements.

    Raises:
        TableError: there is none; says which there are.
    """
    if name is None:
        shown = [block for block in blocks if not block.is_hidden] or list(blocks)
        full = [block for block in shown if block.has_numbers]
        some = full or [block for block in shown if _numbers(block.table)] or shown
        return next((block for block in some if not _NOTES.search(block.sheet)), some[0])
    for block in blocks:
        if name in (block.name, block.sheet):
            return block
    sheet, _, cells = name.rpartition("!")
    if sheet and (found := _RANGE.fullmatch(cells)) is not None:
        whole = next((b for b in blocks if b.sheet == sheet), None)
        if whole is not None:
            return _cut(blocks, sheet, found)
    known = ", ".join(dict.fromkeys(block.name for block in blocks))
    raise TableError(f"There is no sheet “{name}”", where=where, remedy=f"There are: {known}")


def _cut(blocks: Sequence[SheetBlock], sheet: str, found: re.Match[str]) -> SheetBlock:
    """A range of a sheet that is no block of its own."""
    left, right = sorted((_column_number(found[1]), _column_number(found[3])))
    top, bottom = sorted((int(found[2]) - 1, int(found[4]) - 1))
    wide = max((b for b in blocks if b.sheet == sheet), key=lambda b: b.table.row_count)
    cells = wide.table.block(top, left, bottom - top + 1, right - left + 1)
    return SheetBlock(sheet, found[0].upper(), Table.from_rows(cells, wide.table.title))


def _column_number(letters: str) -> int:
    return column_number(letters.encode()) - 1


def column_letters(column: int) -> str:
    """The name of a column in a spreadsheet: 0 is A, 26 is AA."""
    letters = ""
    column += 1
    while column:
        column, rest = divmod(column - 1, 26)
        letters = chr(ord("A") + rest) + letters
    return letters


def _unpacked_size(content: bytes, where: str) -> int:
    """How many bytes a workbook unpacks to.

    Raises:
        TableError: it is encrypted, damaged, or unpacks to more than a workbook can.
    """
    if content.startswith(COMPOUND):
        if "EncryptedPackage".encode("utf-16-le") in content:
            raise _encrypted(where)
        return len(content)
    try:
        with opened(content) as archive:
            manifest = "META-INF/manifest.xml"
            if manifest in archive.names and b"encryption-data" in archive.read(manifest):
                raise _encrypted(where)
            return sum(archive.size(name) for name in archive.names)
    except ArchiveError as error:
        raise TableError(
            f"The workbook is damaged or cut short ({error})", where=where, remedy=_SAVE_AS
        ) from error


def _encrypted(where: str) -> TableError:
    return TableError("The workbook is protected by a password", where=where, remedy=_SAVE_AS)


# --- several tables in one sheet ------------------------------------------------------------


def blocks_of(rows: Sequence[Sequence[str]], sheet: str, title: str) -> tuple[SheetBlock, ...]:
    """The tables in a sheet that empty rows or columns keep apart.

    Lines of text above or below a table belong to it; a table is what holds numbers in two
    rows at least. Where there is only one, it is the sheet as it is.
    """
    if not any(cell.strip() for row in rows for cell in row):
        return ()
    whole = Table.from_rows(rows, f"{title}, {sheet}")
    width = whole.column_count
    filled = [[bool(cell.strip()) for cell in row] for row in whole.rows()]
    strips = _runs([any(row[c] for row in filled) for c in range(width)])
    parts = []
    for left, right in strips:
        for top, bottom in _tables(whole, filled, left, right):
            parts.append((top, left, bottom, right))
    if len(parts) < 2:
        return (SheetBlock(sheet, "", whole),)
    blocks = [
        SheetBlock(
            sheet,
            f"{column_letters(left)}{top + 1}:{column_letters(right - 1)}{bottom}",
            Table.from_rows(
                whole.block(top, left, bottom - top, right - left), f"{title}, {sheet}"
            ),
        )
        for top, left, bottom, right in parts
    ]
    ordered = sorted(blocks, key=lambda block: -_numbers(block.table))
    return (*ordered, SheetBlock(sheet, "", whole))


def _runs(flags: Sequence[bool]) -> list[tuple[int, int]]:
    """Stretches of True, as (first, after the last)."""
    found: list[tuple[int, int]] = []
    start = None
    for at, flag in enumerate([*flags, False]):
        if flag and start is None:
            start = at
        elif not flag and start is not None:
            found.append((start, at))
            start = None
    return found


def _tables(table: Table, filled: list[list[bool]], left: int, right: int) -> list[tuple[int, int]]:
    """The rows of every table in a strip of columns; titles and notes go with theirs."""
    runs = _runs([any(row[left:right]) for row in filled])
    found: list[tuple[int, int]] = []
    pending: int | None = None
    for top, bottom in runs:
        cells = table.block(top, left, bottom - top, right - left)
        is_table = _has_heading(cells) and _has_numeric_rows(cells, 2)
        if is_table:
            found.append((pending if pending is not None else top, bottom))
            pending = None
        elif found:
            found[-1] = (found[-1][0], bottom)
        elif pending is None:
            pending = top
    if not found and runs:
        cells = table.block(0, left, table.row_count, right - left)
        return [(runs[0][0], runs[-1][1])] if _has_numeric_rows(cells, 1) else []
    return found


def _has_heading(cells: Block) -> bool:
    """True when the first rows hold a name over numbers."""
    return any(cell.strip() and not _is_number(cell) for row in cells[:2] for cell in row)


def _has_numeric_rows(cells: Block, wanted: int) -> bool:
    """True when so many rows hold a number; stops looking at the last that is needed."""
    rows = (row for row in cells if any(_is_number(cell) for cell in row))
    return sum(1 for _ in islice(rows, wanted)) == wanted


def _is_number(cell: str) -> bool:
    return _NUMBER.fullmatch(cell) is not None


def _numbers(table: Table) -> int:
    return sum(_is_number(cell) for c in range(table.column_count) for cell in table.column(c))
