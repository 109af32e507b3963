"""The Groups place driven: heights, columns, dots, panels, zoom, many groups, undo."""

from __future__ import annotations

import random
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QPointF, QRect, Qt
from PySide6.QtGui import QGuiApplication, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from decimus.analysis.lane_statistics import Total
from decimus.study.edits import ChooseColumns, ChooseThreshold, ChooseTotals
from decimus.study.readings import HEADINGS
from decimus.terms import ErrorBar, Height, Side, Statistic, Totals
from decimus.window.groups.lane_dots import lane_dots
from decimus.window.groups.lanes_model import Fixed, TotalRow
from decimus.window.widgets.choices import ChoiceMenu, EntryField
from decimus.wording.spans import plain_text
from decimus.wording.write_up.group_sentences import group_sentence
from decimus.wording.write_up.methods import methods_paragraph
from tests.conftest import TWO_FACTORS
from tests.window.driving import Driver

LEFT = Qt.MouseButton.LeftButton
PAIRED_ONLY = (Statistic.WITHIN_SE, Statistic.WITHIN_CI)


def caption_of(driver: Driver) -> str:
    return plain_text(driver.window.page.caption.sentence).replace("\u00a0", " ")


def cell_rect(driver: Driver, row: int, column: Fixed | Statistic) -> QRect:
    lanes = driver.window.groups.lanes
    return lanes.visualRect(lanes.lanes.index(row, lanes.lanes.section(column)))


def dot_at(driver: Driver, row: int, replicate: int) -> QPoint:
    """Where a replicate's dot is on the screen."""
    lanes = driver.window.groups.lanes
    rect = cell_rect(driver, row, Fixed.DOTS)
    lane = lanes.lanes.lane(row)
    assert lane is not None
    dots = lane_dots(lane.group, driver.window.store.results.groups, lanes.lanes.axis, rect)
    place = dots.place(replicate)
    assert place is not None
    return QPoint(round(rect.left() + place.x()), round(rect.top() + place.y()))


def menu_now() -> ChoiceMenu:
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, ChoiceMenu)
    return menu


def type_into(driver: Driver, menu: ChoiceMenu, label: str, text: str) -> None:
    field = next(f for f in menu.findChildren(EntryField) if label in f.line.accessibleName())
    field.line.setText(text)
    QTest.keyClick(field.line, Qt.Key.Key_Return)
    driver.settle()


# --- one choice of height and error bar -------------------------------------------------


@pytest.mark.parametrize(
    ("label", "height", "said"),
    [
        ("median", Height.MEDIAN, "Bars show the median and its quartiles (by linear"),
        ("geometric mean", Height.GEOMETRIC_MEAN, "Bars show the geometric mean and its 95 %"),
        ("count of cases", Height.COUNT, "Bars show the count of flasks"),
    ],
)
def test_a_height_changes_lane_figure_caption_and_methods(
    salt: Driver, label: str, height: Height, said: str
) -> None:
    salt.go("groups")
    window = salt.window
    salt.choose(window.page.caption, "height", label)
    results = window.store.results
    assert results.question.heights.height is height
    assert said in caption_of(salt)
    page = window.page.view.page
    assert page is not None
    words = [getattr(mark, "text", "") for mark in page.marks]
    titles = {"median": "Median", "geometric mean": "Geometric mean", "count of cases": "Number of"}
    assert any(titles[label] in word for word in words)
    assert label.split(maxsplit=1)[0].capitalize() in plain_text(methods_paragraph(results))
    for group in results.groups.shown:
        assert plain_text(group_sentence(results, group))
    salt.click(window.question_line.undo)
    assert window.store.results.question.heights.height is Height.MEAN


