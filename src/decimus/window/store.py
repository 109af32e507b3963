"""The one home of the study in the window: edits go in, the signal comes out."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QObject, Signal

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.study_file import save_study
from decimus.study.edits import Edit
from decimus.study.history import History
from decimus.study.studies import Study


class Store(QObject):
    """The study with its past, and what follows from it.

    Signals:
        changed: the results before and after; every view redraws what differs.
        filed: the study was opened, saved or has become unsaved.
        refused: an InputError that the user should see.
    """

    changed = Signal(object, object)
    filed = Signal()
    refused = Signal(object)

    def __init__(self, history: History, path: Path | None, decimal_sign: str) -> None:
        super().__init__()
        self._decimal_sign = decimal_sign
        self._history = history
        self._path = path
        self._saved: Study = history.study if path else Study()
        self._results = Results(history.study, decimal_sign=decimal_sign)

    @property
    def history(self) -> History:
        """The study's past and future."""
        return self._history

    @property
    def results(self) -> Results:
        """What follows from the study as it stands."""
        return self._results

    @property
    def path(self) -> Path | None:
        """The study file, None before it was first saved."""
        return self._path

    @property
    def is_saved(self) -> bool:
        """True when the file holds the study as it stands, or there is nothing to save."""
        return self._saved is self._history.study or self._saved == self._history.study

    def apply(self, edit: Edit) -> None:
        """Make a change."""
        self._move(self._history.after(edit))

    def undo(self) -> None:
        """Take the last change back."""
        self._move(self._history.undone())

    def redo(self) -> None:
        """Bring the change back that was undone last."""
        self._move(self._history.redone())

    @property
    def decimal_sign(self) -> str:
        """The sign that numbers are written with."""
        return self._decimal_sign

    def open(self, history: History, path: Path | None, results: Results | None = None) -> None:
        """Replace the whole study by another; `results` where they are at hand already."""
        self._path = path
        self._saved = history.study if path else Study()
        self._move(history, is_same_study=False, results=results)

    def advance(self, base: History, history: History, results: Results) -> None:
        """Take a step that was computed elsewhere from `base`, with what follows from it.

        Where the study has changed meanwhile, the step is taken from how it stands now.
        """
        if base is self._history:
            if history.study is base.study:
                return
            self._move(history, results=results)
        else:
            self.apply(history.steps[-1].edit)

    def correct(self, results: Results) -> None:
        """Put results in the place of provisional ones of the same study."""
        before, self._results = self._results, results
        self.changed.emit(before, results)

    def save(self, path: Path) -> bool:
        """Write the study to a file; False, with `refused`, when that failed."""
        try:
            save_study(path, self._history)
        except InputError as error:
            self.refused.emit(error)
            return False
        self._path, self._saved = path, self._history.study
        self.filed.emit()
        return True

    def _move(
        self, history: History, *, is_same_study: bool = True, results: Results | None = None
    ) -> None:
        if history is self._history:
            return
        before = self._results
        self._history = history
        self._results = results or Results(
            history.study,
            before=before if is_same_study else None,
            decimal_sign=self._decimal_sign,
        )
        self.changed.emit(before, self._results)
        self.filed.emit()
