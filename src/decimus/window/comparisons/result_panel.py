"""The result in plain words, and what unfolds under it."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from html import escape

from PySide6.QtCore import QPoint, Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.kinds.checks import CHECKS
from decimus.window.comparisons.check_pictures import CheckPictures
from decimus.window.widgets.clipboard import copy_text
from decimus.window.widgets.plain import PlainLabel, RichLabel, menu_text
from decimus.window.widgets.rich_text import html_of, html_table
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import QUIET, sans, serif
from decimus.wording.comparisons.checks import check_lines, check_name, check_working
from decimus.wording.comparisons.choices import required
from decimus.wording.comparisons.main_effects import (
    main_effects_sentence,
    main_effects_table,
    pair_words,
)
from decimus.wording.comparisons.pair_facts import change_sentence, equivalence_sentence
from decimus.wording.comparisons.pair_working import pair_working, statistic_working
from decimus.wording.comparisons.planning import planning_sentence, planning_working
from decimus.wording.comparisons.reasons import assumed
from decimus.wording.comparisons.reports import group_rows, report_text
from decimus.wording.comparisons.sentences import effect_sentence, pairs_summary, result_sentence
from decimus.wording.comparisons.shares import shares_sentence
from decimus.wording.comparisons.tables import comparison_table
from decimus.wording.comparisons.trends import trend_sentence, trend_working
from decimus.wording.comparisons.with_and_without import both_ways
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.groups.working import Working

FOLDS = (
    "Table",
    "Main effects",
    "Checks",
    "Planning",
    "Straight line",
    "Overlap of bars",
    "With and without",
)
"""What unfolds under the result, one at a time."""


class ResultPanel(QFrame):
    """The result, its size and what was assumed; tables, checks and plans unfold.

    Signals:
        edited: a change that a choice made.
        worked: a working that was asked for.
    """

    edited = Signal(object)
    worked = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self._results: Results | None = None
        self._open = ""
        self.result = label(self, 18, is_serif=True, is_rich=True)
        self.effect = label(self, 15)
        self.assumed = label(self, 14, quiet=True)
        self.text = label(self, 14, is_rich=True)
        self.pictures = CheckPictures(self)
        self.plan = SentenceView(
            SentenceFonts(sans(15), sans(15, strong=True), sans(15)), self, line_height=1.35
        )
        self.plan.chosen.connect(self.edited)
        self.folds: dict[str, QPushButton] = {}
        row = QHBoxLayout()
        row.setSpacing(6)
        row.setContentsMargins(-8, 0, 0, 0)
        for name in FOLDS:
            button = self._button(name, partial(self.unfold, name), is_fold=True)
            self.folds[name] = button
            row.addWidget(button)
        self.working = self._button("Working", self._work)
        row.addWidget(self.working)
        self.copy = self._button("Copy", self._copy)
        self.copy.setToolTip("Copy the whole report of this test as text")
        row.addWidget(self.copy)
        row.addStretch(1)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 10, 12, 10)
        layout.setSpacing(4)
        for widget in (self.result, self.effect, self.assumed):
            layout.addWidget(widget)
        layout.addLayout(row)
        for below in (self.text, self.pictures, self.plan):
            layout.addWidget(below)
        self._show_fold()

    def _button(self, words: str, do: Callable[[], None], *, is_fold: bool = False) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        button.setCheckable(is_fold)
        button.setProperty("fold", "true")
        button.clicked.connect(lambda _checked=False: do())
        return button

    def show_results(self, results: Results) -> None:
        """Show the comparison of these results; needs one."""
        self._results = results
        self.result.setText(html_of(result_sentence(results)))
        parts = (
            shares_sentence(results),
            effect_sentence(results),
            change_sentence(results),
            pairs_summary(results),
            main_effects_sentence(results),
            equivalence_sentence(results),
        )
        self.effect.setText("\n".join(part for part in parts if part))
        self.effect.setVisible(any(parts))
        self.assumed.setText(assumed(results))
        has = {
            "Main effects": bool(required(results).main_effects),
            "Straight line": results.trend is not None,
            "Overlap of bars": bool(overlap_note(results.groups)),
            "With and without": self._has_other(results),
        }
        for name, button in self.folds.items():
            button.setVisible(has.get(name, True))
        if not has.get(self._open, True):
            self._open = ""
        self._show_fold()

    def _has_other(self, results: Results) -> bool:
        """True where some values are set aside or lie far out."""
        from decimus.analysis.remarks_on_spread import FarOut

        far = results.remarks if results.is_settled or not results.is_large else ()
        return bool(results.measurements.aside_count) or any(isinstance(r, FarOut) for r in far)

    def unfold(self, name: str) -> None:
        """Open a fold in the place of any other, or close it."""
        self._open = "" if self._open == name else name
        self._show_fold()

    @property
    def open_fold(self) -> str:
        """The fold that is open, "" for none."""
        return self._open

    def _show_fold(self) -> None:
        for name, button in self.folds.items():
            button.setChecked(name == self._open)
        self.pictures.hide()
        self.plan.hide()
        results = self._results
        text = self._fold_text(results) if results is not None and self._open else ""
        self.text.setText(text)
        self.text.setVisible(bool(text))
        if results is None:
            return
        if self._open == "Checks":
            self.pictures.show_checks(results.checks)
        elif self._open == "Planning":
            self.plan.show_sentence(planning_sentence(results))
            self.plan.show()

    def _fold_text(self, results: Results) -> str:
        match self._open:
            case "Table":
                tables = [group_rows(results), comparison_table(results)]
                return "<br>".join(
                    html_table(table, [column > 0 for column in range(len(table[0]))])
                    for table in tables
                    if table
                )
            case "Main effects":
                table = main_effects_table(results)
                width = len(table[0]) if table else 0
                return html_table(table, [column > 0 for column in range(width)]) if table else ""
            case "Checks":
                return "<br>".join((*map(escape, check_lines(results)), *_explained(results)))
            case "Straight line":
                return escape(trend_sentence(results))
            case "Overlap of bars":
                return escape(overlap_note(results.groups))
            case "With and without":
                return escape(both_ways(results))
            case _:
                return ""

    def _copy(self) -> None:
        if self._results is not None and self._results.comparison is not None:
            copy_text(report_text(self._results))

    def _work(self) -> None:
        """The working of what is open; where that is several numbers, of one to be picked."""
        found = self._workings()
        if len(found) == 1:
            self.worked.emit(found[0][1])
        elif found:
            self.open_workings()

    def open_workings(self) -> QMenu:
        """Pick the number whose working is wanted."""
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for name, working in self._workings():
            action = menu.addAction(menu_text(name))
            action.triggered.connect(lambda _checked=False, w=working: self.worked.emit(w))
        menu.popup(self.working.mapToGlobal(QPoint(0, self.working.height())))
        return menu

    def _workings(self) -> list[tuple[str, Working]]:
        """What can be worked of what is open: the plan, the line, checks, else every term."""
        results = self._results
        if results is None or results.comparison is None:
            return []
        single = {"Planning": planning_working, "Straight line": trend_working}
        if self._open in single:
            working = single[self._open](results)
            return [] if working is None else [(self._open, working)]
        if self._open == "Main effects":
            return [
                (pair_words(results, pair), pair_working(results, pair))
                for effect in results.comparison.main_effects
                for pair in effect.pairs
            ]
        if self._open == "Checks" and results.checks.checks:
            numerals = results.numerals
            return [(check_name(c), check_working(c, numerals)) for c in results.checks.checks]
        terms = results.comparison.terms
        return [(term.name, statistic_working(results, term)) for term in terms]


def label(
    parent: QWidget,
    size: int,
    *,
    is_serif: bool = False,
    quiet: bool = False,
    is_rich: bool = False,
) -> QLabel:
    """A label that wraps and can be selected; of HTML of our own where it is rich."""
    found = (RichLabel if is_rich else PlainLabel)("", parent)
    found.setFont(serif(size) if is_serif else sans(size))
    found.setWordWrap(True)
    found.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
    if quiet:
        found.setStyleSheet(f"color: {QUIET};")
    return found


def _explained(results: Results) -> list[str]:
    """What each check asks, once, below what the checks said."""
    kinds = dict.fromkeys(CHECKS[check.name] for check in results.checks.checks)
    said = (escape(f"{kind.title}: {kind.help.text}") for kind in kinds)
    return [f'<span style="color: {QUIET}">{text}</span>' for text in said]
