"""A study of a million rows: saving it beside the window, the wait it costs, edits on disk."""

from __future__ import annotations

import io
import sys
import tempfile
import time
import zipfile
from collections.abc import Callable
from pathlib import Path

import polars as pl
from PySide6.QtWidgets import QApplication
from timing import is_once, report

sys.path.insert(0, str(Path(__file__).parents[1]))

from tests.durability.killing import large_table

from decimus.study.edits import WriteCells
from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.workflows.sessions import LeftBehind, recovered


def longest_turn(app: QApplication, is_done: Callable[[], bool]) -> tuple[float, float]:
    """The longest that a turn of the window took until something was done, and all of it."""
    longest, start = 0.0, time.perf_counter()
    while not is_done():
        turn = time.perf_counter()
        app.processEvents()
        longest = max(longest, time.perf_counter() - turn)
        time.sleep(0.001)
    return longest * 1000, (time.perf_counter() - start) * 1000


def small_table(folder: Path) -> Path:
    """A table of a few rows."""
    path = folder / "small.csv"
    path.write_text("salt,area\n" + "".join(f"{i % 2},{10 + i % 7}.5\n" for i in range(40)))
    return path


def plain_save(table: Path, out: Path) -> float:
    """What the table alone costs: packed by the standard library at its usual level."""
    frame = pl.read_csv(table, infer_schema=False)
    start = time.perf_counter()
    text = io.BytesIO()
    frame.write_csv(text)
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("table.csv", text.getvalue())
    return (time.perf_counter() - start) * 1000


def main() -> None:
    """Open, edit, save, and open again."""
    app = application()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        table = large_table(folder) if not is_once() else small_table(folder)
        plain = plain_save(table, folder / "plain.zip")
        window = MainWindow(History(), sessions=folder / "sessions")
        window.resize(1280, 800)
        window.show()
        window.files.open_path(table)
        longest_turn(app, lambda: not window.store.history.study.is_empty)
        window.store.apply(WriteCells(row=5, column=1, cells=(("123.456",),)))
        edited = time.perf_counter()
        steps = len(window.store.history.steps)

        journal = window.keeping.journal
        session = LeftBehind(journal.session if journal is not None else folder, 0.0)

        def is_on_disk() -> bool:
            lines = session.folder.glob("*/edits.journal")
            return any(b"123.456" in path.read_bytes() for path in lines)

        longest_turn(app, is_on_disk)
        on_disk = (time.perf_counter() - edited) * 1000
        report("an edit after opening, on disk", on_disk, "a plain save", plain, "< 1000 ms")
        if len(recovered(session).history.steps) != steps:
            raise SystemExit("what is on disk is not what was done")
        longest_turn(app, lambda: not window.late_results.is_busy)
        study = folder / "a.decimus"
        turn = time.perf_counter()
        window.files.save_to(study)
        asked = (time.perf_counter() - turn) * 1000
        waited, took = longest_turn(app, lambda: window.files.saving.job is None)
        report("saving beside the window", took, "a plain save", plain, "")
        report("longest wait while saving", max(asked, waited), "a plain save", plain, "< 100 ms")
        window.files.open_path(study)
        waited, took = longest_turn(app, lambda: window.beside.job is None)
        report("opening it again", took, "a plain save", plain, "")
        report("longest wait while opening", waited, "a plain save", plain, "")
        window.close()


if __name__ == "__main__":
    main()
