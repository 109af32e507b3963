"""A random design turned into every layout, delimiter, decimal sign and encoding comes back."""

from __future__ import annotations

import math

from hypothesis import given, settings
from hypothesis import strategies as st

from decimus.formats.delimited import decoded_table
from decimus.formats.workbooks import chosen_block, sheet_blocks
from decimus.measurements.alternatives import other_readings
from decimus.measurements.reading import read_measurements
from decimus.study.readings import Reading
from decimus.terms import Layout
from tests.conftest import results_of
from tests.formats.workbook_files import ods_bytes, xlsx_bytes

NAMES = ("dim", "shade", "bright", "control")
Design = dict[tuple[str, ...], list[float]]


def number(low: int, high: int) -> st.SearchStrategy[float]:
    return st.integers(low, high).map(lambda i: (100 * i + 37) / 100)


def values(least: int = 3) -> st.SearchStrategy[list[float]]:
    return st.lists(number(10, 9000), min_size=least, max_size=6, unique=True)


one_factor = st.dictionaries(
    st.sampled_from(NAMES).map(lambda name: (name,)), values(), min_size=2, max_size=4
)


@st.composite
def two_factors(draw: st.DrawFn) -> Design:
    count = draw(st.integers(2, 5))
    cells = [(salt, light) for light in ("dim", "bright") for salt in ("0", "2", "8")]
    numbers = draw(
        st.lists(
            number(10, 9000), min_size=count * len(cells), max_size=count * len(cells), unique=True
        )
    )
    return {cell: numbers[i * count : (i + 1) * count] for i, cell in enumerate(cells)}


def padded(columns: list[list[str]]) -> list[list[str]]:
    longest = max(len(column) for column in columns)
    return [[c[r] if r < len(c) else "" for c in columns] for r in range(longest)]


def say(value: float, sign: str) -> str:
    return f"{value:.2f}".replace(".", sign)


def one_factor_layouts(design: Design, sign: str) -> dict[str, list[list[str]]]:
    names = [levels[0] for levels in design]
    cells = [[say(v, sign) for v in found] for found in design.values()]
    longest = max(len(c) for c in cells)
    rows = [[name, *c, *[""] * (longest - len(c))] for name, c in zip(names, cells, strict=True)]
    flasks = [f"flask {i + 1}" for i in range(longest)]
    return {
        "columns": [names, *padded(cells)],
        "rows": [["light", *(f"rep {i + 1}" for i in range(longest))], *rows],
        "long": [
            ["light", "mass"],
            *([n, v] for n, c in zip(names, cells, strict=True) for v in c),
        ],
        "named rows": [
            ["", *names],
            *([flask, *row] for flask, row in zip(flasks, padded(cells), strict=True)),
        ],
    }


def two_factor_layouts(design: Design, sign: str) -> dict[str, list[list[str]]]:
    cells = {levels: [say(v, sign) for v in found] for levels, found in design.items()}
    count = len(next(iter(cells.values())))
    salts, lights = ("0", "2", "8"), ("dim", "bright")
    return {
        "two headers": [
            ["light", *(light if s == "0" else "" for light in lights for s in salts)],
            ["salt (g/L)", *salts, *salts],
            *(
                [f"flask {i + 1}", *(cells[s, light][i] for light in lights for s in salts)]
                for i in range(count)
            ),
        ],
        "beside": [
            ["light", *(f"{s} g/L" for s in salts)],
            *(
                [light, *(cells[s, light][i] for s in salts)]
                for light in lights
                for i in range(count)
            ),
        ],
        "long": [
            ["salt", "light", "mass"],
            *([s, light, v] for (s, light), found in cells.items() for v in found),
        ],
        "rows": [
            ["salt", "light", *(f"rep {i + 1}" for i in range(count))],
            *([s, light, *found] for (s, light), found in cells.items()),
        ],
    }


def delimited(rows: list[list[str]], delimiter: str) -> str:
    def cell(text: str) -> str:
        return f'"{text}"' if delimiter in text else text

    return "\n".join(delimiter.join(cell(text) for text in row) for row in rows) + "\n"


