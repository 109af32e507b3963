"""Every awkward table is read right with nothing said, by the core and the command line."""

from __future__ import annotations

import json
import statistics
from pathlib import Path

import pytest

from decimus.__main__ import run
from decimus.formats.delimited import decoded_table
from decimus.measurements.observations import Measurements
from decimus.measurements.reading import read_measurements
from decimus.study.readings import Reading
from tests.corpus.tables import CASES, SUMMARISED, Case, Summarised


def read(text: str, encoding: str = "utf-8") -> Measurements:
    return read_measurements(decoded_table(text.encode(encoding), "table"), Reading())


@pytest.mark.parametrize("case", CASES, ids=lambda case: case.name)
def test_a_raw_table(case: Case) -> None:
    found = read(case.text, case.encoding)
    assert found.shape.layout.value == case.layout
    assert tuple(factor.name for factor in found.factors) == case.factors
    values = {", ".join(g.levels): tuple(round(v, 9) for v in g.values) for g in found.groups}
    assert values == case.groups
    assert found.missing_count == case.missing
    assert found.outcome.name == (case.outcome or "measurement")
    assert found.outcome.unit == case.unit
    assert found.unit_name == (case.unit_name or "replicate")
    assert found.units.is_same == case.is_same
    assert found.units.is_averaged == case.is_averaged
    left_out = len(found.shape.summary_rows) + len(found.shape.summary_columns)
    assert left_out == case.left_out


@pytest.mark.parametrize("case", SUMMARISED, ids=lambda case: case.name)
def test_a_summarised_table(case: Summarised) -> None:
    found = read(case.text)
    assert found.is_summarised
    meaning = found.shape.summary.meaning if found.shape.summary is not None else None
    assert (None if meaning is None else meaning.value) == case.meaning
    groups = {", ".join(group.levels): group.given for group in found.groups}
    assert set(groups) == set(case.groups)
    for levels, (mean, deviation, n) in case.groups.items():
        given = groups[levels]
        assert given is not None
        assert given.mean == mean
        assert given.given_n == n
        if deviation is not None:
            assert given.standard_deviation == pytest.approx(deviation, rel=1e-9)
        elif case.meaning != "sd":
            assert given.standard_deviation is None


@pytest.mark.parametrize("case", CASES, ids=lambda case: case.name)
def test_through_the_command_line(
    case: Case, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "table.csv"
    path.write_bytes(case.text.encode(case.encoding))
    assert run(["summary", str(path), "--json"]) == 0
    record = json.loads(capsys.readouterr().out)
    groups = {", ".join(group["levels"]): group for group in record["groups"]}
    assert set(groups) == set(case.groups)
    for levels, values in case.groups.items():
        assert groups[levels]["n"] == len(values)
        if values:
            assert groups[levels]["mean"] == pytest.approx(statistics.fmean(values), rel=1e-12)
        if len(values) > 1:
            assert groups[levels]["sd"] == pytest.approx(statistics.stdev(values), rel=1e-9)
