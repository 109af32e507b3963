"""Hands on the page, through real widgets: each gesture, its undo, and the file after it."""

from __future__ import annotations

from collections.abc import Callable
from itertools import product
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QColorDialog

from decimus.analysis.results import Results
from decimus.charts.styles import style_of
from decimus.examples.catalogue import example
from decimus.figure.marks import Dots, Label
from decimus.formats.delimited import table_of_text
from decimus.formats.study_file import study_bytes, study_from_bytes, undecided
from decimus.study.edits import (
    BringInTable,
    ChooseFactors,
    ChooseKind,
    ChooseLook,
    ChooseOutcome,
    ChooseSetting,
    ChooseValueRange,
    MoveByHand,
    RenameLevel,
    ShowOutcome,
    TurnFigure,
)
from decimus.study.history import History
from decimus.study.questions import FigureChoices
from decimus.study.studies import Study
from decimus.study.targets import (
    AnyTarget,
    Axis,
    AxisEnd,
    AxisTitle,
    GroupAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    NoteAt,
    PairAt,
    PanelAt,
    ReferenceAt,
    ReplicateAt,
    ReplicatesAt,
    Tick,
    TitleAt,
    ValueLabelAt,
)
from decimus.terms import ChartKind, NoteKind, Orientation, Vision
from decimus.window.figure.hands import PageView
from decimus.wording.figure.part_looks import Scope
from decimus.wording.remarks.remarks import remark_words
from decimus.workflows import house_styles
from decimus.workflows.exporting import export_figure
from tests.window.driving import Driver

LEFT = Qt.MouseButton.LeftButton
NONE = Qt.KeyboardModifier.NoModifier


@pytest.fixture
def two(open_window: Callable[[History], Driver]) -> Driver:
    return open_window(History().after(example("duckweed-light").edit()))


def figure(driver: Driver) -> FigureChoices:
    return driver.window.store.results.question.figure


def view_of(driver: Driver) -> PageView:
    view = driver.window.page.view
    view.draw_now()
    return view


def middle(view: PageView, target: AnyTarget) -> QPoint:
    """A place where the part is: of a key entry its words, as there is air before them."""
    labels = [mark for mark in view.marks_of(target) if isinstance(mark, Label)]
    if labels and view.page is not None:
        room, scale = labels[0].bounds, view.pixels_per_mm
        x, y = (room.left + room.right) / 2, (room.bottom + room.top) / 2
        return QPoint(round(x * scale), round((view.page.height_mm - y) * scale))
    return view.room(target).center()


def dragged(driver: Driver, start: QPoint, end: QPoint) -> None:
    view = view_of(driver)
    QTest.mousePress(view, LEFT, NONE, start)
    for share in (0.3, 0.7, 1.0):
        step = QPointF(start) + share * QPointF(end - start)
        QTest.mouseMove(view, step.toPoint())
    assert not view.grab().isNull()
    QTest.mouseRelease(view, LEFT, NONE, end)
    driver.settle()
    view.draw_now()


def undone_and_filed(driver: Driver, before: FigureChoices) -> None:
    """The change is one step, is kept by a file, and undo brings back what was there."""
    after = figure(driver)
    assert after != before
    history = driver.window.store.history
    assert study_from_bytes(study_bytes(history)).history.study == history.study
    # Behind a closed menu a shortcut finds no window where there is no desktop.
    driver.window.store.undo()
    assert figure(driver) == before
    driver.window.store.redo()
    assert figure(driver) == after


def typed(driver: Driver, target: AnyTarget, text: str, key: Qt.Key = Qt.Key.Key_Return) -> None:
    """Double-click words and write others."""
    view = view_of(driver)
    QTest.mouseDClick(view, LEFT, NONE, middle(view, target))
    field = view.field
    assert field is not None
    field.line.selectAll()
    QTest.keyClicks(field.line, text)
    QTest.keyClick(field.line, key)
    driver.settle()
    view.draw_now()


def shown(driver: Driver, target: AnyTarget) -> str:
    marks = view_of(driver).marks_of(target)
    return " ".join(mark.text for mark in marks if isinstance(mark, Label))


TITLES: tuple[AnyTarget, ...] = (AxisTitle(Axis.VALUE), AxisTitle(Axis.GROUP), KeyAt())


