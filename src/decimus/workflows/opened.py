"""A study as it was opened, and the file it is kept in."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from decimus.study.history import History
from decimus.values import Value

if TYPE_CHECKING:
    from decimus.analysis.results import Results


class StudyFile(Value, frozen=True):
    """The file a study is kept in, and the checksum of its content as last read or written."""

    path: Path
    checksum: str


class OpenedFile(Value, frozen=True):
    """A study, and where it is kept if it was read from there.

    Args:
        history: the study with its past.
        file: the study file; None for a table.
        notes: what could not be read of it, each a sentence without its full stop.
        results: what follows from it, where that was worked out.
    """

    history: History
    file: StudyFile | None = None
    notes: tuple[str, ...] = ()
    results: Results | None = None
