"""The Comparisons place: what is compared and how, what came out, and every pair."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from decimus.analysis.comparisons import PairResult
from decimus.analysis.results import Results
from decimus.study.questions import Levels
from decimus.window.comparisons.pairs_model import PairsModel
from decimus.window.comparisons.pairs_view import PairsView
from decimus.window.groups.working_view import WorkingView
from decimus.window.rich_text import html_of, html_table
from decimus.window.sentences import SentenceFonts, SentenceView
from decimus.window.store import Store
from decimus.window.theme import MARGIN, QUIET, sans, serif
from decimus.wording.comparisons import (
    anova_table,
    comparison_sentence,
    drawn_choice,
    effect_sentence,
    reason,
    result_sentence,
)
from decimus.wording.pair_working import pair_working
from decimus.wording.spans import Text


class ComparisonsPlace(QWidget):
    """The sentence, the reason, the result, then rows; the working below."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._opened: tuple[Levels, Levels] | None = None
        fonts = SentenceFonts(serif(18), sans(17, strong=True), sans(15))
        self.sentence = SentenceView(fonts, self, line_height=1.3)
        self.sentence.chosen.connect(store.apply)
        self.reason = _label(self, 14, quiet=True)
        self.result_panel = QFrame(self)
        self.result_panel.setObjectName("panel")
        self.result = _label(self.result_panel, 18, is_serif=True)
        self.effect = _label(self.result_panel, 15, quiet=True)
        self.table = _label(self.result_panel, 14)
        self.table.hide()
        self.unfold = QPushButton("ANOVA table", self.result_panel)
        self.unfold.setFont(sans(14))
        self.unfold.setCheckable(True)
        self.unfold.toggled.connect(self._unfold)
        self.refusal = _label(self, 16)
        for label in (self.reason, self.effect, self.refusal):
            label.setTextFormat(Qt.TextFormat.PlainText)
        self.drawn = SentenceView(
            SentenceFonts(sans(15), sans(15, strong=True), sans(15)), self, line_height=1.35
        )
        self.drawn.chosen.connect(store.apply)
        self.model = PairsModel()
        self.model.edited.connect(store.apply)
        self.rows = PairsView(self.model, self)
        self.rows.opened.connect(self.open_working)
        self.working = WorkingView(self)
        self._lay_out()

    def _lay_out(self) -> None:
        effect = QHBoxLayout()
        effect.addWidget(self.effect, 1)
        effect.addWidget(self.unfold)
        in_panel = QVBoxLayout(self.result_panel)
        in_panel.setContentsMargins(18, 10, 12, 10)
        in_panel.setSpacing(3)
        in_panel.addWidget(self.result)
        in_panel.addLayout(effect)
        in_panel.addWidget(self.table)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(MARGIN, 12, MARGIN, 14)
        layout.setSpacing(8)
        for widget in (self.sentence, self.reason, self.refusal, self.result_panel, self.drawn):
            layout.addWidget(widget)
        layout.addWidget(self.rows, 100)
        layout.addWidget(self.working)
        layout.addStretch(1)

    def show_results(self, results: Results) -> None:
        """Show the comparison of these results, or why there is none."""
        if results.problem is not None:
            return
        comparison = results.comparison
        has_comparison = comparison is not None
        for widget in (self.sentence, self.reason, self.result_panel, self.drawn, self.rows):
            widget.setVisible(has_comparison)
        self.refusal.setVisible(not has_comparison)
        self.model.show_results(results)
        if comparison is None:
            self.working.hide()
            self.refusal.setText(str(results.refusal))
            return
        self.sentence.show_sentence(comparison_sentence(results))
        self.reason.setText(reason(comparison))
        self.result.setText(html_of(result_sentence(results)))
        self.effect.setText(effect_sentence(results))
        self.unfold.setVisible(comparison.anova is not None)
        self.table.setVisible(comparison.anova is not None and self.unfold.isChecked())
        table = anova_table(results)
        self.table.setText(html_table(table, [column > 0 for column in range(6)]) if table else "")
        self.drawn.show_sentence((Text("On the figure: "), drawn_choice(results)))
        self.rows.setMaximumHeight(self.rows.wanted_height())
        self.rows.fit()
        self._follow(results)

    def _follow(self, results: Results) -> None:
        """An open working follows its pair, or closes with it."""
        if self._opened is None or results.comparison is None or self.working.isHidden():
            return
        pair = results.comparison.pair(*self._opened)
        if pair is None:
            self.working.hide()
        else:
            self.working.show_working(pair_working(results, pair))

    def _unfold(self, is_open: bool) -> None:
        self.table.setVisible(is_open)

    def open_working(self, pair: PairResult) -> None:
        """Open the working of a pair."""
        self._opened = (pair.a.levels, pair.b.levels)
        self.working.show_working(pair_working(self._store.results, pair))


def _label(parent: QWidget, size: int, *, is_serif: bool = False, quiet: bool = False) -> QLabel:
    label = QLabel("", parent)
    label.setFont(serif(size) if is_serif else sans(size))
    label.setWordWrap(True)
    label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
    if quiet:
        label.setStyleSheet(f"color: {QUIET};")
    return label
