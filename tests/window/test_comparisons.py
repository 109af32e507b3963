"""The Comparisons place by mouse and keys: words, rows, folds, lines on the figure."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from decimus.study.edits import (
    ChooseDrawnComparisons,
    ChooseSameUnits,
    RenameLevel,
    ReorderLevels,
    WriteCells,
)
from decimus.study.history import History
from decimus.study.questions import PairOfGroups
from decimus.study.targets import GroupTextAt, PairAt
from decimus.terms import Adjustment, Alternative, ComparisonMarks, Method, PairSet
from decimus.window.comparisons.pairs_model import Column, Sorting
from decimus.window.comparisons.pairs_view import toggle
from decimus.window.groups.lanes_model import Fixed
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.workflows.opening import pasted
from tests.conftest import TWO_FACTORS
from tests.window.driving import LEFT, Driver

Opener = Callable[[History], Driver]
THREE_DAYS = """visitor\tday 1\tday 3\tday 7
v1\t12.1\t15.8\t24.3
v2\t11.4\t14.2\t20.9
v3\t13.0\t17.1\t27.8
v4\t12.6\t15.5\t22.4
v5\t10.9\t14.9\t
v6\t11.8\t16.4\t25.0
"""
WITH_A_GAP = "salt,light,area\n0,dim,10\n0,dim,11\n0,bright,14\n0,bright,15\n2,dim,8\n2,dim,9.5\n"


def opened(open_window: Opener, text: str) -> Driver:
    driver = open_window(History().after(pasted(text)))
    driver.go("comparisons")
    return driver


def sentence(driver: Driver) -> str:
    return plain_text(driver.window.comparisons.sentence.sentence).replace("\u00a0", " ")


def caption(driver: Driver) -> str:
    return plain_text(driver.window.page.caption.sentence).replace("\u00a0", " ")


# --- the sentence ---------------------------------------------------------------------


def test_words_of_the_sentence_change_the_comparison(salt: Driver) -> None:
    """Control, then follow-up, then direction; each said in caption and methods, each undone."""
    salt.go("comparisons")
    place, store = salt.window.comparisons, salt.window.store
    salt.choose(place.sentence, "pairs", "each against 0 g/L")
    comparison = store.results.comparison
    assert comparison is not None
    assert (comparison.pair_set, comparison.adjustment) == (PairSet.CONTROL, Adjustment.DUNNETT)
    assert sentence(salt).startswith("Compare each against 0 g/L by one-way ANOVA, then Dunnett’s")
    assert {pair.b.levels for pair in comparison.pairs} == {("0",)}
    salt.choose(place.drawn, "drawn", "every comparison")
    assert "Dunnett’s test, two-sided." in caption(salt)
    salt.choose(place.sentence, "alternative", "one-sided: each below the control")
    assert "one-sided: each below the control" in caption(salt)
    comparison = store.results.comparison
    assert comparison is not None
    assert comparison.alternative is Alternative.LESS
    assert comparison.pairs[3].p_shown == comparison.pairs[3].p_directional_adjusted
    assert place.model.headerData(Column.P.value, Qt.Orientation.Horizontal) == "one-sided p"
    for _ in range(3):
        salt.keys("Ctrl+Z")
    assert sentence(salt).startswith("Compare all pairs by one-way ANOVA, then Tukey–Kramer")


def test_one_sided_greys_ranges(salt: Driver) -> None:
    salt.go("comparisons")
    place = salt.window.comparisons
    menu = salt.open_choice(place.sentence, "alternative")
    one_sided = next(a for a in menu.actions() if a.text().startswith("one-sided"))
    assert not one_sided.isEnabled()
    assert "with a control, or planned beforehand" in one_sided.text()
    menu.close()
    salt.choose(place.sentence, "pairs", "each against 0 g/L")
    assert salt.window.message.text == (
        "Pairs are now compared by Dunnett’s test, before by Tukey–Kramer test."
    )
    salt.choose(place.sentence, "alternative", "one-sided: each above the control")
    assert "Dunnett’s test" in sentence(salt)
    menu = salt.open_choice(place.sentence, "adjustment")
    tukey = next(a for a in menu.actions() if a.text().startswith("Tukey"))
    assert not tukey.isEnabled()
    assert "no one-sided form" in tukey.text()


def test_two_factors_offer_cells_margins_and_controls(open_window: Opener) -> None:
    driver = opened(open_window, TWO_FACTORS)
    place, store = driver.window.comparisons, driver.window.store
    assert sentence(driver).startswith("Compare cells within each level of the other factor by two")
    driver.choose(place.sentence, "pairs", "levels of light, averaged over salt")
    comparison = store.results.comparison
    assert comparison is not None
    assert comparison.pairs[0].a.levels == (None, "dim")
    index = place.model.index(0, Column.DRAWN.value)
    assert not place.model.flags(index) & Qt.ItemFlag.ItemIsUserCheckable
    assert "no place" in str(place.model.data(index, Qt.ItemDataRole.ToolTipRole))
    driver.choose(place.sentence, "pairs", "all cells with each other")
    assert len(place.model.pairs) == 6
    driver.choose(place.sentence, "pairs", "each against dim, within each level of salt")
    assert [pair.b.levels for pair in place.model.pairs] == [("0", "dim"), ("4", "dim")]
    driver.choose(place.sentence, "pairs", "the groups as a whole")
    assert not place.rows.isVisible()


def test_the_same_visitors_on_three_days(open_window: Opener) -> None:
    """Repeated measures, the correction as a word, the incomplete visitor named."""
    driver = opened(open_window, THREE_DAYS)
    place = driver.window.comparisons
    assert "repeated-measures ANOVA (Greenhouse–Geisser), then paired t-tests" in sentence(driver)
    assert "1 incomplete visitor left out: v5" in place.panel.assumed.text()
    driver.choose(place.sentence, "sphericity", "Huynh–Feldt")
    assert "(Huynh–Feldt)" in sentence(driver)
    driver.click(place.panel.folds["Table"])
    assert "ε (G–G)" in place.panel.text.text()
    driver.choose(place.sentence, "method", "Friedman test")
    assert place.panel.result.text().startswith("Measurement tends to differ")
    assert "ranked within each" in place.panel.assumed.text()


def test_a_single_group_asks_for_a_value(open_window: Opener) -> None:
    driver = opened(open_window, "area\n10.2\n11.4\n9.8\n10.9\n")
    place = driver.window.comparisons
    assert "no value to compare it with" in place.refusal.text()
    driver.type_choice(place.sentence, "reference", "9")
    assert not place.refusal.isVisible()
    assert "lies above 9: a difference of 1.57" in place.panel.result.text().replace("&nbsp;", " ")
    driver.choose(place.sentence, "method", "signed-rank test")
    assert place.model.headerData(Column.STATISTIC.value, Qt.Orientation.Horizontal) == "W"


def test_an_empty_cell_has_ways_out(open_window: Opener) -> None:
    """The reason names the cell; either way out is one click, and is undone."""
    driver = opened(open_window, WITH_A_GAP)
    place = driver.window.comparisons
    assert "no value for “2, bright”" in place.refusal.text()
    buttons = {button.text(): button for button in place.suggestions.buttons}
    assert set(buttons) == {
        "Use one-way ANOVA over the cells",
        "Leave out “2”",
        "Leave out “bright”",
    }
    driver.click(buttons["Leave out “bright”"])
    assert driver.window.store.results.comparison is not None
    assert "Welch’s t-test" in sentence(driver)
    driver.keys("Ctrl+Z")
    assert "no value for “2, bright”" in place.refusal.text()
    buttons = {button.text(): button for button in place.suggestions.buttons}
    driver.click(buttons["Use one-way ANOVA over the cells"])
    assert "one-way ANOVA over the cells" in sentence(driver)


def test_unlike_spread_offers_welch(open_window: Opener) -> None:
    text = "a\tb\tc\n" + "\n".join(
        f"{10 + 0.1 * i}\t{20 + 9 * (-1) ** i * (1 + i)}\t{14 + 0.2 * i}" for i in range(8)
    )
    driver = opened(open_window, text)
    place = driver.window.comparisons
    button = next(b for b in place.suggestions.buttons if b.text() == "Use Welch’s ANOVA")
    driver.click(button)
    assert sentence(driver).startswith("Compare all pairs by Welch’s ANOVA, then Games–Howell")


# --- the result, and what unfolds ------------------------------------------------------


def test_folds_open_one_at_a_time(salt: Driver) -> None:
    salt.go("comparisons")
    panel = salt.window.comparisons.panel
    salt.click(panel.folds["Checks"])
    assert panel.pictures.isVisible()
    assert "Shapiro–Wilk" in panel.text.text()
    assert not panel.pictures.grab().isNull()
    salt.click(panel.folds["Straight line"])
    assert not panel.pictures.isVisible()
    assert "r²" in panel.text.text()
    salt.click(panel.folds["Overlap of bars"])
    assert "interval of their difference" in panel.text.text()
    salt.click(panel.folds["Overlap of bars"])
    assert panel.open_fold == ""
    assert not panel.text.isVisible()


def test_every_term_and_check_has_its_working(open_window: Opener) -> None:
    """Of several numbers one is picked; each working says how it came about."""
    driver = opened(open_window, TWO_FACTORS)
    place = driver.window.comparisons
    driver.click(place.panel.working)
    menu = QApplication.activePopupWidget()
    assert isinstance(menu, QMenu)
    assert [action.text() for action in menu.actions()] == ["salt", "light", "salt × light"]
    driver.pick(menu, "salt × light")
    assert place.working.title.text() == "Working: salt × light"
    assert "mean square of the error" in place.working.formula.text()
    driver.click(place.panel.folds["Checks"])
    driver.click(place.panel.working)
    assert "Royston" in place.working.reading.text()


def test_the_report_is_copied_whole(salt: Driver) -> None:
    """Groups with n, mean and SD, the test's table and every pair, as cells with tabs."""
    salt.go("comparisons")
    panel = salt.window.comparisons.panel
    salt.click(panel.folds["Table"])
    assert "mean" in panel.text.text()
    salt.click(panel.copy)
    text = QApplication.clipboard().text().replace("\u00a0", " ")
    assert text.startswith("One-way ANOVA, two-sided, Tukey–Kramer test, at 95 %. Suggested: five")
    rows = [line.split("\t") for line in text.splitlines() if "\t" in line]
    assert rows[0] == ["group", "n", "mean", "SD"]
    assert rows[3] == ["2 g/L", "3", "8.50", "0.56"]
    assert len(rows) == 6 + 4 + 11


