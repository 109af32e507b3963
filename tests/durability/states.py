"""How a study stands in few words, so that what comes back can be compared with what was done."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from decimus.study.edits import WriteCells
from decimus.study.history import History

SESSIONS, NOTES, STUDY = "sessions", "notes", "study.decimus"
"""What a working window has in its folder."""
State = tuple[int, int, str]
"""How many steps there are, how many are in force, and what the last of all did."""


def state_of(history: History) -> State:
    """How a history stands."""
    last = history.steps[-1].edit if history.steps else None
    title = last.title if last is not None else ""
    if isinstance(last, WriteCells):
        title += f" at row {last.row}"
    return (len(history.steps), history.position, title)


@dataclass(frozen=True)
class Note:
    """A state with its moment and the study it is of."""

    at: float
    story: int
    state: State
    is_saved: bool

    def as_list(self) -> list[Any]:
        """For a line of JSON."""
        return [self.at, self.story, list(self.state), self.is_saved]

    @staticmethod
    def of_list(values: list[Any]) -> Note:
        """From a line of JSON."""
        at, story, state, is_saved = values
        return Note(at, story, (state[0], state[1], state[2]), is_saved)
