"""The Comparisons place: what is compared and how, what came out, and every pair."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Qt, Signal
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLineEdit,
    QMenu,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.comparison_results import PairResult
from decimus.analysis.families import SideLevels
from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.study.edits import HideNotSignificant
from decimus.window.comparisons.joining import asking_for
from decimus.window.comparisons.pairs_model import PairsModel, Sorting
from decimus.window.comparisons.pairs_view import PairsView
from decimus.window.comparisons.result_panel import ResultPanel, label
from decimus.window.comparisons.suggestions import Suggestions
from decimus.window.groups.working_view import WorkingView
from decimus.window.state.store import Store
from decimus.window.widgets.plain import menu_text
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, sans, serif
from decimus.wording.comparisons.choices import comparison_sentence, refused_sentence
from decimus.wording.comparisons.pair_working import pair_working
from decimus.wording.comparisons.reasons import considerations, reason_here, ways_out
from decimus.wording.comparisons.sentences import drawn_choice
from decimus.wording.figure.drawn_comparisons import (
    comparison_text_choice,
    marks_choice,
)
from decimus.wording.phrases import group_words
from decimus.wording.spans import Sentence, Text

_MANY = 20
"""Pairs from which on a field to find some is shown."""
_LEAST_ROWS = 250
"""What rows keep of the height when something unfolds above them; the rest scrolls."""
_MOST_LISTED = 40
"""Groups up to which a pair can be added from a menu."""


class ComparisonsPlace(QWidget):
    """The sentence, the reason, the result, then rows; the working below.

    Signals:
        methods_wanted: a section of the methods.
    """

    methods_wanted = Signal(str)

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._opened: tuple[SideLevels, SideLevels] | None = None
        fonts = SentenceFonts(serif(18), sans(17, strong=True), sans(15))
        self.sentence = SentenceView(fonts, self, line_height=1.3)
        self.reason = label(self, 14, quiet=True)
        self.refusal = label(self, 16)
        self.panel = ResultPanel(self)
        self.suggestions = Suggestions(self)
        small = SentenceFonts(sans(15), sans(15, strong=True), sans(15))
        self.drawn = SentenceView(small, self, line_height=1.35)
        self.model = PairsModel()
        self.rows = PairsView(self.model, self)
        self.working = WorkingView(self)
        self.order = QPushButton(self)
        self.order.setFont(sans(14))
        self.order.clicked.connect(self.open_order_menu)
        self.hide_ns = QPushButton("Hide those that do not differ", self)
        self.hide_ns.setFont(sans(14))
        self.hide_ns.setCheckable(True)
        self.hide_ns.setProperty("fold", "true")
        self.hide_ns.clicked.connect(self._hide_not_significant)
        self.add = QPushButton("Add a pair", self)
        self.add.setFont(sans(14))
        self.add.clicked.connect(self.open_add_menu)
        self.finder = QLineEdit(self)
        self.finder.setFont(sans(14))
        self.finder.setPlaceholderText("find pairs")
        self.finder.setAccessibleName("Show only pairs whose names hold this")
        self.finder.setMaximumWidth(160)
        self.finder.textChanged.connect(self.rows.show_matching)
        self._connect()
        self._lay_out()

    def _connect(self) -> None:
        edits = (
            self.sentence.chosen,
            self.drawn.chosen,
            self.panel.edited,
            self.suggestions.chosen,
            self.model.edited,
            self.rows.edited,
        )
        for source in edits:
            source.connect(self._store.apply)
        self.rows.opened.connect(self.open_working)
        self.panel.worked.connect(self.working.show_working)
        self.working.methods_wanted.connect(self.methods_wanted)

    def _lay_out(self) -> None:
        content = QWidget()
        content.setObjectName("work_content")
        scroll = QScrollArea(self)
        scroll.setWidgetResizable(True)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        scroll.setWidget(content)
        outer = QVBoxLayout(self)
        outer.setContentsMargins(0, 0, 0, 0)
        outer.addWidget(scroll)
        tools = QHBoxLayout()
        tools.setSpacing(6)
        tools.addWidget(self.drawn, 1)
        for tool in (self.hide_ns, self.finder, self.add, self.order):
            tools.addWidget(tool)
        layout = QVBoxLayout(content)
        layout.setContentsMargins(MARGIN, 12, MARGIN, 14)
        layout.setSpacing(8)
        above = (self.sentence, self.reason, self.refusal, self.panel, self.suggestions)
        for widget in above:
            layout.addWidget(widget)
        layout.addLayout(tools)
        layout.addWidget(self.rows, 100)
        layout.addWidget(self.working)
        layout.addStretch(1)

    def show_results(self, results: Results) -> None:
        """Show the comparison of these results, or why there is none."""
        if results.problem is not None:
            return
        if results.is_large and not results.is_settled:
            self._wait(results)
            return
        comparison = results.comparison
        has_comparison = comparison is not None
        has_pairs = comparison is not None and bool(comparison.pairs)
        for widget in (self.reason, self.panel):
            widget.setVisible(has_comparison)
        is_several = comparison is not None and not comparison.is_of_two
        for about_pairs in (self.drawn, self.rows):
            about_pairs.setVisible(has_pairs)
        self.order.setVisible(has_pairs and is_several)
        self.hide_ns.setVisible(has_pairs and is_several)
        self.hide_ns.setChecked(results.question.figure.hides_not_significant)
        self.add.setVisible(has_comparison and is_several)
        self.finder.setVisible(comparison is not None and len(comparison.pairs) > _MANY)
        self.refusal.setVisible(not has_comparison)
        self.model.show_results(results)
        if comparison is None:
            self.working.hide()
            self.sentence.show()
            self.sentence.show_sentence(refused_sentence(results))
            self.refusal.setText(f"{results.refusal}.")
            self.suggestions.show_lines(ways_out(results))
            return
        self.sentence.show()
        self.sentence.show_sentence(comparison_sentence(results))
        self.reason.setText(reason_here(results, comparison))
        self.panel.show_results(results)
        self.suggestions.show_lines(considerations(results))
        self.order.setText(f"Order: {self.model.sorting.value}")
        if has_pairs:
            self.drawn.show_sentence(self._drawn(results))
            wanted = self.rows.wanted_height()
            self.rows.setMaximumHeight(wanted)
            self.rows.setMinimumHeight(min(wanted, _LEAST_ROWS))
            self.rows.fit()
        self._follow(results)

    def _wait(self, results: Results) -> None:
        """Say that so many comparisons are being worked out beside the window."""
        for widget in (self.panel, self.suggestions, self.drawn, self.rows, self.working):
            widget.hide()
        for tool in (self.order, self.add, self.finder, self.hide_ns, self.sentence):
            tool.hide()
        self.reason.hide()
        self.refusal.setText(f"Comparing {len(results.measurements.groups)} groups …")
        self.refusal.show()

    def _drawn(self, results: Results) -> Sentence:
        """What of the pairs stands on the figure, and how."""
        comparison = results.comparison
        if comparison is None:
            return ()
        question = results.question
        start = (Text("On the figure: "), drawn_choice(results), Text(" as "))
        how = (marks_choice(results, comparison), Text(", "), comparison_text_choice(question))
        return (*start, *how)

    def _hide_not_significant(self, is_hidden: bool) -> None:
        number = self._store.results.number
        self._store.apply(HideNotSignificant(question=number, is_hidden=is_hidden))

    def _follow(self, results: Results) -> None:
        """An open working follows its pair, or closes with it."""
        if self._opened is None or results.comparison is None or self.working.isHidden():
            return
        pair = results.comparison.pair(*self._opened)
        if pair is None:
            self.working.hide()
        else:
            self.working.show_working(pair_working(results, pair))

    def open_working(self, pair: PairResult) -> None:
        """Open the working of a pair."""
        self._opened = (pair.a.levels, pair.b.levels)
        self.working.show_working(pair_working(self._store.results, pair))

    # --- menus ------------------------------------------------------------------

    def open_order_menu(self) -> QMenu:
        """Choose the order of the rows; the family and the figure stay as they are."""
        menu = QMenu(self)
        for sorting in Sorting:
            action = menu.addAction(sorting.value)
            action.setCheckable(True)
            action.setChecked(sorting is self.model.sorting)
            action.triggered.connect(lambda _checked=False, s=sorting: self.sort_by(s))
        menu.popup(self.order.mapToGlobal(QPoint(0, self.order.height())))
        return menu

    def sort_by(self, sorting: Sorting) -> None:
        """Show the rows in an order."""
        self.model.sort_by(sorting)
        self.order.setText(f"Order: {sorting.value}")
        self.rows.fit()

    def open_add_menu(self) -> QMenu:
        """Choose two groups whose comparison becomes part of the family."""
        menu = QMenu(self)
        results = self._store.results
        groups = [group for group in results.groups.as_read if not group.is_empty]
        if len(groups) > _MOST_LISTED:
            menu.addAction("Drag from one mean to another in Groups").setEnabled(False)
            groups = []
        comparison = results.comparison
        for first in groups:
            below = menu.addMenu(menu_text(group_words(results.groups, first)))
            for second in groups:
                if second is first:
                    continue
                action = below.addAction(menu_text(group_words(results.groups, second)))
                made = comparison is not None and comparison.pair(first.levels, second.levels)
                action.setEnabled(not made)
                action.triggered.connect(
                    lambda _checked=False, a=first, b=second: self.add_pair(a, b)
                )
        menu.popup(self.add.mapToGlobal(QPoint(0, self.add.height())))
        return menu

    def add_pair(self, first: Group, second: Group) -> None:
        """Make a comparison part of the family."""
        self._store.apply(asking_for(self._store.results, first, second))