def groups(text: bytes) -> dict[frozenset[str], list[float]]:
    found = read_measurements(decoded_table(text, "table"), Reading())
    return {
        frozenset(level.removesuffix(" g/L") for level in group.levels): list(group.values)
        for group in found.groups
    }


def expected(design: Design) -> dict[frozenset[str], list[float]]:
    return {frozenset(levels): [round(v, 3) for v in found] for levels, found in design.items()}


signs = st.sampled_from([(",", "."), (";", "."), (";", ","), ("\t", "."), ("\t", ","), ("|", ",")])
encodings = st.sampled_from(["utf-8", "utf-8-sig", "utf-16", "cp1252"])


@given(one_factor, signs, encodings)
def test_one_factor_in_every_layout(
    design: Design, dialect: tuple[str, str], encoding: str
) -> None:
    delimiter, sign = dialect
    for name, rows in one_factor_layouts(design, sign).items():
        text = delimited(rows, delimiter)
        assert groups(text.encode(encoding)) == expected(design), name


@given(two_factors(), signs, encodings)
def test_two_factors_in_every_layout(
    design: Design, dialect: tuple[str, str], encoding: str
) -> None:
    delimiter, sign = dialect
    for name, rows in two_factor_layouts(design, sign).items():
        text = delimited(rows, delimiter)
        assert groups(text.encode(encoding)) == expected(design), name


@settings(max_examples=15)
@given(one_factor)
def test_workbooks_give_the_same_groups(design: Design) -> None:
    names = [levels[0] for levels in design]
    longest = max(len(found) for found in design.values())
    sheet: list[list[object]] = [
        list(names),
        *(
            [found[i] if i < len(found) else None for found in design.values()]
            for i in range(longest)
        ),
    ]
    for made in (xlsx_bytes, ods_bytes):
        table = chosen_block(sheet_blocks(made({"a": sheet}), "f", "f"), None, "f").table
        found = read_measurements(table, Reading())
        assert {frozenset(g.levels): list(g.values) for g in found.groups} == {
            frozenset(levels): found for levels, found in design.items()
        }


@given(two_factors())
def test_the_other_way_round_is_offered(design: Design) -> None:
    """Told the wrong layout, the right one is among the other readings, with its counts."""
    rows = two_factor_layouts(design, ".")["long"]
    table = decoded_table(delimited(rows, ",").encode(), "table")
    wrong = Reading(layout=Layout.COLUMNS)
    now = read_measurements(table, wrong)
    offered = other_readings(table, wrong, now)
    right = [found for found in offered if found.measurements.shape.layout is Layout.LONG]
    assert right
    assert len(right[0].measurements.groups) == len(design)
    assert right[0].ns == (len(next(iter(design.values()))),) * 2


def test_averages_are_of_units_not_of_readings() -> None:
    """Three and one reading: each flask counts once, its mean is of its own readings."""
    text = "treatment,flask,reading,x\na,f1,1,1.0\na,f1,2,2.0\na,f1,3,6.0\na,f2,1,5.0\n"
    text += "b,f3,1,4.0\nb,f3,2,8.0\nb,f4,1,2.0\nb,f4,2,3.0\n"
    found = read_measurements(decoded_table(text.encode(), "t"), Reading())
    assert [list(group.values) for group in found.groups] == [[3.0, 5.0], [6.0, 2.5]]
    assert found.groups[0].places_of(0) == ((1, 3), (2, 3), (3, 3))
    assert found.units.readings == (1, 3)
    assert math.isclose(sum(found.groups[0].values), 8.0)


def test_rows_counted_anew_beside_names_stand_before_like_columns_of_any_words() -> None:
    """Rows are counted in each kez; what stands to the right is as large and as fine."""
    rows = [
        f"{name},{at},{5 + at / 10 + more:.2f},{6 + at / 7 + more:.2f},{7.5 + at / 9 - more:.2f}"
        for name, more in (("zoxa", 0.13), ("nigy", 0.58))
        for at in range(1, 7)
    ]
    results = results_of("\n".join(["kez,sexaxa,xafira,selose,rapsitixa", *rows]) + "\n")
    assert results.measurements.shape.row_names == 1
    assert [g.levels[0] for g in results.measurements.groups].count("xafira") == 2
    assert [g.n for g in results.groups.shown] == [6] * 6
