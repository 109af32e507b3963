"""Every step from the empty study to the present one, and back."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from decimus.study.edits import Edit
from decimus.study.studies import Study


@dataclass(frozen=True)
class Step:
    """An edit and the study it led to."""

    edit: Edit
    study: Study


@dataclass(frozen=True)
class History:
    """A study's past and, after undoing, its future; values share what did not change.

    Args:
        start: the study before the first step.
        steps: all steps, those undone included.
        position: how many steps are in force.
    """

    start: Study = field(default_factory=Study)
    steps: tuple[Step, ...] = ()
    position: int = 0

    @property
    def study(self) -> Study:
        """The study as it stands."""
        return self.steps[self.position - 1].study if self.position else self.start

    def after(self, edit: Edit) -> History:
        """The history with one more step; an edit that changes nothing is no step."""
        changed = edit.apply(self.study)
        if changed == self.study:
            return self
        steps = (*self.steps[: self.position], Step(edit, changed))
        return History(self.start, steps, len(steps))

    @property
    def undo_title(self) -> str | None:
        """What undo would take back, in words; None when there is nothing."""
        return self.steps[self.position - 1].edit.title if self.position else None

    @property
    def redo_title(self) -> str | None:
        """What redo would bring back, in words; None when there is nothing."""
        return self.steps[self.position].edit.title if self.position < len(self.steps) else None

    def undone(self) -> History:
        """One step back, or the same at the start."""
        return replace(self, position=max(0, self.position - 1))

    def redone(self) -> History:
        """One step forward again, or the same at the end."""
        return replace(self, position=min(len(self.steps), self.position + 1))


def replayed(start: Study, edits: tuple[Edit, ...], position: int) -> History:
    """The history that `edits` make from `start`, standing at `position`."""
    steps: list[Step] = []
    study = start
    for edit in edits:
        study = edit.apply(study)
        steps.append(Step(edit, study))
    return History(start, tuple(steps), max(0, min(position, len(steps))))
