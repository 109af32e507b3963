"""Makes every picture in docs/screenshots from the demo data, without a display.

Usage: screens.py [FOLDER]
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QPoint, QRect, Qt, QTimer
from PySide6.QtGui import QColor, QImage, QPainter, QPixmap
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from decimus.analysis.results import Results
from decimus.examples.catalogue import example
from decimus.figure.ink.drawing import picture
from decimus.figure.ink.vision import seen
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.study.edits import (
    ApplyStyle,
    AskAnother,
    ChooseKind,
    ChooseSetting,
    ChooseTotals,
    NameQuestion,
    RepeatQuestion,
)
from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.study.questions import Asked
from decimus.study.studies import Study
from decimus.study.targets import Axis, AxisEnd, AxisTitle, GroupAt
from decimus.terms import (
    ChartKind,
    Statistic,
    Totals,
    Vision,
)
from decimus.window.app import application
from decimus.window.main_window import MainWindow
from decimus.window.write_up.place import Part
from decimus.workflows.house_styles import BUNDLED, style_named
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
    history = History() if name is None else example(name).history()
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
    """Two factors."""
    second = window_with("duckweed-light")
    second.places_line.go("comparisons")
    shot(second, folder, "comparisons-two-factors")


def side_by_side(pictures: list[QPixmap], folder: Path, name: str) -> None:
    """Write several pictures beside each other as one."""
    width = sum(each.width() for each in pictures) + 16 * (len(pictures) - 1)
    together = QPixmap(width, max(each.height() for each in pictures))
    together.fill(QColor("#d8d3c4"))
    painter = QPainter(together)
    x = 0
    for each in pictures:
        painter.drawPixmap(x, 0, each)
        x += each.width() + 16
    painter.end()
    together.save(str(folder / f"{name}.png"))
    print(folder / f"{name}.png")


def write_up(folder: Path) -> None:
    """Own words around live numbers, one of them being exchanged; the sheet; the questions."""
    window = window_with("duckweed")
    window.places_line.go("write_up")
    settle()
    results = window.write_up.passages[Passage.RESULTS]
    results.text.setFocus()
    cursor = results.text.textCursor()
    cursor.setPosition(0)
    results.text.setTextCursor(cursor)
    QTest.keyClicks(results.text, "As we had expected, ")
    cursor = results.text.textCursor()
    cursor.movePosition(cursor.MoveOperation.End)
    results.text.setTextCursor(cursor)
    QTest.keyClicks(results.text, " This agrees with the survey of the pond.")
    window.write_up.commit()
    settle()
    panel = results.open_parts(6)
    if panel is not None:
        with_popup(window, panel, folder, "write-up")
    window.write_up.show_part(Part.TABLES)
    shot(window, folder, "write-up-tables")
    window.write_up.show_part(Part.SHEET)
    shot(window, folder, "write-up-referee")
    window.store.apply(AskAnother(asked=Asked(sheet=1)))
    window.store.apply(RepeatQuestion(question=1))
    window.store.apply(NameQuestion(name="pale fronds, as points"))
    window.store.apply(ChooseKind(kind=ChartKind.POINTS))
    window.places_line.go("figure")
    settle()
    with_popup(window, window.question_line.open_list(), folder, "questions")


def hands(folder: Path) -> None:
    """The page while words are written, while an end of the axis is dragged, and a part chosen."""
    found = []
    title = ChooseSetting(name="title", value="Fronds of *Lemna minor* shrink with road salt")
    for step in ("write", "drag", "choose"):
        window = window_with("duckweed-light")
        window.store.apply(title)
        view = window.page.view
        settle()
        view.draw_now()
        if step == "write":
            view.write(AxisTitle(Axis.VALUE))
        elif step == "drag":
            start = view.room(AxisEnd(is_upper=True)).center()
            none = Qt.KeyboardModifier.NoModifier
            QTest.mousePress(view, Qt.MouseButton.LeftButton, none, start)
            QTest.mouseMove(view, start - QPoint(0, 60))
        else:
            view.setFocus()
            view.choose(GroupAt(window.store.results.groups.shown[1].levels))
        settle()
        found.append(window.page.grab())
    side_by_side(found, folder, "figure-hands")


def styles(folder: Path) -> None:
    """One study in three house styles, and the page as it is seen without green and in greys."""
    pictures = []
    for style in map(style_named, BUNDLED):
        study = ApplyStyle(style=style).apply(example("duckweed-light").edit().apply(Study()))
        pictures.append(_drawn(study, Vision.USUAL))
    study = example("duckweed-light").edit().apply(Study())
    pictures += [_drawn(study, vision) for vision in (Vision.DEUTERANOPIA, Vision.GREY)]
    side_by_side(pictures, folder, "figure-styles")


def _drawn(study: Study, vision: Vision) -> QPixmap:
    page = page_of(Results(study), measure)
    pixels = picture(seen(page, vision), 380 / page.width_mm)
    height, width = pixels.shape[:2]
    image = QImage(pixels.tobytes(), width, height, QImage.Format.Format_RGBA8888)
    return QPixmap.fromImage(image)


TRAPS = "mesh\ttrap\tscoop\tcatch (mg)\n" + "".join(
    f"{mesh}\tt{4 * i + trap}\t{scoop}\t{30 + 5 * i + (7 * trap + 3 * scoop) % 5}.{scoop}\n"
    for i, mesh in enumerate(("fine", "coarse"))
    for trap in (1, 2, 3, 4)
    for scoop in (1, 2, 3)
)
MITES = "light\tmite\tday\tsize (mm)\n" + "".join(
    f"{light}\t{6 * i + mite}\t{day}\t{2 + i / 4 + day / 70 + mite * day % 5 / 20:.2f}\n"
    for i, light in enumerate(("shade", "sun"))
    for mite in range(1, 7)
    for day in (0, 7, 14)
)


def what_n_counts(folder: Path) -> None:
    """What n counts above three tables: readings in traps, rows without names, mites over days."""
    pictures = []
    for table in (TRAPS, TWO_BANKS, MITES):
        window = window_of(table)
        settle()
        place = window.measurements
        end = place.counting.geometry().bottom() + 12
        corner = place.mapTo(window, QPoint(0, 0))
        pictures.append(window.grab(QRect(corner.x(), corner.y(), place.width(), end)))
    height = sum(part.height() for part in pictures) + 16 * (len(pictures) - 1)
    together = QPixmap(max(part.width() for part in pictures), height)
    together.fill(QColor("white"))
    painter = QPainter(together)
    top = 0
    for part in pictures:
        painter.drawPixmap(0, top, part)
        top += part.height() + 16
    painter.end()
    together.save(str(folder / "what-n-counts.png"))
    print(folder / "what-n-counts.png")


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
    window.places_line.go("comparisons")
    shot(window, folder, "comparisons")
    window.places_line.go("figure")
    shot(window, folder, "figure")
    panel = window.files.open_export(window.page.mapToGlobal(window.page.rect().topLeft()))
    with_popup(window, panel, folder, "figure-export")
    write_up(folder)
    hands(folder)
    styles(folder)
    what_n_counts(folder)
    remarks = window_of(REMARKS)
    with_popup(remarks, remarks.foot.open_remarks(), folder, "measurements-remarks")
    comparisons(folder)
    second = window_with("duckweed-light")
    second.places_line.go("groups")
    second.store.apply(ChooseTotals(totals=Totals.MARGINAL))
    shot(second, folder, "groups-two-factors")


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path("docs/screenshots"))