def test_a_share_is_typed_in_the_caption(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    salt.type_choice(window.page.caption, "height", "at least 9")
    question = window.store.results.question
    assert (question.heights.height, question.heights.threshold, question.heights.side) == (
        Height.SHARE,
        9,
        Side.AT_LEAST,
    )
    assert "the share at least 9 and its 95 % confidence interval (Wilson)" in caption_of(salt)
    assert "circles" not in caption_of(salt)
    field = salt.type_choice(window.page.caption, "height", "many")
    assert "not a number" in field._problem.text()


def test_multiples_are_typed_and_named_alike(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    window.page.caption.button("error_bar").open_menu()
    type_into(salt, menu_now(), "a multiple", "2 SD")
    assert "its 2 × standard deviation" in caption_of(salt)
    ends = window.store.results.groups.error_bar(window.store.results.groups.shown[0])
    summary = window.store.results.groups.shown[0].summary
    assert ends is not None
    assert summary.mean is not None
    assert summary.standard_deviation is not None
    assert ends.upper == pytest.approx(summary.mean + 2 * summary.standard_deviation)


# --- columns ------------------------------------------------------------------------------


def test_columns_are_put_in_moved_and_taken_out(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    salt.choose(window.groups.sentence, "columns of order", "median")
    assert window.groups.model.columns[-1] is Statistic.MEDIAN
    headings = window.groups.lanes.headings
    for label, place in (("further left", -2), ("further left", -3)):
        section = window.groups.model.section(Statistic.MEDIAN)
        menu = headings.open_menu(section, QPoint(5, 5))
        assert menu is not None
        salt.pick(menu, label)
        assert window.groups.model.columns[place] is Statistic.MEDIAN
    menu = headings.open_menu(window.groups.model.section(Statistic.MEDIAN), QPoint(5, 5))
    assert menu is not None
    salt.pick(menu, "take it out")
    assert Statistic.MEDIAN not in window.groups.model.columns
    assert headings.open_menu(1, QPoint(5, 5)) is None
    for _ in range(4):
        salt.click(window.question_line.undo)
    assert window.store.history.position == 1


def test_a_factor_is_shown_under_another_name(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    headings = window.groups.lanes.headings
    headings.sectionDoubleClicked.emit(0)
    type_into(salt, menu_now(), "show this factor as", "Winter salt")
    assert window.groups.model.heading(Fixed.NAME) == "Winter salt (g/L)"
    assert window.store.results.sheet.table.cell(0, 0) == "Salt (g/L)"
    salt.click(window.question_line.undo)
    assert window.groups.model.heading(Fixed.NAME) == "Salt (g/L)"


def test_every_kind_of_number_opens_to_its_working(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    panel, model = window.groups.working, window.groups.model
    window.store.apply(ChooseThreshold(threshold=8.2))
    for statistic in (s for s in Statistic if s not in PAIRED_ONLY):
        window.store.apply(ChooseColumns(columns=(statistic,)))
        salt.settle()
        panel.close()
        salt.click(window.groups.lanes.viewport(), cell_rect(salt, 0, statistic).center())
        assert panel.isVisible(), statistic
        shown = str(model.index(0, model.section(statistic)).data())
        if shown == "–":
            assert "Undefined here" in panel.reading.text(), statistic
        else:
            assert shown in panel.formula.text(), statistic
        assert panel.definition.text(), statistic


def test_quartiles_have_a_glyph_that_chooses_medians(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    window.store.apply(ChooseColumns(columns=(Statistic.QUARTILES,)))
    salt.settle()
    window.groups.lanes.headings.choose(window.groups.model.section(Statistic.QUARTILES))
    salt.settle()
    question = window.store.results.question
    assert (question.heights.height, question.heights.error_bar) == (
        Height.MEDIAN,
        ErrorBar.QUARTILES,
    )


def test_the_table_is_copied_as_shown_in_full_and_as_markdown(salt: Driver) -> None:
    salt.go("groups")
    groups = salt.window.groups
    menu = groups.open_table_menu()
    assert len([a for a in menu.actions() if a.text()]) == 8
    menu.close()
    groups.copy(is_exact=False)
    shown = QGuiApplication.clipboard().text().splitlines()
    assert shown[0].split("\t")[1:] == ["n", "Mean", "SD", "SE", "95\u00a0% CI"]
    assert shown[1].split("\t")[2] == "10.30"
    groups.copy(is_exact=True)
    exact = QGuiApplication.clipboard().text().splitlines()
    assert float(exact[3].split("\t")[2]) == pytest.approx(8.5, rel=1e-14)
    groups.copy_markdown()
    assert QGuiApplication.clipboard().text().startswith("| ")


def test_the_table_is_saved(salt: Driver, tmp_path: Path) -> None:
    for ending in ("csv", "xlsx", "ods", "md"):
        path = tmp_path / f"groups.{ending}"
        salt.window.files.write_table(path, is_exact=False)
        assert path.stat().st_size > 50
    salt.window.files.ask_for_table("xlsx", is_exact=False)
    assert salt.window.files.dialog is not None
    salt.window.files.dialog.close()


# --- replicates ----------------------------------------------------------------------------


def test_a_dot_is_selected_set_aside_and_counted_again(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    salt.click(window.groups.lanes.viewport(), dot_at(salt, 0, 1))
    panel = window.groups.replicates
    assert panel.isVisible()
    assert panel.said.text().replace("\u00a0", " ") == "11, flask 2 at 0 g/L (row 3, column 2)"
    panel.open_aside()
    type_into(salt, menu_now(), "set 11.0 aside", "spilled")
    group = window.store.results.groups.shown[0]
    assert group.n == 3
    assert [aside.reason for aside in group.cells.asides] == ["spilled"]
    assert "set aside: spilled" in panel.list.item(panel.list.count() - 1).text()
    panel.list.setCurrentRow(panel.list.count() - 1)
    panel.list.itemClicked.emit(panel.list.currentItem())
    again = panel.open_aside()
    assert again is not None
    salt.pick(again, "count 11.0 (row 3) again (spilled)")
    assert window.store.results.groups.shown[0].n == 4
    salt.click(window.question_line.undo)
    salt.click(window.question_line.undo)
    assert window.store.results.groups.shown[0].n == 4


def test_a_lane_lists_its_replicates_and_leads_to_the_cell(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    rect = cell_rect(salt, 2, Fixed.NAME)
    salt.click(window.groups.lanes.viewport(), QPoint(rect.right() - 6, rect.center().y()))
    panel = window.groups.replicates
    texts = [panel.list.item(i).text() for i in range(panel.list.count())]
    assert texts == ["8  flask 1", "8.4  flask 2", "9.1  flask 3"]
    panel.list.itemClicked.emit(panel.list.item(2))
    salt.click(panel.go)
    assert window.place == "measurements"
    index = window.measurements.sheet.currentIndex()
    model = window.measurements.model
    assert (model.table_row(index.row()), index.column()) == (3, 3)


# --- lanes ---------------------------------------------------------------------------------


def test_a_lane_is_control_hidden_and_coloured(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    lanes = window.groups.lanes

    def pick(label: str) -> None:
        lane = lanes.lanes.lane(0)
        assert lane is not None
        menu = lanes.open_menu(lane, QPoint(40, 10))
        assert menu is not None
        salt.pick(menu, label)

    pick("0 is the control")
    assert window.store.results.question.levels.control(HEADINGS) == "0"
    pick("hidden from the figure")
    assert "Not shown, but in every test: 0 g/L." in caption_of(salt)
    assert len(window.store.results.groups.on_figure) == 4
    pick("colour brick")
    lane = lanes.lanes.lane(0)
    assert lane is not None
    assert (lane.colour, lane.is_control, lane.is_hidden) == ("#a5483a", True, True)
    pick("0 is the control")
    assert window.store.results.question.levels.controls == ()
    for _ in range(4):
        salt.click(window.question_line.undo)
    assert window.store.history.position == 1


def test_lanes_are_ordered_by_a_rule(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    key = f"order {HEADINGS}"
    salt.choose(window.groups.sentence, key, "by mean, smallest first")
    assert [g.levels[0] for g in window.store.results.groups.shown] == ["8", "4", "2", "1", "0"]
    salt.choose(window.groups.sentence, key, "by amount")
    assert [g.levels[0] for g in window.store.results.groups.shown] == ["0", "1", "2", "4", "8"]


def test_totals_stand_below_their_section(empty: Driver) -> None:
    empty.clipboard(TWO_FACTORS)
    empty.keys("Ctrl+V")
    empty.go("groups")
    window = empty.window
    empty.choose(window.groups.sentence, "totals", "marginal means and all replicates")
    rows = [r for r in window.groups.model.rows if isinstance(r, TotalRow)]
    assert len(rows) == 4
    number = window.groups.model.rows.index(rows[0])
    shown = window.groups.model.summed(number)
    assert isinstance(shown, Total)
    window.groups.open_working(number, Statistic.STANDARD_ERROR)
    assert "pooled error with 4 df" in window.groups.working.steps.text()
    window.store.apply(ChooseTotals(totals=Totals.NONE))
    empty.settle()
    assert not any(isinstance(r, TotalRow) for r in window.groups.model.rows)


def test_the_axis_is_zoomed_and_shown_whole_again(salt: Driver) -> None:
    salt.go("groups")
    lanes = salt.window.groups.lanes
    whole = lanes.lanes.axis
    rect = cell_rect(salt, 1, Fixed.DOTS)
    at = QPointF(rect.center())
    wheel = QWheelEvent(
        at,
        lanes.viewport().mapToGlobal(at),
        QPoint(0, 0),
        QPoint(0, 120),
        Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.ControlModifier,
        Qt.ScrollPhase.NoScrollPhase,
        False,  # noqa: FBT003 - as the library has it
    )
    lanes.wheelEvent(wheel)
    assert lanes.lanes.is_zoomed
    assert lanes.lanes.axis.high - lanes.lanes.axis.low < whole.high - whole.low
    last = lanes.lanes.rowCount() - 1
    axis_rect = cell_rect(salt, last, Fixed.DOTS)
    QTest.mouseDClick(lanes.viewport(), LEFT, pos=axis_rect.center())
    assert lanes.lanes.axis == whole
    QTest.mousePress(lanes.viewport(), LEFT, pos=axis_rect.center() - QPoint(60, 0))
    QTest.mouseRelease(lanes.viewport(), LEFT, pos=axis_rect.center() + QPoint(60, 0))
    assert lanes.lanes.is_zoomed
    lanes.setFocus()
    QTest.keyClick(lanes, Qt.Key.Key_0)
    assert lanes.lanes.axis == whole


# --- panels ---------------------------------------------------------------------------------


def test_meanings_stand_side_by_side_and_one_is_taken(salt: Driver) -> None:
    salt.go("groups")
    groups = salt.window.groups
    salt.click(groups.compare)
    assert [b.text().replace("\u00a0", " ") for b in groups.meanings.buttons] == [
        *("SD", "SE", "95 % CI, in use"),
    ]
    assert all(not label.pixmap().isNull() for label in groups.meanings.pictures)
    salt.click(groups.meanings.buttons[0])
    assert "standard deviation" in caption_of(salt)
    assert groups.meanings.buttons[0].text() == "SD, in use"


def test_a_number_is_asked_about(salt: Driver) -> None:
    salt.go("groups")
    groups = salt.window.groups
    salt.click(groups.ask)
    QTest.keyClicks(groups.number.field, "8.5")
    assert groups.number.answer.text().startswith("8.5 is the mean at 2")
    groups.number.field.setText("eight")
    assert "not a number" in groups.number.answer.text()


def test_the_methods_open_at_the_section(salt: Driver) -> None:
    salt.go("groups")
    window = salt.window
    window.groups.open_working(0, Statistic.STANDARD_ERROR)
    window.groups.working._ask_for_methods()
    salt.settle()
    methods = window.methods._page
    assert methods is not None
    assert methods.isVisible()
    assert methods.textCursor().block().text() == "Per group"
    methods.close()


# --- many groups ------------------------------------------------------------------------------


def test_many_groups_are_low_found_by_name_and_settle(empty: Driver) -> None:
    """60 groups × 400: an edit shows its lane at once; pairs and page come after."""
    rng = random.Random(3)
    lines = ["plot,height (cm)"]
    lines += [f"p{g:02d},{rng.gauss(10, 1):.2f}" for g in range(60) for _ in range(400)]
    empty.clipboard("\n".join(lines) + "\n")
    empty.keys("Ctrl+V")
    empty.go("groups")
    window = empty.window
    empty.qtbot.waitUntil(lambda: not window.late_results.is_busy, timeout=20_000)
    empty.settle()
    assert window.places_line.buttons["comparisons"].count == "1770"
    lanes = window.groups.lanes
    assert lanes.rowHeight(0) < 28
    window.groups.finder.setText("p07")
    shown = [row for row in range(lanes.lanes.rowCount() - 1) if not lanes.isRowHidden(row)]
    assert shown == [7]
    window.groups.finder.clear()
    before = window.store.results.groups.shown[0].summary.mean
    window.measurements.sheet.write(0, 1, (("99.5",),))
    results = window.store.results
    assert results.is_provisional
    assert lanes.lanes.changed == [0] or lanes.lanes.changed is None
    assert results.groups.shown[0].summary.mean != before
    empty.qtbot.waitUntil(lambda: not window.late_results.is_busy, timeout=20_000)
    empty.settle()
    assert not window.store.results.is_provisional
    window.measurements.sheet.write(1, 1, (("lost",),))
    assert not window.store.results.is_provisional
    assert window.store.results.groups.shown[0].n == 399
