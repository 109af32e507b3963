"""Headings in several rows: groups, quantities, replicates without names, labels over columns."""

from __future__ import annotations

import pytest

from decimus.measurements.heads import Heads
from decimus.report.reading_options import options_of_edit
from decimus.study.edits import ChooseFactors
from decimus.study.readings import HEADINGS, HEADINGS_ABOVE, HEADINGS_TOP
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text
from tests.conftest import results_of

VALUES = "0.1,96,89,90,92,88,91\n1,81,75,76,74,72,77\n10,54,60,61,57,58,63\n"


def means(text: str) -> dict[tuple[str, ...], tuple[int, float]]:
    groups = results_of(text).groups.shown
    return {g.levels: (g.n, round(g.summary.mean or 0, 6)) for g in groups}


UNNAMED = {
    ("reed", "0.1"): (3, round((96 + 89 + 90) / 3, 6)),
    ("sand", "0.1"): (3, round((92 + 88 + 91) / 3, 6)),
    ("reed", "1"): (3, round((81 + 75 + 76) / 3, 6)),
    ("sand", "1"): (3, round((74 + 72 + 77) / 3, 6)),
    ("reed", "10"): (3, round((54 + 60 + 61) / 3, 6)),
    ("sand", "10"): (3, round((57 + 58 + 63) / 3, 6)),
}


@pytest.mark.parametrize(
    "head",
    [
        "zuv (µM),reed,,,sand,,\n",
        ",reed,,,sand,,\nzuv (µM),1,2,3,1,2,3\n",
        ",reed,,,sand,,\nzuv (µM),rep 1,rep 2,rep 3,rep 1,rep 2,rep 3\n",
        ",reed,,,sand,,\nzuv (µM),опа 1,опа 2,опа 3,опа 1,опа 2,опа 3\n",
    ],
)
def test_columns_under_a_name_that_count_or_have_none_are_replicates(head: str) -> None:
    assert means(head + VALUES) == UNNAMED


def test_numbered_names_that_nobody_knows_are_asked_about() -> None:
    head = ",reed,,,sand,,\nzuv (µM),опа 1,опа 2,опа 3,опа 1,опа 2,опа 3\n"
    results = results_of(head + VALUES)
    remark = next(r for r in remark_words(results) if r.kind == "counted-under-headings")
    assert remark.is_open
    assert "опа 1, опа 2 and опа 3" in remark.head
    edit = remark.fixes[0][1]
    assert isinstance(edit, ChooseFactors)
    assert edit.factors == (HEADINGS_ABOVE, HEADINGS, 0)
    counted = results_of(",reed,,,sand,,\nzuv (µM),1,2,3,1,2,3\n" + VALUES)
    assert not any(r.kind == "counted-under-headings" for r in remark_words(counted))


def test_what_was_measured_is_asked_where_replicates_stand_across() -> None:
    kinds = {r.kind for r in remark_words(results_of("zuv (µM),reed,,,sand,,\n" + VALUES))}
    assert "rows-unnamed" in kinds


def test_rows_that_number_units_are_averaged_over_what_stands_across() -> None:
    text = "mouse,reed,,,sand,,\n1,96,89,91,92,88,90\n2,81,75,75,74,72,76\n3,54,60,60,57,60,63\n"
    assert means(text) == {
        ("reed",): (3, round((276 / 3 + 231 / 3 + 174 / 3) / 3, 6)),
        ("sand",): (3, round((270 / 3 + 222 / 3 + 180 / 3) / 3, 6)),
    }


_UNDER = ",reed,,sand,\n,Stalk (cm),Pod (g),Stalk (cm),Pod (g)\n"
_OVER = ",Stalk (cm),,Pod (g),\n,reed,sand,reed,sand\n"
_BY_SIZE = ",Ба,,До,\n,reed,sand,reed,sand\n"
_BY_GROUP = "1,11.9,1.48,16.9,1.24\n2,12.4,1.57,16.7,1.33\n3,12.6,1.24,17.9,1.45\n"
_BY_QUANTITY = "1,11.9,16.9,1.48,1.24\n2,12.4,16.7,1.57,1.33\n3,12.6,17.9,1.24,1.45\n"
QUANTITIES = [_UNDER + _BY_GROUP, _OVER + _BY_QUANTITY, _BY_SIZE + _BY_QUANTITY]


