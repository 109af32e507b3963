"""The panel in which a report is asked for: of what, as which file, with or without sheets."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QFrame, QGridLayout, QHBoxLayout, QLineEdit, QPushButton, QWidget

from decimus.values import Value
from decimus.window.files.export_panel import PANEL_STYLE, Pick
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, sans, serif
from decimus.workflows.reporting import REPORT_FORMATS, ReportWish

_NAMES = {
    "html": "HTML, one file",
    "docx": "DOCX, for word processors",
    "md": "Markdown, figures beside",
}


class ReportOrder(Value, frozen=True):
    """What was asked for.

    Args:
        is_whole: whether it is of every question of the study.
        file_format: one of `REPORT_FORMATS`.
        wish: what it is to hold.
    """

    is_whole: bool
    file_format: str
    wish: ReportWish


class ReportPanel(QFrame):
    """Of what, as which file.

    Signals:
        ordered: a `ReportOrder`.
    """

    ordered = Signal(object)

    def __init__(self, questions: int, title: str, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("export_panel")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("Make a report")
        self.setStyleSheet(PANEL_STYLE)
        whole = f"all {questions} questions" if questions > 1 else "the study"
        self.scope = Pick("of what", [(False, "this question"), (True, whole)], self)
        self.scope.setVisible(questions > 1)
        self.format = Pick("file", [(f, _NAMES[f]) for f in REPORT_FORMATS], self)
        self.sheets = Pick("sheets", [(True, "with"), (False, "without")], self)
        for pick, value in (
            (self.scope, questions > 1),
            (self.format, "docx"),
            (self.sheets, True),
        ):
            pick.take(value)
        self.title = QLineEdit(self)
        self.title.setFont(serif(16))
        self.title.setPlaceholderText(title)
        self.title.setAccessibleName("Title of the report")
        self.write_button = QPushButton("Write …", self)
        self.write_button.setFont(sans(14))
        self.write_button.setProperty("primary", "true")
        self.write_button.clicked.connect(self._order)
        heading = PlainLabel("A report: figure, words and tables in one document", self)
        heading.setFont(serif(18))
        grid = QGridLayout(self)
        grid.setContentsMargins(18, 14, 18, 14)
        grid.setHorizontalSpacing(14)
        grid.setVerticalSpacing(9)
        grid.addWidget(heading, 0, 0, 1, 2)
        rows: tuple[tuple[str, QWidget], ...] = (
            ("of", self.scope),
            ("as", self.format),
            ("referee’s sheets", self.sheets),
            ("title", self.title),
        )
        for number, (words, widget) in enumerate(rows, start=1):
            label = PlainLabel(words, self)
            label.setFont(sans(14))
            label.setStyleSheet(f"color: {QUIET};")
            label.setVisible(widget is not self.scope or questions > 1)
            grid.addWidget(label, number, 0)
            grid.addWidget(widget, number, 1)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(self.write_button)
        grid.addLayout(foot, len(rows) + 1, 0, 1, 2)

    def _order(self) -> None:
        self.close()
        wish = ReportWish(self.title.text().strip(), with_sheets=bool(self.sheets.value))
        self.ordered.emit(ReportOrder(bool(self.scope.value), str(self.format.value), wish))
