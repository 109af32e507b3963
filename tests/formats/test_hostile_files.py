"""Files from anywhere: bounded before anything is built, refused in one line, never a crash."""

from __future__ import annotations

import io
import json
import os
import re
import resource
import subprocess
import sys
import zipfile
from collections.abc import Callable
from datetime import UTC, date, datetime, time, timedelta
from pathlib import Path

import msgspec
import pytest

from decimus.errors import DecimusError, FileFormatError, InputError, TableError
from decimus.formats import archives, delimited, stored_tables
from decimus.formats.archives import ArchiveError, opened
from decimus.formats.html_tables import table_of_html
from decimus.formats.progress import Stopped
from decimus.formats.sheet_extents import Extent, extents
from decimus.formats.stored_tables import stored_cells, table_of_stored
from decimus.formats.study_file import NO_HISTORY, VERSION, study_bytes, study_from_bytes
from decimus.formats.table_files import table_in
from decimus.formats.workbook_reader import Answer, answer_for, cell_text, main
from decimus.formats.workbooks import sheet_blocks
from decimus.study.edits import InsertRows, WriteCells
from decimus.study.history import History
from decimus.study.slabs import TextPiece
from decimus.study.tables import Table, column_of_piece
from tests.formats.test_study_file import rewritten, with_json
from tests.formats.workbook_files import ods_bytes, xlsx_bytes

PONDS = [["Pond", "Area"], ["A", 1.5], ["B", 2.5]]
SHEET = "xl/worksheets/sheet1.xml"


def packed(parts: list[tuple[str, bytes]]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in parts:
            archive.writestr(zipfile.ZipInfo(name), content, zipfile.ZIP_DEFLATED)
    return out.getvalue()


# --- archives --------------------------------------------------------------------------------


@pytest.mark.filterwarnings("ignore:Duplicate name")
def test_a_part_that_is_there_twice_is_refused() -> None:
    with pytest.raises(ArchiveError, match="holds a twice"), opened(packed([("a", b"1")] * 2)):
        pass


def test_an_archive_that_unpacks_without_end_is_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    content = packed([("a", b"0" * 3_000_000)])
    with opened(content) as archive:
        assert archive.size("a") == 3_000_000
    monkeypatch.setattr(archives, "_ALWAYS_FINE", 1_000_000)
    with pytest.raises(ArchiveError, match="unpacks from"), opened(content):
        pass
    monkeypatch.setattr(archives, "_ALWAYS_FINE", 10_000_000)
    monkeypatch.setattr(archives, "MOST_UNPACKED", 2_000_000)
    with pytest.raises(ArchiveError, match="unpacks from"), opened(content):
        pass


def test_a_damaged_part_is_told_by_its_name() -> None:
    content = bytearray(packed([("a", bytes(range(256)) * 50)]))
    content[60] ^= 0xFF
    with opened(bytes(content)) as archive, pytest.raises(ArchiveError, match="a is damaged"):
        archive.read("a")


# --- studies ---------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("name", "change", "words"),
    [
        ("tables/1.csv", lambda data: data.replace(b"10.0", b"\xff\xfe"), "not text in UTF-8"),
        ("tables/1.csv", lambda data: data + b"more,cells\n", "lines of different lengths"),
        ("study.json", lambda data: data.replace(b'"rows": 5', b'"rows": -5'), "cannot have"),
        ("study.json", lambda data: data.replace(b'"outcome": null', b'"outcome": 9'), "column 10"),
        (
            "study.json",
            lambda data: data.replace(b'"factors": null', b'"factors": [7]'),
            "column 8",
        ),
        ("study.json", lambda data: data.replace(b'"sheet": 0', b'"sheet": 3'), "sheet 4 of 1"),
        ("study.json", lambda data: data.replace(b'"power": 80.0', b'"power": 9e9'), "damaged"),
        ("study.json", with_json({"version": VERSION + 1}), "later version"),
        ("study.json", lambda data: b"[" * 100_000, "damaged"),
    ],
)
def test_a_study_that_cannot_be_is_refused_in_one_line(
    salt_history: History, name: str, change: Callable[[bytes], bytes], words: str
) -> None:
    content = study_bytes(salt_history)
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        assert change(archive.read(name)) != archive.read(name)
    with pytest.raises(FileFormatError, match=words) as caught:
        study_from_bytes(rewritten(content, name, change))
    assert "\n" not in str(caught.value)


