"""The whole story: from a pasted table to an exported figure and back to the empty start.

At each step the numbers of the lanes, the geometry of the page and the caption are
checked against each other and against arithmetic done here.
"""

from __future__ import annotations

import math
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from decimus.figure.marks import Box, Label, Stroke
from decimus.study.history import History
from decimus.study.targets import AxisAt, GroupAt, PairAt, Tick
from decimus.terms import Statistic
from decimus.window.comparisons.pairs_model import Column as PairColumn
from decimus.window.groups.lane_headings import GRIP
from decimus.window.groups.lanes_model import Lane
from decimus.window.main_window import MainWindow
from decimus.wording.spans import plain_text
from decimus.workflows.exporting import FigureFile
from tests.window.driving import LEFT, Driver

NAMES = ["A", "B", "C", "D", "E"]
VALUES = {
    name: [round(20 + 7 * i + ((j * 37 + i * 11) % 23) / 5, 1) for j in range(10)]
    for i, name in enumerate(NAMES)
}
BLOCK = "\n".join(
    ["\t".join(NAMES)] + ["\t".join(str(VALUES[n][j]) for n in NAMES) for j in range(10)]
)
# Two-sided t for 9 df: printed 5 % and 10 % points, to the digits of the tables.
T_95, T_90 = 2.262, 1.833


def mean(name: str) -> float:
    return sum(VALUES[name]) / 10


N, MEAN, SD, SE, CI = range(2, 7)
"""Where the numbers stand in a lane."""


def sd(name: str) -> float:
    return math.sqrt(sum((v - mean(name)) ** 2 for v in VALUES[name]) / 9)


def lanes_text(window: MainWindow) -> dict[str, list[str]]:
    """The numbers of every lane as shown."""
    model = window.groups.model
    found = {}
    for row, shown in enumerate(model.rows):
        if isinstance(shown, Lane):
            found[shown.group.levels[0]] = [
                str(model.index(row, c).data() or "") for c in range(model.columnCount())
            ]
    return found


def lane_order(window: MainWindow) -> list[str]:
    return [row.group.levels[0] for row in window.groups.model.rows if isinstance(row, Lane)]


def bar_order(window: MainWindow) -> list[str]:
    page = window.page.view.page
    assert page is not None
    boxes = [m for m in page.of(GroupAt) if isinstance(m, Box) and m.target]
    return [b.target.levels[0] for b in sorted(boxes, key=lambda b: b.x) if b.target]


def caption_text(window: MainWindow) -> str:
    return plain_text(window.page.caption.sentence).replace("\u00a0", " ")


def bar_and_error(window: MainWindow, name: str) -> tuple[float, float]:
    """The value at the top of a bar and the length of its upper error bar, off the page."""
    page = window.page.view.page
    assert page is not None
    ticks = [m for m in page.of(AxisAt, Tick) if isinstance(m, Stroke) and m.y1 == m.y2]
    labels = [m for m in page.of(AxisAt, Tick) if isinstance(m, Label)]
    per_mm = (float(labels[-1].text) - float(labels[0].text)) / (ticks[-1].y1 - ticks[0].y1)
    of_group = [m for m in page.of(GroupAt) if m.target and m.target.groups == ((name,),)]
    box = next(m for m in of_group if isinstance(m, Box))
    top = box.y + box.height
    end = max((m.y2 for m in of_group if isinstance(m, Stroke)), default=top)
    return (top - ticks[0].y1) * per_mm, (end - top) * per_mm


def check(window: MainWindow, half: dict[str, float], words: str, order: list[str]) -> None:
    """Lanes, geometry and caption agree: means, error bars, their name, the order."""
    lanes = lanes_text(window)
    for name in NAMES:
        shown = lanes[name]
        assert shown[N] == "10"
        assert float(shown[MEAN]) == pytest.approx(mean(name), abs=0.0051)
        assert float(shown[SD]) == pytest.approx(sd(name), abs=0.0051)
        height, length = bar_and_error(window, name)
        assert height == pytest.approx(mean(name), abs=1e-6)
        assert length == pytest.approx(half[name], rel=3e-4)
    assert words in caption_text(window)
    assert lane_order(window) == order
    assert bar_order(window) == order


