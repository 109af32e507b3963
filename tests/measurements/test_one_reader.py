"""A number's text is read once: exact value, double, shown text and sums all follow from it."""

from __future__ import annotations

import re
from decimal import Decimal

import polars as pl
import pytest

from decimus.measurements.amounts import amount_and_unit, sign_of_amounts
from decimus.measurements.cells import parsed_column
from decimus.measurements.kept import table_shape
from decimus.measurements.numbers import CellKind, read_cell
from decimus.study.readings import Reading
from decimus.study.slabs import Slab, TextPiece
from decimus.terms import LevelKind
from decimus.wording.remarks.remarks import remark_words
from tests.conftest import results_of
from tests.world.exact_numbers import made, run

SEEDS = range(100)


def test_every_number_follows_exactly_from_what_was_typed() -> None:
    counts = run(SEEDS)
    assert counts["wrong"] == 0
    assert counts["right"] >= 0.8 * len(SEEDS)


def test_all_readers_of_a_cell_agree() -> None:
    """One by one, a chunk at once, and a piece of a large column at once."""
    for seed in SEEDS:
        table = made(seed)
        cells = [c for c in re.split(r"[\t;\n]", table.content.decode()) if re.search(r"\d", c)]
        for decimal in (".", ","):
            one = [read_cell(text, decimal) for text in cells]
            piece = TextPiece(pl.Series(cells, dtype=pl.String))
            for column in ((tuple(cells),), (Slab(piece, 0, len(cells)),)):
                found = parsed_column(column, decimal)
                for i, cell in enumerate(one):
                    at = f"“{cells[i]}” with {decimal}"
                    assert found.is_number[i] == (cell.kind is CellKind.NUMBER), at
                    if cell.kind is CellKind.NUMBER:
                        assert found.values[i] == cell.value == float(cell.exact), at
                        assert found.decimals[i] == min(cell.decimals, 127), at


@pytest.mark.parametrize(
    ("text", "decimal", "exact"),
    [
        ("0,70918", ".", "0.70918"),
        ("£1000.1", ".", "1000.1"),
        ("1,234.5", ".", "1234.5"),
        ("1.234,5", ",", "1234.5"),
        ("−12,5 mm", ",", "-12.5"),
        ("<0,25", ".", "0.25"),
        ("1e-7", ".", "1e-7"),
    ],
)
def test_the_exact_number_of_a_cell(text: str, decimal: str, exact: str) -> None:
    assert read_cell(text, decimal).exact == Decimal(exact)


def test_a_number_of_the_other_sign_is_the_same_in_sums() -> None:
    results = results_of("g;r\nA;0,70918\nA;0.70921\nA;0.70925\nB;0.70931\nB;0.70935\n")
    assert results.groups.shown[0].summary.mean == pytest.approx(2.12764 / 3, rel=1e-15)


def test_numbers_of_the_other_sign_are_said_as_they_are_read() -> None:
    text = "kez;vun\nA;1,5\nA;2,5\nB;4,5\nB;5.5\nB;6.25\n"
    remark = next(r for r in remark_words(results_of(text)) if r.kind == "other-signs")
    read = "“5.5” and “6.25” are read as 5,5 and 6,25"
    assert remark.head == f"{read} although the other numbers mark decimals with “,”."


def test_a_limit_that_counts_by_half_keeps_its_digits() -> None:
    """Half of 1000.5 has a decimal more than the cells have."""
    from decimus.study.edits import ChooseLimits
    from decimus.terms import LimitRule

    text = "g,v\nA,<2000.5\nA,1000.2\nA,1000.15\nB,1000.1\nB,1000.3\n"
    results = results_of(text, ChooseLimits(rule=LimitRule.HALF))
    first = results.groups.shown[0].summary
    assert first.mean == pytest.approx((1000.25 + 1000.2 + 1000.15) / 3, rel=1e-15)
    assert first.standard_deviation == pytest.approx(0.05, rel=1e-12)


@pytest.mark.parametrize(
    ("texts", "decimal", "amounts"),
    [
        (("10", "100", "1,000"), ".", [10, 100, 1000]),
        (("1,000 mg", "10 mg"), ".", [1000, 10]),
        (("0,5", "1,000"), ".", [0.5, 1]),
        (("0.5", "1.000"), ",", [0.5, 1]),
        (("1.000", "500"), ",", [1000, 500]),
        (("10 000", "5"), ".", [10000, 5]),
    ],
)
def test_amounts_of_levels_are_read_as_cells_are(
    texts: tuple[str, ...], decimal: str, amounts: list[float]
) -> None:
    sign = sign_of_amounts(texts, decimal)
    assert [found and found[0] for found in (amount_and_unit(t, sign) for t in texts)] == amounts


def test_thousands_in_level_names_are_in_order() -> None:
    text = 'dose (mg/L),area\n"1,000",3.1\n"1,000",3.4\n10,1.2\n10,1.4\n100,2.2\n100,2.3\n'
    factor = results_of(text).groups.factors[0].factor
    assert factor.kind is LevelKind.AMOUNTS
    assert factor.level_texts_in_order == ("10", "100", "1,000")


def test_a_last_cell_with_a_comma_is_no_note() -> None:
    text = "a\tb\n" + "9 927 158 475,9395\t9 927 158 473,2963\n" * 3 + "9 927 158 475,7669\t\n"
    assert [group.n for group in results_of(text).groups.shown] == [4, 3]


def test_nineteen_digits_are_not_taken_for_equal() -> None:
    rows = "9367205836293.000058\n9367205836293.000125\n9367205836293.000081\n"
    found = results_of("a\n" + rows).groups.shown[0].summary.standard_deviation
    assert found == pytest.approx(1159**0.5 * 1e-6, rel=1e-14)


LIKE = "a,b,c,d\n" + "".join(
    f"1000000000000.{x},1000000000000.{y},1000000000000.{x},1000000000000.{y}\n"
    for x, y in (("31", "52"), ("33", "54"), ("35", "56"), ("33", "54"))
)


def test_a_last_row_among_numbers_like_itself_stays() -> None:
    """It equals the means of the rows above; a row without a name is no row of means for that."""
    results = results_of(LIKE)
    assert [group.n for group in results.groups.shown] == [4, 4, 4, 4]
    small = results_of(re.sub("1000000000000", "7", LIKE))
    assert [group.n for group in small.groups.shown] == [4, 4, 4, 4]


def test_a_last_row_of_means_with_digits_of_its_own_is_left_out() -> None:
    rows = "a,b,c\n3.1,5.2,4.4\n3.4,5.9,4.1\n3.9,5.3,4.9\n3.47,5.47,4.47\n"
    shape = results_of(rows).measurements.shape
    assert shape.summary_rows == (4,)


def test_likeness_to_a_mean_is_judged_against_the_spread() -> None:
    """Of sixteen digits a double tells less than the values differ: anything would fit."""
    rows = "".join(f"{10**15 + i}.{i}5,{10**15 + 2 * i}.{i}5\n" for i in (1, 2, 3))
    text = "a,b\n" + rows + f"{10**15 + 2}.5,{10**15 + 3}.5\n"
    assert table_shape(results_of(text).sheet.table, Reading()).summary_rows == ()
