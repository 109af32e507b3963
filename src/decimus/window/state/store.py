"""The one home of the study in the window: edits go in, the signal comes out."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QObject, Signal

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.study.edits import AddTable, AskAnother, Edit, MoveQuestion, RepeatQuestion, edit_at
from decimus.study.edits.kinds import QuestionEdit
from decimus.study.edits.question_list import AsksOf
from decimus.study.history import History
from decimus.study.studies import Study
from decimus.values import Value
from decimus.window.frame.guard import fault_of
from decimus.workflows.opened import StudyFile
from decimus.workflows.saving import save


class WorkedOut(Value, frozen=True):
    """What was worked out beside the window.

    Args:
        base: the history that it was begun from.
        history: the same, or one step further.
        results: what follows from its study.
    """

    base: History
    history: History
    results: Results


class Store(QObject):
    """The study with its past, and what follows from it.

    Signals:
        stepped: the history has changed; comes before anything is shown.
        left: another study is about to take the place of this one.
        entered: it has.
        changed: the results that hold now, the one way in which they reach a view.
        filed: the study was opened, saved or has become unsaved.
        refused: an InputError that the user should see.
    """

    stepped = Signal()
    left = Signal()
    entered = Signal()
    changed = Signal(object)
    filed = Signal()
    refused = Signal(object)

    def __init__(
        self,
        history: History,
        file: StudyFile | None,
        decimal_sign: str,
        results: Results | None = None,
    ) -> None:
        super().__init__()
        self._decimal_sign = decimal_sign
        self._history = history
        self._file = file
        self._saved: Study | None = history.study if file else Study()
        self._results = Results(history.study, before=results, decimal_sign=decimal_sign)

    @property
    def history(self) -> History:
        """The study's past and future."""
        return self._history

    @property
    def results(self) -> Results:
        """What follows from the study as it stands."""
        return self._results

    @property
    def file(self) -> StudyFile | None:
        """The study file and what it holds, None before it was first saved."""
        return self._file

    @property
    def path(self) -> Path | None:
        """Where the study file is, None before it was first saved."""
        return self._file.path if self._file is not None else None

    @property
    def is_saved(self) -> bool:
        """True when the file holds the study as it stands, or there is nothing to save."""
        return self._saved is self._history.study or self._saved == self._history.study

    def apply(self, edit: Edit) -> None:
        """Make a change to the question that is shown; one that cannot be made is `refused`."""
        self._apply(edit_at(edit, self._results.number, self._results.question.asked.sheet))

    def _apply(self, edit: Edit) -> None:
        try:
            history = self._history.after(edit)
        except InputError as error:
            self.refused.emit(error)
        else:
            self._move(history, number=_number_after(edit, history.study))

    def undo(self) -> None:
        """Take the last change back, and show the question that it was made to."""
        undone = self._history.undone()
        if undone.position != self._history.position:
            edit = self._history.steps[undone.position].edit
            self._move(undone, number=edit.question if isinstance(edit, QuestionEdit) else None)

    def redo(self) -> None:
        """Bring the change back that was undone last, and show the question that it is made to."""
        redone = self._history.redone()
        if redone.position != self._history.position:
            edit = redone.steps[self._history.position].edit
            self._move(redone, number=_number_after(edit, redone.study))

    def show_question(self, number: int) -> None:
        """Show another question of the study; nothing is changed by that."""
        if number != self._results.number and 0 <= number < len(self._history.study.questions):
            self._move(self._history, number=number)

    @property
    def decimal_sign(self) -> str:
        """The sign that numbers are written with."""
        return self._decimal_sign

    def open(
        self,
        history: History,
        file: StudyFile | None = None,
        results: Results | None = None,
        *,
        is_saved: bool = True,
    ) -> None:
        """Replace the whole study by another.

        Args:
            history: the other study.
            file: the file it is kept in.
            results: what follows from it, where that is at hand.
            is_saved: whether the file holds it as it is.
        """
        self.left.emit()
        self._file = file
        if file is None:
            self._saved = Study()
        else:
            self._saved = history.study if is_saved else None
        self._move(history, is_same_study=False, results=results)
        self.entered.emit()

    def take(self, worked: WorkedOut) -> None:
        """Take what was worked out beside the window.

        Where the study has changed meanwhile, a step is taken from how it stands now, and
        results of the study as it was are dropped.
        """
        is_step = worked.history.study is not worked.base.study
        if worked.base is self._history:
            if is_step:
                self._move(worked.history, results=worked.results)
            elif worked.results.number == self._results.number:
                self._results = worked.results
                self.changed.emit(worked.results)
        elif is_step:
            self._apply(worked.history.steps[-1].edit)

    def save(self, path: Path, *, is_compared: bool = True) -> bool:
        """Write the study to a file; False, with `refused`, when that failed.

        Args:
            path: the file.
            is_compared: whether what somebody else has written there meanwhile stays.
        """
        try:
            known = self._file if is_compared else None
            file = save(path, self._history, known, results=self._results)
        except InputError as error:
            self.refused.emit(error)
            return False
        self.note_saved(file, self._history.study)
        return True

    def note_saved(self, file: StudyFile, study: Study) -> None:
        """Take note of a study that was written to a file."""
        self._file, self._saved = file, study
        self.filed.emit()

    def _move(
        self,
        history: History,
        *,
        is_same_study: bool = True,
        results: Results | None = None,
        number: int | None = None,
    ) -> None:
        shown = self._results.number
        if history is self._history and number in (None, shown):
            return
        if results is None:
            results = self._after(history, shown if number is None else number, is_same_study)
        try:
            _ = results.problem is not None or results.groups
        except Exception as fault:  # noqa: BLE001 - the study stays as it is shown
            self.refused.emit(fault_of(fault))
            return
        self._history = history
        self.stepped.emit()
        self._results = results
        self.changed.emit(results)
        self.filed.emit()

    def _after(self, history: History, number: int, is_same_study: bool) -> Results:
        """What follows from a question of another study, or of the same one later or earlier."""
        sign = self._decimal_sign
        if not is_same_study:
            return Results(history.study, decimal_sign=sign)
        number = min(number, len(history.study.questions) - 1)
        if history is self._history:
            return self._results.of_question(number)
        shown = self._results
        if number == shown.number:
            return Results(history.study, number, shown, sign)
        # What was known of that question serves it; what is shown now serves all others.
        at_hand = min(shown.number, len(history.study.questions) - 1)
        return Results(history.study, at_hand, shown, sign).of_question(number)


def _number_after(edit: Edit, study: Study) -> int | None:
    """The question to show after an edit; None for the one that is shown."""
    match edit:
        case AskAnother() | AddTable(asks=AsksOf.ANOTHER):
            return len(study.questions) - 1
        case RepeatQuestion():
            return edit.question + 1
        case MoveQuestion():
            return min(edit.to, len(study.questions) - 1)
        case QuestionEdit():
            return edit.question
        case _:
            return None
