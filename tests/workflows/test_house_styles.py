"""House styles: files that say what is wrong with them, the three of ours, saving and applying."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from msgspec.structs import replace

from decimus.analysis.results import Results
from decimus.charts.styles import Origin, style_of
from decimus.cli.main import run_command
from decimus.errors import InputError
from decimus.figure.layout import page_of
from decimus.figure.outlines import measure
from decimus.formats.style_file import schema, style_bytes, style_from_bytes
from decimus.study import edits
from decimus.study.history import History
from decimus.study.house_styles import HouseStyle
from decimus.study.looks import Look
from decimus.study.questions import Question
from decimus.study.studies import Study
from decimus.terms import ComparisonText, ErrorBar, Height
from decimus.wording.figure.house_styles import present_style, style_choice
from decimus.wording.figure.setting_choices import setting_choice
from decimus.workflows import house_styles
from decimus.workflows.opening import open_file
from tests.conftest import FIVE_BY_FOUR, study_of

ROOT = Path(__file__).parent.parent.parent
OURS = HouseStyle(
    "our lab",
    Look(text_pt=7.0, line_pt=0.5, error_bar_colour="#405060"),
    error_bar=ErrorBar.STANDARD_ERROR,
    comparison_text=ComparisonText.STARS,
    star_limits=(0.01, 0.001),
    leading_zero=False,
    p_decimals=4,
)


@pytest.fixture(autouse=True)
def _own_folder(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(house_styles, "user_config_path", lambda _: tmp_path / "config")


def test_a_style_is_the_same_after_its_file() -> None:
    for style in (OURS, *house_styles.all_styles()):
        assert style_from_bytes(style_bytes(style)) == style


def test_the_schema_in_the_docs_is_that_of_the_file() -> None:
    assert json.loads((ROOT / "docs" / "style.schema.json").read_text("utf-8")) == schema()


def test_ours_have_the_names_that_are_said_and_sizes_that_a_page_can_have() -> None:
    assert tuple(style.name for style in house_styles.all_styles()) == house_styles.BUNDLED
    widths = [style.look.width_mm for style in house_styles.all_styles()]
    assert widths == sorted(widths, key=lambda width: width or 0)


@pytest.mark.parametrize(
    ("changed", "words"),
    [
        ({"colour": "red"}, "has no field “colour”"),
        ({"look": {"colour": 1}}, "has no field “colour” of look"),
        ({"look": {"text_pt": "big"}}, "“look.text_pt” (size of letters)"),
        ({"look": {"text_pt": 900}}, "“look.text_pt” (size of letters)"),
        ({"error_bar": "huge"}, "“error_bar”"),
        ({"version": 99}, "later version"),
        ({"format": "something"}, "no house style"),
        ({"name": " "}, "no name"),
        ({"name": 4}, "“name”"),
        ({"look\n\x1b[31m": 4}, "has no field"),
    ],
)
def test_a_file_that_is_not_right_is_refused_by_one_line(
    changed: dict[str, object], words: str
) -> None:
    content = {**json.loads(style_bytes(OURS)), **changed}
    with pytest.raises(InputError) as caught:
        style_from_bytes(json.dumps(content).encode(), "lab.json")
    line = str(caught.value)
    assert words in line
    assert line.isprintable()


@pytest.mark.parametrize("content", [b"", b"\xff\xfe", b"[]", b"{", b"[" * 99_999, b"null", b"1"])
def test_what_is_no_style_at_all_is_refused_by_one_line(content: bytes) -> None:
    with pytest.raises(InputError) as caught:
        style_from_bytes(content, "x.json")
    assert "\n" not in str(caught.value)


def test_a_style_stands_between_the_rule_and_the_figure() -> None:
    study = edits.ApplyStyle(style=OURS).apply(study_of(FIVE_BY_FOUR))
    resolved = style_of(study.questions[0].figure)
    assert resolved.style.text_pt == 7.0
    assert resolved.origin("text_pt") is Origin.HOUSE
    assert study.questions[0].heights.error_bar is ErrorBar.STANDARD_ERROR
    numerals = Results(study).numerals
    assert (numerals.leading_zero, numerals.p_decimals) == (False, 4)
    own_numbers = edits.ChooseNumberStyle(name="p_decimals", value=2).apply(study)
    assert Results(own_numbers).numerals.p_decimals == 2, "the study has the last word"
    own = edits.ChooseLook(name="text_pt", value=9.0).apply(study)
    assert style_of(own.questions[0].figure).style.text_pt == 9.0
    choice = setting_choice(Results(own), "text_pt")
    assert choice.options[-1].label == "by the style"
    back = choice.options[-1].edit
    assert back is not None
    assert back.apply(own) == study


def test_looks_set_before_give_way_and_come_back_with_undo() -> None:
    history = History().after(edits.BringInTable(table=study_of(FIVE_BY_FOUR).sheets[0].table))
    history = history.after(edits.ChooseLook(name="text_pt", value=11.0))
    after = history.after(edits.ApplyStyle(style=OURS))
    assert style_of(after.study.questions[0].figure).style.text_pt == 7.0
    assert after.undone().study == history.study


def test_error_bars_that_do_not_belong_to_a_height_stay() -> None:
    study = edits.ChooseHeight(height=Height.MEDIAN).apply(study_of(FIVE_BY_FOUR))
    before = study.questions[0].heights.error_bar
    assert before is not ErrorBar.STANDARD_ERROR
    after = edits.ApplyStyle(style=OURS).apply(study)
    assert after.questions[0].heights.error_bar is before


def test_all_figures_of_a_study_at_once() -> None:
    study = study_of(FIVE_BY_FOUR)
    study = replace(study, questions=(*study.questions, Question()))
    one = edits.ApplyStyle(style=OURS, question=1).apply(study)
    assert [q.figure.house.name for q in one.questions] == ["", "our lab"]
    every = edits.ApplyStyle(style=OURS, to_all=True).apply(study)
    assert [q.figure.house.name for q in every.questions] == ["our lab", "our lab"]
    labels = [option.label for option in style_choice(Results(every), ()).options]
    assert "our lab for all figures of this study" in labels


def test_the_looks_of_a_figure_saved_as_a_style_change_nothing_of_it() -> None:
    study = study_of(FIVE_BY_FOUR)
    for edit in (
        edits.ApplyStyle(style=OURS),
        edits.ChooseLook(name="point_mm", value=3.0),
        edits.ChooseErrorBar(error_bar=ErrorBar.STANDARD_DEVIATION),
    ):
        study = edit.apply(study)
    entry = style_choice(Results(study), house_styles.all_styles()).entries[0]
    after = entry.edit_of("  my  style ").apply(study)
    assert after.questions[0].figure.house.name == "my style"
    pages = [page_of(Results(each), measure).marks for each in (study, after)]
    assert pages[0] == pages[1]
    for name in ("", "x" * 100):
        with pytest.raises(InputError):
            entry.edit_of(name)


def test_saved_styles_are_kept_and_found_by_name() -> None:
    path = house_styles.save_style(OURS)
    assert house_styles.style_named("our lab") == OURS
    assert house_styles.style_named(str(path)) == OURS
    (path.parent / "broken.json").write_text("{", "utf-8")
    assert [style.name for style in house_styles.saved_styles()] == ["our lab"]
    with pytest.raises(InputError, match="comes along"):
        house_styles.save_style(replace(OURS, name="paper"))
    with pytest.raises(InputError, match="paper, slide, poster, our lab"):
        house_styles.style_named("nothing")


def test_new_studies_begin_with_the_style_that_was_set() -> None:
    assert house_styles.new_history().study == Study()
    house_styles.set_default(OURS)
    assert house_styles.new_history().study.questions[0].figure.house == OURS
    house_styles.set_default(None)
    assert house_styles.new_history().study == Study()


def test_a_damaged_style_for_new_figures_is_said_and_left_out(tmp_path: Path) -> None:
    table = tmp_path / "areas.csv"
    table.write_text(FIVE_BY_FOUR, "utf-8")
    house_styles.set_default(OURS)
    assert open_file(table).notes == ()
    (house_styles.styles_folder().parent / "default.json").write_text('{"colour": 1}', "utf-8")
    (note,) = open_file(table).notes
    assert note.startswith("The style set for new figures is left out: ")
    assert "default.json" in note
    assert open_file(table).history.study.questions[0].figure.house.name == ""


def test_present_style_leaves_nothing_to_the_question() -> None:
    study = edits.ChooseLook(name="text_pt", value=11.0).apply(study_of(FIVE_BY_FOUR))
    assert present_style(Results(study), "x").look.text_pt == 11.0


def test_by_command(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    table, out = tmp_path / "t.tsv", tmp_path / "f.svg"
    table.write_text(FIVE_BY_FOUR, "utf-8")
    style = tmp_path / "lab.json"
    style.write_bytes(style_bytes(OURS))
    written = {}
    for name in ("", "paper", "slide", "poster", str(style)):
        options = ["--without-study", *(["--style", name] if name else [])]
        assert run_command(["figure", str(table), "-o", str(out), *options]) == 0
        written[name] = out.read_text("utf-8")
    assert len(set(written.values())) == 4, "paper is what the rules give"
    assert written[""] == written["paper"]
    command = ["figure", str(table), "-o", str(out), "--style"]
    assert run_command([*command, "slide", "--width-mm", "100"]) == 0
    assert 'width="283' in out.read_text("utf-8")
    capsys.readouterr()
    style.write_text('{"format": "decimus style", "version": 1, "name": "x", "hue": 3}', "utf-8")
    for wrong in ("nothing", str(style)):
        assert run_command([*command, wrong]) == 2
        assert capsys.readouterr().err.count("\n") == 1
