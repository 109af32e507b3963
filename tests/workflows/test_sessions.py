"""Sessions: never less on disk than there was, every failure said, as much back as can be."""

from __future__ import annotations

import os
import shutil
import stat
import threading
import zlib
from pathlib import Path

import pytest

from decimus.errors import DecimusError
from decimus.formats.delimited import table_of_text
from decimus.formats.study_file import study_bytes
from decimus.study.edits import (
    AddTable,
    BringInTable,
    ChooseErrorBarLevel,
    DescribeMaterial,
    ReplaceTable,
    WriteCells,
)
from decimus.study.history import History
from decimus.study.studies import Source
from decimus.workflows import journal as journals
from decimus.workflows import sessions
from decimus.workflows.journal import Journal
from decimus.workflows.opened import StudyFile
from decimus.workflows.opening import open_file
from decimus.workflows.sessions import (
    BASE,
    EDITS,
    Edited,
    LeftBehind,
    Moved,
    encoded_line,
    file_of,
    left_behind,
    put_by,
    put_by_folder,
    recovered,
)
from tests.workflows.test_journal import same, story

PONDS = "pond,area\nA,1.5\nA,2.5\nB,3.5\nB,4.5\n"


def ponds() -> History:
    return History().after(BringInTable(table=table_of_text(PONDS, title="ponds")))


def typed(history: History, *texts: str) -> History:
    for text in texts:
        history = history.after(WriteCells(row=1, column=1, cells=((text,),)))
    return history


def one_by_one(*texts: str) -> list[History]:
    """A study as it is brought in and after each of some cells is typed."""
    histories = [ponds()]
    for text in texts:
        histories.append(typed(histories[-1], text))
    return histories


def closed(folder: Path, *histories: History, file: StudyFile | None = None) -> LeftBehind:
    """A session with these histories, left behind."""
    first, *others = histories
    journal = Journal(folder, first, file)
    for history in others:
        journal.follow(history)
    journal.close(is_kept=True)
    assert journal.problem is None
    (session,) = left_behind(folder)
    return session


def lines_of(session: LeftBehind) -> Path:
    (path,) = session.folder.glob(f"*/{EDITS}")
    return path


# --- what is written, and in which order -----------------------------------------------------


