"""A random walk over the real window: every word, menu, drag, paste and undo, as a hand would.

QT_QPA_PLATFORM=offscreen python -m tests.window.walking SEED SECONDS
"""

from __future__ import annotations

import os
import random
import sys
import tempfile
import time
import traceback
from collections.abc import Callable
from types import TracebackType

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QColorDialog,
    QFileDialog,
    QLineEdit,
    QMenu,
    QPlainTextEdit,
    QWidget,
)

from decimus.examples.catalogue import example
from decimus.formats.study_file import NO_HISTORY, study_bytes, study_from_bytes
from decimus.window.files import exports
from decimus.window.frame import guard
from decimus.window.frame.guard import Cover
from decimus.window.frame.places_line import PLACES
from decimus.window.main_window import MainWindow
from decimus.window.widgets.choices import ChoiceButton, EntryField
from decimus.window.write_up.passage_edit import PassageEdit

LEFT, RIGHT = Qt.MouseButton.LeftButton, Qt.MouseButton.RightButton
NONE = Qt.KeyboardModifier.NoModifier
TABLES = (
    "mass (g),height (cm),width (mm)\n1,20,300\n1.2,22,310\n1.1,25,333\n1.3,21,305\n",
    "site,lichen,mean,SD,n\nnorth,a,1.2,0.2,5\nnorth,b,2.2,0.3,5\nsouth,a,1.5,0.25,5\nsouth,b,2,1,6\n",
    "visitor,before,after\n1,4.1,5.0\n2,3.9,4.4\n3,5.0,6.1\n4,4.4,\n",
    "salt,light,area\n"
    + "".join(
        f"{s},{b},{s + len(b) + i / 7:.2f}\n"
        for s in (0, 2, 8)
        for b in ("dim", "bright")
        for i in (1, 3, 4)
    ),
    "flask,treatment,activity\n"
    + "".join(
        f"f{i},{t},{i * 1.1 + j / 9 + len(t):.2f}\n"
        for t in ("old", "newer")
        for i in (1, 2, 3)
        for j in (1, 2, 5)
    ),
    "a,b\n1,2,3,4,5\n2,3,4,5,6\n",
    "germinated,dish\n1,a\n0,a\n1,b\n1,b\n0,b\n1,a\n",
    "dose,y\n0,1e23\n0,2e23\n1,1.5e23\n1,4e23\n2,5e23\n2,3e23\n",
    "word",
)
TEXTS = (
    "12.5",
    "0",
    "−3",
    "1e200",
    "x",
    "",
    "1,5",
    "<0.1",
    "n/a",
    "99",
    "95",
    "2",
    "*it* ^x^",
    "7 mm",
    "0; 4",
    "a\tb",
    "5 %",
    "#223344",
    "Größe",
    "10 to 20",
)
_SKIPPED = ("Open", "Export", "Report", "Save", "from a file", "another file", "Copy")
"""Beginnings of words that lead out of the window: into dialogs and files."""


_PAGE_KEYS = (
    *(*(Qt.Key.Key_Tab,) * 3, Qt.Key.Key_Delete, Qt.Key.Key_Up, Qt.Key.Key_Left),
    *(Qt.Key.Key_Return, Qt.Key.Key_Escape, Qt.Key.Key_Right),
)
_TEXT_KEYS = (
    *(Qt.Key.Key_A, Qt.Key.Key_Space, Qt.Key.Key_Backspace, Qt.Key.Key_Left),
    *(Qt.Key.Key_Right, Qt.Key.Key_End, Qt.Key.Key_Home, Qt.Key.Key_Delete),
)


class WalkError(AssertionError):
    """Something happened on the way that may not."""