def test_from_paste_to_export_and_back(empty: Driver, tmp_path: Path) -> None:
    window, driver = empty.window, empty
    margins = {name: T_95 * sd(name) / math.sqrt(10) for name in NAMES}
    errors = {name: sd(name) / math.sqrt(10) for name in NAMES}
    narrower = {name: T_90 * sd(name) / math.sqrt(10) for name in NAMES}

    # Paste a 5 × 10 block.
    assert window.body.currentWidget() is window.start
    driver.clipboard(BLOCK)
    driver.click(window.start.paste)
    assert window.body.currentWidget() is window.splitter
    assert window.places_line.buttons["measurements"].count == "50"

    # Read the lanes.
    driver.go("groups")
    check(window, margins, "its 95 % confidence interval, both ways", NAMES)

    # Choose SE at its heading.
    headings = window.groups.lanes.headings
    section = SE
    x = headings.sectionViewportPosition(section) + headings.sectionSize(section) // 2
    driver.click(headings.viewport(), QPoint(x, headings.height() // 2))
    check(window, errors, "its standard error, both ways", NAMES)

    # Change the caption word to 90 % CI.
    driver.choose(window.page.caption, "error_bar", "90 % confidence interval")
    check(window, narrower, "its 90 % confidence interval, both ways", NAMES)
    assert window.groups.model.heading(Statistic.CONFIDENCE_INTERVAL) == "90\u00a0% CI"
    interval = lanes_text(window)["A"][CI].split("\u00a0to\u00a0")
    assert float(interval[1]) - float(interval[0]) == pytest.approx(2 * narrower["A"], abs=0.011)

    # Reorder two lanes: drag B by its grip below C.
    lanes = window.groups.lanes
    start = lanes.visualRect(lanes.lanes.index(1, 0))
    goal = lanes.visualRect(lanes.lanes.index(2, 0))
    QTest.mousePress(
        lanes.viewport(), LEFT, pos=QPoint(start.left() + GRIP // 2, start.center().y())
    )
    QTest.mouseMove(lanes.viewport(), QPoint(start.left() + GRIP // 2, goal.center().y()))
    QTest.mouseRelease(
        lanes.viewport(), LEFT, pos=QPoint(start.left() + GRIP // 2, goal.center().y())
    )
    driver.settle()
    order = ["A", "C", "B", "D", "E"]
    check(window, narrower, "90 % confidence interval", order)

    # Draw a comparison: tick A against B.
    driver.go("comparisons")
    rows = window.comparisons.rows
    tick = rows.visualRect(rows.pairs.index(0, PairColumn.DRAWN.value))
    assert rows.pairs.index(0, 0).data() == "A against B"
    driver.click(rows.viewport(), tick.center())
    page = window.page.view.page
    assert page is not None
    line = [m for m in page.of(PairAt) if isinstance(m, Label)]
    assert [label.text.replace("\u00a0", " ") for label in line] == ["p < 0.001"]
    assert "Lines join compared groups: exact p by one-way ANOVA" in caption_text(window)
    assert page.of(PairAt)[0].target is not None
    assert page.of(PairAt)[0].target.groups == (("A",), ("B",))

    # Export.
    picture = tmp_path / "figure.png"
    window.files.write_figure(picture, FigureFile(dpi=150))
    assert picture.read_bytes().startswith(b"\x89PNG")

    # Save.
    path = tmp_path / "story.decimus"
    driver.keys("Ctrl+S")
    dialog = window.files.dialog
    assert dialog is not None
    dialog.selectFile(str(path))
    dialog.fileSelected.emit(str(path))
    dialog.close()
    assert window.places_line.file_name.text() == "story.decimus, saved"
    assert window.windowTitle() == "story.decimus (Decimus)"

    # Reopen in the same window after an unsaved change.
    driver.choose(window.page.caption, "direction", "upwards")
    assert "not saved" in window.places_line.file_name.text()
    window.files.open_path(path)
    driver.settle()
    assert window.places_line.file_name.text() == "story.decimus, saved"
    driver.go("groups")
    check(window, narrower, "both ways", order)

    # Undo back to the empty start, step by step.
    expected = [
        (narrower, "90 % confidence interval", order),
        (narrower, "90 % confidence interval", NAMES),
        (errors, "its standard error", NAMES),
        (margins, "its 95 % confidence interval", NAMES),
    ]
    for half, words, lanes_order in expected:
        driver.click(window.question_line.undo)
        check(window, half, words, lanes_order)
    driver.click(window.question_line.undo)
    assert window.body.currentWidget() is window.start
    assert not window.question_line.undo.isEnabled()
    assert window.store.history.study == History().study

    # And redo it all.
    for _ in range(5):
        driver.keys("Ctrl+Shift+Z")
    driver.go("groups")
    check(window, narrower, "90 % confidence interval", order)
    assert QApplication.activePopupWidget() is None
