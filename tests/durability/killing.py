"""Kills a working window at a bad moment and sees what is left of its work.

Aims are the moments that are sought: any, while a study is saved, while another study takes the
place of one, while a study is brought back, while tables are added.
"""

from __future__ import annotations

import json
import multiprocessing
import os
import random
import time
from contextlib import suppress
from dataclasses import dataclass
from multiprocessing.process import BaseProcess
from pathlib import Path

from decimus.errors import DecimusError
from decimus.formats.study_file import open_study
from decimus.study.edits import WriteCells
from decimus.workflows.journal import Journal
from decimus.workflows.opening import open_file
from decimus.workflows.sessions import left_behind, recovered
from tests.durability.states import NOTES, SESSIONS, STUDY, Note, State, state_of

AIMS = ("any", "save", "base", "bring back", "table")
RISK = 1.0
"""Seconds of work that a kill may cost."""


@dataclass(frozen=True)
class Outcome:
    """What a kill has done.

    Args:
        lost: what should be there and is not; empty where all is well.
        risked: seconds of work that did not come back.
        changes: how many were made.
    """

    lost: str
    risked: float
    changes: int


def small_table(folder: Path) -> Path:
    """Five groups of ten."""
    path = folder / "ponds.csv"
    rows = [f"{pond},{10 + number / 7:.2f}" for pond in "ABCDE" for number in range(10)]
    path.write_text("pond,area (mm²)\n" + "\n".join(rows) + "\n")
    return path


def large_table(folder: Path, rows: int = 1_000_000) -> Path:
    """A million rows."""
    path = folder / "ponds-large.csv"
    made = random.Random(4)
    lines = (f"p{number % 8},{made.gauss(10, 2):.3f}" for number in range(rows))
    path.write_text("pond,area (mm²)\n" + "\n".join(lines) + "\n")
    return path


def kill_once(aim: str, folder: Path, table: Path, *, within: float) -> Outcome:
    """Start a window, kill it, and look.

    Args:
        aim: the moment that is sought.
        folder: an empty folder for everything.
        table: the table to work on.
        within: seconds of work within which the kill comes.
    """
    folder.mkdir(parents=True)
    if aim == "bring back":
        _leave_behind(folder, table)
    process = _WINDOWS.Process(target=_work, args=(aim, folder, table))
    process.start()
    try:
        _wait_for_work(process, folder)
        killed = _wait_for_moment(aim, folder, random.uniform(0, within))
    finally:
        process.kill()
        process.join()
    return _look(folder, killed)


# Each window is a process of its own, split off one that has read the libraries.
_WINDOWS = multiprocessing.get_context("forkserver")
_WINDOWS.set_forkserver_preload(["tests.durability.driven"])


def _work(aim: str, folder: Path, table: Path) -> None:
    from tests.durability.driven import Worker

    os.environ.update(QT_QPA_PLATFORM="offscreen", XDG_STATE_HOME=str(folder))
    Worker(aim, folder, table).work()


def _leave_behind(folder: Path, table: Path) -> None:
    """A session with some work in it, as a window that went down leaves it."""
    history = open_file(table).history
    journal = Journal(folder / SESSIONS, history)
    for number in range(20):
        edit = WriteCells(row=number + 1, column=1, cells=((f"{number}.5",),))
        history = history.after(edit)
        journal.follow(history)
    journal.close(is_kept=True)
    left = Note(0.0, 0, state_of(history), is_saved=False)
    (folder / "left").write_text(json.dumps(left.as_list()))


def _wait_for_work(process: BaseProcess, folder: Path) -> None:
    notes = folder / NOTES
    while not (notes.exists() and notes.stat().st_size):
        if not process.is_alive():
            raise AssertionError("the window went down by itself")
        time.sleep(0.001)


def _wait_for_moment(aim: str, folder: Path, wait: float) -> float:
    """Wait, and then for what is aimed at to be under way; the moment."""
    if aim == "bring back":
        wait = 0.0  # it happens once, and at once
    end = time.monotonic() + wait
    time.sleep(wait)
    part = f"{SESSIONS}/*/*.part"
    patterns = {"save": f".{STUDY}.*", "base": part, "bring back": part}
    if aim in patterns:
        while time.monotonic() < end + 0.5 and not _is_under_way(folder, patterns[aim]):
            time.sleep(0.0003)
        time.sleep(random.choice((0.0, 0.0005, 0.002, 0.01, 0.05)))
    return time.time()


def _is_under_way(folder: Path, pattern: str) -> bool:
    with suppress(FileNotFoundError):  # a session that goes while we look
        return any(folder.glob(pattern))
    return False


def _look(folder: Path, killed: float) -> Outcome:
    """Compare what comes back with what was written down."""
    lines = (folder / NOTES).read_bytes().split(b"\n")[:-1]
    notes = [Note.of_list(json.loads(line)) for line in lines]
    found: list[State] = []
    problems = []
    for session in left_behind(folder / SESSIONS):
        try:
            back = recovered(session)
        except DecimusError as error:
            problems.append(f"a session cannot be read ({error})")
            continue
        found.append(state_of(back.history))
    study = folder / STUDY
    saved: State | None = None
    if study.exists():
        try:
            saved = state_of(open_study(study).history)
        except DecimusError as error:
            problems.append(f"the saved study cannot be opened ({error})")
    risked = 0.0
    for story in {note.story for note in notes}:
        of_story = [note for note in notes if note.story == story]
        is_last = story == notes[-1].story
        needed = of_story[-1] if not is_last else _due(of_story, killed)
        if needed is None or (needed.is_saved and not is_last):
            continue
        after = of_story[of_story.index(needed) :]
        came_back = [note for note in after if note.state in found or note.state == saved]
        # The change after the last note may be on disk already.
        ahead = is_last and any(_follows(state, of_story[-1].state) for state in found)
        if not came_back and not ahead:
            problems.append(f"{needed} is in none of {found}")
        elif came_back and is_last:
            risked = max(risked, of_story[-1].at - came_back[-1].at)
    return Outcome("; ".join(problems), risked, len(notes))


def _follows(state: State, last: State) -> bool:
    """True where one change leads from the last state to this one."""
    steps, position, title = last
    if state[:2] == (position + 1, position + 1):
        return True
    return state in ((steps, position - 1, title), (steps, position + 1, title))


def _due(notes: list[Note], killed: float) -> Note | None:
    """The last note that is old enough to have to be there."""
    old = [note for note in notes if note.at <= killed - RISK]
    return old[-1] if old else None
