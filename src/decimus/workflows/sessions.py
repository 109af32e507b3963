"""Sessions on disk: what one consists of, which were left behind, and what comes back of them.

    lock                 held by whoever writes the session
    1/base.decimus       the study before the first step that is known
    1/edits.journal      what has happened since, a line each with its checksum
    1/tables/1.csv …     the cells of tables that came in
    2/ …                 a later start, written whole before the earlier one goes

An earlier form had base and edits in the session itself; it is still read.
"""

from __future__ import annotations

import fcntl
import hashlib
import shutil
import zlib
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any, assert_never

import msgspec
from msgspec.structs import replace
from platformdirs import user_state_path

from decimus.errors import DecimusError, FileFormatError, InputError
from decimus.formats.files import path_of_stored, read_bytes
from decimus.formats.migrations import edit_as_present
from decimus.formats.stored_tables import table_of_stored
from decimus.formats.study_file import study_from_bytes
from decimus.formats.table_files import table_in
from decimus.study.edits import Edit, TableEdit
from decimus.study.history import History
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.values import Value

BASE, EDITS, LOCK, TABLES = "base.decimus", "edits.journal", "lock", "tables"
VERSION = 6
"""Of the lines below; 1 had no first line that says so, up to 2 questions were in one piece, up to
3 figures had no house style, notes or other outcomes, and words no notation; up to 4 there was
one question, and up to 5 nothing was said of what is being typed."""


def journal_folder() -> Path:
    """Where sessions are kept."""
    return user_state_path("decimus") / "sessions"


# --- lines ----------------------------------------------------------------------------------


class Begun(msgspec.Struct, frozen=True, tag=True):
    """The first line: which lines are to be expected."""

    version: int


class Moved(msgspec.Struct, frozen=True, tag="_Moved"):
    """Undone or redone to a position."""

    position: int


class Edited(msgspec.Struct, frozen=True, tag="_Edited"):
    """An edit made at a position; what had been undone there is gone.

    The table of one that carries a table is empty here and lies in `cells`, or for as long as
    that is not written, in the file that the edit names as its source.
    """

    position: int
    edit: Edit
    cells: str = ""
    title: str = ""
    rows: int = 0
    columns: int = 0


class Drafted(msgspec.Struct, frozen=True, tag=True):
    """What was being typed: the edits it would have made. Any line after it takes its place."""

    edits: tuple[Edit, ...]


class Filed(msgspec.Struct, frozen=True, tag=True):
    """The study is kept in a file, whose content was this when it was read or written last."""

    path: str
    checksum: str


Line = Begun | Moved | Edited | Drafted | Filed


def encoded_line(line: Line) -> bytes:
    """A line as it is written."""
    words = msgspec.json.encode(line)
    return f"{zlib.crc32(words):08x} ".encode() + words + b"\n"


# --- what was left behind --------------------------------------------------------------------


class LeftBehind(Value, frozen=True):
    """A session nobody is writing any more, and when it was written last."""

    folder: Path
    written: float


def left_behind(folder: Path) -> tuple[LeftBehind, ...]:
    """Sessions left behind, the latest first."""
    found = []
    with suppress(OSError):
        for session in folder.iterdir():
            with suppress(OSError):
                starts = _starts(session)
                if starts and not _is_held(session):
                    found.append(LeftBehind(session, max(_written(start) for start in starts)))
    return tuple(sorted(found, key=lambda session: session.written, reverse=True))


def _starts(session: Path) -> list[Path]:
    """The folders of a session that hold a base, the latest first."""
    numbers = sorted(
        (int(inner.name) for inner in session.iterdir() if inner.name.isdecimal()), reverse=True
    )
    folders = [*(session / str(number) for number in numbers), session]
    return [folder for folder in folders if (folder / BASE).exists()]


def _written(start: Path) -> float:
    files = (start / BASE, start / EDITS)
    return max(file.stat().st_mtime for file in files if file.exists())


def _is_held(session: Path) -> bool:
    try:
        with (session / LOCK).open("rb") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except FileNotFoundError:
        return False
    except OSError:
        return True
    return False


def file_of(session: LeftBehind) -> Path | None:
    """The file that the study of a session was kept in last; None where it never was."""
    found: Path | None = None
    with suppress(OSError, DecimusError):
        for start in _starts(session.folder)[:1]:
            for words in _raw_lines(start / EDITS):
                if words is not None and words.startswith(_FILED):
                    line = msgspec.json.decode(words, type=Filed)
                    found = path_of_stored(line.path)
    return found


_FILED = b'{"type":"Filed"'


def discard(session: LeftBehind) -> None:
    """Throw a session away."""
    shutil.rmtree(session.folder, ignore_errors=True)


def put_by(session: LeftBehind) -> None:
    """Keep a session in a folder where it is not offered. Raises OSError."""
    folder = put_by_folder(session)
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    session.folder.rename(folder / session.folder.name)


def put_by_folder(session: LeftBehind) -> Path:
    """Where sessions go that could not be followed to their end."""
    return session.folder.parent.parent / "not-followed"