@pytest.mark.parametrize("text", QUANTITIES)
def test_quantities_over_or_under_groups_are_outcomes(text: str) -> None:
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("reed",), 3), (("sand",), 3)]
    assert results.groups.shown[0].summary.mean == pytest.approx((11.9 + 12.4 + 12.6) / 3)
    remark = next(r for r in remark_words(results) if r.kind == "other-outcomes")
    assert remark.is_open
    other = results_of(text, remark.fixes[0][1])
    assert other.groups.shown[1].summary.mean == pytest.approx((1.24 + 1.33 + 1.45) / 3)
    assert (
        other.measurements.outcome.name
        == remark.fixes[0][0].removeprefix("ask about ").split(" (")[0]
    )
    name = remark.fixes[0][0].removeprefix("ask about ")
    assert options_of_edit(results, remark.fixes[0][1]) == ("--value", name)


_STEPS = "0,10.1,10.4,9.8,5.1,5.3,5.5\n1,11.2,11.5,11.9,6.1,6.4,6.6\n2,12.5,12.1,12.9,7.1,7.7,7.4\n"
OVER_COUNTS = [
    'dose,"Height (cm)",,,"Mass (g)",,\n' + _STEPS,
    'dose,"Height (cm)",,,"Mass (g)",,\n,1,2,3,1,2,3\n' + _STEPS,
]


@pytest.mark.parametrize("text", OVER_COUNTS)
def test_quantities_over_counted_columns_leave_the_names_at_the_side_as_groups(text: str) -> None:
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [
        (("0",), 3),
        (("1",), 3),
        (("2",), 3),
    ]
    assert results.groups.shown[1].summary.mean == pytest.approx((11.2 + 11.5 + 11.9) / 3)
    remark = next(r for r in remark_words(results) if r.kind == "other-outcomes")
    other = results_of(text, remark.fixes[0][1])
    assert [g.summary.mean for g in other.groups.shown] == pytest.approx(
        [15.9 / 3, 19.1 / 3, 22.2 / 3]
    )
    assert other.measurements.outcome.unit == "g"


def test_the_reading_says_that_replicates_stand_across() -> None:
    text = plain_text(reading_sentence(results_of("zuv (µM),reed,,,sand,,\n" + VALUES)))
    assert text.startswith("Each column beside the names is one replicate")
    assert "its group is one kind of group and one amount of zuv" in text


def test_units_of_quantities_follow_the_one_asked_about() -> None:
    results = results_of(QUANTITIES[0])
    assert (results.measurements.outcome.name, results.measurements.outcome.unit) == ("Stalk", "cm")


def test_the_same_quantity_in_groups_of_other_sizes_stays_two_factors() -> None:
    text = ",reed,,sand,\n,dry,wet,dry,wet\n1,11.9,12.4,61.9,66.9\n2,12.4,12.9,62.4,66.7\n"
    assert len(results_of(text).measurements.factors) == 2


THREE = (
    ",2022,,,,2023,,,\n,low,,high,,low,,high,\nbench,rye,oat,rye,oat,rye,oat,rye,oat\n"
    "I,4.89,5.23,5.16,5.29,5.98,6.36,6.41,8.00\nII,4.27,4.82,5.71,5.72,6.06,6.34,6.96,7.32\n"
)


