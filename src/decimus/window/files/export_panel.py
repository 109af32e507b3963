"""The panel in which a figure is written: how, what it will be, and what a journal would ask."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import msgspec
from PySide6.QtCore import Qt, Signal, SignalInstance
from PySide6.QtWidgets import (
    QButtonGroup,
    QDoubleSpinBox,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.kinds.figure_formats import FIGURE_FORMATS, FigureFormat
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import INK, PAPER, QUIET, RULE, TEAL, TEAL_SOFT, sans, serif
from decimus.workflows.export_habits import ExportHabits
from decimus.workflows.figure_checks import figure_checks

PANEL_STYLE = f"""
#export_panel {{ background: {PAPER}; border: 1px solid {RULE}; }}
QPushButton[pick="true"] {{ background: {PAPER}; border: 1px solid {RULE}; color: {INK};
    padding: 3px 9px; }}
QPushButton[pick="true"]:checked {{ border: 2px solid {TEAL}; padding: 2px 8px; }}
QPushButton[pick="true"]:hover, QPushButton[pick="true"]:focus {{ background: {TEAL_SOFT}; }}
QPushButton[pick="true"]:disabled {{ color: {QUIET}; }}
"""


class Pick(QWidget):
    """A few words of which one holds.

    Signals:
        changed: another one was taken.
    """

    changed = Signal()

    def __init__(self, name: str, options: Sequence[tuple[object, str]], parent: QWidget) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self._group = QButtonGroup(self)
        self._values = [value for value, _ in options]
        self._buttons: list[QPushButton] = []
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(4)
        for number, (_, words) in enumerate(options):
            button = QPushButton(words, self)
            button.setFont(sans(14))
            button.setCheckable(True)
            button.setProperty("pick", "true")
            button.setAccessibleName(f"{name}: {words}")
            self._group.addButton(button, number)
            self._buttons.append(button)
            row.addWidget(button)
        row.addStretch(1)
        self._group.idClicked.connect(lambda _id: self.changed.emit())

    @property
    def value(self) -> object:
        """What holds."""
        return self._values[max(0, self._group.checkedId())]

    def take(self, value: object) -> None:
        """Let a value hold."""
        number = self._values.index(value) if value in self._values else 0
        self._group.button(number).setChecked(True)

    def button(self, value: object) -> QPushButton:
        """The button of a value."""
        return self._buttons[self._values.index(value)]


class ExportPanel(QFrame):
    """Format, dots per inch, background; size in pixels; the checks; write or copy.

    Signals:
        written: `ExportHabits` with which a file is to be written.
        copied: the figure is to go to the clipboard.
        summary_wanted: the summary is to be written.
        study_wanted: the study is to be saved under another name.
    """

    written = Signal(object)
    copied = Signal()
    summary_wanted = Signal()
    study_wanted = Signal()

    def __init__(self, results: Results, habits: ExportHabits, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("export_panel")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("Write the figure")
        self.setStyleSheet(PANEL_STYLE)
        self._results, self._habits = results, habits
        self.format = Pick("format", [(f, kind.name) for f, kind in FIGURE_FORMATS.items()], self)
        self.dpi = QDoubleSpinBox(self)
        self.dpi.setRange(50, 2400)
        self.dpi.setDecimals(0)
        self.dpi.setFont(sans(14))
        self.dpi.setAccessibleName("dots per inch")
        self.usual_dpi = Pick("dots per inch", [(d, str(d)) for d in (150, 300, 600, 1200)], self)
        self.paper = Pick("background", [(False, "white"), (True, "transparent")], self)
        self.colours = Pick("colours", [(False, "in colour"), (True, "in greys")], self)
        self.letters = Pick("letters", [(False, "text"), (True, "outlines")], self)
        self.study = Pick("study", [(True, "carries its study"), (False, "without it")], self)
        self.said_size = PlainLabel("", self)
        self.said_size.setFont(sans(14))
        self.checks = PlainLabel("", self)
        self.checks.setFont(sans(14))
        self.checks.setWordWrap(True)
        self.write_button = self._button("Write …", self._write)
        self.write_button.setProperty("primary", "true")
        self.copy_button = self._button("Copy", lambda: self._close_for(self.copied))
        self.summary_button = self._button(
            "Summary as CSV …", lambda: self._close_for(self.summary_wanted)
        )
        self.save_button = self._button(
            "Save the study as …", lambda: self._close_for(self.study_wanted)
        )
        self._take(habits)
        self._lay_out()
        for pick in (self.format, self.paper, self.colours, self.letters, self.study):
            pick.changed.connect(self._say)
        self.usual_dpi.changed.connect(self._take_dpi)
        self.dpi.valueChanged.connect(self._say)
        self._say()

    @property
    def habits(self) -> ExportHabits:
        """What is chosen now."""
        return msgspec.structs.replace(
            self._habits,
            file_format=FigureFormat(str(self.format.value)),
            dpi=self.dpi.value(),
            is_transparent=bool(self.paper.value),
            is_grey=bool(self.colours.value),
            has_outlines=bool(self.letters.value),
            carries_study=bool(self.study.value),
        )

    def _take(self, habits: ExportHabits) -> None:
        self.format.take(habits.file_format)
        self.dpi.setValue(habits.dpi)
        self.usual_dpi.take(int(habits.dpi))
        self.paper.take(habits.is_transparent)
        self.colours.take(habits.is_grey)
        self.letters.take(habits.has_outlines)
        self.study.take(habits.carries_study)

    def _button(self, words: str, do: Callable[[], object]) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(15))
        button.clicked.connect(lambda _=False: do())
        return button

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 14, 18, 16)
        column.setSpacing(10)
        title = PlainLabel("Write the figure", self)
        title.setFont(serif(18))
        column.addWidget(title)
        grid = QGridLayout()
        grid.setHorizontalSpacing(14)
        grid.setVerticalSpacing(7)
        dpi = QWidget(self)
        row = QHBoxLayout(dpi)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(self.dpi)
        row.addWidget(self.usual_dpi)
        for number, (words, widget) in enumerate(
            (
                ("as", self.format),
                ("dots per inch", dpi),
                ("background", self.paper),
                ("colours", self.colours),
                ("letters of SVG", self.letters),
                ("the file", self.study),
                ("it will be", self.said_size),
                ("looked at", self.checks),
            )
        ):
            label = PlainLabel(words, self)
            label.setFont(sans(14))
            label.setStyleSheet(f"color: {QUIET};")
            middle, top = Qt.AlignmentFlag.AlignVCenter, Qt.AlignmentFlag.AlignTop
            grid.addWidget(label, number, 0, top if widget is self.checks else middle)
            grid.addWidget(widget, number, 1)
        grid.setColumnMinimumWidth(1, 380)
        column.addLayout(grid)
        last = QHBoxLayout()
        last.addWidget(self.summary_button)
        last.addWidget(self.save_button)
        last.addStretch(1)
        last.addWidget(self.copy_button)
        last.addWidget(self.write_button)
        column.addLayout(last)

    def _take_dpi(self) -> None:
        self.dpi.setValue(float(str(self.usual_dpi.value)))

    def _say(self) -> None:
        """What the file will be, and what a journal would ask."""
        chosen = self.habits
        kind = FIGURE_FORMATS[chosen.file_format]
        is_picture = kind.is_bitmap
        self.dpi.setEnabled(is_picture)
        self.usual_dpi.setEnabled(is_picture)
        self.letters.setEnabled(kind.keeps_letters)
        self.paper.button(value=True).setEnabled(kind.has_clear)
        self.study.setEnabled(kind.carries_study)
        page = page_of(self._results, measure)
        size = f"{page.width_mm:g} × {round(page.height_mm, 1):g} mm"
        if is_picture:
            across, up = (round(mm * chosen.dpi / 25.4) for mm in (page.width_mm, page.height_mm))
            size += f", {across} × {up} pixels"
        carries = chosen.carries_study and kind.carries_study
        size += "; its data and settings go with it" if carries else ""
        self.said_size.setText(size)
        found = figure_checks(self._results)
        self.checks.setText("\n".join(f"{'✓' if c.is_fine else '!'}  {c.words}" for c in found))
        self.adjustSize()

    def _write(self) -> None:
        chosen = self.habits
        self.close()
        self.written.emit(chosen)

    def _close_for(self, signal: SignalInstance) -> None:
        self.close()
        signal.emit()
