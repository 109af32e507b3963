"""Files are written whole or not at all."""

from __future__ import annotations

import os
import stat
from pathlib import Path

import pytest

from decimus.errors import InputError
from decimus.formats.files import (
    name_in_words,
    path_of_stored,
    read_bytes,
    stored_path,
    write_whole,
)


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


def test_a_file_is_written_beside_and_then_put_in_its_place(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Content first on the disk, then the name, then the folder: in that order and no other."""
    path = tmp_path / "a.txt"
    path.write_bytes(b"old")
    done: list[str] = []
    sync, replace = os.fsync, Path.replace

    def noted_sync(handle: int) -> None:
        is_folder = stat.S_ISDIR(os.fstat(handle).st_mode)
        if not is_folder:
            assert path.read_bytes() == b"old"
            (beside,) = [p for p in tmp_path.iterdir() if p != path]
            assert beside.read_bytes() == b"new"
        done.append("folder" if is_folder else "content")
        sync(handle)

    def noted_replace(self: Path, target: Path) -> Path:
        done.append("name")
        return replace(self, target)

    monkeypatch.setattr(os, "fsync", noted_sync)
    monkeypatch.setattr(Path, "replace", noted_replace)
    write_whole(path, b"new")
    assert done == ["content", "name", "folder"]
    assert path.read_bytes() == b"new"


def test_a_link_stays_a_link(tmp_path: Path) -> None:
    (tmp_path / "away").mkdir()
    target = tmp_path / "away" / "b.txt"
    target.write_bytes(b"old")
    link = tmp_path / "a.txt"
    link.symlink_to(target)
    write_whole(link, b"new")
    assert link.is_symlink()
    assert target.read_bytes() == b"new"
    target.unlink()
    write_whole(link, b"again")
    assert (link.is_symlink(), target.read_bytes()) == (True, b"again")


def test_a_link_to_itself_is_one_clear_line(tmp_path: Path) -> None:
    link = tmp_path / "a.txt"
    link.symlink_to(link)
    with pytest.raises(InputError) as caught:
        write_whole(link, b"new")
    assert "\n" not in str(caught.value)


def test_a_file_that_nobody_may_write_stays(tmp_path: Path) -> None:
    path = tmp_path / "a.txt"
    path.write_bytes(b"old")
    path.chmod(0o444)
    with pytest.raises(InputError, match="read-only"):
        write_whole(path, b"new")
    assert path.read_bytes() == b"old"


def test_what_is_no_file_stays_what_it_is(tmp_path: Path) -> None:
    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    for path, what in ((pipe, "no ordinary file"), (tmp_path, "folder")):
        with pytest.raises(InputError, match=what):
            write_whole(path, b"x")
    assert stat.S_ISFIFO(pipe.stat().st_mode)


def test_names_that_are_long_or_no_text(tmp_path: Path) -> None:
    for name in (b"x" * 255, b"na\xffme.csv", b"two\nlines"):
        path = tmp_path / os.fsdecode(name)
        write_whole(path, b"new")
        assert path.read_bytes() == b"new"
        words = name_in_words(path)
        words.encode()
        assert "\n" not in words
        stored = stored_path(path)
        stored.encode()
        assert path_of_stored(stored) == path


@pytest.mark.parametrize("error", [PermissionError(13, "x"), NotADirectoryError(20, "x")])
def test_why_a_file_cannot_be_read(
    error: OSError, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "a.txt"
    path.write_bytes(b"x")

    def refuse(_self: Path) -> bytes:
        raise error

    monkeypatch.setattr(Path, "read_bytes", refuse)
    with pytest.raises(InputError, match=r"permission|not a folder"):
        read_bytes(path)


def test_a_file_keeps_its_owner_where_it_may(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Root may give files away; anybody else keeps what can be kept."""
    path = tmp_path / "a.txt"
    path.write_bytes(b"old")
    given: list[tuple[int, int]] = []
    status = Path.stat

    def of_another(self: Path, *, follow_symlinks: bool = True) -> os.stat_result:
        found = status(self, follow_symlinks=follow_symlinks)
        if self == path:
            return os.stat_result((*found[:4], 12345, 23456, *found[6:]))
        return found

    monkeypatch.setattr(Path, "stat", of_another)
    monkeypatch.setattr(os, "chown", lambda _path, user, group: given.append((user, group)))
    write_whole(path, b"new")
    assert given == [(12345, 23456)]


@pytest.mark.parametrize(
    ("error", "words"),
    [
        (IsADirectoryError(21, "x"), "folder, not a file"),
        (OSError(28, "x"), "no room left"),
        (OSError(5, "Input/output error"), r"\(Input/output error\)"),
    ],
)
def test_why_a_file_cannot_be_written(
    error: OSError, words: str, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def fails(_handle: int) -> None:
        raise error

    monkeypatch.setattr(os, "fsync", fails)
    with pytest.raises(InputError, match=words):
        write_whole(tmp_path / "a.txt", b"x")


def test_what_a_kill_left_goes_with_the_next_writing(tmp_path: Path) -> None:
    """Of a process that is gone; what one that runs may be about to finish stays."""
    path = tmp_path / "a.decimus"
    gone = tmp_path / ".a.decimus.999999999-abcdefgh"
    running = tmp_path / f".a.decimus.{os.getppid()}-abcdefgh"
    other = tmp_path / ".a.decimus.backup.999999999-abcdefgh"
    for left in (gone, running, other):
        left.write_bytes(b"half")
    write_whole(path, b"whole")
    assert path.read_bytes() == b"whole"
    assert not gone.exists()
    assert running.exists()
    assert other.exists()


def test_a_private_file_is_for_its_owner(tmp_path: Path) -> None:
    write_whole(tmp_path / "a", b"x", is_private=True)
    assert (tmp_path / "a").stat().st_mode & 0o777 == 0o600
