"""Titles over the figure, notes at places of the data, and the way from places to data and back."""

from __future__ import annotations

import random
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.results import Results
from decimus.figure.layout import page_of
from decimus.figure.marks import Box, Dots, Face, Label, Line, Page
from decimus.figure.outlines import measure
from decimus.figure.places import along_mm
from decimus.study import edits
from decimus.study.questions import Note
from decimus.study.targets import GroupAt, NoteAt, TitleAt
from decimus.terms import ChartKind, NoteKind, Orientation
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import TWO_FACTORS, study_of
from tests.figure.designs import figure
from tests.figure.shapes import beyond_the_page, touch

TITLE = edits.ChooseSetting(name="title", value="Fronds of *Lemna minor* shrink with road salt")
SUBTITLE = edits.ChooseSetting(name="subtitle", value="After 14 days, 20 °C")


def page(*chosen: edits.Edit, table: str = TWO_FACTORS) -> Page:
    return page_of(Results(study_of(table, *chosen)), measure)


def lines(shown: Page, *, is_subtitle: bool = False) -> list[Label]:
    return [
        mark
        for mark in shown.of(TitleAt)
        if isinstance(mark, Label) and mark.target == TitleAt(is_subtitle)
    ]


def test_there_is_no_title_until_one_is_written() -> None:
    assert page().of(TitleAt) == ()


def test_a_title_takes_its_room_from_the_plot_and_not_from_the_page() -> None:
    bare, with_title = page(), page(TITLE, SUBTITLE)
    assert with_title.height_mm == pytest.approx(bare.height_mm)
    assert with_title.plots[0].top < bare.plots[0].top
    assert beyond_the_page(with_title) == []
    texts = [mark for mark in with_title.marks if isinstance(mark, Label)]
    assert [1 for a, b in combinations(texts, 2) if touch(a, b, 0.15)] == []
    words = " ".join(line.text for line in lines(with_title))
    assert words == "Fronds of Lemna minor shrink with road salt"
    faces = {run.face for line in lines(with_title) for run in line.runs}
    assert faces == {Face.STRONG, Face.STRONG_ITALIC}
    assert lines(with_title, is_subtitle=True)[0].text == "After 14 days, 20 °C"


@pytest.mark.parametrize("width", [40.0, 85.0, 174.0])
def test_long_titles_stand_in_lines_on_the_page(width: float) -> None:
    shown = page(TITLE, SUBTITLE, edits.ChooseSize(width_mm=width, height_mm=70))
    assert beyond_the_page(shown) == []
    assert all(line.bounds.right <= shown.width_mm for line in lines(shown))


def test_it_stands_at_the_left_or_in_the_middle_with_its_number() -> None:
    middle = edits.ChooseSetting(name="title_align", value="middle")
    number = edits.ChooseSetting(name="figure_number", value=3)
    said = edits.ChooseSetting(name="numbers_title", value=True)
    shown = page(SUBTITLE, middle, number, said)
    (line,) = lines(shown)
    assert line.text == "Figure\u00a03."
    assert (line.bounds.left + line.bounds.right) / 2 == pytest.approx(shown.width_mm / 2)
    assert lines(page(TITLE))[0].x < 2
    results = Results(study_of(TWO_FACTORS, number))
    assert plain_text(caption(results)).startswith("Figure\u00a03. ")


def note(kind: NoteKind = NoteKind.TEXT, number: int = 0, **more: object) -> edits.Edit:
    return edits.PutNote(note=Note(number, kind, 1.0, 4.0, text="here*^2^*", **more))  # type: ignore[arg-type]


def heights(shown: Page, levels: tuple[str, ...]) -> float:
    box = next(m for m in shown.of(GroupAt) if isinstance(m, Box) and m.target == GroupAt(levels))
    return box.y + box.height


@pytest.mark.parametrize("orientation", list(Orientation))
def test_a_note_stays_at_its_value_when_the_axis_changes(orientation: Orientation) -> None:
    turned = edits.TurnFigure(orientation=orientation)
    for axis in (None, edits.ChooseValueRange(value_from=0, value_to=40)):
        shown = page(turned, note(), *([axis] if axis else []))
        (label,) = [m for m in shown.of(NoteAt) if isinstance(m, Label)]
        plot = shown.plots[0]
        middle = (label.bounds.left + label.bounds.right) / 2
        assert plot.xy(1.0, 4.0) == pytest.approx((middle, label.y))
        assert label.text == "here2"


