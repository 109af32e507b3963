"""The replicates of one lane as a sorted list, and what can be done to one of them."""

from __future__ import annotations

import math
from collections.abc import Callable

from PySide6.QtCore import QPoint, Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QListView,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from decimus.analysis.groups import Group
from decimus.analysis.results import Results
from decimus.plurals import plural
from decimus.window.widgets.choices import ChoiceMenu, choice_menu
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import QUIET, sans
from decimus.wording.measurements.asides import cell_choice
from decimus.wording.measurements.replicate_words import replicate_name, replicate_words
from decimus.wording.numbers import full_number
from decimus.wording.phrases import group_words

_MOST_LISTED = 2000


class ReplicatesPanel(QFrame):
    """One group's replicates, sorted; the one selected with its cell and what can be done.

    Signals:
        edited: an edit that sets a value aside or counts it again.
        picked: a replicate chosen in the list.
        cell_wanted: row and column of the table to go to.
    """

    edited = Signal(object)
    picked = Signal(object)
    cell_wanted = Signal(int, int)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("panel")
        self._results: Results | None = None
        self._group: Group | None = None
        self._replicate: int | None = None
        self.title = PlainLabel("", self)
        self.title.setFont(sans(14))
        self.title.setStyleSheet(f"color: {QUIET};")
        self.said = PlainLabel("", self)
        self.said.setFont(sans(15))
        self.said.setWordWrap(True)
        self.list = QListWidget(self)
        self.list.setFont(sans(14))
        self.list.setFlow(QListView.Flow.LeftToRight)
        self.list.setWrapping(True)
        self.list.setResizeMode(QListView.ResizeMode.Adjust)
        self.list.setSpacing(2)
        self.list.setFixedHeight(84)
        self.list.setAccessibleName("Replicates from the smallest to the largest")
        self.list.itemClicked.connect(self._pick)
        self.list.itemActivated.connect(self._pick)
        self.aside = self._button("Set aside or count again", self.open_aside)
        self.go = self._button("Show in the table", self._go)
        close = self._button("Close", self.hide)
        head = QHBoxLayout()
        head.addWidget(self.title, 1)
        head.addWidget(self.aside)
        head.addWidget(self.go)
        head.addWidget(close)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 8, 12, 12)
        layout.setSpacing(4)
        layout.addLayout(head)
        layout.addWidget(self.said)
        layout.addWidget(self.list)
        self.hide()

    def _button(self, words: str, do: Callable[[], object]) -> QPushButton:
        button = QPushButton(words, self)
        button.setFont(sans(14))
        button.clicked.connect(do)
        return button

    @property
    def group(self) -> Group | None:
        """The group whose replicates are listed."""
        return self._group

    @property
    def replicate(self) -> int | None:
        """Which of them is selected."""
        return self._replicate

    def show_group(self, results: Results, group: Group, replicate: int | None) -> None:
        """Show a group's replicates, one of them selected perhaps."""
        self._results, self._group = results, group
        cells = group.cells
        order = sorted(range(cells.n), key=lambda i: cells.replicates[i])
        noun = plural(results.measurements.unit_name, cells.n)
        self.title.setText(
            f"{group_words(results.groups, group)}: {cells.n} {noun} from the smallest"
        )
        self.list.clear()
        for i in order[:_MOST_LISTED]:
            value = full_number(float(cells.replicates[i]), results.numerals)
            item = QListWidgetItem(f"{value}  {replicate_name(results, group, i)}")
            item.setData(Qt.ItemDataRole.UserRole, i)
            self.list.addItem(item)
            if i == replicate:
                self.list.setCurrentItem(item)
        for aside in cells.asides:
            known = None if math.isnan(aside.value) else aside.value
            value = full_number(known, results.numerals)
            item = QListWidgetItem(f"({value})  set aside: {aside.reason}")
            item.setData(Qt.ItemDataRole.UserRole + 1, aside.place)
            self.list.addItem(item)
        self._select(replicate if replicate is not None and replicate < cells.n else None)
        self.show()

    def _select(self, replicate: int | None) -> None:
        self._replicate = replicate
        results, group = self._results, self._group
        is_one = replicate is not None and results is not None and group is not None
        self.aside.setEnabled(is_one)
        self.go.setEnabled(is_one)
        if replicate is None or results is None or group is None:
            self.said.setText("Click a dot or a number for its cell.")
        else:
            self.said.setText(replicate_words(results, group, replicate))

    def _place(self) -> tuple[int, int] | None:
        item = self.list.currentItem()
        if self._replicate is not None and self._group is not None:
            return self._group.cells.places_of(self._replicate)[0]
        found = item.data(Qt.ItemDataRole.UserRole + 1)
        return (int(found[0]), int(found[1])) if found is not None else None

    def _pick(self, item: QListWidgetItem) -> None:
        replicate = item.data(Qt.ItemDataRole.UserRole)
        if replicate is None:
            self._select(None)
            self.said.setText(item.text())
            self.aside.setEnabled(True)
            self.go.setEnabled(True)
            return
        self._select(int(replicate))
        if self._group is not None:
            self.picked.emit((self._group, int(replicate)))

    def open_aside(self) -> ChoiceMenu | None:
        """Ask why the value is set aside, or count it again."""
        place, results = self._place(), self._results
        if place is None or results is None:
            return None
        menu = choice_menu(cell_choice(results, ((*place, 1, 1),)), self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        menu.chosen.connect(self.edited)
        menu.popup(self.aside.mapToGlobal(QPoint(0, self.aside.height())))
        return menu

    def _go(self) -> None:
        place = self._place()
        if place is not None:
            self.cell_wanted.emit(*place)
