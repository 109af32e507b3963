"""Text from bytes whose encoding nobody declares: the same text every time."""

from __future__ import annotations

import pytest

from decimus.errors import TableError
from decimus.formats.decoding import decoded
from decimus.formats.table_files import table_of_bytes

TEXTS = (
    ("Grösse (µm);15 °C;± 3", "cp1252"),
    ("Größe;Grösse", "mac_roman"),
    ("Größe (µm);°C", "cp850"),
    ("próba;długość (mm)\nświeża", "cp1250"),
    ("Længde (mm);Ål;Rødspætte", "cp1252"),
    ("Café – Lage;Umsatz (€)", "cp1252"),
    ("15 °C,20 °C", "latin-1"),
    ("15 °C,20 °C", "mac_roman"),
    ("mean ± SD", "cp1252"),
    ("größe;m²", "utf-16-le"),
    ("größe;m²", "utf-16-be"),
    ("größe;m²", "utf-16"),
    ("größe;m²", "utf-8-sig"),
    ("señal;año", "cp1252"),
    ("группа;длина", "cp1251"),
)


@pytest.mark.parametrize(("text", "encoding"), TEXTS)
def test_encodings(text: str, encoding: str) -> None:
    assert decoded(text.encode(encoding), "file") == text


@pytest.mark.parametrize("content", [b"\x7fELF\x00\x01\x02", b"a,b\x01\x02\n1,\xff2\n"])
def test_binary_data_is_refused(content: bytes) -> None:
    with pytest.raises(TableError, match="binary"):
        decoded(content, "file")


def test_a_page_on_any_way_in_is_a_table() -> None:
    page = "<html><table><tr><th>A</th><th>B</th></tr><tr><td>1.5</td><td>2</td></tr></table>"
    for encoding in ("utf-8", "utf-16", "cp1252"):
        found = table_of_bytes(page.encode(encoding), "t", title="t")
        assert found.table.rows() == (("A", "B"), ("1.5", "2"))
