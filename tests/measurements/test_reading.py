"""Tables in their layouts, read with nothing said."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from decimus.errors import ChoiceError, TableError
from decimus.formats.delimited import parse_delimited, written_csv
from decimus.measurements.observations import Measurements, empty_cells
from decimus.measurements.reading import read_measurements
from decimus.study.readings import Reading
from decimus.study.tables import Table
from decimus.terms import Layout, LevelKind


def read(text: str, reading: Reading | None = None, **roles: object) -> Measurements:
    table = Table.from_rows(parse_delimited(text))
    return read_measurements(table, reading or Reading(), **roles)  # type: ignore[arg-type]


def values(measurements: Measurements) -> dict[tuple[str, ...], tuple[float, ...]]:
    return {group.levels: group.values for group in measurements.groups}


def test_columns_with_row_names() -> None:
    found = read("Salt (g/L),0,1\nflask 1,10.5,9\nflask 2,11.0,\nflask 3,,8\n")
    assert found.shape.layout is Layout.COLUMNS
    assert values(found) == {("0",): (10.5, 11.0), ("1",): (9.0, 8.0)}
    assert [group.missing for group in found.groups] == [((3, 1),), ((2, 2),)]
    factor = found.factors[0]
    assert (factor.name, factor.unit, factor.kind) == ("Salt", "g/L", LevelKind.AMOUNTS)
    assert found.unit_name == "flask"
    assert found.decimals == 1


def test_columns_with_units_in_the_headings() -> None:
    found = read("8 g/L,0 g/L\n1,5\n2,6\n")
    factor = found.factors[0]
    assert [level.label for level in factor.levels] == ["8", "0"]
    assert factor.unit == "g/L"
    assert factor.level_texts_in_order == ("0 g/L", "8 g/L")


def test_blank_tails_are_no_measurement() -> None:
    """Unequal columns without row names: the shorter is simply shorter."""
    found = read("a,b\n1,4\n2,5\n3,\n")
    assert found.missing_count == 0
    assert [len(group.values) for group in found.groups] == [3, 2]


def test_a_blank_with_values_below_is_missing() -> None:
    found = read("a,b\n1,4\n,5\n3,6\n")
    assert found.groups[0].missing == ((2, 0),)
    assert found.missing_count == 1


def test_an_empty_row_between_blocks_is_nothing() -> None:
    assert read("a,b\n1,4\n,\n3,6\n").missing_count == 0


def test_marks_are_missing_even_in_a_tail() -> None:
    assert read("a,b\n1,4\n2,NA\n").missing_count == 1


def test_text_among_numbers_is_named_not_counted() -> None:
    found = read("a,b\n1,4\noops,5\n3,6\n")
    assert [(c.row, c.column, c.text) for c in found.unreadable] == [(2, 0, "oops")]
    assert values(found)[("a",)] == (1.0, 3.0)


def test_no_headings() -> None:
    found = read("1.5,2.2\n3.1,4.0\n")
    assert values(found) == {("column 1",): (1.5, 3.1), ("column 2",): (2.2, 4.0)}


def test_amounts_as_headings_over_finer_numbers() -> None:
    found = read("0,1,2\n142.0,132.1,100.8\n146.2,130.6,114.1\n")
    assert [group.levels[0] for group in found.groups] == ["0", "1", "2"]


def test_repeated_headings_stay_apart() -> None:
    assert list(values(read("a,a\n1,2\n3,4\n"))) == [("a",), ("a (2)",)]


def test_rows_of_means_are_left_out() -> None:
    found = read(",a,b\n1,4,5\n2,6,7\nMean,5,6\nSD,1.4,1.4\n")
    assert found.shape.summary_rows == (3, 4)
    assert values(found) == {("a",): (4.0, 6.0), ("b",): (5.0, 7.0)}


def test_a_note_below_the_table_is_no_measurement() -> None:
    found = read("flask,a,b\n1,4,5\n2,6,7\nmeasured in May,,\n")
    assert found.missing_count == 0


def test_long_with_one_factor() -> None:
    found = read("group,value\nA,1.2\nA,1.4\nB,2.2\nB,\n")
    assert found.shape.layout is Layout.LONG
    assert values(found) == {("A",): (1.2, 1.4), ("B",): (2.2,)}
    assert found.groups[1].missing == ((4, 1),)


def test_long_with_two_factors_one_of_them_amounts() -> None:
    rows = "".join(
        f"{salt},{light},{salt + 1}.{i}\n"
        for salt in (0, 4)
        for light in ("dim", "bright")
        for i in range(3)
    )
    found = read("salt (g/L),light,area (mm²)\n" + rows)
    assert [factor.name for factor in found.factors] == ["salt", "light"]
    assert [factor.kind for factor in found.factors] == [LevelKind.AMOUNTS, LevelKind.NAMES]
    assert (found.outcome.name, found.outcome.unit) == ("area", "mm²")
    assert len(found.groups) == 4


def test_long_with_a_numeric_code_only() -> None:
    found = read(
        "dose,mass\n" + "".join(f"{d},{d + i / 7:.2f}\n" for d in (0, 5) for i in range(4))
    )
    assert found.shape.layout is Layout.LONG
    assert [group.levels for group in found.groups] == [("0",), ("5",)]


def test_row_numbers_are_no_outcome() -> None:
    found = read("replicate,site,mass\n1,N,4.1\n2,N,4.5\n1,S,6.2\n2,S,6.4\n")
    assert found.outcome.name == "mass"
    assert [factor.name for factor in found.factors] == ["site"]


def test_names_that_never_recur_together_are_no_second_factor() -> None:
    """Plot numbers within sites would leave one value per group."""
    found = read("site,plot,area\nN,p1,2\nN,p2,3\nS,p1,4\nS,p2,9\n")
    assert [factor.name for factor in found.factors] == ["site"]
    assert found.unused_factors == ()
    assert found.units.heading == "plot"


def test_semicolons_and_decimal_commas() -> None:
    found = read("a;b\n1,5;2,25\n3,0;4,5\n")
    assert values(found) == {("a",): (1.5, 3.0), ("b",): (2.25, 4.5)}


def test_one_group() -> None:
    found = read("Mass (g)\n1\n2\n")
    assert values(found) == {("Mass (g)",): (1.0, 2.0)}
    assert (found.outcome.name, found.outcome.unit) == ("Mass", "g")


def test_ordered_names_stand_in_order() -> None:
    found = read(
        "level,x\n"
        + "".join(f"{n},{i}\n{n},{i + 1}\n" for i, n in enumerate(("high", "low", "medium")))
    )
    assert found.factors[0].kind is LevelKind.ORDERED
    assert found.factors[0].level_texts_in_order == ("low", "medium", "high")


def test_said_things_win() -> None:
    text = "group,value\nA,1\nA,2\nB,3\nB,4\n"
    with pytest.raises(TableError, match="no numbers"):
        read("x,y\na,b\nc,d\n")
    as_columns = read(text, Reading(layout=Layout.COLUMNS, has_row_names=True))
    assert values(as_columns) == {("value",): (1.0, 2.0, 3.0, 4.0)}
    no_header = read("1,2\n3,4\n", Reading(has_header=True))
    assert values(no_header) == {("1",): (3.0,), ("2",): (4.0,)}


def test_roles_can_be_chosen() -> None:
    text = "a,b,x,y\np,u,1,5\np,v,2,6\nq,u,3,7\nq,v,4,8\n"
    found = read(text, outcome=3, factors=(1,))
    assert values(found) == {("u",): (5.0, 7.0), ("v",): (6.0, 8.0)}
    with pytest.raises(ChoiceError, match="holds no numbers"):
        read(text, outcome=0, factors=(1,))


def test_empty_table() -> None:
    with pytest.raises(TableError, match="empty"):
        read_measurements(Table.from_rows([["", " "]]), Reading())


def test_cells_never_measured() -> None:
    found = read("a,b,x\np,u,1\np,u,2\np,v,3\np,v,4\nq,u,5\nq,u,6\n")
    assert empty_cells(found) == (("q", "v"),)


names = st.sampled_from(["dim", "bright", "shade", "control", "treated", "north"])
designs = st.dictionaries(
    names,
    # A column of two recurring numbers may be a factor; measurements are made to differ.
    st.lists(st.integers(-9999, 9999).map(lambda i: i / 100), min_size=2, max_size=6, unique=True),
    min_size=2,
    max_size=5,
)


@given(designs, st.sampled_from([",", ";", "\t"]), st.sampled_from([".", ","]))
def test_every_layout_gives_the_same_groups(
    design: dict[str, list[float]], delimiter: str, sign: str
) -> None:
    """A random design comes back from columns and from rows of a long table."""

    def say(value: float) -> str:
        return f"{value:.2f}".replace(".", sign)

    longest = max(len(found) for found in design.values())
    columns = [list(design)] + [
        [say(v[i]) if i < len(v) else "" for v in design.values()] for i in range(longest)
    ]
    long = [["group", "mass"]] + [[name, say(v)] for name, vs in design.items() for v in vs]
    expected = {(name,): tuple(found) for name, found in design.items()}
    for rows in (columns, long):
        text = written_csv(rows) if delimiter == "," else _joined(rows, delimiter)
        assert values(read(text)) == expected


def _joined(rows: list[list[str]], delimiter: str) -> str:
    return "\n".join(delimiter.join(row) for row in rows) + "\n"


CROSSED = "".join(
    f"m{i},{'mf'[i % 2]},{time},{i}.{j}\n"
    for i in range(6)
    for j, time in enumerate(("first", "second"))
)


@pytest.mark.parametrize(
    ("text", "layout", "factors", "outcome", "groups"),
    [
        ("Sample,Control,Low\nS1,5.1,6.2\nS2,5.3,6.0\n", "columns", ["group"], "", 2),
        (",Control,Low\nr1,5.1,6.2\nr2,5.3,6.0\n", "columns", ["group"], "", 2),
        ("A,B,,\n1,2,,\n3,4,,\n", "columns", ["group"], "", 2),
        ("\n\nA,B\n1,2\n3,4\n", "columns", ["group"], "", 2),
        ("before,after\n5,5\n5,6\n4,5\n4,6\n", "columns", ["group"], "", 2),
        ("a,b,c\n1,2,3\n1,2,3\n2,2,4\n1,3,4\n2,2,3\n", "columns", ["group"], "", 3),
        ("flask,area\nflask 1,3.2\nflask 2,3.4\n", "columns", ["group"], "area", 1),
        ("name,area\nS1,3.2\nS2,3.4\nS3,3.1\n", "columns", ["name"], "area", 1),
        ("mass,diet\n1.5,a\n1.7,a\n1.9,b\n2.0,b\n", "long", ["diet"], "mass", 2),
        ("id,group,v\n1,A,3.2\n2,A,3.4\n3,B,4.1\n4,B,4.4\n", "long", ["group"], "v", 2),
        ("dose,n\n0,12\n0,15\n0,11\n9,22\n9,25\n9,19\n", "long", ["dose"], "n", 2),
        ("dose,score\n0,3\n0,4\n0,3\n5,4\n5,5\n5,5\n", "long", ["dose"], "score", 2),
        ("kind,mass\nA,1\nB,2\nC,3\n", "long", ["kind"], "mass", 3),
        ("date,diet,v\n3.5.21,a,1\n4.5.21,a,2\n3.5.21,b,3\n4.5.21,b,5\n", "long", ["diet"], "v", 2),
        ("mouse,sex,time,v\n" + CROSSED, "long", ["sex", "time"], "v", 4),
    ],
)
def test_tables_as_they_come(
    text: str, layout: str, factors: list[str], outcome: str, groups: int
) -> None:
    """Nothing is said, and the reading is the one a person would choose."""
    found = read(text)
    assert found.shape.layout.value == layout
    assert [factor.name for factor in found.factors] == factors
    assert found.outcome.name == (outcome or "measurement")
    assert len(found.groups) == groups
