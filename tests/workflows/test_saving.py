"""Saving: read back before it replaces anything, and never over what somebody else has written."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.errors import InputError
from decimus.formats import study_file
from decimus.formats.progress import Stopped
from decimus.formats.study_file import open_study, save_study, undecided
from decimus.study.edits import AddTable, ChooseErrorBarLevel, DeleteRows, WriteCells
from decimus.study.history import History
from decimus.study.tables import Table
from decimus.workflows.opened import StudyFile
from decimus.workflows.opening import open_file
from decimus.workflows.saving import ChangedElsewhereError, free_name, keep_other, save


def test_saving_again_and_again(salt_history: History, tmp_path: Path) -> None:
    path = tmp_path / "a.decimus"
    known = save(path, salt_history)
    changed = salt_history.after(ChooseErrorBarLevel(level=90))
    again = save(path, changed, known)
    assert again != known
    opened = open_file(path)
    assert opened.file == again
    assert undecided(opened.history.study) == changed.study


def test_rows_deleted_beyond_the_table_are_saved_and_open(
    salt_history: History, tmp_path: Path
) -> None:
    """The sheet shows a spare row to type into, which can be selected and deleted too."""
    path = tmp_path / "a.decimus"
    for at, count in ((3, 3), (0, 6), (0, 99)):
        history = salt_history.after(DeleteRows(at=at, count=count))
        save(path, history)
        assert undecided(open_study(path).history.study) == history.study


def test_what_would_not_open_again_does_not_replace_the_file(
    salt_history: History, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "a.decimus"
    save(path, salt_history)
    before = path.read_bytes()
    good = study_file.study_bytes
    for content in (b"nonsense", good(salt_history.undone())):
        monkeypatch.setattr(study_file, "study_bytes", lambda *_, c=content: c)
        with pytest.raises(InputError, match="could not be opened again") as caught:
            save(path, salt_history.after(ChooseErrorBarLevel(level=90)))
        assert "file is as it was" in str(caught.value)
        assert path.read_bytes() == before


def test_what_another_window_has_saved_is_not_written_over(
    salt_history: History, tmp_path: Path
) -> None:
    path = tmp_path / "a.decimus"
    known = save(path, salt_history)
    ours = salt_history.after(ChooseErrorBarLevel(level=90))
    cell = WriteCells(row=1, column=1, cells=(("99",),))
    spare = AddTable(table=Table.from_rows((("e",), ("1",)), "spare"))
    for theirs, words in (
        (cell, "1 cell differs"),
        (ChooseErrorBarLevel(level=80), "same measurements and other choices"),
        (spare, "2 tables instead of 1"),
    ):
        save_study(path, salt_history.after(theirs))
        content = path.read_bytes()
        with pytest.raises(ChangedElsewhereError, match=words) as caught:
            save(path, ours, known)
        assert caught.value.path == path
        assert path.read_bytes() == content
    path.write_bytes(b"a picture")
    with pytest.raises(ChangedElsewhereError, match="something else"):
        save(path, ours, known)


def test_the_same_study_saved_elsewhere_is_no_conflict(
    salt_history: History, tmp_path: Path
) -> None:
    path = tmp_path / "a.decimus"
    known = save(path, salt_history)
    other = salt_history.after(ChooseErrorBarLevel(level=90))
    save_study(path, other.after(ChooseErrorBarLevel(level=95)).undone())
    assert save(path, other, known).checksum
    path.unlink()
    assert save(path, other, known).path == path
    assert save(tmp_path / "b.decimus", other, StudyFile(path, "")).path.name == "b.decimus"


def test_a_save_that_is_stopped_leaves_the_file(salt_history: History, tmp_path: Path) -> None:
    path = tmp_path / "a.decimus"
    save(path, salt_history)
    before = path.read_bytes()
    shares: list[float] = []

    def stop(share: float) -> None:
        shares.append(share)
        if share > 0.8:
            raise Stopped

    with pytest.raises(Stopped):
        save(path, salt_history.after(ChooseErrorBarLevel(level=90)), None, stop)
    assert path.read_bytes() == before
    assert shares == sorted(shares)


def test_names_beside_a_file(tmp_path: Path) -> None:
    path = tmp_path / "a.decimus"
    path.write_bytes(b"theirs")
    assert free_name(path).name == "a (2).decimus"
    (tmp_path / "a (2).decimus").write_bytes(b"")
    assert free_name(path).name == "a (3).decimus"
    copies = {keep_other(path), keep_other(path)}
    assert len(copies) == 2
    assert all(copy.read_bytes() == b"theirs" for copy in copies)
    assert all(copy.name.startswith("a (saved ") for copy in copies)
