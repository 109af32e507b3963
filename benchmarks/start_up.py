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

from timing import is_once, report, turns

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
    taken: dict[str, list[float]] = {"reference": [], "empty": [], "study": []}
    for round_ in range(turns(times + 1)):
        for name, code in (("reference", REFERENCE), ("empty", EMPTY), ("study", STUDY)):
            elapsed = seconds(code)
            if round_ or is_once():
                taken[name].append(elapsed * 1000)
    medians = {name: statistics.median(values) for name, values in taken.items()}
    libraries = "libraries and an empty canvas"
    report("start to the empty window", medians["empty"], libraries, medians["reference"], "< 1.5")
    report(
        "start to a study with its figure",
        medians["study"],
        libraries,
        medians["reference"],
        "< 1.3",
    )


if __name__ == "__main__":
    main()
