"""Which sheet of a workbook is read, what is said of the others, and true numbers."""

from __future__ import annotations

import io
import zipfile
from pathlib import Path

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.wording.remarks.remarks import remark_words
from decimus.workflows.opening import open_file
from tests.formats.workbook_files import xlsx_bytes

DATA: list[list[object]] = [["dim", "bright"], [1.5, 2.5], [1.7, 2.25], [1.6, 2.75]]
OTHER: list[list[object]] = [["wet", "dry"], [4.5, 5.5], [4.7, 5.25], [4.6, 5.75]]
NOTES: list[list[object]] = [["Read me"], ["Made in May"], ["Room", 3], ["Shelf", 2]]


def results_of(content: bytes) -> Results:
    found = table_of_bytes(content, "f", title="f")
    edit = BringInTable(table=found.table, source=found.source, reading=found.first_reading)
    return Results(edit.apply(Study()))


def names(results: Results) -> list[str]:
    return [group.levels[0] for group in results.groups.shown]


def hidden(content: bytes, name: str) -> bytes:
    """The workbook with a sheet that is not shown."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as old, zipfile.ZipFile(out, "w") as new:
        for item in old.namelist():
            data = old.read(item)
            if item == "xl/workbook.xml":
                mark = f'name="{name}"'
                assert mark.encode() in data
                data = data.replace(mark.encode(), f'{mark} state="hidden"'.encode())
            new.writestr(item, data)
    return out.getvalue()


def test_a_page_of_notes_is_passed_over() -> None:
    results = results_of(xlsx_bytes({"Read me": NOTES, "May": DATA}))
    assert names(results) == ["dim", "bright"]
    assert "other-tables" not in {remark.kind for remark in remark_words(results)}


@pytest.mark.parametrize("sheet", ["Butterflies", "Families", "Aboutness", "Denotes"])
def test_a_word_of_notes_inside_another_is_none(sheet: str) -> None:
    """A sheet of flies is one of measurements, not one to read first."""
    assert names(results_of(xlsx_bytes({sheet: DATA, "Beetles": OTHER}))) == ["dim", "bright"]


@pytest.mark.parametrize("sheet", ["Field_notes", "Info", "Lies mich", "README 2", "about-this"])
def test_pages_of_notes_are_known_by_name(sheet: str) -> None:
    assert names(results_of(xlsx_bytes({sheet: OTHER, "May": DATA}))) == ["dim", "bright"]


def test_a_hidden_sheet_is_passed_over() -> None:
    results = results_of(hidden(xlsx_bytes({"old": OTHER, "May": DATA}), "old"))
    assert names(results) == ["dim", "bright"]


def test_other_tables_are_named_with_the_way_to_them() -> None:
    results = results_of(xlsx_bytes({"May": DATA, "June": OTHER}))
    remark = next(r for r in remark_words(results) if r.kind == "other-tables")
    assert remark.options == (("read June", ("--sheet", "June")),)
    assert remark.dropped == ("June",)


def test_text_among_true_numbers_turns_none_of_them() -> None:
    """1.375 stays 1.375 beside “1,5”, which can mean nothing but 1.5."""
    sheet: list[list[object]] = [["dim", "bright"], [1.375, "1,5"], [1.25, 2.125], [1.5, 2.5]]
    results = results_of(xlsx_bytes({"May": sheet}))
    assert results.groups.group(("dim",)).summary.mean == pytest.approx((1.375 + 1.25 + 1.5) / 3)
    assert results.groups.group(("bright",)).summary.mean == pytest.approx((1.5 + 2.125 + 2.5) / 3)
    assert "other-signs" in {remark.kind for remark in remark_words(results)}


def test_a_cell_that_stays_unread_is_not_said_to_be_read() -> None:
    """“1.234,5” among points is text, whatever it would be among commas."""
    sheet: list[list[object]] = [
        ["dim", "bright"],
        ["1.5", "1.234,5"],
        ["1.2", "2.1"],
        ["1.7", "2.3"],
    ]
    kinds = {remark.kind for remark in remark_words(results_of(xlsx_bytes({"May": sheet})))}
    assert "other-signs" not in kinds
    assert "unreadable-cells" in kinds


def test_opening_and_adding_read_alike(tmp_path: Path) -> None:
    path = tmp_path / "a.xlsx"
    path.write_bytes(xlsx_bytes({"May": DATA}))
    assert open_file(path).history.study.sheets[0].reading.decimal == "."


SHEETS = {
    "reed": [["plant", "mass"], [1, 3.5], [2, 3.7], [3, 3.2]],
    "sand": [["plant", "mass"], [1, 4.5], [2, 4.1]],
}


def test_sheets_of_one_form_are_one_table_with_the_sheet_as_a_group() -> None:
    found = table_of_bytes(xlsx_bytes(SHEETS), "t.xlsx", title="t")
    assert found.table.rows()[0] == ("sheet", "plant", "mass")
    assert found.table.rows()[-1] == ("sand", "2", "4.1")
    assert found.source.joined == ("reed", "sand")
    assert found.parts == ("all sheets", "reed", "sand")
    edit = BringInTable(table=found.table, reading=found.first_reading, source=found.source)
    results = Results(edit.apply(Study()))
    assert [(g.levels, g.n) for g in results.groups.shown] == [(("reed",), 3), (("sand",), 2)]
    remark = next(r for r in remark_words(results) if r.kind == "sheets-joined")
    assert ("read sand only", ("--sheet", "sand")) in remark.options
    only = table_of_bytes(xlsx_bytes(SHEETS), "t.xlsx", title="t", sheet="sand")
    assert only.table.rows() == (("plant", "mass"), ("1", "4.5"), ("2", "4.1"))
    again = table_of_bytes(xlsx_bytes(SHEETS), "t.xlsx", title="t", sheet="all sheets")
    assert again.table.rows() == found.table.rows()


@pytest.mark.parametrize(
    "sheets",
    [
        {**SHEETS, "sand": [["plant", "height"], [1, 4.5], [2, 4.1]]},
        {"mass (g)": SHEETS["reed"], "height (cm)": SHEETS["sand"]},
        {"reed": [[1, 3.5], [2, 3.7], [3, 3.2]], "sand": [[1, 4.5], [2, 4.1], [3, 4.4]]},
    ],
)
def test_other_sheets_stay_apart(sheets: dict[str, object]) -> None:
    found = table_of_bytes(xlsx_bytes(sheets), "t.xlsx", title="t")
    assert found.source.joined == ()
    assert found.source.others


def test_the_same_numbers_written_twice_are_no_two_groups() -> None:
    values = {"reed": 3.512, "sand": 3.689, "mud": 3.204, "clay": 3.381, "loam": 3.902}
    shown = [["term", "mean"], *([name, round(value, 1)] for name, value in values.items())]
    exact = [["term", "mean"], *([name, value] for name, value in values.items())]
    found = table_of_bytes(xlsx_bytes({"shown": shown, "exact": exact}), "t.xlsx", title="t")
    assert found.source.joined == ()
