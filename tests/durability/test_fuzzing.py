"""Bytes from anywhere, for a moment: whole seeds, parts of them, and nonsense."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.errors import TableError
from decimus.formats.workbooks import sheet_blocks
from tests.durability.fuzzing import READERS, SEEDS, read_anything
from tests.formats.workbook_files import ods_bytes, xlsx_bytes

SHEET = {"ponds": [["Pond", "Area"], ["A", 1.5], ["B", 2.5]]}
BOOKS = (xlsx_bytes(SHEET), ods_bytes(SHEET))


@pytest.mark.parametrize("seed", SEEDS, ids=range(len(SEEDS)))
def test_seeds_are_read(seed: bytes) -> None:
    read_anything(seed)
    for cut in range(1, len(seed), max(1, len(seed) // 40)):
        read_anything(seed[:cut])


@settings(max_examples=100)
@given(st.integers(0, len(READERS) - 1), st.binary(max_size=300))
def test_nonsense_is_one_line(reader: int, content: bytes) -> None:
    read_anything(bytes([reader]) + content)


@st.composite
def damaged(draw: st.DrawFn) -> bytes:
    """A seed with bytes changed, taken out, doubled, or another's put in."""
    data = bytearray(draw(st.sampled_from(SEEDS)))
    for _ in range(draw(st.integers(1, 6))):
        at = draw(st.integers(1, max(1, len(data) - 1)))
        match draw(st.sampled_from(["set", "cut", "double", "splice"])):
            case "set":
                data[at : at + 1] = bytes([draw(st.integers(0, 255))])
            case "cut":
                del data[at : at + draw(st.integers(1, 20))]
            case "double":
                data[at:at] = data[at : at + draw(st.integers(1, 40))]
            case _:
                other = draw(st.sampled_from(SEEDS))
                data[at:at] = other[1 : draw(st.integers(2, 80))]
    return bytes(data)


@settings(max_examples=100)
@given(damaged())
def test_damage_is_one_line(data: bytes) -> None:
    read_anything(data)


@settings(max_examples=25)
@given(st.sampled_from(BOOKS), st.lists(st.tuples(st.integers(0, 2000), st.integers(0, 255))))
def test_damaged_workbooks_are_one_line(book: bytes, changes: list[tuple[int, int]]) -> None:
    """Through the process that reads them, which may go down; this one may not."""
    data = bytearray(book)
    for at, value in changes:
        data[at % len(data)] = value
    refusal = ""
    try:
        sheet_blocks(bytes(data), "fuzz", "fuzz")
    except TableError as error:
        refusal = str(error)
    assert len(refusal.splitlines()) <= 1
