"""From the start of the program to a painted window, beside the bare libraries.

The reference imports Qt, NumPy and the plotting library and draws one empty canvas.
Whole processes are timed in turn, so that both see the same machine.
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import time

from timing import is_once, report, size, turns

REFERENCE = """
from PySide6 import QtCore, QtGui, QtWidgets
import numpy
from matplotlib.backends.backend_agg import FigureCanvasAgg
from matplotlib.figure import Figure
app = QtWidgets.QApplication([])
canvas = FigureCanvasAgg(Figure(figsize=(4, 3)))
canvas.draw()
canvas.buffer_rgba()
"""
WINDOW = """
from decimus.study.history import History
from decimus.examples.catalogue import example
from decimus.window.app import application
from decimus.window.main_window import MainWindow
app = application()
window = MainWindow({history})
window.show()
while not {done}:
    app.processEvents()
window.grab()
"""
EMPTY = WINDOW.format(history="History()", done="window.isVisible()")
STUDY = WINDOW.format(
    history='History().after(example("duckweed").edit())', done="window.page.view.page"
)


def seconds(code: str) -> float:
    """How long a fresh interpreter takes for some code."""
    start = time.perf_counter()
    environment = os.environ | {"PYTHONDONTWRITEBYTECODE": ""}
    subprocess.run([sys.executable, "-c", code], check=True, env=environment)
    return time.perf_counter() - start


def main(times: int = 7) -> None:
    """Time all three in turn and report medians."""
    codes = {"reference": REFERENCE, "a study with its figure": STUDY, "the empty window": EMPTY}
    taken: dict[str, list[float]] = {name: [] for name in [*codes][: size(3, 2)]}
    for round_ in range(turns(times + 1)):
        for name, values in taken.items():
            elapsed = seconds(codes[name])
            if round_ or is_once():
                values.append(elapsed * 1000)
    reference, *ours = (statistics.median(values) for values in taken.values())
    libraries = "libraries and an empty canvas"
    for name, median, goal in zip([*taken][1:], ours, ("< 1.3", "< 1.5"), strict=False):
        report(f"start to {name}", median, libraries, reference, goal)


if __name__ == "__main__":
    main()
