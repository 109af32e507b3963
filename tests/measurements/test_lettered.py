"""Numbers that all carry letters of what differs: the numbers count, and it is said."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from decimus.measurements.kept import decided, kept_shape, table_shape
from decimus.measurements.lettered import lettered
from decimus.study.edits import CountSummaries, Edit
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.remarks.words import RemarkWords
from tests.conftest import results_of


def remark_on_letters(text: str, *edits: Edit) -> RemarkWords:
    found = [r for r in remark_words(results_of(text, *edits)) if r.head.startswith("Letters")]
    assert len(found) == 1
    return found[0]


@pytest.mark.parametrize(
    "cells",
    [
        ("12.3a", "15.2b", "9.8a"),
        ("12.3 a", "15.2 b", "9.8 ab"),
        ("12.3 (a)", "15.2 (b)", "9.8 (a,b)"),
        ("12.3<sup>a</sup>", "15.2<sup>b</sup>", "9.8<sup>ab</sup>"),
        ("12.3ᵃ", "15.2ᵇ", "9.8ᵃᵇ"),
        ("12.3A", "15.2B", "9.8AB"),
    ],
)
def test_letters_behind_every_number_do_not_count(cells: tuple[str, ...]) -> None:
    lines = [f"{name},{cell.replace(',', ';')}" for name, cell in zip("pqr", cells, strict=True)]
    text = "\n".join(["kez,vun", *lines]).replace(";", ",") + "\n"
    quoted = text.replace("9.8 (a,b)", '"9.8 (a,b)"')
    results = results_of(quoted)
    assert [group.values for group in results.measurements.groups] == [(12.3,), (15.2,), (9.8,)]
    assert remark_on_letters(quoted).is_open


def test_means_with_letters_keep_the_spread_in_its_own_column() -> None:
    """The column of SDs was taken for what had been measured."""
    results = results_of("kez,mean,SD\nA,12.3a,1.4\nB,15.2b,2.1\nC,9.8a,0.9\n")
    given = [group.given for group in results.measurements.groups]
    assert [one and (one.mean, one.standard_deviation) for one in given] == [
        (12.3, 1.4),
        (15.2, 2.1),
        (9.8, 0.9),
    ]


def test_single_values_with_letters_may_be_means_by_one_click() -> None:
    text = "kez,vun\nA,12.3a\nB,15.2b\nC,9.8a\n"
    remark = remark_on_letters(text)
    assert remark.head == "Letters stand behind the numbers (a and b) and do not count."
    label, edit = remark.fixes[0]
    assert label == "they are means"
    answered = results_of(text, edit)
    assert [g.given and g.given.mean for g in answered.measurements.groups] == [12.3, 15.2, 9.8]
    assert not remark_on_letters(text, edit).is_open
    label, edit = remark.fixes[1]
    assert label == "they are measurements"
    assert not remark_on_letters(text, edit).is_open


def test_letters_of_all_columns_count_together() -> None:
    text = "kez,pal,rim,sod\nvun,12.3a,15.2b,9.8a\nmip,1.41b,2.12a,0.91c\n"
    assert results_of(text).measurements.shape.lettered.columns == (1, 2, 3)
    assert results_of(text).measurements.count in (3, 6)


def test_one_row_of_numbers_with_letters() -> None:
    results = results_of("kez,pal,rim,sod\nvun,12.3a,15.2b,9.8a\nmip,1.4,2.1,0.9\n")
    assert results.measurements.shape.lettered.rows == (1,)
    assert 15.2 in [v for group in results.measurements.groups for v in group.values]


@pytest.mark.parametrize(
    "rows",
    [
        (("pot", "mip"), ("1a", "3.2"), ("1b", "3.4"), ("2a", "3.9"), ("2b", "4.0")),
        (("pot", "mip"), ("12a", "3.2"), ("15b", "3.4"), ("9c", "3.9")),
        (("kez", "vun"), ("p", "2 d"), ("q", "5 h"), ("r", "3 d")),
        (("kez", "vun"), ("p", "5.5 a"), ("q", "6.5 a"), ("r", "7.1 a")),
        (("kez", "vun"), ("p", "12.3a"), ("q", "12.9"), ("r", "13.1"), ("s", "14.2b")),
        (("kez", "vun"), ("p", "12.3b"), ("q", "12.9c")),
        (("kez", "vun"), ("p", "12.3ba"), ("q", "12.9a")),
    ],
)
def test_names_units_and_notes_are_no_such_letters(rows: tuple[tuple[str, ...], ...]) -> None:
    assert not lettered(Table.from_rows(rows))


def test_letters_end_where_other_rows_begin() -> None:
    rows = [
        ("kez", "vun"),
        ("p", "12.3a"),
        ("q", "15.9b"),
        ("r", "-"),
        ("s", "9.8a"),
        ("LSD", "1.7"),
    ]
    found = lettered(Table.from_rows(rows))
    assert (found.columns, found.letters) == ((1,), ("a", "b"))


@pytest.mark.parametrize(
    "foot",
    [
        "LSD (0.05),2.1,,\n",
        "p value,0.003,,\nCV (%),11.2,,\n",
        "P,0.003,,\n",
        "зум,0.003,,\n",
    ],
)
def test_what_a_test_gave_below_means_is_no_mean(foot: str) -> None:
    means = "kez,mean,SD,n\nA,12.3,1.4,8\nB,15.9,2.2,8\nC,18.4,1.9,8\n"
    results = results_of(means + foot)
    assert [g.levels for g in results.measurements.groups] == [("A",), ("B",), ("C",)]
    assert any(r.kind == "summary-rows-left-out" for r in remark_words(results))
    counted = results_of(means + foot, CountSummaries(are_counted=True))
    assert len(counted.measurements.groups) == 3 + foot.count("\n")


def test_a_last_mean_without_its_spread_is_a_group_all_the_same() -> None:
    results = results_of("kez,mean,SD,n\nA,12.3,1.4,8\nB,15.9,2.2,8\nD,14.4,,\n")
    assert [g.levels[0] for g in results.measurements.groups] == ["A", "B", "D"]


def test_means_with_their_spread_in_one_cell_stand_above_a_test() -> None:
    text = "kez,mean ± SE\nA,12.3 ± 1.4 a\nB,15.9 ± 2.2 b\nLSD (0.05),2.1\np,0.01\nF,7.2\n"
    assert [g.levels[0] for g in results_of(text).measurements.groups] == ["A", "B"]


def test_letters_end_where_a_test_stands_below() -> None:
    text = "kez,vun,mip\nA,12.3a,3.2a\nB,15.9b,4.1b\nLSD (0.05),2.1,0.5\nP,0.003,0.01\n"
    assert [g.levels[0] for g in results_of(text).measurements.groups] == ["A", "B"]


def test_a_study_whose_letters_point_beyond_its_table_is_read_anew() -> None:
    table = Table.from_rows([("kez", "vun"), ("A", "12.3a"), ("B", "15.9b")])
    kept = decided(table, Reading(), {}, "1")
    assert kept is not None
    assert kept_shape(table, Reading(decided=kept)) is not None
    elsewhere = kept.shape.replace('"lettered":{"columns":[1]', '"lettered":{"columns":[7]')
    beyond = replace(kept, shape=elsewhere)
    assert beyond.shape != kept.shape
    assert kept_shape(table, Reading(decided=beyond)) is None
    assert table_shape(table, Reading(decided=beyond)).lettered.columns == (1,)
