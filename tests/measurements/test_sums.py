"""Rows and columns that follow from the others, told by arithmetic in any language."""

from __future__ import annotations

import math
import random
import statistics

import numpy as np
import pytest

from decimus.measurements.facts.sums import (
    LEFT_OUT_BITS,
    Computed,
    bits_of_line,
    computed_columns,
    computed_run,
    hints_of,
)
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of


def drawn(rows: int, columns: int, seed: int, digits: int = 2) -> list[list[float]]:
    rng = random.Random(seed)
    return [[round(rng.gauss(20, 4), digits) for _ in range(columns)] for _ in range(rows)]


def column_of(values: list[list[float]], c: int) -> list[float]:
    return [row[c] for row in values]


def test_a_row_of_means_and_one_of_sds_are_found_together() -> None:
    rows = drawn(6, 3, 1)
    means = [round(statistics.fmean(column_of(rows, c)), 2) for c in range(3)]
    sds = [round(statistics.stdev(column_of(rows, c)), 2) for c in range(3)]
    lines = [*rows, means, sds]
    decimals = [[2] * 3] * 8
    names = ["1", "2", "3", "4", "5", "6", "Zuv", "Kel"]
    assert computed_run(lines, decimals, hints_of(names)) == 2
    assert bits_of_line(means, [2] * 3, rows) > LEFT_OUT_BITS


def test_a_raw_row_is_hardly_ever_what_a_mean_would_be() -> None:
    """The union bound: of 3,000 tables at most a few in a thousand."""
    false = 0
    hints = hints_of(["oak", "elm", "ash", "fir", "yew", "may"])
    for seed in range(3000):
        rows = drawn(6, 2, seed, digits=1)
        false += computed_run(rows, [[1] * 2] * 6, hints) > 0
    assert false <= 6


def test_names_give_hints() -> None:
    assert hints_of(["1", "2", "3", "4"]) == [-20.0] * 4
    assert hints_of(["1", "2", "3", "Zuv"])[-1] == 6.0
    assert hints_of(["oak", "elm", "ash", ""])[-1] == 4.0
    assert hints_of(["oak", "elm", "ash", "fir"]) == [0.0] * 4
    assert hints_of(["A", "B", "C", "D"])[-1] == -20.0


@pytest.mark.parametrize(
    ("third", "is_ratio"),
    [
        (lambda a, b: round(b - a, 1), False),
        (lambda a, b: round(100 * (b - a) / a, 1), False),
        (lambda a, b: round((a + b) / 2, 2), False),
        (lambda a, b: round(b / a, 3), True),
    ],
)
def test_columns_of_changes_are_told(third: object, is_ratio: bool) -> None:
    rows = drawn(8, 2, 3, digits=1)
    values = np.array([[a, b, third(a, b)] for a, b in rows])  # type: ignore[operator]
    decimals = np.array([[1, 1, 3]] * 8)
    found = computed_columns(values, decimals, [False] * 3)
    assert found == (Computed(2, is_ratio),)


def test_a_column_is_computed_where_all_of_its_rows_are() -> None:
    """Pairs of columns are tried on the first rows; what breaks further down is measured."""
    rows = drawn(60, 3, 8, digits=1)
    values = np.array([[a, b, c, round(b - a, 1)] for a, b, c in rows])
    decimals = np.ones(values.shape, np.int64)
    assert computed_columns(values, decimals, [False] * 4) == (Computed(3, is_ratio=False),)
    for broken in (30, 59):
        other = values.copy()
        other[broken, 3] += 0.4
        assert computed_columns(other, decimals, [False] * 4) == ()


def test_a_row_without_the_computed_number_says_nothing_one_without_its_others_does() -> None:
    rows = drawn(12, 2, 8, digits=1)
    values = np.array([[a, b, round(b - a, 1)] for a, b in rows])
    decimals = np.ones(values.shape, np.int64)
    values[4, 2] = math.nan
    assert computed_columns(values, decimals, [False] * 3) == (Computed(2, is_ratio=False),)
    values[5, 0] = math.nan
    assert computed_columns(values, decimals, [False] * 3) == ()


