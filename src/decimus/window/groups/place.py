"""The Groups place: lanes, their choices, and panels about what was clicked."""

from __future__ import annotations

from functools import partial

from msgspec.structs import replace
from PySide6.QtCore import QPoint, Qt, QTimer, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLineEdit,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.formats.table_writers import markdown
from decimus.plurals import plural
from decimus.report.summary_tables import exact_rows
from decimus.study.edits import ChoosePairs
from decimus.terms import Statistic
from decimus.window.comparisons.joining import asking_for
from decimus.window.groups.lane_delegate import Replicate
from decimus.window.groups.lanes_model import LanesModel
from decimus.window.groups.lanes_view import LanesView
from decimus.window.groups.meanings_panel import MeaningsPanel
from decimus.window.groups.number_line import NumberLine
from decimus.window.groups.replicates_panel import ReplicatesPanel
from decimus.window.groups.working_view import WorkingView
from decimus.window.state.store import Store
from decimus.window.widgets.clipboard import copy_rich, copy_text
from decimus.window.widgets.plain import menu_text
from decimus.window.widgets.rich_text import html_table
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, sans
from decimus.wording.comparisons.pair_working import pair_working
from decimus.wording.groups.lane_choices import lanes_sentence
from decimus.wording.groups.working import working
from decimus.wording.write_up.paragraphs import summary_table

_REST_MS = 40
_MANY = 20
"""Groups from which on a field to find one is shown."""


