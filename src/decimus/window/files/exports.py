"""Saving and exporting from the window: file dialogs that do not block, and the clipboard."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Callable
from functools import partial
from html import escape
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from msgspec.structs import replace
from PySide6.QtCore import QObject, QPoint, Qt, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.files import name_in_words
from decimus.formats.progress import Progress
from decimus.formats.style_file import read_style
from decimus.kinds.figure_formats import FIGURE_FORMATS, FigureFormat
from decimus.study.edits import AddTable, ApplyStyle, BringInTable, TableEdit, WriteCells
from decimus.study.edits.question_list import AsksOf
from decimus.study.history import History
from decimus.window.state.jobs import Beside, prepare
from decimus.window.state.store import Store, WorkedOut
from decimus.window.widgets.clipboard import copy_picture
from decimus.wording.figure.alt_text import alt_text
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.workflows.export_habits import ExportHabits, keep_habits, last_habits, proposed_name
from decimus.workflows.exporting import (
    FigureFile,
    export_figure,
    export_summary,
    export_table,
    figure_bytes,
    figure_format,
)
from decimus.workflows.opened import OpenedFile, StudyFile
from decimus.workflows.opening import (
    BroughtIn,
    brought_in,
    is_study,
    open_study,
    table_edit,
)
from decimus.workflows.pasting import appended
from decimus.workflows.saving import free_name, keep_other, save

if TYPE_CHECKING:
    from decimus.window.files.export_panel import ExportPanel

Found = TypeVar("Found")

_CLIPBOARD_DPI = 300
_TABLES = (
    "Tables, studies and styles"
    " (*.csv *.tsv *.txt *.tab *.xlsx *.xlsm *.ods *.html *.decimus *.json)"
    ";;All files (*)"
)


class Files(QObject):
    """Opening, saving and exporting.

    Signals:
        refused: an InputError that the user should see.
        noted: sentences about what could not be read of a study that was opened.
        told: a line about what was written.
        more_rows: a name, the edit that appends its rows and the one that adds its table.
        opened_part: a path, the part of it that was opened, and all parts of it.
    """

    refused = Signal(object)
    noted = Signal(object)
    told = Signal(str)
    more_rows = Signal(str, object, object)
    opened_part = Signal(object, str, object)
    displaced = Signal(str, str)

    def __init__(self, store: Store, beside: Beside, parent: QWidget) -> None:
        super().__init__(parent)
        self._store = store
        self._window = parent
        self.dialog: QFileDialog | None = None
        self.beside = beside
        self.saving = Beside()
        """Saving goes on whatever else is done, and nothing else stops it."""

    # --- the study ---------------------------------------------------------------

    def open(self) -> None:
        """Ask for a file and open it."""
        dialog = self._dialog("Open a table or a study", _TABLES, self.open_path)
        dialog.setFileMode(QFileDialog.FileMode.ExistingFile)
        dialog.open()

    def open_path(self, path: Path) -> None:
        """Open a table or a study; what cannot be opened leaves everything as it is."""
        self.open_part(path, None)

    def open_part(self, path: Path, part: str | None) -> None:
        """Open one table of a file, such as a sheet of a workbook."""
        if is_study(path):
            self._open_study(path)
        elif path.suffix.lower() == ".json":
            self._open_style(path)
        else:
            self._open_table(path, part)

    def bring_in(self, edit: BringInTable, where: str) -> None:
        """Bring in a table; what holds no measurements leaves everything as it is."""
        base, sign = self._store.history, self._store.decimal_sign

        def work(progress: Progress) -> BroughtIn:
            found = brought_in(base, edit, where, decimal_sign=sign)
            prepare(found.results, progress)
            return found

        then = partial(self._take_table, base)
        self.beside.read(f"Reading the {where}", work, then)

    def _take_table(self, base: History, found: BroughtIn) -> None:
        """Show what came in, and say what it has taken the place of."""
        self._store.take(WorkedOut(base, found.history, found.results))
        if not base.study.is_empty:
            new, old = (
                history.study.sheets[0].source.name or history.study.sheets[0].table.title
                for history in (found.history, base)
            )
            self.displaced.emit(new or "another table", old or "the one before")

    def _open_study(self, path: Path) -> None:
        def work(progress: Progress) -> OpenedFile:
            found = open_study(path)
            progress(0.5)
            sign = self._store.decimal_sign
            results = Results(found.history.study, before=found.results, decimal_sign=sign)
            return replace(found, results=prepare(results, progress))

        def then(found: OpenedFile) -> None:
            self._store.open(found.history, found.file, found.results)
            self.noted.emit(found.notes)

        self._do("Opening", path, work, then)

    def _open_style(self, path: Path) -> None:
        """Give the figure a house style that somebody shared."""
        try:
            style = read_style(path)
        except InputError as error:
            self.refused.emit(error)
        else:
            self._store.apply(ApplyStyle(style=style, question=self._store.results.number))
            self.told.emit(f"The figure has the style “{style.name}”")

    def _open_table(self, path: Path, part: str | None) -> None:
        # A table joins the history at hand, so that undo brings the old one back.
        base, sign = self._store.history, self._store.decimal_sign

        def work(progress: Progress) -> tuple[BroughtIn, tuple[str, ...]]:
            edit, parts = table_edit(path, sheet=part, progress=_up_to(0.4, progress))
            progress(0.5)
            found = brought_in(base, edit, str(path), decimal_sign=sign)
            prepare(found.results, progress)
            return found, parts

        def then(opened: tuple[BroughtIn, tuple[str, ...]]) -> None:
            found, parts = opened
            self._take_table(base, found)
            source = found.history.study.sheets[0].source
            if source.part:
                self.opened_part.emit(path, source.part, parts)

        self._do("Opening", path, work, then)

    def add_table(self) -> None:
        """Ask for a file and add its table beside those at hand."""
        dialog = self._dialog("Add a table", _TABLES, self.add_path)
        dialog.setFileMode(QFileDialog.FileMode.ExistingFile)
        dialog.open()

    def add_path(self, path: Path) -> None:
        """Add the table in a file beside those at hand."""
        base, before = self._store.history, self._store.results

        def work(progress: Progress) -> tuple[WorkedOut, AddTable, WriteCells | None]:
            edit, _ = table_edit(path, progress=_up_to(0.4, progress))
            brought_in(History(), edit, str(path))  # there are measurements in it
            added = AddTable(
                table=edit.table,
                source=edit.source,
                reading=edit.reading,
                asks=AsksOf.ANOTHER,
                question=before.number,
            )
            history = base.after(added)
            number = len(history.study.questions) - 1
            results = Results(history.study, number, before, before.decimal_sign)
            prepare(results, progress)
            more = appended(before, edit.table)
            return WorkedOut(base, history, results), added, more

        def then(found: tuple[WorkedOut, AddTable, WriteCells | None]) -> None:
            beside, added, more = found
            if more is None:
                self._store.take(beside)
            else:
                self.more_rows.emit(name_in_words(path), more, added)

        self._do("Adding", path, work, then)

    def _do(
        self,
        verb: str,
        path: Path,
        work: Callable[[Progress], Found],
        then: Callable[[Found], None],
    ) -> None:
        """Do something with a file; what is refused is said by who does it."""
        self.beside.read(f"{verb} {name_in_words(path)}", work, then)

    def save(self) -> None:
        """Save to the study's file, or ask for one."""
        if self._store.path is not None:
            self.save_to(self._store.path)
        else:
            self.save_as()

    def save_as(self) -> None:
        """Ask for a file and save the study to it."""
        dialog = self._dialog("Save the study", "Studies (*.decimus)", self.save_to)
        self._for_writing(dialog, "study.decimus", "decimus")
        dialog.open()

    def save_to(self, path: Path, *, is_compared: bool = True) -> None:
        """Save the study to a file: at once, or beside the window where it is large."""
        history, known = self._store.history, self._store.file if is_compared else None
        results = self._store.results
        if not _is_large(history):
            self._store.save(path, is_compared=is_compared)
            return

        def then(file: StudyFile) -> None:
            self._store.note_saved(file, history.study)

        self.saving.start(
            f"Saving {name_in_words(path)}",
            lambda progress: save(path, history, known, progress, results),
            then,
        )

    def save_beside(self, path: Path) -> None:
        """Save to a name that is free yet, where somebody else has written to the file."""
        self.save_to(free_name(path))

    def save_over(self, path: Path) -> None:
        """Save over what somebody else has written, of which a copy is kept."""
        try:
            copy = keep_other(path)
        except InputError as error:
            self.refused.emit(error)
            return
        self.save_to(path, is_compared=False)
        self.told.emit(f"The other is kept as {name_in_words(copy)}")

    # --- figure and summary --------------------------------------------------------

    def open_export(self, at: QPoint) -> ExportPanel:
        """Offer the ways in which the figure can be written, in a panel that ends at a place."""
        from decimus.window.files.export_panel import ExportPanel

        panel = ExportPanel(self._store.results, last_habits(), self._window)
        panel.written.connect(self._ask_for_figure)
        panel.copied.connect(self.copy_figure)
        panel.summary_wanted.connect(self.ask_for_summary)
        panel.study_wanted.connect(self.save_as)
        panel.adjustSize()
        panel.move(at - QPoint(panel.width(), 0))
        panel.show()
        return panel

    def _ask_for_figure(self, habits: ExportHabits) -> None:
        suffix = habits.file_format

        def write(path: Path) -> None:
            keep_habits(replace(habits, folder=str(path.parent)))
            self.write_figure(path, habits.figure_file)

        dialog = self._dialog("Write the figure", f"{suffix.upper()} (*.{suffix})", write)
        self._for_writing(dialog, f"figure.{suffix}", suffix)
        folder = Path(habits.folder) if habits.folder and Path(habits.folder).is_dir() else None
        folder = folder or (self._store.path.parent if self._store.path else Path.cwd())
        name = proposed_name(self._store.results, self._store.path, suffix)
        dialog.selectFile(str(folder / name))
        dialog.open()

    def write_figure(self, path: Path, wanted: FigureFile) -> None:
        """Write the figure to a file."""
        self.attempt(lambda: self._figure_note(path, wanted), path)

    def _figure_note(self, path: Path, wanted: FigureFile) -> str:
        notes = export_figure(self._store.results, path, wanted)
        carries = wanted.carries_study and FIGURE_FORMATS[figure_format(path)].carries_study
        is_said = carries and not any("without its study" in note for note in notes)
        return ("; its data and settings go with it" if is_said else "") + _besides(notes)

    def ask_for_summary(self) -> None:
        """Ask for a file and write the summary to it."""
        self.ask("Save the summary", "CSV (*.csv)", "summary.csv", self.write_summary)

    def write_summary(self, path: Path) -> None:
        """Write the summary to a file."""
        self.attempt(lambda: export_summary(self._store.results, path), path)

    def ask_for_table(self, ending: str, is_exact: bool) -> None:
        """Ask for a file and write the table of the lanes to it."""
        names = f"{ending.upper()} (*.{ending})"
        dialog = self._dialog(
            "Save the table", names, lambda path: self.write_table(path, is_exact=is_exact)
        )
        self._for_writing(dialog, f"groups.{ending}", ending)
        dialog.open()

    def write_table(self, path: Path, *, is_exact: bool) -> None:
        """Write the table of the lanes to a file."""
        self.attempt(lambda: export_table(self._store.results, path, is_exact=is_exact), path)

    def copy_figure(self) -> None:
        """Put the figure on the clipboard: as picture, as vector, and with its caption."""
        results = self._store.results
        wanted = FigureFile(dpi=_CLIPBOARD_DPI)
        png = figure_bytes(results, FigureFormat.PNG, wanted)
        vectors = {
            "image/svg+xml": figure_bytes(results, FigureFormat.SVG, wanted),
            "application/pdf": figure_bytes(results, FigureFormat.PDF, wanted),
        }
        page = page_of(results, measure)
        html = (
            f'<figure><img src="data:image/png;base64,{b64encode(png).decode()}" '
            f'width="{round(page.width_mm * 96 / 25.4)}" alt="{escape(alt_text(results))}">'
            f"<figcaption>{escape(plain_text(caption(results)))}</figcaption></figure>"
        )
        copy_picture(png, vectors, html)
        self.told.emit("The figure is on the clipboard, with its caption")

    def ask(self, title: str, names: str, name: str, write: Callable[[Path], None]) -> None:
        """Ask for a file to write to, and write."""
        dialog = self._dialog(title, names, write)
        self._for_writing(dialog, name, name.rpartition(".")[2])
        dialog.open()

    def attempt(self, write: Callable[[], str | None], path: Path) -> None:
        """Write, and say what there is to say about it."""
        try:
            note = write() or ""
        except InputError as error:
            self.refused.emit(error)
        else:
            self.told.emit(f"Written: {name_in_words(path)}{note}")

    # --- dialogs -------------------------------------------------------------------

    def _dialog(self, title: str, names: str, take: Callable[[Path], None]) -> QFileDialog:
        dialog = QFileDialog(self._window, title)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.setNameFilters(names.split(";;"))
        dialog.fileSelected.connect(lambda name: take(Path(name)))
        self.dialog = dialog
        return dialog

    def _for_writing(self, dialog: QFileDialog, name: str, suffix: str) -> None:
        dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
        dialog.setDefaultSuffix(suffix)
        path = self._store.path
        stem = path.stem if path is not None else Path(name).stem
        folder = path.parent if path is not None else Path.cwd()
        dialog.selectFile(str(folder / f"{stem}.{suffix}"))


_LARGE_TO_SAVE = 20_000
"""Cells and steps from which on writing a study takes longer than a frame or two."""


def _up_to(share: float, progress: Progress) -> Progress:
    """The progress of the first part of a piece of work."""
    return lambda done: progress(share * done)


def _is_large(history: History) -> bool:
    tables = {id(sheet.table): sheet.table for sheet in history.study.sheets}
    tables |= {
        id(step.edit.table): step.edit.table
        for step in history.steps
        if isinstance(step.edit, TableEdit)
    }
    cells = sum(table.row_count * table.column_count for table in tables.values())
    return cells + 20 * len(history.steps) > _LARGE_TO_SAVE


def _besides(lines: tuple[str, ...]) -> str:
    return "".join(f"; {line}" for line in lines)
