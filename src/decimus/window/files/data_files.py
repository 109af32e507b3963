"""The file behind the table at hand: watched, read again, replaced by another."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QFileSystemWatcher, QObject, QTimer, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.files import name_in_words, path_of_stored
from decimus.formats.progress import Progress
from decimus.formats.table_files import FoundTable, table_in
from decimus.study.edits import Edit, ReplaceTable
from decimus.study.history import History
from decimus.study.studies import Source
from decimus.study.tables import Table
from decimus.values import Value
from decimus.window.files.new_data import NewDataLine
from decimus.window.state.jobs import Beside, prepare
from decimus.window.state.store import Store, WorkedOut
from decimus.wording.measurements.changes import what_changed
from decimus.workflows.replacing import Replacement, difference_words, replacement

_SETTLE_MS = 250
"""A program that saves writes in several steps; we look when it has come to rest."""


class DataFiles(QObject):
    """Keeps an eye on the file of the table at hand.

    Signals:
        refused: an InputError about new data.
    """

    refused = Signal(object)

    def __init__(self, store: Store, beside: Beside, parent: QWidget) -> None:
        super().__init__(parent)
        self._store = store
        self._beside = beside
        self._window = parent
        self.line = NewDataLine()
        self.line.read_again.connect(self.read_again)
        self.line.accepted.connect(self._apply)
        self.dialog: QFileDialog | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_SETTLE_MS)
        self._timer.timeout.connect(self.look)
        self._watcher = QFileSystemWatcher(self)
        self._watcher.fileChanged.connect(lambda _path: self._timer.start())
        self._about: Table | Source | None = None
        """What the line speaks of: cells that are or were at hand, or where they come from."""
        store.changed.connect(self._follow)
        self._watch()

    def _follow(self, results: Results) -> None:
        """Put the line away once what it speaks of is no longer at hand, and watch the file."""
        if self._about is not None and not any(
            self._about is at_hand for at_hand in (results.sheet.table, results.sheet.source)
        ):
            self._about = None
            self.line.put_away()
        self._watch()

    def _path(self) -> Path | None:
        path = self._store.results.sheet.source.path
        return path_of_stored(path) if path else None

    def _watch(self) -> None:
        path = self._path()
        wanted = [str(path)] if path is not None and path.exists() else []
        watched = self._watcher.files()
        if watched == wanted:
            return
        if watched:
            self._watcher.removePaths(watched)
        if wanted:
            self._watcher.addPaths(wanted)
            modified = self._store.results.sheet.source.modified
            if path is not None and path.stat().st_mtime != modified:
                self._timer.start()

    def look(self) -> None:
        """See whether the file still is what was read, and say so where it is not."""
        if self._beside.job is not None:
            self._timer.start()  # looking stops nothing that somebody waits for
            return
        self._watch()
        sheet, path = self._store.results.sheet, self._path()
        if path is None or not path.exists():
            return

        def difference(progress: Progress) -> str:
            try:
                found = self._read(path, sheet.source, progress)
            except InputError:
                return ""  # a file that is away for a while is no news
            if found.source.checksum == sheet.source.checksum:
                return ""
            return difference_words(sheet.table, found.table)

        def say(words: str) -> None:
            if words:
                self._about = sheet.source
                self.line.say_file_changed(sheet.source.name, words)

        self._beside.read(f"Looking at {name_in_words(path)}", difference, say)

    def _read(self, path: Path, source: Source, progress: Progress) -> FoundTable:
        return table_in(
            path, source.delimiter, source.part or None, lambda share: progress(0.4 * share)
        )

    def read_again(self) -> None:
        """Read the file again; everything said stays."""
        path, source = self._path(), self._store.results.sheet.source
        if path is not None:
            self._use(
                name_in_words(path),
                lambda progress: self._read(path, source, progress),
                is_again=True,
            )

    def ask_where(self, name: str, append: Edit, beside: Edit) -> None:
        """Ask whether another table goes on below the one at hand, or stands beside it."""
        self._about = self._store.results.sheet.table
        self.line.ask_where(name, append, beside)

    def use_other_data(self) -> None:
        """Ask for a file whose data take the place of those at hand."""
        dialog = QFileDialog(self._window, "Use other data for the same question")
        dialog.setFileMode(QFileDialog.FileMode.ExistingFile)
        dialog.fileSelected.connect(lambda name: self.use_path(Path(name)))
        self.dialog = dialog
        dialog.open()

    def use_path(self, path: Path) -> None:
        """Put the table of a file in the place of the one at hand."""
        self._use(
            name_in_words(path),
            lambda progress: table_in(path, progress=lambda share: progress(0.4 * share)),
            is_again=False,
        )

    def use_table(self, table: Table) -> None:
        """Put a pasted table in the place of the one at hand; the question stays."""

        def read(_progress: Progress) -> FoundTable:
            content = "\n".join("\t".join(row) for row in table.rows())
            checksum = hashlib.sha256(content.encode("utf-8", "replace")).hexdigest()
            return FoundTable(table, Source(name="pasted table", checksum=checksum))

        self._use("the pasted table", read, is_again=False)

    def _use(self, what: str, read: Callable[[Progress], FoundTable], *, is_again: bool) -> None:
        before, base = self._store.results, self._store.history

        def work(progress: Progress) -> tuple[Replacement, _Step | None]:
            wanted = replacement(before, read(progress), is_again=is_again)
            if wanted.asked or (wanted.edit.renames and not is_again):
                return wanted, None
            return wanted, self._step(before, base, wanted.edit, progress)

        def then(found: tuple[Replacement, _Step | None]) -> None:
            wanted, step = found
            if step is None:
                self._about = before.sheet.table
                self.line.ask(wanted)
            else:
                self._take(base, step)

        self._beside.read(f"Reading {what}", work, then)

    def _apply(self, edit: ReplaceTable) -> None:
        before, base = self._store.results, self._store.history
        self._beside.read(
            f"Reading {edit.source.name}",
            lambda progress: self._step(before, base, edit, progress),
            lambda step: self._take(base, step),
        )

    def _step(
        self, before: Results, base: History, edit: ReplaceTable, progress: Progress
    ) -> _Step:
        history = base.after(edit)
        results = Results(history.study, before.number, before, before.decimal_sign)
        prepare(results, progress)
        return _Step(edit, history, results, what_changed(before, results, edit))

    def _take(self, base: History, step: _Step) -> None:
        self._store.take(WorkedOut(base, step.history, step.results))
        self._about = step.edit.table
        self.line.say_changes(step.edit.source.name, step.changes)


class _Step(Value, frozen=True):
    """New data put in: the edit, what follows from it, and what reads otherwise."""

    edit: ReplaceTable
    history: History
    results: Results
    changes: tuple[str, ...]
