"""Tables of names and nothing else: rows are counted, and nothing says more than that."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from decimus.__main__ import run
from decimus.analysis.results import Results
from decimus.figure.axes import value_axis
from decimus.figure.content import content_of
from decimus.formats.delimited import table_of_text
from decimus.study.edits import BringInTable, ChooseFactors
from decimus.study.history import History
from decimus.study.live_parts import Passage
from decimus.study.readings import Reading
from decimus.study.studies import Study
from decimus.terms import Height, Statistic
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from decimus.wording.write_up.passages import suggested
from decimus.workflows.cases import with_cases_counted
from decimus.workflows.opening import brought_in

TEXT = "shore,cover\nnorth,moss\nnorth,bare\nnorth,moss\nsouth,bare\nsouth,bare\nsouth,lichen\n"
COUNTS = {
    ("north", "moss"): 2,
    ("north", "bare"): 1,
    ("north", "lichen"): 0,
    ("south", "moss"): 0,
    ("south", "bare"): 2,
    ("south", "lichen"): 1,
}


def edit_of(text: str) -> BringInTable:
    return with_cases_counted(BringInTable(table=table_of_text(text, title="cover")))


def results() -> Results:
    return Results(edit_of(TEXT).apply(Study()))


def test_every_combination_has_its_count_and_none_is_nought() -> None:
    found = results()
    assert {group.levels: group.n for group in found.groups.shown} == COUNTS
    assert found.question.heights.height is Height.COUNT
    assert found.question.lanes.columns == (Statistic.N,)


def test_by_one_column_alone() -> None:
    study = ChooseFactors(factors=(1,), names=("cover",)).apply(edit_of(TEXT).apply(Study()))
    found = {group.levels: group.n for group in Results(study).groups.shown}
    assert found == {("moss",): 2, ("bare",): 3, ("lichen",): 1}


def test_means_with_spreads_are_no_names_of_kinds() -> None:
    assert edit_of("bed,found\nm,5.1 ± 0.2\nq,5.1 ± 0.2\nr,6 ± 1\ns,6 ± 1\n").reading == Reading()


def test_rows_that_name_no_group_are_said_and_empty_ones_are_not() -> None:
    found = Results(edit_of(TEXT + "north,\n,\n,bare\nnorth,moss\n").apply(Study()))
    assert {g.levels: g.n for g in found.groups.shown}["north", "moss"] == 3
    assert found.measurements.without_group == (7, 9)
    said = [remark.head for remark in remark_words(found)]
    assert "Rows 8 and 10 name no group." in said


def test_what_is_said_says_no_more_than_that() -> None:
    found = results()
    assert [r.kind for r in remark_words(found)] == ["cases-counted"]
    assert "Rows are counted: number of cases" in plain_text(reading_sentence(found))
    assert plain_text(caption(found)).endswith("Bars show the count of cases.")
    assert plain_text(suggested(found, Passage.METHODS)).startswith(
        "The number of cases was counted at two levels of shore (north and south) and at three "
        "levels of cover (moss, bare and lichen), with 0–2 cases in each combination (6 in all)."
    )
    groups = plain_text(suggested(found, Passage.GROUPS))
    assert "For north, lichen there were 0 cases." in groups
    assert "For south, lichen there was 1 case." in groups
    for which in Passage:
        assert "computed as" not in plain_text(suggested(found, which))


def test_cases_are_compared_by_no_test() -> None:
    found = results()
    assert found.comparison is None
    assert "nothing was measured" in str(found.refusal)


def test_the_axis_of_counts_has_whole_numbers_only() -> None:
    axis = value_axis(content_of(results()), 0.0, 2.0, 0.0, 40.0)
    assert axis.labels == ("0", "1", "2")
    assert all(tick == round(tick) for tick in axis.minor)


@pytest.mark.parametrize(
    "text",
    [
        "plant,germinated\nA,7/10\nA,8/10\nB,3/10\nB,2/9\n",  # nearly numbers
        "plant,note\nA,tall and green\nA,broken\nB,eaten\nB,eaten by slugs\nB,fine\nA,fine\n",
        "A,B\nx,y\n",  # one row
        "plant,mass\nA,1.5\nA,2.5\nB,3.5\nB,4.5\n",
    ],
)
def test_other_tables_are_left_as_they_are(text: str) -> None:
    plain = BringInTable(table=table_of_text(text))
    assert with_cases_counted(plain) == plain


def test_names_of_rows_are_no_kinds() -> None:
    rows = [f"p{i},{kind}" for i, kind in enumerate(("a", "a", "b", "b", "b"), start=1)]
    found = Results(edit_of("plant,kind\n" + "\n".join(rows) + "\n").apply(Study()))
    assert {group.levels: group.n for group in found.groups.shown} == {("a",): 2, ("b",): 3}


def test_through_window_and_command_line(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    made = brought_in(History(), BringInTable(table=table_of_text(TEXT)), "cover.csv")
    assert made.results.problem is None
    assert made.results.measurements.counts_cases
    path = tmp_path / "cover.csv"
    path.write_text(TEXT)
    assert run(["summary", str(path), "--json"]) == 0
    found = json.loads(capsys.readouterr().out)["groups"]
    assert {tuple(group["levels"]): group["n"] for group in found} == COUNTS
    assert run(["check", str(path)]) == 0
    assert "every row counts as one case" in capsys.readouterr().err
