"""How people lay out tables: lines above them, headings, amounts and counts in whole numbers."""

from __future__ import annotations

import itertools
import random

import pytest

from decimus.analysis.results import Results
from decimus.formats.table_files import table_of_bytes
from decimus.measurements.observations import Measurements
from decimus.study.edits import BringInTable
from decimus.study.studies import Study
from decimus.terms import Layout

ROWS = [("sand", "14.4"), ("sand", "16.4"), ("loam", "13.1"), ("loam", "12.5"), ("peat", "9.1")]
KEYS = [["Date", "2024-05-01"], ["Observer", "K. Holm"], ["Room", "3"]]


def measured(text: str) -> Measurements:
    """What is read from a file with nothing said."""
    found = table_of_bytes(text.encode(), "t", title="t")
    edit = BringInTable(table=found.table, reading=found.first_reading)
    return Results(edit.apply(Study())).measurements


def counts(found: Measurements) -> dict[tuple[str, ...], int]:
    return {group.levels: group.n for group in found.groups}


@pytest.mark.parametrize("keys", [1, 2, 3])
@pytest.mark.parametrize("corner", ["", "no", "x"])
@pytest.mark.parametrize(("is_apart", "is_even"), [*itertools.product((True, False), repeat=2)])
def test_names_with_values_above_a_table(
    keys: int, corner: str, is_apart: bool, is_even: bool
) -> None:
    rows = [*KEYS[:keys], *([[""]] if is_apart else []), [corner, "soil", "mass"]]
    rows += [[str(i + 1), *row] for i, row in enumerate(ROWS)]
    if is_even:
        rows = [[*row, *[""] * (3 - len(row))] for row in rows]
    found = measured("\r\n".join(";".join(row) for row in rows))
    assert counts(found) == {("sand",): 2, ("loam",): 2, ("peat",): 1}


def test_names_with_values_above_a_table_as_narrow() -> None:
    lines = "Observer;K. Holm;\nDate;2024-05-01;\n;;\nsalt (mM);height, cm;notes\n"
    rows = "".join(f"{salt};{40 + i}.5;\n" for salt in ("0", "2") for i in range(5))
    assert counts(measured(lines + rows)) == {("0",): 5, ("2",): 5}


def test_a_title_that_commas_part() -> None:
    title = "Cress, rinsed, spring; room 3\n"
    amounts = measured(title + "15 °C,20 °C,25 °C\n11.6,13.6,14.4\n12.4,11.8,15.1\n")
    assert counts(amounts) == {("15 °C",): 2, ("20 °C",): 2, ("25 °C",): 2}
    names = measured(title + "food;1;2;3;4\nnone;28.5;30.1;32.0;30.3\nlow;38.4;41.4;40.6;41.1\n")
    assert counts(names) == {("none",): 4, ("low",): 4}


def test_spaces_behind_every_comma_make_no_title() -> None:
    found = measured("dim, bright, full sun\n1.5, 2.5, 3.5\n1.7, 2.6, 3.1\n")
    assert list(counts(found)) == [("dim",), ("bright",), ("full sun",)]


def test_words_for_a_spread_make_no_title() -> None:
    found = measured("depth (cm);promedio ± errore standard;n\n5;3,17 ± 0,12;6\n9;3,73 ± 0,15;6\n")
    assert found.is_summarised


AMOUNTS = ("nitrogen (kg/ha)", "distance (m)", "speed (rpm)", "seed rate", "protein content (%)")
LEVELS = (("0", "50", "100"), ("10", "20", "40"), ("1", "2", "4"), ("5", "10", "20", "40"))


@pytest.mark.parametrize(("heading", "levels"), [*itertools.product(AMOUNTS, LEVELS)])
@pytest.mark.parametrize("outcome", ["rt", "mass (g)", "leaf count"])
def test_amounts_in_any_order_are_levels(
    heading: str, levels: tuple[str, ...], outcome: str
) -> None:
    rng = random.Random(len(heading) + len(outcome))
    rows = [(level, f"{rng.gauss(100, 9):.{int(outcome == 'mass (g)')}f}") for level in levels * 5]
    rng.shuffle(rows)
    found = measured(f"{heading},{outcome}\n" + "".join(f"{a},{b}\n" for a, b in rows))
    assert counts(found) == {(level,): 5 for level in levels}


@pytest.mark.parametrize(
    "form", ["{} count", "{}_height", "{} mass (mg)", "no. of {}s", "{}s per pot"]
)
@pytest.mark.parametrize("unit", ["leaf", "plant", "animal", "seed", "mouse", "plot"])
def test_a_count_beside_the_outcome_names_no_units(unit: str, form: str) -> None:
    """Whole numbers that recur here and there are counted, not measured again."""
    rng = random.Random(len(unit) * len(form))
    rows = [
        f"{light},{rng.gauss(20, 2):.1f},{rng.randint(36, 44)}\n"
        for light in ("dim", "bright", "full sun")
        for _ in range(6)
    ]
    found = measured(f"light,dry mass (g),{form.format(unit)}\n" + "".join(rows))
    assert counts(found) == {("dim",): 6, ("bright",): 6, ("full sun",): 6}
    assert found.outcome.name == "dry mass"
    assert found.units.variable is None


def test_a_column_called_count_is_measured() -> None:
    found = measured("depth,water,Count\n" + "5,daily,4\n5,daily,7\n9,weekly,3\n9,weekly,8\n")
    assert found.shape.layout is Layout.LONG
    assert found.outcome.name == "Count"


def test_no_sign_is_a_condition() -> None:
    found = measured(
        "Subject number;no sign;new sign;old sign\nM1;81;84;97\nM2;86;122;135\nM3;99;105;128\n"
    )
    assert list(counts(found)) == [("no sign",), ("new sign",), ("old sign",)]
    assert found.units.is_same


def test_a_group_without_a_number_between_numbered_ones_stays() -> None:
    found = measured(
        "Rep;Pond 1;Pond 2;Pond 3\n1;n.d.;3.2;5.1\n2;;3.8;4.9\n3;;4.0;4.4\n4;;3.8;4.9\n"
    )
    assert counts(found) == {("Pond 1",): 0, ("Pond 2",): 4, ("Pond 3",): 4}


def test_amounts_over_rows_that_are_numbered() -> None:
    body = "".join(f"{i}\t3.{i}3\t4.{i}1\t5.{i}4\n" for i in range(1, 8))
    assert list(counts(measured(f"\t0\t2\t8\n{body}Mean\t3.43\t4.41\t5.44\n"))) == [
        ("0",),
        ("2",),
        ("8",),
    ]


def test_nights_numbered_from_101_are_blocks_though_a_column_rises() -> None:
    found = measured(
        "night\tdim\tbright\n101\t363\t482\n102\t428\t519\n103\t404\t520\n104\t462\t607\n105\t555\t665\n"
    )
    assert counts(found) == {("dim",): 5, ("bright",): 5}
