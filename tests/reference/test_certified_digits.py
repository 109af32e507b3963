"""Certified problems whose values share leading digits: digits kept, through the command line.

NIST Statistical Reference Datasets, univariate NumAcc1–4 and one-way ANOVA SmLs01–09
(after Simon & Lesage 1989). The certified values follow from how the data are made.
"""

from __future__ import annotations

import json
import math
from pathlib import Path

import pytest

from decimus.__main__ import run

Capture = pytest.CaptureFixture[str]


def digits(found: float, certified: float) -> float:
    """How many leading digits are right: −log10 of the relative error."""
    return 16.0 if found == certified else -math.log10(abs(found - certified) / abs(certified))


def written(tmp_path: Path, text: str) -> str:
    path = tmp_path / "case.csv"
    path.write_text(text)
    return str(path)


@pytest.mark.parametrize(
    ("leading", "certified_mean"), [("", 0.2), ("1000000", 1000000.2), ("10000000", 10000000.2)]
)
def test_alternating_thousand(
    leading: str, certified_mean: float, tmp_path: Path, capsys: Capture
) -> None:
    """One value .2, then .1 and .3 in turn, 1001 in all: SD exactly 0.1 (NumAcc2–4)."""
    cells = [f"{leading or 0}.2", *(f"{leading or 0}.{digit}" for digit in (1, 3) * 500)]
    assert run(["summary", written(tmp_path, "x\n" + "\n".join(cells) + "\n"), "--json"]) == 0
    group = json.loads(capsys.readouterr().out)["groups"][0]
    assert group["n"] == 1001
    assert digits(group["mean"], certified_mean) >= 15
    assert digits(group["sd"], 0.1) >= 14


@pytest.mark.parametrize("leading", ["1", "1000000", "1000000000000"])
@pytest.mark.parametrize(
    ("pairs", "between", "within", "f"), [(10, 1.68, 1.80, 21.0), (100, 16.08, 18.0, 201.0)]
)
def test_nine_treatments(
    leading: str,
    pairs: int,
    between: float,
    within: float,
    f: float,
    tmp_path: Path,
    capsys: Capture,
) -> None:
    """Treatments around .4, .3 and .5 with up to thirteen constant leading digits (SmLs)."""
    centres = (4, 3, 5, 3, 5, 3, 5, 3, 5)
    rows = ["treatment,response"]
    for number, centre in enumerate(centres, start=1):
        tenths = [centre, *(centre - 1, centre + 1) * pairs]
        rows += [f"t{number},{leading}.{tenth}" for tenth in tenths]
    path = written(tmp_path, "\n".join(rows) + "\n")
    assert run(["compare", path, "--pairs", "none", "--json"]) == 0
    effect, residuals = json.loads(capsys.readouterr().out)["terms"]
    assert digits(effect["sum_of_squares"], between) >= 13
    assert digits(residuals["sum_of_squares"], within) >= 13
    assert digits(effect["value"], f) >= 13
    assert effect["df"] == [8, 18 * pairs]
    assert residuals["df"] == [18 * pairs]
