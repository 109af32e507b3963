"""Reads the cells of a workbook in a process of its own, within limits.

The library that unpacks workbooks ends the process it runs in where one asks for more memory
than there is. So it runs here: bytes come in, cells go out, and nothing else can happen.
"""

from __future__ import annotations

import io
import math
import os
import resource
import sys
from datetime import date, datetime, time, timedelta

import msgspec

from decimus.formats.archives import ArchiveError, opened
from decimus.formats.sheet_extents import extents
from decimus.formats.sheet_marks import marks_of
from decimus.study.marks import Marks

COMPOUND = b"\xd0\xcf\x11\xe0"
_MOST_RECTANGLE = 20_000_000
"""Cells of a sheet in the older form, of which only the rectangle is known."""


class Answer(msgspec.Struct, frozen=True):
    """What came of it: sheets with their cells as text, or why there are none.

    `hidden` names the sheets that are not shown, `fractions` those with true numbers that have
    decimals, `marks` what is hidden, struck or noted in a sheet.
    """

    sheets: list[tuple[str, list[list[str]]]] = []
    hidden: list[str] = []
    fractions: list[str] = []
    marks: dict[str, Marks] = {}
    is_protected: bool = False
    problem: str = ""
    remedy: str = ""


_FAR_OUT = "Delete what stands far out, or save the table as CSV"


def answer_for(content: bytes) -> Answer:
    """The cells in a workbook, or what is wrong with it."""
    marks: dict[str, Marks] = {}
    if not content.startswith(COMPOUND):
        try:
            with opened(content) as archive:
                for extent in extents(archive):
                    if extent.is_too_large:
                        return Answer(
                            problem=f"Sheet {extent.sheet} reaches over {extent.rows:,} × "
                            f"{extent.columns:,} cells, of which {extent.filled:,} are filled",
                            remedy=_FAR_OUT,
                        )
                marks = marks_of(archive)
        except (ArchiveError, KeyError) as error:
            return Answer(problem=f"The workbook is damaged or cut short ({error})")
    from python_calamine import (
        CalamineError,
        CalamineWorkbook,
        PasswordError,
        SheetVisibleEnum,
    )

    try:
        workbook = CalamineWorkbook.from_filelike(io.BytesIO(content))
        sheets, fractions = [], []
        hidden = [
            found.name
            for found in workbook.sheets_metadata
            if found.visible is not SheetVisibleEnum.Visible
        ]
        for name in workbook.sheet_names:
            sheet = workbook.get_sheet_by_name(name)
            if sheet.height * sheet.width > _MOST_RECTANGLE and content.startswith(COMPOUND):
                problem = f"Sheet {name} reaches over {sheet.height:,} × {sheet.width:,} cells"
                return Answer(problem=problem, remedy=_FAR_OUT)
            rows = sheet.to_python(skip_empty_area=False)
            sheets.append((name, [[cell_text(cell) for cell in row] for row in rows]))
            if any(isinstance(c, float) and not c.is_integer() for row in rows for c in row):
                fractions.append(name)
    except PasswordError:
        return Answer(is_protected=True)
    except (CalamineError, OSError, ValueError, OverflowError) as error:
        return Answer(problem=f"The workbook is damaged or not one ({error})")
    return Answer(sheets, hidden, fractions, marks)


def cell_text(cell: object) -> str:
    """A cell as a person would type it: numbers by their shortest round-trip text."""
    if cell is None:
        return ""
    if isinstance(cell, bool):
        return "TRUE" if cell else "FALSE"
    if isinstance(cell, float):
        is_whole = math.isfinite(cell) and cell.is_integer() and abs(cell) < 1e15
        return str(int(cell)) if is_whole else repr(cell)
    if isinstance(cell, datetime):
        is_date = (cell.hour, cell.minute, cell.second) == (0, 0, 0)
        return cell.date().isoformat() if is_date else cell.isoformat(" ", "seconds")
    if isinstance(cell, date | time):
        return cell.isoformat()
    if isinstance(cell, timedelta):
        return str(cell)
    return str(cell)


def main() -> None:
    """Read a workbook from standard input, write the answer to standard output, and end."""
    memory, seconds = (int(text) for text in sys.argv[1:3])
    resource.setrlimit(resource.RLIMIT_AS, (memory, memory))
    resource.setrlimit(resource.RLIMIT_CPU, (seconds, seconds))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    status = 1
    try:
        answer = msgspec.msgpack.encode(answer_for(sys.stdin.buffer.read()))
        sys.stdout.buffer.write(answer)
        sys.stdout.buffer.flush()
        status = 0
    finally:
        # At once: tidying up takes memory too, and may wait for it for ever.
        os._exit(status)


if __name__ == "__main__":
    main()
