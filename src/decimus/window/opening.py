"""Opening a large table while the window goes on: progress, a way to stop, one result."""

from __future__ import annotations

import gc
import threading
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QProgressBar, QPushButton

from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.drawing import load_renderer
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.progress import Stopped
from decimus.study.history import History
from decimus.window.measurements.sheet_facts import sheet_facts
from decimus.window.theme import sans

LARGE = 2_000_000
"""Bytes from which on a table is opened beside the window rather than in it."""


class OpeningJob(QObject):
    """One table being opened in a thread of its own.

    Signals:
        progressed: the share that is done, 0 to 1.
        opened: the history and what follows from it.
        failed: an InputError, or None where it was stopped.
    """

    progressed = Signal(float)
    opened = Signal(object, object)
    failed = Signal(object)

    def __init__(
        self,
        open_: Callable[[Callable[[float], None]], History],
        decimal_sign: str,
    ) -> None:
        super().__init__()
        self._open = open_
        self._decimal_sign = decimal_sign
        self._is_stopped = threading.Event()
        self._thread = threading.Thread(target=self._run, name="opening", daemon=True)

    def start(self) -> None:
        """Begin."""
        self._thread.start()

    def stop(self) -> None:
        """Give up at the next chance; nothing is changed."""
        self._is_stopped.set()

    def _progress(self, share: float) -> None:
        if self._is_stopped.is_set():
            raise Stopped
        self.progressed.emit(share)

    def _run(self) -> None:
        try:
            history = self._open(lambda share: self._progress(0.4 * share))
            self._progress(0.5)
            results = Results(history.study, decimal_sign=self._decimal_sign)
            self._prepare(results)
        except Stopped:
            self.failed.emit(None)
        except InputError as error:
            self.failed.emit(error)
        else:
            self.opened.emit(history, results)

    def _prepare(self, results: Results) -> None:
        """Compute what the window will ask for first."""
        groups = results.groups
        for number, group in enumerate(groups.shown):
            _ = (group.summary.standard_error, group.summary.minimum, group.summary.median)
            self._progress(0.6 + 0.3 * number / max(1, len(groups.shown)))
        _ = (results.comparison, results.remarks)
        self._progress(0.95)
        # The plotting library is read here once, rather than in the window's own time.
        page_of(results, measure)
        load_renderer()
        sheet_facts(results)
        gc.freeze()  # what was read stays; looking through it again would make the window wait
        self._progress(1.0)


class OpeningLine(QFrame):
    """How far the opening is, with a button to stop it."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("note")
        self._label = QLabel("", self)
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

    def show_path(self, path: Path) -> None:
        """Say what is being opened."""
        self._label.setText(f"Opening {path.name}")
        self.bar.setValue(0)
        self.show()

    def show_share(self, share: float) -> None:
        """Show how far it is."""
        self.bar.setValue(round(100 * share))
