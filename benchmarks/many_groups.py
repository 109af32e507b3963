"""300 groups × 1,000 replicates: from an edited cell to its lane, to all lanes, and scrolling."""

from __future__ import annotations

import io
import random
import time
from itertools import count

import pandas as pd
from PySide6.QtWidgets import QApplication
from timing import median_ms, report, size, turns

from decimus.study.edits import ChooseDecimals, WriteCells
from decimus.study.history import History
from decimus.terms import Decimals
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.workflows.opening import pasted

GROUPS, REPLICATES = size(300, 40), size(1000, 3)


def table() -> str:
    """Made-up heights of plants in 300 plots."""
    rng = random.Random(1)  # noqa: S311 - made-up data
    rows = ["plot,height (cm)"]
    rows += [
        f"p{g:03d},{rng.gauss(10 + g % 7, 2):.1f}" for g in range(GROUPS) for _ in range(REPLICATES)
    ]
    return "\n".join(rows) + "\n"


def settle(window: MainWindow) -> None:
    """Wait until all that follows is worked out and drawn."""
    for _ in range(2000):
        QApplication.processEvents()
        if not window.late_results.is_busy:
            break
        time.sleep(0.01)
    for _ in range(10):
        QApplication.processEvents()
        time.sleep(0.01)


def main() -> None:
    """Time edits with Groups in view, beside grouping the same table by a library."""
    text = table()
    application()
    window = MainWindow(History().after(pasted(text)))
    window.resize(1280, 800)
    window.show()
    window.places_line.go("groups")
    settle(window)
    frame = pd.read_csv(io.StringIO(text))
    plain = median_ms(lambda: frame.groupby("plot")["height (cm)"].agg(["count", "mean", "std"]), 9)
    typed = count()
    lanes = window.groups.lanes

    def type_number() -> None:
        cells = ((f"{9 + next(typed) % 30 / 10:.1f}",),)
        window.store.apply(WriteCells(row=6, column=1, cells=cells))
        QApplication.processEvents()

    def all_lanes() -> None:
        decimals = 1 + next(typed) % 2
        window.store.apply(ChooseDecimals(decimals=Decimals.FIXED, fixed=decimals))
        QApplication.processEvents()

    edit = []
    for _ in range(turns(9)):
        start = time.perf_counter()
        type_number()
        edit.append((time.perf_counter() - start) * 1000)
        settle(window)
    edited = sorted(edit)[len(edit) // 2]
    report("edited cell to its lane, 300 × 1000", edited, "a plain grouping", plain, "< 16 ms")
    report(
        "all lanes anew, 300 × 1000", median_ms(all_lanes, 9), "a plain grouping", plain, "< 50 ms"
    )
    settle(window)
    bar = lanes.verticalScrollBar()
    places = iter(range(0, bar.maximum() * 4, max(1, bar.maximum() // 60)))

    def scroll() -> None:
        bar.setValue(next(places) % max(1, bar.maximum()))
        QApplication.processEvents()

    report(
        "a frame of scrolling lanes", median_ms(scroll, 60), "a plain grouping", plain, "< 16 ms"
    )


if __name__ == "__main__":
    main()