def test_planning_follows_the_difference_that_matters(salt: Driver) -> None:
    salt.go("comparisons")
    place = salt.window.comparisons
    salt.click(place.panel.folds["Planning"])
    before = plain_text(place.panel.plan.sentence)
    assert "Smallest difference that matters: not stated" in before
    salt.type_choice(place.panel.plan, "relevant", "1.5")
    assert "To show that takes" in plain_text(place.panel.plan.sentence)
    assert place.model.axis.low <= -1.5
    salt.choose(place.panel.plan, "power", "90")
    assert plain_text(place.panel.plan.sentence) != before
    salt.click(place.panel.working)
    assert "noncentral t" in place.working.reading.text()


def test_far_out_values_are_told_both_ways(open_window: Opener) -> None:
    text = "a\tb\n" + "\n".join(f"{10 + i % 3}\t{12 + i % 4}" for i in range(8)) + "\n10.5\t130\n"
    driver = opened(open_window, text)
    panel = driver.window.comparisons.panel
    driver.click(panel.folds["With and without"])
    said = panel.text.text()
    assert said.startswith("Without the value far out: t(")
    assert "; with it: t(" in said
    assert "the verdict is" in said


def test_every_working_opens(salt: Driver) -> None:
    """The statistic's working, a pair's, and after ranks; all copied as text."""
    salt.go("comparisons")
    place = salt.window.comparisons
    salt.click(place.panel.working)
    assert place.working.title.text().startswith("Working: Salt")
    for method in ("Welch’s ANOVA", "Kruskal–Wallis test", "one-way ANOVA"):
        salt.choose(place.sentence, "method", method)
        salt.click(place.panel.working)
        place.open_working(place.model.pairs[0])
        salt.click(place.working.findChildren(type(place.add))[1])
        assert "Working: 0" in QApplication.clipboard().text()


