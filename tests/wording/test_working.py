"""The working of every number ends in that number, and shows what leads to it."""

from __future__ import annotations

import pytest

from decimus.analysis.results import Results
from decimus.study.adjustments import Logarithm
from decimus.study.edits import (
    Adjust,
    ChooseSameUnits,
    ChooseThreshold,
    ChooseTotals,
    ChooseUnit,
    Edit,
    NameVariable,
)
from decimus.study.readings import CELLS
from decimus.terms import Statistic, Totals
from decimus.wording.groups.statistics import full_text, statistic_text, values_of
from decimus.wording.groups.working import working
from tests.conftest import FIVE_BY_FOUR, TWO_FACTORS, results_of

NAMED: tuple[Edit, ...] = (
    NameVariable(variable=CELLS, name="Frond area"),
    ChooseUnit(variable=CELLS, unit="mm²"),
    ChooseThreshold(threshold=8.2),
)
PAIRED = "visitor,old,new\nv1,10,11\nv2,50,52\nv3,30,33\n"
TABLES: dict[str, tuple[str, tuple[Edit, ...]]] = {
    "columns": (FIVE_BY_FOUR, NAMED),
    "two factors": (TWO_FACTORS, (ChooseTotals(totals=Totals.BOTH), ChooseThreshold(threshold=3))),
    "paired": (PAIRED, (ChooseSameUnits(is_same=True, subject=0),)),
    "summarised": ("salt,mean,SD,n\n0,10,2,5\n2,8,1,5\n", ()),
    "logarithms": ("x (mg),y\n1,2\n10,4\n100,8\n", (Adjust(adjustment=Logarithm(10), words="l"),)),
}


@pytest.mark.parametrize("name", TABLES)
@pytest.mark.parametrize("statistic", list(Statistic))
def test_a_working_ends_in_the_number_of_its_lane(name: str, statistic: Statistic) -> None:
    text, edits = TABLES[name]
    results = results_of(text, *edits)
    for lane in results.lanes:
        found = working(results, lane, statistic)
        values = values_of(results, lane, statistic)
        assert found.definition
        assert found.as_text().startswith("Working: ")
        if not values.numbers:
            assert found.result == "–"
            assert values.why in found.reading
            continue
        assert found.result.startswith(statistic_text(results, lane, statistic))
        assert found.exact == f"In full: {full_text(statistic, values)}"
        assert found.reading
        assert "_" not in "".join(part.text for part in found.formula)


WORKED = {
    # 8.0, 8.4, 9.1: sum 25.5, mean 8.5, squares 0.62, t(2) = 4.303
    Statistic.MEAN: ("(8 + 8.4 + 9.1) ÷ 3 = 25.5 ÷ 3", "Σy = 25.5, n = 3"),
    Statistic.STANDARD_DEVIATION: ("√(0.620 ÷ 2)", "df = 3 − 1 = 2"),
    Statistic.STANDARD_ERROR: ("0.56 ÷ √3", "Σ(y − mean)² = 0.62"),
    Statistic.CONFIDENCE_INTERVAL: ("8.50 ± 4.303 × 0.56 ÷ √3", "t(0.9750; 2 df) = 4.3026527297"),
    Statistic.MARGIN: ("4.303 × 0.56 ÷ √3", "SE = 0.3214550"),
    Statistic.MEDIAN: ("value at rank 2", "Sorted: 8, 8.4, 9.1"),
    Statistic.QUARTILES: ("values at ranks 1.5 and 2.5", "Sorted: 8, 8.4, 9.1"),
    Statistic.RANGE: ("9.10 − 8.00", "Sorted: 8, 8.4, 9.1"),
    Statistic.COEFFICIENT_OF_VARIATION: ("100 × 0.56 ÷ 8.50", "n = 3"),
    Statistic.SHARE: ("100 × 2 ÷ 3", "k = values above 8.2\u00a0mm² = 2"),
    Statistic.GEOMETRIC_MEAN: ("antilog 2.1386", "mean of ln y = 2.1386"),
}


@pytest.mark.parametrize("statistic", WORKED)
def test_numbers_are_put_in(statistic: Statistic) -> None:
    filled, step = WORKED[statistic]
    results = results_of(FIVE_BY_FOUR, *NAMED)
    found = working(results, results.groups.group(("2",)), statistic)
    assert found.filled == filled
    assert step in "; ".join(found.steps)


def test_what_a_shortcut_would_have_done() -> None:
    """1.96 / 4.303 = 0.456, 2 / 4.303 = 0.465: 54 and 54 % too narrow."""
    results = results_of(FIVE_BY_FOUR, *NAMED)
    found = working(results, results.groups.group(("2",)), Statistic.CONFIDENCE_INTERVAL)
    assert "54\u00a0% too narrow, with 1.96 × SE 54\u00a0%" in found.reading


def test_the_decimal_sign_of_the_place_is_used() -> None:
    results = results_of(FIVE_BY_FOUR, *NAMED)
    comma = Results(results.study, decimal_sign=",")
    found = working(comma, comma.groups.group(("2",)), Statistic.CONFIDENCE_INTERVAL)
    assert "4,303" in found.filled
    assert "1,96 × SE" in found.reading
    assert "." not in found.exact.removeprefix("In full:").replace(". ", "")


def test_a_geometric_mean_of_logarithms_is_in_the_unit_of_the_measurements() -> None:
    results = results_of(
        "Group,Area (mm²)\na,10\na,1000\nb,10\nb,100\n",
        Adjust(adjustment=Logarithm(10), words="log"),
    )
    assert working(results, results.lanes[0], Statistic.GEOMETRIC_MEAN).result.endswith("mm²")
    assert "log" not in working(results, results.lanes[0], Statistic.GEOMETRIC_MEAN).result
    assert working(results, results.lanes[0], Statistic.MEAN).result.endswith("log₁₀ mm²")
