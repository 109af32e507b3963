"""What a pasted block takes the place of."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.analysis.results import Results
from decimus.formats.delimited import table_of_text
from decimus.measurements.kept import table_shape
from decimus.measurements.reading import read_measurements
from decimus.study.edits import BringInTable, WriteCells
from decimus.study.readings import Reading
from decimus.study.studies import Study
from decimus.study.tables import Table
from decimus.workflows.pasting import Cells, Placed, appended, placed

COLUMNS = "dim,bright\n" + "".join(f"{i}.5,{i + 3}.5\n" for i in range(1, 10))
LONG = "light,area\n" + "".join(f"{'dim' if i < 4 else 'bright'},{i}.25\n" for i in range(8))
ROWS = "light,rep 1,rep 2,rep 3\ndim,1.5,1.7,1.6\nbright,2.5,2.7,2.4\n"


def put(text: str, row: int, column: int, cells: Cells) -> tuple[Table, Placed]:
    table = table_of_text(text)
    return table, placed(table, table_shape(table, Reading()), row, column, cells)


def column_of(*values: str) -> Cells:
    return tuple((value,) for value in values)


def test_seven_over_nine_leave_no_old_ones() -> None:
    _, found = put(COLUMNS, 1, 1, column_of(*(f"{i}.1" for i in range(7))))
    assert (found.row, found.column) == (1, 1)
    assert found.cells == column_of(*(f"{i}.1" for i in range(7)), "", "")


@given(st.integers(1, 14))
def test_a_group_is_replaced_as_a_whole(count: int) -> None:
    table, found = put(COLUMNS, 1, 0, column_of(*(f"{i}.1" for i in range(count))))
    edit = WriteCells(row=found.row, column=found.column, cells=found.cells)
    after = edit.apply(BringInTable(table=table).apply(Study())).sheets[0].table
    left = [after.cell(r, 0) for r in range(1, after.row_count) if after.cell(r, 0)]
    assert left == [f"{i}.1" for i in range(count)]
    assert [after.cell(r, 1) for r in range(1, 10)] == [f"{i + 3}.5" for i in range(1, 10)]


def test_in_the_middle_only_the_cells() -> None:
    _, found = put(COLUMNS, 4, 1, column_of("1", "2"))
    assert found == Placed(4, 1, column_of("1", "2"))


def test_a_name_that_comes_along_is_no_measurement() -> None:
    _, found = put(COLUMNS, 1, 1, column_of("full sun", "1.1", "1.2"))
    assert (found.row, found.column) == (0, 1)
    assert found.cells[:3] == column_of("full sun", "1.1", "1.2")
    assert len(found.cells) == 10


@pytest.mark.parametrize("row", [0, 1])
def test_a_table_with_headings_is_another_table(row: int) -> None:
    cells = (("dim", "bright"), ("1.1", "2.2"), ("1.3", "2.4"))
    _, found = put(COLUMNS, row, 0, cells)
    assert found.is_table


def test_a_long_table_over_the_whole_one() -> None:
    _, found = put(LONG, 1, 0, (("dim", "1.5"), ("bright", "2.5")))
    assert found.cells[:2] == (("dim", "1.5"), ("bright", "2.5"))
    assert found.cells[2:] == (("", ""),) * 6


def test_one_column_of_a_long_table_leaves_the_others() -> None:
    _, found = put(LONG, 1, 1, column_of("1", "2"))
    assert found.cells == column_of("1", "2")


def test_groups_in_rows_to_the_right() -> None:
    _, found = put(ROWS, 1, 1, (("1.1", "1.2"),))
    assert found.cells == (("1.1", "1.2", ""),)


def test_means_below_stay() -> None:
    text = COLUMNS + "Mean,5.5,8.5\n"
    text = "\n".join(
        ("trial," if i == 0 else ("" if line.startswith("Mean") else f"{i},")) + line
        for i, line in enumerate(text.strip().split("\n"))
    )
    _, found = put(text, 1, 1, column_of("1.1"))
    assert len(found.cells) == 9


MORE = (("area", "light"), ("9.5", "dim"), ("8.5", "bright"))


def test_rows_with_the_same_headings_go_on_below_without_them() -> None:
    """In another order, too: each cell finds its column."""
    table, found = put(LONG, 9, 0, MORE)
    assert found == Placed(9, 0, (("dim", "9.5"), ("bright", "8.5")))
    after = WriteCells(row=found.row, column=found.column, cells=found.cells).apply(
        BringInTable(table=table).apply(Study())
    )
    measurements = read_measurements(after.sheets[0].table, Reading())
    assert [(g.levels, g.n) for g in measurements.groups] == [(("dim",), 5), (("bright",), 5)]


def test_a_gap_above_them_is_closed() -> None:
    assert put(LONG, 12, 0, MORE)[1].row == 9


@pytest.mark.parametrize(
    "cells",
    [
        (("area", "site"), ("9.5", "dim")),  # other headings
        (("area",), ("9.5",)),  # fewer
        (("dim", "9.5"), ("bright", "8.5")),  # none
    ],
)
def test_other_cells_below_are_written_as_they_are(cells: Cells) -> None:
    assert put(LONG, 9, 0, cells)[1] == Placed(9, 0, cells)


def test_another_table_with_the_same_headings_is_offered_as_more_rows() -> None:
    results = Results(BringInTable(table=table_of_text(LONG)).apply(Study()))
    edit = appended(results, table_of_text("area,light\n9.5,dim\n"))
    assert edit == WriteCells(row=9, column=0, cells=(("dim", "9.5"),))
    assert appended(results, table_of_text("area,site\n9.5,dim\n")) is None
