"""A table that was read otherwise than it was meant is mended by one click above the sheet."""

from __future__ import annotations

import pytest
from PySide6.QtWidgets import QAbstractButton

from tests.window.driving import Driver

TABLES = {
    "a spread of means": (
        "зон\tба\tши\tдо\nреа\t12.3\t1.4\t8\nсто\t15.9\t2.2\t7\n",
        "means, SD and n",
        [("реа", 8), ("сто", 7)],
    ),
    "means in rows": (
        "зон\tреа\tсто\tмуд\nба\t3.10\t3.82\t4.41\nши\t0.31\t0.29\t0.35\nдо\t5\t6\t4\n",
        "means, SD and n",
        [("реа", 5), ("сто", 6), ("муд", 4)],
    ),
    "subjects in columns": (
        "реа\t1.2\t1.4\t1.5\t1.1\nсто\t2.2\t2.1\t2.5\t2.7\n",
        "one column is one subject",
        [("реа", 4), ("сто", 4)],
    ),
    "frequencies": (
        "pond\teggs\tnests\nA\t0\t3\nA\t1\t8\nA\t2\t4\nB\t0\t1\nB\t1\t4\nB\t2\t9\n",
        "they say how often each value was found",
        [("A", 15), ("B", 14)],
    ),
    "groups within names": (
        "зон\tба\nC1\t7.84\nC2\t8.30\nC3\t7.63\nT1\t5.72\nT2\t6.14\nT3\t6.54\n",
        "they are groups",
        [("C", 3), ("T", 3)],
    ),
    "ids that look like a group": (
        "зон\treed\tsand\n57\t416\t504\n17\t483\t485\n9\t443\t451\n25\t433\t532\n",
        "зон names the rows",
        [("reed", 4), ("sand", 4)],
    ),
    "names that stand once": (
        "зон\tба (mm)\nреа\t3.4\nсто\t2.7\nмуд\t3.8\nили\t3.6\n",
        "rows are one group",
        [("ба", 4)],
    ),
    "headings that hold no group": (
        "wt_1\twt_2\tmut_1\tmut_2\n3.1\t3.3\t3.0\t3.2\n5.1\t5.3\t4.0\t4.2\n",
        "they are groups",
        [("wt_1", 2), ("wt_2", 2), ("mut_1", 2), ("mut_2", 2)],
    ),
    "the same units": (
        "зон\tба\tши\nреа\t1\t3.4\nреа\t2\t2.7\nреа\t3\t2.9\nсто\t1\t3.8\nсто\t2\t3.6\nсто\t3\t3.1\n",
        "the same",
        [("реа", 3), ("сто", 3)],
    ),
}


@pytest.mark.parametrize("name", TABLES)
def test_one_click_mends_it(empty: Driver, name: str) -> None:
    text, answer, wanted = TABLES[name]
    empty.clipboard(text)
    empty.keys("Ctrl+V")
    empty.settle()
    place, store = empty.window.measurements, empty.window.store
    before = groups(empty)
    found = [
        button
        for shown in (place.question, place.counting)
        for button in shown.findChildren(QAbstractButton)
        if button.isVisibleTo(empty.window) and button.text() == answer
    ]
    assert len(found) == 1
    empty.click(found[0])
    empty.settle()
    assert groups(empty) == wanted
    if name in ("the same units", "subjects in columns"):
        assert store.results.measurements.units.is_same
    else:
        assert before != wanted
    empty.click(empty.window.question_line.undo)
    empty.settle()
    assert groups(empty) == before


def groups(driver: Driver) -> list[tuple[str, int]]:
    """The groups with their n, as given where the table gives means."""
    shown = driver.window.store.results.groups.shown
    return [
        (g.levels[0], (g.cells.given.given_n or 0) if g.cells.given is not None else g.n)
        for g in shown
    ]