class GroupsPlace(QWidget):
    """Choices and lanes above, one panel below.

    Signals:
        cell_wanted: row and column of the table to go to.
        table_wanted: the table is to be saved with this ending, in full precision or not.
        methods_wanted: a section of the methods.
    """

    cell_wanted = Signal(int, int)
    table_wanted = Signal(str, bool)
    methods_wanted = Signal(str)

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._opened: tuple[int, Statistic] | None = None
        self._later = QTimer(self)
        self._later.setSingleShot(True)
        self._later.setInterval(_REST_MS)
        self._later.timeout.connect(self._show_choices)
        self.model = LanesModel()
        self.lanes = LanesView(self.model, self)
        self.working = WorkingView(self)
        self.replicates = ReplicatesPanel(self)
        self.meanings = MeaningsPanel(self)
        self.number = NumberLine()
        small = SentenceFonts(sans(14), sans(14, strong=True), sans(14))
        self.sentence = SentenceView(small, self, line_height=1.35)
        self.compare = self._button("Compare meanings", self.open_meanings)
        self.ask = self._button("What is this number?", self.open_number)
        self.out = self._button("Copy or save the table", self.open_table_menu)
        self.finder = QLineEdit(self)
        self.finder.setFont(sans(14))
        self.finder.setPlaceholderText("find a group")
        self.finder.setAccessibleName("Show only groups whose name holds this")
        self.finder.setMaximumWidth(180)
        self.finder.textChanged.connect(self.lanes.show_matching)
        self._connect()
        self._lay_out()

    def _button(self, words: str, do: object) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        button.clicked.connect(do)
        return button

    def _connect(self) -> None:
        for source in (self.lanes.edited, self.replicates.edited, self.meanings.chosen):
            source.connect(self._store.apply)
        self.sentence.chosen.connect(self._store.apply)
        self.lanes.opened.connect(self.open_working)
        self.lanes.picked.connect(self.open_replicate)
        self.lanes.listed.connect(self.open_replicates)
        self.lanes.joined.connect(self.ask_for_pair)
        self.replicates.picked.connect(self.lanes.choose_replicate)
        self.replicates.cell_wanted.connect(self.cell_wanted)
        self.working.methods_wanted.connect(self.methods_wanted)

    def _lay_out(self) -> None:
        tools = QHBoxLayout()
        tools.setSpacing(18)
        for button in (self.compare, self.ask, self.out):
            tools.addWidget(button)
        tools.addStretch(1)
        tools.addWidget(self.finder)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(MARGIN, 8, MARGIN, 14)
        layout.setSpacing(6)
        layout.addWidget(self.sentence)
        layout.addLayout(tools)
        layout.addWidget(self.lanes, 100)
        for panel in self._panels:
            layout.addWidget(panel)
        layout.addStretch(1)

    @property
    def _panels(self) -> tuple[QFrame, ...]:
        return (self.working, self.replicates, self.meanings, self.number)

    def _only(self, panel: QFrame) -> None:
        """Show one panel in the place of any other."""
        for other in self._panels:
            if other is not panel:
                other.hide()
        panel.show()

    def ask_for_pair(self, first: Group, second: Group) -> None:
        """Draw the comparison of two groups; one that is not made becomes part of the family."""
        results = self._store.results
        comparison = results.comparison
        if comparison is None:
            if results.refusal is not None:
                self._store.refused.emit(results.refusal)
            return
        edit = asking_for(results, first, second)
        self._store.apply(edit)
        now = self._store.results
        pair = None if now.comparison is None else now.comparison.pair(first.levels, second.levels)
        if now.comparison is None or pair is None:
            return
        worked = pair_working(now, pair)
        if isinstance(edit, ChoosePairs):
            count = len(now.comparison.pairs)
            said = f"The family of comparisons is {count} chosen {plural('pair', count)} now. "
            worked = replace(worked, reading=said + worked.reading)
        self._opened = None
        self._only(self.working)
        self.working.show_working(worked)

    # --- showing -------------------------------------------------------------------

    def show_results(self, results: Results) -> None:
        """Show the lanes; an open panel follows, or closes with its group."""
        if results.problem is not None:
            return
        self.model.show_results(results)
        self.lanes.setMaximumHeight(self.lanes.wanted_height())
        if results.is_large:
            self._later.start()  # lanes first
        else:
            self._show_choices()
        count = len(results.groups.shown)
        self.finder.setVisible(count > _MANY)
        if count <= _MANY:
            self.finder.clear()
        elif self.finder.text():
            self.lanes.show_matching(self.finder.text())
        if self.working.isVisibleTo(self) and self._opened is not None:
            self._show_working(*self._opened)
        if self.replicates.isVisibleTo(self) and self.replicates.group is not None:
            group = results.groups.find(self.replicates.group.levels)
            if group is None:
                self.replicates.hide()
            else:
                self.replicates.show_group(results, group, self.replicates.replicate)
        if self.meanings.isVisibleTo(self):
            self.meanings.show_results(results)
        if self.number.isVisibleTo(self):
            self.number.show_results(results)

    def _show_choices(self) -> None:
        if self._store.results.problem is None:
            self.sentence.show_sentence(lanes_sentence(self._store.results))

    def open_working(self, row: int, statistic: Statistic) -> None:
        """Open the working of a number of a row; none while the table cannot be read."""
        if self._store.results.problem is not None:
            return
        self._opened = (row, statistic)
        self._only(self.working)
        self._show_working(row, statistic)

    def _show_working(self, row: int, statistic: Statistic) -> None:
        lane = self.model.summed(row)
        if lane is None or statistic not in self.model.columns:
            self.working.hide()
        else:
            self.working.show_working(working(self._store.results, lane, statistic))

    def open_replicates(self, group: Group) -> None:
        """List a group's replicates."""
        self.lanes.choose_replicate(None)
        self._only(self.replicates)
        self.replicates.show_group(self._store.results, group, None)

    def open_replicate(self, replicate: Replicate) -> None:
        """Show one replicate among those of its group."""
        self._only(self.replicates)
        self.replicates.show_group(self._store.results, *replicate)

    def open_meanings(self) -> None:
        """Show SD, SE and CI of the same groups side by side."""
        if self._store.results.problem is None:
            self._only(self.meanings)
            self.meanings.show_results(self._store.results)

    def open_number(self) -> None:
        """Ask what a number from elsewhere is."""
        self._only(self.number)
        self.number.show_results(self._store.results)
        self.number.field.setFocus()

    # --- the table out ----------------------------------------------------------------

    def open_table_menu(self) -> QMenu:
        """Show how the table can be copied and saved."""
        menu = QMenu(self)
        menu.setFont(sans(15))
        for words, do in (
            ("Copy as shown", partial(self.copy, is_exact=False)),
            ("Copy in full precision", partial(self.copy, is_exact=True)),
            ("Copy as Markdown", self.copy_markdown),
        ):
            menu.addAction(menu_text(words)).triggered.connect(lambda _=False, d=do: d())
        menu.addSeparator()
        for words, ending, is_exact in (
            ("Save as CSV, as shown", "csv", False),
            ("Save as CSV, full precision", "csv", True),
            ("Save as XLSX, both", "xlsx", False),
            ("Save as ODS, both", "ods", False),
            ("Save as Markdown", "md", False),
        ):
            menu.addAction(menu_text(words)).triggered.connect(
                lambda _=False, e=ending, x=is_exact: self.table_wanted.emit(e, x)
            )
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.popup(self.out.mapToGlobal(QPoint(0, self.out.height())))
        return menu

    def copy(self, *, is_exact: bool) -> None:
        """Put the table on the clipboard, with tabs between cells and as rich text."""
        results = self._store.results
        table = summary_table(results)
        rows = [list(table.headings), *map(list, table.rows)]
        numeric = table.numeric
        if is_exact:
            rows = [["" if c is None else str(c) for c in row] for row in exact_rows(results)]
            numeric = (False,) * len(rows[0])
        text = "\n".join("\t".join(row) for row in rows) + "\n"
        copy_rich(text, html_table(rows, numeric))

    def copy_markdown(self) -> None:
        """Put the table on the clipboard as Markdown."""
        table = summary_table(self._store.results)
        copy_text(markdown((table.headings, *table.rows), table.numeric))
