"""Results as records: every number is what plain arithmetic on the values gives."""

from __future__ import annotations

import math
import statistics

import pytest

from decimus.analysis.results import Results
from decimus.report.records import (
    RECORDED,
    SUMMARY_HEADINGS,
    comparison_record,
    remark_records,
    summary_record,
    summary_rows,
)
from decimus.study import edits
from decimus.study.readings import SetAside
from decimus.terms import Statistic
from tests.conftest import results_of

VALUES = {"dim": [3.1, 4.4, 2.9, 3.8, 5.2], "bright": [6.2, 5.9, 7.7, 6.1, 8.4], "dark": [1.5]}
TABLE = "light,area (mm²)\n" + "".join(
    f"{light},{value}\n" for light, values in VALUES.items() for value in values
)
T_975_DF_4 = 2.7764451051977987
"""Of the printed tables of Student's t, to more places."""


@pytest.fixture(scope="module")
def light() -> Results:
    return results_of(TABLE)


def test_each_number_of_a_group_is_that_of_plain_arithmetic(light: Results) -> None:
    record = summary_record(light, 95)
    assert (record["outcome"], record["unit"], record["factors"]) == ("area", "mm²", ["light"])
    for group in record["groups"]:
        values = VALUES[group["levels"][0]]
        assert (group["n"], group["missing"], group["excluded"]) == (len(values), 0, 0)
        assert group["mean"] == pytest.approx(statistics.fmean(values), rel=1e-14)
        assert group["median"] == pytest.approx(statistics.median(values), rel=1e-14)
        assert (group["min"], group["max"]) == (min(values), max(values))
        if len(values) == 1:
            continue
        sd = statistics.stdev(values)
        assert group["sd"] == pytest.approx(sd, rel=1e-13)
        assert group["variance"] == pytest.approx(sd**2, rel=1e-13)
        assert group["se"] == pytest.approx(sd / math.sqrt(5), rel=1e-13)
        assert group["cv"] == pytest.approx(100 * sd / statistics.fmean(values), rel=1e-13)
        q1, _, q3 = statistics.quantiles(values, n=4, method="inclusive")
        assert (group["q1"], group["q3"]) == (pytest.approx(q1), pytest.approx(q3))
        margin = T_975_DF_4 * sd / math.sqrt(5)
        interval = group["ci"]
        assert interval["level"] == 95
        assert interval["half_width"] == pytest.approx(margin, rel=1e-12)
        assert interval["lower"] == pytest.approx(statistics.fmean(values) - margin, rel=1e-12)
        assert interval["upper"] == pytest.approx(statistics.fmean(values) + margin, rel=1e-12)


def test_what_is_undefined_is_none_in_the_record_and_empty_in_a_row(light: Results) -> None:
    single = summary_record(light, 99.5)["groups"][2]
    assert [single[key] for key in ("sd", "variance", "se", "cv")] == [None] * 4
    assert single["ci"] == {"level": 99.5, "lower": None, "upper": None, "half_width": None}
    head, *rows = summary_rows(light, 99.5)
    row = dict(zip(head, rows[2], strict=True))
    assert (row["light"], row["n"], row["mean"], row["sd"], row["ci_lower"]) == (
        *("dark", "1", "1.5"),
        *("", ""),
    )
    assert row["ci_level"] == "99.5"


def test_rows_say_what_the_record_says(light: Results) -> None:
    record = summary_record(light, 90)
    head, *rows = summary_rows(light, 90)
    assert head == ["light", *SUMMARY_HEADINGS]
    for group, row in zip(record["groups"], rows, strict=True):
        flat = {**group, **{f"ci_{key}": value for key, value in group["ci"].items()}}
        for key, cell in zip(SUMMARY_HEADINGS, row[1:], strict=True):
            assert cell == ("" if flat[key] is None else repr(flat[key]))


def test_every_statistic_is_in_the_table_of_fields() -> None:
    assert set(RECORDED) == set(Statistic)
    names = [name for fields in RECORDED.values() for name, _ in fields]
    assert len(names) == len(set(names))


def test_what_is_set_aside_is_counted_as_such() -> None:
    results = results_of(
        TABLE,
        edits.SetValuesAside(asides=(SetAside("spilled", row=1, column=1),), name="a value"),
    )
    dim = summary_record(results, 95)["groups"][0]
    assert (dim["n"], dim["excluded"]) == (4, 1)
    assert dim["mean"] == pytest.approx(statistics.fmean(VALUES["dim"][1:]))


def test_remarks_name_options_only_where_there_are_some(light: Results) -> None:
    records = {record["kind"]: record for record in remark_records(light)}
    assert records["single-replicates"]["where"] == ["dark"]
    assert records["single-replicates"]["instead"] == []
    kinds = [record["kind"] for record in remark_records(light)]
    assert not {"weak-error-bars", "overlap-invites"} & set(kinds)


def test_a_pair_is_the_difference_of_means_with_its_error() -> None:
    results = results_of("dim,bright\n3.1,6.2\n4.4,5.9\n2.9,7.7\n3.8,6.1\n5.2,8.4\n")
    assert results.comparison is not None
    record = comparison_record(results, results.comparison, with_pairs=False)
    (pair,) = record["pairs"]  # of two groups it is the comparison itself
    difference = statistics.fmean(VALUES["dim"]) - statistics.fmean(VALUES["bright"])
    error = math.sqrt(sum(statistics.variance(VALUES[g]) / 5 for g in ("dim", "bright")))
    assert (pair["a"], pair["b"], pair["n"]) == (["dim"], ["bright"], [5, 5])
    assert pair["difference"] == pytest.approx(difference, rel=1e-13)
    assert pair["standard_error"] == pytest.approx(error, rel=1e-13)
    assert pair["value"] == pytest.approx(difference / error, rel=1e-12)
    assert pair["ci"]["kind"] == "individual"
    assert pair["ci"]["lower"] < difference < pair["ci"]["upper"] < 0


def test_pairs_are_left_out_on_request() -> None:
    results = results_of("a,b,c\n1.1,2.3,4.1\n1.9,2.2,4.5\n1.3,3.1,3.2\n")
    assert results.comparison is not None
    with_pairs = comparison_record(results, results.comparison, with_pairs=True)
    assert len(with_pairs["pairs"]) == 3
    assert comparison_record(results, results.comparison, with_pairs=False)["pairs"] == []
    terms = {term["term"]: term for term in with_pairs["terms"]}
    between, within = terms["group"], terms["Residuals"]
    assert between["df"] == [2, 6]
    assert within["df"] == [6]
    assert (within["value"], within["p"], within["statistic"]) == (None, None, None)
    ratio = (between["sum_of_squares"] / 2) / (within["sum_of_squares"] / 6)
    assert between["value"] == pytest.approx(ratio, rel=1e-12)
    total = sum((v - 2.7) ** 2 for v in (1.1, 2.3, 4.1, 1.9, 2.2, 4.5, 1.3, 3.1, 3.2))
    mean = statistics.fmean((1.1, 2.3, 4.1, 1.9, 2.2, 4.5, 1.3, 3.1, 3.2))
    total -= 9 * (mean - 2.7) ** 2
    assert between["sum_of_squares"] + within["sum_of_squares"] == pytest.approx(total, rel=1e-12)