def test_three_rows_of_headings_are_three_factors() -> None:
    results = results_of(THREE)
    factors = [f.variable for f in results.measurements.factors]
    assert factors == [HEADINGS_TOP, HEADINGS_ABOVE, HEADINGS]
    names = [f.name for f in results.measurements.factors]
    assert len(set(names)) == 3  # "bench" names the rows
    assert results_of(THREE.replace("bench", "Block")).measurements.factors[2].name == names[2]
    found = {g.levels: g.summary.mean for g in results.groups.shown}
    assert len(found) == 8
    assert found["2023", "high", "oat"] == pytest.approx((8.00 + 7.32) / 2)
    assert "Three rows hold names" in plain_text(reading_sentence(results))


def test_words_over_words_are_labels_and_no_groups() -> None:
    text = (
        "var1,var2\nWhich zuv was it?,How heavy (g)?\nzuv,load\n"
        + "".join(f"reed,{v}\n" for v in (3.1, 3.3, 3.2))
        + "".join(f"sand,{v}\n" for v in (4.1, 4.3, 4.5))
    )
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("reed",), 3), (("sand",), 3)]
    assert results.measurements.outcome.name == "load"


def test_names_with_values_above_the_headings_are_no_groups() -> None:
    text = "Run,17\nGain,1200\nLot,12\nZuv,Signal\n" + "".join(
        f"{g},{v}\n" for g, v in (("a1", 3.1), ("a1", 3.3), ("b1", 4.1), ("b1", 4.4))
    )
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("a1",), 2), (("b1",), 2)]
    assert results.measurements.outcome.name == "Signal"


def test_a_title_with_a_unit_names_what_a_block_holds() -> None:
    results = results_of("Stalk mass (g),,\nreed,sand,mud\n3.1,4.1,5.1\n3.2,4.4,5.0\n3.0,4.2,5.3\n")
    assert (results.measurements.outcome.name, results.measurements.outcome.unit) == (
        "Stalk mass",
        "g",
    )
    plain = results_of("Stalks of May,,\nreed,sand,mud\n3.1,4.1,5.1\n3.2,4.4,5.0\n3.0,4.2,5.3\n")
    assert not plain.measurements.outcome.is_named


def test_two_rows_of_headings_that_cross_need_no_more() -> None:
    shape = results_of(",reed,,sand,\n,dry,wet,dry,wet\n1,3,4,5,6\n2,4,5,6,8\n").measurements.shape
    assert shape.heads == Heads()


def test_units_across_with_their_group_below_are_read_as_they_stand() -> None:
    """Each column is one animal: two groups of them, at each of the times at the side."""
    text = (
        "зон,S01,S02,S03,S04,S05,S06\nbath,reed,reed,reed,sand,sand,sand\n"
        "day 0,3.1,3.3,3.2,4.1,4.4,4.2\nday 7,3.6,3.9,3.5,5.1,5.5,5.0\n"
    )
    results = results_of(text)
    found = {g.levels: sorted(g.cells.values) for g in results.groups.shown}
    assert found == {
        ("reed", "day 0"): [3.1, 3.2, 3.3],
        ("reed", "day 7"): [3.5, 3.6, 3.9],
        ("sand", "day 0"): [4.1, 4.2, 4.4],
        ("sand", "day 7"): [5.0, 5.1, 5.5],
    }
    assert results.measurements.units.is_same


def test_a_control_before_amounts_is_no_heading() -> None:
    text = "control,40.520,46.382,37.387\n10,48.976,49.227,48.893\n20,61.151,60.558,50.594\n"
    assert [(g.levels, g.n) for g in results_of(text).groups.shown] == [
        (("control",), 3),
        (("10",), 3),
        (("20",), 3),
    ]


def test_amounts_without_any_heading_are_groups() -> None:
    text = "0,2.778,2.431,2.742\n50,3.340,3.060,2.959\n100,3.673,3.635,3.680\n"
    assert [(g.levels, g.n) for g in results_of(text).groups.shown] == [
        (("0",), 3),
        (("50",), 3),
        (("100",), 3),
    ]