# --- rows ------------------------------------------------------------------------------


def test_rows_are_sorted_and_found(salt: Driver) -> None:
    salt.go("comparisons")
    place = salt.window.comparisons
    as_read = [pair.a.levels for pair in place.model.pairs]
    menu = place.open_order_menu()
    salt.pick(menu, "by p")
    ps = [pair.p_shown for pair in place.model.pairs]
    assert ps == sorted(ps)
    place.sort_by(Sorting.BY_SIZE)
    sizes = [abs(pair.estimate) for pair in place.model.pairs]
    assert sizes == sorted(sizes, reverse=True)
    place.sort_by(Sorting.AS_READ)
    assert [pair.a.levels for pair in place.model.pairs] == as_read
    place.rows.show_matching("8 g")
    hidden = [place.rows.isRowHidden(row) for row in range(len(place.model.pairs))]
    assert hidden.count(False) == 4


def test_435_pairs_stay_usable(open_window: Opener) -> None:
    names = "\t".join(f"site {i}" for i in range(30))
    rows = "\n".join(
        "\t".join(f"{10 + (i * j * 7) % 13 + i / 9:.2f}" for i in range(30)) for j in (1, 2, 3)
    )
    driver = opened(open_window, f"{names}\n{rows}\n")
    place = driver.window.comparisons
    assert len(place.model.pairs) == 435
    assert place.finder.isVisible()
    QTest.keyClicks(place.finder, "site 29")
    driver.settle()
    shown = sum(not place.rows.isRowHidden(row) for row in range(435))
    assert shown == 29


