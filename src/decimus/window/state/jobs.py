"""Long work beside the window, which goes on meanwhile: progress, a way to stop, one result."""

from __future__ import annotations

import gc
import threading
from collections.abc import Callable
from functools import partial
from typing import TypeVar

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QProgressBar, QPushButton

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.ink.drawing import load_renderer, picture
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.progress import Progress, Stopped
from decimus.window.frame.guard import fault_of
from decimus.window.measurements.sheet_facts import sheet_facts
from decimus.window.widgets.plain import PlainLabel
from decimus.window.widgets.theme import sans

Found = TypeVar("Found")

BLINK_S = 0.05
"""What is done by then is shown at once; for what takes longer the window goes on."""
_MANY_CELLS = 20_000
"""Cells from which on it takes longer than a frame to show what follows from a table."""
_FEW_GROUPS = 100
"""Groups up to which their pairs are compared before the table is shown."""
_SMALL_PICTURE = 1.0
"""Pixels per mm: enough to have every letter's shape at hand for the picture on the screen."""


class Job(QObject):
    """One piece of work in a thread of its own.

    Signals:
        progressed: the share that is done, 0 to 1.
        done: what came of it.
        failed: an InputError, also about a fault of our own, or None where it was stopped.
    """

    progressed = Signal(float)
    done = Signal(object)
    failed = Signal(object)

    def __init__(self, work: Callable[[Progress], object]) -> None:
        super().__init__()
        self._work = work
        self._is_stopped = threading.Event()
        self._is_over = threading.Event()
        self._tell: Callable[[], None] = lambda: None
        self._thread = threading.Thread(target=self._run, name="beside", daemon=True)

    def start(self) -> None:
        """Begin."""
        self._thread.start()

    def stop(self) -> None:
        """Give up at the next chance; nothing is changed."""
        self._is_stopped.set()

    def wait(self, seconds: float) -> bool:
        """Wait for its end, no longer than so many seconds; True where it has ended."""
        return self._is_over.wait(seconds)

    def tell(self) -> None:
        """Tell again, in the thread that calls, what came of it."""
        self._tell()

    def _progress(self, share: float) -> None:
        if self._is_stopped.is_set():
            raise Stopped
        self.progressed.emit(share)

    def _run(self) -> None:
        try:
            found = self._work(self._progress)
        except Stopped:
            self._tell = partial(self.failed.emit, None)
        except InputError as error:
            self._tell = partial(self.failed.emit, error)
        except Exception as fault:  # noqa: BLE001 - whoever waits has to hear of it
            self._tell = partial(self.failed.emit, fault_of(fault))
        else:
            self._tell = partial(self.done.emit, found)
        self._is_over.set()
        self._tell()


class Beside(QObject):
    """Does one long thing at a time beside the window.

    Signals:
        refused: an InputError that the user should see.
        ended: nothing is being done any more, whatever came of it.
    """

    refused = Signal(object)
    ended = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.job: Job | None = None
        self.line = ProgressLine()
        self.line.stop.clicked.connect(self.stop)

    def start(
        self,
        words: str,
        work: Callable[[Progress], Found],
        then: Callable[[Found], None],
        *,
        shows_at_once: bool = True,
    ) -> None:
        """Start work, instead of what is being done.

        Args:
            words: what is being done, for people.
            work: does it, in another thread; called with a function that it tells its
                progress, and that stops it.
            then: called with what came of it, in the window's own thread.
            shows_at_once: whether the line with its progress is shown from the start.
        """
        self.stop()
        job = Job(work)
        job.progressed.connect(self.line.show_share)
        job.done.connect(lambda found: self._take(job, found, then))
        job.failed.connect(lambda error: self._refuse(job, error))
        self.job = job
        self.line.say(words)
        self.line.setVisible(shows_at_once)
        job.start()

    def read(
        self, words: str, work: Callable[[Progress], Found], then: Callable[[Found], None]
    ) -> None:
        """Start work that often is done in a blink, and wait for that long; otherwise as `start`.

        How long a file takes is not known by its size: a few bytes can unpack to very many cells.
        """
        self.start(words, work, then, shows_at_once=False)
        job = self.job
        if job is None:
            return
        if job.wait(BLINK_S):
            job.tell()
        elif job is self.job:
            self.line.show()

    def _take(self, job: Job, found: Found, then: Callable[[Found], None]) -> None:
        if self._end(job):
            try:
                then(found)
            except Exception as fault:  # noqa: BLE001 - whoever waits for the end has to hear of it
                self.refused.emit(fault_of(fault))
            finally:
                self._say_ended()

    def _refuse(self, job: Job, error: InputError | None) -> None:
        if self._end(job):
            if error is not None:
                self.refused.emit(error)
            self._say_ended()

    def _say_ended(self) -> None:
        if self.job is None:
            self.ended.emit()

    def _end(self, job: Job) -> bool:
        """Take note of the end of a job; False for one that is stale."""
        if job is not self.job:
            return False
        self.job = None
        self.line.hide()
        return True

    def stop(self) -> None:
        """Stop what is being done; the study stays as it is."""
        if self.job is not None:
            self.job.stop()
            self.job = None
        self.line.hide()


def prepare(results: Results, progress: Progress) -> Results:
    """Compute what the window will ask for first, as far as it would have to wait for that."""
    if results.problem is not None:
        return results
    groups = results.groups
    cells = results.table.row_count * results.table.column_count
    if not results.is_large and cells < _MANY_CELLS:
        return results
    for number, group in enumerate(groups.shown):
        _ = (group.summary.standard_error, group.summary.minimum, group.summary.median)
        progress(0.6 + 0.3 * number / max(1, len(groups.shown)))
    # The plotting library is read here once, rather than in the window's own time.
    load_renderer()
    sheet_facts(results)
    if len(groups.shown) <= _FEW_GROUPS:  # of many the table is shown first, and their pairs later
        _ = (results.comparison, results.remarks)
        progress(0.95)
        picture(page_of(results, measure), _SMALL_PICTURE)
    gc.freeze()  # what was read stays; looking through it again would make the window wait
    progress(1.0)
    return results


class ProgressLine(QFrame):
    """How far the work is, with a button to stop it."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("note")
        self._label = PlainLabel("", self)
        self._label.setFont(sans(15))
        self.bar = QProgressBar(self)
        self.bar.setRange(0, 100)
        self.bar.setTextVisible(False)
        self.bar.setFixedHeight(8)
        self.stop = QPushButton("Stop", self)
        self.stop.setFont(sans(14))
        layout = QHBoxLayout(self)
        layout.setContentsMargins(16, 8, 10, 8)
        layout.setSpacing(14)
        layout.addWidget(self._label)
        layout.addWidget(self.bar, 1)
        layout.addWidget(self.stop)
        self.hide()

    def say(self, words: str) -> None:
        """Say what is being done."""
        self._label.setText(words)
        self.bar.setValue(0)

    def show_share(self, share: float) -> None:
        """Show how far it is."""
        self.bar.setValue(round(100 * share))
