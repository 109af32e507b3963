"""From a typed cell to new numbers in the lanes and to a new figure, 5 groups × 10 values."""

from __future__ import annotations

from itertools import count

import numpy as np
from matplotlib.backends.backend_agg import FigureCanvasAgg
from matplotlib.figure import Figure
from timing import median_ms, report

from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable, ChooseDrawnComparisons, WriteCells
from decimus.study.history import History
from decimus.study.questions import PairOfGroups
from decimus.window.app import application
from decimus.window.main_window import MainWindow

NAMES = "ABCDE"


def history() -> History:
    """A study of 5 × 10 with three comparisons drawn."""
    random = np.random.default_rng(5)
    values = random.normal([[20, 24, 28, 30, 33]] * 10, 2.0)
    rows = [",".join(NAMES)] + [",".join(f"{v:.1f}" for v in row) for row in values]
    pairs = tuple(PairOfGroups(("A",), (name,)) for name in "CDE")
    start = History().after(BringInTable(table=table_of_text("\n".join(rows), title="five")))
    return start.after(ChooseDrawnComparisons(pairs=pairs, words="three"))


def plain_chart() -> None:
    """The same chart by the plotting library's own bar chart, as a plain script draws it."""
    figure = Figure(figsize=(3.35, 2.44), dpi=145)
    axes = figure.add_subplot()
    axes.bar(range(5), [20, 24, 28, 30, 33], yerr=[1, 1, 1, 1, 1], capsize=2)
    axes.set_xticks(range(5), list(NAMES))
    for i in range(5):
        axes.plot([i + 0.2] * 10, np.linspace(18, 22, 10), "o", ms=3)
    FigureCanvasAgg(figure).draw()  # type: ignore[no-untyped-call]


def main() -> None:
    """Time edits through the store, with the Groups place and the page in view."""
    application()
    window = MainWindow(history())
    window.resize(1280, 800)
    window.show()
    window.places_line.go("groups")
    typed = count()

    def type_number() -> None:
        text = f"{20 + next(typed) % 50 / 10:.1f}"
        window.store.apply(WriteCells(row=3, column=1, cells=((text,),)))

    def to_lanes() -> None:
        type_number()
        window.groups.lanes.viewport().repaint()

    def to_figure() -> None:
        type_number()
        window.page.view.draw_now()
        window.page.view.repaint()

    plain = median_ms(plain_chart)
    report("typed cell to new lane numbers", median_ms(to_lanes), "a plain chart", plain, "< 16 ms")
    report("typed cell to a new figure", median_ms(to_figure), "a plain chart", plain, "< 100 ms")


if __name__ == "__main__":
    main()
