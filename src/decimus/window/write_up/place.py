"""The Write-up place: caption, result, interpretation and summary, each to copy."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.results import Results
from decimus.window.widgets.clipboard import copy_rich
from decimus.window.widgets.plain import PlainLabel, RichLabel
from decimus.window.widgets.rich_text import html_of, html_table
from decimus.window.widgets.theme import MARGIN, QUIET, RULE, sans, serif
from decimus.wording.figure.captions import caption
from decimus.wording.groups.interpretation import interpretation
from decimus.wording.spans import plain_text
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.paragraphs import summary_table
from decimus.wording.write_up.results_text import results_paragraph


class Passage(QFrame):
    """A titled text with a button that copies it, plain and rich."""

    def __init__(self, title: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("passage")
        self.setStyleSheet(f"#passage {{ border-bottom: 1px solid {RULE}; }}")
        self._plain = ""
        self._html = ""
        heading = PlainLabel(title, self)
        heading.setFont(sans(14))
        heading.setStyleSheet(f"color: {QUIET};")
        self.copy_button = QPushButton("Copy", self)
        self.copy_button.setFont(sans(14))
        self.copy_button.setAccessibleName(f"Copy the {title.lower()}")
        self.copy_button.clicked.connect(self.copy)
        self.text = RichLabel("", self)
        self.text.setFont(serif(17))
        self.text.setWordWrap(True)
        self.text.setTextInteractionFlags(
            Qt.TextInteractionFlag.TextSelectableByMouse
            | Qt.TextInteractionFlag.TextSelectableByKeyboard
        )
        self._head = QHBoxLayout()
        self._head.addWidget(heading, 1)
        self._head.addWidget(self.copy_button)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 6, 0, 12)
        layout.setSpacing(2)
        layout.addLayout(self._head)
        layout.addWidget(self.text)

    @property
    def plain(self) -> str:
        """The text as it is copied into plain text."""
        return self._plain

    def show_text(self, plain: str, html: str) -> None:
        """Show a text."""
        self._plain, self._html = plain, html
        self.text.setText(html)

    def add_button(self, words: str) -> QPushButton:
        """One more thing that can be done with the text."""
        button = QPushButton(words, self)
        button.setFont(sans(14))
        self._head.addWidget(button)
        return button

    def copy(self) -> None:
        """Put the text on the clipboard, plain and rich."""
        copy_rich(self._plain, self._html)


class WriteUpPlace(QScrollArea):
    """All texts, live.

    Signals:
        save_wanted: the summary is to be saved as a file.
    """

    save_wanted = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.setWidgetResizable(True)
        content = QWidget()
        content.setObjectName("work_content")
        self.caption = Passage("Caption", content)
        self.result = Passage("Result", content)
        self.methods = Passage("Methods", content)
        self.interpretation = Passage("Each group in a sentence", content)
        self.summary = Passage("Summary table", content)
        self.summary.text.setFont(sans(15))
        save = self.summary.add_button("Save as CSV")
        save.clicked.connect(self.save_wanted)
        layout = QVBoxLayout(content)
        layout.setContentsMargins(MARGIN, 8, MARGIN, 14)
        layout.setSpacing(4)
        for passage in (
            self.caption,
            self.result,
            self.methods,
            self.interpretation,
            self.summary,
        ):
            layout.addWidget(passage)
        layout.addStretch(1)
        self.setWidget(content)

    def show_results(self, results: Results) -> None:
        """Write everything anew from these results."""
        if results.problem is not None:
            return
        words = caption(results)
        self.caption.show_text(plain_text(words), html_of(words))
        if results.comparison is not None:
            found = results_paragraph(results)
            self.result.show_text(plain_text(found), html_of(found))
        else:
            why = str(results.refusal)
            self.result.show_text(why, escape(why))
        methods = methods_paragraph(results)
        self.methods.show_text(plain_text(methods), html_of(methods))
        sentences = [interpretation(results, group) for group in results.groups.shown]
        self.interpretation.show_text("\n".join(sentences), "<br>".join(map(escape, sentences)))
        table = summary_table(results)
        rows = (table.headings, *table.rows)
        self.summary.show_text(table.as_tabs(), html_table(rows, table.numeric))
