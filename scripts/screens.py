"""Makes every picture in docs/screenshots from the demo data, without a display.

Usage: screens.py [FOLDER]
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QApplication, QWidget

from decimus.examples.catalogue import example
from decimus.study.edits import (
    ChooseComparisonMarks,
    ChooseComparisonText,
    ChooseDrawnComparisons,
    ChoosePairs,
    ChooseTotals,
    StateRelevantDifference,
)
from decimus.study.history import History
from decimus.study.questions import PairOfGroups
from decimus.terms import (
    ComparisonMarks,
    ComparisonText,
    PairSet,
    Statistic,
    Totals,
)
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.workflows.opening import pasted

SIZE = (1280, 800)


def settle(milliseconds: int = 120) -> None:
    """Let layouts and drawings come to rest."""
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()
    QApplication.processEvents()


def shot(window: QWidget, folder: Path, name: str) -> None:
    """Write a picture of the window."""
    settle()
    window.grab().save(str(folder / f"{name}.png"))
    print(folder / f"{name}.png")


def with_popup(window: MainWindow, popup: QWidget, folder: Path, name: str) -> None:
    """Write a picture of the window with what is open above it."""
    settle()
    together = window.grab()
    painter = QPainter(together)
    painter.drawPixmap(window.mapFromGlobal(popup.pos()), popup.grab())
    painter.end()
    together.save(str(folder / f"{name}.png"))
    print(folder / f"{name}.png")
    popup.close()


def window_with(name: str | None) -> MainWindow:
    """A window with an example, or the empty start."""
    history = History() if name is None else History().after(example(name).edit())
    window = MainWindow(history)
    window.resize(*SIZE)
    window.show()
    settle()
    return window


TWO_BANKS = """left bank,right bank
24.8,24.1
23.4,23.5
23.3,23.6
23.3,23.9
24.0,24.6
22.9,23.0
25.1,25.3
"""
QUADRATS = """year,light,quadrat,lichen cover (%)
""" + "".join(
    f"{year},{light},{quadrat},"
    f"{base + 2 * (year - 2021) * gain + (year * 3 + base * base) % 7}.{year * base % 10}\n"
    for light, gain, quadrats in (
        ("open", 3, (("q1", 21), ("q2", 25), ("q3", 19), ("q4", 28))),
        ("shade", 1, (("q5", 14), ("q6", 18), ("q7", 12), ("q8", 17))),
    )
    for quadrat, base in quadrats
    for year in (2021, 2022, 2023)
)
REMARKS = """site,lead (mg/L),flask
North shore,0.42,f1
North shore,<0.1,f2
north shore,0.37,f3
South shore,1.21,f4
South shore,3-May,f5
South shore,1.48,f6
South shore,1.33,f7
"""


def window_of(text: str) -> MainWindow:
    """A window with a pasted table."""
    window = MainWindow(History().after(pasted(text)))
    window.resize(*SIZE)
    window.show()
    settle()
    return window


def comparisons(folder: Path) -> None:
    """Control, two factors, repeated measures, and checks beside every pair."""
    control = window_with("duckweed")
    control.places_line.go("comparisons")
    variable = control.store.results.groups.factors[0].factor.variable
    words = "each against the control"
    control.store.apply(ChoosePairs(pair_set=PairSet.CONTROL, words=words, control=(variable, "0")))
    control.store.apply(StateRelevantDifference(difference=10.0))
    control.store.apply(ChooseComparisonMarks(marks=ComparisonMarks.OVER_GROUPS))
    control.store.apply(ChooseComparisonText(text=ComparisonText.STARS))
    shot(control, folder, "comparisons-control")
    second = window_with("duckweed-light")
    second.places_line.go("comparisons")
    shot(second, folder, "comparisons-two-factors")
    dense = window_with("duckweed")
    dense.places_line.go("comparisons")
    made = dense.store.results.comparison
    pairs = () if made is None else made.pairs
    chosen = tuple(PairOfGroups(*both) for pair in pairs if (both := pair.cells) is not None)
    dense.store.apply(ChooseDrawnComparisons(pairs=chosen, words="every comparison"))
    dense.comparisons.panel.unfold("Checks")
    shot(dense, folder, "comparisons-checks")


def main(folder: Path) -> None:
    """Make all pictures."""
    folder.mkdir(parents=True, exist_ok=True)
    application()
    shot(window_with(None), folder, "start")
    window = window_with("duckweed")
    shot(window, folder, "measurements")
    window.places_line.go("groups")
    shot(window, folder, "groups")
    window.groups.open_working(2, Statistic.CONFIDENCE_INTERVAL)
    shot(window, folder, "groups-working")
    window.groups.open_meanings()
    shot(window, folder, "groups-meanings")
    window.groups.meanings.hide()
    window.places_line.go("comparisons")
    shot(window, folder, "comparisons")
    window.places_line.go("figure")
    shot(window, folder, "figure")
    window.places_line.go("write_up")
    shot(window, folder, "write-up")
    shot(window_with("enzyme"), folder, "measurements-readings")
    banks = window_of(TWO_BANKS)
    shot(banks, folder, "measurements-question")
    with_popup(banks, banks.measurements.open_alternatives(), folder, "measurements-others")
    shot(window_of(QUADRATS), folder, "measurements-design")
    remarks = window_of(REMARKS)
    with_popup(remarks, remarks.foot.open_remarks(), folder, "measurements-remarks")
    comparisons(folder)
    signs = window_with("signage")
    signs.places_line.go("comparisons")
    shot(signs, folder, "comparisons-paired")
    second = window_with("duckweed-light")
    second.places_line.go("groups")
    second.store.apply(ChooseTotals(totals=Totals.MARGINAL))
    shot(second, folder, "groups-two-factors")


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path("docs/screenshots"))
