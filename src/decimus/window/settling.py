"""What follows from a large study, worked out beside the window after the lanes are shown."""

from __future__ import annotations

from PySide6.QtCore import QObject, QTimer, Signal

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.drawing import load_renderer
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.window.beside import Job

_REST_MS = 120
"""What was changed is shown first; the rest begins when the hand rests."""


class Settling(QObject):
    """Works out comparisons, remarks and the page of the latest results, one at a time.

    Signals:
        settled: the results that were asked about, and those that hold; others where the
            whole table turned out to read otherwise.
        refused: an InputError about what could not be worked out.
    """

    settled = Signal(object, object)
    refused = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self._wanted: Results | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_REST_MS)
        self._timer.timeout.connect(self._begin)
        self._job: Job | None = None

    @property
    def is_busy(self) -> bool:
        """True while something is being worked out."""
        return self._job is not None or self._timer.isActive()

    def settle(self, results: Results) -> None:
        """Work out what follows from these results; those asked about before are dropped."""
        self._wanted = results
        self._timer.start()

    def _begin(self) -> None:
        if self._job is None and self._wanted is not None:
            self._start(self._wanted)

    def _start(self, results: Results) -> None:
        def work(_progress: object) -> Results:
            final = results.verified()
            if final.problem is None:
                _ = (final.comparison, final.remarks)
                load_renderer()
                page_of(final, measure)
            return final

        job = Job(work)
        job.done.connect(lambda final: self._end(results, final))
        job.failed.connect(lambda error: self._fail(results, error))
        self._job = job
        job.start()

    def _fail(self, results: Results, error: InputError | None) -> None:
        """Nothing came of it; what was asked meanwhile is worked out all the same."""
        self._job = None
        if self._wanted is not results:
            self._timer.start()
            return
        self._wanted = None
        if error is not None:
            self.refused.emit(error)

    def _end(self, results: Results, final: Results) -> None:
        self._job = None
        if self._wanted is not results:
            self._timer.start()
            return
        self._wanted = None
        self.settled.emit(results, final)