@pytest.mark.filterwarnings("ignore:Duplicate name")
def test_a_study_with_a_part_twice_is_refused(salt_history: History) -> None:
    out = io.BytesIO(study_bytes(salt_history))
    with zipfile.ZipFile(out, "a") as archive:
        archive.writestr("study.json", "{}")
    with pytest.raises(FileFormatError, match="twice"):
        study_from_bytes(out.getvalue())


def with_edits(history: History, *more: dict[str, object]) -> bytes:
    def changed(data: bytes) -> bytes:
        stored = json.loads(data)
        return json.dumps(
            {"position": stored["position"], "edits": [*stored["edits"], *more]}
        ).encode()

    return rewritten(study_bytes(history), "history.json", changed)


@pytest.mark.parametrize(
    "edit",
    [
        {"type": "InsertRows", "at": 1, "count": 10**9},
        {"type": "InsertColumns", "at": 1, "count": 10**9},
        {"type": "WriteCells", "row": 10**12, "column": 0, "cells": [["1"]]},
        {"type": "WriteCells", "row": -1, "column": 0, "cells": [["1"]]},
        {"type": "ChooseHeaderRows", "count": 7},
        {"type": "ChooseTextSize", "text_pt": 1e9},
        {"type": "DeleteRows", "at": 0, "count": 1, "sheet": 9},
        {"type": "NobodyKnows"},
        {"type": "BringInTable", "rows": "none.csv", "name": "x"},
        {"type": "BringInTable"},
    ],
)
def test_a_history_that_cannot_be_leaves_the_study(
    salt_history: History, edit: dict[str, object]
) -> None:
    """Said, and bounded: 2 kB once took 7.7 GB."""
    found = study_from_bytes(with_edits(salt_history, edit))
    assert found.history.study == salt_history.study
    assert found.notes == (NO_HISTORY,)


def test_a_history_that_grows_again_and_again_is_bounded(salt_history: History) -> None:
    many = [{"type": "InsertRows", "at": 1, "count": 1_000_000}] * 8
    found = study_from_bytes(with_edits(salt_history, *many))
    assert found.notes == (NO_HISTORY,)


def test_words_and_lines_are_bounded_by_the_size_of_the_file(salt_history: History) -> None:
    content = study_bytes(salt_history)
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        parts = {name: archive.read(name) for name in archive.namelist()}
    for name, more in (("study.json", b" " * 20_000_000), ("tables/1.csv", b"\n" * 30_000_000)):
        long = packed([*(parts | {name: parts[name] + more}).items()])
        assert len(long) < 100_000
        with pytest.raises(FileFormatError, match="more than a study can hold"):
            study_from_bytes(long)


def test_a_cell_of_any_length_comes_back(salt_history: History) -> None:
    """The library's own limit is 131,072 letters."""
    history = salt_history.after(WriteCells(row=1, column=0, cells=(("x" * 200_000,),)))
    assert study_from_bytes(study_bytes(history)).history.study == history.study


def test_a_table_without_rows_comes_back() -> None:
    table = Table.from_rows((("a", "b"), ("1", "2"))).with_rows_deleted(0, 2)
    assert (table.row_count, table.column_count) == (0, 2)
    assert table_of_stored(stored_cells(table), "t", "", (0, 2)) == table
    with pytest.raises(FileFormatError, match="is not 0 × 1000000 cells"):
        table_of_stored(b"", "t", "", (0, 1_000_000))


ODD = ["", "a", '"', "x\ry", "\r", "\n", " ", "a,b", "é", "null", "\x00", "#x", "'", "\r\n", "\t"]


