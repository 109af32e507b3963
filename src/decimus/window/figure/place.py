"""The Figure place: the figure's settings in short sections."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QCheckBox, QFrame, QGridLayout, QScrollArea, QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.formats.files import name_in_words
from decimus.study.edits import ApplyStyle, Edit
from decimus.window.state.store import Store
from decimus.window.widgets.choices import ChoiceButton
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import MARGIN, QUIET, RULE, sans, serif
from decimus.wording.figure.settings import SettingsSection, figure_settings
from decimus.wording.spans import Choice
from decimus.workflows.house_styles import all_styles, default_style, save_style, set_default

_TOP = Qt.AlignmentFlag.AlignTop
_HINT = (
    "Slanted words were set; each offers the way back. Or on the page itself: double-click words, "
    "drag ends of axes, lines, key and groups, right-click for more."
)


class FigurePlace(QScrollArea):
    """Sections of settings; rows are kept as long as their labels stay the same.

    Signals:
        refused: an InputError that the user should see.
        told: a line about what was written.
    """

    refused = Signal(object)
    told = Signal(str)

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._shape: tuple[tuple[str, ...], ...] = ()
        self._rows: list[SentenceView] = []
        self._styles = all_styles()
        self.setWidgetResizable(True)

    def row_with(self, key: str) -> SentenceView:
        """The row that has a choice; StopIteration where there is none."""
        return next(
            row
            for row in self._rows
            if any(isinstance(span, Choice) and span.key == key for span in row.sentence)
        )

    def show_results(self, results: Results) -> None:
        """Show the settings of these results."""
        if results.problem is not None:
            return
        sections = figure_settings(results, self._styles)
        shape = tuple((s.title, *(setting.label for setting in s.settings)) for s in sections)
        if shape != self._shape:
            self._build(sections)
            self._shape = shape
        house = results.question.figure.house
        self.begins.setEnabled(bool(house.name))
        self.begins.setChecked(bool(house.name) and house == default_style())
        settings = [setting for section in sections for setting in section.settings]
        for row, setting in zip(self._rows, settings, strict=True):
            row.show_sentence(setting.sentence)

    def _build(self, sections: tuple[SettingsSection, ...]) -> None:
        content = QWidget()
        content.setObjectName("work_content")
        layout = QVBoxLayout(content)
        layout.setContentsMargins(MARGIN, 10, MARGIN, 14)
        layout.setSpacing(0)
        fonts = SentenceFonts(sans(15), sans(15, strong=True), sans(15))
        self._rows = []
        for number, section in enumerate(sections):
            layout.addWidget(self._section(section, fonts, has_rule=number > 0))
        self.begins = QCheckBox("New studies begin with this house style", content)
        self.begins.setFont(sans(15))
        self.begins.clicked.connect(self._begin_with)
        layout.addWidget(self.begins)
        hint = PlainLabel(_HINT, content)
        hint.setWordWrap(True)
        hint.setFont(sans(14))
        hint.setStyleSheet(f"color: {QUIET};")
        layout.addSpacing(12)
        layout.addWidget(hint)
        layout.addStretch(1)
        self.setWidget(content)

    def _apply(self, edit: Edit) -> None:
        """Make a change; a style that was given a name is kept for other studies, too."""
        if isinstance(edit, ApplyStyle) and edit.style.name and edit.style not in self._styles:
            try:
                kept = save_style(edit.style)
            except InputError as error:
                self.refused.emit(error)
                return
            self._styles = all_styles()
            self.told.emit(f"The style is kept as {name_in_words(kept)}")
        self._store.apply(edit)

    def _begin_with(self, is_wanted: bool) -> None:
        """Let new studies begin with the style that this figure has, or with none."""
        try:
            set_default(self._store.results.question.figure.house if is_wanted else None)
        except InputError as error:
            self.refused.emit(error)

    def _swap(self, word: ChoiceButton) -> None:
        """Change which factor stands across: there is one other way, so one click does."""
        edit = word.choice.options[0].edit
        if edit is not None:
            self._store.apply(edit)

    def _section(self, section: SettingsSection, fonts: SentenceFonts, *, has_rule: bool) -> QFrame:
        frame = QFrame()
        frame.setObjectName("section")
        rule = f"border-top: 1px solid {RULE};" if has_rule else ""
        frame.setStyleSheet(f"#section {{ {rule} }}")
        grid = QGridLayout(frame)
        grid.setContentsMargins(0, 12, 0, 12)
        grid.setHorizontalSpacing(14)
        grid.setVerticalSpacing(4)
        grid.setColumnMinimumWidth(0, 110)
        grid.setColumnMinimumWidth(1, 150)
        grid.setColumnStretch(2, 1)
        title = PlainLabel(section.title, frame)
        title.setFont(serif(18))
        grid.addWidget(title, 0, 0, _TOP)
        for number, setting in enumerate(section.settings):
            label = PlainLabel(setting.label, frame)
            label.setFont(sans(15))
            label.setStyleSheet(f"color: {QUIET};")
            row = SentenceView(fonts, frame, line_height=1.35)
            row.chosen.connect(self._apply)
            row.open_with("swap", self._swap)
            grid.addWidget(label, number, 1)
            grid.addWidget(row, number, 2)
            self._rows.append(row)
        return frame