@pytest.mark.parametrize(
    ("last", "name"),
    [
        ([5.0, 20.0], "mean"),
        ([25.0, 100.0], "sum"),
        ([3.162, 12.649], "SD"),
        ([1.414, 5.657], "SE"),
        ([2.828, 11.314], "SD of all"),
        ([63.246, 63.246], "CV"),
        ([3.936, 15.745], "geometric mean"),
    ],
)
def test_each_formula_is_known_by_its_numbers(last: list[float], name: str) -> None:
    """Of 1, 3, 5, 7, 9 and of 4, 12, 20, 28, 36, by hand."""
    lines: list[list[float | None]] = [
        [1.0, 4.0],
        [9.0, 36.0],
        [5.0, 20.0],
        [3.0, 12.0],
        [7.0, 28.0],
    ]
    near = bits_of_line([*last], [3, 3], lines)
    assert near > 0, name
    assert bits_of_line([last[0] + 0.002, last[1]], [3, 3], lines) == -math.inf


def test_columns_that_repeat_or_step_evenly_are_measured() -> None:
    base = [10.37, 11.37, 18.37, 19.37, 12.1]
    decimals = np.full((5, 3), 2)
    for columns in ((base, base, base), (base, [v + 2 for v in base], [v + 4 for v in base])):
        values = np.array(columns).T
        assert computed_columns(values, decimals, [False] * 3) == ()


def test_a_gain_is_left_out_and_said_a_ratio_is_asked_about() -> None:
    rng = random.Random(5)
    rows = [(round(rng.gauss(20, 2), 1), round(rng.gauss(24, 2), 1)) for _ in range(8)]
    gain = "newt,early,late,glim\n" + "".join(
        f"{i},{a},{b},{b - a:.1f}\n" for i, (a, b) in enumerate(rows, 1)
    )
    results = results_of(gain)
    assert [g.levels for g in results.groups.shown] == [("early",), ("late",)]
    assert any("glim" in r.head for r in remark_words(results))
    fold = "early,late,glim\n" + "".join(f"{a},{b},{b / a:.4f}\n" for a, b in rows)
    results = results_of(fold)
    assert len(results.groups.shown) == 3
    remark = next(r for r in remark_words(results) if r.kind == "column-is-ratio")
    (_, leave), (_, keep) = remark.fixes
    assert len(results_of(fold, leave).groups.shown) == 2
    kept = results_of(fold, keep)
    assert len(kept.groups.shown) == 3
    assert not any(r.kind == "column-is-ratio" for r in remark_words(kept))


def test_one_number_that_equals_a_mean_is_too_little() -> None:
    """8 bits at most for one number, less what was tried: it may be chance, and stays."""
    values = [20.13, 24.87, 17.42, 22.06, 25.31, 19.58]
    mean = round(statistics.fmean(values), 2)
    lines = [[v] for v in (*values, mean)]
    names = ["oak", "elm", "ash", "fir", "yew", "may", "box"]
    assert computed_run(lines, [[2]] * 7, hints_of(names)) == 0
    assert 0 < bits_of_line([mean], [2], lines[:-1]) < LEFT_OUT_BITS


def test_behind_a_mean_of_what_is_counted_stands_no_more_of_it() -> None:
    """The third column follows from nothing, and has a name that does not go on counting."""
    text = (
        "zuv,опа 1,опа 2,опа 3,опа 4,кел,бас\nreed,2.77,3.00,3.34,2.82,2.98,0.37\n"
        "sand,4.96,4.01,4.20,4.41,4.40,0.37\nmud,5.33,4.62,4.53,4.94,4.86,0.37\n"
    )
    results = results_of(text)
    assert [(g.levels, g.n) for g in results.groups.shown] == [
        (("reed",), 4),
        (("sand",), 4),
        (("mud",), 4),
    ]


