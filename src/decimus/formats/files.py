"""Reading and writing whole files, with one clear line when that fails."""

from __future__ import annotations

import os
import tempfile
from contextlib import suppress
from pathlib import Path

from decimus.errors import InputError

STUDY_SUFFIX = ".decimus"
_LARGEST = 2 * 1024**3


def size_of(path: Path) -> int:
    """The size of a file in bytes; 0 where there is none."""
    with suppress(OSError):
        return path.stat().st_size
    return 0


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


def write_whole(path: Path, content: bytes) -> None:
    """Write a file so that it is there whole or as it was before, even if power fails.

    Raises:
        InputError: the place cannot be written to.
    """
    try:
        handle, name = tempfile.mkstemp(prefix=f".{path.name}.", dir=path.parent)
    except OSError as error:
        raise InputError(_reason(error, path.parent), where=str(path)) from error
    temporary = Path(name)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        temporary.chmod(_mode(path))
        temporary.replace(path)
        _sync_folder(path.parent)
    except OSError as error:
        with suppress(OSError):
            temporary.unlink()
        raise InputError(_reason(error, path), where=str(path)) from error


def _mode(path: Path) -> int:
    """The permissions the file has, or those a new file gets."""
    with suppress(OSError):
        return path.stat().st_mode & 0o777
    mask = os.umask(0)
    os.umask(mask)
    return 0o666 & ~mask


def _sync_folder(folder: Path) -> None:
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
    if isinstance(error, PermissionError):
        return "No permission to read or write here"
    return f"It cannot be read or written ({error.strerror or error})"
