"""Archives from anywhere: opened only when what they unpack to is bounded."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager

from decimus.values import Value

MOST_UNPACKED = 2 * 1024**3
"""Bytes that an archive may unpack to, however large it is."""
_ALWAYS_FINE = 64 * 1024**2
_MOST_RATIO = 100
"""Times its size that a larger archive may unpack to: tables reach ten, attacks a thousand."""


class ArchiveError(Exception):
    """An archive is damaged, or not such as anybody would write; says what in one phrase."""


class Archive(Value, frozen=True):
    """An archive whose parts are known to be bounded, each there once."""

    _zip: zipfile.ZipFile

    @property
    def names(self) -> frozenset[str]:
        """What its parts are called."""
        return frozenset(self._zip.namelist())

    def size(self, name: str) -> int:
        """The bytes of a part, unpacked."""
        return self._zip.getinfo(name).file_size

    def packed_size(self, name: str) -> int:
        """The bytes of a part as it lies in the archive."""
        return self._zip.getinfo(name).compress_size

    def read(self, name: str) -> bytes:
        """The bytes of a part. Raises KeyError where there is none, ArchiveError if damaged."""
        try:
            return self._zip.read(name)
        except _DAMAGE as error:
            raise ArchiveError(f"{name} is damaged") from error


_DAMAGE = (
    zipfile.BadZipFile,
    zipfile.LargeZipFile,
    zipfile.zlib.error,  # type: ignore[attr-defined]
    EOFError,
    OSError,
    NotImplementedError,  # a compression or a zip that the library does not know
    RuntimeError,  # a part that is encrypted
    UnicodeDecodeError,
    ValueError,
    OverflowError,
)


@contextmanager
def opened(content: bytes) -> Iterator[Archive]:
    """The archive in some bytes.

    Raises:
        ArchiveError: it is damaged, holds a part twice or unpacks to more than is usual.
    """
    try:
        archive = zipfile.ZipFile(io.BytesIO(content))
        parts = archive.infolist()
    except _DAMAGE as error:
        raise ArchiveError(f"{error}" or "it is cut short") from error
    with archive:
        _check(parts, len(content))
        yield Archive(archive)


def _check(parts: list[zipfile.ZipInfo], size: int) -> None:
    names = [part.filename for part in parts]
    if len(set(names)) < len(names):
        twice = next(name for name in names if names.count(name) > 1)
        raise ArchiveError(f"it holds {twice} twice")
    unpacked = sum(part.file_size for part in parts)
    if unpacked > MOST_UNPACKED or unpacked > max(_ALWAYS_FINE, _MOST_RATIO * size):
        raise ArchiveError(f"it unpacks from {size / 1024**2:,.1f} to {unpacked / 1024**2:,.0f} MB")