def test_totals_far_beyond_what_they_are_of_are_told_from_coarse_numbers() -> None:
    """Marks out of five add up to sums that no mark can be; a mean among them could be one."""
    rows = [[3, 4, 5], [2, 5, 4], [5, 5, 1], [4, 3, 3], [1, 2, 2]]
    lines = [*map(list, zip(*rows, strict=True)), [sum(row) for row in rows]]
    names = ["опа 1", "опа 2", "опа 3", "кел"]
    assert computed_run(lines, [[0] * 5] * 4, hints_of(names)) == 1
    text = "zuv;опа 1;опа 2;опа 3;кел\n" + "".join(
        f"p{i};{';'.join(map(str, row))};{sum(row)}\n" for i, row in enumerate(rows, start=1)
    )
    assert results_of(text).measurements.shape.summary_columns == (4,)


def test_a_row_of_totals_below_groups_in_rows_is_no_group() -> None:
    text = (
        "zuv,kel I,kel II,kel III,бас,доп\nT1,42.7,39.8,39.5,122.0,40.67\n"
        "T2,41.3,34.4,39.6,115.3,38.43\nT3,49.5,47.5,45.3,142.3,47.43\n"
        "T4,52.1,52.4,51.6,156.1,52.03\nбас,185.6,174.1,176.0,535.7,\n"
    )
    assert [(g.levels, g.n) for g in results_of(text).groups.shown] == [
        (("T1",), 3),
        (("T2",), 3),
        (("T3",), 3),
        (("T4",), 3),
    ]


def test_a_row_of_means_below_names_is_left_out_or_asked_about() -> None:
    """Words name the rows, so that only the arithmetic tells."""
    rows = {"Cleo": (29.1, 32.4), "Eva": (21.3, 22.8), "Finn": (22.7, 23.1), "Ivo": (22.2, 19.9)}
    rows["Jo"] = (24.6, 28.3)
    text = "subject,hand,net\n" + "".join(f"{n},{a},{b}\n" for n, (a, b) in rows.items())
    results = results_of(text + "гуф,24.0,25.3\n")
    remark = next(r for r in remark_words(results) if r.kind == "rows-may-follow")
    assert remark.is_open
    assert remark.head.startswith("Row 7 could be computed")
    out, kept = (edit for _, edit in remark.fixes)
    assert [g.n for g in results_of(text + "гуф,24.0,25.3\n", out).groups.shown] == [5, 5]
    after = results_of(text + "гуф,24.0,25.3\n", kept)
    assert [g.n for g in after.groups.shown] == [6, 6]
    assert not any(r.kind == "rows-may-follow" for r in remark_words(after))
    finer = results_of(text + "гуф,23.98,25.30\n").measurements
    assert finer.shape.summary_rows == (6,)
    other = results_of(text + "гуф,24.2,25.3\n")
    assert not any(r.kind == "rows-may-follow" for r in remark_words(other))


def test_a_coarse_difference_is_asked_about() -> None:
    rows = [(8, 9, 11), (26, 25, 31), (22, 28, 28), (24, 26, 24), (20, 28, 27)]
    text = "dog,calce,controllo,sale,бас\n" + "".join(
        f"{i},{a},{b},{c},{c - b}\n" for i, (a, b, c) in enumerate(rows, start=1)
    )
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "column-is-ratio")
    assert [g.levels for g in results_of(text, remark.fixes[0][1]).groups.shown] == [
        ("calce",),
        ("controllo",),
        ("sale",),
    ]


@pytest.mark.parametrize("word", ["mean", "зув"])
def test_rows_named_after_a_group_that_follow_from_its_rows_are_left_out(word: str) -> None:
    text = f"g,x\nA,3.1\nA,3.41\nA,3.2\n{word} A,3.24\nB,4.1\nB,4.57\nB,4.3\n{word} B,4.32\n"
    assert [(g.levels, g.n) for g in results_of(text).groups.shown] == [(("A",), 3), (("B",), 3)]
    other = results_of(text.replace("3.24", "3.44"))
    assert (f"{word} A",) in [g.levels for g in other.groups.shown]


