"""Tables: every change gives a new table and shares what did not change."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from decimus.study.tables import CHUNK, Table

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