def test_the_unit_of_what_divides_rows_may_stand_below_it() -> None:
    text = "zuv,pod\nmM,\n0 ± 0.5,64\n0 ± 0.5,82\n1 ± 0.2,131\n1 ± 0.2,111\n"
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("0 ± 0.5",), 2), (("1 ± 0.2",), 2)]
    assert results.measurements.factors[0].unit == "mM"


WITHIN = (
    "зон,wt_1,wt_2,wt_3,mut_1,mut_2,mut_3\n0,3.1,3.3,3.2,3.0,3.1,3.2\n4,5.1,5.3,5.2,4.0,4.1,4.2\n"
)


@pytest.mark.parametrize(
    "change", [("", ""), ("wt_", "опа "), ("_", " rep "), ("_", "-"), ("mut_", "ко-")]
)
def test_headings_that_hold_their_group_are_replicates_of_it(change: tuple[str, str]) -> None:
    results = results_of(WITHIN.replace(*change) if change[0] else WITHIN)
    first, second = (g.levels[0] for g in results.groups.shown if g.levels[1] == "0")
    found = {g.levels: g.n for g in results.groups.shown}
    assert found == {(a, b): 3 for a in (first, second) for b in ("0", "4")}
    assert "rep" not in first
    remark = next(r for r in remark_words(results) if r.kind == "counted-under-headings")
    assert remark.is_open
    assert len(results_of(WITHIN, remark.fixes[0][1]).groups.shown) == 12


def test_the_answer_that_they_are_groups_is_an_option() -> None:
    results = results_of(WITHIN)
    remark = next(r for r in remark_words(results) if r.kind == "counted-under-headings")
    options = options_of_edit(results, remark.fixes[0][1])
    assert options == ("--group", "headings", "--group", "зон")


@pytest.mark.parametrize(
    "head", ["зон,day_1,day_2,day_3,week_1,week_2,week_3", "зон,wt_1,wt_2,wt_3,mut_1,mut_2,other"]
)
def test_times_and_names_apart_hold_no_group(head: str) -> None:
    text = head + WITHIN[WITHIN.index("\n") :]
    assert results_of(text).measurements.shape.heads == Heads()


def test_a_column_without_a_number_is_a_group_without_any() -> None:
    text = "dish,10^-3,10^-4,10^-5\ntap,TNTC,142,15\nwell,TNTC,88,9\nriver,TNTC,TNTC,63\n"
    found = {g.levels[0]: g.n for g in results_of(text).groups.shown}
    assert found == {"10^-3": 0, "10^-4": 2, "10^-5": 3}


def test_groups_above_units_are_read_as_they_stand() -> None:
    results = results_of("sex,M,M,M,F,F,F\nID,1,2,3,4,5,6\nscore,12,15,11,18,19,17\n")
    found = {g.levels[0]: g.values for g in results.measurements.groups}
    assert found == {"M": (12.0, 15.0, 11.0), "F": (18.0, 19.0, 17.0)}


def test_columns_with_one_heading_are_one_group_and_it_is_said() -> None:
    text = "day,reed,reed,reed,sand,sand\n0,1.1,1.2,1.3,2.1,2.2\n7,1.4,1.5,1.6,2.4,2.5\n"
    results = results_of(text)
    assert {g.levels: g.n for g in results.groups.shown} == {
        ("reed", "0"): 3,
        ("reed", "7"): 3,
        ("sand", "0"): 2,
        ("sand", "7"): 2,
    }
    remark = next(r for r in remark_words(results) if r.kind == "same-headings")
    assert "reed and sand" in remark.head
    assert (
        results_of("day,reed,reed,sand\n0,1.1,1.2,2.1\n7,1.4,1.5,2.4\n").measurements.shape.heads
        == Heads()
    )


def test_headings_from_0_on_are_amounts_and_not_counting() -> None:
    text = ",reed,,,sand,,\nzuv,0,1,2,0,1,2\n1,96,89,90,92,88,91\n2,81,75,76,74,72,77\n"
    assert len(results_of(text).groups.shown) == 6
