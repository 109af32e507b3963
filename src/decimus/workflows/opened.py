"""A study as it was opened, and the file it is kept in."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING

from decimus.study.history import History

if TYPE_CHECKING:
    from decimus.analysis.results import Results


@dataclass(frozen=True)
class StudyFile:
    """The file a study is kept in, and the checksum of its content as last read or written."""

    path: Path
    checksum: str


@dataclass(frozen=True)
class OpenedFile:
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