def test_lines_and_arrows_go_from_place_to_place() -> None:
    for kind, count in ((NoteKind.LINE, 1), (NoteKind.ARROW, 2)):
        shown = page(note(kind, to_along=0.0, to_value=8.0))
        marks = [m for m in shown.of(NoteAt) if isinstance(m, Line)]
        assert len(marks) == count
        plot = shown.plots[0]
        ends = (plot.xy(1.0, 4.0), plot.xy(0.0, 8.0))
        for point, end in zip(marks[0].points, ends, strict=True):
            assert point == pytest.approx(end)


def test_a_note_is_changed_by_its_number_and_taken_off() -> None:
    study = study_of(TWO_FACTORS, note(), note(number=2))
    changed = edits.PutNote(note=Note(2, NoteKind.TEXT, 0.0, 1.0, text="there")).apply(study)
    assert [own.text for own in changed.questions[0].figure.notes] == ["here*^2^*", "there"]
    gone = edits.TakeOffNote(number=2).apply(changed)
    assert [own.number for own in gone.questions[0].figure.notes] == [0]


@given(
    st.lists(st.floats(0.5, 20), min_size=1, max_size=8),
    st.floats(-0.4, 8),
    st.booleans(),
)
def test_from_a_place_to_the_page_and_back(
    gaps: list[float], along: float, is_sideways: bool
) -> None:
    from decimus.figure.places import PlotPlace
    from decimus.figure.scales import Scale

    middles = tuple(sum(gaps[: i + 1]) for i in range(len(gaps)))
    plot = PlotPlace(0, 10, 12, 80, 60, is_sideways, Scale(2, 7, 12, 60), middles)
    x, y = plot.xy(along, 3.5)
    assert plot.along_at(x, y) == pytest.approx(along, abs=1e-9)
    assert plot.value_at(x, y) == pytest.approx(3.5)
    for number, middle in enumerate(middles):
        assert along_mm(middles, number, 70) == pytest.approx(middle)


@pytest.mark.parametrize("seed", range(20))
def test_points_of_the_page_are_where_their_plot_says(seed: int) -> None:
    """Each kind of page knows where its data are: panels, outcomes, sideways, enlarged."""
    rng = random.Random(seed)
    study = figure(rng, ChartKind.POINTS, rng.randint(1, 3))
    assert study is not None
    if seed % 3 == 0:
        study = edits.ChooseLook(name="text_pt", value=20.0).apply(study)
    if seed % 4 == 0:
        study = TITLE.apply(study)
    results = Results(study)
    shown = page_of(results, measure)
    groups = results.groups
    for mark in shown.of(GroupAt):
        if (
            isinstance(mark, Dots)
            and isinstance(mark.target, GroupAt)
            and "triangle at" not in mark.shape.value
        ):
            group = groups.find(mark.target.levels)
            assert group is not None
            height = groups.height(group)
            plots = [plot for plot in shown.plots if plot.contains(mark.xs[0], mark.ys[0])]
            assert height is not None
            assert plots
            assert plots[0].value_at(mark.xs[0], mark.ys[0]) == pytest.approx(height)


@pytest.mark.parametrize(
    ("heading", "title", "said"),
    [
        ("value", None, "value"),
        ("Value (mm)", None, "Value"),
        ("area (mm²)", None, ""),
        ("area (mm²)", "*Result* (mm)", "Result (mm)"),
        ("value", "Frond area (mm²)", ""),
        ("value", "", ""),
    ],
)
def test_an_axis_that_says_nothing_of_what_was_measured_is_remarked(
    heading: str, title: str | None, said: str
) -> None:
    table = f"salt,{heading}\n0,1.5\n0,2\n2,3\n2,4\n"
    chosen = [] if title is None else [edits.WriteAxisTitle(is_value_axis=True, text=title)]
    heads = [remark.head for remark in remark_words(Results(study_of(table, *chosen)))]
    found = [head for head in heads if "says nothing of what was measured" in head]
    assert found == ([f"“{said}” on the axis says nothing of what was measured."] if said else [])


def test_levels_without_a_name_keep_the_unit_that_their_labels_leave_out() -> None:
    """0, 2, 4 below an axis without a title were of nobody knows what."""
    shown = page(table=",0 h,2 h,4 h\nP_1,0.1,0.2,0.4\nP_2,0.3,0.2,0.5\nP_3,0.2,0.3,0.4\n")
    texts = [mark.text for mark in shown.marks if isinstance(mark, Label)]
    assert "h" in texts
    assert "0" in texts
