"""Edits that leave the data alone, on 60 and 300 groups: to the words, and to the page."""

from __future__ import annotations

import random
import statistics
import time
from collections.abc import Callable, Iterator
from itertools import cycle

from PySide6.QtWidgets import QApplication
from timing import median_ms, report, size, turns

from decimus.analysis.results import Results
from decimus.figure.content import content_of
from decimus.figure.layout import laid_out
from decimus.figure.outlines import measure
from decimus.study.edits import ChooseSize, ColourLevel, Edit, WriteAxisTitle
from decimus.study.history import History
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.workflows.opening import pasted

REPLICATES = 12
_MOST_TURNS = 4000


def table(groups: int) -> str:
    """Made-up heights of plants in plots."""
    rng = random.Random(groups)  # noqa: S311 - made-up data
    rows = ["plot,height (cm)"]
    rows += [
        f"p{g:03d},{rng.gauss(10 + g % 7, 2):.1f}" for g in range(groups) for _ in range(REPLICATES)
    ]
    return "\n".join(rows) + "\n"


def settle(window: MainWindow) -> None:
    """Wait until all that follows is worked out and drawn."""
    for _ in range(_MOST_TURNS):
        QApplication.processEvents()
        if not (window.late_results.is_busy or window.page.view.is_waiting):
            return
        time.sleep(0.01)


def edits() -> dict[str, Iterator[Edit]]:
    """What is changed, over and over, each time to something else."""
    return {
        "title": cycle(
            WriteAxisTitle(is_value_axis=True, text=text) for text in ("Height", "Plant height")
        ),
        "colour": cycle(
            ColourLevel(variable=0, level="p000", colour=shade) for shade in ("#a5483a", "#2c6b70")
        ),
        "size": cycle(ChooseSize(width_mm=width, height_mm=70) for width in (170, 172)),
    }


def measured(window: MainWindow, changes: Iterator[Edit], times: int) -> tuple[float, float]:
    """Medians in ms from an edit to the words, and to the page."""
    words, pages = [], []
    for _ in range(times):
        edit = next(changes)
        start = time.perf_counter()
        window.store.apply(edit)
        words.append((time.perf_counter() - start) * 1000)
        settle(window)
        pages.append((time.perf_counter() - start) * 1000)
    return statistics.median(words), statistics.median(pages)


def main() -> None:
    """Time every edit in every place, beside laying out the same page alone."""
    application()
    times = turns(9)
    for groups in (size(60, 6), size(300, 12))[: turns(2)]:
        window = MainWindow(History().after(pasted(table(groups))))
        window.resize(1280, 800)
        window.show()
        settle(window)
        for place in ("measurements", "groups", "figure"):
            window.places_line.go(place)
            settle(window)
            for name, changes in edits().items():
                words, page = measured(window, changes, times)
                plain = median_ms(_page_alone(window.store.results), times)
                where = f"{name} to the {{}}, {groups} groups, {place}"
                report(where.format("words"), words, "laying the page out", plain, "< 16 ms")
                report(where.format("page"), page, "laying the page out", plain, "< 100 ms")
        window.close()


def _page_alone(results: Results) -> Callable[[], object]:
    content = content_of(results)
    return lambda: laid_out(content, measure)


if __name__ == "__main__":
    main()
