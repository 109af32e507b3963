"""The summary as shown, as cells and in full precision."""

from __future__ import annotations

from decimus.report.summary_tables import exact_rows, shown_cells, shown_rows
from decimus.study import edits
from decimus.terms import Statistic
from tests.conftest import results_of

COLUMNS = (Statistic.N, Statistic.MEAN, Statistic.CONFIDENCE_INTERVAL, Statistic.MEAN_AND_SD)
TABLE = "light,area (mm²)\ndim,-3\ndim,-5\ndim,-4\nbright,2\n"


def test_shown_as_on_the_screen_with_signs_that_programs_read() -> None:
    results = results_of(TABLE, edits.ChooseColumns(columns=COLUMNS))
    head, dim, bright = shown_rows(results)
    assert head[0] == "light"
    assert "Mean" in head[2]
    assert dim[:3] == ["dim", "3", "-4.0"]
    assert "\u00a0" not in "".join(dim)
    assert bright[:3] == ["bright", "1", "2.0"]


def test_cells_that_are_numbers_are_numbers_and_names_never_are() -> None:
    text = "dose (mg),area (mm²)\n2,-3.5\n2,-5.5\n2,-3\n8,2.5\n8,\n8,\n"
    _, first, second = shown_cells(results_of(text, edits.ChooseColumns(columns=COLUMNS)))
    assert first[:3] == ["2", 3.0, -4.0]
    assert second[0] == "8"
    assert second[3] is None  # one value has no interval


def test_in_full_precision_an_interval_has_two_columns() -> None:
    results = results_of(TABLE, edits.ChooseColumns(columns=COLUMNS))
    head, dim, bright = exact_rows(results)
    assert len(head) == len(dim) == len(bright) == 1 + 1 + 1 + 2 + 2
    assert dim[:3] == ["dim", 3.0, -4.0]
    # t of 2 degrees of freedom at 97.5 % in closed form, over the root of 3
    margin = 0.95 / (2 * 0.975 * 0.025) ** 0.5 / 3**0.5
    assert isinstance(dim[3], float)
    assert isinstance(dim[4], float)
    assert abs(dim[3] - (-4 - margin)) < 1e-12
    assert abs(dim[4] - (-4 + margin)) < 1e-12
    assert dim[5:] == [-4.0, 1.0]
    assert bright[3:5] == [None, None]