def test_what_is_drawn_can_be_what_was_planned(salt: Driver) -> None:
    """Two pairs ticked, then "planned beforehand": a family of two, after Holm; undo brings all."""
    salt.go("comparisons")
    place = salt.window.comparisons
    for row in (0, 3):
        toggle(place.model, place.model.index(row, Column.DRAWN.value))
    salt.choose(place.sentence, "pairs", "pairs planned beforehand")
    comparison = salt.window.store.results.comparison
    assert comparison is not None
    assert (comparison.pair_set, comparison.family) == (PairSet.PLANNED, 2)
    assert comparison.adjustment is Adjustment.HOLM
    assert "Pairs are now compared by t-tests adjusted after Holm" in salt.window.message.text
    salt.choose(place.sentence, "pairs", "chosen pairs")
    comparison = salt.window.store.results.comparison
    assert comparison is not None
    assert (len(comparison.pairs), comparison.family) == (2, 10)
    salt.window.store.undo()
    salt.window.store.undo()
    salt.settle()
    assert len(place.model.pairs) == 10


def test_a_row_changes_the_family(salt: Driver) -> None:
    """Pairs picked after seeing the data keep the family of all; planned ones are their own."""
    salt.go("comparisons")
    place = salt.window.comparisons
    rect = place.rows.visualRect(place.model.index(2, 0))
    menu = place.rows.open_menu(rect.center())
    assert menu is not None
    salt.pick(menu, "Leave this pair out")
    comparison = salt.window.store.results.comparison
    assert comparison is not None
    assert comparison.pair_set is PairSet.CHOSEN
    assert (len(comparison.pairs), comparison.family) == (9, 10)
    assert comparison.adjustment is Adjustment.TUKEY
    assert comparison.pair(("0",), ("4",)) is None
    menus = place.open_add_menu()
    sub = menus.actions()[0].menu()
    assert isinstance(sub, QMenu)
    allowed = [action.text() for action in sub.actions() if action.isEnabled()]
    assert [text.replace("\u00a0", " ") for text in allowed] == ["4 g/L"]
    next(action for action in sub.actions() if action.isEnabled()).trigger()
    salt.settle()
    assert len(place.model.pairs) == 10
    menu = place.rows.open_menu(rect.center())
    assert menu is not None
    salt.pick(menu, "Compare only")
    assert len(place.model.pairs) == 1
    only = place.model.pairs[0]
    assert only.p_adjusted is not None
    assert only.p_adjusted > only.p_value
    assert "one chosen pair of 10" in sentence(salt)
    salt.choose(place.sentence, "pairs", "pairs planned beforehand")
    assert place.model.pairs[0].p_adjusted is None


# --- from mean to mean in Groups ----------------------------------------------------------


def drag_means(driver: Driver, first: int, second: int) -> None:
    """Drag from the mean mark of one lane to that of another."""
    lanes = driver.window.groups.lanes
    marks = [lanes.means.mark(lanes.lanes.index(row, Fixed.DOTS.value)) for row in (first, second)]
    start, end = marks
    assert start is not None
    assert end is not None
    view = lanes.viewport()
    none = Qt.KeyboardModifier.NoModifier
    QTest.mousePress(view, LEFT, none, start)
    QTest.mouseMove(view, (start + end) / 2)
    QTest.mouseMove(view, end)
    driver.settle()
    QTest.mouseRelease(view, LEFT, none, end)
    driver.settle()


