"""Study files: what is saved comes back, what is damaged is refused whole."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Callable
from io import BytesIO
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.results import Results
from decimus.errors import FileFormatError, InputError
from decimus.examples.catalogue import EXAMPLES
from decimus.formats.study_file import (
    NO_HISTORY,
    VERSION,
    open_study,
    save_study,
    study_bytes,
    study_from_bytes,
)
from decimus.notation import plain
from decimus.study.edits import BringInTable, ChooseErrorBarLevel, WriteCells
from decimus.study.history import History
from decimus.study.looks import Look, LookOfGroup
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.study.targets import KeyAt, Moved, PairAt
from decimus.terms import (
    Alternative,
    ChartKind,
    Decimals,
    ErrorBar,
    Orientation,
    Palette,
    Spacing,
    Statistic,
    Whiskers,
)


def rewritten(content: bytes, name: str, change: object) -> bytes:
    """The same archive with one part changed (or removed when `change` is None)."""
    out = BytesIO()
    with zipfile.ZipFile(BytesIO(content)) as old, zipfile.ZipFile(out, "w") as new:
        for part in old.namelist():
            data = old.read(part)
            if part == name:
                if change is None:
                    continue
                data = change(data)  # type: ignore[operator]
            new.writestr(part, data)
    return out.getvalue()


def with_json(change: dict[str, object]) -> Callable[[bytes], bytes]:
    return lambda data: json.dumps(json.loads(data) | change).encode()


def test_round_trip_with_history(salt_history: History, tmp_path: Path) -> None:
    history = salt_history.after(ChooseErrorBarLevel(level=90)).after(
        WriteCells(row=2, column=1, cells=(("3.25",),))
    )
    history = history.undone()
    path = tmp_path / "a.decimus"
    save_study(path, history)
    opened = open_study(path).history
    assert opened.study == history.study
    assert opened.position == 2
    assert opened.redone().study == history.redone().study
    assert opened.undone().undone().undone().study == Study()


cells = st.text(alphabet="a1.,;\"'\n\r\t é=", max_size=5)
tables = st.integers(1, 4).flatmap(
    lambda width: st.lists(
        st.lists(cells, min_size=width, max_size=width).map(tuple), min_size=1, max_size=4
    ).map(tuple)
)


@given(tables)
def test_any_cells_come_back(rows: tuple[tuple[str, ...], ...]) -> None:
    history = History().after(BringInTable(table=Table.from_rows(rows, "t")))
    opened = study_from_bytes(study_bytes(history)).history
    assert opened.study == history.study
    assert opened.study.sheets[0].table.rows() == rows
    assert opened.position == history.position


def test_tables_are_plain_csv(salt_history: History) -> None:
    with zipfile.ZipFile(BytesIO(study_bytes(salt_history))) as archive:
        assert archive.read("tables/1.csv").decode().startswith("Salt (g/L),0,1,2,4,8\n")
        assert json.loads(archive.read("study.json"))["version"] == VERSION


def test_equal_studies_give_equal_bytes(salt_history: History) -> None:
    assert study_bytes(salt_history) == study_bytes(salt_history)


def test_examples_come_back() -> None:
    for example in EXAMPLES:
        history = History().after(example.edit())
        assert study_from_bytes(study_bytes(history)).history.study == history.study


def test_a_damaged_history_does_not_harm_the_study(salt_history: History) -> None:
    """The study is what was saved; a history that does not lead there is left out."""
    content = study_bytes(salt_history)
    for change in (None, lambda data: b"{", with_json({"position": 0})):
        found = study_from_bytes(rewritten(content, "history.json", change))
        opened = found.history
        assert found.notes == (NO_HISTORY,)
        assert opened.study == salt_history.study
        assert opened.steps == ()


@pytest.mark.parametrize(
    ("name", "change", "words"),
    [
        ("study.json", None, "lacks a part"),
        ("study.json", lambda data: b"not json", "damaged"),
        ("study.json", with_json({"format": "something"}), "not a Decimus study"),
        ("study.json", with_json({"version": 99}), "later version"),
        ("study.json", with_json({"questions": []}), "no sheet or no question"),
        ("study.json", with_json({"surprise": 1}), "damaged"),
        ("tables/1.csv", None, "lacks a part"),
        ("tables/1.csv", lambda data: data[:20], "is not 5 × 6 cells"),
    ],
)
def test_damage_is_said_in_one_line(
    salt_history: History, name: str, change: object, words: str
) -> None:
    content = rewritten(study_bytes(salt_history), name, change)
    with pytest.raises(FileFormatError, match=words) as caught:
        study_from_bytes(content)
    assert "\n" not in str(caught.value)


@pytest.mark.parametrize("content", [b"", b"hello", b"PK\x03\x04broken"])
def test_no_archive(content: bytes) -> None:
    with pytest.raises(FileFormatError, match="damaged or not a Decimus study"):
        study_from_bytes(content)


def test_truncated_anywhere_is_refused(salt_history: History) -> None:
    content = study_bytes(salt_history)
    for cut in range(10, len(content) - 1, 97):
        with pytest.raises(FileFormatError):
            study_from_bytes(content[:cut])


def test_saving_where_one_may_not(salt_history: History, tmp_path: Path) -> None:
    with pytest.raises(InputError):
        save_study(tmp_path / "none" / "a.decimus", salt_history)


SAMPLES = Path(__file__).parent / "samples"


def test_a_study_of_version_1_opens_with_all_that_was_chosen_and_its_history() -> None:
    """Written when a question was in one piece: 20 choices and the edits that made them."""
    opened = open_study(SAMPLES / "version-1.decimus")
    assert opened.notes == ()
    assert len(opened.history.steps) == 21
    question = opened.history.study.questions[0]
    assert question.levels.orders[0].levels == ("8", "0", "2")
    assert question.levels.label(1, "dim") == "in the shade"
    assert question.levels.control(0) == "0"
    assert question.heights.error_bar is ErrorBar.MULTIPLE_OF_SE
    assert (question.heights.factor, question.heights.level) == (1.5, 90)
    assert (question.comparison.level, question.comparison.power) == (99, 90)
    assert question.comparison.alternative is Alternative.GREATER
    assert question.comparison.relevant_difference == 2.5
    assert question.lanes.columns == (Statistic.N, Statistic.MEAN, Statistic.MEDIAN)
    assert question.figure.is_drawn(("2", "dim"), ("0", "dim"))
    assert question.figure.hidden == (("8", "dim"),)
    (moved,) = question.figure.moved
    assert isinstance(moved.what, PairAt)
    assert (moved.along_mm, moved.value_mm) == (0, 2)
    assert question.figure.value_title == "Area of fronds"
    assert (question.numbers.decimals, question.numbers.fixed) == (Decimals.FIXED, 3)
    assert study_from_bytes(study_bytes(opened.history)).history.study == opened.history.study


def test_a_study_of_version_3_opens_with_all_that_was_set_on_the_figure() -> None:
    opened = open_study(SAMPLES / "version-3.decimus")
    assert opened.notes == ()
    assert len(opened.history.steps) == 9
    figure = opened.history.study.questions[0].figure
    assert (figure.kind, figure.whiskers) == (ChartKind.BOXES, Whiskers.EXTREMES)
    assert figure.look == Look(text_pt=9.0)
    assert figure.group_looks == (LookOfGroup(("0", "dim"), Look(cap_mm=3.0)),)
    assert figure.moved == (Moved(KeyAt(), 2.0, -1.0),)
    assert figure.orientation is Orientation.SIDEWAYS
    assert (figure.value_title, figure.value_from, figure.value_to) == (r"Area \*b\*", 0, 20)
    assert plain(figure.value_title) == "Area *b*", "stars of then are no notation"
    assert study_from_bytes(study_bytes(opened.history)).history.study == opened.history.study


def test_a_study_of_version_2_opens_with_its_look_and_what_was_moved() -> None:
    """Written when colours, letters and sizes stood among all choices about the figure."""
    opened = open_study(SAMPLES / "version-2.decimus")
    assert opened.notes == ()
    assert len(opened.history.steps) == 9
    figure = opened.history.study.questions[0].figure
    assert figure.look == Look(palette=Palette.GREY, text_pt=10, width_mm=120, height_mm=62)
    assert figure.moved == (Moved(PairAt(("0", "dim"), ("4", "dim")), value_mm=2.5),)
    assert (figure.kind, figure.spacing) == (ChartKind.POINTS, Spacing.EVEN)
    last = opened.history.undone().undone().undone().study.questions[0].figure
    assert last.moved == ()
    assert study_from_bytes(study_bytes(opened.history)).history.study == opened.history.study


def test_a_study_of_version_4_opens_with_its_style_and_history() -> None:
    opened = open_study(SAMPLES / "version-4.decimus")
    assert opened.notes == ()
    assert len(opened.history.steps) == 5
    (question,) = opened.history.study.questions
    assert question.figure.title == "Salt and *Lemna*"
    assert question.figure.house.name == "ours"
    numerals = Results(opened.history.study).numerals
    assert (numerals.leading_zero, numerals.p_decimals) == (False, 2)
    assert question.figure.notes[0].text == "here *Lemna*"
    assert question.heights.error_bar is ErrorBar.STANDARD_ERROR
    assert question.name == ""
    assert study_from_bytes(study_bytes(opened.history)).history.study == opened.history.study
