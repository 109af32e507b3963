"""Reading and writing whole files, with one clear line when that fails."""

from __future__ import annotations

import errno
import os
import re
import stat
import tempfile
import time
from contextlib import suppress
from pathlib import Path
from urllib.parse import unquote_to_bytes

from decimus.errors import InputError

STUDY_SUFFIX = ".decimus"
_LARGEST = 2 * 1024**3


def read_bytes(path: Path) -> bytes:
    """All bytes of a file.

    Raises:
        InputError: it does not exist, is a folder, may not be read or cannot be.
    """
    try:
        size = path.stat().st_size
        if size > _LARGEST:
            raise InputError(
                f"It holds {size / 1024**3:.1f} GB; at most 2 GB can be read",
                where=str(path),
                remedy="Keep the columns and rows that are needed",
            )
        if not path.is_file():
            raise InputError(
                "This is a folder, not a file" if path.is_dir() else "This is no ordinary file",
                where=str(path),
                remedy="Choose a table or a study",
            )
        return path.read_bytes()
    except OSError as error:
        raise InputError(_reason(error, path), where=str(path)) from error


def write_whole(path: Path, content: bytes, *, is_private: bool = False) -> None:
    """Write a file so that it is there whole or as it was before, even if power fails.

    A link stays a link: what it points to is written. A file that nobody may write stays.

    Args:
        path: the file.
        content: what it is to hold.
        is_private: whether only its owner may read it.

    Raises:
        InputError: the place cannot be written to.
    """
    target = _target(path)
    _clear_left_over(target)
    try:
        prefix = f"{_part_name(target)}{os.getpid()}-"
        handle, name = tempfile.mkstemp(prefix=prefix, dir=target.parent)
    except OSError as error:
        raise InputError(_reason(error, target.parent), where=str(path)) from error
    temporary = Path(name)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        if not is_private:
            _keep_owner_and_mode(temporary, target)
        temporary.replace(target)
        sync_folder(target.parent)
    except OSError as error:
        with suppress(OSError):
            temporary.unlink()
        raise InputError(_reason(error, path), where=str(path)) from error


def _clear_left_over(target: Path) -> None:
    """Take away what a program that was ended has left of an earlier writing of a file.

    Its name says which process wrote it: one that still runs may be about to finish.
    """
    start = _part_name(target)
    with suppress(OSError), os.scandir(target.parent) as entries:
        for entry in entries:
            if not entry.name.startswith(start):
                continue
            made = _LEFT_OVER.fullmatch(entry.name.removeprefix(start))
            if made is None:
                continue
            is_old = time.time() - entry.stat().st_mtime > _OLD
            if is_old if made[1] is None else not _runs(int(made[1])):
                with suppress(OSError):
                    Path(entry.path).unlink()


_LEFT_OVER = re.compile(r"(?:(\d{1,10})-)?[a-z0-9_]{8}")
_OLD = 3600.0
"""Seconds after which nobody is still writing a file whose name does not say who does."""


def _runs(process: int) -> bool:
    """Whether a process is still there."""
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    except (PermissionError, OverflowError):
        return True
    return True


def _part_name(target: Path) -> str:
    """The start of a name for what is being written; a long name leaves room for its end."""
    return os.fsdecode(b"." + os.fsencode(target.name)[:200] + b".")


def _target(path: Path) -> Path:
    """The file that a path stands for, where it may be written.

    Raises:
        InputError: it is a folder, a device, read-only, or a link that leads nowhere.
    """
    try:
        target = path.resolve()
        found = target.stat() if target.exists() else None
    except (OSError, RuntimeError, ValueError) as error:
        what = _reason(error, path) if isinstance(error, OSError) else "It is no usable name"
        raise InputError(what, where=str(path), remedy="Choose another name") from error
    if found is None:
        return target
    if not stat.S_ISREG(found.st_mode):
        raise InputError(
            "This is a folder, not a file" if target.is_dir() else "This is no ordinary file",
            where=str(path),
            remedy="Choose another name",
        )
    # Whoever took the right to write away meant it, for every user and for root too.
    if not (found.st_mode & 0o222 and os.access(target, os.W_OK)):
        raise InputError(
            "The file is read-only", where=str(path), remedy="Choose another name for this one"
        )
    return target


def _keep_owner_and_mode(temporary: Path, target: Path) -> None:
    """Give a file the owner and permissions of the one it replaces, or those of a new one."""
    try:
        before = target.stat()
    except FileNotFoundError:
        mask = os.umask(0)
        os.umask(mask)
        temporary.chmod(0o666 & ~mask)
        return
    made = temporary.stat()
    if (made.st_uid, made.st_gid) != (before.st_uid, before.st_gid):
        with suppress(OSError):  # only root may give files away
            os.chown(temporary, before.st_uid, before.st_gid)
    temporary.chmod(before.st_mode & 0o777)


def sync_folder(folder: Path) -> None:
    """See to it that the names in a folder are on the disk. Raises OSError."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def _reason(error: OSError, path: Path) -> str:
    if isinstance(error, FileNotFoundError):
        what = "this folder does not exist" if path.suffix == "" else "there is no such file"
        return what[:1].upper() + what[1:]
    if isinstance(error, IsADirectoryError):
        return "This is a folder, not a file"
    if isinstance(error, NotADirectoryError):
        return "A part of this path is a file, not a folder"
    if isinstance(error, PermissionError):
        return "No permission to read or write here"
    if error.errno == errno.ENOSPC:
        return "There is no room left on the disk"
    return f"It cannot be read or written ({error.strerror or error})"


def name_in_words(path: Path) -> str:
    """A file's name for people: bytes that are no text are shown as �."""
    return in_words(path.name)


def in_words(path: Path | str) -> str:
    """A path for people, in one line and as text whatever its bytes are."""
    text = os.fsencode(path).decode("utf-8", "replace")
    return "".join(sign if sign.isprintable() else "\ufffd" for sign in text)


def stored_path(path: Path) -> str:
    """A path as text that a file can hold; one whose bytes are no text as a file URI."""
    text = str(path)
    try:
        text.encode()
    except UnicodeEncodeError:
        return path.absolute().as_uri()
    return text


def path_of_stored(text: str) -> Path:
    """The path that `stored_path` wrote."""
    if text.startswith(_URI):
        return Path(os.fsdecode(unquote_to_bytes(text.removeprefix(_URI))))
    return Path(text)


_URI = "file://"
