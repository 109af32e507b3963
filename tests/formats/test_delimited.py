"""Delimited text: what is read, what is refused, what is written."""

from __future__ import annotations

from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import InputError, TableError
from decimus.formats.delimited import (
    decoded_table,
    delimiter_of,
    find_delimiter,
    parse_delimited,
    written_csv,
)
from decimus.formats.files import read_bytes

cell = st.text(alphabet="ab 1.5;,\t\"'\nü", max_size=6)


@given(st.lists(st.lists(cell, min_size=2, max_size=2), min_size=1, max_size=6))
def test_what_is_written_is_read_back(rows: list[list[str]]) -> None:
    if not any(text.strip() for text in rows[-1]):
        rows[-1] = ["x", "y"]
    assert parse_delimited(written_csv(rows), ",") == tuple(tuple(row) for row in rows)


@pytest.mark.parametrize(
    ("text", "delimiter"),
    [
        ("a,b\n1,2\n", ","),
        ("a;b\n1,5;2,5\n", ";"),
        ("a\tb\n1,5\t2\n", "\t"),
        ("a|b\n1|2\n", "|"),
        ("a\n1\n2\n", ","),
        ('"x; y",b\n1,2\n3,4\n', ","),
        ("Salt, g/L\t0\t1\nf 1\t2\t3\n", "\t"),
    ],
)
def test_delimiters_are_found(text: str, delimiter: str) -> None:
    assert find_delimiter(text) == delimiter


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "cp1252", "latin-1"])
def test_common_encodings(encoding: str, tmp_path: Path) -> None:
    text = "Höhe (µm),Größe\n" + "1,2\n" * 30 + "für,größer\n"
    path = tmp_path / "table.csv"
    path.write_bytes(text.encode(encoding))
    assert decoded_table(read_bytes(path), str(path)).rows()[0] == ("Höhe (µm)", "Größe")


def test_quotes_and_line_ends() -> None:
    assert parse_delimited('a,b\r\n"1,5","two\nlines"\r\n\r\n') == (
        ("a", "b"),
        ("1,5", "two\nlines"),
    )


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "The file is empty"),
        (b"  \n \n", "The file is empty"),
        (b"\x00\x01\x02\x03" * 40, "binary data"),
        (bytes(range(256)) * 4, "binary data"),
        (b"PK\x03\x04 and more", "It is an archive"),
        (b"%PDF-1.4", "PDF"),
        (b"\x89PNG\r\n", "picture"),
    ],
)
def test_what_is_no_table(content: bytes, words: str) -> None:
    with pytest.raises(TableError, match=words) as caught:
        decoded_table(content, "file.csv")
    assert str(caught.value).startswith("file.csv: ")
    assert "\n" not in str(caught.value)


def test_files_that_cannot_be_read(tmp_path: Path) -> None:
    with pytest.raises(InputError, match="no such file"):
        read_bytes(tmp_path / "nothing.csv")
    with pytest.raises(InputError, match="folder"):
        read_bytes(tmp_path)


def test_delimiters_by_name() -> None:
    assert delimiter_of("tab") == "\t"
    assert delimiter_of("Semicolon") == ";"
    assert delimiter_of("|") == "|"
    with pytest.raises(InputError, match="not one character"):
        delimiter_of("ab")
