"""A window that works until it is killed, and writes down what it has done.

Every change is noted in a file, one line each, right after the window has taken it.
"""

from __future__ import annotations

import itertools
import json
import os
import random
import time
from pathlib import Path

from PySide6.QtWidgets import QApplication

from decimus.formats.study_file import study_bytes
from decimus.study.edits import ChooseErrorBarLevel, InsertRows, WriteCells
from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.workflows.opening import open_file
from tests.durability.states import NOTES, SESSIONS, STUDY, Note, state_of


class Worker:
    """Does what a person does, as fast as the window lets it."""

    def __init__(self, aim: str, folder: Path, table: Path) -> None:
        self.aim = aim
        self.folder = folder
        self.table = table
        self.app: QApplication = application()
        self.random = random.Random(time.time_ns())
        self.notes = os.open(folder / NOTES, os.O_WRONLY | os.O_CREAT | os.O_APPEND)
        self.counter = itertools.count(1)
        self.story = 0
        self.window = MainWindow(History(), sessions=folder / SESSIONS)
        self.window.resize(1280, 800)
        self.window.show()
        self.app.processEvents()

    def note(self) -> None:
        """Write down how the study stands."""
        state = state_of(self.window.store.history)
        note = Note(time.time(), self.story, state, is_saved=self.window.store.is_saved)
        os.write(self.notes, json.dumps(note.as_list()).encode() + b"\n")

    def work(self) -> None:
        """Go on until the end comes."""
        if self.aim == "bring back":
            self.note_of_what_was_left()
            self.window.start.bring_back.click()
            self.note()
        else:
            self.open_table()
        while True:
            self.one_change()
            self.app.processEvents()
            if self.aim == "save" and self.random.random() < 0.5:
                self.window.files.save_to(self.folder / STUDY)
            elif self.aim == "base" and self.random.random() < 0.3:
                self.open_other_study()
            elif self.aim == "table" and self.random.random() < 0.4:
                self.window.files.add_path(self.table)
                self.note()
            time.sleep(self.random.uniform(0, 0.03))

    def note_of_what_was_left(self) -> None:
        """The study that was left behind is one that must not be lost."""
        note = json.loads((self.folder / "left").read_text())
        os.write(self.notes, json.dumps([time.time() - 10, *note[1:]]).encode() + b"\n")

    def open_table(self) -> None:
        """Open the table, and wait until it is there."""
        self.window.files.open_path(self.table)
        while self.window.store.history.study.is_empty:
            self.app.processEvents()
            time.sleep(0.002)
        self.note()

    def open_other_study(self) -> None:
        """Another study takes the place of the one at hand, which is not saved."""
        other = self.folder / f"other-{self.story}.decimus"
        other.write_bytes(study_bytes(open_file(self.table).history))
        self.window.files.open_path(other)
        while self.window.beside.job is not None:
            self.app.processEvents()
        self.story += 1
        self.note()

    def one_change(self) -> None:
        """A cell, a row, a level, an undo or a redo."""
        store = self.window.store
        rows = store.results.sheet.table.row_count
        match self.random.choice(["cell"] * 6 + ["row", "level", "undo", "redo"]):
            case "cell":
                row = self.random.randrange(1, max(2, rows))
                text = f"{10 + next(self.counter) / 1000:.3f}"
                store.apply(WriteCells(row=row, column=1, cells=((text,),)))
            case "row" if rows < 1000:
                store.apply(InsertRows(at=self.random.randrange(1, max(2, rows))))
            case "level":
                store.apply(ChooseErrorBarLevel(level=self.random.randrange(500, 999) / 10))
            case "undo" if len(store.history.steps) > 3:
                store.undo()
            case _:
                store.redo()
        self.note()
