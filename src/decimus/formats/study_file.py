"""The study file: a zip of JSON and plain CSV, versioned and validated.

    study.json              format, version, readings and questions, names of the tables
    tables/1.csv …          the cells of each sheet, as typed
    summary.json            n, mean, SD and test of every question, as they were when it was written
    history.json            the study it began with, every edit from there on, and where it stands
    history/1.csv …         the cells of tables that were brought in on the way and are no sheet now
    start/1.csv …           those of the study it began with, where they are not the same

docs/file-format.md describes it for those who want to read it without this program.
"""

from __future__ import annotations

import io
import zipfile
from pathlib import Path
from typing import Any

import msgspec
from msgspec import field
from msgspec.structs import replace

from decimus.errors import DecimusError, FileFormatError
from decimus.formats.archives import Archive, ArchiveError, opened
from decimus.formats.files import read_bytes, write_whole
from decimus.formats.migrations import as_present, edit_as_present, in_full
from decimus.formats.progress import Progress, no_progress
from decimus.formats.stored_tables import stored_cells, table_of_stored
from decimus.study.edits import Edit, TableEdit
from decimus.study.history import History, Step, replayed
from decimus.study.number_styles import NumberStyle
from decimus.study.questions import Question
from decimus.study.readings import HEADINGS_ABOVE, HEADINGS_TOP, Reading
from decimus.study.studies import Sheet, Source, Study
from decimus.study.tables import Table
from decimus.values import Value

FORMAT = "decimus study"
VERSION = 6
_LARGE = 5_000_000
"""Bytes of a part from which on it is packed fast rather than tight."""
_USUAL_WORDS = 8 * 1024**2
_MOST_WORDS_RATIO = 40
"""Bytes of JSON that are read in any case, and times its packed size that more may be."""
_USUAL_LINES = 2_000_000
_MOST_LINES_RATIO = 20
"""Lines of a table that are read in any case, and for each byte of the file."""

_DECIDED_FROM = 6
"""The file version from which on it is kept what was decided about tables."""

NO_HISTORY = "Its history could not be followed, so undo starts here"


