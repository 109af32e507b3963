"""What the program asks about a table can be said on the command line, in its own words."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
import xlsxwriter

from decimus.__main__ import run

Capture = pytest.CaptureFixture[str]
FREQUENCIES = "pond,eggs,nests\nA,0,3\nA,1,8\nA,2,4\nB,0,1\nB,1,4\nB,2,9\n"
WITHIN = "day,wt_1,wt_2,mut_1,mut_2\n0,3.1,3.3,3.0,3.2\n7,5.1,5.3,4.0,4.2\n"
MEANS_IN_ROWS = ",reed,sand,mud\nzuv,3.10,3.82,4.41\nkel,0.31,0.29,0.35\npon,5,6,4\n"
COUNTED = (
    "dose,plant 1,plant 2,plant 3\n0,1.2,1.4,1.5\n0,2.2,2.1,2.5\n5,3.2,3.1,3.5\n5,3.3,3.4,3.9\n"
)
QUANTITIES = (
    ",Stalk (cm),,Pod (g),\n,reed,sand,reed,sand\n1,11.9,16.9,1.48,1.24\n2,12.4,16.7,1.57,1.33\n"
)


def groups(capsys: Capture, path: Path, *options: str) -> list[tuple[tuple[str, ...], int]]:
    assert run(["summary", str(path), *options, "--json"]) == 0
    found = json.loads(capsys.readouterr().out)["groups"]
    return [(tuple(group["levels"]), group["n"]) for group in found]


@pytest.mark.parametrize(
    ("text", "options", "wanted"),
    [
        (FREQUENCIES, ["--frequencies", "nests"], [(("A",), 15), (("B",), 14)]),
        (
            WITHIN,
            ["--group", "headings", "--group", "day"],
            [((f"{g}_{i}", d), 1) for g in ("wt", "mut") for i in (1, 2) for d in ("0", "7")],
        ),
        (QUANTITIES, ["--value", "Pod"], [(("reed",), 2), (("sand",), 2)]),
        (
            MEANS_IN_ROWS,
            ["--mean", "zuv", "--spread", "kel", "--n", "pon", "--meaning", "sd"],
            [(("reed",), 5), (("sand",), 6), (("mud",), 4)],
        ),
        # Only what is named tells values apart: replicates stand across.
        (COUNTED, ["--group", "dose"], [(("0",), 6), (("5",), 6)]),
        (COUNTED, ["--group", "dose", "--layout", "long"], [(("0",), 2), (("5",), 2)]),
    ],
)
def test_an_answer_is_an_option(
    tmp_path: Path,
    capsys: Capture,
    text: str,
    options: list[str],
    wanted: list[tuple[tuple[str, ...], int]],
) -> None:
    path = tmp_path / "table.csv"
    path.write_text(text)
    assert sorted(groups(capsys, path, *options)) == sorted(wanted)


def test_what_a_workbook_marks_counts_or_not_as_said(tmp_path: Path, capsys: Capture) -> None:
    path = tmp_path / "plots.xlsx"
    book = xlsxwriter.Workbook(str(path))
    sheet = book.add_worksheet("Plots")
    sheet.write_row(0, 0, ["reed", "mg"])
    for at, (name, value) in enumerate(zip("AAABBB", (3.1, 3.4, 9.9, 4.1, 4.4, 4.0), strict=True)):
        sheet.write_row(at + 1, 0, [name, value])
    sheet.set_row(6, None, None, {"hidden": True})
    book.close()
    assert groups(capsys, path) == [(("A",), 3), (("B",), 3)]
    assert groups(capsys, path, "--marked", "hidden-rows=out") == [(("A",), 3), (("B",), 2)]
    run(["check", str(path), "--marked", "hidden-rows=count", "--independent"])
    assert "hidden in the workbook" not in capsys.readouterr().err
    for said, why in (
        ("struck=out", "the file marks nothing so"),
        ("struck", "say KIND=count or KIND=out"),
        ("odd=out", "KIND one of hidden-rows, hidden-columns, struck, noted"),
    ):
        assert run(["summary", str(path), "--marked", said]) == 2
        assert why in capsys.readouterr().err


@pytest.mark.parametrize(
    "text", ["old,1.2,1.4,1.5\nnew,2.2,2.1,2.6\n", "x,m1,m2,m3\nold,1.2,1.4,1.5\nnew,2.2,2.1,2.6\n"]
)
def test_values_of_one_column_are_of_one_subject_where_groups_are_rows(
    tmp_path: Path, capsys: Capture, text: str
) -> None:
    """Differences 1.0, 0.7 and 1.1: mean 0.9333, SD 0.2082, so t = 7.7658 with 2 df."""
    path = tmp_path / "table.csv"
    path.write_text(text)
    assert run(["check", str(path)]) == 3
    assert "--pair-by-column" in capsys.readouterr().out
    assert run(["check", str(path), "--pair-by-column", "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["counts"]["same_across"]
    assert run(["compare", str(path), "--pair-by-column", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["method"] == "paired-t"
    assert abs(found["pairs"][0]["value"]) == pytest.approx(
        0.28 / 3 * 10 / (0.0433333 / 3) ** 0.5, rel=1e-5
    )
    assert found["pairs"][0]["df"] == 2


@pytest.mark.parametrize(
    ("options", "said"),
    [
        (["--pair-by-column", "--independent"], "--pair-by-column and --independent exclude"),
        (["--pair-by-row", "--subject", "x"], "--pair-by-row and --subject exclude"),
        (["--pair-by-row", "--pair-by-column"], "--pair-by-row and --pair-by-column exclude"),
        (["--pair-by-column", "--layout", "columns"], "--pair-by-column belongs to --layout rows"),
        (["--pair-by-row", "--layout", "rows"], "--pair-by-row belongs to --layout columns"),
    ],
)
def test_two_ways_to_pair_exclude_each_other(
    tmp_path: Path, capsys: Capture, options: list[str], said: str
) -> None:
    path = tmp_path / "table.csv"
    path.write_text("x,m1,m2\nold,1.2,1.4\nnew,2.2,2.1\n")
    assert run(["check", str(path), *options]) == 2
    assert said in capsys.readouterr().err
