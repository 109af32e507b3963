"""Files are written whole or not at all."""

from __future__ import annotations

import os
from pathlib import Path

import pytest

from decimus.errors import InputError
from decimus.formats.files import read_bytes, write_whole


def test_writes_and_replaces(tmp_path: Path) -> None:
    path = tmp_path / "a.txt"
    write_whole(path, b"one")
    path.chmod(0o640)
    write_whole(path, b"two")
    assert read_bytes(path) == b"two"
    assert path.stat().st_mode & 0o777 == 0o640
    assert [p.name for p in tmp_path.iterdir()] == ["a.txt"]


def test_a_failure_leaves_the_old_file(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """The disk fills up while writing: the old content stays, nothing is left behind."""
    path = tmp_path / "a.txt"
    path.write_bytes(b"old")

    def full(_: int) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(os, "fsync", full)
    with pytest.raises(InputError, match="no room left on the disk"):
        write_whole(path, b"new")
    assert path.read_bytes() == b"old"
    assert [p.name for p in tmp_path.iterdir()] == ["a.txt"]


def test_no_such_folder(tmp_path: Path) -> None:
    with pytest.raises(InputError, match="folder does not exist"):
        write_whole(tmp_path / "none" / "a.txt", b"x")