class _StoredSheet(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    title: str
    cells: str
    rows: int
    columns: int
    reading: Reading
    source: Source = Source()


class _StoredStudy(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    format: str
    version: int
    sheets: tuple[_StoredSheet, ...]
    questions: tuple[Question, ...]
    numbers: NumberStyle = NumberStyle()
    note: str = ""


class _StoredHistory(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    position: int
    edits: list[dict[str, Any]]
    start: _StoredStudy | None = None


class GroupTold(msgspec.Struct, frozen=True):
    """What a file says of a group."""

    levels: tuple[str, ...]
    n: int
    mean: float | None
    sd: float | None


class QuestionTold(msgspec.Struct, frozen=True):
    """What a file says of a question: its groups, the test and its p."""

    outcome: str
    groups: tuple[GroupTold, ...]
    method: str | None = None
    p: float | None = None


class _StoredSummary(msgspec.Struct, frozen=True):
    version: str
    questions: tuple[QuestionTold | None, ...]


class Told(Value, frozen=True):
    """What a file says of its study besides what is in it.

    Args:
        study: the study with all that was decided about its tables.
        version: of the program.
        questions: what is told of each question, None where it has no numbers.
    """

    study: Study
    version: str
    questions: tuple[QuestionTold | None, ...]


class _Version(msgspec.Struct, frozen=True):
    format: str = ""
    version: int = 0


class Opened(Value, frozen=True):
    """What was read from a file, and what should be said about that.

    Args:
        history: the study with its past.
        notes: what could not be read, each a sentence without its full stop.
        told: what the file says of each question; () where it does not.
        is_earlier: whether it was written before what was decided about tables was kept.
    """

    history: History
    notes: tuple[str, ...] = ()
    told: tuple[QuestionTold | None, ...] = ()
    is_earlier: bool = False


def save_study(
    path: Path,
    history: History,
    progress: Progress = no_progress,
    told: Told | None = None,
) -> bytes:
    """Write a study with its history, whole or not at all, once it is sure that it opens again.

    Args:
        path: the file.
        history: the study with its past.
        progress: called with the share that is done, and may stop it.
        told: what was decided about its tables and what follows from them.

    Returns:
        The content of the file.

    Raises:
        InputError: the place cannot be written to.
        FileFormatError: it would not open again as it is; the old file stays.
    """
    content = study_bytes(history, lambda share: progress(0.5 * share), told)
    progress(0.5)
    _check_readable(content, history)
    progress(0.9)
    write_whole(path, content)
    return content


def _check_readable(content: bytes, history: History) -> None:
    """Refuse to replace a good file by one that is not the study when it is read."""
    again = study_from_bytes(content).history
    if undecided(again.study) != undecided(history.study):
        raise FileFormatError(("What would be written is not the study as it stands",))


def study_bytes(
    history: History, progress: Progress = no_progress, told: Told | None = None
) -> bytes:
    """The content of a study file."""
    out = io.BytesIO()
    parts = _Parts({})
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        study = history.study if told is None else told.study
        _put(archive, "study.json", _json(_stored_study(archive, parts, study, "tables", progress)))
        if told is not None:
            _put(archive, "summary.json", _json(_StoredSummary(told.version, told.questions)))
        edits = [
            _stored_edit(archive, parts, number, step.edit)
            for number, step in enumerate(history.steps, start=1)
        ]
        start = None
        if history.steps and history.start != Study():
            start = _stored_study(archive, parts, history.start, "start", no_progress)
        _put(archive, "history.json", _json(_StoredHistory(history.position, edits, start)))
    return out.getvalue()


def _stored_study(
    archive: zipfile.ZipFile, parts: _Parts, study: Study, folder: str, progress: Progress
) -> _StoredStudy:
    """A study as it is stored, once its tables are, each in a file that any program can open."""
    sheets = []
    for number, sheet in enumerate(study.sheets, start=1):
        table = sheet.table
        name = parts.names.get(id(table), f"{folder}/{number}.csv")
        if id(table) not in parts.names:
            _put(archive, name, stored_cells(table))
            parts.names[id(table)] = name
        progress(0.8 * number / len(study.sheets))
        shape = (table.row_count, table.column_count)
        sheets.append(_StoredSheet(table.title, name, *shape, sheet.reading, sheet.source))
    return _StoredStudy(FORMAT, VERSION, tuple(sheets), study.questions, study.numbers, study.note)


def undecided(study: Study) -> Study:
    """A study without what the program has decided about its tables."""
    sheets = tuple(
        replace(sheet, reading=replace(sheet.reading, decided=None))
        if sheet.reading.decided is not None
        else sheet
        for sheet in study.sheets
    )
    return replace(study, sheets=sheets)


def with_decisions(history: History, study: Study) -> History:
    """A history in which every table that is read as in `study` is so by the same decision."""
    known = [sheet for sheet in study.sheets if sheet.reading.decided is not None]
    found: dict[int, Sheet] = {}

    def of_sheet(sheet: Sheet) -> Sheet:
        if id(sheet) not in found:
            said = replace(sheet.reading, decided=None)
            alike = (
                other.reading
                for other in known
                if other.table == sheet.table and replace(other.reading, decided=None) == said
            )
            found[id(sheet)] = replace(sheet, reading=next(alike, sheet.reading))
        return found[id(sheet)]

    def of_study(one: Study) -> Study:
        return replace(one, sheets=tuple(map(of_sheet, one.sheets)))

    if not known:
        return history
    steps = tuple(Step(step.edit, of_study(step.study)) for step in history.steps)
    return History(of_study(history.start), steps, history.position)


class _Parts(Value, frozen=True):
    """Where tables lie in the archive, by identity: each is written once."""

    names: dict[int, str]


def _json(value: object) -> bytes:
    return msgspec.json.format(msgspec.json.encode(value), indent=1)


def _put(archive: zipfile.ZipFile, name: str, content: bytes) -> None:
    # A fixed date keeps equal studies equal byte by byte.
    info = zipfile.ZipInfo(name, (1980, 1, 1, 0, 0, 0))
    archive.writestr(info, content, zipfile.ZIP_DEFLATED, 1 if len(content) > _LARGE else 6)


def _stored_edit(
    archive: zipfile.ZipFile, parts: _Parts, number: int, edit: Edit
) -> dict[str, Any]:
    stored: dict[str, Any]
    if isinstance(edit, TableEdit):
        # The cells go to a file of their own, which any program can open.
        stored = msgspec.to_builtins(msgspec.structs.replace(edit, table=Table()))
        del stored["table"]
        name = parts.names.get(id(edit.table), f"history/{number}.csv")
        if id(edit.table) not in parts.names:
            _put(archive, name, stored_cells(edit.table))
            parts.names[id(edit.table)] = name
        stored["name"] = edit.table.title
        stored["rows"] = name
    else:
        stored = msgspec.to_builtins(edit)
    return stored


def open_study(path: Path) -> Opened:
    """Read a study with its history.

    Raises:
        InputError: the file cannot be read.
        FileFormatError: it is no study, or damaged, or from a later version.
    """
    return study_from_bytes(read_bytes(path))


def study_from_bytes(content: bytes) -> Opened:
    """The study and its history from a file's content. Raises FileFormatError."""
    try:
        with opened(content) as archive:
            return _Reader(archive, len(content)).read()
    except ArchiveError as error:
        raise FileFormatError((f"It is damaged or not a Decimus study ({error})",)) from error
    except KeyError as error:
        raise FileFormatError((f"It lacks a part ({error.args[0]})",)) from error
    except (msgspec.ValidationError, msgspec.DecodeError, RecursionError) as error:
        raise FileFormatError((f"It is damaged: {error}",)) from error


class _Reader(Value, frozen=True):
    """Reads one archive; each table once."""

    archive: Archive
    size: int
    tables: dict[str, Table] = field(default_factory=dict)

    def read(self) -> Opened:
        """What is in it."""
        words = self._words("study.json")
        head = msgspec.json.decode(words, type=_Version)
        if head.format != FORMAT:
            raise FileFormatError(("It is not a Decimus study",))
        if head.version > VERSION:
            later = f"file version {head.version}; this one reads up to {VERSION}"
            raise FileFormatError((f"It was written by a later version of Decimus ({later})",))
        if head.version == VERSION:
            stored = msgspec.json.decode(words, type=_StoredStudy)
        else:
            earlier = msgspec.json.decode(words, type=dict[str, Any])
            stored = msgspec.convert(as_present(earlier), type=_StoredStudy)
        found = self._with_history(self._study(stored), head.version)
        is_earlier = head.version < _DECIDED_FROM
        return replace(found, told=self._told(), is_earlier=is_earlier)

    def _study(self, stored: _StoredStudy) -> Study:
        problems = _problems(stored)
        if problems:
            raise FileFormatError(problems)
        sheets = tuple(self._sheet(sheet) for sheet in stored.sheets)
        return Study(sheets, stored.questions, stored.numbers, stored.note)

    def _told(self) -> tuple[QuestionTold | None, ...]:
        """What the file says of each question; () where it says nothing that can be read."""
        try:
            words = self._words("summary.json")
            return msgspec.json.decode(words, type=_StoredSummary).questions
        except (LookupError, ValueError, RecursionError, msgspec.MsgspecError, DecimusError):
            return ()
        except ArchiveError:
            return ()

    def _words(self, name: str) -> bytes:
        """A part in JSON, where it is not larger than words can be that were packed so."""
        most = max(_USUAL_WORDS, _MOST_WORDS_RATIO * self.archive.packed_size(name))
        if self.archive.size(name) > most:
            raise FileFormatError((f"{name} unpacks to more than a study can hold",))
        return self.archive.read(name)

    def _sheet(self, stored: _StoredSheet) -> Sheet:
        table = self._table(stored.cells, stored.title, (stored.rows, stored.columns))
        return Sheet(table, stored.reading, stored.source)

    def _table(self, name: str, title: str, shape: tuple[int, int] | None = None) -> Table:
        if name in self.tables and shape is None:
            return self._titled(self.tables[name], title)
        content = self.archive.read(name)
        lines = content.count(b"\n")
        if lines > max(_USUAL_LINES, _MOST_LINES_RATIO * self.size):
            raise FileFormatError((f"{name} has {lines:,} lines, more than a study can hold",))
        self.tables[name] = table_of_stored(content, name, title, shape)
        return self.tables[name]

    @staticmethod
    def _titled(table: Table, title: str) -> Table:
        return table if table.title == title else msgspec.structs.replace(table, title=title)

    def _with_history(self, study: Study, version: int) -> Opened:
        """The history if it leads to the study as saved; else the study stands alone.

        The study is what was saved; a history that does not lead there must not replace it.
        """
        try:
            stored = msgspec.json.decode(self._words("history.json"), type=_StoredHistory)
            edits = tuple(self._edit(edit, version) for edit in stored.edits)
            start = Study() if stored.start is None else self._study(stored.start)
            history = replayed(start, edits, stored.position)
        except (LookupError, ValueError, RecursionError, msgspec.MsgspecError, DecimusError):
            return Opened(History(study), (NO_HISTORY,))
        except ArchiveError:
            return Opened(History(study), (NO_HISTORY,))
        leads_there = undecided(history.study) == undecided(study)
        if version < VERSION and not leads_there:
            leads_there = in_full(undecided(history.study)) == in_full(undecided(study))
        if not leads_there:
            return Opened(History(study), () if not edits else (NO_HISTORY,))
        return Opened(with_decisions(history, study))

    def _edit(self, written: dict[str, Any], version: int) -> Edit:
        stored = edit_as_present(written, version)
        if stored.get("type") in TABLE_EDITS:
            table = self._table(stored["rows"], stored["name"])
            others = {key: value for key, value in stored.items() if key not in ("rows", "name")}
            edit: Edit = msgspec.convert({**others, "table": {}}, type=Edit)
            return msgspec.structs.replace(edit, table=table)
        other: Edit = msgspec.convert(stored, type=Edit)
        return other


TABLE_EDITS = frozenset(kind.__name__ for kind in TableEdit.__args__)
"""The names under which edits that carry a whole table are stored."""


def _problems(stored: _StoredStudy) -> tuple[str, ...]:
    """What questions ask about that is not there, and tables of impossible sizes."""
    count = len(stored.sheets)
    problems = [] if count and stored.questions else ["It holds no sheet or no question"]
    problems += [
        f"{sheet.cells} cannot have {sheet.rows} × {sheet.columns} cells"
        for sheet in stored.sheets
        if sheet.rows < 0 or sheet.columns < 0
    ]
    for number, question in enumerate(stored.questions, start=1):
        if question.asked.sheet >= count:
            problems.append(
                f"Question {number} asks about sheet {question.asked.sheet + 1} of {count}"
            )
            continue
        sheet = stored.sheets[question.asked.sheet]
        columns = sheet.columns + len(sheet.reading.computed)
        asked = [*(() if question.asked.outcome is None else (question.asked.outcome,))]
        asked += question.asked.factors or ()
        problems += [
            f"Question {number} asks about column {variable + 1} of {columns}"
            for variable in asked
            if not (HEADINGS_ABOVE <= variable < columns or variable == HEADINGS_TOP)
        ]
    return tuple(problems)