def test_a_new_start_is_whole_before_the_old_one_goes(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Another study: at every moment a start with all that was followed is on disk."""
    seen: list[bool] = []
    remove = shutil.rmtree

    def looking(path: Path, *, ignore_errors: bool = False) -> None:
        if Path(path).name == "1":
            whole = Path(path).parent / "2"
            seen.append((whole / BASE).exists() and (whole / EDITS).stat().st_size > 0)
        remove(path, ignore_errors=ignore_errors)

    monkeypatch.setattr(journals.shutil, "rmtree", looking)
    histories = story()
    session = closed(tmp_path, histories[0], histories[-1])
    assert seen == [True]
    assert [p.name for p in session.folder.iterdir() if p.is_dir()] == ["2"]
    assert same(recovered(session).history, histories[-1])


def test_every_line_is_synced(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    synced: list[bytes] = []
    sync = os.fsync

    def noted(handle: int) -> None:
        if stat.S_ISREG(os.fstat(handle).st_mode):
            synced.append(Path(f"/proc/self/fd/{handle}").read_bytes())
        sync(handle)

    monkeypatch.setattr(os, "fsync", noted)
    session = closed(tmp_path, *one_by_one("5", "6"))
    content = lines_of(session).read_bytes()
    whole_lines = [content[: end + 1] for end in range(len(content)) if content[end] == 10]
    assert whole_lines[-1] in synced
    assert whole_lines[-2] in synced


def test_a_session_that_is_taken_over_goes_when_the_other_is_on_disk(tmp_path: Path) -> None:
    """Kept while the new start is not there, or cannot be."""
    old = closed(tmp_path / "old", ponds(), typed(ponds(), "7"))
    back = recovered(old).history
    gate = threading.Event()
    journal = Journal(tmp_path / "new", History())
    journal._work.put(lambda: bool(gate.wait(5)))
    journal.follow(back)
    journal.take_over_from(old, is_whole=True)
    assert old.folder.exists()
    gate.set()
    journal.close(is_kept=True)
    assert not old.folder.exists()
    assert same(recovered(left_behind(tmp_path / "new")[0]).history, back)


def test_a_session_stays_when_nothing_can_be_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    old = closed(tmp_path / "old", ponds())
    journal = Journal(tmp_path / "new", History())

    def full(_history: History) -> bytes:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(journals, "study_bytes", full)
    journal.follow(recovered(old).history)
    journal.take_over_from(old, is_whole=True)
    journal.close(is_kept=True)
    assert isinstance(journal.problem, OSError)
    assert old.folder.exists()


def test_a_session_not_followed_to_its_end_is_put_by(tmp_path: Path) -> None:
    folder = tmp_path / "sessions"
    old = closed(folder, ponds())
    journal = Journal(folder, History())
    journal.follow(ponds())
    journal.take_over_from(old, is_whole=False)
    journal.close(is_kept=True)
    assert (put_by_folder(old) / old.folder.name / "1" / BASE).exists()
    assert old.folder not in [session.folder for session in left_behind(folder)]
    with pytest.raises(OSError, match="No such file"):
        put_by(old)


# --- failures are said, and healed -----------------------------------------------------------


def test_every_failure_is_said_once_and_the_next_change_heals(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    said: list[Exception | None] = []
    history = ponds()
    journal = Journal(tmp_path, history, failed=said.append)
    broken = threading.Event()
    sync = os.fsync

    def failing(handle: int) -> None:
        if broken.is_set():
            raise OSError(28, "No space left on device")
        sync(handle)

    monkeypatch.setattr(os, "fsync", failing)

    def wait() -> None:
        done = threading.Event()
        journal._work.put(done.set)
        assert done.wait(10)

    wait()
    broken.set()
    for text in ("5", "6"):
        history = typed(history, text)
        journal.follow(history)
    wait()
    assert len(said) == 1
    assert journal.problem is not None
    broken.clear()
    history = typed(history, "7")
    journal.follow(history)
    wait()
    assert said[1:] == [None]
    journal.close(is_kept=True)
    assert same(recovered(left_behind(tmp_path)[0]).history, history)


def test_words_that_no_file_can_hold_are_said(tmp_path: Path) -> None:
    """Half a sign, as from a name that is not UTF-8, once ended the thread without a word."""
    said: list[Exception | None] = []
    journal = Journal(tmp_path, ponds(), failed=said.append)
    odd = ponds().after(DescribeMaterial(material="moss \udcff"))
    journal.follow(odd)
    journal.follow(odd.undone())
    journal.close(is_kept=True)
    assert isinstance(said[0], UnicodeEncodeError)
    assert recovered(left_behind(tmp_path)[0]).history.study == ponds().study


def test_a_folder_where_nothing_can_be_kept_is_called_what_it_is(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("in the way")
    journal = Journal(tmp_path / "file" / "sessions", ponds())
    journal.close(is_kept=True)
    assert "No session can be kept in this folder" in str(journal.problem)


# --- tables ----------------------------------------------------------------------------------


def test_every_edit_with_a_table_is_a_line_of_its_own(tmp_path: Path) -> None:
    """Adding a table once wrote all anew, and a kill then cost twenty edits."""
    first, second = one_by_one("5")
    third = second.after(AddTable(table=table_of_text("c,d\n1,2\n3,4\n", title="more")))
    fourth = third.after(ReplaceTable(table=table_of_text(PONDS, title="again")))
    session = closed(tmp_path, first, second, third, fourth)
    assert same(recovered(session).history, fourth)
    assert [p.name for p in session.folder.iterdir() if p.is_dir()] == ["1"]


@pytest.mark.parametrize("is_copied", [True, False])
def test_a_large_table_comes_from_its_file_until_it_is_copied(
    is_copied: bool, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(journals, "_LARGE", 4)
    path = tmp_path / "ponds.csv"
    path.write_text(PONDS)
    history = typed(open_file(path).history, "5")
    session = closed(tmp_path / "sessions", history)
    (copy,) = session.folder.glob("*/tables/1.csv")
    if is_copied:
        path.unlink()
    else:
        copy.unlink()
    assert same(recovered(session).history, history)
    if not is_copied:
        path.write_text(PONDS.replace("1.5", "9.5"))
        found = recovered(session)
        assert found.history.study.is_empty
        assert "not the file any more" in found.notes[0]


def test_a_table_whose_file_has_changed_is_copied_at_once(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(journals, "_LARGE", 4)
    path = tmp_path / "ponds.csv"
    path.write_text(PONDS)
    history = open_file(path).history
    path.write_text("other")
    os.utime(path, (1, 1))
    copied: list[str] = []
    monkeypatch.setattr(
        journals.Journal, "_copy_later", lambda self, start: copied.append(len(start.later))
    )
    closed(tmp_path / "sessions", history)
    assert copied == [0]
    assert not journals._is_there(Source())


# --- recovery --------------------------------------------------------------------------------


def test_all_up_to_the_first_damaged_line_comes_back(tmp_path: Path) -> None:
    first, second, third = one_by_one("5", "6")
    session = closed(tmp_path, first, second, third)
    path = lines_of(session)
    *good, last = path.read_bytes().splitlines(keepends=True)
    path.write_bytes(b"".join(good) + last[:-9])
    found = recovered(session)
    assert same(found.history, second)
    assert found.notes == ("The last change cannot be followed: the journal is damaged there",)
    path.write_bytes(b"".join([*good[:-1], b"broken\n", last]))
    found = recovered(session)
    assert same(found.history, first)
    assert "The last 2 changes" in found.notes[0]


def with_line(session: LeftBehind, words: bytes) -> None:
    with lines_of(session).open("ab") as file:
        file.write(f"{zlib.crc32(words):08x} ".encode() + words + b"\n")


@pytest.mark.parametrize(
    ("words", "why"),
    [
        (b'{"type":"Begun","version":99}', "later version"),
        (b'{"type":"Unheard","x":1}', "later version"),
        (b'{"type":"_Edited","position":1,"edit":{"type":"NotYet"}}', "later version"),
        (b"not json", "followed"),
        (b'{"type":"_Moved","position":7}', "a change before it is missing"),
        (
            b'{"type":"_Edited","position":5,"edit":{"type":"ChooseErrorBarLevel","level":90}}',
            "a change before it is missing",
        ),
        (
            b'{"type":"_Edited","position":1,"edit":{"type":"DeleteRows","at":0,"sheet":9}}',
            "cannot be followed",
        ),
        (
            b'{"type":"_Edited","position":1,"edit":{"type":"ChooseErrorBarLevel","level":9}}',
            "cannot be followed",
        ),
        (
            b'{"type":"_Edited","position":1,"cells":"9.csv","edit":{"type":"AddTable","table":{}}}',
            "cannot be followed",
        ),
    ],
)
def test_a_line_that_cannot_be_followed_is_told(tmp_path: Path, words: bytes, why: str) -> None:
    session = closed(tmp_path, ponds())
    with_line(session, words)
    with_line(session, encoded_line(Moved(0)).split(b" ", 1)[1].strip())
    found = recovered(session)
    assert same(found.history, ponds())
    (note,) = found.notes
    assert why in note
    assert "The last 2 changes" in note


def test_where_the_study_is_kept_comes_back(tmp_path: Path) -> None:
    path = tmp_path / os.fsdecode(b"na\xffme.decimus")
    journal = Journal(tmp_path / "sessions", ponds())
    journal.filed(StudyFile(path, "abc"))
    journal.filed(StudyFile(path, "abc"))
    journal.close(is_kept=True)
    (session,) = left_behind(tmp_path / "sessions")
    found = recovered(session)
    assert (found.path, found.checksum) == (path, "abc")
    assert lines_of(session).read_bytes().count(b"Filed") == 1
    other = closed(tmp_path / "more", ponds(), file=StudyFile(path, "def"))
    assert recovered(other).checksum == "def"


def test_an_older_start_stands_in_for_one_that_is_damaged(tmp_path: Path) -> None:
    session = closed(tmp_path, ponds())
    (session.folder / "2").mkdir()
    (session.folder / "2" / BASE).write_bytes(b"nothing")
    (session.folder / "3.part").mkdir()
    (session.folder / "3.part" / BASE).write_bytes(study_bytes(History()))
    assert same(recovered(session).history, ponds())
    shutil.rmtree(session.folder / "1")
    with pytest.raises(DecimusError):
        recovered(session)
    shutil.rmtree(session.folder)
    with pytest.raises(DecimusError, match="gone"):
        recovered(session)


def test_the_earlier_form_is_still_read(tmp_path: Path) -> None:
    """Base and edits in the session itself, without a first line that says how they are."""
    folder = tmp_path / "123-4"
    folder.mkdir()
    (folder / BASE).write_bytes(study_bytes(ponds()))
    edit = WriteCells(row=1, column=1, cells=(("5",),))
    (folder / EDITS).write_bytes(encoded_line(Edited(1, edit)) + encoded_line(Moved(1)))
    (session,) = left_behind(tmp_path)
    assert same(recovered(session).history, typed(ponds(), "5").undone())


def test_a_history_that_starts_with_a_study_comes_back(tmp_path: Path) -> None:
    """As when a file's history could not be followed: its start is the study."""
    start = History(ponds().study)
    after = start.after(ChooseErrorBarLevel(level=90))
    session = closed(tmp_path, start, after)
    assert recovered(session).history.study == after.study
    assert recovered(session).history.undone().study == start.study


def test_what_is_no_session_is_passed_over(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("x")
    (tmp_path / "empty").mkdir()
    assert left_behind(tmp_path) == ()


def test_a_table_that_is_there_already_is_written_once(tmp_path: Path) -> None:
    table = table_of_text(PONDS, title="ponds")
    history = History().after(BringInTable(table=table))
    twice = history.after(AddTable(table=table))
    session = closed(tmp_path, history, history, twice)
    assert len(list(session.folder.glob("*/tables/*.csv"))) == 1
    assert same(recovered(session).history, twice)


def test_a_start_without_lines_is_its_base(tmp_path: Path) -> None:
    session = closed(tmp_path, History(ponds().study))
    lines_of(session).unlink()
    assert recovered(session).history.study == ponds().study
    assert file_of(session) is None


def test_a_lock_that_cannot_be_looked_at_is_held(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = closed(tmp_path, ponds())

    def refuse(*_: object) -> None:
        raise PermissionError(13, "x")

    monkeypatch.setattr(sessions.fcntl, "flock", refuse)
    assert left_behind(tmp_path) == ()
    (session.folder / "lock").unlink()
    assert len(left_behind(tmp_path)) == 1
