"""Reports and tables into files, asked for in the window."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QPoint
from PySide6.QtWidgets import QWidget

from decimus.analysis.results import Results
from decimus.study.write_ups import TableKind
from decimus.window.files.exports import Files
from decimus.window.state.store import Store
from decimus.wording.asking import question_title
from decimus.wording.phrases import upper_first
from decimus.workflows.exporting import export_report_table

if TYPE_CHECKING:
    from decimus.window.files.report_panel import ReportOrder, ReportPanel

TABLE_ENDINGS = ("csv", "xlsx", "ods", "md")


class Documents:
    """What leaves the Write-up place as files."""

    def __init__(self, store: Store, files: Files, window: QWidget) -> None:
        self._store, self._files, self._window = store, files, window

    def open_report(self, at: QPoint) -> ReportPanel:
        """Offer the kinds of reports, in a panel that ends at a place."""
        from decimus.window.files.report_panel import ReportPanel

        results = self._store.results
        count = len(results.study.questions)
        title = upper_first(question_title(results))
        panel = ReportPanel(count, title, self._window)
        panel.ordered.connect(self._ask)
        panel.adjustSize()
        panel.move(at - QPoint(panel.width(), 0))
        panel.show()
        return panel

    def _ask(self, order: ReportOrder) -> None:
        suffix = order.file_format
        self._files.ask(
            "Write the report",
            f"{suffix.upper()} (*.{suffix})",
            f"report.{suffix}",
            lambda path: self.write(path, order),
        )

    def write(self, path: Path, order: ReportOrder) -> None:
        """Write a report to a file."""
        from decimus.workflows.reporting import export_report

        results = self._store.results
        numbers = range(len(results.study.questions)) if order.is_whole else (results.number,)

        def written() -> str:
            every = [results.of_question(number) for number in numbers]
            notes = export_report(every, path, order.wish)
            return "".join(f"; {note}" for note in notes)

        self._files.attempt(written, path)

    def ask_for_table(self, kind: TableKind, ending: str) -> None:
        """Ask for a file and write a table to it."""
        self._files.ask(
            "Save the table",
            f"{ending.upper()} (*.{ending})",
            f"{kind.value}.{ending}",
            lambda path: self.write_table(path, kind),
        )

    def write_table(self, path: Path, kind: TableKind) -> None:
        """Write a table of the write-up to a file."""
        results: Results = self._store.results
        self._files.attempt(lambda: export_report_table(results, kind, path), path)