@pytest.mark.parametrize("target", TITLES, ids=lambda t: type(t).__name__)
def test_titles_are_written_where_they_stand(two: Driver, target: AnyTarget) -> None:
    before = figure(two)
    typed(two, target, "Own *words* (m^2^)")
    assert shown(two, target) == "Own words (m2)"
    undone_and_filed(two, before)


def test_level_names_and_key_entries_are_written_where_they_stand(two: Driver) -> None:
    page = view_of(two).page
    assert page is not None
    name = next(m.target for m in page.of(LevelName))
    entry = next(m.target for m in page.of(KeyEntryAt) if isinstance(m, Label))
    assert name is not None
    assert entry is not None
    for target, text in ((name, "none at all"), (entry, "shade")):
        before = two.window.store.results.question.levels
        typed(two, target, text)
        assert shown(two, target) == text
        two.window.store.undo()
        assert two.window.store.results.question.levels == before
        two.keys("Ctrl+Y")


@pytest.mark.own_window  # where the keys go depends on what was done before
def test_escape_leaves_words_and_leaving_the_field_keeps_them(two: Driver) -> None:
    before = figure(two)
    typed(two, AxisTitle(Axis.VALUE), "nothing", Qt.Key.Key_Escape)
    assert figure(two) == before
    view = view_of(two)
    field = view.write(AxisTitle(Axis.VALUE))
    assert field is not None
    field.line.setText("Kept")
    two.window.page.caption.button("error_bar").setFocus()
    two.settle()
    assert figure(two).value_title == "Kept"


def test_signs_and_shortcuts_of_the_field(two: Driver) -> None:
    view = view_of(two)
    field = view.write(AxisTitle(Axis.VALUE))
    assert field is not None
    field.line.setText("")
    two.click(next(button for button in field.signs if button.text() == "µ"))
    QTest.keyClicks(field.line, "m2")
    assert field.line.text() == "µm2"
    field.line.setSelection(2, 1)
    QTest.keyClick(field.line, Qt.Key.Key_Up, Qt.KeyboardModifier.ControlModifier)
    assert field.line.text() == "µm^2^"
    QTest.keyClick(field.line, Qt.Key.Key_Up, Qt.KeyboardModifier.ControlModifier)
    assert field.line.text() == "µm2"
    field.line.selectAll()
    QTest.keyClick(field.line, Qt.Key.Key_I, Qt.KeyboardModifier.ControlModifier)
    assert field.line.text() == "*µm2*"
    QTest.keyClick(field.line, Qt.Key.Key_Return)
    two.settle()
    assert figure(two).value_title == "*µm2*"


@pytest.mark.parametrize("is_upper", [True, False])
def test_ends_of_the_axis_are_dragged(two: Driver, is_upper: bool) -> None:
    before = figure(two)
    view = view_of(two)
    assert view.page is not None
    scale = view.page.plots[0].scale
    start = middle(view, AxisEnd(is_upper))
    dragged(two, start, start + QPoint(0, -30 if is_upper else 30))
    wanted = 30 / view.pixels_per_mm / (scale.end - scale.start) * (scale.high - scale.low)
    end = figure(two).value_to if is_upper else figure(two).value_from
    assert end is not None
    moved = end - (scale.high if is_upper else scale.low)
    assert abs(moved) == pytest.approx(wanted, abs=(scale.high - scale.low) / 80)
    undone_and_filed(two, before)


def test_escape_takes_back_what_is_being_dragged(two: Driver) -> None:
    before = figure(two)
    view = view_of(two)
    start = middle(view, AxisEnd(is_upper=True))
    marks = view.page.marks if view.page is not None else ()
    QTest.mousePress(view, LEFT, NONE, start)
    QTest.mouseMove(view, start - QPoint(0, 40))
    assert view.page is not None
    assert view.page.marks != marks, "what would be is drawn"
    QTest.keyClick(view, Qt.Key.Key_Escape)
    assert view.page.marks == marks
    QTest.mouseRelease(view, LEFT, NONE, start - QPoint(0, 40))
    two.settle()
    assert figure(two) == before


def test_a_tick_dragged_changes_the_step(two: Driver) -> None:
    before = figure(two)
    view = view_of(two)
    assert view.page is not None
    ticks = sorted(
        {
            m.target.value
            for m in view.page.of(Tick)
            if isinstance(m.target, Tick)
            if m.target.axis is Axis.VALUE
        }
    )
    at, far = (middle(view, Tick(Axis.VALUE, ticks[i])) for i in (1, 2))
    dragged(two, at, QPoint(at.x(), far.y()))
    assert figure(two).value_step == pytest.approx(2 * (ticks[1] - ticks[0]))
    undone_and_filed(two, before)


