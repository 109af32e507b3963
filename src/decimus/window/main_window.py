"""The window: question line, places line, work area, page and foot around one store."""

from __future__ import annotations

from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtCore import QMimeData, Qt, QTimer
from PySide6.QtGui import (
    QCloseEvent,
    QDragEnterEvent,
    QDropEvent,
    QGuiApplication,
    QKeySequence,
    QShortcut,
    QShowEvent,
)
from PySide6.QtWidgets import (
    QMainWindow,
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.examples.catalogue import example
from decimus.formats.files import name_in_words
from decimus.formats.progress import Progress
from decimus.study.edits import BringInTable
from decimus.study.history import History
from decimus.study.tables import Table
from decimus.window.figure.page import PagePanel
from decimus.window.files.data_files import DataFiles
from decimus.window.files.documents import Documents
from decimus.window.files.dropping import dropped, is_welcome
from decimus.window.files.exports import Files
from decimus.window.files.keeping import Keeping
from decimus.window.files.other_tables import PartLine
from decimus.window.frame.closing import Closing
from decimus.window.frame.fitting import fit
from decimus.window.frame.foot import Foot
from decimus.window.frame.guard import Guard
from decimus.window.frame.lessons import Lessons
from decimus.window.frame.messages import Message
from decimus.window.frame.methods_window import Methods
from decimus.window.frame.offers import offer_aside, offer_displaced, offer_left_here
from decimus.window.frame.places_line import PLACES, PlaceKey, PlacesLine
from decimus.window.frame.question_line import QuestionLine
from decimus.window.frame.saying import say_error
from decimus.window.frame.start import Start
from decimus.window.measurements.place import MeasurementsPlace
from decimus.window.state.drafts import Drafts
from decimus.window.state.jobs import Beside
from decimus.window.state.late_results import LateResults
from decimus.window.state.store import Store
from decimus.wording.comparisons.switches import what_switched
from decimus.wording.measurements.readings import place_counts
from decimus.workflows.opened import StudyFile
from decimus.workflows.opening import pasted
from decimus.workflows.replacing import fits_in_place

if TYPE_CHECKING:
    from decimus.window.comparisons.place import ComparisonsPlace
    from decimus.window.figure.place import FigurePlace
    from decimus.window.groups.place import GroupsPlace
    from decimus.window.write_up.place import WriteUpPlace

    WorkPlace = MeasurementsPlace | GroupsPlace | ComparisonsPlace | FigurePlace | WriteUpPlace

_WORK_SHARE = 58
_PAUSE_MS = 20
_FRAME_MS = 150
"""By then a desktop has put its frame around a window."""
_MANY_ROWS = 100_000
"""Rows of a table from which on showing it takes longer than a frame."""

AnyPlace = TypeVar("AnyPlace", bound=QWidget)


class MainWindow(QMainWindow):
    """The window of one study."""

    def __init__(
        self,
        history: History,
        file: StudyFile | None = None,
        decimal_sign: str = ".",
        sessions: Path | None = None,
        results: Results | None = None,
    ) -> None:
        super().__init__()
        self.store = Store(history, file, decimal_sign, results)
        self.drafts = Drafts(self)
        self.keeping = Keeping(self.store, sessions, self)
        self.beside = Beside()
        self.late_results = LateResults()
        self.guard = Guard()
        self.files = Files(self.store, self.beside, self)
        self.documents = Documents(self.store, self.files, self)
        self.data = DataFiles(self.store, self.beside, self)
        self.question_line = QuestionLine(self.store)
        self.places_line = PlacesLine()
        self.message = Message()
        self.not_kept = Message(stays=True)
        self.part_line = PartLine()
        self.start = Start()
        self.measurements = MeasurementsPlace(self.store)
        self.page = PagePanel(self.store)
        self.foot = Foot(
            self.store, Lessons(sessions.parent / "lessons.json" if sessions else None)
        )
        self.place = PLACES[0].key
        self._is_typing = False
        self._shown_table: Table | None = None
        self._told: Results | None = None
        self.methods = Methods(self)
        self._stale = {place.key for place in PLACES}
        self.closing = Closing(
            self, self.files, self.beside, self.keeping, self.message, self._keep_writing
        )
        self._lay_out()
        self._connect()
        self.setAcceptDrops(True)
        fit(self)
        self.places_line.go(self.place)
        self._show(self.store.results)
        self.body.setFocus()
        # Last: a study that cannot be shown leaves no session behind.
        self.keeping.begin()

    def _lay_out(self) -> None:
        self.work = QStackedWidget()
        self.work.addWidget(self.measurements)
        left = QWidget()
        left.setObjectName("work")
        left.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        in_left = QVBoxLayout(left)
        in_left.setContentsMargins(0, 0, 0, 0)
        in_left.setSpacing(0)
        in_left.addWidget(self.not_kept)
        in_left.addWidget(self.message)
        in_left.addWidget(self.part_line)
        in_left.addWidget(self.data.line)
        in_left.addWidget(self.work, 1)
        self.splitter = QSplitter(Qt.Orientation.Horizontal)
        self.splitter.setHandleWidth(1)
        self.splitter.setChildrenCollapsible(False)
        self.splitter.addWidget(left)
        self.splitter.addWidget(self.page)
        self.splitter.setStretchFactor(0, _WORK_SHARE)
        self.splitter.setStretchFactor(1, 100 - _WORK_SHARE)
        self.splitter.setSizes([_WORK_SHARE * 100, (100 - _WORK_SHARE) * 100])
        self.body = QStackedWidget()
        self.body.addWidget(self.start)
        self.body.addWidget(self.splitter)
        central = QWidget()
        layout = QVBoxLayout(central)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self.question_line)
        layout.addWidget(self.places_line)
        layout.addWidget(self.beside.line)
        layout.addWidget(self.files.saving.line)
        layout.addWidget(self.body, 1)
        layout.addWidget(self.foot)
        self.setCentralWidget(central)

    def _connect(self) -> None:
        self.store.changed.connect(self._show)
        self.guard.undo_wanted.connect(self.store.undo)
        self.guard.save_wanted.connect(self.files.save)
        self.page.view.refused.connect(self.say)
        self.page.view.cell_wanted.connect(self.show_cell)
        self.page.view.failed.connect(
            lambda fault: self.guard.cover(self.page.view, "The figure", fault)
        )
        self.page.view.drawn.connect(lambda _scale: self.guard.uncover(self.page.view))
        self.late_results.worked_out.connect(self.store.take)
        self.store.filed.connect(self._show_file)
        sources = (self.store, self.beside, self.files.saving, self.files, self.data)
        for source in (*sources, self.measurements, self.late_results, self.guard):
            source.refused.connect(self.say)
        self.files.noted.connect(self.say_notes)
        self.drafts.changed.connect(self._show_file)
        self.drafts.due.connect(lambda: self.keeping.note_drafts(self.drafts.edits()))
        self.drafts.save_wanted.connect(self.save)
        self.keeping.failed.connect(self._say_not_kept)
        self.keeping.kept.connect(self.not_kept.hide)
        self.files.displaced.connect(
            lambda new, old: offer_displaced(self.message, self.store, new, old)
        )
        self.keeping.put_aside.connect(lambda: offer_aside(self.message, self.keeping))
        self.keeping.left_here.connect(
            lambda written: offer_left_here(self.message, self.keeping, written)
        )
        self.keeping.told.connect(self.say_words)
        self.files.opened_part.connect(self.part_line.show_part)
        self.part_line.chosen.connect(self.files.open_part)
        self.files.more_rows.connect(self.data.ask_where)
        self.data.line.chosen.connect(self.store.apply)
        self.measurements.table_wanted.connect(self.files.add_table)
        self.measurements.other_data_wanted.connect(self.data.use_other_data)
        self.measurements.table_pasted.connect(self.data.use_table)
        self.files.told.connect(self.places_line.file_name.setText)
        self.places_line.went.connect(self._go)
        self.foot.went.connect(self.places_line.go)
        self.foot.showed.connect(self.measurements.sheet.show_cells)
        line = self.question_line
        line.undo.clicked.connect(self.undo)
        line.redo.clicked.connect(self.store.redo)
        line.open.clicked.connect(self.files.open)
        line.paste.clicked.connect(self.paste_table)
        line.export.clicked.connect(self.open_export)
        line.table_wanted.connect(self.files.add_table)
        self.places_line.save.clicked.connect(self.save)
        self.start.paste.clicked.connect(self.paste_table)
        self.start.open.clicked.connect(self.files.open)
        self.start.example.clicked.connect(self.open_example)
        self.start.typing.clicked.connect(self.type_table)
        self.start.bring_back.clicked.connect(self.keeping.bring_back)
        for keys, action in (
            ("Ctrl+Z", self.undo),
            ("Ctrl+Shift+Z", self.store.redo),
            ("Ctrl+Y", self.store.redo),
            ("Ctrl+O", self.files.open),
            ("Ctrl+S", self.save),
            ("Ctrl+Shift+S", self.files.save_as),
            ("Ctrl+Shift+V", self.paste_table),
            ("Ctrl+E", self.open_export),
            ("Ctrl+Shift+Q", line.open_another),
            ("Ctrl+1", self.page.size_button.toggle),
        ):
            QShortcut(QKeySequence(keys), self).activated.connect(action)
        # Keys that would replace a whole table work where there is none yet.
        for keys, action in (("Ctrl+V", self.paste_table), ("Ctrl+D", self.open_example)):
            QShortcut(QKeySequence(keys), self.start).activated.connect(action)

    # --- places: made, and their modules read, when first gone to -----------------------

    def _added(self, place: AnyPlace) -> AnyPlace:
        self.work.addWidget(place)
        return place

    @cached_property
    def groups(self) -> GroupsPlace:
        """The Groups place."""
        from decimus.window.groups import place

        made = self._added(place.GroupsPlace(self.store))
        made.cell_wanted.connect(self.show_cell)
        made.table_wanted.connect(self.files.ask_for_table)
        made.methods_wanted.connect(self.show_methods)
        return made

    @cached_property
    def comparisons(self) -> ComparisonsPlace:
        """The Comparisons place."""
        from decimus.window.comparisons import place

        made = self._added(place.ComparisonsPlace(self.store))
        made.methods_wanted.connect(self.show_methods)
        return made

    @cached_property
    def figure(self) -> FigurePlace:
        """The Figure place."""
        from decimus.window.figure import place

        made = self._added(place.FigurePlace(self.store))
        made.refused.connect(self.say)
        made.told.connect(self.say_words)
        return made

    @cached_property
    def write_up(self) -> WriteUpPlace:
        """The Write-up place."""
        from decimus.window.write_up import place

        made = self._added(place.WriteUpPlace(self.store))
        made.cell_wanted.connect(self.show_cell)
        made.report_wanted.connect(self.open_report)
        made.table_wanted.connect(self.documents.ask_for_table)
        return made

    def _work_place(self, key: PlaceKey) -> WorkPlace:
        """What shows a place, made when it is first gone to."""
        match key:
            case PlaceKey.MEASUREMENTS:
                return self.measurements
            case PlaceKey.GROUPS:
                return self.groups
            case PlaceKey.COMPARISONS:
                return self.comparisons
            case PlaceKey.FIGURE:
                return self.figure
            case PlaceKey.WRITE_UP:
                return self.write_up

    # --- showing -------------------------------------------------------------------

    def _show(self, results: Results) -> None:
        """Show new results: what is in view now, other places when they are gone to.

        Every view is refreshed by itself, so that a fault in one leaves the others right.
        """
        self.message.hide()
        self.start.problem.setText("")
        is_empty = self.store.history.study.is_empty
        starts = is_empty and not self._is_typing
        self.body.setCurrentWidget(self.start if starts else self.splitter)
        self.start.show_left_behind(self.keeping.left_behind_at)
        history = self.store.history
        line = self.question_line
        line.show_steps(history.undo_title, history.redo_title, can_export=results.problem is None)
        self.guard.refresh(line, "", lambda: line.show_results(results))
        self.foot.setVisible(not is_empty)
        self.places_line.setEnabled(not is_empty)
        self._stale = {place.key for place in PLACES}
        if results.problem is not None and self.place != "measurements":
            self.places_line.go("measurements")
        is_new = results.sheet.table is not self._shown_table and not results.is_provisional
        self._shown_table = results.sheet.table
        if results.table.row_count > _MANY_ROWS and is_new:
            # In a turn of its own, so that no turn makes anyone wait.
            QTimer.singleShot(_PAUSE_MS, self._refresh_place)
        else:
            self._refresh_place()
        self._show_file()
        if results.is_large and not results.is_settled:
            self.late_results.settle(self.store.history, results)
        else:
            self._show_rest(results)

    def _show_rest(self, results: Results) -> None:
        """Show what follows from comparisons: remarks, counts, the page."""
        guard = self.guard
        guard.refresh(self.foot, "", lambda: self.foot.show_results(results))
        before, self._told = self._told, results
        if before is not None and (switched := what_switched(before, results)):
            self.message.say(switched, is_problem=False)
        if results.problem is None and results.is_large:
            place = self.measurements
            guard.refresh(place, "Measurements", lambda: place.show_remarks(results))
        guard.refresh(
            self.places_line,
            "",
            lambda: self.places_line.show_counts(
                place_counts(results), self.foot.places_with_remarks
            ),
        )
        guard.refresh(self.page, "The page", lambda: self.page.show_results(results))

    def _refresh_place(self) -> None:
        if self.place not in self._stale:
            return
        self._stale.discard(self.place)
        title = next(place.word for place in PLACES if place.key == self.place)
        view = self._work_place(self.place)
        if not self.guard.refresh(view, title, lambda: view.show_results(self.store.results)):
            self._stale.add(self.place)

    def _show_file(self) -> None:
        path = self.store.path
        name = name_in_words(path) if path is not None else "new study"
        is_empty = self.store.history.study.is_empty and path is None
        is_saved = self.store.is_saved and not self.drafts.is_typing
        self.places_line.show_file("" if is_empty else name, is_saved=is_saved)
        mark = "" if is_saved else "not saved, "
        self.setWindowTitle("Decimus" if is_empty else f"{name} ({mark}Decimus)")

    def _go(self, key: str) -> None:
        self._keep_writing()
        self.place = PlaceKey(key)
        self.work.setCurrentWidget(self._work_place(self.place))
        self._refresh_place()

    def say(self, error: InputError) -> None:
        """Say what went wrong, next to the place, with what can be done about it."""
        say_error(error, self.message, self.files, self.say_words)

    def say_words(self, words: str, *, is_problem: bool = True) -> None:
        """Say something where it is seen."""
        if self.body.currentWidget() is self.start:
            self.start.show_left_behind(self.keeping.left_behind_at)
            self.start.problem.setText(words)
        else:
            self.message.say(words, is_problem=is_problem)

    def say_notes(self, notes: tuple[str, ...]) -> None:
        """Say what could not be read of a study that was opened."""
        if notes:
            self.say_words(". ".join(notes), is_problem=False)

    def _say_not_kept(self, problem: Exception) -> None:
        words = f"Your work is not being kept: {problem}. Save often"
        self.not_kept.say(words, ("Save", self.save))

    # --- actions -------------------------------------------------------------------

    def _keep_writing(self) -> None:
        """Keep what is being written, before anything is done to the study as a whole."""
        self.drafts.keep()
        if "write_up" in self.__dict__:
            self.write_up.commit()

    def undo(self) -> None:
        """Take the last change back, what was just being written included."""
        self._keep_writing()
        self.store.undo()

    def save(self) -> None:
        """Save the study with what is being written."""
        self._keep_writing()
        self.files.save()

    def paste_table(self) -> None:
        """Bring in the table on the clipboard."""
        self._keep_writing()
        found: QMimeData | None = QGuiApplication.clipboard().mimeData()
        # Where nothing was ever copied there is no clipboard to speak of.
        text = "" if found is None else found.text()
        html = found.html() if found is not None and found.hasHtml() else ""
        results = self.store.results

        def work(progress: Progress) -> tuple[BringInTable, bool]:
            edit = pasted(text, html)
            progress(0.5)
            return edit, fits_in_place(results, edit.table)

        def then(read: tuple[BringInTable, bool]) -> None:
            edit, fits = read
            if fits:
                self.data.use_table(edit.table)
            else:
                self.files.bring_in(edit, edit.source.name)
            self.places_line.go("measurements")

        self.beside.read("Reading the clipboard", work, then)

    def type_table(self) -> None:
        """Show an empty sheet to type into."""
        self._is_typing = True
        self._show(self.store.results)
        sheet = self.measurements.sheet
        sheet.setFocus()
        sheet.setCurrentIndex(self.measurements.model.index(0, 0))

    def show_cell(self, row: int, column: int) -> None:
        """Go to a cell of the table."""
        self.places_line.go("measurements")
        self.measurements.sheet.go_to(row, column)

    def show_methods(self, section: str) -> None:
        """Open the methods at a section."""
        self.methods.show_section(section)

    def open_example(self) -> None:
        """Bring in the example study."""
        for edit in example("duckweed").edits():
            self.store.apply(edit)

    def open_export(self) -> None:
        """Open the panel in which the figure is written, beside the page."""
        self._keep_writing()
        if self.store.results.problem is None:
            self.files.open_export(self.page.mapToGlobal(self.page.rect().topLeft()))

    def open_report(self) -> None:
        """Open the panel in which a report is asked for, beside the page."""
        self._keep_writing()
        if self.store.results.problem is None:
            self.documents.open_report(self.page.mapToGlobal(self.page.rect().topLeft()))

    def showEvent(self, event: QShowEvent) -> None:
        """Fit the screen anew, now that the frame is there to be measured."""
        super().showEvent(event)
        QTimer.singleShot(_FRAME_MS, self, lambda: fit(self))

    # --- dropping files ------------------------------------------------------------

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        """One local file is welcome."""
        if is_welcome(event):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        """Open what was dropped."""
        self._keep_writing()
        self.files.open_path(dropped(event))

    def closeEvent(self, event: QCloseEvent) -> None:
        """Close without asking; what is not saved can be brought back at the next start."""
        self.closing.asked(event)
