"""The journal: work survives a kill, a torn line, and a close without saving."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

import pytest

from decimus.errors import DecimusError
from decimus.study.edits import BringInTable, ChooseErrorBarLevel, ChooseTextSize, WriteCells
from decimus.study.history import History
from decimus.study.tables import Table
from decimus.workflows.journal import Journal
from decimus.workflows.sessions import LeftBehind, discard, left_behind, recovered
from tests.conftest import FIVE_BY_FOUR, study_of

ROWS = (("a", "b"), ("1", "2"), ("3", "4"))


def story() -> list[History]:
    """Histories as a user makes them: edits, undo, redo, a new branch, another study."""
    first = History().after(BringInTable(table=Table.from_rows(ROWS, "t")))
    second = first.after(WriteCells(row=1, column=0, cells=(("9",),)))
    third = second.after(ChooseErrorBarLevel(level=90))
    undone = third.undone().undone()
    branch = undone.after(ChooseTextSize(text_pt=10))
    other = (
        History()
        .after(BringInTable(table=Table.from_rows(ROWS[:2], "u")))
        .after(ChooseErrorBarLevel(level=80))
    )
    return [first, second, third, third.undone(), undone, undone.redone(), undone, branch, other]


def same(one: History, two: History) -> bool:
    return (
        one.study == two.study
        and one.position == two.position
        and [s.edit for s in one.steps] == [s.edit for s in two.steps]
    )


@pytest.mark.parametrize("count", range(1, 10))
def test_every_moment_comes_back(count: int, tmp_path: Path) -> None:
    journal = Journal(tmp_path, History())
    histories = story()[:count]
    for history in histories:
        journal.follow(history)
    journal.close(is_kept=True)
    assert journal.problem is None
    (session,) = left_behind(tmp_path)
    assert same(recovered(session).history, histories[-1])
    discard(session)
    assert left_behind(tmp_path) == ()


def test_a_session_in_use_is_not_left_behind(tmp_path: Path) -> None:
    journal = Journal(tmp_path, story()[0])
    for _ in range(100):
        if list(tmp_path.glob("*/1/base.decimus")):
            break
        time.sleep(0.02)
    assert list(tmp_path.glob("*/1/base.decimus"))
    code = (
        "import sys; from pathlib import Path; from decimus.workflows.sessions import left_behind;"
        "print(len(left_behind(Path(sys.argv[1]))))"
    )
    done = subprocess.run(
        [sys.executable, "-c", code, str(tmp_path)], capture_output=True, text=True, check=True
    )
    assert done.stdout == "0\n"
    journal.close(is_kept=False)
    assert list(tmp_path.iterdir()) == []


def test_a_torn_line_loses_only_itself(tmp_path: Path) -> None:
    first, *others = story()[:3]
    journal = Journal(tmp_path, first)
    for history in others:
        journal.follow(history)
    journal.close(is_kept=True)
    (session,) = left_behind(tmp_path)
    path = session.folder / "1" / "edits.journal"
    path.write_bytes(path.read_bytes()[:-9])
    assert same(recovered(session).history, story()[1])
    (session.folder / "1" / "base.decimus").write_bytes(b"nothing")
    with pytest.raises(DecimusError):
        recovered(session)


def test_nothing_can_be_kept_is_said(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("in the way")
    journal = Journal(tmp_path / "file", History())
    journal.close(is_kept=True)
    assert journal.problem is not None
    assert left_behind(tmp_path / "none") == ()


KILLED = """
import os, sys, time
from pathlib import Path
from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.study.edits import WriteCells
app = application()
window = MainWindow(History(), sessions=Path(sys.argv[1]))
window.show()
window.open_example()
window.store.apply(WriteCells(row=1, column=1, cells=(("150.5",),)))
app.processEvents()
time.sleep(0.3)
print("ready", flush=True)
while True:
    app.processEvents()
"""


def test_work_survives_a_kill(tmp_path: Path) -> None:
    """A window killed 0.3 s after the last change: the change is there."""
    process = subprocess.Popen(
        [sys.executable, "-c", KILLED, str(tmp_path)],
        stdout=subprocess.PIPE,
        text=True,
        env=os.environ | {"QT_QPA_PLATFORM": "offscreen"},
    )
    assert process.stdout is not None
    assert process.stdout.readline() == "ready\n"
    process.send_signal(signal.SIGKILL)
    process.wait(timeout=10)
    process.stdout.close()
    (session,) = left_behind(tmp_path)
    history = recovered(session).history
    assert history.study.sheets[0].table.cell(1, 1) == "150.5"
    assert history.undone().study.sheets[0].table.cell(1, 1) != "150.5"


def test_sessions_are_for_their_owner_alone(tmp_path: Path) -> None:
    folder = tmp_path / "state" / "sessions"
    history = History().after(BringInTable(table=study_of(FIVE_BY_FOUR).sheets[0].table))
    journal = Journal(folder, history)
    journal.close(is_kept=True)
    assert folder.stat().st_mode & 0o777 == 0o700
    for path in folder.rglob("*"):
        assert path.stat().st_mode & 0o777 == (0o700 if path.is_dir() else 0o600), path


def test_what_was_being_typed_is_the_last_change(tmp_path: Path) -> None:
    history = History().after(BringInTable(table=study_of(FIVE_BY_FOUR).sheets[0].table))
    journal = Journal(tmp_path, history)
    journal.draft((WriteCells(row=1, column=1, cells=(("4",),)),))
    journal.draft((WriteCells(row=1, column=1, cells=(("47",),)),))
    journal.close(is_kept=True)
    found = recovered(LeftBehind(next(tmp_path.iterdir()), 0.0)).history
    assert found.study.sheets[0].table.cell(1, 1) == "47"
    assert found.undone().study.sheets[0].table == history.study.sheets[0].table