def test_sd_over_the_root_of_n_is_known_in_any_words() -> None:
    """1.4 / √8 = 0.495, 2.2 / √7 = 0.832, 0.9 / √8 = 0.318."""
    for order in ("{m},{s},{e},{n}", "{m},{n},{s},{e}", "{m},{e},{s},{n}"):
        rows = [("A", 12.3, 1.4, 0.495, 8), ("B", 15.9, 2.2, 0.832, 7), ("C", 9.8, 0.9, 0.318, 8)]
        lines = [f"{g}," + order.format(m=m, s=s, e=e, n=n) for g, m, s, e, n in rows]
        head = "зон," + order.format(m="ба", s="ши", e="фи", n="до")
        results = results_of("\n".join([head, *lines]) + "\n")
        given = [g.cells.given for g in results.groups.shown]
        assert [(one.given_mean, one.given_n) for one in given if one is not None] == [
            (12.3, 8),
            (15.9, 7),
            (9.8, 8),
        ]
        assert [one.standard_deviation for one in given if one is not None] == [1.4, 2.2, 0.9]
        kinds = {r.kind for r in remark_words(results)}
        assert not kinds & {"unknown-meaning", "taken-for-n"}
    text = "зон,ба,ши,фи,до\nA,12.3,1.4,0.595,8\nB,15.9,2.2,0.932,7\nC,9.8,0.9,0.418,8\n"
    assert not results_of(text).measurements.is_summarised


@pytest.mark.parametrize("foot", ["Mean", "зора"])
def test_a_row_of_means_is_none_either_where_another_quantity_is_asked_about(foot: str) -> None:
    rows = [(13.983, 3.52), (13.5, 3.54), (12.996, 2.99), (11.596, 3.21), (11.71, 2.8)]
    lines = [f"S0{i},{a},{b}" for i, (a, b) in enumerate(rows, start=1)]
    text = "\n".join(["зон,ба (mg),ши (cm)", *lines, f"{foot},12.757,3.212"]) + "\n"
    results = results_of(text)
    assert [g.n for g in results.groups.shown] == [5]
    remark = next(r for r in remark_words(results) if r.kind == "other-outcomes")
    other = results_of(text, remark.fixes[0][1])
    assert [g.values for g in other.measurements.groups] == [(3.52, 3.54, 2.99, 3.21, 2.8)]


def test_a_column_that_repeats_another_is_no_further_evidence() -> None:
    """2.96 is near the SD of the four before it, in both columns alike."""
    column = [-1.09, -0.56, -7.85, -1.57, 2.96]
    text = "dim,bright\n" + "".join(f"{v},{v}\n" for v in column)
    assert [g.n for g in results_of(text).groups.shown] == [5, 5]
    lines = [[v, v] for v in (3.1, 3.5, 3.3, 3.2, 3.28)]
    once = bits_of_line([3.28], [2], [[v] for v in (3.1, 3.5, 3.3, 3.2)])
    assert bits_of_line(lines[-1], [2, 2], lines[:-1]) == once


def test_a_change_of_four_rows_is_told_by_what_is_shown() -> None:
    """Of the digits that are not shown a change in percent could be anything within two."""
    text = (
        "vun,ka,lo,mip\nw1,10.1,12.2,20.8\nw2,11.3,13.1,15.9\nw3,9.8,12.4,26.5\nw4,10.6,12.6,18.9\n"
    )
    shape = results_of(text).measurements.shape
    assert shape.summary_columns == (3,)
    sigma = "kez,N,P,Σ\nA,3.1,1.1,4.2\nA,3.3,1.2,4.5\nB,4.1,1.6,5.7\nB,4.0,1.5,5.5\n"
    heads = [r.head for r in remark_words(results_of(sigma))]
    assert not any("known error" in head for head in heads)
    assert any("N" in head.split() or "N." in head for head in heads)
