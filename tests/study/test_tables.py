"""Tables: every change gives a new table and shares what did not change."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import ChoiceError
from decimus.study.tables import CHUNK, Column, Table, column_of

cells = st.text(alphabet="ab1.,\n\"' ", max_size=4)
rows = st.lists(st.lists(cells, min_size=3, max_size=3), min_size=1, max_size=6)


def table(*lines: str) -> Table:
    return Table.from_rows([line.split("|") for line in lines])


def test_short_rows_are_filled() -> None:
    assert table("a|b|c", "d").rows() == (("a", "b", "c"), ("d", "", ""))


def test_writing_replaces_and_grows() -> None:
    start = table("a|b", "c|d")
    assert start.with_block(1, 1, (("x", "y"), ("z", "w"))).rows() == (
        ("a", "b", ""),
        ("c", "x", "y"),
        ("", "z", "w"),
    )
    assert start.rows() == (("a", "b"), ("c", "d"))


def test_one_cell_replaces_one_chunk() -> None:
    """A million rows must not be copied for one cell."""
    start = Table.from_rows([(str(i), "x") for i in range(3 * CHUNK)])
    changed = start.with_block(CHUNK + 5, 0, (("new",),))
    assert changed.cell(CHUNK + 5, 0) == "new"
    assert changed.columns[0][0] is start.columns[0][0]
    assert changed.columns[0][1] is not start.columns[0][1]
    assert changed.columns[0][2] is start.columns[0][2]
    assert changed.columns[1] is start.columns[1]


def test_outside_is_empty() -> None:
    assert table("a").cell(5, 0) == ""
    assert table("a").cell(0, -1) == ""
    assert table("a").block(0, 0, 2, 2) == (("a", ""), ("", ""))


@given(rows, st.integers(0, 6), st.integers(1, 3))
def test_inserting_and_deleting_rows_is_no_change(
    lines: list[list[str]], at: int, count: int
) -> None:
    start = Table.from_rows(lines)
    at = min(at, start.row_count)
    grown = start.with_rows_inserted(at, count)
    assert grown.row_count == start.row_count + count
    assert grown.with_rows_deleted(at, count).rows() == start.rows()


@given(rows, st.integers(0, 3), st.integers(1, 3))
def test_inserting_and_deleting_columns_is_no_change(
    lines: list[list[str]], at: int, count: int
) -> None:
    start = Table.from_rows(lines)
    grown = start.with_columns_inserted(at, count)
    assert grown.column_count == start.column_count + count
    assert grown.with_columns_deleted(at, count) == start


def test_deleting_everything_leaves_nothing() -> None:
    empty = table("a|b").with_columns_deleted(0, 2)
    assert (empty.row_count, empty.column_count) == (0, 0)
    assert empty.is_empty
    assert table(" |", "|").is_empty
    assert not table(" |x").is_empty


@pytest.mark.parametrize(
    ("columns", "rows"),
    [
        ((column_of(("a",)), column_of(("b", "c"))), 1),
        ((column_of(("a",)),), 2),
        ((), 3),
        ((column_of(("a",)),), -1),
        (((("a",), ("b",)),), 2),
    ],
)
def test_a_table_that_is_not_one_cannot_be_made(columns: tuple[Column, ...], rows: int) -> None:
    """Chunks of another length than all others, too: a cell would be looked for elsewhere."""
    with pytest.raises(ValueError, match="do not all have"):
        Table("t", columns, rows)


SQUARE = Table.from_rows([[f"{r}{c}" for c in "abc"] for r in range(4)])


@pytest.mark.parametrize(
    ("at", "count", "kept"),
    [
        (0, 4, ""),
        (0, 99, ""),
        (2, 99, "01"),
        (3, 1, "012"),
        (4, 1, "0123"),
        (9, 3, "0123"),
        (-3, 4, "123"),
        (1, 0, "0123"),
        (2, -1, "0123"),
    ],
)
def test_rows_and_columns_beyond_the_table_are_none(at: int, count: int, kept: str) -> None:
    table = SQUARE.with_rows_deleted(at, count)
    assert [cell[0] for cell in table.column(0)] == list(kept)
    assert (table.row_count, table.column_count) == (len(kept), 3)
    turned = SQUARE.turned().with_columns_deleted(at, count)
    assert turned.column_count == len(kept)


def test_rows_and_columns_are_inserted_at_the_end_at_the_latest() -> None:
    assert list(SQUARE.with_rows_inserted(99, 2).column(0)) == ["0a", "1a", "2a", "3a", "", ""]
    assert SQUARE.with_columns_inserted(99, 1).rows()[0] == ("0a", "0b", "0c", "")
    assert SQUARE.with_rows_inserted(1, 0) is SQUARE
    assert SQUARE.with_columns_inserted(1, -4) is SQUARE
    assert Table().with_rows_inserted(0, 5) == Table()
    assert SQUARE.with_block(0, 0, ((),)) is SQUARE


def test_no_table_grows_without_end() -> None:
    for grow in (
        lambda: SQUARE.with_rows_inserted(0, 10**9),
        lambda: SQUARE.with_columns_inserted(0, 10**6),
        lambda: SQUARE.with_block(10**9, 0, (("x",),)),
        lambda: SQUARE.with_block(0, 10**9, (("x",),)),
        lambda: SQUARE.with_block(-1, 0, (("x",),)),
    ):
        with pytest.raises(ChoiceError):
            grow()
