"""Workbooks and web tables: cells as a person would type them, and one line for bad ones."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable
from pathlib import Path

import pytest

from decimus.errors import InputError, TableError
from decimus.formats import archives
from decimus.formats.html_tables import table_of_html
from decimus.formats.table_files import table_in
from decimus.formats.workbooks import chosen_block, column_letters, is_workbook, sheet_blocks
from decimus.workflows.opening import pasted
from tests.formats.workbook_files import ods_bytes, xlsx_bytes

SALT = [["salt", 0, 2.5], ["flask 1", 10.1, 0.1 + 0.2], ["flask 2", 12345678901234.0, None]]
TEXTS = (
    ("salt", "0", "2.5"),
    ("flask 1", "10.1", "0.30000000000000004"),
    ("flask 2", "12345678901234", ""),
)


@pytest.mark.parametrize("made", [xlsx_bytes, ods_bytes])
def test_numbers_keep_every_digit(made: Callable[[dict[str, object]], bytes]) -> None:
    content = made({"data": SALT, "notes": [["nothing here"]]})
    assert is_workbook(content)
    blocks = sheet_blocks(content, "file", "file")
    assert [block.name for block in blocks] == ["data", "notes"]
    assert chosen_block(blocks, None, "file").table.rows() == TEXTS
    assert chosen_block(blocks, "notes", "file").table.rows() == (("nothing here",),)


def test_a_sheet_that_is_not_there_names_those_that_are() -> None:
    blocks = sheet_blocks(xlsx_bytes({"data": SALT}), "file", "file")
    with pytest.raises(TableError, match=r"no sheet “x”. There are: data"):
        chosen_block(blocks, "x", "file")


def test_two_tables_in_one_sheet_are_told_apart() -> None:
    """A table, a gap, another; and one beside them."""
    sheet = [
        ["Salt", None, None, None, "Light", None],
        ["0", "2", None, None, "dim", "bright"],
        [5.5, 4.5, None, None, 1.5, 2.5],
        [5.1, 4.1, None, None, 1.1, 2.1],
        [None] * 6,
        ["again", "later", None, None, None, None],
        [7.5, 8.5, None, None, None, None],
        [7.1, 8.1, None, None, None, None],
    ]
    blocks = sheet_blocks(xlsx_bytes({"all": sheet}), "file", "file")
    assert {block.cells for block in blocks} == {"A1:B4", "A6:B8", "E1:F4", ""}
    found = chosen_block(blocks, "all!A6:B8", "file").table.rows()
    assert found == (("again", "later"), ("7.5", "8.5"), ("7.1", "8.1"))
    cut = chosen_block(blocks, "all!E2:F3", "file").table.rows()
    assert cut == (("dim", "bright"), ("1.5", "2.5"))


def test_a_title_apart_from_its_table_stays_with_it() -> None:
    sheet = [["Road salt"], [None], ["0", "2"], [5.5, 4.5], [5.1, 4.1], [None], ["a note below"]]
    blocks = sheet_blocks(xlsx_bytes({"all": sheet}), "file", "file")
    assert [block.cells for block in blocks] == [""]


def test_columns_as_in_a_spreadsheet() -> None:
    assert [column_letters(i) for i in (0, 25, 26, 701, 702)] == ["A", "Z", "AA", "ZZ", "AAA"]


def bomb() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("xl/workbook.xml", "x")
        archive.writestr("xl/worksheets/sheet1.xml", b"0" * 4_000_000)
    return out.getvalue()


BAD: tuple[tuple[bytes, str], ...] = (
    (xlsx_bytes({"data": SALT})[:400], "damaged or cut short"),
    (b"\xd0\xcf\x11\xe0" + b"\0" * 600 + "EncryptedPackage".encode("utf-16-le"), "password"),
    (ods_bytes({"data": SALT}, is_encrypted=True), "password"),
    (xlsx_bytes({"data": []}), "The workbook is empty"),
    (b"\xd0\xcf\x11\xe0" + b"\0" * 600, "damaged or not one"),
)


@pytest.mark.parametrize(("content", "message"), BAD)
def test_a_bad_workbook_is_one_clear_line(content: bytes, message: str, tmp_path: Path) -> None:
    path = tmp_path / "bad.xlsx"
    path.write_bytes(content)
    with pytest.raises(InputError, match=message) as caught:
        table_in(path)
    assert "\n" not in str(caught.value)
    assert "bad.xlsx" in str(caught.value)


def test_a_workbook_that_unpacks_without_end(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    monkeypatch.setattr(archives, "_ALWAYS_FINE", 1_000_000)
    path = tmp_path / "bomb.xlsx"
    path.write_bytes(bomb())
    with pytest.raises(InputError, match=r"unpacks from 0\.0 to \d+ MB"):
        table_in(path)


def test_a_file_of_ten_gigabytes_is_not_read(tmp_path: Path) -> None:
    path = tmp_path / "huge.csv"
    with path.open("wb") as file:
        file.truncate(10 * 1024**3)  # a hole, not ten gigabytes of disk
    with pytest.raises(InputError, match=r"10.0 GB; at most 2 GB"):
        table_in(path)


def test_where_a_table_came_from_is_kept(tmp_path: Path) -> None:
    path = tmp_path / "salt.xlsx"
    content = xlsx_bytes({"data": SALT})
    path.write_bytes(content)
    source = table_in(path).source
    assert (source.name, source.part, len(source.checksum)) == ("salt.xlsx", "data", 64)
    assert path.read_bytes() == content


HTML = """<p>before</p><table><tr><th rowspan=2>flask</th><th colspan=2>dim</th></tr>
<tr><th>0</th><th>2</th></tr><tr><td>f1</td><td>5.1<br>x</td><td>&minus;4.4</td></tr></table>"""


def test_a_table_of_a_web_page() -> None:
    table = table_of_html(HTML)
    assert table is not None
    assert table.rows() == (("flask", "dim", ""), ("", "0", "2"), ("f1", "5.1 x", "−4.4"))
    assert table_of_html("<p>none</p>") is None


def test_pasting_prefers_what_has_cells() -> None:
    html = "<table><tr><td>a</td><td>b</td></tr><tr><td>1</td><td>2</td></tr></table>"
    assert pasted("a b\n1 2", html).table.rows() == (("a", "b"), ("1", "2"))
    assert pasted("a\tb\n1\t3", html).table.rows()[1] == ("1", "3")