def test_dragging_from_mean_to_mean_draws_the_comparison(salt: Driver) -> None:
    salt.go("groups")
    drag_means(salt, 0, 3)
    store = salt.window.store
    assert store.results.question.figure.is_drawn(("0",), ("4",))
    working = salt.window.groups.working
    assert working.isVisible()
    assert working.title.text().replace("\u00a0", " ") == "Working: 0 g/L against 4 g/L"
    assert salt.window.page.view.page is not None
    salt.keys("Ctrl+Z")
    assert not store.results.question.figure.drawn_pairs


def test_dragging_adds_to_a_family_that_lacks_the_pair(salt: Driver) -> None:
    salt.go("comparisons")
    salt.choose(salt.window.comparisons.sentence, "pairs", "each against 0 g/L")
    salt.go("groups")
    drag_means(salt, 4, 2)
    comparison = salt.window.store.results.comparison
    assert comparison is not None
    assert comparison.pair_set is PairSet.CHOSEN
    assert len(comparison.pairs) == 5
    assert comparison.pair(("8",), ("2",)) is not None
    assert "is 5 chosen pairs now" in salt.window.groups.working.reading.text()


def test_a_drag_that_ends_nowhere_asks_for_nothing(salt: Driver) -> None:
    salt.go("groups")
    before = salt.window.store.history
    drag_means(salt, 1, 1)
    assert salt.window.store.history is before


# --- on the figure --------------------------------------------------------------------------


def lines(driver: Driver) -> set[tuple[object, ...]]:
    driver.window.page.view.draw_now()
    page = driver.window.page.view.page
    assert page is not None
    return {mark.target.groups for mark in page.of(PairAt) if mark.target}


def draw(driver: Driver, *pairs: tuple[str, str]) -> None:
    chosen = tuple(PairOfGroups((a,), (b,)) for a, b in pairs)
    driver.window.store.apply(ChooseDrawnComparisons(pairs=chosen, words="some"))
    driver.settle()


def test_lines_follow_order_names_and_data(salt: Driver) -> None:
    """Reordered, renamed, changed and undone, each line stays with its two groups."""
    draw(salt, ("0", "2"), ("4", "8"))
    wanted = {(("0",), ("2",)), (("4",), ("8",))}
    assert lines(salt) == wanted
    store = salt.window.store
    variable = store.results.groups.factors[0].factor.variable
    store.apply(ReorderLevels(variable=variable, levels=("8", "4", "2", "1", "0")))
    assert lines(salt) == wanted
    store.apply(RenameLevel(variable=variable, level="2", label="two"))
    assert lines(salt) == wanted
    before = caption(salt)
    store.apply(WriteCells(row=1, column=1, cells=(("30",),)))
    salt.settle()
    assert lines(salt) == wanted
    for _ in range(3):
        salt.keys("Ctrl+Z")
    assert lines(salt) == wanted
    assert "Lines join compared groups" in before


def test_lines_of_pairs_no_longer_made_are_marked_and_not_drawn(salt: Driver) -> None:
    draw(salt, ("0", "2"), ("4", "8"))
    salt.go("comparisons")
    salt.choose(salt.window.comparisons.sentence, "pairs", "each against 0 g/L")
    # The control is always the second of a pair.
    assert lines(salt) == {(("2",), ("0",))}
    words = [remark.head for remark in remark_words(salt.window.store.results)]
    assert "1 comparison line is out of date and not drawn." in words


def test_letters_and_texts_over_groups(salt: Driver) -> None:
    salt.go("comparisons")
    place, store = salt.window.comparisons, salt.window.store
    salt.choose(place.drawn, "drawn", "every comparison")
    salt.choose(place.drawn, "comparison_marks", "letters")
    page = salt.window.page.view
    page.draw_now()
    assert page.page is not None
    assert len({m.target for m in page.page.of(GroupTextAt)}) == 5
    assert "groups that share one are not shown to differ (p ≥ 0.05)" in caption(salt)
    salt.choose(place.sentence, "pairs", "each against 0 g/L")
    # Letters do not go with a control; lines stand in until something else is chosen.
    assert "Lines join compared groups" in caption(salt)
    salt.choose(salt.window.page.caption, "comparison_marks", "texts over groups")
    salt.choose(salt.window.page.caption, "comparison_text", "stars")
    page.draw_now()
    assert page.page is not None
    over = {m.target.groups for m in page.page.of(GroupTextAt) if m.target}
    assert over == {(("1",),), (("2",),), (("4",),), (("8",),)}
    assert store.results.question.figure.comparison_marks is ComparisonMarks.OVER_GROUPS
    assert "Texts over groups (each against 0 g/L): stars (* p < 0.05" in caption(salt)


