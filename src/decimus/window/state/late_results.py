"""What follows from a large study, worked out beside the window after the lanes are shown."""

from __future__ import annotations

from PySide6.QtCore import QObject, QTimer, Signal

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.ink.drawing import load_renderer
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.figure.strips import difference_axis
from decimus.study.history import History
from decimus.window.state.jobs import Job
from decimus.window.state.store import WorkedOut
from decimus.wording.comparisons.sentences import drawn_choice, pairs_summary
from decimus.wording.write_up.captions import caption

_REST_MS = 120
"""What was changed is shown first; the rest begins when the hand rests."""


def _of_pairs(results: Results) -> None:
    """What the rows of differences need, which tens of thousands of pairs make slow."""
    if results.comparison is not None:
        _ = results.checks
        difference_axis(results)
        pairs_summary(results)
        drawn_choice(results)


class LateResults(QObject):
    """Works out comparisons, remarks and the page of the latest results, one at a time.

    Signals:
        worked_out: what was asked for, as a WorkedOut.
        refused: an InputError about what could not be worked out.
    """

    worked_out = Signal(object)
    refused = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self._wanted: tuple[History, Results] | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_REST_MS)
        self._timer.timeout.connect(self._begin)
        self._job: Job | None = None

    @property
    def is_busy(self) -> bool:
        """True while something is being worked out."""
        return self._job is not None or self._timer.isActive()

    def settle(self, history: History, results: Results) -> None:
        """Work out what follows from these results; those asked about before are dropped."""
        self._wanted = history, results
        self._timer.start()

    def _begin(self) -> None:
        if self._job is None and self._wanted is not None:
            self._start(*self._wanted)

    def _start(self, history: History, results: Results) -> None:
        def work(_progress: object) -> Results:
            final = results.verified()
            if final.problem is None:
                _ = (final.comparison, final.remarks)
                load_renderer()
                page_of(final, measure)
                caption(final)
                _of_pairs(final)
            return final

        job = Job(work)
        job.done.connect(lambda final: self._end(history, results, final))
        job.failed.connect(lambda error: self._fail(results, error))
        self._job = job
        job.start()

    def _is_stale(self, results: Results) -> bool:
        """Whether other results have been asked for meanwhile, which come next."""
        self._job = None
        is_stale = self._wanted is None or self._wanted[1] is not results
        if is_stale:
            self._timer.start()
        else:
            self._wanted = None
        return is_stale

    def _fail(self, results: Results, error: InputError | None) -> None:
        """Nothing came of it; what was asked meanwhile is worked out all the same."""
        if not self._is_stale(results) and error is not None:
            self.refused.emit(error)

    def _end(self, history: History, results: Results, final: Results) -> None:
        if self._is_stale(results):
            if self._wanted is not None:
                self._wanted[1].keeper.adopt(final.keeper)
        else:
            self.worked_out.emit(WorkedOut(history, history, final))
