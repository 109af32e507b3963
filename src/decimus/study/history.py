"""Every step from the empty study to the present one, and back."""

from __future__ import annotations

from msgspec import field
from msgspec.structs import replace

from decimus.errors import ChoiceError
from decimus.study.edits import (
    DeleteRows,
    Edit,
    InsertColumns,
    InsertRows,
    TableEdit,
    WriteCells,
)
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.values import Value


class Step(Value, frozen=True):
    """An edit and the study it led to."""

    edit: Edit
    study: Study


class History(Value, frozen=True):
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


MOST_STEPS = 50_000
_ALWAYS_KEPT, _KEPT_OF_EACH = 5_000_000, 20
"""Cells that the steps of a history may keep between them when it is made from a file, and times
the cells of its largest table that they may keep besides."""


def replayed(start: Study, edits: tuple[Edit, ...], position: int) -> History:
    """The history that `edits` make from `start`, standing at `position`.

    Raises:
        ChoiceError: an edit cannot be made, or they take more memory than a history is worth.
    """
    if len(edits) > MOST_STEPS:
        raise ChoiceError(f"There are {len(edits):,} changes; at most {MOST_STEPS:,} are followed")
    steps: list[Step] = []
    largest = max((_cells(e.table) for e in edits if isinstance(e, TableEdit)), default=0)
    most = _ALWAYS_KEPT + _KEPT_OF_EACH * largest
    study, kept = start, 0
    for edit in edits:
        kept += _cells_made(edit, study)
        if kept > most:
            raise ChoiceError(f"The changes keep more than {most:,} cells")
        study = edit.apply(study)
        steps.append(Step(edit, study))
    return History(start, tuple(steps), max(0, min(position, len(steps))))


def _cells(table: Table) -> int:
    return table.row_count * table.column_count


def _cells_made(edit: Edit, study: Study) -> int:
    """How many cells an edit writes anew, told before it does.

    Where the shape of a table stays, all but the chunks that are written to is shared.
    """
    if isinstance(edit, TableEdit):
        return _cells(edit.table)
    if not isinstance(edit, WriteCells | InsertRows | InsertColumns | DeleteRows):
        return 0
    table = study.sheets[edit.sheet].table
    rows, columns = table.row_count, table.column_count
    match edit:
        case WriteCells():
            width = max((len(line) for line in edit.cells), default=0)
            grown = max(rows, edit.row + len(edit.cells)), max(columns, edit.column + width)
            return len(edit.cells) * width if grown == (rows, columns) else grown[0] * grown[1]
        case InsertRows():
            return (rows + edit.count) * columns
        case InsertColumns():
            return max(rows, 1) * edit.count
        case DeleteRows():
            return rows * columns