class Walker:
    """Goes through a window at random.

    Args:
        window: it.
        seed: of chance.
    """

    def __init__(self, window: MainWindow, seed: int) -> None:
        self.window = window
        self.chance = random.Random(seed)
        self.steps: list[str] = []
        self.faults: list[str] = []
        self._ways: tuple[Callable[[], str], ...] = (
            *(self.choose,) * 6,
            *(self.press,) * 3,
            *(self.in_the_sheet,) * 3,
            *(self.on_the_page,) * 4,
            *(self.in_the_lanes,) * 2,
            *(self.in_the_pairs,) * 1,
            *(self.write,) * 3,
            *(self.undo_or_redo,) * 2,
            self.paste,
            self.go,
            self.go,
        )

    def walk(self, *, steps: int | None = None, seconds: float | None = None) -> int:
        """Go on for so many steps or so long; how many steps there were.

        Raises:
            WalkError: a fault, a covered view, or an undo that is not equal; with the last steps.
        """
        begun, count = time.monotonic(), 0
        while (steps is None or count < steps) and (
            seconds is None or time.monotonic() - begun < seconds
        ):
            way = self.chance.choice(self._ways)
            try:
                said = way()
                self._settle()
            except Exception:  # noqa: BLE001 - what is looked for
                said = way.__name__
                self.faults.append(traceback.format_exc())
            count += 1
            self.steps.append(said)
            self._check(said)
            if count % 25 == 0:
                self._check_history()
        return count

    def _settle(self) -> None:
        for _ in range(2):
            QApplication.processEvents()
        for popup in iter(QApplication.activePopupWidget, None):
            popup.close()
            QApplication.processEvents()

    def _check(self, said: str) -> None:
        covers = [c.text for c in self.window.findChildren(Cover) if c.isVisible()]
        if self.faults or covers:
            tail = "\n  ".join(self.steps[-12:])
            raise WalkError(f"after {said!r}:\n  {tail}\n" + "\n".join((*covers, *self.faults)))

    def _check_history(self) -> None:
        self.window.drafts.keep()
        if "write_up" in self.window.__dict__:
            self.window.write_up.commit()
        self._settle()
        history = self.window.store.history
        try:
            again = study_from_bytes(study_bytes(history))
        except Exception as fault:
            raise WalkError(f"it cannot be saved and opened: {self.steps[-25:]}") from fault
        if NO_HISTORY in again.notes or again.history.study != history.study:
            raise WalkError("its history does not lead there: " + "; ".join(self.steps[-40:]))
        here = history.study
        for _ in range(3):
            self.window.store.undo()
        for _ in range(3):
            self.window.store.redo()
        if history.position == len(history.steps) and self.window.store.history.study != here:
            raise WalkError("undo and redo do not lead back: " + "; ".join(self.steps[-40:]))

    # --- ways -----------------------------------------------------------------------

    def _visible(self, kind: type[QWidget], root: QWidget | None = None) -> list[QWidget]:
        found = (root or self.window).findChildren(kind)
        return [w for w in found if w.isVisible() and w.isEnabled()]

    def choose(self) -> str:
        """Open a word of a sentence and take something from its menu."""
        buttons = self._visible(ChoiceButton)
        if not buttons:
            return "no words"
        button = self.chance.choice(buttons)
        words = button.accessibleName() or button.text()
        QTest.mouseClick(button, LEFT)
        QApplication.processEvents()
        return f"word “{words}”: {self._take_from_popup()}"

    def _take_from_popup(self) -> str:
        popup = QApplication.activePopupWidget()
        if popup is None:
            return "nothing"
        if not isinstance(popup, QMenu):
            return self._take_from_panel(popup)
        fields = popup.findChildren(EntryField)
        actions = [
            a
            for a in popup.actions()
            if a.isEnabled() and a.text() and not a.text().startswith(_SKIPPED)
        ]
        if fields and (not actions or self.chance.random() < 0.3):
            text = self.chance.choice(TEXTS)
            line = self.chance.choice(fields).line
            line.setText(text)
            QTest.keyClick(line, Qt.Key.Key_Return)
            return f"typed {text!r}"
        if not actions:
            return "an empty menu"
        action = self.chance.choice(actions)
        text = action.text()
        place = popup.actionGeometry(action).center()
        QTest.mouseClick(popup, LEFT, NONE, place)
        QApplication.processEvents()
        if QApplication.activePopupWidget() not in (None, popup):
            return f"{text} › {self._take_from_popup()}"
        return text

    def _take_from_panel(self, panel: QWidget) -> str:
        buttons = [b for b in self._visible(QAbstractButton, panel) if self._is_inside(b)]
        if not buttons:
            return "an empty panel"
        button = self.chance.choice(buttons)
        words = _words_of(button)
        QTest.mouseClick(button, LEFT)
        return f"panel: {words}"

    @staticmethod
    def _is_inside(button: QWidget) -> bool:
        return not _words_of(button).startswith(_SKIPPED)

    def press(self) -> str:
        """Press a button."""
        buttons = [b for b in self._visible(QAbstractButton) if self._is_inside(b)]
        if not buttons:
            return "no button"
        button = self.chance.choice(buttons)
        words = _words_of(button)
        QTest.mouseClick(button, LEFT)
        QApplication.processEvents()
        return f"button “{words}”: {self._take_from_popup()}"

    def go(self) -> str:
        """Go to another place."""
        place = self.chance.choice(PLACES).key
        button = self.window.places_line.buttons[place]
        if button.isEnabled():
            QTest.mouseClick(button, LEFT)
        return f"to {place}"

    def paste(self) -> str:
        """Bring in a table."""
        table = self.chance.choice(TABLES)
        QGuiApplication.clipboard().setText(table.replace(",", "\t"))
        if self.chance.random() < 0.3:
            QGuiApplication.clipboard().setText(table)
        if self.chance.random() < 0.5:
            self.window.paste_table()
            return f"paste table {table[:30]!r}"
        self.window.places_line.go("measurements")
        sheet = self.window.measurements.sheet
        if sheet.isVisible():
            row, column = self.chance.randrange(6), self.chance.randrange(4)
            sheet.setCurrentIndex(sheet.model().index(row, column))
            sheet.paste()
        return f"paste over cells {table[:30]!r}"

    def undo_or_redo(self) -> str:
        """Undo some steps, or redo them."""
        back = self.chance.random() < 0.7
        for _ in range(self.chance.randint(1, 4)):
            if back:
                self.window.undo()
            else:
                self.window.store.redo()
        return "undo" if back else "redo"

    def in_the_sheet(self) -> str:
        """Type, delete, open the menus of cells and headings."""
        sheet = self.window.measurements.sheet
        if not sheet.isVisible():
            return "no sheet"
        model = sheet.model()
        rows, columns = min(model.rowCount(), 12), model.columnCount()
        if not rows or not columns:
            return "an empty sheet"
        row, column = self.chance.randrange(rows), self.chance.randrange(columns)
        index = model.index(row, column)
        sheet.setCurrentIndex(index)
        match self.chance.randrange(5):
            case 0:
                text = self.chance.choice(TEXTS)
                sheet.edit(index)
                for field in sheet.viewport().findChildren(QLineEdit):
                    if field.isVisible():
                        field.setText(text)
                        key = self.chance.choice((Qt.Key.Key_Return, Qt.Key.Key_Escape))
                        QTest.keyClick(field, key)
                return f"type {text!r} into {row}, {column}"
            case 1:
                QTest.keyClick(sheet, Qt.Key.Key_Delete)
                return f"empty {row}, {column}"
            case 2:
                sheet.open_cell_menu()
                QApplication.processEvents()
                return f"cell {row}, {column}: {self._take_from_popup()}"
            case 3:
                sheet.open_column_menu(column)
                QApplication.processEvents()
                return f"heading {column}: {self._take_from_popup()}"
            case _:
                field = sheet.headings.rename(column)
                field.setText(self.chance.choice(("salt (g/L)", "x", "", "mean", "area mm²")))
                QTest.keyClick(field, Qt.Key.Key_Return)
                return f"rename heading {column}"

    def in_the_lanes(self) -> str:
        """Menus, names and clicks of lanes."""
        if "groups" not in self.window.__dict__ or not self.window.groups.isVisible():
            return "no lanes"
        lanes = self.window.groups.lanes
        rows, columns = lanes.model().rowCount(), lanes.model().columnCount()
        if not rows:
            return "no lane"
        index = lanes.model().index(self.chance.randrange(rows), self.chance.randrange(columns))
        at = lanes.visualRect(index).center()
        match self.chance.randrange(3):
            case 0:
                QTest.mouseClick(lanes.viewport(), LEFT, NONE, at)
                return f"lane {index.row()}, column {index.column()}"
            case 1:
                lane = lanes.lanes.lane(index.row())
                if lane is not None:
                    lanes.open_menu(lane, at)
                    QApplication.processEvents()
                return f"menu of lane {index.row()}: {self._take_from_popup()}"
            case _:
                header = lanes.horizontalHeader()
                place = QPoint(header.sectionViewportPosition(index.column()) + 12, 10)
                QTest.mouseClick(header.viewport(), LEFT, NONE, place)
                QApplication.processEvents()
                return f"heading of lanes {index.column()}: {self._take_from_popup()}"

    def in_the_pairs(self) -> str:
        """Ticks and menus of pairs."""
        if "comparisons" not in self.window.__dict__ or not self.window.comparisons.isVisible():
            return "no pairs"
        pairs = self.window.comparisons.rows
        rows, columns = pairs.model().rowCount(), pairs.model().columnCount()
        if not rows:
            return "no pair"
        index = pairs.model().index(self.chance.randrange(rows), self.chance.randrange(columns))
        at = pairs.visualRect(index).center()
        if self.chance.random() < 0.6:
            QTest.mouseClick(pairs.viewport(), LEFT, NONE, at)
            return f"pair {index.row()}, column {index.column()}"
        pairs.open_menu(at)
        QApplication.processEvents()
        return f"menu of pair {index.row()}: {self._take_from_popup()}"

    def on_the_page(self) -> str:
        """Click, drag, write, right-click and keys on the figure."""
        view = self.window.page.view
        if not view.isVisible() or view.width() < 20:
            return "no page"
        at = QPoint(self.chance.randrange(view.width()), self.chance.randrange(view.height()))
        match self.chance.randrange(6):
            case 0:
                QTest.mouseClick(view, LEFT, NONE, at)
                return f"click the page at {at.x()}, {at.y()}"
            case 1:
                to = at + QPoint(self.chance.randint(-90, 90), self.chance.randint(-90, 90))
                QTest.mousePress(view, LEFT, NONE, at)
                for share in (0.3, 0.7, 1.0):
                    QTest.mouseMove(view, at + (to - at) * share)
                    QApplication.processEvents()
                QTest.mouseRelease(view, LEFT, NONE, to)
                return f"drag from {at.x()}, {at.y()} to {to.x()}, {to.y()}"
            case 2:
                parts = view.parts
                target = self.chance.choice(parts) if parts else None
                if target is None or (field := view.write(target)) is None:
                    return "nothing to write"
                field.line.setText(self.chance.choice(TEXTS))
                QTest.keyClick(
                    field.line, self.chance.choice((Qt.Key.Key_Return, Qt.Key.Key_Escape))
                )
                return f"write on {target}"
            case 3:
                parts = view.parts
                target = self.chance.choice((*parts, None))
                menu = view.open_menu(target, at)
                menu.popup(view.mapToGlobal(at))
                QApplication.processEvents()
                return f"right-click on {target}: {self._take_from_popup()}"
            case 4:
                view.setFocus()
                key = self.chance.choice(_PAGE_KEYS)
                QTest.keyClick(view, key)
                return f"key {key.name} on the page"
            case _:
                parts = view.parts
                if parts:
                    view.choose(self.chance.choice(parts))
                return "choose a part"

    def write(self) -> str:
        """Type into passages and notes."""
        fields = [
            *self._visible(PassageEdit),
            *[f for f in self._visible(QPlainTextEdit) if f.isVisible()],
        ]
        if not fields:
            return "nothing to write into"
        field = self.chance.choice(fields)
        field.setFocus()
        for _ in range(self.chance.randint(1, 6)):
            QTest.keyClick(
                field,
                self.chance.choice(_TEXT_KEYS),
            )
        return f"write into {field.accessibleName()}"


