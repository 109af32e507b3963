"""Lessons that were shown to a person once and need not be shown again."""

from __future__ import annotations

import json
from collections.abc import Iterable
from contextlib import suppress
from pathlib import Path

from decimus.errors import InputError
from decimus.formats.files import write_whole
from decimus.wording.remarks.order import is_lesson
from decimus.wording.remarks.words import RemarkWords


class Lessons:
    """Which lessons this person has been shown, from one start to the next.

    `file` is where that is kept; None to forget it at the end.
    """

    def __init__(self, file: Path | None = None) -> None:
        self._file = file
        self._shown: set[str] = set()
        if file is not None:
            with suppress(OSError, ValueError):
                found = json.loads(file.read_text(encoding="utf-8"))
                self._shown = {str(kind) for kind in found} if isinstance(found, list) else set()

    def without_shown(self, remarks: Iterable[RemarkWords]) -> tuple[RemarkWords, ...]:
        """The remarks less the lessons that were shown before."""
        return tuple(r for r in remarks if not (is_lesson(r.kind) and r.kind in self._shown))

    def note_shown(self, remarks: Iterable[RemarkWords]) -> None:
        """Remember the lessons among remarks that somebody looks at."""
        found = {remark.kind for remark in remarks if is_lesson(remark.kind)}
        if not found - self._shown:
            return
        self._shown |= found
        if self._file is not None:
            with suppress(OSError, InputError):  # a lesson that is shown twice is no loss
                self._file.parent.mkdir(parents=True, exist_ok=True)
                write_whole(self._file, json.dumps(sorted(self._shown)).encode())
