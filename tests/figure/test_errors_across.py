"""Errors of amounts: read with their levels, typed, drawn to scale, said in the caption."""

from __future__ import annotations

from pathlib import Path

import pytest

from decimus.analysis.results import Results
from decimus.cli.main import run_command
from decimus.errors import ChoiceError
from decimus.figure.layout import page_of
from decimus.figure.marks import Dots, Line, PageNote, Stroke
from decimus.figure.outlines import measure
from decimus.measurements.amounts import amount_and_unit, error_of_amount
from decimus.study import edits
from decimus.study.questions import FigureChoices, LevelError
from decimus.study.targets import GroupAt
from decimus.terms import ChartKind, LevelKind, Orientation, Spacing
from decimus.wording.figure.errors_across import typed_errors
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import study_of

NAMED = "light (µmol),length (mm)\n" + "".join(
    f"{level},{value}\n"
    for level, values in (
        ("5 ± 1", (1.0, 1.2, 1.1)),
        ("20 ± 2", (2.0, 2.4, 2.2)),
        ("45 ± 4", (4.0, 4.4, 4.3)),
    )
    for value in values
)
PLAIN = NAMED.replace(" ± 1,", ",").replace(" ± 2,", ",").replace(" ± 4,", ",")
DRAWN = (ChartKind.POINTS, ChartKind.LINE, ChartKind.INTERVALS)


def results(table: str, *chosen: edits.Edit) -> Results:
    return Results(study_of(table, *chosen))


def typed(found: Results, text: str) -> edits.ChooseLevelErrors:
    return typed_errors(text, found.groups.factors[0])


def across(found: Results, level: str, *, is_sideways: bool = False) -> list[tuple[float, float]]:
    """The ends of lines along the group axis that are longer than a cap is, rightmost last."""
    marks = page_of(found, measure).of(GroupAt)
    here = [m for m in marks if isinstance(m, Stroke) and m.target == GroupAt((level,))]
    return sorted(
        (min(a, b), max(a, b))
        for mark in here
        for a, b, c, d in [
            (mark.y1, mark.y2, mark.x1, mark.x2)
            if is_sideways
            else (mark.x1, mark.x2, mark.y1, mark.y2)
        ]
        if c == d and abs(a - b) > 2
    )


@pytest.mark.parametrize(
    ("text", "amount", "error"),
    [
        ("10 ± 0.5 °C", (10.0, "°C"), 0.5),
        ("10 °C ± 0.5", (10.0, "°C"), 0.5),
        ("10 °C ± 0.5 °C", (10.0, "°C"), 0.5),
        ("10 +/- 2", (10.0, ""), 2.0),
        ("−3,5±0,25", (-3.5, ""), 0.25),
        ("10 °C", (10.0, "°C"), None),
        ("10 °C ± 2 K", None, None),
        ("warm ± 2", None, None),
        ("10 ± few", (10.0, "± few"), None),
    ],
)
def test_an_amount_with_its_error_is_read(
    text: str, amount: tuple[float, str] | None, error: float | None
) -> None:
    assert amount_and_unit(text) == amount
    assert error_of_amount(text) == error


def test_levels_with_errors_are_amounts() -> None:
    factor = results(NAMED).groups.factors[0].factor
    assert factor.kind is LevelKind.AMOUNTS
    assert [(level.amount, level.error) for level in factor.levels] == [(5, 1), (20, 2), (45, 4)]


@pytest.mark.parametrize("kind", DRAWN)
@pytest.mark.parametrize("orientation", list(Orientation))
def test_errors_are_drawn_to_the_scale_of_the_axis(
    kind: ChartKind, orientation: Orientation
) -> None:
    """A unit is as long everywhere: 20 ± 2 is twice as wide as 5 ± 1, and 15 units away."""
    turned = edits.TurnFigure(orientation=orientation)
    alone = edits.ShowReplicates(is_shown=False)
    found = results(NAMED, edits.ChooseKind(kind=kind), turned, alone)
    is_sideways = orientation is Orientation.SIDEWAYS
    lines = [across(found, name, is_sideways=is_sideways) for name in ("20 ± 2", "45 ± 4")]
    assert [len(each) for each in lines] == [1, 1]
    (second, third) = (each[0] for each in lines)
    middle = [(a + b) / 2 for a, b in (second, third)]
    unit = abs(middle[1] - middle[0]) / 25
    assert second[1] - second[0] == pytest.approx(4 * unit)
    assert third[1] - third[0] == pytest.approx(8 * unit)


def test_a_box_reaches_as_far_as_both_and_the_bar_is_not_drawn_twice() -> None:
    points = edits.ChooseKind(kind=ChartKind.POINTS)
    crossed = results(NAMED, points)
    boxed = results(NAMED, points, edits.ChooseSetting(name="across_as", value="box"))
    mine = GroupAt(("45 ± 4",))
    marks = [mark for mark in page_of(boxed, measure).marks if mark.target == mine]
    box = next(mark for mark in marks if isinstance(mark, Line))
    assert not any(isinstance(mark, Stroke) for mark in marks)
    sides = across(crossed, "45 ± 4")[0]
    xs, ys = zip(*box.points, strict=True)
    assert (min(xs), max(xs)) == pytest.approx(sides)
    bars = [
        mark
        for mark in page_of(crossed, measure).marks
        if isinstance(mark, Stroke) and mark.target == mine and mark.x1 == mark.x2
    ]
    longest = max(bars, key=lambda mark: abs(mark.y1 - mark.y2))
    assert (min(ys), max(ys)) == pytest.approx(sorted((longest.y1, longest.y2)))


