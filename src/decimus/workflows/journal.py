"""The journal: every change on disk within moments, so that no crash loses work.

A start is written whole, under a name of its own, before the one before it goes; lines are
added to the latest. So there is never less on disk than there was.
"""

from __future__ import annotations

import fcntl
import os
import queue
import shutil
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from typing import BinaryIO

from msgspec.structs import replace

from decimus.errors import InputError
from decimus.formats.files import path_of_stored, stored_path, sync_folder, write_whole
from decimus.formats.stored_tables import stored_cells
from decimus.formats.study_file import study_bytes
from decimus.study.edits import Edit, TableEdit
from decimus.study.history import History, Step
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.workflows.opened import StudyFile
from decimus.workflows.sessions import (
    BASE,
    EDITS,
    LOCK,
    TABLES,
    VERSION,
    Begun,
    Drafted,
    Edited,
    Filed,
    LeftBehind,
    Line,
    Moved,
    discard,
    encoded_line,
    put_by,
)

_LARGE = 1_000_000
"""Cells from which on the file that a table came from stands for its copy for a while."""
_WAIT = 30.0
"""Seconds that closing waits for what is still to be written."""


def _difference(before: History, after: History) -> Moved | tuple[int, Step] | None:
    """What leads from one history to the next: a move, a step at a position, or neither."""
    if after.steps is before.steps and after.start is before.start:
        return Moved(after.position)
    kept = before.steps[: before.position]
    is_next = (
        after.start is before.start
        and after.position == len(after.steps) == len(kept) + 1
        and all(a is b for a, b in zip(after.steps, kept, strict=False))
    )
    return (before.position, after.steps[-1]) if is_next else None


class Journal:
    """Keeps one session; writing happens in threads of its own.

    Args:
        folder: where sessions are kept.
        history: the study as it is when the session begins.
        file: the file it is kept in, None for none.
        failed: called, from another thread, with what went wrong when changes cannot be kept,
            and with None when they can be again.
    """

    def __init__(
        self,
        folder: Path,
        history: History,
        file: StudyFile | None = None,
        failed: Callable[[Exception | None], None] = lambda _problem: None,
    ) -> None:
        self.session = folder / f"{time.time_ns()}-{os.getpid()}"
        self._history = history
        self._file = file
        self._failed = failed
        self._problem: Exception | None = None
        self._drafts: tuple[Edit, ...] = ()
        self._is_kept = True
        self._lock: BinaryIO | None = None
        self._start: _Start | None = None
        self._number = 0
        self._work: queue.SimpleQueue[Callable[[], None] | None] = queue.SimpleQueue()
        self._copies: queue.SimpleQueue[Callable[[], None] | None] = queue.SimpleQueue()
        self._copier = threading.Thread(target=self._copy, name="journal copies", daemon=True)
        self._thread = threading.Thread(target=self._write, name="journal", daemon=True)
        self._work.put(self._begin)
        self._work.put(lambda: self._put_start(history, file))
        self._copier.start()
        self._thread.start()

    @property
    def problem(self) -> Exception | None:
        """Why nothing can be kept; None while all is well."""
        return self._problem

    def follow(self, history: History) -> None:
        """Keep what has changed since the last call; returns at once."""
        before, self._history = self._history, history
        if history is before:
            return
        self._drafts = ()
        file, difference = self._file, _difference(before, history)
        if difference is None or self._problem is not None:
            self._work.put(lambda: self._put_start(history, file))
        elif isinstance(difference, Moved):
            self._work.put(lambda: self._put_lines((difference,)))
        else:
            position, step = difference
            self._work.put(lambda: self._put_step(position, step))

    def draft(self, edits: tuple[Edit, ...]) -> None:
        """Keep what is being typed, in the place of what was before."""
        if edits != self._drafts and self._problem is None:
            self._drafts = edits
            self._work.put(lambda: self._put_lines((Drafted(edits),)))

    def filed(self, file: StudyFile) -> None:
        """Take note of the file that the study is kept in."""
        if file != self._file:
            self._file = file
            self._work.put(lambda: self._put_lines((_filed(file),)))

    def take_over_from(self, session: LeftBehind, *, is_whole: bool) -> None:
        """Let another session go as soon as all that was followed so far is on disk.

        One that could not be followed to its end goes to a folder beside, where nobody is
        asked about it again.
        """

        def let_go() -> None:
            if self._problem is not None:
                return
            if is_whole:
                discard(session)
            else:
                with suppress(OSError):  # it stays, and is offered again
                    put_by(session)

        self._work.put(let_go)

    def close(self, *, is_kept: bool, waits: bool = True) -> None:
        """Finish writing; without a need to keep it, the session goes."""
        self._is_kept = is_kept
        self._work.put(None)
        if waits:
            self.wait()

    def wait(self, seconds: float | None = None) -> None:
        """Wait until all is written, once the journal was closed; no longer than it is said."""
        self._thread.join(timeout=_WAIT if seconds is None else seconds)

    # --- in the threads -----------------------------------------------------------------

    def _write(self) -> None:
        while (task := self._work.get()) is not None:
            self._try(task)
        self._copies.put(None)
        self._copier.join(timeout=_WAIT)
        if not self._is_kept:
            shutil.rmtree(self.session, ignore_errors=True)
        if self._lock is not None:
            self._lock.close()

    def _copy(self) -> None:
        while (task := self._copies.get()) is not None:
            self._try(task)

    def _try(self, task: Callable[[], None]) -> None:
        try:
            task()
        except Exception as problem:  # noqa: BLE001 - whatever it is, it has to be said
            # The window goes on and says so; the next change tries a start of its own.
            is_news = self._problem is None
            self._problem = problem
            if is_news:
                self._failed(problem)

    def _begin(self) -> None:
        try:
            folder = self.session.parent
            folder.mkdir(mode=0o700, parents=True, exist_ok=True)
            folder.chmod(0o700)  # what is typed here is for nobody else to read
            self.session.mkdir(mode=0o700)
        except OSError as error:
            raise InputError(
                "No session can be kept in this folder "
                f"({'no permission' if isinstance(error, PermissionError) else error.strerror})",
                where=str(self.session.parent),
            ) from error
        handle = _for_owner(str(self.session / LOCK), os.O_WRONLY | os.O_CREAT)
        self._lock = os.fdopen(handle, "wb")
        fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)

    def _put_start(self, history: History, file: StudyFile | None) -> None:
        """A start of its own, on disk whole before the one before it goes."""
        if self._lock is None:
            self._begin()
        before, number = self._start, self._number + 1
        part, whole = self.session / f"{number}.part", self.session / str(number)
        shutil.rmtree(part, ignore_errors=True)
        part.mkdir(mode=0o700)
        (part / TABLES).mkdir(mode=0o700)
        write_whole(part / BASE, study_bytes(History(history.start)), is_private=True)
        start = _Start(part)
        lines: list[Line] = [Begun(VERSION)]
        lines += [start.line(at, step) for at, step in enumerate(history.steps)]
        lines += [Moved(history.position)]
        lines += [_filed(file)] if file is not None else []
        start.put(lines)
        sync_folder(part)
        part.rename(whole)
        sync_folder(self.session)
        start.folder = whole
        self._start, self._number = start, number
        self._copy_later(start)
        if before is not None:
            # After its own copies, which may still be under way.
            self._copies.put(lambda: shutil.rmtree(before.folder, ignore_errors=True))
        if self._problem is not None:
            self._problem = None
            self._failed(None)

    def _put_step(self, position: int, step: Step) -> None:
        start = self._start
        if self._problem is not None or start is None:
            self._put_start(self._history, self._file)
        else:
            start.put((start.line(position, step),))
            self._copy_later(start)

    def _put_lines(self, lines: tuple[Line, ...]) -> None:
        if self._problem is not None or self._start is None:
            # A line after one that is missing would tell another story.
            self._put_start(self._history, self._file)
        else:
            self._start.put(lines)

    def _copy_later(self, start: _Start) -> None:
        while start.later:
            self._copies.put(start.later.pop())


