"""A plate beside or above its plan is a row for each well."""

from __future__ import annotations

import pytest

from decimus.formats.delimited import table_of_text
from decimus.formats.plates import rows_of_plate
from tests.conftest import results_of

VALUES = "A,0.10,0.12,0.31,0.33\nB,0.11,0.13,0.30,0.35\nC,0.52,0.50,0.71,0.69\n"
PLAN = "A,reed,reed,sand,sand\nB,reed,reed,sand,sand\nC,mud,mud,,\n"
BELOW = f"OD,1,2,3,4\n{VALUES}\nplan,1,2,3,4\n{PLAN}"
BESIDE = "OD,,,,,,plan,,,,\n,1,2,3,4,,,1,2,3,4\n" + "".join(
    f"{a},,{b}\n" for a, b in zip(VALUES.splitlines(), PLAN.splitlines(), strict=True)
)
TWO = (
    BELOW + "\ndose,1,2,3,4\n" + PLAN.replace("reed", "0").replace("sand", "5").replace("mud", "9")
)


@pytest.mark.parametrize("text", [BELOW, BESIDE])
def test_each_well_has_what_was_in_it(text: str) -> None:
    table = table_of_text(text)
    assert table.rows()[:2] == (("well", "plan", "OD"), ("A1", "reed", "0.10"))
    assert table.rows()[-1] == ("C4", "", "0.69")
    groups = results_of(text).groups.shown
    assert [(g.levels, g.n) for g in groups] == [(("reed",), 4), (("sand",), 4), (("mud",), 2)]
    assert groups[0].summary.mean == pytest.approx((0.10 + 0.12 + 0.11 + 0.13) / 4)


def test_two_plans_are_two_columns() -> None:
    assert table_of_text(TWO).rows()[:2] == (
        ("well", "plan", "dose", "OD"),
        ("A1", "reed", "0", "0.10"),
    )


@pytest.mark.parametrize(
    "text",
    [
        f"OD,1,2,3,4\n{VALUES}",  # no plan
        f"OD,1,2,3,4\n{VALUES}\nplan,1,2,3\nA,reed,reed,sand\nB,reed,sand,sand\n",  # another size
        f"OD,1,2,3,4\n{VALUES}\nOD 2,1,2,3,4\n{VALUES}\nplan,1,2,3,4\n{PLAN}",  # two readings
        "zuv,1,2,3,4\nreed,0.10,0.12,0.31,0.33\nsand,0.11,0.10,0.30,0.35\n",
    ],
)
def test_anything_else_stays_as_it_is(text: str) -> None:
    rows = [line.split(",") for line in text.splitlines()]
    assert rows_of_plate(rows) is None
