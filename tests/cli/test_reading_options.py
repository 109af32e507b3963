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