def test_the_axis_covers_errors_and_a_chosen_end_cuts_them() -> None:
    found = results(PLAIN, edits.ChooseKind(kind=ChartKind.POINTS))
    wide = typed(found, "45: 30").apply(found.study)
    page = page_of(Results(wide), measure)
    reach = across(Results(wide), "45")[0]
    assert 0 < reach[0] < reach[1] < page.width_mm
    narrow = across(Results(typed(found, "45: 9").apply(found.study)), "45")[0]
    assert reach[1] - reach[0] > narrow[1] - narrow[0]
    cut = edits.ChooseSetting(name="group_to", value=50.0).apply(wide)
    assert across(Results(cut), "45")[0][1] < page.width_mm


def test_an_error_that_reaches_zero_goes_to_the_start_of_logarithms() -> None:
    found = results(
        PLAIN,
        edits.ChooseKind(kind=ChartKind.POINTS),
        edits.ChooseSetting(name="group_scale", value="log"),
    )
    study = typed(found, "5: 7").apply(found.study)
    first = across(Results(study), "5")[0]
    middles = [m for m in page_of(Results(study), measure).marks if m.target == GroupAt(("5",))]
    middle = next(mark.xs[0] for mark in middles if isinstance(mark, Dots))
    assert first[0] < middle < first[1]


def test_errors_are_typed_for_all_in_percent_or_level_by_level() -> None:
    found = results(PLAIN)

    def errors(text: str) -> dict[str, float]:
        return {each.level: each.error for each in typed(found, text).errors}

    assert errors("0,5") == {"5": 0.5, "20": 0.5, "45": 0.5}
    assert errors("± 10 %") == {"5": 0.5, "20": 2.0, "45": 4.5}
    assert errors("20: 2; 45: 4") == {"20": 2.0, "45": 4.0}
    assert errors("none") == {"5": 0.0, "20": 0.0, "45": 0.0}
    assert errors("") == {}
    for text, words in (("7: 1", "no level"), ("-2", "cannot be"), ("wide", "not a number")):
        with pytest.raises(ChoiceError, match=words):
            errors(text)


def test_what_is_typed_stands_before_what_names_say_and_none_takes_it_away() -> None:
    found = results(NAMED, edits.ChooseKind(kind=ChartKind.POINTS))
    assert across(found, "45 ± 4")
    without = Results(typed(found, "none").apply(found.study))
    assert across(without, "45 ± 4") == []
    assert "axis of light" not in plain_text(caption(without))
    again = Results(typed(found, "").apply(without.study))
    assert page_of(again, measure).marks == page_of(found, measure).marks


def test_the_caption_says_them_where_they_are_drawn_only() -> None:
    found = results(NAMED, edits.ChooseKind(kind=ChartKind.POINTS))
    assert "Lines along the axis of light are its errors as given: ± 1 µmol at 5" in plain_text(
        caption(found)
    ).replace("\u00a0", " ")
    for edit in (
        edits.ChooseSpacing(spacing=Spacing.EVEN),
        edits.ChooseKind(kind=ChartKind.BARS),
    ):
        assert "its errors" not in plain_text(
            caption(Results(edit.apply(found.study), before=found))
        )


def test_the_page_says_when_there_is_no_room_for_true_distances() -> None:
    table = NAMED + "".join(f"45.0{k} ± 0.1,4.{k}\n45.0{k} ± 0.1,4\n" for k in range(1, 9))
    found = results(table, edits.ChooseKind(kind=ChartKind.POINTS))
    assert PageNote.ERRORS_ACROSS in page_of(found, measure).notes


def test_errors_follow_a_column_that_moves() -> None:
    study = study_of(PLAIN)
    study = typed(Results(study), "1").apply(study)
    moved = edits.InsertColumns(at=0).apply(study).questions[0].figure
    assert [own.variable for own in moved.level_errors] == [1, 1, 1]
    gone = edits.DeleteColumns(at=0).apply(study).questions[0].figure
    assert gone.level_errors == ()


def test_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path, out = tmp_path / "light.csv", tmp_path / "f.svg"
    path.write_text(PLAIN, "utf-8")
    command = ["figure", str(path), "-o", str(out), "--without-study", "--kind", "points"]
    assert run_command(command) == 0
    plain = out.read_text("utf-8")
    assert run_command([*command, "--x-errors", "5 %"]) == 0
    assert out.read_text("utf-8") != plain
    capsys.readouterr()
    for options in (["--kind", "bars", "--x-errors", "1"], ["--x-errors", "9: 1"]):
        assert run_command(["figure", str(path), "-o", str(out), *options]) == 2
        assert capsys.readouterr().err.count("\n") == 1


def test_they_are_kept_by_level() -> None:
    edit = edits.ChooseLevelErrors(variable=0, errors=(LevelError(0, "5", 1.0),))
    other = edits.ChooseLevelErrors(variable=1, errors=(LevelError(1, "5", 2.0),))
    figure = other.chosen(edit.chosen(FigureChoices()))
    assert {(own.variable, own.error) for own in figure.level_errors} == {(0, 1.0), (1, 2.0)}
