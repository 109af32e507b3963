"""Redrawing the figure after a change, beside a plain script that draws the same chart."""

from __future__ import annotations

from collections.abc import Callable
from itertools import combinations, count

import numpy as np
from matplotlib.backends.backend_agg import FigureCanvasAgg
from matplotlib.figure import Figure
from timing import median_ms, report, size

from decimus.analysis.results import Results
from decimus.figure.ink.drawing import picture
from decimus.figure.ink.files import file_bytes
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.delimited import table_of_text
from decimus.kinds.figure_formats import FigureFormat
from decimus.study.edits import (
    BringInTable,
    ChooseDrawnComparisons,
    ChooseKind,
    ChooseLook,
    ChooseSize,
)
from decimus.study.questions import PairOfGroups
from decimus.study.studies import Study
from decimus.study.targets import AxisEnd
from decimus.terms import ChartKind
from decimus.window.figure.drags import Drag

PX_PER_MM = 5.0
"""Of the page in a window of usual size."""


def study(groups: int, replicates: int, pairs: int = 0) -> Study:
    """Groups in columns, with so many comparisons drawn."""
    rng = np.random.default_rng(groups)
    values = rng.normal(20 + np.arange(groups) % 7, 2.0, (replicates, groups))
    names = [f"g{i + 1}" for i in range(groups)]
    rows = [",".join(names)] + [",".join(f"{v:.2f}" for v in row) for row in values]
    found = BringInTable(table=table_of_text("\n".join(rows), title="groups")).apply(Study())
    chosen = tuple(PairOfGroups((a,), (b,)) for a, b in combinations(names, 2))[:pairs]
    return ChooseDrawnComparisons(pairs=chosen, words="some").apply(found)


def redraw(start: Study) -> Callable[[], object]:
    """A change of the look, the page laid out anew and drawn as on the screen."""
    results = Results(start)
    page_of(results, measure)
    widths = count()

    def change() -> None:
        nonlocal results
        width = 0.5 + next(widths) % 7 / 10
        edit = ChooseLook(name="error_bar_pt", value=width)
        results = Results(edit.apply(results.study), before=results)
        picture(page_of(results, measure), PX_PER_MM)

    return change


def drag(start: Study) -> Callable[[], object]:
    """An end of the axis dragged on: the pointer's place, the edit, the page, its picture."""
    results = Results(start)
    page = page_of(results, measure)
    plot = page.plots[0]
    held = Drag(AxisEnd(is_upper=True), (plot.left, plot.top), page, results)
    steps = count()

    def move() -> None:
        edit = held.edit_at((plot.left, plot.top + 0.3 * (1 + next(steps) % 30)))
        if edit is not None:
            after = Results(edit.apply(results.study), before=results)
            picture(page_of(after, measure), PX_PER_MM)

    return move


def plain(groups: int, replicates: int, pairs: int = 0, dpi: float = 127.0) -> Callable[[], object]:
    """The same chart as a plain script draws it by the plotting library's usual interface."""
    rng = np.random.default_rng(1)
    values = rng.normal(20 + np.arange(groups) % 7, 2.0, (replicates, groups))

    def draw() -> None:
        figure = Figure(figsize=(3.35, 2.44), dpi=dpi)
        axes = figure.add_subplot()
        means, errors = values.mean(axis=0), values.std(axis=0)
        axes.bar(range(groups), means, yerr=errors, capsize=2)
        for i in range(groups):
            axes.plot(i + rng.uniform(0.1, 0.3, replicates), values[:, i], "o", ms=2)
        for k, (a, b) in enumerate(list(combinations(range(groups), 2))[:pairs]):
            axes.plot([a, a, b, b], [30 + k, 30.5 + k, 30.5 + k, 30 + k], lw=0.7)
            axes.text((a + b) / 2, 30.5 + k, "p < 0.001", fontsize=5, ha="center")
        axes.set_xticks(range(groups), [f"g{i + 1}" for i in range(groups)])
        FigureCanvasAgg(figure).draw()  # type: ignore[no-untyped-call]

    return draw


def export(groups: int) -> Callable[[], object]:
    """300 groups laid out and written as a picture at 300 dpi."""
    start = ChooseSize(width_mm=174, height_mm=110).apply(study(groups, 4))

    def write() -> None:
        file_bytes(page_of(Results(start), measure), FigureFormat.PNG)

    return write


def main() -> None:
    """Time each figure in turn with the plain script that draws the same."""
    many, lines = size(30, 6), size(60, 6)
    usual = size(12, 3), size(30, 4)
    cases = (
        ("redraw 12 × 30", redraw(study(*usual)), plain(*usual), 15, "< 60 ms"),
        ("drag an axis end, 12 × 30", drag(study(*usual)), plain(*usual), 25, "< 33 ms"),
        (
            "redraw 30 groups, 60 comparison lines",
            redraw(study(many, 6, lines)),
            plain(many, 6, lines),
            9,
            "< 150 ms",
        ),
        (
            "redraw 100,000 replicates",
            redraw(study(size(20, 3), size(5000, 20))),
            plain(size(20, 3), size(5000, 20)),
            5,
            "< 500 ms",
        ),
        (
            "export 300 groups",
            export(size(300, 6)),
            plain(size(300, 6), 4, dpi=300),
            3,
            "< 3000 ms",
        ),
    )
    for what, ours, theirs, times, goal in cases:
        report(what, median_ms(ours, times, 2), "a plain script", median_ms(theirs, times, 1), goal)
    bars = median_ms(plain(*usual), 9, 1)
    for kind in [*ChartKind][: size(len(ChartKind), 2)]:
        start = ChooseKind(kind=kind).apply(study(*usual))
        what = f"redraw 12 × 30 as {kind.value}"
        report(what, median_ms(redraw(start), 9, 2), "bars by a plain script", bars, "< 60 ms")


if __name__ == "__main__":
    main()
