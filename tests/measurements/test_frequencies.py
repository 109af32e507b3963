"""Tables that say how often every value was found."""

from __future__ import annotations

import statistics

import pytest

from decimus.errors import TableError
from decimus.report.reading_options import options_of_edit
from decimus.study.edits import CountFrequencies
from decimus.study.readings import HEADINGS
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.remarks.words import RemarkWords
from tests.conftest import results_of

LONG = "pond,eggs,nests\nA,0,3\nA,1,8\nA,2,4\nB,0,1\nB,1,4\nB,2,9\n"
ACROSS = "answer,1,2,3,4,5\nearly,4,9,12,3,2\nlate,1,3,8,11,7\n"


def remark_of(text: str, kind: str = "may-be-frequencies") -> RemarkWords | None:
    return next((r for r in remark_words(results_of(text)) if r.kind == kind), None)


def test_a_column_of_frequencies_is_offered_and_read() -> None:
    remark = remark_of(LONG)
    assert remark is not None
    assert remark.is_open
    assert "0, 1 and 2" in remark.head
    (way,) = remark.fixes
    assert options_of_edit(results_of(LONG), way[1]) == (
        "--layout",
        "long",
        "--frequencies",
        "nests",
    )
    results = results_of(LONG, way[1])
    a = [0] * 3 + [1] * 8 + [2] * 4
    b = [0] * 1 + [1] * 4 + [2] * 9
    found = [
        (g.levels, g.n, g.summary.mean, g.summary.standard_deviation) for g in results.groups.shown
    ]
    assert found == [
        (("A",), 15, pytest.approx(statistics.fmean(a)), pytest.approx(statistics.stdev(a))),
        (("B",), 14, pytest.approx(statistics.fmean(b)), pytest.approx(statistics.stdev(b))),
    ]
    said = next(r for r in remark_words(results) if r.kind == "read-as-frequencies")
    assert said.head.startswith("Read as frequencies")
    assert not said.is_open
    assert results_of(LONG, way[1], said.fixes[0][1]).measurements.count == 6


def test_cells_under_values_are_frequencies_where_rows_add_up_alike() -> None:
    remark = remark_of(ACROSS)
    assert remark is not None
    results = results_of(ACROSS, remark.fixes[0][1])
    late = [1] + [2] * 3 + [3] * 8 + [4] * 11 + [5] * 7
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("early",), 30), (("late",), 30)]
    assert results.groups.shown[1].summary.mean == pytest.approx(statistics.fmean(late))


@pytest.mark.parametrize(
    "text",
    [
        "answer,1,2,3,4,5\nearly,4,9,12,3,2\nlate,1,3,8,11,8\n",  # sums differ: replicates
        "reed,plant,pods\nA,1,5\nA,2,4\nA,3,7\nB,1,2\nB,2,3\nB,3,5\n",  # counted from 1: units
        "pond,eggs,mass\nA,0,3.1\nA,1,8.2\nA,2,4.4\nB,0,1.1\nB,1,4.0\nB,2,9.9\n",
    ],
)
def test_counting_and_measuring_are_not_taken_for_frequencies(text: str) -> None:
    assert remark_of(text) is None


def test_a_frequency_that_is_no_count_is_missing_and_said() -> None:
    edit = CountFrequencies(frequencies=2)
    results = results_of(LONG.replace("A,1,8", "A,1,8.5"), edit)
    assert [g.n for g in results.groups.shown] == [7, 14]
    assert len(results.measurements.unreadable) == 1


def test_more_than_can_be_held_is_refused_in_a_line() -> None:
    results = results_of(LONG.replace("A,1,8", "A,1,80000000"), CountFrequencies(frequencies=2))
    assert isinstance(results.problem, TableError)
    assert "80,000,021" in results.problem.what
    assert results_of(ACROSS, CountFrequencies(frequencies=HEADINGS)).problem is None


def test_headings_that_are_no_values_are_refused_in_a_line() -> None:
    text = "answer,never,often,always\nearly,4,9,12\nlate,1,3,21\n"
    results = results_of(text, CountFrequencies(frequencies=HEADINGS))
    assert isinstance(results.problem, TableError)
    assert results.problem.what == "“never” over the frequencies is no number"
