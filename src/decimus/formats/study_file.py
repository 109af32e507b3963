"""The study file: a zip of JSON and plain CSV, versioned and validated.

    study.json              format, version, readings and questions, names of the tables
    tables/1.csv …          the cells of each sheet, as typed
    history.json            every edit from the empty study on, and where the study stands
    history/1.csv …         the cells of tables that were brought in on the way

docs/file-format.md describes it for those who want to read it without this program.
"""

from __future__ import annotations

import io
import zipfile
from pathlib import Path
from typing import Any

import msgspec

from decimus.errors import DecimusError, FileFormatError
from decimus.formats.delimited import written_csv
from decimus.formats.files import read_bytes, write_whole
from decimus.study.edits import AddTable, BringInTable, Edit, ReplaceTable
from decimus.study.history import History, replayed
from decimus.study.questions import Question
from decimus.study.readings import Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Block, Table

FORMAT = "decimus study"
VERSION = 1
_LARGEST = 2 * 1024**3
"""Bytes a study may unpack to; more is not a study but an attack or an accident."""


class _StoredSheet(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    title: str
    cells: str
    rows: int
    columns: int
    reading: Reading
    source: Source = Source()


class _StoredStudy(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    format: str
    version: int
    sheets: tuple[_StoredSheet, ...]
    questions: tuple[Question, ...]


class _StoredHistory(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    position: int
    edits: list[dict[str, Any]]


class _Version(msgspec.Struct, frozen=True):
    format: str = ""
    version: int = 0


def save_study(path: Path, history: History) -> None:
    """Write a study with its history; whole or not at all.

    Raises:
        InputError: the place cannot be written to.
    """
    write_whole(path, study_bytes(history))


def study_bytes(history: History) -> bytes:
    """The content of a study file."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        sheets = []
        for number, sheet in enumerate(history.study.sheets, start=1):
            name = f"tables/{number}.csv"
            _put(archive, name, written_csv(sheet.table.rows()).encode())
            table = sheet.table
            sheets.append(
                _StoredSheet(
                    table.title,
                    name,
                    table.row_count,
                    table.column_count,
                    sheet.reading,
                    sheet.source,
                )
            )
        stored = _StoredStudy(FORMAT, VERSION, tuple(sheets), history.study.questions)
        _put(archive, "study.json", _json(stored))
        edits = [
            _stored_edit(archive, number, step.edit)
            for number, step in enumerate(history.steps, start=1)
        ]
        _put(archive, "history.json", _json(_StoredHistory(history.position, edits)))
    return out.getvalue()


def _json(value: object) -> bytes:
    return msgspec.json.format(msgspec.json.encode(value), indent=1)


def _put(archive: zipfile.ZipFile, name: str, content: bytes) -> None:
    # A fixed date keeps equal studies equal byte by byte.
    info = zipfile.ZipInfo(name, (1980, 1, 1, 0, 0, 0))
    info.compress_type = zipfile.ZIP_DEFLATED
    archive.writestr(info, content)


def _stored_edit(archive: zipfile.ZipFile, number: int, edit: Edit) -> dict[str, Any]:
    stored: dict[str, Any]
    if isinstance(edit, BringInTable | AddTable | ReplaceTable):
        # The cells go to a file of their own, which any program can open.
        stored = msgspec.to_builtins(msgspec.structs.replace(edit, table=Table()))
        del stored["table"]
        name = f"history/{number}.csv"
        _put(archive, name, written_csv(edit.table.rows()).encode())
        stored["name"] = edit.table.title
        stored["rows"] = name
    else:
        stored = msgspec.to_builtins(edit)
    return stored


def open_study(path: Path) -> History:
    """Read a study with its history.

    Raises:
        InputError: the file cannot be read.
        FileFormatError: it is no study, or damaged, or from a later version.
    """
    return study_from_bytes(read_bytes(path))


def study_from_bytes(content: bytes) -> History:
    """The study and its history from a file's content. Raises FileFormatError."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            if sum(info.file_size for info in archive.infolist()) > _LARGEST:
                raise FileFormatError(("It unpacks to more than a study can hold",))
            return _read(archive)
    except (zipfile.BadZipFile, EOFError, zipfile.zlib.error) as error:  # type: ignore[attr-defined]
        raise FileFormatError((f"It is damaged or not a Decimus study ({error})",)) from error
    except KeyError as error:
        raise FileFormatError((f"It lacks a part ({error.args[0]})",)) from error
    except (msgspec.ValidationError, msgspec.DecodeError) as error:
        raise FileFormatError((f"It is damaged: {error}",)) from error


def _read(archive: zipfile.ZipFile) -> History:
    head = msgspec.json.decode(archive.read("study.json"), type=_Version)
    if head.format != FORMAT:
        raise FileFormatError(("It is not a Decimus study",))
    if head.version > VERSION:
        later = f"file version {head.version}; this one reads up to {VERSION}"
        raise FileFormatError((f"It was written by a later version of Decimus ({later})",))
    stored = msgspec.json.decode(archive.read("study.json"), type=_StoredStudy)
    sheets = tuple(_read_sheet(archive, sheet) for sheet in stored.sheets)
    problems = [
        f"Question {number} asks about sheet {question.sheet + 1} of {len(sheets)}"
        for number, question in enumerate(stored.questions, start=1)
        if not 0 <= question.sheet < len(sheets)
    ]
    if not sheets or not stored.questions:
        problems.append("It holds no sheet or no question")
    if problems:
        raise FileFormatError(tuple(problems))
    study = Study(sheets, stored.questions)
    return _read_history(archive, study)


def _read_sheet(archive: zipfile.ZipFile, stored: _StoredSheet) -> Sheet:
    rows = _csv_rows(archive, stored.cells)
    if len(rows) != stored.rows or any(len(row) != stored.columns for row in rows):
        raise FileFormatError((f"{stored.cells} is not {stored.rows} × {stored.columns} cells",))
    return Sheet(Table.from_rows(rows, stored.title), stored.reading, stored.source)


def _csv_rows(archive: zipfile.ZipFile, name: str) -> Block:
    import csv

    text = archive.read(name).decode("utf-8", errors="replace")
    return tuple(tuple(row) for row in csv.reader(io.StringIO(text, newline="")))


def _read_history(archive: zipfile.ZipFile, study: Study) -> History:
    """The history if it leads to the study as saved; else the study stands alone.

    The study is what was saved; a history that does not lead there must not replace it.
    """
    try:
        stored = msgspec.json.decode(archive.read("history.json"), type=_StoredHistory)
        edits = tuple(_read_edit(archive, edit) for edit in stored.edits)
        history = replayed(Study(), edits, stored.position)
    except (KeyError, IndexError, msgspec.MsgspecError, DecimusError):
        return History(study)
    return history if history.study == study else History(study)


def _read_edit(archive: zipfile.ZipFile, stored: dict[str, Any]) -> Edit:
    if stored.get("type") in ("BringInTable", "AddTable", "ReplaceTable"):
        table = Table.from_rows(_csv_rows(archive, stored["rows"]), stored["name"])
        others = {key: value for key, value in stored.items() if key not in ("rows", "name")}
        edit: Edit = msgspec.convert({**others, "table": {}}, type=Edit)
        if isinstance(edit, BringInTable | AddTable | ReplaceTable):
            return msgspec.structs.replace(edit, table=table)
    other: Edit = msgspec.convert(stored, type=Edit)
    return other
