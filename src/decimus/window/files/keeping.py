"""Keeping work safe: the journal of the study at hand, and studies that were left unsaved."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QObject, Signal

from decimus.errors import DecimusError
from decimus.study.edits import Edit, edit_at
from decimus.study.history import History
from decimus.values import Value
from decimus.window.state.store import Store
from decimus.workflows.journal import Journal
from decimus.workflows.opened import StudyFile
from decimus.workflows.sessions import (
    LeftBehind,
    discard,
    file_of,
    left_behind,
    put_by_folder,
    recovered,
)


class _Aside(Value, frozen=True):
    """A study that another took the place of before it was saved."""

    history: History
    file: StudyFile | None
    session: LeftBehind | None


class Keeping(QObject):
    """Follows the store into the journal, and brings back what was left unsaved.

    Args:
        store: where the study is.
        folder: where sessions are kept; None keeps nothing on disk.

    Signals:
        failed: why changes cannot be kept.
        kept: they can be kept again.
        put_aside: an unsaved study gave way to another; it can be brought back.
        left_here: changes to the study that was opened were left unsaved at a time (seconds
            since 1970); they can be brought back.
        told: what there is to say about a study that came back, or did not.
    """

    failed = Signal(object)
    kept = Signal()
    put_aside = Signal()
    left_here = Signal(float)
    told = Signal(str)
    _reported = Signal(object)

    def __init__(self, store: Store, folder: Path | None, parent: QObject) -> None:
        super().__init__(parent)
        self._store = store
        self._folder = folder
        self._left_behind = left_behind(folder) if folder is not None else ()
        self._aside: _Aside | None = None
        self._is_news = False
        self._leaving: list[Journal] = []
        self.journal: Journal | None = None
        self._reported.connect(self._report)
        store.stepped.connect(self._follow)
        store.filed.connect(self._note_file)
        store.left.connect(self._leave)
        store.entered.connect(self._enter)

    def begin(self) -> None:
        """Begin the journal of the study at hand, and see what was left of it before."""
        if self._folder is not None:
            self.journal = self._begun(self._folder, self._store.history, self._store.file)
        session = self._left_of(self._store.path)
        if session is not None and self._store.is_saved:
            self.left_here.emit(session.written)

    def _left_of(self, path: Path | None) -> LeftBehind | None:
        """The latest session with changes to the study in a file."""
        if path is None:
            return None
        wanted = path.absolute()
        return next((s for s in self._left_behind if file_of(s) == wanted), None)

    def bring_back_here(self) -> None:
        """Bring back the changes that were left of the study at hand."""
        session = self._left_of(self._store.path)
        if session is not None:
            others = tuple(other for other in self._left_behind if other is not session)
            self._left_behind = (session, *others)
            self.bring_back()

    def _begun(self, folder: Path, history: History, file: StudyFile | None) -> Journal:
        # The signal takes what is said in the journal's thread over to the window's own.
        return Journal(folder, history, file, self._reported.emit)

    def _report(self, problem: Exception | None) -> None:
        if problem is not None:
            self.failed.emit(problem)
        else:
            self.kept.emit()

    def _follow(self) -> None:
        if self.journal is not None:
            self.journal.follow(self._store.history)

    def note_drafts(self, edits: tuple[Edit, ...]) -> None:
        """Keep what is being typed, so that it comes back after a kill."""
        if self.journal is not None:
            results = self._store.results
            sheet = results.question.asked.sheet
            self.journal.draft(tuple(edit_at(edit, results.number, sheet) for edit in edits))

    def _note_file(self) -> None:
        if self.journal is not None and self._store.file is not None:
            self.journal.filed(self._store.file)

    @property
    def would_lose(self) -> bool:
        """True while closing would lose work: not saved, and nowhere else to be kept."""
        is_failing = self.journal is not None and self.journal.problem is not None
        return is_failing and not self._store.is_saved

    @property
    def left_behind_at(self) -> float | None:
        """When the latest study left behind was written last; None where there is none."""
        return self._left_behind[0].written if self._left_behind else None

    # --- giving way to another study -------------------------------------------------

    def _leave(self) -> None:
        """Another study is about to take the place of the one at hand."""
        is_kept = not self._store.is_saved
        session = None
        if self.journal is not None and self._folder is not None:
            session = LeftBehind(self.journal.session, 0.0)
            self.journal.close(is_kept=is_kept, waits=False)
            self._leaving.append(self.journal)
            self.journal = None
        self._is_news = is_kept
        if is_kept:
            self._aside = _Aside(self._store.history, self._store.file, session)

    def _enter(self) -> None:
        """Another study has taken its place: it gets a journal of its own."""
        self.begin()
        if self._is_news:
            self.put_aside.emit()

    def bring_back_aside(self) -> None:
        """Bring back the study that gave way; the one at hand gives way in turn if unsaved."""
        aside, self._aside = self._aside, None
        if aside is None:
            return
        self._store.open(aside.history, aside.file, is_saved=False)
        if self.journal is not None and aside.session is not None:
            self.journal.take_over_from(aside.session, is_whole=True)

    # --- bringing back what was left behind ------------------------------------------

    def bring_back(self) -> None:
        """Bring back the latest study that was left behind and can be read."""
        problems = []
        while self._left_behind:
            session, *others = self._left_behind
            self._left_behind = tuple(others)
            try:
                found = recovered(session)
            except DecimusError as error:
                # It stays where it is: a later version may know better.
                problems.append(f"The unsaved study cannot be read. {error}")
                continue
            if found.history.study.is_empty and not found.history.steps and not found.notes:
                # A window that went down before anything was in it.
                discard(session)
                problems.append("There was nothing in it")
                continue
            file = StudyFile(found.path, found.checksum) if found.path is not None else None
            self._store.open(found.history, file, is_saved=False)
            if self.journal is not None:
                self.journal.take_over_from(session, is_whole=not found.notes)
            if found.notes:
                place = f"All of it is kept in {put_by_folder(session) / session.folder.name}"
                self.told.emit(". ".join(("What was unsaved is back", *found.notes, place)))
            return
        self.told.emit(problems[0] if problems else "There is nothing to bring back")

    # --- the end ---------------------------------------------------------------------

    def close(self, seconds: float | None = None) -> None:
        """Finish writing; what is saved need not be kept any longer.

        Args:
            seconds: how long that may take at most, None for as long as it has to.
        """
        if self.journal is not None:
            self.journal.close(is_kept=not self._store.is_saved, waits=False)
            self._leaving.append(self.journal)
            self.journal = None
        for journal in self._leaving:
            journal.wait(seconds)
