"""Cells that count as a number that does not stand in them, and numbers that stand for none."""

from __future__ import annotations

from decimal import Decimal

import pytest

from decimus.measurements.numbers import CellKind, is_worked_out, read_cell
from decimus.measurements.summaries.marks import are_marks, without_marks
from decimus.measurements.summaries.shapes import split_pair
from decimus.study.edits import ChooseCode, Edit, LeaveColumnOut, SplitNames
from decimus.wording.counting import counting_sentence
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of

NO_NUMBERS = ("7/10", "10^5", "12:5", "1:75", "x 10^3", "k", "1 x 10^", "3 (b)")


@pytest.mark.parametrize(
    ("text", "exact", "unit"),
    [
        ("1.2 x 10^5", "120000", ""),
        ("1.5×10⁵", "150000", ""),
        ("2.5·10⁻³", "0.0025", ""),
        ("1.2k", "1200", ""),
        ("2M", "2000000", ""),
        ("1 min 32 s", "92", "s"),
        ("1:45", "105", "s"),
        ("1:02:03.5", "3723.5", "s"),
        ("2 h 5 min 10 s", "7510", "s"),
        ("7 (70 %)", "7", ""),
        ("–1.5", "-1.5", ""),
        ("1’200", "1200", ""),
    ],
)
def test_numbers_that_are_worked_out(text: str, exact: str, unit: str) -> None:
    cell = read_cell(text, ".")
    assert cell.kind is CellKind.NUMBER
    assert cell.exact == Decimal(exact)
    assert cell.value == float(exact)
    assert cell.unit == unit


@pytest.mark.parametrize("text", NO_NUMBERS)
def test_what_is_none_stays_text(text: str) -> None:
    assert read_cell(text, ".").kind is CellKind.TEXT


def test_what_is_worked_out_is_said() -> None:
    results = results_of("fido,lag\nreed,1:45\nreed,1:50\nsand,2:05\nsand,2:01\n")
    assert [g.summary.mean for g in results.groups.shown] == [107.5, 123.0]
    assert results.measurements.outcome.unit == "s"
    remark = next(r for r in remark_words(results) if r.kind == "worked-out")
    assert "“1:45” as 105 s" in remark.head
    assert is_worked_out("1:45")
    assert not is_worked_out("1.45")


CODES = "fido,x\n" + "".join(f"{g},{v}\n" for g in ("reed", "sand") for v in (3.1, 3.3, 3.2, -9999))


def test_a_code_for_missing_is_asked_about_and_taken_out_by_one_click() -> None:
    results = results_of(CODES)
    remark = next(r for r in remark_words(results) if r.kind == "code-among-numbers")
    assert remark.head.startswith("−9999 stands 2 times")
    assert [edit for _, edit in remark.fixes] == [
        ChooseCode(text="-9999"),
        ChooseCode(text="-9999", is_missing=False),
    ]
    missing = results_of(CODES, remark.fixes[0][1])
    assert [(g.n, g.missing) for g in missing.groups.shown] == [(3, 1), (3, 1)]
    measured = results_of(CODES, remark.fixes[1][1])
    assert [(g.n, g.missing) for g in measured.groups.shown] == [(4, 0), (4, 0)]
    for said in (missing, measured):
        assert not any(r.kind == "code-among-numbers" for r in remark_words(said))
    back = results_of(CODES, remark.fixes[0][1], remark.fixes[1][1])
    assert [g.n for g in back.groups.shown] == [4, 4]


def test_numbers_among_their_like_are_no_code() -> None:
    table = "fido,x\n" + "".join(f"{g},{v}\n" for g in "ab" for v in (91, 99, 120, 99, 105))
    assert not any(r.kind == "code-among-numbers" for r in remark_words(results_of(table)))


NAMES = "sample,glucose\nWT_1,7.84\nWT_2,8.30\nWT_3,7.63\nKO_1,5.72\nKO_2,6.14\nKO_3,6.54\n"


def test_groups_come_out_of_names_by_one_click() -> None:
    remark = next(r for r in remark_words(results_of(NAMES)) if r.kind == "names-may-be-groups")
    ((words, edit),) = remark.fixes
    assert words == "they are groups"
    assert edit == SplitNames(column="sample")
    results = results_of(NAMES, edit)
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("WT",), 3), (("KO",), 3)]
    assert "every one has a name of its own" in counting_sentence(results)
    assert not any(r.kind == "names-may-be-groups" for r in remark_words(results))


ACROSS = """{corner},0 h,2 h,4 h
wt_1,0.10,0.22,0.41
wt_2,0.11,0.25,0.44
mut_1,0.10,0.15,0.20
mut_2,0.12,0.16,0.22
"""


