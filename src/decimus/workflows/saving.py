"""Saving a study to its file, which somebody else may have changed meanwhile."""

from __future__ import annotations

import hashlib
from datetime import datetime
from pathlib import Path

from decimus.analysis.results import Results
from decimus.errors import DecimusError, FileFormatError, InputError
from decimus.formats.files import name_in_words, read_bytes, write_whole
from decimus.formats.progress import Progress, no_progress
from decimus.formats.study_file import save_study, study_from_bytes, undecided
from decimus.study.history import History
from decimus.study.studies import Study
from decimus.workflows.keeping import told_of
from decimus.workflows.opened import StudyFile
from decimus.workflows.replacing import difference_words


class NotSavedError(InputError):
    """A study could not be written where it should go; another place may do."""


class ChangedElsewhereError(InputError):
    """The file is not what it was when it was read or written last.

    Args:
        path: the file.
        what: how it differs, a sentence without its full stop.
    """

    def __init__(self, path: Path, what: str) -> None:
        self.path = path
        super().__init__(
            what, where=name_in_words(path), remedy="Nothing was written; both can be kept"
        )


def save(
    path: Path,
    history: History,
    known: StudyFile | None = None,
    progress: Progress = no_progress,
    results: Results | None = None,
) -> StudyFile:
    """Write a study to a file, whole or not at all.

    Args:
        path: the file.
        history: the study with its past.
        known: the file it is kept in; where that is `path`, it has to hold what it held.
        progress: called with the share that is done, and may stop it.
        results: what follows from it, where that was worked out.

    Raises:
        ChangedElsewhereError: another window or program has written to it since.
        NotSavedError: the place cannot be written to, or the study could not be read again.
    """
    if known is not None and known.path == path:
        _check_unchanged(known, history.study)
    told = told_of(Results(history.study, before=results))
    try:
        content = save_study(path, history, progress, told)
    except FileFormatError as error:
        raise NotSavedError(
            f"The study was not saved, since it could not be opened again ({error})",
            where=name_in_words(path),
            remedy="The file is as it was; undo the last change and save again",
        ) from error
    except InputError as error:
        raise NotSavedError(error.what, where=error.where, remedy=error.remedy) from error
    return StudyFile(path, hashlib.sha256(content).hexdigest())


def _check_unchanged(known: StudyFile, study: Study) -> None:
    """Refuse to write over what somebody else has written."""
    if not known.path.exists():
        return  # moved away or deleted: there is nothing to lose
    content = read_bytes(known.path)
    if hashlib.sha256(content).hexdigest() == known.checksum:
        return
    try:
        other = study_from_bytes(content).history.study
    except DecimusError:
        raise ChangedElsewhereError(
            known.path, "The file has become something else since it was opened"
        ) from None
    if undecided(other) != undecided(study):
        raise ChangedElsewhereError(known.path, _difference(other, study))


def _difference(other: Study, study: Study) -> str:
    """How what another window or program has saved differs from the study at hand."""
    what = "Another window or program has saved this study since it was opened here"
    if len(other.sheets) != len(study.sheets):
        return f"{what}, with {len(other.sheets)} tables instead of {len(study.sheets)}"
    for theirs, ours in zip(other.sheets, study.sheets, strict=True):
        if theirs.table != ours.table:
            return f"{what}: {difference_words(ours.table, theirs.table)}"
    return f"{what}, with the same measurements and other choices"


def free_name(path: Path) -> Path:
    """A name beside `path` that nothing has yet: "frogs (2).decimus"."""
    number = 2
    while (path.with_name(f"{path.stem} ({number}){path.suffix}")).exists():
        number += 1
    return path.with_name(f"{path.stem} ({number}){path.suffix}")


def keep_other(path: Path) -> Path:
    """Keep a copy of a file beside it, named by the time it was written; where it is.

    Raises:
        InputError: it cannot be read or the copy cannot be written.
    """
    content = read_bytes(path)
    when = datetime.fromtimestamp(path.stat().st_mtime).strftime("%Y-%m-%d %H.%M.%S")  # noqa: DTZ006 - the clock on the wall
    copy = path.with_name(f"{path.stem} (saved {when}){path.suffix}")
    if copy.exists():
        copy = free_name(copy)
    write_whole(copy, content)
    return copy
