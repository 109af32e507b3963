"""What a workbook hides, strikes or notes is said, and asked whether it counts."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import odfdo
import pytest
import xlsxwriter

from decimus.analysis.results import Results
from decimus.formats.table_files import table_in
from decimus.report.reading_options import options_of_edit
from decimus.study.edits import BringInTable, CountMarked, InsertRows
from decimus.study.marks import MarkKind, Marks
from decimus.study.studies import Study
from decimus.wording.remarks.remarks import remark_words

ROWS = [
    ("A", 3.1),
    ("A", 3.4),
    ("A", 9.9),
    ("B", 4.1),
    ("B", 4.4),
    ("B", 4.0),
    ("C", 5.0),
    ("C", 5.2),
]


def written_xlsx(path: Path) -> None:
    book = xlsxwriter.Workbook(str(path))
    sheet = book.add_worksheet("Plots")
    struck = book.add_format({"font_strikeout": True})
    sheet.write_row(0, 0, ["reed", "mg", "spare"])
    for at, (name, value) in enumerate(ROWS, start=1):
        sheet.write_row(at, 0, [name, value, 1])
    sheet.write(3, 1, 9.9, struck)
    sheet.write_comment("B6", "was cracked")
    sheet.write_formula("B7", "=B6*2", None, "")
    for row in (7, 8):
        sheet.set_row(row, None, None, {"hidden": True})
    sheet.set_column(2, 2, None, None, {"hidden": True})
    book.close()


def written_ods(path: Path) -> None:
    book = odfdo.Document("spreadsheet")
    book.body.clear()
    style = odfdo.Element.from_tag(
        '<style:style style:name="gone" style:family="table-cell"><style:text-properties '
        'style:text-line-through-style="solid"/></style:style>'
    )
    book.insert_style(style, automatic=True)
    table = odfdo.Table("Plots")
    table.append_row(odfdo.Row())
    table.set_row_values(0, ["reed", "mg", "spare"])
    for at, (name, value) in enumerate(ROWS, start=1):
        table.set_row_values(at, [name, value, 1])
    cell = table.get_cell((1, 3))
    cell.style = "gone"
    table.set_cell((1, 3), cell)
    cell = table.get_cell((1, 5))
    cell.append(odfdo.Annotation("was cracked"))
    table.set_cell((1, 5), cell)
    for at in (7, 8):
        row = table.get_row(at)
        row.set_attribute("table:visibility", "filter")
        table.set_row(at, row)
    book.body.append(table)
    book.save(path)


WRITERS: list[tuple[str, Callable[[Path], None]]] = [
    ("plots.xlsx", written_xlsx),
    ("plots.ods", written_ods),
]


def read(path: Path) -> Study:
    found = table_in(path)
    edit = BringInTable(table=found.table, reading=found.first_reading, source=found.source)
    return edit.apply(Study())


@pytest.mark.parametrize(("name", "written"), WRITERS)
def test_marks_are_found_where_they_are(
    tmp_path: Path, name: str, written: Callable[[Path], None]
) -> None:
    written(tmp_path / name)
    marks = table_in(tmp_path / name).source.marks
    assert marks.hidden_rows == (7, 8)
    assert marks.struck == ((3, 1),)
    assert marks.noted == ((5, 1, "was cracked"),)
    if name.endswith("xlsx"):
        assert marks.hidden_columns == (2,)
        assert marks.uncomputed == ((6, 1),)


def test_each_kind_is_asked_about_and_each_answer_ends_it(tmp_path: Path) -> None:
    written_xlsx(tmp_path / "plots.xlsx")
    study = read(tmp_path / "plots.xlsx")
    results = Results(study)
    asked = [r for r in remark_words(results) if r.kind == "marked-in-workbook"]
    assert [r.is_open for r in asked] == [True] * 3
    heads = "\n".join(r.head for r in asked)
    assert "Rows 8 to 9 are hidden" in heads
    assert "“9.9” (row 4, column 2) is struck through" in heads
    assert "“4.4” (row 6, column 2: “was cracked”) has a note" in heads
    assert any(r.kind == "never-computed" for r in remark_words(results))
    for remark in asked:
        for _, edit in remark.fixes:
            assert isinstance(edit, CountMarked)
            after = Results(edit.apply(study))
            still = [r.head for r in remark_words(after) if r.kind == "marked-in-workbook"]
            assert remark.head not in still
            assert len(still) == 2
    options = options_of_edit(results, asked[0].fixes[0][1])
    assert options == ("--marked", "hidden-rows=out")


def test_left_out_is_set_aside_with_its_reason(tmp_path: Path) -> None:
    written_xlsx(tmp_path / "plots.xlsx")
    study = read(tmp_path / "plots.xlsx")
    for kind in (MarkKind.HIDDEN_ROWS, MarkKind.STRUCK, MarkKind.NOTED):
        study = CountMarked(kind=kind, is_counted=False).apply(study)
    results = Results(study)
    assert [(g.levels, g.n) for g in results.groups.shown] == [
        (("A",), 2),
        (("B",), 1),
        (("C",), 0),
    ]
    assert {a.reason for a in results.sheet.reading.asides} == {
        "hidden in the workbook",
        "struck through in the workbook",
        "was cracked",
    }


def test_notes_of_the_workbook_are_notes_of_the_table(tmp_path: Path) -> None:
    written_xlsx(tmp_path / "plots.xlsx")
    notes = read(tmp_path / "plots.xlsx").sheets[0].reading.cell_notes
    assert [(n.row, n.column, n.text) for n in notes] == [(5, 1, "was cracked")]


def test_a_table_with_other_rows_than_the_workbook_has_no_marks(tmp_path: Path) -> None:
    written_xlsx(tmp_path / "plots.xlsx")
    study = InsertRows(at=1, count=1).apply(read(tmp_path / "plots.xlsx"))
    assert study.sheets[0].marks == Marks()


def test_marks_are_counted_from_the_corner_of_a_part() -> None:
    marks = Marks((3, 9), (2, 5), ((3, 2), (0, 0)), ((4, 3, "x"),), ((3, 3),))
    assert marks.within(3, 2, 4, 2) == Marks((0,), (0,), ((0, 0),), ((1, 1, "x"),), ((0, 1),))
