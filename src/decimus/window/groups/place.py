"""The Groups place: lanes, and the working of the number that was clicked."""

from __future__ import annotations

from PySide6.QtWidgets import QVBoxLayout, QWidget

from decimus.analysis.results import Results
from decimus.study.questions import Levels
from decimus.window.groups.lanes_model import Lane, LanesModel
from decimus.window.groups.lanes_view import LanesView
from decimus.window.groups.working_view import WorkingView
from decimus.window.store import Store
from decimus.window.theme import MARGIN
from decimus.wording.working import Quantity, working


class GroupsPlace(QWidget):
    """Lanes above, the working below."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._opened: tuple[Levels, Quantity] | None = None
        self.model = LanesModel()
        self.lanes = LanesView(self.model, self)
        self.working = WorkingView(self)
        self.lanes.edited.connect(store.apply)
        self.lanes.opened.connect(self.open_working)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(MARGIN, 6, MARGIN, 14)
        layout.setSpacing(12)
        layout.addWidget(self.lanes, 100)
        layout.addWidget(self.working)
        layout.addStretch(1)

    def show_results(self, results: Results) -> None:
        """Show the lanes; an open working follows, or closes with its group."""
        if results.problem is not None:
            return
        self.model.show_results(results)
        self.lanes.setMaximumHeight(self.lanes.wanted_height())
        if self._opened is None or not self.working.isVisibleTo(self):
            return
        group = results.groups.find(self._opened[0])
        if group is None:
            self.working.hide()
        else:
            self.working.show_working(working(results, group, self._opened[1]))

    def open_working(self, lane: Lane, quantity: Quantity) -> None:
        """Open the working of a number of a lane."""
        self._opened = (lane.group.levels, quantity)
        self.working.show_working(working(self._store.results, lane.group, quantity))