def test_key_and_titles_are_dragged_and_put_back(two: Driver) -> None:
    for target in (KeyAt(), AxisTitle(Axis.GROUP)):
        before = figure(two)
        view = view_of(two)
        room = view.room(target)
        dragged(two, room.center(), room.center() + QPoint(24, -12))
        assert view.room(target).center().x() == pytest.approx(room.center().x() + 24, abs=2)
        undone_and_filed(two, before)
        two.pick(view.open_menu(target, QPoint(5, 5)), "Put it back")
        assert figure(two).moved == ()


@pytest.mark.own_window  # where the keys go depends on what was done before
def test_a_group_dragged_stands_in_another_place(salt: Driver) -> None:
    """And the comparison lines, colours and the sheet follow as from any other place."""
    salt.window.store.apply(ChooseKind(kind=ChartKind.BARS))
    salt.settle()
    view = view_of(salt)
    assert view.page is not None
    factor = salt.window.store.results.groups.factors[0]
    levels = [each.level.text for each in factor.levels]
    first, third = (view.room(LevelName(factor.factor.variable, levels[i])) for i in (0, 2))
    dragged(salt, first.center(), third.center())
    after = [each.level.text for each in salt.window.store.results.groups.factors[0].levels]
    assert after == [levels[1], levels[2], levels[0], *levels[3:]]
    salt.keys("Ctrl+Z")
    again = [each.level.text for each in salt.window.store.results.groups.factors[0].levels]
    assert again == levels


