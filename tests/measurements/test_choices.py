"""Readings that were said rather than detected, at their edges."""

from __future__ import annotations

import pytest

from decimus.errors import TableError
from decimus.formats.delimited import parse_delimited
from decimus.measurements.observations import Measurements
from decimus.measurements.reading import read_measurements
from decimus.study.edits import ChooseLayout, ChooseLevelKind
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout, LevelKind
from tests.conftest import FIVE_BY_FOUR, results_of


def read(text: str, reading: Reading, **roles: object) -> Measurements:
    table = Table.from_rows(parse_delimited(text))
    return read_measurements(table, reading, **roles)  # type: ignore[arg-type]


def test_columns_told_to_be_long() -> None:
    """In a table of plain columns nothing names groups, so that all rows are one."""
    (only,) = read("a\n1\n1\n", Reading(layout=Layout.LONG)).groups
    assert (only.levels, only.values) == (("a",), (1, 1))
    found = read("a,b\n1,2\n1,3\n2,4\n2,6\n", Reading(layout=Layout.LONG))
    assert [factor.name for factor in found.factors] == ["a"]


def test_roles_that_cannot_be_are_passed_over() -> None:
    text = "g,h,x\na,u,1\na,u,2\nb,v,3\nb,v,4\n"
    assert read(text, Reading(), factors=(9,)).factors[0].name == "g"
    assert read(text, Reading(), outcome=9).outcome.name == "x"
    assert read(text, Reading(), outcome=2, factors=(2, 1)).factors[0].name == "h"


def test_long_without_headings() -> None:
    found = read("a,1\na,2\nb,3\nb,4\n", Reading(layout=Layout.LONG, has_header=False))
    assert found.factors[0].name == "column 1"
    assert not found.factors[0].is_named
    assert found.outcome.name == "measurement"


def test_all_columns_are_factors() -> None:
    with pytest.raises(TableError, match="no numbers"):
        read("g,h\na,u\nb,v\n", Reading(layout=Layout.LONG))
    with pytest.raises(TableError, match="no numbers"):
        read("g,x\na,1\na,2\nb,3\n", Reading(), factors=(0, 1))


def test_numbers_only_outside_the_groups() -> None:
    with pytest.raises(TableError, match="no numbers"):
        read("flask,a\n1,x\n2,y\n", Reading(layout=Layout.COLUMNS))
    with pytest.raises(TableError, match="no numbers"):
        read("g,x,y\na,NA,1\nb,NA,2\n", Reading(layout=Layout.LONG), outcome=None, factors=(2, 0))


def test_amounts_as_names_stand_as_read() -> None:
    results = results_of(
        "8,0\n1.5,2.5\n1.6,2.6\n", ChooseLevelKind(variable=-2, kind=LevelKind.NAMES)
    )
    assert [group.levels[0] for group in results.groups.shown] == ["8", "0"]
    assert results.groups.factors[0].factor.kind is LevelKind.NAMES


def test_amounts_of_names_are_no_amounts() -> None:
    results = results_of("x,y\n1.5,2.5\n", ChooseLevelKind(variable=-2, kind=LevelKind.AMOUNTS))
    assert results.groups.factors[0].factor.kind is LevelKind.NAMES


def test_a_said_layout_that_cannot_be_is_a_problem_not_a_crash() -> None:
    results = results_of("a\n1\n1\n", ChooseLayout(layout=Layout.SUMMARISED))
    assert results.problem is not None
    assert results.remarks == ()
    with pytest.raises(TableError):
        _ = results.measurements
    assert results_of(FIVE_BY_FOUR).problem is None
