"""Delimited text: what is read, what is refused, what is written."""

from __future__ import annotations

from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import InputError, TableError
from decimus.formats import delimited
from decimus.formats.delimited import (
    decoded_table,
    delimiter_of,
    find_delimiter,
    parse_delimited,
    table_of_text,
    written_csv,
)
from decimus.formats.files import read_bytes
from decimus.study.slabs import Slab

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


def test_a_large_table_is_kept_in_pieces_and_reads_the_same(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    text = "pond,area\n" + "\n".join(f"p{i % 3},{i / 7:.3f}" for i in range(3_000)) + "\n"
    patient = decoded_table(text.encode(), "large", title="t")
    monkeypatch.setattr(delimited, "LARGE", 1_000)
    quick = decoded_table(text.encode("utf-8-sig"), "large", title="t")
    assert isinstance(quick.columns[0][0], Slab)
    assert quick == patient
    assert table_of_text(text, title="t") == patient


@pytest.mark.parametrize(
    "text",
    [
        "pond,note\n" + 'A,"two\nlines"\n' * 100 + 'B,"never closed\n',
        "pond\rarea\r" * 200,
        "a,b\n1,2,3\n" * 200,
        "a::b\n1::2\n" * 200,
        "\ufffe" + "a,b\n" * 300,
    ],
)
def test_what_the_quick_way_cannot_read_takes_the_patient_one(
    text: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    """An odd quotation mark, lone returns, longer lines, a sign that is no delimiter."""
    monkeypatch.setattr(delimited, "LARGE", 500)
    outcomes = []
    for large in (500, 10**9):
        monkeypatch.setattr(delimited, "LARGE", large)
        try:
            outcomes.append(decoded_table(text.encode(), "odd").rows())
        except TableError as error:
            outcomes.append(str(error))
    assert outcomes[0] == outcomes[1]
    wide = decoded_table(text.encode("utf-16"), "odd") if "never" not in text else None
    assert wide is None or wide.rows() == outcomes[1]


def test_what_is_no_text_is_said() -> None:
    for content, words in (
        (b"a,b\n" + bytes(range(1, 9)) * 20 + b"\xff", "binary"),
        (b"a,b\n1,2\x00\n", "binary"),
        (b" \n \n", "empty"),
        (b"\x1f\x8bxx", "compressed"),
    ):
        with pytest.raises(TableError, match=words):
            decoded_table(content, "odd")
    assert decoded_table("Höhe;Länge\n1;2\n3;4\n".encode("latin-1"), "old").cell(0, 1) == "Länge"
