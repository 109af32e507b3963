"""Heads in rows of their own become a column, quantities below each other stand side by side."""

from __future__ import annotations

import pytest

from decimus.formats.delimited import table_of_text
from tests.conftest import results_of

PARTS = {"Control": (12.1, 12.5, 11.9), "Shade": (14.1, 14.5, 13.9)}


def under_heads(head: str = "") -> str:
    lines = [line for name, part in PARTS.items() for line in (f"{name},", *_numbered(part))]
    return head + "\n".join(lines) + "\n"


def _numbered(values: tuple[float, ...]) -> list[str]:
    return [f"{i},{value}" for i, value in enumerate(values, start=1)]


@pytest.mark.parametrize("head", ["plot,mass\n", ""])
def test_heads_in_rows_of_their_own_are_groups(head: str) -> None:
    results = results_of(under_heads(head))
    found = {g.levels[0]: g.values for g in results.measurements.groups}
    assert found == PARTS
    assert results.measurements.factors[0].name == "group"
    names = ("group", "plot", "mass") if head else ("group", "no", "measured")
    assert table_of_text(under_heads(head)).rows()[0] == names


@pytest.mark.parametrize(
    "text",
    [
        "plot,mass\nControl,\n1,12.1\n2,12.5\n",  # one head
        "Site,Mean\nBog,3.65\n  limed,4.2\n  control,3.1\nFen,4.55\n  limed,5.1\n",  # an outline
        "name,mass\nGrasses,\nPoa,3.1\nLolium,3.4\nSedges,\nCarex,4.1\nScirpus,4.4\n",  # names
        "group,mass\nControl,\n1,12.1\n2,12.5\nShade,\n1,14.1\n2,14.5\n",  # the name is taken
    ],
)
def test_any_other_table_stays_as_it_is(text: str) -> None:
    lines = [tuple(line.strip().split(",")) for line in text.splitlines()]
    assert [tuple(cell.strip() for cell in row) for row in table_of_text(text).rows()] == lines


TWO = (
    "Stalk (cm),,\nrep,reed,sand\n1,12.1,14.1\n2,12.5,14.5\n3,11.9,13.9\n\n"
    "Pod (g),,\nrep,reed,sand\n1,1.21,1.41\n2,1.25,1.45\n3,1.19,1.39\n"
)


def test_quantities_below_each_other_stand_side_by_side() -> None:
    results = results_of(TWO)
    assert results.sheet.table.rows()[:2] == (
        ("", "Stalk (cm)", "", "Pod (g)", ""),
        ("rep", "reed", "sand", "reed", "sand"),
    )
    assert {g.levels[0]: g.values for g in results.measurements.groups} == {
        "reed": (12.1, 12.5, 11.9),
        "sand": (14.1, 14.5, 13.9),
    }
    assert results.measurements.outcome.unit == "cm"


def test_experiments_below_each_other_are_no_quantities() -> None:
    text = TWO.replace("Stalk (cm)", "Experiment 1").replace("Pod (g)", "Experiment 2")
    assert len(table_of_text(text).rows()) == 11
