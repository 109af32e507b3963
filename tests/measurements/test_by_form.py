"""What columns are by their form: notes, names, counts of replicates, twins of a factor."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.study.edits import ChooseFactors, ReadAs
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.remarks.words import RemarkWords
from tests.conftest import results_of


def remark(results: Results, kind: str) -> RemarkWords | None:
    return next((r for r in remark_words(results) if r.kind == kind), None)


def test_remarks_on_some_rows_divide_none() -> None:
    rows = ["reed,1,3.1,", "reed,2,3.4,бо", "reed,3,3.3,", "sand,4,4.1,да", "sand,5,4.4,"]
    results = results_of("zuv,кел,pod,опа\n" + "\n".join([*rows, "sand,6,4.2,бо"]) + "\n")
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("reed",), 3), (("sand",), 3)]


def test_names_that_stand_once_each_are_asked_about() -> None:
    text = "зон,кел (mm),pod\nреа,3.4,93\nсто,2.7,84\nмуд,3.8,122\nили,3.6,100\n"
    results = results_of(text)
    assert [g.n for g in results.groups.shown] == [1, 1, 1, 1]
    found = remark(results, "levels-doubted")
    assert found is not None
    assert found.is_open
    assert "could name what was measured" in found.head
    assert [g.n for g in results_of(text, found.fixes[0][1]).groups.shown] == [4]


def test_numbered_names_that_stand_once_each_name_what_was_measured() -> None:
    rows = "".join(f"S0{i},{v}\n" for i, v in enumerate((3.4, 2.7, 3.8, 3.6, 3.3, 2.6), start=1))
    assert [g.n for g in results_of("зон,кел\n" + rows).groups.shown] == [6]


def test_ids_in_any_order_before_finer_numbers_name_the_rows() -> None:
    rows = "50,18.4,29.6\n58,40.4,53.6\n49,15.8,26.4\n8,10.1,15.6\n48,42.2,42.8\n6,61.1,68.0\n"
    results = results_of("зон,reed,sand\n" + rows)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("reed",), 6), (("sand",), 6)]


def test_ids_as_whole_as_the_numbers_beside_them_are_asked_about() -> None:
    text = "зон,reed,sand,mud\n57,416,504,517\n17,483,485,554\n9,443,451,509\n25,433,532,521\n"
    found = remark(results_of(text), "row-names-doubted")
    assert found is not None
    after = results_of(text, found.fixes[0][1])
    assert [(g.levels, g.n) for g in after.groups.shown] == [
        (("reed",), 4),
        (("sand",), 4),
        (("mud",), 4),
    ]


def test_small_whole_numbers_beside_means_with_spread_are_n_and_it_is_asked() -> None:
    text = "зон,кел ± бо,опа\nreed,12.3 ± 1.4,8\nsand,15.9 ± 2.2,7\n"
    results = results_of(text)
    found = remark(results, "taken-for-n")
    assert found is not None
    assert found.is_open
    given = [g.cells.given for g in results.groups.shown]
    assert [one.given_n for one in given if one is not None] == [8, 7]
    yes, no = (edit for _, edit in found.fixes)
    assert isinstance(no, ReadAs)
    assert remark(results_of(text, yes), "taken-for-n") is None
    without = [g.cells.given for g in results_of(text, no).groups.shown]
    assert [one.given_n for one in without if one is not None] == [None, None]


def test_a_column_that_goes_with_a_factor_one_to_one_is_said() -> None:
    results = results_of("pond,shade,mg\na,dim,3.1\na,dim,3.3\nb,sun,4.1\nb,sun,4.4\n")
    found = remark(results, "inseparable")
    assert found is not None
    assert found.head == "shade goes with pond one to one."
    assert remark(results, "unused-columns") is None
    apart = results_of("pond,shade,mg\na,dim,3.1\na,sun,3.3\nb,sun,4.1\nb,dim,4.4\n")
    assert remark(apart, "inseparable") is None


def test_two_columns_of_like_numbers_beside_crossed_names_are_asked_about() -> None:
    pairs = [(41, 28), (44, 30), (38, 26), (36, 27), (44, 34), (38, 40), (44, 27), (37, 34)]
    text = "зон,кел,опа,бо\n" + "".join(
        f"{101 + i // 2},{('reed', 'sand')[i % 2]},{a},{b}\n" for i, (a, b) in enumerate(pairs)
    )
    found = remark(results_of(text), "layout-doubted")
    assert found is not None
    assert found.is_open


def test_days_on_which_numbered_units_are_measured_are_times() -> None:
    rows = [f"2024-05-0{d},{u},{10 + u + d / 10}" for u in range(1, 7) for d in (1, 5, 9)]
    results = results_of("зон,опа,бо\n" + "\n".join(rows) + "\n")
    assert [(g.levels[0], g.n) for g in results.groups.shown] == [
        ("2024-05-01", 6),
        ("2024-05-05", 6),
        ("2024-05-09", 6),
    ]


def test_mice_counted_in_cages_are_units_and_cages_are_no_groups() -> None:
    rows = [
        (1, 1, "veh"),
        (1, 2, "veh"),
        (2, 1, "drug"),
        (2, 2, "drug"),
        (3, 1, "veh"),
        (3, 2, "veh"),
        (4, 1, "drug"),
        (4, 2, "drug"),
    ]
    text = "cage,mouse,bath,day 0,day 7\n" + "".join(
        f"{c},{m},{t},{20 + i / 10},{21 + i / 10}\n" for i, (c, m, t) in enumerate(rows)
    )
    results = results_of(text)
    assert {g.levels: g.n for g in results.groups.shown} == {
        ("day 0", "veh"): 4,
        ("day 0", "drug"): 4,
        ("day 7", "veh"): 4,
        ("day 7", "drug"): 4,
    }
    assert results.measurements.units.count == 8


def test_means_of_several_quantities_are_each_asked_about() -> None:
    text = "зон;ба MW;ба SD;ши MW;ши SD\nреа;3,1;0,2;13,0;1,3\nсто;4,2;0,4;13,4;1,3\n"
    found = remark(results_of(text), "other-outcomes")
    assert found is not None
    other = results_of(text, found.fixes[0][1])
    assert [g.summary.mean for g in other.groups.shown] == [13.0, 13.4]


def test_errors_that_are_counted_are_no_spread() -> None:
    text = (
        "person,bath,RT,Errors\n1,A,512,2\n1,B,555,4\n2,A,498,1\n2,B,530,3\n3,A,601,5\n3,B,633,6\n"
    )
    assert not results_of(text).measurements.is_summarised


def test_n_may_stand_behind_mean_and_spread_in_one_cell() -> None:
    text = "зон,dark ± SD,light ± SD\nреа,1.2 ± 0.1 (8),2.2 ± 0.2 (8)\n"
    text += "сто,1.0 ± 0.1 (7),1.9±0.3 (n = 9)\n"
    given = {g.levels: g.cells.given for g in results_of(text).groups.shown}
    assert remark(results_of(text), "other-outcomes") is None
    assert {levels: (one.given_mean, one.given_n) for levels, one in given.items() if one} == {
        ("dark ± SD", "реа"): (1.2, 8),
        ("dark ± SD", "сто"): (1.0, 7),
        ("light ± SD", "реа"): (2.2, 8),
        ("light ± SD", "сто"): (1.9, 9),
    }


def test_doses_within_a_drug_are_offered_as_the_groups() -> None:
    rows = [("sal", 0, 2.1), ("sal", 0, 2.3), ("sal", 0, 2.2), ("mor", 1, 3.1), ("mor", 1, 3.4)]
    rows += [("mor", 1, 3.2), ("mor", 10, 5.1), ("mor", 10, 5.6), ("mor", 10, 5.2)]
    text = "зон,ба,доп,ши\n" + "".join(
        f"{i},{drug},{dose},{v}\n" for i, (drug, dose, v) in enumerate(rows, start=1)
    )
    found = remark(results_of(text), "design-doubted")
    assert found is not None
    ways = [[g.n for g in results_of(text, edit).groups.shown] for _, edit in found.fixes]
    assert [3, 3, 3] in ways


def test_a_group_without_a_dose_is_a_group() -> None:
    """The blanks are all of one compound; a blank anywhere else is a lost level."""
    rows = ["reed,,100.2", "reed,,98.4", "sand,10 nM,80.1", "sand,10 nM,78.2", "sand,100 nM,40.1"]
    text = "зон,доп,ши\n" + "\n".join([*rows, "sand,100 nM,41.2"]) + "\n"
    both = ChooseFactors(factors=(0, 1), names=("зон", "доп"))
    results = results_of(text, both)
    found = {g.levels: g.n for g in results.groups.shown}
    assert found == {("reed", "none"): 2, ("sand", "10 nM"): 2, ("sand", "100 nM"): 2}
    assert remark(results, "rows-without-group") is None
    lost = results_of(text.replace("sand,100 nM,41.2", "sand,,41.2"), both)
    assert remark(lost, "rows-without-group") is not None


def test_a_blank_row_and_a_note_below_are_no_group_without_a_level() -> None:
    rows = [
        f"{dose},{shade},{80 + i}"
        for i, (dose, shade) in enumerate(
            (d, s) for d in (0, 2) for s in ("open", "shaded") for _ in range(3)
        )
    ]
    text = "доп (g/L),зон,ши\n" + "\n".join([*rows, ",,", "Note: one pot fell over,,"]) + "\n"
    found = results_of(text)
    assert sorted(g.n for g in found.groups.shown) == [3, 3, 3, 3]
    assert not any("none" in g.levels for g in found.groups.shown)


def test_numbers_with_the_sign_of_a_note_are_numbers_by_one_click() -> None:
    text = "зон,ба\nреа,12.3a\nреа,12.8\nреа,13.1\nсто,14.2¹\nсто,14.9\nсто,144²\n"
    found = remark(results_of(text), "unreadable-cells")
    assert found is not None
    assert found.fixes[0][0] == "they are 2 numbers, the signs for a note"
    after = results_of(text, found.fixes[0][1])
    assert [list(g.cells.values) for g in after.groups.shown] == [[12.3, 12.8, 13.1], [14.2, 14.9]]
    notes = [(n.row, n.column, n.text) for n in after.sheet.reading.cell_notes]
    assert notes == [(1, 1, "typed as “12.3a”"), (4, 1, "typed as “14.2¹”")]


def test_a_word_or_a_power_is_no_number_with_a_note() -> None:
    found = remark(
        results_of("зон,ба\nреа,12e\nреа,12.8\nреа,13.1\nсто,12²\nсто,l4.9\nсто,14.1\n"),
        "unreadable-cells",
    )
    assert found is not None
    assert found.fixes == ()


@pytest.mark.parametrize(
    ("up", "down"),
    [("up", "down"), ("SD up", "SD down"), ("err +", "err -"), ("ба plus", "ба minus")],
)
def test_errors_upwards_and_downwards(up: str, down: str) -> None:
    """Each half stands in a column of its own, under these words, in either order."""
    text = f"dose,ба,{up},{down}\n0,1.2,0.1,0.2\n1,1.4,0.1,0.15\n2,1.3,0.2,0.3\n"
    lengths = [(0.2, 0.1), (0.15, 0.1), (0.3, 0.2)]
    for written in (text, text.replace(f"{up},{down}", f"{down},{up}")):
        given = [g.cells.given for g in results_of(written).groups.shown]
        found = [one.given_lengths for one in given if one is not None]
        assert found == (lengths if written == text else [(b, a) for a, b in lengths])


def test_up_and_down_of_like_size_are_measurements() -> None:
    results = results_of("site,up,down\nA,1.2,1.3\nA,1.4,1.5\nB,2.2,2.3\nB,2.4,2.5\n")
    assert not results.measurements.is_summarised


def test_rows_of_like_numbers_are_no_means() -> None:
    """Two named rows of which the second is no small share of the first; counted rows."""
    for text in (
        ",reed,sand,mud\nзув,3.1,3.8,4.4\nкел,2.9,3.5,4.0\n",
        ",reed,sand,mud\npot 1,3.10,3.82,4.41\npot 2,0.31,0.29,0.35\n",
    ):
        assert remark(results_of(text), "summary-doubted") is None
