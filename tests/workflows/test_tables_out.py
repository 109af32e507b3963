"""The table of the lanes as a file: what is shown, in full, and never a formula."""

from __future__ import annotations

import csv
import io
from pathlib import Path

import pytest
import python_calamine

from decimus.errors import ChoiceError, InputError
from decimus.formats.table_writers import as_text, csv_bytes
from decimus.study import edits
from decimus.study.edits import ChooseColumns, ChooseTotals
from decimus.terms import Statistic, Totals
from decimus.wording.groups.statistics import values_of
from decimus.workflows.exporting import FigureFile, export_figure, export_table
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

DANGEROUS = """group,x
=1+1,-1.5
=1+1,-2.5
+SUM(A1),3.25
+SUM(A1),4.25
@cmd,5
@cmd,6
-2 °C,1
-2 °C,2
"""
COLUMNS = ChooseColumns(
    columns=(Statistic.N, Statistic.MEAN_AND_SD, Statistic.CONFIDENCE_INTERVAL, Statistic.MEAN)
)


def sheets(path: Path) -> list[list[list[object]]]:
    book = python_calamine.CalamineWorkbook.from_path(str(path))
    return [book.get_sheet_by_index(i).to_python() for i in range(len(book.sheet_names))]


def rows_of(path: Path) -> list[list[str]]:
    return list(csv.reader(io.StringIO(path.read_text("utf-8"))))


def test_no_cell_of_a_csv_runs_as_a_formula(tmp_path: Path) -> None:
    results = results_of(DANGEROUS, COLUMNS)
    for is_exact in (False, True):
        path = tmp_path / "out.csv"
        export_table(results, path, is_exact=is_exact)
        for row in rows_of(path)[1:]:
            for cell in row:
                if cell[:1] in "=+-@":
                    float(cell)  # a number, or it must have been marked as text


@pytest.mark.parametrize("text", ["=1", "+a", "-x", "@y", "\tz", "-5", "+1.5e3", "plain", ""])
def test_text_is_marked_and_numbers_are_not(text: str) -> None:
    found = as_text(text)
    if text in ("-5", "+1.5e3", "plain", ""):
        assert found == text
    else:
        assert found == f"'{text}"


def test_full_precision_reads_back_to_the_same_numbers(tmp_path: Path) -> None:
    results = results_of(TWO_FACTORS, COLUMNS, ChooseTotals(totals=Totals.BOTH))
    wanted = [
        [
            n
            for column in results.question.lanes.columns
            for n in values_of(results, lane, column).numbers
        ]
        for lane in results.lanes
    ]
    for ending in ("csv", "xlsx", "ods"):
        path = tmp_path / f"out.{ending}"
        export_table(results, path, is_exact=True)
        rows: list[list[object]] = (
            [list(row) for row in rows_of(path)] if ending == "csv" else sheets(path)[1]
        )
        found = [[float(str(c)) for c in row[2:] if c not in ("", None)] for row in rows[1:]]
        assert found == wanted


@pytest.mark.parametrize("ending", ["xlsx", "ods"])
def test_workbooks_hold_text_as_text(ending: str, tmp_path: Path) -> None:
    path = tmp_path / f"out.{ending}"
    export_table(results_of(DANGEROUS, COLUMNS), path)
    shown, exact = sheets(path)
    assert [row[0] for row in shown[1:]] == ["=1+1", "+SUM(A1)", "@cmd", "-2 °C"]
    assert shown[1][4] == -2.0
    assert exact[1][1:3] == [2.0, -2.0]
    raw = path.read_bytes()
    assert b"<f>" not in raw


def test_what_is_shown_is_what_is_written(tmp_path: Path) -> None:
    results = results_of(TWO_FACTORS, COLUMNS)
    path = tmp_path / "out.csv"
    export_table(results, path)
    assert rows_of(path)[1] == ["0", "dim", "2", "1.50 ± 0.71", "\u22124.85 to 7.85", "1.50"]
    export_table(results, tmp_path / "out.md")
    lines = (tmp_path / "out.md").read_text("utf-8").splitlines()
    assert lines[1] == "|---|---|---:|---:|---:|---:|"
    assert lines[2].startswith("| 0 | dim | 2 | 1.50\u00a0±\u00a00.71 |")


def test_an_unknown_ending_is_refused(tmp_path: Path) -> None:
    with pytest.raises(ChoiceError, match="csv, xlsx, ods, md"):
        export_table(results_of(TWO_FACTORS), tmp_path / "out.doc")
    assert csv_bytes([["a", 1.0, None, 0.1]]) == b"a,1,,0.1\n"


def test_a_picture_without_end_is_refused(tmp_path: Path) -> None:
    wide = edits.ChooseSize(width_mm=500, height_mm=500)
    with pytest.raises(InputError, match="too large for this size"):
        export_figure(results_of(FIVE_BY_FOUR, wide), tmp_path / "a.png", FigureFile(dpi=2400))
    with pytest.raises(ChoiceError, match="no ending"):
        export_figure(results_of(FIVE_BY_FOUR), tmp_path / "a")