def test_what_does_not_differ_is_hidden_in_one_choice(salt: Driver) -> None:
    salt.go("comparisons")
    place = salt.window.comparisons
    salt.choose(place.drawn, "drawn", "every comparison")
    assert len(lines(salt)) == 10
    salt.click(place.hide_ns)
    comparison = salt.window.store.results.comparison
    assert comparison is not None
    differing = sum(pair.p_shown < 0.05 for pair in comparison.pairs)
    assert 0 < differing < 10
    assert len(lines(salt)) == differing
    salt.keys("Ctrl+Z")
    assert not place.hide_ns.isChecked()
    assert len(lines(salt)) == 10


def test_a_line_is_dragged_and_put_back(salt: Driver) -> None:
    """The nudge is kept in the study, follows undo, and a menu puts the line back."""
    draw(salt, ("0", "8"))
    view = salt.window.page.view
    view.draw_now()
    page = view.page
    assert page is not None
    dots = next(m for m in page.of(PairAt) if hasattr(m, "xs"))
    scale = view.pixels_per_mm
    left = max(0, round((view.width() - page.width_mm * scale) / 2))
    at = QPoint(left + round(dots.xs[0] * scale), round((page.height_mm - dots.ys[0]) * scale))
    none = Qt.KeyboardModifier.NoModifier
    QTest.mousePress(view, LEFT, none, at)
    QTest.mouseMove(view, at - QPoint(0, 20))
    assert not view.grab().isNull()
    QTest.mouseRelease(view, LEFT, none, at - QPoint(0, 20))
    salt.settle()
    (moved,) = salt.window.store.results.question.figure.moved
    assert moved.value_mm == pytest.approx(20 / scale, abs=0.02)
    menu = view.open_menu(moved.what, QPoint(50, 50))
    salt.pick(menu, "Put it back")
    assert salt.window.store.results.question.figure.moved == ()
    salt.window.store.undo()
    assert len(salt.window.store.results.question.figure.moved) == 1


def test_overlap_is_explained_beside_the_caption(salt: Driver) -> None:
    panel = salt.window.page
    assert not panel.overlap.isVisible()
    salt.click(panel.overlap_button)
    assert panel.overlap.isVisible()
    assert "do not overlap go with p < 0.05" in panel.overlap.text()
    salt.choose(panel.caption, "error_bar", "standard deviation")
    assert "how far replicates spread" in panel.overlap.text()
    words = [remark.head for remark in remark_words(salt.window.store.results)]
    assert "Error bars stand without a test." not in words


def test_the_same_flasks_after_all(open_window: Opener) -> None:
    """Said to be others in every column, then the same, the comparison is one within flasks."""
    driver = opened(open_window, THREE_DAYS.replace("visitor", "flask"))
    assert "repeated-measures ANOVA" in sentence(driver)
    driver.window.store.apply(ChooseSameUnits(is_same=False))
    driver.settle()
    assert "one-way ANOVA" in sentence(driver)
    driver.window.store.apply(ChooseSameUnits(is_same=True))
    driver.settle()
    assert "repeated-measures ANOVA" in sentence(driver)
    comparison = driver.window.store.results.comparison
    assert comparison is not None
    assert comparison.method is Method.REPEATED_MEASURES
    driver.keys("Ctrl+Z")
    assert "one-way ANOVA" in sentence(driver)


def test_families_of_one_pair_say_that_nothing_is_adjusted(open_window: Opener) -> None:
    driver = opened(open_window, TWO_FACTORS)
    place = driver.window.comparisons
    driver.go("comparisons")
    driver.choose(place.sentence, "pairs", "levels of light within each level of salt")
    driver.choose(place.sentence, "families", "with a family at each level")
    assert driver.window.message.text == (
        "Each pair is now a family by itself, so that its p is not adjusted."
    )
    assert {pair.p_adjusted for pair in place.model.pairs} == {None}