@pytest.mark.parametrize("corner", ["", "vun"])
def test_groups_come_out_of_names_beside_what_is_compared_across(corner: str) -> None:
    text = ACROSS.format(corner=corner)
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "names-may-be-groups")
    assert remark.is_open
    ((_, edit),) = remark.fixes
    results = results_of(text, edit)
    assert [(g.levels, g.n) for g in results.groups.shown][:2] == [
        (("0 h", "wt"), 2),
        (("0 h", "mut"), 2),
    ]
    assert len(results.groups.shown) == 6
    assert results.measurements.units.is_same
    assert not any(r.kind == "names-may-be-groups" for r in remark_words(results))


def test_names_of_one_kind_are_no_groups() -> None:
    text = "line,0 h,2 h\np_1,0.10,0.22\np_2,0.11,0.25\np_3,0.09,0.21\n"
    assert not any(r.kind == "names-may-be-groups" for r in remark_words(results_of(text)))


CROSSING = "id,sex,drug,resp\n1,f,x,4.5\n2,m,x,3.6\n3,f,x,4.1\n4,m,y,5.0\n5,f,y,5.3\n6,m,y,5.1\n"


def test_a_column_that_divides_the_rows_is_compared_or_asked_about() -> None:
    """Combinations of one value each leave it out; nothing said so that anybody had to answer."""
    remark = next(r for r in remark_words(results_of(CROSSING)) if r.kind == "not-compared")
    assert remark.is_open
    both, other, neither = (results_of(CROSSING, edit) for _, edit in remark.fixes)
    assert [g.n for g in both.groups.shown] == [2, 1, 1, 2]
    assert [g.values for g in other.measurements.groups] == [(4.5, 3.6, 4.1), (5.0, 5.3, 5.1)]
    assert [g.n for g in neither.groups.shown] == [3, 3]
    for answered in (both, neither):
        assert not any(r.kind == "not-compared" for r in remark_words(answered))


@pytest.mark.parametrize("cages", [("1", "2", "3", "4"), ("zo", "mi", "ka", "lu")])
def test_units_that_stand_together_within_groups_are_asked_about(cages: tuple[str, ...]) -> None:
    """Names of their own prove that mice are others, not that n counts them."""
    rows = [
        f"{cages[i // 2]},{'AB'[i // 4]},{i + 1},{v}"
        for i, v in enumerate((22.1, 23.0, 21.8, 22.7, 25.1, 24.8, 26.0, 25.5))
    ]
    text = "\n".join(["vun,kez,mip,weight", *rows]) + "\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "units-together")
    assert remark.head == "Each vun holds several mips of one group."
    averaged, single = (results_of(text, edit) for _, edit in remark.fixes)
    assert [g.values for g in averaged.measurements.groups] == [(22.55, 22.25), (24.95, 25.75)]
    assert [g.n for g in single.groups.shown] == [4, 4]
    for answered in (averaged, single):
        assert not any(r.kind == "units-together" for r in remark_words(answered))


def test_levels_named_by_group_and_number_may_be_units() -> None:
    """Three wells of each sample are no replicates of what was done to samples."""
    samples = ("ctrl 1", "ctrl 2", "trt 1", "trt 2")
    rows = [f"{'ABCD'[i // 3]}{i % 3 + 1},{samples[i // 3]},{20 + i / 7:.2f}" for i in range(12)]
    text = "\n".join(["well,sample,Cq", *rows]) + "\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "names-may-be-groups")
    assert remark.is_open
    results = results_of(text, remark.fixes[0][1])
    assert [g.levels for g in results.groups.shown] == [("ctrl",), ("trt",)]


def test_without_headings_names_are_split_into_group_unit_and_reading() -> None:
    names = [f"{g}_{b}_{r}" for g in ("ctrl", "heat") for b in ("B1", "B2") for r in "ab"]
    values = (3.1, 3.2, 3.6, 3.5, 4.1, 4.3, 4.8, 4.7)
    text = "".join(f"{name},{value}\n" for name, value in zip(names, values, strict=True))
    edits: list[Edit] = []
    for kind in ("names-may-be-groups", "names-may-be-groups", "units-together"):
        found = remark_words(results_of(text, *edits))
        edits.append(next(r.fixes[0][1] for r in found if r.kind == kind))
    groups = results_of(text, *edits).measurements.groups
    assert [g.levels for g in groups] == [("ctrl",), ("heat",)]
    assert [g.values for g in groups] == [
        (pytest.approx(3.15), pytest.approx(3.55)),
        (pytest.approx(4.2), pytest.approx(4.75)),
    ]


def test_steps_before_their_groups_are_compared_by_one_click() -> None:
    text = "ID,T0,T6,group\np1,12,15,x\np2,11,14,x\np3,12,12,y\np4,10,11,y\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "other-outcomes")
    label, edit = remark.fixes[-1]
    assert label == "compare these columns"
    results = results_of(text, edit)
    assert [(g.levels, g.n) for g in results.groups.shown] == [
        (("T0", "x"), 2),
        (("T0", "y"), 2),
        (("T6", "x"), 2),
        (("T6", "y"), 2),
    ]
    assert results.measurements.units.is_same


