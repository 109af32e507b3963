"""What follows from summaries given, spellings that are one, typed means beside measurements."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.formats.delimited import table_of_text
from decimus.measurements.reading import read_measurements, summaries_in
from decimus.measurements.spellings import similar_levels
from decimus.measurements.summaries.checks import disagreements, disagreements_with
from decimus.measurements.summaries.given import converted
from decimus.statistics.summaries import Summary
from decimus.study.readings import Reading
from decimus.terms import Meaning, Quantile
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from decimus.wording.write_up.captions import caption
from tests.conftest import results_of

T_4 = 2.7764451051977987
"""The 97.5 % point of t with 4 degrees of freedom, from printed tables."""

MEANINGS = [
    (Meaning.STANDARD_DEVIATION, 2.0, None),
    (Meaning.VARIANCE, 4.0, None),
    (Meaning.STANDARD_ERROR, 2 / math.sqrt(5), None),
    (Meaning.MARGIN, T_4 * 2 / math.sqrt(5), None),
    (Meaning.INTERVAL, 10 - T_4 * 2 / math.sqrt(5), 10 + T_4 * 2 / math.sqrt(5)),
]


@pytest.mark.parametrize(("meaning", "spread", "upper"), MEANINGS)
def test_every_meaning_leads_to_the_same_summary(
    meaning: Meaning, spread: float, upper: float | None
) -> None:
    """Five replicates of mean 10 and SD 2, said in five ways."""
    found = converted(10.0, spread, upper, 5, meaning, 95.0)
    assert found.standard_deviation == pytest.approx(2.0, rel=1e-12)
    assert found.standard_error == pytest.approx(2 / math.sqrt(5), rel=1e-12)
    interval = found.confidence_interval(95)
    assert interval is not None
    assert interval.lower == pytest.approx(10 - T_4 * 2 / math.sqrt(5), rel=1e-12)
    assert found.moments.sum_of_squares == pytest.approx(16.0, rel=1e-12)


@pytest.mark.parametrize(("meaning", "spread", "upper"), MEANINGS)
def test_without_n_only_what_was_given_is_known(
    meaning: Meaning, spread: float, upper: float | None
) -> None:
    found = converted(10.0, spread, upper, None, meaning, 95.0)
    known = (found.standard_deviation, found.standard_error, found.confidence_interval(95))
    assert sum(part is not None for part in known) == 1
    assert found.confidence_interval(90) is None


@pytest.mark.parametrize(
    ("text", "cell"),
    [
        ("bed,mean,SD,n\nm,5,0.4,6\nq,7,-0.5,6\nr,6,0.3,6\n", (2, 2, "-0.5")),
        ("bed,mean,SD,n\nm,5,0.4,6\nq,7,0.5,6\nr,6,nope,6\ns,6,.1,6\nt,7,.2,6\n", (3, 2, "nope")),
        ("bed,mean,SD,n\nm,5,0.4,6\nq,7,0.5,2.5\nr,6,0.3,6\n", (2, 3, "2.5")),
        ("bed,mean,up,down,n\nm,5,0.4,0.3,6\nq,7,0.5,bad,6\nr,6,0.3,0.2,6\n", (2, 3, "bad")),
    ],
)
def test_what_is_no_spread_and_no_n_is_said_where_it_stands(
    text: str, cell: tuple[int, int, str]
) -> None:
    results = results_of(text)
    (found,) = results.measurements.unreadable
    assert (found.row, found.column, found.text) == cell
    assert [g.given.given_mean for g in results.measurements.groups if g.given][:3] == [5, 7, 6]
    place = f"“{cell[2]}” (row {cell[0] + 1}, column {cell[1] + 1}) cannot be read as"
    assert any(remark.head.startswith(place) for remark in remark_words(results))


def test_the_caption_names_the_means_that_have_no_error_bar() -> None:
    table = "bed,mean,SD,n\nm,5,0.4,6\nq,7,{},6\nr,6,{},6\n"
    said = plain_text(caption(results_of(table.format("-0.5", ""))))
    assert "No error bar for q; r: none follows from the table." in said
    assert "No error bar" not in plain_text(caption(results_of(table.format("0.5", "0.3"))))


def test_a_mean_by_itself_among_pairs_has_no_spread() -> None:
    pairs = "".join(f"{bed},5.{place} ± 0.2\n" for place, bed in enumerate("mqrst"))
    results = results_of(f"bed,mean ± SD\n{pairs}u,6.0\n")
    given = {g.levels: g.given for g in results.measurements.groups}
    alone, beside = given["u",], given["m",]
    assert alone is not None
    assert beside is not None
    assert (alone.given_mean, alone.given_deviation) == (6, None)
    assert beside.given_deviation == 0.2
    assert results.measurements.unreadable == ()


def test_an_interval_to_one_side_is_drawn_and_never_converted() -> None:
    found = converted(10.0, 9.0, 14.0, 8, Meaning.INTERVAL, 95.0)
    assert found.given_lengths == (1.0, 4.0)
    assert found.standard_deviation is None
    assert converted(10.0, 1.0, None, 8, None, 95.0).standard_deviation is None
    assert converted(10.0, 1.0, None, 1, Meaning.STANDARD_DEVIATION, 95).standard_error is None


@given(st.lists(st.integers(-999, 999).map(lambda i: i / 10), min_size=2, max_size=9))
def test_a_summary_given_equals_the_summary_of_its_values(values: list[float]) -> None:
    raw = Summary(tuple(values))
    assert raw.mean is not None
    found = converted(raw.mean, raw.standard_error, None, raw.n, Meaning.STANDARD_ERROR, 95.0)
    assert raw.standard_deviation is not None
    assert found.standard_deviation == pytest.approx(raw.standard_deviation, rel=1e-12)
    ours, theirs = found.confidence_interval(99), raw.confidence_interval(99)
    assert ours is not None
    assert theirs is not None
    assert ours.upper == pytest.approx(theirs.upper, rel=1e-12, abs=1e-12)


@pytest.mark.parametrize(
    ("first", "second", "is_one"),
    [
        ("dim", "Dim ", True),
        ("north shore", "north-shore", True),
        ("control", "contorl", True),
        ("control", "controls", True),
        ("bright", "brigth", True),
        ("dim", "dam", False),
        ("plot 1", "plot 2", False),
        ("site 10", "site 11", False),
        ("spring", "autumn", False),
    ],
)
def test_spellings_that_are_probably_one(first: str, second: str, is_one: bool) -> None:
    assert bool(similar_levels({first: 2, second: 5})) is is_one


def test_the_rarer_spelling_joins_the_commoner() -> None:
    assert similar_levels({"bright": 1, "Bright": 4}) == (("bright", "Bright"),)
    assert similar_levels({"bright": 4, "Bright": 4}) == (("Bright", "bright"),)


def test_an_interval_by_the_normal_quantile() -> None:
    """Margin 1.96 at 95 %: SE 1.00, whatever n is; the SD needs n."""
    found = converted(10.0, 1.959963984540054, None, 9, Meaning.MARGIN, 95.0, Quantile.NORMAL)
    assert found.standard_error == pytest.approx(1.0, rel=1e-12)
    assert found.standard_deviation == pytest.approx(3.0, rel=1e-12)
    no_n = converted(10.0, 1.959963984540054, None, None, Meaning.MARGIN, 95.0, Quantile.NORMAL)
    assert no_n.standard_error == pytest.approx(1.0, rel=1e-12)
    assert no_n.standard_deviation is None


def test_a_table_of_summaries_is_checked_against_the_measurements_of_another() -> None:
    """4, 6, 8: mean 6, SD 2; the other table says a mean of 6.2 and an n of 4."""
    raw = table_of_text("0 g/L,2 g/L\n4,5\n6,7\n8,9\n")
    given_text = "salt,mean,SD,n\n0,6.2,2.0,3\n2,7.0,2.0,4\n8,1.0,1.0,3\n"
    table = table_of_text(given_text, title="report.csv")
    given_there = summaries_in(table, Reading())
    assert given_there is not None
    found = disagreements_with(table, given_there, read_measurements(raw, Reading()))
    assert [(d.row, d.label, d.typed, d.value, d.table) for d in found] == [
        (1, "mean", "6.2", 6.0, "report.csv"),
        (2, "n", "4", 3.0, "report.csv"),
    ]
    assert summaries_in(raw, Reading()) is None


def test_typed_summaries_are_checked_within_their_rounding() -> None:
    """4, 6, 8: mean 6, SD 2, population SD 1.63; 5, 7, 9.5: mean 7.17, SD 2.25."""
    text = "flask,a,b\n1,4,5\n2,6,7\n3,8,9.5\nMean,6.0,7.2\nSD,1.63,2.25\nn,3,4\n"
    table = table_of_text(text)
    found = disagreements(table, read_measurements(table, Reading()))
    assert [(d.label, d.typed, d.is_population) for d in found] == [
        ("SD", "1.63", True),
        ("n", "4", False),
    ]
    across = table_of_text("site,1,2,3,mean,total\nN,4,6,8,6.0,18\nS,1,2,6,3.0,12\n")
    wrong = disagreements(across, read_measurements(across, Reading()))
    assert [(d.row, d.column, d.value) for d in wrong] == [(2, 5, 9.0)]