@pytest.mark.parametrize("is_mixed", [False, True])
def test_a_large_table_comes_back_cell_by_cell(
    is_mixed: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The quick way writes and reads what the patient one does; written cells lie between."""
    import polars as pl

    monkeypatch.setattr(stored_tables, "_MANY", 10)
    monkeypatch.setattr(stored_tables, "_MOST_BYTES", 10)
    cells = [ODD[(i * 7) % len(ODD)] for i in range(10_000)]
    pieces = [TextPiece(pl.Series(values=cells)), TextPiece(pl.Series(values=cells[::-1]))]
    table = Table("t", tuple(column_of_piece(piece) for piece in pieces), len(cells))
    if is_mixed:
        table = table.with_block(5_000, 0, (("one", "two"),))
    content = stored_cells(table)
    again = table_of_stored(content, "t", "t", (10_000, 2))
    assert again == table
    monkeypatch.setattr(stored_tables, "_MOST_BYTES", 10**9)
    assert table_of_stored(content, "t", "t") == table
    byte_order = Table.from_rows((("\ufeffa", "b"),) * 20)
    assert table_of_stored(stored_cells(byte_order), "t", "") == byte_order


# --- workbooks -------------------------------------------------------------------------------


def with_far_cell(place: str, words: str = "<v>1</v>") -> bytes:
    row = re.sub(r"\D", "", place) or "1048576"
    where = f' r="{place}"' if place.isalnum() else ""
    far = f'<row r="{row}"><c{where}>{words}</c></row></sheetData>'.encode()
    return rewritten(
        xlsx_bytes({"far": PONDS}), SHEET, lambda data: data.replace(b"</sheetData>", far)
    )


def with_repeats(rows: int, columns: int, cell: str) -> bytes:
    more = (
        f'<table:table-row table:number-rows-repeated="{rows}"><table:table-cell {cell} '
        f'table:number-columns-repeated="{columns}"/></table:table-row></table:table>'
    ).encode()
    return rewritten(
        ods_bytes({"far": PONDS}), "content.xml", lambda data: data.replace(b"</table:table>", more)
    )


VALUE = 'office:value-type="float" office:value="3"'


@pytest.mark.parametrize(
    "content",
    [
        with_far_cell("XFD1048576"),
        with_far_cell("AZ1048576"),
        with_far_cell("-"),
        with_repeats(1_000_000, 16_384, VALUE),
        with_repeats(1_000_000, 2, VALUE),
        with_repeats(3, 900_000_000, VALUE),
    ],
)
def test_a_cell_far_out_is_told_before_anything_is_built(content: bytes) -> None:
    with pytest.raises(TableError, match="reaches over") as caught:
        sheet_blocks(content, "far", "far")
    assert "Delete what stands far out" in str(caught.value)


@pytest.mark.parametrize(
    "content",
    [
        with_far_cell("AZ1048576", ""),  # a look without a value
        with_repeats(1_048_570, 16_384, 'table:style-name="x"'),  # as every sheet ends
        with_far_cell("D40"),
    ],
)
def test_what_workbooks_usually_hold_is_read(content: bytes) -> None:
    (*_, whole) = sheet_blocks(content, "usual", "usual")
    assert whole.table.cell(1, 1) == "1.5"


def test_extents_are_those_of_what_is_filled() -> None:
    with opened(with_far_cell("D40")) as archive:
        assert extents(archive) == (Extent("sheet1.xml", 40, 4, 7),)
    with opened(with_repeats(10, 3, VALUE)) as archive:
        assert extents(archive) == (Extent("far", 13, 3, 7),)


def test_reading_a_workbook_is_bounded_in_memory_and_time(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """What asks for more ends the process that reads, and nothing else."""
    from decimus.formats import workbooks

    content = xlsx_bytes({"a": [["Pond", "Area"], *([f"pond {i}", i / 7] for i in range(60_000))]})
    monkeypatch.setattr(workbooks, "_LEAST_MEMORY", 1024**2)
    monkeypatch.setattr(workbooks, "_MEMORY_PER_BYTE", 0)
    with pytest.raises(TableError, match="more memory or time"):
        sheet_blocks(content, "a", "a")


def test_reading_a_workbook_can_be_stopped() -> None:
    rows = [[f"pond {i}", i / 7] for i in range(60_000)]
    content = xlsx_bytes({"a": [["Pond", "Area"], *rows]})

    def stop(_share: float) -> None:
        raise Stopped

    with pytest.raises(Stopped):
        sheet_blocks(content, "a", "a", stop)


def test_the_reader_says_what_is_wrong() -> None:
    assert "damaged" in answer_for(b"PK\x03\x04").problem
    assert "not one" in answer_for(b"\xd0\xcf\x11\xe0" + b"\0" * 600).problem
    assert answer_for(xlsx_bytes({"a": PONDS})).sheets[0][1] == [
        ["Pond", "Area"],
        ["A", "1.5"],
        ["B", "2.5"],
    ]


def test_the_reader_keeps_to_its_limits() -> None:
    """As the program runs it: the address space is what it was given."""
    done = subprocess.run(
        [sys.executable, "-m", "decimus.formats.workbook_reader", str(64 * 1024**2), "5"],
        input=b"x" * 200_000_000,
        capture_output=True,
        check=False,
    )
    assert done.returncode != 0
    assert resource.getrlimit(resource.RLIMIT_AS)[0] == resource.RLIM_INFINITY


# --- text and pages --------------------------------------------------------------------------


def test_a_table_in_a_cell_of_a_table() -> None:
    page = "<table><tr><td>a<table><td>x</td></table>b</td><td>c</td></tr><tr><td>1<td>2</table>"
    table = table_of_html(page)
    assert table is not None
    assert table.rows() == (("ab", "c"), ("1", "2"))
    assert table_of_html("<table><table></td></table><tr></table><td>") is None
    assert table_of_html("<table><tr><td>never closed") is not None


def test_a_cell_that_reaches_down_takes_one_row_each() -> None:
    table = table_of_html("<table><tr><td>a<td rowspan=2>b<tr><td>1<tr><td>3<td>4</table>")
    assert table is not None
    assert table.rows() == (("a", "b"), ("1", ""), ("3", "4"))


def test_spans_without_end_are_refused() -> None:
    cell = '<td colspan="99999999999999999999">x</td><td colspan="1000" rowspan="1000">y</td>'
    with pytest.raises(TableError, match="more than"):
        table_of_html("<table>" + f"<tr>{cell}</tr>" * 10_000 + "</table>")


def test_a_file_with_a_long_cell_is_read(tmp_path: Path) -> None:
    path = tmp_path / "long.csv"
    path.write_text(f"pond,note\n1,{'x' * 200_000}\n2,b\n")
    assert len(table_in(path).table.cell(1, 1)) == 200_000


def test_a_name_that_is_no_text_is_read_and_said(tmp_path: Path) -> None:
    path = tmp_path / os.fsdecode(b"na\xffme.csv")
    path.write_text("a,b\n1,2\n3,4\n")
    source = table_in(path).source
    assert source.name == "na\ufffdme.csv"
    source.path.encode()


def test_every_refusal_is_one_line() -> None:
    """Whatever is in a name: line ends, directions turned, halves of signs."""
    for name in ("a\nb", "a\u2028b", "a\u202eb", "a\udcffb", "a\x07b"):
        for error in (
            InputError(f"“{name}” is wrong", where=name, remedy=name),
            FileFormatError((name, name)),
        ):
            words = str(error)
            words.encode()
            assert len(words.splitlines()) == 1
            assert "\u202e" not in words
            assert isinstance(error, DecimusError)


def test_inserting_without_end_is_refused(salt_history: History) -> None:
    with pytest.raises(InputError, match="At most"):
        salt_history.after(InsertRows(at=1, count=10**9))


@pytest.mark.parametrize(
    ("cell", "text"),
    [
        (None, ""),
        (True, "TRUE"),
        (False, "FALSE"),
        (2.0, "2"),
        (0.1 + 0.2, "0.30000000000000004"),
        (1e300, "1e+300"),
        (float("inf"), "inf"),
        (datetime(2026, 6, 1, tzinfo=UTC).replace(tzinfo=None), "2026-06-01"),
        (datetime(2026, 6, 1, 7, 5, tzinfo=UTC).replace(tzinfo=None), "2026-06-01 07:05:00"),
        (date(2026, 6, 1), "2026-06-01"),
        (time(7, 5), "07:05:00"),
        (timedelta(minutes=90), "1:30:00"),
        ("moss", "moss"),
    ],
)
def test_a_cell_is_what_a_person_would_type(cell: object, text: str) -> None:
    assert cell_text(cell) == text


def test_a_sheet_of_the_older_form_is_bounded_by_its_rectangle(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """Its extent is known only when the library has found it."""
    import python_calamine

    class Sheet:
        height, width = 1_000_000, 100

        def to_python(self, **_: object) -> list[list[object]]:
            return [[1.5]]

    class Book:
        sheet_names = ("far",)
        sheets_metadata = ()

        @staticmethod
        def from_filelike(_file: object) -> Book:
            return Book()

        def get_sheet_by_name(self, _name: str) -> Sheet:
            return Sheet()

    monkeypatch.setattr(python_calamine, "CalamineWorkbook", Book)
    assert "reaches over" in answer_for(b"\xd0\xcf\x11\xe0").problem
    monkeypatch.setattr(Sheet, "height", 10)
    assert answer_for(b"\xd0\xcf\x11\xe0").sheets == [("far", [["1.5"]])]

    def protected(_file: object) -> Book:
        raise python_calamine.PasswordError

    monkeypatch.setattr(Book, "from_filelike", staticmethod(protected))
    assert answer_for(b"\xd0\xcf\x11\xe0").is_protected
    far = answer_for(with_far_cell("XFD1048576"))
    assert "reaches over" in far.problem


def test_the_reader_answers_on_its_output(monkeypatch: pytest.MonkeyPatch) -> None:
    """The program as the other process runs it, limits and end aside."""
    content = io.BytesIO(xlsx_bytes({"a": PONDS}))
    out = io.BytesIO()
    limits: list[int] = []
    ended: list[int] = []
    monkeypatch.setattr(sys, "argv", ["reader", "1000", "5"])
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(content))
    monkeypatch.setattr(sys, "stdout", io.TextIOWrapper(out))
    monkeypatch.setattr(resource, "setrlimit", lambda kind, _pair: limits.append(kind))
    monkeypatch.setattr(os, "_exit", ended.append)
    main()
    assert ended == [0]
    assert set(limits) == {resource.RLIMIT_AS, resource.RLIMIT_CPU, resource.RLIMIT_CORE}
    answer = msgspec.msgpack.decode(out.getvalue(), type=Answer)
    assert answer.sheets[0][1][1] == ["A", "1.5"]
    monkeypatch.setattr(sys, "stdin", None)
    with pytest.raises(AttributeError):
        main()
    assert ended == [0, 1]


@pytest.mark.parametrize("is_large", [False, True])
def test_more_columns_than_anybody_has_are_refused(
    is_large: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    """40 kB in one line once took a minute to look at."""
    if is_large:
        monkeypatch.setattr(delimited, "LARGE", 1_000)
    with pytest.raises(TableError, match="20,001 columns") as caught:
        delimited.decoded_table(b"1," * 20_000 + b"1\n", "wide.csv")
    assert str(caught.value).startswith("wide.csv: ")


def test_pages_and_workbooks_as_files(tmp_path: Path) -> None:
    page = tmp_path / "page.html"
    page.write_text("<html><style>td {}</style><table><tr><td>a<br>b</td></tr></table>")
    assert table_in(page).table.cell(0, 0) == "a b"
    page.write_text("<html><table></table>a,b\n1,2\n")
    assert table_in(page).table.row_count == 2
    with pytest.raises(InputError, match="Only workbooks have sheets"):
        table_in(page, sheet="one")
    with pytest.raises(TableError, match="password"):
        sheet_blocks(ods_bytes({"a": PONDS}, is_encrypted=True), "a", "a")


def test_a_workbook_that_takes_for_ever_is_given_up(monkeypatch: pytest.MonkeyPatch) -> None:
    from decimus.formats import workbooks

    monkeypatch.setattr(workbooks, "_LEAST_SECONDS", 0)
    monkeypatch.setattr(workbooks, "_PAUSE", 0.001)
    with pytest.raises(TableError, match="more memory or time"):
        sheet_blocks(xlsx_bytes({"a": PONDS}), "a", "a")


def test_a_protected_workbook_is_told_by_the_reader_too(monkeypatch: pytest.MonkeyPatch) -> None:
    from decimus.formats import workbooks

    monkeypatch.setattr(workbooks, "_read_apart", lambda *_: Answer(is_protected=True))
    with pytest.raises(TableError, match="password"):
        sheet_blocks(xlsx_bytes({"a": PONDS}), "a", "a")


def test_cells_that_have_a_look_only_are_passed_over() -> None:
    look = b'<row r="9"><c r="ZZ9" s="1"/></row></sheetData>'
    book = rewritten(
        xlsx_bytes({"a": PONDS}), SHEET, lambda data: data.replace(b"</sheetData>", look)
    )
    with opened(book) as archive:
        assert extents(archive) == (Extent("sheet1.xml", 3, 2, 6),)


def test_the_quick_way_gives_way_where_it_must(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(stored_tables, "_MOST_BYTES", 10)
    with pytest.raises(FileFormatError, match="different lengths"):
        table_of_stored(b"a,b\n1,2,3\n" * 10, "t", "")
    assert table_of_stored(b"a,\n1,2\n" * 3, "t", "").cell(0, 1) == ""


@pytest.mark.parametrize(
    "unit", ["<!--", "<![CDATA[", "<?", "<a ", "<a b='", "<a/", "</a ", "<td>"]
)
def test_a_page_of_tags_that_never_close_is_read(unit: str) -> None:
    """The standard library's parser goes back to the start of each: minutes for 100 kB."""
    page = "<table><tr><td>a</td></tr></table>" + unit * 30_000
    table = table_of_html(page)
    assert table is not None
    assert table.cell(0, 0) == "a"


def test_one_long_line_among_short_ones_is_pointed_out() -> None:
    """20 kB once made a table of 15 million cells."""
    content = b"\t" * 15_000 + b"\n" + b"1\t2\n" * 1_000
    with pytest.raises(TableError, match="One line has 15,001 cells"):
        delimited.decoded_table(content, "wide.tsv", "\t")