def test_a_note_is_put_there_written_dragged_and_taken_off(two: Driver) -> None:
    before = figure(two)
    view = view_of(two)
    at = QPoint(view.width() // 2, view.height() // 3)
    view.put_note(NoteKind.TEXT, at)
    field = view.field
    assert field is not None
    field.line.setText("mown here")
    QTest.keyClick(field.line, Qt.Key.Key_Return)
    two.settle()
    view.draw_now()
    (note,) = figure(two).notes
    assert note.text == "mown here"
    target = NoteAt(note.number)
    room = view.room(target)
    assert abs(room.center().x() - at.x()) < 6
    dragged(two, room.center(), room.center() + QPoint(30, 20))
    assert view.room(target).center().x() == pytest.approx(room.center().x() + 30, abs=2)
    place = (
        view.page.plots[0].xy(figure(two).notes[0].along, figure(two).notes[0].value)
        if view.page
        else (0, 0)
    )
    two.window.store.apply(ChooseValueRange(value_from=0, value_to=100))
    two.settle()
    view.draw_now()
    assert view.page is not None
    moved = view.page.plots[0].xy(note.along, note.value)
    assert moved != pytest.approx(place), "it stays at its value"
    view.choose(target)
    QTest.keyClick(view, Qt.Key.Key_Delete)
    two.settle()
    assert figure(two).notes == ()
    assert figure(two) != before


@pytest.mark.parametrize("kind", [NoteKind.ARROW, NoteKind.LINE])
def test_arrows_and_lines_end_where_they_were_put(two: Driver, kind: NoteKind) -> None:
    view = view_of(two)
    at = QPoint(view.width() // 2, view.height() // 2)
    view.put_note(kind, at)
    (note,) = figure(two).notes
    assert view.page is not None
    assert view.page.plots[0].xy(note.to_along, note.to_value) == pytest.approx(
        view.point_mm(at), abs=0.2
    )
    view.put_line_across(at)
    two.settle()
    view.draw_now()
    (value,) = figure(two).references
    view.choose(ReferenceAt(value))
    QTest.keyClick(view, Qt.Key.Key_Delete)
    assert figure(two).references == ()


def test_what_is_being_written_is_kept_before_something_else_is(two: Driver) -> None:
    view = view_of(two)
    for text, part in (("depth", AxisTitle(Axis.VALUE)), ("light", AxisTitle(Axis.GROUP))):
        view.write(part)
        assert view.field is not None
        view.field.line.setText(text)
    view.write(AxisTitle(Axis.GROUP))
    two.settle()
    assert (figure(two).value_title, figure(two).group_title) == ("depth", "light")


def test_nothing_is_under_the_pointer_once_there_is_no_figure(two: Driver) -> None:
    view = view_of(two)
    assert view.page is not None
    two.window.store.undo()
    assert two.window.store.results.problem is not None
    assert view.page is None
    assert view.target_at(view.rect().center()) is None
    assert not view.preview(None)


@pytest.mark.parametrize("kind", [NoteKind.ARROW, NoteKind.LINE])
@pytest.mark.parametrize("taken", ["first", "last", "middle"])
def test_an_arrow_turns_about_the_end_that_was_not_taken(
    two: Driver, kind: NoteKind, taken: str
) -> None:
    view = view_of(two)
    view.put_note(kind, QPoint(view.width() // 2, view.height() // 2))
    two.settle()
    view.draw_now()
    (note,) = figure(two).notes
    before = figure(two)
    assert view.page is not None
    plot = view.page.plots[0]
    ends = [plot.xy(note.along, note.value), plot.xy(note.to_along, note.to_value)]
    middle = ((ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2)
    start = {"first": ends[0], "last": ends[1], "middle": middle}[taken]
    corner, scale = view.point_mm(QPoint(0, 0)), view.pixels_per_mm
    pixel = QPoint(round((start[0] - corner[0]) * scale), round((corner[1] - start[1]) * scale))
    dragged(two, pixel, pixel + QPoint(24, 18))
    (now,) = figure(two).notes
    assert (now.along != note.along) == (taken != "last")
    assert (now.value != note.value) == (taken != "last")
    assert (now.to_along != note.to_along) == (taken != "first")
    assert (now.to_value != note.to_value) == (taken != "first")
    undone_and_filed(two, before)


def test_arrow_keys_move_what_is_chosen(two: Driver) -> None:
    view = view_of(two)
    for target, key, is_large, mm in (
        (AxisTitle(Axis.VALUE), Qt.Key.Key_Right, False, (0.25, 0.0)),
        (KeyAt(), Qt.Key.Key_Down, True, (0.0, -1.0)),
    ):
        before = figure(two)
        view.choose(target)
        view.setFocus()
        with_shift = Qt.KeyboardModifier.ShiftModifier if is_large else NONE
        QTest.keyClick(view, key, with_shift)
        (moved,) = (own for own in figure(two).moved if own.what == target)
        assert (moved.along_mm, moved.value_mm) == mm
        undone_and_filed(two, before)
    view.choose(AxisEnd(is_upper=True))
    QTest.keyClick(view, Qt.Key.Key_Up)
    assert figure(two).value_to is not None


@pytest.mark.own_window  # where the keys go depends on what was done before
def test_tab_walks_the_parts_in_reading_order_and_leaves(two: Driver) -> None:
    two.window.store.apply(ChooseSetting(name="title", value="Fronds"))
    two.settle()
    view = view_of(two)
    view.setFocus()
    walked: list[AnyTarget] = []
    names = []
    for _ in range(200):
        QTest.keyClick(view, Qt.Key.Key_Tab)
        if view.chosen_part is None:
            break
        walked.append(view.chosen_part)
        names.append(view.accessibleName())
    assert walked == list(view.parts)
    assert not view.hasFocus()
    assert isinstance(walked[0], TitleAt)
    assert names[0] == "The figure: title"
    assert len(set(names)) == len(names), "each has a name of its own"
    view.setFocus()
    QTest.keyClick(view, Qt.Key.Key_Backtab)
    assert view.chosen_part == walked[-1]


@pytest.mark.own_window  # where the keys go depends on what was done before
def test_enter_writes_or_opens_what_can_be_done(two: Driver) -> None:
    view = view_of(two)
    view.setFocus()
    view.choose(AxisTitle(Axis.VALUE))
    QTest.keyClick(view, Qt.Key.Key_Return)
    field = view.field
    assert field is not None
    QTest.keyClick(field.line, Qt.Key.Key_Escape)
    two.settle()
    assert view.hasFocus()
    assert view.chosen_part == AxisTitle(Axis.VALUE)


def test_a_click_on_a_replicate_goes_to_its_cell(salt: Driver) -> None:
    view = view_of(salt)
    assert view.page is not None
    dots = next(m for m in view.page.of(ReplicatesAt) if isinstance(m, Dots) and m.targets)
    scale, height = view.pixels_per_mm, view.page.height_mm
    at = QPoint(round(dots.xs[-1] * scale), round((height - dots.ys[-1]) * scale))
    target = view.target_at(at)
    assert isinstance(target, ReplicateAt)
    group = salt.window.store.results.groups.find(target.levels)
    assert group is not None
    value = float(group.summary.array[target.number])
    assert view.reading(target).startswith(f"{value:g}")
    assert "column" in view.reading(target)
    QTest.mouseClick(view, LEFT, NONE, at)
    salt.settle()
    sheet = salt.window.measurements.sheet
    index = sheet.currentIndex()
    assert float(index.data()) == value


def test_colour_for_a_group_its_level_or_all(two: Driver) -> None:
    view = view_of(two)
    groups = two.window.store.results.groups
    target = GroupAt(groups.shown[0].levels)
    for scope in Scope:
        before = figure(two)
        dialog = view.pick_colour(target, scope)
        assert isinstance(dialog, QColorDialog)
        dialog.setCurrentColor("#102030")
        dialog.accept()
        two.settle()
        view.draw_now()
        colours = {m.colour for m in view.marks_of(target) if hasattr(m, "width")}
        assert "#102030" in colours
        undone_and_filed(two, before)
        two.window.store.undo()


def test_the_looks_of_what_is_chosen_are_words_below_it(two: Driver) -> None:
    view, panel = view_of(two), two.window.page
    levels = two.window.store.results.groups.shown[0].levels
    assert not panel.looks.isVisible()
    view.choose(GroupAt(levels))
    assert panel.looks.isVisible()
    two.choose(panel.looks, "error_bar_dash", "dashed")
    (own,) = figure(two).group_looks
    assert (own.levels, own.look.error_bar_dash) == (levels, "dashed")
    two.click(panel.looks.button("scope"))
    two.click(panel.looks.button("scope"))
    assert panel.looks.button("scope").text().startswith("all groups")
    two.choose(panel.looks, "error_bar_dash", "dotted")
    assert style_of(figure(two)).style.error_bar_dash == "dotted"
    menu = view.open_menu(GroupAt(levels), QPoint(5, 5))
    assert any("by the rule" in action.text() for action in menu.actions())
    menu.close()


def test_what_was_done_by_hand_is_listed_with_the_way_back(two: Driver) -> None:
    two.go("figure")
    view, place = view_of(two), two.window.figure
    before = figure(two)
    levels = two.window.store.results.groups.shown[0].levels
    two.window.store.apply(ChooseLook(name="cap_mm", value=3.0, levels=levels))
    two.window.store.apply(MoveByHand(what=KeyAt(), along_mm=2.0, name="key"))
    view.put_note(NoteKind.ARROW, QPoint(view.width() // 2, view.height() // 2))
    two.settle()
    for key in ("moved 0", "note 1", f"{levels} cap_mm"):
        row = place.row_with(key)
        menu = two.open_choice(row, key)
        two.pick(menu, menu.actions()[0].text())
        two.settle()
    assert figure(two) == before
    with pytest.raises(StopIteration):
        place.row_with("moved 0")


def test_what_was_set_is_slanted_and_goes_back(two: Driver) -> None:
    two.go("figure")
    place = two.window.figure
    row = place.row_with("has_frame")
    assert not row.button("has_frame").font().italic()
    two.choose(row, "has_frame", "frame")
    assert row.button("has_frame").font().italic()
    two.choose(row, "has_frame", "by the rule")
    assert not row.button("has_frame").font().italic()


def test_house_styles_in_the_figure_place(
    two: Driver, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(house_styles, "user_config_path", lambda _: tmp_path / "config")
    two.go("figure")
    place = two.window.figure
    two.choose(place.row_with("house style"), "house style", "slide")
    assert style_of(figure(two)).style.text_pt == 20.0
    two.window.store.apply(ChooseLook(name="palette", value="grey"))
    two.settle()
    two.type_choice(place.row_with("house style"), "house style", "our lab")
    assert figure(two).house.name == "our lab"
    assert [style.name for style in house_styles.saved_styles()] == ["our lab"]
    two.click(place.begins, QPoint(8, place.begins.height() // 2))
    assert house_styles.default_style() == figure(two).house
    two.click(place.begins, QPoint(8, place.begins.height() // 2))
    assert house_styles.default_style().name == ""
    path = tmp_path / "other.json"
    path.write_text('{"format": "decimus style", "version": 1, "name": "other"}', "utf-8")
    two.window.files.open_path(path)
    two.settle()
    assert figure(two).house.name == "other"
    path.write_text('{"format": "decimus style", "version": 1, "name": "x", "hue": 1}', "utf-8")
    two.window.files.open_path(path)
    assert "has no field “hue”" in two.window.message.text


@pytest.mark.parametrize("kind", ["png", "svg", "pdf"])
def test_a_figure_dropped_on_the_window_is_its_study(
    empty: Driver, kind: str, tmp_path: Path
) -> None:
    study = ChooseSetting(name="title", value="Kept").apply(
        example("signage").edit().apply(Study())
    )
    path = tmp_path / f"figure.{kind}"
    export_figure(Results(study), path)
    empty.drop(path)
    assert undecided(empty.window.store.results.study) == study
    assert empty.window.store.path is None, "saving asks for a file of its own"


def test_delete_takes_off_what_can_be_taken_off(two: Driver) -> None:
    view = view_of(two)
    comparison = two.window.store.results.comparison
    assert comparison is not None
    levels = two.window.store.results.groups.shown[0].levels
    for target in (AxisTitle(Axis.GROUP), KeyAt(), GroupAt(levels)):
        before = figure(two)
        view.setFocus()
        view.choose(target)
        QTest.keyClick(view, Qt.Key.Key_Delete)
        two.settle()
        view.draw_now()
        assert view.marks_of(target) == ()
        undone_and_filed(two, before)
        two.window.store.undo()


def test_every_part_can_be_chosen_named_and_asked(two: Driver) -> None:
    """Nothing on the page makes a fault, whichever part it is and whatever is done to it."""
    two.go("comparisons")
    two.choose(two.window.comparisons.drawn, "drawn", "every comparison")
    two.window.store.apply(ChooseSetting(name="value_labels", value="height"))
    two.settle()
    view = view_of(two)
    assert view.page is not None
    for target in dict.fromkeys(m.target for m in view.page.marks if m.target is not None):
        view.choose(target)
        assert view.accessibleName().startswith("The figure: ")
        view.open_menu(target, QPoint(3, 3)).close()
        view.reading(target)
    assert any(isinstance(m.target, PairAt) for m in view.page.marks)


@pytest.mark.parametrize("vision", list(Vision))
def test_see_it_as(two: Driver, vision: Vision) -> None:
    view = view_of(two)
    usual = view.grab().toImage()
    view.see_as(vision)
    view.draw_now()
    image = view.grab().toImage()
    assert (image == usual) is (vision is Vision.USUAL)
    assert ("seen" in two.window.page.size_button.text()) is (vision is not Vision.USUAL)
    assert figure(two) == figure(two)


def test_names_typed_on_the_page_keep_their_notation(two: Driver) -> None:
    factor = two.window.store.results.groups.factors[1]
    level = factor.levels[0].level.text
    target = KeyEntryAt(factor.factor.variable, level)
    typed(two, target, "*dim*")
    view = view_of(two)
    assert view.words_of(target) == "*dim*"
    renamed = [e for e in two.window.store.history.steps if isinstance(e.edit, RenameLevel)]
    assert renamed[-1].edit.label == "*dim*"  # type: ignore[union-attr]
    assert two.window.store.results.groups.factors[1].levels[0].label == "dim"


THREE = "salt,light,month,area (mm²)\n" + "".join(
    f"{salt},{light},{month},{value + number}\n"
    for number, (salt, light, month) in enumerate(product("02", ("dim", "bright"), ("May", "June")))
    for value in (10.5, 12.25, 11.0)
)


def test_the_gap_between_panels_is_dragged(
    open_window: Callable[[History], Driver],
) -> None:
    driver = open_window(History().after(BringInTable(table=table_of_text(THREE, title="three"))))
    before = figure(driver)
    view = view_of(driver)
    assert view.page is not None
    panel = [m.target for m in view.page.of(PanelAt)][-1]
    assert panel is not None
    gap = view.page.plots[1].left - view.page.plots[0].right
    start = middle(view, panel)
    dragged(driver, start, start + QPoint(20, 0))
    assert view.page is not None
    after = view.page.plots[1].left - view.page.plots[0].right
    assert after - gap == pytest.approx(20 / view.pixels_per_mm, abs=0.15)
    undone_and_filed(driver, before)


def test_computed_words_are_written_over_and_told_to_be_by_hand(two: Driver) -> None:
    """Of a comparison line, of a number at a group; a remark says so, and the menu goes back."""
    two.window.store.apply(ChooseSetting(name="value_labels", value="height"))
    two.settle()
    view = view_of(two)
    assert view.page is not None
    levels = two.window.store.results.groups.shown[0].levels
    pair = next(m.target for m in view.page.of(PairAt))
    assert pair is not None
    for target in (pair, ValueLabelAt(levels)):
        before = figure(two)
        typed(two, target, "as *expected*")
        assert "as expected" in shown(two, target)
        heads = [remark.head for remark in remark_words(two.window.store.results)]
        assert "“as expected” on the figure is written by hand." in heads
        undone_and_filed(two, before)
        two.pick(view.open_menu(target, QPoint(4, 4)), "Computed words again")
        assert figure(two) == before


@pytest.mark.parametrize("is_upper", [True, False])
def test_ends_of_other_axes_are_dragged_by_themselves(
    open_window: Callable[[History], Driver], is_upper: bool
) -> None:
    """Of another outcome, sideways, and on logarithms."""
    rows = "salt,area (mm²),mass (mg)\n0,11,3.1\n0,12,3.4\n2,8,2.2\n2,9,2.5\n"
    driver = open_window(History().after(BringInTable(table=table_of_text(rows, title="two"))))
    store = driver.window.store
    store.apply(ChooseOutcome(outcome=1, name="area"))
    store.apply(ShowOutcome(variable=2, is_shown=True, name="mass"))
    for edit in (None, TurnFigure(orientation=Orientation.SIDEWAYS)):
        if edit is not None:
            store.apply(edit)
        driver.settle()
        before = figure(driver)
        view = view_of(driver)
        target = AxisEnd(is_upper, 2)
        start = middle(view, target)
        by = QPoint(14, 0) if edit is not None else QPoint(0, -14)
        dragged(driver, start, start + (by if is_upper else -by))
        own = figure(driver).outcomes[0]
        assert (own.value_to if is_upper else own.value_from) is not None
        assert (figure(driver).value_from, figure(driver).value_to) == (None, None)
        undone_and_filed(driver, before)
        store.undo()
    store.apply(ChooseKind(kind=ChartKind.POINTS))
    store.apply(ChooseSetting(name="value_scale", value="log"))
    driver.settle()
    view = view_of(driver)
    assert view.page is not None
    scale = next(plot.scale for plot in view.page.plots if plot.outcome is None)
    start = middle(view, AxisEnd(is_upper))
    dragged(driver, start, start + QPoint(20 if is_upper else -20, 0))
    end = figure(driver).value_to if is_upper else figure(driver).value_from
    assert end is not None
    mm = 20 / view.pixels_per_mm
    ratio = (scale.high / scale.low) ** (mm / (scale.end - scale.start))
    wanted = scale.high * ratio if is_upper else scale.low / ratio
    assert end == pytest.approx(wanted, rel=0.02)


@pytest.mark.own_window  # where the keys go depends on what was done before
def test_tab_in_the_field_keeps_the_words_and_goes_on(two: Driver) -> None:
    view = view_of(two)
    view.setFocus()
    view.choose(AxisTitle(Axis.VALUE))
    at = view.parts.index(AxisTitle(Axis.VALUE))
    QTest.keyClick(view, Qt.Key.Key_Return)
    field = view.field
    assert field is not None
    field.line.setText("Fronds")
    QTest.keyClick(field.line, Qt.Key.Key_Tab)
    two.settle()
    assert figure(two).value_title == "Fronds"
    assert view.field is None
    assert view.hasFocus()
    assert view.chosen_part == view.parts[at + 1]


def test_a_menu_of_a_part_that_is_gone_before_it_was_drawn(two: Driver) -> None:
    """Asked for in the same turn in which the groups have changed."""
    view = view_of(two)
    target = next(part for part in view.parts if isinstance(part, LevelName))
    factor = two.window.store.results.groups.factors[0].factor.variable
    two.window.store.apply(ChooseFactors(factors=(1,), names=("light",), before=(0, 1)))
    assert view.is_waiting
    menu = view.open_menu(target, QPoint(20, 20))
    assert factor == target.variable
    assert [action.text() for action in menu.actions()]
    assert not view.is_waiting
