"""The file behind the table at hand: watched, read again, replaced by another."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QFileSystemWatcher, QObject, QTimer, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from decimus.errors import InputError
from decimus.formats.table_files import FoundTable, table_in
from decimus.study.edits import ReplaceTable
from decimus.window.new_data import NewDataLine
from decimus.window.store import Store
from decimus.wording.changes import what_changed
from decimus.workflows.replacing import difference_words, replacement

_SETTLE_MS = 250
"""A program that saves writes in several steps; we look when it has come to rest."""


class DataFiles(QObject):
    """Keeps an eye on the file of the table at hand.

    Signals:
        refused: an InputError about new data.
    """

    refused = Signal(object)

    def __init__(self, store: Store, parent: QWidget) -> None:
        super().__init__(parent)
        self._store = store
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
        store.changed.connect(lambda _before, _after: self._watch())
        self._watch()

    def _path(self) -> Path | None:
        path = self._store.results.sheet.source.path
        return Path(path) if path else None

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
        self._watch()
        found = self._found(is_quiet=True)
        source = self._store.results.sheet.source
        if found is None or found.source.checksum == source.checksum:
            return
        difference = difference_words(self._store.results.sheet.table, found.table)
        self.line.say_file_changed(source.name, difference)

    def _found(self, *, is_quiet: bool = False) -> FoundTable | None:
        path, source = self._path(), self._store.results.sheet.source
        if path is None:
            return None
        try:
            return table_in(path, source.delimiter, source.part or None)
        except InputError as error:
            if not is_quiet:
                self.refused.emit(error)
            return None

    def read_again(self) -> None:
        """Read the file again; everything said stays."""
        found = self._found()
        if found is not None:
            self._use(found, is_again=True)

    def use_other_data(self) -> None:
        """Ask for a file whose data take the place of those at hand."""
        dialog = QFileDialog(self._window, "Use other data for the same question")
        dialog.setFileMode(QFileDialog.FileMode.ExistingFile)
        dialog.fileSelected.connect(lambda name: self.use_path(Path(name)))
        self.dialog = dialog
        dialog.open()

    def use_path(self, path: Path) -> None:
        """Put the table of a file in the place of the one at hand."""
        try:
            found = table_in(path)
        except InputError as error:
            self.refused.emit(error)
            return
        self._use(found, is_again=False)

    def _use(self, found: FoundTable, *, is_again: bool) -> None:
        try:
            wanted = replacement(self._store.results, found, is_again=is_again)
        except InputError as error:
            self.refused.emit(error)
            return
        if wanted.asked or (wanted.edit.renames and not is_again):
            self.line.ask(wanted)
        else:
            self._apply(wanted.edit)

    def _apply(self, edit: ReplaceTable) -> None:
        before = self._store.results
        self._store.apply(edit)
        self.line.say_changes(edit.source.name, what_changed(before, self._store.results))
