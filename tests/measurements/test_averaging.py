"""One value for each unit: the mean of its readings that count, in the order of the units."""

from __future__ import annotations

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.formats.delimited import table_of_text
from decimus.measurements import kept
from decimus.measurements.kept import table_shape
from decimus.measurements.reading import read_measurements
from decimus.measurements.shapes import TableShape
from decimus.study.edits import BringInTable
from decimus.study.readings import Reading, SetAside
from decimus.study.tables import Table
from decimus.terms import Layout
from decimus.workflows.at_first import read_at_first

INTERLEAVED = """feed,vole,mass (g)
hay,v2,0.1
hay,v1,4.0
hay,v2,0.2
hay,v3,NA
hay,v1,NA
hay,v2,0.3
oats,v5,7.0
oats,v4,1.0
oats,v5,8.0
oats,v4,1.5
"""
BY_VOLE = Reading(layout=Layout.LONG, within=1, same_units=False)


def test_readings_of_units_that_take_turns() -> None:
    hay, oats = read_measurements(table_of_text(INTERLEAVED), BY_VOLE).groups
    assert hay.replicates.tolist() == [0.2, 4.0]  # 0.6 / 3, rounded once
    assert hay.units == ("v2", "v1")
    assert hay.starts == (0, 3)
    assert hay.rows.tolist() == [1, 3, 6, 2]
    assert hay.missing == ((4, 2),)
    assert hay.excluded == 0
    assert oats.replicates.tolist() == [7.5, 1.25]
    assert oats.units == ("v5", "v4")
    assert oats.starts == (0, 2)


def test_a_unit_of_which_all_is_set_aside_is_not_missing() -> None:
    reading = Reading(
        layout=Layout.LONG,
        within=1,
        same_units=False,
        asides=(SetAside(variable=1, text="v1", reason="ill"),),
    )
    hay, oats = read_measurements(table_of_text(INTERLEAVED), reading).groups
    assert hay.replicates.tolist() == [0.2]
    assert hay.units == ("v2",)
    assert hay.missing == ((4, 2),)
    assert hay.excluded == 1
    assert [aside.place for aside in hay.asides] == [(2, 2)]
    assert oats.excluded == 0


def test_one_reading_set_aside_leaves_the_rest_of_its_unit() -> None:
    asides = (SetAside(row=1, reason="spilt"),)
    reading = Reading(layout=Layout.LONG, within=1, same_units=False, asides=asides)
    hay, _ = read_measurements(table_of_text(INTERLEAVED), reading).groups
    assert hay.replicates.tolist() == [0.25, 4.0]
    assert hay.rows.tolist() == [3, 6, 2]
    assert hay.excluded == 0


@given(
    st.lists(
        st.tuples(st.sampled_from("pqrst"), st.integers(-99_999, 99_999)), min_size=12, max_size=40
    )
)
def test_each_mean_is_the_nearest_double(readings: list[tuple[str, int]]) -> None:
    rows = [*readings, ("p", 5), ("q", 7), ("p", 6), ("q", 8)]
    text = "feed,vole,mass\n" + "".join(
        f"{feed},{vole}{feed},{number / 100:.2f}\n"
        for feed in ("hay", "oats")
        for vole, number in rows
    )
    for group in read_measurements(table_of_text(text), BY_VOLE).groups:
        expected: dict[str, list[Fraction]] = {}
        for vole, number in rows:
            expected.setdefault(vole, []).append(Fraction(number, 100))
        means = [float(sum(of, Fraction()) / len(of)) for of in expected.values()]
        assert group.replicates.tolist() == means
        assert [name[0] for name in group.units] == [*expected]


def test_a_table_is_looked_at_once_while_it_comes_in(monkeypatch: pytest.MonkeyPatch) -> None:
    looks: list[Reading] = []
    look = kept._found_out

    def counted(table: Table, reading: Reading, computed: int) -> TableShape:
        looks.append(reading)
        return look(table, reading, computed)

    monkeypatch.setattr(kept, "_found_out", counted)
    large = "plot,height\n" + "".join(f"p{n % 4},{10 + n % 7}.{n % 10}\n" for n in range(11_000))
    for text in (large, "plot,height\nfirst look,1.5\nfirst look,2.5\nother,3.5\nother,4.0\n"):
        looks.clear()
        edit = read_at_first(BringInTable(table=table_of_text(text)))
        read_measurements(edit.table, edit.reading)
        assert len(looks) == 1
        # What is said otherwise, or typed otherwise, is looked at.
        assert table_shape(edit.table, Reading(layout=Layout.COLUMNS)).layout is Layout.COLUMNS
        assert len(looks) == 2
        other = edit.table.with_block(0, 1, (("width",),))
        assert table_shape(other, Reading()).columns[1].heading == "width"
        assert table_shape(edit.table, Reading()).columns[1].heading == "height"
