"""The tables of the write-up: as they are handed on, arranged by choices and at their headings."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Qt, Signal
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.formats.table_writers import markdown
from decimus.study.write_ups import TableKind
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.clipboard import copy_rich, copy_text
from decimus.window.widgets.plain import PlainLabel, RichLabel, menu_text
from decimus.window.widgets.rich_text import html_of, html_table
from decimus.window.widgets.sentences import SentenceFonts, SentenceView
from decimus.window.widgets.theme import INK, QUIET, RULE, TEAL, sans, serif
from decimus.wording.letters import heading_letters
from decimus.wording.spans import Style
from decimus.wording.write_up.report_tables import LABEL, ReportTable
from decimus.wording.write_up.table_choices import column_choice, table_sentence
from decimus.wording.write_up.tables import TITLES, table_of

_MOST_ROWS = 500
_ROW, _HEAD = 27, 32
_GRID = f"""
QTableWidget {{ background: transparent; border: none; }}
QTableWidget::item {{ padding: 0 9px 0 0; }}
QHeaderView, QHeaderView::section {{ background: transparent; color: {INK}; border: none; }}
QHeaderView::section {{ padding: 5px 9px 4px 0; border-bottom: 1px solid {RULE}; }}
QHeaderView::section:hover {{ color: {TEAL}; }}
"""


class TableView(QFrame):
    """One table with its choices.

    Signals:
        edited: the edit that arranges it.
        save_wanted: the table and the ending of a file.
    """

    edited = Signal(object)
    save_wanted = Signal(object, str)

    def __init__(self, kind: TableKind, parent: QWidget) -> None:
        super().__init__(parent)
        self.kind = kind
        self._results: Results | None = None
        self.table: ReportTable | None = None
        self.setObjectName("table_of_write_up")
        self.setStyleSheet(f"#table_of_write_up {{ border-bottom: 1px solid {RULE}; }}")
        heading = PlainLabel(TITLES[kind], self)
        heading.setFont(sans(14))
        heading.setStyleSheet(f"color: {QUIET};")
        fonts = SentenceFonts(serif(16), sans(15, strong=True), serif(16))
        self.sentence = SentenceView(fonts, self, line_height=1.35)
        self.sentence.chosen.connect(self.edited)
        self.title = RichLabel("", self)
        self.title.setFont(serif(16))
        self.title.setWordWrap(True)
        self.copy_button = self._button("Copy")
        self.copy_button.clicked.connect(self.copy)
        self.more = self._button("Save")
        self.more.clicked.connect(self.open_saving)
        self.grid = QTableWidget(self)
        self.grid.setAccessibleName(TITLES[kind])
        self.grid.setFont(sans(15))
        self.grid.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.grid.setShowGrid(False)
        self.grid.setStyleSheet(_GRID)
        self.grid.horizontalHeader().setFont(sans(15, strong=True))
        self.grid.verticalHeader().hide()
        self.grid.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.grid.setFrameShape(QFrame.Shape.NoFrame)
        self.grid.horizontalHeader().setSectionsClickable(True)
        self.grid.horizontalHeader().setHighlightSections(False)
        self.grid.horizontalHeader().sectionClicked.connect(self.open_column)
        head = QHBoxLayout()
        head.addWidget(heading, 1)
        head.addWidget(self.copy_button)
        head.addWidget(self.more)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 6, 0, 12)
        layout.setSpacing(4)
        layout.addLayout(head)
        layout.addWidget(self.title)
        layout.addWidget(self.grid)
        layout.addWidget(self.sentence)

    def _button(self, words: str) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        button.setAccessibleName(f"{words}: {TITLES[self.kind]}")
        return button

    def show_results(self, results: Results) -> None:
        """Show the table of these results; nothing where there is none of the kind."""
        self._results = results
        self.table = table_of(results, self.kind)
        self.setVisible(self.table is not None)
        if self.table is None:
            return
        self.title.setText(html_of(self.table.title))
        self.sentence.show_sentence(table_sentence(results, self.kind))
        self._fill(self.table)

    def _fill(self, table: ReportTable) -> None:
        rows = table.rows
        head, body = rows[0], rows[1 : _MOST_ROWS + 1]
        grid = self.grid
        grid.clear()
        grid.setColumnCount(len(head))
        grid.setRowCount(len(body))
        for column, text in enumerate(head):
            item = QTableWidgetItem(text)
            is_letter = all(run.style is Style.ITALIC for run in heading_letters(text))
            item.setFont(sans(15, italic=is_letter, strong=True))
            right = table.numeric[column]
            side = Qt.AlignmentFlag.AlignRight if right else Qt.AlignmentFlag.AlignLeft
            item.setTextAlignment(side | Qt.AlignmentFlag.AlignVCenter)
            grid.setHorizontalHeaderItem(column, item)
        for row, cells in enumerate(body):
            grid.setRowHeight(row, _ROW)
            for column, text in enumerate(cells):
                item = QTableWidgetItem(text)
                if table.numeric[column]:
                    item.setTextAlignment(
                        Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
                    )
                grid.setItem(row, column, item)
        grid.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        bar = grid.horizontalScrollBar().sizeHint().height()
        grid.setFixedHeight(_HEAD + _ROW * len(body) + bar)

    def open_column(self, section: int) -> ChoiceMenu | None:
        """What can be done to a column, under its heading."""
        results, table = self._results, self.table
        if results is None or table is None or table.is_turned:
            return None
        column = table.columns[section]
        if column.key.startswith(LABEL):
            return None
        menu = choice_menu(column_choice(results, self.kind, column.key), self)
        menu.chosen.connect(self.edited)
        header = self.grid.horizontalHeader()
        at = QPoint(header.sectionViewportPosition(section), header.height())
        menu.popup(header.mapToGlobal(at))
        return menu

    def open_saving(self) -> ChoiceMenu:
        """The kinds of files, and Markdown for the clipboard."""
        menu = ChoiceMenu(self)
        menu.setFont(sans(15))
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for ending, words in (
            ("csv", "CSV, as shown"),
            ("xlsx", "XLSX, as shown and in full precision"),
            ("ods", "ODS, as shown and in full precision"),
            ("md", "Markdown"),
        ):
            menu.addAction(menu_text(words)).triggered.connect(
                lambda _=False, e=ending: self.save_wanted.emit(self.kind, e)
            )
        menu.addAction("copy as Markdown").triggered.connect(self.copy_markdown)
        menu.popup(self.more.mapToGlobal(QPoint(0, self.more.height())))
        return menu

    def copy(self) -> None:
        """Put the table on the clipboard: cells for tables, formatted for documents."""
        table = self.table
        if table is not None:
            title = f"<p>{html_of(table.title)}</p>"
            copy_rich(table.as_tabs(), title + html_table(table.rows, table.numeric))

    def copy_markdown(self) -> None:
        """Put the table on the clipboard as Markdown."""
        if self.table is not None:
            copy_text(markdown(self.table.rows, self.table.numeric))


class TablesView(QWidget):
    """All tables.

    Signals:
        edited: the edit that arranges one.
        save_wanted: a table and the ending of a file.
    """

    edited = Signal(object)
    save_wanted = Signal(object, str)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setStyleSheet(f"QPushButton {{ color: {TEAL}; }}")
        self.tables = {kind: TableView(kind, self) for kind in TableKind}
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        for table in self.tables.values():
            table.edited.connect(self.edited)
            table.save_wanted.connect(self.save_wanted)
            layout.addWidget(table)

    def show_results(self, results: Results) -> None:
        """Show the tables of these results."""
        for table in self.tables.values():
            table.show_results(results)
