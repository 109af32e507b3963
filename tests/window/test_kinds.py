"""Kinds of charts chosen from pictures of the data, by mouse and keyboard, and back."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from decimus.examples.catalogue import example
from decimus.figure.marks import Dots
from decimus.study.edits import ChooseKind, ChooseSetting, TurnFigure
from decimus.study.history import History
from decimus.study.targets import PairAt
from decimus.terms import ChartKind, Orientation
from decimus.wording.figure.kind_names import KIND_NAMES
from tests.window.conftest import Driver
from tests.window.test_comparisons import draw

LEFT = Qt.MouseButton.LeftButton


def kind_of(driver: Driver) -> ChartKind:
    return driver.window.store.results.question.figure.kind


def test_pictures_of_all_kinds_open_at_the_captions_first_word(salt: Driver) -> None:
    """Each kind has its picture, or the reason why not; a click draws it, undo goes back."""
    word = salt.window.page.caption.button("kind")
    panel = salt.window.page.open_kinds(word)
    for _ in range(100):
        QApplication.processEvents()
        if panel.is_drawn:
            break
    assert len(panel.buttons) == len(ChartKind)
    for kind, button in zip(ChartKind, panel.buttons, strict=True):
        assert button.text().startswith(KIND_NAMES[kind])
        assert button.icon().isNull() is not button.isEnabled()
        assert button.isEnabled() or "\n" in button.text()
    assert panel.buttons[0].isChecked()
    QTest.mouseClick(panel.buttons[list(ChartKind).index(ChartKind.BOXES)], LEFT)
    salt.settle()
    assert kind_of(salt) is ChartKind.BOXES
    assert salt.window.page.caption.button("kind").text() == "Boxes"
    salt.window.store.undo()
    assert kind_of(salt) is ChartKind.BARS


def test_a_click_on_the_word_opens_the_pictures_and_arrows_walk(salt: Driver) -> None:
    word = salt.window.page.caption.button("kind")
    opened = []
    word.opener = lambda at: opened.append(salt.window.page.open_kinds(at))
    QTest.mouseClick(word, LEFT)
    (panel,) = opened
    QTest.keyClick(panel, Qt.Key.Key_Right)
    QTest.keyClick(panel.buttons[1], Qt.Key.Key_Space)
    salt.settle()
    assert kind_of(salt) is ChartKind.POINTS


def test_switching_kinds_loses_nothing(salt: Driver) -> None:
    """Through every kind and back the figure is what it was, with all that was chosen."""
    store = salt.window.store
    draw(salt, ("0", "8"))
    store.apply(ChooseSetting(name="references", value=(5.0,)))
    salt.settle()
    view = salt.window.page.view
    view.draw_now()
    before = view.page
    for kind in ChartKind:
        store.apply(ChooseKind(kind=kind))
        salt.settle()
        view.draw_now()
        assert view.page is not None
    store.apply(ChooseKind(kind=ChartKind.BARS))
    salt.settle()
    view.draw_now()
    assert view.page == before


def test_a_line_of_a_sideways_figure_is_dragged_to_the_right(salt: Driver) -> None:
    draw(salt, ("0", "8"))
    salt.window.store.apply(TurnFigure(orientation=Orientation.SIDEWAYS))
    salt.settle()
    view = salt.window.page.view
    view.draw_now()
    page = view.page
    assert page is not None
    dots = next(m for m in page.of(PairAt) if isinstance(m, Dots))
    scale = view.pixels_per_mm
    left = max(0, round((view.width() - page.width_mm * scale) / 2))
    at = QPoint(left + round(dots.xs[0] * scale), round((page.height_mm - dots.ys[0]) * scale))
    none = Qt.KeyboardModifier.NoModifier
    QTest.mousePress(view, LEFT, none, at)
    QTest.mouseMove(view, at + QPoint(15, 0))
    assert not view.grab().isNull()
    QTest.mouseRelease(view, LEFT, none, at + QPoint(15, 0))
    salt.settle()
    (moved,) = salt.window.store.results.question.figure.moved
    assert moved.value_mm > 0
    view.draw_now()
    assert view.page is not None
    after = next(m for m in view.page.of(PairAt) if isinstance(m, Dots))
    assert after.xs[0] - dots.xs[0] == moved.value_mm or after.xs[0] > dots.xs[0]


def test_a_setting_is_chosen_by_its_word(salt: Driver) -> None:
    salt.window.places_line.go("figure")
    salt.settle()
    row = salt.window.figure.row_with("grid")
    salt.choose(row, "grid", "grid at the numbers")
    assert salt.window.store.results.question.figure.look.grid is not None
    assert row.button("grid").text() == "grid at the numbers"
    salt.choose(row, "grid", "by the rule")
    assert salt.window.store.results.question.figure.look.grid is None


def test_one_click_swaps_what_is_across_and_what_is_colour(
    open_window: Callable[[History], Driver],
) -> None:
    driver = open_window(History().after(example("duckweed-light").edit()))
    driver.go("figure")
    names = [f.factor.name for f in driver.window.store.results.groups.factors]
    word = driver.window.figure.row_with("swap").button("swap")
    QTest.mouseClick(word, LEFT)
    driver.settle()
    now = [f.factor.name for f in driver.window.store.results.groups.factors]
    assert now == names[::-1]
    driver.window.store.undo()
    assert [f.factor.name for f in driver.window.store.results.groups.factors] == names
