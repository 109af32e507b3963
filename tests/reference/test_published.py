"""The command line gives the published numbers of classic data sets."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from decimus.__main__ import run
from tests.reference import exact
from tests.reference.cases import ALL, MAIZE, PLANT_WEIGHTS, RESISTIVITY, SLEEP, Case

CLOSE = 1e-9


def output(capsys: pytest.CaptureFixture[str], *arguments: str) -> Any:
    assert run(list(arguments)) == 0
    captured = capsys.readouterr()
    assert captured.err == ""
    return json.loads(captured.out)


def file_of(case: Case, folder: Path, layout: str = "columns") -> str:
    path = folder / "case.csv"
    path.write_text(case.as_columns() if layout == "columns" else case.as_long())
    return str(path)


@pytest.mark.parametrize("case", ALL, ids=lambda case: case.name)
@pytest.mark.parametrize("layout", ["columns", "long"])
def test_summary_equals_exact_arithmetic(
    case: Case, layout: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    """Means, SDs and SEs of every group, in both layouts, to nine decimals."""
    record = output(capsys, "summary", file_of(case, tmp_path, layout), "--json")
    assert [group["levels"] for group in record["groups"]] == [[name] for name in case.groups]
    for group, values in zip(record["groups"], case.groups.values(), strict=True):
        sd = exact.standard_deviation(values)
        assert group["n"] == len(values)
        assert group["mean"] == pytest.approx(float(exact.mean(values)), abs=CLOSE)
        assert group["sd"] == pytest.approx(sd, abs=CLOSE)
        assert group["variance"] == pytest.approx(sd * sd, abs=CLOSE)
        assert group["se"] == pytest.approx(sd / len(values) ** 0.5, abs=CLOSE)


def test_certified_anova(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """The certified table of the resistivity data."""
    path = file_of(RESISTIVITY, tmp_path)
    record = output(capsys, "compare", path, "--method", "anova", "--json")
    effect, residuals = record["terms"]
    published = RESISTIVITY.published
    assert effect["df"] == [4, 20]
    assert residuals["df"] == [20]
    assert effect["value"] == pytest.approx(published["F"], rel=CLOSE)
    assert effect["sum_of_squares"] == pytest.approx(published["sum_of_squares_between"], abs=CLOSE)
    assert effect["mean_square"] == pytest.approx(published["mean_square_between"], abs=CLOSE)
    assert residuals["sum_of_squares"] == pytest.approx(
        published["sum_of_squares_within"], abs=CLOSE
    )
    assert residuals["mean_square"] == pytest.approx(published["mean_square_within"], abs=CLOSE)
    assert residuals["mean_square"] ** 0.5 == pytest.approx(published["residual_sd"], abs=CLOSE)
    assert effect["effect"]["value"] == pytest.approx(published["eta_squared"], abs=CLOSE)


def test_welch_on_sleep(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Welch's test as published, and to nine decimals by exact arithmetic."""
    record = output(capsys, "compare", file_of(SLEEP, tmp_path), "--json")
    assert record["method"] == "welch-t"
    assert len(record["pairs"]) == 1
    pair, published = record["pairs"][0], SLEEP.published
    t, df = exact.welch(*SLEEP.groups.values())
    assert pair["value"] == pytest.approx(t, abs=CLOSE)
    assert pair["df"] == pytest.approx(df, abs=CLOSE)
    assert pair["value"] == pytest.approx(published["t"], abs=5e-5)
    assert pair["df"] == pytest.approx(published["df"], abs=5e-4)
    assert pair["p"] == pytest.approx(published["p"], abs=5e-6)
    assert pair["ci"]["lower"] == pytest.approx(published["ci_lower"], abs=5e-8)
    assert pair["ci"]["upper"] == pytest.approx(published["ci_upper"], abs=5e-8)
    assert pair["p_adjusted"] is None
    assert pair["p_less"] + pair["p_greater"] == pytest.approx(1, abs=CLOSE)
    assert pair["p_less"] == pytest.approx(pair["p"] / 2, abs=CLOSE)


def test_anova_and_tukey_on_plant_weights(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    """F, p and Tukey's adjusted p values and intervals as published."""
    record = output(capsys, "compare", file_of(PLANT_WEIGHTS, tmp_path, "long"), "--json")
    assert record["method"] == "anova"
    published = PLANT_WEIGHTS.published
    effect, residuals = record["terms"]
    groups = list(PLANT_WEIGHTS.groups.values())
    assert effect["sum_of_squares"] == pytest.approx(published["sum_of_squares_between"], abs=CLOSE)
    assert residuals["sum_of_squares"] == pytest.approx(
        published["sum_of_squares_within"], abs=CLOSE
    )
    assert effect["value"] == pytest.approx(exact.f_statistic(groups), abs=CLOSE)
    assert effect["value"] == pytest.approx(published["F"], abs=5e-4)
    assert effect["p"] == pytest.approx(published["p"], abs=5e-6)
    for pair, p in zip(record["pairs"], published["tukey_p"], strict=True):
        half = (pair["ci"]["upper"] - pair["ci"]["lower"]) / 2
        assert pair["p_adjusted"] == pytest.approx(p, abs=5e-8)
        assert half == pytest.approx(published["tukey_half_width"], abs=5e-8)
        assert pair["ci"]["kind"] == "simultaneous"
        assert pair["statistic"] == "q"


def test_pooled_t_on_maize(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Fisher's two-sample t of Darwin's maize; p by the finite series for whole df."""
    path = file_of(MAIZE, tmp_path)
    record = output(capsys, "compare", path, "--method", "student-t", "--json")
    pair = record["pairs"][0]
    a, b = MAIZE.groups.values()
    pooled = (exact.sum_of_squares(a) + exact.sum_of_squares(b)) / 28
    t = float(exact.mean(a) - exact.mean(b)) / exact.root(pooled * 2 / 15)
    assert pair["value"] == pytest.approx(t, abs=CLOSE)
    assert pair["value"] == pytest.approx(MAIZE.published["t"], abs=5e-4)
    assert pair["df"] == MAIZE.published["df"]
    assert pair["p"] == pytest.approx(2 * exact.t_tail_by_series(t, 28), abs=CLOSE)
    assert pair["p_greater"] == pytest.approx(exact.t_tail_by_series(t, 28), abs=CLOSE)


def test_two_group_anova_is_t_squared(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """F of two groups is the pooled t squared, with the same p and one unadjusted pair."""
    path = file_of(MAIZE, tmp_path)
    t_test = output(capsys, "compare", path, "--method", "student-t", "--json")
    anova = output(capsys, "compare", path, "--method", "anova", "--json")
    assert anova["terms"][0]["value"] == pytest.approx(t_test["pairs"][0]["value"] ** 2)
    assert anova["terms"][0]["p"] == pytest.approx(t_test["pairs"][0]["p"], abs=CLOSE)
    assert len(anova["pairs"]) == 1
    assert anova["pairs"][0]["p_adjusted"] is None