# --- recovery --------------------------------------------------------------------------------


class Recovered(Value, frozen=True):
    """What came back of a session.

    Args:
        history: the study as far as it could be followed.
        notes: what could not be followed and why, each a sentence without its full stop.
        path: the file the study was kept in, None where it was never saved.
        checksum: of that file's content when it was last read or written.
        version: of its lines.
        drafts: what was being typed when the last line was written.
    """

    history: History
    notes: tuple[str, ...] = ()
    path: Path | None = None
    checksum: str = ""
    version: int = 1
    drafts: tuple[Edit, ...] = ()


def recovered(session: LeftBehind) -> Recovered:
    """What a session holds, up to the first line that is damaged or cannot be followed.

    Raises:
        InputError, FileFormatError: not even a base can be read.
    """
    problem: DecimusError = FileFormatError(("There is nothing in it",))
    try:
        starts = _starts(session.folder)
    except OSError as error:
        raise InputError("The session is gone", where=str(session.folder)) from error
    for start in starts:
        try:
            base = study_from_bytes(read_bytes(start / BASE))
        except DecimusError as error:
            problem = error
            continue
        return _with_drafts(_followed(Recovered(base.history, base.notes), start))
    raise problem


def _with_drafts(found: Recovered) -> Recovered:
    """What came back, with what was being typed when nobody could keep it any more."""
    history = found.history
    for edit in found.drafts:
        with suppress(DecimusError, LookupError, ValueError, ArithmeticError, TypeError):
            history = history.after(edit)
    return replace(found, history=history, drafts=())


def _followed(found: Recovered, start: Path) -> Recovered:
    """What the lines beside a base make of it."""
    raw = _raw_lines(start / EDITS)
    for number, encoded in enumerate(raw):
        rest = len(raw) - number
        changes = "The last change" if rest == 1 else f"The last {rest} changes"
        if encoded is None:
            note = f"{changes} cannot be followed: the journal is damaged there"
        else:
            try:
                found = _after(found, encoded, start)
            except _LaterVersionError:
                note = f"{changes} cannot be followed: a later version of Decimus wrote them"
            except (DecimusError, LookupError, ValueError, ArithmeticError, TypeError) as error:
                note = f"{changes} cannot be followed ({error})"
            else:
                continue
        return replace(found, notes=(*found.notes, note))
    return found


class _LaterVersionError(Exception):
    """A whole line that means nothing to this version."""


def _raw_lines(path: Path) -> list[bytes | None]:
    """The words of every line, None for one that is damaged."""
    if not path.exists():
        return []
    return list(_words_of(read_bytes(path)))


def _words_of(content: bytes) -> Iterator[bytes | None]:
    for raw in content.removesuffix(b"\n").split(b"\n") if content else ():
        checksum, _, words = raw.partition(b" ")
        yield words if checksum == f"{zlib.crc32(words):08x}".encode() and words else None


def _after(found: Recovered, encoded: bytes, start: Path) -> Recovered:
    try:
        words = msgspec.json.decode(encoded, type=dict[str, Any])
        if isinstance(words.get("edit"), dict):
            words["edit"] = edit_as_present(words["edit"], found.version)
        line = msgspec.convert(words, type=Line)
    except msgspec.ValidationError as error:
        raise _LaterVersionError from error
    history = found.history
    match line:
        case Begun():
            if line.version > VERSION:
                raise _LaterVersionError
            return replace(found, version=line.version)
        case Filed():
            return replace(found, path=path_of_stored(line.path), checksum=line.checksum)
        case Moved():
            _check_position(line.position, history)
            moved = History(history.start, history.steps, line.position)
            return replace(found, history=moved, drafts=())
        case Drafted():
            return replace(found, drafts=line.edits)
        case Edited():
            _check_position(line.position, history)
            edit = _with_table(line, start)
            at = History(history.start, history.steps, line.position)
            return replace(found, history=at.after(edit), drafts=())
        case _:
            assert_never(line)


def _check_position(position: int, history: History) -> None:
    """Refuse a line that was made after one that is missing."""
    if not 0 <= position <= len(history.steps):
        raise FileFormatError(("a change before it is missing",))


def _with_table(line: Edited, start: Path) -> Edit:
    edit = line.edit
    if not isinstance(edit, TableEdit) or not line.cells:
        return edit
    name = Path(line.cells).name
    path = start / TABLES / name
    if path.exists():
        shape = (line.rows, line.columns)
        table = table_of_stored(read_bytes(path), name, line.title, shape)
    else:
        table = _imported(edit.source, line.title)
    return msgspec.structs.replace(edit, table=table)


def _imported(source: Source, title: str) -> Table:
    """The table read again from the file it came from, which has to be what it was."""
    path = path_of_stored(source.path)
    if not source.path or hashlib.sha256(read_bytes(path)).hexdigest() != source.checksum:
        raise InputError(f"{source.name} is not the file any more that was opened")
    table = table_in(path, source.delimiter, source.part or None).table
    return msgspec.structs.replace(table, title=title)