def test_columns_beside_times_are_compared_within_them_by_one_click() -> None:
    text = "time,ctrl,treated\n0,1.0,1.0\n0,1.1,0.9\n0,0.9,1.2\n1,1.5,1.2\n1,1.6,1.3\n1,1.4,1.1\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "other-outcomes")
    label, edit = remark.fixes[-1]
    assert label == "compare these columns"
    groups = {g.levels: g.values for g in results_of(text, edit).measurements.groups}
    assert len(groups) == 4
    assert groups["ctrl", "0"] == (1.0, 1.1, 0.9)
    assert groups["treated", "1"] == (1.2, 1.3, 1.1)


def test_rows_without_names_beside_groups_are_asked_about() -> None:
    """What n counts was taken for granted, and nobody asked."""
    text = "kez,0.1 µM,1 µM\nx,98,80\nx,97,78\ny,99,95\ny,98,96\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "may-be-pairs")
    paired, apart = (results_of(text, edit) for _, edit in remark.fixes)
    assert paired.measurements.units.is_same
    assert not apart.measurements.units.is_same
    for answered in (paired, apart):
        assert not any(r.kind == "may-be-pairs" for r in remark_words(answered))


@pytest.mark.parametrize("first", ["A,3.1", "A,x,3.1"])
def test_a_first_row_like_those_below_holds_no_headings(first: str) -> None:
    """Of a table without headings the first measurement was lost."""
    more = first.rpartition(",")[0]
    text = f"{first}\n{more},3.3\nB{more[1:]},4.1\nB{more[1:]},4.4\n"
    results = results_of(text)
    assert results.measurements.shape.block.header_rows == ()
    assert [g.values for g in results.measurements.groups] == [(3.1, 3.3), (4.1, 4.4)]


def test_notes_on_some_rows_go_with_no_factor() -> None:
    text = "id,kez,vun,note\n1,A,3.2,\n2,A,3.5,late\n3,A,3.1,\n4,B,4.2,\n5,B,4.5,\n6,B,4.1,wet\n"
    assert not any(r.kind == "inseparable" for r in remark_words(results_of(text)))


def test_n_before_means_is_asked_about_as_behind_them() -> None:
    text = "Группа,n,M,m\nКо,12,5.31,0.21\nОп,11,6.02,0.25\nТа,12,7.44,0.30\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "may-be-summary")
    given = results_of(text, remark.fixes[1][1]).groups.shown[1].summary
    assert (given.n, given.mean, given.standard_error) == (11, 6.02, pytest.approx(0.25))


def test_a_column_that_is_left_out_counts_as_nothing() -> None:
    table = "reed,sand,mud\n1.5,2.5,9.5\n1.7,2.1,9.9\n1.2,2.8,9.1\n"
    edit = LeaveColumnOut(column=2, name="mud")
    assert [g.levels for g in results_of(table, edit).groups.shown] == [("reed",), ("sand",)]
    back = LeaveColumnOut(column=2, name="mud", is_left_out=False)
    assert len(results_of(table, edit, back).groups.shown) == 3


MEANS = ",Zuv,Kel,Pon\nreed,3.10,0.31,5\nsand,3.82,0.29,6\n"


def test_means_under_words_that_nobody_knows_are_asked_about() -> None:
    remark = next(r for r in remark_words(results_of(MEANS)) if r.kind == "may-be-summary")
    assert remark.head == "Kel and Pon beside Zuv could be a spread and n of means."
    with_sd, with_se, measured = (edit for _, edit in remark.fixes)
    for edit, factor in ((with_sd, 1.0), (with_se, 5**0.5)):
        first = results_of(MEANS, edit).groups.shown[0].summary
        assert (first.n, first.mean) == (5, 3.1)
        assert first.standard_deviation == pytest.approx(0.31 * factor)
    kept = results_of(MEANS, measured)
    assert not any(r.kind == "may-be-summary" for r in remark_words(kept))
    raw = ",Zuv,Kel\nreed,3.10,2.95\nsand,3.82,3.29\n"
    assert not any(r.kind == "may-be-summary" for r in remark_words(results_of(raw)))


def test_marks_of_significance_are_no_levels() -> None:
    assert are_marks(["a", "b", "ab", ""])
    assert are_marks(["*", "**", "ns"])
    assert not are_marks(["dim", "sun"])
    assert without_marks("12.3±1.4b") == "12.3±1.4"
    assert without_marks("15.9 ± 2.2*") == "15.9 ± 2.2"
    assert without_marks("3.21 (0.10) a,b") == "3.21 (0.10)"
    assert split_pair("12.3±1.4b") == ("12.3", "1.4")
    assert split_pair("3.21 (0.10) a") == ("3.21", "0.10")
    results = results_of("Diet,Mean,,SD,n\nA,12.3,a,0.4,9\nB,14.5,b,0.5,9\nC,13.0,ab,0.3,8\n")
    assert [g.levels for g in results.groups.shown] == [("A",), ("B",), ("C",)]
