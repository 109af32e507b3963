"""The page: the figure on white paper as export writes it, its size, its live caption."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.figure.outlines import missing_signs
from decimus.figure.pages.page_remarks import page_remarks
from decimus.study.targets import AnyTarget
from decimus.terms import Vision
from decimus.window.figure.hands import PageView
from decimus.window.figure.view import TRUE_SIZE_PX_PER_MM
from decimus.window.figure.visions import VISIONS
from decimus.window.state.store import Store
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import QUIET, RULE, sans, serif
from decimus.wording.figure.overlap import overlap_note
from decimus.wording.figure.part_looks import Scope, looks_sentence
from decimus.wording.numbers import NBSP
from decimus.wording.spans import Choice, Sentence
from decimus.wording.write_up.captions import caption

if TYPE_CHECKING:
    from decimus.window.figure.kinds_panel import KindsPanel


_STRIP_SIDE = 20


class PagePanel(QScrollArea):
    """The right half of the window: paper with figure and caption, its size below."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self.setObjectName("desk")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        content = QWidget()
        content.setObjectName("desk_content")
        self.paper = QFrame(content)
        self.paper.setObjectName("paper")
        self.view = PageView(self.paper)
        fonts = SentenceFonts(serif(16), sans(16, strong=True), sans(14))
        self.caption = SentenceView(fonts, self.paper, line_height=1.32)
        self.strip = QFrame(self)
        self.strip.setObjectName("looks_strip")
        self.strip.setStyleSheet(
            f"#looks_strip {{ background: white; border-top: 1px solid {RULE}; }}"
        )
        self.strip.hide()
        fonts_below = SentenceFonts(sans(14), sans(14, strong=True), sans(14))
        self.looks = SentenceView(fonts_below, self.strip, line_height=1.35)
        self._scope = Scope.GROUP
        self.overlap_button = QPushButton("What does overlap of these bars say?", self.paper)
        self.overlap_button.setFont(sans(13))
        self.overlap_button.setCheckable(True)
        self.overlap_button.setProperty("fold", "true")
        self.overlap_button.toggled.connect(self._show_overlap)
        self.overlap = PlainLabel("", self.paper)
        self.overlap.setFont(sans(14))
        self.overlap.setWordWrap(True)
        self.overlap.hide()
        self.size_button = QPushButton("", content)
        self.size_button.setFont(sans(13))
        self.size_button.setStyleSheet(f"color: {QUIET};")
        self.size_button.setCheckable(True)
        self.size_button.setToolTip("Show at true size, or fitted to the page (Ctrl+1)")
        self.size_button.toggled.connect(self.view.show_true_size)
        self._lay_out(content)
        self._store = store
        self.caption.chosen.connect(store.apply)
        self.caption.open_with("kind", self.open_kinds)
        self.view.edited.connect(store.apply)
        self.view.chosen.connect(self._show_looks)
        self.looks.chosen.connect(store.apply)
        self.looks.open_with("scope", lambda _button: self._next_scope())
        self.view.drawn.connect(self._say_size)

    def _lay_out(self, content: QWidget) -> None:
        on_paper = QVBoxLayout(self.paper)
        on_paper.setContentsMargins(16, 18, 16, 18)
        on_paper.setSpacing(12)
        on_paper.addWidget(self.view)
        on_paper.addWidget(self.caption)
        below = QHBoxLayout()
        below.setContentsMargins(0, 0, 0, 0)
        below.addWidget(self.overlap_button)
        below.addStretch(1)
        on_paper.addLayout(below)
        on_paper.addWidget(self.overlap)
        layout = QVBoxLayout(content)
        layout.setContentsMargins(20, 18, 20, 12)
        layout.setSpacing(8)
        layout.addWidget(self.paper)
        layout.addWidget(self.size_button, 0, Qt.AlignmentFlag.AlignRight)
        layout.addStretch(1)
        self.setWidget(content)

    def show_results(self, results: Results) -> None:
        """Show figure and caption of these results."""
        self.view.show_results(results)
        self.paper.setVisible(results.problem is None)
        self.size_button.setVisible(results.problem is None)
        if results.problem is None:
            self.caption.show_sentence(caption(results))
            self._show_looks(self.view.chosen_part)
            note = overlap_note(results.groups)
            self.overlap.setText(note)
            self.overlap_button.setVisible(bool(note))
            self.overlap.setVisible(bool(note) and self.overlap_button.isChecked())

    def _show_looks(self, target: AnyTarget | None) -> None:
        """How the part that is chosen looks, as words below the figure."""
        results = self._store.results
        sentence: Sentence = ()
        if target is not None and results.problem is None:
            sentence = looks_sentence(results, target, self._scope)
        if sentence:
            scope = Choice("scope", self._scope.value, "for what the look is meant")
            self.looks.show_sentence((*sentence, scope))
        self.strip.setVisible(bool(sentence))
        self._place_strip()

    def resizeEvent(self, event: QResizeEvent) -> None:
        """What is said of the part that is chosen stays at the lower end."""
        super().resizeEvent(event)
        self._place_strip()

    def _place_strip(self) -> None:
        """At the lower end of the panel, over the desk, so that the figure never moves."""
        room = self.width() - 2 * _STRIP_SIDE
        high = self.looks.heightForWidth(room)
        self.looks.setGeometry(_STRIP_SIDE, 6, room, high)
        self.strip.setGeometry(0, self.height() - high - 12, self.width(), high + 12)
        self.strip.raise_()

    def _next_scope(self) -> None:
        """The group, its level, all groups, in turn."""
        every = list(Scope)
        self._scope = every[(every.index(self._scope) + 1) % len(every)]
        self._show_looks(self.view.chosen_part)

    def open_kinds(self, at: QWidget) -> KindsPanel:
        """Offer the kinds of charts below a word, as small pictures of this data."""
        from decimus.window.figure.kinds_panel import KindsPanel

        panel = KindsPanel(self)
        panel.chosen.connect(self._store.apply)
        panel.show_results(self._store.results)
        panel.adjustSize()
        corner = at.mapToGlobal(QPoint(0, at.height() + 1))
        screen = at.screen().availableGeometry()
        left = max(screen.left(), min(corner.x(), screen.right() - panel.width()))
        top = corner.y()
        if top + panel.height() > screen.bottom():
            top = max(screen.top(), at.mapToGlobal(QPoint(0, 0)).y() - panel.height() - 1)
        panel.open_at(QPoint(left, top))
        return panel

    def _show_overlap(self, is_open: bool) -> None:
        self.overlap.setVisible(is_open and bool(self.overlap.text()))

    def _say_size(self, pixels_per_mm: float) -> None:
        page = self.view.page
        if page is None:
            return
        zoom = round(100 * pixels_per_mm / TRUE_SIZE_PX_PER_MM)
        size = f"{page.width_mm:g} × {round(page.height_mm, 1):g} mm"
        notes = page_remarks(self._store.results, page)
        said = "".join(f", {note}" for note in notes)
        vision = self.view.vision
        said += f", seen {VISIONS[vision]}" if vision is not Vision.USUAL else ""
        signs = missing_signs(page)
        lacking = f"no signs for {signs} in the typeface, " if signs else ""
        self.size_button.setText(f"{lacking}{size}{said}, shown at {zoom}{NBSP}%")
