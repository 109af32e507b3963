"""The journal: every edit on disk within moments, so that no crash loses work.

A session is a folder with a base (a study file) and the edits since, one a line with
its checksum. Whoever writes it holds a lock; a session without one was left behind.
"""

from __future__ import annotations

import fcntl
import os
import queue
import shutil
import threading
import time
import zlib
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from typing import BinaryIO

import msgspec
from platformdirs import user_state_path

from decimus.errors import DecimusError
from decimus.formats.files import read_bytes, write_whole
from decimus.formats.study_file import study_bytes, study_from_bytes
from decimus.study.edits import AddTable, BringInTable, Edit, ReplaceTable
from decimus.study.history import History

_BASE, _EDITS, _LOCK = "base.decimus", "edits.journal", "lock"


def journal_folder() -> Path:
    """Where sessions are kept."""
    return user_state_path("decimus") / "sessions"


class _Moved(msgspec.Struct, frozen=True, tag=True):
    """Undone or redone to a position."""

    position: int


class _Edited(msgspec.Struct, frozen=True, tag=True):
    """An edit made at a position; what had been undone there is gone."""

    position: int
    edit: Edit


_Line = _Moved | _Edited


def _difference(before: History, after: History) -> _Line | None:
    """The line that leads from one history to the next; None when no line can."""
    if after.steps is before.steps and after.start is before.start:
        return _Moved(after.position)
    kept = before.steps[: before.position]
    is_next = (
        after.start is before.start
        and after.position == len(after.steps) == len(kept) + 1
        and all(a is b for a, b in zip(after.steps, kept, strict=False))
    )
    # A whole table is no line: it goes into a new base.
    if not is_next or isinstance(after.steps[-1].edit, BringInTable | AddTable | ReplaceTable):
        return None
    return _Edited(before.position, after.steps[-1].edit)


class Journal:
    """Keeps one session; writing happens in a thread of its own."""

    def __init__(self, folder: Path, history: History) -> None:
        self._session = folder / f"{time.time_ns()}-{os.getpid()}"
        self._history = history
        self._work: queue.SimpleQueue[Callable[[], None] | None] = queue.SimpleQueue()
        self._thread = threading.Thread(target=self._write, name="journal", daemon=True)
        self._problem: OSError | DecimusError | None = None
        self._lock: BinaryIO | None = None
        self._work.put(self._begin)
        self._work.put(lambda: self._put_base(history))
        self._thread.start()

    @property
    def problem(self) -> OSError | DecimusError | None:
        """Why nothing can be kept; None while all is well."""
        return self._problem

    def follow(self, history: History) -> None:
        """Keep what has changed since the last call; returns at once."""
        before, self._history = self._history, history
        if history is before:
            return
        line = _difference(before, history)
        if line is None:
            self._work.put(lambda: self._put_base(history))
        else:
            self._work.put(lambda: self._put_line(line))

    def close(self, *, is_kept: bool) -> None:
        """Finish writing; without a need to keep it, the session goes."""
        self._work.put(None)
        self._thread.join(timeout=10)
        if self._lock is not None:
            self._lock.close()
        if not is_kept:
            shutil.rmtree(self._session, ignore_errors=True)

    def _write(self) -> None:
        while (task := self._work.get()) is not None:
            try:
                task()
            except (OSError, DecimusError) as problem:
                # The window goes on without a journal and says so.
                self._problem = problem

    def _begin(self) -> None:
        self._session.mkdir(parents=True)
        self._lock = (self._session / _LOCK).open("wb")
        fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)

    def _put_base(self, history: History) -> None:
        """A new base; edits since an old one mean nothing to it and go first."""
        (self._session / _EDITS).unlink(missing_ok=True)
        write_whole(self._session / _BASE, study_bytes(history))

    def _put_line(self, line: _Line) -> None:
        encoded = msgspec.json.encode(line)
        with (self._session / _EDITS).open("ab") as file:
            file.write(f"{zlib.crc32(encoded):08x} ".encode() + encoded + b"\n")
            file.flush()
            os.fsync(file.fileno())


@dataclass(frozen=True)
class LeftBehind:
    """A session nobody is writing any more, and when it was written last."""

    folder: Path
    written: float


def left_behind(folder: Path) -> tuple[LeftBehind, ...]:
    """Sessions left behind, the latest first."""
    found = []
    with suppress(OSError):
        for session in folder.iterdir():
            if (session / _BASE).exists() and not _is_held(session):
                files = [session / name for name in (_BASE, _EDITS)]
                written = max(file.stat().st_mtime for file in files if file.exists())
                found.append(LeftBehind(session, written))
    return tuple(sorted(found, key=lambda session: session.written, reverse=True))


def _is_held(session: Path) -> bool:
    try:
        with (session / _LOCK).open("rb") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except FileNotFoundError:
        return False
    except OSError:
        return True
    return False


def recovered(session: LeftBehind) -> History:
    """The history of a session as far as its journal is whole.

    Raises:
        InputError, FileFormatError: not even the base can be read.
    """
    history = study_from_bytes(read_bytes(session.folder / _BASE))
    for line in _lines(session.folder / _EDITS):
        history = _followed(history, line)
    return history


def _lines(path: Path) -> Iterator[_Line]:
    """Whole lines from the top; the first broken one ends it."""
    if not path.exists():
        return
    for raw in read_bytes(path).split(b"\n"):
        checksum, _, encoded = raw.partition(b" ")
        if not encoded or checksum != f"{zlib.crc32(encoded):08x}".encode():
            return
        yield msgspec.json.decode(encoded, type=_Line)


def _followed(history: History, line: _Line) -> History:
    if isinstance(line, _Moved):
        return History(history.start, history.steps, min(line.position, len(history.steps)))
    at = History(history.start, history.steps, line.position)
    return at.after(line.edit)


def discard(session: LeftBehind) -> None:
    """Throw a session away."""
    shutil.rmtree(session.folder, ignore_errors=True)