def _words_of(button: QWidget) -> str:
    text = button.text() if isinstance(button, QAbstractButton) else ""
    return text or button.accessibleName() or button.objectName()


def opened(seed: int) -> tuple[MainWindow, Walker]:
    """A window with an example, and a walker whose faults are noted."""
    names = ("duckweed", "duckweed-light", "signage", "lichen", "enzyme")
    window = MainWindow(example(names[seed % len(names)]).history())
    window.resize(1280, 800)
    window.show()
    return window, Walker(window, seed)


def within_bounds(walker: Walker, patch: Callable[[object, str, object], None]) -> None:
    """No dialog waits for anybody, nothing is written, and every fault is noted."""

    def logged(fault: BaseException) -> str:
        walker.faults.append("".join(traceback.format_exception(fault)))
        return "a fault"

    patch(guard, "logged", logged)
    patch(QFileDialog, "open", lambda *_: None)
    patch(QColorDialog, "open", lambda *_: None)
    patch(exports, "save", lambda *_a, **_k: None)


def main(seed: int, seconds: float) -> int:
    """Walk for so long; the status is 1 where something happened that may not."""
    home = tempfile.TemporaryDirectory()
    os.environ["XDG_CONFIG_HOME"] = os.environ["XDG_STATE_HOME"] = home.name
    app = QApplication.instance() or QApplication([])
    window, walker = opened(seed)
    within_bounds(walker, setattr)

    def report(
        kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        walker.faults.append("".join(traceback.format_exception(kind, error, trace)))

    sys.excepthook = report
    try:
        count = walker.walk(seconds=seconds)
    except WalkError as error:
        print(f"seed {seed}: {error} {error.__cause__ or ''}")  # noqa: T201 - read by whoever runs it
        return 1
    print(f"seed {seed}: {count} steps")  # noqa: T201
    window.close()
    home.cleanup()
    del app
    return 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]), float(sys.argv[2])))
