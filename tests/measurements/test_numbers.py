"""What a cell says."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import TableError
from decimus.measurements.amounts import amount_and_unit
from decimus.measurements.decimals import DecimalVote, decimal_vote
from decimus.measurements.headings import name_and_unit
from decimus.measurements.numbers import CellKind, read_cell
from tests.conftest import results_of


@pytest.mark.parametrize(
    ("text", "value", "decimals"),
    [
        ("12", 12.0, 0),
        (" 12.50 ", 12.5, 2),
        ("-3.1", -3.1, 1),
        ("\u22123.1", -3.1, 1),
        ("+.5", 0.5, 1),
        ("7.", 7.0, 0),
        ("1.5e3", 1500.0, 0),
        ("1.25E-2", 0.0125, 4),
        ("1,234.5", 1234.5, 1),
        ("12\u00a0345", 12345.0, 0),
        ("1'234", 1234.0, 0),
    ],
)
def test_numbers_with_a_point(text: str, value: float, decimals: int) -> None:
    cell = read_cell(text, ".")
    assert (cell.kind, cell.value, cell.decimals) == (CellKind.NUMBER, value, decimals)


@pytest.mark.parametrize(
    ("text", "value", "decimals"), [("3,5", 3.5, 1), ("1.234,5", 1234.5, 1), (",25", 0.25, 2)]
)
def test_numbers_with_a_comma(text: str, value: float, decimals: int) -> None:
    cell = read_cell(text, ",")
    assert (cell.kind, cell.value, cell.decimals) == (CellKind.NUMBER, value, decimals)


def test_the_other_sign_where_a_cell_is_clear_by_itself() -> None:
    cell = read_cell("3,5", ".")
    assert (cell.value, cell.decimals, cell.has_other_sign) == (3.5, 1, True)
    assert read_cell("3.5", ",").value == 3.5
    assert read_cell("1,500", ".").value == 1500


@pytest.mark.parametrize("text", ["", "  ", "\u00a0"])
def test_blank(text: str) -> None:
    assert read_cell(text, ".").kind is CellKind.BLANK


@pytest.mark.parametrize("text", ["NA", "n/a", "–", "-", ".", "#N/A", "#DIV/0!", "NaN", "null"])
def test_marks_for_missing(text: str) -> None:
    assert read_cell(text, ".").kind is CellKind.MISSING


@pytest.mark.parametrize(
    "text",
    ["inf", "1e999", "1_000", "0x1F", "12a", "1.2.3", "3,5,7", "١٢a"],
)
def test_what_is_no_number_never_becomes_one(text: str) -> None:
    cell = read_cell(text, ".")
    assert cell.kind is CellKind.TEXT
    assert math.isnan(cell.value)


@given(st.floats(-1e12, 1e12, allow_nan=False))
def test_shortest_texts_come_back(value: float) -> None:
    assert read_cell(repr(value), ".").value == value
    assert read_cell(repr(value).replace(".", ","), ",").value == value


def sign(*cells: str) -> str:
    return decimal_vote([cells]).sign


def doubtful(*cells: str) -> str:
    return decimal_vote([cells]).doubtful


def test_decimal_sign_needs_evidence() -> None:
    assert sign("1,234") == "."
    assert sign("3,5", "12") == ","
    assert sign("0,123") == ","
    assert sign("1.5", "a,b") == "."
    assert sign("1.234,5", "2.000") == ","


def test_one_cell_of_another_sign_turns_no_table() -> None:
    assert decimal_vote([["15,5", *["12.25"] * 50]]) == DecimalVote(".", "", ("15,5",))
    assert decimal_vote([["3,1", "3.251", "3.188"]]) == DecimalVote(".", "", ("3,1",))
    assert decimal_vote([["3.1", "3,251", "3,188"]]) == DecimalVote(",", "", ("3.1",))


def test_the_size_of_a_number_decides_what_groups_thousands() -> None:
    assert decimal_vote([["1,204", "987", "1,310"]]) == DecimalVote(".", "", ())
    assert decimal_vote([["1.204", "987", "1.310"]]) == DecimalVote(",", "", ())
    assert decimal_vote([["1.250", "2.340"], ["12,5"]]) == DecimalVote(",", "", ())


def test_doubtful_numbers() -> None:
    assert doubtful("1,234", "2") == "1,234"
    assert doubtful("1,234", "1,234.5") == ""
    assert doubtful("1,234", "12,345,678") == ""
    assert doubtful("a, b", "12") == ""


def test_headings() -> None:
    assert name_and_unit("Frond area (mm²)") == ("Frond area", "mm²")
    assert name_and_unit("Salt [g/L]") == ("Salt", "g/L")
    assert name_and_unit(" Two  words ") == ("Two words", "")
    assert amount_and_unit("2 g/L") == (2.0, "g/L")
    assert amount_and_unit("0.5") == (0.5, "")
    assert amount_and_unit("dim") is None
    assert amount_and_unit("<2") is None


@pytest.mark.parametrize(
    "text",
    [
        "<" * 5_000 + "1",
        "< <1",
        "≤≥3",
        "1" * 5_000,
        "1e" + "9" * 5_000,
        "1e-" + "9" * 300,
        "1e-400",
        "-" * 3_000,
        "1 " * 2_000,
        "1e999",
    ],
)
def test_what_looks_like_a_number_and_is_none(text: str) -> None:
    """Signs that nest without end, digits that no double holds: text, and at once."""
    for decimal in (".", ","):
        assert read_cell(text, decimal).kind is CellKind.TEXT


def test_numbers_at_the_ends_of_a_double() -> None:
    assert read_cell("5e-324", ".").value == 5e-324
    assert read_cell("0e-999", ".").value == 0
    assert read_cell("0.000", ".").value == 0
    assert read_cell("1.7e308", ".").value == 1.7e308
    assert read_cell(" " * 2_000, ".").kind is CellKind.BLANK


def test_a_table_of_numbers_with_letters_behind_says_what_to_do() -> None:
    problem = results_of("bed,yield\nm,12.3x\nm,11.9x\nq,14.1y\nq,13.0y\n").problem
    assert isinstance(problem, TableError)
    assert problem.what.endswith("“12.3x” (row 2, column 2) is none")
    assert problem.remedy.startswith("Leave 12.3 alone in its cell")


def test_an_apostrophe_between_thousands_beside_a_decimal_comma() -> None:
    results = results_of("kez;vun\nA;1’250,5\nA;1’310,2\nB;1’450,1\nB;1’502,8\n")
    assert results.measurements.groups[0].values == (1250.5, 1310.2)