def _for_owner(path: str, flags: int) -> int:
    """Open a file that only its owner can read."""
    return os.open(path, flags, 0o600)


def _filed(file: StudyFile) -> Filed:
    return Filed(stored_path(file.path.absolute()), file.checksum)


class _Start:
    """One start of a session on disk, and what was added to it.

    Args:
        folder: where it is.
    """

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.later: list[Callable[[], None]] = []
        """Copies of tables that need not be made at once: their files are still there."""
        self._names: dict[int, tuple[str, Table]] = {}

    def put(self, lines: list[Line] | tuple[Line, ...]) -> None:
        """Add lines; they are on disk when this returns."""
        with open(self.folder / EDITS, "ab", opener=_for_owner) as file:
            file.write(b"".join(encoded_line(line) for line in lines))
            file.flush()
            os.fsync(file.fileno())

    def line(self, position: int, step: Step) -> Edited:
        """The line of a step; a table that it carries is written, or going to be."""
        edit = step.edit
        if not isinstance(edit, TableEdit):
            return Edited(position, edit)
        table = edit.table
        name = self._cells(table, is_elsewhere=_is_there(edit.source))
        return Edited(
            position,
            replace(edit, table=Table()),
            f"{TABLES}/{name}",
            table.title,
            table.row_count,
            table.column_count,
        )

    def _cells(self, table: Table, *, is_elsewhere: bool) -> str:
        """The name of the file with a table's cells."""
        if id(table) in self._names:
            return self._names[id(table)][0]
        name = f"{len(self._names) + 1}.csv"
        self._names[id(table)] = (name, table)  # kept, so that no other gets its identity

        def write() -> None:
            write_whole(self.folder / TABLES / name, stored_cells(table), is_private=True)

        if is_elsewhere and table.row_count * table.column_count >= _LARGE:
            self.later.append(write)
        else:
            write()
        return name


def _is_there(source: Source) -> bool:
    """True where the file that a table came from seems to be what it was."""
    with suppress(OSError):
        modified = path_of_stored(source.path).stat().st_mtime
        return bool(source.path and source.checksum) and modified == source.modified
    return False
